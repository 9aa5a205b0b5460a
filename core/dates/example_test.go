package dates_test

import (
	"fmt"

	"rubrel/core/dates"
)

func ExampleLong() {
	day, err := dates.ReadIn("24.12.2026", "de")
	if err != nil {
		fmt.Println(err)
	}
	for _, language := range []string{"en", "de", "fr", "ja"} {
		fmt.Println(dates.Long(day, language))
	}
	// Output:
	// December 24, 2026
	// 24. Dezember 2026
	// 24 décembre 2026
	// 2026年12月24日
}
