package kinds_test

import (
	"encoding/json"
	"maps"
	"os"
	"path/filepath"
	"slices"
	"testing"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/kind/kindtest"
	"rubrel/core/writing"
	"rubrel/demo"
	"rubrel/kinds"
)

// Every kind keeps the contract, on the demo's sets too.
func TestContract(t *testing.T) {
	all := kinds.All()
	sets := map[string][]kind.Set{}
	for _, text := range demo.Sites() {
		site, _, err := document.Parse(text, all)
		if err != nil {
			t.Fatal(err)
		}
		for _, set := range site.Sets {
			sets[set.Kind.Name] = append(sets[set.Kind.Name], set.Set)
		}
	}
	for _, k := range all {
		t.Run(k.Name, func(t *testing.T) { kindtest.Test(t, k, sets[k.Name]...) })
	}
}

// What blocks say by themselves is said in the same languages by every kind, whole, and in the script and words of the
// place: Taiwan, Hong Kong and Macao in theirs, Montenegro in its own.
func TestWordsOfEveryLanguage(t *testing.T) {
	files, err := filepath.Glob("*/words.json")
	if err != nil || len(files) < 3 {
		t.Fatalf("%v (%v)", files, err)
	}
	var languages []string
	for _, file := range files {
		text, err := os.ReadFile(file)
		if err != nil {
			t.Fatal(err)
		}
		var table map[string]map[string]any
		if err := json.Unmarshal(text, &table); err != nil {
			t.Fatalf("%s: %v", file, err)
		}
		own := slices.Sorted(maps.Keys(table))
		if languages == nil {
			languages = own
		}
		if !slices.Equal(own, languages) {
			t.Errorf("%s has %v, %s has %v", file, own, files[0], languages)
		}
		for tag, words := range table {
			if !slices.Equal(slices.Sorted(maps.Keys(words)), slices.Sorted(maps.Keys(table["en"]))) {
				t.Errorf("%s: the words of %s are others than those of en", file, tag)
			}
		}
		for tag, want := range map[string]string{"zh-TW": "zh-Hant", "zh-HK": "zh-Hant", "zh-MO": "zh-Hant", "zh-CN": "zh",
			"zh-Hant-SG": "zh-Hant", "zh": "zh", "sr-ME": "sr-Latn", "sr": "sr", "sr-RS": "sr", "sr-Latn-RS": "sr-Latn"} {
			if _, found, ok := writing.Find(table, tag); !ok || found != want {
				t.Errorf("%s: %s finds %q, want %s", file, tag, found, want)
			}
		}
	}
}

// A record can be added to an empty set of every kind, and again, with nothing said first.
func TestAddToEmptySet(t *testing.T) {
	all := kinds.All()
	for _, k := range all {
		tree, _, err := document.New("Empty", "de", "almanac", all)
		if err != nil {
			t.Fatal(err)
		}
		tree.(map[string]any)["sets"] = map[string]any{"s": map[string]any{"kind": k.Name, "name": "S", "order": "i"}}
		site, err := document.Decode(tree, all)
		if err != nil {
			t.Fatal(err)
		}
		tree = document.Normalise(tree, all)
		for range 2 {
			result, err := document.Apply(tree, site, document.AddRecord{Set: "s"})
			if err != nil {
				t.Fatalf("%s: %v", k.Name, err)
			}
			site, tree = result.Site, result.Tree
		}
		if set, _ := site.SetByID("s"); len(set.Records) != 2 || document.RecordName(set, &set.Records[0]) ==
			document.RecordName(set, &set.Records[1]) {
			t.Errorf("%s: %v", k.Name, set.Records)
		}
	}
}
