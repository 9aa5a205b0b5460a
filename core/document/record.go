package document

import (
	"slices"
	"strconv"
	"strings"

	"github.com/gosimple/slug"

	"rubrel/core/look"
	"rubrel/core/patch"
)

// AddRecord makes a new record after another, or at the end. Copy names a record whose facts and look it takes.
type AddRecord struct {
	Set, After, Copy string
}

// Plan names the record and places it.
func (c AddRecord) Plan(s *Site) (patch.Patch, error) {
	set, ok := s.SetByID(c.Set)
	if !ok {
		return nil, missing("set", c.Set)
	}
	if len(set.Records) >= MostRecords {
		return nil, faultf(patch.Pointer{"sets", c.Set, "records"}, "a set holds at most %d %s", MostRecords, set.Kind.Many)
	}
	facts := map[string]any{}
	title := capital(set.Kind.One) + " " + strconv.Itoa(len(set.Records)+1)
	if c.Copy != "" {
		original, ok := set.RecordByID(c.Copy)
		if !ok {
			return nil, missing(set.Kind.One, c.Copy)
		}
		for key, value := range original.Facts {
			facts[key] = value
		}
		title = RecordName(set, original) + " copy"
		if c.After == "" {
			c.After = c.Copy
		}
	}
	named := title
	if nameless := c.Copy != "" && facts[set.Kind.Fields[0].Name] == nil; nameless {
		named = "" // and so is the copy
	}
	if err := set.begin(facts, named); err != nil {
		return nil, err
	}
	id := FreshID(title, func(id string) bool { _, taken := set.RecordByID(id); return taken })
	at, err := set.placeRecord(id, c.After)
	if err != nil {
		return nil, err
	}
	p := patch.Patch{{Op: patch.Add, Path: set.recordPath(id), Value: map[string]any{"order": at.key, "facts": facts}}}
	p = append(p, at.evened(set.recordPath, set.recordOrder)...)
	return append(p, s.copyLook(c.Set, c.Copy, id)...), nil
}

// begin says what a new record must say: its name, and what its kind begins the other required fields with.
func (s *Set) begin(facts map[string]any, title string) error {
	for i, field := range s.Kind.Fields {
		text := field.Begins
		if i == 0 {
			text = title
		}
		if _, said := facts[field.Name]; said && i > 0 || text == "" {
			continue
		}
		value, err := field.Type.Parse(text)
		if err != nil && i == 0 { // the number or the word "copy" made it too long
			value, err = field.Type.Parse(capital(s.Kind.One))
		}
		if err != nil {
			return faultf(nil, "a new %s cannot begin with %q: %v", s.Kind.One, text, err)
		}
		facts[field.Name] = value
	}
	return nil
}

func (s *Set) recordPath(id string) patch.Pointer { return patch.Pointer{"sets", s.ID, "records", id} }

func (s *Set) recordOrder(id string) string { return s.orders[id] }

// placeRecord puts a new record right after another, or at the end for an empty after.
func (s *Set) placeRecord(id, after string) (placement, error) {
	ids := s.recordIDs()
	if after == "" && len(ids) > 0 {
		after = ids[len(ids)-1]
	}
	return place(ids, s.recordOrder, id, after)
}

// Label names the noun.
func (c AddRecord) Label(s *Site) string {
	if set, ok := s.SetByID(c.Set); ok {
		if record, ok := set.RecordByID(c.Copy); ok {
			return "copy of " + RecordName(set, record)
		}
		return "new " + set.Kind.One
	}
	return "new record"
}

// copyLook gives a new record every exception of another, in every block that shows the set.
func (s *Site) copyLook(setID, from, to string) patch.Patch {
	var p patch.Patch
	if from == "" {
		return p
	}
	for _, b := range s.BlocksOf(setID) {
		for _, key := range copiedKeys(b.Look, from) {
			copied := key
			copied.Record = to
			p = append(p, patch.Operation{Op: patch.Add, Path: patch.Pointer{"blocks", b.ID, "look", copied.String()},
				Value: b.Look[key].String()})
		}
	}
	return p
}

// recordKeys lists the keys of one record's exceptions in a stable order.
func recordKeys(sheet look.Sheet, record string) []look.Key {
	var keys []look.Key
	for key := range sheet {
		if key.Record == record {
			keys = append(keys, key)
		}
	}
	slices.SortFunc(keys, func(a, b look.Key) int { return strings.Compare(a.String(), b.String()) })
	return keys
}

