package layout

import "testing"

func TestColumns(t *testing.T) {
	for _, c := range []struct{ n, most, want int }{
		{0, 4, 1}, {1, 4, 1}, {3, 4, 3}, {4, 4, 4}, {5, 4, 3}, {6, 4, 3}, {7, 4, 4}, {8, 4, 4}, {9, 4, 3}, {5, 3, 3},
		{4, 3, 2}, {40, 5, 5}, {3, 1, 1},
	} {
		if got := Columns(c.n, c.most); got != c.want {
			t.Errorf("%d items, at most %d: %d columns, want %d", c.n, c.most, got, c.want)
		}
	}
}

// No count of columns within the bounds leaves a fuller last row.
func TestColumnsLeaveTheFullestRow(t *testing.T) {
	for n := 1; n <= 60; n++ {
		for most := 1; most <= 6; most++ {
			got := Columns(n, most)
			if got < 1 || got > most && n > most {
				t.Fatalf("%d items, at most %d: %d columns", n, most, got)
			}
			if n <= most {
				continue
			}
			empty := func(columns int) int { return (columns - n%columns) % columns }
			for other := most; other >= 2 && other > most/2; other-- {
				if empty(other) < empty(got) {
					t.Fatalf("%d items: %d columns leave %d empty, %d leave %d", n, got, empty(got), other, empty(other))
				}
			}
		}
	}
}
