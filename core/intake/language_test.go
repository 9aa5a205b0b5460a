package intake

import (
	"strings"
	"testing"
)

func TestGuessLanguage(t *testing.T) {
	for text, want := range map[string]string{
		"\tBasis\tPlus\nPreis pro Monat\t9,00 €\t1.129,50 €\nMit Wartung\tnein\tja\nAuf Anfrage und ohne Vertrag": "de",
		"\tEssentiel\tPro\nPrix par mois\t9,00 €\t19,00 €\nSans engagement\toui\tnon\nHeures avec un guide":       "fr",
		"\tBasic\tPro\nPrice per month\t$9\t$19\nSupport on request\tyes\tno\nHours of the guide and more":        "en",
		"\tA\tB\nPrice\t9\t19": "", "": "", "1\t2\n3\t4": "",
		"プラン\t月額\n星空\t900円": "ja", "الخطة\tالسعر\nأساسي\t٩": "ar", "תכנית\tמחיר": "he", "方案\t价格\n基本\t9": "zh",
		"\tLiten\tStor\nPris per månad\t90 kr\t190 kr\nTimmar med guide\t2\t5\nUtan avtal och från start": "sv",
	} {
		var rows [][]string
		for line := range strings.SplitSeq(text, "\n") {
			rows = append(rows, strings.Split(line, "\t"))
		}
		for range 20 { // whatever the order of maps
			if got := GuessLanguage(rows); got != want {
				t.Fatalf("%q is taken for %q, want %q", text, got, want)
			}
		}
	}
}
