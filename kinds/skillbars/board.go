package skillbars

import (
	"embed"
	"fmt"
	"html/template"
	"slices"
	"strconv"
	"strings"

	"golang.org/x/text/collate"
	"golang.org/x/text/language"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/money"
)

//go:embed *.html
var files embed.FS

var templates = kind.Templates(files, "*.html")

// mostPips is how many steps a bar can have.
const mostPips = 24

// board reads a set as its forms show it.
type board struct {
	v      kind.View
	form   string
	locale money.Locale
	words  words
	plain  []bar // the skills as given, without their labels
}

func newBoard(v kind.View, form string) *board {
	w, _ := wordsFor(v.Locale)
	b := &board{v: v, form: form, locale: money.LocaleFor(v.Locale), words: w}
	for _, r := range v.Set.Records {
		b.plain = append(b.plain, b.read(r))
	}
	return b
}

func (b *board) fact(name string) string { return kind.Text(b.v.Set.Facts, name) }

// chosen is a choice of the set; the first of its words where nothing is said.
func (b *board) chosen(name string) string {
	if text := b.fact(name); text != "" {
		return text
	}
	f, _ := b.v.Set.Kind.SetFieldNamed(name)
	return f.Type.(kind.ChoiceType).Words[0]
}

// bar is one skill as it is shown.
type bar struct {
	ID, Name, Group    string
	Title              string // the name with the hyphens that it needs
	Featured           bool
	Icon, Note         template.HTML
	NoteRuns           []kind.Run
	Value, Least, Most kind.Number
	Number             string  // what it says of the value
	Spoken             string  // the same, for who hears it
	Share              float64 // of the bar that is filled, from 0 to 1
	Now                string  // the value within the range, for machines
	Pips               []struct{}
	Labels
}

// rangeOf is the range of a record's value: its own, or that of the set, or 0 to 100.
func rangeOf(set kind.Set, r kind.Record) (least, most kind.Number) {
	of := func(name string, otherwise int64) kind.Number {
		if n, ok := set.Said(r, name).(kind.Number); ok {
			return n
		}
		return kind.Number{Decimal: money.NewDecimal(otherwise, 0)}
	}
	const usual = 100
	return of("least", 0), of("most", usual)
}

func valueOf(r kind.Record) kind.Number {
	n, _ := r.Facts["value"].(kind.Number)
	return n
}

// shareOf is the share of a range that a value has gone, from 0 to 1.
func shareOf(value, least, most kind.Number) float64 {
	span := most.Float() - least.Float()
	if span <= 0 {
		return 0
	}
	return min(max((value.Float()-least.Float())/span, 0), 1)
}

// bars lists the skills in the order in which they are shown.
func (b *board) bars() []bar {
	bars := slices.Clone(b.plain)
	for i, r := range b.v.Set.Records {
		if b.form == stepsForm {
			bars[i].Pips = make([]struct{}, b.pips(r))
		}
		bars[i].Labels = b.labels()
	}
	switch b.chosen("sort") {
	case "by value":
		slices.SortStableFunc(bars, func(x, y bar) int {
			switch {
			case x.Share > y.Share:
				return -1
			case x.Share < y.Share:
				return 1
			}
			return 0
		})
	case "by name":
		order := collate.New(language.Make(b.v.Locale))
		slices.SortStableFunc(bars, func(x, y bar) int { return order.CompareString(x.Name, y.Name) })
	}
	return bars
}

// read is a skill as it is said.
func (b *board) read(r kind.Record) bar {
	least, most := rangeOf(b.v.Set, r)
	value := valueOf(r)
	at := anatomy.At{View: b.v, Record: r}
	x := bar{ID: r.ID, Name: kind.Text(r.Facts, "name"), Group: kind.Text(r.Facts, "group"), Featured: r.Featured,
		Note: noteSlot.HTML(at), NoteRuns: noteSlot.Runs(at), Icon: iconSlot.HTML(at), Value: value, Least: least,
		Most: most, Share: shareOf(value, least, most)}
	for i := range x.NoteRuns {
		x.NoteRuns[i].Record = r.ID
	}
	x.Title = b.v.Soft("name", r.ID, x.Name)
	x.Number, x.Spoken = b.says(r, value, least, most)
	x.Now = value.String()
	switch {
	case value.Cmp(least.Decimal) < 0:
		x.Now = least.String()
	case value.Cmp(most.Decimal) > 0:
		x.Now = most.String()
	}
	return x
}

