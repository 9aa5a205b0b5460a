package pricing

import (
	"fmt"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/formats/delimited"
	"rubrel/kinds/pricing/shop"
)

func read(t testing.TB, text string, options intake.Options) *intake.Reading {
	t.Helper()
	table, _, err := delimited.Read([]byte(text))
	if err != nil {
		t.Fatal(err)
	}
	return intake.Read(declared(), table, options)
}

func declared() *kind.Kind {
	k, err := Declaration()
	if err != nil {
		panic(err)
	}
	return k
}

// written writes a set in one line for each plan, to compare.
func written(s kind.Set) string {
	var b strings.Builder
	for _, r := range s.Records {
		fmt.Fprintf(&b, "%s", kind.Text(r.Facts, "title"))
		if r.Featured {
			b.WriteString("*")
		}
		for _, f := range shop.Fields()[1:] {
			for _, key := range s.Keys(f) {
				if v, ok := r.Facts[key.String()]; ok {
					fmt.Fprintf(&b, " %s=%s", strings.TrimPrefix(key.String(), "feature:"), v)
				}
			}
		}
		b.WriteString("\n")
	}
	return b.String()
}

func TestRead(t *testing.T) {
	for _, c := range []struct{ name, text, want, asked string }{
		{"plans across, tabs", "\tBasic\tPlus\nMonthly price\t$9.00\t$19.00\nYearly price\t$90\t$190\nStorage\t10 GB\t1 " +
			"TB\nSupport\t–\t✓\n",
			"Basic price:month:usd=9.00 price:year:usd=90 storage=10 GB support=no\nPlus price:month:usd=19.00 " +
				"price:year:usd=190 storage=1 TB support=yes\n", ""},
		{"plans down, commas", "Plan,Price a month,For,Support,Storage\nBasic,$9,Beginners,no,10 " +
			"GB\nPlus,\"$1,299.00\",Teams,yes,1 TB\n",
			"Basic subtitle=Beginners price:month:usd=9 support=no storage=10 GB\nPlus subtitle=Teams price:month:usd=1299.00 " +
				"support=yes storage=1 TB\n", ""},
		{"semicolons, decimal commas, free and on request", "Tarif;Preis pro Monat;Hinweis\nStart;gratis;\nMitte;29,95 " +
			"€;monatlich\nGroß;auf Anfrage;\nRiese;1.299,00 €;\n",
			"Start price:month:eur=free\nMitte price:month:eur=29.95 note=monatlich\nGroß price:month:eur=auf Anfrage\nRiese " +
				"price:month:eur=1299.00\n", ""},
		{"the period with the amount", "Plan\tOne\tTwo\nPrice\t€9 / month\t€90 per year\n",
			"One price:month:eur=9\nTwo price:year:eur=90\n", ""},
		{"two currencies", "\tOne\tTwo\nMonthly price (EUR)\t9\t19\nMonthly price (GBP)\t8\t17\n",
			"One price:month:eur=9 price:month:gbp=8\nTwo price:month:eur=19 price:month:gbp=17\n", ""},
		{"features listed in a cell", "Plan,Price a month," +
			"What you get\nOne,$9,\"Open nights\nDarkroom\n- Remote\"\nTwo,$19,\"" +
			"Open " +
			"nights\nRemote\"\n",
			"One price:month:usd=9 open-nights=yes darkroom=yes remote=no\n" +
				"Two price:month:usd=19 open-nights=yes remote=yes\n", ""},
		{"a heading above and a blank row",
			"Our prices\t\t\n\t\t\n\tOne\tTwo\nMonthly\t$9\t$19\nFeatures\t\t\nSupport\tyes\tno\n",
			"One price:month:usd=9 support=yes\nTwo price:month:usd=19 support=no\n", ""},
		{"featured, badge, button and link",
			"Plan\tOne\tTwo\nMonthly price\t$1\t$2\nFeatured\tno\tyes\nBadge\t\tBest\n" +
				"Button\tTake\tTake\nLink\t/one\thttps://example.test/two\n",
			"One price:month:usd=1 button=Take link=/one\nTwo* price:month:usd=2 badge=Best button=Take " +
				"link=https://example.test/two\n", ""},
		{"once and for life", "\tOne\nLifetime\t€760\n", "One price:once:eur=760\n", ""},
		{"no headings, plans across", "Starter\tTeam\n$0\t$12/user/month\nEmail support\tPhone support\n",
			"Starter price:month:usd=0 email-support=yes\nTeam price:month:usd=12 phone-support=yes\n", ""},
		{"no headings, plans down", "Basic,$9 a year\nPlus,$19 a year\n",
			"Basic price:year:usd=9\nPlus price:year:usd=19\n", ""},
		{"users that are a feature", "\tOne\tTwo\nMonthly price\t€9\t€19\nUsers\t5\tunlimited\nIncluded\tyes\tno\n",
			"One price:month:eur=9 users=5 included=yes\nTwo price:month:eur=19 users=unlimited included=no\n", ""},
		{"users that pick the plan", "\tOne\tTwo\nMonthly price\t€9\t€19\nUsers\t1-3\t4+\n",
			"One price:month:eur=9 fits=1-3\nTwo price:month:eur=19 fits=4+\n", ""},
		{"words beside dollars", "\tOne\tTwo\tThree\nMonthly price\t$9\t$19\tContact us\n",
			"One price:month:usd=9\nTwo price:month:usd=19\nThree price:month:usd=Contact us\n", ""},
		{"a plain number beside pounds", "Plan,Price a month\nOne,£9\nTwo,19\n",
			"One price:month:gbp=9\nTwo price:month:gbp=19\n", ""},
		{"crosses beside ticks", "\tOne\tTwo\nMonthly price\t€9\t€19\nSupport\tx\t✓\nPhone\t×\tX\n",
			"One price:month:eur=9 support=no phone=no\nTwo price:month:eur=19 support=yes phone=no\n", ""},
		{"crosses beside dashes", "\tOne\tTwo\nMonthly price\t€9\t€19\nSupport\t–\tx\n",
			"One price:month:eur=9 support=no\nTwo price:month:eur=19 support=yes\n", ""},
		{"a plan called X", "\tX\tXL\nMonthly price\t€9\t€19\nSupport\t✓\t✓\n",
			"X price:month:eur=9 support=yes\nXL price:month:eur=19 support=yes\n", ""},
		{"no period", "\tOne\tTwo\nPrice\t€9\t€19\n", "One price:month:eur=9\nTwo price:month:eur=19\n", "role/Price"},
		{"the period in a note", "\tOne\tTwo\nPrice\t€90\t€190\nNote\tper year\tper year\n",
			"One price:year:eur=90 note=per year\nTwo price:year:eur=190 note=per year\n", ""},
		{"check-ups a year", "Leistung;Katze;Hund;Pferd;Stall\nMonatspreis;129;199;345;299\n" +
			"Vorsorgeuntersuchungen pro Jahr;3;1;2;4\nPro Jahr;5;5;6;7\n",
			"Katze price:month:eur=129 vorsorgeuntersuchungen-pro-jahr=3 pro-jahr=5\nHund price:month:eur=199 " +
				"vorsorgeuntersuchungen-pro-jahr=1 pro-jahr=5\nPferd price:month:eur=345 vorsorgeuntersuchungen-pro-jahr=2 " +
				"pro-jahr=6\nStall price:month:eur=299 vorsorgeuntersuchungen-pro-jahr=4 pro-jahr=7\n", "role/Pro Jahr currency"},
		{"two prices a month", "\tOne\tTwo\nMonthly price\t€9\t€19\nPrice per month\t€8\t€18\n",
			"One price:month:eur=9\nTwo price:month:eur=19\n", "role/Price per month"},
		{"perhaps featured", "\tOne\tTwo\nMonthly\t€9\t€19\nFeatured\tVielleicht im Herbst\tyes\n",
			"One price:month:eur=9\nTwo* price:month:eur=19\n", "cell/3/2"},
		{"headings over features", "\tOne\tTwo\nMonthly\t€9\t€19\nSupport\t\t\nPhone\tyes\tno\n* plus VAT\n",
			"One price:month:eur=9 phone=yes\nTwo price:month:eur=19 phone=no\n", ""},
		{"an unquoted separator", "Plan,Price a month,For,Phone\nOne,€9,Good, cheap,yes\nTwo,€19,Teams,no\n",
			"One subtitle=Good, cheap price:month:eur=9 phone=yes\nTwo subtitle=Teams price:month:eur=19 phone=no\n", "row/2"},
		{"markup is text", "\t<b>One</b>\nMonthly price\t€1\n<script>\tyes\n",
			"<b>One</b> price:month:eur=1 script=yes\n", ""},
	} {
		reading := read(t, c.text, intake.Options{})
		if got := written(reading.Set); got != c.want {
			t.Errorf("%s: %s\ngot:\n%swant:\n%s(asked %v, left %v)", c.name, reading.Arrangement, got, c.want, reading.Asked(),
				reading.Left)
		}
		if asked := fmt.Sprint(idsOf(reading)); asked != "["+c.asked+"]" {
			t.Errorf("%s: asked %s, want [%s]: %v, left %v", c.name, asked, c.asked, reading.Asked(), reading.Left)
		}
	}
}

