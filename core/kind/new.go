package kind

import (
	"errors"
	"fmt"
	"maps"
	"slices"
	"strings"

	"rubrel/core/look"
)

// New checks a declaration and returns it. The error names everything that is wrong, each with where it is: what is
// named and not there, what is named twice, what the look does not know, what comes without that which it needs.
func New(k *Kind) (*Kind, error) {
	c := declaration{Kind: k}
	c.names()
	k.Parts = answering(k.Parts)
	c.fields("fields", k.Fields)
	c.fields("set fields", k.SetFields)
	for _, axis := range k.Axes {
		c.axis(axis)
	}
	for _, form := range k.Forms {
		c.form(form)
	}
	for _, part := range k.Parts {
		c.part(part)
	}
	if len(c.faults) == 0 {
		if _, err := c.Defaults(k.Forms[0].Name); err != nil {
			c.faults = append(c.faults, err)
		}
	}
	if css := figuresCSS(k.Parts); css != "" {
		for i, form := range k.Forms {
			k.Forms[i].CSS = append([]string{css}, form.CSS...)
		}
	}
	k.refers = k.canRefer()
	return k, errors.Join(c.faults...)
}

// answering gives the parts in records, and those that a visitor presses, what can be said of how they answer to a
// hand.
func answering(parts []Part) []Part {
	parts = slices.Clone(parts)
	for i, p := range parts {
		if p.Variant || p.Place == look.BlockItself && !p.Pressed {
			continue
		}
		names := look.TransitionNames()
		if !p.Fixed {
			names = append(look.MoveNames(), names...)
		}
		for _, name := range names {
			if !p.Has(name) {
				parts[i].Properties = append(slices.Clip(parts[i].Properties), name)
			}
		}
	}
	return parts
}

// figuresCSS sets the figures of the parts that ask for it.
func figuresCSS(parts []Part) string {
	var selectors []string
	for _, part := range parts {
		if part.Figures {
			selectors = append(selectors, "."+look.ClassPrefix+part.Name)
		}
	}
	if selectors == nil {
		return ""
	}
	return strings.Join(selectors, ", ") + " { font-variant-numeric: lining-nums tabular-nums; }\n"
}

// declaration is a kind while it is checked.
type declaration struct {
	*Kind
	faults []error
}

// wrong adds a fault at a place within the declaration.
func (c *declaration) wrong(where, format string, args ...any) {
	c.faults = append(c.faults, fmt.Errorf("kind %s: %s: %s", c.Name, where, fmt.Sprintf(format, args...)))
}

func (c *declaration) names() {
	for _, said := range []struct{ where, text string }{{"Name", c.Name}, {"Title", c.Title}, {"One", c.One},
		{"Many", c.Many}} {
		if said.text == "" {
			c.wrong(said.where, "is empty")
		}
	}
	if len(c.Fields) == 0 || len(c.Parts) == 0 || len(c.Forms) == 0 || c.Fresh == nil {
		c.wrong("the kind", "needs fields, parts, forms and Fresh")
	}
	if _, ok := c.FieldNamed(c.MarkField); c.MarkField != "" && !ok {
		c.wrong("MarkField", "there is no field %q", c.MarkField)
	}
	unique(c, "axes", c.Axes, func(a Axis) string { return a.Name })
	unique(c, "forms", c.Forms, func(f Form) string { return f.Name })
	unique(c, "parts", c.Parts, func(p Part) string { return p.Name })
}

// unique finds names that are empty or said twice.
func unique[T any](c *declaration, where string, list []T, name func(T) string) {
	seen := map[string]bool{}
	for i, item := range list {
		switch n := name(item); {
		case n == "":
			c.wrong(where, "number %d has no name", i+1)
		case seen[n]:
			c.wrong(where+": "+n, "the name is taken")
		default:
			seen[n] = true
		}
	}
}

func (c *declaration) fields(where string, fields []Field) {
	unique(c, where, fields, func(f Field) string { return f.Name })
	for i, f := range fields {
		at := where + ": " + f.Name
		if f.Type == nil || f.Label == "" || f.Help == "" {
			c.wrong(at, "needs a type, a label and help")
			continue
		}
		for _, axis := range f.Each {
			if _, ok := c.AxisNamed(axis); !ok {
				c.wrong(at+": Each", "there is no axis %q", axis)
			}
		}
		if f.Begins != "" {
			if _, err := f.Type.Parse(f.Begins); err != nil {
				c.wrong(at+": Begins", "%v", err)
			}
		}
		if f.Required && i > 0 && where == "fields" && f.Begins == "" {
			c.wrong(at, "is required, so a new record needs what it Begins with")
		}
		if other, ok := c.FieldNamed(f.AllOf); f.AllOf != "" && (!ok || len(other.Each) == 0) {
			c.wrong(at+": AllOf", "there is no field %q with a value for each item of an axis", f.AllOf)
		}
	}
}

