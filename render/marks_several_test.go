package render_test

import (
	"testing"

	"rubrel/core/document"
	"rubrel/core/marks"
	"rubrel/core/measure"
)

// A token that is too pale makes texts of many blocks fail: the site's list has one mark of it, with all places.
func TestSeveralFoldsCauses(t *testing.T) {
	d := newDesk(t)
	d.do(document.SetTokens{Texts: map[string]string{"quiet": "#b8b8b8"}})
	lists, err := marks.Several(len(d.site.Blocks), func(i int) (measure.Subject, error) {
		return d.subject(d.site.Blocks[i].ID), nil
	}, nil)
	if err != nil {
		t.Fatal(err)
	}
	var found []marks.Mark
	for _, list := range lists {
		for _, m := range list {
			if m.Check == "contrast" && m.Within == "" {
				found = append(found, m)
			}
		}
	}
	if len(found) != 1 || len(found[0].Places) < 20 {
		t.Fatalf("found %d marks", len(found))
	}
	d.do(found[0].Mends[0].Change)
	for _, b := range d.site.Blocks {
		if left := d.contrasts(b.ID); len(left) > 0 {
			t.Errorf("%s: after mending the token there is %+v", b.ID, left[0].Finding)
		}
	}
}
