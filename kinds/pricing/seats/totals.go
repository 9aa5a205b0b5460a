package seats

import (
	"slices"

	"rubrel/core/kind"
	"rubrel/kinds/pricing/shop"
)

// totalsView is the table that stands in where there is no script: what some numbers of seats come to.
type totalsView struct {
	Title, Noun string
	Plans       []string
	Rows        []totalsRow
}

type totalsRow struct {
	Seats int64
	Cells [][]totalView // for each plan, one for each choice of the switches
}

type totalView struct{ Class, Text string }

// mostStops is how many numbers of seats the table without script shows.
const mostStops = 8

// stops are the numbers of seats at which something begins: the bounds, every plan's range and bands.
func stops(s *shop.Shop) []int64 {
	bounds := s.List.Seats
	stops := []int64{bounds.Least, s.Seats, bounds.Most}
	add := func(n int64) {
		if n, moved := bounds.Clamp(n); !moved {
			stops = append(stops, n)
		}
	}
	for _, plan := range s.Plans {
		seating := s.List.Seating(plan)
		if seating.Fits != nil {
			add(seating.Fits.From)
		}
		for _, c := range s.Choices() {
			tariff, _ := s.List.Tariff(plan, c.Period, c.Currency)
			for _, band := range tariff.Bands {
				add(band.To + 1)
			}
		}
	}
	for _, n := range []int64{2, 5, 10, 20, 50, 100} {
		if len(stops) < mostStops {
			add(n)
		}
	}
	slices.Sort(stops)
	stops = slices.Compact(stops)
	if len(stops) > mostStops {
		stops = append(stops[:mostStops-1:mostStops-1], stops[len(stops)-1])
	}
	return stops
}

func totals(s *shop.Shop, noun string) *totalsView {
	view := &totalsView{Title: s.Words.Totals, Noun: noun}
	for _, record := range s.V.Set.Records {
		view.Plans = append(view.Plans, kind.Text(record.Facts, "title"))
	}
	for _, n := range stops(s) {
		row := totalsRow{Seats: n}
		for _, plan := range s.Plans {
			var cell []totalView
			for _, c := range s.Choices() {
				cell = append(cell, totalView{c.Class, totalText(s, plan, c, n)})
			}
			row.Cells = append(row.Cells, cell)
		}
		view.Rows = append(view.Rows, row)
	}
	return view
}

// totalText is what a number of seats costs, in words where there is no amount.
func totalText(s *shop.Shop, plan string, c shop.Choice, n int64) string {
	total, ok := s.List.Total(plan, c.Period, c.Currency, n)
	switch {
	case !ok:
		return "–"
	case total.Words != "":
		return total.Words
	case total.Free:
		return s.Words.Free
	}
	return s.Locale.Format(total.Amount, c.Currency.Currency, s.Style)
}
