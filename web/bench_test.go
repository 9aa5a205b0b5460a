package web_test

import (
	"context"
	"io"
	"net/http"
	"slices"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"

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
	commit := bareCommit(b, app.Database)
	var bare []time.Duration
	for b.Loop() {
		began := time.Now()
		d.edit(b, app.URL)
		if proof {
			response, err := http.Get(app.URL + benchPath + "/proof/index.html")
			drain(b, response, err)
			d.took[len(d.took)-1] = time.Since(began)
		}
		bare = append(bare, commit())
	}
	testkit.ReportP95(b, d.took)
	b.ReportMetric(float64(p95(d.took))/float64(p95(bare)), "of-bare-commit")
}

// bareCommit commits one row of a table of its own, as durably as an edit.
func bareCommit(b *testing.B, address string) func() time.Duration {
	b.Helper()
	connection, err := pgx.Connect(b.Context(), address)
	if err != nil {
		b.Fatal(err)
	}
	b.Cleanup(func() { _ = connection.Close(context.Background()) })
	if _, err := connection.Exec(b.Context(), "create table bare as select 0 as n"); err != nil {
		b.Fatal(err)
	}
	return func() time.Duration {
		began := time.Now()
		if _, err := connection.Exec(b.Context(), "update bare set n = n + 1"); err != nil {
			b.Fatal(err)
		}
		return time.Since(began)
	}
}

func p95(took []time.Duration) time.Duration {
	sorted := slices.Sorted(slices.Values(took))
	return sorted[len(sorted)*95/100]
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
