// Package kindtest is the contract that every kind of block keeps, as a test. It has no interface and no fonts: what is
// measured and painted is tested elsewhere, for all kinds alike.
package kindtest

import (
	"errors"
	"fmt"
	"html/template"
	"io"
	"maps"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"golang.org/x/net/html"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// now is when sets are shown.
var now = time.Date(2026, 11, 24, 12, 0, 0, 0, time.UTC)

// Test fails where a kind does not keep the contract: on what a designer begins with, on nothing, on one record, on
// full, extreme and right-to-left sets, and for each word of each choice, in every form
//
//   - the HTML is well formed, and each record's element has its mark;
//   - every class is that of a part of the form, or one that its style sheets or scripts know; and each part that
//     the set does not leave out is there;
//   - no custom property that the form sets is that of a token;
//   - every text that a visitor reads in a record is one whose fit is measured;
//   - every fact shows, in a form or in what is said to machines;
//   - a featured record has the class by which its look shows, and no class of a style sheet stands nowhere;
//   - no text is given more room than there is.
//
// What a value writes it reads; every finding says what it found, and its mend what its field reads; and the intake's
// example is read whole.
//
// Sets are others to try it on, such as those of the demo.
func Test(t *testing.T, k *kind.Kind, sets ...kind.Set) {
	t.Helper()
	for _, fault := range Faults(k, sets...) {
		t.Error(fault)
	}
}

// Faults is what Test finds.
func Faults(k *kind.Kind, sets ...kind.Set) []error {
	c := &contract{kind: k, shown: map[string]bool{}, seen: map[string]bool{}, scripted: map[string]bool{},
		variants: variants(k)}
	for _, set := range sets {
		c.variants = slices.Insert(c.variants, 1, variant{what: set.Name, set: set})
	}
	for _, form := range k.Forms {
		c.form(form)
	}
	c.facts()
	c.parts()
	c.styled()
	c.values()
	c.findings()
	c.example()
	return c.faults
}

type contract struct {
	shown    map[string]bool // "form.class" of what stood somewhere
	kind     *kind.Kind
	variants []variant
	faults   []error
	seen     map[string]bool // what has been reported
	scripted map[string]bool // classes that scripts know
}

// variant is a set with what it is.
type variant struct {
	what string
	set  kind.Set
	rtl  bool
	bare bool // the site has no pictures
}

// wrong reports a fault.
func (c *contract) wrong(format string, args ...any) {
	c.once(fmt.Sprintf(format, args...), format, args...)
}

// once reports the first of the faults that are alike.
func (c *contract) once(alike, format string, args ...any) {
	if !c.seen[alike] {
		c.seen[alike] = true
		c.faults = append(c.faults, fmt.Errorf("kind %s: %s", c.kind.Name, fmt.Sprintf(format, args...)))
	}
}

// view shows a set without fonts.
func (v variant) view() kind.View {
	view := kind.View{BlockID: "block", Names: "block", Name: "A block", Set: v.set, Locale: "en", HeadingLevel: 2,
		Widths: look.DefaultWidths(), Now: now, Picture: func(id string) (kind.Picture, bool) {
			return kind.Picture{Address: "pictures/" + id + ".png", Width: 800, Height: 600}, true
		}}
	if v.bare {
		view.Picture = nil
	}
	if v.rtl {
		view.Locale, view.FromRight = "ar", true
	}
	return view
}

// setsProperty finds the custom properties that a style sheet sets.
var setsProperty = regexp.MustCompile(`(--rb-[a-z0-9-]+)\s*:`)

// properties finds custom properties of a form that are those of tokens, which would lose their values.
func (c *contract) properties(form kind.Form) {
	tokens := map[string]bool{}
	for _, category := range look.Categories() {
		for _, name := range look.Names(category) {
			tokens[look.Token(name).CustomProperty()] = true
		}
	}
	check := func(name, where string) {
		if tokens[name] {
			c.wrong("form %s: %s sets %s, which is a token", form.Name, where, name)
		}
	}
	for _, found := range setsProperty.FindAllStringSubmatch(strings.Join(form.CSS, "\n"), -1) {
		check(found[1], "the style sheet")
	}
	for _, part := range c.kind.PartsOf(form.Name) {
		for _, name := range part.As {
			check(name, "the part "+part.Name)
		}
	}
	if form.Variables == nil {
		return
	}
	for _, variable := range form.Variables(c.variants[0].view()) {
		check(variable.Name, "a variable")
	}
}

func (c *contract) form(form kind.Form) {
	c.properties(form)
	known := classesIn(strings.Join(form.CSS, "\n"))
	if form.Script != nil {
		for _, v := range c.variants {
			for _, class := range scriptClass.FindAllString(form.Script(v.view()), -1) {
				c.scripted[class] = true
			}
		}
	}
	maps.Copy(known, c.scripted)
	for _, v := range c.variants {
		at := "form " + form.Name + ", " + v.what
		out, err := form.HTML(v.view())
		if err != nil {
			c.wrong("%s: %v", at, err)
			continue
		}
		doc, err := read(out)
		if err != nil {
			c.wrong("%s: %v", at, err)
			continue
		}
		if !form.Some {
			c.records(at, v, doc)
		}
		for class := range doc.classes {
			c.shown[form.Name+"."+class] = true
			part, ok := c.kind.PartNamed(strings.TrimPrefix(class, look.ClassPrefix))
			ok = ok && slices.ContainsFunc(c.kind.PartsOf(form.Name), func(p kind.Part) bool { return p.Name == part.Name })
			if !ok && !known[class] && !shared[class] {
				c.wrong(
					"form %s: the class %s is that of no part of the form, and no style sheet or script knows it",
					form.Name,
					class,
				)
			}
		}
		c.measured(at, form, v, doc)
		c.featured(at, form, v, doc)
		c.rooms(form, v)
	}
}

// parts finds parts that stood nowhere.
func (c *contract) parts() {
	for _, form := range c.kind.Forms {
		for _, part := range c.kind.PartsOf(form.Name) {
			if !c.shown[form.Name+"."+look.ClassPrefix+part.Name] {
				c.wrong("form %s: the class of the part %s stands nowhere", form.Name, part.Name)
			}
		}
	}
}

// shared are the classes that every block may use: see render.
var shared = map[string]bool{look.ClassPrefix + "spoken": true, look.ClassPrefix + "featured": true}

// records compares the marks of records with the set.
func (c *contract) records(at string, v variant, doc document) {
	for _, r := range v.set.Records {
		if !doc.records[r.ID] {
			c.wrong("%s: no element has the mark of the record %s", at, r.ID)
		}
	}
	for id := range doc.records {
		if !slices.ContainsFunc(v.set.Records, func(r kind.Record) bool { return r.ID == id }) {
			c.wrong("%s: there is no record %q", at, id)
		}
	}
}

// measured finds texts of records whose fit is not measured, and measured texts that stand nowhere.
func (c *contract) measured(at string, form kind.Form, v variant, doc document) {
	runs := form.Runs(v.view())
	for _, text := range doc.texts {
		if text.record == "" {
			continue
		}
		if !slices.ContainsFunc(runs, func(run kind.Run) bool {
			return run.Record == text.record && strings.Contains(flat(run.Text), text.text)
		}) {
			c.once(form.Name+text.class, "form %s: the fit of %s is not measured: %q", form.Name, text.class, text.text)
		}
	}
	for _, run := range runs {
		if _, ok := c.kind.PartNamed(run.Part); !ok {
			c.wrong("form %s: a text is measured in a part %q, which is not there", form.Name, run.Part)
		}
		if !doc.says(run.Text) {
			c.wrong("form %s: the text of %s is measured and stands nowhere: %q", form.Name, run.Part, run.Text)
		}
	}
}

// facts finds fields that change nothing.
func (c *contract) facts() {
	for _, f := range c.kind.Fields {
		c.shows("field "+f.Name, f, func(set kind.Set, values map[string]kind.Value) kind.Set {
			set.Facts = maps.Clone(set.Facts)
			delete(set.Facts, f.Name) // what it says for all
			for i := range set.Records {
				record := &set.Records[i]
				record.Facts = maps.Clone(record.Facts)
				c.say(record.Facts, set, f, values)
			}
			return set
		})
	}
	for _, f := range c.kind.SetFields {
		c.shows("set field "+f.Name, f, func(set kind.Set, values map[string]kind.Value) kind.Set {
			set.Facts = maps.Clone(set.Facts)
			c.say(set.Facts, set, f, values)
			for i := range set.Records {
				set.Records[i].Facts = maps.Clone(set.Records[i].Facts)
				delete(set.Records[i].Facts, f.Name) // what a record says otherwise
			}
			return set
		})
	}
}

// say says a field's values, by key, or takes them away.
func (c *contract) say(facts map[string]kind.Value, set kind.Set, f kind.Field, values map[string]kind.Value) {
	for _, key := range set.Keys(f) {
		if v, ok := values[key.String()]; ok {
			facts[key.String()] = v
		} else {
			delete(facts, key.String())
		}
	}
}

// mostTried is how many values of a field are tried in each set.
const mostTried = 6

// shows reports a field that changes no form of no variant, whatever it says.
func (c *contract) shows(what string, f kind.Field, with func(kind.Set, map[string]kind.Value) kind.Set) {
	for _, v := range c.variants {
		if v.rtl || v.bare || len(v.set.Records) == 0 {
			continue
		}
		without := c.all(variant{v.what, with(copied(v.set), nil), v.rtl, v.bare})
		samples := samplesOf(f)
		for _, sample := range append(samples[:min(len(samples), mostTried)], labels(v.set)...) {
			values := map[string]kind.Value{}
			for _, key := range v.set.Keys(f) {
				values[key.String()] = sample
			}
			if c.all(variant{v.what, with(copied(v.set), values), v.rtl, v.bare}) != without {
				return
			}
		}
	}
	c.wrong("%s: whatever it says, nothing shows it", what)
}

// all is everything that a variant shows, to people and to machines.
func (c *contract) all(v variant) string {
	var out strings.Builder
	for _, form := range c.kind.Forms {
		view := v.view()
		view.Memo = &kind.Memo{}
		html, err := form.HTML(view)
		if err != nil {
			c.wrong("form %s, %s: %v", form.Name, v.what, err)
		}
		out.WriteString(string(html))
		for _, found := range classAttribute.FindAllStringSubmatch(string(html), -1) {
			for class := range strings.FieldsSeq(found[1]) {
				c.shown[form.Name+"."+class] = true
			}
		}
		if form.Variables != nil {
			variables := form.Variables(view)
			fmt.Fprint(&out, variables)
			for _, variable := range variables {
				token := strings.TrimPrefix(variable.Name, look.Token("").CustomProperty())
				if _, taken := look.CategoryOf(token); taken {
					c.wrong("form %s: the variable %s is that of a token of the house style", form.Name, variable.Name)
				}
			}
		}
	}
	if c.kind.Data != nil {
		fmt.Fprint(&out, c.kind.Data(v.view()))
	}
	return out.String()
}

// labels are what the items of a set's axes are called.
func labels(set kind.Set) []kind.Value {
	var all []kind.Value
	for _, axis := range set.Kind.Axes {
		for _, item := range set.Items(axis.Name) {
			all = append(all, item.Facts[axis.Label])
		}
	}
	return all
}

func copied(set kind.Set) kind.Set {
	set.Records = slices.Clone(set.Records)
	return set
}

// document is what a form wrote.
type document struct {
	classes, records, featured map[string]bool
	texts                      []text
	whole                      string
}

// text is a text that a visitor sees.
type text struct{ record, class, text string }

// says reports whether a text stands somewhere, in one element or in several that follow each other.
func (d document) says(words string) bool {
	bare := func(s string) string { return strings.Join(strings.Fields(unseen.Replace(s)), "") }
	return strings.Contains(bare(d.whole), bare(words))
}

// unseen takes out where words may break: soft hyphens, and the place of a wbr element.
var unseen = strings.NewReplacer("\u00ad", "", "\u200b", "")

// flat is a text with each white space as one space, without what shows nowhere.
func flat(s string) string {
	return strings.Join(strings.Fields(unseen.Replace(s)), " ")
}

// silentTag stands for a noscript.
const silentTag = "rb-noscript"

// void are the elements that have no end tag (HTML, section 13.1.2).
var void = map[string]bool{"br": true, "img": true, "input": true, "hr": true, "wbr": true}

// element is an open element.
type element struct {
	tag, class, record string
	silent             bool // nobody sees its text
}

// read reads HTML and says where it is not well formed.
func read(out template.HTML) (document, error) {
	d := document{classes: map[string]bool{}, records: map[string]bool{}, featured: map[string]bool{}}
	open := []element{{}}
	// The tokenizer takes what is in a noscript for text.
	tokenizer := html.NewTokenizer(strings.NewReader(strings.ReplaceAll(string(out), "noscript>", silentTag+">")))
	for {
		kind := tokenizer.Next()
		token := tokenizer.Token()
		top := open[len(open)-1]
		switch kind {
		case html.ErrorToken:
			if err := tokenizer.Err(); !errors.Is(err, io.EOF) {
				return d, err
			}
			if len(open) > 1 {
				return d, fmt.Errorf("<%s> is not closed", top.tag)
			}
			return d, nil
		case html.StartTagToken:
			e := d.begin(token, top)
			if !void[e.tag] {
				open = append(open, e)
			}
		case html.SelfClosingTagToken:
			d.begin(token, top)
		case html.EndTagToken:
			if token.Data != top.tag {
				return d, fmt.Errorf("</%s> ends <%s>", token.Data, top.tag)
			}
			open = open[:len(open)-1]
		case html.TextToken:
			d.whole += token.Data
			if words := flat(token.Data); words != "" && !top.silent {
				d.texts = append(d.texts, text{top.record, top.class, words})
			}
		}
	}
}

// begin notes an element's classes and the mark of its record.
func (d document) begin(token html.Token, around element) element {
	e := element{token.Data, around.class, around.record, around.silent}
	e.silent = e.silent || e.tag == "script" || e.tag == silentTag
	for _, a := range token.Attr {
		switch a.Key {
		case "class":
			for class := range strings.FieldsSeq(a.Val) {
				d.classes[class] = true
				e.silent = e.silent || class == look.ClassPrefix+"spoken"
			}
			e.class, _, _ = strings.Cut(a.Val, " ")
		case "data-record":
			d.records[a.Val] = true
			e.record = a.Val
		}
	}
	if isFeatured := slices.ContainsFunc(token.Attr, func(a html.Attribute) bool {
		return a.Key == "class" && slices.Contains(strings.Fields(a.Val), look.ClassPrefix+"featured")
	}); isFeatured {
		d.featured[e.record] = true
	}
	return e
}

var classAttribute = regexp.MustCompile(`class="([^"]*)"`)

// scriptClass is a class as scripts write it, in a selector or by itself.
var scriptClass = regexp.MustCompile(`rb-[a-z0-9-]+`)

var classPattern = regexp.MustCompile(`\.(rb-[a-z0-9-]+)`)

// classesIn are those that a style sheet knows.
func classesIn(css string) map[string]bool {
	known := map[string]bool{}
	for _, found := range classPattern.FindAllStringSubmatch(css, -1) {
		known[found[1]] = true
	}
	return known
}
