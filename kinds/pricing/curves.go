package pricing

import (
	"cmp"
	"embed"
	"encoding/json"
	"fmt"
	"html/template"
	"math"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/layout"
	"rubrel/core/money"
	"rubrel/core/pricing"
	"rubrel/kinds/pricing/shop"
)

//go:embed curves.html
var curveFiles embed.FS

var curveTemplates = shop.Templates(curveFiles)

// curves draws what every plan costs against the number of seats.
var curves = kind.Chart{Name: "curves", Title: "Curves", Help: "What every plan costs against the number of seats, " +
	"and where one becomes cheaper than another.",
	Choices: curveChoices, HTML: curvesHTML}

func curveChoices(set kind.Set) []kind.ChartChoice {
	list := pricing.NewList(set)
	period, currency := kind.ChartChoice{Name: "period", Label: "period"}, kind.ChartChoice{Name: "currency",
		Label: "currency"}
	for _, p := range list.Periods {
		period.Options = append(period.Options, kind.ChartOption{Value: p.ID, Label: p.Label})
	}
	for _, c := range list.Currencies {
		currency.Options = append(currency.Options, kind.ChartOption{Value: c.ID, Label: c.Currency.Code})
	}
	return []kind.ChartChoice{period, currency, {Name: "axis", Label: "seats",
		Options: []kind.ChartOption{{Value: "linear", Label: "linear"}, {Value: "log", Label: "logarithmic"}}}}
}

// The drawing's size in its own units, and the room around the axes.
const (
	chartWidth, chartHeight = 680.0, 380.0
	chartLeft, chartRight   = 76.0, 556.0
	chartTop, chartBottom   = 20.0, 338.0
	labelDistance           = 17.0
	mostStopsRead           = 240 // numbers of seats that can be read off the drawing one by one
	mostRows                = 24  // of the table below it
	mostCrossovers          = 6   // that are named in the drawing; the table has all
	ticksDown, ticksAcross  = 6, 10
	lineStyles              = 8   // see bench.css
	mostName                = 16  // letters of a plan's name, beside the end of its line
	figureWidth             = 7.2 // of a label's digits
	labelHigh               = 12.0
	markRadius              = 4.5
)

// curveView is the chart as its template shows it.
type curveView struct {
	Width, Height, LabelX    float64
	Left, Right, Top, Bottom float64
	Radius                   float64 // of a mark
	Title, Across            string
	Down, Over               []tickView
	Lines                    []lineView
	Marks                    []markView
	Reader                   template.JS
	Unpriced                 []string // plans that have no amount here
	Heads                    []string
	Rows                     []curveRow
	Crossings, Cliffs        []string
	Seats                    pricing.Seats
}

type tickView struct {
	At   float64
	Text string
}

type lineView struct {
	Number  int
	Path    string
	Name    string // as much of it as has room
	Whole   string
	LabelAt float64
	EndAt   float64
}

type markView struct {
	X, Y   float64
	Class  string
	Text   string
	Dx, Dy float64 // of the text
}

// markPlaces are those of a mark's text about it, the best first: below, above, after and before it.
var markPlaces = [][2]float64{{0, 20}, {0, -10}, {13, 4}, {-13, 4}, {13, 16}, {-13, -8}}

// put finds each text a place where it covers no other text and no other mark; where there is none it is left out, and
// what it says stands below the drawing.
func put(marks []markView) {
	type box struct{ left, right, top, bottom float64 }
	meets := func(a, b box) bool {
		return a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom
	}
	var taken []box
	for _, m := range marks {
		taken = append(taken, box{m.X - markRadius, m.X + markRadius, m.Y - markRadius, m.Y + markRadius})
	}
	for i := range marks {
		m := &marks[i]
		half := figureWidth * float64(len([]rune(m.Text))) / 2
		placed := m.Text == ""
		for _, at := range markPlaces {
			x, y := m.X+at[0], m.Y+at[1]
			if at[0] != 0 { // beside it: clear of the dot
				x += math.Copysign(half-figureWidth/2, at[0])
			}
			own := box{x - half, x + half, y - labelHigh + 2, y + 2}
			if placed || own.left < chartLeft || own.right > chartRight+half || own.top < 0 ||
				slices.ContainsFunc(taken, func(other box) bool { return meets(own, other) }) {
				continue
			}
			m.Dx, m.Dy, placed = x-m.X, at[1], true
			taken = append(taken, own)
		}
		if !placed {
			m.Text = ""
		}
	}
}

type curveRow struct {
	Seats string
	Cells []string
	Why   string
}

// curver gathers what the drawing is made from.
type curver struct {
	set      kind.Set
	list     pricing.List
	locale   money.Locale
	period   pricing.PeriodLine
	currency pricing.CurrencyLine
	names    []string
	tariffs  []pricing.Tariff
	x, y     layout.Scale
	unpriced []string
}

