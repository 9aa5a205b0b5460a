package document

import (
	"fmt"
	"reflect"
	"slices"
	"strings"

	"rubrel/core/patch"
)

// Stands is why an earlier change cannot be taken back, or not all of it: places that were changed again since.
type Stands struct {
	Label  string
	Places []string // in words
	Whole  bool     // nothing of it could be taken back
}

func (e *Stands) Error() string {
	places := e.Places
	if len(places) > 3 {
		places = append(slices.Clone(places[:3]), fmt.Sprintf("%d more", len(e.Places)-3))
	}
	list := strings.Join(places, ", ")
	if e.Whole {
		return fmt.Sprintf("%q stays: %s changed since, and what is there now would be lost", e.Label, list)
	}
	return fmt.Sprintf("%q is taken back but for %s, which changed since", e.Label, list)
}

// Revert takes back an earlier change, wherever the document has gone since: done is what the change did, inverse what
// takes it back. A place that has been changed again keeps what it has, and the *Stands returned beside the result says
// so; the result is nil where nothing is left to take back. What a change added goes with all that was said in it
// since, unless others said some of it: foreign gives their changes, and is asked only where something was changed.
func Revert(tree any, s *Site, done, inverse patch.Patch, label string, foreign func() []patch.Patch) (*Result,
	*Stands, error) {
	var kept patch.Patch
	stands := &Stands{Label: label}
	for _, operation := range inverse {
		if free(tree, done, operation, foreign) {
			kept = append(kept, operation)
		} else {
			stands.Places = append(stands.Places, PlaceName(s, operation.Path))
		}
	}
	if len(stands.Places) == 0 {
		stands = nil
	}
	if len(kept) > 0 {
		result, err := applyPatch(tree, s, kept, label)
		if err == nil {
			return result, stands, nil
		}
		// What is left does not hold without the rest, or something new refers to it.
		stands = &Stands{Label: label, Places: []string{"other parts of the site (" + err.Error() + ")"}}
	}
	if stands == nil {
		return nil, nil, Nothing
	}
	stands.Whole = true
	return nil, stands, nil
}

// free reports whether a place may be put back: it is as the change left it, or it is something the change added which
// only the same designer has worked in since.
func free(tree any, done patch.Patch, back patch.Operation, foreign func() []patch.Patch) bool {
	have, err := patch.Get(tree, back.Path)
	there := err == nil
	left, said := valueAt(done, back.Path)
	if there == said && (!there || reflect.DeepEqual(have, left)) {
		return true
	}
	if _, isObject := have.(map[string]any); !isObject || back.Op != patch.Remove {
		return false
	}
	for _, p := range foreign() {
		for _, other := range p {
			if other.Path.Within(back.Path) {
				return false
			}
		}
	}
	return true
}

// valueAt is what a patch leaves at a place; false where it leaves nothing there.
func valueAt(p patch.Patch, at patch.Pointer) (any, bool) {
	for _, operation := range slices.Backward(p) {
		if operation.Path.String() == at.String() {
			return operation.Value, operation.Op != patch.Remove
		}
	}
	return nil, false
}

// PlaceName says in words what a place of the document is: "price month eur of Dusk", "accent of the house style".
func PlaceName(s *Site, path patch.Pointer) string {
	at := func(i int) string {
		if i < len(path) {
			return path[i]
		}
		return ""
	}
	last := strings.ReplaceAll(path[len(path)-1], ":", " ")
	switch at(0) {
	case "sets":
		set, ok := s.SetByID(at(1))
		if !ok || len(path) == 2 {
			break
		}
		if at(2) == "records" {
			name := set.NameOf(at(3))
			if len(path) == 4 {
				return name
			}
			return last + " of " + name
		}
		return last + " of " + set.Name
	case "blocks":
		block, ok := s.BlockByID(at(1))
		if !ok {
			break
		}
		if len(path) == 2 {
			return "the block " + block.Name
		}
		return last + " of " + block.Name
	case "house":
		return last + " of the house style"
	case "pages":
		if page, ok := s.PageByID(at(1)); ok && len(path) > 2 {
			return "the page " + page.Title
		}
	case "name", "language":
		return last + " of the site"
	}
	return last
}
