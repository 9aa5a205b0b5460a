package testkit

import (
	"crypto/sha256"
	"encoding/base64"
	"encoding/hex"
	"fmt"
	"maps"
	"math/rand/v2"
	"testing"

	"rubrel/core/document"
	"rubrel/demo"
	"rubrel/kinds"
)

// What LargeSite adds to the demo site.
const (
	largeSets         = 16
	largeRecords      = 500 // in each set
	largePictures     = 40
	largePictureBytes = 300 << 10
)

// LargeSite is the document of the demo site with 8,000 records more, in sets of which each has its block, and 40
// pictures.
func LargeSite(t testing.TB) any {
	t.Helper()
	_, tree, err := document.Parse(demo.Fennmoor, kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	root := tree.(map[string]any)
	for i := range largeSets {
		AddSkills(tree, fmt.Sprintf("large-%d", i), largeRecords)
	}
	random := rand.New(rand.NewPCG(8, 9))
	for i := range largePictures {
		content := make([]byte, largePictureBytes)
		for at := range content {
			content[at] = byte(random.Uint32())
		}
		sum := sha256.Sum256(content)
		root["pictures"].(map[string]any)[fmt.Sprintf("large-%d", i)] = map[string]any{"order": orderOf(i),
			"file": hex.EncodeToString(sum[:]), "type": "image/png", "width": 1200.0, "height": 800.0,
			"cells": base64.StdEncoding.EncodeToString(make([]byte, 1024)),
			"data":  base64.StdEncoding.EncodeToString(content)}
	}
	return tree
}

// AddSkills adds to a document a set of so many skills, and a block of it, both under one ID and on no page.
func AddSkills(tree any, id string, n int) {
	root := tree.(map[string]any)
	sets, blocks := root["sets"].(map[string]any), root["blocks"].(map[string]any)
	records := map[string]any{}
	for i := range n {
		records[fmt.Sprintf("skill-%d", i)] = map[string]any{"order": orderOf(i), "facts": map[string]any{
			"name": fmt.Sprintf("Skill %d", i), "value": fmt.Sprint(i % 101), "note": "as it was counted"}}
	}
	set := maps.Clone(sets["training"].(map[string]any))
	set["records"], set["order"] = records, "z"
	sets[id] = set
	blocks[id] = map[string]any{"order": "z", "name": id, "set": id, "form": "line", "look": map[string]any{},
		"quiet": map[string]any{}}
}
