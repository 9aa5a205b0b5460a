package document

import (
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"strings"
	"unicode/utf8"

	"rubrel/core/icon"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/patch"
)

// Bounds on what one site may hold. They are far above real use and keep one bad paste from hurting others.
const (
	MostRecords = 500
	MostItems   = 300
	MostMembers = 500
	mostName    = 120
	mostReason  = 300
)

// Parse reads a document from JSON. The error is a *Fault with the path to what does not fit.
func Parse(text []byte, kinds kind.Registry) (*Site, any, error) {
	var tree any
	if err := json.Unmarshal(text, &tree); err != nil {
		return nil, nil, faultf(nil, "this is not JSON: %v", err)
	}
	if !cleanTree(tree) {
		return nil, nil, faultf(nil, "a text or a name in it has a control character or is not valid UTF-8")
	}
	site, err := Decode(tree, kinds)
	if err != nil {
		return nil, nil, err
	}
	return site, Normalise(tree, kinds), nil
}

// Normalise adds the empty objects that a document may leave out, so that every change is the addition or removal
// of a leaf and no two changes meet in making the object around it.
func Normalise(tree any, kinds kind.Registry) any {
	root := tree.(map[string]any)
	fill(root, entityLists...)
	house := root["house"].(map[string]any)
	fill(house, "tokens", "dark", "kinds")
	for _, k := range kinds {
		fill(house["kinds"].(map[string]any), k.Name)
	}
	each(root["sets"], func(set map[string]any) {
		fill(set, "facts", "axes", "records")
		if k, ok := kinds.Named(set["kind"].(string)); ok {
			for _, axis := range k.Axes {
				fill(set["axes"].(map[string]any), axis.Name)
			}
		}
		each(set["records"], func(record map[string]any) { fill(record, "facts") })
		each(set["axes"], func(axis map[string]any) {
			each(axis, func(item map[string]any) { fill(item, "facts") })
		})
	})
	each(root["blocks"], func(block map[string]any) { fill(block, "look", "quiet") })
	each(root["pages"], func(page map[string]any) {
		fill(page, "bands")
		each(page["bands"], func(band map[string]any) { fill(band, "blocks") })
	})
	return root
}

func fill(object map[string]any, names ...string) {
	for _, name := range names {
		if _, ok := object[name]; !ok {
			object[name] = map[string]any{}
		}
	}
}

func each(object any, visit func(map[string]any)) {
	for _, member := range object.(map[string]any) {
		visit(member.(map[string]any))
	}
}

// Decode checks a decoded JSON value against the declarations and returns its typed form.
func Decode(tree any, kinds kind.Registry) (*Site, error) {
	return (&decoder{kinds: kinds}).decode(tree)
}

// update is Decode for a document of which only some entities are not as they were in s.
func (s *Site) update(tree any, touched map[Entity]bool) (*Site, error) {
	return (&decoder{kinds: s.kinds, was: s, touched: touched}).decode(tree)
}

// decoder walks the tree. A fault is thrown as a panic of type *Fault, which decode turns into its error: the
// walk has one way out, as in text/template/parse.
type decoder struct {
	kinds    kind.Registry
	pictures map[string]bool // by name, those that the site has
	ids      map[string]bool // those that look values give

	// was is the site before the change; nil where everything is read. What it has of an entity is kept unless the
	// entity is touched, or refers to something that is not there as it was.
	was     *Site
	touched map[Entity]bool
	stale   staleness
}

// staleness says what has changed that entities of other places refer to.
type staleness struct {
	looks   bool            // the widths or the pictures
	blocks  bool            // which blocks there are
	records map[string]bool // by set, which records it has
}

func (d *decoder) decode(tree any) (site *Site, err error) {
	d.pictures, d.ids, d.stale.records = map[string]bool{}, map[string]bool{}, map[string]bool{}
	defer func() {
		switch thrown := recover().(type) {
		case nil:
		case *Fault:
			site, err = nil, thrown
		default:
			panic(thrown)
		}
	}()
	return d.site(tree), nil
}

// keeps reports whether an entity is as it was.
func (d *decoder) keeps(e Entity) bool { return d.was != nil && !d.touched[e] }

// object is a JSON object that is being read; every member must be asked for.
type object struct {
	path    patch.Pointer
	members map[string]any
	asked   map[string]bool
}

func (d *decoder) object(path patch.Pointer, tree any) *object {
	members, ok := tree.(map[string]any)
	if !ok {
		panic(faultf(path, "an object is expected here"))
	}
	if len(members) > 5000 {
		panic(faultf(path, "it has %d members; at most 5000 fit", len(members)))
	}
	return &object{path, members, map[string]bool{}}
}

