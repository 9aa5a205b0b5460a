package document

import (
	"fmt"
	"maps"
	"reflect"
	"slices"
	"strings"
	"time"

	"rubrel/core/kind"
	"rubrel/core/patch"
	"rubrel/core/plaintext"
)

// List is the list that a set was read from last: what it said, what was answered about it, and where it comes from.
// The zero value is none.
type List struct {
	Text    string            // as delimited text
	Answers map[string]string // by question: see core/intake
	// Known is by what the records are known when the list comes again: see core/intake.
	Known map[string]string
	From  Origin
}

// Origin is where a list comes from. The zero value is not known; one that was pasted only knows when.
type Origin struct {
	File    string // its name
	Address string // from which it is read
	Sheet   string // of a file that has several
	// Daily says that the address is read again every day.
	Daily bool
	Read  time.Time // when it was read, to the second, in UTC
	// Made says that the file has records of another form than a table: see kind.Table.
	Made bool
}

// The bounds of a list that is remembered: of a longer one only the answers are.
const (
	MostListText = 100_000
	mostAnswers  = 500
	mostAnswer   = 1000
	mostKnown    = 2 * MostRecords
	mostOrigin   = 2000 // of a name or an address
)

// The members of a set under which its list stands, and of that.
const (
	listMember    = "list"
	textMember    = "text"
	answersMember = "answers"
	knownMember   = "known"
	fromMember    = "from"
	fileMember    = "file"
	addressMember = "address"
	sheetMember   = "sheet"
	dailyMember   = "daily"
	readMember    = "read"
	madeMember    = "made"
)

// tree is the list as a document holds it; nil for none.
func (l List) tree() any {
	from := l.From.tree()
	if l.Text == "" && len(l.Answers) == 0 && from == nil {
		return nil
	}
	answers, known := remembered(l.Answers, mostAnswers), remembered(l.Known, mostKnown)
	held, err := plaintext.Clean(strings.TrimPrefix(l.Text, "\ufeff"))
	if err != nil || len(held) > MostListText {
		held = ""
	}
	tree := map[string]any{textMember: held, answersMember: answers}
	if len(known) > 0 {
		tree[knownMember] = known
	}
	if from != nil {
		tree[fromMember] = from
	}
	return tree
}

// remembered are pairs of texts as a document holds them: those that are clean and of a fair length, up to a number.
func remembered(pairs map[string]string, most int) map[string]any {
	tree := map[string]any{}
	for _, id := range slices.Sorted(maps.Keys(pairs)) {
		said := pairs[id]
		fits := len(tree) < most && len(id) <= mostAnswer && len(said) <= mostAnswer
		if fits && plaintext.IsClean(id) && plaintext.IsClean(said) {
			tree[id] = said
		}
	}
	return tree
}

// tree is the origin as a document holds it; nil for none. What is no clean text of a fair length is not remembered.
func (o Origin) tree() any {
	tree := map[string]any{}
	for member, said := range map[string]string{fileMember: o.File, addressMember: o.Address, sheetMember: o.Sheet} {
		if said != "" && len(said) <= mostOrigin && plaintext.IsClean(said) {
			tree[member] = said
		}
	}
	if tree[addressMember] != nil && o.Daily {
		tree[dailyMember] = true
	}
	if o.Made {
		tree[madeMember] = true
	}
	if !o.Read.IsZero() {
		tree[readMember] = o.Read.UTC().Format(time.RFC3339)
	}
	if len(tree) == 0 {
		return nil
	}
	return tree
}

func (d *decoder) list(c child) (l List) {
	value, ok := c.get(listMember)
	if !ok {
		return l
	}
	o := d.object(c.path.To(listMember), value)
	l.Text = o.text(textMember, MostListText, false)
	l.Answers, l.Known = d.pairs(o, answersMember), d.pairs(o, knownMember)
	if held, ok := o.get(fromMember); ok {
		l.From = d.origin(d.object(o.path.To(fromMember), held))
	}
	o.done()
	return l
}

