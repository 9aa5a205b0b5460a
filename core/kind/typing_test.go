package kind_test

import (
	"testing"

	"rubrel/core/kind"
	"rubrel/core/money"
)

func TestTypingOfDays(t *testing.T) {
	for _, c := range []struct{ language, text, want string }{
		{"de", "12. März 2026", "2026-03-12"}, {"de", "3/4/2026", "2026-04-03"}, {"fr", "3/4/2026", "2026-04-03"},
		{"en", "3/4/2026", ""}, {"en", "12 March 2026", "2026-03-12"}, {"de", "2026-03-12", "2026-03-12"},
		{"de", "12. März", ""}, {"", "2026-03-12", "2026-03-12"},
	} {
		v, err := kind.Typing{Language: c.language}.Parse(kind.DateType{}, c.text)
		if (err == nil) != (c.want != "") || err == nil && v.String() != c.want {
			t.Errorf("%s %q: %v (%v), want %s", c.language, c.text, v, err, c.want)
		}
	}
	pasted := kind.Typing{Language: "de", Hand: money.Hand{Pasted: true}}
	if _, err := pasted.Parse(kind.DateType{}, "3/4/2026"); err == nil {
		t.Error("a pasted 3/4/2026 is read as a German one")
	}
}

// Days are read back from what is shown, in every language.
func TestTypingReadsDaysBack(t *testing.T) {
	day, err := kind.DateType{}.Parse("2026-03-12")
	if err != nil {
		t.Fatal(err)
	}
	moment, err := kind.MomentType{}.Parse("2026-03-12 18:05 Europe/Dublin")
	if err != nil {
		t.Fatal(err)
	}
	written := 0
	for _, tag := range money.Languages() {
		by := kind.Typing{Language: tag}
		text := by.Text(kind.DateType{}, day)
		if text != day.String() {
			written++
		}
		if back, err := by.Parse(kind.DateType{}, text); err != nil || back.String() != day.String() {
			t.Errorf("%s: %q is read as %v (%v)", tag, text, back, err)
		}
		text = by.Text(kind.MomentType{}, moment)
		if back, err := by.Parse(kind.MomentType{}, text); err != nil || back.String() != moment.String() {
			t.Errorf("%s: %q is read as %v (%v)", tag, text, back, err)
		}
	}
	if written < 12 {
		t.Errorf("only %d languages have days of their own", written)
	}
}
