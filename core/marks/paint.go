package marks

import (
	"cmp"
	"slices"

	"rubrel/core/colour"
	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/measure"
)

// painter works out what a part looks like where it stands: its ink, and what is really behind it.
type painter struct {
	measure.Look
	pictures []document.Picture // the site's
	cells    map[cellsKey][]colour.Colour
	// lie finds where a part's words lie in the record's box around them; nil where that is not asked.
	lie func(part kind.Part, t look.Target) (measure.Stretch, bool)
}

// cellsKey is some columns of a picture.
type cellsKey struct {
	name        string
	first, last int
}

// cellsIn are the colours of some columns of a picture.
func (p painter) cellsIn(key cellsKey) []colour.Colour {
	colours, ok := p.cells[key]
	if !ok {
		for _, picture := range p.pictures {
			if picture.ID != key.name {
				continue
			}
			for row := range slices.Chunk(picture.Cells.Colours(), document.CellsAcross) {
				colours = append(colours, row[key.first:key.last+1]...)
			}
		}
		colours = sifted(colours, mostCells)
		p.cells[key] = colours
	}
	return colours
}

// cellsUnder are the cells of a picture, the ground of one of the parts around a text, that can lie under the text.
func (p painter) cellsUnder(picture look.Picture, text, ground kind.Part, t look.Target) []colour.Colour {
	key := cellsKey{picture.Name, 0, document.CellsAcross - 1}
	if p.lie != nil && ground.Place == look.RecordItem {
		if at, ok := p.lie(text, t); ok {
			key.first, key.last = columnsUnder(picture, at)
		}
	}
	return p.cellsIn(key)
}

// painter paints the subject with the tokens of a scheme; what is measured depends on no token's colour.
func (s subject) painter(tokens look.Tokens) painter {
	l := s.look.With(tokens)
	return painter{Look: l, pictures: s.Site.Pictures, cells: s.cells}
}

// plainPainter paints with the light tokens, or the dark ones where there are no others: for what does not depend on
// the scheme, and for values that the light scheme is the measure of.
func (s subject) plainPainter() painter { return s.painter(s.look.Tokens) }

// colourOf is the colour that a value stands for; false where it is none.
func (p painter) colourOf(v look.Value) (colour.Colour, bool) {
	c, ok := p.Value(v).(look.ColourValue)
	return c.Colour, ok
}

// place is one place of a part: what is behind an ink there, and what the opacity of the parts around makes of the ink.
type place struct {
	ground colour.Colour // as it comes to be seen
	filled colour.Colour // the ground on which the ink is painted
	// The ink that comes to be seen is share times the painted one, and the rest is this colour.
	share float64
	rest  colour.Colour
	// luminance is that of the ground.
	luminance float64
}

// seen is what an ink looks like there.
func (at place) seen(ink colour.Colour) colour.Colour {
	return at.rest.Mix(ink.Over(at.filled), at.share)
}

// stack is what lies behind a part, from the inside out: the part itself, those beside it that lie below it, and the
// parts around it.
type stack struct {
	parts   []kind.Part
	besides int // how many after the first lie beside the part, not around it
}

// stacks are the cases of what lies behind a part: one, unless its kind says otherwise.
func (p painter) stacks(part kind.Part) []stack {
	around := p.Around(part)
	if part.Behind == nil {
		return []stack{{parts: around}}
	}
	var stacks []stack
	for _, names := range part.Behind(p.Set, p.Form) {
		s := stack{parts: []kind.Part{part}, besides: len(names)}
		for _, name := range names {
			beside, _ := p.Kind.PartNamed(name)
			s.parts = append(s.parts, beside)
		}
		s.parts = append(s.parts, around[1:]...)
		stacks = append(stacks, s)
	}
	return stacks
}

// places are the grounds on which a part's words stand: its own over those of the parts around it, down to the paper,
// with the opacity of each. A gradient makes a place for every colour it passes through.
func (p painter) places(part kind.Part, t look.Target) []place {
	paper, _ := p.colourOf(look.Token("ground"))
	var places []place
	for _, s := range p.stacks(part) {
		places = append(places, p.layer(s, len(s.parts)-1, t, paper)...)
	}
	for i := range places {
		places[i].luminance = places[i].ground.Luminance()
	}
	return places
}

// layer paints a stack from one of its parts inwards over what is below.
func (p painter) layer(s stack, i int, t look.Target, below colour.Colour) []place {
	var places []place
	opacity := p.opacity(s.parts[i], t)
	beside := i > 0 && i <= s.besides
	for _, filled := range p.filled(s.parts[0], s.parts[i], t, below) {
		switch {
		case i == 0:
			places = append(places, place{ground: filled, filled: filled, share: 1, rest: filled})
		case beside: // its opacity is its own
			places = append(places, p.layer(s, i-1, t, below.Mix(filled, opacity))...)
		default:
			places = append(places, p.layer(s, i-1, t, filled)...)
		}
	}
	if opacity == 1 || beside {
		return places
	}
	for k, at := range places {
		// below·(1−o) + (rest·(1−s) + ink·s)·o, written as one mixture of a rest and the ink.
		share := at.share * opacity
		rest := below
		if share < 1 {
			rest = below.Mix(at.rest, opacity*(1-at.share)/(1-share))
		}
		places[k] = place{ground: below.Mix(at.ground, opacity), filled: at.filled, share: share, rest: rest}
	}
	return places
}