func curvesHTML(set kind.Set, at kind.Scene, chosen map[string]string) (template.HTML, error) {
	c := curver{set: set, list: pricing.NewList(set), locale: money.LocaleFor(at.Locale)}
	var okPeriod, okCurrency bool
	c.period, okPeriod = c.list.PeriodByID(chosen["period"])
	c.currency, okCurrency = c.list.CurrencyByID(chosen["currency"])
	if !okPeriod || !okCurrency {
		return curveTemplates.Execute("curves.html", curveView{})
	}
	for _, record := range set.Records {
		name := kind.Text(record.Facts, "title")
		if tariff, ok := c.list.Tariff(record.ID, c.period, c.currency); ok {
			c.names, c.tariffs = append(c.names, name), append(c.tariffs, tariff)
		} else {
			c.unpriced = append(c.unpriced, name)
		}
	}
	c.scales(chosen["axis"] == "log")
	view, err := c.view()
	if err != nil {
		return "", err
	}
	return curveTemplates.Execute("curves.html", view)
}

// plotted is an amount as a length: only the drawing uses it.
func plotted(amount money.Decimal) float64 {
	f, err := strconv.ParseFloat(amount.String(), 64)
	if err != nil {
		panic("pricing: " + err.Error()) // a decimal always reads as a number
	}
	return f
}

func (c *curver) scales(log bool) {
	most := 0.0
	for _, t := range c.tariffs {
		for _, point := range pricing.Curve(t, c.list.Seats) {
			most = max(most, plotted(point.Total))
		}
	}
	if most == 0 {
		most = 1
	}
	bounds := c.list.Seats
	c.x = layout.Scale{Least: float64(bounds.Least), Most: float64(max(bounds.Most, bounds.Least+1)), From: chartLeft,
		To: chartRight, Log: log}
	c.y = layout.Scale{Least: 0, Most: most * 1.04, From: chartBottom, To: chartTop}
}

func (c *curver) view() (curveView, error) {
	v := curveView{LabelX: chartRight + 10, Width: chartWidth, Height: chartHeight, Left: chartLeft, Right: chartRight,
		Top: chartTop, Bottom: chartBottom, Radius: markRadius,
		Title: fmt.Sprintf("What each plan costs %s in %s", c.period.Label, c.currency.Currency.Code), Across: c.noun(2),
		Unpriced: c.unpriced, Heads: c.names, Seats: c.list.Seats}
	for _, tick := range c.y.Ticks(ticksDown) {
		v.Down = append(v.Down, tickView{c.y.At(tick), c.round(tick)})
	}
	for _, tick := range c.x.Ticks(ticksAcross) {
		if tick == float64(int64(tick)) {
			v.Over = append(v.Over, tickView{c.x.At(tick), strconv.FormatInt(int64(tick), 10)})
		}
	}
	c.lines(&v)
	stops := c.events(&v)
	v.Rows = c.rows(stops)
	var err error
	v.Reader, err = c.reader(stops)
	return v, err
}

// noun is what so many seats are called.
func (c *curver) noun(n int64) string {
	one, many := kind.Text(c.set.Facts, "seat"), kind.Text(c.set.Facts, "seats")
	if n == 1 {
		return cmp.Or(one, "seat")
	}
	return cmp.Or(many, one, "seats")
}

// round is a tick's amount without a fraction where it has none.
func (c *curver) round(value float64) string {
	amount, err := money.ParseDecimal(strconv.FormatFloat(value, 'f', -1, 64))
	if err != nil {
		return ""
	}
	return c.locale.Format(amount, c.currency.Currency, money.Style{DropZeros: true})
}

func (c *curver) shown(amount money.Decimal) string {
	return c.locale.Format(amount, c.currency.Currency, money.Style{})
}

func (c *curver) lines(v *curveView) {
	var ends []float64
	for i, t := range c.tariffs {
		var path strings.Builder
		points := pricing.Curve(t, c.list.Seats)
		for k, point := range c.dense(points) {
			letter := "L"
			if k == 0 {
				letter = "M"
			}
			fmt.Fprintf(&path, "%s%.2f %.2f", letter, c.x.At(point[0]), c.y.At(point[1]))
		}
		end := c.y.At(plotted(points[len(points)-1].Total))
		ends = append(ends, end)
		line := lineView{Number: i % lineStyles, Path: path.String(), Name: c.names[i], Whole: c.names[i], EndAt: end}
		if name := []rune(line.Name); len(name) > mostName {
			line.Name = strings.TrimSpace(string(name[:mostName-1])) + "…"
		}
		v.Lines = append(v.Lines, line)
	}
	for i, at := range layout.Spread(ends, labelDistance, chartBottom) {
		v.Lines[i].LabelAt = at
	}
}

