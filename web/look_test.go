package web_test

import (
	"os"
	"testing"

	"rubrel/testkit"
)

func TestLook(t *testing.T) {
	if os.Getenv("LOOK") == "" {
		t.Skip()
	}
	app := shared.Start(t)
	b := testkit.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/blocks/memberships/")
	b.Await("document.querySelector('iframe').contentDocument.querySelector('.rb-card') && document.querySelector('.cur')")
	b.Picture("/tmp/b1.png")
	t.Log(b.Console())
	b.Open(app.URL + "/sites/fennmoor/")
	b.Picture("/tmp/b2.png")
	t.Log(b.Console())
}
