package anatomy

import (
	"fmt"
	"math"

	"rubrel/core/kind"
)

// pictures finds what is wrong with the pictures of a form's records: one of which nobody has said what it shows (WCAG
// 2.2, 1.1.1), and one with fewer pixels than the place in which it is shown at its widest (common practice: 800 px
// serve half a page of 1,200).
func (b Body) pictures(v kind.View, picture, shows kind.Field, part string) []kind.Finding {
	if v.Picture == nil {
		return nil
	}
	naming := b.Slots[0].Fields[0].Name
	var found []kind.Finding
	for _, r := range v.Set.Records {
		id := v.Set.Said(r, picture.Name)
		if id == nil {
			continue
		}
		where := "picture of " + kind.Text(r.Facts, naming)
		if v.Set.Said(r, shows.Name) == nil {
			found = append(found, kind.Finding{Check: "alternative", Where: where, Record: r.ID, Key: shows.Name,
				Measured: "nothing said of what it shows", Needed: "a few words, or " + Decorative,
				Rule: "WCAG 2.2, 1.1.1", Mend: &kind.Mend{Label: Decorative, Facts: []kind.FactEdit{{Record: r.ID,
					Key: shows.Name, Text: Decorative}}}})
		}
		shown, ok := v.Picture(id.String())
		if wide := b.widest(v, r, part); ok && float64(shown.Width) < wide {
			found = append(found, kind.Finding{Check: "picture", Where: where, Record: r.ID, Key: picture.Name,
				Measured: fmt.Sprintf("%d px wide", shown.Width),
				Needed:   fmt.Sprintf("%.0f px, as wide as its place", math.Ceil(wide))})
		}
	}
	return found
}

// widest is how wide a picture is shown at most, in CSS px, at the frames of the widths.
func (b Body) widest(v kind.View, r kind.Record, part string) float64 {
	if v.Measure == nil {
		return 0
	}
	widest := 0.0
	for width := range v.Widths {
		ruler := v.Measure.Ruler(r.ID, width)
		place := b.Room(v, ruler, part)
		if said := ruler.Length(part, "width"); said > 0 {
			place = min(place, said)
		}
		widest = max(widest, place)
	}
	return widest
}
