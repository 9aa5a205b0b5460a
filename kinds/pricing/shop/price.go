package shop

import (
	"strconv"
	"strings"
	"unicode"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
	"rubrel/core/wording"
)

// priceView is a price in the parts that may be set differently.
type priceView struct {
	Class  string   // of which period, currency and offer it is
	Place  string   // the class for where its period stands
	At     string   // "1.0": the positions of period and currency, for the script
	Spoken sentence // the whole price as one text, for those who hear the page
	From   string
	Words  string
	Amount *amountView
	Was    *amountView
	Period string
}

// noteView is a line of small print that belongs to a choice, or to all where it has no class.
type noteView struct {
	Class string
	At    string
	Lines []sentence
}

// Prices makes a plan's price for every choice of the switches; one that is not sold so has a dash.
func (s *Shop) Prices(record kind.Record) []priceView {
	var prices []priceView
	sold := false
	for _, c := range s.Choices() {
		price, ok := s.priceFor(record.ID, c)
		if !ok {
			prices = append(prices, priceView{Class: c.Class, Spoken: sentence{{Text: s.Words.NotOffered}}, Words: "–"})
			continue
		}
		sold = true
		for _, o := range s.offers(record, price) {
			view := s.price(record, c, o)
			view.Class, view.At = strings.TrimSpace(c.Class+o.class), s.At(c)
			if place := s.Fact("period-place"); place == periodBelow || place == periodBeside {
				view.Place = "rb-period-" + place
			}
			prices = append(prices, view)
		}
	}
	if !sold {
		return nil
	}
	return prices
}

// priceFor is the price that a form shows: of one seat, or of the number asked for.
func (s *Shop) priceFor(plan string, c Choice) (pricing.Price, bool) {
	if s.Seats > 0 {
		return s.List.Total(plan, c.Period, c.Currency, s.Seats)
	}
	price, _, ok := s.List.Price(plan, c.Period, c.Currency)
	return price, ok
}

// price writes one price.
func (s *Shop) price(record kind.Record, c Choice, o offer) priceView {
	price, _ := s.priceFor(record.ID, c)
	switch {
	case price.Words != "":
		return priceView{Spoken: sentence{{Text: price.Words}}, Words: price.Words}
	case price.Free:
		free := &amountView{Text: s.Words.Free, Parts: []pricePart{{"whole", s.Words.Free}}}
		return priceView{Spoken: sentence{{Text: s.Words.Free}}, Amount: free}
	}
	if o.ordinary {
		price = price.Ordinary()
	}
	was := price.Was
	n, label := s.shownAs(c)
	shown := s.amount(divided(price.Amount, n, c), c, s.steps(n, o)...)
	view := priceView{Amount: &shown, Period: s.per(record, c, price) + label}
	pattern := "{amount} " + view.Period
	if price.From {
		view.From = s.Words.From
		pattern = s.Words.From + " " + pattern
	}
	view.Spoken = say(pattern, &shown)
	if was != nil {
		earlier := s.amount(divided(*was, n, c), c, s.steps(n, offer{ordinary: true})...)
		view.Was = &earlier
		view.Spoken = view.Spoken.then(", ", say(s.Words.Was+" {amount}", &earlier))
	}
	return view
}

// shownAs is how many of the first period an amount is divided by, and the label it stands for.
func (s *Shop) shownAs(c Choice) (n int64, label string) {
	if s.Fact("amounts") == "by first period" {
		if times, ok := c.Period.Period.Times(s.List.Periods[0].Period); ok && times > 1 {
			return int64(times), s.List.Periods[0].Label
		}
	}
	return 1, c.Period.Label
}

func divided(amount money.Decimal, n int64, c Choice) money.Decimal {
	if n == 1 {
		return amount
	}
	return amount.QuoHalfUp(money.NewDecimal(n, 0), c.Currency.Currency.Digits)
}

// steps are how a script counts the amount again; "was" starts from the earlier price.
func (s *Shop) steps(n int64, o offer) []string {
	var steps []string
	if o.ordinary {
		steps = append(steps, "was")
	}
	if n > 1 {
		steps = append(steps, "1/"+strconv.FormatInt(n, 10))
	}
	return steps
}

