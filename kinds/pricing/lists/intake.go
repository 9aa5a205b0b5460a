package lists

import (
	"strings"

	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
	"rubrel/kinds/pricing/shop"
)

var FromPaste = &kind.Intake{
	Help:    "plans down or across, with prices, features, ticks and dashes",
	Example: "\tBasic\tPlus\tPro\nMonthly price\t€9\t€19\t€39\nStorage\t10 GB\t100 GB\t1 TB\nSupport\t–\t✓\t✓",
	Roles:   intakeRoles(), Guess: guess, Weigh: weigh, Claim: claim, Numbers: isPriceRole, Currency: currencyOf,
	Currencies: shop.Axes[1].Offers,
	Qualifies:  qualifies, IsValue: shop.IsPrice, Cut: cut, Unknown: "nothing says what it is", Build: build,
	Gives: kind.Across, RoleOf: roleOf}

// roleOf is the role of a line as which a set gives itself back.
func roleOf(l kind.ListLine) string {
	key := kind.ParseFactKey(l.Key)
	switch {
	case l.Key == "":
		return headingRole
	case key.Field == "feature":
		return featureRole
	case key.Field == "price":
		return priceRole + key.Items[0]
	}
	return key.Field
}

// The roles of lines that are no field's.
const (
	priceRole    = "price:" // before the item of a period
	featureRole  = "feature"
	featuresRole = "features"
	headingRole  = "heading"
)

func isPriceRole(role string) bool { return strings.HasPrefix(role, priceRole) }

func intakeRoles() []kind.Role {
	roles := []kind.Role{}
	for _, f := range shop.Fields() {
		if len(f.Each) == 0 {
			roles = append(roles, kind.Role{Name: f.Name, Label: f.Label})
		}
	}
	for i := len(shop.PeriodWords) - 1; i >= 0; i-- {
		id := shop.PeriodWords[i].ID
		roles = append(roles, kind.Role{Name: priceRole + id, Label: "price " + shop.WordsFor("en").Periods[id]})
	}
	return append(roles,
		kind.Role{Name: kind.FeaturedRole, Label: "featured (yes or no)"},
		kind.Role{Name: featureRole, Label: "a feature"},
		kind.Role{Name: featuresRole, Label: "a list of features in each cell"},
		kind.Role{Name: headingRole, Label: "a heading over features"},
		kind.Role{Name: kind.KeyRole, Label: kind.KeyLabel},
		kind.Role{Name: kind.SkipRole, Label: "leave out"})
}

// featureLines cuts a cell that lists features.
func featureLines(cell string) []string {
	lines := strings.FieldsFunc(cell, func(r rune) bool { return r == '\n' || r == ';' || r == '•' || r == '|' })
	var out []string
	for _, line := range lines {
		if line = strings.TrimSpace(line); line != "" {
			out = append(out, line)
		}
	}
	return out
}

// currencyOf is the currency that most of the amounts of some lines carry; "" where none does.
func currencyOf(lines []*kind.Line) string {
	most := ""
	counts, codes := currenciesOf(lines)
	for _, code := range codes {
		if most == "" || counts[code] > counts[most] {
			most = code
		}
	}
	return most
}

// currenciesOf are the currencies that amounts of some lines carry, with how many carry each, in their order there.
func currenciesOf(lines []*kind.Line) (counts map[string]int, codes []string) {
	counts = map[string]int{}
	for _, l := range lines {
		if !isPriceRole(l.Role) {
			continue
		}
		for _, cell := range append([]string{l.Label()}, l.Texts()...) {
			text := shop.SplitPrice(cell).Amount
			code := currencyIn(text)
			if _, written, err := pricing.ReadPrice(text, money.Separators{}); err == nil && written.Currency != "" {
				code = written.Currency
			}
			if code != "" {
				if counts[code]++; counts[code] == 1 {
					codes = append(codes, code)
				}
			}
		}
	}
	return counts, codes
}

// currencyIn finds a code or sign in a heading: "Monthly (EUR)".
func currencyIn(label string) string {
	if strings.Contains(label, "_") { // of an export: monthly_usd
		label = strings.ToUpper(strings.ReplaceAll(label, "_", " "))
	}
	for _, word := range strings.FieldsFunc(label, func(r rune) bool { return strings.ContainsRune(" ()[],:/", r) }) {
		if c, err := money.CurrencyByCode(word); err == nil {
			return c.Code
		}
		if w, err := money.ReadWritten(word+"1", money.Separators{}); err == nil && w.Currency != "" {
			return w.Currency
		}
	}
	return ""
}
