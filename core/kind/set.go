package kind

import (
	"fmt"
	"slices"
	"strings"
)

// FactKey names one fact: the field, and an item of each axis the field goes over.
// Its text joins them with colons: "price:month:EUR".
type FactKey struct {
	Field string
	Items []string
}

// ParseFactKey reads the text form.
func ParseFactKey(text string) FactKey {
	words := strings.Split(text, ":")
	return FactKey{words[0], words[1:]}
}

func (k FactKey) String() string { return strings.Join(append([]string{k.Field}, k.Items...), ":") }

// Set is typed records said once, as forms and marks see them: complete, in order, every value typed.
type Set struct {
	Kind    *Kind
	Name    string
	Facts   map[string]Value  // by FactKey text
	Axes    map[string][]Item // by axis name, in order
	Records []Record
	// Others finds the site's sets by ID, from which facts may be computed; nil where the set stands alone.
	Others func(id string) (Set, bool)
}

// Item is one thing on an axis.
type Item struct {
	ID    string
	Facts map[string]Value
}

// Record is one row of a set.
type Record struct {
	ID       string
	Featured bool
	Facts    map[string]Value // by FactKey text
}

// FreshSet is a set of records that say so much, for a designer to write over.
func FreshSet(k *Kind, records ...map[string]Value) Set {
	set := Set{Kind: k, Facts: map[string]Value{}, Axes: map[string][]Item{}}
	for i, facts := range records {
		set.Records = append(set.Records, Record{ID: fmt.Sprintf("%s-%d", k.One, i+1), Facts: facts})
	}
	return set
}

// Items lists an axis.
func (s Set) Items(axis string) []Item { return s.Axes[axis] }

// Record is the record of an ID.
func (s Set) Record(id string) (Record, bool) {
	i := slices.IndexFunc(s.Records, func(r Record) bool { return r.ID == id })
	if id == "" || i < 0 {
		return Record{}, false
	}
	return s.Records[i], true
}

// ItemNamed finds an item of an axis.
func (s Set) ItemNamed(axis, id string) (Item, bool) {
	i := slices.IndexFunc(s.Axes[axis], func(item Item) bool { return item.ID == id })
	if i < 0 {
		return Item{}, false
	}
	return s.Axes[axis][i], true
}

// Keys lists the fact keys of a field over the set's axes, in order.
func (s Set) Keys(f Field) []FactKey {
	keys := []FactKey{{Field: f.Name}}
	for _, axis := range f.Each {
		var longer []FactKey
		for _, key := range keys {
			for _, item := range s.Axes[axis] {
				longer = append(longer, FactKey{key.Field, append(slices.Clone(key.Items), item.ID)})
			}
		}
		keys = longer
	}
	return keys
}

// CheckKey says whether a fact key fits one of the fields and the set's axes.
func (s Set) CheckKey(fields []Field, key FactKey) (Field, error) {
	f, ok := fieldNamed(fields, key.Field)
	if !ok {
		return f, fmt.Errorf("%s has no field %q", s.Kind.Title, key.Field)
	}
	if len(f.Each) != len(key.Items) {
		return f, fmt.Errorf("the field %s takes %d items after its name, not %d", f.Name, len(f.Each), len(key.Items))
	}
	for i, axis := range f.Each {
		if _, ok := s.ItemNamed(axis, key.Items[i]); !ok {
			return f, fmt.Errorf("%s: there is no %q among the %s", f.Name, key.Items[i], axis)
		}
	}
	return f, nil
}

// CheckFact reads whether a value fits the field's own rule, beyond its type.
func (s Set) CheckFact(f Field, key FactKey, value Value) error {
	if f.Check == nil {
		return nil
	}
	return f.Check(s, key, value)
}

// Said is a fact of the record, or where it says none the set's fact of the same name, which holds for all.
func (s Set) Said(r Record, name string) Value {
	if v, ok := r.Facts[name]; ok {
		return v
	}
	return s.Facts[name]
}

// IsHeading reports whether an item is a heading over those after it.
func (a Axis) IsHeading(item Item) bool {
	return a.Heading != "" && Text(item.Facts, a.Heading) == "yes"
}

// Text is a fact's text, or "" where it is not said.
func Text(facts map[string]Value, key string) string {
	if v, ok := facts[key]; ok {
		return v.String()
	}
	return ""
}

// Fact is a fact of the record, or where it says none what is derived for it; nil for neither.
func (s Set) Fact(r Record, name string) Value {
	if v, ok := r.Facts[name]; ok {
		return v
	}
	f, ok := s.Kind.FieldNamed(name)
	if !ok || f.Derive == nil {
		return nil
	}
	v, ok := f.Derive(s, r, FactKey{Field: name})
	if !ok {
		return nil
	}
	return v
}

// NameOf is what the interface calls a record: its first field, or where that says nothing its noun and its number.
func (s Set) NameOf(r Record) string {
	if name := Text(r.Facts, s.Kind.Fields[0].Name); name != "" {
		return name
	}
	at := slices.IndexFunc(s.Records, func(other Record) bool { return other.ID == r.ID })
	return fmt.Sprintf("%s %d", strings.ToUpper(s.Kind.One[:1])+s.Kind.One[1:], at+1)
}
