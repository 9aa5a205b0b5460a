package team_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/marks"
	"rubrel/render"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

var of = testkit.Of

var allForms = []string{"cards", "rows", "over", "list", "profile"}

// workshop is a team as a client writes it: uneven, some without a picture, one who leads.
func workshop(facts map[string]string, n int) testkit.Gallery {
	all := []map[string]string{
		of("name", "Dr. Friederike Sonnenschein-Abendroth", "position", "Leiterin der Restaurierungswerkstatt",
			"text", "Seit 1998 im Haus. Spricht *vier* Sprachen.", "picture", "maren", "shows", "Friederike lacht",
			"email", "friederike.sonnenschein@werkstatt.example", "telephone", "030 1234567", "featured", "yes",
			"profile:i0", "https://papers.example/friederike", "profile:i1", "https://pictures.example/friederike",
			"badge", "Neu", "link", "friederike.html", "link-text", "Zum Profil"),
		of("name", "Tom", "picture", "oskar", "shows", "decorative", "second", "jonas", "profile:i1",
			"https://pictures.example/tom"),
		of("name", "Ngozi Umeh", "position", "Papier", "email", "ngozi@werkstatt.example"),
		of("name", "Élodie", "position", "Leder und Pergament", "text", "Kommt dienstags."),
		of("name", "Jürgen Ötz", "telephone", "+44 20 7946 0018"), of("name", "王小明", "position", "Druck"),
		of("name", "Wim"), of("name", "Ana"), of("name", "Bo"), of("name", "Cy"),
	}
	return testkit.Gallery{Kind: "team", Facts: facts, Records: all[:n], Forms: allForms, Locale: "de",
		Pictures: []string{"maren", "oskar", "jonas"},
		Axes: map[string][]map[string]string{"networks": {of("label", "Schriften", "icon", "scroll-text"),
			of("label", "Bilder", "ink", "#8a1c4a")}}}
}

// Every form's page passes the HTML checker and axe-core, and is no wider than its window.
func TestPagesAreSound(t *testing.T) {
	testkit.CheckPages(t, func(facts map[string]string) testkit.Gallery { return workshop(facts, 8) },
		[]int64{320, 768, 1200},
		map[string]string{},
		map[string]string{"place": "in turn", "missing": "a place-holder", "links": "beside the " +
			"name", "labels": "always", "card": "yes",
			"effect": "farther", "answers": "the whole card", "region": "DE"},
		map[string]string{"place": "at the end", "missing": "nothing", "effect": "lift", "labels": "below"},
	)
}

const rectangles = "const at = (form, selector) => [...document.querySelectorAll('#' + form + ' ' + selector)]" +
	".map((e) => e.getBoundingClientRect()); "

// Those who lead come first, have larger places, and nobody stands alone in a row.
func TestLeaders(t *testing.T) {
	b := chromium.Launch(t, 1200, 900)
	for n := 2; n <= 9; n++ {
		g := workshop(nil, n)
		g.Forms = []string{"cards", "over"}
		g.Records[0], g.Records[n-1] = g.Records[n-1], g.Records[0] // who leads stands last in the set
		_, address := testkit.Publish(t, g.Site(t))
		b.Open(address)
		for _, width := range []int64{1200, 800, 390} {
			b.Size(width, 900)
			b.FontsLoaded()
			for _, form := range g.Forms {
				what := fmt.Sprintf("%d people, %s at %d", n, form, width)
				rows := chromium.Eval[[]float64](b, "(() => { "+rectangles+"const rows = new Map(); for (const r of at('"+form+
					"', '.rb-person')) rows.set(Math.round(r.top), (rows.get(Math.round(r.top)) ?? 0) + 1); "+
					"return [...rows.values()]; })()")
				members := rows[1:]
				if rows[0] != 1 || slices.Contains(members, 1) && slices.Max(members) > 1 {
					t.Errorf("%s: rows of %v", what, rows)
				}
				larger := chromium.Eval[bool](b, "(() => { "+rectangles+"const all = at('"+form+"', '.rb-person'); return "+
					"document.querySelector('#"+form+" .rb-person').classList.contains('rb-featured') && "+
					"all.slice(1).every((r) => r.width <= all[0].width + 0.5 && r.top >= all[0].bottom); })()")
				if !larger {
					t.Errorf("%s: who leads has no larger place above the others", what)
				}
				inside := chromium.Eval[bool](b, "(() => { "+rectangles+"const ground = at('"+form+"', '.rb-ground')[0]; "+
					"return at('"+form+"', '.rb-person').every((r) => r.left >= ground.left && r.right <= ground.right); })()")
				if !inside {
					t.Errorf("%s: somebody stands outside the ground", what)
				}
			}
		}
	}
}

// Leaders stand as many in a row as the look says.
func TestLeadersAsSaid(t *testing.T) {
	g := workshop(nil, 8)
	g.Forms = []string{"cards"}
	g.Records[1]["featured"], g.Records[2]["featured"] = "yes", "yes"
	g.Look = map[string]string{"people.grid-template-columns": "4", "leaders.grid-template-columns": "2"}
	_, address := testkit.Publish(t, g.Site(t))
	b := chromium.Launch(t, 1400, 900)
	b.Open(address)
	got := b.Text("(() => { " + rectangles + "const tops = at('cards', '.rb-person').map((r) => Math.round(r.top)); " +
		"return tops.map((top) => tops.filter((other) => other === top).length).join(''); })()")
	if want := "22133322"; got != want {
		t.Errorf("so many stand beside each: %s, want %s", got, want)
	}
}

