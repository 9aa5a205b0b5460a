package pricing

import (
	"html/template"
	"net/url"
	"strconv"
	"strings"

	"rubrel/core/kind"
	corewords "rubrel/core/words"
)

// blockView is the whole form as the template shows it.
type blockView struct {
	Switches []switchView
	Cards    []cardView
	Joined   bool // the cards stand without gaps
	Words    words
	ByCode   template.JS // what the block says to its script, as JSON; "" where it has nothing to say
}

// cardView is one plan as the template shows it.
type cardView struct {
	ID                 string
	Featured           bool
	EndsAt             string
	Badge, Title, Text string
	Prices             []priceView
	Notes              []noteView
	Actions            []actionView
	Assurances         []string
	Base               string // "Everything in Dusk, plus"
	Features           []featureView
	Heading            string // "h2" … "h6"
	Words              words
}

// actionView is a button for one choice of the switches, or for all.
type actionView struct {
	Class, Text, Link string
	Template          string // the link with {seats} for a script to fill; "" where the number of seats is not in it
}

func (s *shop) card(record kind.Record) cardView {
	card := cardView{
		Words: s.words, ID: record.ID, Featured: record.Featured, Heading: "h" + strconv.Itoa(s.v.HeadingLevel),
		EndsAt: s.endsAt(record),
		Badge:  kind.Text(record.Facts, "badge"), Title: kind.Text(record.Facts, "title"), Text: kind.Text(record.Facts,
			"subtitle"),
		Prices: s.prices(record), Notes: s.notes(record), Actions: s.actions(record), Features: s.features(record),
	}
	if note := kind.Text(record.Facts, "note"); note != "" {
		card.Notes = append(card.Notes, noteView{Class: "rb-always", Lines: []sentence{{{Text: note}}}})
	}
	for _, name := range []string{"trial", "guarantee"} {
		if said := s.v.Set.Said(record, name); said != nil {
			card.Assurances = append(card.Assurances, said.String())
		}
	}
	return card
}

// cards makes every plan's card.
func (s *shop) cards() []cardView {
	var cards []cardView
	var features [][]featureView
	for _, record := range s.v.Set.Records {
		card := s.card(record)
		features = append(features, card.Features)
		cards = append(cards, card)
	}
	if s.fact("lists") != "what is new" {
		return cards
	}
	for i := range cards {
		base, rest := beyond(features, i)
		cards[i].Features = rest
		if base >= 0 {
			cards[i].Base = corewords.Fill(s.words.Everything, "plan", cards[base].Title)
		}
	}
	return cards
}

// actions makes a plan's button: one for each choice where the link carries the choice, else one for all.
func (s *shop) actions(record kind.Record) []actionView {
	said := func(name string) string {
		if v := s.v.Set.Said(record, name); v != nil {
			return v.String()
		}
		return ""
	}
	text, link := corewords.Fill(said("button"), "plan", kind.Text(record.Facts, "title")), said("link")
	if text == "" || link == "" {
		return nil
	}
	link = corewords.Fill(link, "plan", url.QueryEscape(record.ID))
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
		actions = append(actions, s.action(class, text, corewords.Fill(link, "period", url.QueryEscape(c.period.ID),
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
	action.Link = corewords.Fill(link, "seats", strconv.FormatInt(n, 10))
	if s.seats > 0 && action.Link != link {
		action.Template = link
	}
	return action
}
