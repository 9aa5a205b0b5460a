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
	"rubrel/core/typeset"
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
func (s Subject) fits(set kind.Set) []Mark {
	form, ok := set.Kind.FormNamed(s.Block.Form)
	if !ok || form.Runs == nil || s.Book == nil {
		return nil
	}
	f := s.fitter(set, form)
	even := map[string][]Mark{} // of each part whose runs should be even, at the widths where they are not
	for width := range s.Cascade.Widths {
		lines := map[string]map[string]int{} // by part and record
		for _, run := range f.runs {
			if n := f.run(run, width); n > 0 && run.Even {
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
	tight, ok := f.View.Tight.(measure)
	if !ok {
		return
	}
	n := *tight.f
	n.runs, n.found, n.seen = f.runs, nil, nil
	for width := range f.Cascade.Widths {
		for _, run := range f.runs {
			n.run(run, width)
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

func (s Subject) fitter(set kind.Set, form kind.Form) *fitter {
	f := s.fitterOfLook(set, form)
	if f.runs == nil && form.Runs != nil {
		f.runs = form.Runs(s.View)
	}
	return f
}

// fitterOfLook measures the look alone: it knows no runs unless they are known already.
func (s Subject) fitterOfLook(set kind.Set, form kind.Form) *fitter {
	return &fitter{Subject: s, set: set, form: form, runs: s.runs, p: s.plainPainter(set.Kind)}
}

// SetText is how one text of a block is set at a width.
type SetText struct {
	Record, Part, Text string
	Width              int // index into the widths
	Room, Size         float64
	Lines              []typeset.Line
	Whole              bool // it is set in one size
	Beside             bool // something stands beside it on its line
}

// SetTexts lists how every text whose fit is measured is set, at every width; those whose fonts are not known are left
// out.
func (s Subject) SetTexts() []SetText {
	set, form := s.Site.SetOf(s.Block), s.Site.FormOf(s.Block)
	if form.Runs == nil || s.Book == nil {
		return nil
	}
	f := s.fitter(set.Set, form)
	var list []SetText
	for width := range s.Cascade.Widths {
		for _, run := range f.runs {
			if text := f.lines(run, width); text.known {
				list = append(list, SetText{run.Record, run.Part, run.Text, width, text.room, text.style.Size, text.lines,
					run.Pieces == nil, run.Beside != nil && run.Beside(width) != nil})
			}
		}
	}
	return list
}

// fitter gathers what does not fit.
type fitter struct {
	Subject
	set   kind.Set
	form  kind.Form
	runs  []kind.Run
	p     painter
	found []Mark
	seen  map[string]bool
}

// setting is a run as it is set at a width.
type setting struct {
	part  kind.Part
	t     look.Target
	style typeset.Style
	text  string
	room  float64
}

// setting finds the face, the size and the room of a run. It is false where the fonts are not known or nothing is
// shown.
func (f *fitter) setting(run kind.Run, width int) (setting, bool) {
	part, ok := f.set.Kind.PartNamed(run.Part)
	ok = ok && (len(part.Forms) == 0 || slices.Contains(part.Forms, f.form.Name))
	t := f.target(run.Record, width)
	if !ok || slices.Contains(run.LeftOut, width) || f.p.left(part, t) {
		return setting{}, false
	}
	r := ruler{f.p, t}
	st := setting{part: part, t: t, text: run.Text, room: f.room(run.Part, t)}
	st.style = f.style(part, t)
	if run.Shrinks > 0 {
		st.style.Size = min(st.style.Size, max(run.LeastShare*st.style.Size, st.room/run.Shrinks))
	}
	if run.ShrinksAlone > 0 {
		st.style.Size = min(st.style.Size, max(kind.LeastType, st.room/run.ShrinksAlone))
	}
	st.text = f.cased(part, t, st.text)
	st.room -= run.Taken(r, f.plainMeasure().TextWidth)
	if most, ok := f.mostWidth(st); ok {
		st.room = min(st.room, most)
	}
	return st, st.style.Face != nil && st.room > 0
}

// target is the case of a record at a width.
func (f *fitter) target(id string, width int) look.Target {
	t := look.Target{Width: width, Record: id}
	for _, record := range f.set.Records {
		if record.ID == id {
			t.Featured = record.Featured
		}
	}
	return t
}

// sort names the records that look like one: itself where anything of its look is its own.
func (f *fitter) sort(record string) string { return f.p.sort(f.target(record, 0)) }

// placeKey is a part of a sort of record at a width.
type placeKey struct {
	part, sort string
	width      int
}

// room is the room of a part's text.
func (f *fitter) room(part string, t look.Target) float64 {
	return found(f.p, f.p.known.rooms, part, t, func() float64 { return f.form.Room(f.View, ruler{f.p, t}, part) })
}

// style is how a part's text is set.
func (f *fitter) style(part kind.Part, t look.Target) typeset.Style {
	return found(f.p, f.p.known.styles, part.Name, t, func() typeset.Style { return f.readStyle(part, t) })
}

func (f *fitter) readStyle(part kind.Part, t look.Target) typeset.Style {
	return typeset.Style{Size: f.p.size(part, t), Face: f.face(part, t), LetterSpacing: f.spacing(part, t,
		"letter-spacing"), WordSpacing: f.spacing(part, t, "word-spacing"),
		Figures: slices.ContainsFunc(f.p.around(part), func(outer kind.Part) bool { return outer.Figures })}
}

// cased is a text as its part's text-transform writes it.
func (f *fitter) cased(part kind.Part, t look.Target, text string) string {
	if said, _, ok := f.p.said(part, "text-transform", t); ok && said.Value == look.Keyword("uppercase") {
		return strings.ToUpper(text)
	}
	return text
}

// mostWidth is what a part's max-width allows; a ch is the width of the figure nought (CSS Values 4, section 6.1.2).
func (f *fitter) mostWidth(st setting) (float64, bool) {
	said, ok := f.p.resolve(st.t, st.part.Name, "max-width")
	l, is := said.Value.(look.Length)
	if !ok || !is {
		return 0, false
	}
	if l.Unit == "ch" {
		nought, known := f.Book.Width(typeset.Style{Face: st.style.Face, Size: st.style.Size}, "0")
		return nought * float64(l.Milli) / 1000, known
	}
	return f.p.pixels(l, st.style.Size, st.t), true
}

func (f *fitter) face(part kind.Part, t look.Target) *typeset.Face {
	said, _, ok := f.p.said(part, "font-family", t)
	value := said.Value
	if token, is := value.(look.Token); is {
		value = f.p.tokens.Value(token)
	}
	family, is := value.(look.Family)
	if !ok || !is {
		return nil
	}
	return f.Book.Find(family, int(f.p.weight(part, t)))
}

func (f *fitter) spacing(part kind.Part, t look.Target, property string) float64 {
	said, from, ok := f.p.said(part, property, t)
	if l, is := said.Value.(look.Length); ok && is {
		return f.p.pixels(l, f.p.size(from, t), t) // an em is that of the part which says it
	}
	return 0
}

// textKey names a text at a width.
type textKey struct {
	record, part, text string
	width              int
}

// setText is a text that has been set; known is false where the fonts lack a character, or nothing is shown.
type setText struct {
	setting
	lines []typeset.Line
	known bool
}

// lines breaks a text into its lines, once.
func (f *fitter) lines(run kind.Run, width int) *setText {
	key := textKey{run.Record, run.Part, run.Text, width}
	text := f.p.known.texts[key]
	if text == nil {
		text = &setText{}
		if st, ok := f.setting(run, width); ok {
			text.setting = st
			if run.Pieces != nil {
				text.lines, text.known = f.line(run, st)
			} else {
				text.lines, text.known = f.broken(st)
			}
		}
		f.p.known.texts[key] = text
	}
	return text
}

// broken are the lines of a text; most texts have room on one.
func (f *fitter) broken(st setting) ([]typeset.Line, bool) {
	if wide, known := f.Book.Width(st.style, st.text); known && wide <= st.room &&
		!strings.ContainsAny(st.text, "\n"+typeset.SoftHyphen) {
		return []typeset.Line{{Text: st.text, Width: wide}}, true
	}
	return f.Book.Lines(st.style, st.text, st.room)
}

// line is a line of several parts, which is never broken, and shrinks as a whole.
func (f *fitter) line(run kind.Run, st setting) ([]typeset.Line, bool) {
	total, known := 0.0, true
	for _, piece := range run.Pieces {
		wide, ok := f.plainMeasure().TextWidth(piece.Part, run.Record, piece.Text, st.t.Width)
		total, known = total+wide, known && ok
	}
	total *= st.style.Size / f.p.size(st.part, st.t)
	return []typeset.Line{{Text: run.Text, Width: total}}, known
}

func (f *fitter) plainMeasure() measure { return measure{f: f} }

// run measures one text and says how many lines it has; 0 where that is not known.
func (f *fitter) run(run kind.Run, width int) int {
	text := f.lines(run, width)
	st, lines := text.setting, text.lines
	if !text.known || len(lines) == 0 {
		return 0
	}
	word, wide := st.text, lines[0].Width
	if run.Pieces == nil && (len(lines) > 1 || wide > st.room) {
		word, wide, _ = f.Book.Longest(st.style, st.text)
	}
	switch {
	case wide > st.room+toleratedRun:
		f.add("fit", run, st, fmt.Sprintf("“%s” in %s", word, f.p.where(f.set, st.part, st.t)),
			fmt.Sprintf("%.0f px", math.Ceil(wide)), fmt.Sprintf("at most %.0f px", math.Floor(st.room)), st.room/wide)
	case run.OneLine && len(lines) > 1:
		f.add("wrap", run, st, f.p.where(f.set, st.part, st.t), fmt.Sprintf("%d lines", len(lines)), "one line",
			st.room/f.width(st.style, st.text))
	case run.MostLines > 0 && len(lines) > run.MostLines:
		f.add("wrap", run, st, f.p.where(f.set, st.part, st.t), fmt.Sprintf("%d lines", len(lines)),
			fmt.Sprintf("at most %d", run.MostLines), float64(run.MostLines)*st.room/f.width(st.style, st.text))
	case len(lines) > 1:
		f.measure(run, st, lines)
	}
	return len(lines)
}

// add adds a mark whose mend is a smaller size: so much of what it is. Where that would be too small, it is fewer
// columns.
func (f *fitter) add(check string, run kind.Run, st setting, where, measured, needed string, share float64) {
	id := strings.Join([]string{check, run.Part, run.Record, f.p.cascade.Widths[st.t.Width].Name}, " ")
	mark := Mark{ID: id, Finding: kind.Finding{Check: check, Where: where, Measured: measured, Needed: needed,
		Record: run.Record, Key: run.Part}}
	if run.Shrinks > 0 { // it is as small as it may be already: the size it starts from does not matter
		share = min(share, st.room/run.Shrinks/st.style.Size)
	}
	size := math.Floor(st.style.Size * share)
	switch {
	case share >= leastMended && size >= kind.LeastType:
		f.resize(&mark, st, size)
	default:
		f.fewer(&mark, run, st)
	}
	if f.seen == nil {
		f.seen = map[string]bool{}
	}
	if same := check + run.Part + run.Record + measured; !f.seen[same] {
		f.seen[same] = true
		f.found = append(f.found, mark)
	}
}

// fewer makes fewer columns the mark's mend: as many as give the text its room. Where no number does, it has none.
func (f *fitter) fewer(mark *Mark, run kind.Run, st setting) {
	if f.form.Columns == nil {
		return
	}
	wide := f.width(st.style, st.text)
	if !run.OneLine {
		_, wide, _ = f.Book.Longest(st.style, st.text)
	}
	for columns := f.form.Columns(f.View, st.t.Width) - 1; columns > 0; columns-- {
		view := f.View
		view.Columns = slices.Clone(f.View.Columns)
		for len(view.Columns) < len(view.Widths) {
			view.Columns = append(view.Columns, 0)
		}
		view.Columns[st.t.Width] = columns
		if wide <= f.form.Room(view, ruler{f.p, st.t}, run.Part) {
			f.inColumns(mark, f.set, columns, st.t.Width)
			return
		}
	}
}

// width is how wide a text is on one line.
func (f *fitter) width(style typeset.Style, text string) float64 {
	width, _ := f.Book.Width(style, text)
	return width
}

// resize makes a smaller size the mark's mend, for every record of the same sort so that a row stays even.
func (f *fitter) resize(mark *Mark, st setting, size float64) {
	if size < kind.LeastType {
		return
	}
	value := f.p.sizeUpTo(size)
	t := st.t
	if !slices.ContainsFunc(slices.Collect(maps.Keys(f.Block.Look)),
		func(k look.Key) bool { return k.Record == t.Record && k.Part == st.part.Name }) {
		t.Record = ""
	}
	mark.Mends = []Mend{f.p.resay(f.Subject, f.set, st.part, "font-size", t, value)}
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
func (f *fitter) measure(run kind.Run, st setting, lines []typeset.Line) {
	longest, perCharacter := 0, 0.0
	for _, line := range lines[:len(lines)-1] {
		if n := len([]rune(line.Text)); n > longest {
			longest, perCharacter = n, line.Width/float64(n)
		}
	}
	nought := f.width(typeset.Style{Face: st.style.Face, Size: st.style.Size}, "0")
	if longest <= mostMeasure || nought == 0 {
		return
	}
	mark := Mark{ID: strings.Join([]string{"measure", run.Part, run.Record, f.p.cascade.Widths[st.t.Width].Name}, " "),
		Finding: kind.Finding{Check: measureCheck, Where: f.p.where(f.set, st.part, st.t),
			Measured: fmt.Sprintf("%d characters", longest), Needed: fmt.Sprintf("at most %d on a line", mostMeasure),
			Record: run.Record, Key: run.Part}}
	if slices.Contains(st.part.Properties, "max-width") {
		// A ch is a figure's width; a letter is narrower in most fonts.
		value := look.Length{Milli: int64(goodMeasure*perCharacter/nought) * 1000, Unit: "ch"}
		t := st.t
		t.Record = ""
		mark.Mends = []Mend{f.p.resay(f.Subject, f.set, st.part, "max-width", t, value)}
	}
	// One measure is the cause of all lines of a part that are too long.
	for i := range f.found {
		if f.found[i].Check == measureCheck && f.found[i].Key == run.Part {
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
	mark := Mark{ID: "lines " + part + " " + f.p.cascade.Widths[width].Name,
		Finding: kind.Finding{Check: "lines", Where: part + "s, " + f.p.cascade.Widths[width].Name,
			Measured: strings.Join(words, " and ") + " lines", Needed: "as many in each", Key: part}}
	most := byLines[counts[len(counts)-1]]
	for _, run := range f.runs {
		if run.Part != part || !slices.Contains(most, run.Record) {
			continue
		}
		// The longest text sets the size at which all stand on one line.
		if st, ok := f.setting(run, width); ok {
			if share := st.room / f.width(st.style, st.text); share >= leastMended && share < 1 {
				f.resize(&mark, st, math.Floor(st.style.Size*share))
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
