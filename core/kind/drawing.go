package kind

import "rubrel/core/layout"

// Drawing is one record as an SVG file that stands for itself.
type Drawing struct {
	Record string
	SVG    []byte
}

// Draw draws records one by one, each with a ruler of its own at the widest width; nothing where the look cannot be
// measured.
func Draw(v View, records []string, draw func(record int, r Ruler) *layout.Sheet) []Drawing {
	if v.Measure == nil {
		return nil
	}
	drawings := make([]Drawing, len(records))
	for i, id := range records {
		drawings[i] = Drawing{Record: id, SVG: draw(i, v.Measure.Ruler(id, 0)).Bytes()}
	}
	return drawings
}

// FontOf is how a part's text is set in a drawing.
func FontOf(r Ruler, part string) layout.Font {
	f := layout.Font{Family: r.Said(part, "font-family"), Weight: r.Said(part, "font-weight"), Ink: r.Said(part, "color"),
		Size: r.Size(part)}
	if f.Weight == "" {
		f.Weight = "400" // CSS's initial value
	}
	return f
}
