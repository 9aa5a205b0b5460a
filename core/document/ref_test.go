package document_test

import (
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/sample"
)

// noting is a site whose notes refer to a picture, to another set and to a block.
func noting(t *testing.T) *worked {
	t.Helper()
	k, _ := sample.Kinds().Named("boxes")
	k.Fields = append(k.Fields,
		kind.Field{Name: "picture", Label: "picture", Help: "what is shown", Type: kind.RefType{To: kind.PictureOffer}},
		kind.Field{Name: "more", Label: "more", Help: "where there is more", Type: kind.RefType{To: kind.BlockOffer}})
	k, err := kind.New(k)
	if err != nil {
		t.Fatal(err)
	}
	registry := kind.Registry{k}
	tree, site, err := document.New("Noting", "en", "almanac", registry)
	if err != nil {
		t.Fatal(err)
	}
	w := &worked{t: t, site: site, tree: tree}
	w.do(document.AddBlock{Name: "First", Set: k.Fresh(k, "en")})
	w.do(document.AddBlock{Name: "Second", Set: k.Fresh(k, "en")})
	w.do(document.AddPicture{Name: "Night", Picture: document.Picture{File: strings.Repeat("a", 64), Type: "image/png",
		Width: 4, Height: 4, Cells: make(document.Cells, 1024)}})
	return w
}

// A fact refers to what the site has, and what a fact refers to stays.
func TestFactsRefer(t *testing.T) {
	w := noting(t)
	say := func(key, text string) document.Change {
		return document.SetFact{Set: "first", Record: "box-1", Key: key, Text: text}
	}
	w.refused(say("picture", "day"), `none of that name among its pictures: "day"`)
	w.refused(say("picture", "../x"), "is none of the site's pictures")
	w.do(say("picture", "night"))
	w.do(say("more", "second"))
	w.refused(document.RemovePicture{ID: "night"}, "First shows it")
	w.refused(document.RemoveBlock{Block: "second"}, "First shows Second")
	w.do(say("picture", ""))
	w.do(document.RemovePicture{ID: "night"})
	w.do(document.RemoveRecord{Set: "first", Record: "box-1"})
	w.do(document.RemoveBlock{Block: "second"})
}
