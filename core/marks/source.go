package marks

import (
	"slices"
	"strings"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// source is where a colour or an opacity of a case is said: a value of the look, or a token in one scheme.
type source struct {
	token  look.Token
	scheme string     // of the token
	level  look.Level // of the value
	key    look.Key
}

// String names it as long as it is said there.
func (of source) String() string {
	if of.token != "" {
		return strings.TrimSpace(string(of.token) + " " + of.scheme)
	}
	return string(of.level) + " " + of.key.String()
}

// readSources finds where the colours of a case are said: those of its ink, and those of what is behind it.
func (c *contraster) readSources(r *reading) {
	r.inks, r.grounds = c.valueSources(r, r.ink), nil
	for _, stack := range r.stacks(r.part) {
		for _, of := range c.stackSources(r, stack) {
			if !slices.Contains(r.grounds, of) {
				r.grounds = append(r.grounds, of)
			}
		}
	}
}

// valueSources are the place where a value is said and the token that it is.
func (c *contraster) valueSources(r *reading, said look.Said) []source {
	var all []source
	_, own := c.s.Block.Look[said.Key]
	if own || said.Level != look.RecordLevel && said.Level != look.BlockLevel { // else it follows a ground
		all = append(all, source{level: said.Level, key: said.Key})
	}
	if token, ok := said.Value.(look.Token); ok {
		all = append(all, source{token: token, scheme: r.scheme})
	}
	return all
}

// stackSources are those of what lies behind a part, down to what nothing shows through.
func (c *contraster) stackSources(r *reading, s stack) []source {
	var all []source
	covered := false
	for i, part := range s.parts {
		if said, ok := r.Resolve(r.t, part.Name, "opacity"); ok && r.opacity(part, r.t) < 1 &&
			(i == 0 || i > s.besides) {
			all = append(all, c.valueSources(r, said)...)
		}
		if covered || r.Paints[part.Name].NoGround || i == 0 && part.Ink != "" {
			continue
		}
		said, _ := r.Resolve(r.t, part.Name, "background-image")
		layers, _ := said.Value.(look.Layers)
		if len(layers) == 0 && part.Pictured != "" {
			said = look.Said{Level: look.BlockLevel, Key: r.particular(part, "background-image", r.t)}
			all = append(all, source{level: said.Level, key: said.Key})
		} else if len(layers) > 0 {
			all = append(all, c.valueSources(r, said)...)
		}
		covered = part.Pictured != "" || slices.ContainsFunc(layers, r.opaque)
		if said, ok := r.Resolve(r.t, part.Name, "background-color"); ok && !covered {
			if ground, ok := r.colourOf(said.Value); ok && ground.Alpha > 0 {
				all = append(all, c.valueSources(r, said)...)
				covered = ground.Alpha == 1
			}
		}
	}
	if !covered {
		all = append(all, source{token: "ground", scheme: r.scheme})
	}
	return all
}

// opaque reports whether nothing is seen through a layer.
func (p painter) opaque(layer look.Layer) bool {
	switch layer := layer.(type) {
	case look.Gradient:
		for _, stop := range layer.Stops {
			if c, ok := p.colourOf(stop.Ink); !ok || c.Alpha < 1 {
				return false
			}
		}
		return true
	case look.Picture:
		return layer.Size != "contain"
	}
	return false
}

// from are the cases one of whose colours is said at a source.
func from(of source, readings []*reading) []*reading {
	return slices.DeleteFunc(slices.Clone(readings), func(r *reading) bool {
		return !slices.Contains(r.inks, of) && !slices.Contains(r.grounds, of)
	})
}

// without leaves some cases out.
func without(readings, some []*reading) []*reading {
	return slices.DeleteFunc(slices.Clone(readings), func(r *reading) bool { return slices.Contains(some, r) })
}

// darkScheme names the scheme among those of a subject.
const darkScheme = string(document.DarkScheme)

// How near to the designer a source is said: with the dress or the kind, by the site as a token or for a kind, and by
// the block or a record.
const (
	saidBeforehand = iota + 1
	saidBySite
	saidHere
)

// nearness is how near to the designer a source is said.
func (c *contraster) nearness(of source) int {
	switch {
	case of.level == look.RecordLevel || of.level == look.BlockLevel:
		return saidHere
	case of.token != "":
		said := c.s.Site.House.Tokens
		if of.scheme == darkScheme {
			said = c.s.Site.House.Dark
		}
		if _, ok := said[string(of.token)]; ok {
			return saidBySite
		}
	case of.level == look.KindLevel:
		if _, ok := c.s.Site.House.Kinds[c.set.Kind.Name][of.key]; ok {
			return saidBySite
		}
	}
	return saidBeforehand
}

// name is what a mend calls the source, and whom a change of it reaches.
func (of source) name(k *kind.Kind) (what, whom string) {
	switch {
	case of.token != "" && of.scheme == darkScheme:
		return string(of.token), ", dark, in the whole site"
	case of.token != "":
		return string(of.token), " in the whole site"
	case of.level == look.KindLevel:
		whom = " for every " + k.Title
	}
	what = of.key.Property + " of " + of.key.Part
	if of.key.Featured {
		what += ", featured"
	}
	return what, whom
}
