package marks

import (
	"fmt"
	"strings"

	"rubrel/core/colour"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/motion"
)

// mostWait is how long what comes in at first sight may keep a visitor from reading, in milliseconds (common practice).
const mostWait = 1000

// mostMoving is how long something may move by itself, in milliseconds, where a visitor cannot stop it (WCAG 2.2,
// 2.2.2).
const mostMoving = 5000

// mostOver is the share of its way by which what shows a number may pass it while it moves.
const mostOver = 0.005

// late finds parts that come in so slowly that they are missed: the last of several waits for all before it. What fills
// or counts is there to be read from the start; it must come to rest in time, and never show more than it stands for.
func (p painter) late(s subject, set kind.Set) []Mark {
	var found []Mark
	for _, part := range set.Kind.PartsOf(p.Form) {
		t := look.Target{}
		name, ok := p.Resolve(t, part.Name, "animation-name")
		if !ok || name.Value == look.Keyword("none") {
			continue
		}
		takes, wait := p.milliseconds(t, part.Name, "animation-duration", 400), p.milliseconds(t, part.Name,
			"animation-delay", 0)
		if said, _ := p.Resolve(t, part.Name, "animation-delay"); said.Value != nil {
			if delay, is := said.Value.(look.Delay); is && delay.Each {
				wait *= int64(max(0, len(set.Records)-1))
			}
		}
		if name.Value == look.Keyword("fill") || name.Value == look.Keyword("count") {
			if takes+wait > mostMoving {
				found = append(found, Mark{ID: "moves " + part.Name, Finding: kind.Finding{Check: "moves", Where: part.Name +
					" comes to rest", Measured: fmt.Sprintf("after %d ms", takes+wait), Needed: fmt.Sprintf("%d ms at most",
					mostMoving), Key: part.Name, Rule: "WCAG 2.2, 2.2.2", Serious: true}})
			}
			found = append(found, p.overshoots(s, set, part)...)
			continue
		}
		if takes+wait <= mostWait {
			continue
		}
		mark := Mark{ID: "late " + part.Name, Finding: kind.Finding{Check: "late", Where: part.Name + " comes in",
			Measured: fmt.Sprintf("after %d ms", takes+wait), Needed: fmt.Sprintf("%d ms at most", mostWait), Key: part.Name}}
		if wait > 0 && takes < mostWait {
			// The wait is shortened, for each alike, until all is there in time.
			short := look.Delay{Duration: look.Duration((mostWait - takes) / 10 * 10)}
			if said, _ := p.Resolve(t, part.Name, "animation-delay"); said.Value.(look.Delay).Each {
				short = look.Delay{Duration: look.Duration((mostWait - takes) / int64(max(1, len(set.Records)-1)) / 10 * 10),
					Each: true}
			}
			mark.Mends = []Mend{p.resay(s, set, part, "animation-delay", t, short)}
		}
		found = append(found, mark)
	}
	return found
}

// overshoots finds an easing that passes the value on its way to it, or starts below nought.
func (p painter) overshoots(s subject, set kind.Set, part kind.Part) []Mark {
	said, ok := p.Resolve(look.Target{}, part.Name, "animation-timing-function")
	if !ok {
		return nil
	}
	easing, err := motion.ParseEasing(said.Value.CSS())
	if err != nil {
		return nil
	}
	least, most := motion.Reach(easing)
	if least >= -mostOver && most <= 1+mostOver {
		return nil
	}
	measured := fmt.Sprintf("%.0f to %.0f %% of its value", least*100, most*100)
	mend := p.resay(s, set, part, "animation-timing-function", look.Target{}, look.Keyword("ease-out"))
	return []Mark{{ID: "overshoots " + part.Name, Mends: []Mend{mend},
		Finding: kind.Finding{Check: "overshoots", Where: part.Name + " comes in", Measured: measured, Needed: "0 to 100 %",
			Key: part.Name}}}
}

func (p painter) milliseconds(t look.Target, part, property string, otherwise int64) int64 {
	said, ok := p.Resolve(t, part, property)
	value := said.Value
	if token, is := value.(look.Token); is {
		value = p.Tokens.Value(token)
	}
	switch value := value.(type) {
	case look.Duration:
		return int64(value)
	case look.Delay:
		return int64(value.Duration)
	}
	if ok {
		return 0
	}
	return otherwise
}

// hoverOnly finds words that nobody sees who does not point at them: those who touch, or go by the keyboard (WCAG 2.2,
// 2.1.1). The mend shows them always.
func (p painter) hoverOnly(s subject, set kind.Set) []Mark {
	var found []Mark
	for _, part := range set.Kind.PartsOf(p.Form) {
		if !part.Text {
			continue
		}
		property, value, hidden := p.hiddenBy(part, look.Target{})
		if _, _, still := p.hiddenBy(part, look.Target{State: look.Hover}); !hidden || still {
			continue
		}
		found = append(found, Mark{ID: "hover only " + part.Name,
			Mends: []Mend{p.resay(s, set, part, property, look.Target{}, value)},
			Finding: kind.Finding{Check: "hover only", Where: part.Name, Measured: strings.TrimSpace(property + " hides it"),
				Needed: "to be there without pointing", Key: part.Name, Rule: "WCAG 2.2, 2.1.1", Serious: true}})
	}
	return found
}

// hiddenBy names the property that keeps a part from being seen, and a value that shows it.
func (p painter) hiddenBy(part kind.Part, t look.Target) (property string, shows look.Value, hidden bool) {
	if said, ok := p.Resolve(t, part.Name, "display"); ok && said.Value == look.Keyword("none") {
		return "display", look.Keyword("shown"), true
	}
	if p.opacity(part, t) == 0 {
		return "opacity", look.Length{Milli: 1000}, true
	}
	if said, ok := p.Resolve(t, part.Name, "color"); ok {
		if c, is := p.colourOf(said.Value); is && c.Alpha == 0 {
			opaque := look.ColourValue{Colour: colour.Colour{R: c.R, G: c.G, B: c.B, Alpha: 1}}
			return "color", opaque, true
		}
	}
	return "", nil, false
}
