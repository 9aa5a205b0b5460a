package shop

import (
	_ "embed"
	"strconv"

	"rubrel/core/money"
	"rubrel/core/wording"
)

// Words are what a price list says by itself in the visitor's language. Words in braces are filled in.
type Words struct {
	Tag         string            `json:"-"` // the language, "" where it is not among ours and English stands in
	Choose      string            `json:"choose"`
	Periods     map[string]string `json:"periods"` // the label of a new period, by what it is called in periodWords
	Free        string            `json:"free"`
	From        string            `json:"from"`
	Was         string            `json:"was"`
	NotOffered  string            `json:"notOffered"`
	Included    string            `json:"included"`
	NotIncluded string            `json:"notIncluded"`
	Soon        string            `json:"soon"`
	Period      string            `json:"period"`
	Currency    string            `json:"currency"`
	Per         string            `json:"per"`
	For         string            `json:"for"`
	Billed      string            `json:"billed"`
	Save        string            `json:"save"`
	PeriodsFree map[string]string `json:"periodsFree"` // by plural category of the CLDR
	Until       string            `json:"until"`
	WithTax     string            `json:"withTax"`
	WithoutTax  string            `json:"withoutTax"`
	TaxIn       string            `json:"taxIn"`
	TaxOut      string            `json:"taxOut"`
	Band        string            `json:"band"`
	Plus        string            `json:"plus"`
	First       string            `json:"first"`
	Everything  string            `json:"everything"`
	InEvery     string            `json:"inEvery"`
	Fits        string            `json:"fits"`
	Totals      string            `json:"totals"`
	Least       string            `json:"least"`
	Most        string            `json:"most"`
	Step        string            `json:"step"`
	More        string            `json:"more"`
	Fewer       string            `json:"fewer"`
	Seats       string            `json:"seats"`
}

//go:embed words.json
var wordsJSON []byte

var wordsByLanguage = wording.NewTable[Words]("pricing: words.json", wordsJSON)

// WordsFor finds the words for a BCP 47 tag by its language; English where there are none.
func WordsFor(tag string) Words {
	w, language := wordsByLanguage.For(tag)
	w.Tag = language
	return w
}

// periodsFree says how many months are free, in the plural form that the language has for the number.
func (w Words) periodsFree(n int) string {
	text, ok := w.PeriodsFree[money.LocaleFor(w.Tag).Plural(money.NewDecimal(int64(n), 0))]
	if !ok {
		text = w.PeriodsFree["other"]
	}
	return wording.Fill(text, "n", strconv.Itoa(n))
}
