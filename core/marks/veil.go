package marks

import (
	"rubrel/core/kind"
	"rubrel/core/look"
)

// veiled finds the nearest ground behind a part that has a picture or a pattern and room for another layer.
func (p painter) veiled(part kind.Part, t look.Target) (kind.Part, look.Layers, bool) {
	for _, outer := range p.around(part) {
		said, _ := p.resolve(t, outer.Name, "background-image")
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
