// Command pictures draws the pictures of the demo sites: portraits of people who do not exist, and a telescope. It
// writes them to a folder as a site holds them, with an index of what a document says of each:
//
//	go run ./tools/pictures demo/pictures
package main

import (
	"context"
	"encoding/json"
	"fmt"
	"log"
	"os"
	"os/exec"
	"path/filepath"

	"rubrel/core/document"
	"rubrel/demo"
	"rubrel/formats/pictures"
)

func main() {
	if len(os.Args) != 2 {
		log.Fatal("the folder for the pictures is missing")
	}
	if err := drawAll(os.Args[1]); err != nil {
		log.Fatal(err)
	}
}

// drawAll draws every picture into a folder.
func drawAll(folder string) error {
	index := map[string]demo.Picture{}
	add := func(name, svg string, width, height int) error {
		picture, err := draw(name, svg, width, height)
		if err != nil {
			return err
		}
		index[name] = demo.Picture{File: picture.File, Type: picture.Type, Width: picture.Width, Height: picture.Height,
			Cells: picture.Cells}
		return os.WriteFile(filepath.Join(folder, name+".jpg"), picture.Data, 0o644)
	}
	for _, s := range sitters {
		if err := add(s.name, s.svg(), 960, 1200); err != nil {
			return err
		}
	}
	if err := add("telescope", telescope(), 1200, 1200); err != nil {
		return err
	}
	content, err := json.MarshalIndent(index, "", "\t")
	if err != nil {
		return err
	}
	return os.WriteFile(filepath.Join(folder, "index.json"), append(content, '\n'), 0o644)
}

// draw has Chromium paint a drawing, and makes a picture of it as a site holds one.
func draw(name, svg string, width, height int) (document.Picture, error) {
	picture, err := paint(svg, width, height)
	if err != nil {
		return picture, fmt.Errorf("%s: %w", name, err)
	}
	return picture, nil
}

func paint(svg string, width, height int) (document.Picture, error) {
	var none document.Picture
	temporary, err := os.MkdirTemp("", "rubrel-pictures")
	if err != nil {
		return none, err
	}
	defer os.RemoveAll(temporary)
	page, shot := filepath.Join(temporary, "page.html"), filepath.Join(temporary, "shot.png")
	if err := os.WriteFile(page, []byte("<!DOCTYPE html><style>body{margin:0}</style>"+svg), 0o600); err != nil {
		return none, err
	}
	command := exec.Command("chromium-headless-shell", "--no-sandbox", "--disable-gpu", "--hide-scrollbars",
		"--user-data-dir="+filepath.Join(temporary, "profile"), fmt.Sprintf("--window-size=%d,%d", width, height),
		"--screenshot="+shot, "file://"+page)
	if out, err := command.CombinedOutput(); err != nil {
		return none, fmt.Errorf("%w: %s", err, out)
	}
	file, err := os.ReadFile(shot)
	if err != nil {
		return none, err
	}
	return pictures.Read(context.Background(), file)
}
