package team

import (
	"html/template"
	"net/url"
	"slices"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/markup"
	"rubrel/core/richtext"
	"rubrel/core/typeset"
	"rubrel/formats/vcard"
)

// cardOf is a person's address card.
func cardOf(v kind.View, r kind.Record) vcard.Person {
	p := vcard.Person{Name: kind.Text(r.Facts, nameField), Title: kind.Text(r.Facts, "position"),
		Note: richtext.Plain(kind.Text(r.Facts, "text")), Email: kind.Text(r.Facts, "email"),
		Organization: said(v.Set, organizationField.Name)}
	if text := kind.Text(r.Facts, "telephone"); text != "" {
		p.Telephone = strings.TrimPrefix(phoneOf(text, regionOf(v.Set, v.Locale)).URI, "tel:")
	}
	for _, profile := range profilesOf(v.Set, r) {
		p.Profiles = append(p.Profiles, vcard.Profile{Label: profile.Label, Address: profile.Address})
	}
	return p
}

// older is the address card that programs read which do not know the present version.
const older = "older (3.0)"

// cardVersion is the version of the cards that visitors can save; "" for none.
func cardVersion(set kind.Set) vcard.Version {
	switch said(set, "card") {
	case yes:
		return vcard.V4
	case older:
		return vcard.V3
	}
	return ""
}

// addressCard is a link with which a visitor saves a person's card. The card is in the page, so that it is there
// wherever the page is.
func addressCard() anatomy.Slot {
	text := func(at anatomy.At) string {
		if cardVersion(at.View.Set) == "" {
			return ""
		}
		words, _ := wordsFor(at.View.Locale)
		return at.View.Soft(savePart, at.Record.ID, words.Save)
	}
	line := savePart + "-line"
	return anatomy.Slot{
		Element: line,
		Rules:   "." + anatomy.Class(savePart) + " { display: inline-block; }\n",
		Parts: []kind.Part{{Name: savePart, Text: true, Pressed: true, Help: "the link with which a visitor saves the card",
			Paints:     func(set kind.Set) kind.Paints { return kind.Paints{Absent: cardVersion(set) == ""} },
			Properties: slices.Concat(anatomy.TextProperties, anatomy.BoxProperties),
			Defaults: map[string]string{"color": "ink", "font-size": "type-2",
				"text-decoration": "underline", "text-decoration@hover": "none", "padding": "3px 0"},
			In: map[string]map[string]string{overForm: onPicture}}},
		HTML: func(at anatomy.At) template.HTML {
			shown := text(at)
			if shown == "" {
				return ""
			}
			card, err := vcard.Write([]vcard.Person{cardOf(at.View, at.Record)}, cardVersion(at.View.Set))
			if err != nil {
				return ""
			}
			name := kind.Text(at.Record.Facts, nameField)
			link := anatomy.Classed(savePart).With("href", "data:text/vcard;charset=utf-8,"+url.PathEscape(card)).
				With("download", name+".vcf").
				With("aria-label", strings.ReplaceAll(shown, typeset.SoftHyphen, "")+": "+name)
			return markup.Element("p", anatomy.Classed(line), markup.Element("a", link, markup.Text(shown)))
		},
		Runs: func(at anatomy.At) []kind.Run {
			if shown := text(at); shown != "" {
				return []kind.Run{{Part: savePart, Text: shown}}
			}
			return nil
		},
	}
}