// pairs are texts by texts.
func (d *decoder) pairs(o *object, member string) map[string]string {
	held, ok := o.get(member)
	if !ok {
		return nil
	}
	pairs := map[string]string{}
	of := d.object(o.path.To(member), held)
	for id := range of.members {
		pairs[id] = of.text(id, mostAnswer, false)
	}
	of.done()
	return pairs
}

func (d *decoder) origin(o *object) (from Origin) {
	from.File = o.text(fileMember, mostOrigin, false)
	from.Address = o.text(addressMember, mostOrigin, false)
	from.Sheet = o.text(sheetMember, mostOrigin, false)
	from.Daily, from.Made = o.flag(dailyMember), o.flag(madeMember)
	if read := o.text(readMember, mostOrigin, false); read != "" {
		at, err := time.Parse(time.RFC3339, read)
		if err != nil {
			panic(faultf(o.path.To(readMember), "it is no moment of RFC 3339"))
		}
		from.Read = at
	}
	o.done()
	return from
}

func listSchema() kind.Schema {
	from := kind.Schema{dailyMember: kind.Schema{"type": "boolean"}, madeMember: kind.Schema{"type": "boolean"},
		readMember: kind.Schema{"type": "string", "format": "date-time"}}
	for _, member := range []string{fileMember, addressMember, sheetMember} {
		from[member] = textSchema(mostOrigin)
	}
	pairs := kind.Schema{"type": "object", "additionalProperties": textSchema(mostAnswer)}
	return objectSchema(kind.Schema{textMember: textSchema(MostListText), answersMember: pairs, knownMember: pairs,
		fromMember: objectSchema(from)})
}

// SetOrigin says where a set's list comes from: whether its address is read every day, or that it has none any more.
type SetOrigin struct {
	Set  string
	From Origin
}

// Label names the set.
func (c SetOrigin) Label(s *Site) string {
	if set, ok := s.SetByID(c.Set); ok {
		return "say where the list of " + set.Name + " comes from"
	}
	return "say where a list comes from"
}

// Plan keeps what the list said and what was answered.
func (c SetOrigin) Plan(s *Site) (patch.Patch, error) {
	set, ok := s.SetByID(c.Set)
	if !ok {
		return nil, missing("set", c.Set)
	}
	list := set.List
	list.From = c.From
	return put(patch.Pointer{setsMember, c.Set, listMember}, set.List.tree(), list.tree()), nil
}

// DailyList is the address from which a set's list is read every day, by the set's entity; "" for none.
func DailyList(tree any, e Entity) (set, address string) {
	id, ok := e.setID()
	if !ok {
		return "", ""
	}
	from, err := patch.Get(tree, patch.Pointer{setsMember, id, listMember, fromMember})
	if err != nil {
		return id, ""
	}
	origin, ok := from.(map[string]any)
	if !ok || origin[dailyMember] != true {
		return id, ""
	}
	address, _ = origin[addressMember].(string)
	return id, address
}

// Revise makes a set say what another says, and remembers the list that it was read from: one change, whatever it adds,
// changes and removes. Records and items keep their places; those that are new stand after the others.
type Revise struct {
	Set  string
	To   kind.Set
	List List
}

// Label names the set.
func (c Revise) Label(s *Site) string {
	if set, ok := s.SetByID(c.Set); ok {
		return "take a list into " + set.Name
	}
	return "take a list"
}

