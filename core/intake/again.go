package intake

import (
	"cmp"
	"fmt"
	"maps"
	"slices"
	"strings"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/money"
)

// Sort is how a list stands to what a set says.
type Sort string

// The sorts of differences.
const (
	New     Sort = "new"     // the list has it, the set has not
	Changed Sort = "changed" // the list says it otherwise
	Gone    Sort = "gone"    // the list has it no longer
	// Own is what the designer has said otherwise since the list was read last, which says the same still.
	Own Sort = "own"
)

// Difference is one thing that a list says otherwise than a set. It is taken or left by itself.
type Difference struct {
	Key   string
	Sort  Sort
	Where string // in the words of the site: "Meister · price im Monat EUR"
	Old   string
	New   string
	// Left says that it is left unless somebody takes it.
	Left bool

	apply func(m *merger)
}

// SortName is what a person reads of the sort.
func (d Difference) SortName() string {
	switch {
	case d.Sort == Own:
		return "said otherwise here"
	case d.Sort == Gone && d.Left:
		return "not in the list"
	}
	return string(d.Sort)
}

// Revision is a list beside the set that it is to revise.
type Revision struct {
	Differences []Difference
	// Matches are the IDs of the set's records by those of the list's; "" for a record that is new.
	Matches map[string]string

	old     kind.Set
	reading *Reading
	before  Before
	made    map[string]string // the IDs that new records will have, by theirs in the list
}

// Known is by what the records of the set are known from now on, of which some were taken: their keys in the list, and
// what it calls them. It is what was known before with what this list says.
func (v *Revision) Known(to kind.Set) map[string]string {
	there := func(id string) bool {
		return slices.ContainsFunc(to.Records, func(r kind.Record) bool { return r.ID == id })
	}
	known := v.reading.known(v.reading.Set.Records, func(id string) string {
		if to := cmp.Or(v.Matches[id], v.made[id]); there(to) {
			return to
		}
		return ""
	})
	for mark, id := range v.before.Known {
		if _, said := known[mark]; !said && there(id) {
			known[mark] = id
		}
	}
	return known
}

// Before is what was read last into a set: the zero value is nothing.
type Before struct {
	// Reading is what that list says, nil where there was none: what the designer has said since is then known from what
	// the client has.
	Reading *Reading
	// Known is by what the records of the set were known: see Revision.Known.
	Known map[string]string
}

// Compare finds what a list says otherwise than a set. Matches are corrections: the set's record for one of the list's,
// "" for none.
func Compare(old kind.Set, before Before, r *Reading, matches map[string]string) *Revision {
	v := &Revision{old: old, Matches: map[string]string{}, reading: r, made: map[string]string{}, before: before}
	c := comparison{Revision: v, old: old, reading: r, fresh: align(r, old, before.Known, matches),
		brought: map[string][]func(m *merger){}}
	v.Matches = c.fresh.records
	if before.Reading != nil {
		rekeyed := align(before.Reading, old, before.Known, nil)
		c.base = &rekeyed
		c.baseSet = before.Reading.Set
	}
	c.items()
	c.records()
	return v
}

// alignment says which of another set's records and items are which of a set's.
type alignment struct {
	records map[string]string
	items   map[string]string // "axis/item"
}

// align finds the records and items of a list among those of a set: by what they are known by, by their names, and then
// by their likeness.
func align(list *Reading, to kind.Set, known, said map[string]string) alignment {
	from := list.Set
	a := alignment{records: map[string]string{}, items: map[string]string{}}
	for _, axis := range from.Kind.Axes {
		a.alignItems(axis, from, to)
	}
	taken := map[string]bool{}
	for id, match := range said {
		a.records[id] = match
		taken[match] = true
	}
	for _, sort := range []string{byKey, byCalling} {
		for _, r := range from.Records {
			for _, mark := range list.marksOf(r) {
				id := known[mark]
				_, matched := a.records[r.ID]
				there := slices.ContainsFunc(to.Records, func(x kind.Record) bool { return x.ID == id })
				if strings.HasPrefix(mark, sort) && there && !matched && !taken[id] {
					a.records[r.ID], taken[id] = id, true
				}
			}
		}
	}
	name := from.Kind.Fields[0].Name
	for _, r := range from.Records {
		if _, ok := a.records[r.ID]; ok {
			continue
		}
		own := kind.Text(r.Facts, name)
		for _, other := range to.Records {
			if own != "" && !taken[other.ID] && strings.EqualFold(own, kind.Text(other.Facts, name)) {
				a.records[r.ID], taken[other.ID] = other.ID, true
				break
			}
		}
	}
	for _, r := range from.Records {
		if _, ok := a.records[r.ID]; ok {
			continue
		}
		best, score := "", leastLikeness
		for _, other := range to.Records {
			if likeness := a.likeness(from, to, r, other); !taken[other.ID] && likeness > score {
				best, score = other.ID, likeness
			}
		}
		a.records[r.ID] = best
		taken[best] = best != ""
	}
	return a
}

