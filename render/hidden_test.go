package render_test

import (
	"encoding/json"
	"fmt"
	"testing"

	"rubrel/core/document"
	"rubrel/demo"
	"rubrel/render"
	"rubrel/testkit/chromium"
)

// leaveOut is the demo with every set that has three records or more in every form of its kind, each a block of its own
// named after both. Change says what happens to the tree of a set, and to the look of a block of it, for its second
// record.
func leaveOut(t *testing.T, change func(set, look map[string]any, part, record string)) *document.Site {
	t.Helper()
	var tree map[string]any
	if err := json.Unmarshal(demo.Fennmoor, &tree); err != nil {
		t.Fatal(err)
	}
	site := parse(t, demo.Fennmoor)
	blocks, bands := tree["blocks"].(map[string]any), map[string]any{} // a toggle shows some of those that there are
	for _, set := range site.Sets {
		for _, form := range set.Kind.Forms {
			part, ok := set.Kind.RecordPart(form.Name)
			if !ok || form.Some || len(set.Records) < 3 {
				continue
			}
			id := set.ID + "-" + form.Name
			order, look := fmt.Sprintf("m%03d5", len(blocks)), map[string]any{}
			blocks[id] = map[string]any{"order": order, "name": id, "set": set.ID, "form": form.Name, "look": look}
			bands[id] = map[string]any{"order": order, "blocks": map[string]any{id: map[string]any{"order": "i"}}}
			change(tree["sets"].(map[string]any)[set.ID].(map[string]any), look, part.Name, set.Records[1].ID)
		}
	}
	tree["pages"] = map[string]any{"all": map[string]any{"order": "i", "title": "All", "bands": bands}}
	text, err := json.Marshal(tree)
	if err != nil {
		t.Fatal(err)
	}
	return parse(t, text)
}

// boxesOfRecords are where the records of each block that are shown stand, from the start of the block, and how wide
// they are, in CSS px.
const boxesOfRecords = `Object.fromEntries([...document.querySelectorAll('[data-rb][id]')].map((block) => {
	const origin = block.getBoundingClientRect();
	// On which side of a picture a callout stands follows from all of them.
	const order = (list) => block.id.startsWith('telescope') ? list.sort() : list;
	const shown = [...block.querySelectorAll('[data-record]')].filter((e) => e.getClientRects().length);
	return [block.id, order(shown.map((e) => {
		const box = e.getBoundingClientRect();
		return e.dataset.record + ' ' + Math.round(box.left - origin.left) + ' ' + Math.round(box.width);
	})).join('; ')];
}))`

// A record that is left out at a width leaves no trace there: the others stand where they do without it. At other
// widths all stand where they do with it.
func TestLeftOutRecords(t *testing.T) {
	t.Parallel()
	b := chromium.Launch(t, 1200, 900)
	b.LessMotion(true)
	boxes := func(site *document.Site, width int64) map[string]string {
		files, err := render.Release(site, loadDresses(t), now)
		if err != nil {
			t.Fatal(err)
		}
		b.Size(width, 900)
		b.Open(serveFiles(t, files))
		b.FontsLoaded()
		return chromium.Eval[map[string]string](b, boxesOfRecords)
	}
	const wide = 1200
	shown := boxes(leaveOut(t, func(_, _ map[string]any, _, _ string) {}), wide)
	removed := leaveOut(t, func(set, _ map[string]any, _, record string) {
		delete(set["records"].(map[string]any), record)
	})
	for _, c := range []struct {
		at      string // the width at which it is left out
		without int64  // an inline size of it
	}{{"@narrow", 390}, {"@middle", 700}} {
		leftOut := leaveOut(t, func(_, look map[string]any, part, record string) {
			look[record+":"+part+".display"+c.at] = "none"
			if c.at == "@middle" {
				look[record+":"+part+".display@narrow"] = "shown"
			}
		})
		for _, p := range []struct {
			what string
			at   int64
			want map[string]string
		}{{"left out", c.without, boxes(removed, c.without)}, {"shown", wide, shown}} {
			got, want := boxes(leftOut, p.at), p.want
			if len(got) < 20 {
				t.Fatalf("%d blocks", len(got))
			}
			for id := range want {
				if got[id] != want[id] {
					t.Errorf("%s, %s at %d px:\n\t%s, want\n\t%s", id, p.what, p.at, got[id], want[id])
				}
			}
		}
	}
}
