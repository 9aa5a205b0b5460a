package statistics

import (
	"embed"
	"html/template"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"

	"rubrel/core/dates"
	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/wording"
)

//go:embed *.html
var files embed.FS

var templates = kind.Templates(files, "*.html")

// sheet reads a set as its forms show it.
type sheet struct {
	v      kind.View
	form   string
	locale money.Locale
	words  words
	shown  []figure // once they have been read
	widest float64  // see widestEms
}

func newSheet(v kind.View, form string) *sheet {
	w, _ := wordsFor(v.Locale)
	return &sheet{v: v, form: form, locale: money.LocaleFor(v.Locale), words: w}
}

func (s *sheet) fact(name string) string { return kind.Text(s.v.Set.Facts, name) }

// said is what a figure says of itself, or the set of all.
func (s *sheet) said(r kind.Record, name string) string { return text(s.v.Set.Said(r, name)) }

// record finds a record; the zero record where there is none.
func (s *sheet) record(id string) kind.Record {
	for _, r := range s.v.Set.Records {
		if r.ID == id {
			return r
		}
	}
	return kind.Record{}
}

// figure is one figure as it is shown.
type figure struct {
	ID, Label        string
	Origin           []string
	Featured, Turned bool
	Known            bool // it has a value
	Written
	From   string // the number from which it counts, of what is written
	To     string // the number that is written, for the script
	Places int    // its decimals
	Trend  *trend
}

// Written is a number as it is written, with what stands about it. Spaces are no-break spaces.
type Written struct {
	Minus, Prefix, Digits, Unit string
	Before, After               string // of the digits, where the number is compact: "K"
	UnitFirst                   bool
	Spoken                      string // all of it, as it is heard
}

// valueOf is what a figure says or follows.
func (s *sheet) valueOf(r kind.Record) (kind.Number, bool) {
	n, ok := s.v.Set.Fact(r, "value").(kind.Number)
	return n, ok
}

// figures are all of them as they are shown.
func (s *sheet) figures() []figure {
	if s.shown == nil {
		for i, r := range s.v.Set.Records {
			f := s.figure(r)
			f.Turned = s.form == bandedForm && (i%2 == 1) != (s.fact("begins") == light)
			s.shown = append(s.shown, f)
		}
	}
	return s.shown
}

// figureOf is one of them.
func (s *sheet) figureOf(r kind.Record) figure {
	for _, f := range s.figures() {
		if f.ID == r.ID {
			return f
		}
	}
	return figure{}
}

func (s *sheet) figure(r kind.Record) figure {
	f := figure{ID: r.ID, Label: kind.Text(r.Facts, "label"), Featured: r.Featured, Origin: s.origin(r)}
	value, ok := s.valueOf(r)
	if f.Known = ok; ok {
		s.write(&f, r, value)
	}
	if series, ok := r.Facts["series"].(kind.Series); ok && s.form == trendForm {
		f.Trend = s.trend(series)
	}
	return f
}

// places is how many decimals a value shows.
func (s *sheet) places(r kind.Record, value kind.Number) int {
	if n, err := strconv.Atoi(s.said(r, "decimals")); err == nil {
		return n
	}
	return value.Places()
}

// compactPlaces is how many decimals a compact number shows where nothing is said.
const compactPlaces = 1

// write writes a value, and what the script needs to count up or down to it.
func (s *sheet) write(f *figure, r kind.Record, value kind.Number) {
	from := s.from(r, value)
	if s.said(r, "notation") == compact {
		most := compactPlaces
		if n, err := strconv.Atoi(s.said(r, "decimals")); err == nil {
			most = n
		}
		short := s.locale.Short(value.Decimal, most)
		f.Digits = short.Number(value.Decimal, most)
		scaled := value.Mul(money.NewDecimal(1, -int32(short.Power))).HalfUp(most)
		f.To, f.From = scaled.String(), from.Mul(money.NewDecimal(1, -int32(short.Power))).HalfUp(most).String()
		f.Places = short.Places(value.Decimal, most)
		f.Before, f.After = short.Before, short.After
	} else {
		f.Places = s.places(r, value)
		f.To, f.From = value.HalfUp(f.Places).String(), from.HalfUp(f.Places).String()
		f.Digits = s.locale.Number(value.Decimal, f.Places)
		if s.fact("separators") == withoutSeparators {
			f.Digits = s.locale.Digits(f.To)
		}
	}
	f.Prefix = about(s.said(r, "prefix"), lastRune, true)
	s.unit(f, r)
	s.minus(f, r)
}

