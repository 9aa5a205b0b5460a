package layout

import "math"

// LineSide is the side of a picture at which the words for a mark stand.
type LineSide int

// The sides; EitherSide leaves it to the layout.
const (
	EitherSide LineSide = iota
	StartSide
	EndSide
)

// Mark is a place on a picture that is written about: shares of its width and its height, from 0 to 1, and the side to
// which its words are pinned.
type Mark struct {
	X, Y   float64
	Pinned LineSide
}

// Stage is a picture with columns of words at one side or at both, in any unit of length. The picture stands in the
// middle of the columns' height, and each column is divided into rows of one height, one for each of its marks.
type Stage struct {
	Wide, High float64 // the picture
	Tall       float64 // the columns; no less than High
	Gap        float64 // between the picture and a column
	// Only is the side of all marks; EitherSide for columns at both.
	Only LineSide
	// Elbowed says that a line leaves its words straight across and turns once, down or up to the place; otherwise it is
	// straight.
	Elbowed bool
}

// Seat is where the words for a mark stand: in which row of how many, from the top.
type Seat struct {
	Side    LineSide
	Row, Of int
}

// Point is a place on a stage, from the picture's start edge and the columns' top.
type Point struct{ X, Y float64 }

// Line is the way from the words for a mark to its place.
func (s Stage) Line(m Mark, at Seat) []Point {
	place := Point{m.X * s.Wide, (s.Tall-s.High)/2 + m.Y*s.High}
	words := Point{-s.Gap, (float64(at.Row) + 0.5) / float64(at.Of) * s.Tall}
	if at.Side == EndSide {
		words.X = s.Wide + s.Gap
	}
	if s.Elbowed {
		return []Point{words, {place.X, words.Y}, place}
	}
	return []Point{words, place}
}

// Length is how long a line is.
func Length(line []Point) float64 {
	total := 0.0
	for i := 1; i < len(line); i++ {
		total += math.Hypot(line[i].X-line[i-1].X, line[i].Y-line[i-1].Y)
	}
	return total
}

// Seats gives every mark a side and a row, as many to each side as can be, so that no two lines cross and all of them
// together are as short as can be (boundary labelling: Bekos, Kaufmann, Symvonis and Wolff 2007, "Boundary labeling:
// models and efficient algorithms for rectangular maps"; type s leaders, and type po where they are elbowed). Two lines
// may cross only where one is pinned to the side that is the farther for it.
func (s Stage) Seats(marks []Mark) []Seat {
	var best []Seat
	least := math.Inf(1)
	for _, atStart := range s.splits(marks) {
		seats := s.uncrossed(marks, s.seated(marks, atStart))
		if total := s.total(marks, seats); total < least {
			best, least = seats, total
		}
	}
	return best
}

// splits are how many marks may stand at the start: half of them, as far as pins allow.
func (s Stage) splits(marks []Mark) []int {
	n, start, end := len(marks), 0, 0
	for _, m := range marks {
		switch m.Pinned {
		case StartSide:
			start++
		case EndSide:
			end++
		}
	}
	switch s.Only {
	case StartSide:
		return []int{n}
	case EndSide:
		return []int{0}
	}
	within := func(k int) int { return max(start, min(k, n-end)) }
	if n%2 == 0 || within(n/2) == within(n/2+1) {
		return []int{within(n / 2)}
	}
	return []int{n / 2, n/2 + 1}
}

// pinnedAway is the cost of a line to the side to which its mark is not pinned, in lengths that no line has.
const pinnedAway = 1e6

// seated is the assignment of marks to rows whose lines are shortest altogether, with so many rows at the start.
func (s Stage) seated(marks []Mark, atStart int) []Seat {
	var seats []Seat
	for row := range atStart {
		seats = append(seats, Seat{StartSide, row, atStart})
	}
	for row := range len(marks) - atStart {
		seats = append(seats, Seat{EndSide, row, len(marks) - atStart})
	}
	cost := make([][]float64, len(marks))
	for i, m := range marks {
		cost[i] = make([]float64, len(seats))
		for j, at := range seats {
			cost[i][j] = s.cost(m, at)
		}
	}
	assigned := make([]Seat, len(marks))
	for i, j := range assignment(cost) {
		assigned[i] = seats[j]
	}
	return assigned
}

// cost is the length of a line, and a great deal more where its mark is pinned to the other side.
func (s Stage) cost(m Mark, at Seat) float64 {
	length := Length(s.Line(m, at))
	if s.Only == EitherSide && m.Pinned != EitherSide && m.Pinned != at.Side {
		length += pinnedAway * (s.Wide + s.Tall)
	}
	return length
}

func (s Stage) total(marks []Mark, seats []Seat) float64 {
	total := 0.0
	for i, m := range marks {
		total += s.cost(m, seats[i])
	}
	return total
}

// uncrossed swaps the rows of marks whose lines cross where that makes no line longer: straight lines of least length
// do not cross, elbowed ones of the same length may.
func (s Stage) uncrossed(marks []Mark, seats []Seat) []Seat {
	const within = 1e-9
	for range len(marks) * len(marks) {
		swapped := false
		for i := range marks {
			for j := range i {
				if !Crosses(s.Line(marks[i], seats[i]), s.Line(marks[j], seats[j])) {
					continue
				}
				now := s.cost(marks[i], seats[i]) + s.cost(marks[j], seats[j])
				if s.cost(marks[i], seats[j])+s.cost(marks[j], seats[i]) > now*(1+within) {
					continue
				}
				seats[i], seats[j] = seats[j], seats[i]
				swapped = true
			}
		}
		if !swapped {
			break
		}
	}
	return seats
}

// Crosses reports whether two lines meet.
func Crosses(a, b []Point) bool {
	for i := 1; i < len(a); i++ {
		for j := 1; j < len(b); j++ {
			if meet(a[i-1], a[i], b[j-1], b[j]) {
				return true
			}
		}
	}
	return false
}

// meet reports whether two line segments have a point in common.
func meet(a, b, c, d Point) bool {
	turn := func(p, q, r Point) float64 { return (q.X-p.X)*(r.Y-p.Y) - (q.Y-p.Y)*(r.X-p.X) }
	on := func(p, q, r Point) bool { // r is on the line through p and q: is it between them?
		return min(p.X, q.X) <= r.X && r.X <= max(p.X, q.X) && min(p.Y, q.Y) <= r.Y && r.Y <= max(p.Y, q.Y)
	}
	sides := [4]float64{turn(c, d, a), turn(c, d, b), turn(a, b, c), turn(a, b, d)}
	if sides[0]*sides[1] < 0 && sides[2]*sides[3] < 0 {
		return true
	}
	return sides[0] == 0 && on(c, d, a) || sides[1] == 0 && on(c, d, b) || sides[2] == 0 && on(a, b, c) ||
		sides[3] == 0 && on(a, b, d)
}

// Near is how near a line comes to a point.
func Near(line []Point, p Point) float64 {
	near := math.Inf(1)
	for i := 1; i < len(line); i++ {
		a, b := line[i-1], line[i]
		along := 0.0
		if square := (b.X-a.X)*(b.X-a.X) + (b.Y-a.Y)*(b.Y-a.Y); square > 0 {
			along = max(0, min(1, ((p.X-a.X)*(b.X-a.X)+(p.Y-a.Y)*(b.Y-a.Y))/square))
		}
		near = min(near, math.Hypot(p.X-a.X-along*(b.X-a.X), p.Y-a.Y-along*(b.Y-a.Y)))
	}
	return near
}
