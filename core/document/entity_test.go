package document_test

import (
	"fmt"
	"maps"
	"math/rand/v2"
	"reflect"
	"slices"
	"testing"

	"rubrel/core/document"
	"rubrel/core/patch"
)

// comparable takes away what two sites of one document do not share: functions.
func comparable(s *document.Site) document.Site {
	c := *s
	c.Sets = slices.Clone(s.Sets)
	for i := range c.Sets {
		c.Sets[i].Others = nil
	}
	return c
}

func bodies(tree any, entities []document.Entity) map[document.Entity]any {
	all := map[document.Entity]any{}
	for _, e := range entities {
		body, _ := document.Body(tree, e)
		all[e] = body
	}
	return all
}

// checkStep checks a change against the whole document: what is read of it alone is what reading everything gives, and
// another process that has the document before gets there with the entities that were touched.
func checkStep(t *testing.T, what string, site *document.Site, tree any, result *document.Result) {
	t.Helper()
	whole, err := document.Decode(result.Tree, all)
	if err != nil {
		t.Fatalf("%s: %v", what, err)
	}
	if !reflect.DeepEqual(comparable(result.Site), comparable(whole)) {
		t.Fatalf("%s: what was read of the change alone is not the whole document", what)
	}
	there, next, err := site.Refresh(tree, bodies(result.Tree, result.Touched))
	if err != nil || !reflect.DeepEqual(next, result.Tree) ||
		!reflect.DeepEqual(comparable(there), comparable(whole)) {
		t.Fatalf("%s: the entities touched, %v, do not make the document (%v)", what, result.Touched, err)
	}
}

// A document is the sum of its entities, whatever is done to it, and reading an edit is reading what it touched.
func TestEntities(t *testing.T) {
	site, tree := demoSite(t)
	if made := document.Assemble(bodies(tree, document.Entities(tree))); !reflect.DeepEqual(made, tree) {
		t.Fatal("the entities do not make the document")
	}
	random := rand.New(rand.NewPCG(3, 4))
	touched := map[document.Entity]bool{}
	for range 300 {
		list := changes(t)
		change := list[random.IntN(len(list))]
		if _, last := change.(document.RemoveBlock); last && random.IntN(4) > 0 {
			continue
		}
		result, err := document.Apply(tree, site, change)
		if err != nil {
			continue
		}
		checkStep(t, result.Label, site, tree, result)
		if random.IntN(3) == 0 { // and back
			back, _, err := document.Revert(result.Tree, result.Site, result.Patch, result.Inverse, result.Label, nobody)
			if err != nil {
				t.Fatalf("%s: %v", result.Label, err)
			}
			checkStep(t, "back from "+result.Label, result.Site, result.Tree, back)
			result = back
		}
		for _, e := range result.Touched {
			touched[e] = true
		}
		site, tree = result.Site, result.Tree
	}
	for _, e := range []document.Entity{"site", "house", "sets/memberships", "sets/memberships/records/dusk",
		"blocks/memberships", "pages/membership"} {
		if !touched[e] {
			t.Errorf("nothing touched %s", e)
		}
	}
}

// A fact of one record touches that record alone.
func TestAFactTouchesItsRecord(t *testing.T) {
	site, tree := demoSite(t)
	result, err := document.Apply(tree, site, changes(t)[0])
	if err != nil || !slices.Equal(result.Touched, []document.Entity{"sets/memberships/records/dusk"}) {
		t.Errorf("it touches %v (%v)", result.Touched, err)
	}
}

// places lists every place of a document.
func places(tree any, at patch.Pointer) []patch.Pointer {
	list := []patch.Pointer{at}
	members, _ := tree.(map[string]any)
	for _, name := range slices.Sorted(maps.Keys(members)) {
		list = append(list, places(members[name], at.To(name))...)
	}
	return list
}

// Whatever is taken out of a document or replaced in it, reading what was touched finds what reading the whole would:
// nothing refers to what is not there.
func TestTouchedReadsAsTheWhole(t *testing.T) {
	_, tree := demoSite(t)
	site, err := document.Decode(tree, all) // with the objects that the file leaves out
	if err != nil {
		t.Fatal(err)
	}
	exception, err := document.Apply(tree, site, changes(t)[4]) // one record's look, which refers to it
	if err != nil {
		t.Fatal(err)
	}
	site, tree = exception.Site, exception.Tree
	refused := 0
	for _, at := range places(tree, patch.Pointer{})[1:] {
		for _, operation := range []patch.Operation{{Op: patch.Remove, Path: at},
			{Op: patch.Replace, Path: at, Value: "x1"}, {Op: patch.Replace, Path: at, Value: map[string]any{}}} {
			p := patch.Patch{operation}
			next, _, err := p.Apply(tree)
			if err != nil {
				t.Fatal(err)
			}
			what := fmt.Sprintf("%s %s %v", operation.Op, at, operation.Value)
			whole, wantErr := document.Decode(next, all)
			result, err := document.Apply(tree, site, document.Held{Name: what, Patch: p})
			if (err == nil) != (wantErr == nil) {
				t.Fatalf("%s: %v, the whole says %v", what, err, wantErr)
			}
			if err != nil {
				refused++
				continue
			}
			if !reflect.DeepEqual(comparable(result.Site), comparable(whole)) {
				t.Fatalf("%s: read otherwise than the whole", what)
			}
		}
	}
	if refused < 100 {
		t.Errorf("%d were refused", refused)
	}
}
