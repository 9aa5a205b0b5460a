package anatomy

import (
	"math"
	"strconv"

	"rubrel/core/kind"
	"rubrel/core/layout"
)

// savingEms is the gap between what an option says and what it saves, in ems.
const savingEms = 0.5

// switchLay is how a switch stands: its options in a row where the block is at least so wide, in CSS px, else as a list
// of so many columns.
type switchLay struct {
	row     float64
	columns int
}

// lay measures a switch within some parts of a block at a width.
func (s Switch) lay(v kind.View, width int, within []string) switchLay {
	r := v.Tight.Ruler("", width)
	edges, gap := r.Edges(OptionPart), r.Gap(SwitchPart)
	total, widest := 0.0, 0.0
	for _, option := range s.Options {
		wide, _ := v.Tight.TextWidth(OptionPart, "", option.Label, width)
		if option.Saving != "" {
			saving, _ := v.Tight.TextWidth("saving", "", option.Saving, width)
			wide += saving + savingEms*r.Size(OptionPart)
		}
		wide = math.Ceil(wide) + edges
		total, widest = total+wide, max(widest, wide)
	}
	around := r.Edges(SwitchPart)
	for _, part := range within {
		around += r.Edges(part)
	}
	room := r.Frame() - around
	n := len(s.Options)
	most := max(1, int((room+gap)/(widest+gap)))
	return switchLay{total + float64(n-1)*gap + around, layout.Columns(n, min(most, n))}
}

// SwitchVariables say where switches within some parts of a block are rows and where they are lists, of those that
// become lists.
func SwitchVariables(v kind.View, switches []Switch, within ...string) []kind.Variable {
	var variables []kind.Variable
	if v.Tight == nil {
		return nil
	}
	for _, s := range switches {
		if s.Listed() {
			variables = append(variables, s.variables(v, within)...)
		}
	}
	return variables
}

func (s Switch) variables(v kind.View, within []string) []kind.Variable {
	var variables []kind.Variable
	say := func(width, from int, display, columns, align string) {
		for _, said := range [][2]string{{"display", display}, {"columns", columns}, {"align", align}} {
			variables = append(variables, kind.Variable{Name: "--rb-" + s.Param + "-" + said[0], Width: width, From: from,
				Value: said[1]})
		}
	}
	for width := range v.Widths {
		lay := s.lay(v, width, within)
		if lay.row <= float64(max(v.Widths.From(width), int(v.Tight.Ruler("", width).Frame()))) {
			say(width, 0, "flex", "none", "center")
			continue
		}
		align := "center"
		if lay.columns == 1 {
			align = "space-between"
		}
		say(width, 0, "grid", "repeat("+strconv.Itoa(lay.columns)+",1fr)", align)
		if from := int(math.Ceil(lay.row)); v.Widths[width].Reaches(float64(from)) {
			say(width, from, "flex", "none", "center")
		}
	}
	return variables
}
