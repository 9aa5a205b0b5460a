package document

import (
	"strings"

	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/patch"
)

// AddBlock makes a block of a new set, and puts it on a page so that it can be released: the site's first page,
// or a new one where there is none.
type AddBlock struct {
	Name string
	Set  kind.Set // its Kind, facts, axes and records; records and items bring their IDs
	Form string   // in which the set is shown; the kind's first where none is named
	// List is what a new set was read from.
	List List
	// Of is the ID of a set of the site that the block shows; "" for a new one, which is Set.
	Of string
}

// Plan adds the set, the block and the band.
func (c AddBlock) Plan(s *Site) (patch.Patch, error) {
	name, err := kind.TextType{Most: mostName}.Parse(c.Name)
	if err != nil || name.String() == "" {
		return nil, faultf(nil, "a block needs a name of at most %d characters", mostName)
	}
	if c.Of != "" {
		held, ok := s.SetByID(c.Of)
		if !ok {
			return nil, missing("set", c.Of)
		}
		if c.Set.Kind != nil && c.Set.Kind.Name != held.Kind.Name {
			return nil, faultf(nil, "%s is a list of %s, and cannot be shown as %s", held.Name, held.Kind.Many, c.Set.Kind.Title)
		}
		c.Set = held.Set
	}
	form := c.Set.Kind.Forms[0]
	if c.Form != "" {
		var ok bool
		if form, ok = c.Set.Kind.FormNamed(c.Form); !ok {
			return nil, faultf(nil, "%s has no form %q", c.Set.Kind.Title, c.Form)
		}
	}
	setID := FreshID(c.Name, func(id string) bool { _, taken := s.SetByID(id); return taken })
	blockID := FreshID(c.Name, func(id string) bool { _, taken := s.BlockByID(id); return taken })
	setOrder, err := lastOrder(s.Sets, func(x Set) string { return x.order })
	if err != nil {
		return nil, err
	}
	blockOrder, err := lastOrder(s.Blocks, func(x Block) string { return x.order })
	if err != nil {
		return nil, err
	}
	var p patch.Patch
	if c.Of == "" {
		tree := setTree(c.Set, name.String(), setOrder)
		if list := c.List.tree(); list != nil {
			tree[listMember] = list
		}
		p = patch.Patch{{Op: patch.Add, Path: patch.Pointer{"sets", setID}, Value: tree}}
	} else {
		setID = c.Of
	}
	p = append(p, patch.Operation{Op: patch.Add, Path: patch.Pointer{"blocks", blockID}, Value: map[string]any{
		"order": blockOrder, "name": name, "set": setID, "form": form.Name, "look": map[string]any{},
		"quiet": map[string]any{}}})
	place, err := s.placeOnPage(blockID)
	return append(p, place), err
}

// Label names the block.
func (c AddBlock) Label(*Site) string { return "new block " + c.Name }

func (s *Site) placeOnPage(blockID string) (patch.Operation, error) {
	band := map[string]any{"blocks": map[string]any{blockID: map[string]any{"order": "i"}}}
	if len(s.Pages) == 0 {
		band["order"] = "i"
		page := map[string]any{"order": "i", "title": s.Name, "bands": map[string]any{blockID: band}}
		return patch.Operation{Op: patch.Add, Path: patch.Pointer{"pages", "index"}, Value: page}, nil
	}
	page := s.Pages[0]
	order, err := lastOrder(page.Bands, func(x Band) string { return x.order })
	band["order"] = order
	id := FreshID(blockID, func(id string) bool {
		for _, b := range page.Bands {
			if b.ID == id {
				return true
			}
		}
		return false
	})
	return patch.Operation{Op: patch.Add, Path: patch.Pointer{"pages", page.ID, "bands", id}, Value: band}, err
}

// lastOrder is a key after every member of a list.
func lastOrder[T any](list []T, orderOf func(T) string) (string, error) {
	last := ""
	if len(list) > 0 {
		last = orderOf(list[len(list)-1])
	}
	return OrderBetween(last, "")
}

// SetTree is a set as a document holds it, under a name.
func SetTree(set kind.Set, name string) (map[string]any, error) {
	order, err := OrderBetween("", "")
	return setTree(set, name, order), err
}

// setTree writes a typed set as the document holds it.
func setTree(set kind.Set, name, order string) map[string]any {
	axes := map[string]any{}
	for _, axis := range set.Kind.Axes {
		items := map[string]any{}
		keys := orderKeys(len(set.Items(axis.Name)))
		for i, item := range set.Items(axis.Name) {
			items[item.ID] = map[string]any{"order": keys[i], "facts": item.Facts}
		}
		axes[axis.Name] = items
	}
	records := map[string]any{}
	keys := orderKeys(len(set.Records))
	for i, record := range set.Records {
		tree := map[string]any{"order": keys[i], "facts": record.Facts}
		if record.Featured {
			tree["featured"] = true
		}
		records[record.ID] = tree
	}
	facts := set.Facts
	if facts == nil {
		facts = map[string]kind.Value{}
	}
	return map[string]any{"kind": set.Kind.Name, "name": name, "order": order, "facts": facts, "axes": axes,
		"records": records}
}

