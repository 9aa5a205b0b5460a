package team

import (
	"fmt"
	"strings"

	"github.com/nyaruka/phonenumbers"
	"golang.org/x/text/language"

	"rubrel/core/kind"
)

// regionField is the country from which telephone numbers are dialled.
var regionField = kind.Field{Name: "region", Group: reachGroup, Label: "country of visitors",
	Help: "two letters (ISO 3166-1), such as DE: numbers of that country are written as they are dialled there, others " +
		"with their country code; that of the site's language where nothing is said", Type: regionType{}}

// regionType is a country that has telephone numbers, by its two letters (ISO 3166-1 alpha-2).
type regionType struct{}

func (regionType) Parse(text string) (kind.Value, error) {
	name := strings.ToUpper(strings.TrimSpace(text))
	if !phonenumbers.GetSupportedRegions()[name] {
		return nil, fmt.Errorf("%q is no country by its two letters, such as DE, FR or GB", text)
	}
	return kind.TextValue(name), nil
}

func (t regionType) Decode(held any) (kind.Value, error) { return kind.DecodeText(t, held) }

func (regionType) Schema() kind.Schema { return kind.Schema{"type": "string", "pattern": "^[A-Z]{2}$"} }

func (regionType) Editor() kind.Editor { return kind.Editor{Align: kind.Left} }

// regionOf is the country of a set's visitors.
func regionOf(set kind.Set, locale string) string {
	if region := said(set, regionField.Name); region != "" {
		return region
	}
	region, _ := language.Make(locale).Region()
	return region.String()
}

// phone is a telephone number as it is understood in a country.
type phone struct {
	Shown string // as it is written there
	URI   string // tel: (RFC 3966)
	Valid bool   // such a number can have been given to somebody
}

// phoneOf reads a number as a person writes it. One that is none is shown as it is written.
func phoneOf(text, region string) phone {
	number, err := phonenumbers.Parse(text, region)
	if err != nil || !phonenumbers.IsValidNumber(number) {
		dialled := strings.Map(func(r rune) rune {
			if strings.ContainsRune("+0123456789", r) {
				return r
			}
			return -1
		}, text)
		return phone{Shown: text, URI: "tel:" + dialled}
	}
	format := phonenumbers.INTERNATIONAL
	if phonenumbers.GetRegionCodeForNumber(number) == region {
		format = phonenumbers.NATIONAL
	}
	return phone{phonenumbers.Format(number, format), phonenumbers.Format(number, phonenumbers.RFC3966), true}
}

// phoneType is a telephone number as a person writes it; whether it is one depends on the country.
type phoneType struct{ kind.TextType }

var phoneText = phoneType{kind.TextType{Most: 40}}

func (t phoneType) Parse(text string) (kind.Value, error) {
	value, err := t.TextType.Parse(text)
	if err != nil {
		return nil, err
	}
	if strings.HasPrefix(value.String(), "-") {
		return nil, fmt.Errorf("%q is an extension: write the whole number, such as +49 30 1234567-12", value)
	}
	if !strings.ContainsAny(value.String(), "0123456789") {
		return nil, fmt.Errorf("%q has no figures: a telephone number is such as +49 30 1234567", value)
	}
	return value, nil
}

func (t phoneType) Decode(held any) (kind.Value, error) { return kind.DecodeText(t, held) }
