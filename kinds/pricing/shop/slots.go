package shop

import (
	"html/template"
	"slices"
	"sync"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/pricing"
)

// RunsOf are the texts of some slots of all plans.
func RunsOf(v kind.View, s *Shop, slots []anatomy.Slot) []kind.Run {
	return anatomy.Body{Slots: slots, Reader: func(kind.View) any { return s }}.Runs(v)
}

// kept holds the slots once they are asked for: some of their functions ask for them.
var kept struct {
	once  sync.Once
	slots []anatomy.Slot
}

// Slots are what a plan holds, in the order of the ledger. The first names it.
func Slots() []anatomy.Slot {
	kept.once.Do(func() { kept.slots = withHeader(declaredSlots()) })
	return kept.slots
}

func declaredSlots() []anatomy.Slot {
	quiet := func(margin string) map[string]string {
		return map[string]string{"color": "quiet", "color@featured": "feature-quiet", "font-size": "type-2", "margin": margin}
	}
	return []anatomy.Slot{
		anatomy.Heading(kind.Field{Name: "title", Label: "title", Help: "the plan's name", Type: kind.TextType{Most: 80},
			Required: true, Aliases: []string{"plan", "name", "tier", "package", "membership", "tarif", "paket", "forfait"}},
			kind.Part{Properties: and(anatomy.TextProperties, anatomy.EnterProperties...), Defaults: map[string]string{
				"font-family": "display", "font-size": "type-6", "font-size@middle": "type-5", "font-weight": "weight-display",
				"line-height": "leading-tight", "margin": "0 0 space-0"}}),
		anatomy.Text(kind.Field{Name: "subtitle", Label: "subtitle", Help: "whom it is for", Type: kind.TextType{Most: 200},
			Aliases: []string{"description", "for", "tagline", "who for", "beschreibung", "summary"}},
			kind.Part{Name: textPart, Forms: withTexts, Help: "the subtitle",
				Properties: and(anatomy.TextProperties, "max-width"), Defaults: map[string]string{"color": "quiet",
					"color@featured": "feature-quiet", "font-size": "type-3", "font-size@middle": "type-2"}}),
		priceSlot(),
		{
			Fields: []kind.Field{{Name: "note", Label: "note", Help: "small print below the price",
				Type: kind.TextType{Most: 200}, Aliases: []string{"small print", "billing", "terms", "hinweis"}}},
			Parts: []kind.Part{{Name: "note", Text: true, Help: "small print below the price",
				Properties: anatomy.TextProperties, Defaults: quiet("space-1 0 0")}},
			HTML: fragment("notes", func(s *Shop, r kind.Record) []noteView { return s.Card(r).Notes }),
			Runs: of(func(s *Shop, r kind.Record) []kind.Run {
				var runs []kind.Run
				for _, note := range s.Card(r).Notes {
					for _, line := range note.Lines {
						runs = append(runs, kind.Run{Part: "note", Text: line.String()})
					}
				}
				return runs
			}),
		},
		anatomy.Text(kind.Field{Name: "about", Label: "about", Help: "what the plan is, in a few sentences below the price",
			Type: kind.TextType{Most: 600}, Aliases: []string{"details", "about", "long description", "inhalt"}},
			kind.Part{Name: "about", Forms: withCards, Help: "what the plan is", Properties: and(anatomy.TextProperties,
				"max-width"), Defaults: quiet("space-3 0 0")}),
		anatomy.Badge(kind.Field{Name: "badge", Label: "badge", Help: "a few words that mark the plan",
			Type: kind.TextType{Most: 40}, Aliases: []string{"label", "flag", "highlight"}},
			kind.Part{Help: "the words that mark a plan", In: map[string]map[string]string{
				"matrix": {"margin": "0 0 space-3"}, "calculator": {"margin": "0 0 space-1"}}, Defaults: map[string]string{
				"background-color": "accent", "color": "on-accent", "font-size": "type-1", "font-weight": "weight-strong",
				"line-height": "leading-text", "padding": "space-0 space-1", "border-radius": "radius-1",
				"background-color@featured": "feature-accent", "color@featured": "on-feature-accent"}}),
		{
			Fields: []kind.Field{
				{Name: "button", Label: "button", Help: "the words on this plan's button", Type: kind.TextType{Most: 60},
					Aliases: []string{"button text", "call to action", "cta", "action"}},
				{Name: "link", Label: "link", Help: "where this plan's button leads", Type: kind.LinkType{},
					Aliases: []string{"url", "href", "address"}},
			},
			Parts: []kind.Part{{Name: "button", Text: true, Pressed: true, Help: "the link that takes the plan",
				Properties: slices.Concat(anatomy.TextProperties, anatomy.BoxProperties,
					anatomy.EnterProperties),
				Defaults: map[string]string{
					"background-color": "transparent", "color": "action", "border": "1.5px solid action",
					"font-weight": "weight-strong", "font-size": "type-3", "font-size@middle": "type-2",
					"padding": "space-2 space-3", "border-radius": "radius-1", "margin": "space-4 0",
					"line-height": "leading-tight", "background-color@hover": "action", "color@hover": "on-action",
					"background-color@featured@hover": "on-feature", "color@featured@hover": "feature",
					"background-color@featured": "feature-accent", "color@featured": "on-feature-accent",
					"border@featured": "1.5px solid feature-accent"}}},
			Element: "action",
			HTML:    fragment("actions", func(s *Shop, r kind.Record) []actionView { return s.Card(r).Actions }),
			Runs: of(func(s *Shop, r kind.Record) []kind.Run {
				actions := s.Card(r).Actions
				if len(actions) == 0 {
					return nil
				}
				return []kind.Run{buttonRun(r.ID, actions[0].Text)}
			}),
		},
		{
			Fields: []kind.Field{
				{Name: "guarantee", Group: offerGroup, Label: "guarantee", Help: "a line below the button", Type: lineOfText,
					Aliases: []string{"guarantee", "garantie"}},
				{Name: "trial", Group: offerGroup, Label: "trial", Help: "a line below the button", Type: lineOfText,
					Aliases: []string{"trial", "free trial"}},
			},
			Parts: []kind.Part{{Name: "assurance", Text: true, Help: "the trial and the guarantee",
				Properties: anatomy.TextProperties, Defaults: quiet("0 0 space-3")}},
			HTML: fragment("assurances", func(s *Shop, r kind.Record) []string { return s.Card(r).Assurances }),
			Runs: of(func(s *Shop, r kind.Record) []kind.Run {
				var runs []kind.Run
				for _, line := range s.Card(r).Assurances {
					runs = append(runs, kind.Run{Part: "assurance", Text: line})
				}
				return runs
			}),
		},
		featuresSlot(),
	}
}

