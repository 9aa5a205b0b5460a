package intake

import (
	"fmt"
	"slices"
	"strings"
	"unicode"

	"rubrel/core/kind"
)

// arrange finds out whether records stand across or down, and cuts the sheet into lines.
func (r *reader) arrange(s sheet) {
	if s.text {
		r.Arrangement, r.bare = kind.Down, !s.labelled && (len(s.rows[0]) > 1 || !r.isHeading(s.at(0, 0).Text))
		r.Lines = r.lines(s, r.Arrangement)
		g := kind.Guess{Confidence: kind.Sure, Reason: "so its lines read"}
		if s.doubted {
			g = kind.Guess{Confidence: kind.Weak, Reason: "before a colon there may be who it is, or what"}
		}
		for i, role := range s.roles {
			if l := r.Lines[i]; r.knows(role) {
				g.Role = role
				l.Guesses = append([]kind.Guess{g}, l.Guesses...)
			}
		}
		return
	}
	acrossSpeaks, downSpeaks := r.speaks(s, kind.Across), r.speaks(s, kind.Down)
	if s.at(0, 0).Text == "" && len(s.rows) > 0 {
		acrossSpeaks++ // an empty corner: a list that goes down has a heading there too
	}
	r.Arrangement = kind.Across
	const near = 0.2 // on average: less is as good as nothing
	contested := acrossSpeaks < downSpeaks+near && downSpeaks < acrossSpeaks+near
	if across, down := r.areHeadings(column(s, 0)), r.areHeadings(s.rows[0]); contested && across != down {
		contested = false
		if down {
			downSpeaks = acrossSpeaks + 1
		} else {
			acrossSpeaks = downSpeaks + 1
		}
	}
	if downSpeaks > acrossSpeaks || contested && r.in.ByHeadings {
		r.Arrangement = kind.Down
	}
	if contested && r.in.ByHeadings && (len(s.rows) > s.width()+1 || s.spaced) {
		contested = false // long lists go down, and what is written as a text goes line by line
	}
	if r.areHeadings(s.rows[0]) && len(s.rows) == 1 {
		r.Arrangement, contested = kind.Down, false // headings of nothing
	}
	said, answered := r.answer(DirectionQuestion)
	answered = answered && (said == string(kind.Across) || said == string(kind.Down))
	if answered || contested && len(s.rows) > 1 && s.width() > 1 {
		r.Arrangement = kind.Arrangement(r.ask(Question{ID: DirectionQuestion,
			Why: fmt.Sprintf("the %s may stand across or down", r.Kind.Many), Taken: string(r.Arrangement),
			Choices: []Choice{{string(kind.Across), "one column each", example(s.rows[0])},
				{string(kind.Down), "one row each", example(column(s, 0))}}}))
	}
	r.bare = r.isBare(s)
	r.Lines = r.lines(s, r.Arrangement)
	r.findRagged(s)
}

// areHeadings reports whether several texts are all headings that are known.
func (r *reader) areHeadings(cells []kind.PastedCell) bool {
	return len(cells) > 1 && !slices.ContainsFunc(cells, func(c kind.PastedCell) bool {
		return r.headed(&kind.Line{Heading: c}) == ""
	})
}

// isBare reports whether a list has no headings, though nothing among the first is plainly a value: where none is known
// it is asked, and they are taken for headings where all are short and written otherwise than what they head.
func (r *reader) isBare(s sheet) bool {
	heads := column(s, 0)
	if r.Arrangement == kind.Down && len(s.rows) > 0 {
		heads = s.rows[0]
	}
	_, answered := r.answer(HeadingsQuestion)
	if !answered && (!r.in.ByHeadings || len(s.rows) < 2 || s.width() < 2) {
		return false
	}
	years := 0
	for _, c := range heads {
		if isYear(c.Text) {
			years++
		}
	}
	if years > 1 {
		return false // each heads its numbers
	}
	short, alike := true, true
	for i, c := range heads {
		if c.Text == "" || !answered && (r.headed(&kind.Line{Heading: c}) != "" || r.in.IsValue(c.Text)) {
			return false
		}
		words := len(strings.Fields(c.Text))
		short = short && words <= 3 && (i > 0 || words == 1)
		below := s.rows[min(i, len(s.rows)-1)]
		if r.Arrangement == kind.Down {
			below = column(s, i)
		}
		alike = alike && isWrittenLike(c, below[1:])
	}
	q := Question{ID: HeadingsQuestion, Line: heads[0].Line, Column: heads[0].Column, Text: example(heads),
		Why: "these may be headings, or belong to the list", Taken: "no", Choices: []Choice{
			{Value: "yes", Label: "they are headings"}, {Value: "no", Label: "they belong to the list"}}}
	if short && !alike {
		q.Taken = "yes"
	}
	return r.ask(q) == "no"
}

