// Package dresses holds the named house styles that ship with Rubrel: one JSON file each, and their fonts.
package dresses

import (
	"crypto/sha256"
	"embed"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"maps"
	"path"
	"slices"
	"strings"
	"sync"

	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/typeset"
)

//go:embed *.json fonts/*.woff2 fonts/*.woff
var files embed.FS

// Dress is one named house style.
type Dress struct {
	Name  string
	Title string
	Help  string
	Light look.Tokens
	Dark  look.Tokens
	Kinds map[string]look.Sheet // what the dress says for a kind, by the kind's name
	Faces []Face
	// Book is the dress's fonts for measuring. It is read when it is first asked for.
	Book func() (*typeset.Book, error)

	fallbacks func() ([]Fallback, error)
}

// Face is one font of a dress, with the files that carry it.
type Face struct {
	Family string
	Weight int
	Files  []FontFile
}

// FontFile is a WOFF 2 file and the characters it is for.
type FontFile struct {
	Path         string // where a release carries it; the name holds a hash of the content
	UnicodeRange string // as CSS writes it
	Bytes        []byte
}

// dressFile is the form of a JSON file.
type dressFile struct {
	Title  string                       `json:"title"`
	Help   string                       `json:"help"`
	Tokens map[string]string            `json:"tokens"`
	Dark   map[string]string            `json:"dark"`
	Kinds  map[string]map[string]string `json:"kinds"`
	Faces  []struct {
		Family string `json:"family"`
		File   string `json:"file"`
		Weight int    `json:"weight"`
	} `json:"faces"`
}

// Registry is every dress, by name.
type Registry map[string]*Dress

// shipped is a dress as its file has it, with its fonts: what does not hang on the kinds that it dresses.
type shipped struct {
	dressFile
	faces     []Face
	book      func() (*typeset.Book, error)
	fallbacks func() ([]Fallback, error)
}

// allShipped reads the files of every dress, once; its fonts are measured when that is first asked for.
var allShipped = sync.OnceValues(func() (map[string]*shipped, error) {
	entries, err := files.ReadDir(".")
	if err != nil {
		return nil, fmt.Errorf("dresses: %w", err)
	}
	all := map[string]*shipped{}
	for _, entry := range entries {
		name, ok := strings.CutSuffix(entry.Name(), ".json")
		if !ok {
			continue
		}
		s := &shipped{}
		text, err := files.ReadFile(entry.Name())
		if err == nil {
			err = json.Unmarshal(text, &s.dressFile)
		}
		if err == nil {
			s.faces, err = facesOf(s.dressFile)
		}
		if err != nil {
			return nil, fmt.Errorf("dress %s: %w", name, err)
		}
		s.book = sync.OnceValues(func() (*typeset.Book, error) { return bookOf(s.dressFile) })
		s.fallbacks = sync.OnceValues(s.makeFallbacks)
		all[name] = s
	}
	return all, nil
})

// facesOf reads the fonts of a dress as a release carries them.
func facesOf(f dressFile) ([]Face, error) {
	var faces []Face
	for _, face := range f.Faces {
		loaded := Face{Family: face.Family, Weight: face.Weight}
		for _, subset := range subsets {
			file := fmt.Sprintf("%s-%s-%d-normal.woff2", face.File, subset.name, face.Weight)
			carried, err := fontFile(path.Join("fonts", file), subset.unicodeRange)
			if err != nil {
				return nil, err
			}
			loaded.Files = append(loaded.Files, carried)
		}
		faces = append(faces, loaded)
	}
	return faces, nil
}

// Load reads every dress against the kinds they dress.
func Load(kinds kind.Registry) (Registry, error) {
	all, err := allShipped()
	if err != nil {
		return nil, err
	}
	registry := Registry{}
	for name, s := range all {
		if registry[name], err = s.dress(name, kinds); err != nil {
			return nil, fmt.Errorf("dress %s: %w", name, err)
		}
	}
	return registry, nil
}

// Names lists the dresses in order.
func (r Registry) Names() []string { return slices.Sorted(maps.Keys(r)) }

// dress reads what it says for kinds.
func (s *shipped) dress(name string, kinds kind.Registry) (*Dress, error) {
	d := &Dress{Name: name, Title: s.Title, Help: s.Help, Kinds: map[string]look.Sheet{}, Faces: s.faces, Book: s.book,
		fallbacks: s.fallbacks}
	var err error
	if d.Light, err = look.ParseTokens(s.Tokens); err != nil {
		return nil, err
	}
	if d.Dark, err = d.Light.With(s.Dark); err != nil {
		return nil, fmt.Errorf("dark: %w", err)
	}
	for kindName, texts := range s.Kinds {
		k, ok := kinds.Named(kindName)
		if !ok {
			return nil, fmt.Errorf("there is no kind %q", kindName)
		}
		sheet := look.Sheet{}
		for text, value := range texts {
			key, v, err := k.ParseLook(text, value)
			if err != nil {
				return nil, fmt.Errorf("%s: %w", text, err)
			}
			sheet[key] = v
		}
		d.Kinds[kindName] = sheet
	}
	return d, nil
}

// Carries reports whether the file is for one of some characters.
func (f FontFile) Carries(runes map[rune]bool) bool {
	for part := range strings.SplitSeq(f.UnicodeRange, ",") {
		var from, to rune
		first, last, is := strings.Cut(strings.TrimPrefix(part, "U+"), "-")
		if !is {
			last = first
		}
		if _, err := fmt.Sscanf(first+" "+last, "%x %x", &from, &to); err != nil {
			continue // the ranges are of this package
		}
		for r := range runes {
			if r >= from && r <= to {
				return true
			}
		}
	}
	return false
}

// fontFile reads a WOFF 2 file; its name in a release holds a hash of its content.
func fontFile(file, unicodeRange string) (FontFile, error) {
	bytes, err := files.ReadFile(file)
	if err != nil {
		return FontFile{}, err
	}
	sum := sha256.Sum256(bytes)
	return FontFile{strings.TrimSuffix(file, ".woff2") + "." + hex.EncodeToString(sum[:6]) + ".woff2", unicodeRange,
		bytes}, nil
}

// bookOf reads the WOFF 1 files of a dress: the same fonts as those that a release carries.
func bookOf(f dressFile) (*typeset.Book, error) {
	book := &typeset.Book{}
	for _, face := range f.Faces {
		for _, subset := range subsets {
			file, err := files.ReadFile(path.Join("fonts", fmt.Sprintf("%s-%s-%d-normal.woff", face.File, subset.name,
				face.Weight)))
			if err != nil {
				return nil, err
			}
			if err := book.Add(face.Family, face.Weight, file); err != nil {
				return nil, err
			}
		}
		if err := addScripts(book, face.Family, face.Weight); err != nil {
			return nil, err
		}
	}
	return book, nil
}

// subsets are the character ranges into which the Fontsource packages part a family.
var subsets = []struct{ name, unicodeRange string }{
	{
		"latin",
		"U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+0304,U+0308,U+0329,U+2000-206F," +
			"U+20AC,U+2122,U+2191,U+2193,U+2212,U+2215,U+FEFF,U+FFFD",
	},
	{
		"latin-ext",
		"U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+0304,U+0308,U+0329,U+1D00-1DBF," +
			"U+1E00-1E9F,U+1EF2-1EFF,U+2020,U+20A0-20AB,U+20AD-20C0,U+2113,U+2C60-2C7F,U+A720-A7FF",
	},
}
