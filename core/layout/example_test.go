package layout_test

import (
	"fmt"

	"rubrel/core/layout"
)

func ExampleColumns() {
	for n := range 9 {
		fmt.Print(layout.Columns(n, 4), " ")
	}
	// Output:
	// 1 1 2 3 4 3 3 4 4
}
