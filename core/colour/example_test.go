package colour_test

import (
	"fmt"

	"rubrel/core/colour"
)

// The greys at which text on white begins to pass (WCAG 2.2, 1.4.3).
func ExampleContrast() {
	for _, text := range []string{"#777777", "#767676", "black"} {
		ink, err := colour.Parse(text)
		fmt.Printf("%s %.2f %v\n", text, colour.Contrast(ink, colour.White), err)
	}
	// Output:
	// #777777 4.48 <nil>
	// #767676 4.54 <nil>
	// black 21.00 <nil>
}

func ExampleNearest() {
	ink, _ := colour.Parse("#e85d4a")
	better, ok := colour.Nearest(ink, func(c colour.Colour) bool { return colour.Contrast(c, colour.White) >= 4.5 })
	fmt.Println(better, ok)
	// Output:
	// #d04736 true
}
