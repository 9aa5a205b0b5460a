// Package intake reads lists that come in: what was pasted, dropped or taken from a file becomes a set of a kind. Every
// cell is placed where it says, asked about, or left with the reason why; none becomes what it does not say.
package intake

import (
	"cmp"
	"fmt"
	"slices"

	"rubrel/core/kind"
)

// Options are what is known about a list besides its cells.
type Options struct {
	// Answers are what the designer said, by the ID of the question.
	Answers map[string]string
	// Language is that of the site, as a BCP 47 tag.
	Language string
	// Has reports whether the site has what a cell refers to; nil where there is no site.
	Has func(kind.Ref) bool
	// Into is the set into which the list goes, of which the headings are known; nil for none.
	Into *kind.Set
}

// Reading is what was understood of a list.
type Reading struct {
	Kind        *kind.Kind
	Arrangement kind.Arrangement
	Lines       []*kind.Line
	RoleIDs     []string // of the question what each line is
	Set         kind.Set
	Settings    kind.IntakeSettings
	Questions   []Question // those that have been answered too, so that an answer can be changed
	Left        []Leftover
	Notes       []string // what was added that no cell says
	// Keys are what records are known by, where the list has keys, by their IDs.
	Keys map[string]string
	// Partial says that what the list does not say is not gone.
	Partial bool
	// Text is what became of a list that is lines of text; "" for one that is a table.
	Text Cutting
	// With are the cells that were read together with others, as second headings.
	With []kind.PastedCell
}

// Leftover is a text that went nowhere.
type Leftover struct {
	Line   int    `json:"line"`
	Column int    `json:"column"`
	Text   string `json:"text"`
	Why    string `json:"why"`
}

// Asked are the questions that nobody has answered yet.
func (r *Reading) Asked() []Question {
	return slices.DeleteFunc(slices.Clone(r.Questions), func(q Question) bool { return q.Answered })
}

// Read understands a table as a list of a kind, which must have an Intake.
func Read(k *kind.Kind, t kind.Table, o Options) *Reading {
	r := &reader{in: k.Intake, options: o, Reading: &Reading{Kind: k}}
	r.Settings.Language, r.Settings.Has, r.Settings.Into = o.Language, o.Has, o.Into
	r.pointed, r.own, r.Partial = t.Pointed, ownHeadings(o.Into), t.Partial
	sheet := r.shape(t)
	if len(sheet.rows) == 0 { // every cell was answered away
		r.Set = kind.Set{Kind: k, Axes: map[string][]kind.Item{}, Facts: map[string]kind.Value{}}
		return r.Reading
	}
	r.arrange(sheet)
	r.assign()
	if again, ok := r.mendRagged(sheet); ok {
		r.Lines = again
		r.assign()
	}
	r.settle()
	r.Set = r.in.Build(k, r.Lines, r.Settings)
	r.takeKeys()
	r.name()
	r.account()
	return r.Reading
}

type reader struct {
	*Reading
	in      *kind.Intake
	options Options
	pointed bool  // see kind.Table
	bare    bool  // the list has no headings
	ragged  []int // rows of the sheet with more cells than there are headings
	roles   []Question
	own     map[string]ownRole // by the headings that the set has itself, into which the list goes
}

// answer is what was said to a question.
func (r *reader) answer(id string) (string, bool) {
	said, ok := r.options.Answers[id]
	return said, ok
}

// ask puts a question, with what is taken unless it has been answered, and gives what holds.
func (r *reader) ask(q Question) string {
	if said, ok := r.answer(q.ID); ok && (len(q.Choices) == 0 || q.offers(said)) {
		q.Answered, q.Taken = true, said
	}
	r.Questions = append(r.Questions, q)
	return q.Taken
}

// leave notes a cell that goes nowhere.
func (r *reader) leave(c kind.PastedCell, why string) {
	if c.Text != "" {
		r.Left = append(r.Left, Leftover{c.Line, c.Column, c.Text, why})
	}
}

// name says which records no cell names.
func (r *reader) name() {
	noun := r.Kind.Fields[0].Label
	named := slices.ContainsFunc(r.Lines, func(l *kind.Line) bool { return l.Role == r.Kind.Fields[0].Name })
	if !named && len(r.Set.Records) > 0 && r.Kind.Fields[0].Required {
		r.Notes = append(r.Notes, fmt.Sprintf("nothing in the list is the %s of a %s: they are numbered", noun, r.Kind.One))
	}
}

// account puts what became of every cell into the reading.
func (r *reader) account() {
	for _, l := range r.Lines {
		if l.Role == kind.SkipRole {
			l.LeaveAll(l.Reason)
		} else if l.Heading.Fate == kind.Unread {
			l.Heading.Fate = kind.Placed
		}
		if l.Heading.Fate == kind.LeftOut {
			r.leave(l.Heading, l.Heading.Why)
		}
		for i := range l.Cells {
			c := &l.Cells[i]
			switch {
			case c.Fate == kind.Refused:
				// What was answered and is refused again is asked again; nothing said instead leaves the cell out.
				said, answered := r.answer(cellID(*c))
				r.Questions = append(r.Questions, Question{ID: cellID(*c), Line: c.Line, Column: c.Column, Text: c.Text,
					Why: c.Why, Answered: answered && said == ""})
			case c.Fate == kind.LeftOut:
				r.leave(*c, c.Why)
			case c.Fate == kind.Unread && c.Text != "":
				c.Fate, c.Why = kind.LeftOut, "nothing was made of it"
				r.leave(*c, c.Why)
			}
		}
		for _, part := range l.Parts {
			r.leave(part, part.Why)
		}
	}
	slices.SortStableFunc(r.Left, func(a, b Leftover) int {
		return cmp.Or(cmp.Compare(a.Line, b.Line), cmp.Compare(a.Column, b.Column))
	})
}