// RemoveBlock takes a block off every page and away; its set goes too where no other block shows it.
type RemoveBlock struct{ Block string }

// Plan removes the block wherever it stands.
func (c RemoveBlock) Plan(s *Site) (patch.Patch, error) {
	block, ok := s.BlockByID(c.Block)
	if !ok {
		return nil, missing("block", c.Block)
	}
	if set, held := s.refersTo(kind.Ref{To: kind.BlockOffer, ID: c.Block}); held {
		return nil, faultf(patch.Pointer{"blocks", c.Block}, "%s shows %s: take it out there first", set, block.Name)
	}
	var p patch.Patch
	for _, page := range s.Pages {
		for _, band := range page.Bands {
			for _, id := range band.Blocks {
				if id != c.Block {
					continue
				}
				path := patch.Pointer{"pages", page.ID, "bands", band.ID}
				if len(band.Blocks) > 1 {
					path = path.To("blocks", id)
				}
				p = append(p, patch.Operation{Op: patch.Remove, Path: path})
			}
		}
	}
	p = append(p, patch.Operation{Op: patch.Remove, Path: patch.Pointer{"blocks", c.Block}})
	if len(s.BlocksOf(block.SetID)) == 1 {
		p = append(p, patch.Operation{Op: patch.Remove, Path: patch.Pointer{"sets", block.SetID}})
	}
	return p, nil
}

// Label names the block.
func (c RemoveBlock) Label(s *Site) string {
	if block, ok := s.BlockByID(c.Block); ok {
		return "delete block " + block.Name
	}
	return "delete block"
}

// Rename gives a site, a block or a page another name. An empty Block and Page means the site.
type Rename struct{ Block, Page, Name string }

// Plan replaces the name.
func (c Rename) Plan(s *Site) (patch.Patch, error) {
	name, err := kind.TextType{Most: mostName}.Parse(c.Name)
	if err != nil || name.String() == "" {
		return nil, faultf(nil, "a name has 1 to %d characters", mostName)
	}
	path, old := patch.Pointer{"name"}, s.Name
	if c.Block != "" {
		block, ok := s.BlockByID(c.Block)
		if !ok {
			return nil, missing("block", c.Block)
		}
		path, old = patch.Pointer{"blocks", c.Block, "name"}, block.Name
	}
	if c.Page != "" {
		page, ok := s.PageByID(c.Page)
		if !ok {
			return nil, missing("page", c.Page)
		}
		path, old = patch.Pointer{"pages", c.Page, "title"}, page.Title
	}
	return put(path, old, name.String()), nil
}

// Label gives the new name.
func (c Rename) Label(*Site) string { return "rename to " + c.Name }

// SetForm shows a block's set in another form.
type SetForm struct{ Block, Form string }

// Plan replaces the form; facts and look stay.
func (c SetForm) Plan(s *Site) (patch.Patch, error) {
	block, ok := s.BlockByID(c.Block)
	if !ok {
		return nil, missing("block", c.Block)
	}
	return put(patch.Pointer{"blocks", c.Block, "form"}, block.Form, c.Form), nil
}

// Label names the form.
func (c SetForm) Label(*Site) string { return "form " + c.Form }

// Redress gives the site another dress. What the site or a block says for itself stays.
type Redress struct{ Dress string }

// Plan replaces one word.
func (c Redress) Plan(s *Site) (patch.Patch, error) {
	return put(patch.Pointer{"house", "dress"}, s.House.Dress, c.Dress), nil
}

// Label names the dress.
func (c Redress) Label(*Site) string { return "dress " + c.Dress }

// Lift moves a value one level up: a record's exception to the block, which says it for all; what the block says for
// all to its kind in the house style, so that every block of the kind follows that says nothing else.
type Lift struct {
	Block string
	Key   look.Key
}

// Plan says the value a level up and takes it back where it was.
func (c Lift) Plan(s *Site) (patch.Patch, error) {
	block, ok := s.BlockByID(c.Block)
	if !ok {
		return nil, missing("block", c.Block)
	}
	value, ok := block.Look[c.Key]
	if !ok {
		return nil, faultf(nil, "there is no exception or value of the block to lift at %s", c.Key)
	}
	up := SetLook{Block: c.Block, Key: c.Key, Text: value.String()}
	if up.Key.Record = ""; c.Key.Record == "" {
		set := s.SetOf(block)
		up.Block, up.Kind = "", set.Kind.Name
	}
	return Batch{Changes: []Change{up, SetLook{Block: c.Block, Key: c.Key}}}.Plan(s)
}

// Label names the property.
func (c Lift) Label(*Site) string { return "lift " + c.Key.Property + " of " + c.Key.Part }

