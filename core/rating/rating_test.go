package rating_test

import (
	"encoding/json"
	"math/big"
	"os"
	"slices"
	"testing"

	"rubrel/core/rating"
)

// Averages and distributions are those of Python's fractions and decimal; what is shown never says more than was given.
func TestTallies(t *testing.T) {
	file, err := os.ReadFile("testdata/averages.json") // by testdata/averages.py
	if err != nil {
		t.Fatal(err)
	}
	var fixture struct {
		Cases []struct {
			Scale          int64
			Given          []string
			Average, Shown string
			Stars          []int64
		}
	}
	if err := json.Unmarshal(file, &fixture); err != nil || len(fixture.Cases) < 100 {
		t.Fatalf("%d cases: %v", len(fixture.Cases), err)
	}
	for i, c := range fixture.Cases {
		var scores []rating.Score
		for _, text := range c.Given {
			s, err := rating.Parse(text)
			if err != nil {
				t.Fatal(err)
			}
			scores = append(scores, s)
		}
		got := rating.Of(scores, c.Scale)
		want, _ := new(big.Rat).SetString(c.Average)
		shown := rating.Shown(got.Average())
		if got.Average().Cmp(want) != 0 || shown.String() != c.Shown || !slices.Equal(got.Stars, c.Stars) ||
			got.Count != int64(len(c.Given)) {
			t.Errorf("case %d: %s, shown as %s, %v; want %s, %s, %v", i, got.Average(), shown, got.Stars, c.Average, c.Shown,
				c.Stars)
		}
		if said, _ := new(big.Rat).SetString(shown.String()); said.Cmp(got.Average()) > 0 {
			t.Errorf("case %d: %s is shown as %s", i, got.Average(), shown)
		}
	}
	if none := rating.Of(nil, 5); none.Average() != nil || none.Count != 0 {
		t.Errorf("of no ratings: %+v", none)
	}
}

func TestParse(t *testing.T) {
	for text, want := range map[string]string{"4": "4", "4.5": "4.5", "4,7": "4.7", " 5 ": "5", "4.5 of 5": "4.5/5",
		"4,5 von 5 Sternen": "4.5/5", "9/10": "9/10", "92 %": "92/100", "★★★★☆": "4/5", "★★★★★": "5", "4 stars": "4",
		"0": "0", "5.0": "5", "⭐️⭐️⭐️": "3", "8 out of 10": "8/10", "10": "10"} {
		got, err := rating.Parse(text)
		if err != nil || got.String() != want {
			t.Errorf("%q is read as %s, %v; want %s", text, got, err, want)
			continue
		}
		if again, err := rating.Parse(got.String()); err != nil || again.String() != want {
			t.Errorf("%s is not read back: %s, %v", got, again, err)
		}
	}
	for _, text := range []string{"", "good", "-1", "4.555", "11/10", "3/0", "101", "1e3", "5/1000", "NaN", "★x"} {
		if got, err := rating.Parse(text); err == nil {
			t.Errorf("%q is read as %s", text, got)
		}
	}
}

func FuzzParse(f *testing.F) {
	for _, text := range []string{"4.5", "9/10", "★★☆", "92 %", "4,5 von 5"} {
		f.Add(text)
	}
	f.Fuzz(func(t *testing.T, text string) {
		s, err := rating.Parse(text)
		if err != nil {
			return
		}
		if again, err := rating.Parse(s.String()); err != nil || again.String() != s.String() {
			t.Errorf("%q is written as %s, and read as %s, %v", text, s, again, err)
		}
		if on := s.On(5); on.Sign() < 0 || on.Cmp(big.NewRat(5, 1)) > 0 {
			t.Errorf("%q is %s of 5", text, on)
		}
	})
}
