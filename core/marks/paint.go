package marks

import (
	"cmp"
	"slices"

	"rubrel/core/colour"
	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/typeset"
)

// painter works out what a part looks like where it stands: its ink, what is really behind it, its size.
type painter struct {
	kind     *kind.Kind
	set      kind.Set
	form     string
	cascade  look.Cascade
	tokens   look.Tokens
	pictures []document.Picture     // the site's
	paints   map[string]kind.Paints // by part, of those that are painted otherwise than is said
	instead  kind.Part              // stands in the place of the part that it names; the zero part for none
	// lie finds where a part's words lie in the record's box around them; nil where that is not asked.
	lie   func(part kind.Part, t look.Target) (span, bool)
	shown shownParts // what stands in the block's HTML; nil where that is not asked
	known *known
}

// known is what a painter has found before: the same is asked again for every part, state and width.
type known struct {
	around map[string][]kind.Part
	cells  map[cellsKey][]colour.Colour // of the pictures
	texts  map[textKey]*setText
	least  map[leastKey]leastRoom
	edges  map[placeKey]float64
	left   map[placeKey]bool
	rooms  map[placeKey]float64
	sizes  map[placeKey]float64
	styles map[placeKey]typeset.Style
	owners map[string]bool // the records of which anything of the look is their own; nil until it is asked for
	index  *look.Index     // of the cascade; nil until it is asked for
}

// cellsKey is some columns of a picture.
type cellsKey struct {
	name        string
	first, last int
}

func newKnown() *known {
	return &known{around: map[string][]kind.Part{}, cells: map[cellsKey][]colour.Colour{}, texts: map[textKey]*setText{},
		least: map[leastKey]leastRoom{},
		edges: map[placeKey]float64{}, left: map[placeKey]bool{},
		rooms: map[placeKey]float64{}, sizes: map[placeKey]float64{}, styles: map[placeKey]typeset.Style{}}
}

// cells are the colours of some columns of a picture.
func (p painter) cells(key cellsKey) []colour.Colour {
	colours, ok := p.known.cells[key]
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
		p.known.cells[key] = colours
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
	return p.cells(key)
}

// painter paints the subject with the tokens of a scheme; what is found depends on no token.
func (s Subject) painter(k *kind.Kind, tokens look.Tokens) painter {
	paints := map[string]kind.Paints{}
	set := s.Site.SetOf(s.Block)
	for i := range k.Parts {
		if k.Parts[i].Paints != nil {
			paints[k.Parts[i].Name] = k.Parts[i].Paints(set.Set)
		}
	}
	return painter{kind: k, set: set.Set, form: s.Block.Form, cascade: s.Cascade, tokens: tokens,
		pictures: s.Site.Pictures, paints: paints, shown: s.outlined.shown,
		known: cmp.Or(s.known, newKnown())}
}

// plainPainter paints with the light tokens, or the dark ones where there are no others: for what does not depend on
// the scheme, and for values that the light scheme is the measure of.
func (s Subject) plainPainter(k *kind.Kind) painter {
	tokens, ok := s.Schemes["light"]
	if !ok {
		tokens = s.Schemes["dark"]
	}
	return s.painter(k, tokens)
}

// resolve is the cascade's answer.
func (p painter) resolve(t look.Target, part, property string) (look.Said, bool) {
	if p.known.index == nil {
		p.known.index = p.cascade.Index()
	}
	return p.known.index.Resolve(t, part, property)
}

// around lists a part and the parts around it, from the inside out.
func (p painter) around(part kind.Part) []kind.Part {
	if parts, ok := p.known.around[part.Name]; ok {
		return parts
	}
	parts := []kind.Part{part}
	for outer, ok := p.kind.PartAround(part, p.form); ok; outer, ok = p.kind.PartAround(outer, p.form) {
		if p.instead.InsteadOf == outer.Name {
			outer = p.instead
		}
		parts = append(parts, outer)
	}
	p.known.around[part.Name] = parts
	return parts
}

// inside reports whether a part lies within another.
func (p painter) inside(part kind.Part, name string) bool {
	return slices.ContainsFunc(p.around(part), func(outer kind.Part) bool { return outer.Name == name })
}

// said finds an inherited property's value in the part or those around it.
func (p painter) said(part kind.Part, property string, t look.Target) (said look.Said, from kind.Part, ok bool) {
	for _, outer := range p.around(part) {
		if said, ok = p.resolve(t, outer.Name, property); ok {
			return said, outer, true
		}
	}
	return said, part, false
}

