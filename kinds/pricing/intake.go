package pricing

import (
	"cmp"
	"regexp"
	"slices"
	"strings"
	"sync"

	"rubrel/core/document"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
)

// periodWords are how lists write periods, with the item that each makes.
var periodWords = []struct {
	id, duration string
	words        []string
}{
	{"once", "once", []string{"once", "lifetime", "one-off", "one off", "one-time", "einmalig", "unique", "fois", "único",
		"tantum", "eenmalig", "gång", "פעמי", "مرة", "買い切り"}},
	{"quarter", "P3M", []string{"quarter", "quarterly", "quartal", "trimestre", "kwartaal", "kvartal", "רבעון", "לרבעון",
		"ربع", "四半期"}},
	{"year", "P1Y", []string{"year", "years", "yearly", "annual", "annually", "yr", "p.a.", "jahr", "jährlich", "an",
		"annuel", "año", "anual", "anno", "jaar", "ano", "år", "rok", "godina", "година", "שנה", "לשנה", "سنويًا", "年", "年間",
		"年額"}},
	{"week", "P1W", []string{"week", "weekly", "wk", "woche", "wöchentlich", "semaine", "semana", "settimana", "vecka",
		"שבוע", "לשבוע", "أسبوعيًا", "週間"}},
	{"day", "P1D", []string{"day", "daily", "tag", "täglich", "jour", "día", "giorno", "dia", "dag", "יום", "ליום",
		"يوميًا", "日"}},
	{"month", "P1M", []string{"month", "months", "monthly", "mo", "mth", "monat", "monatlich", "mois", "mensuel", "mes",
		"mensual", "mese", "maand", "mês", "månad", "måned", "miesiąc", "mesec", "месец", "חודש", "לחודש", "شهريًا", "月",
		"か月", "月額", "个月", "個月"}},
}

var fromPaste = &kind.Intake{
	Help: "plans down or across, with prices, features, ticks and dashes", Currency: currencyOf,
	Example: "\tBasic\tPlus\tPro\nMonthly price\t9\t19\t39\nStorage\t10 GB\t100 GB\t1 TB\nSupport\t–\t✓\t✓",
	Roles:   intakeRoles(), Guess: guess, IsValue: isPrice, Build: build}

func intakeRoles() []kind.Role {
	roles := []kind.Role{}
	for _, f := range fields() {
		if len(f.Each) == 0 {
			roles = append(roles, kind.Role{Name: f.Name, Label: f.Label})
		}
	}
	for i := len(periodWords) - 1; i >= 0; i-- {
		roles = append(
			roles,
			kind.Role{Name: "price:" + periodWords[i].id, Label: "price " + wordsFor("en").Periods[periodWords[i].id]},
		)
	}
	return append(roles,
		kind.Role{Name: "featured", Label: "featured (yes or no)"},
		kind.Role{Name: "feature", Label: "a feature"},
		kind.Role{Name: "features", Label: "a list of features in each cell"},
		kind.Role{Name: kind.SkipRole, Label: "leave out"})
}

var wordPattern = regexp.MustCompile(`[\p{L}\p{M}.\-]+`)

// periodIn finds a period among the words of a text.
func periodIn(text string) (id string, ok bool) {
	words := wordPattern.FindAllString(strings.ToLower(text), -1)
	for _, p := range periodWords {
		for _, word := range words {
			if slices.Contains(p.words, word) || slices.Contains(p.words, strings.Trim(word, ".-")) {
				return p.id, true
			}
		}
	}
	for _, label := range periodLabels() {
		if strings.Contains(strings.ToLower(text), label.text) {
			return label.id, true
		}
	}
	return "", false
}

// periodLabel is how Rubrel itself writes a period.
type periodLabel struct{ text, id string }

// periodLabels are those of every language, the longest first: one may hold another.
var periodLabels = sync.OnceValue(func() []periodLabel {
	var labels []periodLabel
	for _, tag := range wordsByLanguage.Languages() {
		for id, text := range wordsFor(tag).Periods {
			labels = append(labels, periodLabel{strings.ToLower(text), id})
		}
	}
	slices.SortFunc(labels, func(a, b periodLabel) int {
		return cmp.Or(len(b.text)-len(a.text), strings.Compare(a.text+a.id, b.text+b.id))
	})
	return labels
})

// perPattern is a period written after an amount: "/ month", "per year", "a month", "pro Monat".
var perPattern = regexp.MustCompile(`(?i)\s*(?:/|\b(?:per|a|an|each|every|pro|par|por|al)\b)\s*[\p{L}.]+\s*$`)