// minus puts the sign of a negative amount before the currency, as the CLDR has it: −€500. The numbers that a script
// counts through have none then.
func (s *sheet) minus(f *figure, r kind.Record) {
	leading := s.said(r, "prefix")
	if leading == "" && f.UnitFirst {
		leading = s.said(r, "unit")
	}
	digit := strings.IndexFunc(f.Digits, unicode.IsDigit)
	if digit <= 0 || f.Before != "" || money.CurrencyOf(leading) == "" || !strings.HasPrefix(f.To, "-") ||
		strings.Trim(f.From, "0.") != "" && !strings.HasPrefix(f.From, "-") {
		return
	}
	f.Minus, f.Digits = f.Digits[:digit], f.Digits[digit:]
	f.To, f.From = strings.TrimPrefix(f.To, "-"), strings.TrimPrefix(f.From, "-")
	f.Spoken = f.Minus + strings.Replace(f.Spoken, f.Minus, "", 1)
}

// unit sets the unit on its side: with a space where it is a word, without where it is a sign.
func (s *sheet) unit(f *figure, r kind.Record) {
	unit := s.said(r, "unit")
	f.UnitFirst = s.said(r, "side") == before
	switch {
	case unit == "%" && !f.UnitFirst:
		f.Unit = s.locale.PercentOf("")
	case f.UnitFirst:
		f.Unit = about(unit, lastRune, true)
	default:
		f.Unit = about(unit, firstRune, false)
	}
	words := []string{f.Prefix, f.Before + f.Digits + f.After, f.Unit}
	if f.UnitFirst {
		words = []string{f.Prefix, f.Unit, f.Before + f.Digits + f.After}
	}
	f.Spoken = strings.Join(strings.Fields(strings.Join(words, "")), " ") // no-break spaces too
}

// about puts a space between a number and what stands about it, on the side of the number, where that is a word.
func about(text string, edge func(string) rune, first bool) string {
	if text == "" || !unicode.IsLetter(edge(text)) {
		return text
	}
	if first {
		return text + "\u00a0"
	}
	return "\u00a0" + text
}

func firstRune(s string) rune { r, _ := utf8.DecodeRuneInString(s); return r }
func lastRune(s string) rune  { r, _ := utf8.DecodeLastRuneInString(s); return r }

// from is where counting starts: what is said, or nought, or twice the value where it counts down.
func (s *sheet) from(r kind.Record, value kind.Number) money.Decimal {
	if from, ok := r.Facts["from"].(kind.Number); ok {
		return from.Decimal
	}
	if s.fact("counts") == down {
		return value.Add(value.Decimal)
	}
	return money.NewDecimal(0, 0)
}

// origin is the day and the source of a figure in words.
func (s *sheet) origin(r kind.Record) (words []string) {
	if date, ok := s.v.Set.Said(r, "date").(kind.Date); ok {
		words = append(words, wording.Fill(s.words.AsOf, "date", dates.Long(date.Time, s.v.Locale)))
	}
	if source := text(s.v.Set.Said(r, "source")); source != "" {
		words = append(words, wording.Fill(s.words.Source, "source", source))
	}
	for i := range words {
		words[i] = s.v.Soft(originPart, r.ID, words[i])
	}
	return words
}

func text(v kind.Value) string {
	if v == nil {
		return ""
	}
	return v.String()
}

// sheetView is what the templates show.
type sheetView struct {
	Class    string
	Again    bool
	Rules    bool // between the figures
	Step     string
	Interval string
	Figures  []figureView
}

// figureView is the element of a figure.
type figureView struct {
	figure
	Inside template.HTML
}

// htmlOf is the HTML of a form.
func htmlOf(form string) func(kind.View) (template.HTML, error) {
	return func(v kind.View) (template.HTML, error) {
		s, body := newSheet(v, form), bodyOf(form)
		view := sheetView{
			Class:    body.Class(v),
			Again:    s.fact("again") == eachTime,
			Rules:    form == numbersForm,
			Step:     s.fact("step"),
			Interval: s.fact("interval"),
		}
		for i, r := range v.Set.Records {
			view.Figures = append(view.Figures, figureView{s.figures()[i], body.Inside(v, s, r)})
		}
		return fragment("sheet.html", view), nil
	}
}

// fragment writes one of the templates. They take what is there: that one fails is a fault of this package.
func fragment(name string, view any) template.HTML {
	var out strings.Builder
	if err := templates.ExecuteTemplate(&out, name, view); err != nil {
		panic("statistics: " + err.Error())
	}
	return template.HTML(out.String())
}
