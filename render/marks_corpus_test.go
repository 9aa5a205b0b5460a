package render_test

import (
	"slices"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/marks"
)

// broken is a small broken document: the demo's site with a few things said wrongly at one of its blocks, and exactly
// the marks that are to be heard there.
type broken struct {
	name, block string
	look        string // "part.property: value; …" of the block; "token: value" of the house style
	facts       string // "record/key = value; /key = value; axis item/key = value; featured record = yes; form = name"
	want        string // "check key; …", sorted; what the demo has anyway is left out
}

var corpus = []broken{
	// Contrast: one cause, one mark; nothing for what is not there.
	{"a ground that eleven texts stand on", "memberships", "card.background-color: #3c4a66", "", "contrast text"},
	{"an ink that many texts share", "memberships", "table.color: #c8c8c8", "", "contrast sign"},
	{"one text too pale", "memberships", "note.color: #b0b0b0", "", "contrast note"},
	{"two texts too pale, each by itself", "memberships", "note.color: #b0b0b0; text.color: #b8b8b8", "", "contrast " +
		"note; contrast text"},
	{"a featured card as pale as its words", "memberships", "card.background-color@featured: #d8c690", "", "contrast " +
		"sign"},
	{"the same ground for all and for the featured one", "memberships", "card.background-color: #888888; " +
		"card.background-color@featured: #888888", "", "contrast text; contrast text"},
	{"a token that is too pale", "memberships", "quiet: #b8b8b8", "", "contrast option"},
	{"an accent as dark as the words on it", "memberships", "accent: #10203a", "", ""},
	{"a badge that is badly inked", "memberships", "badge.color@featured: #7a6a3a", "", "contrast badge"},
	{"the same where no plan has a badge", "memberships", "badge.color@featured: #7a6a3a", "meridian/badge = ", ""},
	{"a badge for plans that have none", "memberships", "badge.color: #f5c25e", "", "contrast badge; drift badge.color"},
	{"a part that is left out", "memberships", "note.color: #ffffff; note.display: none", "", "drift note.color"},
	{"a part of another form", "memberships", "row.color: #ffffff", "", "drift row.color"},
	{"a button half seen", "memberships", "button.opacity: 0.4", "", "contrast button"},
	{"a record half seen", "memberships", "zenith:card.opacity: 0.3", "", "contrast text"},
	{"pale only under the pointer", "memberships", "button.background-color@hover: #ffffff; button.color@hover: " +
		"#dddddd", "", "contrast button; drift button.background-color"},
	{"pale only on phones", "memberships", "text.color@narrow: #bbbbbb", "", "contrast text"},
	{"a gradient behind a button", "memberships", "button.background-image: linear-gradient(90deg, #ffffff 0%, " +
		"#707070 100%)", "", "contrast button"},
	{"a picture behind the cards", "memberships", "card.background-image: picture(night)", "", "contrast feature"},
	{"a side that is chosen and pale", "memberships", "option.color@selected: #55627a", "", "contrast option; drift " +
		"option.color"},
	{"a side that looks the same chosen", "memberships", "option.background-color@selected: transparent; " +
		"option.color@selected: quiet", "", "alike option"},
	{"a ground for the whole block", "memberships", "table.background-color: #7a7a7a", "", ""},
	{"a ground in a matrix", "compare", "plan.background-color: #556677", "", "contrast period; drift " +
		"plan.background-color"},
	{"a slider as pale as the paper", "class-size", "range.color: #e4e0d4", "", "cliff model; contrast range"},
	{"a line of the calculator", "evenings", "line.background-color: #556677", "", "cliff model; contrast text; " +
		"drift line.background-color"},
	{"the fill of bars as pale as the track", "training", "fill.background-color: #d8d4c8", "", "contrast fill; " +
		"drift fill.background-color"},
	{"the target line as dark as the bars", "training", "aim.background-color: #10203a", "", "drift aim.background-color"},
	{"the words over bars", "training", "over.color: #8a8a8a; over.background-color: #909090", "/names = " +
		"over", "contrast over; drift over.color"},
	{"the number of a figure", "nights", "figure.color: #d0d0d0", "", "contrast label"},
	{"the words of a box", "visit", "text.color: #c0c0c0", "", "contrast text"},
	{"an icon as pale as its ground", "visit", "icon.color: #f0eee6", "", "contrast icon; drift icon.color"},
	{"the ground of boxes", "visit", "box.background-color: #767676", "", "contrast text"},
	{"the panel of points", "evening", "icon.color: #e8e4da", "", "contrast icon"},
	{"a position under a name", "astronomers", "position.color: #c9c9c9", "", "contrast position"},
	{"the words of a review", "voices", "text.color: #cfcfcf", "", "contrast text"},
	{"empty stars", "voices", "empty.color: #f4f2ea", "", "drift empty.color"},
	{"a dot of a callout", "telescope", "dot.background-color: #f5f3ee", "", "drift dot.background-color"},
	{"the words of a callout", "telescope", "text.color: #bdbdbd", "", "contrast text"},
	{"the side of a toggle", "season", "option.accent-color: #efece4", "", "contrast option"},

	// Size, fit and what is pressed.
	{"type of 9 px", "memberships", "note.font-size: 9px", "", "small note"},
	{"type of 11.9 px", "memberships", "note.font-size: 11.9px", "", "small note"},
	{"type of 12 px", "memberships", "note.font-size: 12px", "", ""},
	{"type that shrinks under 12 px on phones", "memberships", "text.font-size@narrow: 10px", "", "small text"},
	{"a word wider than its card", "memberships", "", "dusk/title = " +
		"Sternwartenmitgliedschaftsverwaltung", "lines title; orphan"},
	{"a title in three lines", "memberships", "", "dusk/title = A membership for all who like to look up at " +
		"night", "lines title; orphan"},
	{"a button that wraps", "memberships", "", "dusk/button = Join the friends of the observatory for a whole year " +
		"now", "orphan"},
	{"a button too low", "memberships", "button.padding: 0; button.font-size: 12px; button.line-height: " +
		"1", "", "target button"},
	{"a button at the least height", "memberships", "button.padding: 4px 20px", "", ""},
	{"lines too long to read", "visit", "text.max-width: none", "form = rows", "measure text"},

	// Values that were meant to be one.
	{"two blues that are one", "memberships", "note.color: #0b5fff; text.color: #0c5fff", "", "contrast note; " +
		"contrast text; drift text.color"},
	{"two blues, of two blocks", "compare", "row.color: #0b5fff", "", ""},
	{"nearly a role", "memberships", "title.color: #10213a", "", "contrast title; drift title.color"},
	{"nearly a size", "memberships", "card.padding: 23px; cards.gap: 17px", "", "drift cards.gap"},
	{"twice the same colour", "memberships", "note.color: #0b4fa8; text.color: #0b4fa8", "", "contrast note; " +
		"contrast text; said twice"},
	{"a colour that is far from others", "memberships", "note.color: #0b4fa8", "", "contrast note"},

	// Motion and senses.
	{"a card that comes in late", "visit", "box.animation-name: rise; box.animation-delay: 900ms each", "", "late box"},
	{"words that only the pointer shows", "visit", "text.display: none; text.display@hover: shown", "", "hover only text"},
	{"the featured plan by colour alone", "memberships", "card.border@featured: 1px solid line; " +
		"card.box-shadow@featured: none; card.padding@featured: space-5", "meridian/badge = ", ""},

	// Price lists.
	{"two featured", "memberships", "", "featured zenith = yes", "featured"},
	{"none featured", "memberships", "", "featured meridian = no", "featured"},
	{"a plan without a price", "memberships", "", "dusk/price:month:eur = ", "price price"},
	{"a plan whose price is words", "memberships", "", "zenith/price:month:eur = Ask us; zenith/price:once:eur = ", ""},
	{"a period that nobody " +
		"sells", "memberships", "", "meridian/price:once:eur = ; zenith/price:once:eur = ", "period once"},
	{"cheaper after dearer", "memberships", "", "zenith/price:month:eur = 12", "lesser feature:guest-passes; lesser " +
		"feature:telescope-time; lost feature:remote; order"},
	{"a price a seat after a flat one", "evenings", "", "twilight/model = flat; twilight/price:evening:eur = 100; " +
		"nightfall/model = graduated", ""},
	{"a flat price after a price a seat", "evenings", "", "midnight/model = flat; midnight/included = ; " +
		"midnight/price:evening:eur = 90; nightfall/model = graduated; twilight/fits = ; nightfall/fits = ; " +
		"midnight/fits = ", "order; order"},
	{"a feature lost", "memberships", "", "zenith/feature:darkroom = no", "lost feature:darkroom"},
	{"a dearer plan with the smaller value", "memberships", "", "zenith/feature:guest-passes = " +
		"4", "lesser feature:guest-passes"},
	{"values that do not compare", "memberships", "", "zenith/feature:guest-passes = unlimited", ""},
	{"a dearer plan with less, where features do not show", "evenings", "", "nightfall/model = graduated; " +
		"nightfall/feature:telescopes = 1", ""},
	{"a feature lost, where features do not show", "evenings", "", "nightfall/model = graduated; " +
		"midnight/feature:teachers = no", ""},
	{"a dearer year", "memberships", "", "dusk/price:year:eur = 120", "dearer price:year:eur"},
	{"a link to nowhere", "memberships", "", "/link = #", "link link"},
	{"the same title twice", "memberships", "", "zenith/title = dusk", "same title title"},
	{"periods that read alike", "memberships", "", "periods year/label = a month", "switch year"},
	{"a currency without a rate", "memberships", "", "add currencies = gbp", "missing gbp"},
	{"an old rate", "evenings", "", "nightfall/model = graduated; currencies gbp/rate-date = 2026-01-05", "rate gbp"},
	{"a cliff of seats", "evenings", "", "", "cliff model"},
	{"the same, where no seats are asked for", "evenings", "", "form = cards", ""},
	{"a gap in the seats", "evenings", "", "nightfall/model = graduated; nightfall/fits = 19-35", "range fits"},
	{"the same gap, where no seats are asked for", "evenings", "", "nightfall/model = graduated; nightfall/fits = " +
		"19-35; form = matrix", "lines title; wrap badge"},
	{"an offer that is over", "memberships", "", "dusk/price:month:eur = 9 was 12; dusk/until = 2026-11-20 18:00 " +
		"UTC", "deadline until"},
	{"the switch opens on what is not there", "memberships", "", "/opens-in = USD", "switch opens-in"},

	// Bars and figures.
	{"a value outside its range", "training", "", "reflector/value = 140", "range value"},
	{"bars on two scales", "training", "", "reflector/most = 10; reflector/value = 6", "range target; scales most; " +
		"unit unit"},
	{"more decimals than a bar shows", "training", "", "reflector/value = 61.273", "decimals value"},
	{"the same skill twice", "training", "", "imaging/name = Spectroscopy", "same name name"},
	{"a figure without a number", "nights", "", "clear/value = ", "missing value"},
	{"a figure without a unit among others", "nights", "", "clear/unit = ", "unit unit"},
	{"more than a hundred of a hundred", "nights", "", "clear/unit = %", "unit unit"},
	{"two currencies in one figure", "nights", "", "clear/prefix = €; clear/unit = USD", "unit unit"},
	{"a figure of last year", "nights", "", "clear/date = 2024-01-01", "old date"},
	{"four decimals", "nights", "", "glass/value = 12.3456", "decimals value"},

	// Boxes, points, callouts, people, reviews, toggles.
	{"one box without an icon", "visit", "", "dome/icon = ", "icon icon"},
	{"two boxes of one title", "visit", "", "eye/title = The dome opens", "same title title"},
	{"one title much longer", "visit", "", "dome/title = The dome opens twenty minutes after sunset whenever the sky " +
		"is clear", "lines title"},
	{"a box whose link leads nowhere", "visit", "", "eye/link = #", "link link"},
	{"a person without a picture among others", "astronomers", "", "maren/picture = ", "portrait picture"},
	{"a person without an alternative", "astronomers", "", "maren/shows = ", "alternative shows"},
	{"a callout without a place", "telescope", "", "tube/place = ", "place place"},
	{"a picture without an alternative", "telescope", "", "/shows = ", "alternative shows"},
	{"a review without stars among others", "voices", "", "ida/rating = ", "rating rating"},
	{"an old review", "voices", "", "pat/date = 2024-04-09", "old date"},
	{"the same review twice", "voices", "", "wil/text = I asked one question about mirrors and was in the workshop " +
		"until midnight.", "twice text"},
	{"reviewers of one name", "voices", "", "wil/name = Ida Brennan", ""},
	{"a rating claimed", "voices", "", "/average = 4.9", "average average"},
	{"two sides of one name", "season", "", "spring/label = This winter", "same heading label"},
}

