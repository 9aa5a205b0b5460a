// Package kinds is the registry: one line for each kind of block.
package kinds

import (
	"rubrel/core/kind"
	"rubrel/kinds/pricing"
	"rubrel/kinds/skillbars"
	"rubrel/kinds/statistics"
)

// All is every kind that ships with Rubrel.
func All() kind.Registry {
	return kind.Registry{
		pricing.Declaration(),
		skillbars.Declaration(),
		statistics.Declaration(),
	}
}
