package kinds_test

import (
	"bytes"
	"encoding/json"
	"testing"

	"github.com/santhosh-tekuri/jsonschema/v6"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/demo"
	"rubrel/kinds"
)

// Every kind that ships is declared soundly: its defaults parse, its axes and parts exist, a fresh set fits.
func TestDeclarations(t *testing.T) {
	all := kinds.All()
	for _, k := range all {
		if _, err := k.Defaults(k.Forms[0].Name); err != nil {
			t.Error(err)
		}
		for _, p := range k.Parts {
			if _, ok := k.PartNamed(p.Parent); p.Parent != "" && !ok {
				t.Errorf("%s: the part %s stands in %q, which is no part", k.Name, p.Name, p.Parent)
			}
			if p.Help == "" {
				t.Errorf("%s: the part %s has no help", k.Name, p.Name)
			}
		}
		for _, f := range append(append([]kind.Field(nil), k.Fields...), k.SetFields...) {
			for _, axis := range f.Each {
				if _, ok := k.AxisNamed(axis); !ok {
					t.Errorf("%s: the field %s goes over %q, which is no axis", k.Name, f.Name, axis)
				}
			}
			if f.Help == "" || f.Label == "" {
				t.Errorf("%s: the field %s has no label or help", k.Name, f.Name)
			}
		}
		tree, site, err := document.New("Fresh", "en", "almanac", all)
		if err != nil {
			t.Fatal(err)
		}
		if _, err := document.Apply(tree, site, document.AddBlock{Name: "Fresh", Set: k.Fresh(k, "en")}); err != nil {
			t.Errorf("%s: a fresh set does not fit: %v", k.Name, err)
		}
	}
}

// The demo's documents fit the JSON Schema that is derived from the kinds, as a general validator reads it.
func TestDemoFitsTheSchema(t *testing.T) {
	text, err := json.Marshal(document.Schema(kinds.All()))
	if err != nil {
		t.Fatal(err)
	}
	schema, err := jsonschema.UnmarshalJSON(bytes.NewReader(text))
	if err != nil {
		t.Fatal(err)
	}
	compiler := jsonschema.NewCompiler()
	if err := compiler.AddResource("site.json", schema); err != nil {
		t.Fatal(err)
	}
	compiled, err := compiler.Compile("site.json")
	if err != nil {
		t.Fatal(err)
	}
	for id, text := range demo.Sites() {
		site, err := jsonschema.UnmarshalJSON(bytes.NewReader(text))
		if err == nil {
			err = compiled.Validate(site)
		}
		if err != nil {
			t.Errorf("%s does not fit: %v", id, err)
		}
	}
}
