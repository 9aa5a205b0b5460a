package pricing_test

import (
	"encoding/json"
	"testing"

	"rubrel/core/document"
	"rubrel/demo"
	"rubrel/kinds"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// A choice in a list that says so is one for all lists of its page, by the same item or the same words; a list that
// does not say so moves itself alone.
func TestSwitchesMoveTogether(t *testing.T) {
	var tree map[string]any
	if err := json.Unmarshal(demo.Fennmoor, &tree); err != nil {
		t.Fatal(err)
	}
	sets, blocks := tree["sets"].(map[string]any), tree["blocks"].(map[string]any)
	text, err := json.Marshal(sets["memberships"])
	if err != nil {
		t.Fatal(err)
	}
	var other map[string]any
	if err := json.Unmarshal(text, &other); err != nil {
		t.Fatal(err)
	}
	sets["memberships"].(map[string]any)["facts"].(map[string]any)["moves"] = "all lists"
	sets["others"] = other
	blocks["others"] = map[string]any{"order": "zzz", "name": "Others", "set": "others", "form": "cards"}
	tree["pages"] = map[string]any{"all": map[string]any{"order": "i", "title": "Both", "bands": map[string]any{
		"a": map[string]any{"order": "i", "blocks": map[string]any{"memberships": map[string]any{"order": "i"}}},
		"b": map[string]any{"order": "r", "blocks": map[string]any{"others": map[string]any{"order": "i"}}}}}}
	if text, err = json.Marshal(tree); err != nil {
		t.Fatal(err)
	}
	site, _, err := document.Parse(text, kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	_, address := testkit.Publish(t, site)
	b := chromium.Launch(t, 1200, 900)
	b.Open(address)
	chosen := "['memberships', 'others'].map((id) => document.querySelector('#' + id + ' :checked').value).join()"
	was := b.Text(chosen)
	b.Click("#memberships .rb-option:has([value=year])")
	b.Await(chosen + " === 'year,year'")
	b.Click("#others .rb-option:has([value=month])")
	b.Await(chosen + " === 'year,month'")
	b.Click("#memberships .rb-option:has([value=once])")
	b.Await(chosen + " === 'once,once' && location.search.includes('period=once')")
	if was != "month,month" && was != "year,year" {
		t.Errorf("they open on %s", was)
	}
}
