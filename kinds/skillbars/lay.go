package skillbars

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/layout"
)

// The measures of the forms' layouts, in CSS px: see board.css, straight.css, arcs.css and tiles.css.
const (
	groupLeast   = 260.0 // a group beside others
	labelGap     = 14.0  // between a bar and what stands beside it
	besideShare  = 0.45  // of a skill, that names beside bars may take up
	ringMargin   = 16.0  // about a ring
	insideRing   = 6.0   // between a ring and its number, on each side
	usualPadding = 40.0
	apart        = 40.0 // between columns of steps: what stands at the end of one is not of the next
)

// leastWidth is how wide a skill is at least, by form.
var leastWidth = map[string]float64{lineForm: 420, columnForm: 84, tileForm: 200, stepsForm: 420}

// lay is how a board is laid out at a width.
type lay struct {
	groups  int     // side by side
	columns int     // of skills in a group
	oneRow  bool    // all columns of all groups stand in one row, equally far from each other
	across  float64 // of a group
	cell    float64 // of a skill, within its padding
	beside  bool    // names stand beside bars
	name    float64 // the column of names beside bars, with its gap; 0 for none
	number  float64 // the column of numbers beside bars, with its gap; 0 for none
	bar     float64 // the length of a bar; its side where it is round
}

// ruler is the ruler at a width for the skills that have nothing of their own; nil where nothing can be measured.
func (b *board) ruler(width int) kind.Ruler {
	if b.v.Measure == nil {
		return nil
	}
	return b.v.Measure.Ruler("", width)
}

// lay lays the board out at the frame of a width.
func (b *board) lay(width int) lay { return b.layAt(b.ruler(width), width) }

// narrowest lays the board out where it is as narrow as a width goes: labels stand where they have room there.
func (b *board) narrowest(width int) lay {
	if b.v.Tight == nil {
		return b.lay(width)
	}
	return b.layAt(b.v.Tight.Ruler("", width), width)
}

// layAt lays the board out as a ruler has it, which is nil where nothing can be measured. How many stand side by side
// is decided where the width is narrowest.
func (b *board) layAt(r kind.Ruler, width int) lay {
	inner, gap, groupsGap, edges := float64(b.v.Widths[width].Frame)-2*usualPadding, 0.0, 0.0, 0.0
	if r != nil {
		inner, gap, groupsGap, edges = r.Frame()-r.Edges("board"), b.gap(r), r.Gap("groups"), r.Edges("skill")
	}
	l := lay{}
	l.groups, l.columns = b.columns(width)
	if l.oneRow = b.form == columnForm && l.groups > 1; l.oneRow {
		n, fewest := max(1, len(b.shown(width))), fewestOf(b.shown(width))
		column := (inner - float64(n-1)*groupsGap) / float64(n)
		l.across = max(1, float64(fewest)*(column+groupsGap)-groupsGap)
		l.cell = max(1, column-edges)
	} else {
		across := (inner - float64(l.groups-1)*groupsGap) / float64(l.groups)
		l.across = max(1, across)
		l.cell = max(1, (across-float64(l.columns-1)*gap)/float64(l.columns)-edges)
	}
	l.bar = l.cell
	switch b.form {
	case lineForm, stepsForm:
		l.besides(b, width)
	case ringForm, halfForm:
		if r != nil {
			l.bar = r.Length("bar", "width")
		}
	case columnForm:
		if r != nil {
			l.bar = r.Length("bar", "height")
		}
	}
	return l
}

// columns is how many groups stand side by side at a width, and how many skills in a group.
func (b *board) columns(width int) (groups, columns int) {
	counted := kind.Remember(b.v, "columns "+strconv.Itoa(width)+" "+strconv.Itoa(b.v.ColumnsAt(width)), func() [2]int {
		groups, columns := b.countColumns(width)
		return [2]int{groups, columns}
	})
	return counted[0], counted[1]
}

func (b *board) countColumns(width int) (groups, columns int) {
	n, most := countGroups(b.shown(width))
	inner, gap, groupsGap, least := float64(b.v.Widths[width].Frame)-2*usualPadding, 0.0, 0.0, b.least(nil)
	if b.v.Tight != nil {
		r := b.v.Tight.Ruler("", width)
		inner, gap, groupsGap = r.Frame()-r.Edges("board"), b.gap(r), r.Gap("groups")
		least = max(b.least(r), b.leastText(r))
	}
	groups = layout.Columns(n, max(1, int((inner+groupsGap)/(groupLeast+groupsGap))))
	if b.form == columnForm && n > 1 {
		groups = b.groupsInRow(n, most, inner, groupsGap, least, width)
		if groups > 1 {
			return groups, most
		}
	}
	across := (inner - float64(groups-1)*groupsGap) / float64(groups)
	if columns = min(b.v.ColumnsAt(width), most); columns == 0 {
		columns = layout.Columns(most, max(1, int((across+gap)/(least+gap))))
	}
	return groups, columns
}

