// Package reviews is the kind of block that shows what others say: each with a rating, a text, who says it and where,
// and what all of them come to.
package reviews

import (
	_ "embed"
	"html/template"
	"slices"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/intake"
	"rubrel/core/kind"
)

//go:embed reviews.css
var reviewsCSS string

// The forms by name.
const (
	slidingForm = "sliding"
	gridForm    = "grid"
	columnsForm = "columns"
	quoteForm   = "quote"
	summaryForm = "summary"
	lineForm    = "line"
)

// ofRecords are the forms that show reviews; the others show what they come to.
var ofRecords = []string{slidingForm, gridForm, columnsForm, quoteForm}

// Declaration is the reviews kind.
func Declaration() (*kind.Kind, error) {
	fields := anatomy.Fields(slots)
	return kind.New(&kind.Kind{
		Name: "reviews", Title: "Reviews", One: "review", Many: "reviews",
		Purposes: []string{"stars", "testimonials", "ratings", "quotes", "voices", "what customers say", "opinions",
			"recommendations", "carousel", "slider"},
		CanFeature: true,
		SetFields:  setFields,
		Fields:     fields,
		Axes:       []kind.Axis{sources},
		Parts:      slices.Concat(parts, anatomy.Parts(reviewPart, nil, slots), sumParts, slidingParts),
		Forms: []kind.Form{
			sliding(),
			listed(gridForm, "grid", "Side by side, all of a row equally high."),
			balanced(),
			quote(),
			ofTally(summaryForm, "summary", "The average, and how many gave how many stars.", summaryHTML),
			ofTally(lineForm, "one line", "The stars and the average on a line, to stand beside a price.", lineHTML),
		},
		Check: check,

		NamesRepeat: true, // many visitors are called the same
		Sources:     []kind.Source{published},
		Data:        data,
		Intake: intake.WithFiles(intake.Plain(fields, "reviews down or across, each with a name, a rating and a text; or "+
			"the source of a page that says them to machines",
			"Name\tRating\tText\tDate\nIda B.\t5\tThe ring of Saturn, with my own eyes.\t2026-03-14\n"+
				"Tom\t4.5\tCold feet, warm heart.\t2026-02-28"), savedPages),
		Fresh: fresh,
	})
}

// The ledger's headings for facts that few sets need.
const (
	displayGroup = "Display"
	slideGroup   = "Sliding"
	starGroup    = "Stars"
	aboutGroup   = "What is reviewed"
	originGroup  = "Where it is from"
	answerGroup  = "Answer"
)

func choice(words ...string) kind.ChoiceType { return kind.ChoiceType{Words: words} }

// text is what a set says of a field for all; "" for the usual.
func text(set kind.Set, field string) string { return kind.Text(set.Facts, field) }

// listed is a form of reviews in rows.
func listed(name, title, help string) kind.Form {
	body := bodyOf(name)
	return ofReviews(body, kind.Form{Name: name, Title: title, Help: help}, "")
}

// ofReviews completes a form of reviews in rows, with a class of its own and the average above where the set wants it.
func ofReviews(body anatomy.Body, f kind.Form, class string) kind.Form {
	write := body.Records("ground", func(kind.View) string { return class }, anatomy.Inside)
	f.CSS = []string{reviewsCSS}
	if f.HTML == nil {
		f.HTML = func(v kind.View) (template.HTML, error) {
			html, err := write(v)
			begins := strings.Index(string(html), ">") + 1
			return html[:begins] + sumAbove(v) + html[begins:], err
		}
	}
	own := f.Variables
	f.Variables = func(v kind.View) []kind.Variable {
		variables := sumVariables(v)
		if own != nil {
			variables = append(variables, own(v)...)
		}
		return variables
	}
	f = body.Form(f)
	rows := f.Runs
	f.Runs = func(v kind.View) []kind.Run {
		runs := rows(v)
		if text(v.Set, "sum") == above {
			runs = append(runs, sumRuns(v, false)...)
		}
		return runs
	}
	return f
}

// fresh is the set a designer begins with: three reviews to write over.
func fresh(k *kind.Kind, _ string) kind.Set {
	of := func(name, rating string) map[string]kind.Value {
		score, err := scoreType{}.Parse(rating)
		if err != nil {
			panic(err) // it is one of ours
		}
		return map[string]kind.Value{nameField: kind.TextValue(name), ratingField.Name: score,
			"text": kind.TextValue("What they say.")}
	}
	return kind.FreshSet(k, of("First Visitor", "4.5"), of("Second Visitor", "5"), of("Third Visitor", "4"))
}
