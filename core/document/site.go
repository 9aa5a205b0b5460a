// Package document is one client's website as one JSON document: its typed form, the changes that may be made
// to it, and their inverses. Lists are objects whose members carry an order key, so every place in a document
// has a path that stays the same whatever is added or moved around it.
package document

import (
	"fmt"
	"slices"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// Version is the version of the document format.
const Version = 1

// Site is a decoded document: every value typed, every list in order.
type Site struct {
	Name     string
	Language string // BCP 47
	House    House
	Widths   look.Widths
	Sets     []Set
	Blocks   []Block
	Pages    []Page
	Pictures []Picture
	Icons    []Icon
	kinds    kind.Registry
}

// House is the site's house style: a dress, and what the site says over it.
type House struct {
	Dress  string
	Scheme Scheme
	Scale  string                // of type sizes, as look.ParseScale reads it; empty for those of the dress
	Tokens map[string]string     // in a light scheme, and what is no colour in both
	Dark   map[string]string     // colours in a dark scheme
	Kinds  map[string]look.Sheet // by kind name
	Widths string                // as look.ParseWidths reads them; empty for those that a site begins with
}

// Scheme says whether a site shows its light or dark tokens, or leaves it to the visitor's system.
type Scheme string

// The schemes, in the words of CSS color-scheme; the empty one is light.
const (
	LightScheme Scheme = "light"
	DarkScheme  Scheme = "dark"
	AutoScheme  Scheme = "auto"
)

// Set is a kind's set with its place in the document.
type Set struct {
	ID    string
	order string
	kind.Set
	List   List              // that it was read from
	orders map[string]string // record ID, or axis/item, to order key
}

// Block is a set shown in one form with one look.
type Block struct {
	ID, Name, SetID, Form string
	order                 string
	Look                  look.Sheet
	Quiet                 map[string]Accepted // the marks, by ID, that the designer has said are meant so
}

// Accepted is a mark that is meant so. It stays quiet until what it measured changes.
type Accepted struct{ Measured, Reason string }

// Page is a column of bands.
type Page struct {
	ID, Title, Intro string
	Language         string // BCP 47; empty where it is the site's
	order            string
	Bands            []Band
}

// Band lays blocks in columns.
type Band struct {
	ID, Heading string
	order       string
	Blocks      []string
}

// SetByID finds a set.
func (s *Site) SetByID(id string) (*Set, bool) {
	i := slices.IndexFunc(s.Sets, func(x Set) bool { return x.ID == id })
	if i < 0 {
		return nil, false
	}
	return &s.Sets[i], true
}

// SetOf is the set that a block of the site shows: none is without.
func (s *Site) SetOf(b *Block) *Set {
	set, ok := s.SetByID(b.SetID)
	if !ok {
		panic(fmt.Sprintf("document: the block %s is not of this site", b.ID))
	}
	return set
}

// FormOf is the form in which a block of the site is shown.
func (s *Site) FormOf(b *Block) kind.Form {
	form, ok := s.SetOf(b).Kind.FormNamed(b.Form)
	if !ok {
		panic(fmt.Sprintf("document: the block %s is in no form of its kind", b.ID))
	}
	return form
}

// others finds a set as facts of another may be computed from it.
func (s *Site) others(id string) (kind.Set, bool) {
	set, ok := s.SetByID(id)
	if !ok {
		return kind.Set{}, false
	}
	return set.Set, true
}

// BlockByID finds a block.
func (s *Site) BlockByID(id string) (*Block, bool) {
	i := slices.IndexFunc(s.Blocks, func(x Block) bool { return x.ID == id })
	if i < 0 {
		return nil, false
	}
	return &s.Blocks[i], true
}

// PageByID finds a page.
func (s *Site) PageByID(id string) (*Page, bool) {
	i := slices.IndexFunc(s.Pages, func(x Page) bool { return x.ID == id })
	if i < 0 {
		return nil, false
	}
	return &s.Pages[i], true
}

// BlocksOf lists the blocks that show a set.
func (s *Site) BlocksOf(setID string) []*Block {
	var blocks []*Block
	for i := range s.Blocks {
		if s.Blocks[i].SetID == setID {
			blocks = append(blocks, &s.Blocks[i])
		}
	}
	return blocks
}

// LanguageOf is the language in which a block is shown: its page's, or the site's where it stands on none.
func (s *Site) LanguageOf(blockID string) string {
	for _, page := range s.Pages {
		for _, band := range page.Bands {
			if slices.Contains(band.Blocks, blockID) {
				return s.PageLanguage(page)
			}
		}
	}
	return s.Language
}

// PageLanguage is a page's own language, or the site's.
func (s *Site) PageLanguage(p Page) string {
	if p.Language != "" {
		return p.Language
	}
	return s.Language
}

// Kinds is the registry the site was decoded with.
func (s *Site) Kinds() kind.Registry { return s.kinds }

// RecordByID finds a record of the set.
func (s *Set) RecordByID(id string) (*kind.Record, bool) {
	i := slices.IndexFunc(s.Records, func(r kind.Record) bool { return r.ID == id })
	if i < 0 {
		return nil, false
	}
	return &s.Records[i], true
}

// Cascade assembles the levels of a block's look. It fails only where the kind's own defaults are wrong.
func (s *Site) Cascade(b *Block) (look.Cascade, error) {
	set := s.SetOf(b)
	defaults, err := set.Kind.Defaults(b.Form)
	if err != nil {
		return look.Cascade{}, err
	}
	return look.Cascade{House: defaults, Kind: s.House.Kinds[set.Kind.Name], Block: b.Look, Widths: s.Widths}, nil
}

// IsID reports whether a text may name a member: lower-case letters, digits and hyphens, at most 60.
func IsID(text string) bool {
	if text == "" || len(text) > 60 || text[0] == '-' {
		return false
	}
	return strings.Trim(text, "abcdefghijklmnopqrstuvwxyz0123456789-") == ""
}
