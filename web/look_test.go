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
	b.Open(app.URL + "/sites/fennmoor/paste")
	b.Paste("#text", priceList+"Deposit\t$1.5x\t2,00\t-3 €\n")
	b.Type("#name", "Shares")
	b.Picture("/tmp/s1.png")
	b.Click("button[type=submit]")
	b.Await("document.querySelector('.mapping')")
	b.Picture("/tmp/s2.png")
	b.Open(app.URL + "/sites/fennmoor/")
	b.Click("[name=dress]")
	b.Await("document.querySelector('.worn th').textContent == 'Slipway'")
	b.Open(app.URL + "/sites/fennmoor/blocks/memberships/")
	b.Await("document.querySelector('iframe').contentDocument.querySelector('.rb-card') && document.querySelector('.cur')")
	b.Click("[data-theme-switch]")
	b.Click(`[data-part="price"]`)
	b.Await("document.querySelector('tr[data-property=\"font-size\"]')")
	b.Click(`[data-at="look/zenith:price.font-size"]`)
	b.Press("48px\r")
	b.Await(`document.querySelector('[data-at="look/zenith:price.font-size"].exception')`)
	b.Click(`[data-at="look/zenith:price.font-size"]`)
	b.Picture("/tmp/s3.png")
	b.Open(app.URL + "/sites/fennmoor/blocks/memberships/proof/index.html")
	b.Size(1200, 800)
	b.Picture("/tmp/s4.png")
	b.Size(390, 1500)
	b.Picture("/tmp/s5.png")
	b.Size(1280, 800)
	b.Open(app.URL + "/sites/fennmoor/releases")
	b.Click(".row-head .button")
	b.Await("document.querySelector('.notice')")
	b.Picture("/tmp/s6.png")
	t.Log(b.Console())
}
