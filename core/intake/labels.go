package intake

import (
	"slices"
	"strings"

	"rubrel/core/kind"
)

// labelled is a line that says what it is: "Count: 12".
type labelled struct {
	label, value string
	cell         kind.PastedCell
}

// mostLabelWords is how many words a label has at most: common practice. What is longer before a colon is a sentence.
const mostLabelWords = 4

// asLabelled takes a line apart at its first colon; the label is "" where it has none.
func asLabelled(c kind.PastedCell) labelled {
	label, value, ok := strings.Cut(strings.Replace(c.Text, "：", ":", 1), ":")
	label, value = strings.TrimSpace(label), strings.TrimSpace(value)
	if n := len(strings.Fields(label)); !ok || n == 0 || n > mostLabelWords || strings.HasPrefix(value, "//") {
		return labelled{value: c.Text, cell: c}
	}
	return labelled{label, value, c}
}

// byLabels lays out groups of lines that say what each is, below a row of their labels; nil where they do not. The
// first line of a record may have no label: it is who the record is of. Without blank lines a record ends where a label
// comes again.
func (r *reader) byLabels(groups []textRecord) (rows [][]kind.PastedCell) {
	records := labelledRecords(groups)
	if records == nil || !r.knowsLabels(records) {
		return nil
	}
	var labels []string
	heads := []kind.PastedCell{}
	for _, record := range records {
		for _, line := range record {
			if !slices.Contains(labels, strings.ToLower(line.label)) {
				labels = append(labels, strings.ToLower(line.label))
				heads = append(heads, kind.PastedCell{Text: line.label, Line: line.cell.Line, Column: line.cell.Column})
			}
		}
	}
	if at := slices.Index(labels, ""); at > 0 { // who it is stands first
		labels = slices.Insert(slices.Delete(labels, at, at+1), 0, "")
		heads = slices.Insert(slices.Delete(heads, at, at+1), 0, kind.PastedCell{})
	}
	rows = [][]kind.PastedCell{heads}
	for _, record := range records {
		row := make([]kind.PastedCell, len(labels))
		for _, line := range record {
			c := line.cell
			if c.Text = line.value; c.Text == "" {
				r.readWith(line.cell) // nothing is said of it
			}
			row[slices.Index(labels, strings.ToLower(line.label))] = c
		}
		rows = append(rows, row)
	}
	return rows
}

// labelledRecords are the records of groups of lines; nil where a line that is not the first of its record has no
// label, or a record says one thing twice.
func labelledRecords(groups []textRecord) (records [][]labelled) {
	for _, group := range groups {
		var record []labelled
		says := func(label string) bool {
			return slices.ContainsFunc(record, func(l labelled) bool { return strings.EqualFold(l.label, label) })
		}
		for _, c := range group {
			line := asLabelled(c)
			again := len(groups) == 1 && len(record) > 1 && (line.label == "" || says(line.label))
			if again {
				records, record = append(records, record), nil
			}
			if len(record) > 0 && (line.label == "" || says(line.label)) {
				return nil
			}
			record = append(record, line)
		}
		records = append(records, record)
	}
	return records
}

// knowsLabels reports whether the labels of lines are headings: two or more that the kind has fields for, and half of
// all; or two that every record has, where the kind knows one of all by a word, or who each is of stands above texts:
// amounts below a line may be those of several things of a section.
func (r *reader) knowsLabels(records [][]labelled) bool {
	var all []string
	said := map[string]int{}     // by label, how many records say it
	headed, texts := true, false // every record begins with who it is of; some line says no value
	for _, record := range records {
		headed = headed && record[0].label == ""
		for _, line := range record {
			texts = texts || line.label != "" && line.value != "" && !r.in.IsValue(line.value)
			if label := strings.ToLower(line.label); label != "" {
				if said[label]++; said[label] == 1 {
					all = append(all, label)
				}
			}
		}
	}
	fields, words, everywhere := 0, headed && texts, 0
	for _, label := range all {
		if r.isHeading(label) {
			fields++
		}
		words = words || slices.ContainsFunc(r.Kind.Fields, func(f kind.Field) bool { return rankOf(f, label) >= byWord })
		if said[label] == len(records) {
			everywhere++
		}
	}
	return fields > 1 && 2*fields >= len(all) || len(records) > 1 && everywhere > 1 && words
}
