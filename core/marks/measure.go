package marks

import (
	"rubrel/core/kind"
)

// measure measures a subject's look for its form.
type measure struct{ f *fitter }

// Measured is the subject with a view that can measure its look, where the fonts are known.
func (s Subject) Measured() Subject {
	set, ok := s.Site.SetByID(s.Block.SetID)
	if !ok || s.Book == nil {
		return s
	}
	if form, ok := set.Kind.FormNamed(s.Block.Form); ok {
		s.View.Measure = measure{s.fitterOfLook(set.Set, form)}
	}
	return s
}

// Ruler is the ruler for a record at a width.
func (m measure) Ruler(record string, width int) kind.Ruler {
	return ruler{m.f.p, m.f.target(record, width)}
}

// TextWidth is how wide a part's text is on one line.
func (m measure) TextWidth(part, record, text string, width int) (float64, bool) {
	declared, ok := m.f.set.Kind.PartNamed(part)
	if !ok {
		return 0, false
	}
	t := m.f.target(record, width)
	style := m.f.style(declared, t)
	if style.Face == nil {
		return 0, false
	}
	return m.f.Book.Width(style, m.f.cased(declared, t, text))
}