// Each document has its marks and no others. Each mend, taken by itself, ends its mark and brings no other.
func TestCorpus(t *testing.T) {
	for _, c := range corpus {
		t.Run(c.name, func(t *testing.T) {
			t.Parallel()
			d := c.open(t)
			if got := strings.Join(heard(d, c.block), "; "); got != c.want {
				t.Errorf("heard %q, want %q", got, c.want)
			}
			site, tree, before := d.site, d.tree, loud(d, c.block)
			for _, mark := range before {
				for _, mend := range mark.Mends {
					d.site, d.tree = site, tree
					d.do(mend.Change)
					for _, left := range loud(d, c.block) {
						if left.ID == mark.ID {
							t.Errorf("%q leaves %s: %s of %s", mend.Label, mark.ID, left.Measured, left.Needed)
						} else if !slices.ContainsFunc(before, func(m marks.Mark) bool { return m.ID == left.ID }) {
							t.Errorf("%q brings %s: %s of %s", mend.Label, left.ID, left.Measured, left.Needed)
						}
					}
				}
			}
		})
	}
}

func (c broken) open(t *testing.T) *desk {
	t.Helper()
	d := newDesk(t)
	for _, said := range statements(c.look, ": ") {
		if strings.Contains(said[0], ".") {
			d.say(c.block, said[0], said[1])
		} else {
			d.do(document.SetTokens{Texts: map[string]string{said[0]: said[1]}})
		}
	}
	block, _ := d.site.BlockByID(c.block)
	for _, said := range statements(c.facts, " = ") {
		d.do(change(block, said[0], said[1]))
	}
	return d
}

