package marks

import (
	"fmt"
	"maps"
	"slices"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// saidAt is one place at which a look says a colour outright.
type saidAt struct {
	block, kind string
	key         look.Key
}

// twice finds colours that the site says outright in several places, of which this block has one: said once, as a spot
// colour of the house style, they change together. A colour that is a role already is a matter of drift.
func (s subject) twice(set kind.Set) []Mark {
	p := s.plainPainter()
	roles := map[string]bool{}
	for _, name := range look.Names(look.ColourToken) {
		if c, ok := p.colourOf(look.Token(name)); ok {
			roles[c.String()] = true
		}
	}
	places := s.outright()
	var found []Mark
	for _, text := range slices.Sorted(maps.Keys(places)) {
		at := places[text]
		here := slices.ContainsFunc(at, func(place saidAt) bool { return place.block == s.Block.ID })
		if parts(at) < 2 || !here || roles[text] {
			continue
		}
		mark := Mark{ID: "twice " + text, Finding: kind.Finding{Check: "said twice", Where: text,
			Measured: fmt.Sprintf("%d places", parts(at)), Needed: "one token", Inks: []string{text}}}
		if spot, ok := s.freeSpot(); ok {
			mark.Mends = []Mend{{Label: "make it " + spot, Change: s.toSpot(spot, text, at), Inks: mark.Inks}}
		}
		found = append(found, mark)
	}
	return found
}

// parts is how many things are said at some places: a part's colour for other states and widths is one with it.
func parts(at []saidAt) int {
	things := map[saidAt]bool{}
	for _, place := range at {
		place.key = look.Key{Part: place.key.Part, Property: place.key.Property}
		things[place] = true
	}
	return len(things)
}

// outright lists where the site's looks say colours outright, by the colour.
func (s subject) outright() map[string][]saidAt {
	places := map[string][]saidAt{}
	gather := func(sheet look.Sheet, block, kindName string) {
		for key, value := range sheet {
			if c, ok := value.(look.ColourValue); ok && c.Alpha > 0 {
				places[c.Colour.String()] = append(places[c.Colour.String()], saidAt{block, kindName, key})
			}
		}
	}
	for _, b := range s.Site.Blocks {
		gather(b.Look, b.ID, "")
	}
	for name, sheet := range s.Site.House.Kinds {
		gather(sheet, "", name)
	}
	return places
}

// freeSpot is the first spot colour that the site does not say; false where it says all.
func (s subject) freeSpot() (string, bool) {
	for _, spot := range look.Spots() {
		if _, said := s.Site.House.Tokens[string(spot)]; !said {
			return string(spot), true
		}
	}
	return "", false
}

// toSpot makes a colour a spot colour, light and dark, and every place that said it follow that.
func (s subject) toSpot(spot, text string, at []saidAt) document.Change {
	batch := document.Batch{Name: spot + ": " + text, Changes: []document.Change{
		document.SetTokens{Texts: map[string]string{spot: text}}, document.SetTokens{Dark: true,
			Texts: map[string]string{spot: text}},
	}}
	for _, place := range at {
		change := document.SetLook{Block: place.block, Kind: place.kind, Key: place.key, Text: spot}
		batch.Changes = append(batch.Changes, change)
	}
	return batch
}
