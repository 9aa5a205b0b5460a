package skillbars

import (
	"fmt"
	"math"
	"strconv"

	"rubrel/core/kind"
)

// Labels says which copies of a skill's name and number stand in its HTML. Where words may have to move, each place
// they can move to has a copy, and the style sheet shows one at each width.
type Labels struct {
	NameIn, NameOut, NameOver                           bool
	NumberIn, NumberOut, NumberOver, NumberRide, InGrid bool
}

// namesAt is where names stand in the form.
func (b *board) namesAt() string {
	if b.form == lineForm {
		return b.chosen("names")
	}
	if b.form == stepsForm && b.chosen("names") == beside {
		return beside
	}
	return above
}

// numbersAt is where numbers stand in the form. In rings and tiles they stand within.
func (b *board) numbersAt() string {
	at := b.chosen("numbers")
	switch {
	case at == hidden || b.form == lineForm:
		return at
	case b.form == columnForm && (at == inside || at == riding):
		return at
	case (b.form == stepsForm || b.form == ringForm || b.form == halfForm) && at == beside:
		return at
	}
	return above
}

// labels are the copies that the form may show.
func (b *board) labels() Labels {
	names, numbers := b.namesAt(), b.numbersAt()
	return Labels{
		NameIn: names == inside, NameOut: names == inside, NameOver: names == over,
		NumberIn: numbers == inside, NumberOut: numbers == inside && b.form == lineForm, NumberOver: numbers == over,
		NumberRide: numbers == riding || numbers == inside && b.form == columnForm,
		InGrid:     numbers != hidden && numbers != riding && (numbers != inside || b.form == lineForm),
	}
}

// place is where one label of one skill stands at a width.
type place string

const (
	inFill    place = "in"   // on what is filled
	afterFill place = "out"  // on the bar, after what is filled
	overBar   place = "over" // over the whole bar
	besideBar place = "grid" // not on the bar
)

// placed is where both labels of a skill stand, and what one that moved would have needed and had, in CSS px.
type placed struct {
	name, number place
	needed, had  float64
}

// places decides where the labels of a skill stand on a bar of a length: inside where they fit, else after what is
// filled where the rest of the bar has room, else off the bar.
func (b *board) places(x bar, length float64, width int) placed {
	p := placed{name: besideBar, number: besideBar}
	names, numbers := b.namesAt(), b.numbersAt()
	filled, rest := x.Share*length, (1-x.Share)*length
	name, known := b.wide("inside", x.ID, x.Name, width)
	number, also := b.wide("inside", x.ID, x.Number, width)
	if !known || !also {
		name, number = 0, 0
	}
	if names == over || numbers == over {
		return b.placesOver(p, x, length, width)
	}
	if b.form == columnForm {
		if numbers == inside {
			p.number = inFill
			if line := b.lineHeight(width); number > b.thickness(x.ID, width) || line > filled {
				p.number, p.needed, p.had = besideBar, max(number, line), min(b.thickness(x.ID, width), filled)
			}
		}
		return p
	}
	if names == inside {
		p.name = fitting(name, &filled, &rest)
		if p.name != inFill {
			p.needed, p.had = name, x.Share*length
		}
	}
	if numbers == inside {
		p.number = fitting(number, &filled, &rest)
		if p.number != inFill {
			p.needed, p.had = max(p.needed, number), x.Share*length
		}
	}
	if p.name == afterFill && p.number == inFill { // they read in order
		p.number = afterFill
		if rest < number {
			p.number = besideBar
		}
	}
	return p
}

// fitting is where a label of a width goes, and takes its room.
func fitting(wide float64, filled, rest *float64) place {
	switch {
	case wide <= *filled:
		*filled -= wide
		return inFill
	case wide <= *rest:
		*rest -= wide
		return afterFill
	}
	return besideBar
}

// placesOver lets labels lie over the whole bar where it has room for both; else the name leaves it.
func (b *board) placesOver(p placed, x bar, length float64, width int) placed {
	left := length
	if b.numbersAt() == over {
		number, _ := b.wide("over", x.ID, x.Number, width)
		if p.number = overBar; number > left {
			p.number, p.needed, p.had = besideBar, number, left
		} else {
			left -= number
		}
	}
	if b.namesAt() == over {
		name, _ := b.wide("over", x.ID, x.Name, width)
		if p.name = overBar; name > left {
			p.name, p.needed, p.had = besideBar, max(p.needed, name), left
		}
	}
	return p
}