// idsOf are the IDs of what is asked.
func idsOf(r *intake.Reading) (ids []string) {
	for _, q := range r.Asked() {
		ids = append(ids, q.ID)
	}
	return ids
}

// What cannot be read is asked about by line and column, and the rest is kept. An answer takes its place.
func TestRefused(t *testing.T) {
	text := "\tOne\tTwo\tThree\nMonthly price\t€9\t€-4\t€12.5x\nNote\tok\t" + strings.Repeat("long ", 60) +
		"\tok\nSupport\tyes\tno\tyes\n"
	reading := read(t, text, intake.Options{})
	want := []struct{ id, about string }{{"cell/2/3", "negative"}, {"cell/2/4", "not an amount"},
		{"cell/3/3", "at most 200"}}
	if len(reading.Asked()) != len(want) {
		t.Fatalf("asked %v", reading.Asked())
	}
	for i, q := range reading.Asked() {
		if q.ID != want[i].id || !strings.Contains(q.Why, want[i].about) {
			t.Errorf("asked %v, want %v", q, want[i])
		}
	}
	if got := written(reading.Set); got != "One price:month:eur=9 note=ok support=yes\nTwo support=no\nThree note=ok "+
		"support=yes\n" {
		t.Errorf("kept:\n%s", got)
	}
	reading = read(t, text, intake.Options{Answers: map[string]string{"cell/2/3": "4 €", "cell/3/3": ""}})
	if got := written(reading.Set); !strings.Contains(got, "Two price:month:eur=4 support=no") ||
		len(reading.Asked()) != 1 {
		t.Errorf("corrected:\n%s%v", got, reading.Asked())
	}
}

