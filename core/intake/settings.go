package intake

import (
	"cmp"
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
	thousandths := false // it has fractions of three digits
	for _, l := range r.Lines {
		if !r.in.Numbers(l.Role) {
			continue
		}
		for _, c := range l.Cells {
			for _, number := range money.Grouped.In(c.Text) {
				texts = append(texts, number)
				if money.MarkInDoubt(number) == 0 {
					continue
				}
				if doubtful.Text == "" {
					doubtful = c
				}
				thousandths = thousandths || r.inThousandths(l)
			}
		}
	}
	mark, mixed := money.DecimalMark(texts)
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
	groups := r.language() != "" && money.MarkInDoubt(firstDoubtful(doubtful.Text)) == locale.GroupMark()
	if !answered && !mixed && !r.pointed && groups && !thousandths {
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

// inThousandths reports whether the amounts of a line are in a currency with three digits after the mark (ISO 4217): in
// Kuwait 9.500 is nine and a half.
func (r *reader) inThousandths(l *kind.Line) bool {
	if r.in.Currency == nil {
		return false
	}
	currency, err := money.CurrencyByCode(r.in.Currency([]*kind.Line{l}))
	return err == nil && currency.Digits == 3
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

// firstDoubtful is the first number of a text of which the mark is in doubt; "" for none.
func firstDoubtful(text string) string {
	for _, number := range money.Grouped.In(text) {
		if money.MarkInDoubt(number) != 0 {
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
			own := ""
			for _, text := range []string{c.Text, l.Label()} {
				own = cmp.Or(own, money.CurrencyBySign(text, r.options.Language), money.CurrencyBySign(text, r.language()))
			}
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
