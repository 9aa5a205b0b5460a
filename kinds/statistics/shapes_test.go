package statistics

import (
	"testing"

	"rubrel/core/kind"
)

// Grounds that take turns do so down as they do across: where not all figures stand in one row, an odd number does.
func TestBandedColumns(t *testing.T) {
	for _, c := range []struct{ figures, most, want int }{{1, 4, 1}, {3, 4, 3}, {4, 4, 4}, {4, 3, 1}, {5, 2, 1}, {5, 3, 3},
		{5, 4, 3}, {6, 4, 3}, {6, 5, 3}, {7, 3, 1}, {8, 5, 5}, {12, 6, 5}, {12, 2, 1}} {
		set := kind.Set{Records: make([]kind.Record, c.figures)}
		if got := bandedColumns(set, c.most); got != c.want {
			t.Errorf("%d figures where %d have room: %d columns, want %d", c.figures, c.most, got, c.want)
		}
	}
}

// A long line keeps its ends, its least and its greatest, and is drawn through few points.
func TestThinned(t *testing.T) {
	var points []point
	for i := range 3000 {
		points = append(points, point{float64(i), float64((i * 7919) % 1009)})
	}
	points[1234].y, points[2345].y = -5, 2000
	kept := thinned(points)
	has := map[point]bool{}
	for i, p := range kept {
		has[p] = true
		if i > 0 && kept[i-1].x >= p.x {
			t.Fatal("they are out of order")
		}
	}
	for _, i := range []int{0, 1234, 2345, 2999} {
		if !has[points[i]] {
			t.Errorf("point %d is left out", i)
		}
	}
	if len(kept) > mostDrawn+2 {
		t.Errorf("it is drawn through %d points", len(kept))
	}
}