// Plan is the difference between the sets.
func (c Revise) Plan(s *Site) (patch.Patch, error) {
	set, ok := s.SetByID(c.Set)
	if !ok {
		return nil, missing("set", c.Set)
	}
	if len(c.To.Records) > MostRecords {
		return nil, faultf(patch.Pointer{"sets", c.Set, "records"}, "a set holds at most %d %s", MostRecords, set.Kind.Many)
	}
	var p patch.Patch
	for _, axis := range set.Kind.Axes {
		more, err := c.items(set, axis)
		if err != nil {
			return nil, err
		}
		p = append(p, more...)
	}
	last := ""
	for _, r := range set.Records {
		last = set.recordOrder(r.ID)
		if !hasRecord(c.To.Records, r.ID) {
			gone, err := RemoveRecord{Set: c.Set, Record: r.ID}.Plan(s)
			if err != nil {
				return nil, err
			}
			p = append(p, gone...)
		}
	}
	for _, r := range c.To.Records {
		path := set.recordPath(r.ID)
		was, ok := set.RecordByID(r.ID)
		if !ok {
			var err error
			if last, err = OrderBetween(last, ""); err != nil {
				return nil, err
			}
			tree := map[string]any{"order": last, "facts": r.Facts}
			if r.Featured {
				tree["featured"] = true
			}
			p = append(p, patch.Operation{Op: patch.Add, Path: path, Value: tree})
			continue
		}
		p = append(p, putFacts(path, was.Facts, r.Facts)...)
		if was.Featured != r.Featured {
			p = append(p, put(path.To("featured"), truth(was.Featured), truth(r.Featured))...)
		}
	}
	removed := func(a, b patch.Operation) int { return rank(a) - rank(b) }
	slices.SortStableFunc(p, removed) // facts go before the items that they are about, and come after them
	return append(p, put(patch.Pointer{"sets", c.Set, listMember}, set.List.tree(), c.List.tree())...), nil
}

// rank puts new items before everything, and items that go after everything.
func rank(o patch.Operation) int {
	isItem := len(o.Path) == 5 && o.Path[2] == "axes"
	switch {
	case isItem && o.Op == patch.Add:
		return 0
	case isItem && o.Op == patch.Remove:
		return 2
	}
	return 1
}

// items are the changes of an axis.
func (c Revise) items(set *Set, axis kind.Axis) (patch.Patch, error) {
	path := set.itemPath(axis.Name)
	to := c.To.Items(axis.Name)
	if len(to) > axis.Most {
		return nil, faultf(patch.Pointer{"sets", c.Set, "axes", axis.Name}, "at most %d fit", axis.Most)
	}
	var p patch.Patch
	last := ""
	for _, item := range set.Items(axis.Name) {
		last = set.itemOrder(axis.Name)(item.ID)
		if _, ok := c.To.ItemNamed(axis.Name, item.ID); !ok {
			p = append(p, patch.Operation{Op: patch.Remove, Path: path(item.ID)})
		}
	}
	for _, item := range to {
		was, ok := set.ItemNamed(axis.Name, item.ID)
		if ok {
			p = append(p, putFacts(path(item.ID), was.Facts, item.Facts)...)
			continue
		}
		var err error
		if last, err = OrderBetween(last, ""); err != nil {
			return nil, fmt.Errorf("document: %w", err)
		}
		p = append(p, patch.Operation{Op: patch.Add, Path: path(item.ID), Value: map[string]any{"order": last,
			"facts": item.Facts}})
	}
	return p, nil
}

func hasRecord(records []kind.Record, id string) bool {
	return slices.ContainsFunc(records, func(r kind.Record) bool { return r.ID == id })
}

// truth is a flag as a document holds it: a false one is not there.
func truth(on bool) any {
	if on {
		return true
	}
	return nil
}

// putFacts are the changes of the facts of a record or an item.
func putFacts(path patch.Pointer, was, to map[string]kind.Value) patch.Patch {
	var p patch.Patch
	for _, key := range slices.Sorted(maps.Keys(was)) {
		if _, ok := to[key]; !ok {
			p = append(p, patch.Operation{Op: patch.Remove, Path: path.To("facts", key)})
		}
	}
	for _, key := range slices.Sorted(maps.Keys(to)) {
		held, ok := was[key]
		switch {
		case !ok:
			p = append(p, patch.Operation{Op: patch.Add, Path: path.To("facts", key), Value: to[key]})
		case !reflect.DeepEqual(held, to[key]):
			p = append(p, patch.Operation{Op: patch.Replace, Path: path.To("facts", key), Value: to[key]})
		}
	}
	return p
}
