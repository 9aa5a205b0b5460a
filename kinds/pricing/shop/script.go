package shop

import (
	_ "embed"

	"rubrel/core/kind"
)

//go:embed table.js
var TableJS string

// ScriptFor is what a price list needs in the visitor's browser: nothing where there is no choice to keep in the
// address and no deadline.
func ScriptFor(v kind.View) string {
	s := New(v)
	if len(s.Choices()) > 1 {
		return TableJS
	}
	for _, record := range v.Set.Records {
		if s.endsAt(record) != "" {
			return TableJS
		}
	}
	return ""
}
