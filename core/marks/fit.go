package marks

import (
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/measure"
)

// The measure of a line in characters that is read with ease (common practice), and the one a mend gives.
const (
	mostMeasure  = 75
	goodMeasure  = 66
	leastMended  = 0.7 // of the size: smaller, a mend is no longer one
	toleratedRun = 0.5 // px by which widths may differ from the browser's
)

const measureCheck = "measure"

// fits finds words that are wider than their room, labels that wrap, titles of different heights in a row, and lines
// that are too long to read, at every width.
func (s subject) fits(set kind.Set) []Mark {
	form, ok := set.Kind.FormNamed(s.Block.Form)
	if !ok || s.texts == nil {
		return nil
	}
	f := &fitter{subject: s, set: set, form: form, p: s.plainPainter()}
	even := map[string][]Mark{} // of each part whose runs should be even, at the widths where they are not
	for width := range s.Cascade.Widths {
		lines := map[string]map[string]int{} // by part and record
		for _, run := range f.texts.Runs {
			if n := f.run(f.texts.Set(run, width)); n > 0 && run.Even {
				if lines[run.Part] == nil {
					lines[run.Part] = map[string]int{}
				}
				lines[run.Part][run.Record] = n
			}
		}
		for part, of := range lines {
			if mark, ok := f.uneven(part, of, width); ok {
				even[part] = append(even[part], mark)
			}
		}
	}
	for _, part := range slices.Sorted(maps.Keys(even)) {
		f.found = append(f.found, atAllWidths(even[part]))
	}
	f.narrower()
	return f.found
}

// atAllWidths is one mark of those that one cause has at several widths, with one mend for all where each has one.
func atAllWidths(marks []Mark) Mark {
	mark := marks[0]
	if len(marks) == 1 {
		return mark
	}
	batch := document.Batch{}
	for i, m := range marks {
		if i > 0 {
			mark.also(m)
		}
		if len(m.Mends) == 0 {
			mark.Mends = nil
			continue
		}
		batch.Changes = append(batch.Changes, m.Mends[0].Change)
	}
	if len(mark.Mends) > 0 {
		batch.Name = mark.Mends[0].Label
		mark.Mends = []Mend{{Label: fmt.Sprintf("%s, and so at %d widths", batch.Name, len(marks)), Change: batch}}
	}
	return mark
}

// narrower looks at a block that is as narrow as each width goes. What fits at the widths of the proof and no more
// there has a mark of its own; the mend of what does not fit at either is one for both.
func (f *fitter) narrower() {
	tight, ok := f.tight()
	if !ok {
		return
	}
	n := *f
	n.p.Look, n.texts, n.found, n.seen = tight.Look, tight, nil, nil
	for width := range f.Cascade.Widths {
		for _, run := range f.texts.Runs {
			n.run(tight.Set(run, width))
		}
	}
	known := map[string]int{} // by ID, and by what the mark is about at any width
	about := func(mark Mark) string { return mark.Check + " " + mark.Key + " " + mark.Record }
	for i, mark := range f.found {
		known[mark.ID], known[about(mark)] = i, i
	}
	for _, mark := range n.found {
		if i, ok := known[mark.ID]; ok {
			if len(mark.Mends) > 0 {
				f.found[i].Mends = mark.Mends
			}
		} else if _, ok := known[about(mark)]; !ok && (mark.Check == "fit" || mark.Check == "wrap") {
			mark.ID, mark.Where = mark.ID+" narrower", mark.Where+", where the block is narrower"
			known[about(mark)] = len(f.found)
			f.found = append(f.found, mark)
		}
	}
}

// tight are the texts where the block is as narrow as each of its widths goes.
func (s subject) tight() (*measure.Texts, bool) {
	if s.texts == nil {
		return nil, false
	}
	tight, ok := s.TightTexts(s.texts.Runs)
	if ok {
		tight.Shown = s.outlined.shown
	}
	return tight, ok
}

// fitter gathers what does not fit.
type fitter struct {
	subject
	set   kind.Set
	form  kind.Form
	p     painter
	found []Mark
	seen  map[string]bool
}

