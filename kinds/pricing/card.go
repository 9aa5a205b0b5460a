package pricing

import (
	"html/template"
	"net/url"
	"strconv"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/wording"
)

// blockView is the whole form as the template shows it.
type blockView struct {
	Switches template.HTML
	Together bool // a choice is one for all lists of the page
	Plans    []planView
	Joined   bool // the cards stand without gaps
	Words    words
	ByCode   template.JS // what the block says to its script, as JSON; "" where it has nothing to say
}

// planView is the element of one plan as the templates show it, with the slots of each of its cells.
type planView struct {
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
	Features   []featureView
	Words      words
}

// actionView is a button for one choice of the switches, or for all.
type actionView struct {
	Class, Text, Link string
	Template          string // the link with {seats} for a script to fill; "" where the number of seats is not in it
}

// card is what a plan says, read once.
func (s *shop) card(record kind.Record) cardView {
	if s.read == nil {
		s.read = map[string]cardView{}
		s.readCards()
	}
	return s.read[record.ID]
}

func (s *shop) readCards() {
	records := s.v.Set.Records
	features := make([][]featureView, len(records))
	for i, record := range records {
		features[i] = s.features(record)
	}
	for i, record := range records {
		card := s.cardOf(record)
		card.Features = features[i]
		if s.fact("lists") == "what is new" {
			base, rest := beyond(features, i)
			if card.Features = rest; base >= 0 {
				title := kind.Text(records[base].Facts, "title")
				card.Base = s.v.Soft("base", record.ID, wording.Fill(s.words.Everything, "plan", title))
			}
		}
		s.read[record.ID] = card
	}
}

func (s *shop) cardOf(record kind.Record) cardView {
	soft := func(part, text string) string { return s.v.Soft(part, record.ID, text) }
	card := cardView{Words: s.words, ID: record.ID, Title: kind.Text(record.Facts, "title"), Prices: s.prices(record),
		Notes: s.notes(record), Actions: s.actions(record)}
	always := noteView{Class: "rb-always"}
	if note := kind.Text(record.Facts, "note"); note != "" {
		always.Lines = append(always.Lines, sentence{{Text: soft("note", note)}})
	}
	if fits := s.list.Seating(record.ID).Fits; fits != nil && s.seats > 0 {
		always.Lines = append(always.Lines, sentence{{Text: soft("note", s.fits(*fits))}})
	}
	if always.Lines != nil {
		card.Notes = append(card.Notes, always)
	}
	for _, name := range []string{"trial", "guarantee"} {
		if said := s.v.Set.Said(record, name); said != nil {
			card.Assurances = append(card.Assurances, soft("assurance", said.String()))
		}
	}
	for i := range card.Prices {
		p := &card.Prices[i]
		p.Words, p.Period, p.From = soft("words", p.Words), soft("period", p.Period), soft("period", p.From)
	}
	for i := range card.Actions {
		card.Actions[i].Text = s.v.SoftRun(buttonRun(record.ID, card.Actions[i].Text))
	}
	return card
}

// buttonRun is the words of a button, which have two lines at most.
func buttonRun(record, text string) kind.Run {
	return kind.Run{Record: record, Part: "button", Text: text, MostLines: 2}
}

// plan is the element of a plan, with the slots of each of its cells.
func (s *shop) plan(record kind.Record, cells ...template.HTML) planView {
	return planView{ID: record.ID, Title: kind.Text(record.Facts, "title"), EndsAt: s.endsAt(record),
		Featured: record.Featured, Cells: cells}
}

// actions makes a plan's button: one for each choice where the link carries the choice, else one for all.
func (s *shop) actions(record kind.Record) []actionView {
	said := func(name string) string {
		if v := s.v.Set.Said(record, name); v != nil {
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
	for _, c := range s.choices() {
		if !byPeriod && c.i > 0 || !byCurrency && c.j > 0 {
			continue
		}
		class := c.class
		if !byPeriod {
			class = c.currencyClass
		}
		if !byCurrency {
			class = c.periodClass
		}
		actions = append(actions, s.action(class, text, wording.Fill(link, "period", url.QueryEscape(c.period.ID),
			"currency", c.currency.Currency.Code)))
	}
	return actions
}

func (s *shop) action(class, text, link string) actionView {
	action := actionView{Class: class, Text: text}
	n := max(1, s.seats)
	if s.seats == 0 {
		n = s.list.Seats.Least
	}
	action.Link = wording.Fill(link, "seats", strconv.FormatInt(n, 10))
	if s.seats > 0 && action.Link != link {
		action.Template = link
	}
	return action
}
