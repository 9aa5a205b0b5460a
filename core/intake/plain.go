package intake

import (
	"cmp"
	"fmt"
	"maps"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"

	"rubrel/core/kind"
	"rubrel/core/money"
)

// Plain is how a list is read, derived from a kind's fields: a line is the field that its heading names, or where it
// has none the only one that holds what its cells hold; of a field that goes over an axis, each line is an item. The
// help and the example are what the screen shows.
func Plain(fields []kind.Field, help, example string) *kind.Intake {
	p := plain{fields: fields}
	roles := make([]kind.Role, 0, len(fields)+1)
	for _, f := range fields {
		roles = append(roles, kind.Role{Name: f.Name, Label: f.Label})
	}
	roles = append(roles, kind.Role{Name: kind.FeaturedRole, Label: "featured (yes or no)"})
	if p.ofPeople() {
		roles = append(roles, kind.Role{Name: familyRole, Label: familyRole}, kind.Role{Name: degreeRole, Label: degreeRole})
	}
	in := &kind.Intake{Help: help, Example: example, Roles: append(roles, kind.Role{Name: kind.KeyRole,
		Label: kind.KeyLabel}, kind.Role{Name: kind.SkipRole, Label: "leave out"}), Guess: p.guess, Claim: p.claim,
		Numbers: p.numbers, IsValue: p.isValue,
		Weigh: p.weigh, Build: p.build,
		Unknown: "no field is called so", ByHeadings: true}
	if p.numbered() >= 0 {
		in.Cut = p.cut
	}
	return in
}

// WithFiles adds formats of files to how a list is read.
func WithFiles(in *kind.Intake, formats ...kind.FileFormat) *kind.Intake {
	in.Files = append(in.Files, formats...)
	return in
}

type plain struct {
	fields []kind.Field
}

// familyRole is a line of family names, where another has the names that people are given, under headings of
// givenNames.
const (
	familyRole = "family name"
	givenNames = "given name"
)

// degreeRole is a line of what stands before names: Dr., Prof.
const degreeRole = "degree"

// degreePattern is an academic degree or title as it stands before a name: common practice.
var degreePattern = regexp.MustCompile(`(?i)^(?:prof|dr|drs|dipl|mag|mgr|mudr|judr|univ)\b[.\s-]*` +
	`(?:(?:prof|dr|dipl|ing|lic|med|dent|vet|jur|phil|rer|nat|habil|h\.?c)\b[.\s-]*)*$`)

// areDegrees reports whether all texts are degrees.
func areDegrees(texts []string) bool {
	other := func(text string) bool { return !degreePattern.MatchString(text) }
	return len(texts) > 0 && !slices.ContainsFunc(texts, other)
}

// ofPeople reports whether the records are named as people are.
func (p plain) ofPeople() bool { return areOfPeople(p.fields) }

func areOfPeople(fields []kind.Field) bool { return slices.Contains(fields[0].Aliases, "person") }

// weighNames takes a line of names for family names, where another has given names: "Name;Vorname".
func weighNames(lines []*kind.Line, name string) {
	var names, given []*kind.Line
	for _, l := range lines {
		switch {
		case l.Role == familyRole:
			return
		case l.Role == name && Heads(givenNames, l.Label()):
			given = append(given, l)
		case l.Role == name && l.Confidence == kind.Sure:
			names = append(names, l)
		}
	}
	if len(names) != 1 || len(given) != 1 {
		return
	}
	names[0].Guess = kind.Guess{Role: familyRole, Confidence: kind.Likely, Speaks: speaksHeading,
		Reason: fmt.Sprintf("“%s” has the given names", given[0].Label())}
	names[0].Guesses = append([]kind.Guess{names[0].Guess}, names[0].Guesses...)
}

// familyFirst are the languages in which people are called by their family names first: common practice of each.
var familyFirst = []string{"hu", "ja", "ko", "vi", "zh"}

