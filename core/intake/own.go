package intake

import (
	"slices"
	"strings"
	"unicode/utf8"

	"rubrel/core/kind"
)

// ownReason is why a line is what its heading is in the set into which the list goes.
const ownReason = "it is headed so here"

// ownRole is what a line is in a set; Over says that it is a heading over others, with nothing beside it.
type ownRole struct {
	Role string
	Over bool
}

// ownHeadings are the roles of the headings with which a set gives itself back. One that stands twice says nothing.
func ownHeadings(set *kind.Set) map[string]ownRole {
	own := map[string]ownRole{}
	if set == nil {
		return own
	}
	twice := map[string]bool{}
	for _, l := range set.ListLines() {
		heading := strings.ToLower(l.Heading)
		role := kind.ParseFactKey(l.Key).Field
		if of := set.Kind.Intake.RoleOf; of != nil {
			role = of(l)
		}
		is := ownRole{role, l.Key == ""}
		held, known := own[heading]
		twice[heading] = twice[heading] || known && held != is
		own[heading] = is
	}
	for heading := range twice {
		if twice[heading] {
			delete(own, heading)
		}
	}
	return own
}

// guess lists what a line may be: what it is in the set into which the list goes, and what its kind says.
func (r *reader) guess(l *kind.Line, first bool) []kind.Guess {
	guesses := r.in.Guess(brief(l), first)
	if is, ok := r.own[strings.ToLower(l.Label())]; ok && l.Label() != "" && !(is.Over && len(l.Texts()) > 0) {
		guesses = slices.DeleteFunc(guesses, func(g kind.Guess) bool { return g.Role == is.Role })
		own := kind.Guess{Role: is.Role, Confidence: kind.Sure, Reason: ownReason, Speaks: speaksHeading}
		return append([]kind.Guess{own}, guesses...)
	}
	return guesses
}

// How much of a heading and of a cell says what a line is, in bytes: no heading is longer, and no number.
const (
	mostHeading = 200
	mostGuessed = 1000
)

// brief is a line with the beginnings of its longer texts.
func brief(l *kind.Line) *kind.Line {
	long := func(c kind.PastedCell) bool { return len(c.Text) > mostGuessed }
	if len(l.Heading.Text) <= mostHeading && !slices.ContainsFunc(l.Cells, long) {
		return l
	}
	short := *l
	short.Heading.Text = cut(l.Heading.Text, mostHeading)
	short.Cells = slices.Clone(l.Cells)
	for i := range short.Cells {
		short.Cells[i].Text = cut(short.Cells[i].Text, mostGuessed)
	}
	return &short
}

// cut is a text's beginning, of whole characters.
func cut(text string, most int) string {
	if len(text) <= most {
		return text
	}
	for !utf8.RuneStart(text[most]) {
		most--
	}
	return text[:most]
}

// isOwn reports whether a line is headed as in the set into which the list goes.
func isOwn(l *kind.Line) bool { return len(l.Guesses) > 0 && l.Guesses[0].Reason == ownReason }
