// Package statistics is the kind of block that shows figures: what was counted, how much it is, and how it went.
package statistics

import (
	_ "embed"
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/intake"
	"rubrel/core/kind"
)

var (
	//go:embed sheet.css
	sheetCSS string
	//go:embed count.js
	countJS string
)

// The forms by name.
const (
	tilesForm   = "tiles"
	numbersForm = "numbers"
	bandedForm  = "banded"
	trendForm   = "trend"
)

// Declaration is the statistics kind.
func Declaration() (*kind.Kind, error) {
	form := func(name, title, help string) kind.Form {
		return bodyOf(name).Form(kind.Form{Name: name, Title: title, Help: help, CSS: []string{sheetCSS},
			HTML: htmlOf(name), Entrances: map[string]string{"count": countJS}, Variables: variablesOf(name),
			Drawings: drawingsOf(name)})
	}
	fields := anatomy.Fields(slots)
	return kind.New(&kind.Kind{
		Name: "statistics", Title: "Statistics", One: "figure", Many: "figures",
		Purposes:   []string{"numbers", "figures", "counters", "facts", "results", "trends", "achievements"},
		CanFeature: true,
		SetFields:  setFields,
		Fields:     fields,
		Parts:      slices.Concat(parts, anatomy.Parts(figurePart, nil, slots)),
		Forms: []kind.Form{
			form(tilesForm, "tiles", "A row of tiles, with an icon above or beside the figure."),
			form(numbersForm, "numbers", "Large figures with rules between them."),
			form(bandedForm, "banded", "A row whose grounds are dark and light in turn; its words turn over by themselves."),
			form(trendForm, "trends", "A figure with the line of a series, its least and greatest marked."),
		},
		Data:  data,
		Check: check,
		Intake: intake.Plain(fields, "figures down or across, with their units: 14,500 kg, € 12,000, 97 %",
			"Label\tValue\tAs of\nNights of clear sky\t148 nights\t2026-10-31\nObjects logged\t14,500\t2026-10-31"),
		Fresh: fresh,
	})
}

// The ledger's headings for facts that few sets need.
const (
	countGroup   = "Counting"
	displayGroup = "Display"
	sourceGroup  = "Source"
)

var numberType = kind.NumberType{}

// mostPoints is how many numbers a series has at most.
const mostPoints = 4000

// What is said of all figures, and of one that is unlike the others.
var (
	sideField = kind.Field{Name: "side", Group: displayGroup, Label: "unit's side", Help: "which side of the number the " +
		"unit stands on", Type: choice("after", before)}
	decimalsField = kind.Field{Name: "decimals", Group: displayGroup, Label: "decimals", Help: "how many decimals " +
		"numbers have; as many as are said where nothing is", Type: kind.WholeType{Least: 0, Most: 6}}
	notationField = kind.Field{Name: "notation", Group: displayGroup, Label: "notation", Help: "numbers in full, or " +
		"compact as the language has it: 14.5 K", Type: choice("full", compact)}
)

// ownField is a field of all figures as one of each.
func ownField(of kind.Field) kind.Field {
	of.Help += "; as for all where nothing is said"
	return of
}

var setFields = []kind.Field{
	{Name: "unit", Label: "unit", Help: "what all of them are measured in", Type: kind.TextType{Most: 24}},
	{Name: "source", Group: sourceGroup, Label: "source", Help: "who says all of them", Type: kind.TextType{Most: 120}},
	{Name: "date", Group: sourceGroup, Label: "date", Help: "the day of all of them", Type: kind.DateType{}},
	sideField, decimalsField, notationField,
	{Name: "separators", Group: displayGroup, Label: "separators",
		Help: "whether thousands are separated as the language has it", Type: choice("as the language", withoutSeparators)},
	{Name: "icons", Group: displayGroup, Label: "icons", Help: "whether icons stand above the figure or beside it",
		Type: choice("above", beside)},
	{Name: "begins", Group: displayGroup, Label: "begins", Help: "the ground with which a banded row begins",
		Type: choice("dark", light)},
	{Name: "counts", Group: countGroup, Label: "counts", Help: "up to the value, or down to it, where no figure says " +
		"from where", Type: choice("up", down)},
	{Name: "step", Group: countGroup, Label: "step", Help: "by how much at a time: 50",
		Type: kind.NumberType{Positive: true}},
	{Name: "interval", Group: countGroup, Label: "interval", Help: "how long a number stands at least, in milliseconds",
		Type: kind.WholeType{Least: 0, Most: 1000}},
	{Name: "again", Group: countGroup, Label: "runs", Help: "whether figures count once, or each time they come into " +
		"view", Type: choice("once", eachTime)},
}

// Words that choices are compared with.
const (
	before            = "before"
	compact           = "compact"
	withoutSeparators = "none"
	beside            = "beside"
	light             = "light"
	down              = "down"
	eachTime          = "each time"
)

func choice(words ...string) kind.ChoiceType { return kind.ChoiceType{Words: words} }

// fresh is the set a designer begins with: three figures to write over.
func fresh(k *kind.Kind, _ string) kind.Set {
	set := kind.Set{Kind: k, Facts: map[string]kind.Value{}, Axes: map[string][]kind.Item{}}
	for i, value := range []string{"120", "4800", "97"} {
		n, err := numberType.Parse(value)
		if err != nil {
			panic(err) // a constant of this file
		}
		label := []string{"First figure", "Second figure", "Third figure"}[i]
		set.Records = append(set.Records, kind.Record{ID: "figure-" + string(rune('1'+i)),
			Facts: map[string]kind.Value{"label": kind.TextValue(label), "value": n}})
	}
	set.Records[2].Facts["unit"] = kind.TextValue("%")
	return set
}