// Fields are those of a plan.
func Fields() []kind.Field { return anatomy.Fields(Slots()) }

// SlotsOf are the slots that a form has.
func SlotsOf(form string) []anatomy.Slot { return anatomy.OfForm(Slots(), form) }

// priceSlot is the price in its parts.
func priceSlot() anatomy.Slot {
	raised := and(anatomy.TextProperties, "align-self")
	return anatomy.Slot{
		Fields: []kind.Field{{Name: "price", Label: "price", Help: "9.00, free, from 9.00, 9.00 was 12.00, 49.00 plus " +
			"9.00, 4.50 to 10; 4.00 to 30; 3.50, or words", Type: pricing.PriceType{}, Each: []string{"periods",
			"currencies"}, Derive: derivePrice, Check: checkPlaces, CheckText: checkCurrency,
			Aliases: []string{"price", "cost", "fee", "rate", "amount", "preis", "prix", "precio"}}},
		Parts: []kind.Part{
			{Name: "price", Text: true, Figures: true, Help: "the whole price", Properties: and(anatomy.TextProperties, "gap"),
				Defaults: map[string]string{"font-family": "display", "font-weight": "weight-display", "font-size": "type-8",
					"font-size@middle": "type-7", "line-height": "1", "letter-spacing": "-0.02em", "margin": "space-4 0 0",
					"color@featured": "feature-accent", "gap": "space-1"}},
			{Name: "sign", Text: true, Help: "the currency sign", Properties: raised,
				Defaults: map[string]string{"font-size": "0.5em", "line-height": "1.2", "align-self": "start"}},
			{Name: "whole", Text: true, Help: "the whole amount", Properties: anatomy.TextProperties},
			{Name: "words", Text: true, Help: "a price in words", Properties: anatomy.TextProperties,
				Defaults: map[string]string{"font-size": "type-5", "line-height": "leading-tight", "letter-spacing": "normal"}},
			{Name: "separator", Text: true, Help: "the mark before the fraction", Properties: raised,
				Defaults: map[string]string{"display": "none"}},
			{Name: "fraction", Text: true, Help: "the part after the separator", Properties: raised,
				Defaults: map[string]string{"font-size": "0.4em", "line-height": "1.3", "align-self": "start"}},
			{Name: "was", Text: true, Help: "an earlier price", Properties: anatomy.TextProperties,
				Defaults: map[string]string{"font-size": "type-4", "color": "quiet", "color@featured": "feature-quiet",
					"font-weight": "weight-text", "letter-spacing": "normal"}},
			{Name: "period", Text: true, Help: "what the price is for", Properties: anatomy.TextProperties,
				Defaults: map[string]string{"font-family": "text", "font-size": "type-2", "font-weight": "weight-text",
					"letter-spacing": "normal", "color": "quiet", "color@featured": "feature-quiet"}},
		},
		Element: "prices",
		HTML:    fragment("prices", func(s *Shop, r kind.Record) []priceView { return s.Card(r).Prices }),
		Runs:    of((*Shop).priceRuns),
	}
}