func (o *object) get(name string) (any, bool) {
	o.asked[name] = true
	value, ok := o.members[name]
	return value, ok
}

func (o *object) text(name string, most int, required bool) string {
	value, ok := o.get(name)
	if !ok {
		if required {
			panic(faultf(o.path, "the member %q is missing", name))
		}
		return ""
	}
	text, ok := value.(string)
	if !ok {
		panic(faultf(o.path.To(name), "a text is expected here"))
	}
	if n := utf8.RuneCountInString(text); n > most {
		panic(faultf(o.path.To(name), "the text has %d characters; at most %d fit here", n, most))
	}
	if required && strings.TrimSpace(text) == "" {
		panic(faultf(o.path.To(name), "the text is empty"))
	}
	return text
}

func (o *object) language(name string, required bool) string {
	tag, err := readLanguage(o.text(name, maxLanguage, required))
	if err != nil {
		panic(faultf(o.path.To(name), "%v", err))
	}
	return tag
}

func (o *object) flag(name string) bool {
	value, ok := o.get(name)
	if !ok {
		return false
	}
	flag, ok := value.(bool)
	if !ok {
		panic(faultf(o.path.To(name), "true or false is expected here"))
	}
	return flag
}

// done refuses members that nothing asked for.
func (o *object) done() {
	for _, name := range slices.Sorted(maps.Keys(o.members)) {
		if !o.asked[name] {
			panic(faultf(o.path.To(name), "Rubrel does not know this member"))
		}
	}
}

// child is an object member with its ID, read by members.
type child struct {
	id    string
	order string
	*object
}

// members reads an object of objects with order keys, in order.
func (d *decoder) members(parent *object, name string, most int) []child {
	value, ok := parent.get(name)
	if !ok {
		return nil
	}
	all := d.object(parent.path.To(name), value)
	if len(all.members) > most {
		panic(faultf(all.path, "there are %d; at most %d fit", len(all.members), most))
	}
	children := make([]child, 0, len(all.members))
	for id, tree := range all.members {
		if !IsID(id) {
			panic(faultf(all.path.To(id), "an ID is made of lower-case letters, digits and hyphens, at most 60"))
		}
		o := d.object(all.path.To(id), tree)
		order := o.text("order", maxOrder, true)
		if strings.Trim(order, orderDigits) != "" {
			panic(faultf(o.path.To("order"), "an order key is made of lower-case letters and digits"))
		}
		children = append(children, child{id, order, o})
	}
	slices.SortFunc(children, func(a, b child) int {
		if a.order != b.order {
			return strings.Compare(a.order, b.order)
		}
		return strings.Compare(a.id, b.id)
	})
	return children
}

func (d *decoder) site(tree any) *Site {
	o := d.object(patch.Pointer{}, tree)
	if version, _ := o.get("rubrel"); version != float64(Version) {
		panic(faultf(o.path.To("rubrel"), "the format version must be %d", Version))
	}
	s := &Site{Name: o.text("name", mostName, true), Language: o.language("language", true), Widths: look.DefaultWidths(),
		kinds: d.kinds}
	for _, c := range d.members(o, picturesMember, MostMembers) {
		s.Pictures = append(s.Pictures, d.pictureOf(c))
		d.pictures[c.id] = true
	}
	for _, c := range d.members(o, iconsMember, MostMembers) {
		s.Icons = append(s.Icons, d.iconOf(c))
	}
	blocks, _ := o.members[blocksMember].(map[string]any)
	for id := range blocks { // a block's own element has its ID
		d.ids[id] = true
	}
	d.stale.blocks = d.was == nil || !sameMembers(blocks, d.was.Blocks, func(b Block) string { return b.ID })
	s.House = d.houseOf(o, &s.Widths)
	for _, c := range d.members(o, setsMember, MostMembers) {
		s.Sets = append(s.Sets, d.setOf(c))
	}
	for i := range s.Sets {
		s.Sets[i].Others = s.others
	}
	for _, c := range d.members(o, blocksMember, MostMembers) {
		s.Blocks = append(s.Blocks, d.blockOf(c, s))
	}
	for _, c := range d.members(o, pagesMember, MostMembers) {
		s.Pages = append(s.Pages, d.pageOf(c, s))
	}
	d.checkRefs(s, o)
	o.done()
	return s
}

