package render_test

import (
	"errors"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/render"
)

// A part's own class and id stand on its elements: the nearest says, an id is one element's, and nothing else of the
// HTML changes.
func TestOwnClassAndID(t *testing.T) {
	say := func(key, text string) document.Change {
		k, err := look.ParseKey(key)
		if err != nil {
			t.Fatal(err)
		}
		return document.SetLook{Block: "memberships", Key: k, Text: text}
	}
	page := func(changes ...document.Change) string {
		files, err := render.Release(changed(t, changes...), loadDresses(t), now)
		if err != nil {
			t.Fatal(err)
		}
		for _, f := range files {
			if f.Path == "index.html" {
				_, body, _ := strings.Cut(string(f.Bytes), "<body>")
				return body
			}
		}
		return ""
	}
	plain := page()
	got := page(say("card.class", "offer js-offer"), say("zenith:card.class", "offer best"),
		say("zenith:card.id", "best-offer"), say("button.class@featured", "track"), say("table.id", "prices"),
		say("dusk:feature.id", "first-line"))
	for text, times := range map[string]int{` offer js-offer"`: 2, ` offer best"`: 1, ` id="best-offer"`: 1, ` track"`: 3,
		` id="prices"`: 1, ` id="first-line"`: 1} {
		if n := strings.Count(got, text); n != times {
			t.Errorf("%s stands there %d times, not %d", text, n, times)
		}
	}
	for _, added := range []string{" offer js-offer", " offer best", ` id="best-offer"`, " track", ` id="prices"`,
		` id="first-line"`} {
		got = strings.ReplaceAll(got, added, "")
	}
	// Only quotation marks in attributes are written another way; both are the same text.
	same := strings.NewReplacer("&#34;", `"`, "&#39;", "'", `=""`, "")
	if same.Replace(got) != same.Replace(plain) {
		t.Errorf("something else changed:\n%s\n%s", got, plain)
	}
	for _, c := range [][2]string{{"card.id", "x"}, {"card.class@hover", "x"}, {"card.class@narrow", "x"},
		{"card.class", "rb-x"}, {"card.class", "a<b"}, {"table.id", "memberships"}} {
		site, tree, err := document.Parse(memberships(t), all)
		if err != nil {
			t.Fatal(err)
		}
		var fault *document.Fault
		if _, err := document.Apply(tree, site, say(c[0], c[1])); !errors.As(err, &fault) {
			t.Errorf("%s %s: %v", c[0], c[1], err)
		}
	}
}
