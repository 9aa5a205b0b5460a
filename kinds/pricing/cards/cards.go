// Package cards is the form that sets plans side by side.
package cards

import (
	"embed"
	"html/template"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/kinds/pricing/shop"
)

// CSS is that of cards.
//
//go:embed cards.css
var CSS string

// Form is the form.
func Form() kind.Form {
	return shop.BodyOf("cards").Form(kind.Form{Name: "cards", Title: "cards", LiftsFeatured: true,
		Help: "Plans side by side; features line up across them.", HTML: html,
		CSS: []string{anatomy.SwitchCSS(), shop.CommonCSS, shop.LeftOutCSS(), CSS}, Script: shop.ScriptFor,
		Variables: func(v kind.View) []kind.Variable { return Variables(shop.New(v)) }, Check: shop.UnknownWidths})
}

//go:embed cards.html
var files embed.FS

var templates = shop.Templates(files)

func html(v kind.View) (template.HTML, error) {
	s := shop.New(v)
	return templates.Execute("cards.html", shop.BlockView{Switches: anatomy.SwitchesHTML(s.Switches()),
		Together: s.Together(), Plans: Plans(s, "cards"), Joined: s.Joined(), Words: s.Words})
}

// Plans are the cards of all plans, in a form that has cards.
func Plans(s *shop.Shop, form string) []shop.PlanView {
	body := shop.BodyOf(form)
	var plans []shop.PlanView
	for _, record := range s.V.Set.Records {
		plans = append(plans, s.Plan(record, body.Inside(s.V, s, record)))
	}
	return plans
}

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

// Variables says how wide the widest amount is, whether a featured plan stands taller, and where the values of
// features stand, by width.
func Variables(s *shop.Shop) []kind.Variable {
	variables := append(s.Variables(), shop.LeftOutVariables(s.V)...)
	last := map[string]string{}
	say := func(name, value string, width int) {
		if last[name] != value {
			last[name] = value
			variables = append(variables, kind.Variable{Name: name, Width: width, Value: value})
		}
	}
	// A plan stands taller than its neighbours only where all stand in one row.
	for _, step := range shop.BodyOf("").Steps(s.V) {
		lift := "0px"
		if n := len(s.V.At(step.Width).Set.Records); n > 1 && step.Columns == n {
			lift = lifted
		}
		variables = append(variables, kind.Variable{Name: "--rb-lift", Width: step.Width, From: step.From, Value: lift})
		if s.Joined() {
			abreast := "1"
			if step.Columns == 1 {
				abreast = "0"
			}
			variables = append(variables, kind.Variable{Name: "--rb-abreast", Width: step.Width, From: step.From,
				Value: abreast})
		}
	}
	if s.Joined() {
		variables = append(variables, endVariables(s.V)...)
	}
	for i := range s.V.Widths {
		if s.ValuesBelow(i) {
			say("--rb-value-at", "2", i)
			say("--rb-value-align", "start", i)
			say("--rb-value-gap", "0px", i)
		} else {
			say("--rb-value-at", "3", i)
			say("--rb-value-align", "end", i)
			say("--rb-value-gap", shop.Em(shop.ValueEms), i)
		}
	}
	return append(variables, kind.Variable{Name: "--rb-bullet", Value: shop.Em(shop.BulletEms)})
}
