package lists

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
	"unicode"

	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
	"rubrel/kinds/pricing/shop"
)

// priceHeading is what a heading says about prices.
type priceHeading struct {
	price  bool   // it has a word for a price
	period string // the item of a period; "" where it names none
	money  bool   // it has a currency
	tax    bool   // it says whether tax is in them
	others bool   // it has other words: "check-ups a year"
}

// fillers are words of a heading that say nothing: common practice of lists.
var fillers = []string{"per", "a", "an", "the", "in", "pro", "je", "im", "par", "por", "al", "alla", "ao", "i", "om",
	"na", "za", "v", "в", "за", "на", "у", "από", "το", "τον", "每", "毎",
	"van", "de", "le", "la", "el", "il", "für", "for", "från", "ab", "from", "dès", "desde", "da", "od",
	"-", ".", "incl", "inkl"}

// taxWords say whether tax is in a price: common practice of lists.
var taxWords = []string{"net", "gross", "netto", "brutto", "neto", "bruto", "ht", "ttc", "vat", "tax", "mwst", "ust",
	"tva", "iva", "btw", "moms", "mva", "dph", "kdv", "áfa", "alv", "excl", "exkl", "zzgl", "hors", "ex"}

// sharedKrone is the sign of the currencies of several countries.
const sharedKrone = "kr"

func isNoLetter(r rune) bool { return !unicode.IsLetter(r) }

// readHeading takes a heading apart.
func readHeading(label string) priceHeading {
	var h priceHeading
	rest := " " + strings.ToLower(strings.ReplaceAll(label, "_", " ")) + " "
	for _, known := range shop.PeriodLabels() {
		if h.period == "" && strings.Contains(rest, known.Text) {
			h.period, rest = known.ID, strings.Replace(rest, known.Text, " ", 1)
		}
	}
	words := strings.FieldsFunc(strings.ToLower(label), isNoLetter)
	h.money = currencyIn(label) != "" || slices.Contains(words, sharedKrone)
	for _, word := range strings.FieldsFunc(rest, func(r rune) bool { return strings.ContainsRune(" ()[],:/–—|", r) }) {
		bare := strings.Trim(word, ".-")
		id, isPeriod := shop.PeriodIn(word)
		switch {
		case slices.Contains(fillers, bare), bare == "", bare == "1":
		case slices.Contains(taxWords, bare):
			h.tax = true
		case isPeriod:
			if h.period == "" {
				h.period = id
			}
		case intake.Heads("price", bare) || slices.Contains(shop.Fields()[priceField()].Aliases, bare):
			h.price = true
		case h.compound(bare):
		case currencyIn(strings.ToUpper(word)) != "", bare == sharedKrone:
		default:
			h.others = true
		}
	}
	return h
}

// qualifies reports whether a heading only says in which currency, for how long, or with which tax prices are.
func qualifies(heading string) bool {
	h := readHeading(heading)
	return !h.price && !h.others && (h.money || h.tax || h.period != "")
}

// priceEndings end compounds that are prices: Monatspreis, årspris.
var priceEndings = []string{"preis", "gebühr", "beitrag", "kosten", "prijs", "pris", "avgift", "hinta"}

// ticketEndings end compounds that are prices where they begin with a period: Monatskarte, årskort.
var ticketEndings = []string{"karte", "ticket", "abo", "abonnement", "pass", "kaart", "kort", "biljett"}

// single begins the ticket that is paid for once.
const single = "einzel"

// compound reads a word made of others: Jahresgebühr.
func (h *priceHeading) compound(word string) bool {
	for i, ending := range slices.Concat(priceEndings, ticketEndings) {
		first, ok := strings.CutSuffix(word, ending)
		if !ok || first == "" {
			continue
		}
		period := ""
		if first == single {
			period = "once"
		}
		for _, spelled := range []string{first, strings.TrimSuffix(first, "s"), strings.TrimSuffix(first, "es"),
			strings.TrimSuffix(first, "en") + "e"} {
			if id, known := shop.PeriodIn(spelled); known && period == "" {
				period = id
			}
		}
		if period == "" && i >= len(priceEndings) {
			continue
		}
		h.price, h.period = true, cmp.Or(h.period, period)
		return true
	}
	return false
}

func priceField() int {
	return slices.IndexFunc(shop.Fields(), func(f kind.Field) bool { return f.Name == "price" })
}

