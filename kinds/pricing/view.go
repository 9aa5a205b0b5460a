package pricing

import (
	"bytes"
	"embed"
	"fmt"
	"html/template"
	"strconv"
	"strings"
	"unicode"

	"rubrel/core/kind"
	"rubrel/core/layout"
	"rubrel/core/money"
	"rubrel/core/pricing"
)

//go:embed *.html
var files embed.FS

var templates = template.Must(template.ParseFS(files, "*.html"))

// blockView is the whole form as the template shows it.
type blockView struct {
	Switches []switchView
	Cards    []cardView
}

// switchView is a choice that a visitor has: which period, which currency.
type switchView struct {
	Legend, Name string
	Options      []optionView
}

type optionView struct {
	Class, Value, Label, Saving string
	Checked                     bool
}

// cardView is one plan as the template shows it.
type cardView struct {
	ID                 string
	Featured           bool
	Badge, Title, Text string
	Prices             []priceView
	Notes              []string
	Button, Link       string
	Features           []featureView
	Heading            string // "h2" … "h6"
}

// priceView is a price in the parts that may be set differently.
type priceView struct {
	Class  string // of which period and currency it is, where there is a switch
	Spoken string // the whole price as one text, for those who hear the page
	From   string
	Words  string
	Parts  []pricePart
	Was    string
	Period string
}

// pricePart is a piece of an amount with the class of its part.
type pricePart struct{ Part, Text string }

type featureView struct {
	Name, Value string
	Has         bool
}

// cards writes the cards form.
func cards(v kind.View) (template.HTML, error) {
	var b bytes.Buffer
	list := pricing.NewList(v.Set)
	view := blockView{Switches: newSwitches(v, list)}
	for _, record := range v.Set.Records {
		view.Cards = append(view.Cards, newCard(v, list, record))
	}
	if err := templates.ExecuteTemplate(&b, "cards.html", view); err != nil {
		return "", fmt.Errorf("pricing cards: %w", err)
	}
	return template.HTML(b.String()), nil
}

