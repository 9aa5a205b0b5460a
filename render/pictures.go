package render

import (
	"fmt"
	"slices"
	"strings"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// PicturesOf lists the pictures that a block's look or facts may show, by name, each once.
func PicturesOf(site *document.Site, b *document.Block) []string {
	set := site.SetOf(b)
	var names []string
	for _, sheet := range []look.Sheet{site.House.Kinds[set.Kind.Name], b.Look} {
		for _, value := range sheet {
			names = append(names, look.Pictures(value)...)
		}
	}
	for _, ref := range set.Refs() {
		if ref.To == kind.PictureOffer {
			names = append(names, ref.ID)
		}
	}
	slices.Sort(names)
	return slices.Compact(names)
}

// inlined is the HTML of a block with its pictures in it: a snippet has no files beside it.
func inlined(html string, site *document.Site, names []string, held map[string][]byte) string {
	var pairs []string
	for _, name := range names {
		if p, ok := site.PictureByID(name); ok {
			pairs = append(pairs, `src="`+p.Path()+`"`, `src="`+dataURL(p.Type, held[name])+`"`)
		}
	}
	return strings.NewReplacer(pairs...).Replace(html)
}

// picturesCSS says where the pictures named are, each once.
func picturesCSS(site *document.Site, names []string, address func(document.Picture) string) string {
	var b strings.Builder
	names = slices.Clone(names)
	slices.Sort(names)
	for _, name := range slices.Compact(names) {
		if p, ok := site.PictureByID(name); ok {
			fmt.Fprintf(&b, "%s:url(%s);", look.Picture{Name: name}.CustomProperty(), address(*p))
		}
	}
	if b.Len() == 0 {
		return ""
	}
	return "@layer rubrel.look{.rb{" + strings.TrimSuffix(b.String(), ";") + "}}"
}
