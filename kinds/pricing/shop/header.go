package shop

import (
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
)

// headerPart is the ground behind the upper part of a card.
const headerPart = "header"

// headerEnds are the slots to which a header can reach, with the words for them.
var headerEnds = []struct{ word, slot string }{{"title", "title"}, {"subtitle", textPart}, {"price", "price"},
	{"note", "note"}}

// headerField says how far the header of a card reaches.
var headerField = kind.Field{Name: headerPart, Group: displayGroup, Label: "header", Help: "down to what cards " +
	"have a header with a ground of its own", Type: headerType()}

func headerType() kind.ChoiceType {
	words := []string{"none"}
	for _, end := range headerEnds {
		words = append(words, end.word)
	}
	return kind.ChoiceType{Words: words}
}

// header is what cards have down to the slot that the set says.
func header() *anatomy.Header {
	h := anatomy.Header{Part: headerPart, Last: headerEnd}
	for _, end := range headerEnds {
		h.To = append(h.To, end.slot)
	}
	return &h
}

func headerEnd(set kind.Set) string {
	said := kind.Text(set.Facts, headerField.Name)
	for _, end := range headerEnds {
		if end.word == said {
			return end.slot
		}
	}
	return ""
}

func ifHeader(set kind.Set) kind.Paints { return kind.Paints{Absent: headerEnd(set) == ""} }

// cardOrder is the order of the slots of a card, from the top.
var cardOrder = []string{"title", "badge", textPart, "price", "note", "button", "assurance", "features"}

// withHeader has the parts of those slots stand on the header that it reaches.
func withHeader(slots []anatomy.Slot) []anatomy.Slot {
	for i := range slots {
		at := slices.Index(cardOrder, slots[i].Name())
		for k := range slots[i].Parts {
			if part := &slots[i].Parts[k]; !slots[i].Over && at >= 0 && part.Behind == nil {
				part.Behind = func(set kind.Set, form string) [][]string {
					if slices.Contains(withCards, form) && at <= slices.Index(cardOrder, headerEnd(set)) {
						return [][]string{{headerPart}}
					}
					return [][]string{nil}
				}
			}
		}
	}
	return slots
}
