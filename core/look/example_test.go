package look_test

import (
	"fmt"

	"rubrel/core/look"
)

func ExampleParseWidths() {
	widths, err := look.ParseWidths("phone 390 below 600, desk 1280")
	fmt.Println(widths, err)
	_, err = look.ParseWidths("phone 390 below 600, desk 500")
	fmt.Println(err)
	// Output:
	// desk 1280, phone 390 below 600 <nil>
	// desk is shown at 500 px, which is not inside its own range
}

func ExampleProperty_Parse() {
	padding, _ := look.PropertyNamed("padding")
	value, err := padding.Parse("8px 2em", look.Vocabulary{})
	fmt.Println(value.CSS(), err)
	_, err = padding.Parse("1px 2px 3px 4px 5px", look.Vocabulary{})
	fmt.Println(err != nil)
	// Output:
	// 8px 2em <nil>
	// true
}
