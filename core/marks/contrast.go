package marks

import (
	"maps"
	"slices"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// The contrasts that WCAG 2.2 asks for: of text (success criterion 1.4.3), of large text (the same), and of what a
// control is recognised by (1.4.11).
const (
	textContrast    = 4.5
	largeContrast   = 3.0
	controlContrast = 3.0
)

// Large text is at least 18 point, or 14 point and bold; a point is 4/3 px (WCAG 2.2, definition of large-scale text).
const (
	largeSize, largeBoldSize = 24.0, 14.0 * 4 / 3
	boldWeight               = 700
)

// contrasts finds every text and control that does not stand out enough from what is behind it, in every state, at
// every width, for every record that looks different: one mark for each cause.
func (s subject) contrasts(set kind.Set) []Mark {
	c := contraster{s: s, set: set}
	for _, scheme := range slices.Sorted(maps.Keys(s.Schemes)) {
		p := s.painter(s.Schemes[scheme])
		if s.texts != nil {
			p.lie = s.texts.Lie
		}
		c.all(p, scheme)
		for _, part := range set.Kind.PartsOf(s.Block.Form) {
			if part.InsteadOf != "" {
				turned := p
				turned.Look = p.InsteadOf(part)
				c.all(turned, scheme)
			}
		}
	}
	return c.marks()
}

// contraster gathers what is seen of every text and control.
type contraster struct {
	s        subject
	set      kind.Set
	readings []*reading
}

// reading is the contrast of one part in one case.
type reading struct {
	painter
	scheme      string
	part        kind.Part
	t           look.Target
	ink         look.Said
	property    string // of the part itself, which says its ink
	places      []place
	needed, got float64
	// inks and grounds are where its colours are said; read where something is missed.
	inks, grounds []source
}

// missed reports whether it stands out too little.
func (r *reading) missed() bool { return r.got < r.needed }

// all measures every part that a painter paints; where one part stands in the place of another, those within it.
func (c *contraster) all(p painter, scheme string) {
	for _, part := range c.set.Kind.PartsOf(c.s.Block.Form) {
		if !part.Text && !part.Control || p.Instead.Name != "" && !p.Inside(part, p.Instead.Name) {
			continue
		}
		for _, t := range p.targets(part, c.set) {
			if r, ok := p.read(part, t); ok {
				r.scheme = scheme
				c.readings = append(c.readings, r)
			}
		}
	}
}

// read measures one case; false where nothing is painted.
func (p painter) read(part kind.Part, t look.Target) (*reading, bool) {
	said, property, ok := p.inkOf(part, t)
	ink, isColour := p.colourOf(said.Value)
	if !ok || !isColour || p.Left(part, t) {
		return nil, false
	}
	r := &reading{painter: p, part: part, t: t, ink: said, property: property, needed: p.needed(part, t),
		places: p.places(part, t)}
	r.got = worst(r.places, ink)
	return r, true
}

// painting are the properties that decide about contrast.
var painting = []string{"color", "background-color", "background-image", "opacity", "font-size", "font-weight",
	"display"}

// follows reports whether a size follows the width of its block: it is then another at each.
func (p painter) follows(v look.Value) bool {
	v = p.Value(v)
	_, fluid := v.(look.Fluid)
	length, is := v.(look.Length)
	return fluid || is && length.Unit == "cqi"
}

// targets lists the cases in which a part may look different: in general and when featured, and where any level says
// something of it, or of a part around it, for a state, a width or a record.
func (p painter) targets(part kind.Part, set kind.Set) []look.Target {
	states, widths, records := map[look.State]bool{look.Normal: true}, map[int]bool{0: true}, map[string]bool{"": true}
	var names []string
	for _, stack := range p.stacks(part) {
		for i := range stack.parts {
			names = append(names, stack.parts[i].Name)
		}
	}
	for _, sheet := range []look.Sheet{p.Cascade.House, p.Cascade.Kind, p.Cascade.Block} {
		for key := range sheet {
			if !slices.Contains(names, key.Part) || !slices.Contains(painting, key.Property) {
				continue
			}
			states[key.State] = true
			widths[max(0, p.Cascade.Widths.Index(key.Width))] = true
			if p.follows(sheet[key]) {
				for width := range p.Cascade.Widths {
					widths[width] = true
				}
			}
			records[key.Record] = true
		}
	}
	inRecord := p.InRecord(part)
	// A case stands for the records of its sort that have nothing of their own.
	plain := func(featured bool) bool {
		return slices.ContainsFunc(set.Records, func(r kind.Record) bool { return r.Featured == featured && !records[r.ID] })
	}
	var targets []look.Target
	for _, state := range slices.Sorted(maps.Keys(states)) {
		for _, width := range slices.Sorted(maps.Keys(widths)) {
			if !inRecord || plain(false) {
				targets = append(targets, look.Target{State: state, Width: width})
			}
			if inRecord && plain(true) {
				targets = append(targets, look.Target{State: state, Width: width, Featured: true})
			}
			for _, record := range set.Records {
				if records[record.ID] {
					targets = append(targets, look.Target{State: state, Width: width, Featured: record.Featured, Record: record.ID})
				}
			}
		}
	}
	return targets
}

// needed is the contrast that WCAG 2.2 asks of a part.
func (p painter) needed(part kind.Part, t look.Target) float64 {
	size, weight := p.Size(part, t), p.Weight(part, t)
	switch {
	case part.Control:
		return controlContrast
	case size >= largeSize || size >= largeBoldSize && weight >= boldWeight:
		return largeContrast
	}
	return textContrast
}

// inkOf is the value that a part's words are painted in, and the property of the part that says it.
func (p painter) inkOf(part kind.Part, t look.Target) (said look.Said, property string, ok bool) {
	if part.Ink != "" {
		said, ok = p.Resolve(t, part.Name, part.Ink)
		image, _ := p.Resolve(t, part.Name, "background-image")
		layers, _ := image.Value.(look.Layers)
		return said, part.Ink, ok && len(layers) == 0 // what an image shows is not one ink
	}
	if slices.ContainsFunc(p.Around(part), func(outer kind.Part) bool { return p.Paints[outer.Name].StandsOut }) {
		return said, property, false
	}
	for _, outer := range p.Around(part) {
		from := "color"
		if of := p.Paints[outer.Name].SelectedInk; of != "" && t.State == look.Selected {
			from = of
		}
		if property == "" {
			property = from // of the part itself
		}
		if said, ok = p.Resolve(t, outer.Name, from); ok {
			return said, property, true
		}
	}
	return said, property, false
}

// floor keeps a ratio that misses by a hair from being written as if it passed.
func floor(ratio float64) float64 { return float64(int(ratio*100)) / 100 }

// where names the part, the record, the state and the width.
func (p painter) where(set kind.Set, part kind.Part, t look.Target) string {
	words := []string{part.Name}
	if record, ok := set.Record(t.Record); ok {
		words = append(words, set.NameOf(record))
	}
	if t.Featured && t.Record == "" {
		words = append(words, "featured")
	}
	if t.State != look.Normal {
		words = append(words, string(t.State))
	}
	if t.Width > 0 {
		words = append(words, p.Cascade.Widths[t.Width].Name)
	}
	return strings.Join(words, ", ")
}
