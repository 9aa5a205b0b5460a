package anatomy

import (
	"fmt"
	"math"

	"rubrel/core/kind"
)

// Shown is a picture as a form shows it: of which fact, what is said of it, and how wide its place is at most, in CSS
// px.
type Shown struct {
	Record   string // "" for a picture of the set
	Where    string // in words
	Key, ID  string
	ShowsKey string
	Said     bool // what it shows is said
	Wide     float64
}

// Findings are what is wrong with a picture: nobody has said what it shows (WCAG 2.2, 1.1.1), or it has fewer pixels
// than the place in which it is shown at its widest (common practice: 800 px serve half a page of 1,200).
func (s Shown) Findings(v kind.View) []kind.Finding {
	if v.Picture == nil {
		return nil
	}
	var found []kind.Finding
	if !s.Said {
		found = append(found, kind.Finding{Check: "alternative", Where: s.Where, Record: s.Record, Key: s.ShowsKey,
			Measured: "nothing said of what it shows", Needed: "a few words, or " + Decorative,
			Rule: "WCAG 2.2, 1.1.1", Mend: &kind.Mend{Label: Decorative, Facts: []kind.FactEdit{{Record: s.Record,
				Key: s.ShowsKey, Text: Decorative}}}})
	}
	if shown, ok := v.Picture(s.ID); ok && float64(shown.Width) < s.Wide {
		found = append(found, kind.Finding{Check: "picture", Where: s.Where, Record: s.Record, Key: s.Key,
			Measured: fmt.Sprintf("%d px wide", shown.Width),
			Needed:   fmt.Sprintf("%.0f px, as wide as its place", math.Ceil(s.Wide))})
	}
	if shown, ok := v.Picture(s.ID); ok && heavy(shown) {
		found = append(found, kind.Finding{Check: "weight", Where: s.Where, Record: s.Record, Key: s.Key,
			Measured: fmt.Sprintf("%d KB for %d by %d px", shown.Bytes>>10, shown.Width, shown.Height),
			Needed: fmt.Sprintf("%d KB or less: a photograph without transparent places becomes a JPEG of about a tenth",
				mostWeight>>10)})
	}
	return found
}

// The weight of a file from which a picture may be lighter (common practice): a drawing takes less for each pixel,
// and a photograph takes more only where it is kept for its transparent places.
const (
	mostWeight = 300 << 10
	perPixel   = 0.7 // bytes
)

func heavy(p kind.Picture) bool {
	return p.Bytes > mostWeight && float64(p.Bytes) > perPixel*float64(p.Width)*float64(p.Height)
}

// pictures finds what is wrong with the pictures of a form's records.
func (b Body) pictures(v kind.View, picture, shows kind.Field, part string) []kind.Finding {
	var found []kind.Finding
	for _, r := range v.Set.Records {
		id := v.Set.Said(r, picture.Name)
		if id == nil {
			continue
		}
		shown := Shown{Record: r.ID, Where: "picture of " + v.Set.NameOf(r), Key: picture.Name, ID: id.String(),
			ShowsKey: shows.Name, Said: v.Set.Said(r, shows.Name) != nil, Wide: b.widest(v, r, part)}
		found = append(found, shown.Findings(v)...)
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
		columns := b.Columns(v, width)
		room := b.roomIn(v, ruler, ruler.Frame(), columns, b.share(v, r, width, columns))
		place := b.partRoom(v, ruler, part, room, ruler.Frame())
		if said := ruler.Length(part, "width"); said > 0 {
			place = min(place, said)
		}
		widest = max(widest, place)
	}
	return widest
}
