package layout_test

import (
	"fmt"
	"slices"
	"testing"

	"rubrel/core/layout"
)

func TestPackings(t *testing.T) {
	for _, c := range []struct {
		leaders, members, most int
		want                   string // of the best: leaders' rows, members' rows
	}{
		{2, 6, 3, "[2] [3 3]"}, // two at half width, the rest at a third (common practice)
		{1, 4, 3, "[1] [2 2]"},
		{0, 7, 4, "[] [4 3]"},
		{0, 5, 4, "[] [3 2]"},
		{0, 9, 4, "[] [3 3 3]"},
		{0, 10, 4, "[] [4 4 2]"},
		{3, 8, 4, "[3] [4 4]"},
		{0, 3, 2, "[] [1 1 1]"}, // two and a lone one, otherwise
		{2, 0, 4, "[2] []"},
		{1, 1, 3, "[1] [1]"},
		{0, 1, 4, "[] [1]"},
		{0, 0, 4, "[] []"},
		{2, 5, 1, "[1 1] [1 1 1 1 1]"},
	} {
		best := layout.Packings(c.leaders, c.members, c.most)[0]
		if got := fmt.Sprint(best.Leaders, " ", best.Members); got != c.want {
			t.Errorf("%d and %d where %d have room: %s, want %s", c.leaders, c.members, c.most, got, c.want)
		}
	}
}

// No arrangement into rows at all is better than the best: every sequence of rows of every number of columns is tried,
// to twelve records.
func TestPackingsAgainstBruteForce(t *testing.T) {
	const all, most = 12, 5
	compositions := map[[2]int][][]int{}
	var into func(n, columns int) [][]int
	into = func(n, columns int) [][]int {
		if n == 0 {
			return [][]int{nil}
		}
		key := [2]int{n, columns}
		if known, ok := compositions[key]; ok {
			return known
		}
		var found [][]int
		for first := 1; first <= min(n, columns); first++ {
			for _, rest := range into(n-first, columns) {
				found = append(found, append([]int{first}, rest...))
			}
		}
		compositions[key] = found
		return found
	}
	// in as few rows as there can be, without anybody alone
	fewest := func(n, columns int) (empty int, possible bool) {
		for _, rows := range into(n, columns) {
			p := layout.Packing{MemberColumns: columns, Members: rows}
			if least := (n + columns - 1) / columns; len(rows) == least && !p.Lone() && (!possible || p.Empty() < empty) {
				empty, possible = p.Empty(), true
			}
		}
		return empty, possible
	}
	for n := range all + 1 {
		for leaders := range n + 1 {
			members := n - leaders
			for room := 1; room <= most; room++ {
				packings := layout.Packings(leaders, members, room)
				for _, p := range packings {
					checkStarts(t, p.Leaders, p.LeaderColumns)
					checkStarts(t, p.Members, p.MemberColumns)
					want, possible := fewest(members, p.MemberColumns)
					own := layout.Packing{MemberColumns: p.MemberColumns, Members: p.Members}
					if possible && (own.Lone() || own.Empty() > want) {
						t.Fatalf("%d members in %d columns: %v leaves %d empty, %d is possible", members, p.MemberColumns,
							p.Members, own.Empty(), want)
					}
				}
				if packings[0].Lone() {
					t.Errorf("%d and %d where %d have room: %+v leaves somebody alone", leaders, members, room, packings[0])
				}
			}
		}
	}
}

// checkStarts lays rows out as CSS's grid does: each follows the one before where nothing else is said, and goes to
// the next row where it has no room or would have to go back. A row of people is many rows of the grid, so that one
// who found room beside a shorter row would stand there: nobody does.
func checkStarts(t *testing.T, want []int, columns int) {
	t.Helper()
	var rows []int
	var free []int // the units that the row before leaves
	next, at := 1, 0
	starts := layout.Starts(want, columns)
	for range sum(want) {
		start := next
		if said, ok := starts[at]; ok {
			start = said
		}
		if len(rows) == 0 || start < next || start+1 > 2*columns {
			if _, ok := starts[at]; !ok {
				start = 1
			}
			if slices.Contains(free, start) && slices.Contains(free, start+1) {
				t.Fatalf("%v in %d columns: number %d finds room beside the row before", want, columns, at)
			}
			rows, free = append(rows, 0), nil
			for unit := 1; unit < start; unit++ {
				free = append(free, unit)
			}
		}
		rows[len(rows)-1]++
		next, at = start+2, at+1
	}
	if !slices.Equal(rows, want) {
		t.Fatalf("%v in %d columns is laid out in rows of %v: %v", want, columns, rows, starts)
	}
}

func sum(all []int) int {
	total := 0
	for _, n := range all {
		total += n
	}
	return total
}