// dense adds points where a logarithmic axis bends what is straight.
func (c *curver) dense(points []pricing.Point) [][2]float64 {
	var out [][2]float64
	for i, p := range points {
		if c.x.Log && i > 0 {
			before := points[i-1]
			const pieces = 24
			for k := 1; k < pieces; k++ {
				share := float64(k) / pieces
				out = append(out, [2]float64{float64(before.Seats) + share*float64(p.Seats-before.Seats), plotted(before.Total) +
					share*(plotted(p.Total)-plotted(before.Total))})
			}
		}
		out = append(out, [2]float64{float64(p.Seats), plotted(p.Total)})
	}
	return out
}

// events marks crossovers and cliffs, and returns the numbers of seats at which something happens, with why.
func (c *curver) events(v *curveView) map[int64]string {
	bounds := c.list.Seats
	why := map[int64]string{bounds.Least: "the fewest", bounds.Most: "the most"}
	add := func(n int64, text string) {
		if why[n] != "" {
			text = why[n] + "; " + text
		}
		why[n] = text
	}
	step := max(1, bounds.Step)
	for k, cross := range pricing.Crossovers(c.tariffs, bounds) {
		text := fmt.Sprintf("from %d %s costs less than %s", cross.From, c.names[cross.Cheaper], c.names[cross.Than])
		v.Crossings = append(v.Crossings, text)
		add(cross.From, c.names[cross.Cheaper]+" costs less than "+c.names[cross.Than])
		label := ""
		if k < mostCrossovers {
			label = strconv.FormatInt(cross.From, 10)
		}
		v.Marks = append(v.Marks, markView{X: c.x.At(float64(cross.From)),
			Y: c.y.At(plotted(c.tariffs[cross.Cheaper].Total(cross.From))), Class: "crossover", Text: label})
	}
	for i, t := range c.tariffs {
		for _, n := range pricing.Cliffs(t, bounds) {
			text := fmt.Sprintf("%s: %d cost %s, %d cost %s", c.names[i], n, c.shown(t.Total(n)), n+step,
				c.shown(t.Total(n+step)))
			v.Cliffs = append(v.Cliffs, text)
			add(n+step, c.names[i]+" costs less than "+strconv.FormatInt(n, 10)+" did")
			v.Marks = append(v.Marks, markView{X: c.x.At(float64(n)), Y: c.y.At(plotted(t.Total(n))), Class: "cliff",
				Text: strconv.FormatInt(n, 10)})
		}
	}
	put(v.Marks)
	return why
}

// rows is the table: every number at which something happens, filled up with round ones.
func (c *curver) rows(why map[int64]string) []curveRow {
	numbers := map[int64]string{}
	for n, text := range why {
		numbers[n] = text
	}
	for _, tick := range c.x.Ticks(ticksAcross) {
		if n, moved := c.list.Seats.Clamp(int64(tick)); !moved && len(numbers) < mostRows {
			if _, known := numbers[n]; !known {
				numbers[n] = "" // nothing happens there
			}
		}
	}
	var rows []curveRow
	for _, n := range sortedKeys(numbers) {
		row := curveRow{Seats: strconv.FormatInt(n, 10), Why: numbers[n]}
		for _, t := range c.tariffs {
			row.Cells = append(row.Cells, c.shown(t.Total(n)))
		}
		rows = append(rows, row)
	}
	return rows
}

func sortedKeys(m map[int64]string) []int64 {
	keys := make([]int64, 0, len(m))
	for n := range m {
		keys = append(keys, n)
	}
	slices.Sort(keys)
	return keys
}

// reading is one number of seats as it is read off the drawing: where it stands and what each line says there.
type reading struct {
	X     float64   `json:"x"`
	Title string    `json:"title"`
	Y     []float64 `json:"y"`
	Says  []string  `json:"says"`
}

func (c *curver) reader(events map[int64]string) (template.JS, error) {
	bounds := c.list.Seats
	numbers := map[int64]string{}
	for n := range events {
		numbers[n] = ""
	}
	step := max(1, bounds.Step)
	stride := max(step, (bounds.Most-bounds.Least)/mostStopsRead/step*step)
	for n := bounds.Least; n <= bounds.Most; n += stride {
		numbers[n] = ""
	}
	var stops []reading
	for _, n := range sortedKeys(numbers) {
		stop := reading{X: c.x.At(float64(n)), Title: fmt.Sprintf("%d %s", n, c.noun(n))}
		for i, t := range c.tariffs {
			total := t.Total(n)
			stop.Y = append(stop.Y, c.y.At(plotted(total)))
			stop.Says = append(stop.Says, c.names[i]+" "+c.shown(total))
		}
		stops = append(stops, stop)
	}
	text, err := json.Marshal(stops)
	if err != nil {
		return "", fmt.Errorf("pricing: %w", err)
	}
	return template.JS(text), nil
}
