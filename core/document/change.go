package document

import (
	"encoding/json"
	"fmt"
	"reflect"
	"slices"

	"rubrel/core/kind"
	"rubrel/core/patch"
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
	return applyPatch(tree, s.kinds, p, change.Label(s))
}

// Nothing is the error of a change that would change nothing; it makes no entry in the log.
var Nothing = faultf(nil, "nothing changed")

func applyPatch(tree any, kinds kind.Registry, p patch.Patch, label string) (*Result, error) {
	if len(p) == 0 {
		return nil, Nothing
	}
	next, inverse, err := p.Apply(tree)
	if err != nil {
		return nil, faultf(nil, "this no longer fits the document: %v", err)
	}
	site, err := Decode(next, kinds)
	if err != nil {
		return nil, err
	}
	return &Result{Tree: next, Site: site, Label: label, Patch: p, Inverse: inverse}, nil
}

// plain turns typed values into the decoded JSON that a tree holds.
func plain(p patch.Patch) (patch.Patch, error) {
	text, err := json.Marshal(p)
	if err != nil {
		return nil, fmt.Errorf("document: a change cannot be written: %w", err)
	}
	var out patch.Patch
	err = json.Unmarshal(text, &out)
	return out, err
}

// Revert takes back an earlier change, wherever the document has gone since. It refuses, with a *Clash, where
// one of the change's places has been changed again.
func Revert(tree any, kinds kind.Registry, done, inverse patch.Patch, label string) (*Result, error) {
	for _, operation := range done {
		have, err := patch.Get(tree, operation.Path)
		gone := err != nil
		if gone != (operation.Op == patch.Remove) || !gone && !reflect.DeepEqual(have, operation.Value) {
			return nil, &Clash{Path: operation.Path, Theirs: Show(have), Mine: valueAfter(inverse, operation.Path)}
		}
	}
	return applyPatch(tree, kinds, inverse, label)
}

// Repeat carries out an undone change again. It refuses, with a *Clash, where a place is no longer as undo left it.
func Repeat(tree any, kinds kind.Registry, done, inverse patch.Patch, label string) (*Result, error) {
	return Revert(tree, kinds, inverse, done, label)
}

func valueAfter(p patch.Patch, at patch.Pointer) string {
	for _, operation := range p {
		if operation.Path.String() == at.String() {
			return Show(operation.Value)
		}
	}
	return ""
}

// Clash is two values for one place. Neither is lost: the document keeps Theirs, and Mine is shown beside it.
type Clash struct {
	Path         patch.Pointer
	Mine, Theirs string
}

func (c *Clash) Error() string {
	return fmt.Sprintf("%s was changed meanwhile: it is %q now, and yours is %q", c.Path, c.Theirs, c.Mine)
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
	text, err := json.Marshal(held)
	if err != nil {
		return fmt.Sprint(held)
	}
	return string(text)
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