// What is answered and refused again is asked again, and so is a line that two answers claim.
func TestRefusedAgain(t *testing.T) {
	text := "\tOne\tTwo\nMonthly price\t€9\t€12x\nOld price\t€12\t€22\n"
	for answers, want := range map[[2]string]string{
		{"cell/2/3", "€12y"}: "[role/Old price cell/2/3]", {"cell/2/3", ""}: "[role/Old price]",
		{intake.RoleQuestion("Old price", 0), "price:month"}: "[role/Monthly price]",
		{intake.CurrencyQuestion, "EURO"}:                    "[role/Old price cell/2/3]",
	} {
		reading := read(t, text, intake.Options{Answers: map[string]string{answers[0]: answers[1]}})
		if got := fmt.Sprint(idsOf(reading)); got != want {
			t.Errorf("%v: asked %s, want %s", answers, got, want)
		}
	}
}

func TestAnswers(t *testing.T) {
	text := "\tOne\tTwo\nDeposit\t€9\t€19\nTeilbetrag\t1.299\t2.499\n"
	answers := map[string]string{intake.RoleQuestion("Deposit", 0): kind.SkipRole,
		intake.RoleQuestion("Teilbetrag", 0): "price:month", intake.DecimalQuestion: ",", intake.CurrencyQuestion: "CHF"}
	reading := read(t, text, intake.Options{Answers: answers})
	if got := written(reading.Set); got != "One price:month:chf=1299\nTwo price:month:chf=2499\n" {
		t.Errorf("corrected:\n%s%v", got, reading.Asked())
	}
	reading = read(t, text, intake.Options{Answers: map[string]string{intake.DirectionQuestion: string(kind.Down)}})
	if reading.Arrangement != kind.Down || len(reading.Set.Records) != 2 {
		t.Errorf("down: %s, %d plans", reading.Arrangement, len(reading.Set.Records))
	}
	reading = read(t, text, intake.Options{Answers: map[string]string{intake.RoleQuestion("Deposit", 0): "nonsense"}})
	if reading.Lines[1].Role == "nonsense" {
		t.Error("a role that is none was taken")
	}
}

