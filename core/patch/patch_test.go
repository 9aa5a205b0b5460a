package patch

import (
	"encoding/json"
	"math/rand/v2"
	"reflect"
	"strconv"
	"testing"
)

func decode(t testing.TB, text string) any {
	t.Helper()
	var v any
	if err := json.Unmarshal([]byte(text), &v); err != nil {
		t.Fatal(err)
	}
	return v
}

// The examples of RFC 6902, appendix A. An empty result means that the patch must be refused.
func TestAppendixA(t *testing.T) {
	for _, c := range []struct{ name, document, patch, result string }{
		{"A.1 adding an object member", `{"foo":"bar"}`, `[{"op":"add","path":"/baz","value":"qux"}]`,
			`{"baz":"qux","foo":"bar"}`},
		{"A.2 adding an array element", `{"foo":["bar","baz"]}`, `[{"op":"add","path":"/foo/1","value":"qux"}]`,
			`{"foo":["bar","qux","baz"]}`},
		{"A.3 removing an object member", `{"baz":"qux","foo":"bar"}`, `[{"op":"remove","path":"/baz"}]`, `{"foo":"bar"}`},
		{"A.4 removing an array element", `{"foo":["bar","qux","baz"]}`, `[{"op":"remove","path":"/foo/1"}]`,
			`{"foo":["bar","baz"]}`},
		{"A.5 replacing a value", `{"baz":"qux","foo":"bar"}`, `[{"op":"replace","path":"/baz","value":"boo"}]`,
			`{"baz":"boo","foo":"bar"}`},
		{"A.6 moving a value", `{"foo":{"bar":"baz","waldo":"fred"},"qux":{"corge":"grault"}}`,
			`[{"op":"move","from":"/foo/waldo","path":"/qux/thud"}]`,
			`{"foo":{"bar":"baz"},"qux":{"corge":"grault","thud":"fred"}}`},
		{"A.7 moving an array element", `{"foo":["all","grass","cows","eat"]}`,
			`[{"op":"move","from":"/foo/1","path":"/foo/3"}]`, `{"foo":["all","cows","eat","grass"]}`},
		{"A.8 testing a value: success", `{"baz":"qux","foo":["a",2,"c"]}`,
			`[{"op":"test","path":"/baz","value":"qux"},{"op":"test","path":"/foo/1","value":2}]`,
			`{"baz":"qux","foo":["a",2,"c"]}`},
		{"A.9 testing a value: error", `{"baz":"qux"}`, `[{"op":"test","path":"/baz","value":"bar"}]`, ``},
		{"A.10 adding a nested member object", `{"foo":"bar"}`, `[{"op":"add","path":"/child","value":{"grandchild":{}}}]`,
			`{"foo":"bar","child":{"grandchild":{}}}`},
		{"A.11 ignoring unrecognised elements", `{"foo":"bar"}`, `[{"op":"add","path":"/baz","value":"qux","xyz":123}]`,
			`{"foo":"bar","baz":"qux"}`},
		{"A.12 adding to a nonexistent target", `{"foo":"bar"}`, `[{"op":"add","path":"/baz/bat","value":"qux"}]`, ``},
		{"A.14 escape ordering", `{"/":9,"~1":10}`, `[{"op":"test","path":"/~01","value":10}]`, `{"/":9,"~1":10}`},
		{"A.15 comparing strings and numbers", `{"/":9,"~1":10}`, `[{"op":"test","path":"/~01","value":"10"}]`, ``},
		{"A.16 adding an array value", `{"foo":["bar"]}`, `[{"op":"add","path":"/foo/-","value":["abc","def"]}]`,
			`{"foo":["bar",["abc","def"]]}`},
	} {
		t.Run(c.name, func(t *testing.T) {
			document := decode(t, c.document)
			var p Patch
			if err := json.Unmarshal([]byte(c.patch), &p); err != nil {
				t.Fatal(err)
			}
			got, inverse, err := p.Apply(document)
			if c.result == "" {
				if err == nil {
					t.Fatalf("applied to %v, want a refusal", got)
				}
				return
			}
			if err != nil {
				t.Fatal(err)
			}
			if want := decode(t, c.result); !reflect.DeepEqual(got, want) {
				t.Errorf("got %v, want %v", got, want)
			}
			if !reflect.DeepEqual(document, decode(t, c.document)) {
				t.Error("the document given was changed")
			}
			back, _, err := inverse.Apply(got)
			if err != nil || !reflect.DeepEqual(back, document) {
				t.Errorf("the inverse gives %v, %v; want %v", back, err, document)
			}
		})
	}
}

