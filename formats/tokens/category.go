package tokens

import (
	"fmt"
	"slices"
	"strings"
	"unicode"

	"rubrel/core/colour"
	"rubrel/core/look"
)

// hint is a category that words of a name speak for: common practice of token files and style sheets.
type hint struct {
	category look.Category
	words    []string
}

// hints are looked through in order: a "font-size-radius" there is not, and "font" alone is a family.
var hints = []hint{
	{look.RadiusToken, []string{"radius", "radii", "rounded", "corner", "corners"}},
	{look.ShadowToken, []string{"shadow", "shadows", "elevation"}},
	{look.LeadingToken, []string{"leading", "lineheight", "lineheights"}},
	{look.WeightToken, []string{"weight", "weights", "fontweight", "fontweights"}},
	{look.SizeToken, []string{"fontsize", "fontsizes", "textsize"}},
	{look.MotionToken, []string{"duration", "durations", "motion", "transition", "speed"}},
	{look.SpaceToken, []string{"space", "spaces", "spacing", "gap", "padding", "margin", "inset", "gutter", "gutters"}},
	{look.FamilyToken, []string{"family", "families", "fontfamily", "fontfamilies", "typeface", "font", "fonts"}},
	{look.ColourToken, []string{"color", "colors", "colour", "colours", "palette"}},
}

// others are words of what is no part of a house style, whatever else a name says.
var others = []string{"breakpoint", "breakpoints", "screen", "screens", "viewport", "index", "zindex", "opacity",
	"width", "height", "border", "stroke", "outline", "icon", "icons", "ratio", "letter", "tracking", "blur", "container"}

// typeWords beside "size" or "scale" say that it is one of type.
var typeWords = []string{"font", "fonts", "text", "type", "typography", "heading", "headings", "body", "title"}

// wordsOf are the words of a name, in small letters: of fontSize-lg, font, size and lg; and two that belong together as
// one, too.
func wordsOf(name string) []string {
	var words []string
	start := true
	lower := false
	for _, r := range name {
		if !unicode.IsLetter(r) {
			start = true
			continue
		}
		if start || unicode.IsUpper(r) && lower {
			words = append(words, "")
		}
		start, lower = false, unicode.IsLower(r)
		words[len(words)-1] += string(unicode.ToLower(r))
	}
	for i := range len(words) - 1 {
		words = append(words, words[i]+words[i+1])
	}
	return words
}

func anyOf(words, of []string) bool {
	return slices.ContainsFunc(words, func(word string) bool { return slices.Contains(of, word) })
}

// hinted is the category that a name speaks for; "" for none.
func hinted(name string) look.Category {
	words := wordsOf(name)
	for _, h := range hints {
		if !anyOf(words, h.words) {
			continue
		}
		if h.category == look.FamilyToken && anyOf(words, []string{"size", "sizes", "scale"}) {
			return look.SizeToken
		}
		return h.category
	}
	if anyOf(words, others) {
		return ""
	}
	if anyOf(words, []string{"size", "sizes", "scale"}) && anyOf(words, typeWords) {
		return look.SizeToken
	}
	if anyOf(words, []string{"text", "type", "heading"}) {
		return look.SizeToken
	}
	if anyOf(words, []string{"size", "sizes"}) {
		return look.SpaceToken
	}
	return ""
}

// ofType are the categories that a token of one of the format's types can be, the first where its name says nothing.
var ofType = map[string][]look.Category{
	"color": {look.ColourToken}, "fontFamily": {look.FamilyToken}, "fontWeight": {look.WeightToken},
	"duration": {look.MotionToken}, "shadow": {look.ShadowToken},
	"dimension": {"", look.SizeToken, look.SpaceToken, look.RadiusToken, look.LeadingToken},
	"number":    {"", look.LeadingToken, look.WeightToken},
}

// category is what a token can be, by its type and its name; "" for none.
func (t Token) category() look.Category {
	named := hinted(t.Name())
	if t.Type == "" {
		if named == "" {
			if _, err := look.ParseToken(look.ColourToken, t.CSS()); err == nil {
				return look.ColourToken
			}
		}
		return named
	}
	can := ofType[t.Type]
	if slices.Contains(can, named) && named != "" {
		return named
	}
	if len(can) > 0 {
		return can[0]
	}
	return ""
}

// Found are the values that tokens hold and the house style could, and the tokens of which that has no part. Those that
// are made of several values are taken apart.
func (r Reading) Found() (found []Found, unfit []*Error) {
	for _, t := range r.Tokens {
		for _, part := range t.parts() {
			category := part.category()
			value, err := look.ParseToken(category, part.CSS())
			within := coloursIn(part)
			switch {
			case category != "" && err == nil:
				found = append(found, Found{Category: category, Value: value.String(), Name: part.last(), Count: 1})
			case len(within) > 0: // a gradient
				found = append(found, within...)
			case category == "":
				unfit = append(unfit, &Error{part.Name(), fmt.Sprintf("%s is nothing that the house style has a token for",
					sortOf(part))})
			default:
				unfit = append(unfit, &Error{part.Name(), fmt.Sprintf("%s is no %s that a token can hold", shorten(part.CSS()),
					category)})
			}
		}
	}
	return found, unfit
}

// coloursIn are the colours within a text that is no one value itself.
func coloursIn(t Token) []Found {
	text, _ := t.Value.(string)
	var found []Found
	for _, one := range colours(text) {
		if parsed, err := colour.Parse(one); err == nil {
			found = append(found, Found{Category: look.ColourToken, Value: parsed.String(), Count: 1})
		}
	}
	return found
}

// last is the part of a token's path that names it; of a part of one, what it is a part of.
func (t Token) last() string { return t.Path[len(t.Path)-1] }

func sortOf(t Token) string {
	if t.Type != "" {
		return "a " + t.Type
	}
	if css := t.CSS(); css != "" {
		return shorten(css)
	}
	return "its value"
}

func shorten(text string) string {
	const most = 40
	if runes := []rune(text); len(runes) > most {
		return strings.TrimSpace(string(runes[:most])) + "…"
	}
	return text
}