// per says for what the amount is, besides the period: a seat or a package.
func (s *Shop) per(record kind.Record, c Choice, price pricing.Price) string {
	if s.Seats > 0 || s.Fact("seat") == "" {
		return ""
	}
	tariff, _ := s.List.Tariff(record.ID, c.Period, c.Currency)
	switch {
	case price.Plus != nil || tariff.Model == pricing.Flat:
		return ""
	case tariff.Model == pricing.Package:
		return wording.Fill(s.Words.For, "n", strconv.FormatInt(tariff.Size, 10), "seats", s.Noun(tariff.Size)) + ", "
	}
	return wording.Fill(s.Words.Per, "seat", s.Fact("seat")) + ", "
}

// Noun is the noun of a number of seats.
func (s *Shop) Noun(n int64) string {
	if many := s.Fact("seats"); n != 1 && many != "" {
		return many
	}
	return s.Fact("seat")
}

// counted is a number with its noun.
func (s *Shop) counted(n int64) string {
	return strings.TrimSpace(strconv.FormatInt(n, 10) + " " + s.Noun(n))
}

// notes is the small print below a price, for every choice that has some.
func (s *Shop) notes(record kind.Record) []noteView {
	var notes []noteView
	for _, c := range s.Choices() {
		price, ok := s.priceFor(record.ID, c)
		if !ok {
			continue
		}
		for _, o := range s.offers(record, price) {
			if lines := s.noteLines(record, c, o); len(lines) > 0 {
				notes = append(notes, noteView{Class: strings.TrimSpace(c.Class + o.class), At: s.At(c), Lines: lines})
			}
		}
	}
	return notes
}

func (s *Shop) noteLines(record kind.Record, c Choice, o offer) []sentence {
	price, _ := s.priceFor(record.ID, c)
	if !price.HasAmount() || price.Free {
		return nil
	}
	until, ends := s.Until(record)
	ends = ends && price.Was != nil && !o.ordinary
	if o.ordinary {
		price = price.Ordinary()
	}
	var lines []sentence
	n, _ := s.shownAs(c)
	if n > 1 {
		whole := s.amount(price.Amount, c, s.steps(1, o)...)
		lines = append(lines, say(s.Words.Billed, &whole, "period", c.Period.Label))
	}
	lines = append(lines, s.seatLines(record, c)...)
	if s.Tax != nil {
		lines = append(lines, s.taxLine(price.Amount, c, o, n))
	}
	if ends {
		lines = append(lines, sentence{{Text: s.untilLine(until)}})
	}
	return lines
}

// taxLine says how the amount stands to the tax, and where it is asked for the other figure.
func (s *Shop) taxLine(amount money.Decimal, c Choice, o offer, n int64) sentence {
	pattern, other := s.Words.TaxOut, s.Words.WithTax
	if s.Tax.Included {
		pattern, other = s.Words.TaxIn, s.Words.WithoutTax
	}
	if own := s.Fact("tax-note"); own != "" {
		pattern = own
	}
	line := say(pattern, nil, "percent", s.percent(s.Tax.Percent))
	if s.Fact("tax-other") != "yes" {
		return line
	}
	figure := s.amount(s.Tax.Other(divided(amount, n, c), c.Currency.Currency), c, append(s.steps(n, o), s.taxStep())...)
	return line.then(": ", say(other, &figure))
}

// taxStep is the ratio of the other figure to the amount, in whole numbers.
func (s *Shop) taxStep() string {
	hundred := money.NewDecimal(100_000, 0)
	whole := hundred.Add(s.Tax.Percent.Mul(money.NewDecimal(1000, 0))).HalfUp(0)
	if s.Tax.Included {
		return hundred.String() + "/" + whole.String()
	}
	return whole.String() + "/" + hundred.String()
}

// percent writes a rate of tax as the locale does.
func (s *Shop) percent(rate money.Decimal) string {
	const stand = 7 // stands for the digits, which the locale writes with its own decimal mark
	text := rate.String()
	if strings.Contains(text, ".") {
		text = strings.TrimSuffix(strings.TrimRight(text, "0"), ".")
	}
	return strings.Replace(s.Locale.Percent(stand), s.Locale.Digits(strconv.Itoa(stand)), s.Locale.Digits(text), 1)
}

