package look

import "maps"

// WithInks is the cascade in which the parts named have an ink wherever a level says their ground and no ink: the one
// that is picked for the ground.
func (c Cascade) WithInks(parts map[string]bool, pick func(ground Value) (Value, bool)) Cascade {
	if len(parts) == 0 {
		return c
	}
	follow := func(sheet Sheet) Sheet {
		var followed Sheet
		for key, ground := range sheet {
			if !parts[key.Part] || key.Property != "background-color" {
				continue
			}
			of := key
			of.Property = "color"
			if _, said := sheet[of]; said {
				continue
			}
			if ink, ok := pick(ground); ok {
				if followed == nil {
					followed = maps.Clone(sheet)
				}
				followed[of] = ink
			}
		}
		if followed == nil {
			return sheet
		}
		return followed
	}
	c.House, c.Kind, c.Block = follow(c.House), follow(c.Kind), follow(c.Block)
	return c
}
