package look

import (
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"
)

// MostWidths is how many widths a site may have.
const MostWidths = 5

// The bounds of what may be said of a width, in CSS px.
const (
	leastFrame, mostFrame = 240, 3000
	mostWidthName         = 20
)

var widthName = regexp.MustCompile(`^[a-z][a-z0-9-]*$`)

// Width is one of the ranges of a block's inline size for which values are said.
type Width struct {
	Name  string
	Frame int // the CSS px at which the proof shows it
	Below int // its upper bound in CSS px, exclusive; 0 for the widest
}

// String is what ParseWidths reads: "middle 768 below 960", or "wide 1200" for the widest.
func (w Width) String() string {
	if w.Below == 0 {
		return fmt.Sprintf("%s %d", w.Name, w.Frame)
	}
	return fmt.Sprintf("%s %d below %d", w.Name, w.Frame, w.Below)
}

// Reaches reports whether a block of an inline size, in CSS px, is not too wide for the width.
func (w Width) Reaches(size float64) bool { return w.Below == 0 || size < float64(w.Below) }

// upTo is the bound of a width, where that of the widest is beyond all others.
func (w Width) upTo() int {
	if w.Below == 0 {
		return mostFrame + 1
	}
	return w.Below
}

// Widths are ordered from the widest down. A value said at one holds there and below.
type Widths []Width

// LeastBlock is how wide a block is at least, in CSS px: a page must do without scrolling sideways down to that (WCAG
// 2.2, success criterion 1.4.10).
const LeastBlock = 320

// From is the least inline size at which the width at a place holds, in CSS px; 0 for the narrowest.
func (w Widths) From(i int) int {
	if i+1 < len(w) {
		return w[i+1].Below
	}
	return 0
}

// Least is From, and LeastBlock for the narrowest.
func (w Widths) Least(i int) int {
	if i+1 < len(w) {
		return w.From(i)
	}
	return LeastBlock
}

// DefaultWidths are what a site begins with.
func DefaultWidths() Widths {
	return Widths{{"wide", 1200, 0}, {"middle", 768, 960}, {"narrow", 390, 600}}
}

// String is what ParseWidths reads.
func (w Widths) String() string {
	texts := make([]string, len(w))
	for i := range w {
		texts[i] = w[i].String()
	}
	return strings.Join(texts, ", ")
}

// ParseWidths reads widths in any order: "wide 1200, narrow 390 below 600" says where each is shown and below what it
// holds. One has no bound; a width is shown inside its own range.
func ParseWidths(text string) (Widths, error) {
	texts := strings.Split(text, ",")
	if len(texts) > MostWidths {
		return nil, fmt.Errorf("a site has at most %d widths, not %d", MostWidths, len(texts))
	}
	var widths Widths
	for _, text := range texts {
		name, rest, _ := strings.Cut(strings.TrimSpace(text), " ")
		w, err := parseWidth(name, rest)
		if err != nil {
			return nil, err
		}
		if widths.Index(name) > 0 || len(widths) > 0 && widths[0].Name == name {
			return nil, fmt.Errorf("two widths have the name %s", name)
		}
		widths = append(widths, w)
	}
	slices.SortStableFunc(widths, func(a, b Width) int { return b.upTo() - a.upTo() })
	for i, w := range widths {
		switch {
		case i == 0 && w.Below != 0:
			return nil, fmt.Errorf("the widest, %s, holds for every greater width, too: it has no upper bound", w.Name)
		case i > 0 && w.Below == 0:
			return nil, fmt.Errorf("%s has no upper bound, as the widest has; say below what it holds", w.Name)
		}
		if i+1 < len(widths) && w.Frame < widths[i+1].Below || i > 0 && w.Frame >= w.Below {
			return nil, fmt.Errorf("%s is shown at %d px, which is not inside its own range", w.Name, w.Frame)
		}
		if i > 1 && w.Below == widths[i-1].Below {
			return nil, fmt.Errorf("%s and %s have the same upper bound", widths[i-1].Name, w.Name)
		}
	}
	return widths, nil
}

func parseWidth(name, text string) (Width, error) {
	taken := name == featuredWord || slices.Contains(States(), State(name))
	if taken || !widthName.MatchString(name) || len(name) > mostWidthName {
		return Width{}, fmt.Errorf("%q is not a name for a width: take small letters, figures and hyphens, at most %d", name,
			mostWidthName)
	}
	frame, below, bounded := strings.Cut(text, " below ")
	w := Width{Name: name}
	var err error
	if w.Frame, err = strconv.Atoi(frame); err != nil || w.Frame < leastFrame || w.Frame > mostFrame {
		return w, fmt.Errorf("%s is shown at %q, which is not a whole number of px from %d to %d", name, frame, leastFrame,
			mostFrame)
	}
	if !bounded {
		return w, nil
	}
	if w.Below, err = strconv.Atoi(below); err != nil || w.Below <= leastFrame || w.Below > mostFrame {
		return w, fmt.Errorf("%s holds below %q, which is not a whole number of px up to %d", name, below, mostFrame)
	}
	return w, nil
}

// Index is the position of a width by name; the empty name is the widest. It is -1 for a name that is not one.
func (w Widths) Index(name string) int {
	if name == "" {
		return 0
	}
	for i := range w {
		if w[i].Name == name {
			return i
		}
	}
	return -1
}