// checkRefs refuses facts that refer to what the site has not. Where nothing was read anew and nothing has gone, all of
// them are as they were.
func (d *decoder) checkRefs(s *Site, site *object) {
	sets, _ := site.members[setsMember].(map[string]any)
	icons, _ := site.members[iconsMember].(map[string]any)
	gone := d.was == nil || !sameMembers(icons, d.was.Icons, func(i Icon) string { return i.ID }) || d.stale.looks ||
		d.stale.blocks ||
		!sameMembers(sets, d.was.Sets, func(s Set) string { return s.ID })
	for _, set := range s.Sets {
		if _, read := d.stale.records[set.ID]; !gone && !read {
			continue
		}
		for place, ref := range set.Refs() {
			if ref.To == kind.BlockOffer && set.Kind.HoldsBlocks && s.Has(ref) {
				if held, _ := s.BlockByID(ref.ID); s.SetOf(held).Kind.HoldsBlocks {
					panic(faultf(patch.Pointer{setsMember, set.ID}.To(place...), "%s is a %s itself, and none stands in another: "+
						"choose a block that shows something of its own", held.Name, strings.ToLower(set.Kind.Title)))
				}
			}
			if !s.Has(ref) {
				panic(faultf(patch.Pointer{setsMember, set.ID}.To(place...), "the site has none of that name among its %s: %q",
					ref.To, ref.ID))
			}
		}
	}
}

// Has reports whether the site has what a fact refers to.
func (s *Site) Has(ref kind.Ref) bool {
	ok := false
	switch ref.To {
	case kind.PictureOffer:
		_, ok = s.PictureByID(ref.ID)
	case kind.IconOffer:
		_, ok = s.IconByID(strings.TrimPrefix(ref.ID, icon.Own))
	case kind.SetOffer:
		_, ok = s.SetByID(ref.ID)
	case kind.BlockOffer:
		_, ok = s.BlockByID(ref.ID)
	}
	return ok
}

// sameMembers reports whether a list has the members of an object.
func sameMembers[T any](members map[string]any, list []T, idOf func(T) string) bool {
	return len(members) == len(list) && !slices.ContainsFunc(list, func(x T) bool { return members[idOf(x)] == nil })
}

func (d *decoder) pictureOf(c child) Picture {
	if e := memberEntity(picturesMember, c.id); d.keeps(e) {
		if p, ok := d.was.PictureByID(c.id); ok {
			return *p
		}
	}
	return d.picture(c)
}

func (d *decoder) houseOf(site *object, widths *look.Widths) House {
	if d.was != nil {
		pictures, _ := site.members[picturesMember].(map[string]any)
		d.stale.looks = !sameMembers(pictures, d.was.Pictures, func(p Picture) string { return p.ID })
	}
	if d.keeps(houseEntity) && !d.stale.looks {
		site.asked[string(houseEntity)] = true
		*widths = d.was.Widths
		for _, sheet := range d.was.House.Kinds {
			d.keepIDs(site.path.To(string(houseEntity)), sheet)
		}
		return d.was.House
	}
	house := d.house(site, widths)
	d.stale.looks = d.stale.looks || d.was != nil && !slices.Equal(*widths, d.was.Widths)
	return house
}

// keepIDs notes the ids that a look gives which is kept as it was.
func (d *decoder) keepIDs(path patch.Pointer, sheet look.Sheet) {
	for key, value := range sheet {
		if key.Property == "id" {
			d.ownID(path.To(key.String()), value.String())
		}
	}
}

func (d *decoder) setOf(c child) Set {
	e := memberEntity(setsMember, c.id)
	if !d.keeps(e) {
		d.stale.records[c.id] = true
		return d.set(c, nil)
	}
	was, ok := d.was.SetByID(c.id)
	if !ok {
		return d.set(c, nil)
	}
	within := string(recordEntity(c.id, ""))
	for touched := range d.touched {
		if strings.HasPrefix(string(touched), within) {
			records, _ := c.members[recordsMember].(map[string]any)
			d.stale.records[c.id] = !sameMembers(records, was.Records, func(r kind.Record) string { return r.ID })
			return d.set(c, was)
		}
	}
	return *was
}

func (d *decoder) blockOf(c child, s *Site) Block {
	if d.keeps(memberEntity(blocksMember, c.id)) && !d.stale.looks {
		if b, ok := d.was.BlockByID(c.id); ok && !d.stale.records[b.SetID] {
			if _, ok := s.SetByID(b.SetID); ok {
				d.keepIDs(c.path.To("look"), b.Look)
				return *b
			}
		}
	}
	return d.block(c, s)
}

