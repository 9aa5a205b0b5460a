package intake

import (
	"slices"
	"strconv"
	"strings"

	"rubrel/core/kind"
)

// keyHeading is the English heading of keys, under which headings.json has those of other languages.
const keyHeading = "key"

// mostKey is how long a key is, in bytes: common practice of article numbers and codes.
const mostKey = 40

// findKey finds the line by whose cells records are known again when the list comes again, whatever they are called
// then: it is headed so, and says something else of each.
func (r *reader) findKey(ids []string, said map[string]bool) {
	for i, l := range r.Lines {
		if l.Role == kind.KeyRole {
			return
		}
		name := r.Kind.Fields[0].Name
		named := slices.ContainsFunc(r.Lines, func(other *kind.Line) bool { return other != l && other.Role == name })
		taken := l.Confidence == kind.Sure && l.Role != kind.SkipRole && l.Role != name || l.Role == name && !named
		if said[ids[i]] || taken || isOwn(l) || !Heads(keyHeading, l.Label()) || !areKeys(l.Cells) {
			continue
		}
		l.Guess = kind.Guess{Role: kind.KeyRole, Confidence: kind.Likely,
			Reason: "its heading says so, and no two are the same"}
		l.Guesses = append([]kind.Guess{l.Guess}, l.Guesses...)
		return
	}
}

// areKeys reports whether cells are codes of which no two are the same, and no mere numbering.
func areKeys(cells []kind.PastedCell) bool {
	seen, numbering := map[string]bool{}, true
	for i, c := range cells {
		code := strings.ToLower(c.Text)
		if code == "" || len(code) > mostKey || len(strings.Fields(code)) > 2 || seen[code] {
			return false
		}
		seen[code] = true
		n, err := strconv.Atoi(strings.TrimSuffix(code, "."))
		numbering = numbering && err == nil && n == i+1
	}
	return len(cells) > 0 && !numbering
}

// takeKeys takes the keys out of what was built: they are no facts.
func (r *reader) takeKeys() {
	r.Keys = map[string]string{}
	for _, record := range r.Set.Records {
		if key, ok := record.Facts[kind.KeyRole]; ok {
			r.Keys[record.ID] = key.String()
			delete(record.Facts, kind.KeyRole)
		}
	}
}

// How what records are known by is remembered: by their keys, and by what the list calls them.
const (
	byKey     = "key:"
	byCalling = "name:"
)

// marksOf are what a record of the list can be known by, the surest first.
func (r *Reading) marksOf(record kind.Record) (marks []string) {
	if key := r.Keys[record.ID]; key != "" {
		marks = append(marks, byKey+strings.ToLower(key))
	}
	if name := kind.Text(record.Facts, r.Kind.Fields[0].Name); name != "" {
		marks = append(marks, byCalling+strings.ToLower(name))
	}
	return marks
}

// Known is by what the records of a set are known when the list comes again that they were made of.
func (r *Reading) Known() map[string]string {
	return r.known(r.Set.Records, func(id string) string { return id })
}

func (r *Reading) known(records []kind.Record, id func(string) string) map[string]string {
	known := map[string]string{}
	for _, record := range records {
		to := id(record.ID)
		for _, mark := range r.marksOf(record) {
			if _, taken := known[mark]; to != "" && !taken {
				known[mark] = to
			}
		}
	}
	return known
}
