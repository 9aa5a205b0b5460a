package pricing

import (
	"math"
	"strconv"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/layout"
)

// savingEms is the gap between what a side says and what it saves, in ems.
const savingEms = 0.5

// switchLay is how a switch stands: its sides in a row where the block is at least so wide, in CSS px, else as a list
// of so many columns.
type switchLay struct {
	row     float64
	columns int
}

// layOf measures a switch at a width.
func (s *shop) layOf(v anatomy.Switch, width int) switchLay {
	r := s.v.Tight.Ruler("", width)
	edges, gap := r.Edges("option"), r.Gap("switch")
	total, widest := 0.0, 0.0
	for _, option := range v.Options {
		wide, _ := s.v.Tight.TextWidth("option", "", option.Label, width)
		if option.Saving != "" {
			saving, _ := s.v.Tight.TextWidth("saving", "", option.Saving, width)
			wide += saving + savingEms*r.Size("option")
		}
		wide = math.Ceil(wide) + edges
		total, widest = total+wide, max(widest, wide)
	}
	around := r.Edges("table") + r.Edges("switch")
	room := r.Frame() - around
	n := len(v.Options)
	most := max(1, int((room+gap)/(widest+gap)))
	return switchLay{total + float64(n-1)*gap + around, layout.Columns(n, min(most, n))}
}

// switchVariables say where a switch is a row and where it is a list.
func (s *shop) switchVariables() []kind.Variable {
	var variables []kind.Variable
	if s.v.Tight == nil {
		return nil
	}
	for _, v := range s.switches() {
		if !v.Listed() {
			continue
		}
		say := func(width, from int, display, columns, align string) {
			for _, said := range [][2]string{{"display", display}, {"columns", columns}, {"align", align}} {
				variables = append(variables, kind.Variable{Name: "--rb-" + v.Param + "-" + said[0], Width: width, From: from,
					Value: said[1]})
			}
		}
		for width := range s.v.Widths {
			lay, narrowest := s.layOf(v, width), 0
			if width+1 < len(s.v.Widths) {
				narrowest = s.v.Widths[width+1].Below
			}
			if lay.row <= float64(max(narrowest, int(s.v.Tight.Ruler("", width).Frame()))) {
				say(width, 0, "flex", "none", "center")
				continue
			}
			align := "center"
			if lay.columns == 1 {
				align = "space-between"
			}
			say(width, 0, "grid", "repeat("+strconv.Itoa(lay.columns)+",1fr)", align)
			if from := int(math.Ceil(lay.row)); s.v.Widths[width].Below == 0 || from < s.v.Widths[width].Below {
				say(width, from, "flex", "none", "center")
			}
		}
	}
	return variables
}