// leastAmount is the share of its size down to which an amount shrinks.
const leastAmount = 0.7

// priceRuns are the texts of a plan's prices, for every choice.
func (s *Shop) priceRuns(r kind.Record) []kind.Run {
	ems := s.widestEms()
	var runs []kind.Run
	add := func(part, text string) {
		if text != "" {
			runs = append(runs, kind.Run{Part: part, Text: text})
		}
	}
	for _, price := range s.Card(r).Prices {
		add("words", price.Words)
		add("period", price.From)
		add("period", price.Period)
		if price.Was != nil {
			runs = append(runs, kind.Run{Part: "was", Text: price.Was.Text, OneLine: true})
		}
		if price.Amount == nil {
			continue
		}
		run := kind.Run{Part: "price", OneLine: true, Shrinks: ems, LeastShare: leastAmount}
		for _, part := range price.Amount.Parts {
			run.Text += part.Text
			run.Pieces = append(run.Pieces, kind.Piece{Part: part.Part, Text: part.Text})
		}
		runs = append(runs, run)
	}
	return runs
}

// featuresSlot is the list of features: a line each, which the plans share.
func featuresSlot() anatomy.Slot {
	return anatomy.Slot{
		Fields: []kind.Field{
			{Name: "fits", Group: seatsGroup, Label: "fits", Help: "the numbers of seats for which it is the right plan: " +
				"1-3, or 11+", Type: pricing.RangeType{},
				Aliases: []string{"seats", "users", "people", "pupils", "range", "personen"}},
			{Name: "model", Group: seatsGroup, Label: "model", Help: modelHelp, Type: modelType},
			{Name: "included", Group: seatsGroup, Label: "included", Help: includedHelp, Type: freeSeats},
			{Name: "size", Group: seatsGroup, Label: "package of", Help: sizeHelp, Type: seatsType},
			{Name: "until", Group: offerGroup, Label: "until", Help: untilHelp, Type: kind.MomentType{},
				Aliases: []string{"deadline", "offer ends", "valid until"}},
			{Name: "feature", Label: "feature", Help: "yes, no, soon or a value", Type: kind.InclusionType{},
				Each: []string{"features"}},
		},
		Parts: append([]kind.Part{
			{Name: "features", Forms: withCards, Help: "the list of features", Properties: []string{"color", "font-family",
				"font-size", "font-weight", "line-height", "display"},
				Defaults: map[string]string{"font-size": "type-3", "font-size@middle": "type-2"}},
			{Name: "base", Text: true, Forms: withCards, Help: "the plan whose features this one has too",
				Properties: and(anatomy.TextProperties, "padding"),
				Defaults:   map[string]string{"font-weight": "weight-strong", "padding": "space-1 0"}},
			{Name: "group", Text: true, Forms: Lists, Help: "a heading over features",
				Within: map[string]string{"matrix": "table"}, Properties: and(anatomy.TextProperties, "padding", "border"),
				As: rowRule, Place: look.InRecord,
				Defaults: map[string]string{"font-weight": "weight-strong", "padding": "space-3 0 space-1"}},
			{Name: "feature", Text: true, OneOfMany: true, Forms: withCards, Help: "one line of the list",
				Properties: []string{"color", "padding", "border"}, As: rowRule, Defaults: map[string]string{
					"padding": "space-1 0", "border": "1px solid line", "border@featured": "1px solid feature-line"}},
			{Name: "value", Text: true, Figures: true, Help: "how much of a feature", Parent: "feature",
				Within: map[string]string{"matrix": "cell"}, Forms: Lists, Properties: anatomy.TextProperties,
				Defaults: map[string]string{"font-weight": "weight-strong"}},
			{Name: "help", Text: true, Help: "the words that explain a feature", Parent: "feature",
				Within: map[string]string{"matrix": "row"}, Forms: Lists, Properties: anatomy.TextProperties,
				Defaults: map[string]string{"font-size": "type-1", "color": "quiet", "color@featured": "feature-quiet"}},
			{Name: "excluded", Variant: true, Text: true, Forms: withCards, Help: "a feature that the plan lacks",
				Parent: "feature", Properties: []string{"color", "opacity", "text-decoration", "display"},
				As: map[string]string{"text-decoration": "--rb-struck"}, Defaults: map[string]string{"color": "quiet",
					"color@featured": "feature-quiet", "text-decoration": "line-through"}},
		}, bulletParts()...),
		HTML: fragment("features", func(s *Shop, r kind.Record) *cardView {
			if card := s.softList(r); len(card.Features) > 0 {
				return &card
			}
			return nil
		}),
		Runs: of((*Shop).featureRuns),
		Lines: of(func(s *Shop, r kind.Record) int {
			card := s.Card(r)
			lines := len(card.Features)
			if card.Base != "" {
				lines++
			}
			return lines
		}),
	}
}