// joinNames puts the family names of people behind their given names, or before them as the language of a site has it,
// and degrees before both.
func joinNames(lines []*kind.Line, name, language string) {
	role := func(role string) *kind.Line {
		i := slices.IndexFunc(lines, func(l *kind.Line) bool { return l.Role == role })
		if i < 0 {
			return nil
		}
		return lines[i]
	}
	given, family, degree := role(name), role(familyRole), role(degreeRole)
	if given == nil && family != nil {
		family.Role = name
		given, family = family, nil
	}
	if given == nil {
		return
	}
	base, _, _ := strings.Cut(language, "-")
	join := func(with *kind.Line, before bool) {
		for i := range given.Cells {
			if with == nil || with.Cells[i].Text == "" {
				continue
			}
			if given.Cells[i].Text == "" && with == degree {
				with.Leave(i, "no name stands behind it")
				continue
			}
			names := []string{given.Cells[i].Text, with.Cells[i].Text}
			if before {
				slices.Reverse(names)
			}
			given.Cells[i].Text = strings.TrimSpace(strings.Join(names, " "))
			with.Place(i, with.Cells[i].Text)
		}
	}
	join(family, slices.Contains(familyFirst, base))
	join(degree, true)
}

// How much a guess speaks for the way in which lines are cut: by a heading, or by the cells alone.
const (
	speaksHeading = 3
	speaksCells   = 2
)

// GuessField lists the fields that a line may be by its heading, those of which its cells are none left out.
func GuessField(fields []kind.Field, l *kind.Line) []kind.Guess {
	var guesses []kind.Guess
	unfit := ""
	matches := matching(fields, l.Label())
	texts := l.Texts()
	for _, m := range matches {
		held := holding(m.field, texts)
		if len(texts) > 0 && held == 0 && !isPlainText(m.field.Type) {
			_, err := m.field.Type.Parse(texts[0])
			unfit = fmt.Sprintf("“%s” is a heading for the %s, and no cell is one: %v", shorten(l.Label(), 30), m.field.Label,
				err)
			continue
		}
		g := kind.Guess{Role: m.field.Name, Confidence: kind.Sure, Reason: fmt.Sprintf("“%s” is a heading for the %s",
			shorten(l.Label(), 30), m.field.Label), Speaks: speaksHeading}
		switch {
		case m.rank == byWord && isPlainText(m.field.Type):
			g.Confidence = kind.Weak
		case m.rank == byWord || m.rank == byWords && len(matches) > 1 && matches[1].rank == matches[0].rank:
			g.Confidence = kind.Likely
		}
		guesses = append(guesses, g)
	}
	if len(guesses) == 0 && unfit != "" {
		return []kind.Guess{{Role: kind.SkipRole, Confidence: kind.Likely, Reason: unfit, Speaks: speaksHeading}}
	}
	// Of two fields that are called alike, that which holds fewer other texts is meant: numbers are a rating before they
	// are a text.
	slices.SortStableFunc(guesses, func(a, b kind.Guess) int {
		if a.Confidence != b.Confidence {
			return int(b.Confidence) - int(a.Confidence)
		}
		return strictness(fields, b.Role) - strictness(fields, a.Role)
	})
	return guesses
}

// strictness is 1 for a field that does not take any text.
func strictness(fields []kind.Field, name string) int {
	for _, f := range fields {
		if f.Name == name && !isPlainText(f.Type) {
			return 1
		}
	}
	return 0
}

// isPlainText reports whether a type takes any text.
func isPlainText(t kind.Type) bool {
	switch t.(type) {
	case kind.TextType, kind.RichType:
		return true
	}
	return false
}

// holding is how many of some texts a field holds.
func holding(f kind.Field, texts []string) int {
	n := 0
	for _, text := range texts {
		if f.Split != nil {
			if said := f.Split(text); said != nil {
				text = said[f.Name]
			}
		}
		if _, err := f.Type.Parse(text); err == nil {
			n++
		}
	}
	return n
}

