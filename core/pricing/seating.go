package pricing

import (
	"encoding/json"
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/money"
)

// Seating is how one plan is sold by the seat.
type Seating struct {
	Model    Model
	Size     int64 // of a package
	Included int64
	Fits     *Range // the numbers of seats for which it is the fitting plan, where that is said
}

// Tariff is how a plan's amount for a period in a currency follows from the number of seats. It is false where the
// plan has no amount there. A price with bands is graduated, and one with an amount for each further seat is per
// seat, unless the plan's model says otherwise.
func (l List) Tariff(plan string, period PeriodLine, currency CurrencyLine) (Tariff, bool) {
	price, _, ok := l.Price(plan, period, currency)
	if !ok || !price.HasAmount() {
		return Tariff{}, false
	}
	return l.tariffOf(l.seatingOf(plan), price), true
}

func (l List) seatingOf(plan string) Seating {
	if l.Seating == nil {
		return Seating{}
	}
	return l.Seating(plan)
}

func (l List) tariffOf(seating Seating, price Price) Tariff {
	t := Tariff{Model: seating.Model, Amount: price.Amount, Size: max(1, seating.Size), Included: seating.Included,
		Plus: price.Plus, Bands: price.Bands}
	switch banded := len(t.Bands) > 0; {
	case price.Free:
		return Tariff{Model: Flat}
	case banded && t.Model != Volume:
		t.Model = Graduated
	case !banded && (t.Model == Volume || t.Model == Graduated):
		t.Model = PerSeat // one band without an end
	case t.Plus != nil:
		t.Model = PerSeat
	case t.Model == "":
		t.Model = Flat
	}
	return t
}

// Total is what n seats of a plan cost for a period in a currency: free and words stay what they are. An earlier
// price is counted the same way.
func (l List) Total(plan string, period PeriodLine, currency CurrencyLine, n int64) (Price, bool) {
	price, _, ok := l.Price(plan, period, currency)
	if !ok || price.Free || !price.HasAmount() {
		return price, ok
	}
	seating := l.seatingOf(plan)
	total := Price{Amount: l.tariffOf(seating, price).Total(n), From: price.From}
	if price.Was != nil {
		earlier := price
		earlier.Amount = *price.Was
		was := l.tariffOf(seating, earlier).Total(n)
		if was.Cmp(total.Amount) > 0 {
			total.Was = &was
		}
	}
	return total, true
}

// BySeat reports whether the number of seats matters to any of the plans.
func (l List) BySeat(plans []string) bool {
	for _, plan := range plans {
		if s := l.seatingOf(plan); s.Model != "" && s.Model != Flat || s.Fits != nil {
			return true
		}
		for _, period := range l.Periods {
			for _, currency := range l.Currencies {
				if t, ok := l.Tariff(plan, period, currency); ok && t.Model != Flat {
					return true
				}
			}
		}
	}
	return false
}

// Fitting is the position of the plan that fits n seats: the one whose range holds n where any plan says a range,
// else the one that costs least for the period in the currency. It is -1 where there is none.
func (l List) Fitting(plans []string, period PeriodLine, currency CurrencyLine, n int64) int {
	ranges := l.Ranges(plans)
	if ranges != nil {
		return Fitting(ranges, n)
	}
	best := -1
	var least money.Decimal
	for i, plan := range plans {
		total, ok := l.Total(plan, period, currency, n)
		if ok && total.HasAmount() && (best < 0 || total.Amount.Cmp(least) < 0) {
			best, least = i, total.Amount
		}
	}
	return best
}

// Ranges lists the plans' ranges, with an empty one for a plan that says none; nil where no plan says one.
func (l List) Ranges(plans []string) []Range {
	ranges, said := make([]Range, len(plans)), false
	for i, plan := range plans {
		if fits := l.seatingOf(plan).Fits; fits != nil {
			ranges[i], said = *fits, true
		}
	}
	if !said {
		return nil
	}
	return ranges
}

// RangeType reads ranges of seats: "1-3", "4 to 10", "11+", "7".
type RangeType struct{}

var rangePattern = regexp.MustCompile(`(?i)^(\d{1,5})\s*(?:(?:-|–|to|bis|…|\.\.)\s*(\d{1,5})|(\+|and more|or more))?$`)

// String is what RangeType reads.
func (r Range) String() string {
	switch {
	case r.To == 0:
		return fmt.Sprintf("%d+", r.From)
	case r.To == r.From:
		return strconv.FormatInt(r.From, 10)
	}
	return fmt.Sprintf("%d-%d", r.From, r.To)
}

// MarshalJSON writes a JSON string.
func (r Range) MarshalJSON() ([]byte, error) { return json.Marshal(r.String()) }

// Parse reads a range. One that ends before it begins is read, so that the check of ranges can name and mend it.
func (RangeType) Parse(text string) (kind.Value, error) {
	m := rangePattern.FindStringSubmatch(strings.TrimSpace(text))
	if m == nil {
		return nil, fmt.Errorf("%q is not a range of seats: write 1-3, or 11+ for one without an end", text)
	}
	from, _ := strconv.ParseInt(m[1], 10, 64) // the pattern has five digits at most
	r := Range{From: from, To: from}
	switch {
	case m[2] != "":
		r.To, _ = strconv.ParseInt(m[2], 10, 64) // likewise
		if r.To == 0 {
			return nil, fmt.Errorf("a range ends at 1 or more")
		}
	case m[3] != "":
		r.To = 0
	}
	if r.From == 0 {
		return nil, fmt.Errorf("a range begins at 1 or more")
	}
	return r, nil
}

// Decode reads a JSON string.
func (t RangeType) Decode(held any) (kind.Value, error) { return decodeText(t, held) }

// Schema is the pattern of what String writes.
func (RangeType) Schema() kind.Schema {
	return kind.Schema{"type": "string", "pattern": `^[1-9][0-9]{0,4}(-[1-9][0-9]{0,4}|\+)?$`}
}

// Editor sets a range right.
func (RangeType) Editor() kind.Editor { return kind.Editor{Align: kind.Right} }