// The measures of a feature's line, in ems of its size: see .rb-feature in cards.css, which is given them.
const (
	BulletEms = 1.5
	ValueEms  = 0.75 // before a value beside its feature
)

// softList is what a plan says, with the hyphens that its list needs.
func (s *Shop) softList(r kind.Record) cardView {
	card := s.Card(r)
	card.Features = slices.Clone(card.Features)
	for i := range card.Features {
		f := &card.Features[i]
		for _, line := range f.lines(s) {
			line.run.Record = r.ID
			*line.of = s.V.SoftRun(line.run)
		}
	}
	return card
}

// featureRuns are the texts of a plan's list.
func (s *Shop) featureRuns(r kind.Record) []kind.Run {
	card := s.softList(r)
	var runs []kind.Run
	if card.Base != "" {
		runs = append(runs, kind.Run{Part: "base", Text: card.Base})
	}
	for i := range card.Features {
		for _, line := range card.Features[i].lines(s) {
			if line.run.Text != "" {
				runs = append(runs, line.run)
			}
		}
	}
	return runs
}

// featureLine is one of a feature's texts.
type featureLine struct {
	run kind.Run
	of  *string
}

// lines are the texts of a feature on a card.
func (f *FeatureView) lines(s *Shop) []featureLine {
	if f.Heading {
		return []featureLine{{kind.Run{Part: "group", Text: f.Name, LeftOut: f.LeftOut}, &f.Name}}
	}
	line := func(part, text string) kind.Run {
		return kind.Run{Part: part, Text: text, Em: "feature", Inset: BulletEms, BesideGap: ValueEms, LeftOut: f.LeftOut}
	}
	name := line("feature", f.Name)
	if value := f.Value; value != "" {
		name.Beside = func(width int) []kind.Piece {
			if s.ValuesBelow(width) {
				return nil
			}
			return []kind.Piece{{Part: "value", Text: value}}
		}
	}
	return []featureLine{{name, &f.Name}, {line("value", f.Value), &f.Value}, {line("help", f.Help), &f.Help}}
}

// ValuesBelow reports whether the values of features stand below their names at a width, since some name has no room
// beside its value where the width is narrowest.
func (s *Shop) ValuesBelow(width int) bool {
	v := s.V
	if v.Tight == nil {
		return false
	}
	return kind.Remember(v, "values below "+v.Widths[width].Name, func() bool {
		r := v.Tight.Ruler("", width)
		room := BodyOf("").Room(v, r, "feature") - (BulletEms+ValueEms)*r.Size("features")
		for _, record := range v.At(width).Set.Records {
			for _, f := range s.Card(record).Features {
				if f.Value == "" || slices.Contains(f.LeftOut, width) {
					continue
				}
				name, known := v.Tight.LeastWidth("feature", record.ID, f.Name, width, 0)
				value, also := v.Tight.TextWidth("value", record.ID, f.Value, width)
				if known && also && name+value > room {
					return true
				}
			}
		}
		return false
	})
}

// of makes a slot's function of one of the shop.
func of[T any](show func(*Shop, kind.Record) T) func(anatomy.At) T {
	return func(at anatomy.At) T { return show(at.Reader.(*Shop), at.Record) }
}

// fragment writes what a plan has with a template of parts.html.
func fragment[T any](name string, view func(*Shop, kind.Record) T) func(anatomy.At) template.HTML {
	return of(func(s *Shop, r kind.Record) template.HTML { return Render(name, view(s, r)) })
}

// CardPart is the part that stands for a plan where it has a card, and textPart is its subtitle.
const CardPart, textPart = "card", "text"

// BodyOf is what a form with cards shows of each plan.
func BodyOf(form string) anatomy.Body {
	reader := func(v kind.View) any { return New(v) }
	if form == "slider" {
		reader = func(v kind.View) any { return Seated(v) }
	}
	return anatomy.Body{
		Slots: Slots(),
		Layout: anatomy.Layout{Row: "cards", Record: CardPart, Least: 200, Most: 400,
			Order:  cardOrder,
			Header: header(),
			Joined: func(set kind.Set) bool { return kind.Text(set.Facts, "stand") == "joined" }},
		Reader: reader,
	}
}
