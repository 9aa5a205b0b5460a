package hours

import (
	"testing"

	"rubrel/core/kind"
	"rubrel/core/kind/kindtest"
)

func declared(t *testing.T) *kind.Kind {
	t.Helper()
	k, err := Declaration()
	if err != nil {
		t.Fatal(err)
	}
	return k
}

func TestContract(t *testing.T) { kindtest.Test(t, declared(t)) }

// ISO 8601-1:2019, 5.3.2 for the written form; 24:00 is the end of a day.
func TestClock(t *testing.T) {
	for text, want := range map[string]string{"9:00": "09:00", "09.30": "09:30", "9 h 30": "09:30", "17h": "17:00",
		"24:00": "24:00", "24:01": "", "9:60": "", "9": "", "nine": "", "": "", "-1:00": ""} {
		v, err := clockType{}.Parse(text)
		if err == nil && v.String() != want || err != nil && want != "" {
			t.Errorf("%q: %v (%v), want %q", text, v, err, want)
		}
	}
}

// A day that closes before it opens is marked, and nothing else.
func TestEndBeforeBeginning(t *testing.T) {
	k := declared(t)
	for _, c := range []struct {
		from, to kind.Value
		marked   bool
	}{{clock(540), clock(1020), false}, {clock(1020), clock(540), true}, {clock(540), clock(540), true},
		{nil, clock(540), false}, {clock(540), nil, false}} {
		facts := map[string]kind.Value{day.Name: kind.TextValue("Monday")}
		for name, v := range map[string]kind.Value{from.Name: c.from, to.Name: c.to} {
			if v != nil {
				facts[name] = v
			}
		}
		set := kind.Set{Kind: k, Records: []kind.Record{{ID: "a", Facts: facts}}}
		if found := k.Check(set, kind.Scene{}); (len(found) == 1) != c.marked {
			t.Errorf("%v to %v: %v", c.from, c.to, found)
		}
	}
}
