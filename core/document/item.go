package document

import (
	"cmp"
	"slices"

	"rubrel/core/kind"
	"rubrel/core/patch"
)

// AddItem makes a new item on an axis, after another or at the end: a feature, a period, a currency. Copy names
// an item whose facts it takes, with every record's fact for it.
type AddItem struct {
	Set, Axis, After, Copy string
	// Text is what the designer typed for it: its label, or what the axis makes of it.
	Text string
	// Heading makes it a heading over those after it, where the axis has headings.
	Heading bool
}

// Plan reads the facts, names the item by its label and places it.
func (c AddItem) Plan(s *Site) (patch.Patch, error) {
	set, axis, err := s.axis(c.Set, c.Axis)
	if err != nil {
		return nil, err
	}
	if most := min(axis.Most, MostItems); len(set.Items(c.Axis)) >= most {
		return nil, faultf(patch.Pointer{"sets", c.Set, "axes", c.Axis}, "at most %d fit", most)
	}
	facts, err := c.facts(s, set, axis)
	if err != nil {
		return nil, err
	}
	label := facts[axis.Label].(kind.Value).String()
	for _, item := range set.Items(c.Axis) {
		if axis.Complete != nil && kind.Text(item.Facts, axis.Label) == label {
			return nil, faultf(nil, "the %s %s is there already", axis.One, label)
		}
	}
	name := label
	if axis.Complete != nil && c.Text != "" {
		name = c.Text
	}
	id := FreshID(name, func(id string) bool { _, taken := set.ItemNamed(c.Axis, id); return taken })
	after := cmp.Or(c.After, c.Copy)
	if ids := set.itemIDs(c.Axis); after == "" && len(ids) > 0 {
		after = ids[len(ids)-1]
	}
	at, err := place(set.itemIDs(c.Axis), set.itemOrder(c.Axis), id, after)
	if err != nil {
		return nil, err
	}
	path := set.itemPath(c.Axis)
	p := patch.Patch{{Op: patch.Add, Path: path(id), Value: map[string]any{"order": at.key, "facts": facts}}}
	p = append(p, at.evened(path, set.itemOrder(c.Axis))...)
	return append(p, c.copied(set, id)...), nil
}

// facts are those of the new item, its label among them.
func (c AddItem) facts(s *Site, set *Set, axis kind.Axis) (map[string]any, error) {
	facts := map[string]any{}
	if c.Copy != "" {
		original, ok := set.ItemNamed(c.Axis, c.Copy)
		if !ok {
			return nil, missing(axis.One, c.Copy)
		}
		for name, value := range original.Facts {
			facts[name] = value
		}
	}
	texts, err := axis.TextsFor(c.Text, s.Language)
	if err != nil {
		return nil, faultf(nil, "%v", err)
	}
	for name, text := range texts {
		field, ok := axis.FieldNamed(name)
		if !ok {
			return nil, faultf(nil, "a %s has no field %q", axis.One, name)
		}
		if facts[name], err = field.Type.Parse(text); err != nil {
			return nil, faultf(patch.Pointer{"sets", c.Set, "axes", c.Axis, name}, "%v", err)
		}
	}
	noun := axis.One
	if c.Heading {
		noun = "group"
		field, ok := axis.FieldNamed(axis.Heading)
		if !ok {
			return nil, faultf(nil, "%s have no headings", axis.Name)
		}
		if facts[field.Name], err = field.Type.Parse("yes"); err != nil {
			return nil, faultf(nil, "%v", err)
		}
	}
	if said, ok := facts[axis.Label].(kind.Value); ok && said.String() != "" {
		return facts, nil
	}
	if facts[axis.Label], err = axis.LabelField().Type.Parse("New " + noun); err != nil {
		return nil, faultf(nil, "a %s needs its %s", axis.One, axis.Label)
	}
	return facts, nil
}

// copied gives every record the facts for the new item that it has for the one that is copied.
func (c AddItem) copied(set *Set, id string) patch.Patch {
	var p patch.Patch
	if c.Copy == "" {
		return nil
	}
	for _, fact := range set.factsFor(c.Axis, c.Copy) {
		key := fact.key
		key.Items = slices.Clone(key.Items)
		key.Items[fact.at] = id
		p = append(p, patch.Operation{Op: patch.Add, Path: patch.Pointer{"sets", c.Set, "records", fact.record, "facts",
			key.String()}, Value: fact.value})
	}
	return p
}

