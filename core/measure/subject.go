// Package measure works out what a block looks like before a browser draws it: what is said of each part where it
// stands, in CSS px, and how its texts are set in the room that they have.
package measure

import (
	"cmp"
	"slices"
	"time"

	"rubrel/core/document"
	"rubrel/core/hyphen"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/typeset"
)

// Subject is a block as it is shown: with its look, in the schemes that visitors see, at a time.
type Subject struct {
	Site    *document.Site
	Block   *document.Block
	Cascade look.Cascade
	Schemes map[string]look.Tokens // by scheme: light, dark, or both
	Now     time.Time
	View    kind.View     // what its form is given to show
	Book    *typeset.Book // the fonts that visitors get; nil where they are not known
	Within  []Subject     // the blocks that stand within it
}

// Measured is the subject with a view that can measure its look, where the fonts are known, and hyphenate its words.
func (s Subject) Measured() Subject {
	syllables := hyphen.For(s.View.Locale)
	s.View.Memo = &kind.Memo{}
	if s.Book == nil {
		s.View.Hyphenate = func(run kind.Run) string { return syllables.Text(run.Text) }
		return s
	}
	s.View.Measure = measure{s.texts(nil), syllables}
	tight := s
	tight.Cascade.Widths = narrowest(s.Cascade.Widths)
	m := measure{tight.texts(nil), syllables}
	m.Look = m.Anew(tight.Cascade.Index())
	s.View.Tight = m
	view := s.View
	s.View.Hyphenate = func(run kind.Run) string { return m.soften(view, run) }
	return s
}

// narrowest are widths whose frames are as narrow as each width goes.
func narrowest(widths look.Widths) look.Widths {
	list := slices.Clone(widths)
	for i := range list {
		list[i].Frame = min(list[i].Frame, widths.Least(i))
	}
	return list
}

// Look is the subject's look in the plain scheme: the light one, or the dark one where there is no other. It is the
// measure of what does not depend on colours.
func (s Subject) Look() Look {
	tokens, ok := s.Schemes[string(document.LightScheme)]
	if !ok {
		tokens = s.Schemes[string(document.DarkScheme)]
	}
	set := s.Site.SetOf(s.Block).Set
	l := Look{Kind: set.Kind, Set: set, Form: s.Block.Form, Cascade: s.Cascade, Tokens: tokens,
		Paints: map[string]kind.Paints{}}
	for _, part := range set.Kind.Parts {
		if part.Paints != nil {
			l.Paints[part.Name] = part.Paints(set)
		}
	}
	if m, ok := s.View.Measure.(measure); ok { // what it has found of the look, it need not find again
		l.known = m.known
	}
	l.known = cmp.Or(l.known, newKnown())
	return l
}

// Texts are the subject's texts as they are set. It is false where its form says none, or its fonts are not known.
func (s Subject) Texts() (*Texts, bool) {
	form := s.Site.FormOf(s.Block)
	if form.Runs == nil || s.Book == nil {
		return nil, false
	}
	return s.texts(form.Runs(s.View)), true
}

// TightTexts are those of a subject that is Measured where its block is as narrow as each width goes.
func (s Subject) TightTexts(runs []kind.Run) (*Texts, bool) {
	m, ok := s.View.Tight.(measure)
	if !ok {
		return nil, false
	}
	texts := *m.Texts
	texts.Runs = runs
	return &texts, true
}

func (s Subject) texts(runs []kind.Run) *Texts {
	return &Texts{Look: s.Look(), Runs: runs, View: s.View, form: s.Site.FormOf(s.Block), book: s.Book}
}
