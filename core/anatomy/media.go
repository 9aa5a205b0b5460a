package anatomy

import (
	"cmp"
	"fmt"
	"html/template"
	"slices"
	"strconv"

	"rubrel/core/icon"
	"rubrel/core/kind"
	"rubrel/core/markup"
)

// Signs are what stands at the heads of records: what each says, or its number or its letter among them.
var Signs = kind.ChoiceType{Words: []string{"icons and pictures", "numbers", "letters"}}

// MediaFields are what is said of the head of a record: the icon, the picture with what it shows, and of the set
// whether numbers or letters stand in their place.
type MediaFields struct{ Icon, Picture, Shows, Signs kind.Field }

// NewMediaFields are the usual fields of a head: those that few records need in a group of the ledger, what is said of
// the set in another.
func NewMediaFields(group, ofSet string) MediaFields {
	return MediaFields{
		Icon: kind.Field{Name: "icon", Label: "icon", Help: "an icon, by its name or by what it means: clock",
			Type: icon.Type{}, Aliases: []string{"symbol", "pictogram"}},
		Picture: kind.Field{Name: "picture", Group: group, Label: "picture",
			Help: "one of the site's pictures, in the icon's place", Type: kind.RefType{To: kind.PictureOffer},
			Aliases: []string{"image", "photo"}},
		Shows: kind.Field{Name: "shows", Group: group, Label: "what it shows",
			Help: "of the picture, for those who do not see it; or " + Decorative, Type: kind.TextType{Most: 200},
			Aliases: []string{"alt", "alternative text"}},
		Signs: kind.Field{Name: "signs", Group: ofSet, Label: "signs",
			Help: "what stands at the heads: icons and pictures, or numbers or letters in their place", Type: Signs},
	}
}

// Media is what stands at the head of a record, in an element of its own: its picture or else its icon, or, where the
// set asks for them, its number or its letter.
func Media(fields MediaFields, part, drawing, sign, picture kind.Part) Slot {
	picture = named(picture, fields.Picture)
	pictures, icons := Picture(fields.Picture, fields.Shows, picture), Icon(fields.Icon, drawing)
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
			return markup.Element("span", Classed(sign.Name)+markup.Unspoken, markup.Text(text)), text
		}
		return cmp.Or(pictures.HTML(at), icons.HTML(at)), ""
	}
	return Slot{
		Fields: []kind.Field{fields.Icon, fields.Picture, fields.Shows},
		Parts:  slices.Concat([]kind.Part{part}, icons.Parts, []kind.Part{sign}, pictures.Parts),
		CSS:    "justify-items: var(--rb-align); align-items: end; display: grid; min-inline-size: 0;",
		Rules:  icons.Rules + pictures.Rules + signRules(Class(sign.Name)) + besideRules(Class(picture.Name)),
		Check: func(b Body, v kind.View) []kind.Finding {
			if signed(v.Set) {
				return nil
			}
			return pictures.Check(b, v)
		},
		Variables: pictures.Variables,
		HTML: func(at At) template.HTML {
			html, _ := shown(at)
			if html == "" {
				return ""
			}
			return markup.Element("div", Classed(part.Name), html)
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

// signRules make the ground of a number at least as wide as high; its padding makes it larger.
func signRules(class string) string {
	return "." + class + " { display: block; box-sizing: content-box; inline-size: max-content; min-inline-size: 1em; " +
		"text-align: center; }\n"
}

// besideRules are how wide a picture is above words, and beside them.
func besideRules(class string) string {
	return fmt.Sprintf(".%s { inline-size: 100%%; }\n:is(.%s, .%s, .%s) .%s { inline-size: %gpx; }\n", class,
		Class(sideClasses[AtStart]), Class(sideClasses[AtEnd]), Class(sideClasses[ByHeading]), class, besidePicture)
}

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
