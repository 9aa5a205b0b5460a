package reviews

import (
	"fmt"
	"html/template"
	"math/big"
	"slices"
	"strconv"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/markup"
	"rubrel/core/money"
	"rubrel/core/wording"
)

// What is claimed of reviews of which the set has some alone.
var (
	averageField = kind.Field{Name: "average", Group: aboutGroup, Label: "average", Help: "of all reviews, where " +
		"these are some of them; computed from these where nothing is said", Type: scoreType{}}
	countField = kind.Field{Name: "count", Group: aboutGroup, Label: "how many", Help: "there are in all, where these " +
		"are some of them; counted where nothing is said", Type: kind.WholeType{Least: 1, Most: 100_000_000}}
)

// The names of the parts of what reviews come to.
const (
	sumPart     = "sum"
	averagePart = "average"
	fromPart    = "from"
	spreadPart  = "spread"
	spreadStars = "spread-stars"
	trackPart   = "track"
	sharePart   = "share"
	spreadCount = "spread-count"
)

// withSum are the forms of reviews above which the average may stand.
var withSum = []string{slidingForm, gridForm, columnsForm, summaryForm, lineForm}

// noSum leaves the parts of a sum out where there is none.
func noSum(set kind.Set) kind.Paints {
	_, ok := claimOf(set)
	return kind.Paints{Absent: !ok}
}

// sumParts are what the reviews come to.
var sumParts = []kind.Part{
	{Name: sumPart, Forms: withSum, Help: "what the reviews come to: its ground, and how it stands", Paints: noSum,
		Place: look.BlockItself, Parent: "ground", Properties: slices.Concat([]string{"color", "margin", "gap",
			"max-width", "text-align"}, anatomy.BoxProperties), As: map[string]string{"text-align": "--rb-align"},
		Defaults: map[string]string{"margin": "0 0 space-4", "gap": "space-2", "text-align": "start"},
		In: map[string]map[string]string{summaryForm: {"margin": "0", "max-width": "640px"}, lineForm: {"margin": "0",
			"gap": "space-1"}}},
	{Name: averagePart, Forms: []string{summaryForm}, Text: true, Figures: true, Help: "the average, large", Paints: noSum,
		Place: look.BlockItself, Parent: sumPart, Properties: slices.Concat(anatomy.TextProperties, anatomy.EnterProperties),
		Defaults: map[string]string{"font-family": "display", "font-weight": "weight-display", "font-size": "type-8",
			"font-size@narrow": "type-7", "line-height": "1"}},
	{Name: fromPart, Forms: withSum, Text: true, Figures: true, Help: "the average in words, and of how many",
		Paints: noSum, Place: look.BlockItself, Parent: sumPart, Properties: anatomy.TextProperties,
		Defaults: map[string]string{"font-size": "type-3"},
		In:       map[string]map[string]string{summaryForm: {"color": "quiet", "margin": "space-1 0 0"}}},
	{Name: spreadPart, Forms: []string{summaryForm}, Help: "how many gave how many stars", Place: look.BlockItself,
		Parent: sumPart, Paints: hasRatings, Properties: []string{"gap", "margin", "display"},
		As: map[string]string{"gap": "row-gap"}, Defaults: map[string]string{"gap": "space-1"}},
	{Name: spreadStars, Forms: []string{summaryForm}, Text: true, Figures: true, Help: "how many stars a bar is of",
		Place: look.BlockItself, Parent: spreadPart, Paints: hasRatings, Properties: anatomy.TextProperties,
		Defaults: map[string]string{"font-size": "type-2"}},
	{Name: trackPart, Forms: []string{summaryForm}, Help: "the whole bar", Place: look.BlockItself, Parent: spreadPart,
		Paints: hasRatings, Properties: []string{"background-color", "border", "border-radius", "height"},
		Defaults: map[string]string{"background-color": "line", "border-radius": "99px", "height": "10px"}},
	{Name: sharePart, Forms: []string{summaryForm}, Control: true, Ink: "background-color", Place: look.BlockItself,
		Help: "what is filled of a bar", Parent: trackPart, Paints: hasRatings,
		Properties: []string{"background-color", "background-image", "border-radius"},
		Defaults:   map[string]string{"background-color": "action", "border-radius": "99px"}},
	{Name: spreadCount, Forms: []string{summaryForm}, Text: true, Figures: true, Help: "how many gave so many stars",
		Place: look.BlockItself, Parent: spreadPart, Paints: hasRatings, Properties: anatomy.TextProperties,
		Defaults: map[string]string{"font-size": "type-2", "color": "quiet"}},
}