func (b *board) thickness(record string, width int) float64 {
	if b.v.Measure == nil {
		return math.Inf(1)
	}
	return b.v.Measure.Ruler(record, width).Length("bar", "stroke-width")
}

// lineHeight is about the height of a line of the words on a bar: of four figures, which are two ems wide.
func (b *board) lineHeight(width int) float64 {
	const ems, height = 2, 1.25
	wide, ok := b.wide("inside", "", "0000", width)
	if !ok {
		return 0
	}
	return (wide - b.v.Measure.Ruler("", width).Edges("inside")) / ems * height
}

// placedOf finds the labels that do not stand where they were asked for.
func placedOf(form string) func(kind.View) []kind.Finding {
	return func(v kind.View) []kind.Finding {
		b := newBoard(v, form)
		var found []kind.Finding
		for _, field := range []struct{ name, at, asked string }{{"names", b.namesAt(), b.chosen("names")},
			{"numbers", b.numbersAt(), b.chosen("numbers")}} {
			round := form == ringForm || form == halfForm || form == tileForm // whose numbers stand within by themselves
			if b.fact(field.name) != "" && field.at != field.asked && !(round && field.name == "numbers") {
				found = append(found, kind.Finding{Check: "placed", Where: field.name + ", " + form, Key: field.name,
					Measured: field.asked, Needed: "in this form they stand " + field.at,
					Mend: &kind.Mend{Label: field.name + " → " + field.at, Facts: []kind.FactEdit{{Key: field.name, Text: field.at}}}})
			}
		}
		seen := map[string]bool{}
		for width := range v.Widths {
			l := b.lay(width)
			if b.chosen("names") == beside && b.namesAt() == beside && !l.beside && !seen["beside"] {
				seen["beside"] = true
				found = append(found, kind.Finding{Check: "placed", Where: "names, " + v.Widths[width].Name, Key: "names",
					Measured: "beside takes more than " + b.locale.Percent(besideShare*100), Needed: "they stand above there"})
			}
			for _, x := range b.plain {
				p := b.places(x, b.narrowest(width).bar, width)
				if moved := b.movedWords(p); moved != "" && !seen[x.ID+moved] {
					seen[x.ID+moved] = true
					found = append(found, kind.Finding{Check: "placed", Where: fmt.Sprintf("%s, %s, at %s", x.Name,
						v.Widths[width].Name, x.Number), Record: x.ID, Key: "numbers",
						Measured: fmt.Sprintf("%.0f px of %.0f", math.Floor(p.had), math.Ceil(p.needed)), Needed: moved})
				}
			}
		}
		return found
	}
}

// movedWords says what of a skill's labels moved where; "" for nothing.
func (b *board) movedWords(p placed) string {
	where := map[place]string{afterFill: "after the fill", besideBar: "off the bar"}
	says := ""
	add := func(label, asked string, at place) {
		if (asked == inside && at != inFill || asked == over && at != overBar) && where[at] != "" {
			if says != "" {
				says += ", "
			}
			says += label + " " + where[at]
		}
	}
	add("name", b.namesAt(), p.name)
	add("number", b.numbersAt(), p.number)
	return says
}

// px writes a length in whole CSS px, rounded up.
func px(n float64) string { return strconv.Itoa(int(math.Ceil(n))) + "px" }

// variablesOf are what the layout needs: how far each bar is filled, the columns, and where labels stand at each width.
func variablesOf(form string) func(kind.View) []kind.Variable {
	return func(v kind.View) []kind.Variable {
		b := newBoard(v, form)
		variables := b.shares()
		if form == stepsForm {
			variables = append(variables, kind.Variable{Name: "--rb-apart", Value: px(apart)})
		}
		last := map[string]string{}
		// What holds at a wider width holds on; only what changes is said.
		say := func(width int, record, name, value string) {
			if key := record + name; last[key] != value {
				last[key] = value
				variables = append(variables, kind.Variable{Name: name, Width: width, Record: record, Value: value})
			}
		}
		for width := range v.Widths {
			l := b.narrowest(width)
			say(width, "", "--rb-groups", strconv.Itoa(l.groups))
			say(width, "", "--rb-columns", strconv.Itoa(l.columns))
			if form == columnForm {
				as, flow, template := "grid", "row", fmt.Sprintf("repeat(%d, minmax(0, 1fr))", l.columns)
				if l.oneRow {
					as, flow, template = "flex", "column", "none"
				}
				say(width, "", "--rb-groups-as", as)
				say(width, "", "--rb-flow", flow)
				say(width, "", "--rb-template", template)
			}
			b.sayGrid(l, func(name, value string) { say(width, "", name, value) })
			for _, x := range b.plain {
				if straight := form == lineForm || form == columnForm; straight && x.Share > 0 &&
					x.Share*l.bar < b.thickness(x.ID, width) {
					say(width, x.ID, "--rb-clip", "clip") // its round ends would stand out of those of the bar
				}
				b.sayPlaces(x, b.places(x, l.bar, width), l, width, func(name, value string) {
					say(width, x.ID, name, value)
				})
			}
		}
		return variables
	}
}

