// Package skillbars is the kind of block that shows how far skills go: each a name and a value in a range, drawn as a
// bar.
package skillbars

import (
	_ "embed"

	"rubrel/core/intake"
	"rubrel/core/kind"
)

var (
	//go:embed board.css
	boardCSS string
	//go:embed straight.css
	straightCSS string
	//go:embed arcs.css
	arcsCSS string
	//go:embed tiles.css
	tilesCSS string
)

// The forms by name.
const (
	lineForm   = "line"
	columnForm = "column"
	ringForm   = "ring"
	halfForm   = "half-ring"
	tileForm   = "tile"
	stepsForm  = "steps"
)

// Declaration is the skill bars kind.
func Declaration() (*kind.Kind, error) {
	form := func(name, title, help string, css ...string) kind.Form {
		return kind.Form{Name: name, Title: title, Help: help, CSS: append([]string{iconSlot.Rules + boardCSS}, css...),
			HTML: htmlOf(name), Variables: variablesOf(name),
			Runs: runsOf(name), Room: roomOf(name), Columns: columnsOf(name), Check: placedOf(name),
			Drawings: drawingsOf(name)}
	}
	return kind.New(&kind.Kind{
		Name: "skillbars", Title: "Skill bars", One: "skill", Many: "skills",
		Purposes:   []string{"skills", "progress", "percentages", "levels", "bars", "rings", "goals"},
		CanFeature: true,
		SetFields:  setFields,
		Fields:     fields,
		Parts:      parts,
		Forms: []kind.Form{
			form(lineForm, "lines", "Bars from the start of the line, one below the other.", straightCSS),
			form(columnForm, "columns", "Upright bars, side by side.", straightCSS, groupsCSS()),
			form(ringForm, "rings", "Each bar goes round in a circle.", arcsCSS),
			form(halfForm, "half rings", "Each bar is bent into half a circle.", arcsCSS),
			form(tileForm, "tiles", "The box itself fills, behind its words.", tilesCSS),
			form(stepsForm, "steps", "As many steps as the range has, filled one after the other.", straightCSS,
				stepsCSS()),
		},
		Check:  check,
		Intake: fromPaste(),
		Fresh:  fresh,
	})
}

// The ledger's headings for facts that few sets need.
const (
	rangeGroup   = "Range"
	labelsGroup  = "Labels"
	displayGroup = "Display"
	lineGroup    = "Average and target"
)

var (
	numberType = kind.NumberType{}
	unitType   = kind.TextType{Most: 30}
)

var fields = []kind.Field{
	{Name: "name", Label: "name", Help: "the skill", Type: kind.TextType{Most: 80}, Required: true,
		Aliases: []string{"skill", "title", "subject", "label", "topic", "fähigkeit", "compétence"}},
	{Name: "value", Label: "value", Help: "how far it goes: 80", Type: numberType, Required: true, Begins: "50",
		Split: splitValue,
		Aliases: []string{"number", "amount", "percent", "percentage", "score", "level", "points", "rating", "done",
			"wert", "%"}},
	noteSlot.Fields[0],
	iconSlot.Fields[0],
	{Name: "group", Label: "group", Help: "skills of one group stand together, and groups side by side",
		Type: kind.TextType{Most: 60}, Aliases: []string{"set", "category", "area", "section"}},
	{Name: "least", Group: rangeGroup, Label: "least", Help: "where the range begins; 0 where nothing is said",
		Type: numberType, Aliases: []string{"min", "minimum", "from"}},
	{Name: "most", Group: rangeGroup, Label: "most", Help: "where the range ends; 100 where nothing is said",
		Type: numberType, Aliases: []string{"max", "maximum", "of", "out of", "total", "goal"}},
	{Name: "unit", Group: rangeGroup, Label: "unit", Help: "what is counted: levels, hours", Type: unitType,
		Aliases: []string{"units"}},
	{Name: "target", Group: lineGroup, Label: "target", Help: "where a line marks what is aimed at", Type: numberType,
		Aliases: []string{"aim"}},
}

