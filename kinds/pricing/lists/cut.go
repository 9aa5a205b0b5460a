package lists

import (
	"regexp"
	"slices"
	"strings"

	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
	"rubrel/kinds/pricing/shop"
)

// namePart is the column of the names of plans.
func namePart() string { return shop.Fields()[0].Name }

// cut takes plans apart that stand in lines of text: "Basic $9/mo ($90/yr)" on one line, or under each other the name,
// prices and what the plan has. Nothing where most have no amount of money.
func cut(texts [][]string) [][]kind.Said {
	plans := make([][]kind.Said, len(texts))
	priced, at := 0, 0 // at is the line on which prices stand, where they are on one
	for i, lines := range texts {
		if len(lines) == 1 {
			plans[i] = cutLine(lines[0])
		} else {
			plans[i] = cutLines(lines)
		}
		if price := slices.IndexFunc(plans[i], ofPrice); price >= 0 {
			priced++
			at = plans[i][price].Line
		}
	}
	if priced*2 < len(texts) || priced == 0 {
		return nil
	}
	sections(texts, plans)
	first := firstPrice(plans)
	for i, lines := range texts {
		for j := range plans[i] {
			if plans[i][j].Column == doubtful {
				plans[i][j].Column = first
			}
		}
		switch {
		case slices.ContainsFunc(plans[i], ofPrice) || isSection(plans[i]):
		case len(lines) == 1:
			plans[i] = unpriced(lines[0], first)
		default:
			plans[i] = withWords(lines, at, first)
		}
	}
	return plans
}

// sections finds the lines that say for how long the prices of those below them are, as "Annual plans", and says so
// behind each.
func sections(texts [][]string, plans [][]kind.Said) {
	period := ""
	for i, lines := range texts {
		if len(lines) > 1 {
			return
		}
		if id := sectionOf(lines[0]); plans[i] == nil && id != "" {
			plans[i], period = []kind.Said{{Text: lines[0], Why: "it says for how long the prices below it are"}}, id
			continue
		}
		for j := range plans[i] {
			s := &plans[i][j]
			if period != "" && ofPrice(*s) && shop.SplitPrice(s.Text).Period == "" {
				s.Text += " / " + period
				s.Column = columnOf(s.Text)
			}
		}
	}
}

// sectionOf is the period that a line over plans names, where it says nothing else: "Annual plans". A day pass is a
// plan.
func sectionOf(line string) string {
	var words []string
	for _, word := range strings.Fields(strings.TrimRight(line, ":")) {
		if !intake.Heads("plan", word) && !intake.Heads("plan", strings.TrimSuffix(word, "s")) {
			words = append(words, word)
		}
	}
	if h := readHeading(strings.Join(words, " ")); !h.others && !h.money {
		return h.period
	}
	return ""
}

// isSection reports whether a text is a line over plans.
func isSection(said []kind.Said) bool { return len(said) == 1 && said[0].Column == "" }

func ofPrice(s kind.Said) bool { return strings.HasPrefix(s.Column, priceRole) }

// firstPrice is the column of the first price of any plan.
func firstPrice(plans [][]kind.Said) string {
	for _, plan := range plans {
		if at := slices.IndexFunc(plan, func(s kind.Said) bool { return ofPrice(s) && s.Column != doubtful }); at >= 0 {
			return plan[at].Column
		}
	}
	return priceRole + unsaidPeriod
}

// columnOf is the column of a price: those of a period in a currency are one.
func columnOf(text string) string {
	w := shop.SplitPrice(text)
	_, written, err := pricing.ReadPrice(w.Amount, money.Separators{})
	if err != nil {
		return ""
	}
	return priceRole + w.Period + ":" + written.Currency
}

// mostPriceWords is how many words an amount takes with its currency and its period: "from € 9 per user per month".
const mostPriceWords = 8

// partEdges stand around the parts of a line and say nothing.
const partEdges = " \t–—-:.,;|/…·"

// cutLine takes a plan on one line apart: its name, and the amounts of money with what they are for.
func cutLine(line string) []kind.Said {
	words := strings.Fields(line)
	var said []kind.Said
	var name, rest []string
	for i := 0; i < len(words); {
		n := priceAt(words[i:])
		switch {
		case n > 0:
			text := strings.Trim(strings.Join(words[i:i+n], " "), "()[],;")
			said = append(said, kind.Said{Column: columnOf(text), Text: text})
			i += n
			continue
		case isRange(words[i:]) > 0:
			n = isRange(words[i:])
			said = append(said, kind.Said{Column: doubtful, Text: strings.Join(words[i:i+n], " ")})
			i += n
			continue
		case len(said) == 0:
			name = append(name, words[i])
		default:
			rest = append(rest, words[i])
		}
		i++
	}
	title, left := trimmed(name), trimmed(rest)
	if title == "" {
		title, left = left, ""
	}
	if len(said) == 0 || title == "" {
		return nil
	}
	if twice(said) { // was 12, now 9: asked as it stands
		first, last := said[0].Text, said[len(said)-1].Text
		from, to := strings.Index(line, first), strings.LastIndex(line, last)+len(last)
		said, left = []kind.Said{{Column: doubtful, Text: line[from:to]}}, ""
	}
	said = append([]kind.Said{{Column: namePart(), Text: title}}, said...)
	if left != "" {
		said = append(said, kind.Said{Text: left})
	}
	return said
}

