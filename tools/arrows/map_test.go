package arrows

import (
	"os"
	"strings"
	"testing"
)

// The map in the README has a line for every folder, and for every room of core and every screen.
func TestEveryFolderIsOnTheMap(t *testing.T) {
	readme, err := os.ReadFile("../../README.md")
	if err != nil {
		t.Fatal(err)
	}
	_, on, ok := strings.Cut(string(readme), "## Where things are")
	if !ok {
		t.Fatal("the README has no map")
	}
	for _, words := range packages(t) {
		path := strings.TrimPrefix(words[0], module)
		parts := strings.Split(path, "/")
		name := parts[0]
		if (name == "core" || name == "web") && len(parts) > 1 {
			name += "/" + parts[1]
		}
		if !strings.Contains(on, "`"+name+"`") && !strings.Contains(on, "`"+name+"/") {
			t.Errorf("the README's map has no line for %s", name)
		}
	}
}