// filled is what a part's own ground makes of what is below it, where a text lies.
func (p painter) filled(text, part kind.Part, t look.Target, below colour.Colour) []colour.Colour {
	if part.Ink != "" && part.Name == text.Name { // an ink is seen against its rim, or what it lies on
		if rim, ok := p.rim(part, t); ok {
			return []colour.Colour{rim.Over(below)}
		}
		return []colour.Colour{below}
	}
	if p.Paints[part.Name].NoGround {
		return []colour.Colour{below}
	}
	all := p.pictured(part, t, below)
	if said, ok := p.Resolve(t, part.Name, "background-color"); ok {
		if c, ok := p.colourOf(said.Value); ok {
			for i := range all {
				all[i] = c.Over(all[i])
			}
		}
	}
	said, _ := p.Resolve(t, part.Name, "background-image")
	layers, _ := said.Value.(look.Layers)
	for _, layer := range slices.Backward(layers) {
		under := func(picture look.Picture) []colour.Colour { return p.cellsUnder(picture, text, part, t) }
		all = p.covered(layer, all, under)
	}
	return all
}

// rim is the colour of a shadow that stands around a part on all sides as a line.
func (p painter) rim(part kind.Part, t look.Target) (colour.Colour, bool) {
	said, _ := p.Resolve(t, part.Name, "box-shadow")
	shadows, _ := said.Value.(look.Shadows)
	if len(shadows) == 0 {
		return colour.Colour{}, false
	}
	first := shadows[0]
	if first.Inset || first.X.Milli != 0 || first.Y.Milli != 0 || first.Blur.Milli != 0 || first.Spread.Milli <= 0 {
		return colour.Colour{}, false
	}
	return p.colourOf(first.Ink)
}

// pictured is what the pictures of the records of a case make of what is below a part that lies over them: the colours
// of all of their cells.
func (p painter) pictured(part kind.Part, t look.Target, below colour.Colour) []colour.Colour {
	all := []colour.Colour{below}
	if part.Pictured == "" {
		return all
	}
	for _, r := range p.Set.Records {
		if t.Record != "" && r.ID != t.Record || t.Record == "" && r.Featured != t.Featured {
			continue
		}
		shown := p.Set.Said(r, part.Pictured)
		if shown == nil {
			if said, ok := p.Resolve(t, part.Unpictured, "background-color"); ok {
				ground, _ := p.colourOf(said.Value)
				all = append(all, ground.Over(below))
			}
			continue
		}
		for _, cell := range p.cellsIn(cellsKey{shown.String(), 0, document.CellsAcross - 1}) {
			all = append(all, cell.Over(below))
		}
	}
	if len(all) == 1 {
		return all
	}
	return sifted(all[1:], mostCells)
}

// covered is what an image makes of the colours below it. Of a picture its cells are taken, each with what shows
// through.
func (p painter) covered(layer look.Layer, below []colour.Colour,
	cells func(look.Picture) []colour.Colour) []colour.Colour {
	var inks []colour.Colour
	bare := false // the image leaves some of what is below as it is
	switch layer := layer.(type) {
	case look.Gradient:
		inks = layer.Colours(p.colourOf)
	case look.Pattern:
		ink, _ := p.colourOf(layer.Ink)
		inks, bare = []colour.Colour{ink}, true
	case look.Picture:
		inks, bare = cells(layer), layer.Size == "contain"
	}
	var all []colour.Colour
	if bare || len(inks) == 0 {
		all = below
	}
	for _, under := range below {
		for _, ink := range inks {
			all = append(all, ink.Over(under))
		}
	}
	return sifted(all, mostGrounds)
}

// mostCells and mostGrounds are how many colours of a picture, and behind a text, are told apart by their luminance.
const mostCells, mostGrounds = 48, 96

// sifted leaves one of those colours whose luminance is about the same: contrast depends on nothing else.
func sifted(all []colour.Colour, most int) []colour.Colour {
	if len(all) <= most {
		return all
	}
	type lit struct {
		colour.Colour
		luminance float64
	}
	sorted := make([]lit, len(all))
	for i, c := range all {
		sorted[i] = lit{c, c.Luminance()}
	}
	slices.SortFunc(sorted, func(a, b lit) int { return cmp.Compare(a.luminance, b.luminance) })
	kept := make([]colour.Colour, most)
	for i := range kept {
		kept[i] = sorted[i*(len(sorted)-1)/(most-1)].Colour // the first and the last among them
	}
	return kept
}

func (p painter) opacity(part kind.Part, t look.Target) float64 {
	said, ok := p.Resolve(t, part.Name, "opacity")
	length, is := said.Value.(look.Length)
	if !ok || !is {
		return 1
	}
	return float64(length.Milli) / 1000
}

// canPass reports whether an ink of any luminance has the contrast needed at the places.
func canPass(places []place, needed float64) bool {
	const steps = 1000
	for i := range steps + 1 {
		all := true
		for _, at := range places {
			if at.share < 1 {
				return true // that depends on more than luminance
			}
			if colour.ContrastOf(float64(i)/steps, at.luminance) < needed {
				all = false
				break
			}
		}
		if all {
			return true
		}
	}
	return false
}

// worst is the least contrast that an ink has at the places.
func worst(places []place, ink colour.Colour) float64 {
	least, own := 21.0, ink.Luminance()
	for _, at := range places {
		seen := own
		if at.share < 1 || ink.Alpha < 1 {
			seen = at.seen(ink).Luminance()
		}
		least = min(least, colour.ContrastOf(seen, at.luminance))
	}
	return least
}
