package intake

import (
	"strings"
	"unicode"
)

// languageWords mark a language in a list: short words that price lists and tables of it have and others have not, each
// as a whole word in lower case.
var languageWords = map[string][]string{
	"de": {"und", "pro", "monat", "jahr", "mit", "für", "ohne", "kostenlos", "auf", "anfrage", "inklusive", "nicht",
		"der", "die", "das", "stunden", "preis", "monatlich", "jährlich", "je", "ab", "enthalten", "unbegrenzt"},
	"fr": {"et", "par", "mois", "avec", "pour", "sans", "gratuit", "sur", "devis", "le", "la", "les", "des", "inclus",
		"heures", "prix", "illimité", "année", "compris", "dès"},
	"es": {"y", "por", "mes", "con", "para", "sin", "gratis", "el", "los", "las", "incluido", "horas", "precio", "año",
		"ilimitado", "desde", "consultar"},
	"it": {"e", "per", "mese", "con", "senza", "gratuito", "il", "gli", "delle", "incluso", "ore", "prezzo", "anno",
		"illimitato", "richiesta", "dal"},
	"nl": {"en", "per", "maand", "met", "voor", "zonder", "gratis", "het", "een", "inbegrepen", "uur", "prijs", "jaar",
		"onbeperkt", "aanvraag", "vanaf"},
	"pt": {"e", "por", "mês", "com", "para", "sem", "grátis", "os", "as", "incluído", "horas", "preço", "ano",
		"ilimitado", "não", "desde"},
	"sv": {"och", "per", "månad", "med", "för", "utan", "gratis", "det", "ett", "ingår", "timmar", "pris", "år",
		"obegränsat", "från"},
	"pl": {"i", "za", "miesiąc", "miesięcznie", "rok", "rocznie", "bez", "oraz", "dla", "cena", "godzin", "zawiera", "od"},
	"da": {"og", "pr", "måned", "med", "uden", "ikke", "inkluderet", "timer", "år", "ubegrænset", "fra", "pris"},
	"cs": {"za", "měsíc", "měsíčně", "rok", "ročně", "bez", "nebo", "pro", "cena", "hodin", "včetně", "není", "od"},
	"fi": {"ja", "kuukausi", "kuukaudessa", "vuosi", "vuodessa", "ilman", "hinta", "sisältyy", "ei", "tai", "alkaen"},
	"hu": {"és", "havonta", "hónap", "évente", "nélkül", "vagy", "ár", "óra", "tartalmaz", "nem", "a", "az"},
	"tr": {"ve", "aylık", "yıllık", "ay", "yıl", "ücretsiz", "fiyat", "saat", "dahil", "için", "değil", "ile"},
	"en": {"and", "per", "month", "year", "with", "for", "without", "free", "on", "request", "the", "included", "hours",
		"price", "unlimited", "of", "from"},
}

// scriptLanguages are the languages that a script alone speaks for, where a list is written in it.
var scriptLanguages = []struct {
	table *unicode.RangeTable
	tag   string
}{
	{unicode.Hiragana, "ja"}, {unicode.Katakana, "ja"}, {unicode.Hangul, "ko"}, {unicode.Han, "zh"},
	{unicode.Arabic, "ar"}, {unicode.Hebrew, "he"},
	{unicode.Greek, "el"}, {unicode.Thai, "th"}, {unicode.Devanagari, "hi"}, {unicode.Cyrillic, "ru"},
}

// Bounds of a guess: how many words must speak for a language, and how far it must be ahead of the next.
const (
	leastWords = 2
	aheadBy    = 2
)

// GuessLanguage finds the language that a list shows, as a BCP 47 tag; "" where it shows none.
func GuessLanguage(rows [][]string) string {
	letters, byScript := 0, map[string]int{}
	counts := map[string]int{}
	counted := map[string]bool{} // a word that stands in every row says no more than once
	for _, row := range rows {
		for _, cell := range row {
			for _, r := range cell {
				if !unicode.IsLetter(r) {
					continue
				}
				letters++
				for _, s := range scriptLanguages {
					if unicode.Is(s.table, r) {
						byScript[s.tag]++
						break
					}
				}
			}
			for word := range strings.FieldsFuncSeq(strings.ToLower(cell), func(r rune) bool { return !unicode.IsLetter(r) }) {
				if counted[word] {
					continue
				}
				counted[word] = true
				for tag, words := range languageWords {
					for _, known := range words {
						if word == known {
							counts[tag]++
						}
					}
				}
			}
		}
	}
	for _, s := range scriptLanguages { // kana before kanji: a Japanese list has both
		if n := byScript[s.tag]; n*4 > letters && n > 0 {
			return s.tag
		}
	}
	best, next := "", 0
	for tag, n := range counts {
		switch {
		case best == "" || n > counts[best]:
			if best != "" {
				next = max(next, counts[best])
			}
			best = tag
		default:
			next = max(next, n)
		}
	}
	if best == "" || counts[best] < leastWords || counts[best] < next+aheadBy {
		return ""
	}
	return best
}
