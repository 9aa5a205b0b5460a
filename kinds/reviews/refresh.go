package reviews

import (
	"cmp"
	"encoding/json"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/richtext"
	"rubrel/formats/reviews"
)

// published is where reviews are read anew: at the addresses of the set's sources.
var published = kind.Source{Name: "reviews", Title: "Refresh reviews…", Pages: addresses, Next: next, Gather: gather,
	Propose: propose}

// addresses are those of the sources.
func addresses(set kind.Set) []kind.SourcePage {
	var pages []kind.SourcePage
	for _, source := range set.Items(sources.Name) {
		if address := kind.Text(source.Facts, addressField); kind.IsWebAddress(address) {
			pages = append(pages, kind.SourcePage{Address: address, Of: kind.Text(source.Facts, "label")})
		}
	}
	return pages
}

// next is the address of the page after one.
func next(page kind.SourcePage) string {
	read, err := reviews.Read(page.Body, page.Address)
	if err != nil {
		return ""
	}
	return read.Next
}

// gathered is what all pages of a source say.
type gathered struct {
	Of      string           `json:"of"`
	Reviews []reviews.Review `json:"reviews"`
	Average string           `json:"average,omitempty"`
	Count   int64            `json:"count,omitempty"`
	Left    int              `json:"left,omitempty"`
}

// mostAnswer is how much the pages may come to, in bytes.
const mostAnswer = 250 << 10

// gather reads the pages, source by source.
func gather(pages []kind.SourcePage) ([]byte, error) {
	var all []gathered
	for _, page := range pages {
		read, err := reviews.Read(page.Body, page.Address)
		if err != nil {
			return nil, fmt.Errorf("%s: %w", page.Of, err)
		}
		i := slices.IndexFunc(all, func(g gathered) bool { return g.Of == page.Of })
		if i < 0 {
			i, all = len(all), append(all, gathered{Of: page.Of})
		}
		for _, r := range read.Reviews {
			if !slices.Contains(all[i].Reviews, r) {
				all[i].Reviews = append(all[i].Reviews, r)
			}
		}
		all[i].Left += read.Left
		if all[i].Count == 0 {
			all[i].Average, all[i].Count = read.Average, read.Count
		}
	}
	for _, g := range all {
		if len(g.Reviews) == 0 {
			return nil, fmt.Errorf("%s: the page says no review, neither as data of schema.org nor as a feed", g.Of)
		}
	}
	answer, err := json.Marshal(all)
	if err == nil && len(answer) > mostAnswer {
		return nil, fmt.Errorf("the reviews come to %d KB; at most %d fit at once: give the address of fewer",
			len(answer)>>10, mostAnswer>>10)
	}
	return answer, err
}

// propose compares what is published with what the set has: reviews that are new, changed and gone.
func propose(set kind.Set, at kind.Scene, answer []byte) (kind.Proposal, error) {
	var all []gathered
	if err := json.Unmarshal(answer, &all); err != nil {
		return kind.Proposal{}, fmt.Errorf("what was read of the sources cannot be read again: %w", err)
	}
	p := kind.Proposal{Label: "refresh reviews"}
	met := map[string]bool{} // records
	added, changed, left := 0, 0, 0
	var gone []kind.Comparison
	for _, g := range all {
		left += g.Left
		for i, r := range g.Reviews {
			record, ok := same(set, g.Of, r, met)
			if !ok {
				added++
				p.Lines = append(p.Lines, kind.Comparison{Where: cmp.Or(r.Name, "without a name"), Old: "–", New: shown(r),
					Key: fmt.Sprintf("new-%s-%d", strconv.Itoa(slices.IndexFunc(all, func(o gathered) bool {
						return o.Of == g.Of
					})), i), Add: textsOf(set, g.Of, r, at.Locale)})
				continue
			}
			met[record.ID] = true
			if line, differs := difference(set, record, textsOf(set, g.Of, r, at.Locale)); differs {
				changed++
				p.Lines = append(p.Lines, line)
			}
		}
		for _, record := range set.Records {
			if !met[record.ID] && strings.EqualFold(kind.Text(record.Facts, sourceField.Name), g.Of) {
				gone = append(gone, kind.Comparison{Where: set.NameOf(record), Old: shorten(richtext.Plain(
					kind.Text(record.Facts, textPart))), New: "gone from " + g.Of, Key: "gone-" + record.ID, Left: true,
					Remove: record.ID})
			}
		}
	}
	p.Lines = append(p.Lines, gone...)
	p.Said = fmt.Sprintf("%d new, %d changed, %d gone", added, changed, len(gone))
	if left > 0 {
		p.Said += fmt.Sprintf("; %d say nothing that could be shown", left)
	}
	return p, nil
}