// ofTally is a form of what the reviews come to.
func ofTally(name, title, help string, write func(kind.View) template.HTML) kind.Form {
	return kind.Form{Name: name, Title: title, Help: help, CSS: []string{reviewsCSS}, Some: true,
		HTML: func(v kind.View) (template.HTML, error) {
			return markup.Element("div", anatomy.Classed("ground"), write(v)), nil
		},
		Variables: sumVariables,
		Runs:      func(v kind.View) []kind.Run { return sumRuns(v, name == summaryForm) },
		Room: func(v kind.View, r kind.Ruler, part string) float64 {
			return max(1, r.Frame()-r.Edges("ground")-r.Edges(sumPart))
		},
	}
}

// fromWords say the average and of how many: "4.7 of 5 from 212".
func fromWords(v kind.View, c claim) string {
	w, _ := wordsFor(v.Locale)
	locale := money.LocaleFor(v.Locale)
	whole := func(n int64) string { return locale.Number(money.NewDecimal(n, 0), 0) }
	return wording.Fill(w.From, "rating", written(v.Locale, c.Average), "scale", whole(scaleOf(v.Set)), "count",
		whole(c.Count))
}

// sumRuns are the texts of a sum.
func sumRuns(v kind.View, spread bool) []kind.Run {
	c, ok := claimOf(v.Set)
	if !ok {
		return nil
	}
	runs := []kind.Run{{Part: fromPart, Text: fromWords(v, c)}}
	if spread {
		runs = append(runs, kind.Run{Part: averagePart, Text: written(v.Locale, c.Average), OneLine: true})
	}
	return runs
}

// sumVariables are how much of the last star of the average is given, and the bars' shares.
func sumVariables(v kind.View) []kind.Variable {
	variables := glyphVariables(v.Set)
	if c, ok := claimOf(v.Set); ok {
		variables = append(variables, kind.Variable{Name: "--rb-sum-part", Value: fraction(c.Average)})
	}
	t := tallyOf(v.Set)
	for i, n := range t.Stars {
		if t.Count > 0 {
			share, _ := big.NewRat(100*n, t.Count).Float64()
			variables = append(variables, kind.Variable{Name: fmt.Sprintf("--rb-share-%d", i+1),
				Value: strconv.FormatFloat(share, 'f', 2, 64)})
		}
	}
	return variables
}

// lineHTML is the form of the stars and the average on one line.
func lineHTML(v kind.View) template.HTML { return inLine(v, anatomy.Classed(ratingPart)) }

// inLine is the stars, in an element of a class, and the average on one line.
func inLine(v kind.View, class markup.Attributes) template.HTML {
	c, ok := claimOf(v.Set)
	if !ok {
		return ""
	}
	return markup.Element("p", anatomy.Classed(sumPart, "rb-in-line"), markup.Element("span", class, stars(v, c.Average)),
		markup.Element("span", anatomy.Classed(fromPart), markup.Text(fromWords(v, c))))
}

// summaryHTML is the average, and a bar for each number of stars.
func summaryHTML(v kind.View) template.HTML {
	c, ok := claimOf(v.Set)
	if !ok {
		return ""
	}
	average := markup.Text(written(v.Locale, c.Average))
	return markup.Element("div", anatomy.Classed(sumPart, "rb-in-full"), markup.Element("div", "",
		markup.Element("p", anatomy.Classed(averagePart)+markup.Unspoken, average),
		markup.Element("p", anatomy.Classed(ratingPart), stars(v, c.Average)),
		markup.Element("p", anatomy.Classed(fromPart), markup.Text(fromWords(v, c)))), spread(v))
}

// spread is a bar for each number of stars, the most first, as long as its share of all.
func spread(v kind.View) template.HTML {
	t := tallyOf(v.Set)
	if t.Count == 0 {
		return ""
	}
	locale := money.LocaleFor(v.Locale)
	whole := func(n int64) string { return locale.Number(money.NewDecimal(n, 0), 0) }
	star := markup.Element("span", markup.Class("rb-star")+markup.Unspoken, starOf(v))
	track := markup.Element("span", anatomy.Classed(trackPart)+markup.Unspoken,
		markup.Element("span", anatomy.Classed(sharePart)))
	var lines []template.HTML
	for i, n := range slices.Backward(t.Stars) {
		lines = append(lines, markup.Element("li", "",
			markup.Element("span", anatomy.Classed(spreadStars), markup.Text(whole(int64(i+1))+" "), star), track,
			markup.Element("span", anatomy.Classed(spreadCount), markup.Text(whole(n)))))
	}
	return markup.Element("ul", anatomy.Classed(spreadPart), lines...)
}

// sumAbove is the average above the reviews, where the set wants it; "" otherwise.
func sumAbove(v kind.View) template.HTML {
	if text(v.Set, "sum") != above {
		return ""
	}
	return inLine(v, markup.Class("rb-of-all"))
}
