// Package demo holds the invented sites with which Rubrel is shown and tested.
package demo

import _ "embed"

// Fennmoor is the demo site: an observatory that sells memberships.
//
//go:embed fennmoor.json
var Fennmoor []byte
