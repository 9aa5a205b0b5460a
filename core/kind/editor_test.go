package kind_test

import (
	"encoding/json"
	"reflect"
	"testing"

	"rubrel/core/kind"
)

// What a person types is read, kept, and read again from what the document keeps; what is wrong is refused.
func TestTypesOfFacts(t *testing.T) {
	for _, c := range []struct {
		of          kind.Type
		typed, want string // "" for what is refused
	}{
		{kind.RatingType{Most: 5}, "4.5", "4.5"}, {kind.RatingType{Most: 5}, "4.7/5", "4.7"},
		{kind.RatingType{Most: 5}, "4 of 5", "4"}, {kind.RatingType{Most: 5}, "0", "0"}, {kind.RatingType{Most: 5}, "5", "5"},
		{kind.RatingType{Most: 5}, "5.1", ""}, {kind.RatingType{Most: 5}, "-1", ""}, {kind.RatingType{Most: 5}, "4.75", ""},
		{kind.RatingType{Most: 5}, "8/10", ""}, {kind.RatingType{Most: 5}, "good", ""},
		{kind.RatingType{Most: 10}, "8.5/10", "8.5"},
		{kind.ColourType{}, "accent", "accent"}, {kind.ColourType{}, "#0B5FFF", "#0b5fff"},
		{kind.ColourType{}, "no colour", ""}, {kind.ColourType{}, "url(x)", ""},
		{kind.RichType{Most: 40}, "a **b**\r\n\r\n- c", "a **b**\n\n- c"}, {kind.RichType{Most: 3}, "four", ""},
		{kind.RefType{To: kind.PictureOffer}, "Night", "night"}, {kind.RefType{To: kind.PictureOffer}, "../night", ""},
	} {
		value, err := c.of.Parse(c.typed)
		if c.want == "" {
			if err == nil {
				t.Errorf("%T takes %q as %s", c.of, c.typed, value)
			}
			continue
		}
		if err != nil || value.String() != c.want {
			t.Errorf("%T reads %q as %v (%v), want %q", c.of, c.typed, value, err, c.want)
			continue
		}
		kept, err := json.Marshal(value)
		if err != nil {
			t.Fatal(err)
		}
		var held any
		if err := json.Unmarshal(kept, &held); err != nil {
			t.Fatal(err)
		}
		if again, err := c.of.Decode(held); err != nil || !reflect.DeepEqual(again, value) {
			t.Errorf("%T keeps %q as %s, which is read as %v (%v)", c.of, c.typed, kept, again, err)
		}
	}
	rich := kind.RichText("Ask *us* <b onclick=x>now</b>")
	if rich.HTML() != "<p>Ask <em>us</em> now</p>" || rich.Plain() != "Ask us now" {
		t.Errorf("%q is %s, and read as %q", rich, rich.HTML(), rich.Plain())
	}
}
