package document

import (
	"cmp"
	"fmt"
	"maps"
	"slices"

	"rubrel/core/kind"
	"rubrel/core/patch"
)

// AddRecords makes new records at the end, of what each says: texts by fact key.
type AddRecords struct {
	Set     string
	Records []map[string]string
}

// Plan reads the texts, names the records after their first facts, and places them one after the other.
func (c AddRecords) Plan(s *Site) (patch.Patch, error) {
	set, ok := s.SetByID(c.Set)
	if !ok {
		return nil, missing("set", c.Set)
	}
	if len(set.Records)+len(c.Records) > MostRecords {
		return nil, faultf(patch.Pointer{"sets", c.Set, "records"}, "a set holds at most %d %s: %d and %d more are too many",
			MostRecords, set.Kind.Many, len(set.Records), len(c.Records))
	}
	ids, fresh := set.recordIDs(), map[string]string{}
	orderOf := func(id string) string {
		if order, ok := fresh[id]; ok {
			return order
		}
		return set.recordOrder(id)
	}
	var p patch.Patch
	for i, texts := range c.Records {
		facts, err := set.factsOf(texts)
		if err != nil {
			return nil, faultf(nil, "%s %d: %v", set.Kind.One, i+1, err)
		}
		title := texts[set.Kind.Fields[0].Name]
		if err := set.begin(facts, title); err != nil {
			return nil, err
		}
		id := FreshID(cmp.Or(title, set.Kind.One), func(id string) bool { return slices.Contains(ids, id) })
		after := ""
		if len(ids) > 0 {
			after = ids[len(ids)-1]
		}
		at, err := place(ids, orderOf, id, after)
		if err != nil {
			return nil, err
		}
		p = append(p, patch.Operation{Op: patch.Add, Path: set.recordPath(id), Value: map[string]any{"order": at.key,
			"facts": facts}})
		p = append(p, at.evened(set.recordPath, orderOf)...)
		ids, fresh[id] = append(ids, id), at.key
		maps.Copy(fresh, at.others)
	}
	return p, nil
}

// Label says how many there are.
func (c AddRecords) Label(s *Site) string {
	if set, ok := s.SetByID(c.Set); ok {
		return fmt.Sprintf("%d new %s", len(c.Records), set.Kind.Many)
	}
	return "new records"
}

// factsOf are facts of a record by what is said of each.
func (s *Set) factsOf(texts map[string]string) (map[string]any, error) {
	facts := map[string]any{}
	for _, key := range slices.Sorted(maps.Keys(texts)) {
		field, err := s.CheckKey(s.Kind.Fields, kind.ParseFactKey(key))
		if err != nil {
			return nil, err
		}
		if facts[key], err = field.Type.Parse(texts[key]); err != nil {
			return nil, fmt.Errorf("%s: %w", field.Label, err)
		}
	}
	return facts, nil
}