func (p plain) guess(l *kind.Line, first bool) []kind.Guess {
	texts := l.Texts()
	if l.Label() != "" {
		if p.ofPeople() && Heads(familyRole, l.Label()) {
			return []kind.Guess{{Role: familyRole, Confidence: kind.Sure, Reason: "its heading says so", Speaks: speaksHeading}}
		}
		if p.ofPeople() && areDegrees(texts) {
			return []kind.Guess{{Role: degreeRole, Confidence: kind.Sure, Reason: "its cells are degrees",
				Speaks: speaksHeading}}
		}
		guesses := GuessField(p.fields, l)
		names := len(guesses) > 0 && guesses[0].Role == p.fields[0].Name
		if at := p.numbered(); names && at >= 0 && areMostly(texts, p.isValue) {
			// "Chiffre" is a figure, and may be the number of one.
			guesses[0].Confidence = kind.Weak
			return append([]kind.Guess{{Role: p.fields[at].Name, Confidence: kind.Weak, Speaks: speaksHeading,
				Reason: fmt.Sprintf("its cells are numbers, and “%s” may head these too", shorten(l.Label(), 30))}}, guesses...)
		}
		if names && isCounting(texts) {
			return append([]kind.Guess{{Role: kind.SkipRole, Confidence: kind.Likely, Speaks: speaksHeading,
				Reason: "it only numbers them"}}, guesses...)
		}
		if len(guesses) > 0 {
			return guesses
		}
		if Heads("featured", l.Label()) {
			return []kind.Guess{{Role: kind.FeaturedRole, Confidence: kind.Sure, Reason: "its heading says so",
				Speaks: speaksHeading}}
		}
	}
	if len(texts) == 0 {
		return nil
	}
	if name := p.addresses(texts); name != "" {
		return []kind.Guess{{Role: name, Confidence: kind.Likely, Reason: "its cells are addresses",
			Speaks: speaksCells}}
	}
	if first && !slices.ContainsFunc(texts, p.isValue) {
		g := kind.Guess{Role: p.fields[0].Name, Confidence: kind.Likely, Reason: "it is the first, and has no numbers"}
		if l.Label() == "" {
			g.Speaks = speaksCells
		}
		return []kind.Guess{g}
	}
	return p.byCells(l, texts)
}

// byCells is the only field that holds all of some texts, where these could not be any text.
func (p plain) byCells(l *kind.Line, texts []string) []kind.Guess {
	var guesses []kind.Guess
	if l.Label() == "" && !slices.ContainsFunc(texts, p.isValue) {
		for _, name := range p.textFields(l) {
			guesses = append(guesses, kind.Guess{Role: name, Confidence: kind.Weak, Speaks: 1,
				Reason: "it has no heading, and its cells are texts"})
		}
		if len(guesses) > 0 {
			return guesses
		}
	}
	for _, f := range p.fields[1:] {
		if _, link := f.Type.(kind.LinkType); link && !areAddresses(texts) {
			continue // nearly any text is a place on some site
		}
		if l.Label() != "" && f.Split == nil && !areAddresses(texts) {
			continue // an unknown heading is left out, visibly; but numbers with their units are what such lists are about
		}
		if isPlainText(f.Type) || f.Each != nil || holding(f, texts)*2 <= len(texts) {
			continue
		}
		if _, numeric := f.Type.(kind.Numeric); !numeric && areMostly(texts, isNumbered) {
			continue // "1. chairman" is no telephone number
		}
		if _, ref := f.Type.(kind.RefType); ref {
			continue // any word could be the name of a picture
		}
		guesses = append(guesses, kind.Guess{Role: f.Name, Confidence: kind.Weak,
			Reason: fmt.Sprintf("its cells could be the %s, and no heading says so", f.Label), Speaks: 1})
	}
	if rich := p.richField(); rich != "" && l.Label() == "" && len(guesses) == 0 && areWords(texts) {
		return []kind.Guess{{Role: rich, Confidence: kind.Weak, Speaks: 1, Reason: "it has no heading"}}
	}
	if len(guesses) > 0 && l.Label() == "" {
		guesses[0] = kind.Guess{Role: guesses[0].Role, Confidence: kind.Likely, Speaks: speaksCells,
			Reason: "it has no heading, and its cells could be that"}
	}
	return guesses
}

// areMostly reports whether more than half of some texts are something.
func areMostly(texts []string, is func(string) bool) bool {
	n := 0
	for _, text := range texts {
		if is(text) {
			n++
		}
	}
	return n*2 > len(texts)
}

// isCounting reports whether texts are the numbers from 1 on.
func isCounting(texts []string) bool {
	for i, text := range texts {
		if text != strconv.Itoa(i+1) {
			return false
		}
	}
	return len(texts) > 1
}

// isNumbered reports whether a text has figures, and more letters than these.
func isNumbered(text string) bool {
	letters, figures := 0, 0
	for _, r := range text {
		switch {
		case unicode.IsLetter(r):
			letters++
		case unicode.IsDigit(r):
			figures++
		}
	}
	return figures > 0 && letters > figures
}

