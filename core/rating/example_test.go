package rating_test

import (
	"fmt"

	"rubrel/core/rating"
)

// An average never says more than was given.
func ExampleOf() {
	var scores []rating.Score
	for _, text := range []string{"5", "5", "4,5", "4/5"} {
		score, err := rating.Parse(text)
		if err != nil {
			fmt.Println(err)
		}
		scores = append(scores, score)
	}
	tally := rating.Of(scores, 5)
	fmt.Println(tally.Count, tally.Stars, rating.Shown(tally.Average()))
	// Output: 4 [0 0 0 2 2] 4.6
}
