package layout_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"rubrel/core/layout"
)

// stages are those on which lines are tried: of a wide picture and a tall one, with columns that are higher than it,
// at both sides and at one, with straight lines and elbowed ones.
func stages() []layout.Stage {
	var all []layout.Stage
	for _, size := range [][3]float64{{480, 320, 320}, {300, 400, 700}, {420, 420, 1400}} {
		for _, only := range []layout.LineSide{layout.EitherSide, layout.StartSide, layout.EndSide} {
			for _, elbowed := range []bool{false, true} {
				all = append(all, layout.Stage{Wide: size[0], High: size[1], Tall: size[2], Gap: 40, Only: only,
					Elbowed: elbowed})
			}
		}
	}
	return all
}

func scattered(random *rand.Rand, n int) []layout.Mark {
	marks := make([]layout.Mark, n)
	for i := range marks {
		marks[i] = layout.Mark{X: random.Float64(), Y: random.Float64()}
	}
	return marks
}

func linesOf(s layout.Stage, marks []layout.Mark, seats []layout.Seat) (lines [][]layout.Point, total float64) {
	for i, m := range marks {
		line := s.Line(m, seats[i])
		lines, total = append(lines, line), total+layout.Length(line)
	}
	return lines, total
}

func crossing(lines [][]layout.Point) (int, int, bool) {
	for i := range lines {
		for j := range i {
			if layout.Crosses(lines[i], lines[j]) {
				return i, j, true
			}
		}
	}
	return 0, 0, false
}

// Every way to seat up to six marks is tried: none whose lines do not cross is shorter (Bekos et al. 2007).
func TestSeatsAgainstBruteForce(t *testing.T) {
	random := rand.New(rand.NewPCG(7, 11))
	for _, s := range stages() {
		for n := 1; n <= 6; n++ {
			for range 12 {
				marks := scattered(random, n)
				seats := s.Seats(marks)
				lines, got := linesOf(s, marks, seats)
				if i, j, crosses := crossing(lines); crosses {
					t.Fatalf("%+v: the lines of %d and %d of %v cross", s, i, j, marks)
				}
				least := math.Inf(1)
				for atStart := n / 2; atStart <= (n+1)/2; atStart++ {
					start := map[layout.LineSide]int{layout.EitherSide: atStart, layout.StartSide: n, layout.EndSide: 0}[s.Only]
					var rows []layout.Seat
					for row := range start {
						rows = append(rows, layout.Seat{Side: layout.StartSide, Row: row, Of: start})
					}
					for row := range n - start {
						rows = append(rows, layout.Seat{Side: layout.EndSide, Row: row, Of: n - start})
					}
					permutations(rows, func(seats []layout.Seat) {
						if lines, total := linesOf(s, marks, seats); total < least {
							if _, _, crosses := crossing(lines); !crosses {
								least = total
							}
						}
					})
				}
				if got > least*(1+1e-9) {
					t.Fatalf("%+v: the lines to %v have %.2f, %.2f is possible", s, marks, got, least)
				}
			}
		}
	}
}

func permutations(seats []layout.Seat, visit func([]layout.Seat)) {
	var swap func(int)
	swap = func(k int) {
		if k == len(seats) {
			visit(seats)
			return
		}
		for i := k; i < len(seats); i++ {
			seats[k], seats[i] = seats[i], seats[k]
			swap(k + 1)
			seats[k], seats[i] = seats[i], seats[k]
		}
	}
	swap(0)
}

// No two lines of up to forty marks cross, every row has one mark, and the sides have as many.
func TestSeatsOfMany(t *testing.T) {
	random := rand.New(rand.NewPCG(3, 5))
	for _, s := range stages() {
		for n := 7; n <= 40; n += 3 {
			marks := scattered(random, n)
			seats := s.Seats(marks)
			lines, _ := linesOf(s, marks, seats)
			if i, j, crosses := crossing(lines); crosses {
				t.Errorf("%+v: the lines of %d and %d of %d cross", s, i, j, n)
			}
			taken, sides := map[string]bool{}, map[layout.LineSide]int{}
			for _, at := range seats {
				taken[fmt.Sprint(at.Side, at.Row)] = true
				sides[at.Side]++
			}
			apart := sides[layout.StartSide] - sides[layout.EndSide]
			if len(taken) != n || s.Only == layout.EitherSide && (apart < -1 || apart > 1) || s.Only != layout.EitherSide &&
				sides[s.Only] != n {
				t.Errorf("%+v: %d marks in %d rows, %v", s, n, len(taken), sides)
			}
		}
	}
}

// A mark that is pinned stands at its side, however far that is.
func TestPinned(t *testing.T) {
	s := layout.Stage{Wide: 400, High: 300, Tall: 300, Gap: 40}
	marks := []layout.Mark{{X: 0.9, Y: 0.2, Pinned: layout.StartSide}, {X: 0.8, Y: 0.6, Pinned: layout.StartSide},
		{X: 0.1, Y: 0.5, Pinned: layout.StartSide}, {X: 0.2, Y: 0.9}}
	for i, at := range s.Seats(marks) {
		if pinned := marks[i].Pinned; pinned != layout.EitherSide && at.Side != pinned {
			t.Errorf("mark %d is pinned to %d and stands at %d", i, pinned, at.Side)
		}
	}
}

func TestNear(t *testing.T) {
	line := []layout.Point{{X: 0, Y: 0}, {X: 10, Y: 0}, {X: 10, Y: 10}}
	for p, want := range map[layout.Point]float64{{X: 5, Y: 3}: 3, {X: 13, Y: 14}: 5, {X: 12, Y: 5}: 2} {
		if got := layout.Near(line, p); math.Abs(got-want) > 1e-9 {
			t.Errorf("%v is %v off, want %v", p, got, want)
		}
	}
}