// copiedKeys are those of a record's exceptions that another record can have, too: an id is one element's.
func copiedKeys(sheet look.Sheet, record string) []look.Key {
	return slices.DeleteFunc(recordKeys(sheet, record), func(key look.Key) bool { return key.Property == "id" })
}

// RemoveRecord takes a record away, with its exceptions in every block that shows it.
type RemoveRecord struct{ Set, Record string }

// Plan removes the record and what hangs on it.
func (c RemoveRecord) Plan(s *Site) (patch.Patch, error) {
	set, ok := s.SetByID(c.Set)
	if !ok {
		return nil, missing("set", c.Set)
	}
	if _, ok := set.RecordByID(c.Record); !ok {
		return nil, missing(set.Kind.One, c.Record)
	}
	p := patch.Patch{{Op: patch.Remove, Path: patch.Pointer{"sets", c.Set, "records", c.Record}}}
	for _, b := range s.BlocksOf(c.Set) {
		for _, key := range recordKeys(b.Look, c.Record) {
			p = append(p, patch.Operation{Op: patch.Remove, Path: patch.Pointer{"blocks", b.ID, "look", key.String()}})
		}
	}
	return p, nil
}

// Label names the record.
func (c RemoveRecord) Label(s *Site) string {
	if set, ok := s.SetByID(c.Set); ok {
		if record, ok := set.RecordByID(c.Record); ok {
			return "delete " + RecordName(set, record)
		}
	}
	return "delete " + c.Record
}

// MoveRecord places a record after another; an empty After makes it the first.
type MoveRecord struct{ Set, Record, After string }

// Plan gives the record a new order key, and the others where keys have become too long.
func (c MoveRecord) Plan(s *Site) (patch.Patch, error) {
	set, ok := s.SetByID(c.Set)
	if !ok {
		return nil, missing("set", c.Set)
	}
	if _, ok := set.RecordByID(c.Record); !ok {
		return nil, missing(set.Kind.One, c.Record)
	}
	at, err := place(set.recordIDs(), set.recordOrder, c.Record, c.After)
	if err != nil {
		return nil, err
	}
	moved := put(set.recordPath(c.Record).To("order"), set.recordOrder(c.Record), at.key)
	return append(moved, at.evened(set.recordPath, set.recordOrder)...), nil
}

// Label names the record.
func (c MoveRecord) Label(s *Site) string {
	return "move " + strings.TrimPrefix(RemoveRecord{c.Set, c.Record}.Label(s), "delete ")
}

// FeatureRecord features a record, or stops featuring it. Only takes the feature from every other.
type FeatureRecord struct {
	Set, Record string
	On, Only    bool
}

// Plan sets the flags.
func (c FeatureRecord) Plan(s *Site) (patch.Patch, error) {
	set, ok := s.SetByID(c.Set)
	if !ok {
		return nil, missing("set", c.Set)
	}
	if _, ok := set.RecordByID(c.Record); !ok {
		return nil, missing(set.Kind.One, c.Record)
	}
	var p patch.Patch
	for _, record := range set.Records {
		want := record.Featured
		if record.ID == c.Record {
			want = c.On
		} else if c.Only && c.On {
			want = false
		}
		p = append(p, put(patch.Pointer{"sets", c.Set, "records", record.ID, "featured"}, flag(record.Featured),
			flag(want))...)
	}
	return p, nil
}

// Label names the record.
func (c FeatureRecord) Label(s *Site) string {
	name := strings.TrimPrefix(RemoveRecord{c.Set, c.Record}.Label(s), "delete ")
	if c.On {
		return "feature " + name
	}
	return "no longer feature " + name
}

// flag is how a document holds a flag: true, or absent.
func flag(on bool) any {
	if on {
		return true
	}
	return nil
}

func (s *Set) recordIDs() []string {
	ids := make([]string, len(s.Records))
	for i, r := range s.Records {
		ids[i] = r.ID
	}
	return ids
}

// mostSlug is how long the part of an ID may be that is made of a name.
const mostSlug = 40

// FreshID makes an ID of a name, in whatever script it is written, that is not taken yet.
func FreshID(name string, taken func(string) bool) string {
	base := slug.Make(strings.NewReplacer("&", " ", "@", " ").Replace(name)) // which it writes as English words
	base = strings.ReplaceAll(base, "_", "-")
	base = strings.Trim(base[:min(len(base), mostSlug)], "-")
	if base == "" {
		base = "item"
	}
	id := base
	for n := 2; taken(id); n++ {
		id = base + "-" + strconv.Itoa(n)
	}
	return id
}

func capital(word string) string { return strings.ToUpper(word[:1]) + word[1:] }
