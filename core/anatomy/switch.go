package anatomy

import (
	_ "embed"
	"fmt"
	"html/template"
	"slices"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/markup"
)

//go:embed switch.css
var switchCSS string

// SwitchCSS is the layout of switches.
func SwitchCSS() string {
	return switchCSS + fmt.Sprintf(".rb-label { column-gap: %gem; }\n", savingEms)
}

// The names of a switch's parts.
const (
	SwitchPart = "switch"
	OptionPart = "option"
)

// Shapes are those of a switch: the first where nothing is said.
var Shapes = []string{"bar", "rail", "chips", "lever"}

// Switch is a choice that a visitor has among sides, one of which is always chosen. It is a group of radio buttons, and
// needs no script.
type Switch struct {
	Legend  string // what is chosen, for a screen reader
	Name    string // of its radio buttons
	Param   string // what the choice is called in an address
	Shape   string // one of Shapes
	Class   string // further classes
	Options []Option
}

// Option is a side that can be chosen.
type Option struct {
	Class, Value, Label string
	Saving              string // what choosing it saves
	Quiet               bool   // it is held back
	Checked             bool
	// Regions are those whose visitors find it chosen (ISO 3166), where a script can tell; none where it is for all.
	Regions []string
}

// ShapeOf is the shape of a switch of so many sides: a lever has two, and with more is a bar.
func ShapeOf(said string, sides int) string {
	if !slices.Contains(Shapes, said) || said == "lever" && sides != 2 {
		return Shapes[0]
	}
	return said
}

// Listed reports whether the switch becomes a list where its sides have no room in a row: chips are a list as they are,
// and a lever has two sides.
func (s Switch) Listed() bool { return s.Shape == "bar" || s.Shape == "rail" }

// SwitchesHTML writes switches into a form of their own, which keeps each apart from one of the same name on the page;
// its method sends nothing.
func SwitchesHTML(switches []Switch) template.HTML {
	if len(switches) == 0 {
		return ""
	}
	var sets []template.HTML
	for _, s := range switches {
		inside := []template.HTML{markup.Element("legend", markup.Class("rb-spoken"), markup.Text(s.Legend))}
		for i, option := range s.Options {
			inside = append(inside, s.optionHTML(i, option))
		}
		sets = append(sets, markup.Element("fieldset", Classed(SwitchPart, "rb-is-"+s.Shape, s.Class), inside...))
	}
	return markup.Element("form", markup.Class("rb-switches").With("method", "dialog"), sets...)
}

func (s Switch) optionHTML(place int, option Option) template.HTML {
	input := markup.Class("rb-radio", option.Class).With("type", "radio").With("name", s.Name).
		With("value", option.Value).With("data-param", s.Param)
	if option.Checked {
		input = input.Flag("checked")
	}
	if len(option.Regions) > 0 {
		input = input.With("data-regions", strings.Join(option.Regions, " "))
	}
	label := markup.Text(option.Label)
	if option.Saving != "" {
		label += markup.Element("span", markup.Class("rb-saving"), markup.Text(option.Saving))
	}
	return markup.Element("label", markup.Class(option.classes(place)), markup.Void("input", input),
		markup.Element("span", markup.Class("rb-label"), label))
}

// classes are those of an option: the first and the second can have looks of their own.
func (o Option) classes(place int) string {
	classes := Class(OptionPart) + " " + []string{"rb-first", "rb-second", ""}[min(place, 2)]
	if o.Quiet {
		classes += " rb-quiet"
	}
	return strings.TrimSpace(classes)
}

// What of a switch's look its layout uses elsewhere than on the part itself.
var (
	sideAs = map[string]string{"color": "--rb-side-ink", "background-color": "--rb-side-ground",
		"border-radius": "--rb-side-radius", "accent-color": "--rb-side-mark"}
	inkAs = map[string]string{"color": sideAs["color"], "background-color": sideAs["background-color"]}
)

// SwitchParts are the parts of a switch within a part of a block, whose shape and number of sides follow from the set.
func SwitchParts(parent, help string, shape func(kind.Set) string) []kind.Part {
	block := func(p kind.Part) kind.Part {
		p.Place = look.BlockItself
		return p
	}
	return []kind.Part{
		block(kind.Part{Name: SwitchPart, Help: help, Parent: parent, Paints: switchPaints(shape),
			Properties: slices.Concat(BoxProperties, []string{"flex-direction", "gap", "margin", "height"}),
			As: map[string]string{"background-color": "--rb-bar-ground", "border": "--rb-bar-rim",
				"border-radius": "--rb-bar-radius", "padding": "--rb-bar-padding", "gap": "--rb-bar-gap",
				"flex-direction": "--rb-stack", "height": "--rb-lever"},
			Defaults: map[string]string{"flex-direction": "row", "gap": "space-0", "margin": "0 0 space-5", "height": "20px",
				"margin@narrow": "0 0 space-4", "border": "1px solid line", "border-radius": "radius-2",
				"padding": "space-0", "background-color": "raised"}}),
		block(kind.Part{Name: OptionPart, Text: true, Pressed: true, LeastHeight: 32, Help: "one side of the switch",
			Parent: SwitchPart, Paints: sidePaints(shape),
			Properties: slices.Concat(TextProperties, BoxProperties, []string{"accent-color"}), As: sideAs,
			Defaults: map[string]string{
				"background-color": "transparent", "color": "quiet", "font-size": "type-3", "font-weight": "weight-strong",
				"line-height": "leading-tight", "padding": "space-1 space-3", "padding@narrow": "space-1 space-2",
				"border-radius":             "radius-2",
				"background-color@selected": "action", "color@selected": "on-action", "color@hover": "ink",
				"accent-color": "action",
			}}),
		block(kind.Part{Name: "first", Variant: true, Help: "the first side of the switch", Parent: OptionPart,
			Properties: []string{"color", "background-color", "font-weight"}, As: inkAs, Defaults: map[string]string{}}),
		block(kind.Part{Name: "second", Variant: true, Help: "the second side of the switch", Parent: OptionPart,
			Properties: []string{"color", "background-color", "font-weight"}, As: inkAs, Defaults: map[string]string{}}),
	}
}

// QuietPart is the look of the option that is held back.
func QuietPart() kind.Part {
	return kind.Part{Name: "quiet", Variant: true, Help: "the side of the switch that is held " +
		"back", Place: look.BlockItself,
		Parent: OptionPart, Properties: []string{"color", "background-color", "font-weight", "font-size"}, As: inkAs,
		Defaults: map[string]string{"font-weight": "weight-text"}}
}

// switchPaints says that only a bar has a ground, and only a lever a height: see switch.css.
func switchPaints(shape func(kind.Set) string) func(kind.Set) kind.Paints {
	return func(set kind.Set) kind.Paints {
		paints := kind.Paints{NoGround: shape(set) != "bar"}
		if shape(set) != "lever" {
			paints.Idle = map[string]string{"height": "only a lever has a height of its own"}
		}
		return paints
	}
}

// sidePaints says that on a rail and beside a lever a side has no ground, and its words take the colour of the mark
// when it is chosen.
func sidePaints(shape func(kind.Set) string) func(kind.Set) kind.Paints {
	return func(set kind.Set) kind.Paints {
		if is := shape(set); is == "rail" || is == "lever" {
			return kind.Paints{NoGround: true, SelectedInk: "accent-color", Idle: map[string]string{"background-color": "a " +
				is + " has no ground: accent-color shows what is chosen"}}
		}
		return kind.Paints{Idle: map[string]string{"accent-color": "what is chosen is shown by its ground"}}
	}
}
