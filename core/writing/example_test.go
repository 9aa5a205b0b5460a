package writing_test

import (
	"fmt"

	"rubrel/core/writing"
)

func ExampleDirection() {
	for _, language := range []string{"en", "he", "ku-Arab", "zh-TW"} {
		fmt.Println(writing.Script(language), writing.Direction(language))
	}
	// Output:
	// Latn ltr
	// Hebr rtl
	// Arab rtl
	// Hant ltr
}
