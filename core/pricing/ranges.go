package pricing

import "fmt"

// Range is the numbers of seats for which a plan is the fitting one: From to To, both included. The zero Range says
// nothing.
type Range struct {
	From, To int64 // To 0 for no end
}

// RangeFault is one thing wrong with the ranges of a list.
type RangeFault struct {
	Plan    int // position in the list
	Problem string
}

// CheckRanges finds gaps, overlaps, plans that no number reaches, and an end that stays open in the middle or does
// not reach the most that may be asked for, and plans that say no range where others do.
func CheckRanges(ranges []Range, s Seats) []RangeFault {
	var faults []RangeFault
	next := s.Least // the first number that no plan has so far
	open := false
	for i, r := range ranges {
		switch {
		case r == Range{}:
			faults = append(faults, RangeFault{i, "it says no numbers"})
			continue
		case open:
			faults = append(faults, RangeFault{i, "no number reaches this plan: an earlier one has no end"})
			continue
		case r.To != 0 && r.To < r.From:
			faults = append(faults, RangeFault{i, fmt.Sprintf("it ends at %d, before it begins at %d", r.To, r.From)})
			continue
		case r.To != 0 && r.To < next:
			faults = append(faults, RangeFault{i, fmt.Sprintf("no number reaches this plan: all up to %d belong to earlier "+
				"ones", next-1)})
			continue
		case r.From > next:
			faults = append(faults, RangeFault{i, fmt.Sprintf("no plan fits %s", span(next, r.From-1))})
		case r.From < next:
			faults = append(faults, RangeFault{i, fmt.Sprintf("%s fit an earlier plan too", span(r.From, next-1))})
		}
		next, open = r.To+1, r.To == 0
	}
	if n := len(ranges); n > 0 && !open && next <= s.Most {
		faults = append(faults, RangeFault{n - 1, fmt.Sprintf("no plan fits %s", span(next, s.Most))})
	}
	return faults
}

func span(from, to int64) string {
	if from == to {
		return fmt.Sprint(from)
	}
	return fmt.Sprintf("%d to %d", from, to)
}

// MendRanges joins the ranges without gaps or overlaps: each begins after the one before, keeps its end where that
// leaves it at least one number, and the last has no end.
func MendRanges(ranges []Range, s Seats) []Range {
	mended := make([]Range, len(ranges))
	next := s.Least
	for i, r := range ranges {
		mended[i] = Range{From: next, To: max(r.To, next)}
		if i == len(ranges)-1 {
			mended[i].To = 0
		}
		next = mended[i].To + 1
	}
	return mended
}

// Fitting is the position of the plan that a number of seats picks, -1 for none.
func Fitting(ranges []Range, n int64) int {
	for i, r := range ranges {
		if r.From > 0 && n >= r.From && (r.To == 0 || n <= r.To) {
			return i
		}
	}
	return -1
}
