package document

import (
	"encoding/json"
	"fmt"
	"maps"
	"reflect"
	"slices"

	"rubrel/core/patch"
	"rubrel/core/plaintext"
)

// Change is one thing a designer does. Plan says it as a patch of the document as it is now.
type Change interface {
	Plan(s *Site) (patch.Patch, error)
	// Label says what was done, for the log and for undo: "price of Dusk".
	Label(s *Site) string
}

// Result is a change carried out: the new document and what the log keeps.
type Result struct {
	Tree    any
	Site    *Site
	Label   string
	Patch   patch.Patch
	Inverse patch.Patch
	Touched []Entity // what the patch changes, in order
}

// Apply carries out a change on a document. Nothing is changed where it returns an error.
func Apply(tree any, s *Site, change Change) (*Result, error) {
	p, err := change.Plan(s)
	if err != nil {
		return nil, err
	}
	p, err = plain(p)
	if err != nil {
		return nil, err
	}
	if err := checkTexts(p); err != nil {
		return nil, err
	}
	return applyPatch(tree, s, p, change.Label(s))
}

// Nothing is the error of a change that would change nothing; it makes no entry in the log.
var Nothing = faultf(nil, "nothing changed")

func applyPatch(tree any, s *Site, p patch.Patch, label string) (*Result, error) {
	if len(p) == 0 {
		return nil, Nothing
	}
	next, inverse, err := p.Apply(tree)
	if err != nil {
		return nil, faultf(nil, "this no longer fits the document: %v", err)
	}
	touched := touchedBy(p, tree, next)
	site, err := s.update(next, touched)
	if err != nil {
		return nil, err
	}
	return &Result{Tree: next, Site: site, Label: label, Patch: p, Inverse: inverse,
		Touched: slices.Sorted(maps.Keys(touched))}, nil
}

// plain turns typed values into the decoded JSON that a tree holds.
func plain(p patch.Patch) (patch.Patch, error) {
	written, err := json.Marshal(p)
	if err != nil {
		return nil, fmt.Errorf("document: a change cannot be written: %w", err)
	}
	var out patch.Patch
	err = json.Unmarshal(written, &out)
	return out, err
}

// Clash is two values for one place. Neither is lost: the document keeps Theirs, and Mine is shown beside it.
type Clash struct {
	Path         patch.Pointer
	Mine, Theirs string
}

func (c *Clash) Error() string {
	return "Somebody else changed this place meanwhile. Both values are kept: choose one."
}

// FindClash compares a planned change with what others did since the version it was made on. It returns nil
// where they touch different places, or say the same.
func FindClash(tree any, mine patch.Patch, since []patch.Patch) *Clash {
	for _, operation := range mine {
		for _, theirs := range since {
			for _, other := range theirs {
				if !operation.Path.Within(other.Path) && !other.Path.Within(operation.Path) {
					continue
				}
				have, err := patch.Get(tree, operation.Path)
				if err == nil && reflect.DeepEqual(have, operation.Value) || err != nil && operation.Op == patch.Remove {
					continue
				}
				return &Clash{Path: operation.Path, Mine: Show(operation.Value), Theirs: Show(have)}
			}
		}
	}
	return nil
}

// Show writes a held value for a person to compare.
func Show(held any) string {
	switch v := held.(type) {
	case nil:
		return ""
	case string:
		return v
	}
	written, err := json.Marshal(held)
	if err != nil {
		return fmt.Sprint(held)
	}
	return string(written)
}

// checkTexts refuses characters that no text of a document has. Texts are cleaned where they come in; this is for those
// that come another way.
func checkTexts(p patch.Patch) error {
	for _, operation := range p {
		if path := operation.Path.String(); !plaintext.IsClean(path) {
			return faultf(nil, "a name in %q has a control character", path)
		}
		if !cleanTree(operation.Value) {
			return faultf(operation.Path, "the text has a control character or is not valid UTF-8")
		}
	}
	return nil
}

func cleanTree(tree any) bool {
	switch v := tree.(type) {
	case string:
		return plaintext.IsClean(v)
	case []any:
		return !slices.ContainsFunc(v, func(member any) bool { return !cleanTree(member) })
	case map[string]any:
		for name, member := range v {
			if !plaintext.IsClean(name) || !cleanTree(member) {
				return false
			}
		}
	}
	return true
}

// PlanOf says a change as the patch it would be now, with plain values.
func PlanOf(s *Site, change Change) (patch.Patch, error) {
	p, err := change.Plan(s)
	if err != nil {
		return nil, err
	}
	return plain(p)
}

// put adds or replaces a leaf, or removes it where value is nil; an unchanged leaf is no operation.
func put(path patch.Pointer, old, value any) patch.Patch {
	switch {
	case old == nil && value == nil:
		return nil
	case value == nil:
		return patch.Patch{{Op: patch.Remove, Path: path}}
	case old == nil:
		return patch.Patch{{Op: patch.Add, Path: path, Value: value}}
	case reflect.DeepEqual(old, value):
		return nil
	}
	return patch.Patch{{Op: patch.Replace, Path: path, Value: value}}
}

// Held is a change that was kept back as a patch when it met another's, and is now carried out over that.
type Held struct {
	Name  string
	Patch patch.Patch
}

// Plan says each value whether the place is still there or not: to add a member that exists replaces it
// (RFC 6902, section 4.1).
func (c Held) Plan(*Site) (patch.Patch, error) {
	p := slices.Clone(c.Patch)
	for i := range p {
		if p[i].Op == patch.Replace {
			p[i].Op = patch.Add
		}
	}
	return p, nil
}

// Label is the label of the change that was kept back.
func (c Held) Label(*Site) string { return c.Name }
