package look

import (
	"fmt"
	"strings"
)

// Scale is a ratio scale of type sizes: each of the steps type-1 … type-8 is Ratio times the one before, and type-3,
// the size of reading text, is Base. Where it has two ends, every step follows the width of its block from one to the
// other.
type Scale struct {
	From, To    ScaleEnd // the same where the sizes do not follow the width
	Least, Most int      // CSS px
}

// ScaleEnd is a scale at one width.
type ScaleEnd struct {
	Base  Length // px
	Ratio int64  // thousandths
}

// baseStep is the place of the reading size among the steps, from nought.
const baseStep = 2

// ParseScale reads "16px 1.25", or "15px 1.2 to 17px 1.3" with the widths as a fluid size has them: "15px 1.2 at 390 to
// 17px 1.3 at 1200".
func ParseScale(text string) (Scale, error) {
	from, to, fluid := strings.Cut(text, " to ")
	widths := DefaultWidths()
	s := Scale{Least: widths[len(widths)-1].Frame, Most: widths[0].Frame}
	var err error
	if s.From, err = parseScaleEnd(from, &s.Least); err != nil {
		return s, err
	}
	if !fluid {
		if strings.Contains(from, " at ") {
			return s, fmt.Errorf("%q has a width and nothing to go to", text)
		}
		s.To = s.From
		return s, nil
	}
	if s.To, err = parseScaleEnd(to, &s.Most); err != nil {
		return s, err
	}
	if s.Least >= s.Most {
		return s, fmt.Errorf("the first width, %d, must be the smaller; the second is %d", s.Least, s.Most)
	}
	return s, nil
}

func parseScaleEnd(text string, width *int) (ScaleEnd, error) {
	var end ScaleEnd
	size, at, said := strings.Cut(text, " at ")
	words := strings.FieldsFunc(size, func(r rune) bool { return r == ' ' || r == '×' || r == '*' })
	if len(words) != 2 {
		return end, fmt.Errorf("%q is not a base size and a ratio, such as 16px 1.25", strings.TrimSpace(text))
	}
	var err error
	if end.Base, err = bounded(words[0], "px", 8000, 40_000); err != nil {
		return end, err
	}
	if end.Base.Unit != "px" {
		return end, fmt.Errorf("%q: the base of a scale is said in px", words[0])
	}
	if end.Ratio, err = parseMilli(words[1]); err != nil || end.Ratio < 1010 || end.Ratio > 2000 {
		return end, fmt.Errorf("%q is not a ratio from 1.01 to 2", words[1])
	}
	if !said {
		return end, nil
	}
	*width, err = parseWidthAt(at)
	return end, err
}

func (s Scale) String() string {
	if s.From == s.To {
		return s.From.String()
	}
	return fmt.Sprintf("%s at %d to %s at %d", s.From, s.Least, s.To, s.Most)
}

func (e ScaleEnd) String() string { return e.Base.String() + " " + formatMilli(e.Ratio) }

// size is a step in CSS px to a tenth, which is as fine as anybody sees.
func (e ScaleEnd) size(step int) Length {
	milli := float64(e.Base.Milli)
	for ; step > baseStep; step-- {
		milli *= float64(e.Ratio) / 1000
	}
	for ; step < baseStep; step++ {
		milli /= float64(e.Ratio) / 1000
	}
	return Length{int64(milli+50) / 100 * 100, "px"}
}

// Texts are the sizes as tokens.
func (s Scale) Texts() map[string]string {
	texts := map[string]string{}
	for step, name := range vocabulary[SizeToken] {
		from, to := s.From.size(step), s.To.size(step)
		texts[name] = from.String()
		if from != to {
			texts[name] = Fluid{From: from, To: to, Least: s.Least, Most: s.Most}.String()
		}
	}
	return texts
}
