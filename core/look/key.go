package look

import (
	"fmt"
	"strings"
)

// State is what an item is doing, or that it is featured.
type State string

// The states a value may be said for. The empty state is normal.
const (
	Normal   State = ""
	Featured State = "featured"
	Hover    State = "hover"
	Selected State = "selected"
)

var states = map[State]bool{Normal: true, Featured: true, Hover: true, Selected: true}

// doing are the states that come and go while a visitor acts, the stronger last.
var doing = []State{Hover, Selected}

// Key is the place where a look value is said, within a level.
type Key struct {
	Record   string // only at the record level
	Part     string
	Property string
	State    State
	Width    string // empty for the widest
}

// ParseKey reads "part.property", with "record:" before and "@state" and "@width" after where they are said.
func ParseKey(text string) (Key, error) {
	var k Key
	rest := text
	if record, after, ok := strings.Cut(rest, ":"); ok {
		if record == "" {
			return k, fmt.Errorf("%q: the record before the colon is empty", text)
		}
		k.Record, rest = record, after
	}
	words := strings.Split(rest, "@")
	part, property, ok := strings.Cut(words[0], ".")
	if !ok || part == "" || property == "" {
		return k, fmt.Errorf("%q is not part.property", text)
	}
	k.Part, k.Property = part, property
	words = words[1:]
	if len(words) > 0 && words[0] != "" && states[State(words[0])] {
		k.State, words = State(words[0]), words[1:]
	}
	if len(words) == 1 && words[0] != "" {
		k.Width, words = words[0], nil
	}
	if len(words) > 0 {
		return k, fmt.Errorf("%q: after part.property come at most a state and a width", text)
	}
	return k, nil
}

// String is what ParseKey reads.
func (k Key) String() string {
	s := k.Part + "." + k.Property
	if k.Record != "" {
		s = k.Record + ":" + s
	}
	if k.State != Normal {
		s += "@" + string(k.State)
	}
	if k.Width != "" {
		s += "@" + k.Width
	}
	return s
}

// Sheet is what one level says.
type Sheet map[Key]Value
