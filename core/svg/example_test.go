package svg_test

import (
	"fmt"

	"rubrel/core/svg"
)

func ExampleClean() {
	drawing, err := svg.Clean([]byte(`<svg viewBox="0 0 9 9" onload="x()"><script/><path fill="#123" d="M0 0h9z"/></svg>`))
	fmt.Println(drawing.SVG, drawing.Inked, err)
	// Output:
	// <svg viewBox="0 0 9 9"><path d="M0 0h9z" fill="currentColor"></path></svg> true <nil>
}