// Two records of different names are taken for one from a likeness, of 1, and a number of facts that are the same; of
// which one is enough where it is a long text that no other record says, or their names share a word. Two people who do
// the same are not one, nor are plans with one note.
const (
	leastLikeness = 0.5
	leastSame     = 2
	longText      = 40 // bytes
)

// likeness is the share of the facts of two records that are the same; 0 where these are too few to tell.
func (a alignment) likeness(from, to kind.Set, r, other kind.Record) float64 {
	name := from.Kind.Fields[0].Name
	same, all, long := 0, 0, false
	for key, value := range r.Facts {
		if key == name {
			continue
		}
		there, ok := a.key(from, key)
		if held, said := other.Facts[there]; ok && said {
			all++
			if held.String() == value.String() {
				same++
				long = long || len(value.String()) >= longText && sayings(from, key, value) == 1 &&
					sayings(to, there, value) == 1
			}
		}
	}
	if long {
		return 1
	}
	if same == 0 || same < leastSame && !shareWord(kind.Text(r.Facts, name), kind.Text(other.Facts, name)) {
		return 0
	}
	return float64(same) / float64(all)
}

// sayings is how many records of a set say a fact.
func sayings(set kind.Set, key string, value kind.Value) (n int) {
	for _, r := range set.Records {
		if said, ok := r.Facts[key]; ok && said.String() == value.String() {
			n++
		}
	}
	return n
}

// shareWord reports whether two names have a word in common.
func shareWord(a, b string) bool {
	words := strings.Fields(strings.ToLower(a))
	return slices.ContainsFunc(strings.Fields(strings.ToLower(b)), func(word string) bool {
		return slices.Contains(words, word)
	})
}

// alignItems finds the items of an axis: by their labels, by all else that they say, and by how records stand to them.
func (a *alignment) alignItems(axis kind.Axis, from, to kind.Set) {
	taken := map[string]bool{}
	match := func(same func(item, other kind.Item) bool) {
		for _, item := range from.Items(axis.Name) {
			if a.items[axis.Name+"/"+item.ID] != "" {
				continue
			}
			for _, other := range to.Items(axis.Name) {
				if !taken[other.ID] && same(item, other) {
					a.items[axis.Name+"/"+item.ID], taken[other.ID] = other.ID, true
					break
				}
			}
		}
	}
	label := func(item kind.Item) string { return kind.Text(item.Facts, axis.Label) }
	match(func(item, other kind.Item) bool { return strings.EqualFold(label(item), label(other)) })
	match(func(item, other kind.Item) bool {
		same := 0
		for name, value := range item.Facts {
			if held, ok := other.Facts[name]; ok && name != axis.Label {
				if held.String() != value.String() {
					return false
				}
				same++
			}
		}
		return same > 0
	})
	if axis.AsRows {
		match(func(item, other kind.Item) bool { return a.renamed(axis, from, to, item, other) })
	}
}

// renamed reports whether an item is another under a new name: of the records of both sets all say the same of it,
// and not all the same.
func (a *alignment) renamed(axis kind.Axis, from, to kind.Set, item, other kind.Item) bool {
	name := from.Kind.Fields[0].Name
	values := map[string]bool{}
	compared := 0
	for _, f := range from.Kind.Fields {
		if len(f.Each) != 1 || f.Each[0] != axis.Name {
			continue
		}
		for _, r := range from.Records {
			i := slices.IndexFunc(to.Records, func(x kind.Record) bool {
				return strings.EqualFold(kind.Text(x.Facts, name), kind.Text(r.Facts, name))
			})
			if i < 0 {
				continue
			}
			value := kind.Text(r.Facts, f.Name+":"+item.ID)
			if value != kind.Text(to.Records[i].Facts, f.Name+":"+other.ID) {
				return false
			}
			values[value] = true
			compared++
		}
	}
	return compared > 1 && len(values) > 1
}

