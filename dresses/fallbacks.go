package dresses

import (
	_ "embed"
	"encoding/json"
	"fmt"
	"strings"
	"sync"

	"rubrel/core/typeset"
)

// Local is a font that visitors' systems have, with its measures, as fonts/fallbacks.json has it: see tools/fallbacks.
type Local struct {
	Name    string          `json:"name"`
	Generic string          `json:"generic"`
	Bold    bool            `json:"bold"`
	Locals  []string        `json:"locals"`
	Metrics typeset.Metrics `json:"metrics"`
}

//go:embed fonts/fallbacks.json
var fallbacksJSON []byte

var locals = sync.OnceValues(func() ([]Local, error) {
	var table []Local
	if err := json.Unmarshal(fallbacksJSON, &table); err != nil {
		return nil, fmt.Errorf("dresses: fallbacks.json: %w", err)
	}
	return table, nil
})

// Fallback stands in for a face until its file has come: a font of the visitor's own, made to take as much room. Shares
// are in percent of the font's size (CSS Fonts 5, section 2.2).
type Fallback struct {
	Family string // the name under which CSS knows it
	For    string // the family it stands in for
	Weight int
	Locals []string
	// Range are the characters for which it does, as a unicode-range; "" for all others.
	Range                                string
	SizeAdjust, Ascent, Descent, LineGap float64
}

// boldFrom is the weight from which a system's bold font is nearer than its regular one.
const boldFrom = 550

// Fallbacks are the stand-ins of a dress's faces, in the order in which CSS tries them.
func (d *Dress) Fallbacks() ([]Fallback, error) { return d.fallbacks() }

func (s *shipped) makeFallbacks() ([]Fallback, error) {
	book, err := s.book()
	if err != nil {
		return nil, err
	}
	table, err := locals()
	if err != nil {
		return nil, err
	}
	generics := map[string]string{}
	for _, name := range []string{"text", "display"} {
		families := strings.Split(s.Tokens[name], ", ")
		generics[families[0]] = families[len(families)-1]
	}
	var all []Fallback
	for _, face := range s.faces {
		own := book.Metrics(book.Find([]string{face.Family}, face.Weight))
		for _, l := range table {
			if l.Generic != generics[face.Family] || l.Bold != (face.Weight >= boldFrom) {
				continue
			}
			// Of two for one character the later stands in (CSS Fonts 4, section 5.2).
			for _, group := range own.Beside(l.Metrics) {
				all = append(all, Fallback{Family: face.Family + " as " + l.Name, For: face.Family, Weight: face.Weight,
					Locals: l.Locals, Range: group.Range, SizeAdjust: 100 * group.Times,
					Ascent: 100 * own.Ascent / group.Times, Descent: 100 * own.Descent / group.Times,
					LineGap: 100 * own.Gap / group.Times})
			}
		}
	}
	return all, nil
}

// CSS is the rule by which a browser knows it.
func (f Fallback) CSS() string {
	var sources []string
	for _, name := range f.Locals {
		sources = append(sources, fmt.Sprintf("local(%q)", name))
	}
	within := ""
	if f.Range != "" {
		within = "unicode-range:" + f.Range + ";"
	}
	return fmt.Sprintf(
		"@font-face{font-family:%q;font-weight:%d;src:%s;%ssize-adjust:%.2f%%;"+
			"ascent-override:%.2f%%;descent-override:%.2f%%;line-gap-override:%.2f%%}",
		f.Family,
		f.Weight,
		strings.Join(sources, ","),
		within,
		f.SizeAdjust,
		f.Ascent,
		f.Descent,
		f.LineGap,
	)
}