var setFields = []kind.Field{
	{Name: "least", Label: "least", Help: "where every range begins", Type: numberType},
	{Name: "most", Label: "most", Help: "where every range ends", Type: numberType},
	{Name: "unit", Label: "unit", Help: "what all of them count", Type: unitType},
	{Name: "target", Label: "target", Help: "what all of them aim at", Type: numberType},
	{Name: "names", Group: labelsGroup, Label: "names", Help: "where names stand: above the bar, beside it, inside what " +
		"is filled, or over the whole bar", Type: choice(above, beside, inside, over)},
	{Name: "numbers", Group: labelsGroup, Label: "numbers", Help: "where numbers stand; riding on the end of what is " +
		"filled, or hidden, too", Type: choice(above, beside, inside, over, riding, hidden)},
	{Name: "shows", Group: labelsGroup, Label: "shows", Help: "what numbers say: a percentage, the value, or the value " +
		"of the most", Type: kind.ChoiceType{Words: []string{showsPercent, showsValue, showsOf}}},
	{Name: "sort", Group: displayGroup, Label: "sort", Help: "the order in which skills are shown",
		Type: kind.ChoiceType{Words: []string{"as given", "by value", "by name"}}},
	{Name: "ends", Group: displayGroup, Label: "ends", Help: "whether the ends of rings are flat or round",
		Type: kind.ChoiceType{Words: []string{"flat", "round"}}},
	{Name: "from", Group: displayGroup, Label: "begins at", Help: "where rings begin, in degrees clockwise from the " +
		"top: 0 to 359", Type: kind.WholeType{Least: 0, Most: 359}},
	{Name: "turn", Group: displayGroup, Label: "turns", Help: "which way rings go round",
		Type: kind.ChoiceType{Words: []string{"clockwise", anticlockwise}}},
	{Name: "steps", Group: displayGroup, Label: "steps", Help: "how many steps there are; as many as the range has " +
		"where nothing is said", Type: kind.WholeType{Least: 2, Most: mostPips}},
	{Name: "step-fill", Group: displayGroup, Label: "steps fill", Help: "whether a step is filled once it is reached, " +
		"or in part before", Type: kind.ChoiceType{Words: []string{"whole", inPart}}},
	{Name: "ground", Group: displayGroup, Label: "fill's ground",
		Help: "whether a gradient or pattern of the fill lies along what is filled, or along the whole bar",
		Type: kind.ChoiceType{Words: []string{"along the fill", alongTrack}}},
	{Name: "again", Group: displayGroup, Label: "fills", Help: "whether bars fill once, or each time they come into view",
		Type: kind.ChoiceType{Words: []string{"once", eachTime}}},
	{Name: "line", Group: lineGroup, Label: "line", Help: "whether a line marks the average, the target, or nothing",
		Type: kind.ChoiceType{Words: []string{"none", averageLine, targetLine}}},
}

// Words that choices are compared with.
const (
	above, beside, inside, over, riding, hidden = "above", "beside", "inside", "over", "riding", "hidden"
	showsPercent, showsValue, showsOf           = "percent", "value", "value of most"
	alongTrack                                  = "along the bar"
	anticlockwise                               = "anticlockwise"
	eachTime                                    = "each time"
	inPart                                      = "in part"
	averageLine, targetLine                     = "average", "target"
)

func choice(words ...string) kind.ChoiceType { return kind.ChoiceType{Words: words} }

// fresh is the set a designer begins with: four skills to write over.
func fresh(k *kind.Kind, _ string) kind.Set {
	set := kind.Set{Kind: k, Facts: map[string]kind.Value{}, Axes: map[string][]kind.Item{}}
	for i, value := range []string{"90", "75", "60", "40"} {
		n, err := numberType.Parse(value)
		if err != nil {
			panic(err) // a constant of this file
		}
		name := []string{"First skill", "Second skill", "Third skill", "Fourth skill"}[i]
		set.Records = append(set.Records, kind.Record{ID: "skill-" + string(rune('1'+i)),
			Facts: map[string]kind.Value{"name": kind.TextValue(name), "value": n}})
	}
	return set
}

// fromPaste reads a plain list. Values outside their range are kept: a mark offers to mend them.
func fromPaste() *kind.Intake {
	return intake.Plain(fields, "skills down or across, with their values: 80 %, 3 of 5 levels, 1,240 of 2,000 hours",
		"Skill\tValue\tNote\nGuiding\t92 %\topen nights\nImaging\t45 %\t\nDome safety\t5 of 5 levels\t")
}
