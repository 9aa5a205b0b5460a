package look

import (
	"fmt"
	"slices"
	"strings"
)

// AnchorProperty is the property that says at which of nine places of its record a part stands.
const AnchorProperty = "anchor"

// The words of an anchor: its place down and across, and how it stands to the edge there.
var (
	anchorDown   = []string{"top", "center", "bottom"}
	anchorAcross = []string{"start", "center", "end"}
	anchorEdges  = []string{"inside", "on", "over"}
)

// Anchor is a place in a record: one of nine, inside its box, with its middle on the edge, or outside; and an offset
// from there, towards the end of the line and down.
type Anchor struct {
	Down, Across, Edge string
	Along, Below       Length
}

// parseAnchor reads "top start", "bottom end over", "top center on 0 -4px".
func parseAnchor(_ Property, text string, _ TokenNames) (Value, error) {
	wrong := fmt.Errorf("%q is no anchor such as top start, center end over, or top end on 8px -4px", text)
	words := strings.Fields(text)
	if len(words) < 2 || !slices.Contains(anchorDown, words[0]) || !slices.Contains(anchorAcross, words[1]) {
		return nil, wrong
	}
	a := Anchor{Down: words[0], Across: words[1], Edge: "on"}
	rest := words[2:]
	if len(rest) > 0 && slices.Contains(anchorEdges, rest[0]) {
		a.Edge, rest = rest[0], rest[1:]
	}
	if a.Down == "center" && a.Across == "center" {
		a.Edge = "inside" // there is no edge
	}
	if len(rest) == 0 {
		return a, nil
	}
	if len(rest) != 2 {
		return nil, wrong
	}
	for i, into := range []*Length{&a.Along, &a.Below} {
		length, err := bounded(rest[i], "px", -400_000, 400_000)
		if err != nil {
			return nil, err
		}
		*into = length
	}
	return a, nil
}

func (a Anchor) String() string {
	text := a.Down + " " + a.Across + " " + a.Edge
	if a.Along.Milli != 0 || a.Below.Milli != 0 {
		text += " " + a.Along.String() + " " + a.Below.String()
	}
	return text
}

// CSS is the value as it is said; see anchored for what CSS makes of it.
func (a Anchor) CSS() string { return a.String() }

// edgeShares are by how much of its own size a part is moved out over the edge at which it stands.
var edgeShares = map[string]int{"inside": 0, "on": 50, "over": 100}

// anchored is what CSS makes of an anchor, as one text to compare and as declarations; auto takes back what others say.
func anchored(v Value) (css string, besides []Declaration) {
	a, ok := v.(Anchor)
	if !ok {
		a = Anchor{Down: "top", Across: "start", Edge: "on"}
	}
	besides = a.besides()
	if !ok {
		for i := range besides {
			besides[i].Value = "initial"
		}
		return "", besides
	}
	return a.CSS(), besides
}

// besides are the custom properties that the layout of a record takes: the edges at which the part lies, between
// which it lies along them (the text's, but at the sides), how it lies there, and how far it is moved. What goes
// along the line goes the other way where text runs from the right.
func (a Anchor) besides() []Declaration {
	block, inline, column, along, below := "auto", "auto", "1/-1", 0, 0
	share := edgeShares[a.Edge]
	switch a.Down {
	case "top":
		block, below = "0 auto", -share
	case "bottom":
		block, below = "auto 0", share
	case "center":
		switch a.Across { // at the sides
		case "start":
			inline, column, along = "0 auto", "auto", -share
		case "end":
			inline, column, along = "auto 0", "auto", share
		}
	}
	return []Declaration{{"--rb-anchor-block", block}, {"--rb-anchor-inline", inline},
		{"--rb-anchor-column", column},
		{"--rb-anchor-self", map[string]string{"top": "start", "center": "center", "bottom": "end"}[a.Down] + " " + a.Across},
		{"--rb-anchor-shift", fmt.Sprintf("calc(var(--rb-toward)*%s) %s", sum(along, a.Along), sum(below, a.Below))}}
}

// sum is a share of a part's own size and a length, as CSS adds them.
func sum(percent int, l Length) string {
	switch {
	case l.Milli == 0:
		return fmt.Sprintf("%d%%", percent)
	case percent == 0:
		return l.String()
	}
	return fmt.Sprintf("calc(%d%% + %s)", percent, l)
}