// seatLines say how a price goes on with the number of seats.
func (s *Shop) seatLines(record kind.Record, c Choice) []sentence {
	plain := *s
	plain.Seats = 0 // these amounts stay what they are
	tariff, ok := s.List.Tariff(record.ID, c.Period, c.Currency)
	if !ok {
		return nil
	}
	if tariff.Plus != nil {
		each := plain.amount(*tariff.Plus, c)
		return []sentence{say(s.Words.Plus, &each, "n", s.counted(tariff.Included))}
	}
	var lines []sentence
	if tariff.Model == pricing.PerSeat && tariff.Included > 0 {
		lines = append(lines, sentence{{Text: wording.Fill(s.Words.First, "n", s.counted(tariff.Included))}})
	}
	if tariff.Model != pricing.Volume && tariff.Model != pricing.Graduated {
		return lines
	}
	var bands sentence
	for i := 1; i < len(tariff.Bands); i++ {
		rate := plain.amount(tariff.Bands[i].Rate, c)
		bands = bands.then("; ", say(s.Words.Band, &rate, "n", s.counted(tariff.Bands[i-1].To+1)))
	}
	if len(bands) > 0 {
		lines = append(lines, bands)
	}
	return lines
}

// ems is about how wide the amount is in its own font size, on the wide side: a digit of the shipped figures is at
// most 0.62 em, and signs and fractions are set smaller than the whole unless a look says otherwise.
func (a amountView) ems() float64 {
	widths := map[string]float64{"whole": 0.62, "sign": 0.45, "separator": 0.3, "fraction": 0.34}
	total := 0.1
	for _, part := range a.Parts {
		for _, r := range part.Text {
			if unicode.IsPunct(r) || unicode.IsSpace(r) {
				total += 0.3
				continue
			}
			total += widths[part.Part]
		}
	}
	return total
}

// Variables are what every form's layout is given: the width of the widest amount, down to what share of its size one
// shrinks, the gap between its parts, and how the switches stand.
func (s *Shop) Variables() []kind.Variable {
	return append(anatomy.SwitchVariables(s.V, s.Switches(), "table"),
		kind.Variable{Name: "--rb-ems", Value: strconv.FormatFloat(s.widestEms(), 'f', 2, 64)},
		kind.Variable{Name: "--rb-least-amount", Value: Em(leastAmount)},
		kind.Variable{Name: "--rb-amount-gap", Value: Em(gapEms)})
}

// widestEms is the width of the widest amount that the block can show, in its own font size.
func (s *Shop) widestEms() float64 {
	if s.widest > 0 {
		return s.widest
	}
	s.widest = 1
	counts := []int64{0}
	if s.Seats > 0 {
		counts = []int64{s.List.Seats.Least, s.List.Seats.Most}
	}
	for _, n := range counts {
		at := *s
		at.Seats = n
		for _, record := range s.V.Set.Records {
			for _, price := range at.Prices(record) {
				if price.Amount != nil {
					s.widest = max(s.widest, s.ems(record.ID, *price.Amount))
				}
			}
		}
	}
	return s.widest
}

// ems is how wide an amount is, in its own font size: as its fonts have it, or about.
func (s *Shop) ems(record string, a amountView) float64 {
	if s.V.Measure == nil {
		return a.ems()
	}
	size := s.V.Measure.Ruler(record, 0).Size("price")
	total := 0.0
	for _, part := range a.Parts {
		wide, known := s.V.Measure.TextWidth(part.Part, record, part.Text, 0)
		if !known || size == 0 {
			return a.ems()
		}
		total += wide + gapEms*size
	}
	return total / size
}

// gapEms is the gap between the parts of an amount, in ems of it.
const gapEms = 0.03

// fits says for which numbers of seats a plan is the right one.
func (s *Shop) fits(r pricing.Range) string {
	text := strings.Replace(r.String(), "-", "–", 1)
	return strings.TrimSpace(wording.Fill(s.Words.Fits, "n", text+" "+s.Noun(max(r.To, r.From+1))))
}