// evidence is what the cells of a line are.
type evidence struct {
	filled, amounts, money, words, marks, lists, links int
	free                                               int // of the amounts: words, as a plan may be called
	period                                             string
}

func evidenceOf(texts []string) evidence {
	var e evidence
	for _, text := range texts {
		e.filled++
		w := shop.SplitPrice(text)
		if w.Period != "" {
			e.period = w.Period
		}
		if p, written, err := pricing.ReadPrice(w.Amount, money.Separators{}); err == nil {
			switch {
			case p.Words != "":
				e.words++
			case written.Currency != "":
				e.amounts++
				e.money++
			default:
				e.amounts++
			}
			if p.Free && !strings.ContainsAny(text, "0123456789") {
				e.free++
			}
		}
		if kind.LooksLikeAnswer(text) {
			e.marks++
		}
		if len(featureLines(text)) > 1 {
			e.lists++
		}
		if strings.HasPrefix(text, "http") || strings.HasPrefix(text, "/") {
			e.links++
		}
	}
	return e
}

// guess lists what a line may be, the likeliest first.
func guess(l *kind.Line, first bool) []kind.Guess {
	texts := l.Texts()
	e := evidenceOf(texts)
	h := readHeading(l.Label())
	feature := kind.Guess{Role: featureRole, Confidence: kind.Likely, Reason: "it is something that plans have or lack"}
	switch {
	case e.filled == 0 && l.Label() != "" && l.IsAcross() && !first:
		return []kind.Guess{{Role: headingRole, Confidence: kind.Likely, Reason: "nothing stands beside it"},
			{Role: featureRole, Confidence: kind.Weak}}
	case e.filled == 0:
		return nil
	case intake.Heads(kind.FeaturedRole, l.Label()) || strings.EqualFold(l.Label(), "highlighted"):
		return []kind.Guess{{Role: kind.FeaturedRole, Confidence: kind.Sure, Reason: "its heading says so", Speaks: 3}}
	case e.marks*2 >= e.filled && e.money == 0, e.money == e.filled: // of both there may be two lines in one
		feature.Speaks = 2
	}
	if isNumbering(l.Label(), texts) {
		return []kind.Guess{{Role: kind.SkipRole, Confidence: kind.Likely, Reason: "it numbers the plans"}}
	}
	if l.Label() == "" && arePeriods(texts) {
		return []kind.Guess{{Role: kind.SkipRole, Confidence: kind.Likely, Reason: "it says for how long the prices are"}}
	}
	if prices := guessPrice(l, e, h); len(prices) > 0 {
		return prices
	}
	fieldGuesses := slices.DeleteFunc(intake.GuessField(lineFields(), l), func(g kind.Guess) bool {
		return g.Role == kind.SkipRole || !holds(g.Role, texts)
	})
	if namesPrices(texts) { // a plan is called otherwise: these are headings, and the list stands the other way
		for i := range fieldGuesses {
			fieldGuesses[i].Confidence, fieldGuesses[i].Speaks = kind.Weak, 0
			fieldGuesses[i].Reason = "some of its cells are headings of prices"
		}
	}
	switch {
	case len(fieldGuesses) > 0:
		return append(fieldGuesses, feature)
	case e.links == e.filled:
		return []kind.Guess{{Role: "link", Confidence: kind.Likely, Reason: "its cells are addresses", Speaks: 2}}
	case first && e.amounts == e.free && (e.marks == 0 || l.Label() == "" && e.marks < e.filled):
		return []kind.Guess{{Role: "title", Confidence: kind.Sure, Speaks: 3,
			Reason: "it is the first line, and has no numbers"}}
	case e.lists*2 > e.filled:
		return []kind.Guess{{Role: featuresRole, Confidence: kind.Likely, Reason: "its cells have several lines",
			Speaks: 2}}
	case l.Label() == "" && e.marks*2 < e.filled:
		return []kind.Guess{{Role: featuresRole, Confidence: kind.Likely,
			Reason: "nothing names the line, so that each text is a feature itself", Speaks: 1}}
	}
	if e.money*2 > e.filled || (h.period != "" || h.money) && e.amounts > 0 {
		return []kind.Guess{feature, {Role: priceRole + h.periodOr(e.period), Confidence: kind.Weak,
			Reason: "it has amounts"}}
	}
	return []kind.Guess{feature}
}

// isOfMoney reports whether all that a line says are amounts of money.
func isOfMoney(l *kind.Line) bool {
	e := evidenceOf(l.Texts())
	return e.filled > 0 && e.money == e.filled
}