// same is the review of a set that a published one is: that of the same address, or of the same person with the same
// text, or on the same day.
func same(set kind.Set, source string, r reviews.Review, met map[string]bool) (kind.Record, bool) {
	text := plainly(r.Text)
	alike := []func(kind.Record) bool{
		func(record kind.Record) bool {
			return r.Link != "" && kind.Text(record.Facts, linkField.Name) == r.Link
		},
		func(record kind.Record) bool {
			said := plainly(richtext.Plain(kind.Text(record.Facts, textPart)))
			return strings.EqualFold(kind.Text(record.Facts, nameField), r.Name) && said == text
		},
		func(record kind.Record) bool {
			return r.Name != "" && strings.EqualFold(kind.Text(record.Facts, nameField), r.Name) && r.Date != "" &&
				kind.Text(record.Facts, dateField.Name) == r.Date &&
				strings.EqualFold(kind.Text(record.Facts, sourceField.Name), source)
		},
	}
	for _, is := range alike {
		for _, record := range set.Records {
			if !met[record.ID] && is(record) {
				return record, true
			}
		}
	}
	return kind.Record{}, false
}

// plainly is a text to compare: without white space and case.
func plainly(text string) string { return strings.ToLower(strings.Join(strings.Fields(text), " ")) }

// textsOf are the facts of a published review, as they are typed. A text is escaped, so that none of it is markup.
func textsOf(set kind.Set, source string, r reviews.Review, locale string) map[string]string {
	texts := map[string]string{sourceField.Name: source}
	say := func(field, text string) {
		if text != "" {
			texts[field] = text
		}
	}
	say(nameField, r.Name)
	say(textPart, richtext.Escape(r.Text))
	say(dateField.Name, r.Date)
	say(linkField.Name, r.Link)
	if s, err := (scoreType{}).Parse(r.Rating); err == nil && r.Rating != "" {
		given := s.(score)
		if given.Of == scaleOf(set) {
			given.Of = 0
		}
		say(ratingField.Name, given.String())
	}
	if language := baseOf(r.Language); language != "" && language != baseOf(locale) {
		if value, err := (kind.LanguageType{}).Parse(r.Language); err == nil {
			say(languageField.Name, value.String())
		}
	}
	return texts
}

// baseOf is the language of a tag without its region.
func baseOf(tag string) string {
	base, _, _ := strings.Cut(strings.TrimSpace(tag), "-")
	return strings.ToLower(base)
}

// compared are the facts that a published review may change.
var compared = []string{nameField, ratingField.Name, textPart, dateField.Name, linkField.Name}

// difference is what a published review says otherwise than the set.
func difference(set kind.Set, record kind.Record, texts map[string]string) (kind.Comparison, bool) {
	line := kind.Comparison{Where: set.NameOf(record), Key: "changed-" + record.ID}
	var was, is []string
	for _, field := range compared {
		now, then := kind.Text(record.Facts, field), texts[field]
		if then == "" || now == then || field == textPart && plainly(richtext.Plain(now)) == plainly(richtext.Plain(then)) {
			continue
		}
		line.Edits = append(line.Edits, kind.FactEdit{Record: record.ID, Key: field, Text: then})
		was, is = append(was, shorten(now)), append(is, shorten(then))
	}
	line.Old, line.New = strings.Join(was, " · "), strings.Join(is, " · ")
	return line, len(line.Edits) > 0
}

// shown is a published review in a line.
func shown(r reviews.Review) string {
	return strings.Trim(strings.Join([]string{r.Rating, shorten(r.Text)}, " "), " ")
}

// shorten keeps the beginning of a text.
func shorten(text string) string {
	const most = 80
	if runes := []rune(text); len(runes) > most {
		return string(runes[:most]) + "…"
	}
	return text
}
