package hyphen_test

import (
	"fmt"
	"strings"

	"rubrel/core/hyphen"
)

func ExampleFor() {
	for _, word := range [][2]string{{"de", "Mitgliedschaft"}, {"en-GB", "membership"}} {
		fmt.Println(strings.ReplaceAll(hyphen.For(word[0]).Text(word[1]), "\u00ad", "-"))
	}
	// Output:
	// Mit-glied-schaft
	// mem-ber-ship
}
