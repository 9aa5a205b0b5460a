package reviews

import (
	"html/template"
	"slices"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/dates"
	"rubrel/core/icon"
	"rubrel/core/kind"
	"rubrel/core/markup"
	"rubrel/core/wording"
)

// sources are where reviews are from: each said once, with its icon.
var sources = kind.Axis{Name: "sources", One: "source", Label: "label", Most: 12, AsRows: true, Fields: []kind.Field{
	{Name: "label", Label: "source", Help: "what it is called, as reviews name it", Type: kind.TextType{Most: 60},
		Required: true},
	{Name: "icon", Label: "icon", Help: "an icon, by its name or by what it means", Type: icon.Type{}},
	{Name: addressField, Label: "read from", Help: "the address of a page or a feed with the reviews, from which they " +
		"can be refreshed", Type: kind.LinkType{}},
}}

// addressField is where the reviews of a source are read.
const addressField = "address"

// Where a review is from.
var (
	sourceField = kind.Field{Name: "source", Group: originGroup, Label: "source", Help: "where it was written: the " +
		"name of one of the sources, or another", Type: kind.TextType{Most: 60},
		Aliases: []string{"site", "platform", "portal", "quelle", "from"}}
	linkField = kind.Field{Name: "link", Group: originGroup, Label: "original", Help: "the address of the review " +
		"where it was written", Type: kind.LinkType{}, Aliases: []string{"url", "address", "original"}}
	dateField = kind.Field{Name: "date", Group: originGroup, Label: "date", Help: "the day: 2026-11-24",
		Type: kind.DateType{}, Aliases: []string{"day", "written", "published", "datum"}}
	verifiedField = kind.Field{Name: "verified", Group: originGroup, Label: "verified", Help: "whether it is known that " +
		"they were there", Type: choice("no", yes), Aliases: []string{"bestätigt", "confirmed"}}
	languageField = kind.Field{Name: "language", Group: originGroup, Label: "language", Help: "the language of the text " +
		"where it is another than the page's: de, pt-BR", Type: kind.LanguageType{}, Aliases: []string{"lang", "sprache"}}
)

// linked, as a part's Paints, leaves out what no review has: a source with a link to the original, or without.
func linked(link bool) func(kind.Set) kind.Paints {
	return func(set kind.Set) kind.Paints {
		return kind.Paints{Absent: !slices.ContainsFunc(set.Records, func(r kind.Record) bool {
			return kind.Text(r.Facts, sourceField.Name) != "" && (kind.Text(r.Facts, linkField.Name) != "") == link
		})}
	}
}

// foot is where a review is from, its day, and that it is verified.
func foot() anatomy.Slot {
	lines := func(at anatomy.At) (runs []kind.Run) {
		add := func(part, key, shown string) {
			if shown != "" {
				runs = append(runs, kind.Run{Part: part, Key: key, Text: at.View.Soft(part, at.Record.ID, shown)})
			}
		}
		part := originPart
		if kind.Text(at.Record.Facts, linkField.Name) != "" {
			part = sourcePart
		}
		add(part, sourceField.Name, kind.Text(at.Record.Facts, sourceField.Name))
		if day, ok := at.View.Set.Said(at.Record, dateField.Name).(kind.Date); ok {
			add(datePart, "", dates.Long(day.Time, at.View.Locale))
		}
		if kind.Text(at.Record.Facts, verifiedField.Name) == yes {
			w, _ := wordsFor(at.View.Locale)
			add(verifiedPart, "", w.Verified)
		}
		return runs
	}
	return anatomy.Slot{
		Fields: []kind.Field{sourceField, linkField, dateField, verifiedField, languageField},
		Parts: []kind.Part{
			{Name: footPart, Forms: ofRecords, Help: "where it is from, and when",
				Paints:     anatomy.IfSaid(sourceField.Name, dateField.Name, verifiedField.Name),
				Properties: []string{"margin", "display", "gap"}, As: map[string]string{"gap": "column-gap"},
				Defaults: map[string]string{"margin": "space-3 0 0", "gap": "space-2"}},
			{Name: sourcePart, Forms: ofRecords, Parent: footPart, Text: true, Pressed: true,
				Help: "the source, which leads to the original", Paints: linked(true),
				Properties: append(slices.Clone(anatomy.TextProperties), "padding"),
				Defaults: map[string]string{"color": "quiet", "font-size": "type-2", "padding": "3px 0",
					"text-decoration": "underline", "text-decoration@hover": "none"}},
			{Name: originPart, Forms: ofRecords, Parent: footPart, Text: true, Help: "a source that leads nowhere",
				Paints: linked(false), Properties: append(slices.Clone(anatomy.TextProperties), "padding"),
				Defaults: map[string]string{"color": "quiet", "font-size": "type-2", "padding": "3px 0"}},
			{Name: datePart, Forms: ofRecords, Parent: footPart, Text: true, Help: dateField.Help,
				Paints: anatomy.IfSaid(dateField.Name), Properties: append(slices.Clone(anatomy.TextProperties), "padding"),
				Defaults: map[string]string{"color": "quiet", "font-size": "type-2", "padding": "3px 0"}},
			{Name: verifiedPart, Forms: ofRecords, Parent: footPart, Text: true, Help: "that it is verified",
				Paints:     anatomy.IfSaid(verifiedField.Name),
				Properties: slices.Concat(anatomy.TextProperties, anatomy.BoxProperties),
				Defaults:   map[string]string{"color": "quiet", "font-size": "type-2", "padding": "3px 0"}},
		},
		HTML: func(at anatomy.At) template.HTML {
			var inside []template.HTML
			for _, run := range lines(at) {
				inside = append(inside, footing(at, run))
			}
			if len(inside) == 0 {
				return ""
			}
			return markup.Element("div", anatomy.Classed(footPart), inside...)
		},
		Runs: lines,
	}
}