// A picture fills its frame, a missing one has initials, and the second appears for those who point.
func TestPortraits(t *testing.T) {
	b := chromium.Launch(t, 1200, 900)
	_, address := testkit.Publish(t, workshop(nil, 6).Site(t))
	b.Open(address)
	if got := b.Text("[...document.querySelectorAll('#list .rb-initials')].map((e) => e.textContent).join(' ')"); got !=
		"NU É JÖ 王" {
		t.Errorf("the initials are %s", got)
	}
	filled := chromium.Eval[bool](b, "(() => { "+rectangles+"return at('cards', '.rb-frame').every((r) => "+
		"Math.abs(r.height - r.width * 1.25) < 1.5) && at('cards', '.rb-picture').every((r, i) => "+
		"Math.abs(r.width - at('cards', '.rb-frame')[i].width) < 1); })()")
	if !filled {
		t.Error("a picture does not fill its frame, or the frame is not 4 to 5")
	}
	e := workshop(nil, 2).Hang(t)
	e.Do(document.FocusPicture{ID: "oskar", Place: "10% 20%"})
	e.Do(document.FocusPicture{ID: "jonas", Place: "70% 30%"})
	_, address = testkit.Publish(t, e.Site)
	b.Open(address)
	if got := b.Text("['picture', 'second'].map((part) => getComputedStyle(document.querySelector('#cards " +
		"[data-record=r1] .rb-' + part)).objectPosition).join()"); got != "10% 20%,70% 30%" {
		t.Errorf("the two pictures are cut around %s", got)
	}
	_, address = testkit.Publish(t, workshop(map[string]string{"missing": "nothing"}, 6).Site(t))
	b.Open(address)
	if n := chromium.Eval[float64](b, "document.querySelectorAll('#cards .rb-portrait').length"); n != 2 {
		t.Errorf("%v portraits where only pictures are wanted", n)
	}
}

// What a set says is checked: numbers that cannot be dialled, profiles that are none, people without a picture.
func TestChecks(t *testing.T) {
	for _, c := range []struct {
		what    string
		records []map[string]string
		want    string
	}{
		{"all well", []map[string]string{of("name", "A", "telephone", "030 1234567"), of("name", "B")}, ""},
		{"too short", []map[string]string{of("name", "A", "telephone", "12")}, "telephone"},
		{"abroad", []map[string]string{of("name", "A", "telephone", "+44 20 7946 0018")}, ""},
		{"one cause", []map[string]string{of("name", "A", "telephone", "55"), of("name", "B", "telephone", "56"),
			of("name", "C", "telephone", "57")}, "telephone"},
		{"no address", []map[string]string{of("name", "A", "profile:i0", "mailto:a@b.example")}, "address"},
		{"the same twice", []map[string]string{of("name", "A", "profile:i0", "https://a.example/x"), of("name", "B",
			"profile:i0", "https://a.example/x")}, "address"},
		{"one without", []map[string]string{of("name", "A", "picture", "maren", "shows", "decorative"), of("name", "B",
			"picture", "oskar", "shows", "decorative"), of("name", "C")}, "portrait"},
		{"one too long", []map[string]string{of("name", "A", "text", "Kurz und gut."), of("name", "B", "text",
			strings.Repeat("Und noch ein Satz. ", 12))}, "uneven"},
	} {
		g := workshop(nil, 1)
		g.Records, g.Forms = c.records, []string{"cards"}
		subject, err := render.Subject(g.Site(t), testkit.Dresses(t), "cards", testkit.When)
		if err != nil {
			t.Fatal(err)
		}
		var found []string
		for _, mark := range marks.Of(subject, nil) {
			if slices.Contains([]string{"telephone", "address", "portrait", "uneven"}, mark.Check) {
				found = append(found, mark.Check)
			}
		}
		if got := strings.Join(found, " "); got != c.want {
			t.Errorf("%s: marked %q, want %q", c.what, got, c.want)
		}
	}
}

// A network's own colour is measured on what its links stand on, in light and dark; its mend is the nearest that
// passes in both.
func TestOwnColoursOfNetworks(t *testing.T) {
	for _, c := range []struct {
		ink, measured string
		scheme        document.Scheme
	}{{"#8a1c4a", "", document.LightScheme}, {"#ffcc00", "1.", document.LightScheme},
		{"#8a1c4a", "1.", document.DarkScheme},
		{"#101010", "1.", document.AutoScheme}} {
		g := workshop(nil, 3)
		g.Forms, g.Scheme, g.Axes["networks"][1]["ink"] = []string{"cards"}, c.scheme, c.ink
		e := g.Hang(t)
		marks := func() (found []marks.Mark) {
			subject, err := render.Subject(e.Site, testkit.Dresses(t), "cards", testkit.When)
			if err != nil {
				t.Fatal(err)
			}
			for _, mark := range marks.Of(subject, nil) {
				if mark.Check == "contrast" {
					found = append(found, mark)
				}
			}
			return found
		}
		found := marks()
		if c.measured == "" && len(found) > 0 || c.measured != "" && (len(found) != 1 ||
			!strings.HasPrefix(found[0].Measured, c.measured) || !strings.Contains(found[0].Where, "Bilder")) {
			t.Errorf("%s, %s: %+v", c.ink, c.scheme, found)
			continue
		}
		if len(found) == 1 {
			e.Do(found[0].Mends[0].Change)
			if left := marks(); len(left) > 0 {
				t.Errorf("%s, %s: mended as %s: %+v", c.ink, c.scheme, found[0].Mends[0].Label, left)
			}
		}
	}
}
