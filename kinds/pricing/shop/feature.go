package shop

import (
	"html/template"
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/icon"
	"rubrel/core/kind"
)

// FeatureView is one line of a plan's features, or a heading over those after it.
type FeatureView struct {
	ID          string
	LeftOut     WidthsOut
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
func (s *Shop) bulletOf(f FeatureView) bullet {
	of := bulletPart
	b := bullet{}
	switch {
	case f.Soon:
		of, b.Class = laterPart, anatomy.Class(laterPart)
	case !f.Has:
		of, b.Class = lackingPart, anatomy.Class(lackingPart)
	}
	if name := s.Fact(of); name != "" {
		b.Icon = icon.In(s.V, name)
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

var FeatureAxis, _ = (&kind.Kind{Axes: Axes}).AxisNamed("features")

// Features lists what a plan says of every feature, headings included.
func (s *Shop) Features(record kind.Record) []FeatureView {
	var list []FeatureView
	for _, item := range s.V.Set.Items("features") {
		feature := FeatureView{ID: item.ID, LeftOut: LeftOutAt(item, s.V.Widths),
			Name: kind.Text(item.Facts, "name"), Help: kind.Text(item.Facts, "help"),
			Heading: FeatureAxis.IsHeading(item)}
		inclusion, _ := record.Facts["feature:"+item.ID].(kind.Inclusion)
		feature.Has, feature.Soon, feature.Value = inclusion.Has, inclusion.Soon, inclusion.Value
		if unit := kind.Text(item.Facts, "unit"); unit != "" && feature.Value != "" {
			feature.Value += " " + unit
		}
		if feature.Soon {
			feature.Value = s.Words.Soon
		}
		feature.Bullet = s.bulletOf(feature)
		list = append(list, feature)
	}
	return list
}

// within reports whether a plan has everything that another has: each feature that the other has it has too, with
// the same value or one of its own.
func within(less, more []FeatureView) bool {
	for i, feature := range less {
		if !feature.Heading && feature.Has && !more[i].Has {
			return false
		}
	}
	return true
}

// beyond is what a plan has that an earlier one lacks or has in another measure. base is the position of that earlier
// plan: the latest before it that it holds entirely and that has something. It is -1 where there is none.
func beyond(plans [][]FeatureView, i int) (base int, rest []FeatureView) {
	for base = i - 1; base >= 0; base-- {
		has := slices.ContainsFunc(plans[base], func(f FeatureView) bool { return f.Has })
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
func withoutEmptyHeadings(list []FeatureView) []FeatureView {
	var out []FeatureView
	for i, feature := range list {
		if feature.Heading && (i == len(list)-1 || list[i+1].Heading) {
			continue
		}
		out = append(out, feature)
	}
	return out
}

// Equal reports whether every plan says the same of the feature at a position, and at least one has it.
func Equal(plans [][]FeatureView, at int) bool {
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