// change is what one statement about a set changes.
func change(block *document.Block, what, text string) document.Change {
	set := block.SetID
	whose, key, _ := strings.Cut(what, "/")
	switch words := strings.Fields(whose); {
	case what == "form":
		return document.SetForm{Block: block.ID, Form: text}
	case len(words) == 2 && words[0] == "featured":
		return document.FeatureRecord{Set: set, Record: words[1], On: text == "yes"}
	case len(words) == 2 && words[0] == "add":
		return document.AddItem{Set: set, Axis: words[1], Text: text}
	case len(words) == 2:
		return document.SetFact{Set: set, Axis: words[0], Item: words[1], Key: key, Text: text}
	}
	return document.SetFact{Set: set, Record: whose, Key: key, Text: text}
}

// statements are "a: b; c: d" taken apart.
func statements(text, between string) [][2]string {
	var all [][2]string
	for said := range strings.SplitSeq(text, "; ") {
		if what, value, ok := strings.Cut(said, between); ok {
			all = append(all, [2]string{what, value})
		}
	}
	return all
}

// heard are the marks of a block that are not quiet, each as "check key".
func heard(d *desk, block string) []string {
	var all []string
	for _, m := range loud(d, block) {
		all = append(all, strings.TrimSpace(m.Check+" "+m.Key))
	}
	slices.Sort(all)
	return all
}

func loud(d *desk, block string) []marks.Mark {
	return slices.DeleteFunc(marks.Of(d.subject(block), nil), func(m marks.Mark) bool { return m.Quiet })
}