func (c *declaration) axis(axis Axis) {
	at := "axis " + axis.Name
	c.fields(at, axis.Fields)
	for _, named := range []struct{ where, field string }{{"Label", axis.Label}, {"Heading", axis.Heading}} {
		if _, ok := axis.FieldNamed(named.field); !ok && (named.field != "" || named.where == "Label") {
			c.wrong(at+": "+named.where, "there is no field %q", named.field)
		}
	}
	if axis.Most <= 0 || axis.One == "" {
		c.wrong(at, "needs One, and how many items fit at Most")
	}
	if axis.Offers != nil && axis.Complete == nil {
		c.wrong(at+": Offers", "come with Complete, which reads them")
	}
}

func (c *declaration) form(f Form) {
	at := "form " + f.Name
	if f.HTML == nil || f.Title == "" || f.Help == "" {
		c.wrong(at, "needs HTML, a title and help")
	}
	if f.Runs == nil || f.Room == nil {
		c.wrong(at, "needs Runs and Room: every text is measured")
	}
	part, ok := c.ColumnsPart(f.Name)
	if f.Columns == nil && ok {
		c.wrong(at+": Columns", "the part %s says columns, so the form counts them", part.Name)
	}
	if f.Columns != nil && !ok {
		c.wrong(at+": Columns", "no part says grid-template-columns")
	}
	for _, name := range f.Order {
		if _, ok := c.PartNamed(name); !ok {
			c.wrong(at+": Order", "there is no part %q", name)
		}
	}
	if !f.Some && !slices.ContainsFunc(c.PartsOf(f.Name), func(p Part) bool { return p.Place == look.RecordItem }) {
		c.wrong(at, "no part stands for a record")
	}
}

func (c *declaration) part(p Part) {
	at := "part " + p.Name
	if p.Help == "" {
		c.wrong(at, "needs help")
	}
	c.partsExist(at, p)
	for _, form := range slices.Concat(p.Forms, slices.Sorted(maps.Keys(p.In)), slices.Sorted(maps.Keys(p.Within))) {
		if _, ok := c.FormNamed(form); !ok {
			c.wrong(at, "there is no form %q", form)
		}
	}
	unique(c, at+": Properties", p.Properties, func(name string) string { return name })
	for _, property := range p.Properties {
		if _, err := look.PropertyNamed(property); err != nil {
			c.wrong(at+": Properties", "%v", err)
		}
	}
	for _, property := range slices.Sorted(maps.Keys(p.As)) {
		if !p.Has(property) {
			c.wrong(at+": As", "the part has no property %q", property)
		}
	}
	for _, defaults := range append(slices.Collect(maps.Values(p.In)), p.Defaults) {
		for _, text := range slices.Sorted(maps.Keys(defaults)) {
			if property, _, _ := strings.Cut(text, "@"); !p.Has(property) {
				c.wrong(at+": Defaults: "+text, "the part has no property %q", property)
			} else if _, _, err := c.ParseLook(p.Name+"."+text, defaults[text]); err != nil {
				c.wrong(at+": Defaults: "+text, "%v", err)
			}
		}
	}
	if p.Ink != "" && !p.Has(p.Ink) {
		c.wrong(at+": Ink", "the part has no property %q", p.Ink)
	}
	if p.Variant && p.Parent == "" {
		c.wrong(at+": Variant", "it stands on its Parent's element, which is not named")
	}
}

// partsExist finds parts that are named and not there, and a part around itself.
func (c *declaration) partsExist(at string, p Part) {
	for _, other := range append(slices.Collect(maps.Values(p.Within)), p.Parent, p.InsteadOf) {
		if _, ok := c.PartNamed(other); other != "" && !ok {
			c.wrong(at, "there is no part %q", other)
		}
	}
	for _, f := range c.Forms {
		outer, ok := p, true
		for range c.Parts {
			outer, ok = c.PartAround(outer, f.Name)
			if !ok || outer.Name == p.Name {
				break
			}
		}
		if ok {
			c.wrong(at+": Parent", "in the form %s it is around itself", f.Name)
			return
		}
	}
}
