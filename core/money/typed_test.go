package money_test

import (
	"errors"
	"testing"

	"rubrel/core/money"
)

func TestPlain(t *testing.T) {
	for _, c := range []struct {
		tag, text, plain, whole, fraction string
		hand                              money.Hand
	}{
		{tag: "de", text: "1.290,00", plain: "1290.00"},
		{tag: "de", text: "ab 1.290.000 €", plain: "ab 1290000 €"},
		{tag: "de", text: "29,95 plus 4.50", plain: "29.95 plus 4.50"},
		{tag: "de", text: "1.290", whole: "1290", fraction: "1,29"},
		{tag: "de", text: "1.295", whole: "1295", fraction: "1,2950"},
		{tag: "de", text: "1.000", whole: "1000", fraction: "1"},
		{tag: "de", text: "1,618", plain: "1.618"},
		{tag: "de", text: "14,500", hand: money.Hand{Pasted: true}, whole: "14500", fraction: "14,5"},
		{tag: "de", text: "14,500", hand: money.Hand{Pasted: true, Decimal: '.'}, plain: "14500"},
		{tag: "de", text: "1290,500 0,290", plain: "1290.500 0.290"},
		{tag: "de-CH", text: "1’290.00", plain: "1290.00"},
		{tag: "fr", text: "12 345,5", plain: "12345.5"},
		{tag: "fr", text: "12.345", whole: "12345", fraction: "12,345" + "0"},
		{tag: "en", text: "1,290", plain: "1290"},
		{tag: "en", text: "1.290", plain: "1.290"},
		{tag: "en", text: "1.290", hand: money.Hand{Pasted: true}, whole: "1290", fraction: "1.29"},
		{tag: "en", text: "Ask us", plain: "Ask us"},
	} {
		plain, err := money.LocaleFor(c.tag).Plain(c.text, money.Grouped, c.hand)
		var doubt *money.DoubtError
		switch {
		case c.whole == "" && (err != nil || plain != c.plain):
			t.Errorf("%s %q: %q (%v), want %q", c.tag, c.text, plain, err, c.plain)
		case c.whole != "" && (!errors.As(err, &doubt) || doubt.Whole != c.whole || doubt.Fraction != c.fraction):
			t.Errorf("%s %q: %v, want a doubt between %s and %s", c.tag, c.text, err, c.whole, c.fraction)
		}
	}
}

// What is shown to be edited is read back as the same number in every language, and neither meaning of a doubt is in
// doubt again.
func TestPlainReadsLocal(t *testing.T) {
	numbers := []string{"0", "7", "999", "1290", "14500", "123456", "1290000", "0.5", "0.125", "1.29", "1.290", "12.345",
		"1290.5", "1290.00", "1290.125", "123456.78", "9.00 to 10; 4.50 to 1200; 3.50", "from 1290 plus 2.50 was 1500.00"}
	for _, tag := range append(money.Languages(), "de-CH", "de-AT", "en-IN", "es-MX", "pt-PT", "fr-CH") {
		l := money.LocaleFor(tag)
		for _, number := range numbers {
			local := l.Local(number, money.Grouped)
			if plain, err := l.Plain(local, money.Grouped, money.Hand{}); err != nil || plain != number {
				t.Errorf("%s: %q is typed %q and read as %q (%v)", tag, number, local, plain, err)
			}
			var doubt *money.DoubtError
			if _, err := l.Plain(number, money.Grouped, money.Hand{Pasted: true}); errors.As(err, &doubt) {
				for _, meaning := range []string{doubt.Whole, doubt.Fraction} {
					if _, err := l.Plain(meaning, money.Grouped, money.Hand{Pasted: true}); err != nil {
						t.Errorf("%s: %v, and %q is in doubt", tag, doubt, meaning)
					}
				}
			}
		}
		if got := l.Local("1290 14500 2.5", money.Spaced); got != "1290 14500 2"+string(l.DecimalMark())+"5" {
			t.Errorf("%s: a series is typed %q", tag, got)
		}
	}
	if local, shown := money.LocaleFor("de").Local("1290", money.Grouped),
		money.LocaleFor("de").Shown("1290", money.Grouped); local != "1290" || shown != "1.290" {
		t.Errorf("1290 is typed %q and shown %q", local, shown)
	}
}
