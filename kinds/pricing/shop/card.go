package shop

import (
	"html/template"
	"net/url"
	"strconv"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/wording"
)

// BlockView is the whole form as the template shows it.
type BlockView struct {
	Switches template.HTML
	Together bool // a choice is one for all lists of the page
	Plans    []PlanView
	Joined   bool // the cards stand without gaps
	Words    Words
	ByCode   template.JS // what the block says to its script, as JSON; "" where it has nothing to say
}

// PlanView is the element of one plan as the templates show it, with the slots of each of its cells.
type PlanView struct {
	ID, Title, EndsAt string
	Featured          bool
	Cells             []template.HTML
}

// cardView is what a plan says, for its slots.
type cardView struct {
	ID, Title  string
	Prices     []priceView
	Notes      []noteView
	Actions    []actionView
	Assurances []string
	Base       string // "Everything in Dusk, plus"
	Features   []FeatureView
	Words      Words
}

// actionView is a button for one choice of the switches, or for all.
type actionView struct {
	Class, Text, Link string
	Template          string // the link with {seats} for a script to fill; "" where the number of seats is not in it
}

// Card is what a plan says, read once.
func (s *Shop) Card(record kind.Record) cardView {
	if s.read == nil {
		s.read = map[string]cardView{}
		s.readCards()
	}
	return s.read[record.ID]
}

func (s *Shop) readCards() {
	records := s.V.Set.Records
	features := make([][]FeatureView, len(records))
	for i, record := range records {
		features[i] = s.Features(record)
	}
	for i, record := range records {
		card := s.cardOf(record)
		card.Features = features[i]
		if s.Fact("lists") == "what is new" {
			base, rest := beyond(features, i)
			if card.Features = rest; base >= 0 {
				title := kind.Text(records[base].Facts, "title")
				card.Base = s.V.Soft("base", record.ID, wording.Fill(s.Words.Everything, "plan", title))
			}
		}
		s.read[record.ID] = card
	}
}

func (s *Shop) cardOf(record kind.Record) cardView {
	soft := func(part, text string) string { return s.V.Soft(part, record.ID, text) }
	card := cardView{Words: s.Words, ID: record.ID, Title: kind.Text(record.Facts, "title"), Prices: s.Prices(record),
		Notes: s.notes(record), Actions: s.actions(record)}
	always := noteView{Class: "rb-always"}
	if note := kind.Text(record.Facts, "note"); note != "" {
		always.Lines = append(always.Lines, sentence{{Text: soft("note", note)}})
	}
	if fits := s.List.Seating(record.ID).Fits; fits != nil && s.Seats > 0 {
		always.Lines = append(always.Lines, sentence{{Text: soft("note", s.fits(*fits))}})
	}
	if always.Lines != nil {
		card.Notes = append(card.Notes, always)
	}
	for _, name := range []string{"trial", "guarantee"} {
		if said := s.V.Set.Said(record, name); said != nil {
			card.Assurances = append(card.Assurances, soft("assurance", said.String()))
		}
	}
	for i := range card.Prices {
		p := &card.Prices[i]
		p.Words, p.Period, p.From = soft("words", p.Words), soft("period", p.Period), soft("period", p.From)
	}
	for i := range card.Actions {
		card.Actions[i].Text = s.V.SoftRun(buttonRun(record.ID, card.Actions[i].Text))
	}
	return card
}

// buttonRun is the words of a button, which have two lines at most.
func buttonRun(record, text string) kind.Run {
	return kind.Run{Record: record, Part: "button", Text: text, MostLines: 2}
}

// Plan is the element of a plan, with the slots of each of its cells.
func (s *Shop) Plan(record kind.Record, cells ...template.HTML) PlanView {
	return PlanView{ID: record.ID, Title: kind.Text(record.Facts, "title"), EndsAt: s.endsAt(record),
		Featured: record.Featured, Cells: cells}
}

// actions makes a plan's button: one for each choice where the link carries the choice, else one for all.
func (s *Shop) actions(record kind.Record) []actionView {
	said := func(name string) string {
		if v := s.V.Set.Said(record, name); v != nil {
			return v.String()
		}
		return ""
	}
	text, link := wording.Fill(said("button"), "plan", kind.Text(record.Facts, "title")), said("link")
	if text == "" || link == "" {
		return nil
	}
	link = wording.Fill(link, "plan", url.QueryEscape(record.ID))
	byPeriod, byCurrency := strings.Contains(link, "{period}"), strings.Contains(link, "{currency}")
	if !byPeriod && !byCurrency {
		return []actionView{s.action("", text, link)}
	}
	var actions []actionView
	for _, c := range s.Choices() {
		if !byPeriod && c.i > 0 || !byCurrency && c.j > 0 {
			continue
		}
		class := c.Class
		if !byPeriod {
			class = c.currencyClass
		}
		if !byCurrency {
			class = c.periodClass
		}
		actions = append(actions, s.action(class, text, wording.Fill(link, "period", url.QueryEscape(c.Period.ID),
			"currency", c.Currency.Currency.Code)))
	}
	return actions
}

func (s *Shop) action(class, text, link string) actionView {
	action := actionView{Class: class, Text: text}
	n := max(1, s.Seats)
	if s.Seats == 0 {
		n = s.List.Seats.Least
	}
	action.Link = wording.Fill(link, "seats", strconv.FormatInt(n, 10))
	if s.Seats > 0 && action.Link != link {
		action.Template = link
	}
	return action
}
