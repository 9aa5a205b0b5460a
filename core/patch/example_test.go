package patch_test

import (
	"fmt"

	"rubrel/core/patch"
)

func ExampleParsePointer() {
	at, err := patch.ParsePointer("/sets/plans/records/a~1b")
	fmt.Println(at[3], at, err)
	document := map[string]any{"sets": map[string]any{"plans": "three"}}
	value, err := patch.Get(document, patch.Pointer{"sets", "plans"})
	fmt.Println(value, err)
	// Output:
	// a/b /sets/plans/records/a~1b <nil>
	// three <nil>
}
