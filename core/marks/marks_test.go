package marks_test

import (
	"slices"
	"strings"
	"testing"
	"time"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/marks"
	"rubrel/core/measure"
	"rubrel/core/sample"
)

// desk is the sample's site, on which changes are made. What the checks find on shipped kinds and dresses is tested
// where a block is rendered.
type desk struct {
	t    *testing.T
	site *document.Site
	tree any
}

func newDesk(t *testing.T) *desk {
	t.Helper()
	site, tree, err := document.Parse(sample.Document, sample.Kinds())
	if err != nil {
		t.Fatal(err)
	}
	return &desk{t, site, tree}
}

func (d *desk) do(change document.Change) {
	d.t.Helper()
	result, err := document.Apply(d.tree, d.site, change)
	if err != nil {
		d.t.Fatalf("%s: %v", change.Label(d.site), err)
	}
	d.site, d.tree = result.Site, result.Tree
}

func (d *desk) say(key, text string) {
	d.t.Helper()
	k, err := look.ParseKey(key)
	if err != nil {
		d.t.Fatal(err)
	}
	d.do(document.SetLook{Block: "memberships", Key: k, Text: text})
}

// found are the marks of a check on a block.
func (d *desk) found(block, check string) []marks.Mark {
	d.t.Helper()
	subject, err := sample.Subject(d.site, block, time.Date(2026, 11, 24, 12, 0, 0, 0, time.UTC))
	if err != nil {
		d.t.Fatal(err)
	}
	return slices.DeleteFunc(marks.Of(subject, nil), func(m marks.Mark) bool { return m.Check != check })
}

// The sample's site as it stands has nothing to mark.
func TestNothingToMark(t *testing.T) {
	d := newDesk(t)
	for _, block := range d.site.Blocks {
		for _, check := range []string{"contrast", "drift", "same title", "link", "target", "columns"} {
			if found := d.found(block.ID, check); len(found) > 0 {
				t.Errorf("%s: %+v", block.ID, found[0].Finding)
			}
		}
	}
}

// What is said is found, with what was measured and what is needed; its first mend ends it.
func TestFoundAndMended(t *testing.T) {
	for _, c := range []struct {
		name, check, measured, needed string
		says                          map[string]string
	}{
		// 4.47 and 4.54 are the ratios of WCAG 2.2, relative luminance: see core/colour.
		{"an ink a shade too pale", "contrast", "4.47", "4.5", map[string]string{"note.color": "#777777",
			"note.color@featured": "#ffffff"}},
		{"an ink that just passes", "contrast", "", "", map[string]string{"note.color": "#767676",
			"note.color@featured": "#ffffff"}},
		{"large text needs less", "contrast", "", "", map[string]string{"title.color": "#777777",
			"title.color@featured": "#ffffff"}},
		{"large text that is too pale", "contrast", "2.84", "3", map[string]string{"title.color": "#999999",
			"title.color@featured": "#ffffff"}},
		{"an exception that one record makes", "contrast", "2.84", "4.5",
			map[string]string{"zenith:note.color": "#999999"}},
		{"an ink on a ground that is left out", "contrast", "", "", map[string]string{"badge.color": "#f5c25e",
			"badge.display": "none"}},
		{"a ground that is near a token", "drift", "#fffffe", "", map[string]string{"card.background-color": "#fffffe"}},
		{"a ground that is a colour of its own", "drift", "", "", map[string]string{"card.background-color": "#e8ffe8"}},
	} {
		t.Run(c.name, func(t *testing.T) {
			d := newDesk(t)
			for key, text := range c.says {
				d.say(key, text)
			}
			found := d.found("memberships", c.check)
			if c.measured == "" {
				if len(found) > 0 {
					t.Fatalf("%+v", found[0].Finding)
				}
				return
			}
			if len(found) != 1 {
				t.Fatalf("%d marks: %+v", len(found), found)
			}
			if m := found[0]; !strings.Contains(m.Measured, c.measured) || !strings.Contains(m.Needed, c.needed) {
				t.Errorf("measured %q, needed %q", m.Measured, m.Needed)
			}
			if len(found[0].Mends) == 0 {
				t.Fatal("it has no mend")
			}
			d.do(found[0].Mends[0].Change)
			if left := d.found("memberships", c.check); len(left) > 0 {
				t.Errorf("after “%s”: %+v", found[0].Mends[0].Label, left[0].Finding)
			}
		})
	}
}

