package skillbars

import (
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/icon"
	"rubrel/core/kind"
	"rubrel/core/look"
)

var paintProperties = []string{"background-color", "background-image", "opacity", "border", "border-radius",
	"box-shadow"}

// barProperties are those of what may be thinner than its bar.
var barProperties = append(slices.Clone(paintProperties), "stroke-width")

// withoutTiles are the forms whose bars stand beside their words.
var withoutTiles = []string{lineForm, columnForm, ringForm, halfForm, stepsForm}

// withBars are the forms whose bars can have words in them.
var withBars = []string{lineForm, columnForm}

// noteSlot and iconSlot are what a skill shows beside its name, its number and its bar, which are of this kind alone.
var (
	noteSlot = anatomy.Text(kind.Field{Name: "note", Label: "note", Help: "a few words below",
		Type: kind.TextType{Most: 200}, Aliases: []string{"description", "text", "remark", "details"}},
		kind.Part{Parent: "skill", Behind: overTile, Properties: append(slices.Clone(anatomy.TextProperties), "max-width"),
			Defaults: map[string]string{"color": "quiet", "font-size": "type-2", "margin": "space-0 0 0"},
			In:       map[string]map[string]string{tileForm: {"color": "ink"}}})
	iconSlot = anatomy.Icon(kind.Field{Name: "icon", Label: "icon", Help: "the name of an icon: telescope",
		Type: icon.Type{}, Aliases: []string{"symbol"}},
		kind.Part{Help: "the skill's icon", Parent: "name", Behind: overTile,
			Properties: []string{"color", "font-size", "margin", "display"},
			Defaults:   map[string]string{"font-size": "1.25em"}})
)

// parts is the anatomy of skill bars, in the order of the ledger.
var parts = slices.Concat(boardParts, iconSlot.Parts, numberParts, noteSlot.Parts, barParts)

// boardParts are the ground, the groups, and a skill with its name.
var boardParts = []kind.Part{
	{Name: "board", Help: "the ground on which the skills stand", Place: look.BlockItself,
		Properties: anatomy.BlockProperties,
		Defaults: map[string]string{"background-color": "ground", "color": "ink", "font-family": "text",
			"font-size": "type-3", "line-height": "leading-text",
			"padding": "space-6", "padding@middle": "space-5 space-4", "padding@narrow": "space-4 space-3"}},
	{Name: "groups", Help: "the groups side by side", Place: look.BlockItself, Parent: "board",
		Properties: []string{"gap"}, As: map[string]string{"gap": "--rb-groups-gap"},
		Defaults: map[string]string{"gap": "space-6", "gap@narrow": "space-5"}},
	{Name: "group", Text: true, Help: "the heading of a group", Place: look.BlockItself, Parent: "groups",
		Properties: anatomy.TextProperties,
		Defaults: map[string]string{"font-family": "display", "font-weight": "weight-display", "font-size": "type-5",
			"line-height": "leading-tight", "margin": "0 0 space-3"}},
	{Name: "skills", Help: "the skills of a group", Place: look.BlockItself, Parent: "groups",
		Properties: []string{"grid-template-columns", "gap"}, As: map[string]string{"gap": "--rb-gap"},
		Defaults: map[string]string{"grid-template-columns": "auto", "gap": "space-4"}},
	{Name: "skill", Help: "one skill", Place: look.RecordItem, Parent: "skills", Properties: anatomy.RecordProperties,
		As: map[string]string{"text-align": "--rb-align", "border-radius": "--rb-skill-radius",
			"padding": "--rb-skill-padding"},
		Defaults: map[string]string{"padding": "0", "text-align": "start", "border-radius": "radius-2"},
		In:       map[string]map[string]string{tileForm: {"padding": "space-4"}}},
	{Name: "name", Text: true, Help: "the skill's name", Parent: "skill", Behind: overTile,
		Properties: slices.Concat(anatomy.TextProperties, anatomy.EnterProperties),
		Defaults:   map[string]string{"font-weight": "weight-strong", "line-height": "leading-tight"}},
}