// arePeriods reports whether all texts are periods and nothing else.
func arePeriods(texts []string) bool {
	return !slices.ContainsFunc(texts, func(text string) bool {
		h := readHeading(text)
		return h.period == "" || h.price || h.others || h.money
	})
}

// namesPrices reports whether a text is a heading of prices: "Price a month".
func namesPrices(texts []string) bool {
	return slices.ContainsFunc(texts, func(text string) bool {
		h := readHeading(text)
		return h.price && !h.others
	})
}

func (h priceHeading) periodOr(others ...string) string {
	for _, id := range append(others, h.period) {
		if id != "" {
			return id
		}
	}
	return unsaidPeriod
}

// unsaidPeriod is taken where nothing says what a price is for. It is asked.
const unsaidPeriod = "month"

// guessPrice lists the periods of which a line may be the price; nothing where it is none.
func guessPrice(l *kind.Line, e evidence, h priceHeading) []kind.Guess {
	readable := e.amounts+e.words == e.filled
	isPrice := false
	confidence := kind.Sure
	reason := "its heading names a price"
	switch {
	case h.others && !h.price, !readable && e.money == 0 && !h.price:
		return nil
	case h.price && h.others:
		isPrice, confidence = e.amounts > 0 || e.money > 0, kind.Likely
	case h.price: // "Tarif" is a price in some languages, and a plan in others
		isPrice = e.amounts > 0 || e.words == e.filled && len(intake.GuessField(lineFields(), l)) == 0
	case h.period != "" || h.money:
		isPrice, reason = e.amounts > 0, "its heading names a period, and its cells are amounts"
		confidence = kind.Likely
		if e.money > 0 || h.money {
			confidence = kind.Sure
		}
	case l.Label() == "" && e.money > 0:
		isPrice, confidence, reason = e.money*2 >= e.filled, kind.Likely, "its cells are amounts of money"
	case l.Label() == "":
		isPrice, confidence, reason = e.amounts == e.filled, kind.Weak, "its cells are numbers, and nothing says of what"
	}
	if !isPrice {
		return nil
	}
	said := h.periodOr(e.period)
	guesses := []kind.Guess{{Role: priceRole + said, Confidence: confidence, Reason: reason, Speaks: 3}}
	if e.period == "" && h.period == "" && confidence > kind.Weak {
		guesses[0].Confidence, guesses[0].Reason = kind.Weak, "nothing says for how long the price is"
	}
	for _, other := range []string{"month", "year", "once"} {
		if other != said {
			guesses = append(guesses, kind.Guess{Role: priceRole + other, Confidence: kind.Weak})
		}
	}
	return append(guesses, kind.Guess{Role: featureRole, Confidence: kind.Weak})
}

// numberings head a line that only numbers the records: common practice of lists and of exports.
var numberings = []string{"id", "nr", "no", "num", "#", "pos", "key", "sku", "lfd"}

// isNumbering reports whether a line only numbers the records.
func isNumbering(label string, texts []string) bool {
	words := strings.FieldsFunc(strings.ToLower(label), func(r rune) bool { return strings.ContainsRune(" _.-", r) })
	if len(words) == 0 || !slices.Contains(numberings, words[len(words)-1]) {
		return false
	}
	return !slices.ContainsFunc(texts, func(text string) bool { return strings.Trim(text, "0123456789") != "" })
}

// lineFields are the fields that a line can be by its heading: prices and features have roles of their own.
func lineFields() []kind.Field {
	return slices.DeleteFunc(shop.Fields(), func(f kind.Field) bool { return len(f.Each) > 0 })
}

// holds reports whether cells are what a field holds: a line headed "Users" with 5, 20 and unlimited is a feature, and
// one with 1-3 and 4-10 says which plan fits.
func holds(name string, cells []string) bool {
	fields := shop.Fields()
	i := slices.IndexFunc(fields, func(f kind.Field) bool { return f.Name == name })
	if i < 0 || fields[i].Group == "" {
		return true
	}
	spans := false
	for _, cell := range cells {
		value, err := fields[i].Type.Parse(cell)
		if cell != "" && err != nil {
			return false
		}
		if r, ok := value.(pricing.Range); ok && r.From != r.To {
			spans = true
		}
	}
	_, ranged := fields[i].Type.(pricing.RangeType)
	return spans || !ranged
}

