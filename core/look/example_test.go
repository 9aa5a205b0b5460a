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
	_, err = padding.Parse("wide", look.Vocabulary{})
	fmt.Println(err)
	// Output:
	// 8px 2em <nil>
	// padding: "wide" is not a unit Rubrel knows: use px, em, rem, ch, cqi or % (one to four lengths or tokens: 24px, space-4 space-5)
}
