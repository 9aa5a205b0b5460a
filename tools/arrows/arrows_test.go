// Package arrows checks that no folder knows one above it.
package arrows

import (
	"os/exec"
	"slices"
	"strings"
	"testing"
)

const module = "rubrel/"

// below are the folders from the ground up: each may know those before it alone. Those of one rank do not know each
// other.
var below = [][]string{
	{"core"},
	{"outbound"},
	{"formats", "dresses", "demo"},
	{"kinds", "examples"},
	{"render"},
	{"store"},
	{"publish", "refresh", "standin"},
	{"web"},
	{"cmd"},
}

// folder is the first folder of a package of Rubrel's own; "" for another.
func folder(path string) string {
	own, ok := strings.CutPrefix(path, module)
	if !ok {
		return ""
	}
	first, _, _ := strings.Cut(own, "/")
	return first
}

func rank(name string) int {
	return slices.IndexFunc(below, func(level []string) bool { return slices.Contains(level, name) })
}

// packages are all packages, each with those that it imports by some of go list's names for them.
func packages(t *testing.T, imports ...string) (all [][]string) {
	t.Helper()
	format := "{{.ImportPath}}"
	for _, name := range imports {
		format += ` {{join .` + name + ` " "}}`
	}
	out, err := exec.Command("go", "list", "-f", format, module+"...").Output()
	if err != nil {
		t.Fatal(err)
	}
	for line := range strings.Lines(string(out)) {
		all = append(all, strings.Fields(line))
	}
	return all
}

// beside reports whether one package is another of the same sort as its importer: a kind another kind, or a screen
// another screen. What a kind or a screen has of its own, it may take apart.
func beside(of, other string) bool {
	a, b := strings.Split(strings.TrimPrefix(of, module), "/"), strings.Split(strings.TrimPrefix(other, module), "/")
	if len(a) < 2 || len(b) < 2 || a[0] != b[0] || a[1] == b[1] {
		return false
	}
	return a[0] == "kinds" || a[0] == "web" && b[1] != "screen"
}

// Arrows point down: no package of production imports one of a folder above its own, no kind another, and no screen
// another.
func TestArrowsPointDown(t *testing.T) {
	seen := map[string]bool{}
	for _, words := range packages(t, "Imports") {
		of := folder(words[0])
		if of == "testkit" || of == "tools" {
			continue // they serve tests, and those who build
		}
		seen[of] = true
		if rank(of) < 0 {
			t.Errorf("%s has no place among the folders: give it one", words[0])
			continue
		}
		for _, to := range words[1:] {
			other := folder(to)
			if other != "" && (rank(other) > rank(of) || rank(other) == rank(of) && other != of || beside(words[0], to)) {
				t.Errorf("%s imports %s, which stands above it or beside it", words[0], to)
			}
		}
	}
	for _, level := range below {
		for _, name := range level {
			if !seen[name] {
				t.Errorf("there is no folder %s", name)
			}
		}
	}
}

// browser is the room of testkit that knows nothing of Rubrel.
const browser = module + "testkit/chromium"

// Tests of what stands below the kinds know what their folder knows, and a browser: from the kinds up, tests drive the
// application, which knows all kinds.
func TestTestsPointDown(t *testing.T) {
	kinds := rank("kinds")
	for _, words := range packages(t, "TestImports", "XTestImports") {
		of := folder(words[0])
		if rank(of) < 0 || rank(of) >= kinds {
			continue
		}
		for _, to := range words[1:] {
			other := folder(to)
			if other != "" && other != of && to != browser && (rank(other) < 0 || rank(other) >= rank(of)) {
				t.Errorf("a test of %s imports %s, which stands above it", words[0], to)
			}
		}
	}
}
