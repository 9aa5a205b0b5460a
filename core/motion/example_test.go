package motion_test

import (
	"fmt"

	"rubrel/core/motion"
)

func ExampleParseEasing() {
	easing, err := motion.ParseEasing("cubic-bezier(0.3, 1.4, 0.6, 1)")
	if err != nil {
		fmt.Println(err)
	}
	least, most := motion.Reach(easing)
	fmt.Printf("from %.2f to %.2f\n", least, most)
	_, err = motion.ParseEasing("cubic-bezier(2, 0, 0, 1)")
	fmt.Println(err)
	// Output:
	// from 0.00 to 1.05
	// 2 is a time, which lies between 0 and 1
}
