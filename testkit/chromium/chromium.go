// Package chromium drives a headless Chromium in tests, and judges what it shows by outside checkers: for HTML, CSS,
// accessibility and structured data. It knows nothing of Rubrel.
package chromium

import (
	"context"
	"fmt"
	"os"
	"sync"
	"testing"
)

// running is the Chromium of a test binary: started when a test first needs one, and stopped by Run. Each test has a
// browser context of its own in it, with its own cookies, storage and cache.
var running struct {
	start   sync.Once
	context context.Context
	stop    func()
	err     error
	main    bool // Run stops it
}

// Main runs a package's tests, stops the Chromium that they shared, and exits.
func Main(m *testing.M) { os.Exit(Run(m)) }

// Run runs a package's tests, stops the Chromium that they shared, and gives the code to exit with.
func Run(m *testing.M) int {
	running.main = true
	defer func() {
		if running.stop != nil {
			running.stop()
		}
	}()
	return m.Run()
}

// sharedChromium is the context of the Chromium that runs.
func sharedChromium() (context.Context, error) {
	running.start.Do(func() {
		if !running.main {
			running.err = fmt.Errorf("chromium: TestMain of this package must call chromium.Main, which stops it")
			return
		}
		running.context, running.stop, running.err = startChromium(DejaVu)
	})
	return running.context, running.err
}
