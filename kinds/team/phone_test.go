package team

import (
	"strings"
	"testing"

	"github.com/nyaruka/phonenumbers"
)

// The examples that the library has for every region are valid there however they are written, dialled by their whole
// number, and shown as the region writes them; from abroad with their country code.
func TestPhonesOfEveryRegion(t *testing.T) {
	tried := 0
	for region := range phonenumbers.GetSupportedRegions() {
		example := phonenumbers.GetExampleNumber(region)
		if example == nil {
			continue
		}
		tried++
		national := phonenumbers.Format(example, phonenumbers.NATIONAL)
		whole := phonenumbers.Format(example, phonenumbers.E164)
		for _, text := range []string{national, whole, strings.ReplaceAll(whole, "+", " + ")} {
			got := phoneOf(text, region)
			dialled := strings.NewReplacer("-", "", "tel:", "").Replace(got.URI)
			if !got.Valid || dialled != whole {
				t.Errorf("%q in %s: %+v, want %s", text, region, got, whole)
			}
			if home := phonenumbers.GetRegionCodeForNumber(example); home == region && got.Shown != national {
				t.Errorf("%q in %s is shown as %q, want %q", text, region, got.Shown, national)
			}
		}
		if abroad := phoneOf(whole, "ZZ"); !strings.HasPrefix(abroad.Shown, "+") {
			t.Errorf("%s from abroad is shown as %q", whole, abroad.Shown)
		}
	}
	if tried < 200 {
		t.Errorf("%d regions were tried", tried)
	}
}

// What is no number is shown as it is written, and is not valid.
func TestPhonesThatAreNone(t *testing.T) {
	for _, text := range []string{"12", "ask at the desk 7", "+999 1234567", "0", "1 0305550110"} {
		if got := phoneOf(text, "DE"); got.Valid || got.Shown != text {
			t.Errorf("%q: %+v", text, got)
		}
	}
}
