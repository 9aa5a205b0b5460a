package look

import (
	"cmp"
	"fmt"
	"slices"
	"sort"
)

// PartSpec is what writing CSS needs to know of a part.
type PartSpec struct {
	Name  string
	Place Place
	As    map[string]string // the CSS property that carries one of the look's, where it is another
	// Variant says that the part stands on the element of another, and that what it says wins over that at every width.
	Variant bool
	// Shallow says that nothing within another block is meant, which stands in an element of the class Within.
	Shallow bool
	// Outer says that the whole block stands on it: paper stands in the place of its ground.
	Outer bool
	// Answers is the part around it whose states are its own, as those of a record are of the words in it; nil for its
	// own.
	Answers *PartSpec
}

// Place says where a part stands, and so how a rule reaches it.
type Place int

// The places of a part.
const (
	InRecord    Place = iota // inside a record's element
	RecordItem               // the record's element itself
	BlockItself              // the block's root
)

// RecordRef is one record of the block, as far as its look goes.
type RecordRef struct {
	ID       string
	Featured bool
}

// Rule is one CSS rule before it is written: what it selects, from which width down, and what it says.
type Rule struct {
	Part         PartSpec
	Record       string // only this record
	Featured     bool   // only featured records
	State        State
	Width        int // index into Widths; 0 has no condition
	Declarations []Declaration
}

// matches reports whether the rule's selector matches the target.
func (r Rule) matches(t Target) bool {
	return (r.Record == "" || r.Record == t.Record) && (!r.Featured || t.Featured) &&
		(r.State == Normal || slices.Contains(t.State.follows(), r.State)) && r.Width <= t.Width
}

// Rules writes the resolved look as rules of equal specificity in which the later wins. What the rules so far
// already give is not said again, so the cascade of the browser and Resolve agree on every target.
func (c Cascade) Rules(parts []PartSpec, records []RecordRef) []Rule {
	var rules []Rule
	byPart := c.byPart()
	for _, part := range parts {
		rules = append(rules, byPart[part.Name].partRules(part, records)...)
	}
	// Each part's rules are in order of width already; gathering them lets one container query hold a width. Variants
	// come after all others, whose narrower widths would else take over their values.
	sort.SliceStable(rules, func(i, j int) bool {
		a, b := rules[i], rules[j]
		if a.Part.Variant != b.Part.Variant {
			return b.Part.Variant
		}
		return a.Width < b.Width
	})
	return rules
}

// byPart parts the sheets by the part that a key is about, so that the rules of one part look at its keys only.
func (c Cascade) byPart() map[string]Cascade {
	parts := map[string]Cascade{}
	deal := func(sheet Sheet, of func(Cascade) Sheet) {
		for key, value := range sheet {
			part, ok := parts[key.Part]
			if !ok {
				part = Cascade{House: Sheet{}, Kind: Sheet{}, Block: Sheet{}, Widths: c.Widths}
				parts[key.Part] = part
			}
			of(part)[key] = value
		}
	}
	deal(c.House, func(p Cascade) Sheet { return p.House })
	deal(c.Kind, func(p Cascade) Sheet { return p.Kind })
	deal(c.Block, func(p Cascade) Sheet { return p.Block })
	return parts
}

