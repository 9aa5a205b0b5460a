package measure

import (
	"slices"

	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/typeset"
)

// settings are how each property that sets text (look.Property.SetsText) does so.
var settings = map[string]func(t *Texts, part kind.Part, at look.Target, style *typeset.Style){
	"font-family":    (*Texts).setFace,
	"font-weight":    (*Texts).setFace,
	"font-size":      (*Texts).setSize,
	"letter-spacing": (*Texts).setLetterSpacing,
	"word-spacing":   (*Texts).setWordSpacing,
	"text-transform": (*Texts).setTransform,
}

// style is how a part's text is set.
func (t *Texts) style(part kind.Part, at look.Target) typeset.Style {
	return found(t.Look, t.known.styles, part.Name, at, func() typeset.Style { return t.readStyle(part, at) })
}

func (t *Texts) readStyle(part kind.Part, at look.Target) typeset.Style {
	style := typeset.Style{Language: t.View.Locale,
		Figures: slices.ContainsFunc(t.Around(part), func(outer kind.Part) bool { return outer.Figures })}
	for _, set := range settings {
		set(t, part, at, &style)
	}
	return style
}

func (t *Texts) setSize(part kind.Part, at look.Target, style *typeset.Style) {
	style.Size = t.Size(part, at)
}

func (t *Texts) setFace(part kind.Part, at look.Target, style *typeset.Style) {
	style.Face = t.face(part, at)
}

func (t *Texts) face(part kind.Part, at look.Target) *typeset.Face {
	said, _, _ := t.Said(part, "font-family", at)
	family, is := t.Value(said.Value).(look.Family)
	if !is {
		return nil
	}
	return t.book.Find(family, int(t.Weight(part, at)))
}

func (t *Texts) setLetterSpacing(part kind.Part, at look.Target, style *typeset.Style) {
	style.LetterSpacing = t.spacing(part, at, "letter-spacing")
}

func (t *Texts) setWordSpacing(part kind.Part, at look.Target, style *typeset.Style) {
	style.WordSpacing = t.spacing(part, at, "word-spacing")
}

func (t *Texts) spacing(part kind.Part, at look.Target, property string) float64 {
	said, from, _ := t.Said(part, property, at)
	if length, ok := said.Value.(look.Length); ok {
		return t.Pixels(length, t.Size(from, at), at) // an em is that of the part which says it
	}
	return 0
}

func (t *Texts) setTransform(part kind.Part, at look.Target, style *typeset.Style) {
	if said, _, ok := t.Said(part, "text-transform", at); ok {
		style.Transform = typeset.Transform(said.Value.CSS())
	}
}
