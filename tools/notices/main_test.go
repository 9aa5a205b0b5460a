package main

import (
	"bytes"
	"os"
	"path/filepath"
	"testing"
)

// The notices are those of what ships now: a new module, or another version of one, is among them.
func TestNoticesAreOfWhatShips(t *testing.T) {
	root := filepath.Join("..", "..")
	var now bytes.Buffer
	if err := write(&now, root); err != nil {
		t.Fatal(err)
	}
	held, err := os.ReadFile(filepath.Join(root, "cmd", "rubrel", "notices.txt"))
	if err != nil {
		t.Fatal(err)
	}
	if !bytes.Equal(now.Bytes(), held) {
		t.Error("cmd/rubrel/notices.txt is not what ships: go run ./tools/notices > cmd/rubrel/notices.txt")
	}
}
