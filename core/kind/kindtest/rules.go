package kindtest

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// values finds fields whose values are not read as they are written.
func (c *contract) values() {
	for _, f := range slices.Concat(c.kind.Fields, c.kind.SetFields) {
		for _, v := range samplesOf(f) {
			again, err := f.Type.Parse(v.String())
			switch {
			case err != nil:
				c.once(f.Name+" parse", "field %s: String writes %q, which Parse refuses (%v): let Parse read what String "+
					"writes", f.Name, v, err)
			case again.String() != v.String():
				c.once(f.Name+" again", "field %s: String writes %q, which Parse reads as %q: let both mean the same",
					f.Name, v, again)
			}
		}
	}
}

// findings finds checks that do not say what they found, and mends that cannot be made.
func (c *contract) findings() {
	for _, v := range c.variants {
		view := v.view()
		var all []kind.Finding
		if c.kind.Check != nil {
			all = c.kind.Check(v.set, kind.Scene{Locale: view.Locale, Now: now})
		}
		for _, form := range c.kind.Forms {
			if form.Check != nil {
				all = append(all, form.Check(view)...)
			}
		}
		for _, f := range all {
			c.finding(v.set, f)
		}
	}
}

func (c *contract) finding(set kind.Set, f kind.Finding) {
	for name, said := range map[string]string{"Check": f.Check, "Where": f.Where, "Measured": f.Measured,
		"Needed": f.Needed} {
		if strings.TrimSpace(said) == "" {
			c.once(f.Check+name, "a finding %q has no %s: say what the list of marks is to show", f.Check, name)
		}
	}
	record := func(id string) bool {
		return id == "" || slices.ContainsFunc(set.Records, func(r kind.Record) bool { return r.ID == id })
	}
	if !record(f.Record) {
		c.once(f.Check+"record", "a finding %q is about a record %q, which is not there", f.Check, f.Record)
	}
	if f.Mend == nil {
		return
	}
	for _, edit := range f.Mend.Facts {
		if err := c.editable(set, edit); err != nil {
			c.once(f.Check+edit.Key, "the mend of a finding %q says %q of %s: %v: write what the field reads", f.Check,
				edit.Text, edit.Key, err)
		}
	}
	for _, id := range append(f.Mend.Unfeature, f.Mend.Move.Record, f.Mend.Move.After, f.Mend.Feature) {
		if !record(id) {
			c.once(f.Check+"mend", "the mend of a finding %q is about a record %q, which is not there", f.Check, id)
		}
	}
}

// editable says why a fact cannot be said so.
func (c *contract) editable(set kind.Set, edit kind.FactEdit) error {
	key := kind.ParseFactKey(edit.Key)
	fields := c.kind.SetFields
	switch {
	case edit.Axis != "":
		axis, ok := c.kind.AxisNamed(edit.Axis)
		if !ok {
			return fmt.Errorf("there is no axis %q", edit.Axis)
		}
		fields = axis.Fields
	case edit.Record != "":
		fields = c.kind.Fields
	}
	at := slices.IndexFunc(fields, func(f kind.Field) bool { return f.Name == key.Field })
	if at < 0 {
		return fmt.Errorf("there is no field %q", key.Field)
	}
	if edit.Text == "" {
		return nil // it is taken back
	}
	value, err := fields[at].Type.Parse(edit.Text)
	if err == nil && edit.Axis == "" {
		err = set.CheckFact(fields[at], key, value)
	}
	return err
}

// featured finds forms in which nothing stands out, though a record is featured. Which of them does may follow what a
// visitor chose.
func (c *contract) featured(at string, form kind.Form, v variant, doc document) {
	if !c.kind.CanFeature || form.Some {
		return
	}
	for _, r := range v.set.Records {
		if r.Featured && doc.records[r.ID] && len(doc.featured) == 0 {
			c.once(form.Name+" featured", "%s: no element of the featured record %s has the class %sfeatured: its look "+
				"would not show", at, r.ID, look.ClassPrefix)
		}
	}
}

// styled finds classes of the style sheets that no form writes and no script gives, whatever number they end in.
func (c *contract) styled() {
	there := map[string]bool{}
	for at := range c.shown {
		_, class, _ := strings.Cut(at, ".")
		there[unnumbered(class)] = true
	}
	for _, form := range c.kind.Forms {
		for class := range classesIn(strings.Join(form.CSS, "\n")) {
			if !there[unnumbered(class)] && !c.scripted[class] && !shared[class] &&
				!slices.Contains(anatomy.SideClasses(), class) {
				c.once(class, "form %s: its style sheet speaks of the class %s, which stands nowhere: take it out, or write it",
					form.Name, class)
			}
		}
	}
}

// unnumbered is a class without the number at its end.
func unnumbered(class string) string { return strings.TrimRight(class, "0123456789") }

// rooms finds texts that are given more room than there is.
func (c *contract) rooms(form kind.Form, v variant) {
	if form.Room == nil {
		return
	}
	view := v.view()
	for width, at := range view.Widths {
		ruler := bareRuler{frame: float64(at.Frame), width: width}
		side := 1
		if form.Columns != nil && form.Rows == nil && form.Packings == nil {
			side = max(1, form.Columns(view, width))
		}
		for _, run := range form.Runs(view) {
			room, most := form.Room(view, ruler, run.Part), ruler.frame
			if run.Record != "" {
				most /= float64(side)
			}
			if room > most+1 {
				c.once(form.Name+run.Part+"room", "form %s: Room gives the text of %s %.0f px at %s, where %.0f px are there: "+
					"let it say the room that the style sheet leaves", form.Name, run.Part, room, at.Name, most)
			}
		}
	}
}

// bareRuler measures a look that says nothing.
type bareRuler struct {
	frame float64
	width int
}

func (r bareRuler) Frame() float64              { return r.frame }
func (r bareRuler) Width() int                  { return r.width }
func (bareRuler) Featured() bool                { return false }
func (bareRuler) Edges(string) float64          { return 0 }
func (bareRuler) Gap(string) float64            { return 0 }
func (bareRuler) Size(string) float64           { return 16 }
func (bareRuler) Said(string, string) string    { return "" }
func (bareRuler) Length(string, string) float64 { return 0 }

// example finds an example of a list that is not read whole.
func (c *contract) example() {
	if c.kind.Intake == nil {
		return
	}
	table := kind.Table{Separator: "\t"}
	for i, line := range strings.Split(c.kind.Intake.Example, "\n") {
		table.Rows, table.Lines = append(table.Rows, strings.Split(line, "\t")), append(table.Lines, i+1)
	}
	r := intake.Read(c.kind, table, intake.Options{Language: "en"})
	var doubts []error
	for _, q := range r.Asked() {
		doubts = append(doubts, fmt.Errorf("%q is asked about: %s", q.Text, q.Why))
	}
	for _, left := range r.Left {
		doubts = append(doubts, fmt.Errorf("%q is left: %s", left.Text, left.Why))
	}
	if len(r.Set.Records) == 0 {
		doubts = append(doubts, errors.New("it gives nothing"))
	}
	if len(doubts) > 0 {
		c.wrong("the intake's example is not read whole: head its lines with the fields' labels or aliases (%v)",
			errors.Join(doubts...))
	}
}
