package statistics

import (
	"slices"
	"strconv"

	"rubrel/core/kind"
)

// leastShare is that of its size down to which a value shrinks.
const leastShare = 0.5

// wideEms is from how many ems of its size on a figure may have no room on a phone at leastShare of it.
const wideEms = 6.0

// ems is how wide a figure is, in its own font size: as its fonts have it, or about.
func (s *sheet) ems(f figure) float64 {
	if s.v.Measure != nil {
		size := s.v.Measure.Ruler(f.ID, 0).Size("value")
		wide, known := 0.0, size > 0
		for _, piece := range f.pieces() {
			of, ok := s.v.Measure.TextWidth(piece.Part, f.ID, piece.Text, 0)
			wide, known = wide+of, known && ok
		}
		if known {
			const slack = 1.02 // tabular figures are a little wider than others in some fonts
			return wide / size * slack
		}
	}
	const digit, small = 0.62, 0.4
	return digit*float64(len([]rune(f.Before+f.Digits+f.After))) + small*float64(len([]rune(f.Prefix))+len([]rune(f.Unit)))
}

// pieces are the parts of a figure's value, in the order in which they stand.
func (f figure) pieces() []kind.Piece {
	prefix, digits, unit := kind.Piece{Part: "prefix", Text: f.Prefix}, kind.Piece{Part: "digits",
		Text: f.Before + f.Digits + f.After}, kind.Piece{Part: "unit", Text: f.Unit}
	all := []kind.Piece{prefix, digits, unit}
	if f.UnitFirst {
		all = []kind.Piece{prefix, unit, digits}
	}
	all[0].Text = f.Minus + all[0].Text
	return slices.DeleteFunc(all, func(p kind.Piece) bool { return p.Text == "" })
}

// widestEms is how wide the widest figure is, in its own font size.
func (s *sheet) widestEms() float64 {
	if s.widest == 0 {
		s.widest = 1
		for _, f := range s.figures() {
			s.widest = max(s.widest, s.ems(f))
		}
	}
	return s.widest
}

// valueRuns is the number, which all figures set as small as the widest of them needs.
var valueRuns = of(func(s *sheet, f figure) []kind.Run {
	if !f.Known {
		return nil
	}
	run := kind.Run{Part: "value", OneLine: true, Shrinks: s.widestEms(), LeastShare: leastShare,
		ShrinksAlone: s.ems(f)}
	for _, piece := range f.pieces() {
		run.Text += piece.Text
		run.Pieces = append(run.Pieces, piece)
	}
	return []kind.Run{run}
})

func px(n float64) string { return strconv.FormatFloat(n, 'f', -1, 64) + "px" }

// variablesOf says how wide the widest figure is, and down to what share of its size a value shrinks.
func variablesOf(form string) func(kind.View) []kind.Variable {
	return func(v kind.View) []kind.Variable {
		s := newSheet(v, form)
		write := func(ems float64) string { return strconv.FormatFloat(ems, 'f', 2, 64) }
		variables := []kind.Variable{{Name: "--rb-ems", Value: write(s.widestEms())},
			{Name: "--rb-least-value", Value: strconv.FormatFloat(leastShare, 'f', -1, 64) + "em"},
			{Name: "--rb-least-type", Value: px(kind.LeastType)}}
		for _, f := range s.figures() {
			if ems := s.ems(f); ems >= wideEms {
				variables = append(variables, kind.Variable{Name: "--rb-own-ems", Record: f.ID, Value: write(ems)})
			}
		}
		return variables
	}
}
