package matrix

import (
	"fmt"
	"math"
	"slices"
	"strconv"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/kinds/pricing/shop"
)

// The measures of a matrix, in CSS px (common practice).
const (
	namesLeast, namesMost = 140.0, 300.0
	namesShare            = 0.26  // of the block's width, that names take
	columnMost            = 280.0 // how wide a plan is at most, unless its texts need more
	mostInView            = 0.8   // of the block's width, that a column may take which is scrolled to
	unmeasuredColumn      = 104.0
)

// matrixLay is how a matrix is laid out at a width.
type matrixLay struct {
	names   float64 // how wide the column of names is; 0 where they stand above their values
	column  float64 // how wide that of a plan is at least
	scrolls bool
}

// most is how wide a matrix of so many plans is at most.
func (l matrixLay) most(plans float64) float64 {
	return max(namesMost, l.names) + plans*max(columnMost, l.column)
}

// headless are the parts of a plan's head that a phone shows below the table, or not at all.
var headless = []string{"badge", "note", "button", "assurance"}

// layMatrix chooses how a matrix is laid out from what its texts need where the width is narrowest: names beside their
// values, names above them, and where not even that has room, columns that scroll past the names.
func layMatrix(v kind.View, width int) matrixLay {
	return kind.Remember(v, "matrix at "+strconv.Itoa(width), func() matrixLay {
		n := float64(max(1, len(v.At(width).Set.Records)))
		if v.Tight == nil {
			return matrixLay{names: namesLeast, column: unmeasuredColumn}
		}
		r := v.Tight.Ruler("", width)
		inner, phone := r.Frame()-r.Edges("table"), r.Frame() < shop.PhoneBelow
		names, column := leastOfMatrix(v, r, phone)
		switch {
		case !phone && names+n*column <= inner:
			return matrixLay{names: names, column: column}
		case n*column <= inner:
			return matrixLay{column: column}
		}
		l := matrixLay{column: min(column, mostInView*inner), scrolls: true}
		if !phone {
			l.names = min(names, inner/2)
			l.column = min(column, inner-l.names)
		}
		return l
	})
}

// leastOfMatrix is how wide the column of names and that of a plan are at least at a ruler's width, so that no word
// breaks without a hyphen.
func leastOfMatrix(v kind.View, r kind.Ruler, phone bool) (names, column float64) {
	names = namesLeast
	for _, run := range runs(v.At(r.Width())) {
		if slices.Contains(run.LeftOut, r.Width()) {
			continue
		}
		wide := anatomy.Least(v, run, r)
		switch run.Part {
		case "group":
		case "row", "help":
			names = max(names, wide+r.Edges("row"))
		case "value":
			column = max(column, wide+r.Edges("cell"))
		default:
			if phone && slices.Contains(headless, run.Part) {
				if run.Part == "button" {
					column = max(column, wide+r.Edges("button")+r.Edges("cell"))
				}
				continue
			}
			column = max(column, wide+r.Edges(run.Part)+r.Edges("plan"))
		}
	}
	return math.Ceil(names), math.Ceil(column)
}

// variables gives the layout its columns at each width, and the widest amount that heads hold.
func variables(v kind.View) []kind.Variable {
	variables := append(shop.New(v).Variables(), shop.LeftOutVariables(v)...)
	last := map[string]string{}
	for i := range v.Widths {
		n, l := max(1, len(v.At(i).Set.Records)), layMatrix(v, i)
		columns, rows, corner := fmt.Sprintf("repeat(%d,minmax(%.0fpx,1fr))", n, l.column), "1/-1", "none"
		if l.names > 0 {
			columns = fmt.Sprintf("clamp(%.0fpx,%gcqi,%.0fpx) ", l.names, 100*namesShare, max(l.names, namesMost)) + columns
			rows, corner = "auto", "block"
		}
		least := "0px"
		if l.scrolls {
			least = fmt.Sprintf("%.0fpx", l.names+float64(n)*l.column)
		}
		for _, said := range [][2]string{{"--rb-matrix-columns", columns}, {"--rb-row-at", rows}, {"--rb-corner", corner},
			{"--rb-matrix-least", least}, {"--rb-matrix-most", shop.Px(l.most(float64(n)))}} {
			if last[said[0]] != said[1] {
				last[said[0]] = said[1]
				variables = append(variables, kind.Variable{Name: said[0], Width: i, Value: said[1]})
			}
		}
	}
	return variables
}

// room is the room of a text in a matrix. Where the width is narrowest it is the least room within the width:
// where the table is as wide as it gets, names still take more and leave less to the plans.
func room(v kind.View, r kind.Ruler, part string) float64 {
	room := cellRoom(v, r, r.Frame(), part)
	below, namesFull := v.Widths[r.Width()].Below, namesMost/namesShare
	if v.Tight == nil || r.Frame() != v.Tight.Ruler("", r.Width()).Frame() || r.Frame() >= namesFull {
		return room
	}
	if below > 0 {
		namesFull = min(namesFull, float64(below))
	}
	return min(room, cellRoom(v, r, namesFull, part))
}

// cellRoom is the room of a text in a matrix in a block that is so many CSS px wide.
func cellRoom(v kind.View, r kind.Ruler, frame float64, part string) float64 {
	n, l := float64(max(1, len(v.At(r.Width()).Set.Records))), layMatrix(v, r.Width())
	inner := frame - r.Edges("table")
	phone := frame < shop.PhoneBelow
	if phone && part != "button" && slices.Contains(headless, part) {
		return 0 // on a phone the head has no more than a title and a price
	}
	track, names := min(inner, l.most(n)), 0.0
	if l.scrolls {
		track = max(track, l.names+n*l.column)
	}
	if l.names > 0 {
		names = min(max(l.names, namesShare*frame), max(l.names, namesMost))
	}
	switch part {
	case "group":
		return shop.Inside(track, r, part)
	case "row", "help":
		if names == 0 {
			names = inner
		}
		return max(1, names-r.Edges("row"))
	case "cell", "value":
		return max(1, max(l.column, (track-names)/n)-r.Edges("cell"))
	}
	if phone && part == "button" { // it stands below the table
		return shop.Inside(max(l.column, track/n)-r.Edges("cell"), r, part)
	}
	return shop.Inside(max(l.column, (track-names)/n)-r.Edges("plan"), r, part)
}

// scrollsAtAll reports whether the table scrolls at some width.
func scrollsAtAll(v kind.View) bool {
	for i := range v.Widths {
		if layMatrix(v, i).scrolls {
			return true
		}
	}
	return false
}