func (d *decoder) pageOf(c child, s *Site) Page {
	if d.keeps(memberEntity(pagesMember, c.id)) && !d.stale.blocks {
		if p, ok := d.was.PageByID(c.id); ok {
			return *p
		}
	}
	return d.page(c, s)
}

func (d *decoder) house(site *object, widths *look.Widths) House {
	value, ok := site.get("house")
	if !ok {
		panic(faultf(site.path, "the member \"house\" is missing"))
	}
	o := d.object(site.path.To("house"), value)
	h := House{Dress: o.text("dress", 60, true), Tokens: d.tokens(o, "tokens", false), Dark: d.tokens(o, "dark", true),
		Kinds: map[string]look.Sheet{}}
	switch h.Scheme = Scheme(o.text("scheme", 10, false)); h.Scheme {
	case "", LightScheme, DarkScheme, AutoScheme:
	default:
		panic(faultf(o.path.To("scheme"), "the scheme is light, dark or auto"))
	}
	if h.Scale = o.text("scale", 80, false); h.Scale != "" {
		if _, err := look.ParseScale(h.Scale); err != nil {
			panic(faultf(o.path.To("scale"), "%v", err))
		}
	}
	if h.Widths = o.text("widths", 400, false); h.Widths != "" {
		own, err := look.ParseWidths(h.Widths)
		if err != nil {
			panic(faultf(o.path.To("widths"), "%v", err))
		}
		*widths = own
	}
	if value, ok := o.get("kinds"); ok {
		kinds := d.object(o.path.To("kinds"), value)
		for name := range kinds.members {
			k, ok := d.kinds.Named(name)
			if !ok {
				panic(faultf(kinds.path.To(name), "there is no kind %q", name))
			}
			h.Kinds[name] = d.look(kinds, name, k, *widths, nil)
		}
	}
	o.done()
	return h
}

// tokens reads what the site says over its dress.
func (d *decoder) tokens(house *object, member string, dark bool) map[string]string {
	said := map[string]string{}
	value, ok := house.get(member)
	if !ok {
		return said
	}
	tokens := d.object(house.path.To(member), value)
	for name := range tokens.members {
		text, err := readToken(name, tokens.text(name, 400, true), dark)
		if err != nil {
			panic(faultf(tokens.path.To(name), "%v", err))
		}
		said[name] = text
	}
	return said
}

func (d *decoder) look(parent *object, name string, k *kind.Kind, widths look.Widths, set *Set) look.Sheet {
	value, ok := parent.get(name)
	if !ok {
		return look.Sheet{}
	}
	o := d.object(parent.path.To(name), value)
	sheet := make(look.Sheet, len(o.members))
	for text := range o.members {
		key, v, err := k.ParseLook(text, o.text(text, 400, true))
		if err != nil {
			panic(faultf(o.path.To(text), "%v", err))
		}
		d.checkPictures(o.path.To(text), v)
		if key.Width != "" && widths.Index(key.Width) < 1 {
			panic(faultf(o.path.To(text), "the site has no width %q to say this for", key.Width))
		}
		if key.Record != "" {
			if set == nil {
				panic(faultf(o.path.To(text), "only a block's look may name a record"))
			}
			if _, ok := set.RecordByID(key.Record); !ok {
				panic(faultf(o.path.To(text), "the set has no record %q", key.Record))
			}
		}
		if key.Property == "id" {
			d.ownID(o.path.To(text), v.String())
		}
		sheet[key] = v
	}
	return sheet
}

// ownID refuses an id that something else of the site has.
func (d *decoder) ownID(path patch.Pointer, id string) {
	if d.ids[id] {
		panic(faultf(path, "the id %q is used already; an id names one element", id))
	}
	d.ids[id] = true
}

// set reads a set. Of was, which is the set before the change where only records of it are touched, the other records
// are kept.
func (d *decoder) set(c child, was *Set) Set {
	k, ok := d.kinds.Named(c.text("kind", 60, true))
	if !ok {
		panic(faultf(c.path.To("kind"), "there is no kind %q", c.text("kind", 60, true)))
	}
	s := Set{ID: c.id, order: c.order, orders: map[string]string{}}
	s.Set = kind.Set{Kind: k, Name: c.text("name", mostName, true), Axes: map[string][]kind.Item{}}
	d.axes(c, k, &s)
	s.Facts = d.facts(c.object, s.Set, k.SetFields)
	s.List = d.list(c)
	kept := map[string]*kind.Record{}
	if was != nil {
		for i := range was.Records {
			kept[was.Records[i].ID] = &was.Records[i]
		}
	}
	for _, r := range d.members(c.object, recordsMember, MostRecords) {
		if record := kept[r.id]; record != nil && d.keeps(recordEntity(c.id, r.id)) {
			s.Records = append(s.Records, *record)
		} else {
			s.Records = append(s.Records, d.record(r, s.Set))
		}
		s.orders[r.id] = r.order
	}
	c.done()
	return s
}

