package reviews

import (
	"html/template"

	"rubrel/core/kind"
)

// quote is the form of one large quotation.
func quote() kind.Form {
	body := bodyOf(quoteForm)
	chosen := func(v kind.View) kind.View {
		v.Set = kind.Set{Kind: v.Set.Kind, Name: v.Set.Name, Facts: v.Set.Facts, Axes: v.Set.Axes,
			Records: quoted(v.Set), Others: v.Set.Others}
		v.Memo = nil // which remembers what is found of all
		return v
	}
	f := ofReviews(body, kind.Form{Name: quoteForm, Title: "quotation", Some: true,
		Help: "One review, large: the featured one, or the first."}, "rb-quote")
	write := f.HTML
	f.HTML = func(v kind.View) (template.HTML, error) { return write(chosen(v)) }
	variables, runs, columns, check := f.Variables, f.Runs, f.Columns, f.Check
	f.Variables = func(v kind.View) []kind.Variable { return variables(chosen(v)) }
	f.Runs = func(v kind.View) []kind.Run { return runs(chosen(v)) }
	f.Columns = func(v kind.View, width int) int { return columns(chosen(v), width) }
	f.Check = func(v kind.View) []kind.Finding { return check(chosen(v)) }
	return f
}

// quoted is the review that stands alone: the first that is featured, else the first.
func quoted(set kind.Set) []kind.Record {
	for _, r := range set.Records {
		if r.Featured {
			return []kind.Record{r}
		}
	}
	return set.Records[:min(1, len(set.Records))]
}
