package pricing

import (
	"html/template"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/dates"
	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
	"rubrel/core/wording"
)

// shop is a price list with all that its forms need to show it.
type shop struct {
	v      kind.View
	list   pricing.List
	words  words
	locale money.Locale
	style  money.Style
	plans  []string
	tax    *pricing.Tax
	opens  int // the position of the period that is shown first
	// opensIn is that of the currency.
	opensIn int
	seats   int64               // the number of seats that is shown; 0 in a form that shows the price of one
	read    map[string]cardView // by plan, once they have been read
	widest  float64             // see widestEms
	pairs   []choice            // see choices
}

// newShop is the shop of a view, read once.
func newShop(v kind.View) *shop { return remembered(v, "shop", openShop) }

// seated is the shop of a form that shows what a number of seats costs.
func seated(v kind.View) *shop {
	return remembered(v, "seated shop", func(v kind.View) *shop {
		s := openShop(v)
		s.seats = asked(v.Set, s.list)
		return s
	})
}

// asked is the number of seats for which amounts are shown first.
func asked(set kind.Set, list pricing.List) int64 {
	asks, ok := set.Facts["asks"].(kind.Whole)
	if !ok {
		asks = kind.Whole(list.Seats.Least)
	}
	n, _ := list.Seats.Clamp(int64(asks))
	return n
}

// remembered is a shop that is opened once for a view; one whose words are hyphenated is another.
func remembered(v kind.View, name string, open func(kind.View) *shop) *shop {
	name += " " + v.Locale + " " + strconv.FormatBool(v.Hyphenate != nil)
	return kind.Remember(v, name, func() *shop { return open(v) })
}

func openShop(v kind.View) *shop {
	s := &shop{v: v, list: pricing.NewList(v.Set).AsOf(v.Now), words: wordsFor(v.Locale),
		locale: money.LocaleFor(v.Locale)}
	s.style = money.Style{DropZeros: s.fact("fraction") == "when needed", Code: s.fact("sign") == "code"}
	for _, record := range v.Set.Records {
		s.plans = append(s.plans, record.ID)
	}
	if percent, ok := v.Set.Facts["tax-rate"].(pricing.Percent); ok && s.fact("tax") != "" {
		s.tax = &pricing.Tax{Included: s.fact("tax") == "included", Percent: percent.Decimal}
	}
	for i, period := range s.list.Periods {
		if period.Label == s.fact("opens") {
			s.opens = i
		}
	}
	for i, currency := range s.list.Currencies {
		if currency.Currency.Code == s.fact("opens-in") {
			s.opensIn = i
		}
	}
	return s
}

func (s *shop) fact(name string) string { return kind.Text(s.v.Set.Facts, name) }

// choice is one pair of the switches' sides, with the classes of what is shown for it alone.
type choice struct {
	period   pricing.PeriodLine
	currency pricing.CurrencyLine
	i, j     int
	// The classes of what is shown for this period alone, this currency alone, and for both.
	periodClass, currencyClass, class string
}

// choices lists every pair of period and currency.
func (s *shop) choices() []choice {
	if s.pairs != nil {
		return s.pairs
	}
	for i, period := range s.list.Periods {
		for j, currency := range s.list.Currencies {
			c := choice{period: period, currency: currency, i: i, j: j}
			if len(s.list.Periods) > 1 {
				c.periodClass = "rb-vp rb-of-p" + strconv.Itoa(i)
			}
			if len(s.list.Currencies) > 1 {
				c.currencyClass = "rb-vc rb-of-c" + strconv.Itoa(j)
			}
			c.class = strings.TrimSpace(c.periodClass + " " + c.currencyClass)
			s.pairs = append(s.pairs, c)
		}
	}
	return s.pairs
}

// at names a choice to the script of a form that counts.
func (s *shop) at(c choice) string {
	if s.seats == 0 {
		return ""
	}
	return strconv.Itoa(c.i) + "." + strconv.Itoa(c.j)
}

// amountView is a written amount. Steps say how a script counts it again for another number of seats: what the total
// is multiplied and divided by, rounding each time.
type amountView struct {
	Text  string
	Parts []pricePart
	Steps string
}