// run measures one text and says how many lines it has; 0 where that is not known.
func (f *fitter) run(text *measure.SetText) int {
	lines := len(text.Lines)
	if !text.Known || lines == 0 {
		return 0
	}
	word, wide := f.texts.Longest(text)
	where := func() string { return f.p.where(f.set, text.Of, text.At) }
	switch {
	case wide > text.Room+toleratedRun:
		f.add("fit", text, fmt.Sprintf("“%s” in %s", word, where()), fmt.Sprintf("%.0f px", math.Ceil(wide)),
			fmt.Sprintf("at most %.0f px", math.Floor(text.Room)), text.Room/wide)
	case text.OneLine && lines > 1:
		f.add("wrap", text, where(), fmt.Sprintf("%d lines", lines), "one line", text.Room/f.texts.Whole(text))
	case text.MostLines > 0 && lines > text.MostLines:
		f.add("wrap", text, where(), fmt.Sprintf("%d lines", lines), fmt.Sprintf("at most %d", text.MostLines),
			float64(text.MostLines)*text.Room/f.texts.Whole(text))
	case lines > 1:
		f.measure(text)
	}
	return lines
}

// add adds a mark whose mend is a smaller size: so much of what it is. Where that would be too small, it is fewer
// columns.
func (f *fitter) add(check string, text *measure.SetText, where, measured, needed string, share float64) {
	id := strings.Join([]string{check, text.Part, text.Record, f.p.Cascade.Widths[text.At.Width].Name}, " ")
	mark := Mark{ID: id, Finding: kind.Finding{Check: check, Where: where, Measured: measured, Needed: needed,
		Record: text.Record, Key: text.Part}}
	if text.Shrinks > 0 { // it is as small as it may be already: the size it starts from does not matter
		share = min(share, text.Room/text.Shrinks/text.Style.Size)
	}
	size := math.Floor(text.Style.Size * share)
	switch {
	case share >= leastMended && size >= kind.LeastType:
		f.resize(&mark, text, size)
	default:
		f.fewer(&mark, text)
	}
	if f.seen == nil {
		f.seen = map[string]bool{}
	}
	if same := check + text.Part + text.Record + measured; !f.seen[same] {
		f.seen[same] = true
		f.found = append(f.found, mark)
	}
}

// fewer makes fewer columns the mark's mend: as many as give the text its room. Where no number does, it has none.
func (f *fitter) fewer(mark *Mark, text *measure.SetText) {
	if f.form.Columns == nil {
		return
	}
	wide := f.texts.Whole(text)
	if !text.OneLine {
		_, wide, _ = f.Book.Longest(text.Style, text.Text)
	}
	for columns := f.form.Columns(f.View, text.At.Width) - 1; columns > 0; columns-- {
		view := f.View
		view.Columns = slices.Clone(f.View.Columns)
		for len(view.Columns) < len(view.Widths) {
			view.Columns = append(view.Columns, 0)
		}
		view.Columns[text.At.Width] = columns
		if wide <= f.texts.RoomIn(view, text.Part, text.At) {
			f.inColumns(mark, f.set, columns, text.At.Width)
			return
		}
	}
}

// resize makes a smaller size the mark's mend, for every record of the same sort so that a row stays even.
func (f *fitter) resize(mark *Mark, text *measure.SetText, size float64) {
	if size < kind.LeastType {
		return
	}
	value := f.p.sizeUpTo(size)
	t := text.At
	if !slices.ContainsFunc(slices.Collect(maps.Keys(f.Block.Look)),
		func(k look.Key) bool { return k.Record == t.Record && k.Part == text.Of.Name }) {
		t.Record = ""
	}
	mark.Mends = []Mend{f.p.resay(f.subject, f.set, text.Of, "font-size", t, value)}
}

// nearSize is how much of a size may be given up for one of the house style.
const nearSize = 0.88

