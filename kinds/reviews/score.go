package reviews

import (
	"encoding/json"
	"math/big"

	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/rating"
	"rubrel/core/wording"
)

// score is a rating as a fact.
type score struct{ rating.Score }

// MarshalJSON writes a JSON string.
func (s score) MarshalJSON() ([]byte, error) { return json.Marshal(s.String()) }

// scoreType is a rating: of the set's scale, or of one that it names.
type scoreType struct{}

func (scoreType) Parse(text string) (kind.Value, error) {
	s, err := rating.Parse(text)
	return score{s}, err
}

func (t scoreType) Decode(held any) (kind.Value, error) { return kind.DecodeText(t, held) }

func (scoreType) Schema() kind.Schema {
	return kind.Schema{"type": "string", "pattern": `^[0-9]{1,3}(\.[0-9]{1,2})?(/[0-9]{1,3})?$`}
}

func (scoreType) Editor() kind.Editor { return kind.Editor{Align: kind.Right} }

var ratingField = kind.Field{Name: "rating", Label: "rating", Help: "so many stars: 4.5; or with a scale of its own: " +
	"9/10, 92 %", Type: scoreType{}, Aliases: []string{"stars", "score", "points", "bewertung", "sterne", "note"}}

// scaleField is how many stars there are.
var scaleField = kind.Field{Name: "scale", Group: starGroup, Label: "out of", Help: "how many stars there are: 5 " +
	"where nothing is said", Type: kind.WholeType{Least: 2, Most: 10}}

// scaleOf is how many stars a set has.
func scaleOf(set kind.Set) int64 {
	if n, ok := set.Facts[scaleField.Name].(kind.Whole); ok {
		return int64(n)
	}
	return rating.UsualScale
}

// scoreOf is what a review gives; false where it gives no rating.
func scoreOf(set kind.Set, r kind.Record) (rating.Score, bool) {
	s, ok := set.Said(r, ratingField.Name).(score)
	return s.Score, ok
}

// tallyOf is what the reviews of a set come to.
func tallyOf(set kind.Set) rating.Tally {
	var all []rating.Score
	for _, r := range set.Records {
		if s, ok := scoreOf(set, r); ok {
			all = append(all, s)
		}
	}
	return rating.Of(all, scaleOf(set))
}

// claim is what a set says that its reviews come to, or what they do.
type claim struct {
	Average *big.Rat
	Count   int64
}

// claimOf is what a block shows of all reviews; false where there is nothing to show.
func claimOf(set kind.Set) (claim, bool) {
	t := tallyOf(set)
	c := claim{t.Average(), t.Count}
	if s, ok := set.Facts[averageField.Name].(score); ok {
		c.Average = s.On(t.Scale)
	}
	if n, ok := set.Facts[countField.Name].(kind.Whole); ok {
		c.Count = int64(n)
	}
	return c, c.Average != nil && c.Count > 0
}

// written is a number of stars as a locale writes it.
func written(locale string, exact *big.Rat) string {
	shown := rating.Shown(exact)
	return money.LocaleFor(locale).Number(shown, shown.Places())
}

// outOf says a rating in words: "4.5 of 5".
func outOf(v kind.View, exact *big.Rat) string {
	w, _ := wordsFor(v.Locale)
	locale := money.LocaleFor(v.Locale)
	return wording.Fill(w.OutOf, "rating", written(v.Locale, exact), "scale",
		locale.Number(money.NewDecimal(scaleOf(v.Set), 0), 0))
}
