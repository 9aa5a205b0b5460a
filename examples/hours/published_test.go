package hours

import (
	"testing"

	"rubrel/core/document"
	"rubrel/dresses"
	"rubrel/kinds"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

func TestMain(m *testing.M) { chromium.Main(m) }

// Both forms ship as those of other kinds do: sound HTML that everybody can use, and nothing out of its box, on a phone
// and on a desk.
func TestHoursShip(t *testing.T) {
	all := append(kinds.All(), declared(t))
	registry, err := dresses.Load(all)
	if err != nil {
		t.Fatal(err)
	}
	record := func(order, day, from, to, note string) map[string]any {
		facts := map[string]any{"day": day}
		for name, said := range map[string]string{"from": from, "to": to, "note": note} {
			if said != "" {
				facts[name] = said
			}
		}
		return map[string]any{"order": order, "facts": facts}
	}
	for _, form := range []string{tableForm, listForm} {
		site, err := document.Decode(map[string]any{"rubrel": 1.0, "name": "Harbour", "language": "en",
			"house": map[string]any{"dress": "almanac"},
			"sets": map[string]any{"open": map[string]any{"kind": "hours", "name": "Open", "order": "i",
				"records": map[string]any{"a": record("a", "Monday to Friday", "09:00", "17:30", ""),
					"b": record("b", "Saturday", "09:00", "12:00", "by appointment alone"),
					"c": record("c", "Sunday", "", "", "closed")}}},
			"blocks": map[string]any{"open": map[string]any{"order": "i", "name": "Open", "set": "open", "form": form}},
			"pages": map[string]any{"index": map[string]any{"order": "i", "title": "Open", "bands": map[string]any{
				"b": map[string]any{"order": "i", "blocks": map[string]any{"open": map[string]any{"order": "i"}}}}}}}, all)
		if err != nil {
			t.Fatal(err)
		}
		folder, address := testkit.PublishIn(t, site, registry)
		chromium.CheckHTML(t, folder)
		b := chromium.Launch(t, 1280, 800)
		b.Open(address)
		b.CheckAccessibility("hours, " + form)
		b.CheckOverflow("hours, "+form, 390, 1280)
	}
}
