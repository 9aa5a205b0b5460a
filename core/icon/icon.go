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

var drawings = sync.OnceValue(func() map[string]string {
	var table map[string]string
	if err := json.Unmarshal(iconsJSON, &table); err != nil {
		panic("icon: icons.json: " + err.Error())
	}
	return table
})

// Names lists the icons.
func Names() []string { return slices.Sorted(maps.Keys(drawings())) }

// SVG draws an icon in the colour and the size of the text around it; "" where there is none of the name. It says
// nothing to a screen reader: what it stands beside does.
func SVG(name string) template.HTML {
	drawing, ok := drawings()[name]
	if !ok {
		return ""
	}
	return template.HTML(
		`<svg viewBox="0 0 24 24" width="1em" height="1em" fill="none" stroke="currentColor" stroke-width="2" ` +
			`stroke-linecap="round" stroke-linejoin="round" aria-hidden="true">` + drawing + `</svg>`,
	)
}

// Type is the name of an icon.
type Type struct{}

// Parse finds the icon. The error offers those whose names hold a part of what was typed.
func (Type) Parse(text string) (kind.Value, error) {
	name := strings.ReplaceAll(strings.ToLower(strings.TrimSpace(text)), " ", "-")
	if _, ok := drawings()[name]; ok {
		return kind.TextValue(name), nil
	}
	const offered = 8
	var near []string
	for _, known := range Names() {
		if len(near) < offered && len(name) > 1 && (strings.Contains(known, name) || strings.Contains(name, known)) {
			near = append(near, known)
		}
	}
	if near == nil {
		near = Names()[:offered]
	}
	return nil, fmt.Errorf("there is no icon %q; there are %s and others", name, strings.Join(near, ", "))
}

// Decode reads a JSON string.
func (t Type) Decode(held any) (kind.Value, error) {
	text, ok := held.(string)
	if !ok {
		return nil, fmt.Errorf("the name of an icon is expected")
	}
	return t.Parse(text)
}

// Schema is the names.
func (Type) Schema() kind.Schema { return kind.Schema{"enum": Names()} }

// Editor sets a name left.
func (Type) Editor() kind.Editor { return kind.Editor{Align: kind.Left, Offers: kind.IconOffer} }
