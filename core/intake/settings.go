package intake

import (
	"cmp"
	"iter"
	"regexp"
	"slices"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/money"
)

// settle finds out how the whole list is read: the mark before fractions, the currency where none stands, and what an x
// means.
func (r *reader) settle() {
	r.Questions = append(r.Questions, r.roles...)
	r.Settings.Shows = r.shows()
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
			for number := range numbersIn(c.Text) {
				texts = append(texts, number)
				if doubtful.Text == "" && oneMarkBeforeThree(number) != 0 {
					doubtful = c
				}
			}
		}
	}
	mark, mixed := DecimalMark(texts)
	said, answered := r.answer(DecimalQuestion)
	answered = answered && (said == "." || said == ",")
	if r.Settings.Decimal = mark; doubtful.Text == "" && !answered || mark != 0 && !answered {
		return
	}
	locale := money.LocaleFor(cmp.Or(r.language(), "en"))
	r.Settings.Decimal = locale.DecimalMark()
	if r.pointed {
		r.Settings.Decimal = '.'
	}
	if answered {
		r.Settings.Decimal = rune(said[0])
	}
	groups := r.language() != "" && oneMarkBeforeThree(firstDoubtful(doubtful.Text)) == locale.GroupMark()
	if !answered && !mixed && !r.pointed && groups {
		return // as the language has it
	}
	example := func(decimal rune) string {
		number := firstDoubtful(doubtful.Text)
		w, err := money.ReadWritten(number, money.Separators{Decimal: decimal})
		if err != nil {
			return ""
		}
		return number + " = " + w.Amount.String()
	}
	r.ask(Question{ID: DecimalQuestion, Line: doubtful.Line, Column: doubtful.Column, Text: doubtful.Text,
		Why: "the mark may stand before a fraction, or between thousands", Taken: string(r.Settings.Decimal),
		Choices: []Choice{{".", "a point stands before fractions", example('.')}, {",", "a comma does", example(',')}}})
}

// shows is the language that the list shows; "" for none.
func (r *reader) shows() string {
	var rows [][]string
	for _, l := range r.Lines {
		rows = append(rows, append(l.Texts(), l.Label()))
	}
	return GuessLanguage(rows)
}

// language is that which the list shows, or the site's.
func (r *reader) language() string { return cmp.Or(r.Settings.Shows, r.options.Language) }

// numberPattern is a number with the marks that may stand in it, and groupedPattern one with spaces between thousands,
// too.
var (
	numberPattern  = regexp.MustCompile(`[0-9](?:[0-9.,'’\x{a0}\x{202f}]*[0-9])?`)
	groupedPattern = regexp.MustCompile(`[0-9]{1,3}(?: [0-9]{3})+(?:[.,][0-9]+)?\b|` + numberPattern.String())
)

// numbersIn are the numbers of a text: of "4.50 to 10", two.
func numbersIn(text string) iter.Seq[string] {
	return slices.Values(groupedPattern.FindAllString(text, -1))
}

// firstDoubtful is the first number of a text of which the mark is in doubt; "" for none.
func firstDoubtful(text string) string {
	for number := range numbersIn(text) {
		if oneMarkBeforeThree(number) != 0 {
			return number
		}
	}
	return ""
}

// Marks are those by which a text's numbers are read in a list with a mark before fractions: a number that leaves no
// doubt is read by itself.
func Marks(text string, decimal rune) money.Separators {
	if firstDoubtful(text) == "" {
		return money.Separators{}
	}
	return money.Separators{Decimal: decimal}
}

// oneMarkBeforeThree is the mark of a number that has a single one, before exactly three digits and after at most
// three: 1.290. It is 0 for other numbers.
func oneMarkBeforeThree(number string) rune {
	at := strings.IndexAny(number, ".,")
	if at < 1 || at > 3 || number[0] == '0' || len(number) != at+4 ||
		strings.Trim(number[:at]+number[at+1:], "0123456789") != "" {
		return 0
	}
	return rune(number[at])
}

// DecimalMark finds the mark before fractions by those numbers that leave no doubt: one or two digits after the last
// mark, or two kinds of mark. It is 0 where none does, and mixed where they disagree.
func DecimalMark(numbers []string) (mark rune, mixed bool) {
	points, commas := 0, 0
	for _, number := range numbers {
		at := strings.LastIndexAny(number, ".,")
		if at < 0 {
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
	known, err := money.CurrencyByCode(strings.ToUpper(strings.TrimSpace(said)))
	if answered = answered && err == nil; answered {
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
			for _, code := range append([]string{q.Taken}, r.in.Currencies...) {
				if !q.offers(code) {
					q.Choices = append(q.Choices, Choice{Value: code, Label: code})
				}
			}
			r.Questions = append(r.Questions, q)
			return
		}
	}
	r.Settings.Currency = cmp.Or(r.Settings.Currency, defaultCurrency)
}

// defaultCurrency is that of a list which names none, on a site whose region is not known.
const defaultCurrency = "EUR"

// cross finds out what an x means in the lines that do not name records: a plan may be called X.
func (r *reader) cross() {
	var texts []string
	var first kind.PastedCell
	for _, l := range r.Lines {
		if l.Role == r.Kind.Fields[0].Name || l.Role == kind.SkipRole {
			continue
		}
		for _, c := range l.Cells {
			texts = append(texts, r.Settings.Answer(c.Text))
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
