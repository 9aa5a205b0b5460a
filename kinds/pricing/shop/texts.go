package shop

import (
	"cmp"
	_ "embed"
	"encoding/json"
	"regexp"
	"slices"
	"strings"
	"sync"

	"rubrel/core/money"
	"rubrel/core/pricing"
)

// PeriodWord is a period as lists write it: the item that it makes, and words beside those that CLDR has.
type PeriodWord struct {
	ID, Duration string
	words        []string
}

// PeriodWords are the periods that lists are about.
var PeriodWords = []PeriodWord{
	{"once", "once", []string{"once", "lifetime", "one-off", "one-time", "einmalig", "unique", "fois", "único",
		"tantum", "eenmalig", "gång", "פעמי", "مرة", "買い切り"}},
	{"quarter", "P3M", []string{"quarterly", "trimestriel", "trimestral", "trimestrale", "kvartalsvis", "לרבעון"}},
	{"year", "P1Y", []string{"yearly", "annual", "annually", "p.a.", "jährlich", "jr", "annuel", "anual", "annuale",
		"jaarlijks", "årligen", "årligt", "årlig", "rocznie", "ročně",
		"yıllık", "évi", "éves", "לשנה", "سنويًا", "年額", "年間"}},
	{"week", "P1W", []string{"weekly", "wöchentlich", "hebdomadaire", "semanal", "settimanale", "wekelijks", "לשבוע",
		"أسبوعيًا"}},
	{"day", "P1D", []string{"daily", "täglich", "quotidien", "diario", "giornaliero", "dagelijks", "ליום", "يوميًا"}},
	{"month", "P1M", []string{"monthly", "mo", "mth", "monatlich", "mtl", "mt", "mte", "hó", "mensuel", "mensual",
		"mensal", "mensile", "maandelijks", "månatligen", "månedligt", "månedlig", "miesięcznie", "měsíčně",
		"aylık", "havi", "לחודש",
		"شهريًا", "月額"}},
}

// periodsJSON has the names of periods in all their forms, by language (Unicode CLDR): see scripts/words.mjs.
//
//go:embed periods.json
var periodsJSON []byte

// periodsByWord are the items of periods by the words for them, in small letters.
var periodsByWord = sync.OnceValue(func() map[string]string {
	var table map[string][]string
	if err := json.Unmarshal(periodsJSON, &table); err != nil {
		panic("pricing: periods.json: " + err.Error())
	}
	byWord := map[string]string{}
	for id, words := range table {
		for _, word := range words {
			byWord[word] = id
		}
	}
	for _, p := range PeriodWords {
		for _, word := range p.words {
			byWord[word] = p.ID
		}
	}
	return byWord
})

var wordPattern = regexp.MustCompile(`[\p{L}\p{M}.\-]+`)

// PeriodIn finds a period among the words of a text.
func PeriodIn(text string) (id string, ok bool) {
	for _, word := range wordPattern.FindAllString(strings.ToLower(text), -1) {
		for _, spelled := range []string{word, strings.Trim(word, ".-")} {
			if id, ok := periodsByWord()[spelled]; ok {
				return id, true
			}
		}
	}
	for _, label := range PeriodLabels() {
		if strings.Contains(strings.ToLower(text), label.Text) {
			return label.ID, true
		}
	}
	return "", false
}

// periodLabel is how Rubrel itself writes a period.
type periodLabel struct{ Text, ID string }

// PeriodLabels are those of every language, the longest first: one may hold another.
var PeriodLabels = sync.OnceValue(func() []periodLabel {
	var labels []periodLabel
	for _, tag := range wordsByLanguage.Languages() {
		for id, text := range WordsFor(tag).Periods {
			labels = append(labels, periodLabel{strings.ToLower(text), id})
		}
	}
	slices.SortFunc(labels, func(a, b periodLabel) int {
		return cmp.Or(len(b.Text)-len(a.Text), strings.Compare(a.Text+a.ID, b.Text+b.ID))
	})
	return labels
})

// perPattern is a period written after an amount: "/ month", "per year", "a month", "pro Monat".
var perPattern = regexp.MustCompile(
	`(?i)\s*(?:/|\b(?:per|a|an|each|every|pro|je|im|par|por|al|ao|i|om|na|za|v)\b)\s*[\p{L}.]+\s*$`)

// priceText is a price as a cell has it: "from €9 / user / month*".
type priceText struct {
	Amount string
	Period string   // the item; "" where none is said
	Rest   []string // what else stands there
}

// SplitPrice parts a price into the amount, the period, and what else it says.
func SplitPrice(text string) priceText {
	w := priceText{Amount: text}
	bare := strings.TrimRight(text, "*†‡¹²³ ")
	if bare != strings.TrimSpace(text) && strings.ContainsAny(bare, "0123456789") {
		w.Rest, w.Amount = append(w.Rest, strings.TrimSpace(text[len(bare):])), bare
	}
	for range 3 {
		at := perPattern.FindStringIndex(w.Amount)
		if at == nil {
			at = adverbAt(w.Amount)
		}
		if at == nil || at[0] == 0 || !strings.ContainsAny(w.Amount[:at[0]], "0123456789") {
			break
		}
		per := strings.TrimSpace(w.Amount[at[0]:])
		if id, ok := PeriodIn(per); ok && w.Period == "" {
			w.Period = id
		} else {
			w.Rest = append(w.Rest, per)
		}
		w.Amount = strings.TrimSpace(w.Amount[:at[0]])
	}
	return w
}

// lastWord is the last of several.
var lastWord = regexp.MustCompile(`\s+([\p{L}.]+)\s*$`)

// adverbAt is where a text ends in a word for a period that needs none before it: "60 Euro jährlich"; nil where it does
// not.
func adverbAt(text string) []int {
	found := lastWord.FindStringSubmatchIndex(text)
	if found == nil {
		return nil
	}
	word := strings.ToLower(text[found[2]:found[3]])
	for _, p := range PeriodWords {
		if slices.Contains(p.words, word) || slices.Contains(p.words, strings.Trim(word, ".")) {
			return found[:2]
		}
	}
	return nil
}

// IsPrice reports whether a text is an amount with a currency.
func IsPrice(text string) bool {
	p, written, err := pricing.ReadPrice(SplitPrice(text).Amount, money.Separators{})
	return err == nil && p.Words == "" && written.Currency != ""
}
