package kind

import (
	"strings"

	"rubrel/core/money"
)

// ListLine is what a list says of every record of a set: one of its facts, whether it is featured, or nothing, where
// the line is a heading over those after it.
type ListLine struct {
	Heading string
	Key     string // of the fact; FeaturedRole; "" for a heading over others
	of      Type
	always  bool // it is something that each record has or lacks
}

// ListLines are the lines of the list as which a set gives itself back: what any record says, and every item of an axis
// that is a row of its own. What is derived is not said.
func (s Set) ListLines() []ListLine {
	var lines []ListLine
	for _, f := range s.Kind.Fields {
		if axis, ok := s.rowsOf(f); ok {
			for _, item := range s.Items(axis.Name) {
				line := ListLine{Heading: Text(item.Facts, axis.Label)}
				if !axis.IsHeading(item) {
					_, line.always = f.Type.(InclusionType)
					line.of, line.Key = f.Type, FactKey{f.Name, []string{item.ID}}.String()
				}
				lines = append(lines, line)
			}
			continue
		}
		for _, key := range s.Keys(f) {
			if f.Required || s.says(key.String()) {
				lines = append(lines, ListLine{Heading: s.Heading(f, key), Key: key.String(), of: f.Type})
			}
		}
	}
	for _, r := range s.Records {
		if r.Featured {
			return append(lines, ListLine{Heading: FeaturedRole, Key: FeaturedRole})
		}
	}
	return lines
}

// rowsOf is the axis with rows of its own that a field alone goes over.
func (s Set) rowsOf(f Field) (Axis, bool) {
	if len(f.Each) != 1 {
		return Axis{}, false
	}
	axis, _ := s.Kind.AxisNamed(f.Each[0])
	return axis, axis.AsRows
}

// says reports whether any record says a fact.
func (s Set) says(key string) bool {
	for _, r := range s.Records {
		if _, ok := r.Facts[key]; ok {
			return true
		}
	}
	return false
}

// ListCell is one cell of a list.
type ListCell struct {
	Text   string // as a person types it
	Number string // as programs write it, where it is a number and nothing else
}

// Table is the texts of Cells.
func (s Set) Table(language string) [][]string {
	var rows [][]string
	for _, cells := range s.Cells(language) {
		row := make([]string, len(cells))
		for i, c := range cells {
			row[i] = c.Text
		}
		rows = append(rows, row)
	}
	return rows
}

// Cells is the set as a list, for who speaks a language (BCP 47): its lines with their headings, down or across as
// lists of its kind are.
func (s Set) Cells(language string) [][]ListCell {
	by := Typing{Language: language}
	var across [][]ListCell
	for _, line := range s.ListLines() {
		row := []ListCell{{Text: line.Heading}}
		for _, r := range s.Records {
			row = append(row, line.cell(r, by))
		}
		across = append(across, row)
	}
	if s.Kind.Intake != nil && s.Kind.Intake.Gives == Across || len(across) == 0 {
		return across
	}
	down := make([][]ListCell, len(s.Records)+1)
	for _, row := range across {
		for i, c := range row {
			down[i] = append(down[i], c)
		}
	}
	return down
}

// cell is what a line says of a record.
func (l ListLine) cell(r Record, by Typing) ListCell {
	v := r.Facts[l.Key]
	switch {
	case l.Key == FeaturedRole:
		v = Inclusion{Has: r.Featured}
	case v == nil && l.always:
		v = Inclusion{}
	}
	if inclusion, ok := v.(Inclusion); ok && inclusion.Value == "" && !inclusion.Soon {
		return ListCell{Text: AnswerIn(inclusion.Has, by.Language)}
	}
	c := ListCell{Text: by.Text(l.of, v)}
	if _, numeric := l.of.(Numeric); numeric && plainNumber.MatchString(textOf(v)) {
		c.Number = v.String()
		c.Text = certain(l.of, c.Text)
	}
	return c
}

// certain is a number with another count of decimals, where its mark is in doubt: 1.29 for 1.290, 1.6180 for 1.618. Of
// an amount only a nought is taken: its currency says how many decimals it has at most.
func certain(t Type, number string) string {
	_, free := t.(NumberType)
	switch {
	case money.MarkInDoubt(number) == 0:
		return number
	case strings.HasSuffix(number, "000"):
		return number[:len(number)-len(".000")]
	case strings.HasSuffix(number, "0"):
		return strings.TrimRight(number, "0")
	case free:
		return number + "0"
	}
	return number
}

// Heading names a fact: the field with the items it is for; an item that is a row of its own by its name alone.
func (s Set) Heading(f Field, key FactKey) string {
	words := []string{f.Label}
	for i, name := range f.Each {
		axis, _ := s.Kind.AxisNamed(name)
		item, _ := s.ItemNamed(name, key.Items[i])
		label := Text(item.Facts, axis.Label)
		if axis.AsRows {
			return label
		}
		words = append(words, label)
	}
	return strings.Join(words, " ")
}