func (d *decoder) record(r child, set kind.Set) kind.Record {
	record := kind.Record{ID: r.id, Featured: r.flag("featured"), Facts: d.facts(r.object, set, set.Kind.Fields)}
	if record.Featured && !set.Kind.CanFeature {
		panic(faultf(r.path.To("featured"), "a %s cannot be featured", set.Kind.One))
	}
	r.done()
	return record
}

func (d *decoder) axes(c child, k *kind.Kind, s *Set) {
	value, ok := c.get("axes")
	if !ok {
		return
	}
	axes := d.object(c.path.To("axes"), value)
	for _, axis := range k.Axes {
		for _, item := range d.members(axes, axis.Name, min(axis.Most, MostItems)) {
			s.Axes[axis.Name] = append(s.Axes[axis.Name], kind.Item{ID: item.id, Facts: d.facts(item.object, s.Set,
				axis.Fields)})
			s.orders[axis.Name+"/"+item.id] = item.order
			item.done()
		}
	}
	axes.done()
}

func (d *decoder) facts(parent *object, set kind.Set, fields []kind.Field) map[string]kind.Value {
	facts := map[string]kind.Value{}
	value, ok := parent.get("facts")
	if ok {
		o := d.object(parent.path.To("facts"), value)
		for text, held := range o.members {
			field, err := set.CheckKey(fields, kind.ParseFactKey(text))
			if err == nil {
				facts[text], err = field.Type.Decode(held)
			}
			if err == nil {
				err = set.CheckFact(field, kind.ParseFactKey(text), facts[text])
			}
			if err != nil {
				panic(faultf(o.path.To(text), "%v", err))
			}
		}
	}
	for _, f := range fields {
		if f.Required && len(f.Each) == 0 && kind.Text(facts, f.Name) == "" {
			panic(faultf(parent.path.To("facts", f.Name), "this must be said"))
		}
	}
	return facts
}

func (d *decoder) block(c child, s *Site) Block {
	b := Block{ID: c.id, order: c.order, Name: c.text("name", mostName, true), SetID: c.text("set", 60, true),
		Form: c.text("form", 60, true)}
	set, ok := s.SetByID(b.SetID)
	if !ok {
		panic(faultf(c.path.To("set"), "the site has no set %q", b.SetID))
	}
	if _, ok := set.Kind.FormNamed(b.Form); !ok {
		panic(faultf(c.path.To("form"), "%s has no form %q", set.Kind.Title, b.Form))
	}
	b.Look = d.look(c.object, "look", set.Kind, s.Widths, set)
	b.Quiet = map[string]Accepted{}
	if value, ok := c.get("quiet"); ok {
		quiet := d.object(c.path.To("quiet"), value)
		for id := range quiet.members {
			quiet.asked[id] = true
			o := d.object(quiet.path.To(id), quiet.members[id])
			b.Quiet[id] = Accepted{o.text("measured", 200, false), o.text("reason", mostReason, false)}
			o.done()
		}
	}
	c.done()
	return b
}

func (d *decoder) page(c child, s *Site) Page {
	p := Page{ID: c.id, order: c.order, Title: c.text("title", mostName, true), Intro: c.text("intro", 2000, false),
		Language: c.language("language", false)}
	for _, band := range d.members(c.object, "bands", MostItems) {
		b := Band{ID: band.id, order: band.order, Heading: band.text("heading", mostName, false)}
		for _, member := range d.members(band.object, "blocks", 12) {
			if _, ok := s.BlockByID(member.id); !ok {
				panic(faultf(member.path, "the site has no block %q", member.id))
			}
			member.done()
			b.Blocks = append(b.Blocks, member.id)
		}
		band.done()
		p.Bands = append(p.Bands, b)
	}
	c.done()
	return p
}

// Encode writes a tree as the JSON that is stored and exported. Object members are sorted by name.
func Encode(tree any) ([]byte, error) {
	text, err := json.Marshal(tree)
	if err != nil {
		return nil, fmt.Errorf("document: encode: %w", err)
	}
	return text, nil
}
