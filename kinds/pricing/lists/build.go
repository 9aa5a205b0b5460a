package lists

import (
	"cmp"
	"fmt"
	"maps"
	"slices"
	"strings"

	"rubrel/core/document"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
	"rubrel/kinds/pricing/shop"
)

// builder gathers a set from the lines.
type builder struct {
	set      kind.Set
	settings kind.IntakeSettings
}

func build(k *kind.Kind, lines []*kind.Line, settings kind.IntakeSettings) kind.Set {
	b := &builder{settings: settings}
	b.set = kind.Set{Kind: k, Axes: map[string][]kind.Item{},
		Facts: map[string]kind.Value{
			"button": kind.TextValue(shop.WordsFor(settings.Language).Choose),
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
	w := shop.SplitPrice(l.Cells[column].Text)
	if w.Period != "" {
		period = w.Period
	}
	price, written, err := pricing.ReadPrice(w.Amount, intake.Marks(w.Amount, b.settings.Decimal))
	code := b.meant(written.Currency, w.Amount)
	if code == "" {
		code = cmp.Or(b.meant(currencyIn(l.Label()), l.Label()),
			b.meant(currencyOf([]*kind.Line{l}), strings.Join(l.Texts(), " ")), b.settings.Currency)
		if _, others := currenciesOf([]*kind.Line{l}); len(others) > 1 && price.HasAmount() && !price.Free {
			err = fmt.Errorf("“%s” says no currency, and others beside it are in %s", w.Amount,
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
	for _, rest := range w.Rest {
		l.LeavePart(column, rest, "it stands beside the price, and a price says only an amount, a currency and a period")
	}
}

// meant is the currency of a text, by the language of the site, and where that knows none of the list.
func (b *builder) meant(code, text string) string {
	return money.Meant(money.Meant(code, text, b.settings.Language), text, b.settings.Shows)
}

func (b *builder) period(id string) string {
	if _, ok := b.set.ItemNamed("periods", id); ok {
		return id
	}
	if own, ok := b.ownPeriod(id); ok {
		b.set.Axes["periods"] = append(b.set.Axes["periods"], own)
		return id
	}
	for _, p := range shop.PeriodWords {
		if p.ID == id {
			duration, err := pricing.ParsePeriod(p.Duration)
			if err != nil {
				panic(err) // a constant of this file
			}
			b.set.Axes["periods"] = append(b.set.Axes["periods"],
				kind.Item{ID: id, Facts: map[string]kind.Value{
					"label":    kind.TextValue(shop.WordsFor(b.settings.Language).Periods[id]),
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
		if item.Facts[axis.Heading], err = shop.YesNo.Parse("yes"); err != nil {
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