// shares are how far the bars are filled, where the line stands, and what the ends of rings are.
func (b *board) shares() []kind.Variable {
	var variables []kind.Variable
	round, ends := b.chosen("ends") == "round", "0"
	if round {
		ends = "1"
	}
	if b.form == ringForm || b.form == halfForm {
		variables = append(variables, kind.Variable{Name: "--rb-round", Value: ends})
		if from, err := strconv.Atoi(b.fact("from")); err == nil && b.form == ringForm {
			if b.chosen("turn") == anticlockwise { // which is drawn as a mirror image
				from = 360 - from
			}
			variables = append(variables, kind.Variable{Name: "--rb-from", Value: strconv.Itoa(from) + "deg"})
		}
	}
	for i, r := range b.v.Set.Records {
		x := b.plain[i]
		share := x.Share
		if b.form == stepsForm && b.chosen("step-fill") != inPart {
			share = reached(share, b.pips(r))
		}
		variables = append(variables, kind.Variable{Name: "--rb-share", Record: r.ID, Value: decimal(share)})
		if round && x.Share == 1 && b.form == ringForm { // a whole ring has no ends
			variables = append(variables, kind.Variable{Name: "--rb-round", Record: r.ID, Value: "0"})
		}
		if b.form == stepsForm {
			variables = append(variables, kind.Variable{Name: "--rb-pips", Record: r.ID, Value: strconv.Itoa(b.pips(r))})
		}
		if share, ok := b.aimShare(r); ok {
			variables = append(variables, kind.Variable{Name: "--rb-aim", Record: r.ID, Value: decimal(share)})
		}
	}
	return variables
}

// reached is the share of the steps that a share has come to the end of: no step is said to be reached that is not.
func reached(share float64, steps int) float64 {
	const hair = 1e-9 // 0.29 × 100 is a little less than 29
	return math.Floor(share*float64(steps)+hair) / float64(steps)
}

// decimal writes a share with at most five decimals.
func decimal(n float64) string {
	const places = 1e5
	return strconv.FormatFloat(math.Round(n*places)/places, 'f', -1, 64)
}

// sayGrid says where names, numbers and bars stand about each other: a name is above the bar or before it, a number
// above its end or after it.
func (b *board) sayGrid(l lay, say func(name, value string)) {
	if b.form != lineForm && b.form != stepsForm {
		return
	}
	numberBeside := b.numbersAt() == beside
	name, number, lane := "1 / 1 / auto / -1", "2 / 3", "2 / 1 / auto / 3"
	switch {
	case l.beside && numberBeside:
		name, lane = "2 / 1", "2 / 2"
	case l.beside:
		name, number, lane = "2 / 1", "1 / 2 / auto / -1", "2 / 2 / auto / -1"
	case !numberBeside:
		name, number, lane = "1 / 1 / auto / 3", "1 / 3", "2 / 1 / auto / -1"
	}
	say("--rb-name-col", px(l.name))
	numberCol := px(l.number)
	if !numberBeside {
		numberCol = "auto"
	}
	say("--rb-number-col", numberCol)
	say("--rb-name-at", name)
	say("--rb-number-at", number)
	say("--rb-lane-at", lane)
}

// sayPlaces says which copies of a skill's labels are shown.
func (b *board) sayPlaces(x bar, p placed, l lay, width int, say func(name, value string)) {
	shown := func(label string, at place, where ...place) {
		for _, w := range where {
			value := "none"
			if w == at {
				value = "block"
			}
			say("--rb-"+label+"-"+string(w), value)
		}
	}
	switch b.namesAt() {
	case inside:
		shown("name", p.name, inFill, afterFill, besideBar)
	case over:
		shown("name", p.name, overBar, besideBar)
	}
	switch b.numbersAt() {
	case inside:
		shown("number", p.number, inFill, afterFill, besideBar)
	case over:
		shown("number", p.number, overBar, besideBar)
	case riding:
		if wide, ok := b.wide("riding", x.ID, x.Number, width); ok && b.form == lineForm {
			say("--rb-half", px(wide/2))
		}
	}
}