// A mark that is meant so is quiet, until something else is measured; and what is no longer there is not mended.
func TestQuiet(t *testing.T) {
	d := newDesk(t)
	d.say("note.color", "#777777")
	mark := d.found("memberships", "contrast")[0]
	d.do(document.Quieten{Block: "memberships", Mark: mark.ID, On: true, Accepted: document.Accepted{
		Measured: mark.Measured, Reason: "it is small print"}})
	if again := d.found("memberships", "contrast")[0]; !again.Quiet || again.Reason != "it is small print" {
		t.Errorf("quiet %v because %q", again.Quiet, again.Reason)
	}
	d.say("note.color", "#888888")
	if again := d.found("memberships", "contrast")[0]; again.Quiet {
		t.Error("a worse one is quiet as well")
	}
	d.say("note.color", "#767676")
	subject, err := sample.Subject(d.site, "memberships", time.Time{})
	if err != nil {
		t.Fatal(err)
	}
	if _, err := marks.MendOf(subject, mark.ID, 0); err == nil {
		t.Error("a mark that is gone is mended")
	}
}

// Records of one name, and links that lead nowhere, are marks about the set.
func TestFactsAreMarked(t *testing.T) {
	d := newDesk(t)
	d.do(document.SetFact{Set: "memberships", Record: "zenith", Key: "title", Text: "Dusk"})
	if found := d.found("memberships", "same title"); len(found) == 0 || found[0].Set != "memberships" {
		t.Errorf("two plans of one name: %+v", found)
	}
	d.do(document.SetFact{Set: "memberships", Key: "link", Text: "#"})
	if found := d.found("memberships", "link"); len(found) == 0 {
		t.Error("a link to # is not marked")
	}
}

// One cause in several blocks is one mark of the site, with all its places.
func TestSeveral(t *testing.T) {
	d := newDesk(t)
	d.do(document.SetTokens{Texts: map[string]string{"ink": "#b8b8b8"}})
	lists, err := marks.Several(len(d.site.Blocks), func(i int) (measure.Subject, error) {
		return sample.Subject(d.site, d.site.Blocks[i].ID, time.Time{})
	}, nil)
	if err != nil {
		t.Fatal(err)
	}
	var found []marks.Mark
	for _, list := range lists {
		found = append(found, slices.DeleteFunc(list, func(m marks.Mark) bool { return m.Check != "contrast" })...)
	}
	if len(found) != 1 || len(found[0].Places) < len(d.site.Blocks) {
		t.Fatalf("%d marks: %+v", len(found), found)
	}
	d.do(found[0].Mends[0].Change)
	for _, block := range d.site.Blocks {
		if left := d.found(block.ID, "contrast"); len(left) > 0 {
			t.Errorf("%s: %+v", block.ID, left[0].Finding)
		}
	}
}

// A change of a fact goes to the record, the item or the set that it names.
func TestFactChange(t *testing.T) {
	for _, c := range []struct {
		edit kind.FactEdit
		want document.Change
	}{
		{kind.FactEdit{Record: "dusk", Key: "title", Text: "x"},
			document.SetFact{Set: "s", Record: "dusk", Key: "title", Text: "x"}},
		{kind.FactEdit{Axis: "features", Item: "a", Key: "name", Text: "x"},
			document.SetFact{Set: "s", Axis: "features", Item: "a", Key: "name", Text: "x"}},
		{kind.FactEdit{Key: "link", Text: "x"}, document.SetFact{Set: "s", Key: "link", Text: "x"}},
	} {
		if got := marks.FactChange("s", c.edit); got != c.want {
			t.Errorf("%+v is %+v", c.edit, got)
		}
	}
}
