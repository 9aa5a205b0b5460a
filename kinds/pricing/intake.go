package pricing

import (
	"cmp"
	_ "embed"
	"encoding/json"
	"fmt"
	"maps"
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

// periodWord is a period as lists write it: the item that it makes, and words beside those that CLDR has.
type periodWord struct {
	id, duration string
	words        []string
}

var periodWords = []periodWord{
	{"once", "once", []string{"once", "lifetime", "one-off", "one-time", "einmalig", "unique", "fois", "único",
		"tantum", "eenmalig", "gång", "פעמי", "مرة", "買い切り"}},
	{"quarter", "P3M", []string{"quarterly", "trimestriel", "trimestral", "trimestrale", "kvartalsvis", "לרבעון"}},
	{"year", "P1Y", []string{"yearly", "annual", "annually", "p.a.", "jährlich", "jr", "annuel", "anual", "annuale",
		"jaarlijks", "årligen", "årligt", "årlig", "rocznie", "ročně",
		"yıllık", "évi", "éves", "לשנה", "سنويًا", "年額", "年間"}},
	{"week", "P1W", []string{"weekly", "wöchentlich", "hebdomadaire", "semanal", "settimanale", "wekelijks", "לשבוע",
		"أسبوعيًا"}},
	{"day", "P1D", []string{"daily", "täglich", "quotidien", "diario", "giornaliero", "dagelijks", "ליום", "يوميًا"}},
	{"month", "P1M", []string{"monthly", "mo", "mth", "monatlich", "mtl", "mt", "mte", "hó", "mensuel", "mensual",
		"mensal", "mensile", "maandelijks", "månatligen", "månedligt", "månedlig", "miesięcznie", "měsíčně",
		"aylık", "havi", "לחודש",
		"شهريًا", "月額"}},
}

// periodsJSON has the names of periods in all their forms, by language (Unicode CLDR): see scripts/words.mjs.
//
//go:embed periods.json
var periodsJSON []byte

// periodsByWord are the items of periods by the words for them, in small letters.
var periodsByWord = sync.OnceValue(func() map[string]string {
	var table map[string][]string
	if err := json.Unmarshal(periodsJSON, &table); err != nil {
		panic("pricing: periods.json: " + err.Error())
	}
	byWord := map[string]string{}
	for id, words := range table {
		for _, word := range words {
			byWord[word] = id
		}
	}
	for _, p := range periodWords {
		for _, word := range p.words {
			byWord[word] = p.id
		}
	}
	return byWord
})

var fromPaste = &kind.Intake{
	Help:    "plans down or across, with prices, features, ticks and dashes",
	Example: "\tBasic\tPlus\tPro\nMonthly price\t€9\t€19\t€39\nStorage\t10 GB\t100 GB\t1 TB\nSupport\t–\t✓\t✓",
	Roles:   intakeRoles(), Guess: guess, Weigh: weigh, Claim: claim, Numbers: isPriceRole, Currency: currencyOf,
	Currencies: axes[1].Offers,
	Qualifies:  qualifies, IsValue: isPrice, Cut: cut, Unknown: "nothing says what it is", Build: build,
	Gives: kind.Across, RoleOf: roleOf}

// roleOf is the role of a line as which a set gives itself back.
func roleOf(l kind.ListLine) string {
	key := kind.ParseFactKey(l.Key)
	switch {
	case l.Key == "":
		return headingRole
	case key.Field == "feature":
		return featureRole
	case key.Field == "price":
		return priceRole + key.Items[0]
	}
	return key.Field
}

// The roles of lines that are no field's.
const (
	priceRole    = "price:" // before the item of a period
	featureRole  = "feature"
	featuresRole = "features"
	headingRole  = "heading"
)

func isPriceRole(role string) bool { return strings.HasPrefix(role, priceRole) }

func intakeRoles() []kind.Role {
	roles := []kind.Role{}
	for _, f := range fields() {
		if len(f.Each) == 0 {
			roles = append(roles, kind.Role{Name: f.Name, Label: f.Label})
		}
	}
	for i := len(periodWords) - 1; i >= 0; i-- {
		id := periodWords[i].id
		roles = append(roles, kind.Role{Name: priceRole + id, Label: "price " + wordsFor("en").Periods[id]})
	}
	return append(roles,
		kind.Role{Name: kind.FeaturedRole, Label: "featured (yes or no)"},
		kind.Role{Name: featureRole, Label: "a feature"},
		kind.Role{Name: featuresRole, Label: "a list of features in each cell"},
		kind.Role{Name: headingRole, Label: "a heading over features"},
		kind.Role{Name: kind.KeyRole, Label: kind.KeyLabel},
		kind.Role{Name: kind.SkipRole, Label: "leave out"})
}

var wordPattern = regexp.MustCompile(`[\p{L}\p{M}.\-]+`)

// periodIn finds a period among the words of a text.
func periodIn(text string) (id string, ok bool) {
	for _, word := range wordPattern.FindAllString(strings.ToLower(text), -1) {
		for _, spelled := range []string{word, strings.Trim(word, ".-")} {
			if id, ok := periodsByWord()[spelled]; ok {
				return id, true
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
var perPattern = regexp.MustCompile(
	`(?i)\s*(?:/|\b(?:per|a|an|each|every|pro|je|im|par|por|al|ao|i|om|na|za|v)\b)\s*[\p{L}.]+\s*$`)

// priceText is a price as a cell has it: "from €9 / user / month*".
type priceText struct {
	amount string
	period string   // the item; "" where none is said
	rest   []string // what else stands there
}

// splitPrice parts a price into the amount, the period, and what else it says.
func splitPrice(text string) priceText {
	w := priceText{amount: text}
	bare := strings.TrimRight(text, "*†‡¹²³ ")
	if bare != strings.TrimSpace(text) && strings.ContainsAny(bare, "0123456789") {
		w.rest, w.amount = append(w.rest, strings.TrimSpace(text[len(bare):])), bare
	}
	for range 3 {
		at := perPattern.FindStringIndex(w.amount)
		if at == nil {
			at = adverbAt(w.amount)
		}
		if at == nil || at[0] == 0 || !strings.ContainsAny(w.amount[:at[0]], "0123456789") {
			break
		}
		per := strings.TrimSpace(w.amount[at[0]:])
		if id, ok := periodIn(per); ok && w.period == "" {
			w.period = id
		} else {
			w.rest = append(w.rest, per)
		}
		w.amount = strings.TrimSpace(w.amount[:at[0]])
	}
	return w
}

// lastWord is the last of several.
var lastWord = regexp.MustCompile(`\s+([\p{L}.]+)\s*$`)

// adverbAt is where a text ends in a word for a period that needs none before it: "60 Euro jährlich"; nil where it does
// not.
func adverbAt(text string) []int {
	found := lastWord.FindStringSubmatchIndex(text)
	if found == nil {
		return nil
	}
	word := strings.ToLower(text[found[2]:found[3]])
	for _, p := range periodWords {
		if slices.Contains(p.words, word) || slices.Contains(p.words, strings.Trim(word, ".")) {
			return found[:2]
		}
	}
	return nil
}

// isPrice reports whether a text is an amount with a currency.
func isPrice(text string) bool {
	p, written, err := pricing.ReadPrice(splitPrice(text).amount, money.Separators{})
	return err == nil && p.Words == "" && written.Currency != ""
}

// featureLines cuts a cell that lists features.
func featureLines(cell string) []string {
	lines := strings.FieldsFunc(cell, func(r rune) bool { return r == '\n' || r == ';' || r == '•' || r == '|' })
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
	settings kind.IntakeSettings
}

func build(k *kind.Kind, lines []*kind.Line, settings kind.IntakeSettings) kind.Set {
	b := &builder{settings: settings}
	b.set = kind.Set{Kind: k, Axes: map[string][]kind.Item{},
		Facts: map[string]kind.Value{
			"button": kind.TextValue(wordsFor(settings.Language).Choose),
			"link":   kind.TextValue("#"),
		}}
	records, columns := intake.Records(k, lines)
	b.set.Records = records
	for _, l := range lines {
		b.line(l, columns)
	}
	b.set.Records = joinAlike(b.set.Records)
	// A list without a price says neither: those are what the set has into which it goes, or the usual ones.
	for axis, usual := range map[string]func(){
		"periods":    func() { b.period(unsaidPeriod) },
		"currencies": func() { b.currency(settings.Currency) },
	} {
		switch {
		case len(b.set.Items(axis)) > 0:
		case settings.Into != nil && len(settings.Into.Items(axis)) > 0:
			b.set.Axes[axis] = settings.Into.Items(axis)[:1]
		default:
			usual()
		}
	}
	return b.set
}

// joinAlike makes one plan of those of one name that say other prices and nothing else that differs: a row for each
// period of a plan.
func joinAlike(records []kind.Record) (joined []kind.Record) {
	for _, r := range records {
		at := slices.IndexFunc(joined, func(with kind.Record) bool { return isAlike(with, r) })
		if at < 0 {
			joined = append(joined, r)
			continue
		}
		maps.Copy(joined[at].Facts, r.Facts)
		joined[at].Featured = joined[at].Featured || r.Featured
	}
	return joined
}

// isAlike reports whether two records have one name, and differ in that each has prices that the other has not.
func isAlike(a, b kind.Record) bool {
	title := func(r kind.Record) string { return kind.Text(r.Facts, namePart()) }
	if title(a) == "" || !strings.EqualFold(title(a), title(b)) {
		return false
	}
	for _, pair := range [][2]kind.Record{{a, b}, {b, a}} {
		for key, said := range pair[0].Facts {
			other, has := pair[1].Facts[key]
			if ofPrice := kind.ParseFactKey(key).Field == "price"; has && other.String() != said.String() || !has && !ofPrice {
				return false
			}
		}
	}
	return true
}

func (b *builder) line(l *kind.Line, columns []int) {
	if l.Role == kind.SkipRole || l.Role == kind.KeyRole || l.Role == b.set.Kind.Fields[0].Name {
		return
	}
	feature := ""
	if l.Role == featureRole || l.Role == headingRole {
		if feature = b.feature(l); feature == "" {
			return
		}
	}
	for column, record := range columns {
		if cell := l.Cells[column]; record < 0 || cell.Text == "" || cell.Fate != kind.Unread {
			continue
		}
		facts := b.set.Records[record].Facts
		period, isPrice := strings.CutPrefix(l.Role, priceRole)
		switch {
		case isPrice:
			b.price(l, column, record, period)
		case l.Role == kind.FeaturedRole:
			b.set.Records[record].Featured = intake.Feature(l, column, b.settings)
		case l.Role == featuresRole:
			b.list(l, column, record)
		case l.Role == headingRole:
			l.Refuse(column, "a heading over features has nothing beside it")
		case l.Role == featureRole:
			b.fact(l, column, facts, "feature:"+feature, kind.InclusionType{}, b.settings.Answer(l.Cells[column].Text))
		default:
			f, _ := b.set.Kind.FieldNamed(l.Role)
			b.fact(l, column, facts, f.Name, f.Type, l.Cells[column].Text)
		}
	}
}

func (b *builder) fact(l *kind.Line, column int, facts map[string]kind.Value, key string, t kind.Type, text string) {
	v, err := t.Parse(text)
	if err != nil {
		l.Refuse(column, "%v", err)
		return
	}
	facts[key] = v
	l.Place(column, v.String())
}

func (b *builder) price(l *kind.Line, column, record int, period string) {
	w := splitPrice(l.Cells[column].Text)
	if w.period != "" {
		period = w.period
	}
	price, written, err := pricing.ReadPrice(w.amount, intake.Marks(w.amount, b.settings.Decimal))
	code := b.meant(written.Currency, w.amount)
	if code == "" {
		code = cmp.Or(b.meant(currencyIn(l.Label()), l.Label()),
			b.meant(currencyOf([]*kind.Line{l}), strings.Join(l.Texts(), " ")), b.settings.Currency)
		if _, others := currenciesOf([]*kind.Line{l}); len(others) > 1 && price.HasAmount() && !price.Free {
			err = fmt.Errorf("“%s” says no currency, and others beside it are in %s", w.amount,
				strings.Join(others, " and "))
		}
	}
	unit, unitErr := money.CurrencyByCode(code)
	switch {
	case err != nil:
		l.Refuse(column, "%v", err)
		return
	case unitErr != nil:
		l.Refuse(column, "%v", unitErr)
		return
	case price.Words != "" && currencyIn(price.Words) != "":
		l.Refuse(column, "“%s” has a currency, and no amount", price.Words)
		return
	case price.Amount.Places() > unit.Digits:
		l.Refuse(column, "%s has more decimals than %s, which has %d; say which mark stands before the fraction",
			price.Amount, code, unit.Digits)
		return
	}
	key := "price:" + b.period(period) + ":" + b.currency(code)
	facts := b.set.Records[record].Facts
	if held, taken := facts[key]; taken && held.String() != price.String() {
		l.Refuse(column, "another line says %s for the same period and currency", held)
		return
	}
	facts[key] = price
	read := price.String()
	if price.HasAmount() && !price.Free {
		read += " " + code
	}
	l.Place(column, read)
	for _, rest := range w.rest {
		l.LeavePart(column, rest, "it stands beside the price, and a price says only an amount, a currency and a period")
	}
}

// meant is the currency of a text, by the language of the site, and where that knows none of the list.
func (b *builder) meant(code, text string) string {
	return money.Meant(money.Meant(code, text, b.settings.Language), text, b.settings.Shows)
}

// currencyOf is the currency that most of the amounts of some lines carry; "" where none does.
func currencyOf(lines []*kind.Line) string {
	most := ""
	counts, codes := currenciesOf(lines)
	for _, code := range codes {
		if most == "" || counts[code] > counts[most] {
			most = code
		}
	}
	return most
}

// currenciesOf are the currencies that amounts of some lines carry, with how many carry each, in their order there.
func currenciesOf(lines []*kind.Line) (counts map[string]int, codes []string) {
	counts = map[string]int{}
	for _, l := range lines {
		if !isPriceRole(l.Role) {
			continue
		}
		for _, cell := range append([]string{l.Label()}, l.Texts()...) {
			text := splitPrice(cell).amount
			code := currencyIn(text)
			if _, written, err := pricing.ReadPrice(text, money.Separators{}); err == nil && written.Currency != "" {
				code = written.Currency
			}
			if code != "" {
				if counts[code]++; counts[code] == 1 {
					codes = append(codes, code)
				}
			}
		}
	}
	return counts, codes
}

// currencyIn finds a code or sign in a heading: "Monthly (EUR)".
func currencyIn(label string) string {
	if strings.Contains(label, "_") { // of an export: monthly_usd
		label = strings.ToUpper(strings.ReplaceAll(label, "_", " "))
	}
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
	if own, ok := b.ownPeriod(id); ok {
		b.set.Axes["periods"] = append(b.set.Axes["periods"], own)
		return id
	}
	for _, p := range periodWords {
		if p.id == id {
			duration, err := pricing.ParsePeriod(p.duration)
			if err != nil {
				panic(err) // a constant of this file
			}
			b.set.Axes["periods"] = append(b.set.Axes["periods"],
				kind.Item{ID: id, Facts: map[string]kind.Value{"label": kind.TextValue(wordsFor(b.settings.Language).Periods[id]),
					"duration": duration}})
		}
	}
	return id
}

// ownPeriod is a period of the set into which the list goes.
func (b *builder) ownPeriod(id string) (kind.Item, bool) {
	if b.settings.Into == nil {
		return kind.Item{}, false
	}
	return b.settings.Into.ItemNamed("periods", id)
}

func (b *builder) currency(code string) string {
	id := strings.ToLower(code)
	if _, ok := b.set.ItemNamed("currencies", id); !ok {
		b.set.Axes["currencies"] = append(b.set.Axes["currencies"],
			kind.Item{ID: id, Facts: map[string]kind.Value{"code": kind.TextValue(code)}})
	}
	return id
}

// feature makes the feature that a line's heading names; "" where it cannot be one.
func (b *builder) feature(l *kind.Line) string {
	name := l.Label()
	if name == "" {
		name = "Feature"
	}
	id, err := b.newFeature(name, l.Role == headingRole)
	if err != nil {
		l.LeaveAll(err.Error())
	}
	return id
}

func (b *builder) newFeature(name string, heading bool) (string, error) {
	axis, _ := b.set.Kind.AxisNamed("features")
	v, err := axis.LabelField().Type.Parse(name)
	if err != nil {
		return "", fmt.Errorf("the feature's name: %w", err)
	}
	if len(b.set.Items("features")) >= axis.Most {
		return "", fmt.Errorf("a list holds at most %d features", axis.Most)
	}
	id := document.FreshID(name, func(id string) bool { _, taken := b.set.ItemNamed("features", id); return taken })
	item := kind.Item{ID: id, Facts: map[string]kind.Value{"name": v}}
	if heading {
		if item.Facts[axis.Heading], err = yesNo.Parse("yes"); err != nil {
			return "", err
		}
	}
	b.set.Axes["features"] = append(b.set.Axes["features"], item)
	return id, nil
}

// list reads a cell that lists features: each is one the plan has, or lacks where it starts with a minus.
func (b *builder) list(l *kind.Line, column, record int) {
	var read []string
	for _, text := range featureLines(l.Cells[column].Text) {
		has := true
		for _, minus := range []string{"-", "–", "−", "✗", "✘"} {
			if rest, ok := strings.CutPrefix(text, minus); ok {
				text, has = strings.TrimSpace(rest), false
			}
		}
		text = strings.TrimSpace(strings.TrimLeft(text, "✓✔•*+ "))
		if text == "" {
			continue
		}
		id, err := b.listed(text)
		if err != nil {
			l.LeavePart(column, text, err.Error())
			continue
		}
		inclusion := kind.Inclusion{Has: has}
		b.set.Records[record].Facts["feature:"+id] = inclusion
		read = append(read, text+": "+inclusion.String())
	}
	l.Place(column, strings.Join(read, "\n"))
}

// listed finds the feature of a name, or makes it.
func (b *builder) listed(name string) (string, error) {
	for _, item := range b.set.Items("features") {
		if strings.EqualFold(kind.Text(item.Facts, "name"), name) {
			return item.ID, nil
		}
	}
	return b.newFeature(name, false)
}
