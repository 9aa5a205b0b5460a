package points

import (
	"encoding/json"
	"fmt"
	"math"
	"strconv"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// ramp is a way from one colour to another, along which the grounds of panels go from the first point to the last.
type ramp struct{ from, to look.Value }

// between is the word between the colours of a ramp.
const between = " to "

func (r ramp) String() string { return r.from.String() + between + r.to.String() }

// MarshalJSON writes a JSON string.
func (r ramp) MarshalJSON() ([]byte, error) { return json.Marshal(r.String()) }

// rampType is two colours: roles of the house style, or such as CSS can write.
type rampType struct{}

func (rampType) Parse(text string) (kind.Value, error) {
	property, err := look.PropertyNamed("background-color")
	if err != nil {
		return nil, err
	}
	first, second, ok := strings.Cut(strings.ToLower(strings.Join(strings.Fields(text), " ")), between)
	if !ok {
		return nil, fmt.Errorf("%q is no way from one colour to another, such as accent to ink", text)
	}
	var r ramp
	if r.from, err = property.Parse(first, look.Vocabulary{}); err != nil {
		return nil, err
	}
	if r.to, err = property.Parse(second, look.Vocabulary{}); err != nil {
		return nil, err
	}
	return r, nil
}

func (t rampType) Decode(held any) (kind.Value, error) { return kind.DecodeText(t, held) }

func (rampType) Schema() kind.Schema {
	return kind.Schema{"type": "string", "maxLength": 120, "pattern": between}
}

func (rampType) Editor() kind.Editor { return kind.Editor{Align: kind.Left} }

// ramps are the panels whose grounds can go along a ramp: the field that says it, and the class of blocks in which it
// is said.
var ramps = []struct{ part, field, class string }{
	{mediaPart, "signs-ramp", "signs-along"}, {wordsPart, "words-ramp", "words-along"},
}

// rampFields are those of the set.
func rampFields() []kind.Field {
	help := "the ground of the %s, from the first point to the last by equal steps of lightness, chroma and hue " +
		"(OKLCH), under black or white words, whichever stand out: accent to ink"
	return []kind.Field{
		{Name: ramps[0].field, Group: displayGroup, Label: "signs along", Help: fmt.Sprintf(help, "signs"),
			Type: rampType{}},
		{Name: ramps[1].field, Group: displayGroup, Label: "words along", Help: fmt.Sprintf(help, "words"),
			Type: rampType{}},
	}
}

// rampOf is the ramp that a set says in a field.
func rampOf(set kind.Set, field string) (ramp, bool) {
	r, ok := set.Facts[field].(ramp)
	return r, ok
}

// rampClasses are the classes of a block whose panels go along ramps.
func rampClasses(set kind.Set) []string {
	var classes []string
	for _, panel := range ramps {
		if _, ok := rampOf(set, panel.field); ok {
			classes = append(classes, anatomy.Class(panel.class))
		}
	}
	return classes
}

// rampVariables are the ends of the ramps, and how far along them each point is.
func rampVariables(v kind.View) []kind.Variable {
	var variables []kind.Variable
	for _, panel := range ramps {
		if r, ok := rampOf(v.Set, panel.field); ok {
			variables = append(variables, kind.Variable{Name: "--rb-" + panel.part + "-from", Value: r.from.CSS()},
				kind.Variable{Name: "--rb-" + panel.part + "-to", Value: r.to.CSS()})
		}
	}
	if variables == nil {
		return nil
	}
	last := max(1, len(v.Set.Records)-1)
	for i, record := range v.Set.Records {
		along := math.Round(1000*float64(i)/float64(last)) / 10
		variables = append(variables, kind.Variable{Name: "--rb-along", Record: record.ID,
			Value: strconv.FormatFloat(along, 'f', -1, 64) + "%"})
	}
	return variables
}

// onRamps is the slot of signs whose panel may go along a ramp.
func onRamps(slot anatomy.Slot) anatomy.Slot {
	own := slot.Parts[0].Paints
	slot.Parts[0].Paints = func(set kind.Set) kind.Paints {
		if paints := own(set); paints.Absent {
			return paints
		}
		return onRamp(ramps[0].field)(set)
	}
	return slot
}

// onRamp says of a panel along a ramp that its colours are the ramp's, and that what stands on it stands out.
func onRamp(field string) func(kind.Set) kind.Paints {
	return func(set kind.Set) kind.Paints {
		if _, ok := rampOf(set, field); !ok {
			return kind.Paints{}
		}
		why := "the set says a ramp of colours"
		return kind.Paints{StandsOut: true, Idle: map[string]string{"background-color": why, "color": why}}
	}
}
