package chromium

import (
	"context"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
)

// SystemFonts are the fonts that a visitor's system has: those of one package of Debian, whatever else is installed.
type SystemFonts struct {
	Name        string
	folder      string // where the package puts them
	sans, serif string // what the generic families stand for
	mono        string
	known       string // a file by which the package is known
}

// The systems on which pages are looked at. DejaVu is that of tests that name none.
var (
	DejaVu = SystemFonts{Name: "DejaVu", folder: "/usr/share/fonts/truetype/dejavu", sans: "DejaVu Sans",
		serif: "DejaVu Serif", mono: "DejaVu Sans Mono", known: "DejaVuSans.ttf"}
	// Liberation has the measures of Arial and Times New Roman.
	Liberation = SystemFonts{Name: "Liberation", folder: "/usr/share/fonts/truetype/liberation", sans: "Liberation Sans",
		serif: "Liberation Serif", mono: "Liberation Mono", known: "LiberationSans-Regular.ttf"}
	Noto = SystemFonts{Name: "Noto", folder: "/usr/share/fonts/truetype/noto", sans: "Noto Sans", serif: "Noto Serif",
		mono: "Noto Sans Mono", known: "NotoSans-Regular.ttf"}
)

// configure writes a configuration of fontconfig by which Chromium knows these fonts alone, and gives its path.
func (f SystemFonts) configure(folder string) (string, error) {
	if _, err := os.Stat(filepath.Join(f.folder, f.known)); err != nil {
		return "", fmt.Errorf("chromium: the fonts of a visitor's system are missing (run scripts/install.sh test): %w", err)
	}
	var out strings.Builder
	fmt.Fprintf(&out, `<?xml version="1.0"?><!DOCTYPE fontconfig SYSTEM "urn:fontconfig:fonts.dtd"><fontconfig>`+
		`<dir>%s</dir><cachedir>%s</cachedir>`, f.folder, filepath.Join(folder, "fontconfig"))
	for generic, family := range map[string]string{"sans-serif": f.sans, "system-ui": f.sans, "serif": f.serif,
		"monospace": f.mono} {
		fmt.Fprintf(&out, `<alias binding="same"><family>%s</family><prefer><family>%s</family></prefer></alias>`,
			generic, family)
	}
	// A family that nobody has is the sans-serif, as on any desktop.
	fmt.Fprintf(&out, `<match><edit name="family" mode="append_last"><string>%s</string></edit></match></fontconfig>`,
		f.sans)
	path := filepath.Join(folder, "fonts.conf")
	return path, os.WriteFile(path, []byte(out.String()), 0o600)
}

// LaunchWith opens a tab of a Chromium of its own, on a system with other fonts.
func LaunchWith(t testing.TB, fonts SystemFonts, width, height int64) *Browser {
	t.Helper()
	ctx, stop, err := startChromium(fonts)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(stop)
	return open(t, ctx, width, height)
}

// browser is the program that tests drive: Debian's Chromium without its window.
const browser = "chromium-headless-shell"

// startChromium starts a Chromium on which nothing of this machine shows: not its fonts, its time zone or its language.
func startChromium(fonts SystemFonts) (ctx context.Context, stop func(), err error) {
	if _, err := exec.LookPath(browser); err != nil {
		return nil, nil, fmt.Errorf("chromium: %s is not installed: scripts/install.sh test installs it", browser)
	}
	profile, err := os.MkdirTemp("", "rubrel-chromium-")
	if err != nil {
		return nil, nil, fmt.Errorf("chromium: %w", err)
	}
	configuration, err := fonts.configure(profile)
	if err != nil {
		_ = os.RemoveAll(profile)
		return nil, nil, err
	}
	options := append(chromedp.DefaultExecAllocatorOptions[:], chromedp.NoSandbox, chromedp.DisableGPU,
		chromedp.UserDataDir(profile), chromedp.ExecPath(browser),
		chromedp.Env("FONTCONFIG_FILE="+configuration, "TZ=UTC", "LANG=en_US.UTF-8", "LC_ALL=C.UTF-8", "LANGUAGE=en",
			"HOME="+profile),
		chromedp.Flag("disable-quic", true), chromedp.Flag("disable-component-update", true),
		chromedp.Flag("hide-scrollbars", true), chromedp.Flag("lang", "en-US"),
		// Nothing of the window around the page is needed: its own pages are renderers, too.
		chromedp.Flag("disable-features", "site-per-process,Translate,BlinkGenPropertyTrees,PreloadTopChromeWebUI,"+
			"WebUITabStrip,TabSearch,SidePanel,OptimizationHints,MediaRouter,InterestFeedContentSuggestions"),
		// Without hinting text is as wide as its font says, as on every screen of today.
		chromedp.Flag("font-render-hinting", "none"))
	allocator, end := chromedp.NewExecAllocator(context.Background(), options...)
	ctx, cancel := chromedp.NewContext(allocator)
	stop = func() {
		_ = chromedp.Cancel(ctx)
		cancel()
		end()
		_ = os.RemoveAll(profile) // Chromium may still be writing; /tmp is cleaned in any case
	}
	if err := chromedp.Do(ctx); err != nil {
		cancel()
		end()
		_ = os.RemoveAll(profile)
		return nil, nil, fmt.Errorf("chromium: Chromium: %w", err)
	}
	return ctx, stop, nil
}