// claim is what no other line may say: a field, or the price of a period in a currency.
func claim(l *kind.Line) string {
	switch {
	case l.Role == featureRole, l.Role == featuresRole, l.Role == headingRole:
		return ""
	case isPriceRole(l.Role):
		code := currencyIn(l.Label())
		if code == "" {
			code = currencyOf([]*kind.Line{l})
		}
		return l.Role + " " + code
	}
	return l.Role
}

// weigh looks at the lines beside each other: what one line leaves open another may say, and what looks like a price
// may be none beside the others.
func weigh(lines []*kind.Line) {
	ofEach(lines)
	periodFromTexts(lines)
	var prices []*kind.Line
	for _, l := range lines {
		if isPriceRole(l.Role) {
			prices = append(prices, l)
		}
	}
	for _, l := range lines {
		switch {
		case len(prices) == 0 && l.Role == featureRole && l.Confidence == kind.Likely && areAmounts(l.Texts()):
			l.Confidence, l.Reason = kind.Weak, "no line is a price, and all of this are numbers"
			l.Guesses = append(l.Guesses, kind.Guess{Role: priceRole + unsaidPeriod, Confidence: kind.Weak})
		case len(prices) == 0 && l.Role == featuresRole && slices.ContainsFunc(l.Texts(), hasMoney):
			l.Confidence, l.Reason = kind.Weak, "no line is a price, and some of these have amounts"
		case l.Role == headingRole:
			weighHeading(l, lines)
		case l.Role == featureRole && l.Confidence != kind.Sure && isOfMoney(l) && readHeading(l.Label()).period != "":
			l.Confidence, l.Reason = kind.Weak, "its cells are amounts, and its heading is no period that is known"
		case l.Role == featureRole && len(l.Guesses) > 1 && isPriceRole(l.Guesses[1].Role) && len(prices) == 0:
			l.Confidence, l.Reason = kind.Weak, "no other line is a price, and this one has amounts"
		case isPriceRole(l.Role) && readHeading(l.Label()).others:
			weighFee(l, prices)
		case isPriceRole(l.Role) && l.Confidence == kind.Likely && !readHeading(l.Label()).price:
			weighPrice(l, prices)
		}
	}
}

// areAmounts reports whether texts are numbers of two digits or more, as prices without a currency are; what plans have
// is counted in fewer.
func areAmounts(texts []string) bool {
	e := evidenceOf(texts)
	return e.filled > 1 && e.amounts == e.filled && e.free == 0 && !slices.ContainsFunc(texts, func(text string) bool {
		return len(strings.Trim(text, " 0123456789")) == 0 && len(text) < 2
	})
}

// hasMoney reports whether some words of a text are an amount of money.
func hasMoney(text string) bool {
	words := strings.Fields(text)
	for i := range words {
		if n := priceAt(words[i:]); n > 0 && currencyIn(strings.Join(words[i:i+n], " ")) != "" {
			return true
		}
	}
	return false
}

// ofEach gives each price what another line says of it, whose heading says so: its period, or its currency.
func ofEach(lines []*kind.Line) {
	isPrice := func(l *kind.Line) bool { return isPriceRole(l.Role) }
	at := slices.IndexFunc(lines, isPrice)
	if at < 0 || slices.ContainsFunc(lines[at+1:], isPrice) || lines[at].Confidence != kind.Weak {
		return
	}
	price := lines[at]
	for _, l := range lines {
		texts := l.Texts()
		switch {
		case l == price || len(texts) < len(price.Texts()):
		case intake.Heads("currency", l.Label()) && areCurrencies(texts) && currencyOf([]*kind.Line{price}) == "":
			join(price, l, " ", "it says in which currency the prices are")
		case intake.Heads("period", l.Label()) && arePeriods(texts) && !hasDigits(texts):
			join(price, l, " / ", "it says for how long the prices are")
			price.Confidence, price.Reason = kind.Likely, fmt.Sprintf("“%s” says for how long each is", l.Label())
		}
	}
}

// join writes what a line says of prices behind them.
func join(price, l *kind.Line, between, why string) {
	for i, c := range l.Cells {
		if c.Text != "" && price.Cells[i].Text != "" {
			price.Cells[i].Text += between + c.Text
			l.Place(i, c.Text)
		}
	}
	l.Guess = kind.Guess{Role: kind.SkipRole, Reason: why}
}

