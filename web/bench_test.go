package web_test

import (
	"fmt"
	"io"
	"net/http"
	"net/url"
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
	var took []time.Duration
	for i := 0; b.Loop(); i++ {
		start := time.Now()
		response, err := http.PostForm(app.URL+benchPath+"/edit", url.Values{"act": {"cells"}, "version": {fmt.Sprint(i)},
			"tab":   {"t"},
			"cells": {fmt.Sprintf(`[{"At":"fact/dusk/price:month:eur","Text":"%d.50"}]`, i+1)}})
		drain(b, response, err)
		if proof {
			response, err = http.Get(app.URL + benchPath + "/proof/index.html")
			drain(b, response, err)
		}
		took = append(took, time.Since(start))
	}
	testkit.ReportP95(b, took)
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