// key is a fact's key with the other set's items; false where one of them is not there.
func (a alignment) key(set kind.Set, text string) (string, bool) {
	key := kind.ParseFactKey(text)
	field, ok := set.Kind.FieldNamed(key.Field)
	if !ok || len(field.Each) != len(key.Items) {
		return text, false
	}
	for i, axis := range field.Each {
		id := a.items[axis+"/"+key.Items[i]]
		if id == "" {
			return text, false
		}
		key.Items[i] = id
	}
	return key.String(), true
}

// comparison is the work of Compare.
type comparison struct {
	*Revision
	old     kind.Set
	reading *Reading
	fresh   alignment
	base    *alignment
	baseSet kind.Set
	// brought is what comes with an item that is new, by "axis/item".
	brought map[string][]func(m *merger)
}

// newIn is the new item that a fact is about; "" where all of its items were there.
func (c *comparison) newIn(text string) string {
	key := kind.ParseFactKey(text)
	field, ok := c.old.Kind.FieldNamed(key.Field)
	if !ok || len(field.Each) != len(key.Items) {
		return ""
	}
	for i, axis := range field.Each {
		if _, held := c.old.ItemNamed(axis, key.Items[i]); !held {
			return axis + "/" + key.Items[i]
		}
	}
	return ""
}

// by is how people write values on the site.
func (c *comparison) by() kind.Typing { return kind.Typing{Language: c.reading.Settings.Language} }

func (c *comparison) add(d Difference) { c.Differences = append(c.Differences, d) }

// unsure reports whether it is not known what some lines of the list say: what seems to be gone may stand there.
func (c *comparison) unsure() bool {
	return slices.ContainsFunc(c.reading.Asked(), func(q Question) bool {
		return strings.HasPrefix(q.ID, rowQuestion) || strings.HasPrefix(q.ID, roleQuestion) ||
			q.ID == DirectionQuestion || q.ID == HeadingsQuestion || q.ID == ListQuestion
	})
}

// unread reports whether something that the list says of one of its records is not understood: what seems to be gone
// may be just that.
func (c *comparison) unread(record kind.Record) bool {
	at := slices.IndexFunc(c.reading.Set.Records, func(r kind.Record) bool { return r.ID == record.ID })
	return slices.ContainsFunc(c.reading.Lines, func(l *kind.Line) bool {
		return l.Role != kind.SkipRole && at < len(l.Cells) && l.Cells[at].IsUnfit()
	})
}

// wasInBase reports whether the list that was read last had what is one of the set's records, or of its items, by the
// beginning of their names there.
func wasInBase(known map[string]string, prefix, id string) bool {
	for name, to := range known {
		if to == id && id != "" && strings.HasPrefix(name, prefix) {
			return true
		}
	}
	return false
}

// items finds the items that are new, renamed and gone.
func (c *comparison) items() {
	for _, axis := range c.old.Kind.Axes {
		lists := slices.ContainsFunc(c.reading.Set.Kind.Fields, func(f kind.Field) bool {
			return slices.Contains(f.Each, axis.Name)
		})
		if !lists {
			continue
		}
		kept := map[string]bool{}
		for _, item := range c.reading.Set.Items(axis.Name) {
			to := c.fresh.items[axis.Name+"/"+item.ID]
			label := kind.Text(item.Facts, axis.Label)
			if to == "" {
				c.newItem(axis, item)
				continue
			}
			kept[to] = true
			was, _ := c.old.ItemNamed(axis.Name, to)
			if held := kind.Text(was.Facts, axis.Label); axis.AsRows && !strings.EqualFold(held, label) {
				c.add(Difference{Key: "label/" + axis.Name + "/" + to, Sort: Changed, Where: axis.One, Old: held, New: label,
					apply: func(m *merger) { m.setItem(axis.Name, to, axis.Label, item.Facts[axis.Label]) }})
			}
		}
		c.goneItems(axis, kept)
	}
}

// goneItems finds the items that the list has no longer. Of those that are no rows of their own, as periods, only such
// count as a list had, and one is left.
func (c *comparison) goneItems(axis kind.Axis, kept map[string]bool) {
	for _, item := range c.old.Items(axis.Name) {
		had := c.base != nil && wasInBase(c.base.items, axis.Name+"/", item.ID)
		switch {
		case kept[item.ID] || c.reading.Partial:
		case c.base != nil && !had: // the designer made it: no list has ever had it
		case !axis.AsRows && (!had || len(kept) == 0):
		default:
			c.add(Difference{Key: "gone/" + axis.Name + "/" + item.ID, Sort: Gone, Where: axis.One,
				Old: kind.Text(item.Facts, axis.Label), Left: c.base == nil || c.unsure(),
				apply: func(m *merger) { m.removeItem(axis.Name, item.ID) }})
		}
	}
}

