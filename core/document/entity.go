package document

import (
	"maps"
	"slices"
	"strings"

	"rubrel/core/patch"
)

// Entity names what is kept and versioned on its own: the site itself (its name and language), the house style, a set
// (its facts and axes), one record of a set, a block, a page or a picture. It is written as a place of the document
// without the slash before it: "house", "sets/plans/records/dusk".
type Entity string

// The entities that every site has once.
const (
	siteEntity  Entity = "site"
	houseEntity Entity = "house"
)

// The members of a document whose own members are entities.
const (
	setsMember     = "sets"
	blocksMember   = "blocks"
	pagesMember    = "pages"
	picturesMember = "pictures"
	iconsMember    = "icons"
	recordsMember  = "records" // of a set
)

var entityLists = []string{setsMember, blocksMember, pagesMember, picturesMember, iconsMember}

func recordEntity(set, record string) Entity {
	return Entity(setsMember + "/" + set + "/" + recordsMember + "/" + record)
}

func memberEntity(list, id string) Entity { return Entity(list + "/" + id) }

// PictureID is the picture that an entity is; false where it is none.
func (e Entity) PictureID() (string, bool) { return strings.CutPrefix(string(e), picturesMember+"/") }

// setID is the set that an entity is; false where it is none.
func (e Entity) setID() (string, bool) {
	place := e.place()
	if len(place) != 2 || place[0] != setsMember {
		return "", false
	}
	return place[1], true
}

// place is where the entity's value stands in a document; the site's own members stand at its root.
func (e Entity) place() patch.Pointer {
	if e == siteEntity {
		return patch.Pointer{}
	}
	return strings.Split(string(e), "/")
}

// entityAt is the entity that a place of a document belongs to.
func entityAt(path patch.Pointer) Entity {
	switch {
	case len(path) > 0 && path[0] == string(houseEntity):
		return houseEntity
	case len(path) >= 4 && path[0] == setsMember && path[2] == recordsMember:
		return recordEntity(path[1], path[3])
	case len(path) >= 2:
		return memberEntity(path[0], path[1])
	}
	return siteEntity
}

// Entities lists every entity of a document, in no order.
func Entities(tree any) []Entity {
	within := map[Entity]bool{}
	addWithin(within, tree, patch.Pointer{})
	return slices.Collect(maps.Keys(within))
}

// touchedBy are the entities that a patch changes, given the documents before and after it.
func touchedBy(p patch.Patch, before, after any) map[Entity]bool {
	touched := map[Entity]bool{}
	for _, operation := range p {
		for _, path := range []patch.Pointer{operation.Path, operation.From} {
			if path == nil {
				continue
			}
			touched[entityAt(path)] = true
			addWithin(touched, before, path)
			addWithin(touched, after, path)
		}
	}
	return touched
}

// addWithin adds the entities that stand at a place of a document or below it.
func addWithin(to map[Entity]bool, tree any, path patch.Pointer) {
	to[entityAt(path)] = true
	holds := len(path) == 0 || len(path) == 1 && slices.Contains(entityLists, path[0]) ||
		len(path) == 3 && path[0] == setsMember && path[2] == recordsMember
	if len(path) == 2 && path[0] == setsMember {
		addWithin(to, tree, path.To(recordsMember))
	}
	if !holds {
		return
	}
	value, err := patch.Get(tree, path)
	members, ok := value.(map[string]any)
	if err != nil || !ok {
		return
	}
	for name := range members {
		addWithin(to, tree, path.To(name))
	}
}

// Body is the value of an entity in a document, without the entities inside it; false where the document has none.
func Body(tree any, e Entity) (any, bool) {
	value, err := patch.Get(tree, e.place())
	if err != nil {
		return nil, false
	}
	_, isSet := e.setID()
	switch {
	case e == siteEntity:
		own := maps.Clone(value.(map[string]any))
		delete(own, string(houseEntity))
		for _, list := range entityLists {
			delete(own, list)
		}
		return own, true
	case isSet:
		own := maps.Clone(value.(map[string]any))
		delete(own, recordsMember)
		return own, true
	}
	return value, true
}

// Assemble is the document of some entities; a nil body is an entity that is no longer there.
func Assemble(bodies map[Entity]any) any {
	root := map[string]any{}
	for _, list := range entityLists {
		root[list] = map[string]any{}
	}
	return replaceEntities(root, bodies)
}

// Refresh is a site of which some entities have other bodies now, with its document; a nil body is an entity that is no
// longer there. Nothing is changed where it returns an error.
func (s *Site) Refresh(tree any, bodies map[Entity]any) (*Site, any, error) {
	touched := map[Entity]bool{}
	for e := range bodies {
		touched[e] = true
	}
	next := replaceEntities(tree, bodies)
	site, err := s.update(next, touched)
	return site, next, err
}

// replaceEntities is a document with other bodies for some of its entities. The document given is left as it was.
func replaceEntities(tree any, bodies map[Entity]any) any {
	root := maps.Clone(tree.(map[string]any))
	copied := map[string]bool{}
	// own is a list, or the records of a set, as a copy that may be written to.
	own := func(in map[string]any, name, key string) map[string]any {
		members, _ := in[name].(map[string]any)
		if !copied[key] {
			members = maps.Clone(members)
			if members == nil {
				members = map[string]any{}
			}
			in[name], copied[key] = members, true
		}
		return members
	}
	for _, e := range slices.Sorted(maps.Keys(bodies)) { // a set comes before its records
		body, path := bodies[e], e.place()
		switch {
		case e == siteEntity:
			maps.DeleteFunc(root, func(name string, _ any) bool {
				return name != string(houseEntity) && !slices.Contains(entityLists, name)
			})
			maps.Copy(root, body.(map[string]any))
		case e == houseEntity:
			root[path[0]] = body
		case len(path) == 4:
			sets := own(root, setsMember, setsMember)
			if sets[path[1]] == nil {
				continue // the set has gone, and its records with it
			}
			set := own(sets, path[1], string(memberEntity(setsMember, path[1])))
			replaceMember(own(set, recordsMember, string(recordEntity(path[1], ""))), path[3], body)
		default:
			list := own(root, path[0], path[0])
			if set, ok := body.(map[string]any); ok && path[0] == setsMember {
				set = maps.Clone(set)
				if was, ok := list[path[1]].(map[string]any); ok {
					set[recordsMember] = was[recordsMember]
				}
				body = set
			}
			replaceMember(list, path[1], body)
		}
	}
	return root
}

func replaceMember(members map[string]any, name string, body any) {
	if body == nil {
		delete(members, name)
		return
	}
	members[name] = body
}