// areWords reports whether all texts have letters.
func areWords(texts []string) bool {
	return !slices.ContainsFunc(texts, func(text string) bool { return !strings.ContainsFunc(text, unicode.IsLetter) })
}

// areAddresses reports whether texts are plainly addresses: of the web, of a place on the site, or of e-mail.
func areAddresses(texts []string) bool {
	return !slices.ContainsFunc(texts, func(text string) bool {
		return !kind.IsWebAddress(text) && !strings.HasPrefix(text, "/") && !strings.HasPrefix(text, "#") &&
			!strings.Contains(text, "@")
	})
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

// claim is the line's field, unless each line of it is an item.
func (p plain) claim(l *kind.Line) string {
	for _, f := range p.fields {
		if f.Name == l.Role && len(f.Each) > 0 {
			return ""
		}
	}
	return l.Role
}

func (p plain) numbers(role string) bool {
	for _, f := range p.fields {
		if f.Name == role {
			_, ok := f.Type.(kind.Numeric)
			return ok
		}
	}
	return false
}

var digitFirst = regexp.MustCompile(`^[0-9]`)

// isNumber reports whether a text begins with a number: "80 %", "€ 12,000", "3 of 5 levels".
func isNumber(text string) bool {
	return digitFirst.MatchString(strings.TrimLeft(text, "+-−€$£¥~≈ "))
}

// isValue reports whether a text is a number, an address, an e-mail address or a row of stars: no heading. A year may
// well be one.
func (p plain) isValue(text string) bool {
	if isNumber(text) {
		return !isYear(text)
	}
	if kind.IsWebAddress(text) || strings.Contains(text, "@") {
		return true
	}
	if text == numberSign {
		return false
	}
	return !strings.ContainsFunc(text, unicode.IsLetter) && slices.ContainsFunc(p.fields, func(f kind.Field) bool {
		_, err := f.Type.Parse(text)
		return err == nil && !isPlainText(f.Type)
	})
}

// numberSign heads what numbers the records.
const numberSign = "#"

var yearPattern = regexp.MustCompile(`^(?:19|20)[0-9]{2}$`)

// isYear reports whether a text may be the heading of a year's numbers.
func isYear(text string) bool { return yearPattern.MatchString(text) }

// usualName is how long names are at most, on average, in characters: common practice.
const usualName = 30

// weigh finds what names the records, and what they say at length, where no heading does: the texts that are short, and
// those that are long.
func (p plain) weigh(lines []*kind.Line) {
	name := p.fields[0].Name
	if p.ofPeople() {
		weighNames(lines, name)
	}
	headed := func(l *kind.Line) bool { return l.Label() != "" }
	if slices.ContainsFunc(lines, func(l *kind.Line) bool { return l.Role == name && l.Confidence == kind.Sure }) {
		return
	}
	var texts []*kind.Line
	for _, l := range lines {
		isText := len(l.Texts()) > 0 && areWords(l.Texts()) && !slices.ContainsFunc(l.Texts(), p.isValue)
		isOpen := l.Role == kind.SkipRole || l.Role == name || !headed(l) && l.Confidence == kind.Weak
		if isText && isOpen && l.Reason != saidReason {
			texts = append(texts, l)
		}
	}
	if len(texts) == 0 {
		p.nameOther(lines)
		return
	}
	slices.SortStableFunc(texts, func(a, b *kind.Line) int { return cmp.Compare(length(a), length(b)) })
	first := texts[0]
	named := p.fields[0].Required // what may have no name may begin with anything
	if slices.Contains(texts, lines[0]) && length(lines[0]) <= usualName && (named || headed(lines[0])) {
		first = lines[0]
	}
	confidence := kind.Weak
	if first == lines[0] && (named || headed(first)) || len(texts) == 1 && (first == lines[0] || named && !headed(first)) {
		confidence = kind.Likely
	}
	first.Guess = kind.Guess{Role: name, Confidence: confidence,
		Reason: "its texts are short, and no heading says what they are"}
	first.Guesses = append([]kind.Guess{first.Guess}, first.Guesses...)
	rich, last := p.richField(), texts[len(texts)-1]
	if rich == "" || last == first || headed(last) || slices.ContainsFunc(lines, func(l *kind.Line) bool {
		return l.Role == rich && l.Reason == saidReason
	}) {
		return
	}
	for _, l := range texts {
		if l.Role == rich {
			l.Guess = kind.Guess{Role: kind.SkipRole, Reason: "no heading says what it is"}
		}
	}
	last.Guess = kind.Guess{Role: p.textFields(last)[0], Confidence: kind.Weak,
		Reason: "its texts are the longest, and no heading says what they are"}
	if len(texts) == 2 && confidence == kind.Likely && !p.ofPeople() {
		last.Confidence = kind.Likely // a name, and what is said of it
	}
	last.Guesses = append([]kind.Guess{last.Guess}, last.Guesses...)
}

// nameOther doubts a line of other texts, each another, where nothing else names the records and something has to.
func (p plain) nameOther(lines []*kind.Line) {
	if !p.fields[0].Required {
		return
	}
	for _, l := range lines {
		at := slices.IndexFunc(p.fields, func(f kind.Field) bool { return f.Name == l.Role })
		texts := l.Texts()
		if at < 0 || !isPlainText(p.fields[at].Type) || len(texts) < len(l.Cells) || l.Reason == saidReason ||
			len(slices.Compact(slices.Sorted(slices.Values(texts)))) < len(texts) {
			continue
		}
		name := kind.Guess{Role: p.fields[0].Name, Confidence: kind.Weak, Reason: "nothing else in the list names them"}
		l.Guesses = append([]kind.Guess{name}, l.Guesses...)
		l.Guess = name
		return
	}
}

// positionName is what people are: the field of a kind that is called so itself.
const positionName = "position"

// textFields are the fields that texts without a heading may be, the likeliest first: of people what is said in few
// words is their position.
func (p plain) textFields(l *kind.Line) (names []string) {
	if rich := p.richField(); rich != "" {
		names = append(names, rich)
	}
	if p.ofPeople() {
		for _, f := range p.fields[1:] {
			if rankOf(f, positionName) == byName {
				names = append(names, f.Name)
			}
		}
		if length(l) <= usualName {
			slices.Reverse(names)
		}
	}
	return names
}

// richField is the field of a record that holds its text; "" where the kind has none.
func (p plain) richField() string {
	for _, f := range p.fields[1:] {
		if _, rich := f.Type.(kind.RichType); rich && f.Group == "" {
			return f.Name
		}
	}
	return ""
}

// length is how long the texts of a line are on average, in characters.
func length(l *kind.Line) int {
	n := 0
	for _, text := range l.Texts() {
		n += len([]rune(text))
	}
	return n / max(1, len(l.Texts()))
}

func (p plain) build(k *kind.Kind, lines []*kind.Line, s kind.IntakeSettings) kind.Set {
	set := kind.Set{Kind: k, Axes: map[string][]kind.Item{}, Facts: map[string]kind.Value{}}
	joinNames(lines, k.Fields[0].Name, s.Language)
	records, columns := Records(k, lines)
	set.Records = records
	// What a line of its own says comes before what is split off the cells of another.
	for _, splits := range []bool{false, true} {
		for _, l := range lines {
			field, _ := k.FieldNamed(l.Role)
			if !slices.Contains([]string{kind.SkipRole, kind.KeyRole, familyRole, degreeRole, k.Fields[0].Name}, l.Role) &&
				(field.Split != nil) == splits {
				p.line(&set, l, columns, s)
			}
		}
	}
	p.unmade(&set, lines, columns)
	return set
}

// line reads one line's cells into the records.
func (p plain) line(set *kind.Set, l *kind.Line, columns []int, s kind.IntakeSettings) {
	field, _ := set.Kind.FieldNamed(l.Role)
	key := field.Name
	if len(field.Each) == 1 {
		item, err := newItem(set, field.Each[0], l.Label(), s.Language)
		if err != nil {
			l.LeaveAll(err.Error())
			return
		}
		key = kind.FactKey{Field: field.Name, Items: []string{item}}.String()
	}
	for column, record := range columns {
		cell := l.Cells[column]
		switch {
		case record < 0 || cell.Text == "" || cell.Fate != kind.Unread:
		case l.Role == kind.FeaturedRole && !set.Kind.CanFeature:
			l.Leave(column, "no %s can be featured", set.Kind.One)
		case l.Role == kind.FeaturedRole:
			set.Records[record].Featured = Feature(l, column, s)
		case key != field.Name:
			if value, err := parse(field, cell.Text, s); err != nil {
				l.Refuse(column, "%v", err)
			} else {
				set.Records[record].Facts[key] = value
				l.Place(column, value.String())
			}
		default:
			p.read(set.Kind, l, column, field, set.Records[record].Facts, s)
		}
	}
}

// newItem adds the item of an axis that a line's heading names to a set, and gives its ID.
func newItem(set *kind.Set, name, label, language string) (string, error) {
	axis, _ := set.Kind.AxisNamed(name)
	if len(set.Axes[name]) >= axis.Most {
		return "", fmt.Errorf("a list has at most %d of these", axis.Most)
	}
	if label == "" {
		label = fmt.Sprintf("%s %d", axis.One, len(set.Axes[name])+1)
	}
	texts, err := axis.TextsFor(label, language)
	if err != nil {
		return "", err
	}
	item := kind.Item{ID: fmt.Sprintf("%s-%d", axis.One, len(set.Axes[name])+1), Facts: map[string]kind.Value{}}
	for _, f := range axis.Fields {
		if text, said := texts[f.Name]; said {
			if item.Facts[f.Name], err = f.Type.Parse(text); err != nil {
				return "", err
			}
		}
	}
	set.Axes[name] = append(set.Axes[name], item)
	return item.ID, nil
}

// read reads one cell, which may say several fields.
func (p plain) read(k *kind.Kind, l *kind.Line, column int, field kind.Field, facts map[string]kind.Value,
	s kind.IntakeSettings) {
	texts := map[string]string{field.Name: l.Cells[column].Text}
	if field.Split != nil {
		split := field.Split(l.Cells[column].Text)
		if unit := unitOf(l.Label()); unit != "" && len(split) == 1 { // a number alone, of what its heading says
			if with := field.Split(l.Cells[column].Text + " " + unit); with != nil {
				split = with
			}
		}
		if split != nil {
			texts = split
		}
	}
	values := map[string]kind.Value{}
	for _, name := range slices.Sorted(maps.Keys(texts)) {
		f, _ := k.FieldNamed(name)
		value, err := parse(f, texts[name], s)
		if err != nil {
			l.Refuse(column, "%v", err)
			return
		}
		values[name] = value
	}
	said := ""
	for _, name := range slices.Sorted(maps.Keys(values)) {
		f, _ := k.FieldNamed(name)
		if held, taken := facts[name]; taken && name != field.Name && held.String() != values[name].String() {
			l.LeavePart(column, values[name].String(), fmt.Sprintf("a line of its own says the %s", f.Label))
			continue // a column of its own says it
		}
		facts[name] = values[name]
		if name != field.Name {
			said += ", " + f.Label + " " + values[name].String()
		}
	}
	l.Place(column, values[field.Name].String()+said)
}

// parse reads a text by its field's type; numbers by the mark before the list's fractions.
func parse(f kind.Field, text string, s kind.IntakeSettings) (kind.Value, error) {
	if numeric, ok := f.Type.(kind.Numeric); ok {
		text = numeric.Numbers().Replace(text, func(number string) string {
			written, err := money.ReadWritten(number, Marks(number, s.Decimal))
			if err != nil {
				return number
			}
			return written.Amount.String()
		})
	}
	value, err := f.Type.Parse(text)
	if err != nil {
		return nil, err
	}
	return value, s.Knows(value)
}

// unmade takes the records out that lack what must be said. Their cells are left, and where what they lack was refused
// it is asked.
func (p plain) unmade(set *kind.Set, lines []*kind.Line, columns []int) {
	var kept []kind.Record
	for column, record := range columns {
		if record < 0 {
			continue
		}
		r := set.Records[record]
		lacks := ""
		for _, f := range set.Kind.Fields[1:] {
			if _, said := r.Facts[f.Name]; f.Required && !said {
				lacks = f.Label
			}
		}
		if lacks == "" {
			kept = append(kept, r)
			continue
		}
		for _, l := range lines {
			if l.Cells[column].Fate == kind.Placed {
				l.Leave(column, "this %s has no %s, without which there is none", set.Kind.One, lacks)
			}
		}
	}
	set.Records = kept
}
