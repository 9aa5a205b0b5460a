package anatomy_test

import (
	"html/template"
	"slices"
	"strings"
	"testing"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/look"
)

func TestInitials(t *testing.T) {
	for name, want := range map[string]string{"": "", "Ida": "I", "Ida Brandt": "IB", "Dr. Ida Maria Brandt": "IB",
		"  bo  lund ": "BL", "Dr.": "D", "李 小龍": "李小", "Ødegård": "Ø", "(Ida) Brandt": "B", "5 Sterne": "S"} {
		if got := anatomy.Initials(name); got != want {
			t.Errorf("of %q they are %q, want %q", name, got, want)
		}
	}
}

func TestUneven(t *testing.T) {
	text := func(n int) map[string]kind.Value {
		return map[string]kind.Value{"text": kind.TextValue(strings.Repeat("a", n))}
	}
	for _, c := range []struct {
		lengths []int
		found   bool
	}{{nil, false}, {[]int{500}, false}, {[]int{119, 10}, false}, {[]int{120, 10}, true}, {[]int{300, 100}, false},
		{[]int{301, 100}, true}, {[]int{400, 0}, false}} {
		set := kind.Set{Kind: &kind.Kind{Fields: []kind.Field{{Name: "text"}}}}
		for _, n := range c.lengths {
			set.Records = append(set.Records, kind.Record{Facts: text(n)})
		}
		if found := anatomy.Uneven(set, "text"); (len(found) > 0) != c.found {
			t.Errorf("%v: %v", c.lengths, found)
		}
	}
}

// The files that are offered are those that may be chosen: from the narrowest place up to twice as many pixels as the
// widest takes (HTML, section 4.8.4).
func TestSources(t *testing.T) {
	picture := kind.Picture{Address: "whole.jpg", Width: 2400, Height: 1600}
	for _, wide := range []int{160, 320, 640, 960, 1600} {
		picture.Narrower = append(picture.Narrower, kind.PictureFile{Address: "p.jpg", Width: wide})
	}
	for _, c := range []struct {
		spans []anatomy.Span
		want  string
	}{
		{[]anatomy.Span{{From: 0, Less: -80}},
			` srcset="p.jpg 160w" sizes="80px"`},
		{[]anatomy.Span{{From: 0, Less: -160}}, ` srcset="p.jpg 160w, p.jpg 320w" sizes="160px"`},
		{[]anatomy.Span{{From: 0, Less: -161}}, ` srcset="p.jpg 320w, p.jpg 640w" sizes="161px"`},
		{[]anatomy.Span{{From: 0, Less: -1000}}, ` srcset="p.jpg 1600w, whole.jpg 2400w" sizes="1000px"`},
		{[]anatomy.Span{{From: 0, Less: -1700}}, ""},
		{[]anatomy.Span{{From: 0, Times: 1, Less: 40}, {From: 600, Times: 0.5, Less: 40, Most: 400}},
			` srcset="p.jpg 320w, p.jpg 640w, p.jpg 960w, p.jpg 1600w" ` +
				`sizes="(min-width: 600px) min(calc(50vw - 40px), 400px), calc(100vw - 40px)"`},
	} {
		if got := string(anatomy.Sources(picture, c.spans)); got != c.want {
			t.Errorf("%+v:\n%s, want\n%s", c.spans, got, c.want)
		}
	}
	if got := anatomy.Sources(kind.Picture{Address: "whole.jpg", Width: 300}, []anatomy.Span{{Less: -80}}); got != "" {
		t.Errorf("one file: %s", got)
	}
}

func TestThrough(t *testing.T) {
	half := func(block float64) float64 { return block/2 - 20 }
	if got, want := anatomy.Through(600, half, 0), (anatomy.Span{From: 600, Times: 0.5, Less: 20}); got != want {
		t.Errorf("%+v, want %+v", got, want)
	}
	bounded := func(block float64) float64 { return min(half(block), 400) }
	if got, want := anatomy.Through(0, bounded, 0), (anatomy.Span{Times: 0.5, Less: 20, Most: 400}); got != want {
		t.Errorf("%+v, want %+v", got, want)
	}
	if got := anatomy.Through(0, bounded, 300); got.Most != 300 {
		t.Errorf("the width that is said is %v", got.Most)
	}
}

func TestLink(t *testing.T) {
	fields := anatomy.NewLinkFields("link", "Link")
	text := func(s string) kind.Value { return kind.TextValue(s) }
	for _, c := range []struct {
		facts map[string]kind.Value
		want  string
	}{
		{nil, ""},
		{map[string]kind.Value{"link-text": text("More")}, ""},
		{map[string]kind.Value{"link": text("/a?b=1&c=2")}, ` href="/a?b=1&amp;c=2"`},
		{map[string]kind.Value{"link": text("/a"), "link-opens": text("in a new window"), "link-trust": text("no")},
			` href="/a" target="_blank" rel="noopener nofollow"`},
		{map[string]kind.Value{"link": text("/a"), "link-opens": text("as a download"), "link-spoken": text(`"A" & B`)},
			` href="/a" download aria-label="&#34;A&#34; &amp; B"`},
		{map[string]kind.Value{"link": text("/a"), "link-trust": text("yes"), "link-opens": text("here")}, ` href="/a"`},
	} {
		at := anatomy.At{Record: kind.Record{Facts: c.facts}}
		if got := string(fields.Attributes(at)); got != c.want {
			t.Errorf("%v: %s, want %s", c.facts, got, c.want)
		}
	}
}

