package arrows

import (
	"flag"
	"fmt"
	"maps"
	"os"
	"slices"
	"strings"
	"testing"
)

var update = flag.Bool("update", false, "write docs/rooms.md anew")

// room is what stands in the picture for a package: its folder, and of core and testkit the room in it.
func room(path string) string {
	own, ok := strings.CutPrefix(path, module)
	if !ok {
		return ""
	}
	parts := strings.Split(own, "/")
	if len(parts) > 1 && parts[0] == "testkit" {
		return parts[0] + "/" + parts[1]
	}
	return parts[0]
}

// arrows are which rooms know which: in what ships, or in tests as well.
func arrows(t *testing.T, imports ...string) []string {
	t.Helper()
	found := map[string]bool{}
	for _, words := range packages(t, imports...) {
		from := room(words[0])
		for _, word := range words[1:] {
			if to := room(word); to != "" && to != from {
				found[fmt.Sprintf("  %s --> %s", from, to)] = true
			}
		}
	}
	return slices.Sorted(maps.Keys(found))
}

// The picture of the rooms in the documents is that of the code.
func TestPictureOfRooms(t *testing.T) {
	shipped := arrows(t, "Imports")
	tested := slices.DeleteFunc(arrows(t, "TestImports", "XTestImports"), func(arrow string) bool {
		return slices.Contains(shipped, arrow)
	})
	var b strings.Builder
	fmt.Fprintf(&b, "# Rooms and arrows\n\nDrawn from what packages import: `go test ./tools/arrows -update`. "+
		"`TestArrowsPointDown` holds that no arrow\nof what ships points up, "+
		"`TestTestsPointDown` that tests of what stands below the kinds know no more than it,\nand a browser. From the "+
		"kinds up, tests drive the application, which `testkit` starts.\n\n"+
		"## What ships\n\n```mermaid\ngraph TD\n%s\n```\n\n## What tests know besides\n\n```mermaid\ngraph TD\n%s\n```\n",
		strings.Join(shipped, "\n"), strings.Join(tested, "\n"))
	const path = "../../docs/rooms.md"
	if *update {
		if err := os.WriteFile(path, []byte(b.String()), 0o644); err != nil {
			t.Fatal(err)
		}
	}
	if held, err := os.ReadFile(path); err != nil || string(held) != b.String() {
		t.Errorf("docs/rooms.md is not what the code is (%v): go test ./tools/arrows -update", err)
	}
}