// isWrittenLike reports whether a text has as many words as most others, and begins with a capital as they do.
func isWrittenLike(c kind.PastedCell, others []kind.PastedCell) bool {
	sort := func(c kind.PastedCell) string {
		first := []rune(c.Text)[0]
		return fmt.Sprint(len(strings.Fields(c.Text)), unicode.IsUpper(first), unicode.IsDigit(first))
	}
	like, filled := 0, 0
	for _, other := range others {
		if other.Text != "" {
			filled++
			if sort(other) == sort(c) {
				like++
			}
		}
	}
	return like*2 > filled
}

func column(s sheet, at int) []kind.PastedCell {
	var cells []kind.PastedCell
	for i := range s.rows {
		cells = append(cells, s.at(i, at))
	}
	return cells
}

// speaks is how much on average speaks for what the lines of an arrangement are.
func (r *reader) speaks(s sheet, arrangement kind.Arrangement) float64 {
	lines := r.lines(s, arrangement)
	series := r.series(lines)
	sum, speaking := 0, 0
	for _, l := range lines {
		if len(l.Texts()) == 0 {
			continue // a heading over others says nothing of the way in which they stand
		}
		speaking++
		if len(l.Guesses) > 0 && !series[l] {
			sum += l.Guesses[0].Speaks
		}
		if r.in.ByHeadings {
			sum += r.sorts(l)
		}
	}
	return float64(sum) / float64(max(1, speaking))
}

// series are lines that are called like each other, as records are: Plan A, Plan B. What follows the word that they
// have in common says nothing that is known, as "a month" would. Where cells speak for a line it is none of them.
func (r *reader) series(lines []*kind.Line) map[*kind.Line]bool {
	byWord := map[string][]*kind.Line{}
	for _, l := range lines {
		word, rest, ok := strings.Cut(strings.ToLower(strings.TrimSpace(l.Label())), " ")
		named := len(l.Guesses) > 0 && l.Guesses[0].Speaks == speaksHeading && !isOwn(l)
		if ok && named && r.headed(&kind.Line{Heading: kind.PastedCell{Text: rest}}) == "" &&
			(r.in.Qualifies == nil || !r.in.Qualifies(rest)) {
			byWord[word] = append(byWord[word], l)
		}
	}
	found := map[*kind.Line]bool{}
	for _, alike := range byWord {
		for _, l := range alike {
			found[l] = len(alike) > 1
		}
	}
	return found
}

// sorts is how much the cells of a line speak for its being one: all of them are values, or some.
func (r *reader) sorts(l *kind.Line) int {
	texts, values := l.Texts(), 0
	for _, text := range texts {
		if r.in.IsValue(text) {
			values++
		}
	}
	switch {
	case values == 0 || len(texts) < 2:
		return 0
	case values == len(texts):
		return 1
	}
	return -1
}

// lines cuts the sheet into lines and guesses what each may be.
func (r *reader) lines(s sheet, arrangement kind.Arrangement) []*kind.Line {
	// at gives the cell of a line by its place in it, the heading included.
	at := func(line, place int) kind.PastedCell { return s.at(line, place) }
	count, places := len(s.rows), s.width()
	if arrangement == kind.Down {
		at = func(line, place int) kind.PastedCell { return s.at(place, line) }
		count, places = places, count
	}
	headed := !r.bare && r.isHeaded(count, at)
	var lines []*kind.Line
	for i := range count {
		l := &kind.Line{}
		first := 0
		if headed {
			l.Heading, first = at(i, 0), 1
		}
		for place := first; place < places; place++ {
			l.Cells = append(l.Cells, at(i, place))
		}
		l.Guesses = r.guess(l, i == 0)
		lines = append(lines, l)
	}
	return lines
}

// isHeaded reports whether lines begin with headings: none of them is plainly a value. Several years are headings,
// each of its numbers.
func (r *reader) isHeaded(count int, at func(line, place int) kind.PastedCell) bool {
	years := 0
	for i := range count {
		text := at(i, 0).Text
		if text != "" && r.in.IsValue(text) && r.headed(&kind.Line{Heading: at(i, 0)}) == "" {
			return false
		}
		if isYear(text) {
			years++
		}
	}
	return years != 1 // one alone is a number
}

