package look

import (
	"fmt"
	"regexp"
	"strings"
)

// StandsProperty is the property that says where in its record a part stands.
const StandsProperty = "stands"

// Stand is a place in a record: just before or after another part.
type Stand struct {
	After bool
	Part  string
}

var partName = regexp.MustCompile(`^[a-z][a-z0-9-]*$`)

func parseStand(_ Property, text string, _ TokenNames) (Value, error) {
	side, part, _ := strings.Cut(text, " ")
	if part = strings.TrimSpace(part); side != "after" && side != "before" || !partName.MatchString(part) {
		return nil, fmt.Errorf("%q is no place in a record", text)
	}
	return Stand{side == "after", part}, nil
}

func (s Stand) String() string {
	if s.After {
		return "after " + s.Part
	}
	return "before " + s.Part
}

// CSS is the value as it is said; no CSS property takes it.
func (s Stand) CSS() string { return s.String() }

// Stands finds where a part stands in a record at a width. It is false where the look leaves that to the form.
func (c Cascade) Stands(part, record string, featured bool, width int) (Stand, bool) {
	said, _ := c.Resolve(Target{Record: record, Featured: featured, Width: width}, part, StandsProperty)
	stand, ok := said.Value.(Stand)
	return stand, ok
}

// Hides reports whether anything is said of whether a part is shown.
func (c Cascade) Hides(part string) bool {
	return c.says(func(key Key) bool { return key.Part == part && key.Property == "display" })
}

// Hidden reports whether a record's part is left out at a width.
func (c Cascade) Hidden(part, record string, featured bool, width int) bool {
	said, _ := c.Resolve(Target{Record: record, Featured: featured, Width: width}, part, "display")
	return said.Value == Keyword("none")
}

// MovesParts reports whether anything is said of where parts stand.
func (c Cascade) MovesParts() bool {
	return c.says(func(key Key) bool { return key.Property == StandsProperty })
}

// says reports whether any level says something of a sort.
func (c Cascade) says(of func(Key) bool) bool {
	for _, sheet := range []Sheet{c.House, c.Kind, c.Block} {
		for key := range sheet {
			if of(key) {
				return true
			}
		}
	}
	return false
}