// footing is one of the things at the foot of a review.
func footing(at anatomy.At, run kind.Run) template.HTML {
	class, shown := anatomy.Classed(run.Part), markup.Text(run.Text)
	switch run.Part {
	case datePart:
		day := markup.Attribute("datetime", kind.Text(at.Record.Facts, dateField.Name))
		return markup.Element("time", day+class, shown)
	case verifiedPart:
		return markup.Element("span", class, icon.SVG("badge-check"), shown)
	}
	for _, source := range at.View.Set.Items(sources.Name) {
		if strings.EqualFold(kind.Text(source.Facts, "label"), kind.Text(at.Record.Facts, sourceField.Name)) {
			shown = icon.In(at.View, kind.Text(source.Facts, "icon")) + shown
		}
	}
	address := kind.Text(at.Record.Facts, linkField.Name)
	if address == "" {
		return markup.Element("span", class, shown)
	}
	link := markup.Attribute("href", address).With("rel", "nofollow ugc")
	return markup.Element("a", link+class, shown)
}

// The answer of who is reviewed.
var (
	answerField = kind.Field{Name: "answer", Group: answerGroup, Label: "answer", Help: "what the owner answers",
		Type: kind.RichType{Most: 2000}, Aliases: []string{"reply", "response", "antwort", "réponse"}}
	ownerField = kind.Field{Name: "owner", Group: answerGroup, Label: "answers are from", Help: "the name of who answers",
		Type: kind.TextType{Most: 120}}
)

// answer is what the owner answers.
func answer() anatomy.Slot {
	slot := anatomy.Rich(answerField, kind.Part{Name: saysPart, Forms: ofRecords, Parent: answerPart,
		Paints: anatomy.IfSaid(answerField.Name), Help: answerField.Help,
		Defaults: map[string]string{"font-size": "type-2", "margin": "space-0 0 0"}})
	says, runs := slot.HTML, slot.Runs
	by := func(at anatomy.At) string {
		w, _ := wordsFor(at.View.Locale)
		said := w.Answer
		if owner := text(at.View.Set, ownerField.Name); owner != "" {
			said = wording.Fill(w.AnswerBy, "name", owner)
		}
		return at.View.Soft(byPart, at.Record.ID, said)
	}
	slot.Parts = []kind.Part{
		{Name: answerPart, Forms: ofRecords, Help: "the answer: its ground, and the line before it",
			Paints:     anatomy.IfSaid(answerField.Name),
			Properties: slices.Concat([]string{"color", "margin", "display"}, anatomy.BoxProperties),
			Defaults: map[string]string{"background-color": "ground", "color": "ink", "padding": "space-2 space-3",
				"border-radius": "radius-1", "margin": "space-3 0 0"}},
		{Name: byPart, Forms: ofRecords, Parent: answerPart, Text: true, Help: "who answers",
			Paints: anatomy.IfSaid(answerField.Name), Properties: anatomy.TextProperties,
			Defaults: map[string]string{"font-size": "type-2", "font-weight": "weight-strong"}},
		slot.Parts[0],
	}
	slot.HTML = func(at anatomy.At) template.HTML {
		html := says(at)
		if html == "" {
			return ""
		}
		return markup.Element("div", anatomy.Classed(answerPart),
			markup.Element("p", anatomy.Classed(byPart), markup.Text(by(at))), html)
	}
	slot.Runs = func(at anatomy.At) []kind.Run {
		all := runs(at)
		if len(all) > 0 {
			all = append(all, kind.Run{Part: byPart, Text: by(at)})
		}
		return all
	}
	return slot
}
