package reviews

import (
	"fmt"
	"html/template"
	"math/big"
	"slices"
	"strconv"
	"strings"
	"unicode/utf8"

	"rubrel/core/anatomy"
	"rubrel/core/icon"
	"rubrel/core/kind"
	"rubrel/core/markup"
)

// How stars are drawn, for all of a set.
var (
	iconField = kind.Field{Name: "icon", Group: starGroup, Label: "drawn as", Help: "an icon, by its name or by what it " +
		"means: a star where nothing is said", Type: icon.Type{}}
	glyphField = kind.Field{Name: "character", Group: starGroup, Label: "character", Help: "one that stands in the " +
		"place of the drawing: ★", Type: glyphType{}}
	fillField = kind.Field{Name: "missing-stars", Group: starGroup, Label: "missing ones", Help: "filled in a quiet " +
		"colour, or drawn as an outline", Type: choice("filled", outlined)}
	numbersField = kind.Field{Name: "numbers", Group: starGroup, Label: "number beside", Help: "whether the rating " +
		"stands beside its stars", Type: choice("no", yes)}
)

// glyphType is one character that can be seen.
type glyphType struct{ kind.TextType }

func (t glyphType) Parse(text string) (kind.Value, error) {
	text = strings.TrimSuffix(strings.TrimSpace(text), "\ufe0f")
	if utf8.RuneCountInString(text) != 1 || strings.ContainsAny(text, `"\<>&`) {
		return nil, fmt.Errorf("%q is not one character, such as ★", text)
	}
	return kind.TextValue(text), nil
}

func (t glyphType) Decode(held any) (kind.Value, error) { return kind.DecodeText(t, held) }

func (glyphType) Schema() kind.Schema { return kind.Schema{"type": "string", "maxLength": 1} }

func (glyphType) Editor() kind.Editor { return kind.Editor{Align: kind.Centre} }

// ratings is the row of stars of a review.
func ratings() anatomy.Slot {
	of := func(at anatomy.At) *big.Rat {
		if s, ok := scoreOf(at.View.Set, at.Record); ok {
			return s.On(scaleOf(at.View.Set))
		}
		return nil
	}
	return anatomy.Slot{
		Fields: []kind.Field{ratingField},
		Parts:  starParts,
		HTML: func(at anatomy.At) template.HTML {
			exact := of(at)
			if exact == nil {
				return ""
			}
			return markup.Element("p", anatomy.Classed(ratingPart), stars(at.View, exact))
		},
		Runs: func(at anatomy.At) []kind.Run {
			if exact := of(at); exact != nil && numbered(at.View.Set) {
				return []kind.Run{{Part: numberPart, Text: written(at.View.Locale, exact), Key: ratingField.Name, OneLine: true}}
			}
			return nil
		},
		Variables: func(at anatomy.At) []kind.Variable {
			if exact := of(at); exact != nil {
				return []kind.Variable{{Name: "--rb-part", Record: at.Record.ID, Value: fraction(exact)}}
			}
			return nil
		},
	}
}

var hasRatings = anatomy.IfSaid(ratingField.Name)

// starParts are those of a rating.
var starParts = []kind.Part{
	{Name: ratingPart, Paints: hasRatings, Help: "the stars, with the number beside them",
		Within:     map[string]string{summaryForm: sumPart, lineForm: sumPart},
		Properties: []string{"margin", "display", "gap"}, Defaults: map[string]string{"margin": "space-2 0 0",
			"gap": "space-1"}, In: map[string]map[string]string{quoteForm: {"margin": "0 0 space-3"},
			summaryForm: {"margin": "space-1 0 0"}, lineForm: {"margin": "0"}}},
	{Name: starsPart, Parent: ratingPart, Paints: hasRatings, Control: true, Help: "the stars that are given: their " +
		"size is the font-size", Properties: []string{"color", "font-size", "gap", "text-shadow", "display"},
		Defaults: map[string]string{"color": "ink", "font-size": "18px", "gap": "2px"},
		In: map[string]map[string]string{quoteForm: {"font-size": "26px"}, summaryForm: {"font-size": "24px"},
			lineForm: {"font-size": "18px"}}},
	{Name: emptyPart, Parent: starsPart, Paints: hasRatings, Help: "the stars that are not given",
		Properties: []string{"color", "opacity"}, Defaults: map[string]string{"color": "line"}},
	{Name: numberPart, Parent: ratingPart, Text: true, Figures: true, Help: "the number beside the stars",
		Paints: func(set kind.Set) kind.Paints {
			return kind.Paints{Absent: !numbered(set) || hasRatings(set).Absent}
		}, Properties: anatomy.TextProperties,
		Defaults: map[string]string{"font-size": "type-2", "font-weight": "weight-strong"}},
}

// numbered reports whether the number stands beside the stars.
func numbered(set kind.Set) bool { return text(set, numbersField.Name) == yes }

// fraction is how much of the last star is given, from 0 to 1.
func fraction(exact *big.Rat) string {
	whole := new(big.Int).Quo(exact.Num(), exact.Denom())
	part, _ := new(big.Rat).Sub(exact, new(big.Rat).SetInt(whole)).Float64()
	return strconv.FormatFloat(part, 'f', -1, 64)
}

// stars draws a rating, with what it is in words. The star that is given in part is drawn over one that is not.
func stars(v kind.View, exact *big.Rat) template.HTML {
	star := markup.Element("span", markup.Class("rb-star"), starOf(v))
	empty := markup.Element("span", markup.Class("rb-star", anatomy.Class(emptyPart)), starOf(v))
	whole := int(new(big.Int).Quo(exact.Num(), exact.Denom()).Int64())
	scale := int(scaleOf(v.Set))
	class := anatomy.Classed(starsPart)
	if text(v.Set, fillField.Name) == outlined {
		class = anatomy.Classed(starsPart, "rb-outlined")
	}
	all := slices.Repeat([]template.HTML{star}, whole)
	if !exact.IsInt() {
		all = append(all, markup.Element("span", markup.Class("rb-partly"), empty,
			markup.Element("span", markup.Class("rb-cut"), star)))
	}
	all = append(all, slices.Repeat([]template.HTML{empty}, scale-len(all))...)
	html := markup.Element("span", class.With("role", "img").With("aria-label", outOf(v, exact)), all...)
	if numbered(v.Set) {
		html += markup.Element("span", anatomy.Classed(numberPart)+markup.Unspoken, markup.Text(written(v.Locale, exact)))
	}
	return html
}

// starOf is one star, drawn; "" where a character stands for it, which the style sheet sets.
func starOf(v kind.View) template.HTML {
	if text(v.Set, glyphField.Name) != "" {
		return ""
	}
	return drawing(v, iconField, "star")
}

// glyphVariables are the character as CSS has it; none where stars are drawn.
func glyphVariables(set kind.Set) []kind.Variable {
	glyph := text(set, glyphField.Name)
	if glyph == "" {
		return nil
	}
	r, _ := utf8.DecodeRuneInString(glyph)
	return []kind.Variable{{Name: "--rb-glyph", Value: fmt.Sprintf(`"\%x"`, r)}}
}
