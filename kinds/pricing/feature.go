package pricing

import (
	"slices"

	"rubrel/core/kind"
)

// featureView is one line of a plan's features, or a heading over those after it.
type featureView struct {
	ID          string
	Name, Value string
	Help        string
	Has, Soon   bool
	Heading     bool
}

var featureAxis, _ = (&kind.Kind{Axes: axes}).AxisNamed("features")

// features lists what a plan says of every feature, headings included.
func (s *shop) features(record kind.Record) []featureView {
	var list []featureView
	for _, item := range s.v.Set.Items("features") {
		feature := featureView{ID: item.ID, Name: kind.Text(item.Facts, "name"), Help: kind.Text(item.Facts, "help"),
			Heading: featureAxis.IsHeading(item)}
		inclusion, _ := record.Facts["feature:"+item.ID].(kind.Inclusion)
		feature.Has, feature.Soon, feature.Value = inclusion.Has, inclusion.Soon, inclusion.Value
		if unit := kind.Text(item.Facts, "unit"); unit != "" && feature.Value != "" {
			feature.Value += " " + unit
		}
		if feature.Soon {
			feature.Value = s.words.Soon
		}
		list = append(list, feature)
	}
	return list
}

// within reports whether a plan has everything that another has: each feature that the other has it has too, with
// the same value or one of its own.
func within(less, more []featureView) bool {
	for i, feature := range less {
		if !feature.Heading && feature.Has && !more[i].Has {
			return false
		}
	}
	return true
}

// beyond is what a plan has that an earlier one lacks or has in another measure. base is the position of that earlier
// plan: the latest before it that it holds entirely and that has something. It is -1 where there is none.
func beyond(plans [][]featureView, i int) (base int, rest []featureView) {
	for base = i - 1; base >= 0; base-- {
		has := slices.ContainsFunc(plans[base], func(f featureView) bool { return f.Has })
		if has && within(plans[base], plans[i]) {
			break
		}
	}
	if base < 0 {
		return base, plans[i]
	}
	for j, feature := range plans[i] {
		old := plans[base][j]
		if feature.Heading || feature.Has && !old.Has || feature.Has && feature.Value != old.Value || feature.Soon &&
			!old.Soon {
			rest = append(rest, feature)
		}
	}
	return base, withoutEmptyHeadings(rest)
}

// withoutEmptyHeadings drops a heading with nothing before the next one.
func withoutEmptyHeadings(list []featureView) []featureView {
	var out []featureView
	for i, feature := range list {
		if feature.Heading && (i == len(list)-1 || list[i+1].Heading) {
			continue
		}
		out = append(out, feature)
	}
	return out
}

// equal reports whether every plan says the same of the feature at a position, and at least one has it.
func equal(plans [][]featureView, at int) bool {
	if len(plans) < 2 || plans[0][at].Heading || !plans[0][at].Has {
		return false
	}
	for _, plan := range plans[1:] {
		if plan[at].Has != plans[0][at].Has || plan[at].Value != plans[0][at].Value {
			return false
		}
	}
	return true
}