// numberParts is the number beside the bar, or in a ring.
var numberParts = []kind.Part{
	{Name: "number", Text: true, Figures: true, Paints: ifNumbers,
		Help: "how far it goes, beside the bar or in a ring", Parent: "skill",
		Behind: overTile, Properties: anatomy.TextProperties,
		Defaults: map[string]string{"line-height": "leading-tight"},
		In: map[string]map[string]string{
			ringForm:   {"font-family": "display", "font-weight": "weight-display", "font-size": "type-6"},
			halfForm:   {"font-family": "display", "font-weight": "weight-display", "font-size": "type-6"},
			tileForm:   {"font-family": "display", "font-weight": "weight-display", "font-size": "type-7"},
			columnForm: {"font-weight": "weight-strong"}}},
}

// barParts are the bar and what stands in it and over it.
var barParts = []kind.Part{
	{Name: "bar", Help: "the bar: its thickness whatever its form, the height of columns, the width of rings, how it " +
		"fills", Parent: "skill",
		Properties: slices.Concat([]string{"stroke-width", "width", "height", "gap", "margin", "display"},
			anatomy.EnterProperties),
		As: map[string]string{"stroke-width": "--rb-thickness", "width": "--rb-size", "height": "--rb-height",
			"gap": "--rb-bar-gap"},
		Defaults: map[string]string{"stroke-width": "12px", "width": "148px", "height": "300px", "height@narrow": "220px",
			"gap": "space-1", "margin": "0",
			"animation-name": "fill", "animation-duration": "900ms", "animation-delay": "80ms each",
			"animation-timing-function": "ease-out", "animation-range-start": "entry 50%", "stroke-width@featured": "18px"},
		In: map[string]map[string]string{columnForm: {"stroke-width": "20px"}}},
	{Name: "track", Fixed: true, Forms: withoutTiles, Help: "the whole bar; it may be thinner than the bar", Parent: "bar",
		Properties: barProperties,
		As:         map[string]string{"border-radius": "--rb-track-radius", "stroke-width": "--rb-track-thickness"},
		Defaults:   map[string]string{"background-color": "line", "border-radius": "99px"}},
	{Name: "fill", Fixed: true, Forms: withoutTiles, Control: true, Ink: "background-color", Help: "what is filled " +
		"of the bar; it may be thinner than the bar",
		Parent: "track", Properties: barProperties,
		As: map[string]string{"border-radius": "--rb-fill-radius", "stroke-width": "--rb-fill-thickness"},
		Defaults: map[string]string{"background-color": "action", "border-radius": "99px",
			"background-color@featured": "good"}},
	{Name: "tile-track", Fixed: true, Forms: []string{tileForm}, Help: "the whole " +
		"tile", Parent: "bar", Properties: paintProperties,
		As:       map[string]string{"border-radius": "--rb-track-radius"},
		Defaults: map[string]string{"background-color": "raised", "border": "1px solid line"}},
	{Name: "tile-fill", Fixed: true, Forms: []string{tileForm}, Help: "what is filled of the tile: quiet, since the " +
		"words stand on it",
		Parent: "tile-track", Properties: []string{"background-color", "background-image", "opacity"},
		Defaults: map[string]string{"background-color": "line"}},
	{
		Name:       "inside",
		Fixed:      true,
		Text:       true,
		Figures:    true,
		Forms:      withBars,
		Paints:     ifLabels(inside),
		Help:       "words on what is filled",
		Parent:     "bar",
		Behind:     onFill,
		Properties: append(slices.Clone(anatomy.TextProperties), "padding"),
		Defaults: map[string]string{"color": "on-action", "font-size": "type-2", "font-weight": "weight-strong",
			"line-height": "leading-tight", "padding": "space-0 space-1"},
	},
	{Name: "outside", Fixed: true, Text: true, Figures: true, Forms: []string{lineForm}, Paints: ifLabels(inside),
		Help: "words that what is filled has no room for, after it", Parent: "bar", Behind: onTrack,
		Properties: append(slices.Clone(anatomy.TextProperties), "padding"),
		Defaults: map[string]string{"font-size": "type-2", "font-weight": "weight-strong", "line-height": "leading-tight",
			"padding": "space-0 space-1"}},
	{Name: "over", Fixed: true, Text: true, Figures: true, Forms: []string{lineForm}, Paints: ifLabels(over),
		Help: "words over the whole bar", Parent: "bar", Behind: onBoth,
		Properties: append(slices.Clone(anatomy.TextProperties), "padding", "background-color",
			"border-radius"),
		Defaults: map[string]string{"font-size": "type-2", "font-weight": "weight-strong", "line-height": "leading-tight",
			"padding": "0 space-0", "margin": "0 space-0", "color": "ink", "background-color": "ground",
			"border-radius": "radius-1"}},
	{Name: "riding", Fixed: true, Text: true, Figures: true, Forms: withBars, Paints: ifLabels(riding, inside),
		Help: "the number that rides on the end of what is filled", Parent: "skill",
		Properties: slices.Concat(anatomy.TextProperties, []string{"background-color", "padding", "border-radius"}),
		Defaults: map[string]string{"font-size": "type-2", "line-height": "leading-tight", "font-weight": "weight-strong",
			"padding": "0"},
		In: map[string]map[string]string{columnForm: {"background-color": "ground", "padding": "2px 4px",
			"border-radius": "radius-1"}}},
	{Name: "aim", Fixed: true, Control: true, Paints: ifLine, Ink: "background-color", Help: "the line at the " +
		"average or the target",
		Parent: "bar", Behind: underAim, Properties: []string{"background-color", "width", "box-shadow", "display"},
		As: map[string]string{"width": "--rb-aim-width"}, Defaults: map[string]string{"background-color": "quiet",
			"width": "2px", "box-shadow": "0 0 0 2px ground"}},
	{Name: "aim-label", Text: true, Paints: ifLine, Help: "what the line says", Place: look.BlockItself, Parent: "board",
		Properties: anatomy.TextProperties,
		Defaults:   map[string]string{"color": "quiet", "font-size": "type-2", "margin": "space-3 0 0"}},
}