// areCurrencies reports whether all texts are codes of ISO 4217.
func areCurrencies(texts []string) bool {
	return !slices.ContainsFunc(texts, func(text string) bool {
		_, err := money.CurrencyByCode(text)
		return err != nil
	})
}

func hasDigits(texts []string) bool {
	return slices.ContainsFunc(texts, func(text string) bool { return strings.ContainsAny(text, "0123456789") })
}

// periodFromTexts takes the period of prices that say none from the only one that the other texts of the list name.
func periodFromTexts(lines []*kind.Line) {
	named := map[string]bool{}
	for _, l := range lines {
		if isPriceRole(l.Role) || l.Role == featureRole {
			continue
		}
		for _, text := range l.Texts() {
			// "per year" is a period; "the first year is free" is about one.
			if h := readHeading(text); h.period != "" && !h.others {
				named[h.period] = true
			}
		}
	}
	for _, l := range lines {
		if !isPriceRole(l.Role) || l.Confidence != kind.Weak || len(named) != 1 {
			continue
		}
		for id := range named {
			l.Guess = kind.Guess{Role: priceRole + id, Confidence: kind.Likely,
				Reason: "another text of the list is the period"}
		}
	}
}

// weighHeading leaves a heading over no feature, and doubts one in a list in which an empty cell may mean no.
func weighHeading(l *kind.Line, lines []*kind.Line) {
	at := slices.Index(lines, l)
	if at+1 < len(lines) && (lines[at+1].Role == featureRole || lines[at+1].Role == headingRole) {
		if slices.ContainsFunc(lines, func(other *kind.Line) bool {
			return other.Role == featureRole && len(other.Texts()) < len(other.Cells)
		}) {
			l.Confidence, l.Reason = kind.Weak, "it may be a heading over those after it, or something that no plan has"
		}
		return
	}
	l.Guess = kind.Guess{Role: kind.SkipRole, Reason: "a heading over nothing that plans have or lack"}
}

// The bounds within which a year's price lies beside a month's: common practice, with room.
const leastYear, mostYear = 4, 13

// weighPrice doubts a line that only its period makes a price, where its amounts are not those of a price beside
// another line's: check-ups a year, 3 beside 129.
func weighPrice(l *kind.Line, prices []*kind.Line) {
	for _, other := range prices {
		if other == l || other.Confidence < l.Confidence {
			continue
		}
		for i := range min(len(l.Cells), len(other.Cells)) {
			own, ok := amountOf(l.Cells[i].Text)
			beside, known := amountOf(other.Cells[i].Text)
			if !ok || !known || own.IsZero() || beside.IsZero() {
				continue
			}
			least, most := fits(other.Role, l.Role)
			if own.Cmp(beside.Mul(least)) < 0 || own.Cmp(beside.Mul(most)) > 0 {
				l.Guess = kind.Guess{Role: featureRole, Confidence: kind.Weak, Reason: fmt.Sprintf(
					"its heading names a period, but %s is no price beside %s", l.Cells[i].Text, other.Cells[i].Text)}
				return
			}
		}
	}
}

// weighFee takes a price of something else, where another line is the price itself, for what plans have: a set-up fee.
func weighFee(l *kind.Line, prices []*kind.Line) {
	for _, other := range prices {
		if other != l && other.Confidence >= kind.Likely && !readHeading(other.Label()).others {
			l.Guess = kind.Guess{Role: featureRole, Confidence: kind.Weak, Reason: fmt.Sprintf(
				"“%s” is the price, and this is one of something else", other.Label())}
			if evidenceOf(l.Texts()).money == 0 { // a quota, a frame rate
				l.Confidence = kind.Likely
			}
			return
		}
	}
}

// fits are the shares of one period's price within which another's lies.
func fits(of, other string) (least, most money.Decimal) {
	month, year := priceRole+"month", priceRole+"year"
	switch {
	case of == month && other == year:
		return money.NewDecimal(leastYear, 0), money.NewDecimal(mostYear, 0)
	case of == year && other == month:
		return money.NewDecimal(5, -2), money.NewDecimal(3, -1) // a twentieth to three tenths
	}
	return money.NewDecimal(2, -2), money.NewDecimal(60, 0)
}

func amountOf(text string) (money.Decimal, bool) {
	p, _, err := pricing.ReadPrice(shop.SplitPrice(text).Amount, money.Separators{})
	if err != nil || p.Words != "" || p.Free {
		return money.Decimal{}, false
	}
	return p.Amount, true
}