// pips is how many steps a bar has: as many as is said, or as its range has whole numbers.
func (b *board) pips(r kind.Record) int {
	if n, err := strconv.Atoi(b.fact("steps")); err == nil {
		return n
	}
	least, most := rangeOf(b.v.Set, r)
	const usual = 10
	if span, whole := most.Sub(least.Decimal).Whole(); whole && span >= 2 && span <= mostPips {
		return int(span)
	}
	return usual
}

// percentUnit is the unit that is written as the locale writes percentages.
const percentUnit = "%"

// shows is what numbers say: what is said, or a percentage where the range is 0 to 100 and nothing is counted, or the
// value of the most.
func (b *board) shows(r kind.Record, least, most kind.Number) string {
	if text := b.fact("shows"); text != "" {
		return text
	}
	unit := text(b.v.Set.Said(r, "unit"))
	if (unit == "" || unit == percentUnit) && least.IsZero() && most.String() == "100" {
		return showsPercent
	}
	return showsOf
}

// mostDecimals is how many decimals a percentage shows.
const mostDecimals = 1

// says is what a number shows, and what is heard of it.
func (b *board) says(r kind.Record, value, least, most kind.Number) (shown, spoken string) {
	unit := text(b.v.Set.Said(r, "unit"))
	number := func(n kind.Number) string { return b.locale.Number(n.Decimal, n.Places()) }
	switch b.shows(r, least, most) {
	case showsPercent:
		percent, places := percentOf(value, least, most)
		n := b.locale.Number(percent, places)
		return b.locale.PercentOf(n), fill(b.words.Percent, "n", n)
	case showsValue:
		shown = strings.TrimSpace(number(value) + "\u00a0" + unit)
		return shown, strings.ReplaceAll(shown, "\u00a0", " ")
	}
	shown = strings.TrimSpace(fill(b.words.Of, "value", number(value), "most", number(most), "unit", unit))
	return shown, shown
}

// percentOf is the percentage of a range that a value has gone, with as many decimals as it needs, at most one.
func percentOf(value, least, most kind.Number) (money.Decimal, int) {
	span := most.Sub(least.Decimal)
	if span.IsZero() || span.IsNegative() {
		return money.Decimal{}, 0
	}
	hundred := money.NewDecimal(100, 0)
	percent := value.Sub(least.Decimal).Mul(hundred).QuoHalfUp(span, mostDecimals)
	if percent.Cmp(percent.HalfUp(0)) == 0 {
		return percent.HalfUp(0), 0
	}
	return percent, mostDecimals
}

func text(v kind.Value) string {
	if v == nil {
		return ""
	}
	return v.String()
}

// group is some skills under a heading.
type group struct {
	Heading, Level string
	Shown          string // the heading with the hyphens that it needs
	Bars           []bar
}

// groups parts the skills by their group, in the order in which groups come first.
func (b *board) groups() []group {
	level := "h" + strconv.Itoa(b.v.HeadingLevel)
	var groups []group
	for _, x := range b.bars() {
		i := slices.IndexFunc(groups, func(g group) bool { return g.Heading == x.Group })
		if i < 0 {
			groups, i = append(groups, group{Heading: x.Group, Level: level, Shown: b.v.Soft("group", "", x.Group)}), len(groups)
		}
		groups[i].Bars = append(groups[i].Bars, x)
	}
	return groups
}