// PasteLook gives a record the exceptions of another, of the same block or of another one, in place of its own. What
// the block's kind has no part or property for is left out.
type PasteLook struct{ Block, Record, FromBlock, From string }

// Plan takes the record's exceptions away and adds the other's.
func (c PasteLook) Plan(s *Site) (patch.Patch, error) {
	block, ok := s.BlockByID(c.Block)
	if !ok {
		return nil, missing("block", c.Block)
	}
	if c.FromBlock == "" {
		return nil, faultf(nil, "no look of this site is copied yet; copy one first, with C on the name of its column")
	}
	from, ok := s.BlockByID(c.FromBlock)
	if !ok {
		return nil, missing("block", c.FromBlock)
	}
	for _, one := range []struct {
		set    *Set
		record string
	}{{s.SetOf(block), c.Record}, {s.SetOf(from), c.From}} {
		set := one.set
		if _, ok := set.RecordByID(one.record); !ok {
			return nil, missing(set.Kind.One, one.record)
		}
	}
	set := s.SetOf(block)
	wanted := map[look.Key]look.Value{}
	for _, key := range copiedKeys(from.Look, c.From) {
		copied := key
		copied.Record = c.Record
		if _, _, err := set.Kind.ParseLook(copied.String(), from.Look[key].String()); err == nil {
			wanted[copied] = from.Look[key]
		}
	}
	var batch Batch
	for _, key := range copiedKeys(block.Look, c.Record) {
		if wanted[key] == nil {
			batch.Changes = append(batch.Changes, SetLook{Block: c.Block, Key: key})
		}
	}
	for key, value := range wanted {
		batch.Changes = append(batch.Changes, SetLook{Block: c.Block, Key: key, Text: value.String()})
	}
	return batch.Plan(s)
}

// Label names the record.
func (c PasteLook) Label(s *Site) string {
	if block, ok := s.BlockByID(c.Block); ok {
		set := s.SetOf(block)
		if record, ok := set.RecordByID(c.Record); ok {
			return "look of " + RecordName(set, record)
		}
	}
	return "look of " + c.Record
}

// EvenOut takes back every record's exception for one property of one part, at every state and width.
type EvenOut struct{ Block, Part, Property string }

// Plan removes the exceptions.
func (c EvenOut) Plan(s *Site) (patch.Patch, error) {
	block, ok := s.BlockByID(c.Block)
	if !ok {
		return nil, missing("block", c.Block)
	}
	var batch Batch
	for key := range block.Look {
		if key.Record != "" && key.Part == c.Part && key.Property == c.Property {
			batch.Changes = append(batch.Changes, SetLook{Block: c.Block, Key: key})
		}
	}
	return batch.Plan(s)
}

// Label names the property.
func (c EvenOut) Label(*Site) string {
	return strings.TrimSpace("even out " + c.Property + " of " + c.Part)
}

// Quieten says of a mark that what it finds is meant so, with what it measured and why, or takes that back.
type Quieten struct {
	Block, Mark string
	On          bool
	Accepted
}

// Plan adds or removes the mark's ID.
func (c Quieten) Plan(s *Site) (patch.Patch, error) {
	block, ok := s.BlockByID(c.Block)
	if !ok {
		return nil, missing("block", c.Block)
	}
	if c.Mark == "" || len(c.Mark) > 200 {
		return nil, faultf(nil, "there is no such mark")
	}
	reason, err := kind.TextType{Most: mostReason}.Parse(c.Reason)
	if err != nil {
		return nil, faultf(nil, "the reason: %v", err)
	}
	var old, value any
	if accepted, said := block.Quiet[c.Mark]; said {
		old = accepted.tree()
	}
	if c.On {
		value = Accepted{c.Measured, reason.String()}.tree()
	}
	return put(patch.Pointer{"blocks", c.Block, "quiet", c.Mark}, old, value), nil
}

// tree is how a document holds it.
func (a Accepted) tree() any {
	members := map[string]any{"measured": a.Measured}
	if a.Reason != "" {
		members["reason"] = a.Reason
	}
	return members
}

// Label names the kind of mark.
func (c Quieten) Label(*Site) string {
	check, _, _ := strings.Cut(c.Mark, " ")
	if c.On {
		return "quieten the mark " + check
	}
	return "hear the mark " + check + " again"
}

// New is the tree of an empty site.
func New(name, tag, dress string, kinds kind.Registry) (any, *Site, error) {
	title, err := kind.TextType{Most: mostName}.Parse(name)
	if err != nil || title.String() == "" {
		return nil, nil, faultf(nil, "a site needs a name of at most %d characters", mostName)
	}
	var tree any = map[string]any{"rubrel": float64(Version), "name": title.String(), "language": tag,
		"house": map[string]any{"dress": dress}}
	site, err := Decode(tree, kinds)
	if err != nil {
		return nil, nil, err
	}
	return Normalise(tree, kinds), site, nil
}
