package document

import (
	"cmp"
	"fmt"
	"maps"
	"reflect"
	"slices"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// Difference is one thing that two versions of a site say differently, in the words of the interface.
type Difference struct {
	Of       string // whose it is: a set, a block, the house style …
	What     string // "Dusk · price a month EUR"
	Old, New string // as they are typed; "" for what is not said
	// Coming and Going say that the thing itself is there in one of the versions alone; Old and New are "" then.
	Coming, Going bool
}

// Differences lists what a visitor may see changed between two versions of a site: what is said, what is derived from
// it, looks and pages. Facts come first.
func Differences(before, after *Site) []Difference {
	d := differ{before: before, after: after}
	d.text("the site", "name", before.Name, after.Name)
	d.text("the site", "language", LanguageName(before.Language), LanguageName(after.Language))
	d.sets()
	pair(before.Pages, after.Pages, func(p *Page) string { return p.ID }, func(old, new *Page) {
		if both(&d, "pages", old, new, func(p *Page) string { return p.Title }) {
			d.page(old, new)
		}
	})
	pair(before.Blocks, after.Blocks, func(b *Block) string { return b.ID }, func(old, new *Block) {
		if both(&d, "blocks", old, new, func(b *Block) string { return b.Name }) {
			d.block(old, new)
		}
	})
	d.house(before.House, after.House)
	pair(before.Pictures, after.Pictures, func(p *Picture) string { return p.ID }, func(old, new *Picture) {
		if both(&d, "pictures", old, new, func(p *Picture) string { return p.ID }) {
			d.text("pictures", new.ID+" · focus", old.Focus.String(), new.Focus.String())
		}
	})
	pair(before.Icons, after.Icons, func(i *Icon) string { return i.ID }, func(old, new *Icon) {
		both(&d, "icons", old, new, func(i *Icon) string { return i.ID })
	})
	return d.found
}

// ListDifferences are those of what is said in lists: what a client has given, and is told.
func ListDifferences(before, after *Site) []Difference {
	d := differ{before: before, after: after}
	d.sets()
	return d.found
}

func (d *differ) sets() {
	pair(d.before.Sets, d.after.Sets, func(s *Set) string { return s.ID }, func(old, new *Set) {
		if both(d, "lists", old, new, func(s *Set) string { return s.Name }) {
			d.set(old, new)
		}
	})
}

// String says it in a line: "Dusk · price a month EUR: 9.00 → 10.00".
func (d Difference) String() string {
	or := func(text string) string { return cmp.Or(text, "nothing") }
	switch {
	case d.Coming:
		return d.What + ": new"
	case d.Going:
		return d.What + ": gone"
	}
	return d.What + ": " + or(d.Old) + " → " + or(d.New)
}

type differ struct {
	before, after *Site
	found         []Difference
}

// pair visits the members of two lists by their IDs: those that are there now in their order, with what they were or
// nil, and then those that have gone, with nil for what they are.
func pair[T any](before, after []T, id func(*T) string, visit func(old, new *T)) {
	was := map[string]*T{}
	for i := range before {
		was[id(&before[i])] = &before[i]
	}
	for i := range after {
		visit(was[id(&after[i])], &after[i])
		delete(was, id(&after[i]))
	}
	for i := range before {
		if _, gone := was[id(&before[i])]; gone {
			visit(&before[i], nil)
		}
	}
}

// both reports whether a thing is there in both versions, with the same name; where it is in one alone, or has another
// name, it says so.
func both[T any](d *differ, of string, old, new *T, name func(*T) string) bool {
	switch {
	case old == nil:
		d.found = append(d.found, Difference{Of: of, What: name(new), Coming: true})
	case new == nil:
		d.found = append(d.found, Difference{Of: of, What: name(old), Going: true})
	default:
		d.text(of, name(old), name(old), name(new))
		return true
	}
	return false
}

func (d *differ) text(of, what, old, new string) {
	if old != new {
		d.found = append(d.found, Difference{Of: of, What: what, Old: old, New: new})
	}
}

// set compares what two versions of a set say.
func (d *differ) set(old, new *Set) {
	for _, axis := range new.Kind.Axes {
		pair(old.Axes[axis.Name], new.Axes[axis.Name], func(i *kind.Item) string { return i.ID }, func(was, is *kind.Item) {
			name := func(i *kind.Item) string { return axis.One + " " + kind.Text(i.Facts, axis.Label) }
			if both(d, new.Name, was, is, name) {
				fields := slices.DeleteFunc(slices.Clone(axis.Fields), func(f kind.Field) bool { return f.Name == axis.Label })
				d.facts(new.Name, name(is), fields, was.Facts, is.Facts)
			}
		})
	}
	pair(old.Records, new.Records, func(r *kind.Record) string { return r.ID }, func(was, is *kind.Record) {
		of := func(set *Set) func(*kind.Record) string {
			return func(r *kind.Record) string { return RecordName(set, r) }
		}
		if is == nil {
			both(d, new.Name, was, is, of(old))
		} else if both(d, new.Name, was, is, of(new)) {
			d.record(old, new, was, is)
		}
	})
	ids := func(set *Set, other *Set) (kept []string) {
		for _, r := range set.Records {
			if _, ok := other.RecordByID(r.ID); ok {
				kept = append(kept, r.ID)
			}
		}
		return kept
	}
	if !slices.Equal(ids(old, new), ids(new, old)) {
		d.found = append(d.found, Difference{Of: new.Name, What: "order", Old: namesOf(old), New: namesOf(new)})
	}
	d.facts(new.Name, "all", new.Kind.SetFields, old.Facts, new.Facts)
}

func namesOf(set *Set) string {
	names := make([]string, len(set.Records))
	for i := range set.Records {
		names[i] = RecordName(set, &set.Records[i])
	}
	return strings.Join(names, ", ")
}

// record compares what is said and derived of a record.
func (d *differ) record(old, new *Set, was, is *kind.Record) {
	name := RecordName(new, is)
	for i, field := range new.Kind.Fields {
		for _, key := range new.Keys(field) {
			if i == 0 && len(key.Items) == 0 {
				continue // its name
			}
			by := kind.Typing{Language: d.after.Language}
			d.text(new.Name, name+" · "+new.Heading(field, key), shownFact(old, was, field, key, by),
				shownFact(new, is, field, key, by))
		}
	}
	d.text(new.Name, name+" · featured", yesOrNo(was.Featured), yesOrNo(is.Featured))
}

func yesOrNo(yes bool) string {
	if yes {
		return "yes"
	}
	return "no"
}

// shownFact is a fact's text, said or derived; "" for neither.
func shownFact(set *Set, r *kind.Record, field kind.Field, key kind.FactKey, by kind.Typing) string {
	if v, ok := r.Facts[key.String()]; ok {
		return by.Shown(field.Type, v)
	}
	if _, err := set.CheckKey(set.Kind.Fields, key); err != nil || field.Derive == nil {
		return "" // it goes over an item that the set does not have
	}
	if v, ok := field.Derive(set.Set, *r, key); ok {
		return by.Shown(field.Type, v)
	}
	return ""
}

func (d *differ) facts(of, whose string, fields []kind.Field, old, new map[string]kind.Value) {
	for _, field := range fields {
		by := kind.Typing{Language: d.after.Language}
		d.text(of, whose+" · "+field.Label, by.Shown(field.Type, old[field.Name]), by.Shown(field.Type, new[field.Name]))
	}
}

func (d *differ) page(old, new *Page) {
	d.text("pages", new.Title+" · introduction", old.Intro, new.Intro)
	d.text("pages", new.Title+" · language", LanguageName(old.Language), LanguageName(new.Language))
	blocks := func(site *Site, p *Page) string {
		var names []string
		for _, band := range p.Bands {
			for _, id := range band.Blocks {
				if block, ok := site.BlockByID(id); ok {
					names = append(names, block.Name)
				}
			}
		}
		return strings.Join(names, ", ")
	}
	headings := func(p *Page) string {
		var all []string
		for _, band := range p.Bands {
			all = append(all, band.Heading)
		}
		return strings.Join(all, ", ")
	}
	d.text("pages", new.Title+" · blocks", blocks(d.before, old), blocks(d.after, new))
	d.text("pages", new.Title+" · headings", headings(old), headings(new))
}

func (d *differ) block(old, new *Block) {
	of := "look of " + new.Name
	d.text(of, "form", old.Form, new.Form)
	d.sheet(of, old.Look, new.Look)
}

func (d *differ) sheet(of string, old, new look.Sheet) {
	keys := map[look.Key]bool{}
	for key := range old {
		keys[key] = true
	}
	for key := range new {
		keys[key] = true
	}
	text := func(sheet look.Sheet, key look.Key) string {
		if v, ok := sheet[key]; ok {
			return fmt.Sprint(v)
		}
		return ""
	}
	sorted := slices.SortedFunc(
		maps.Keys(keys),
		func(a, b look.Key) int { return strings.Compare(a.String(), b.String()) },
	)
	for _, key := range sorted {
		d.text(of, key.String(), text(old, key), text(new, key))
	}
}

func (d *differ) house(old, new House) {
	const of = "house style"
	d.text(of, "dress", old.Dress, new.Dress)
	d.text(of, "scheme", string(old.Scheme), string(new.Scheme))
	d.text(of, "sizes", old.Scale, new.Scale)
	d.text(of, "widths", old.Widths, new.Widths)
	d.tokens(of, "", old.Tokens, new.Tokens)
	d.tokens(of, " in the dark", old.Dark, new.Dark)
	for _, name := range union(old.Kinds, new.Kinds) {
		if !reflect.DeepEqual(old.Kinds[name], new.Kinds[name]) {
			d.sheet("look of every "+name, old.Kinds[name], new.Kinds[name])
		}
	}
}

func (d *differ) tokens(of, where string, old, new map[string]string) {
	for _, name := range union(old, new) {
		d.text(of, name+where, old[name], new[name])
	}
}

// union are the names of two maps, sorted.
func union[T any](a, b map[string]T) []string {
	names := slices.AppendSeq(slices.Collect(maps.Keys(a)), maps.Keys(b))
	slices.Sort(names)
	return slices.Compact(names)
}
