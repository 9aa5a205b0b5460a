package web_test

import (
	"io"
	"net/http"
	"testing"
	"time"

	"rubrel/store/cluster"
	"rubrel/testkit"
)

// An edit as the designer waits for it: the request over loopback, stored with real durability, and the ledger's
// fragments back.
func BenchmarkEdit(b *testing.B) { benchmarkEdits(b, false) }

// The same, and then the proof's page: what has to happen until the frames show it.
func BenchmarkEditToProof(b *testing.B) { benchmarkEdits(b, true) }

func benchmarkEdits(b *testing.B, proof bool) {
	c, err := testkit.StartCluster(cluster.Options{})
	if err != nil {
		b.Fatal(err)
	}
	defer c.Remove()
	app := c.Start(b)
	d := &desk{bench: "fennmoor/blocks/memberships", cell: "fact/dusk/price:month:eur"}
	d.view = viewOf(b, app.URL+benchPath+"/")
	for b.Loop() {
		began := time.Now()
		d.edit(b, app.URL)
		if proof {
			response, err := http.Get(app.URL + benchPath + "/proof/index.html")
			drain(b, response, err)
			d.took[len(d.took)-1] = time.Since(began)
		}
	}
	testkit.ReportP95(b, d.took)
}

func drain(b *testing.B, response *http.Response, err error) {
	b.Helper()
	if err != nil {
		b.Fatal(err)
	}
	defer response.Body.Close()
	if _, err := io.Copy(io.Discard, response.Body); err != nil || response.StatusCode != http.StatusOK {
		b.Fatalf("status %d (%v)", response.StatusCode, err)
	}
}
