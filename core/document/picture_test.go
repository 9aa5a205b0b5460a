package document_test

import (
	"crypto/sha256"
	"encoding/base64"
	"errors"
	"fmt"
	"reflect"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/core/patch"
)

// worked is a site that changes are made on.
type worked struct {
	t    *testing.T
	site *document.Site
	tree any
}

func (w *worked) try(change document.Change) error {
	result, err := document.Apply(w.tree, w.site, change)
	if err == nil {
		w.site, w.tree = result.Site, result.Tree
	}
	return err
}

func (w *worked) do(change document.Change) {
	w.t.Helper()
	if err := w.try(change); err != nil {
		w.t.Fatalf("%s: %v", change.Label(w.site), err)
	}
}

func (w *worked) refused(change document.Change, about string) {
	w.t.Helper()
	var fault *document.Fault
	if err := w.try(change); !errors.As(err, &fault) || !strings.Contains(fault.Problem, about) {
		w.t.Errorf("%s: %v, want a fault about %q", change.Label(w.site), err, about)
	}
}

func saying(key look.Key, text string) document.Change {
	return document.SetLook{Block: "memberships", Key: key, Text: text}
}

// A picture's bytes leave the document for the store and come back, and nothing else changes; a picture that is shown
// stays.
func TestPictures(t *testing.T) {
	bytes, cells := []byte("the night sky"), base64.StdEncoding.EncodeToString(make([]byte, 1024))
	site, tree, err := document.Parse(edited(t, `"pages": {`, fmt.Sprintf(`"pictures": {"night": {"order": "i",
		"type": "image/jpeg", "width": 1280, "height": 800, "file": "%x", "cells": "%s", "data": "%s"}}, "pages": {`,
		sha256.Sum256(bytes), cells,
		base64.StdEncoding.EncodeToString(bytes))), all)
	if err != nil {
		t.Fatal(err)
	}
	w := &worked{t, site, tree}
	night, _ := site.PictureByID("night")
	if night.Width != 1280 || len(night.Data) == 0 ||
		len(night.Cells.Colours()) != document.CellsAcross*document.CellsAcross ||
		night.Path() != "pictures/night."+night.File[:12]+".jpg" {
		t.Errorf("the demo's picture is %d px wide with %d bytes, at %s", night.Width, len(night.Data), night.Path())
	}
	whole, err := document.Encode(tree)
	if err != nil {
		t.Fatal(err)
	}
	held := document.TakePictures(tree, site)
	if without, _ := document.Encode(tree); len(held) != len(site.Pictures) || len(without) > len(whole)-len(night.Data) {
		t.Errorf("%d pictures are taken out, %d bytes are left of %d", len(held), len(without), len(whole))
	}
	back, err := document.PutPictures(tree, site, func(hash string) ([]byte, error) { return held[hash], nil })
	if err != nil {
		t.Fatal(err)
	}
	if again, _ := document.Encode(back); string(again) != string(whole) {
		t.Error("put back, the document is another")
	}
	ground := look.Key{Part: "card", Property: "background-image"}
	w.refused(saying(ground, "picture(day)"), `no picture "day"`)
	w.do(document.AddPicture{Name: "Night", Picture: *night})
	w.do(saying(ground, "picture(night-2, contain)"))
	w.refused(document.RemovePicture{ID: "night-2"}, "Memberships shows it")
	w.do(document.RemovePicture{ID: "night"})
	w.do(document.Lift{Block: "memberships", Key: ground})
	w.refused(document.RemovePicture{ID: "night-2"}, "house style of plans shows it")
	w.refused(document.RemovePicture{ID: "gone"}, "gone")
}

// An id is one element's: a copy of a record's look leaves it out, and nothing may have it twice.
func TestAnIDIsOneElements(t *testing.T) {
	site, tree := demoSite(t)
	w := &worked{t, site, tree}
	id, class := look.Key{Record: "zenith", Part: "card", Property: "id"}, look.Key{Record: "zenith", Part: "card",
		Property: "class"}
	w.do(saying(id, "best"))
	w.do(saying(class, "js-best"))
	w.refused(saying(look.Key{Record: "dusk", Part: "card", Property: "id"}, "best"), "used already")
	w.refused(saying(look.Key{Record: "dusk", Part: "card", Property: "id"}, "visit"), "used already") // a block's
	w.do(document.AddRecord{Set: "memberships", Copy: "zenith"})
	w.do(document.PasteLook{Block: "memberships", Record: "dusk", FromBlock: "memberships", From: "zenith"})
	w.do(document.PasteLook{Block: "memberships", Record: "zenith", FromBlock: "memberships", From: "meridian"})
	block, _ := w.site.BlockByID("memberships")
	got := map[string]int{}
	for key := range block.Look {
		if key.Property == "id" || key.Property == "class" {
			got[key.Property]++
		}
	}
	if want := map[string]int{"id": 1, "class": 2}; !reflect.DeepEqual(got, want) || block.Look[id] == nil {
		t.Errorf("after copying there are %v", got)
	}
	w.refused(document.Lift{Block: "memberships", Key: id}, "one element's")
}

// A scale is one word of the house style; what is no scale is refused where it stands.
func TestSetScale(t *testing.T) {
	site, tree := demoSite(t)
	w := &worked{t, site, tree}
	w.do(document.SetScale{Text: "16 × 1.2"})
	if w.site.House.Scale != "16px 1.2" {
		t.Errorf("the scale is %q", w.site.House.Scale)
	}
	w.refused(document.SetScale{Text: "sixteen"}, "base size and a ratio")
	w.do(document.SetScale{})
	if held, err := patch.Get(w.tree, patch.Pointer{"house", "scale"}); err == nil {
		t.Errorf("taken back, the scale is %v", held)
	}
}
