package document

import (
	"encoding/base64"
	"fmt"
	"maps"
	"slices"
	"strings"

	"rubrel/core/colour"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/patch"
)

// Picture is what a site knows of one of its pictures. The bytes are held under File, or come with the document.
type Picture struct {
	ID            string
	order         string
	File          string // the SHA-256 of its bytes in hex
	Type          string // MIME type
	Width, Height int    // px
	Focus         kind.Place
	Bytes         int // of its file; 0 where that is not known
	Cells         Cells
	Data          []byte // nil where the bytes are held elsewhere
}

// Cells are a picture's colours, averaged over a grid of CellsAcross by CellsAcross: row by row, four bytes each (red,
// green, blue, alpha, not premultiplied).
type Cells []byte

// CellsAcross is how many cells a picture has in each direction.
const CellsAcross = 16

// cellBytes is the length of Cells.
const cellBytes = CellsAcross * CellsAcross * 4

// Colours are the cells as colours.
func (c Cells) Colours() []colour.Colour {
	colours := make([]colour.Colour, 0, len(c)/4)
	for cell := range slices.Chunk(c, 4) {
		colours = append(colours, colour.Colour{R: float64(cell[0]) / 255, G: float64(cell[1]) / 255,
			B: float64(cell[2]) / 255, Alpha: float64(cell[3]) / 255})
	}
	return colours
}

// pictureTypes are the MIME types of pictures, with the ending of their files.
var pictureTypes = map[string]string{"image/jpeg": "jpg", "image/png": "png"}

// Path is where a release carries the picture: its name holds a hash of its content.
func (p Picture) Path() string {
	return fmt.Sprintf("pictures/%s.%s.%s", p.ID, p.File[:12], pictureTypes[p.Type])
}

// PathAt is where a release carries the picture so many px wide.
func (p Picture) PathAt(width int) string {
	return fmt.Sprintf("pictures/%s.%s-%d.%s", p.ID, p.File[:12], width, pictureTypes[p.Type])
}

// narrower are the widths in px at which a picture ships besides its own: each about a third more than the one before,
// so that a browser never fetches twice the pixels that it shows (common practice).
var narrower = []int{120, 160, 240, 320, 480, 640, 800, 960, 1200, 1600}

// Narrower are the widths of the picture's files with fewer pixels, in px.
func (p Picture) Narrower() []int {
	n := slices.IndexFunc(narrower, func(width int) bool { return width >= p.Width })
	if n < 0 {
		return narrower
	}
	return narrower[:n]
}

// ObjectPosition is the place around which the picture is cut, as CSS has it; "" for its middle.
func (p Picture) ObjectPosition() string {
	if p.Focus == middle {
		return ""
	}
	return p.Focus.String()
}

// middle is the focus of a picture of which nothing is said.
var middle = kind.Place{X: 500, Y: 500}

// PictureByID finds a picture.
func (s *Site) PictureByID(id string) (*Picture, bool) {
	i := slices.IndexFunc(s.Pictures, func(p Picture) bool { return p.ID == id })
	if i < 0 {
		return nil, false
	}
	return &s.Pictures[i], true
}

// mostPicture bounds a picture's sides, in px.
const mostPicture = 4000

func (d *decoder) picture(c child) Picture {
	p := Picture{ID: c.id, order: c.order, File: c.text("file", 64, true), Type: c.text("type", 40, true),
		Width: c.whole("width", mostPicture), Height: c.whole("height", mostPicture)}
	if len(p.File) != 64 || strings.Trim(p.File, "0123456789abcdef") != "" {
		panic(faultf(c.path.To("file"), "the SHA-256 of the picture is expected, in hex"))
	}
	if pictureTypes[p.Type] == "" {
		panic(faultf(c.path.To("type"), "a picture is image/jpeg or image/png"))
	}
	if !look.PictureName.MatchString(c.id) {
		panic(faultf(c.path, "a picture's name has at most 40 small letters, figures and hyphens"))
	}
	if _, said := c.get("bytes"); said {
		p.Bytes = c.whole("bytes", MostPictureBytes)
	}
	p.Focus = middle
	if text := c.text("focus", 20, false); text != "" {
		place, err := kind.PlaceType{}.Parse(text)
		if err != nil {
			panic(faultf(c.path.To("focus"), "%v", err))
		}
		p.Focus = place.(kind.Place)
	}
	p.Cells = c.bytes("cells", cellBytes)
	if len(p.Cells) != cellBytes {
		panic(faultf(c.path.To("cells"), "%d bytes are expected, in base64", cellBytes))
	}
	p.Data = c.bytes("data", MostPictureBytes)
	c.done()
	return p
}

// MostPictureBytes bounds the bytes of a picture.
const MostPictureBytes = 4 << 20

// bytes reads base64; nil where the member is not there.
func (o *object) bytes(name string, most int) []byte {
	text := o.text(name, base64.StdEncoding.EncodedLen(most), false)
	if text == "" {
		return nil
	}
	held, err := base64.StdEncoding.DecodeString(text)
	if err != nil {
		panic(faultf(o.path.To(name), "base64 is expected here"))
	}
	return held
}

// whole reads a whole number from 1.
func (o *object) whole(name string, most int) int {
	value, _ := o.get(name)
	number, ok := value.(float64)
	if !ok || number != float64(int(number)) || number < 1 || number > float64(most) {
		panic(faultf(o.path.To(name), "a whole number from 1 to %d is expected here", most))
	}
	return int(number)
}