// splitPrice parts "€9 / month" into the price and the period. What else it is for, as in "$12/user/month", is
// dropped.
func splitPrice(text string) (price, period string) {
	for range 3 {
		at := perPattern.FindStringIndex(text)
		if at == nil || at[0] == 0 || !strings.ContainsAny(text[:at[0]], "0123456789") {
			break
		}
		if id, ok := periodIn(text[at[0]:]); ok && period == "" {
			period = id
		}
		text = strings.TrimSpace(text[:at[0]])
	}
	return text, period
}

// isPrice reports whether a text is an amount with a currency.
func isPrice(text string) bool {
	price, _ := splitPrice(text)
	p, written, err := pricing.ReadPrice(price, money.Separators{})
	return err == nil && p.Words == "" && written.Currency != ""
}

// guess weighs a line's label against the fields' names, and its cells against what fields hold.
func guess(label string, cells []string, first bool) (string, int) {
	prices, inclusions, lists, links, filled := 0, 0, 0, 0, 0
	period := ""
	for _, cell := range cells {
		if cell == "" {
			continue
		}
		filled++
		price, per := splitPrice(cell)
		if per != "" {
			period = per
		}
		if p, written, err := pricing.ReadPrice(price, money.Separators{}); err == nil && p.Words == "" {
			prices++
			if written.Currency != "" {
				prices++
			}
		}
		if kind.IsInclusionWord(cell) {
			inclusions++
		}
		if len(featureLines(cell)) > 1 {
			lists++
		}
		if strings.HasPrefix(cell, "http") || strings.HasPrefix(cell, "/") {
			links++
		}
	}
	labelPeriod, hasPeriod := periodIn(label)
	if hasPeriod && period == "" {
		period = labelPeriod
	}
	name := matchField(label)
	if !holds(name, cells) {
		name = ""
	}
	switch {
	case filled == 0:
		return kind.SkipRole, 0
	case strings.EqualFold(label, "featured") || strings.EqualFold(label, "highlighted"):
		return "featured", 2
	case name == "price" || name == "" && hasPeriod && prices > 0:
		if period == "" {
			period = "month"
		}
		return "price:" + period, 3
	case name != "" && name != "title":
		return name, 3
	case links == filled:
		return "link", 2
	case name == "title" || first && prices == 0 && (inclusions == 0 || label == "" && inclusions < filled):
		if first {
			return "title", 3
		}
		return "title", 2
	case prices > filled: // most carry a currency
		if period == "" {
			period = "month"
		}
		return "price:" + period, 2
	case lists*2 > filled:
		return "features", 2
	case inclusions*2 >= filled:
		return "feature", 2
	case label == "" && !first && prices == 0: // nothing names the line, so each text is a feature itself
		return "features", 1
	}
	return "feature", 0
}

// holds reports whether cells are what a field holds: a line headed "Users" with 5, 20 and unlimited is a feature, and
// one with 1-3 and 4-10 says which plan fits. Text and prices are read more loosely elsewhere.
func holds(name string, cells []string) bool {
	fields := fields()
	i := slices.IndexFunc(fields, func(f kind.Field) bool { return f.Name == name })
	if i < 0 || fields[i].Group == "" {
		return true
	}
	spans := false
	for _, cell := range cells {
		value, err := fields[i].Type.Parse(cell)
		if cell != "" && err != nil {
			return false
		}
		if r, ok := value.(pricing.Range); ok && r.From != r.To {
			spans = true
		}
	}
	_, ranged := fields[i].Type.(pricing.RangeType)
	return spans || !ranged
}

// matchField finds the field that a heading names.
func matchField(label string) string {
	label = strings.ToLower(strings.TrimSpace(strings.TrimSuffix(label, ":")))
	bare := strings.TrimSpace(bracketPattern.ReplaceAllString(label, ""))
	for _, f := range fields() {
		for _, alias := range append([]string{f.Name, f.Label}, f.Aliases...) {
			if bare == alias || label == alias {
				return f.Name
			}
		}
	}
	for _, word := range wordPattern.FindAllString(bare, -1) {
		if word == "price" || word == "prices" || word == "preis" || word == "prix" || word == "fee" || word == "cost" {
			return "price"
		}
	}
	return ""
}

var bracketPattern = regexp.MustCompile(`[(\[][^)\]]*[)\]]`)

