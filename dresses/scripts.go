package dresses

import (
	"fmt"
	"slices"

	"rubrel/core/typeset"
	"rubrel/core/writing"
)

// beyond is the characters of a script that the dresses' own fonts lack. They are set in one family for all dresses,
// which takes the name of the family around it: so a text in two scripts stays one text.
type beyond struct {
	script       string // ISO 15924
	file         string // family and subset, as Fontsource names them
	unicodeRange string
}

var scripts = []beyond{
	{"Hebr", "heebo-hebrew", "U+0307-0308,U+0590-05FF,U+200C-2010,U+20AA,U+25CC,U+FB1D-FB4F"},
	{
		"Arab",
		"vazirmatn-arabic",
		"U+0600-06FF,U+0750-077F,U+0870-088E,U+0890-0891,U+0897-08E1,U+08E3-08FF,U+200C-200E,U+2010-2011," +
			"U+204F,U+2E41,U+FB50-FDFF,U+FE70-FE74,U+FE76-FEFC",
	},
}

// scriptWeights are those that the families come in.
var scriptWeights = []int{400, 500, 600, 700, 800}

// weightFor is the weight nearest to one that a face has.
func weightFor(weight int) int {
	return min(max((weight+50)/100*100, scriptWeights[0]), scriptWeights[len(scriptWeights)-1])
}

func (s beyond) path(weight int, format string) string {
	return fmt.Sprintf("fonts/%s-%d-normal.%s", s.file, weightFor(weight), format)
}

// FacesFor are the faces of the dress with the files that pages in some languages need.
func (d *Dress) FacesFor(languages []string) ([]Face, error) {
	faces := make([]Face, len(d.Faces))
	for i, face := range d.Faces {
		faces[i] = face
		faces[i].Files = append([]FontFile(nil), face.Files...)
		for _, s := range scripts {
			if !slices.ContainsFunc(languages, func(tag string) bool { return writing.Script(tag) == s.script }) {
				continue
			}
			file, err := fontFile(s.path(face.Weight, "woff2"), s.unicodeRange)
			if err != nil {
				return nil, err
			}
			faces[i].Files = append(faces[i].Files, file)
		}
	}
	return faces, nil
}

// addScripts gives a face of the book the characters of every script.
func addScripts(book *typeset.Book, family string, weight int) error {
	for _, s := range scripts {
		file, err := files.ReadFile(s.path(weight, "woff"))
		if err != nil {
			return err
		}
		if err := book.Add(family, weight, file); err != nil {
			return err
		}
	}
	return nil
}