// trimmed is words without what stands at their edges and says nothing, as a bracket that nothing opens or closes.
func trimmed(words []string) string {
	text := strings.Trim(strings.Join(words, " "), partEdges)
	for _, pair := range []string{"()", "[]"} {
		if open, shut := pair[:1], pair[1:]; strings.Count(text, open) != strings.Count(text, shut) {
			text = strings.Trim(strings.TrimSuffix(strings.TrimPrefix(text, shut), open), partEdges)
		}
	}
	return text
}

// doubtful is the column of what has amounts and is no price: it goes where the first prices are, and is refused there.
const doubtful = priceRole

// rangePattern is two amounts with a dash between them.
var rangePattern = regexp.MustCompile(`^\D{0,4}[0-9][0-9.,’']*[–-]\D{0,4}[0-9][0-9.,’']*\D{0,4}$`)

// isRange is how many of some words are a range of amounts of money from the first on; 0 where none is.
func isRange(words []string) int {
	for n := min(len(words), 2); n > 0; n-- {
		text := strings.Trim(strings.Join(words[:n], " "), "()[],;")
		if rangePattern.MatchString(text) && currencyIn(strings.Trim(text, "0123456789–-.,’'() ")) != "" {
			return n
		}
	}
	return 0
}

// twice reports whether two amounts would be one price: was 12, now 9.
func twice(said []kind.Said) bool {
	seen := map[string]bool{}
	for _, s := range said {
		if seen[s.Column] {
			return true
		}
		seen[s.Column] = true
	}
	return false
}

// priceAt is how many of some words are an amount of money from the first on, with what it is for; 0 where none is.
func priceAt(words []string) int {
	for n := min(len(words), mostPriceWords); n > 0; n-- {
		text := strings.Trim(strings.Join(words[:n], " "), "()[],;")
		if strings.ContainsAny(text, "0123456789") && shop.IsPrice(text) {
			return n
		}
	}
	return 0
}

// unpricedSign parts a plan's name from words in a price's place: "Enterprise – contact us".
var unpricedSign = regexp.MustCompile(`\s*(?:\s[–—-]\s|:\s|\.{3,}|…|\s{2,})\s*`)

// unpriced takes a plan on one line apart that has words for a price, among others with amounts.
func unpriced(line, column string) []kind.Said {
	parts := unpricedSign.Split(line, -1)
	if len(parts) != 2 || parts[0] == "" || parts[1] == "" {
		return []kind.Said{{Column: namePart(), Text: line}}
	}
	return []kind.Said{{Column: namePart(), Text: parts[0]}, {Column: column, Text: parts[1]}}
}

// cutLines takes a plan apart whose name, prices and features stand under each other; nothing where two amounts would
// be one price.
func cutLines(lines []string) []kind.Said {
	var said, prices []kind.Said
	for i, line := range lines {
		part := kind.Said{Column: featuresRole, Text: strings.TrimSpace(line), Line: i}
		switch {
		case shop.IsPrice(part.Text):
			part.Column = columnOf(part.Text)
			prices = append(prices, part)
		case !slices.ContainsFunc(said, func(s kind.Said) bool { return s.Column == namePart() }):
			if first := cutLine(line); first != nil { // the name, and a price beside it
				for j := range first {
					first[j].Line = i
				}
				said = append(said, first...)
				prices = append(prices, slices.DeleteFunc(slices.Clone(first), func(s kind.Said) bool { return !ofPrice(s) })...)
				continue
			}
			part.Column = namePart()
		}
		said = append(said, part)
	}
	if twice(prices) {
		return nil
	}
	return said
}

// withWords takes a plan apart that has words for a price on the line on which others have amounts.
func withWords(lines []string, at int, column string) []kind.Said {
	said := []kind.Said{{Column: namePart(), Text: lines[0]}}
	for i, line := range lines[1:] {
		part := kind.Said{Column: featuresRole, Text: line, Line: i + 1}
		switch {
		case slices.ContainsFunc(lines, shop.IsPrice):
			part.Column = "" // two amounts would be one price
		case i+1 == at:
			part.Column = column
		}
		said = append(said, part)
	}
	return said
}