func (c Cascade) partRules(part PartSpec, records []RecordRef) []Rule {
	properties := c.saidProperties(part.Name)
	placing := c.placesImages(part.Name)
	targets := c.targets(part, records)
	// All targets of one width come before the next width, as Rules gathers them across parts.
	var rules []Rule
	given := map[string][]emitted{}
	for width := range c.Widths {
		for _, target := range targets {
			target.Width = width
			rule := Rule{Part: part, Record: target.Record, Featured: target.Featured && target.Record == "",
				State: target.State, Width: width}
			for _, property := range properties {
				said, ok := c.Resolve(target, part.Name, property)
				if !ok {
					continue
				}
				css := cssOf(property, said.Value)
				var besides []Declaration
				if property == "background-image" && placing {
					besides = placement(said.Value)
					css += fmt.Sprint(besides)
				}
				if property == AnchorProperty {
					css, besides = anchored(said.Value)
				}
				if as := part.As[property]; property == "padding" && as != "" {
					besides = sidesOf(as, said.Value)
				}
				if current(given[property], target) == css {
					continue
				}
				name := property
				if known, err := PropertyNamed(property); err == nil {
					name, besides = cmp.Or(known.Carrier, name), append(besides, known.With...)
				}
				if as, ok := part.As[property]; ok {
					name = as
				}
				if !part.Outer && target.State == Normal && isGround(property, said.Value) {
					besides = append(besides, onPaper)
				}
				if property != AnchorProperty { // which is made of what is beside it
					rule.Declarations = append(rule.Declarations, Declarations(name, said.Value)...)
				}
				rule.Declarations = append(rule.Declarations, besides...)
				given[property] = append(given[property], emitted{rule, css})
			}
			if len(rule.Declarations) > 0 {
				rules = append(rules, rule)
			}
		}
	}
	return rules
}

// onPaper keeps a ground, and the inks on it, where a printer leaves grounds out and darkens words (CSS Color
// Adjustment 1, section 4).
var onPaper = Declaration{"print-color-adjust", "exact"}

// isGround reports whether a property's value is a ground that can be seen.
func isGround(property string, v Value) bool {
	switch v := v.(type) {
	case ColourValue:
		return property == "background-color" && v.Alpha > 0
	case Token:
		return property == "background-color"
	case Layers:
		return property == "background-image" && len(v) > 0
	}
	return false
}

// placesImages reports whether any ground of the part, whenever it shows, has a size or place of its own. Then each of
// them has to say its own.
func (c Cascade) placesImages(part string) bool {
	for _, sheet := range []Sheet{c.House, c.Kind, c.Block} {
		for key, value := range sheet {
			if layers, ok := value.(Layers); ok && key.Part == part && layers.placed() {
				return true
			}
		}
	}
	return false
}

type emitted struct {
	rule Rule
	css  string
}

// current is what the rules so far give the target.
func current(given []emitted, t Target) string {
	for i := len(given) - 1; i >= 0; i-- {
		if given[i].rule.matches(t) {
			return given[i].css
		}
	}
	return ""
}

// targets lists what needs rules of its own, from the general to the particular.
func (c Cascade) targets(part PartSpec, records []RecordRef) []Target {
	bases := []Target{{}}
	if part.Place != BlockItself {
		bases = append(bases, Target{Featured: true})
	}
	targets := c.withStates(part, bases)
	own := map[string]bool{}
	for key := range c.Block {
		if key.Record != "" && key.Part == part.Name {
			own[key.Record] = true
		}
	}
	for _, record := range records {
		if own[record.ID] {
			targets = append(targets, c.withStates(part, []Target{{Record: record.ID, Featured: record.Featured}})...)
		}
	}
	return targets
}

// withStates adds to targets what they are in each state that anything is said for.
func (c Cascade) withStates(part PartSpec, bases []Target) []Target {
	targets := slices.Clone(bases)
	for _, state := range States() {
		if !c.stateSaid(part.Name, state) {
			continue
		}
		for _, base := range bases {
			base.State = state
			targets = append(targets, base)
		}
	}
	return targets
}

func (c Cascade) stateSaid(part string, state State) bool {
	for _, sheet := range []Sheet{c.House, c.Kind, c.Block} {
		for key := range sheet {
			if key.Part == part && key.State == state {
				return true
			}
		}
	}
	return false
}

// saidProperties lists the properties that any level says of the part, in the ledger's order.
func (c Cascade) saidProperties(part string) []string {
	said := map[string]bool{}
	for _, sheet := range []Sheet{c.House, c.Kind, c.Block} {
		for key := range sheet {
			if key.Part == part {
				said[key.Property] = true
			}
		}
	}
	var names []string
	for _, p := range properties {
		if said[p.Name] && !p.Layout {
			names = append(names, p.Name)
		}
	}
	return names
}
