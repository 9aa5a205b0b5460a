package pricing

import (
	"html/template"
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/icon"
	"rubrel/core/kind"
)

// featureView is one line of a plan's features, or a heading over those after it.
type featureView struct {
	ID          string
	LeftOut     widthsOut
	Name, Value string
	Help        string
	Has, Soon   bool
	Heading     bool
	Bullet      bullet
}

// bullet is what stands before a feature: an icon that the list names, or what the form draws.
type bullet struct {
	Class string // of a variant: see bulletParts
	Icon  template.HTML
}

// The bullets of a feature that a plan has, lacks, and will have: fields of the list, and parts.
const (
	bulletPart, lackingPart, laterPart = "bullet", "lacking", "coming"
)

// bulletOf is the bullet of a feature.
func (s *shop) bulletOf(f featureView) bullet {
	of := bulletPart
	b := bullet{}
	switch {
	case f.Soon:
		of, b.Class = laterPart, anatomy.Class(laterPart)
	case !f.Has:
		of, b.Class = lackingPart, anatomy.Class(lackingPart)
	}
	if name := s.fact(of); name != "" {
		b.Icon = icon.In(s.v, name)
	}
	return b
}

// The icons of bullets are chosen for the whole list.
var (
	bulletField = kind.Field{Name: bulletPart, Group: displayGroup, Label: "bullet", Help: "the icon before a " +
		"feature that a plan has, by its " +
		"name or by what it means; a tick where nothing is said", Type: icon.Type{}}
	lackingField = kind.Field{Name: lackingPart, Group: displayGroup, Label: "bullet, lacking", Help: "the icon " +
		"before a feature that a plan lacks; a dash where nothing is said", Type: icon.Type{}}
	laterField = kind.Field{Name: laterPart, Group: displayGroup, Label: "bullet, soon", Help: "the icon before a " +
		"feature that is to come; a " +
		"ring where nothing is said", Type: icon.Type{}}
)

// bulletParts are the looks of bullets: of all, and of those of what a plan lacks or will have.
func bulletParts() []kind.Part {
	properties := []string{"color", "background-color", "border", "border-radius", "font-size", "display"}
	variant := func(name, help string) kind.Part {
		return kind.Part{Name: name, Variant: true, Forms: withCards, Help: help, Parent: bulletPart,
			Properties: properties, Defaults: map[string]string{}}
	}
	return []kind.Part{
		{Name: bulletPart, Fixed: true, Control: true, Forms: withCards, Help: "what stands before a feature",
			Parent: "feature", Properties: properties, Defaults: map[string]string{"border-radius": "99px"}},
		variant(lackingPart, "the bullet of a feature that the plan lacks"),
		variant(laterPart, "the bullet of a feature that is to come"),
	}
}

var featureAxis, _ = (&kind.Kind{Axes: axes}).AxisNamed("features")

// features lists what a plan says of every feature, headings included.
func (s *shop) features(record kind.Record) []featureView {
	var list []featureView
	for _, item := range s.v.Set.Items("features") {
		feature := featureView{ID: item.ID, LeftOut: leftOutAt(item, s.v.Widths),
			Name: kind.Text(item.Facts, "name"), Help: kind.Text(item.Facts, "help"),
			Heading: featureAxis.IsHeading(item)}
		inclusion, _ := record.Facts["feature:"+item.ID].(kind.Inclusion)
		feature.Has, feature.Soon, feature.Value = inclusion.Has, inclusion.Soon, inclusion.Value
		if unit := kind.Text(item.Facts, "unit"); unit != "" && feature.Value != "" {
			feature.Value += " " + unit
		}
		if feature.Soon {
			feature.Value = s.words.Soon
		}
		feature.Bullet = s.bulletOf(feature)
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