// A.13 shows a patch that is not one: a duplicate member, which encoding/json reads as the last. Rubrel refuses
// what it cannot carry out, among it these.
// A path goes through the last element of an array, and not past it.
func TestThroughTheLastElement(t *testing.T) {
	for path, want := range map[string]string{"/list/1/x": `{"list":[{"x":1},{"x":9}]}`, "/list/2/x": "", "/list/-/x": "",
		"/list/1/y": ""} {
		patch := Patch{{Op: Replace, Path: pointer(t, path), Value: 9.0}}
		got, inverse, err := patch.Apply(decode(t, `{"list":[{"x":1},{"x":2}]}`))
		if want == "" {
			if err == nil {
				t.Errorf("%s: %v", path, got)
			}
			continue
		}
		if err != nil || !reflect.DeepEqual(got, decode(t, want)) {
			t.Errorf("%s: %v (%v)", path, got, err)
		}
		if back, _, err := inverse.Apply(got); err != nil || !reflect.DeepEqual(back, decode(t,
			`{"list":[{"x":1},{"x":2}]}`)) {
			t.Errorf("%s back: %v (%v)", path, back, err)
		}
	}
}

func pointer(t *testing.T, text string) Pointer {
	t.Helper()
	p, err := ParsePointer(text)
	if err != nil {
		t.Fatal(err)
	}
	return p
}

func TestBadPatches(t *testing.T) {
	for _, text := range []string{
		`[{"op":"add"}]`, `[{"path":"/a","value":1}]`, `[{"op":"add","path":"/a"}]`, `[{"op":"move","path":"/a"}]`,
		`[{"op":"swap","path":"/a"}]`, `[{"op":"add","path":"a","value":1}]`, `[{"op":"add","path":"/a~2","value":1}]`,
		`{"op":"add"}`,
	} {
		var p Patch
		if err := json.Unmarshal([]byte(text), &p); err == nil {
			t.Errorf("%s was read", text)
		}
	}
	for _, text := range []string{
		`[{"op":"remove","path":"/x"}]`, `[{"op":"replace","path":"/x","value":1}]`, `[{"op":"add","path":"/l/3","value":1}]`,
		`[{"op":"add","path":"/l/01","value":1}]`, `[{"op":"remove","path":"/l/-"}]`,
		`[{"op":"move","from":"/o","path":"/o/a"}]`, `[{"op":"copy","from":"/x","path":"/y"}]`,
	} {
		var p Patch
		if err := json.Unmarshal([]byte(text), &p); err != nil {
			t.Fatal(err)
		}
		if _, _, err := p.Apply(decode(t, `{"l":[1,2],"o":{"a":1}}`)); err == nil {
			t.Errorf("%s was applied", text)
		}
	}
}

// Whatever a patch does, its inverse takes back.
func TestInverseOfRandomPatches(t *testing.T) {
	random := rand.New(rand.NewPCG(1, 2))
	for range 2000 {
		document := decode(t, `{"a":{"x":1,"y":[1,2,3]},"b":[{"k":"v"},"w"],"c":null}`)
		var p Patch
		at := document
		for range 1 + random.IntN(5) {
			o := randomOperation(random)
			next, _, err := (Patch{o}).Apply(at)
			if err != nil {
				continue
			}
			at, p = next, append(p, o)
		}
		got, inverse, err := p.Apply(document)
		if err != nil {
			t.Fatal(err)
		}
		if back, _, err := inverse.Apply(got); err != nil || !reflect.DeepEqual(back, document) {
			t.Fatalf("%v: the inverse %v gives %v, %v", p, inverse, back, err)
		}
	}
}

func randomOperation(random *rand.Rand) Operation {
	paths := []Pointer{{"a"}, {"a", "x"}, {"a", "y"}, {"a", "y", "0"}, {"a", "y", "-"}, {"a", "new"}, {"b"}, {"b", "1"},
		{"b", "0", "k"}, {"c"}, {"d"}}
	pick := func() Pointer { return paths[random.IntN(len(paths))] }
	ops := []Op{Add, Remove, Replace, Move, Copy}
	return Operation{Op: ops[random.IntN(len(ops))], Path: pick(), From: pick(), Value: strconv.Itoa(random.IntN(9))}
}

func FuzzPatch(f *testing.F) {
	f.Add(`[{"op":"add","path":"/a/-","value":[1]},{"op":"move","from":"/a","path":"/b"}]`, `{"a":[]}`)
	f.Fuzz(func(t *testing.T, patchText, documentText string) {
		var p Patch
		var document any
		if json.Unmarshal([]byte(patchText), &p) != nil || json.Unmarshal([]byte(documentText), &document) != nil {
			return
		}
		got, inverse, err := p.Apply(document)
		if err != nil {
			return
		}
		if back, _, err := inverse.Apply(got); err != nil || !reflect.DeepEqual(back, document) {
			t.Fatalf("inverse: %v, %v", back, err)
		}
	})
}