// ruler measures a look in which nothing has a padding but the ground, and every record needs so many px.
type ruler struct {
	frame float64
	width int
}

func (r ruler) Frame() float64 { return r.frame }
func (r ruler) Width() int     { return r.width }
func (ruler) Featured() bool   { return false }
func (ruler) Edges(part string) float64 {
	return map[string]float64{"ground": 40, "card": 20}[part]
}
func (ruler) Gap(string) float64            { return 20 }
func (ruler) Size(string) float64           { return 16 }
func (ruler) Said(string, string) string    { return "" }
func (ruler) Length(string, string) float64 { return 0 }

// sheet is a measure of such a look: a letter is 10 px wide.
type sheet struct{ frames []float64 }

const letter = 10.0

func (s sheet) Ruler(_ string, width int) kind.Ruler { return ruler{s.frames[width], width} }
func (sheet) TextWidth(_, _, text string, _ int) (float64, bool) {
	return letter * float64(len(text)), true
}
func (sheet) Height(kind.Run, int) (float64, bool) { return 20, true }
func (sheet) LeastWidth(_, _, text string, _, _ int) (float64, bool) {
	longest := 0
	for word := range strings.FieldsSeq(text) {
		longest = max(longest, len(word))
	}
	return letter * float64(longest), true
}

// cards is a body of one text a record, whose longest word has 18 letters: with its padding a card is 200 px wide at
// least, and n of them need 220·n + 20 px.
func cards(n int) (anatomy.Body, kind.View) {
	name := kind.Field{Name: "name", Type: kind.TextType{Most: 60}}
	slot := anatomy.Label(name, kind.Part{Name: "name", Parent: "card"})
	k := &kind.Kind{Name: "cards", Fields: []kind.Field{name}, Parts: []kind.Part{{Name: "ground"},
		{Name: "row", Parent: "ground"}, {Name: "card", Parent: "row", Place: look.RecordItem}, slot.Parts[0]}}
	set := kind.Set{Kind: k}
	for i := range n {
		text := "some " + strings.Repeat("a", 18)
		set.Records = append(set.Records, kind.Record{ID: string(rune('a' + i)),
			Facts: map[string]kind.Value{"name": kind.TextValue(text)}})
	}
	body := anatomy.Body{Slots: []anatomy.Slot{slot}, Layout: anatomy.Layout{Row: "row", Record: "card"}}
	return body, kind.View{Set: set, Widths: look.DefaultWidths(), Memo: &kind.Memo{},
		Measure: sheet{[]float64{1200, 768, 390}}, Tight: sheet{[]float64{960, 600, 320}}}
}

// As many records stand side by side as have room for their longest word, or fewer, so that the last row is fullest.
func TestColumns(t *testing.T) {
	for _, c := range []struct{ records, wide, middle, narrow int }{{1, 1, 1, 1}, {2, 2, 2, 1}, {3, 3, 3, 1},
		{4, 4, 2, 1}, {5, 5, 3, 1}, {6, 3, 3, 1}, {7, 4, 2, 1}, {8, 4, 2, 1}} {
		body, view := cards(c.records)
		got := []int{body.Columns(view, 0), body.Columns(view, 1), body.Columns(view, 2)}
		if want := []int{c.wide, c.middle, c.narrow}; !slices.Equal(got, want) {
			t.Errorf("%d records: %v columns, want %v", c.records, got, want)
		}
	}
	body, view := cards(6)
	view.Columns = []int{2, 0, 9}
	if got := []int{body.Columns(view, 0), body.Columns(view, 2)}; !slices.Equal(got, []int{2, 6}) {
		t.Errorf("said, they are %v", got)
	}
}

// The steps say at which inline sizes another record finds room: 220·n + 20 px, within the width's bounds.
func TestSteps(t *testing.T) {
	body, view := cards(4)
	want := []anatomy.Step{{Width: 0, From: 0, Columns: 4}, {Width: 1, From: 0, Columns: 2},
		{Width: 1, From: 900, Columns: 4}, {Width: 2, From: 0, Columns: 1}, {Width: 2, From: 460, Columns: 2}}
	if got := body.Steps(view); !slices.Equal(got, want) {
		t.Errorf("%+v, want %+v", got, want)
	}
}

// The room of a record is its share of the row without its own padding; it is least where one more has just found room.
func TestRoom(t *testing.T) {
	body, view := cards(4)
	for width, want := range []float64{(1200-40-3*20)/4.0 - 20, (768-40-20)/2.0 - 20, 390 - 40 - 20} {
		if got := body.Room(view, view.Measure.Ruler("", width), "name"); got != want {
			t.Errorf("at %d: %v, want %v", width, got, want)
		}
	}
	if got := body.Room(view, view.Tight.Ruler("", 1), "name"); got != 180 {
		t.Errorf("at the step it is %v", got)
	}
}

func TestRecords(t *testing.T) {
	body, view := cards(2)
	view.Set.Records[1].Featured = true
	html, err := body.Plain("ground")(view)
	if err != nil {
		t.Fatal(err)
	}
	text := strings.Repeat("a", 18)
	want := `<div class="rb-ground"><ul class="rb-row">` +
		`<li class="rb-record rb-card" data-record="a"><p class="rb-name">some ` + text + `</p></li>` +
		`<li class="rb-record rb-card rb-featured" data-record="b"><p class="rb-name">some ` + text + `</p></li></ul></div>`
	if html != template.HTML(want) {
		t.Errorf("%s\nwant %s", html, want)
	}
}