// overTile is what lies behind the words of a tile: its bar, filled or not. In other forms they stand beside the bar.
func overTile(_ kind.Set, form string) [][]string {
	if form != tileForm {
		return [][]string{nil}
	}
	return [][]string{{"tile-track"}, {"tile-fill", "tile-track"}}
}

// ifLabels leaves a part out where no names and no numbers stand at any of the places.
func ifLabels(places ...string) func(kind.Set) kind.Paints {
	return func(set kind.Set) kind.Paints {
		return kind.Paints{Absent: !slices.Contains(places, kind.Text(set.Facts, "names")) && !slices.Contains(places,
			kind.Text(set.Facts, "numbers"))}
	}
}

// ifNumbers leaves numbers out where they are hidden.
func ifNumbers(set kind.Set) kind.Paints {
	return kind.Paints{Absent: kind.Text(set.Facts, "numbers") == hidden}
}

// ifLine leaves the line out where none is asked for.
func ifLine(set kind.Set) kind.Paints {
	at := kind.Text(set.Facts, "line")
	return kind.Paints{Absent: at != averageLine && at != targetLine}
}

// underAim is what the line crosses: the bar, filled or not.
func underAim(set kind.Set, form string) [][]string {
	if form == tileForm {
		return overTile(set, form)
	}
	return onBoth(set, form)
}

func onFill(kind.Set, string) [][]string  { return [][]string{{"fill", "track"}} }
func onTrack(kind.Set, string) [][]string { return [][]string{{"track"}} }
func onBoth(kind.Set, string) [][]string  { return [][]string{{"track"}, {"fill", "track"}} }
