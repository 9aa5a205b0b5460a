package intake

import (
	"fmt"
	"slices"
	"strings"

	"rubrel/core/kind"
)

// Question is something about a list that is in doubt: about all of it, a line, or a cell.
type Question struct {
	ID     string `json:"id"`
	Line   int    `json:"line,omitempty"` // in the source, from 1; 0 where it is about the whole list
	Column int    `json:"column,omitempty"`
	Text   string `json:"text,omitempty"` // the cell or the heading in doubt
	Why    string `json:"why"`
	// Example is how the line in doubt begins.
	Example string `json:"example,omitempty"`
	// Choices are what may be answered; where there are none, the answer is a text in the cell's place.
	Choices []Choice `json:"choices,omitempty"`
	// Taken is what holds as long as nobody answers: "" where the cell is left out.
	Taken    string `json:"taken"`
	Answered bool   `json:"-"`
}

// Choice is one answer, and what comes of it.
type Choice struct {
	Value   string `json:"value"`
	Label   string `json:"label"`
	Example string `json:"example,omitempty"`
}

// Names reports whether the reason says the text in doubt itself.
func (q Question) Names() bool { return strings.Contains(q.Why, q.Text) }

func (q Question) offers(value string) bool {
	return slices.ContainsFunc(q.Choices, func(c Choice) bool { return c.Value == value })
}

// The questions about a whole list, by ID.
const (
	DirectionQuestion = "direction"
	HeadingsQuestion  = "headings"
	ListQuestion      = "list"
	DecimalQuestion   = "decimal"
	CurrencyQuestion  = "currency"
	CrossQuestion     = "cross"
	CuttingQuestion   = "cutting" // never asked, but it can be answered: see Cutting
)

// How the IDs of questions about single cells, rows and what lines are begin.
const (
	cellQuestion = "cell/"
	rowQuestion  = "row/"
	roleQuestion = "role/"
)

// RoleQuestion is the ID of what a line is: by its heading, so that the answer holds when the list comes again, and by
// its number among the lines of that heading.
func RoleQuestion(heading string, nth int) string {
	if nth > 0 {
		return fmt.Sprintf("%s%s#%d", roleQuestion, heading, nth+1)
	}
	return roleQuestion + heading
}

// cellID is the ID of what should stand in a cell.
func cellID(c kind.PastedCell) string { return fmt.Sprintf("%s%d/%d", cellQuestion, c.Line, c.Column) }

// rowID is the ID of what a row with a cell too many says.
func rowID(line int) string { return fmt.Sprintf("%s%d", rowQuestion, line) }