// boardView is what the templates show.
type boardView struct {
	Class string
	Track string // the class of the whole bar
	// Straight says that what is filled stands within the bar, whose round ends it keeps to.
	Straight bool
	Counted  bool   // how many skills a group has decides how wide it is
	Fill     string // and of what is filled
	Again    bool
	Groups   []group
	Aim      bool
	Aims     string // what the line says
}

// htmlOf is the HTML of a form.
func htmlOf(form string) func(kind.View) (template.HTML, error) {
	return func(v kind.View) (template.HTML, error) {
		b := newBoard(v, form)
		view := boardView{Class: b.class(), Track: "rb-track", Fill: "rb-fill",
			Straight: form == lineForm || form == columnForm, Counted: form == columnForm, Again: b.chosen("again") == eachTime,
			Groups: b.groups()}
		if form == tileForm {
			view.Track, view.Fill = "rb-tile-track", "rb-tile-fill"
		}
		view.Aims, view.Aim = b.aims()
		var out strings.Builder
		if err := templates.ExecuteTemplate(&out, "board.html", view); err != nil {
			return "", fmt.Errorf("skillbars: %w", err)
		}
		return template.HTML(out.String()), nil
	}
}

// class names the form and what was chosen for all of its bars.
func (b *board) class() string {
	classes := []string{"rb-as-" + b.form}
	if b.chosen("ground") == alongTrack {
		classes = append(classes, "rb-along")
	}
	if b.form == ringForm || b.form == halfForm {
		if b.chosen("turn") == anticlockwise {
			classes = append(classes, "rb-anti")
		}
		if b.chosen("numbers") == beside {
			classes = append(classes, "rb-wide")
		}
	}
	return strings.Join(classes, " ")
}

// aims is what the line says, and whether there is one.
func (b *board) aims() (string, bool) {
	switch b.chosen("line") {
	case averageLine:
		if value, r, ok := b.average(); ok {
			least, most := rangeOf(b.v.Set, r)
			shown, _ := b.says(r, value, least, most)
			return b.words.Average + " " + shown, true
		}
	case targetLine:
		for _, r := range b.v.Set.Records {
			target, ok := b.v.Set.Said(r, "target").(kind.Number)
			if !ok {
				continue
			}
			if b.oneTarget() {
				least, most := rangeOf(b.v.Set, r)
				shown, _ := b.says(r, target, least, most)
				return b.words.Target + " " + shown, true
			}
			return b.words.Target, true
		}
	}
	return "", false
}

// oneTarget reports whether all skills have the same target.
func (b *board) oneTarget() bool {
	for _, r := range b.v.Set.Records {
		if _, own := r.Facts["target"]; own {
			return false
		}
	}
	return true
}

// average is the mean of the values, where all have one range; and a record that stands for that range.
func (b *board) average() (kind.Number, kind.Record, bool) {
	records := b.v.Set.Records
	if len(records) == 0 {
		return kind.Number{}, kind.Record{}, false
	}
	sum, places := money.NewDecimal(0, 0), 0
	least, most := rangeOf(b.v.Set, records[0])
	for _, r := range records {
		if l, m := rangeOf(b.v.Set, r); l.Cmp(least.Decimal) != 0 || m.Cmp(most.Decimal) != 0 {
			return kind.Number{}, kind.Record{}, false
		}
		value := valueOf(r)
		sum, places = sum.Add(value.Decimal), max(places, value.Places())
	}
	mean := sum.QuoHalfUp(money.NewDecimal(int64(len(records)), 0), max(places, mostDecimals))
	if mean.Cmp(mean.HalfUp(0)) == 0 {
		mean = mean.HalfUp(0)
	}
	return kind.Number{Decimal: mean}, records[0], true
}

// aimShare is where the line stands on a record's bar.
func (b *board) aimShare(r kind.Record) (float64, bool) {
	least, most := rangeOf(b.v.Set, r)
	switch b.chosen("line") {
	case averageLine:
		value, _, ok := b.average()
		return shareOf(value, least, most), ok
	case targetLine:
		target, ok := b.v.Set.Said(r, "target").(kind.Number)
		return shareOf(target, least, most), ok
	}
	return 0, false
}