// Label names the noun.
func (c AddItem) Label(s *Site) string {
	if _, axis, err := s.axis(c.Set, c.Axis); err == nil {
		return "new " + axis.One
	}
	return "new " + c.Axis
}

// RemoveItem takes an item off an axis, with every record's facts for it.
type RemoveItem struct{ Set, Axis, Item string }

// Plan removes the facts, then the item.
func (c RemoveItem) Plan(s *Site) (patch.Patch, error) {
	set, axis, err := s.axis(c.Set, c.Axis)
	if err != nil {
		return nil, err
	}
	if _, ok := set.ItemNamed(c.Axis, c.Item); !ok {
		return nil, missing(axis.One, c.Item)
	}
	if !axis.AsRows && len(set.Items(c.Axis)) == 1 {
		return nil, faultf(nil, "this is the only %s; add another before you delete it", axis.One)
	}
	var p patch.Patch
	for _, fact := range set.factsFor(c.Axis, c.Item) {
		p = append(p, patch.Operation{Op: patch.Remove, Path: patch.Pointer{"sets", c.Set, "records", fact.record, "facts",
			fact.key.String()}})
	}
	return append(p, patch.Operation{Op: patch.Remove, Path: patch.Pointer{"sets", c.Set, "axes", c.Axis, c.Item}}), nil
}

// Label names the item.
func (c RemoveItem) Label(s *Site) string { return "delete " + s.itemName(c.Set, c.Axis, c.Item) }

// MoveItem places an item after another on its axis; an empty After makes it the first.
type MoveItem struct{ Set, Axis, Item, After string }

// Plan gives the item a new order key, and the others where keys have become too long.
func (c MoveItem) Plan(s *Site) (patch.Patch, error) {
	set, axis, err := s.axis(c.Set, c.Axis)
	if err != nil {
		return nil, err
	}
	if _, ok := set.ItemNamed(c.Axis, c.Item); !ok {
		return nil, missing(axis.One, c.Item)
	}
	orderOf, path := set.itemOrder(c.Axis), set.itemPath(c.Axis)
	at, err := place(set.itemIDs(c.Axis), orderOf, c.Item, c.After)
	if err != nil {
		return nil, err
	}
	moved := put(path(c.Item).To("order"), orderOf(c.Item), at.key)
	return append(moved, at.evened(path, orderOf)...), nil
}

// Label names the item.
func (c MoveItem) Label(s *Site) string { return "move " + s.itemName(c.Set, c.Axis, c.Item) }

func (s *Site) axis(setID, name string) (*Set, kind.Axis, error) {
	set, ok := s.SetByID(setID)
	if !ok {
		return nil, kind.Axis{}, missing("set", setID)
	}
	axis, ok := set.Kind.AxisNamed(name)
	if !ok {
		return nil, axis, missing("axis", name)
	}
	return set, axis, nil
}

func (s *Site) itemName(setID, axisName, id string) string {
	if set, axis, err := s.axis(setID, axisName); err == nil {
		if item, ok := set.ItemNamed(axisName, id); ok {
			return kind.Text(item.Facts, axis.Label)
		}
	}
	return id
}

func (s *Set) itemIDs(axis string) []string {
	var ids []string
	for _, item := range s.Items(axis) {
		ids = append(ids, item.ID)
	}
	return ids
}

func (s *Set) itemOrder(axis string) func(id string) string {
	return func(id string) string { return s.orders[axis+"/"+id] }
}

func (s *Set) itemPath(axis string) func(id string) patch.Pointer {
	return func(id string) patch.Pointer { return patch.Pointer{"sets", s.ID, "axes", axis, id} }
}

type itemFact struct {
	record string
	key    kind.FactKey
	at     int // which of the key's items it is
	value  kind.Value
}

// factsFor lists every record's facts for an item of an axis.
func (s *Set) factsFor(axis, item string) []itemFact {
	var facts []itemFact
	for _, f := range s.Kind.Fields {
		at := slices.Index(f.Each, axis)
		if at < 0 {
			continue
		}
		for _, key := range s.Keys(f) {
			if key.Items[at] != item {
				continue
			}
			for _, r := range s.Records {
				if value, ok := r.Facts[key.String()]; ok {
					facts = append(facts, itemFact{r.ID, key, at, value})
				}
			}
		}
	}
	return facts
}
