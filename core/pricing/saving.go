package pricing

import "rubrel/core/money"

// Saving is what a period saves against paying the base period as often: computed from the amounts as shown.
type Saving struct {
	Amount  money.Decimal
	Percent int // rounded down, so that no page claims more than it gives
	Free    int // whole base periods that the amount is worth; 0 where it is not a whole number of them
}

// SavingFor compares what n seats cost for a period with what they cost for the base period, as often. It is false
// where nothing is saved or the two cannot be compared.
func (l List) SavingFor(plan string, period PeriodLine, currency CurrencyLine, n int64) (Saving, bool) {
	pair, ok := l.pairOf(plan, period, currency)
	if !ok {
		return Saving{}, false
	}
	return pair.saving(n)
}

// Saving is the least that the plan saves, for whatever number of seats a visitor may ask for; Free is 0 where that
// number makes a difference. It is false where some number saves nothing.
func (l List) Saving(plan string, period PeriodLine, currency CurrencyLine) (Saving, bool) {
	pair, ok := l.pairOf(plan, period, currency)
	if !ok {
		return Saving{}, false
	}
	var least Saving
	for i, n := range pair.bends(l.Seats) {
		s, saves := pair.saving(n)
		if !saves {
			return Saving{}, false
		}
		if i == 0 {
			least = s
			continue
		}
		if s.Free != least.Free {
			least.Free = 0
		}
		least.Percent = min(least.Percent, s.Percent)
		if s.Amount.Cmp(least.Amount) < 0 {
			least.Amount = s.Amount
		}
	}
	return least, true
}

// pair is a plan's tariffs for the base period and for another that holds it so many times.
type pair struct {
	each, whole Tariff
	times       money.Decimal
}

func (l List) pairOf(plan string, period PeriodLine, currency CurrencyLine) (pair, bool) {
	base := l.Periods[0]
	times, commensurable := period.Period.Times(base.Period)
	each, ok := l.Tariff(plan, base, currency)
	whole, also := l.Tariff(plan, period, currency)
	return pair{each, whole, money.NewDecimal(int64(times), 0)}, commensurable && times > 1 && ok && also
}

// bends are the numbers of seats among which the least saving is: the first and the last, and those on both sides of
// each bend of the two totals. Between them both run straight, so that the share that is saved changes in one direction
// only.
func (p pair) bends(s Seats) []int64 {
	step := max(1, s.Step)
	last := s.Least + max(0, s.Most-s.Least)/step*step
	all := []int64{s.Least, last}
	if p.each.Model == Package && p.whole.Model == Package && p.each.Size == p.whole.Size {
		return all[:1] // the share is the same for every number
	}
	for _, t := range []Tariff{p.each, p.whole} {
		for _, end := range t.ends(last) {
			if end < s.Least {
				continue
			}
			below := s.Least + (end-s.Least)/step*step
			all = append(all, min(below, last), min(below+step, last))
		}
	}
	return all
}

// ends are the numbers of seats up to most after which the total goes on in another way.
func (t Tariff) ends(most int64) []int64 {
	var all []int64
	switch t.Model {
	case PerSeat:
		all = append(all, t.Included)
	case Volume, Graduated:
		for _, band := range t.Bands {
			all = append(all, band.To)
		}
	case Package:
		for n := t.Size; n < most; n += t.Size {
			all = append(all, n)
		}
	}
	return all
}

func (p pair) saving(n int64) (Saving, bool) {
	each := p.each.Total(n)
	full := each.Mul(p.times)
	saved := full.Sub(p.whole.Total(n))
	if saved.IsNegative() || saved.IsZero() {
		return Saving{}, false
	}
	s := Saving{Amount: saved}
	percent, _ := saved.Mul(money.NewDecimal(100, 0)).QuoRem(full)
	if n, ok := percent.Whole(); ok {
		s.Percent = int(n)
	}
	if free, rest := saved.QuoRem(each); rest.IsZero() {
		if n, ok := free.Whole(); ok {
			s.Free = int(n)
		}
	}
	return s, true
}
