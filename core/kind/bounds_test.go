package kind_test

import (
	"reflect"
	"strings"
	"testing"
	"time"

	"rubrel/core/kind"
)

// The last value that a type takes, and the first that it does not, on either side.
func TestBoundsOfTypes(t *testing.T) {
	for _, c := range []struct {
		of         kind.Type
		in, beyond []string
	}{
		{kind.DateType{}, []string{"1900-01-01", "2999-12-31"}, []string{"1899-12-31", "3000-01-01"}},
		{kind.MomentType{}, []string{"1900-01-01 00:00 UTC", "2999-12-31 23:59 UTC"},
			[]string{"1899-12-31 23:59 UTC", "3000-01-01 00:00 UTC", "2026-01-01 10:00 Local", "2026-01-01 10:00"}},
		{kind.NumberType{Positive: true}, []string{"0.1", "1"}, []string{"0", "-1"}},
		{kind.NumberType{}, []string{"0", "-1"}, []string{"one", "€5"}},
		{kind.PlaceType{}, []string{"0% 0%", "100% 100%"}, []string{"-1% 0%", "0% 100.5%", "50%", "1% 2% 3%"}},
		{kind.WholeType{Least: 2, Most: 4}, []string{"2", "4"}, []string{"1", "5"}},
		{kind.TextType{Most: 3}, []string{"abc", "äöü"}, []string{"abcd"}},
	} {
		for _, text := range c.in {
			if _, err := c.of.Parse(text); err != nil {
				t.Errorf("%T refuses %q: %v", c.of, text, err)
			}
		}
		for _, text := range c.beyond {
			if v, err := c.of.Parse(text); err == nil {
				t.Errorf("%T takes %q as %v", c.of, text, v)
			}
		}
	}
	if v, err := (kind.PlaceType{}).Parse("42% 30.5%"); err != nil || v.String() != "42% 30.5%" {
		t.Errorf("a place is %v (%v)", v, err)
	}
	if got := (kind.SeriesType{Most: 3}).Schema()["maxLength"]; got != 96 {
		t.Errorf("a series of three may have %v characters", got)
	}
}

// A table has nothing outside its cells.
func TestCellsOfATable(t *testing.T) {
	table := kind.Table{Rows: [][]string{{" a ", "b"}, {"c"}}}
	for _, c := range []struct {
		row, column int
		want        string
	}{{0, 0, "a"}, {0, 1, "b"}, {1, 0, "c"}, {1, 1, ""}, {2, 0, ""}, {-1, 0, ""}, {0, -1, ""}} {
		if got := table.Cell(c.row, c.column); got != c.want {
			t.Errorf("%d, %d: %q", c.row, c.column, got)
		}
	}
}

// What a list refers to is known where the site has it, and a value that refers to nothing always is.
func TestWhatAListRefersToIsKnown(t *testing.T) {
	has := func(r kind.Ref) bool { return r.ID == "night" }
	night, day := kind.Ref{To: kind.PictureOffer, ID: "night"}, kind.Ref{To: kind.PictureOffer, ID: "day"}
	for _, c := range []struct {
		has   func(kind.Ref) bool
		value kind.Value
		known bool
	}{{has, night, true}, {has, day, false}, {nil, night, false}, {nil, kind.TextValue("night"), true},
		{has, kind.TextValue("day"), true}} {
		if err := (kind.IntakeSettings{Has: c.has}).Knows(c.value); (err == nil) != c.known {
			t.Errorf("%v: %v", c.value, err)
		}
	}
}

// listing is a kind with an axis, whose facts refer to pictures.
func listing(t *testing.T) *kind.Kind {
	t.Helper()
	k := sound()
	k.Fields = append(k.Fields, kind.Field{Name: "shows", Label: "shows", Help: "a picture",
		Type: kind.RefType{To: kind.PictureOffer}})
	k.SetFields = append(k.SetFields, kind.Field{Name: "cover", Label: "cover", Help: "a picture",
		Type: kind.RefType{To: kind.PictureOffer}})
	k, err := kind.New(k)
	if err != nil {
		t.Fatal(err)
	}
	return k
}

// Everything that a set refers to is told with its place, until nobody listens.
func TestRefs(t *testing.T) {
	picture := func(id string) kind.Value { return kind.Ref{To: kind.PictureOffer, ID: id} }
	set := kind.Set{Kind: listing(t), Facts: map[string]kind.Value{"cover": picture("a")}, Records: []kind.Record{
		{ID: "one", Facts: map[string]kind.Value{"shows": picture("b"), "title": kind.TextValue("x")}},
		{ID: "two", Facts: map[string]kind.Value{"shows": picture("c")}}}}
	var places, ids []string
	for place, ref := range set.Refs() {
		places, ids = append(places, strings.Join(place, "/")), append(ids, ref.ID)
	}
	if want := []string{"facts/cover", "records/one/facts/shows", "records/two/facts/shows"}; !reflect.DeepEqual(places,
		want) || strings.Join(ids, "") != "abc" {
		t.Errorf("%v %v", places, ids)
	}
	for stop := range 3 {
		heard := 0
		for range set.Refs() {
			if heard++; heard > stop {
				break
			}
		}
		if heard != stop+1 {
			t.Errorf("%d are told after the end was asked for at %d", heard, stop+1)
		}
	}
}

// A key has as many items as its field goes over axes, and each is there.
func TestKeysOfFacts(t *testing.T) {
	k := listing(t)
	fields := []kind.Field{{Name: "title"}, {Name: "price", Each: []string{"periods"}}}
	set := kind.Set{Kind: k, Axes: map[string][]kind.Item{"periods": {{ID: "month"}}}}
	for key, fault := range map[string]string{"title": "", "price:month": "", "price": "takes 1 items",
		"price:month:eur": "takes 1 items", "title:month": "takes 0 items", "price:year": `no "year"`,
		"colour": "no field"} {
		_, err := set.CheckKey(fields, kind.ParseFactKey(key))
		if fault == "" && err != nil || fault != "" && (err == nil || !strings.Contains(err.Error(), fault)) {
			t.Errorf("%s: %v", key, err)
		}
	}
}

// A day is typed as its language writes it where that can be read back, and an amount is shown with its language's
// marks.
func TestValuesAsTheyAreTyped(t *testing.T) {
	day := kind.Date{Time: time.Date(2026, 11, 4, 0, 0, 0, 0, time.UTC)}
	number, err := kind.NumberType{}.Parse("14500.5")
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range []struct {
		language    string
		of          kind.Type
		value       kind.Value
		text, shown string
	}{
		{"en-GB", kind.DateType{}, day, "4 November 2026", "4 November 2026"},
		{"", kind.DateType{}, day, "2026-11-04", "2026-11-04"},
		{"de", kind.NumberType{}, number, "14.500,5", "14.500,5"},
		{"", kind.NumberType{}, number, "14500.5", "14500.5"},
		{"de", kind.NumberType{}, nil, "", ""},
	} {
		w := kind.Typing{Language: c.language}
		if text, shown := w.Text(c.of, c.value), w.Shown(c.of, c.value); text != c.text || shown != c.shown {
			t.Errorf("%v in %q: typed %q, shown %q", c.value, c.language, text, shown)
		}
	}
}
