package look

import (
	"fmt"
	"slices"
	"strings"
)

// State is what a visitor is doing with an item.
type State string

// The states a value may be said for. The empty state is normal.
const (
	Normal   State = ""
	Hover    State = "hover"
	Focus    State = "focus"
	Pressed  State = "pressed"
	Selected State = "selected"
)

// States are those that come and go while a visitor acts, the stronger last.
func States() []State { return []State{Hover, Focus, Pressed, Selected} }

// follows lists the states whose values hold in a state, the nearest first: what says nothing of focus or of being
// pressed looks as under the pointer.
func (s State) follows() []State {
	switch s {
	case Normal:
		return nil
	case Focus, Pressed:
		return []State{s, Hover}
	}
	return []State{s}
}

// featuredWord stands in a key for featured items.
const featuredWord = "featured"

// Key is the place where a look value is said, within a level.
type Key struct {
	Record   string // only at the record level
	Part     string
	Property string
	Featured bool // of featured items only
	State    State
	Width    string // empty for the widest
}

// ParseKey reads "part.property", with "record:" before, and "@featured", "@state" and "@width" after, where they are
// said.
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
	if len(words) > 0 && words[0] == featuredWord {
		k.Featured, words = true, words[1:]
	}
	if len(words) > 0 && slices.Contains(States(), State(words[0])) {
		k.State, words = State(words[0]), words[1:]
	}
	if len(words) == 1 && words[0] != "" {
		k.Width, words = words[0], nil
	}
	if len(words) > 0 {
		return k, fmt.Errorf("%q: after part.property come at most featured, a state and a width", text)
	}
	return k, nil
}

// String is what ParseKey reads.
func (k Key) String() string {
	s := k.Part + "." + k.Property
	if k.Record != "" {
		s = k.Record + ":" + s
	}
	if k.Featured {
		s += "@" + featuredWord
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