// newItem brings an item that the list has and the set has not, with what its records say of it.
func (c *comparison) newItem(axis kind.Axis, item kind.Item) {
	id := item.ID
	if _, taken := c.old.ItemNamed(axis.Name, id); taken {
		id = document.FreshID(kind.Text(item.Facts, axis.Label), func(id string) bool {
			_, taken := c.old.ItemNamed(axis.Name, id)
			_, listed := c.reading.Set.ItemNamed(axis.Name, id)
			return taken || listed
		})
	}
	c.fresh.items[axis.Name+"/"+item.ID] = id
	c.add(Difference{Key: "new/" + axis.Name + "/" + id, Sort: New, Where: axis.One,
		New: kind.Text(item.Facts, axis.Label),
		apply: func(m *merger) {
			m.addItem(axis.Name, kind.Item{ID: id, Facts: item.Facts})
			for _, bring := range c.brought[axis.Name+"/"+id] {
				bring(m)
			}
		}})
}

// records finds what records say otherwise, and those that are new and gone.
func (c *comparison) records() {
	kept := map[string]bool{}
	for _, r := range c.reading.Set.Records {
		to := c.fresh.records[r.ID]
		if to == "" {
			c.newRecord(r)
			continue
		}
		kept[to] = true
		i := slices.IndexFunc(c.old.Records, func(x kind.Record) bool { return x.ID == to })
		c.facts(r, c.old.Records[i])
	}
	for _, r := range c.old.Records {
		if kept[r.ID] || c.reading.Partial || c.base != nil && !wasInBase(c.base.records, "", r.ID) {
			continue
		}
		c.add(Difference{Key: "gone/" + r.ID, Sort: Gone, Where: c.old.Kind.One, Old: c.old.NameOf(r),
			Left: c.base == nil || c.unsure(), apply: func(m *merger) { m.removeRecord(r.ID) }})
	}
}

func (c *comparison) newRecord(r kind.Record) {
	name := c.reading.Set.NameOf(r)
	id := document.FreshID(name, func(id string) bool {
		return slices.ContainsFunc(c.old.Records, func(x kind.Record) bool { return x.ID == id })
	})
	facts := map[string]kind.Value{}
	for key, value := range r.Facts {
		to, _ := c.fresh.key(c.reading.Set, key)
		facts[to] = value
	}
	var said []string
	for _, f := range c.old.Kind.Fields[1:] {
		for _, key := range slices.Sorted(maps.Keys(facts)) {
			if kind.ParseFactKey(key).Field == f.Name && len(said) < 4 {
				field, _ := c.old.Kind.FieldNamed(kind.ParseFactKey(key).Field)
				said = append(said, shorten(c.by().Shown(field.Type, facts[key]), 30))
			}
		}
	}
	c.made[r.ID] = id
	c.add(Difference{Key: "new/" + id, Sort: New, Where: c.old.Kind.One,
		New:   strings.Join(append([]string{name}, said...), " · "),
		apply: func(m *merger) { m.addRecord(kind.Record{ID: id, Featured: r.Featured, Facts: facts}) }})
}

// facts finds what a record of the list says otherwise than the set's.
func (c *comparison) facts(fresh, old kind.Record) {
	before := map[string]kind.Value{}
	if c.base != nil {
		for _, r := range c.baseSet.Records {
			if c.base.records[r.ID] != old.ID {
				continue
			}
			for key, value := range r.Facts {
				if to, ok := c.base.key(c.baseSet, key); ok {
					before[to] = value
				}
			}
		}
	}
	now := map[string]kind.Value{}
	for key, value := range fresh.Facts {
		to, ok := c.fresh.key(c.reading.Set, key)
		switch item := c.newIn(to); {
		case ok && item != "": // it comes with what is new
			c.brought[item] = append(c.brought[item], func(m *merger) { m.setFact(old.ID, to, value) })
		case ok:
			now[to] = value
		}
	}
	keys := map[string]bool{}
	for key := range now {
		keys[key] = true
	}
	for key := range old.Facts {
		keys[key] = keys[key] || c.covers(key) && c.newIn(key) == ""
	}
	unread := c.unread(fresh)
	for _, key := range c.inOrder(keys) {
		c.fact(old, key, old.Facts[key], now[key], before[key], unread)
	}
	if c.covers(kind.FeaturedRole) && fresh.Featured != old.Featured {
		c.add(Difference{Key: "featured/" + old.ID, Sort: Changed, Where: c.old.NameOf(old) + " · featured",
			Old: kind.Inclusion{Has: old.Featured}.String(), New: kind.Inclusion{Has: fresh.Featured}.String(),
			apply: func(m *merger) { m.feature(old.ID, fresh.Featured) }})
	}
}

