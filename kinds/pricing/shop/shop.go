package shop

import (
	"slices"
	"strconv"
	"strings"

	"rubrel/core/dates"
	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
	"rubrel/core/wording"
)

func (s *Shop) Joined() bool { return s.Fact("stand") == "joined" }

// Em writes a length in ems.
func Em(n float64) string { return strconv.FormatFloat(n, 'f', -1, 64) + "em" }

// Shop is a price list with all that its forms need to show it.
type Shop struct {
	V      kind.View
	List   pricing.List
	Words  Words
	Locale money.Locale
	Style  money.Style
	Plans  []string
	Tax    *pricing.Tax
	Opens  int // the position of the period that is shown first
	// opensIn is that of the currency.
	OpensIn int
	Seats   int64               // the number of seats that is shown; 0 in a form that shows the price of one
	read    map[string]cardView // by plan, once they have been read
	widest  float64             // see widestEms
	pairs   []Choice            // see choices
}

// New is the shop of a view, read once.
func New(v kind.View) *Shop { return remembered(v, "shop", openShop) }

// Seated is the shop of a form that shows what a number of seats costs.
func Seated(v kind.View) *Shop {
	return remembered(v, "seated shop", func(v kind.View) *Shop {
		s := openShop(v)
		s.Seats = Asked(v.Set, s.List)
		return s
	})
}

// Asked is the number of seats for which amounts are shown first.
func Asked(set kind.Set, list pricing.List) int64 {
	asks, ok := set.Facts["asks"].(kind.Whole)
	if !ok {
		asks = kind.Whole(list.Seats.Least)
	}
	n, _ := list.Seats.Clamp(int64(asks))
	return n
}

// remembered is a shop that is opened once for a view; one whose words are hyphenated is another.
func remembered(v kind.View, name string, open func(kind.View) *Shop) *Shop {
	name += " " + v.Locale + " " + strconv.FormatBool(v.Hyphenate != nil)
	return kind.Remember(v, name, func() *Shop { return open(v) })
}

func openShop(v kind.View) *Shop {
	s := &Shop{V: v, List: pricing.NewList(v.Set).AsOf(v.Now), Words: WordsFor(v.Locale),
		Locale: money.LocaleFor(v.Locale)}
	s.Style = money.Style{DropZeros: s.Fact("fraction") == "when needed", Code: s.Fact("sign") == "code"}
	for _, record := range v.Set.Records {
		s.Plans = append(s.Plans, record.ID)
	}
	if percent, ok := v.Set.Facts["tax-rate"].(pricing.Percent); ok && s.Fact("tax") != "" {
		s.Tax = &pricing.Tax{Included: s.Fact("tax") == "included", Percent: percent.Decimal}
	}
	for i, period := range s.List.Periods {
		if period.Label == s.Fact("opens") {
			s.Opens = i
		}
	}
	for i, currency := range s.List.Currencies {
		if currency.Currency.Code == s.Fact("opens-in") {
			s.OpensIn = i
		}
	}
	return s
}

func (s *Shop) Fact(name string) string { return kind.Text(s.V.Set.Facts, name) }

// Choice is one pair of the switches' sides, with the classes of what is shown for it alone.
type Choice struct {
	Period   pricing.PeriodLine
	Currency pricing.CurrencyLine
	i, j     int
	// The classes of what is shown for this period alone, this currency alone, and for both.
	periodClass, currencyClass, Class string
}

// Choices lists every pair of period and currency.
func (s *Shop) Choices() []Choice {
	if s.pairs != nil {
		return s.pairs
	}
	for i, period := range s.List.Periods {
		for j, currency := range s.List.Currencies {
			c := Choice{Period: period, Currency: currency, i: i, j: j}
			if len(s.List.Periods) > 1 {
				c.periodClass = "rb-vp rb-of-p" + strconv.Itoa(i)
			}
			if len(s.List.Currencies) > 1 {
				c.currencyClass = "rb-vc rb-of-c" + strconv.Itoa(j)
			}
			c.Class = strings.TrimSpace(c.periodClass + " " + c.currencyClass)
			s.pairs = append(s.pairs, c)
		}
	}
	return s.pairs
}

// At names a choice to the script of a form that counts.
func (s *Shop) At(c Choice) string {
	if s.Seats == 0 {
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

func (s *Shop) amount(amount money.Decimal, c Choice, steps ...string) amountView {
	view := amountView{Text: s.Locale.Format(amount, c.Currency.Currency, s.Style)}
	if s.Seats > 0 {
		view.Steps = strings.TrimSpace("1/1 " + strings.Join(steps, " "))
	}
	for _, part := range s.Locale.FormatParts(amount, c.Currency.Currency, s.Style) {
		if name, ok := partOf[part.Kind]; ok {
			view.Parts = append(view.Parts, pricePart{name, part.Text})
		}
	}
	if s.Seats > 0 && c.Currency.Currency.Digits > 0 && !slices.ContainsFunc(view.Parts,
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

// Until is the end of a plan's offer. The second result is false where it has none.
func (s *Shop) Until(record kind.Record) (kind.Moment, bool) {
	m, ok := s.V.Set.Said(record, "until").(kind.Moment)
	return m, ok
}

// untilLine says the end of an offer in words.
func (s *Shop) untilLine(m kind.Moment) string {
	zone, _ := m.At.Zone()
	return wording.Fill(s.Words.Until, "date", dates.Long(m.At, s.V.Locale), "time", m.At.Format("15:04")+" "+zone)
}

// offer is one way in which a plan's price stands: with the earlier price crossed out, or after the deadline.
type offer struct {
	class    string
	ordinary bool
}

// offers lists the ways that a price is written: one, or where a deadline lies ahead of an offer two.
func (s *Shop) offers(record kind.Record, price pricing.Price) []offer {
	if _, ends := s.Until(record); price.Was == nil || !ends {
		return []offer{{}}
	}
	return []offer{{class: " rb-offer"}, {class: " rb-ordinary", ordinary: true}}
}

// endsAt is the moment at which a page that is open, or was published before, falls back: seconds since 1970, or "".
func (s *Shop) endsAt(record kind.Record) string {
	until, ends := s.Until(record)
	if !ends {
		return ""
	}
	for _, c := range s.Choices() {
		if price, _, ok := s.List.Price(record.ID, c.Period, c.Currency); ok && price.Was != nil {
			return strconv.FormatInt(until.At.Unix(), 10)
		}
	}
	return ""
}