// sizeUpTo is the largest size of the house style that is no larger than one, or that size itself where all of them are
// larger, or much smaller.
func (p painter) sizeUpTo(size float64) look.Value {
	best, at := look.Value(look.Length{Milli: int64(size) * 1000, Unit: "px"}), max(kind.LeastType, nearSize*size)
	for token, held := range p.sizes() {
		if held >= at && held <= size {
			best, at = token, held
		}
	}
	return best
}

// measure finds lines that are too long to be read with ease.
func (f *fitter) measure(text *measure.SetText) {
	longest, perCharacter := 0, 0.0
	for _, line := range text.Lines[:len(text.Lines)-1] {
		if n := len([]rune(line.Text)); n > longest {
			longest, perCharacter = n, line.Width/float64(n)
		}
	}
	nought, _ := f.texts.Nought(text)
	if longest <= mostMeasure || nought == 0 {
		return
	}
	id := strings.Join([]string{"measure", text.Part, text.Record, f.p.Cascade.Widths[text.At.Width].Name}, " ")
	mark := Mark{ID: id,
		Finding: kind.Finding{Check: measureCheck, Where: f.p.where(f.set, text.Of, text.At),
			Measured: fmt.Sprintf("%d characters", longest), Needed: fmt.Sprintf("at most %d on a line", mostMeasure),
			Record: text.Record, Key: text.Part}}
	if slices.Contains(text.Of.Properties, "max-width") {
		// A ch is a figure's width; a letter is narrower in most fonts.
		value := look.Length{Milli: int64(goodMeasure*perCharacter/nought) * 1000, Unit: "ch"}
		t := text.At
		t.Record = ""
		mark.Mends = []Mend{f.p.resay(f.subject, f.set, text.Of, "max-width", t, value)}
	}
	// One measure is the cause of all lines of a part that are too long.
	for i := range f.found {
		if f.found[i].Check == measureCheck && f.found[i].Key == text.Part {
			f.found[i].also(mark)
			return
		}
	}
	f.found = append(f.found, mark)
}

// also adds the place of another mark that the same cause has.
func (m *Mark) also(other Mark) {
	if len(m.Places) == 0 {
		m.Places = []string{m.Where + ": " + m.Measured}
	}
	m.Places = append(m.Places, other.Where+": "+other.Measured)
}

// uneven finds texts of a part with different numbers of lines in one row.
func (f *fitter) uneven(part string, lines map[string]int, width int) (Mark, bool) {
	byLines := f.unevenRow(lines, width)
	if len(byLines) < 2 {
		return Mark{}, false
	}
	counts := slices.Sorted(maps.Keys(byLines))
	words := make([]string, len(counts))
	for i, n := range counts {
		words[i] = fmt.Sprint(n)
	}
	mark := Mark{ID: "lines " + part + " " + f.p.Cascade.Widths[width].Name,
		Finding: kind.Finding{Check: "lines", Where: part + "s, " + f.p.Cascade.Widths[width].Name,
			Measured: strings.Join(words, " and ") + " lines", Needed: "as many in each", Key: part}}
	most := byLines[counts[len(counts)-1]]
	for _, run := range f.texts.Runs {
		if run.Part != part || !slices.Contains(most, run.Record) {
			continue
		}
		// The longest text sets the size at which all stand on one line.
		if text := f.texts.Set(run, width); text.Known {
			if share := text.Room / f.texts.Whole(text); share >= leastMended && share < 1 {
				f.resize(&mark, text, math.Floor(text.Style.Size*share))
			}
		}
	}
	return mark, true
}

// unevenRow are the records of the first row whose texts differ in their number of lines, by that.
func (f *fitter) unevenRow(lines map[string]int, width int) map[int][]string {
	shown := f.View.At(width).Set.Records
	rows := []int{len(shown)}
	if f.form.Columns != nil {
		rows = rowsOf(f.form, f.View, width)
	}
	from := 0
	for _, n := range rows {
		byLines := map[int][]string{}
		for _, record := range shown[from : from+n] {
			if count := lines[record.ID]; count > 0 {
				byLines[count] = append(byLines[count], record.ID)
			}
		}
		if from += n; len(byLines) > 1 {
			return byLines
		}
	}
	return nil
}