// inOrder are the keys that hold, in the order of the fields and of the items.
func (c *comparison) inOrder(keys map[string]bool) []string {
	at := func(text string) (place []int) {
		key := kind.ParseFactKey(text)
		i := slices.IndexFunc(c.old.Kind.Fields, func(f kind.Field) bool { return f.Name == key.Field })
		if place = []int{i}; i < 0 {
			return place
		}
		for n, axis := range c.old.Kind.Fields[i].Each {
			place = append(place, slices.IndexFunc(c.old.Items(axis), func(item kind.Item) bool {
				return n < len(key.Items) && item.ID == key.Items[n]
			}))
		}
		return place
	}
	var all []string
	for key, holds := range keys {
		if holds {
			all = append(all, key)
		}
	}
	slices.SortFunc(all, func(a, b string) int { return cmp.Or(slices.Compare(at(a), at(b)), strings.Compare(a, b)) })
	return all
}

// fact adds the difference of one fact, if there is one. Unread says that the list says something of the record that is
// not understood.
func (c *comparison) fact(record kind.Record, text string, old, now, before kind.Value, unread bool) {
	key := kind.ParseFactKey(text)
	field, ok := c.old.Kind.FieldNamed(key.Field)
	if (text == c.old.Kind.Fields[0].Name || c.reading.Partial) && now == nil || !ok {
		return
	}
	same := func(a, b kind.Value) bool { return same(field.Type, a, b) }
	if same(old, now) {
		return
	}
	d := Difference{Key: "fact/" + record.ID + "/" + text, Sort: Changed, Old: c.by().Shown(field.Type, old),
		New:   c.by().Shown(field.Type, now),
		Where: c.old.NameOf(record) + " · " + c.heading(field, key),
		apply: func(m *merger) { m.setFact(record.ID, text, now) }}
	switch {
	case old == nil:
		d.Sort = New
	case now == nil:
		d.Sort = Gone
	}
	switch {
	case c.base == nil:
		d.Left = now == nil // the list may never have said it
	case same(before, now):
		if before == nil {
			return // no list has ever said it
		}
		d.Sort, d.Left = Own, true
	case !same(before, old):
		d.Left = true // both have said it otherwise since
	case now == nil:
		d.Left = unread
	}
	c.add(d)
}

// heading names a fact, also of an item that is new.
func (c *comparison) heading(field kind.Field, key kind.FactKey) string {
	words := []string{field.Label}
	for i, name := range field.Each {
		axis, _ := c.old.Kind.AxisNamed(name)
		label := key.Items[i]
		if item, ok := c.old.ItemNamed(name, key.Items[i]); ok {
			label = kind.Text(item.Facts, axis.Label)
		} else {
			for _, item := range c.reading.Set.Items(name) {
				if c.fresh.items[name+"/"+item.ID] == key.Items[i] {
					label = kind.Text(item.Facts, axis.Label)
				}
			}
		}
		if axis.AsRows {
			return label
		}
		words = append(words, label)
	}
	return strings.Join(words, " ")
}

// covers reports whether the list has a line that says a fact.
func (c *comparison) covers(text string) bool {
	key := kind.ParseFactKey(text)
	field, ok := c.old.Kind.FieldNamed(key.Field)
	if !ok || len(field.Each) == 0 {
		return slices.ContainsFunc(c.reading.Lines, func(l *kind.Line) bool { return l.Role == text })
	}
	for i, axis := range field.Each {
		if !slices.ContainsFunc(c.reading.Set.Items(axis), func(item kind.Item) bool {
			return c.fresh.items[axis+"/"+item.ID] == key.Items[i]
		}) {
			return false
		}
	}
	return true
}

