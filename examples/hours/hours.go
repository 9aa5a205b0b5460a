// Package hours is a kind of block with a type and a form of its own, as docs/kinds.md describes them: when something
// is open, as a table and as a list.
package hours

import (
	"embed"
	"fmt"
	"html/template"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// The fields. The first names the record.
var (
	day = kind.Field{Name: "day", Label: "day", Help: "one or several: Monday to Friday", Type: kind.TextType{Most: 40},
		Required: true, Aliases: []string{"days", "weekday", "tag"}}
	from = kind.Field{Name: "from", Label: "from", Help: "when it opens: 9:00", Type: clockType{},
		Aliases: []string{"opens", "open", "von"}}
	to = kind.Field{Name: "to", Label: "to", Help: "when it closes: 17:30", Type: clockType{},
		Aliases: []string{"closes", "close", "bis"}}
	note = kind.Field{Name: "note", Label: "note", Help: "a few words: by appointment", Type: kind.TextType{Most: 80}}
)

// slots are what a record of the list holds.
var slots = []anatomy.Slot{
	anatomy.Label(day, kind.Part{Defaults: map[string]string{"font-weight": "weight-strong"}}),
	anatomy.Words(kind.Part{Name: "times", Help: "from when to when", Figures: true, Paints: anatomy.IfSaid("from", "to")},
		[]kind.Field{from, to}, func(at anatomy.At) string { return times(at.Record) }, kind.Run{OneLine: true}),
	anatomy.Text(note, kind.Part{}),
}

// times are from when to when a record is open.
func times(r kind.Record) string {
	var ends []string
	for _, f := range []kind.Field{from, to} {
		if v, ok := r.Facts[f.Name]; ok {
			ends = append(ends, v.String())
		}
	}
	return strings.Join(ends, "–")
}

const (
	tableForm = "table"
	listForm  = "list"
)

// parts are those around the slots.
var parts = []kind.Part{
	{Name: "ground", Help: "the ground on which the hours stand", Place: look.BlockItself,
		Properties: anatomy.BlockProperties, Defaults: map[string]string{"background-color": "ground", "color": "ink",
			"font-family": "text", "font-size": "type-3", "line-height": "leading-text", "padding": "space-5 space-4"}},
	{Name: "hours", Help: "the row of days", Place: look.BlockItself, Parent: "ground", Forms: []string{listForm},
		Properties: []string{"grid-template-columns", "gap"}, As: map[string]string{"gap": "--rb-gap"},
		Defaults: map[string]string{"grid-template-columns": "auto", "gap": "space-2"}},
	{Name: "hour", Help: "one day", Place: look.RecordItem, Parent: "ground", Properties: anatomy.RecordProperties,
		As: map[string]string{"text-align": "--rb-align"}, Defaults: map[string]string{"text-align": "start"}},
}

// shares are how much of the table's width its columns take, in percent.
var shares = map[string]int{"day": 38, "times": 32, "note": 30}

// tableCSS is the layout of the table, of which room says the same.
func tableCSS() string {
	css := `.rb-ground > table { inline-size: 100%; table-layout: fixed; border-collapse: collapse; }
.rb-hour:is(tr) > * { padding: 0; text-align: var(--rb-align); font-weight: inherit; vertical-align: baseline; }
.rb-times:is(td) { white-space: nowrap; }
`
	for _, s := range slots {
		css += fmt.Sprintf(".rb-hour:is(tr) > .%s { inline-size: %d%%; }\n", anatomy.Class(s.Name()), shares[s.Name()])
	}
	return css
}

// room is how wide the text of a part may be in the table.
func room(_ kind.View, r kind.Ruler, part string) float64 {
	whole := r.Frame() - r.Edges("ground")
	if share, ok := shares[part]; ok {
		return whole*float64(share)/100 - r.Edges(part)
	}
	return whole
}

// runs are the texts of the table.
func runs(v kind.View) (all []kind.Run) {
	for _, r := range rowsOf(v) {
		for part, text := range map[string]string{"day": r.Day, "times": r.Times, "note": r.Note} {
			if text != "" {
				all = append(all, kind.Run{Record: r.ID, Part: part, Text: text, OneLine: part == "times"})
			}
		}
	}
	return all
}

//go:embed hours.html
var files embed.FS

var templates = kind.Templates(files, "hours.html")

// row is a record as the table shows it.
type row struct {
	ID, Day, Times, Note string
	Featured             bool
}

func rowsOf(v kind.View) (rows []row) {
	for _, r := range v.Set.Records {
		soft := func(part, text string) string { return v.Soft(part, r.ID, text) }
		rows = append(rows, row{r.ID, soft("day", kind.Text(r.Facts, day.Name)), times(r),
			soft("note", kind.Text(r.Facts, note.Name)), r.Featured})
	}
	return rows
}

func table(v kind.View) (template.HTML, error) {
	var out strings.Builder
	err := templates.ExecuteTemplate(&out, "hours.html", rowsOf(v))
	return template.HTML(out.String()), err
}

// check finds days that close before they open. Whether the night after is meant only the designer can tell.
func check(set kind.Set, _ kind.Scene) (found []kind.Finding) {
	for _, r := range set.Records {
		opens, opened := r.Facts[from.Name].(clock)
		closes, closed := r.Facts[to.Name].(clock)
		if opened && closed && closes <= opens {
			found = append(found, kind.Finding{Check: "end", Where: kind.Text(r.Facts, day.Name) + ": it closes",
				Measured: closes.String(), Needed: "after " + opens.String(), Record: r.ID, Key: to.Name, Serious: true})
		}
	}
	return found
}

// Declaration is the kind.
func Declaration() (*kind.Kind, error) {
	body := anatomy.Body{Slots: slots, Layout: anatomy.Layout{Row: "hours", Record: "hour", Least: 160,
		Order: []string{"day", "times", "note"}}}
	return kind.New(&kind.Kind{
		Name: "hours", Title: "Hours", One: "day", Many: "days", CanFeature: true,
		Purposes: []string{"opening hours", "timetable"},
		Fields:   anatomy.Fields(slots), Parts: append(parts, anatomy.Parts("hour", nil, slots)...), Check: check,
		Forms: []kind.Form{
			{Name: tableForm, Title: "table", Help: "A row for each day.", HTML: table, CSS: []string{tableCSS()}, Runs: runs,
				Room: room},
			body.Form(kind.Form{Name: listForm, Title: "list", Help: "Days side by side.", HTML: body.Plain("ground"),
				CSS: []string{".rb-hour { text-align: var(--rb-align); }"}}),
		},
		Intake: intake.Plain(anatomy.Fields(slots), "days down or across",
			"Day\tFrom\tTo\tNote\nMonday to Friday\t9:00\t17:30\t\nSaturday\t9:00\t12:00\tby appointment"),
		Fresh: func(k *kind.Kind, _ string) kind.Set {
			return kind.Set{Kind: k, Records: []kind.Record{{ID: "day-1", Facts: map[string]kind.Value{
				day.Name: kind.TextValue("Monday"), from.Name: clock(9 * 60), to.Name: clock(17 * 60)}}}}
		},
	})
}
