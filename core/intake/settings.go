package intake

import (
	"cmp"
	"strings"
	"unicode"

	"rubrel/core/kind"
	"rubrel/core/money"
)

// settle finds out how the whole list is read: the mark before fractions, the currency where none stands, and what an x
// means.
func (r *reader) settle() {
	r.Questions = append(r.Questions, r.roles...)
	for i, q := range r.Questions {
		if said, ok := r.answer(q.ID); ok && len(q.Choices) > 0 && q.offers(said) {
			r.Questions[i].Answered = true
		}
	}
	r.decimal()
	if r.in.Currency != nil {
		r.currency()
	}
	r.cross()
}

// decimal finds the mark before fractions. A number with one mark before three digits is in doubt, unless others of the
// list leave none, or the mark groups digits in the language of the list.
func (r *reader) decimal() {
	var texts []string
	var doubtful kind.PastedCell
	for _, l := range r.Lines {
		if !r.in.Numbers(l.Role) {
			continue
		}
		for _, c := range l.Cells {
			texts = append(texts, c.Text)
			if doubtful.Text == "" && oneMarkBeforeThree(c.Text) != 0 {
				doubtful = c
			}
		}
	}
	mark, mixed := DecimalMark(texts)
	r.Settings.Decimal = mark
	said, answered := r.answer(DecimalQuestion)
	if doubtful.Text == "" && !answered || mark != 0 && !mixed && !answered {
		return
	}
	doubt := oneMarkBeforeThree(doubtful.Text)
	locale := money.LocaleFor(cmp.Or(r.language(), "en"))
	if answered && (said == "." || said == ",") {
		mark = rune(said[0])
	} else if !mixed {
		mark = locale.DecimalMark()
	}
	r.Settings.Decimal = mark
	if !answered && !mixed && r.language() != "" && doubt == locale.GroupMark() {
		return // it groups digits, as the language has it
	}
	example := func(decimal rune) string {
		w, err := money.ReadWritten(numberIn(doubtful.Text), money.Separators{Decimal: decimal})
		if err != nil {
			return ""
		}
		return doubtful.Text + " = " + w.Amount.String()
	}
	r.ask(Question{ID: DecimalQuestion, Line: doubtful.Line, Column: doubtful.Column, Text: doubtful.Text,
		Why: "the mark may stand before a fraction, or between thousands", Taken: string(mark), Choices: []Choice{
			{".", "a point stands before fractions", example('.')}, {",", "a comma does", example(',')}}})
}

// language is that which the list shows, or the site's.
func (r *reader) language() string {
	var rows [][]string
	for _, l := range r.Lines {
		rows = append(rows, append(l.Texts(), l.Label()))
	}
	return cmp.Or(GuessLanguage(rows), r.options.Language)
}

// numberIn is a text from its first digit to its last.
func numberIn(text string) string {
	return strings.TrimFunc(text, func(r rune) bool { return !unicode.IsDigit(r) })
}

// oneMarkBeforeThree is the mark of a number that has a single one, before exactly three digits and after at most
// three: 1.290. It is 0 for other texts.
func oneMarkBeforeThree(text string) rune {
	number := numberIn(text)
	at := strings.IndexAny(number, ".,")
	if at < 1 || at > 3 || number[0] == '0' || len(number) != at+4 ||
		strings.Trim(number[:at]+number[at+1:], "0123456789") != "" {
		return 0
	}
	return rune(number[at])
}

// DecimalMark finds the mark before fractions by those numbers that leave no doubt: one or two digits after the last
// mark, or two kinds of mark. It is 0 where none does, and mixed where they disagree.
func DecimalMark(texts []string) (mark rune, mixed bool) {
	points, commas := 0, 0
	for _, text := range texts {
		number := numberIn(text)
		at := strings.LastIndexAny(number, ".,")
		if at < 0 || strings.Trim(number, "0123456789.,'’ \u00a0\u202f") != "" {
			continue
		}
		both := strings.ContainsRune(number, '.') && strings.ContainsRune(number, ',')
		if after := len(number) - at - 1; both || after == 1 || after == 2 {
			if number[at] == '.' {
				points++
			} else {
				commas++
			}
		}
	}
	switch {
	case points > 0 && commas > 0:
		return 0, true
	case points > 0:
		return '.', false
	case commas > 0:
		return ',', false
	}
	return 0, false
}

// currency finds the currency of amounts that carry none.
func (r *reader) currency() {
	r.Settings.Currency = r.in.Currency(r.Lines)
	said, answered := r.answer(CurrencyQuestion)
	if known, err := money.CurrencyByCode(strings.ToUpper(strings.TrimSpace(said))); answered && err == nil {
		r.Settings.Currency = known.Code
	}
	if r.Settings.Currency != "" && !answered {
		return
	}
	for _, l := range r.Lines {
		if !r.in.Numbers(l.Role) {
			continue
		}
		for _, c := range l.Cells {
			if !strings.ContainsAny(c.Text, "0123456789") {
				continue
			}
			// A sign of several countries is that of the site, and where the site's language does not know it of the list.
			own := cmp.Or(money.CurrencyBySign(c.Text, r.options.Language), money.CurrencyBySign(c.Text, r.language()))
			if own != "" && !answered {
				r.Settings.Currency = own
				return
			}
			r.Settings.Currency = cmp.Or(r.Settings.Currency, money.CurrencyFor(r.options.Language), defaultCurrency)
			q := Question{ID: CurrencyQuestion, Line: c.Line, Column: c.Column, Text: c.Text,
				Why: "no amount of the list says its currency", Taken: r.Settings.Currency, Answered: answered}
			if answered {
				q.Why = "the currency of amounts that say none"
			}
			for _, code := range offeredCurrencies(q.Taken) {
				q.Choices = append(q.Choices, Choice{Value: code, Label: code})
			}
			r.Questions = append(r.Questions, q)
			return
		}
	}
	r.Settings.Currency = cmp.Or(r.Settings.Currency, defaultCurrency)
}

// defaultCurrency is that of a list which names none, on a site whose region is not known.
const defaultCurrency = "EUR"

// offeredCurrencies are those that are offered, the taken one first. Any other of ISO 4217 can be said.
func offeredCurrencies(taken string) []string {
	codes := []string{taken}
	for _, code := range []string{"EUR", "USD", "GBP", "CHF", "JPY", "SEK", "PLN", "CZK"} {
		if code != taken {
			codes = append(codes, code)
		}
	}
	return codes
}

// cross finds out what an x means in the lines that do not name records: a plan may be called X.
func (r *reader) cross() {
	var texts []string
	var first kind.PastedCell
	for _, l := range r.Lines {
		if l.Role == r.Kind.Fields[0].Name || l.Role == kind.SkipRole {
			continue
		}
		for _, c := range l.Cells {
			texts = append(texts, c.Text)
			if first.Text == "" && kind.IsCross(c.Text) {
				first = c
			}
		}
	}
	means, sure := kind.CrossIn(texts)
	r.Settings.Cross = means
	if _, answered := r.answer(CrossQuestion); means == "" || sure && !answered {
		return
	}
	r.Settings.Cross = kind.Cross(r.ask(Question{ID: CrossQuestion, Line: first.Line, Column: first.Column,
		Text: first.Text, Why: "an x may mean yes or no, and nothing in the list says which", Taken: string(means),
		Choices: []Choice{{string(kind.CrossIsYes), "it means yes", ""}, {string(kind.CrossIsNo), "it means no", ""}}}))
}
