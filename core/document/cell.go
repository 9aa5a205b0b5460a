package document

import (
	"fmt"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/patch"
)

// SetFact says a fact as text: of a record, of an item of an axis, or (with neither) of the set. An empty text
// takes the fact back.
type SetFact struct {
	Set        string
	Record     string
	Axis, Item string
	Key        string
	Text       string
	By         kind.Typing // how Text is written
}

// Plan finds the field and reads the text by its type.
func (c SetFact) Plan(s *Site) (patch.Patch, error) {
	set, ok := s.SetByID(c.Set)
	if !ok {
		return nil, missing("set", c.Set)
	}
	path := patch.Pointer{"sets", c.Set}
	facts, fields := set.Facts, set.Kind.SetFields
	switch {
	case c.Record != "":
		record, ok := set.RecordByID(c.Record)
		if !ok {
			return nil, missing(set.Kind.One, c.Record)
		}
		path, facts, fields = path.To("records", c.Record), record.Facts, set.Kind.Fields
	case c.Axis != "":
		axis, known := set.Kind.AxisNamed(c.Axis)
		item, ok := set.ItemNamed(c.Axis, c.Item)
		if !known || !ok {
			return nil, missing(c.Axis, c.Item)
		}
		path, facts, fields = path.To("axes", c.Axis, c.Item), item.Facts, axis.Fields
	}
	path = path.To("facts", c.Key)
	field, err := set.CheckKey(fields, kind.ParseFactKey(c.Key))
	if err != nil {
		return nil, faultf(path, "%v", err)
	}
	var value any
	if strings.TrimSpace(c.Text) != "" {
		parsed, err := c.By.Parse(field.Type, c.Text)
		if err == nil && field.CheckText != nil {
			err = field.CheckText(set.Set, kind.ParseFactKey(c.Key), c.Text)
		}
		if err != nil {
			return nil, faultf(path, "%v", err)
		}
		if err := set.CheckFact(field, kind.ParseFactKey(c.Key), parsed); err != nil {
			return nil, faultf(path, "%v", err)
		}
		value = parsed
	} else if field.Required {
		return nil, faultf(path, "%s must be said", field.Label)
	}
	var old any
	if v, ok := facts[c.Key]; ok {
		old = v
	}
	return put(path, old, value), nil
}

// Label names the fact and whose it is.
func (c SetFact) Label(s *Site) string {
	set, ok := s.SetByID(c.Set)
	if !ok {
		return c.Key
	}
	what := strings.ReplaceAll(c.Key, ":", " ")
	if record, ok := set.RecordByID(c.Record); ok {
		return what + " of " + RecordName(set, record)
	}
	return what + " of " + set.Name
}

// RecordName is what the interface calls a record: see kind.Set.NameOf.
func RecordName(set *Set, record *kind.Record) string {
	return set.Set.NameOf(*record)
}

// NameOf is what the interface calls the record of an ID.
func (s *Set) NameOf(id string) string {
	record, ok := s.RecordByID(id)
	if !ok {
		return id
	}
	return RecordName(s, record)
}

// SetLook says a look value at a block (or, where Key names a record, at that record), or with Kind at a kind's
// level in the house style. An empty text takes it back.
type SetLook struct {
	Block string
	Kind  string
	Key   look.Key
	Text  string
}

// Plan reads the value by its property.
func (c SetLook) Plan(s *Site) (patch.Patch, error) {
	path, k, sheet, err := c.level(s)
	if err != nil {
		return nil, err
	}
	path = path.To(c.Key.String())
	var value, old any
	if strings.TrimSpace(c.Text) != "" {
		_, parsed, err := k.ParseLook(c.Key.String(), c.Text)
		if err != nil {
			return nil, faultf(path, "%v", err)
		}
		value = parsed.String()
	}
	if v, ok := sheet[c.Key]; ok {
		old = v.String()
	}
	return put(path, old, value), nil
}

func (c SetLook) level(s *Site) (patch.Pointer, *kind.Kind, look.Sheet, error) {
	if c.Kind != "" {
		k, ok := s.kinds.Named(c.Kind)
		if !ok {
			return nil, nil, nil, missing("kind", c.Kind)
		}
		return patch.Pointer{"house", "kinds", c.Kind}, k, s.House.Kinds[c.Kind], nil
	}
	block, ok := s.BlockByID(c.Block)
	if !ok {
		return nil, nil, nil, missing("block", c.Block)
	}
	return patch.Pointer{"blocks", c.Block, "look"}, s.SetOf(block).Kind, block.Look, nil
}

// Label names the part and property.
func (c SetLook) Label(*Site) string {
	return fmt.Sprintf("%s of %s", c.Key.Property, c.Key.Part)
}

// Batch is several changes of cells made in one act: a pasted or cleared rectangle. Each is planned on the
// document as it is before the batch, so they must not depend on each other.
type Batch struct {
	Name    string
	Changes []Change
}

// Plan joins the plans. A place that is said twice is said as the last says it.
func (b Batch) Plan(s *Site) (patch.Patch, error) {
	var all patch.Patch
	at := map[string]int{}
	for _, change := range b.Changes {
		p, err := change.Plan(s)
		if err != nil {
			return nil, err
		}
		for _, operation := range p {
			path := operation.Path.String()
			if i, ok := at[path]; ok {
				all[i] = operation
				continue
			}
			at[path] = len(all)
			all = append(all, operation)
		}
	}
	return all, nil
}

// Label is the batch's own name.
func (b Batch) Label(*Site) string { return b.Name }
