package testkit

import (
	"context"
	"fmt"
	"os"
	"sync"
	"testing"

	"github.com/chromedp/chromedp"
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
		chromium.err = startChromium()
	})
	return chromium.context, chromium.err
}

func startChromium() error {
	profile, err := os.MkdirTemp("", "rubrel-chromium-")
	if err != nil {
		return fmt.Errorf("testkit: %w", err)
	}
	options := append(chromedp.DefaultExecAllocatorOptions[:], chromedp.NoSandbox, chromedp.DisableGPU,
		chromedp.UserDataDir(profile), chromedp.ExecPath("chromium-headless-shell"),
		chromedp.Flag("disable-quic", true), chromedp.Flag("disable-component-update", true),
		chromedp.Flag("hide-scrollbars", true),
		// Nothing of the window around the page is needed: its own pages are renderers, too.
		chromedp.Flag("disable-features", "site-per-process,Translate,BlinkGenPropertyTrees,PreloadTopChromeWebUI,"+
			"WebUITabStrip,TabSearch,SidePanel,OptimizationHints,MediaRouter,InterestFeedContentSuggestions"),
		// Without hinting text is as wide as its font says, as on every screen of today.
		chromedp.Flag("font-render-hinting", "none"))
	allocator, stop := chromedp.NewExecAllocator(context.Background(), options...)
	ctx, cancel := chromedp.NewContext(allocator)
	chromium.context = ctx
	chromium.stop = func() {
		_ = chromedp.Cancel(ctx)
		cancel()
		stop()
		_ = os.RemoveAll(profile) // Chromium may still be writing; /tmp is cleaned in any case
	}
	if err := chromedp.Do(ctx); err != nil {
		chromium.stop()
		return fmt.Errorf("testkit: Chromium: %w", err)
	}
	return nil
}
