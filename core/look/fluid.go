package look

import (
	"fmt"
	"strings"
)

// Fluid is a size that grows, or shrinks, with the width of its block: From at the width Least and below, To at the
// width Most and above, in a straight line between. Sizes and widths are in CSS px.
type Fluid struct {
	From, To    Length
	Least, Most int
}

// WidthProperty is the registered custom property that holds the inline size of the block, at any depth inside it.
const WidthProperty = "--rb-width"

// parseFluid reads "18px to 28px", or "18px at 320 to 28px at 1000". Where no widths are said they are those at which
// a site's proof begins to be shown.
func parseFluid(text string) (Value, error) {
	from, to, _ := strings.Cut(text, " to ")
	widths := DefaultWidths()
	f := Fluid{Least: widths[len(widths)-1].Frame, Most: widths[0].Frame}
	for _, end := range []struct {
		text  string
		size  *Length
		width *int
	}{{from, &f.From, &f.Least}, {to, &f.To, &f.Most}} {
		size, width, said := strings.Cut(end.text, " at ")
		l, err := bounded(size, "px", 1000, 400_000)
		if err != nil {
			return nil, err
		}
		if l.Unit != "px" {
			return nil, fmt.Errorf("%q: a size that follows the width is said in px", strings.TrimSpace(size))
		}
		*end.size = l
		if !said {
			continue
		}
		if *end.width, err = parseWidthAt(width); err != nil {
			return nil, err
		}
	}
	if f.Least >= f.Most {
		return nil, fmt.Errorf("the first width, %d, must be the smaller; the second is %d", f.Least, f.Most)
	}
	if f.From == f.To {
		return f.From, nil
	}
	return f, nil
}

// parseWidthAt reads the width of a block at one end of what follows it.
func parseWidthAt(text string) (int, error) {
	at, err := bounded(text, "px", 100_000, 4_000_000)
	if err != nil || at.Unit != "px" || at.Milli%1000 != 0 {
		return 0, fmt.Errorf("%q is not a width in whole px from 100 to 4000", strings.TrimSpace(text))
	}
	return int(at.Milli / 1000), nil
}

// At is the size in CSS px in a block of a width.
func (f Fluid) At(width float64) float64 {
	share := min(1, max(0, (width-float64(f.Least))/float64(f.Most-f.Least)))
	return (float64(f.From.Milli) + share*float64(f.To.Milli-f.From.Milli)) / 1000
}

func (f Fluid) String() string {
	return fmt.Sprintf("%s at %d to %s at %d", f.From, f.Least, f.To, f.Most)
}

// CSS follows the width of the block.
func (f Fluid) CSS() string { return f.Following("var(" + WidthProperty + ")") }

// Following is the size as a clamp() of a width that CSS knows, such as 100vw. It is exact: the slope stays a fraction
// (CSS Values 4, section 10.5).
func (f Fluid) Following(width string) string { return f.following(width, Length.String) }

func (f Fluid) following(width string, write func(Length) string) string {
	least, most := f.From, f.To
	if least.Milli > most.Milli {
		least, most = most, least
	}
	return fmt.Sprintf("clamp(%s,%s + (%s - %dpx)*%s/%d,%s)", write(least), write(f.From), width, f.Least,
		formatMilli(f.To.Milli-f.From.Milli), f.Most-f.Least, write(most))
}