// ems is about how wide the amount is in its own font size, on the wide side: a digit of the shipped figures is at
// most 0.62 em, and signs and fractions are set smaller than the whole unless a look says otherwise.
func (p priceView) ems() float64 {
	widths := map[string]float64{"whole": 0.62, "sign": 0.45, "separator": 0.3, "fraction": 0.34}
	total := 0.1
	for _, part := range p.Parts {
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

func newCard(v kind.View, list pricing.List, record kind.Record) cardView {
	card := cardView{
		ID: record.ID, Featured: record.Featured, Heading: "h" + strconv.Itoa(v.HeadingLevel),
		Badge: kind.Text(record.Facts, "badge"), Title: kind.Text(record.Facts, "title"), Text: kind.Text(record.Facts, "subtitle"),
		Button: spoken(v.Set, record, "button", kind.Text(record.Facts, "title")),
		Link:   spoken(v.Set, record, "link", record.ID),
	}
	card.Prices = newPrices(v, list, record)
	if note := kind.Text(record.Facts, "note"); note != "" {
		card.Notes = append(card.Notes, note)
	}
	for _, item := range v.Set.Items("features") {
		inclusion, _ := record.Facts["feature:"+item.ID].(kind.Inclusion)
		feature := featureView{Name: kind.Text(item.Facts, "name"), Has: inclusion.Has, Value: inclusion.Value}
		if unit := kind.Text(item.Facts, "unit"); unit != "" && inclusion.Value != "" {
			feature.Value += " " + unit
		}
		card.Features = append(card.Features, feature)
	}
	return card
}

// spoken is a record's own text, or the set's with {plan} filled in.
func spoken(set kind.Set, record kind.Record, field, plan string) string {
	if own := kind.Text(record.Facts, field); own != "" {
		return own
	}
	return strings.ReplaceAll(kind.Text(set.Facts, field), "{plan}", plan)
}

// newSwitches makes a switch for the periods and one for the currencies, each where there is a choice.
func newSwitches(v kind.View, list pricing.List) []switchView {
	var switches []switchView
	if len(list.Currencies) == 0 {
		return nil
	}
	if len(list.Periods) > 1 {
		s := switchView{Legend: "Period", Name: v.BlockID + "-period"}
		opens := opensOn(v.Set, list)
		for i, period := range list.Periods {
			option := optionView{Class: periodClass(i), Value: period.ID, Label: period.Label, Checked: i == opens}
			if percent := leastSaving(v.Set, list, period); percent > 0 {
				option.Saving = fmt.Sprintf("−%d %%", percent)
			}
			s.Options = append(s.Options, option)
		}
		switches = append(switches, s)
	}
	if len(list.Currencies) > 1 {
		s := switchView{Legend: "Currency", Name: v.BlockID + "-currency"}
		for i, currency := range list.Currencies {
			s.Options = append(s.Options, optionView{Class: currencyClass(i), Value: currency.ID, Label: currency.Currency.Code, Checked: i == 0})
		}
		switches = append(switches, s)
	}
	return switches
}

func periodClass(i int) string   { return "rb-p" + strconv.Itoa(i) }
func currencyClass(i int) string { return "rb-c" + strconv.Itoa(i) }

// opensOn is the position of the period that the set says is shown first.
func opensOn(set kind.Set, list pricing.List) int {
	for i, period := range list.Periods {
		if period.Label == kind.Text(set.Facts, "opens") {
			return i
		}
	}
	return 0
}

// leastSaving is the percent that every plan with a price for the period saves at least, in every currency: what the
// switch may claim for all. It is 0 where one of them saves nothing.
func leastSaving(set kind.Set, list pricing.List, period pricing.PeriodLine) int {
	least := -1
	for _, record := range set.Records {
		for _, currency := range list.Currencies {
			price, _, ok := list.Price(record.ID, period, currency)
			if !ok || !price.HasAmount() || price.Free {
				continue
			}
			saving, _ := list.Saving(record.ID, period, currency)
			if least < 0 || saving.Percent < least {
				least = saving.Percent
			}
		}
	}
	return max(0, least)
}

// newPrices makes a plan's price for every choice of the switches; one that is not sold so has a dash.
func newPrices(v kind.View, list pricing.List, record kind.Record) []priceView {
	locale := money.LocaleFor(v.Locale)
	style := money.Style{DropZeros: kind.Text(v.Set.Facts, "fraction") == "when needed"}
	var prices []priceView
	any := false
	for i, period := range list.Periods {
		for j, currency := range list.Currencies {
			shown := priceView{Spoken: "Not offered", Words: "–"}
			if price, _, ok := list.Price(record.ID, period, currency); ok {
				shown, any = newPrice(price, period.Label, currency.Currency, locale, style), true
			}
			if len(list.Periods) > 1 {
				shown.Class = "rb-of-p" + strconv.Itoa(i)
			}
			if len(list.Currencies) > 1 {
				shown.Class = strings.TrimSpace(shown.Class + " rb-of-c" + strconv.Itoa(j))
			}
			prices = append(prices, shown)
		}
	}
	if !any {
		return nil
	}
	return prices
}

func newPrice(price pricing.Price, period string, unit money.Currency, locale money.Locale, style money.Style) priceView {
	switch {
	case price.Words != "":
		return priceView{Spoken: price.Words, Words: price.Words}
	case price.Free:
		return priceView{Spoken: "Free", Parts: []pricePart{{"whole", "Free"}}}
	}
	view := priceView{Period: period, Spoken: locale.Format(price.Amount, unit, style) + " " + period}
	if price.From {
		view.From = "from"
		view.Spoken = "from " + view.Spoken
	}
	if price.Was != nil {
		view.Was = locale.Format(*price.Was, unit, style)
		view.Spoken += ", was " + view.Was
	}
	partOf := map[money.PartKind]string{
		money.PartCurrency: "sign", money.PartInteger: "whole", money.PartDecimal: "separator", money.PartFraction: "fraction", money.PartMinus: "whole",
	}
	for _, part := range locale.FormatParts(price.Amount, unit, style) {
		if name, ok := partOf[part.Kind]; ok {
			view.Parts = append(view.Parts, pricePart{name, part.Text})
		}
	}
	return view
}

// rowsAbove is how many rows of the grid stand above the features: badge, title, text, price, notes, button.
const rowsAbove = 6

// cardsVariables gives the layout its columns at each width, and the rows that the cards share.
func cardsVariables(v kind.View) []kind.Variable {
	n := len(v.Set.Records)
	variables := []kind.Variable{{Name: "--rb-rows", Value: strconv.Itoa(rowsAbove + max(1, len(v.Set.Items("features"))))},
		{Name: "--rb-lines", Value: strconv.Itoa(max(1, len(v.Set.Items("features"))))}}
	variables = append(variables, widestAmount(v))
	last := 0
	for i, width := range v.Widths {
		columns := layout.Columns(n, sideBySide(width.Frame))
		if columns != last {
			variables = append(variables, kind.Variable{Name: "--rb-columns", Width: i, Value: strconv.Itoa(columns)})
		}
		last = columns
		// A plan stands taller than its neighbours only where all stand in one row.
		lift := "0px"
		if n > 1 && columns == n {
			lift = "16px"
		}
		variables = append(variables, kind.Variable{Name: "--rb-lift", Width: i, Value: lift})
	}
	return variables
}

// widestAmount is the width of the widest amount that any switch can show, in its own font size.
func widestAmount(v kind.View) kind.Variable {
	widest := 1.0
	list := pricing.NewList(v.Set)
	for _, record := range v.Set.Records {
		for _, price := range newPrices(v, list, record) {
			widest = max(widest, price.ems())
		}
	}
	return kind.Variable{Name: "--rb-ems", Value: strconv.FormatFloat(widest, 'f', 2, 64)}
}

// sideBySide is how many cards of at least 210 px, with their gaps and the table's padding, fit a width.
func sideBySide(frame int) int { return max(1, min(5, (frame-40)/225)) }