// same reports whether two facts say the same: nothing said of something to have is a no, and 9 is 9.00.
func same(t kind.Type, a, b kind.Value) bool {
	if a == nil || b == nil {
		return isNo(a) && isNo(b)
	}
	if numeric, ok := t.(kind.Numeric); ok {
		return shortest(a, numeric.Numbers()) == shortest(b, numeric.Numbers())
	}
	return a.String() == b.String()
}

// shortest is a value without noughts at the end of its fractions.
func shortest(v kind.Value, numbers money.Numbers) string {
	return numbers.Replace(v.String(), func(number string) string {
		if strings.Contains(number, ".") {
			return strings.TrimSuffix(strings.TrimRight(number, "0"), ".")
		}
		return number
	})
}

func isNo(v kind.Value) bool { return v == nil || v == kind.Inclusion{} }

// Taken is the set with the differences that are taken.
func (v *Revision) Taken(take func(d Difference) bool) kind.Set {
	m := merger{set: v.old}
	m.set.Axes = map[string][]kind.Item{}
	for name, items := range v.old.Axes {
		for _, item := range items {
			m.set.Axes[name] = append(m.set.Axes[name], kind.Item{ID: item.ID, Facts: maps.Clone(item.Facts)})
		}
	}
	m.set.Records = nil
	for _, r := range v.old.Records {
		m.set.Records = append(m.set.Records, kind.Record{ID: r.ID, Featured: r.Featured, Facts: maps.Clone(r.Facts)})
	}
	for _, d := range v.Differences {
		if take(d) {
			d.apply(&m)
		}
	}
	m.clean()
	return m.set
}

// merger puts differences into a set.
type merger struct{ set kind.Set }

func (m *merger) record(id string) *kind.Record {
	i := slices.IndexFunc(m.set.Records, func(r kind.Record) bool { return r.ID == id })
	if i < 0 {
		return &kind.Record{Facts: map[string]kind.Value{}} // it goes
	}
	return &m.set.Records[i]
}

func (m *merger) setFact(id, key string, value kind.Value) {
	if value == nil {
		delete(m.record(id).Facts, key)
		return
	}
	m.record(id).Facts[key] = value
}

func (m *merger) feature(id string, on bool) { m.record(id).Featured = on }
func (m *merger) addRecord(r kind.Record)    { m.set.Records = append(m.set.Records, r) }
func (m *merger) addItem(axis string, item kind.Item) {
	m.set.Axes[axis] = append(m.set.Axes[axis], item)
}

func (m *merger) removeRecord(id string) {
	m.set.Records = slices.DeleteFunc(m.set.Records, func(r kind.Record) bool { return r.ID == id })
}

func (m *merger) removeItem(axis, id string) {
	m.set.Axes[axis] = slices.DeleteFunc(m.set.Axes[axis], func(item kind.Item) bool { return item.ID == id })
}

func (m *merger) setItem(axis, id, name string, value kind.Value) {
	for _, item := range m.set.Axes[axis] {
		if item.ID == id {
			item.Facts[name] = value
		}
	}
}

// clean takes facts out that are about items which are not there: a price in a currency that was not taken.
func (m *merger) clean() {
	for _, r := range m.set.Records {
		for key := range r.Facts {
			if _, err := m.set.CheckKey(m.set.Kind.Fields, kind.ParseFactKey(key)); err != nil {
				delete(r.Facts, key)
			}
		}
	}
}

// String says how many differences of each sort there are: "2 changed, 1 new".
func (v *Revision) String() string {
	return summary(v.Differences)
}

// Waiting says how much is to be decided of it: what the designer has said otherwise, and what the list may never have
// said, is not.
func (v *Revision) Waiting() string {
	return summary(slices.DeleteFunc(slices.Clone(v.Differences), func(d Difference) bool { return d.Left }))
}

func summary(differences []Difference) string {
	counts := map[Sort]int{}
	for _, d := range differences {
		counts[d.Sort]++
	}
	var words []string
	for _, sort := range []Sort{New, Changed, Gone, Own} {
		if counts[sort] > 0 {
			words = append(words, fmt.Sprintf("%d %s", counts[sort], sort))
		}
	}
	return strings.Join(words, ", ")
}

// Remembered are the answers about a list of before, which hold for one that comes again, with those about this one.
// What was said of single cells and rows was said of that list alone.
func Remembered(before, now map[string]string) map[string]string {
	all := map[string]string{}
	for id, said := range before {
		if !strings.HasPrefix(id, cellQuestion) && !strings.HasPrefix(id, rowQuestion) {
			all[id] = said
		}
	}
	maps.Copy(all, now)
	return all
}