// featureLines cuts a cell that lists features.
func featureLines(cell string) []string {
	lines := strings.FieldsFunc(cell, func(r rune) bool { return r == '\n' || r == ';' || r == '•' })
	var out []string
	for _, line := range lines {
		if line = strings.TrimSpace(line); line != "" {
			out = append(out, line)
		}
	}
	return out
}

// builder gathers a set from the lines.
type builder struct {
	set      kind.Set
	problems []kind.Problem
	options  kind.IntakeOptions
	decimal  money.Separators
}

func build(k *kind.Kind, lines []kind.Line, options kind.IntakeOptions) (kind.Set, []kind.Problem) {
	b := &builder{options: options, decimal: money.Separators{Decimal: options.Decimal}}
	b.set = kind.Set{Kind: k, Axes: map[string][]kind.Item{},
		Facts: map[string]kind.Value{
			"button": kind.TextValue(wordsFor(options.Language).Choose),
			"link":   kind.TextValue("#"),
		}}
	if options.Decimal == 0 {
		b.decimal.Decimal = decimalMark(lines)
	}
	b.options.Currency = cmp.Or(b.options.Currency, defaultCurrency)
	records, columns, problems := intake.Records(k, lines)
	b.set.Records, b.problems = records, problems
	for _, line := range lines {
		b.line(line, columns)
	}
	if len(b.set.Items("periods")) == 0 {
		b.period("month")
	}
	if len(b.set.Items("currencies")) == 0 {
		b.currency(b.options.Currency)
	}
	return b.set, b.problems
}

func (b *builder) line(line kind.Line, columns []int) {
	if line.Role == kind.SkipRole {
		return
	}
	feature := ""
	for column, record := range columns {
		cell := line.Cells[column]
		if record < 0 || cell == "" {
			continue
		}
		facts := b.set.Records[record].Facts
		period, isPrice := strings.CutPrefix(line.Role, "price:")
		switch {
		case isPrice:
			b.price(line, column, record, period)
		case line.Role == "featured":
			v, err := kind.InclusionType{}.Parse(b.options.Cross.Read(cell))
			if err == nil {
				b.set.Records[record].Featured = v.(kind.Inclusion).Has
				line.Read[column] = v.String()
			}
		case line.Role == "features":
			b.list(line, column, record)
		case line.Role == "feature":
			if feature == "" {
				name := line.Label
				if name == "" {
					name = "Feature"
				}
				if feature = b.feature(line, column, name); feature == "" {
					return
				}
			}
			b.fact(line, column, facts, "feature:"+feature, kind.InclusionType{}, b.options.Cross.Read(cell))
		default:
			f, _ := b.set.Kind.FieldNamed(line.Role)
			b.fact(line, column, facts, f.Name, f.Type, cell)
		}
	}
}

func (b *builder) fact(line kind.Line, column int, facts map[string]kind.Value, key string, t kind.Type, text string) {
	v, err := t.Parse(text)
	if err != nil {
		b.problems = append(b.problems, line.Problem(column, "%v", err))
		return
	}
	facts[key] = v
	line.Read[column] = v.String()
}

func (b *builder) price(line kind.Line, column, record int, period string) {
	text, own := splitPrice(line.Cells[column])
	if own != "" {
		period = own
	}
	price, written, err := pricing.ReadPrice(text, b.decimal)
	code := written.Currency
	if code == "" {
		code = cmp.Or(currencyIn(line.Label), currencyOf([]kind.Line{line}), b.options.Currency)
	}
	unit, unitErr := money.CurrencyByCode(code)
	switch {
	case err != nil:
		b.problems = append(b.problems, line.Problem(column, "%v", err))
		return
	case unitErr != nil:
		b.problems = append(b.problems, line.Problem(column, "%v", unitErr))
		return
	case price.Amount.Places() > unit.Digits:
		b.problems = append(b.problems, line.Problem(column, "%s has more decimals than %s, which has %d; say which mark "+
			"stands before the fraction", price.Amount, code, unit.Digits))
		return
	case written.Ambiguous:
		b.problems = append(b.problems, line.Problem(column, "%q was read as %s; if the mark stands before a fraction, say "+
			"so", text, price.Amount))
	}
	b.set.Records[record].Facts["price:"+b.period(period)+":"+b.currency(code)] = price
	line.Read[column] = price.String()
	if price.HasAmount() && !price.Free {
		line.Read[column] += " " + code
	}
}

