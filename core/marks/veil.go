package marks

import (
	"fmt"
	"maps"
	"math"
	"slices"

	"rubrel/core/colour"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// veiled finds the nearest ground behind a part that has a picture or a pattern and room for another layer.
func (p painter) veiled(part kind.Part, t look.Target) (kind.Part, look.Layers, bool) {
	for _, outer := range p.Around(part) {
		said, _ := p.Resolve(t, outer.Name, "background-image")
		layers, _ := said.Value.(look.Layers)
		if outer.Pictured != "" && len(layers) < look.MostLayers {
			return outer, layers, true
		}
		for _, layer := range layers {
			if _, gradient := layer.(look.Gradient); !gradient && len(layers) < look.MostLayers {
				return outer, layers, true
			}
		}
	}
	return part, nil, false
}

// veilShades are the shades of a veil under the ink of a case: first the one that the ink stands out from.
func (r *reading) veilShades() []colour.Colour {
	ink, _ := r.colourOf(r.ink.Value)
	if colour.Contrast(ink, colour.White) > colour.Contrast(ink, colour.Black) {
		return []colour.Colour{colour.White, colour.Black}
	}
	return []colour.Colour{colour.Black, colour.White}
}

// veil is the thinnest translucent layer of one of the shades over the layers of a ground that holds, and how much of
// what is below it hides, in %. Where there is no room for another layer it is false.
func veil(shades []colour.Colour, layers look.Layers, holds func(look.Value) bool) (look.Layers, int, bool) {
	const least, most = 5, 95
	if len(layers) >= look.MostLayers {
		return nil, 0, false
	}
	for _, shade := range shades {
		under := func(percent int) look.Layers {
			over := look.ColourValue{Colour: shade}
			over.Alpha = math.Round(float64(percent)/100*255) / 255 // as it is written
			veil := look.Gradient{Angle: look.Length{Milli: 180_000}, Stops: []look.Stop{{Ink: over},
				{Ink: over, Place: look.Length{Milli: 100_000, Unit: "%"}}}}
			return append(look.Layers{veil}, layers...)
		}
		if !holds(under(most)) {
			continue
		}
		thin, thick := least-1, most // it holds at thick; the thicker, the better
		for thick-thin > 1 {
			if middle := (thin + thick) / 2; holds(under(middle)) {
				thick = middle
			} else {
				thin = middle
			}
		}
		return under(thick), thick, true
	}
	return nil, 0, false
}

// veils are one over a ground of the block for featured records and one for the others, whose inks stand out from
// another shade.
func (c *contraster) veils(of source, missed []*reading) (Mend, bool) {
	part, ok := c.set.Kind.PartNamed(of.key.Part)
	if own := of.level == look.BlockLevel || of.level == look.RecordLevel; !ok || !own {
		return Mend{}, false
	}
	after := c.s.Cascade
	after.Block = maps.Clone(after.Block)
	var says []spoken
	most := 0
	for _, featured := range []bool{false, true} {
		group := slices.DeleteFunc(slices.Clone(missed), func(r *reading) bool { return r.t.Featured != featured })
		if len(group) == 0 {
			continue
		}
		t := look.Target{Record: of.key.Record, Featured: featured, State: of.key.State,
			Width: max(0, after.Widths.Index(of.key.Width))}
		index := after.Index()
		p := group[0].painter
		p.Look = group[0].Recoloured(after, index)
		said, _ := p.Resolve(t, part.Name, of.key.Property)
		layers, _ := said.Value.(look.Layers)
		values := p.repainted(c.set, part, of.key.Property, t, append(look.Layers{look.Gradient{}}, layers...))
		for _, v := range values {
			index.Say(v.key, v.value)
		}
		veiled, percent, ok := veil(group[0].veilShades(), layers, func(value look.Value) bool {
			index.Say(values[0].key, value)
			return !slices.ContainsFunc(group, func(r *reading) bool {
				q := r.painter
				q.Look = r.Recoloured(after, index)
				ink, _ := q.colourOf(r.ink.Value)
				return worst(q.places(r.part, r.t), ink) < r.needed
			})
		})
		if !ok {
			return Mend{}, false
		}
		values[0].value = veiled
		most = max(most, percent)
		for _, v := range values {
			after.Block[v.key] = v.value
		}
		says = append(says, values...)
	}
	return Mend{Label: fmt.Sprintf("a veil of %d %% over the ground of %s", most, part.Name),
		Change: c.s.saying("a veil over "+part.Name, says)}, len(says) > 0
}
