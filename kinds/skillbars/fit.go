package skillbars

import (
	"math"
	"slices"

	"rubrel/core/kind"
)

// columnsOf is how many skills of a group stand side by side.
func columnsOf(form string) func(kind.View, int) int {
	return func(v kind.View, width int) int { return newBoard(v, form).lay(width).columns }
}

// runsOf are the texts of every skill: its name and its number where they can stand, and its note.
func runsOf(form string) func(kind.View) []kind.Run {
	return func(v kind.View) []kind.Run {
		b := newBoard(v, form)
		var runs []kind.Run
		for _, g := range b.groups() {
			if g.Heading != "" {
				runs = append(runs, kind.Run{Part: "group", Text: g.Shown})
			}
		}
		for _, x := range b.bars() {
			if !x.NameIn && !x.NameOver { // else it has been placed where it fits
				runs = append(runs, kind.Run{Record: x.ID, Part: "name", Text: x.Title, Key: "name", Even: form == columnForm})
			}
			for _, label := range []struct {
				stands bool
				part   string
				text   string
			}{{x.InGrid, "number", x.Number}, {x.NameIn, "inside", x.Name}, {x.NumberIn, "inside", x.Number},
				{x.NameOver, "over", x.Name}, {x.NumberOver, "over", x.Number}, {x.NumberRide, "riding", x.Number}} {
				if label.stands {
					runs = append(runs, kind.Run{Record: x.ID, Part: label.part, Text: label.text, OneLine: true})
				}
			}
			runs = append(runs, x.NoteRuns...)
		}
		return runs
	}
}

// roomOf is how wide the text of a part may be.
func roomOf(form string) func(kind.View, kind.Ruler, string) float64 {
	return func(v kind.View, r kind.Ruler, part string) float64 {
		b := newBoard(v, form)
		width := r.Width()
		l := b.layAt(r, width)
		room := l.cell
		switch {
		case (form == ringForm || form == halfForm) && b.numbersAt() == beside && part != "skill":
			room -= l.bar + ringMargin
		case (form == ringForm || form == halfForm) && part == "number":
			room = withinRing(form, r)
		case part == "group":
			return l.across
		case slices.Contains([]string{"inside", "over", "riding"}, part):
			room = l.bar
			if form == columnForm {
				room = l.cell
			}
		case part == "name" && l.beside:
			room = l.name - labelGap
		case part == "name" && (form == lineForm || form == stepsForm) && b.numbersAt() == above:
			room -= labelGap + b.widest("number", width, func(x bar) string { return x.Number })
		}
		if part == "name" {
			room -= b.iconRoom(r)
		}
		return room
	}
}

// withinRing is the width of a line of the number in a ring: the chord at its upper edge, and in a ring at its lower
// too.
func withinRing(form string, r kind.Ruler) float64 {
	const lineHeight = 1.2
	inner := r.Length("bar", "width")/2 - r.Length("bar", "stroke-width") - insideRing
	high := r.Size("number") * lineHeight
	if form == ringForm {
		high /= 2
	}
	return 2 * math.Sqrt(max(1, inner*inner-high*high))
}
