// Package kinds is the registry: one line for each kind of block.
package kinds

import (
	"slices"
	"sync"

	"rubrel/core/kind"
	"rubrel/kinds/boxes"
	"rubrel/kinds/callouts"
	"rubrel/kinds/points"
	"rubrel/kinds/pricing"
	"rubrel/kinds/reviews"
	"rubrel/kinds/skillbars"
	"rubrel/kinds/statistics"
	"rubrel/kinds/team"
	"rubrel/kinds/toggle"
)

// All is every kind that ships with Rubrel, declared once. It panics where a declaration is wrong, which no test lets
// through.
func All() kind.Registry { return slices.Clone(all()) }

var all = sync.OnceValue(func() kind.Registry {
	return kind.Registry{
		must(pricing.Declaration()),
		must(boxes.Declaration()),
		must(points.Declaration()),
		must(callouts.Declaration()),
		must(team.Declaration()),
		must(reviews.Declaration()),
		must(toggle.Declaration()),
		must(skillbars.Declaration()),
		must(statistics.Declaration()),
	}
})

func must(k *kind.Kind, err error) *kind.Kind {
	if err != nil {
		panic(err)
	}
	return k
}
