package pricing

import (
	"slices"
	"strings"
	"testing"

	"rubrel/core/anatomy"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/kinds/pricing/shop"
)

// Another field of a plan is one line, after the slot below which it stands: its row, its place in what is read and its
// texts follow.
func TestAFieldIsOneLine(t *testing.T) {
	body := shop.BodyOf("cards")
	at := slices.IndexFunc(body.Slots, func(s anatomy.Slot) bool { return s.Name() == "assurance" })
	body.Slots = slices.Insert(body.Slots, at+1, anatomy.Text(kind.Field{Name: "footnote", Label: "footnote",
		Help: "a line below", Type: kind.TextType{Most: 80}}, kind.Part{}))
	set := read(t, "\tOne\tTwo\na month\t9\t19\nFeature\t✓\t✓\n", intake.Options{Language: "en"}).Set
	for i, text := range []string{"Until stocks last", "While it lasts"} {
		set.Records[i].Facts["footnote"], set.Records[i].Facts["trial"] = kind.TextValue(text), kind.TextValue("A week free")
	}
	v := kind.View{Set: set, Locale: "en", Widths: look.DefaultWidths(), HeadingLevel: 2}
	shown := string(body.Inside(v, shop.New(v), set.Records[0]))
	last := -1
	for _, class := range []string{"rb-title", "rb-prices", "rb-assurance", "rb-footnote", "rb-features"} {
		i := strings.Index(shown, `class="`+class)
		if i <= last {
			t.Errorf("%s is not where it belongs in %s", class, shown)
		}
		last = i
	}
	form := body.Form(kind.Form{Name: "cards"})
	row := ""
	for _, variable := range form.Variables(v) {
		if variable.Name == "--rb-row-footnote" {
			row = variable.Value
		}
	}
	if row == "" || !strings.Contains(form.CSS[0], ".rb-footnote { grid-row: var(--rb-row-footnote); }") {
		t.Errorf("it has no row of its own: %q", row)
	}
	if !slices.ContainsFunc(form.Runs(v), func(r kind.Run) bool { return r.Text == "While it lasts" }) {
		t.Error("its text is not measured")
	}
}
