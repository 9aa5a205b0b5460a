package kind

import (
	"fmt"
	"slices"
	"strings"
)

// Table is a rectangle of texts with where each came from. Rows may differ in length.
type Table struct {
	Rows  [][]string
	Lines []int // the line of the source on which each row starts, from 1
	// Separator is what stood between cells; "" where nothing was typed between them, as in a workbook.
	Separator string
	// Pointed says that numbers may have been written by a program, with a point before fractions, beside texts that
	// people wrote.
	Pointed bool
	// Partial says that what it does not say is not gone: see FileFormat.
	Partial bool
	// Made says that it was made of the records of a file: nothing in it is a note, and its headings are one row.
	Made bool
}

// Cell is the text at a row and column, or "" outside the table.
func (t Table) Cell(row, column int) string {
	if row < 0 || row >= len(t.Rows) || column < 0 || column >= len(t.Rows[row]) {
		return ""
	}
	return strings.TrimSpace(t.Rows[row][column])
}

// Intake is how a kind understands a pasted table. A table is made of lines: its rows where records stand across
// (one column each), its columns where they stand down (one row each). Each line has a role. Package intake reads by
// it.
type Intake struct {
	// Help says what may be pasted, and Example is such a list.
	Help, Example string
	// Roles lists what a line can be, in the order in which they are offered.
	Roles []Role
	// Guess lists what a line may be by its own heading and cells, the likeliest first; nothing where nothing speaks for
	// any role. First says that it is the table's first line.
	Guess func(l *Line, first bool) []Guess
	// Weigh looks at the lines beside each other, and may change what has been guessed; nil where each speaks for itself.
	Weigh func(lines []*Line)
	// Claim names what a line with its role says, which no other line may say too: "" where several may.
	Claim func(l *Line) string
	// Numbers reports whether the cells of a role are numbers or amounts.
	Numbers func(role string) bool
	// Currency finds the currency of amounts that carry none, from those that do; nil where a list has no amounts.
	Currency func(lines []*Line) string
	// Currencies are those that are offered where no amount says its own.
	Currencies []string
	// IsValue reports whether a text is plainly a value and no heading, such as "$9": where one stands among the
	// headings there are none, and the list begins with its first record.
	IsValue func(text string) bool
	// ByHeadings says that lines are known by their headings: where none of them is known, there may be none.
	ByHeadings bool
	// Qualifies reports whether a heading alone only says of what the amounts are that another heading names, as their
	// currency; nil where nothing does.
	Qualifies func(heading string) bool
	// Cut takes apart what texts say of records, each of one line or several, as "Basic $9 a month": what it gives has a
	// part for each. Nil where no part of most is plainly a value, or where a kind's records have none.
	Cut func(texts [][]string) [][]Said
	// Unknown says why a line whose heading no role knows is left out.
	Unknown string
	// Gives is how a set of the kind gives itself back as a list: down, or across.
	Gives Arrangement
	// RoleOf is the role of a line as which a set gives itself back; nil where it is the name of the line's field.
	RoleOf func(l ListLine) string
	// Files are the formats of files that the kind reads besides tables.
	Files []FileFormat
	// Build makes the set of the lines. Each cell is placed, refused or left; it never becomes what it does not say.
	Build func(k *Kind, lines []*Line, s IntakeSettings) Set
}

// Said is a part of a text that says something of a record.
type Said struct {
	Column string // which of those that the texts of a list have in common; "" for what is left
	Text   string
	Line   int    // of the text, from 0
	Why    string // it is left, where more can be said than that it stands beside the rest
}

// FileFormat is a format of files that a kind reads besides tables.
type FileFormat struct {
	Name       string   // for people: "address cards"
	Extensions []string // with their points
	Is         func(file []byte) bool
	// Partial says that files of the format add to a list: who is not in them, and what they do not say of somebody, is
	// not gone. Several of them, one after another, are one.
	Partial bool
	// Table makes a table of a file that was read from an address, "" for none, with what of it cannot be taken. Keep
	// keeps the bytes of a picture and gives the name that a cell refers to it by. A table without rows says that the
	// file is no such list after all.
	Table func(file []byte, address string, keep KeepPicture) (rows [][]string, problems []string, err error)
}

// KeepPicture keeps the bytes of a picture under a name like the one given, and gives the name it has. A picture that
// cannot be shown is refused with a *PictureError.
type KeepPicture func(name string, content []byte) (string, error)

// PictureError says why a picture cannot be taken.
type PictureError struct{ Problem string }

func (e *PictureError) Error() string { return e.Problem }

// IntakeSettings is how the whole list is read.
type IntakeSettings struct {
	Language string // of what the set says beyond what was pasted, as a BCP 47 tag
	Decimal  rune   // the mark before fractions, '.' or ','; 0 where no number has one
	Currency string // of amounts that carry none
	Cross    Cross  // what an x means
	Shows    string // the language of the list, as a BCP 47 tag
	Into     *Set   // into which the list goes; nil for none
	// Has reports whether the site has what a value refers to; nil where there is no site.
	Has func(Ref) bool
}

