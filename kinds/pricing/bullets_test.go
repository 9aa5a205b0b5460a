package pricing_test

import (
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// Bullets have looks and icons of their own for what a plan has, lacks and will have; what it lacks is struck, or not,
// or left out, as the look says; a price says its period after it, below or beside it; joined cards are round at their
// outer corners, beside each other and below each other.
func TestBulletsPeriodsAndCorners(t *testing.T) {
	e := testkit.Demo(t)
	for _, c := range []document.Change{fact("memberships", "", "period-place", "below"),
		fact("memberships", "", "lacking", "x"), fact("memberships", "", "stand", "joined"),
		fact("memberships", "dusk", "feature:darkroom", "soon"), fact("memberships", "zenith", "about", "A night of "+
			"your own.")} {
		e.Do(c)
	}
	for key, text := range map[string]string{"bullet.background-color": "#f4c15d", "lacking.background-color": "#dcd8cc",
		"coming.background-color": "#ffffff", "excluded.text-decoration": "none", "card.border-radius": "12px"} {
		e.Look("memberships", key, text)
	}
	_, address := testkit.Publish(t, e.Site)
	b := chromium.Launch(t, 1280, 1000)
	b.Open(address)
	grounds := `[...document.querySelectorAll('#memberships [data-record=dusk] .rb-bullet')].map((e) =>
		getComputedStyle(e).backgroundColor.match(/\d+/g).join('.') + (e.querySelector('svg') ? ' icon' : '')).join('; ')`
	if got, want := b.Text(grounds), "244.193.93; 244.193.93; 220.216.204 icon; 255.255.255; 220.216.204 "+
		"icon"; got != want {
		t.Errorf("bullets are %s, want %s", got, want)
	}
	if got := b.Text("getComputedStyle(document.querySelector('#memberships .rb-excluded " +
		".rb-name')).textDecorationLine"); got != "none" {
		t.Errorf("what is lacked is decorated with %s", got)
	}
	if !chromium.Eval[bool](b, `[...document.querySelectorAll('#memberships .rb-price:not([hidden])')].every((price) => {
		const amount = price.querySelector('.rb-amount'), period = [...price.querySelectorAll('.rb-period')].at(-1);
		return !amount || !period || period.getBoundingClientRect().top >= amount.getBoundingClientRect().bottom - 8;
	})`) {
		t.Error("a period does not stand below its amount")
	}
	corners := `[...document.querySelectorAll('#memberships .rb-card')].map((e) => { const s = getComputedStyle(e);
		return [s.borderTopLeftRadius, s.borderTopRightRadius, s.borderBottomRightRadius, s.borderBottomLeftRadius].map((r) =>
			parseFloat(r)).join(' '); }).join('; ')`
	if got := b.Text(corners); !strings.HasPrefix(got, "12 0 0 12;") || !strings.HasSuffix(got, "; 0 12 12 0") {
		t.Errorf("beside each other the corners are %s", got)
	}
	b.Size(390, 900)
	b.Await("parseFloat(getComputedStyle(document.querySelector('#memberships .rb-card')).borderTopRightRadius) === 12")
	if got := b.Text(corners); !strings.HasPrefix(got, "12 12 0 0;") || !strings.HasSuffix(got, "; 0 0 12 12") {
		t.Errorf("below each other the corners are %s", got)
	}
	b.CheckAccessibility("bullets")
}
