package anatomy

import (
	"cmp"
	"fmt"
	"html/template"
	"slices"
	"strconv"

	"rubrel/core/kind"
)

// Signs are what stands at the heads of records: what each says, or its number or its letter among them.
var Signs = kind.ChoiceType{Words: []string{"icons and pictures", "numbers", "letters"}}

// MediaFields are what is said of the head of a record: the icon, the picture with what it shows, and of the set
// whether numbers or letters stand in their place.
type MediaFields struct{ Icon, Picture, Shows, Signs kind.Field }

// Media is what stands at the head of a record, in an element of its own: its picture or else its icon, or, where the
// set asks for them, its number or its letter.
func Media(fields MediaFields, part, icon, sign, picture kind.Part) Slot {
	pictures, icons := Picture(fields.Picture, fields.Shows, picture), Icon(fields.Icon, icon)
	if part.Properties == nil {
		part.Properties = []string{"margin", "display"}
	}
	signed := func(set kind.Set) bool { return Signed(set, fields) }
	part.Paints = func(set kind.Set) kind.Paints {
		return kind.Paints{Absent: !signed(set) && IfSaid(fields.Icon.Name, fields.Picture.Name)(set).Absent}
	}
	for _, own := range []*kind.Part{&icons.Parts[0], &pictures.Parts[0]} {
		said := own.Paints
		own.Paints = func(set kind.Set) kind.Paints { return kind.Paints{Absent: signed(set) || said(set).Absent} }
	}
	sign.Text, sign.Figures = true, true
	if sign.Properties == nil {
		sign.Properties = slices.Concat(TextProperties, ShapeProperties, EnterProperties)
	}
	sign.Paints = func(set kind.Set) kind.Paints { return kind.Paints{Absent: !signed(set)} }
	shown := func(at At) (html template.HTML, text string) {
		place := slices.IndexFunc(at.View.Set.Records, func(r kind.Record) bool { return r.ID == at.Record.ID })
		if text = signOf(at.View.Set, place, fields.Signs.Name); text != "" {
			return template.HTML(`<span class="` + Class(sign.Name) + `" aria-hidden="true">` + text + "</span>"), text
		}
		return cmp.Or(pictures.HTML(at), icons.HTML(at)), ""
	}
	return Slot{
		Fields: []kind.Field{fields.Icon, fields.Picture, fields.Shows},
		Parts:  slices.Concat([]kind.Part{part}, icons.Parts, []kind.Part{sign}, pictures.Parts),
		CSS:    "justify-items: var(--rb-align); align-items: end; display: grid; min-inline-size: 0;",
		HTML: func(at At) template.HTML {
			html, _ := shown(at)
			if html == "" {
				return ""
			}
			return template.HTML(`<div class="`+Class(part.Name)+`">`) + html + "</div>"
		},
		Runs: func(at At) []kind.Run {
			_, text := shown(at)
			if text == "" {
				return nil
			}
			return []kind.Run{{Part: sign.Name, Text: text, OneLine: true}}
		},
	}
}

// Signed reports whether numbers or letters stand at the heads of records.
func Signed(set kind.Set, fields MediaFields) bool { return signOf(set, 0, fields.Signs.Name) != "" }

// signOf is the number or the letter of a record among the others; "" where the set asks for none.
func signOf(set kind.Set, place int, field string) string {
	switch kind.Text(set.Facts, field) {
	case Signs.Words[1]:
		return strconv.Itoa(place + 1)
	case Signs.Words[2]:
		return letters(place)
	}
	return ""
}

// letters counts with capital letters: A to Z, AA, AB and so on.
func letters(place int) string {
	const alphabet = 26
	text := ""
	for n := place + 1; n > 0; n = (n - 1) / alphabet {
		text = string(rune('A'+(n-1)%alphabet)) + text
	}
	return text
}

// besidePicture is how wide a picture is that stands beside words, in CSS px, where the look does not say (common
// practice).
const besidePicture = 120.0

// MediaWide measures how wide a head is that stands beside words: its widest icon, number, letter or picture.
func MediaWide(fields MediaFields, icon, sign, picture string) func(kind.View, kind.Ruler) float64 {
	return func(v kind.View, r kind.Ruler) float64 {
		if Signed(v.Set, fields) {
			return IconWide(sign)(v, r)
		}
		wide := 0.0
		for _, record := range v.Set.Records {
			switch {
			case v.Set.Said(record, fields.Picture.Name) != nil:
				said := r.Length(picture, "width")
				if said == 0 {
					said = besidePicture
				}
				wide = max(wide, said)
			case v.Set.Said(record, fields.Icon.Name) != nil:
				wide = max(wide, IconWide(icon)(v, r))
			}
		}
		return wide
	}
}

// MediaCSS is the layout of what heads hold. Padding makes the ground of an icon or a number larger than what stands on
// it.
func MediaCSS(icon, sign, picture string) string {
	return "." + Class(icon) + " { line-height: 1; inline-size: fit-content; }\n" +
		"." + Class(icon) + " svg { display: block; inline-size: 1em; block-size: 1em; overflow: hidden; fill: none; " +
		"stroke: currentColor; stroke-width: 2; stroke-linecap: round; stroke-linejoin: round; }\n" +
		"." + Class(sign) + " { display: block; box-sizing: content-box; inline-size: max-content; min-inline-size: 1em; " +
		"text-align: center; }\n" +
		"." + Class(picture) + " { display: block; inline-size: 100%; block-size: auto; }\n" +
		fmt.Sprintf(":is(.%s, .%s, .%s) .%s { inline-size: %gpx; }\n", Class(sideClasses[AtStart]),
			Class(sideClasses[AtEnd]), Class(sideClasses[ByHeading]), Class(picture), besidePicture)
}
