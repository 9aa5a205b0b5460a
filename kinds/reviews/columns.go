package reviews

import (
	"slices"
	"strconv"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/layout"
)

// balanced is the form in columns, each as high as its reviews: where a column ends follows from their measured
// heights.
func balanced() kind.Form {
	body := bodyOf(columnsForm)
	f := ofReviews(body, kind.Form{Name: columnsForm, Title: "columns", Help: "Below each other in columns that are " +
		"equally high, by the measured height of each review.",
		Variables: func(v kind.View) []kind.Variable { return ends(v, body) }}, "rb-balanced")
	f.Rows = func(v kind.View, width int) []int { // none stand in a row
		return slices.Repeat([]int{1}, len(v.At(width).Set.Records))
	}
	return f
}

// ends are where columns begin: before which review there is a break, by width and by inline size within it.
func ends(v kind.View, body anatomy.Body) []kind.Variable {
	var variables []kind.Variable
	last, base, at := map[string]bool{}, map[string]bool{}, 0
	for _, step := range body.Steps(v) {
		if step.Width != at { // what is narrower follows how the width before begins
			last, at = base, step.Width
		}
		begins := map[string]bool{}
		from := 0
		shown := v.At(step.Width)
		for _, n := range layout.Balance(heights(shown, body, step.Width), step.Columns, gapOf(v, step.Width)) {
			if from > 0 {
				begins[shown.Set.Records[from].ID] = true
			}
			from += n
		}
		for _, r := range v.Set.Records {
			if begins[r.ID] == last[r.ID] {
				continue
			}
			value := "auto"
			if begins[r.ID] {
				value = "column"
			}
			variables = append(variables, kind.Variable{Name: "--rb-begins", Width: step.Width, From: step.From,
				Record: r.ID, Value: value})
		}
		if last = begins; step.From == 0 {
			base = begins
		}
	}
	return variables
}

// gapOf is the gap between two reviews, in CSS px.
func gapOf(v kind.View, width int) float64 {
	if v.Measure == nil {
		return 0
	}
	return v.Measure.Ruler("", width).Gap(rowPart)
}

// heights are how high reviews stand, in CSS px, as far as their texts and pictures make them so. Without fonts they
// are counted in lines.
func heights(v kind.View, body anatomy.Body, width int) []float64 {
	all, heads := make([]float64, len(v.Set.Records)), make([]float64, len(v.Set.Records))
	of := map[string]int{}
	for i, r := range v.Set.Records {
		of[r.ID] = i
	}
	for _, run := range body.Runs(v) {
		i := of[run.Record]
		high, known := 0.0, false
		if v.Measure != nil && run.Part != morePart && run.Part != numberPart {
			high, known = v.Measure.Height(run, width)
		}
		if !known {
			high = float64(len([]rune(run.Text)))/usualLine + 1
		}
		switch run.Part {
		case initialsPart: // they stand in the portrait
		case namePart, titlePart:
			heads[i] += high
		default:
			all[i] += high
		}
	}
	for i, r := range v.Set.Records {
		if v.Measure == nil {
			all[i] += heads[i]
			continue
		}
		ruler := v.Measure.Ruler(r.ID, width)
		if portrait(anatomy.At{View: v, Record: r}) != "" {
			heads[i] = max(heads[i], ruler.Size(portraitPart)) // the names stand beside it
		}
		all[i] += heads[i]
		all[i] += ruler.Edges(reviewPart) // as much above and below as at the sides
		for _, part := range []string{headerPart, ratingPart, textPart, footPart, answerPart} {
			all[i] += topMargin(ruler.Said(part, "margin"))
		}
		if kind.Text(r.Facts, ratingPart) != "" {
			all[i] += ruler.Size(starsPart)
		}
	}
	return all
}

// topMargin is the first of the lengths of a margin, in CSS px.
func topMargin(said string) float64 {
	first, _, _ := strings.Cut(said, " ")
	px, err := strconv.ParseFloat(strings.TrimSuffix(first, "px"), 64)
	if err != nil {
		return 0
	}
	return px
}
