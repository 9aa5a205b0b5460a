// Package demo holds the invented sites with which Rubrel is shown and tested.
package demo

import _ "embed"

//go:embed fennmoor.json
var fennmoorJSON string

// Fennmoor is the demo site: an observatory that sells memberships.
var Fennmoor = withPictures(fennmoorJSON)

// Saltline is the awkward one: long words, a page from right to left, a currency without decimals, many seats, a plan
// without a price.
//
//go:embed saltline.json
var Saltline []byte

// Checkout and Reviews stand in the documents for the addresses of the checkout and the review site stand-ins.
const (
	Checkout = "https://checkout.invalid"
	Reviews  = "https://reviews.invalid"
)

// Sites are the documents by the ID of their site.
func Sites() map[string][]byte { return map[string][]byte{"fennmoor": Fennmoor, "saltline": Saltline} }
