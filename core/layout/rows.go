package layout

import (
	"cmp"
	"slices"
)

// Packing is how leaders and members stand in rows: each row of leaders is divided into so many places as there are
// leader columns, each row of members into so many as there are member columns; a row with fewer stands in its middle.
type Packing struct {
	LeaderColumns, MemberColumns int
	Leaders, Members             []int // how many stand in each row, from the top
}

// Larger reports whether a leader has more room than a member.
func (p Packing) Larger() bool { return p.LeaderColumns < p.MemberColumns }

// Empty is how many places of rows stay empty. One row alone has none.
func (p Packing) Empty() int {
	return emptyPlaces(p.Leaders, p.LeaderColumns) + emptyPlaces(p.Members, p.MemberColumns)
}

func emptyPlaces(rows []int, columns int) int {
	if len(rows) < 2 {
		return 0
	}
	empty := 0
	for _, n := range rows {
		empty += columns - n
	}
	return empty
}

// Lone reports whether somebody stands alone in a row while others have company.
func (p Packing) Lone() bool { return lone(p.Leaders) || lone(p.Members) }

func lone(rows []int) bool {
	return slices.Contains(rows, 1) && slices.ContainsFunc(rows, func(n int) bool { return n > 1 })
}

// Packings are the ways in which leaders and members stand where at most `most` members find room side by side, the
// best first: nobody alone in a row, leaders larger than members but no more than twice as wide, few empty places, few
// rows. There is always one.
func Packings(leaders, members, most int) []Packing {
	most = max(1, most)
	var all []Packing
	widest := most
	if members > 0 && members <= most {
		widest = members
	} else if members == 0 {
		widest = min(most, leaders)
	}
	widest = max(1, widest)
	for columns := widest; columns >= 1; columns-- {
		for _, larger := range leaderColumns(leaders, members, columns) {
			all = append(all, Packing{larger, columns, fill(leaders, larger), fill(members, columns)})
		}
	}
	slices.SortStableFunc(all, func(a, b Packing) int { return compare(a, b, widest) })
	return all
}

// leaderColumns are the numbers of columns that leaders may have beside so many of members.
func leaderColumns(leaders, members, columns int) []int {
	if leaders == 0 || members == 0 {
		return []int{columns}
	}
	var all []int
	for larger := (columns + 1) / 2; larger <= columns; larger++ {
		all = append(all, larger)
	}
	return all
}

// fill puts n into rows of at most so many columns: full ones, and where that leaves one alone, the row before gives
// it company.
func fill(n, columns int) []int {
	var rows []int
	for ; n > columns; n -= columns {
		rows = append(rows, columns)
	}
	if n == 0 {
		return rows
	}
	if n == 1 && len(rows) > 0 && columns > 2 {
		rows[len(rows)-1]--
		n++
	}
	return append(rows, n)
}

// compare orders packings where so many columns have room at most. Fewer than half of them are a waste of room, which
// is worse than an empty place.
func compare(a, b Packing, widest int) int {
	yes := func(is bool) int {
		if is {
			return 1
		}
		return 0
	}
	waste := func(p Packing) int { return yes(2*p.MemberColumns <= widest && widest > 1) }
	alike := func(p Packing) int {
		return yes(len(p.Leaders) > 0 && len(p.Members) > 0 && p.MemberColumns > 1 && !p.Larger())
	}
	return cmp.Or(
		cmp.Compare(yes(a.Lone()), yes(b.Lone())),
		cmp.Compare(waste(a), waste(b)),
		cmp.Compare(alike(a), alike(b)),
		cmp.Compare(a.Empty(), b.Empty()),
		cmp.Compare(len(a.Leaders)+len(a.Members), len(b.Leaders)+len(b.Members)),
		cmp.Compare(a.LeaderColumns, b.LeaderColumns),
	)
}

// Starts are where the first of each row begins in a grid of two units for each column, over two of which everybody
// lies: by the place of that first one among all, in units from 1. A full row that follows a full row needs none.
func Starts(rows []int, columns int) map[int]int {
	starts := map[int]int{}
	at, short := 0, false
	for _, n := range rows {
		if n < columns || short {
			starts[at] = 1 + columns - n
		}
		short = n < columns
		at += n
	}
	return starts
}
