package intake

import (
	"fmt"
	"maps"
	"regexp"
	"slices"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/money"
)

// Plain is how a list is read, derived from a kind's fields: a line is the field that its heading names, or the first
// that holds what its cells hold; of a field that goes over an axis, each line is an item. The help and the example
// are what the screen shows.
func Plain(fields []kind.Field, help, example string) *kind.Intake {
	p := plain{fields: fields}
	roles := make([]kind.Role, 0, len(fields)+1)
	for _, f := range fields {
		roles = append(roles, kind.Role{Name: f.Name, Label: f.Label})
	}
	roles = append(roles, kind.Role{Name: featuredRole, Label: "featured (yes or no)"})
	return &kind.Intake{Help: help, Example: example, Roles: append(roles, kind.Role{Name: kind.SkipRole,
		Label: "leave out"}), Guess: p.guess, IsValue: isNumber, Build: p.build}
}

type plain struct {
	fields []kind.Field
}

// featuredRole is a line that says which records are featured.
const featuredRole = "featured"

// The weights of what speaks for a line's role.
const (
	byHeading = 3
	byCells   = 2
)

func (p plain) guess(label string, cells []string, first bool) (string, int) {
	filled := slices.DeleteFunc(slices.Clone(cells), func(cell string) bool { return cell == "" })
	if len(filled) == 0 {
		return kind.SkipRole, 0
	}
	if name := p.named(label); name != "" {
		return name, byHeading
	}
	if strings.EqualFold(label, featuredRole) {
		return featuredRole, byHeading
	}
	if name := p.addresses(filled); name != "" {
		return name, byCells
	}
	numbers := 0
	for _, cell := range filled {
		if isNumber(cell) {
			numbers++
		}
	}
	switch {
	case first && numbers == 0:
		return p.fields[0].Name, byHeading
	case numbers*2 >= len(filled):
		for _, f := range p.fields {
			if _, ok := f.Type.(kind.NumberType); ok {
				return f.Name, byCells
			}
		}
	}
	for _, f := range p.fields[1:] {
		if _, text := f.Type.(kind.TextType); !text && f.Each == nil && p.holds(f, filled) {
			return f.Name, byCells
		}
	}
	return kind.SkipRole, 0
}

// addresses is the field of an axis that holds addresses, where all cells are such: each line of them is an item.
func (p plain) addresses(cells []string) string {
	if slices.ContainsFunc(cells, func(cell string) bool { return !kind.IsWebAddress(cell) }) {
		return ""
	}
	for _, f := range p.fields {
		if _, links := f.Type.(kind.LinkType); links && len(f.Each) == 1 {
			return f.Name
		}
	}
	return ""
}

// holds reports whether cells are what a field holds.
func (p plain) holds(f kind.Field, cells []string) bool {
	for _, cell := range cells {
		if _, err := f.Type.Parse(cell); err != nil {
			return false
		}
	}
	return true
}

var bracketed = regexp.MustCompile(`[(\[][^)\]]*[)\]]`)

// named finds the field that a heading names.
func (p plain) named(label string) string {
	label = strings.ToLower(strings.TrimSpace(strings.TrimSuffix(strings.TrimSpace(label), ":")))
	bare := strings.TrimSpace(bracketed.ReplaceAllString(label, ""))
	for _, f := range p.fields {
		if names := append([]string{f.Name, f.Label}, f.Aliases...); slices.Contains(names, bare) ||
			slices.Contains(names, label) {
			return f.Name
		}
	}
	return ""
}

var numberPattern = regexp.MustCompile(`[0-9]`)

// isNumber reports whether a text is mostly a number: "80 %", "€ 12,000", "3 of 5 levels".
func isNumber(text string) bool {
	text = strings.TrimLeft(text, "+-−€$£¥~≈ ")
	return text != "" && numberPattern.MatchString(text[:1])
}

func (p plain) build(k *kind.Kind, lines []kind.Line, options kind.IntakeOptions) (kind.Set, []kind.Problem) {
	set := kind.Set{Kind: k, Axes: map[string][]kind.Item{}, Facts: map[string]kind.Value{}}
	records, columns, problems := Records(k, lines)
	set.Records = records
	decimal := options.Decimal
	if decimal == 0 {
		decimal = DecimalMark(p.numbers(k, lines))
	}
	for _, line := range lines {
		field, ok := k.FieldNamed(line.Role)
		key := field.Name
		if ok && len(field.Each) == 1 {
			item, problem := newItem(k, &set, field.Each[0], line, options.Language)
			if problem != nil {
				problems = append(problems, *problem)
				continue
			}
			key = kind.FactKey{Field: field.Name, Items: []string{item}}.String()
		}
		for column, record := range columns {
			if record < 0 || line.Cells[column] == "" {
				continue
			}
			if line.Role == featuredRole && k.CanFeature {
				inclusion, err := kind.InclusionType{}.Parse(options.Cross.Read(line.Cells[column]))
				if err == nil {
					set.Records[record].Featured, line.Read[column] = inclusion.(kind.Inclusion).Has, inclusion.String()
				}
			}
			if !ok {
				continue
			}
			if key != field.Name {
				value, err := parse(field, line.Cells[column], decimal)
				if err != nil {
					problems = append(problems, line.Problem(column, "%v", err))
					continue
				}
				set.Records[record].Facts[key], line.Read[column] = value, value.String()
				continue
			}
			problems = append(problems, p.read(k, line, column, field, set.Records[record].Facts, decimal)...)
		}
	}
	return set, append(problems, p.missing(k, lines, columns, set)...)
}