// assign gives every line its role: what was said, or the likeliest; and asks where that is weak, or where two lines
// say the same.
func (r *reader) assign() {
	said := map[string]bool{}
	nth := map[string]int{}
	ids := make([]string, len(r.Lines))
	for i, l := range r.Lines {
		ids[i] = RoleQuestion(l.Label(), nth[l.Label()])
		nth[l.Label()]++
		l.Guess = kind.Guess{Role: kind.SkipRole, Reason: r.in.Unknown}
		if len(l.Guesses) > 0 {
			l.Guess = l.Guesses[0]
		}
		if role, ok := r.answer(ids[i]); ok && r.knows(role) {
			l.Guess = kind.Guess{Role: role, Confidence: kind.Sure, Reason: saidReason}
			said[ids[i]] = true
		}
	}
	if r.in.Weigh != nil {
		r.in.Weigh(r.Lines)
	}
	for i, l := range r.Lines { // whatever the lines say beside each other
		switch role, _ := r.answer(ids[i]); {
		case said[ids[i]]:
			l.Guess = kind.Guess{Role: role, Confidence: kind.Sure, Reason: saidReason}
		case isOwn(l):
			l.Guess = l.Guesses[0]
		}
	}
	r.findKey(ids, said)
	r.roles, r.RoleIDs = nil, ids
	r.contest(ids, said)
	for i, l := range r.Lines {
		asked := slices.ContainsFunc(r.roles, func(q Question) bool { return q.ID == ids[i] })
		if !said[ids[i]] && !asked && l.Confidence == kind.Weak && l.Role != kind.SkipRole {
			r.roles = append(r.roles, r.roleQuestion(ids[i], l, l.Reason))
		}
	}
}

// saidReason is why a line is what the designer said.
const saidReason = "you said so"

func (r *reader) knows(role string) bool {
	for _, own := range r.own {
		if own.Role == role {
			return true
		}
	}
	return role == kind.SkipRole || slices.ContainsFunc(r.in.Roles, func(x kind.Role) bool { return x.Name == role })
}

// contest settles which of the lines that say the same is taken, and asks what the others are.
func (r *reader) contest(ids []string, said map[string]bool) {
	claims := map[string][]int{}
	var order []string
	for i, l := range r.Lines {
		if claim := r.in.Claim(l); claim != "" && l.Role != kind.SkipRole {
			if claims[claim] == nil {
				order = append(order, claim)
			}
			claims[claim] = append(claims[claim], i)
		}
	}
	for _, claim := range order {
		lines := claims[claim]
		if len(lines) < 2 {
			continue
		}
		best := lines[0]
		for _, i := range lines[1:] {
			switch l, b := r.Lines[i], r.Lines[best]; {
			case said[ids[i]] != said[ids[best]]:
				if said[ids[i]] {
					best = i
				}
			case l.Confidence > b.Confidence:
				best = i
			}
		}
		for _, i := range lines {
			if i != best {
				r.lose(ids[i], r.Lines[i], r.Lines[best])
			}
		}
	}
}

// lose takes a line's role from it, which another has.
func (r *reader) lose(id string, l, winner *kind.Line) {
	why := fmt.Sprintf("“%s” and “%s” would both be the %s, and only one can be", nameOf(winner), nameOf(l),
		r.roleLabel(l.Role))
	q := r.roleQuestion(id, l, why)
	l.Guess = kind.Guess{Role: kind.SkipRole, Reason: why}
	q.Taken = kind.SkipRole
	r.roles = append(r.roles, q)
}

// nameOf is what a line is called: by its heading, or by how it begins.
func nameOf(l *kind.Line) string {
	if l.Label() != "" {
		return shorten(l.Label(), 30)
	}
	return example(l.Cells)
}

// roleQuestion asks what a line is.
func (r *reader) roleQuestion(id string, l *kind.Line, why string) Question {
	q := Question{ID: id, Line: l.Heading.Line, Column: l.Heading.Column, Text: l.Label(), Why: why, Taken: l.Role,
		Example: example(l.Cells)}
	if q.Line == 0 && len(l.Cells) > 0 {
		q.Line, q.Column, q.Text = l.Cells[0].Line, l.Cells[0].Column, l.Cells[0].Text
	}
	for _, g := range l.Guesses {
		if g.Role != kind.SkipRole && !q.offers(g.Role) {
			q.Choices = append(q.Choices, Choice{Value: g.Role, Label: r.roleLabel(g.Role)})
		}
	}
	q.Choices = append(q.Choices, Choice{Value: kind.SkipRole, Label: "leave it out"})
	return q
}

func (r *reader) roleLabel(name string) string {
	for _, role := range r.in.Roles {
		if role.Name == name {
			return role.Label
		}
	}
	return name
}
