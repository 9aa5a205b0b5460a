package testkit

import (
	"context"
	"fmt"
	"os"
	"sync"
	"testing"
)

// chromium is the Chromium of a test binary: started when a test first needs one, and stopped by Main. Each test has a
// browser context of its own in it, with its own cookies, storage and cache.
var chromium struct {
	start   sync.Once
	context context.Context
	stop    func()
	err     error
	main    bool // Main stops it
}

// Main runs a package's tests, and stops the Chromium that they shared.
func Main(m *testing.M) {
	os.Exit(runTests(m))
}

func runTests(m *testing.M) int {
	chromium.main = true
	defer func() {
		if chromium.stop != nil {
			chromium.stop()
		}
	}()
	return m.Run()
}

// sharedChromium is the context of the Chromium that runs.
func sharedChromium() (context.Context, error) {
	chromium.start.Do(func() {
		if !chromium.main {
			chromium.err = fmt.Errorf("testkit: TestMain of this package must call testkit.Main, which stops Chromium")
			return
		}
		chromium.context, chromium.stop, chromium.err = startChromium(DejaVu)
	})
	return chromium.context, chromium.err
}
