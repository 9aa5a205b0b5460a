package web_test

import (
	"fmt"
	"os"
	"testing"

	"rubrel/testkit"
)

func TestZZ(t *testing.T) {
	b := testkit.Launch(t, 1280, 800)
	for i, x := range [][2]string{{"pricing", "/tmp/trial/prices_us.txt"}, {"team", "/tmp/trial/team_seven.txt"}, {"reviews", "/tmp/trial3/review_stars.txt"}, {"pricing", "/tmp/trial3/price_range.txt"}} {
		text, _ := os.ReadFile(x[1])
		b.Open("http://127.0.0.1:9080/sites/fennmoor/paste?kind=" + x[0])
		b.Await("document.readyState === 'complete'")
		b.Paste("#text", string(text))
		b.Click("button[type=submit].is-primary")
		b.Await("document.querySelector('.reading') && document.readyState === 'complete'")
		b.Picture(fmt.Sprintf("/tmp/p%d.png", i))
	}
}
