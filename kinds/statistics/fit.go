package statistics

import (
	"strconv"

	"rubrel/core/kind"
)

// leastShare is that of its size down to which a value shrinks: see .rb-shown in sheet.css.
const leastShare = 0.5

// ems is how wide a figure is, in its own font size: as its fonts have it, or about.
func (s *sheet) ems(f figure) float64 {
	if s.v.Measure != nil {
		size := s.v.Measure.Ruler(f.ID, 0).Length("value", "font-size")
		wide, known := 0.0, size > 0
		for part, text := range map[string]string{"prefix": f.Prefix, "digits": f.Before + f.Digits + f.After,
			"unit": f.Unit} {
			if text == "" {
				continue
			}
			of, ok := s.v.Measure.TextWidth(part, f.ID, text, 0)
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
	return []kind.Run{{Part: "digits", Text: f.Before + f.Digits + f.After, OneLine: true, Shrinks: s.widestEms(),
		LeastShare: leastShare}}
})

// variablesOf says how wide the widest figure is.
func variablesOf(form string) func(kind.View) []kind.Variable {
	return func(v kind.View) []kind.Variable {
		return []kind.Variable{{Name: "--rb-ems", Value: strconv.FormatFloat(newSheet(v, form).widestEms(), 'f', 2, 64)}}
	}
}
