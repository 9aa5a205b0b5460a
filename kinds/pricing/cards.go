package pricing

import (
	"embed"
	"html/template"
	"strconv"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
)

//go:embed *.html
var files embed.FS

var templates = kind.Templates(files, "*.html")

// cards writes the cards form.
func cards(v kind.View) (template.HTML, error) {
	s := newShop(v)
	return execute(
		"cards.html",
		blockView{Switches: anatomy.SwitchesHTML(s.switches()), Together: s.together(),
			Plans: s.cards("cards"), Joined: s.joined(),
			Words: s.words},
	)
}

// cards are the cards of all plans.
func (s *shop) cards(form string) []planView {
	body := bodyOf(form)
	var plans []planView
	for _, record := range s.v.Set.Records {
		plans = append(plans, s.plan(record, body.Inside(s.v, s, record)))
	}
	return plans
}

func (s *shop) joined() bool { return s.fact("stand") == "joined" }

func cardsVariables(v kind.View) []kind.Variable { return newShop(v).cardsVariables() }

// lifted is by how much a featured plan stands taller than its neighbours, above and below, in CSS px; a badge on the
// upper edge of a card takes as much.
const lifted = "16px"

// endVariables say which plans are the first and the last at each width, of those that are shown.
func endVariables(v kind.View) []kind.Variable {
	var variables []kind.Variable
	for _, end := range []struct {
		name string
		of   func([]kind.Record) kind.Record
	}{
		{"--rb-first", func(list []kind.Record) kind.Record { return list[0] }},
		{"--rb-last", func(list []kind.Record) kind.Record { return list[len(list)-1] }},
	} {
		last := ""
		for width := range v.Widths {
			shown := v.At(width).Set.Records
			if len(shown) == 0 || end.of(shown).ID == last {
				continue
			}
			if last != "" {
				variables = append(variables, kind.Variable{Name: end.name, Width: width, Record: last, Value: "0"})
			}
			last = end.of(shown).ID
			variables = append(variables, kind.Variable{Name: end.name, Width: width, Record: last, Value: "1"})
		}
	}
	return variables
}

// cardsVariables says how wide the widest amount is, whether a featured plan stands taller, and where the values of
// features stand, by width.
func (s *shop) cardsVariables() []kind.Variable {
	variables := append(s.variables(), leftOutVariables(s.v)...)
	last := map[string]string{}
	say := func(name, value string, width int) {
		if last[name] != value {
			last[name] = value
			variables = append(variables, kind.Variable{Name: name, Width: width, Value: value})
		}
	}
	// A plan stands taller than its neighbours only where all stand in one row.
	for _, step := range bodyOf("").Steps(s.v) {
		lift := "0px"
		if n := len(s.v.At(step.Width).Set.Records); n > 1 && step.Columns == n {
			lift = lifted
		}
		variables = append(variables, kind.Variable{Name: "--rb-lift", Width: step.Width, From: step.From, Value: lift})
		if s.joined() {
			abreast := "1"
			if step.Columns == 1 {
				abreast = "0"
			}
			variables = append(variables, kind.Variable{Name: "--rb-abreast", Width: step.Width, From: step.From,
				Value: abreast})
		}
	}
	if s.joined() {
		variables = append(variables, endVariables(s.v)...)
	}
	for i := range s.v.Widths {
		if s.valuesBelow(i) {
			say("--rb-value-at", "2", i)
			say("--rb-value-align", "start", i)
			say("--rb-value-gap", "0px", i)
		} else {
			say("--rb-value-at", "3", i)
			say("--rb-value-align", "end", i)
			say("--rb-value-gap", em(valueEms), i)
		}
	}
	return append(variables, kind.Variable{Name: "--rb-bullet", Value: em(bulletEms)})
}

// em writes a length in ems.
func em(n float64) string { return strconv.FormatFloat(n, 'f', -1, 64) + "em" }

// render writes a template of this package with what it takes: that one fails is a fault of this package.
func render(name string, view any) template.HTML {
	var out strings.Builder
	if err := templates.ExecuteTemplate(&out, name, view); err != nil {
		panic("pricing: " + err.Error())
	}
	return template.HTML(out.String())
}