// newItem adds the item of an axis that a line's heading names to a set, and gives its ID.
func newItem(k *kind.Kind, set *kind.Set, name string, line kind.Line, language string) (string, *kind.Problem) {
	axis, _ := k.AxisNamed(name)
	if len(set.Axes[name]) >= axis.Most {
		return "", &kind.Problem{Problem: fmt.Sprintf("%q is left out: a list has at most %d of "+
			"these", line.Label, axis.Most)}
	}
	label := line.Label
	if label == "" {
		label = fmt.Sprintf("%s %d", axis.One, len(set.Axes[name])+1)
	}
	texts, err := axis.TextsFor(label, language)
	if err != nil {
		return "", &kind.Problem{Problem: fmt.Sprintf("%q: %v", line.Label, err)}
	}
	item := kind.Item{ID: fmt.Sprintf("%s-%d", axis.One, len(set.Axes[name])+1), Facts: map[string]kind.Value{}}
	for _, f := range axis.Fields {
		if text, said := texts[f.Name]; said {
			if item.Facts[f.Name], err = f.Type.Parse(text); err != nil {
				return "", &kind.Problem{Problem: fmt.Sprintf("%q: %v", line.Label, err)}
			}
		}
	}
	set.Axes[name] = append(set.Axes[name], item)
	return item.ID, nil
}

// numbers are the cells of lines that hold numbers.
func (p plain) numbers(k *kind.Kind, lines []kind.Line) []string {
	var texts []string
	for _, line := range lines {
		if f, ok := k.FieldNamed(line.Role); ok {
			if _, number := f.Type.(kind.NumberType); number {
				texts = append(texts, line.Cells...)
			}
		}
	}
	return texts
}

// read reads one cell, which may say several fields.
func (p plain) read(k *kind.Kind, line kind.Line, column int, field kind.Field, facts map[string]kind.Value,
	decimal rune) []kind.Problem {
	texts := map[string]string{field.Name: line.Cells[column]}
	if field.Split != nil {
		if split := field.Split(line.Cells[column]); split != nil {
			texts = split
		}
	}
	var problems []kind.Problem
	for _, name := range slices.Sorted(maps.Keys(texts)) {
		f, _ := k.FieldNamed(name)
		if _, said := facts[name]; said && name != field.Name {
			continue // a column of its own says it
		}
		value, err := parse(f, texts[name], decimal)
		if err != nil {
			problems = append(problems, line.Problem(column, "%v", err))
			continue
		}
		facts[name] = value
	}
	if value, ok := facts[field.Name]; ok {
		line.Read[column] = value.String()
		for _, name := range slices.Sorted(maps.Keys(texts)) {
			if name != field.Name && facts[name] != nil {
				f, _ := k.FieldNamed(name)
				line.Read[column] += ", " + f.Label + " " + facts[name].String()
			}
		}
	}
	return problems
}

// parse reads a text by its field's type; a number by the mark before the list's fractions.
func parse(f kind.Field, text string, decimal rune) (kind.Value, error) {
	if _, number := f.Type.(kind.NumberType); number && decimal != 0 {
		if written, err := money.ReadWritten(text, money.Separators{Decimal: decimal}); err == nil && written.Currency == "" {
			return f.Type.Parse(written.Amount.String())
		}
	}
	return f.Type.Parse(text)
}

// missing names the records that lack what must be said, and says it for them where a number can stand for it: nothing
// that was pasted is lost.
func (p plain) missing(k *kind.Kind, lines []kind.Line, columns []int, set kind.Set) []kind.Problem {
	var problems []kind.Problem
	for column, record := range columns {
		if record < 0 {
			continue
		}
		for _, f := range k.Fields[1:] {
			if _, said := set.Records[record].Facts[f.Name]; !f.Required || said {
				continue
			}
			if value, err := f.Type.Parse("0"); err == nil {
				set.Records[record].Facts[f.Name] = value
				problems = append(problems, lines[0].Problem(column, "%s of “%s” could not be read; it was set to 0", f.Label,
					kind.Text(set.Records[record].Facts, k.Fields[0].Name)))
			}
		}
	}
	return problems
}
