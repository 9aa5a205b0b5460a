// Package seats is the forms that ask for a number of seats: a calculator and a slider.
package seats

import (
	"embed"
	"fmt"
	"html/template"
	"slices"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/wording"
	"rubrel/kinds/pricing/cards"
	"rubrel/kinds/pricing/shop"
)

//go:embed seats.css
var seatsCSS string

//go:embed calculator.css
var calculatorCSS string

//go:embed slider.css
var sliderCSS string

//go:embed *.html
var files embed.FS

var templates = shop.Templates(files)

// Calculator is the form in which every plan's total answers.
func Calculator() kind.Form {
	return kind.Form{Name: "calculator", Title: "calculator",
		Help: "A number of seats is asked for; every plan's total answers.", HTML: calculator,
		CSS:    []string{anatomy.SwitchCSS(), shop.CommonCSS, seatsCSS, calculatorCSS},
		Script: script, Variables: calculatorVariables, Runs: calculatorRuns, Room: calculatorRoom}
}

// Slider is the form in which the plan that fits comes forward.
func Slider() kind.Form {
	return shop.BodyOf("slider").Form(kind.Form{Name: "slider", Title: "slider", LiftsFeatured: true,
		Help: "A number of seats is slid to; the plan that fits comes forward.", HTML: slider,
		CSS: []string{anatomy.SwitchCSS(), shop.CommonCSS, shop.LeftOutCSS(), seatsCSS, cards.CSS,
			shop.WithPhone(sliderCSS)}, Script: script, Variables: sliderVariables, Check: shop.UnknownWidths})
}

// seatedView is a form that asks for a number of seats.
type seatedView struct {
	shop.BlockView
	Ask    askView
	Totals *totalsView
}

// askView is the field in which the number is given.
type askView struct {
	Label                    string
	For                      string // for how many the amounts are, where there is no script to ask
	Least, Most, Step, Value int64
	Ticks                    string // an SVG path on 1000 by 10 units: where each plan's range begins
}

// calculator writes the seat calculator.
func calculator(v kind.View) (template.HTML, error) {
	s := shop.Seated(v)
	cells := anatomy.Deal(shop.SlotsOf("calculator"), lineCells...)
	var plans []shop.PlanView
	for _, record := range v.Set.Records {
		var inside []template.HTML
		for _, cell := range cells {
			inside = append(inside, anatomy.Inside(cell, anatomy.At{View: v, Record: record, Reader: s}))
		}
		plans = append(plans, s.Plan(record, inside...))
	}
	return seatedForm(s, "calculator.html", plans)
}

func calculatorRuns(v kind.View) []kind.Run {
	return shop.RunsOf(v, shop.Seated(v), shop.SlotsOf("calculator"))
}

// slider writes the slider. The plan that stands out is the one that fits.
func slider(v kind.View) (template.HTML, error) {
	s := shop.Seated(v)
	s.V.Set.Records = fitted(s)
	return seatedForm(s, "slider.html", cards.Plans(s, "slider"))
}

func sliderVariables(v kind.View) []kind.Variable {
	s := shop.Seated(v)
	s.V.Set.Records = fitted(s)
	return cards.Variables(s)
}

// fitted is the plans with the one featured that fits the number of seats.
func fitted(s *shop.Shop) []kind.Record {
	records := slices.Clone(s.V.Set.Records)
	if len(s.List.Periods) == 0 || len(s.List.Currencies) == 0 {
		return records
	}
	fits := s.List.Fitting(s.Plans, s.List.Periods[s.Opens], s.List.Currencies[s.OpensIn], s.Seats)
	for i := range records {
		records[i].Featured = i == fits
	}
	return records
}

func seatedForm(s *shop.Shop, name string, plans []shop.PlanView) (template.HTML, error) {
	view := seatedView{
		BlockView: shop.BlockView{Switches: anatomy.SwitchesHTML(s.Switches()), Together: s.Together(),
			Joined: s.Joined(), Words: s.Words, Plans: plans},
	}
	label := s.Fact("seats")
	if label == "" {
		label = s.Words.Seats
	}
	bounds := s.List.Seats
	noun := s.Noun(s.Seats)
	if noun == "" {
		noun = label
	}
	view.Ask = askView{For: capital(wording.Fill(s.Words.For, "n", strconv.FormatInt(s.Seats, 10), "seats", noun)),
		Label: capital(label), Least: bounds.Least, Most: bounds.Most, Step: bounds.Step, Value: s.Seats}
	view.Ask.Ticks = ticks(s)
	view.Totals = totals(s, view.Ask.Label)
	var err error
	if view.ByCode, err = byCode(s); err != nil {
		return "", err
	}
	return templates.Execute(name, view)
}

// ticks marks where each plan's range begins, but for the first.
func ticks(s *shop.Shop) string {
	var path strings.Builder
	bounds := s.List.Seats
	for _, r := range s.List.Ranges(s.Plans) {
		if r.From > bounds.Least && r.From <= bounds.Most {
			fmt.Fprintf(&path, "M%d 0v10", (r.From-bounds.Least)*1000/(bounds.Most-bounds.Least))
		}
	}
	return path.String()
}

func capital(text string) string {
	r, size := utf8.DecodeRuneInString(text)
	return string(unicode.ToUpper(r)) + text[size:]
}
