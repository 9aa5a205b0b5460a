package ledger

import (
	"fmt"
	"slices"
	"strings"

	"rubrel/core/colour"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// look is the section of one part in one state: what the block says for all, for the featured, and each record's
// exceptions.
func (l layer) look(declared kind.Part, state look.State, width string) Section {
	section := Section{Title: "Look", Look: true}
	at := l.widths.Index(width)
	for _, property := range look.Properties() {
		if declared.Has(property.Name) {
			key := look.Key{Part: declared.Name, Property: property.Name, State: state}
			if at > 0 {
				key.Width = l.widths[at].Name
			}
			section.plans = append(section.plans, plan{"look/" + key.String(), func() int { return 0 },
				func() Row { return l.lookRow(declared, property, key, at) }})
		}
	}
	return section
}

// lookRow is one property of a part, in a state and at a width.
func (l layer) lookRow(declared kind.Part, property look.Property, key look.Key, at int) Row {
	name := property.Name
	row := Row{Label: name, Property: name, Help: property.Hint, Steps: look.StepsOf(name),
		Idle: l.idle(declared, name, look.Target{Width: at}), AlsoAt: l.alsoAt(key)}
	row.Cells = append(row.Cells, l.lookCell(key, look.Target{State: key.State, Width: at}, declared))
	if declared.Place == look.BlockItself {
		for range len(l.records) + 1 {
			row.Cells = append(row.Cells, Cell{State: None})
		}
		return row
	}
	featured := key
	featured.Featured = true
	target := look.Target{State: key.State, Width: at, Featured: true}
	row.Cells = append(row.Cells, l.lookCell(featured, target, declared))
	for _, record := range l.records {
		own := key
		own.Record = record.ID
		target := look.Target{State: key.State, Width: at, Record: record.ID, Featured: record.Featured}
		row.Cells = append(row.Cells, l.lookCell(own, target, declared))
	}
	for said := range l.block.Look {
		if said.Record != "" {
			said.Record = ""
			if said == key {
				row.Exceptions++
			}
		}
	}
	return row
}

// alsoAt are the other widths at which the block says a property of a part in a state, of whatever record.
func (l layer) alsoAt(key look.Key) []string {
	said := map[string]bool{}
	for other := range l.block.Look {
		if other.Part == key.Part && other.Property == key.Property && other.State == key.State {
			said[other.Width] = true
		}
	}
	var names []string
	for i, width := range l.widths {
		name := width.Name
		if i == 0 {
			name = "" // what is said of the widest has no width in its key
		}
		if name != key.Width && said[name] {
			names = append(names, width.Name)
		}
	}
	return names
}

// idle says why a property of a part has no effect in general; "" where it has one. A record's own values are not
// looked at: what one of them says may have an effect.
func (l layer) idle(part kind.Part, property string, t look.Target) string {
	css := func(name string, t look.Target) string {
		said, ok := l.cascade.Resolve(t, part.Name, name)
		if !ok {
			return ""
		}
		return said.Value.CSS()
	}
	none := func(name string) bool { value := css(name, t); return value == "" || value == "none" }
	differs := func() bool {
		for _, name := range part.Properties {
			hover := t
			hover.State = look.Hover
			if css(name, hover) != css(name, t) {
				return true
			}
		}
		return false
	}
	ground := css("background-color", t)
	if part.Paints != nil {
		if why := part.Paints(l.set.Set).Idle[property]; why != "" {
			return why
		}
	}
	switch {
	case (property == look.StandsProperty || property == look.AnchorProperty) && !l.movesParts():
		return "this form has an order of its own"
	case property != "display" && css("display", t) == "none":
		return "the part is left out: display is none"
	case property == "border-radius" && none("border") && none("background-image") && none("box-shadow") &&
		(ground == "" || ground == colour.Transparent.String()):
		return "there is no ground, border or shadow whose corners could be seen"
	case (property == "border" || property == "border-radius" || property == "box-shadow") && !none("clip-path"):
		return "clip-path cuts it off"
	case property == "border-radius" && l.roundAlready(part, t) != "":
		return l.roundAlready(part, t)
	case property == "background-color" && !none("background-image"):
		return "background-image covers it"
	case property == "color" && part.Text && l.vanishes(part, t):
		return "it is the colour of the ground: nothing is seen"
	case t.State == look.Focus && !l.takesFocus():
		return "nothing in the block takes the focus"
	case property == "transition-duration" && !differs():
		return "nothing changes on hover"
	case property == "transition-timing-function" && (css("transition-duration", t) == "" || css("transition-duration",
		t) == "0ms"):
		return "transition-duration is not said"
	case strings.HasPrefix(property, "animation-") && property != "animation-name" && none("animation-name"):
		return "nothing comes in: animation-name is none"
	}
	return ""
}

// movesParts reports whether parts stand where the look says in the block's form.
func (l layer) movesParts() bool {
	form, ok := l.set.Kind.FormNamed(l.block.Form)
	return ok && form.MovesParts
}

// takesFocus reports whether the block shows anything that a visitor presses.
func (l layer) takesFocus() bool {
	return slices.ContainsFunc(l.set.Kind.PartsOf(l.block.Form), func(p kind.Part) bool {
		return p.Pressed && (p.Paints == nil || !p.Paints(l.set.Set).Absent)
	})
}

// vanishes reports whether a part's ink is the very colour of the nearest ground behind it.
func (l layer) vanishes(part kind.Part, t look.Target) bool {
	ink, _, ok := l.resolve(t, part, "color")
	if !ok {
		return false
	}
	for outer, has := part, true; has; outer, has = l.set.Kind.PartAround(outer, l.block.Form) {
		if image, ok := l.cascade.Resolve(t, outer.Name, "background-image"); ok && image.Value.CSS() != "none" {
			return false
		}
		ground, ok := l.cascade.Resolve(t, outer.Name, "background-color")
		if shown := l.tokens.Swatch(ground.Value); ok && shown != "" && shown != colour.Transparent.String() {
			return shown == l.tokens.Swatch(ink.Value)
		}
	}
	return false
}

// lookCell is filled where the block says the value at this very place, and shows what it follows otherwise.
func (l layer) lookCell(key look.Key, target look.Target, part kind.Part) Cell {
	if look.CheckAttribute(key, part.Place) != nil {
		return Cell{State: None}
	}
	cell := Cell{At: "look/" + key.String(), Align: kind.Right}
	said, from, ok := l.resolve(target, part, key.Property)
	if !ok {
		cell.State, cell.Origin = Empty, "nothing says this"
		return cell
	}
	cell.Shown, cell.Swatch, cell.Step = said.Value.String(), l.tokens.Swatch(said.Value), l.step(said.Value)
	// An ink that follows its ground stands in the cascade where the ground is said, and is not said by the block.
	_, own := l.block.Look[key]
	if from == "" && (said.Level == look.BlockLevel || said.Level == look.RecordLevel) && said.Key == key && own {
		cell.State, cell.Text = Said, said.Value.String()
		if key.Record != "" {
			cell.State = Exception
		}
	} else {
		cell.State = Followed
	}
	cell.Origin = l.origin(said, from, key, target)
	cell.Source = l.source(said, key)
	return cell
}

// source is where a value is said, seen from the cell of a key.
func (l layer) source(said look.Said, key look.Key) Source {
	s := Source{Token: string(tokenIn(said.Value))}
	_, own := l.block.Look[said.Key]
	switch {
	case said.Level == look.KindLevel:
		_, s.Kind = l.forKind[said.Key]
	case own && said.Key != key && (said.Level == look.BlockLevel || said.Level == look.RecordLevel):
		s.At = said.Key.String()
	}
	return s
}

// resolve looks in the part, and for inherited properties in the parts around it.
func (l layer) resolve(target look.Target, part kind.Part, name string) (said look.Said, from string, ok bool) {
	property, err := look.PropertyNamed(name)
	if err != nil {
		return said, "", false
	}
	for {
		if said, ok = l.cascade.Resolve(target, part.Name, name); ok {
			return said, from, true
		}
		parent, has := l.set.Kind.PartAround(part, l.block.Form)
		if !property.Inherited || !has {
			return said, from, false
		}
		part, from = parent, parent.Name
	}
}

// tokenIn is the token that a value is, or that its sides or its ink are; "" for none.
func tokenIn(v look.Value) look.Token {
	switch v := v.(type) {
	case look.Token:
		return v
	case look.Sides:
		if v.Alike() {
			return tokenIn(v[0])
		}
	case look.Border:
		return tokenIn(v.Ink)
	}
	return ""
}

// step is a value's number with its unit, or that of the token it is; "" for what is no single number.
func (l layer) step(v look.Value) string {
	switch v := v.(type) {
	case look.Length:
		return v.String()
	case look.Duration:
		return v.String()
	case look.Delay:
		return v.Duration.String()
	case look.Token:
		if value := l.tokens.Value(v); value != nil {
			return l.step(value)
		}
	case look.Sides:
		if v.Alike() {
			return l.step(v[0])
		}
	}
	return ""
}

// origin says in words where a value comes from and what it would be without.
func (l layer) origin(said look.Said, from string, key look.Key, target look.Target) string {
	var b strings.Builder
	b.WriteString(l.tokens.Explain(said.Value) + ", ")
	switch {
	case from != "":
		fmt.Fprintf(&b, "inherited from %s", from)
	case said.Key == key && (said.Level == look.BlockLevel || said.Level == look.RecordLevel):
		b.WriteString("said here")
	default:
		fmt.Fprintf(&b, "said at %s", place(said))
	}
	if from == "" {
		if under, ok := l.cascade.Beneath(said.Level, target, key.Part, key.Property); ok {
			fmt.Fprintf(&b, "; %s says %s", place(under), l.tokens.Explain(under.Value))
		}
	}
	return b.String() + "."
}

// place names a level with the state and width it is said for.
func place(said look.Said) string {
	words := []string{string(said.Level)}
	if said.Key.Featured {
		words = append(words, "featured")
	}
	if said.Key.State != look.Normal {
		words = append(words, string(said.Key.State))
	}
	if said.Key.Width != "" {
		words = append(words, said.Key.Width)
	}
	return strings.Join(words, " · ")
}
