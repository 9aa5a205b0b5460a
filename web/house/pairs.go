package house

import (
	"fmt"
	"slices"
	"time"

	"rubrel/core/colour"
	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/core/marks"
	"rubrel/dresses"
	"rubrel/render"
)

// pairGrid is the contrast of every pair of roles that may stand on each other in one scheme.
type pairGrid struct {
	Scheme  string
	Grounds []look.Token
	Rows    []pairRow
}

type pairRow struct {
	Ink   look.Token
	Cells []pairCell
}

type pairCell struct {
	Ratio       string // "" where the two never meet
	Ink, Ground string
	Fails       bool
	Used        int
}

// grids measures the pairs in the schemes that visitors see, and marks those that the site's blocks use.
func (v *houseView) grids(site *document.Site, registry dresses.Registry) error {
	used := map[look.Pair]int{}
	for i := range site.Blocks {
		subject, err := render.Subject(site, registry, site.Blocks[i].ID, time.Now())
		if err != nil {
			return err
		}
		for pair, n := range marks.UsedPairs(subject) {
			used[look.Pair{Ink: pair.Ink, Ground: pair.Ground}] += n
		}
	}
	light, dark, err := render.Tokens(site, registry)
	if err != nil {
		return err
	}
	if v.Scheme != document.DarkScheme {
		v.Grids = append(v.Grids, newPairGrid("light", light, used))
	}
	if v.Scheme == document.DarkScheme || v.Scheme == document.AutoScheme {
		v.Grids = append(v.Grids, newPairGrid("dark", dark, used))
	}
	return nil
}

func newPairGrid(scheme string, tokens look.Tokens, used map[look.Pair]int) pairGrid {
	grid := pairGrid{Scheme: scheme}
	var inks []look.Token
	needed := map[look.Pair]float64{}
	for _, pair := range look.Pairs() {
		needed[look.Pair{Ink: pair.Ink, Ground: pair.Ground}] = pair.Needed
	}
	for pair := range used {
		if _, ok := needed[pair]; !ok {
			needed[pair] = 4.5
		}
	}
	for _, name := range look.Names(look.ColourToken) { // in the order of the vocabulary
		token := look.Token(name)
		for pair := range needed {
			if pair.Ink == token && !slices.Contains(inks, token) {
				inks = append(inks, token)
			}
			if pair.Ground == token && !slices.Contains(grid.Grounds, token) {
				grid.Grounds = append(grid.Grounds, token)
			}
		}
	}
	colourOf := func(token look.Token) colour.Colour { return tokens.Value(token).(look.ColourValue).Colour }
	for _, ink := range inks {
		row := pairRow{Ink: ink}
		for _, ground := range grid.Grounds {
			pair := look.Pair{Ink: ink, Ground: ground}
			need, meets := needed[pair]
			cell := pairCell{}
			if meets {
				ratio := colour.Contrast(colourOf(ink), colourOf(ground))
				cell = pairCell{Ratio: fmt.Sprintf("%.1f", float64(int(ratio*10))/10), Ink: colourOf(ink).String(),
					Ground: colourOf(ground).String(), Fails: ratio < need, Used: used[pair]}
			}
			row.Cells = append(row.Cells, cell)
		}
		grid.Rows = append(grid.Rows, row)
	}
	return grid
}
