package team

import (
	"fmt"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
)

// check finds what is doubtful in a set of people. Needs are common practice where no rule is named.
func check(set kind.Set, at kind.Scene) []kind.Finding {
	found := append(phones(set, regionOf(set, at.Locale)), addresses(set)...)
	found = append(found, pictureless(set)...)
	return append(found, anatomy.Uneven(set, "text")...)
}

// phones finds numbers that nobody can be reached by. Where none of several can be dialled from the country of the
// visitors, it is the country that is wrong.
func phones(set kind.Set, region string) []kind.Finding {
	var found []kind.Finding
	dialled := false
	for _, r := range set.Records {
		text := kind.Text(r.Facts, "telephone")
		if text == "" || phoneOf(text, region).Valid {
			dialled = dialled || text != "" && !strings.HasPrefix(text, "+")
			continue
		}
		found = append(found, kind.Finding{Check: "telephone", Where: "telephone of " + kind.Text(r.Facts, nameField),
			Record: r.ID, Key: "telephone", Measured: text, Needed: "a number that can be dialled from " + region +
				", or one with + and a country code", Rule: "ITU-T E.164", Serious: true})
	}
	const several = 3
	if len(found) < several || dialled {
		return found
	}
	return []kind.Finding{{Check: "telephone", Where: regionField.Label, Key: regionField.Name, Serious: true,
		Measured: fmt.Sprintf("%d numbers, none of %s", len(found), region),
		Needed:   "the country in which they are dialled", Rule: "ITU-T E.164"}}
}

// addresses finds profiles that lead nowhere, and what two people are said to share.
func addresses(set kind.Set) []kind.Finding {
	var found []kind.Finding
	whose := map[string]string{}
	for _, r := range set.Records {
		name := kind.Text(r.Facts, nameField)
		for _, network := range set.Items(networks.Name) {
			key := kind.FactKey{Field: profileField.Name, Items: []string{network.ID}}.String()
			address := kind.Text(r.Facts, key)
			label := kind.Text(network.Facts, "label")
			switch {
			case address == "":
			case !kind.IsWebAddress(address):
				found = append(found, kind.Finding{Check: "address", Where: label + " of " + name, Record: r.ID, Key: key,
					Measured: address, Needed: "an address that begins with https://", Serious: true})
			case whose[address] != "":
				found = append(found, kind.Finding{Check: "address", Where: label + " of " + name, Record: r.ID, Key: key,
					Measured: "that of " + whose[address] + " too", Needed: "the person's own"})
			default:
				whose[address] = name
			}
		}
	}
	return found
}

// pictureless finds people without a picture where most others have one.
func pictureless(set kind.Set) []kind.Finding {
	var bare []kind.Record
	for _, r := range set.Records {
		if set.Said(r, pictureField.Name) == nil {
			bare = append(bare, r)
		}
	}
	if 2*len(bare) >= len(set.Records) {
		return nil
	}
	var found []kind.Finding
	for _, r := range bare {
		found = append(found, kind.Finding{Check: "portrait", Where: kind.Text(r.Facts, nameField), Record: r.ID,
			Key: pictureField.Name, Measured: "no picture; " + missing(set) + " in its place",
			Needed: fmt.Sprintf("one, as the %d others have", len(set.Records)-len(bare))})
	}
	return found
}
