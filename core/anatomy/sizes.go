package anatomy

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/markup"
)

// Span says how wide a picture is shown in blocks from an inline size on: so many times the block's width and less a
// number of CSS px, but never more than Most; 0 for no such bound.
type Span struct {
	From              int
	Times, Less, Most float64
}

// widestBlock is how wide a block is thought to be at most, in CSS px: a window of common large screens.
const widestBlock = 1920.0

// at is how wide the picture is in a block of some width.
func (s Span) at(block float64) float64 {
	wide := s.Times*block - s.Less
	if s.Most > 0 {
		wide = min(wide, s.Most)
	}
	return max(1, wide)
}

// Through makes a span of how wide a picture is in two blocks, which are so many CSS px wide and more.
func Through(from int, at func(block float64) float64, most float64) Span {
	const apart = 100.0
	block := max(look.LeastBlock, float64(from))
	first, second := at(block), at(block+apart)
	times := (second - first) / apart
	s := Span{From: from, Times: times, Less: times*block - first, Most: most}
	const boundless = 1e5 // px: if it is narrower there than it would be, it does not grow for ever
	if bound := at(boundless); most == 0 && bound < s.at(boundless)-1 {
		s.Most = bound
	}
	return s
}

// Sources are the attributes of an img element with which a browser chooses among a picture's files: those files that
// are as wide as the picture is shown, up to twice as many pixels as CSS px. A block stands over the whole width of a
// page. They are "" where one file serves all.
func Sources(picture kind.Picture, spans []Span) markup.Attributes {
	spans = slices.SortedFunc(slices.Values(spans), func(a, b Span) int { return cmp.Compare(b.From, a.From) })
	least, most := math.Inf(1), 0.0
	above := widestBlock
	for _, s := range spans {
		least, most = min(least, s.at(max(look.LeastBlock, float64(s.From)))), max(most, s.at(max(above, float64(s.From))))
		above = float64(s.From)
	}
	const densest = 2.0
	var sources []string
	enough := false
	for _, source := range picture.Narrower {
		if float64(source.Width) < least || enough {
			continue
		}
		sources = append(sources, fmt.Sprintf("%s %dw", source.Address, source.Width))
		enough = float64(source.Width) >= densest*most
	}
	if len(sources) == 0 {
		return ""
	}
	if !enough {
		sources = append(sources, fmt.Sprintf("%s %dw", picture.Address, picture.Width))
	}
	return markup.Attribute("srcset", strings.Join(sources, ", ")).With("sizes", sizes(spans))
}

// sizes writes spans from the widest down as a source size list (HTML, section 4.8.4.2.2).
func sizes(spans []Span) string {
	var list []string
	for i, s := range spans {
		size := px(-s.Less)
		if s.Times > 0 {
			size = fmt.Sprintf("calc(%svw - %s)", decimal(100*s.Times), px(s.Less))
		}
		if s.Most > 0 && s.Times > 0 {
			size = fmt.Sprintf("min(%s, %s)", size, px(s.Most))
		}
		if i < len(spans)-1 {
			size = fmt.Sprintf("(min-width: %dpx) %s", s.From, size)
		}
		list = append(list, size)
	}
	return strings.Join(slices.Compact(list), ", ")
}

func px(n float64) string { return decimal(n) + "px" }

func decimal(n float64) string { return strconv.FormatFloat(math.Round(n*100)/100, 'f', -1, 64) }

// spans are how wide a part that shows a picture is in a record, by the width of the block; of a picture that is cut
// to a ratio, how wide all of it is that is seen a part of.
func (b Body) spans(v kind.View, record kind.Record, part string, ratio float64) []Span {
	if v.Measure == nil {
		return nil
	}
	var spans []Span
	for width := range v.Widths {
		r := v.Measure.Ruler(record.ID, width)
		lowest := v.Widths.From(width)
		from := []int{lowest}
		for _, step := range b.Steps(v) {
			if step.Width == width && step.From > lowest {
				from = append(from, step.From)
			}
		}
		if side := b.Layout.Side; side != nil && side.Stack > float64(lowest) && v.Widths[width].Reaches(side.Stack) {
			from = append(from, int(side.Stack))
		}
		cut := b.cut(v, r, part, ratio)
		for _, from := range from {
			columns := b.columnsAt(v, width, float64(from))
			share := b.share(v, record, width, columns)
			at := func(block float64) float64 {
				return cut * b.partRoom(v, r, part, b.roomIn(v, r, block, columns, share), max(block, float64(from)))
			}
			most := 0.0
			for name := part; name != b.Layout.Record && name != ""; {
				if said := r.Length(name, "width"); said > 0 {
					most = cut * said
				}
				p, _ := v.Set.Kind.PartNamed(name)
				name = p.Parent
			}
			spans = append(spans, Through(from, at, most))
		}
	}
	return spans
}

// cut is how many times as wide as its place a picture is that fills one of another ratio: the wider, the more of it is
// cut off at its sides.
func (b Body) cut(v kind.View, r kind.Ruler, part string, ratio float64) float64 {
	for p, ok := v.Set.Kind.PartNamed(part); ok && p.Name != b.Layout.Record; p, ok = v.Set.Kind.PartNamed(p.Parent) {
		width, height, said := strings.Cut(r.Said(p.Name, "aspect-ratio"), " / ")
		if !said {
			continue
		}
		across, err := strconv.ParseFloat(width, 64)
		down, also := strconv.ParseFloat(height, 64)
		if err == nil && also == nil && down > 0 && across > 0 {
			return max(1, ratio*down/across)
		}
	}
	return 1
}