// defaultCurrency is that of a list which names none.
const defaultCurrency = "EUR"

// currencyOf is the currency that most of the amounts of some lines carry; "" where none does.
func currencyOf(lines []kind.Line) string {
	counts := map[string]int{}
	most := ""
	for _, line := range lines {
		if !strings.HasPrefix(line.Role, "price:") {
			continue
		}
		for _, cell := range append([]string{line.Label}, line.Cells...) {
			text, _ := splitPrice(cell)
			code := currencyIn(text)
			if _, written, err := pricing.ReadPrice(text, money.Separators{}); err == nil && written.Currency != "" {
				code = written.Currency
			}
			if code == "" {
				continue
			}
			if counts[code]++; counts[code] > counts[most] || most == "" {
				most = code
			}
		}
	}
	return most
}

// currencyIn finds a code or sign in a heading: "Monthly (EUR)".
func currencyIn(label string) string {
	for _, word := range strings.FieldsFunc(label, func(r rune) bool { return strings.ContainsRune(" ()[],:/", r) }) {
		if c, err := money.CurrencyByCode(word); err == nil {
			return c.Code
		}
		if w, err := money.ReadWritten(word+"1", money.Separators{}); err == nil && w.Currency != "" {
			return w.Currency
		}
	}
	return ""
}

func (b *builder) period(id string) string {
	if _, ok := b.set.ItemNamed("periods", id); ok {
		return id
	}
	for _, p := range periodWords {
		if p.id == id {
			duration, err := pricing.ParsePeriod(p.duration)
			if err != nil {
				panic(err) // a constant of this file
			}
			b.set.Axes["periods"] = append(b.set.Axes["periods"],
				kind.Item{ID: id, Facts: map[string]kind.Value{"label": kind.TextValue(wordsFor(b.options.Language).Periods[id]),
					"duration": duration}})
		}
	}
	return id
}

func (b *builder) currency(code string) string {
	id := strings.ToLower(code)
	if _, ok := b.set.ItemNamed("currencies", id); !ok {
		b.set.Axes["currencies"] = append(b.set.Axes["currencies"],
			kind.Item{ID: id, Facts: map[string]kind.Value{"code": kind.TextValue(code)}})
	}
	return id
}

// feature finds or makes the feature of a name; it is "" where the name cannot be one.
func (b *builder) feature(line kind.Line, column int, name string) string {
	axis, _ := b.set.Kind.AxisNamed("features")
	v, err := axis.LabelField().Type.Parse(name)
	if err != nil {
		b.problems = append(b.problems, line.Problem(column, "the feature's name: %v", err))
		return ""
	}
	for _, item := range b.set.Items("features") {
		if strings.EqualFold(kind.Text(item.Facts, "name"), v.String()) {
			return item.ID
		}
	}
	if len(b.set.Items("features")) >= axis.Most {
		b.problems = append(b.problems, line.Problem(column, "a list holds at most %d features; this one was left out",
			axis.Most))
		return ""
	}
	id := document.FreshID(name, func(id string) bool { _, taken := b.set.ItemNamed("features", id); return taken })
	b.set.Axes["features"] = append(b.set.Axes["features"], kind.Item{ID: id, Facts: map[string]kind.Value{"name": v}})
	return id
}

// list reads a cell that lists features: each is one the plan has, or lacks where it starts with a minus.
func (b *builder) list(line kind.Line, column, record int) {
	for _, text := range featureLines(line.Cells[column]) {
		has := true
		for _, minus := range []string{"-", "–", "−", "✗", "✘"} {
			if rest, ok := strings.CutPrefix(text, minus); ok {
				text, has = strings.TrimSpace(rest), false
			}
		}
		text = strings.TrimSpace(strings.TrimLeft(text, "✓✔•*+ "))
		if id := b.feature(line, column, text); id != "" && text != "" {
			inclusion := kind.Inclusion{Has: has}
			b.set.Records[record].Facts["feature:"+id] = inclusion
			line.Read[column] += text + ": " + inclusion.String() + "\n"
		}
	}
}

// decimalMark finds the mark before the fractions of a list's amounts.
func decimalMark(lines []kind.Line) rune {
	var texts []string
	for _, line := range lines {
		if !strings.HasPrefix(line.Role, "price:") {
			continue
		}
		for _, cell := range line.Cells {
			text, _ := splitPrice(cell)
			texts = append(texts, text)
		}
	}
	return intake.DecimalMark(texts)
}
