package pricing

import (
	_ "embed"
	"fmt"
	"html/template"
	"slices"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/pricing"
	"rubrel/core/wording"
)

//go:embed seats.css
var seatsCSS string

//go:embed calculator.css
var calculatorCSS string

//go:embed slider.css
var sliderCSS string

// seatedView is a form that asks for a number of seats.
type seatedView struct {
	blockView
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

// totalsView is the table that stands in where there is no script: what some numbers of seats come to.
type totalsView struct {
	Title, Noun string
	Plans       []string
	Rows        []totalsRow
}

type totalsRow struct {
	Seats int64
	Cells [][]totalView // for each plan, one for each choice of the switches
}

type totalView struct{ Class, Text string }

// calculator writes the seat calculator.
func calculator(v kind.View) (template.HTML, error) {
	s := seated(v)
	cells := anatomy.Deal(slotsOf("calculator"), lineCells...)
	var plans []planView
	for _, record := range v.Set.Records {
		var inside []template.HTML
		for _, cell := range cells {
			inside = append(inside, anatomy.Inside(cell, anatomy.At{View: v, Record: record, Reader: s}))
		}
		plans = append(plans, s.plan(record, inside...))
	}
	return s.seatedForm("calculator.html", plans)
}

func calculatorRuns(v kind.View) []kind.Run { return runsOf(v, seated(v), slotsOf("calculator")) }

// slider writes the slider. The plan that stands out is the one that fits.
func slider(v kind.View) (template.HTML, error) {
	s := seated(v)
	s.v.Set.Records = s.fitted()
	return s.seatedForm("slider.html", s.cards("slider"))
}

func sliderVariables(v kind.View) []kind.Variable {
	s := seated(v)
	s.v.Set.Records = s.fitted()
	return s.cardsVariables()
}

// fitted is the plans with the one featured that fits the number of seats.
func (s *shop) fitted() []kind.Record {
	records := slices.Clone(s.v.Set.Records)
	if len(s.list.Periods) == 0 || len(s.list.Currencies) == 0 {
		return records
	}
	fits := s.list.Fitting(s.plans, s.list.Periods[s.opens], s.list.Currencies[s.opensIn], s.seats)
	for i := range records {
		records[i].Featured = i == fits
	}
	return records
}

func (s *shop) seatedForm(name string, plans []planView) (template.HTML, error) {
	view := seatedView{
		blockView: blockView{Switches: anatomy.SwitchesHTML(s.switches()), Together: s.together(),
			Joined: s.joined(), Words: s.words, Plans: plans},
	}
	label := s.fact("seats")
	if label == "" {
		label = s.words.Seats
	}
	bounds := s.list.Seats
	noun := s.noun(s.seats)
	if noun == "" {
		noun = label
	}
	view.Ask = askView{For: capital(wording.Fill(s.words.For, "n", strconv.FormatInt(s.seats, 10), "seats", noun)),
		Label: capital(label), Least: bounds.Least, Most: bounds.Most, Step: bounds.Step, Value: s.seats}
	view.Ask.Ticks = s.ticks()
	view.Totals = s.totals(view.Ask.Label)
	var err error
	if view.ByCode, err = s.byCode(); err != nil {
		return "", err
	}
	return execute(name, view)
}

// ticks marks where each plan's range begins, but for the first.
func (s *shop) ticks() string {
	var path strings.Builder
	bounds := s.list.Seats
	for _, r := range s.list.Ranges(s.plans) {
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

// fits says for which numbers of seats a plan is the right one.
func (s *shop) fits(r pricing.Range) string {
	text := strings.Replace(r.String(), "-", "–", 1)
	return strings.TrimSpace(wording.Fill(s.words.Fits, "n", text+" "+s.noun(max(r.To, r.From+1))))
}

// mostStops is how many numbers of seats the table without script shows.
const mostStops = 8

// stops are the numbers of seats at which something begins: the bounds, every plan's range and bands.
func (s *shop) stops() []int64 {
	bounds := s.list.Seats
	stops := []int64{bounds.Least, s.seats, bounds.Most}
	add := func(n int64) {
		if n, moved := bounds.Clamp(n); !moved {
			stops = append(stops, n)
		}
	}
	for _, plan := range s.plans {
		seating := s.list.Seating(plan)
		if seating.Fits != nil {
			add(seating.Fits.From)
		}
		for _, c := range s.choices() {
			tariff, _ := s.list.Tariff(plan, c.period, c.currency)
			for _, band := range tariff.Bands {
				add(band.To + 1)
			}
		}
	}
	for _, n := range []int64{2, 5, 10, 20, 50, 100} {
		if len(stops) < mostStops {
			add(n)
		}
	}
	slices.Sort(stops)
	stops = slices.Compact(stops)
	if len(stops) > mostStops {
		stops = append(stops[:mostStops-1:mostStops-1], stops[len(stops)-1])
	}
	return stops
}

func (s *shop) totals(noun string) *totalsView {
	view := &totalsView{Title: s.words.Totals, Noun: noun}
	for _, record := range s.v.Set.Records {
		view.Plans = append(view.Plans, kind.Text(record.Facts, "title"))
	}
	for _, n := range s.stops() {
		row := totalsRow{Seats: n}
		for _, plan := range s.plans {
			var cell []totalView
			for _, c := range s.choices() {
				cell = append(cell, totalView{c.class, s.totalText(plan, c, n)})
			}
			row.Cells = append(row.Cells, cell)
		}
		view.Rows = append(view.Rows, row)
	}
	return view
}

// totalText is what a number of seats costs, in words where there is no amount.
func (s *shop) totalText(plan string, c choice, n int64) string {
	total, ok := s.list.Total(plan, c.period, c.currency, n)
	switch {
	case !ok:
		return "–"
	case total.Words != "":
		return total.Words
	case total.Free:
		return s.words.Free
	}
	return s.locale.Format(total.Amount, c.currency.Currency, s.style)
}