// Where nothing says what an x means, it is asked; the answer is followed.
func TestCrossIsAsked(t *testing.T) {
	text := "\tOne\tTwo\nMonthly price\t€9\t€19\nSupport\t\tx\n"
	reading := read(t, text, intake.Options{})
	if reading.Settings.Cross != kind.CrossIsYes || fmt.Sprint(idsOf(reading)) != "[cross]" {
		t.Errorf("read as %q, asked %v", reading.Settings.Cross, reading.Asked())
	}
	reading = read(t, text, intake.Options{Answers: map[string]string{intake.CrossQuestion: "no"}})
	if got := written(reading.Set); len(reading.Asked()) > 0 ||
		!strings.Contains(got, "Two price:month:eur=19 support=no") {
		t.Errorf("told that it is no:\n%s%v", got, reading.Asked())
	}
}

// A value of none is no tick.
func TestNothingIsNoTick(t *testing.T) {
	reading := read(t, "\tOne\tTwo\nPrice\t€9\t€19\nGuests\t0\t4\n", intake.Options{})
	for i, want := range []bool{false, true} {
		if got := reading.Set.Records[i].Facts["feature:guests"].(kind.Inclusion); got.Has != want || got.Value == "" {
			t.Errorf("plan %d: %+v", i, got)
		}
	}
}

func TestManyPlans(t *testing.T) {
	var b strings.Builder
	b.WriteString("Plan,Price\n")
	for i := range document.MostRecords + 20 {
		fmt.Fprintf(&b, "P%d,%d\n", i, i)
	}
	reading := read(t, b.String(), intake.Options{})
	if len(reading.Set.Records) != document.MostRecords || len(reading.Left) != 40 {
		t.Errorf("%d plans, %d cells left", len(reading.Set.Records), len(reading.Left))
	}
}

func FuzzIntake(f *testing.F) {
	f.Add("\tBasic\tPlus\nMonthly price\t$9.00\t$19.00\nSupport\t–\t✓\n", "")
	f.Add("Plan,Price\nOne,from 9\n", "down")
	f.Fuzz(func(t *testing.T, text, arrangement string) {
		table, _, err := delimited.Read([]byte(text))
		if err != nil {
			return
		}
		reading := intake.Read(declared(), table, intake.Options{Answers: map[string]string{"direction": arrangement}})
		for _, r := range reading.Set.Records {
			for key := range r.Facts {
				if _, err := reading.Set.CheckKey(shop.Fields(), kind.ParseFactKey(key)); err != nil {
					t.Fatalf("%q: %v", text, err)
				}
			}
		}
	})
}

// A list in which nothing is a price is asked about where it has numbers that may be: no amount becomes a feature
// without a word.
func TestAmountsThatAreNoPricesAreAsked(t *testing.T) {
	for _, c := range []struct{ text, want string }{
		{"\tShort\tLong\nWash & cut\t25\t35\nColour\tfrom 40\tfrom 60\n", "role/Wash & cut role/Colour"},
		{"Möwe\nHauptsaison 120 € / Nacht\nEndreinigung 60 €\n\nDachs\nHauptsaison 95 € / Nacht\nEndreinigung 50 €\n",
			"role/#2 role/#3"},
		{"\tShort\tLong\nSeats\t1\t5\nColour\tred\tblue\n", ""},
		{"\tShort\tLong\na month\t€25\t€35\nSeats\t10\t50\n", ""},
	} {
		var asked []string
		for _, q := range read(t, c.text, intake.Options{Language: "en"}).Asked() {
			asked = append(asked, q.ID)
		}
		if got := strings.Join(asked, " "); got != c.want {
			t.Errorf("%q: asked %q, want %q", c.text, got, c.want)
		}
	}
}