// checkPictures refuses a look value that shows a picture the site has not.
func (d *decoder) checkPictures(path patch.Pointer, v look.Value) {
	for _, name := range look.Pictures(v) {
		if !d.pictures[name] {
			panic(faultf(path, "the site has no picture %q; add it in the house style", name))
		}
	}
}

// mostPictureName is how long the name of a picture is: look.PictureName takes no more.
const mostPictureName = 40

// FreshPicture is the name that a picture will have which is called so: one that neither the site has nor others take.
func (s *Site) FreshPicture(name string, taken func(string) bool) string {
	const numbered = 4 // letters for the number of another of the same name
	short := []rune(name)
	return FreshID(string(short[:min(len(short), mostPictureName-numbered)]), func(id string) bool {
		_, known := s.PictureByID(id)
		return known || len(id) > mostPictureName || taken(id)
	})
}

// PictureByFile finds the picture whose bytes have a hash.
func (s *Site) PictureByFile(hash string) (*Picture, bool) {
	i := slices.IndexFunc(s.Pictures, func(p Picture) bool { return p.File == hash })
	if i < 0 {
		return nil, false
	}
	return &s.Pictures[i], true
}

// AddPicture adds a picture whose bytes are held already.
type AddPicture struct {
	Name string
	Picture
}

// Plan gives it a free name.
func (c AddPicture) Plan(s *Site) (patch.Patch, error) {
	id := s.FreshPicture(c.Name, func(string) bool { return false })
	order, err := lastOrder(s.Pictures, func(p Picture) string { return p.order })
	if err != nil {
		return nil, err
	}
	return patch.Patch{{Op: patch.Add, Path: patch.Pointer{"pictures", id}, Value: map[string]any{"order": order,
		"file": c.File, "type": c.Type, "width": c.Width, "height": c.Height, "bytes": max(c.Bytes, len(c.Data), 1),
		"cells": base64.StdEncoding.EncodeToString(c.Cells)}}}, nil
}

// Label names the picture.
func (c AddPicture) Label(*Site) string { return "picture " + c.Name }

// FocusPicture says around which place a picture is cut where it fills another shape.
type FocusPicture struct{ ID, Place string }

// Plan refuses what is no place.
func (c FocusPicture) Plan(s *Site) (patch.Patch, error) {
	if _, ok := s.PictureByID(c.ID); !ok {
		return nil, missing("picture", c.ID)
	}
	at := patch.Pointer{"pictures", c.ID, "focus"}
	place, err := kind.PlaceType{}.Parse(c.Place)
	if err != nil {
		return nil, faultf(at, "%v", err)
	}
	return patch.Patch{{Op: patch.Add, Path: at, Value: place.String()}}, nil
}

// Label names the picture.
func (c FocusPicture) Label(*Site) string { return "focus of " + c.ID }

// RemovePicture takes away a picture that no look shows.
type RemovePicture struct{ ID string }

// Plan refuses a picture that is shown.
func (c RemovePicture) Plan(s *Site) (patch.Patch, error) {
	if _, ok := s.PictureByID(c.ID); !ok {
		return nil, missing("picture", c.ID)
	}
	shows := func(sheet look.Sheet) bool {
		for _, value := range sheet {
			if slices.Contains(look.Pictures(value), c.ID) {
				return true
			}
		}
		return false
	}
	if set, shown := s.refersTo(kind.Ref{To: kind.PictureOffer, ID: c.ID}); shown {
		return nil, faultf(patch.Pointer{"pictures", c.ID}, "%s shows it: give that another picture first", set)
	}
	for _, b := range s.Blocks {
		if shows(b.Look) {
			return nil, faultf(patch.Pointer{"pictures", c.ID}, "%s shows it: give that another ground first", b.Name)
		}
	}
	for name, sheet := range s.House.Kinds {
		if shows(sheet) {
			return nil, faultf(patch.Pointer{"pictures", c.ID}, "the house style of %s shows it: give that another ground "+
				"first", name)
		}
	}
	return patch.Patch{{Op: patch.Remove, Path: patch.Pointer{"pictures", c.ID}}}, nil
}

// Label names the picture.
func (c RemovePicture) Label(*Site) string { return "remove picture " + c.ID }

// PictureFile is the hash of a picture's bytes in a document; "" where it has no such picture.
func PictureFile(tree any, id string) string {
	file, err := patch.Get(tree, patch.Pointer{picturesMember, id, "file"})
	hash, ok := file.(string)
	if err != nil || !ok {
		return ""
	}
	return hash
}

// TakePictures takes the bytes of pictures out of a document, by the hash under which they are then held.
func TakePictures(tree any, site *Site) map[string][]byte {
	held := map[string][]byte{}
	pictures, _ := tree.(map[string]any)["pictures"].(map[string]any)
	for _, p := range site.Pictures {
		if p.Data == nil {
			continue
		}
		held[p.File] = p.Data
		delete(pictures[p.ID].(map[string]any), "data")
	}
	return held
}

// PutPictures is a document with the bytes of its pictures in it, so that it stands for itself.
func PutPictures(tree any, site *Site, held func(hash string) ([]byte, error)) (any, error) {
	root := maps.Clone(tree.(map[string]any))
	pictures := map[string]any{}
	for _, p := range site.Pictures {
		content, err := held(p.File)
		if err != nil {
			return nil, fmt.Errorf("picture %s: %w", p.ID, err)
		}
		members := maps.Clone(root["pictures"].(map[string]any)[p.ID].(map[string]any))
		members["data"] = base64.StdEncoding.EncodeToString(content)
		pictures[p.ID] = members
	}
	root["pictures"] = pictures
	return root, nil
}