// Answer is a text with an x, and the words of the list's language and of the site's for yes and no, as what they mean.
func (s IntakeSettings) Answer(text string) string {
	return Answer(Answer(s.Cross.Read(text), s.Shows), s.Language)
}

// Knows refuses a value that refers to what the site does not have.
func (s IntakeSettings) Knows(v Value) error {
	if ref, ok := v.(Ref); ok && (s.Has == nil || !s.Has(ref)) {
		return fmt.Errorf("“%s” is none of the site's %s", ref.ID, ref.To)
	}
	return nil
}

// Arrangement says where the records stand.
type Arrangement string

// The arrangements. The empty one is found out.
const (
	Across Arrangement = "across"
	Down   Arrangement = "down"
)

// The roles that lists of every kind have: SkipRole leaves a line out, FeaturedRole is one that says which records are
// featured, and KeyRole one that has no place in a set, by which a list's records are known when it comes again.
const (
	SkipRole     = "skip"
	FeaturedRole = "featured"
	KeyRole      = "key"
)

// KeyLabel is the label of KeyRole.
const KeyLabel = "a key (to know it again)"

// Role is one thing that a line of a pasted table can be.
type Role struct{ Name, Label string }

// Confidence is how much speaks for a guess.
type Confidence int

// The confidences. What is only likely holds without asking as long as nothing speaks against it; what is weak is
// asked.
const (
	None Confidence = iota
	Weak
	Likely
	Sure
)

// Guess is what a line may be, how much speaks for it, and what does.
type Guess struct {
	Role       string
	Confidence Confidence
	Reason     string
	// Speaks is how much the guess speaks for lines that are cut as this one is, from 0 to 3: a heading that is known
	// does, a text that could be anything does not.
	Speaks int
}

// Fate is what became of a cell.
type Fate int

// The fates. A cell that has none yet has not been looked at.
const (
	Unread  Fate = iota
	Placed       // it is in the set as it was read
	Refused      // it does not fit where it would go: it is asked about
	LeftOut      // it goes nowhere, for a reason
)

// PastedCell is one text of a pasted table, and what became of it.
type PastedCell struct {
	Text         string
	Line, Column int // in the source, from 1
	Fate         Fate
	Read         string // what it was understood as, where it is placed
	Why          string // it is not, where it is not
}

// IsUnfit reports whether the cell says something that is in no set.
func (c PastedCell) IsUnfit() bool { return c.Text != "" && (c.Fate == Refused || c.Fate == LeftOut) }

// Line is a heading and one cell for each record.
type Line struct {
	Heading PastedCell
	Cells   []PastedCell
	Guesses []Guess // what it may be, the likeliest first
	Guess           // what it is taken for
	// Parts are what was left of cells that are placed.
	Parts []PastedCell
}

// Label is the heading's text.
func (l *Line) Label() string { return l.Heading.Text }

// Texts are the cells that say something.
func (l *Line) Texts() []string {
	var texts []string
	for _, c := range l.Cells {
		if c.Text != "" {
			texts = append(texts, c.Text)
		}
	}
	return texts
}

// IsAcross reports whether the line's cells stand beside its heading, not below it.
func (l *Line) IsAcross() bool {
	return len(l.Cells) == 0 || l.Heading.Line == l.Cells[0].Line
}

// Has reports whether a role is among those that the line may have.
func (l *Line) Has(role string) bool {
	return slices.ContainsFunc(l.Guesses, func(g Guess) bool { return g.Role == role })
}

// Place says what a record's cell was understood as.
func (l *Line) Place(record int, read string) {
	l.Cells[record].Fate, l.Cells[record].Read = Placed, read
}

// Refuse says why a record's cell does not fit where it would go. It is asked about.
func (l *Line) Refuse(record int, format string, arguments ...any) {
	l.Cells[record].Fate, l.Cells[record].Why = Refused, fmt.Sprintf(format, arguments...)
}

// Leave says why a record's cell goes nowhere.
func (l *Line) Leave(record int, format string, arguments ...any) {
	l.Cells[record].Fate, l.Cells[record].Why = LeftOut, fmt.Sprintf(format, arguments...)
}

// LeaveAll leaves every cell of the line that has no fate yet, and its heading.
func (l *Line) LeaveAll(why string) {
	for i := range l.Cells {
		if l.Cells[i].Fate == Unread {
			l.Leave(i, "%s", why)
		}
	}
	if l.Heading.Fate == Unread {
		l.Heading.Fate, l.Heading.Why = LeftOut, why
	}
}

// LeavePart says why a part of a record's cell goes nowhere, though the rest is placed.
func (l *Line) LeavePart(record int, part, why string) {
	cell := l.Cells[record]
	l.Parts = append(l.Parts, PastedCell{Text: part, Line: cell.Line, Column: cell.Column, Fate: LeftOut, Why: why})
}
