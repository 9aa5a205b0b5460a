package marks

import (
	"fmt"
	"maps"
	"slices"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// repaint is the change that gives a part another value of a property in the very case that was measured, and in those
// that followed the same value there.
func (p painter) repaint(s subject, set kind.Set, part kind.Part, property string, t look.Target,
	value look.Value) document.Change {
	return s.saying(property+" of "+part.Name, p.repainted(set, part, property, t, value))
}

// resay is the mend that repaints a part.
func (p painter) resay(s subject, set kind.Set, part kind.Part, property string, t look.Target, value look.Value) Mend {
	return Mend{Label: fmt.Sprintf("%s of %s → %s", property, part.Name, value),
		Change: p.repaint(s, set, part, property, t, value)}
}

// saying is the change that says values at the block.
func (s subject) saying(name string, values []spoken) document.Change {
	batch := document.Batch{Name: name}
	for _, v := range values {
		batch.Changes = append(batch.Changes, document.SetLook{Block: s.Block.ID, Key: v.key, Text: v.value.String()})
	}
	return batch
}

// repainted is what repaint says. Every other case stays as it is: where the new value would reach it, what it was is
// said beside it.
func (p painter) repainted(set kind.Set, part kind.Part, property string, t look.Target, value look.Value) []spoken {
	after := p
	index := p.Cascade.Index()
	after.Look = p.Anew(index)
	var says []spoken
	say := func(key look.Key, value look.Value) {
		index.Say(key, value)
		says = append(says, spoken{key, value})
	}
	say(p.particular(part, property, t), value)
	was, _, _ := p.Said(part, property, t)
	inRecord := p.InRecord(part)
	for _, other := range p.cases(set) {
		if !inRecord && (other.Featured || other.Record != "") {
			continue // the part is the block's, and looks alike for all
		}
		before, _, said := p.Said(part, property, other)
		follows := before.Key == was.Key && before.Level == was.Level && other.Featured == t.Featured &&
			other.Width >= t.Width && (other.Record == t.Record || t.Record == "")
		now, _, _ := after.Said(part, property, other)
		if !said || follows || now.Value.CSS() == before.Value.CSS() {
			continue
		}
		say(p.particular(part, property, other), before.Value)
	}
	return says
}

// particular is the most particular place at which a value can be said for a case.
func (p painter) particular(part kind.Part, property string, t look.Target) look.Key {
	key := look.Key{Record: t.Record, Part: part.Name, Property: property, State: t.State}
	if t.Width > 0 {
		key.Width = p.Cascade.Widths[t.Width].Name
	}
	// A record says featured only where it says so already, since its own normal value is as near.
	said, _, _ := p.Said(part, property, t)
	key.Featured = t.Featured && (t.Record == "" || said.Level == look.RecordLevel && said.Key.Featured)
	return key
}

// cases lists every case in which a part may look different, the general ones first.
func (p painter) cases(set kind.Set) []look.Target {
	records := []look.Target{{}}
	if slices.ContainsFunc(set.Records, func(r kind.Record) bool { return r.Featured }) {
		records = append(records, look.Target{Featured: true})
	}
	for _, record := range set.Records {
		if slices.ContainsFunc(slices.Collect(maps.Keys(p.Cascade.Block)),
			func(k look.Key) bool { return k.Record == record.ID }) || record.Featured {
			records = append(records, look.Target{Record: record.ID, Featured: record.Featured})
		}
	}
	var cases []look.Target
	for _, t := range records {
		for _, t.State = range append([]look.State{look.Normal}, look.States()...) {
			for t.Width = range p.Cascade.Widths {
				cases = append(cases, t)
			}
		}
	}
	return cases
}