// pricePart is a piece of an amount with the class of its part.
type pricePart struct{ Part, Text string }

var partOf = map[money.PartKind]string{
	money.PartCurrency: "sign", money.PartInteger: "whole", money.PartDecimal: "separator",
	money.PartFraction: "fraction", money.PartMinus: "whole",
}

func (s *shop) amount(amount money.Decimal, c choice, steps ...string) amountView {
	view := amountView{Text: s.locale.Format(amount, c.currency.Currency, s.style)}
	if s.seats > 0 {
		view.Steps = strings.TrimSpace("1/1 " + strings.Join(steps, " "))
	}
	for _, part := range s.locale.FormatParts(amount, c.currency.Currency, s.style) {
		if name, ok := partOf[part.Kind]; ok {
			view.Parts = append(view.Parts, pricePart{name, part.Text})
		}
	}
	if s.seats > 0 && c.currency.Currency.Digits > 0 && !slices.ContainsFunc(view.Parts,
		func(p pricePart) bool { return p.Part == "fraction" }) {
		// Another number of seats may have a fraction: its place is kept.
		at := slices.IndexFunc(view.Parts, func(p pricePart) bool { return p.Part == "whole" }) + 1
		view.Parts = slices.Insert(view.Parts, at, pricePart{"separator", ""}, pricePart{"fraction", ""})
	}
	return view
}

// sentence is a text in which an amount may stand.
type sentence []phrase

type phrase struct {
	Text   string
	Amount *amountView
}

// String is the sentence as it is read.
func (s sentence) String() string {
	var b strings.Builder
	for _, p := range s {
		if p.Amount != nil {
			b.WriteString(p.Amount.Text)
		} else {
			b.WriteString(p.Text)
		}
	}
	return b.String()
}

// say fills a sentence's amount and its other names.
func say(pattern string, amount *amountView, pairs ...string) sentence {
	before, after, has := strings.Cut(wording.Fill(pattern, pairs...), "{amount}")
	var said sentence
	if before != "" {
		said = append(said, phrase{Text: before})
	}
	if has && amount != nil {
		said = append(said, phrase{Amount: amount})
	}
	if after != "" {
		said = append(said, phrase{Text: after})
	}
	return said
}

// then adds more to a sentence, after a mark.
func (s sentence) then(mark string, more sentence) sentence {
	if len(s) > 0 && len(more) > 0 {
		s = append(s, phrase{Text: mark})
	}
	return append(s, more...)
}

// until is the end of a plan's offer. The second result is false where it has none.
func (s *shop) until(record kind.Record) (kind.Moment, bool) {
	m, ok := s.v.Set.Said(record, "until").(kind.Moment)
	return m, ok
}

// untilLine says the end of an offer in words.
func (s *shop) untilLine(m kind.Moment) string {
	zone, _ := m.At.Zone()
	return wording.Fill(s.words.Until, "date", dates.Long(m.At, s.v.Locale), "time", m.At.Format("15:04")+" "+zone)
}

// offer is one way in which a plan's price stands: with the earlier price crossed out, or after the deadline.
type offer struct {
	class    string
	ordinary bool
}

// offers lists the ways that a price is written: one, or where a deadline lies ahead of an offer two.
func (s *shop) offers(record kind.Record, price pricing.Price) []offer {
	if _, ends := s.until(record); price.Was == nil || !ends {
		return []offer{{}}
	}
	return []offer{{class: " rb-offer"}, {class: " rb-ordinary", ordinary: true}}
}

// endsAt is the moment at which a page that is open, or was published before, falls back: seconds since 1970, or "".
func (s *shop) endsAt(record kind.Record) string {
	until, ends := s.until(record)
	if !ends {
		return ""
	}
	for _, c := range s.choices() {
		if price, _, ok := s.list.Price(record.ID, c.period, c.currency); ok && price.Was != nil {
			return strconv.FormatInt(until.At.Unix(), 10)
		}
	}
	return ""
}

// execute writes a form.
func execute(name string, view any) (template.HTML, error) { return render(name, view), nil }