// colourOf is the colour that a value stands for; false where it is none.
func (p painter) colourOf(v look.Value) (colour.Colour, bool) {
	if token, ok := v.(look.Token); ok {
		v = p.tokens.Value(token)
	}
	c, ok := v.(look.ColourValue)
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
	around := p.around(part)
	if part.Behind == nil {
		return []stack{{parts: around}}
	}
	var stacks []stack
	for _, names := range part.Behind(p.set, p.form) {
		s := stack{parts: []kind.Part{part}, besides: len(names)}
		for _, name := range names {
			beside, _ := p.kind.PartNamed(name)
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
	if p.paints[part.Name].NoGround {
		return []colour.Colour{below}
	}
	all := p.pictured(part, t, below)
	if said, ok := p.resolve(t, part.Name, "background-color"); ok {
		if c, ok := p.colourOf(said.Value); ok {
			for i := range all {
				all[i] = c.Over(all[i])
			}
		}
	}
	said, _ := p.resolve(t, part.Name, "background-image")
	layers, _ := said.Value.(look.Layers)
	for _, layer := range slices.Backward(layers) {
		under := func(picture look.Picture) []colour.Colour { return p.cellsUnder(picture, text, part, t) }
		all = p.covered(layer, all, under)
	}
	return all
}

// rim is the colour of a shadow that stands around a part on all sides as a line.
func (p painter) rim(part kind.Part, t look.Target) (colour.Colour, bool) {
	said, _ := p.resolve(t, part.Name, "box-shadow")
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
	for _, r := range p.set.Records {
		if t.Record != "" && r.ID != t.Record || t.Record == "" && r.Featured != t.Featured {
			continue
		}
		shown := p.set.Said(r, part.Pictured)
		if shown == nil {
			if said, ok := p.resolve(t, part.Unpictured, "background-color"); ok {
				ground, _ := p.colourOf(said.Value)
				all = append(all, ground.Over(below))
			}
			continue
		}
		for _, cell := range p.cells(cellsKey{shown.String(), 0, document.CellsAcross - 1}) {
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
	said, ok := p.resolve(t, part.Name, "opacity")
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

// The size of text where nothing says one, and of a rem (CSS's initial value in every browser).
const initialSize = 16.0

// sort names the records that look like the target's: itself where anything of its look is its own.
func (p painter) sort(t look.Target) string {
	if p.known.owners == nil {
		p.known.owners = map[string]bool{}
		for key := range p.cascade.Block {
			p.known.owners[key.Record] = true
		}
	}
	if p.known.owners[t.Record] {
		return t.Record
	}
	if t.Featured {
		return "\x00featured"
	}
	return ""
}

// found is what is known of a part as it is while nobody points at it, read where it is not known yet. In other states
// it is read each time.
func found[T any](p painter, known map[placeKey]T, part string, t look.Target, read func() T) T {
	if t.State != look.Normal {
		return read()
	}
	key := placeKey{part, p.sort(t), t.Width}
	value, ok := known[key]
	if !ok {
		value = read()
		known[key] = value
	}
	return value
}

// size is the font size in CSS px, at the proof's width.
func (p painter) size(part kind.Part, t look.Target) float64 {
	return found(p, p.known.sizes, part.Name, t, func() float64 { return p.readSize(part, t) })
}

func (p painter) readSize(part kind.Part, t look.Target) float64 {
	parts := p.around(part)
	size := initialSize
	for i := len(parts) - 1; i >= 0; i-- {
		said, ok := p.resolve(t, parts[i].Name, "font-size")
		if !ok {
			continue
		}
		value := said.Value
		if token, ok := value.(look.Token); ok {
			value = p.tokens.Value(token)
		}
		switch value := value.(type) {
		case look.Length:
			size = p.pixels(value, size, t)
		case look.Fluid:
			size = value.At(float64(p.cascade.Widths[t.Width].Frame))
		}
	}
	return size
}

// pixels is a length in CSS px where the font is of a size.
func (p painter) pixels(l look.Length, font float64, t look.Target) float64 {
	n := float64(l.Milli) / 1000
	switch l.Unit {
	case "em":
		return n * font
	case "%":
		return n / 100 * font
	case "rem":
		return n * initialSize
	case "cqi":
		return n / 100 * float64(p.cascade.Widths[t.Width].Frame)
	}
	return n
}

// weight is the font weight, 400 where nothing says one.
func (p painter) weight(part kind.Part, t look.Target) int64 {
	said, _, ok := p.said(part, "font-weight", t)
	if !ok {
		return 400
	}
	value := said.Value
	if token, ok := value.(look.Token); ok {
		value = p.tokens.Value(token)
	}
	if length, ok := value.(look.Length); ok {
		return length.Milli / 1000
	}
	return 400
}

// left reports whether a part is left out.
func (p painter) left(part kind.Part, t look.Target) bool {
	return p.absent(part, t) ||
		found(p, p.known.left, part.Name, t, func() bool { return p.readLeft(part, t) })
}

func (p painter) readLeft(part kind.Part, t look.Target) bool {
	for _, outer := range p.around(part) {
		if p.paints[outer.Name].Absent {
			return true
		}
		if said, ok := p.resolve(t, outer.Name, "display"); ok && said.Value == look.Keyword("none") {
			return true
		}
	}
	return false
}
