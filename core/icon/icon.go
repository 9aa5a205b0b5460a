// Package icon holds the icons that a block can show, and the type of a fact that names one.
package icon

import (
	_ "embed"
	"encoding/json"
	"fmt"
	"html/template"
	"maps"
	"slices"
	"strings"
	"sync"

	"rubrel/core/kind"
)

//go:embed icons.json
var iconsJSON []byte

// library is every icon, and the names by which some were known before.
type library struct {
	Icons map[string]struct {
		Drawing  string   `json:"drawing"`
		Meanings []string `json:"meanings"`
	} `json:"icons"`
	Aliases map[string]string `json:"aliases"`
}

var shipped = sync.OnceValue(func() library {
	var l library
	if err := json.Unmarshal(iconsJSON, &l); err != nil {
		panic("icon: icons.json: " + err.Error())
	}
	return l
})

// Names lists the icons.
func Names() []string { return slices.Sorted(maps.Keys(shipped().Icons)) }

// SVG draws an icon in the colour and the size of the text around it; "" where there is none of the name. It says
// nothing to a screen reader: what it stands beside does.
func SVG(name string) template.HTML {
	l := shipped()
	if now, ok := l.Aliases[name]; ok {
		name = now
	}
	found, ok := l.Icons[name]
	if !ok {
		return ""
	}
	return template.HTML(
		`<svg viewBox="0 0 24 24" width="1em" height="1em" fill="none" stroke="currentColor" stroke-width="2" ` +
			`stroke-linecap="round" stroke-linejoin="round" aria-hidden="true">` + found.Drawing + `</svg>`,
	)
}

// Own is what the names of a site's own icons begin with, where one is named as a fact.
const Own = "own:"

// In draws an icon that a set of a view names: one of the site's own, or of the library; "" where there is none.
func In(v kind.View, name string) template.HTML {
	if own, ok := strings.CutPrefix(name, Own); ok && v.Icon != nil {
		return v.Icon(own)
	}
	return SVG(name)
}

// Type is the name of an icon: of the library, or Own with the name of one of the site's.
type Type struct{}

// Parse finds the icon. The error offers those that mean what was typed.
func (t Type) Parse(text string) (kind.Value, error) { return t.ParseIn(text, english) }

// ParseIn is Parse whose error offers icons by the words of a language.
func (Type) ParseIn(text, language string) (kind.Value, error) {
	name := strings.ReplaceAll(strings.ToLower(strings.TrimSpace(text)), " ", "-")
	if own, ok := strings.CutPrefix(name, Own); ok && own != "" &&
		strings.Trim(own, "abcdefghijklmnopqrstuvwxyz0123456789-") == "" {
		return kind.Ref{To: kind.IconOffer, ID: name}, nil
	}
	if SVG(name) != "" {
		return kind.TextValue(name), nil
	}
	near := Find(text, language)
	if len(near) == 0 {
		return nil, fmt.Errorf("there is no icon %q, and none that means it", name)
	}
	const offered = 8
	return nil, fmt.Errorf("there is no icon %q; there is %s", name, strings.Join(near[:min(offered, len(near))], ", "))
}

// Decode reads a JSON string.
func (t Type) Decode(held any) (kind.Value, error) { return kind.DecodeText(t, held) }

// Schema is a name.
func (Type) Schema() kind.Schema {
	return kind.Schema{"type": "string", "pattern": "^(own:)?[a-z0-9-]+$"}
}

// Editor sets a name left.
func (Type) Editor() kind.Editor { return kind.Editor{Align: kind.Left, Offers: kind.IconOffer} }
