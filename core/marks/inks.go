package marks

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"rubrel/core/colour"
	"rubrel/core/document"
	"rubrel/core/kind"
)

// ownInks finds colours that the set says for single drawings, and that do not stand out from what is behind them: each
// once, where it is seen worst. The mend is the nearest colour that passes in every scheme, or none of its own.
func (s subject) ownInks(set kind.Set) []Mark {
	var found []Mark
	for _, part := range set.Kind.PartsOf(s.Block.Form) {
		if part.OwnInks == nil || part.Paints != nil && part.Paints(set).Absent {
			continue
		}
		for _, own := range part.OwnInks(set) {
			if mark, ok := s.ownInk(set, part, own); ok {
				found = append(found, mark)
			}
		}
	}
	return found
}

// ownInk measures one of them; false where it passes, or where it is no colour.
func (s subject) ownInk(set kind.Set, part kind.Part, own kind.OwnInk) (Mark, bool) {
	ink, err := colour.Parse(own.Colour)
	if err != nil {
		return Mark{}, false
	}
	var behind []place
	var mark Mark
	least := controlContrast
	for _, scheme := range slices.Sorted(maps.Keys(s.Schemes)) {
		p := s.painter(s.Schemes[scheme])
		for _, t := range p.targets(part, set) {
			if p.Left(part, t) {
				continue
			}
			places := p.places(part, t)
			behind = append(behind, places...)
			got := worst(places, ink)
			if got >= least {
				continue
			}
			least = got
			where := []string{p.where(set, part, t), own.Name}
			if len(s.Schemes) > 1 {
				where = append(where, scheme)
			}
			mark.Finding = kind.Finding{Check: "contrast", Where: strings.Join(where, ", "), Key: part.Name, Serious: true,
				Measured: fmt.Sprintf("%.2f", floor(got)), Needed: fmt.Sprintf("%.1f", controlContrast), Rule: "WCAG 2.2, 1.4.11"}
		}
	}
	if least >= controlContrast {
		return Mark{}, false
	}
	mark.ID = strings.Join([]string{"contrast", part.Name, "of", own.Item}, " ")
	mend := document.SetFact{Set: s.Block.SetID, Axis: own.Axis, Item: own.Item, Key: own.Field}
	label := "no colour of its own"
	better, ok := colour.Nearest(ink, func(c colour.Colour) bool { return worst(behind, c) >= controlContrast })
	if ok && canPass(behind, controlContrast) {
		mend.Text = better.String()
		mark.Inks = []string{ink.String(), mend.Text}
		label = own.Colour + " → " + mend.Text
	}
	mark.Mends = []Mend{{Label: label, Change: mend, Inks: mark.Inks}}
	return mark, true
}