// groupsInRow is all groups where their columns have room in one row, and their headings over them, and otherwise one,
// below the other: columns that stand beside each other are equally far apart.
func (b *board) groupsInRow(n, most int, inner, gap, least float64, width int) int {
	skills := float64(max(1, len(b.shown(width))))
	column := (inner - (skills-1)*gap) / skills
	if said := b.v.ColumnsAt(width); column < least || most > mostInRow || said != 0 && said < most {
		return 1
	}
	if b.v.Tight != nil {
		for heading, count := range countOf(b.shown(width)) {
			wide, _ := b.v.Tight.LeastWidth("group", "", heading, width, 0)
			if wide > float64(count)*(column+gap)-gap {
				return 1
			}
		}
	}
	return n
}

// mostInRow is how many columns a group has at most where groups stand in one row.
const mostInRow = 12

// groupsCSS gives a group its share of the row by how many columns it has: see board.html and straight.css.
func groupsCSS() string {
	var css strings.Builder
	for n := range mostInRow {
		fmt.Fprintf(&css, ".rb-of-%d { --rb-of: %[1]d; }\n", n+1)
	}
	return css.String()
}

// stepsCSS says of each step how many stand before it: see straight.css.
func stepsCSS() string {
	var css strings.Builder
	for before := 1; before < mostPips; before++ {
		fmt.Fprintf(&css, ".rb-track:nth-child(%d) { --rb-before: %d; }\n", before+1, before)
	}
	return css.String()
}

// gap is between the columns of a group.
func (b *board) gap(r kind.Ruler) float64 {
	if b.form == stepsForm {
		return max(apart, r.Gap("skills"))
	}
	return r.Gap("skills")
}

// leastText is how wide a skill is at least, so that no word of it breaks without a hyphen.
func (b *board) leastText(r kind.Ruler) float64 {
	widest := 0.0
	for _, x := range b.plain {
		name, _ := b.v.Tight.LeastWidth("name", x.ID, x.Name, r.Width(), 0)
		widest = max(widest, name+b.iconRoom(r))
		for _, run := range x.NoteRuns {
			widest = max(widest, anatomy.Least(b.v, run, r))
		}
	}
	return widest + r.Edges("skill")
}

// least is how wide a skill of the form is at least.
func (b *board) least(r kind.Ruler) float64 {
	if least, ok := leastWidth[b.form]; ok {
		return least
	}
	size := 148.0
	if r != nil {
		size = r.Length("bar", "width")
	}
	if b.chosen("numbers") == beside {
		size *= 2
	}
	return size + ringMargin
}

// besides takes from the bar what stands beside it.
func (l *lay) besides(b *board, width int) {
	if b.numbersAt() == beside {
		l.number = labelGap + b.widest("number", width, func(x bar) string { return x.Number })
	}
	if b.namesAt() == beside {
		l.name = labelGap + b.widest("name", width, func(x bar) string { return x.Name })
		if l.beside = l.name <= besideShare*l.cell; !l.beside {
			l.name = 0
		}
	}
	l.bar = max(1, l.cell-l.name-l.number)
}

// widest is how wide the widest text of a part is; 0 where it cannot be measured.
func (b *board) widest(part string, width int, of func(bar) string) float64 {
	widest := 0.0
	for _, x := range b.plain {
		wide, _ := b.wide(part, x.ID, of(x), width)
		if part == "name" && x.Icon != "" {
			wide += b.iconRoom(b.ruler(width))
		}
		widest = max(widest, wide)
	}
	return widest
}

// iconGap is between an icon and the name beside it, in CSS px.
const iconGap = 8.0

// iconRoom is what an icon and its gap take beside a name; 0 where no skill has one, or where they stand below each
// other.
func (b *board) iconRoom(r kind.Ruler) float64 {
	if r == nil || b.form == columnForm || !slices.ContainsFunc(b.plain, func(x bar) bool { return x.Icon != "" }) {
		return 0
	}
	return r.Size("icon") + iconGap
}

// wide is how wide a part's text is with its padding; false where that is not known.
func (b *board) wide(part, record, text string, width int) (float64, bool) {
	if b.v.Measure == nil || text == "" {
		return 0, false
	}
	wide, ok := b.v.Measure.TextWidth(part, record, text, width)
	return wide + b.v.Measure.Ruler(record, width).Edges(part), ok
}

// shown are the skills that are shown at a width.
func (b *board) shown(width int) []bar {
	var shown []bar
	for i, r := range b.v.Set.Records {
		if b.v.Shows(r, width) {
			shown = append(shown, b.plain[i])
		}
	}
	return shown
}

// countGroups is how many groups there are, and how many skills the largest has.
func countGroups(bars []bar) (groups, most int) {
	counts := countOf(bars)
	for _, n := range counts {
		most = max(most, n)
	}
	return max(1, len(counts)), max(1, most)
}

// fewestOf is how many skills the smallest group has.
func fewestOf(bars []bar) int {
	fewest := len(bars)
	for _, n := range countOf(bars) {
		fewest = min(fewest, n)
	}
	return fewest
}

// countOf is how many skills each group has.
func countOf(bars []bar) map[string]int {
	counts := map[string]int{}
	for _, x := range bars {
		counts[x.Group]++
	}
	return counts
}
