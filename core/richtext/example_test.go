package richtext_test

import (
	"fmt"

	"rubrel/core/richtext"
)

func ExampleHTML() {
	fmt.Println(richtext.HTML("Open **every** night.\n\n<script>alert(1)</script>[More](/more)"))
	fmt.Println(richtext.Plain("Open **every** night."))
	// Output:
	// <p>Open <strong>every</strong> night.</p>
	// Open every night.
}
