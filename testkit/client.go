package testkit

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"strconv"
	"testing"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/demo"
	"rubrel/kinds"
)

// phrases are what clients write in a language: names of plans and of things, lines of a list, values, small print.
type phrases struct {
	language                            string
	names, lines, values, notes, badges []string
	button, seats, onRequest            string
}

var languages = []phrases{
	{"en", []string{"Basic", "Professional", "Telecommunications", "All-inclusive", "Interdisciplinary research"},
		[]string{"Response time", "Storage", "24 h support", "Uninterruptible power supply", "Internationalization"},
		[]string{"8 a year", "500 gigabytes", "unlimited", "within 24 hours"},
		[]string{"Billed yearly, leave any time", "Excluding transaction fees"}, []string{"Most chosen", "Recommended"},
		"Subscribe to {plan}", "colleagues", "Price on request"},
	{"de", []string{"Einzelmitgliedschaft", "Familienmitgliedschaft", "Förderkreis", "Rückerstattungsbedingungen", "Pro"},
		[]string{"Antwortzeit des Kundendienstes", "Speicherplatz", "Datenschutzgrundverordnung", "Öffnungszeiten",
			"Kraftfahrzeughaftpflichtversicherung"},
		[]string{"8 im Jahr", "500 Gigabyte", "unbegrenzt", "innerhalb eines Werktags"},
		[]string{
			"Jährliche Abrechnung, jederzeit kündbar",
			"zuzüglich Mehrwertsteuer",
		}, []string{"Meistgewählt", "Empfohlen"},
		"Jetzt {plan} abschließen", "Mitarbeiterinnen", "Preis auf Anfrage"},
	{"fi", []string{"Perusjäsenyys", "Yhdistysjäsenyys", "Kannatusjäsenyys", "Mini"},
		[]string{"Asiakaspalvelun vasteaika", "Tallennustila", "Tietosuojavaltuutetun palvelut", "Aukioloajat"},
		[]string{"8 vuodessa", "500 gigatavua", "rajoittamaton"}, []string{"Laskutetaan vuosittain"}, []string{"Suosituin"},
		"Tilaa {plan}", "käyttäjää", "Hinta pyynnöstä"},
	{"pl", []string{"Podstawowy", "Międzynarodowy", "Członkostwo rodzinne", "Mini"},
		[]string{"Czas odpowiedzi", "Przestrzeń dyskowa", "Nieprzerwane wsparcie techniczne", "Bezpieczeństwo"},
		[]string{"8 rocznie", "500 gigabajtów", "bez ograniczeń"}, []string{"Rozliczane co roku, z góry"},
		[]string{"Najczęściej wybierany"}, "Wybierz {plan}", "użytkowników", "Cena na zapytanie"},
	{"he", []string{"בסיסי", "מקצועי", "משפחתי ומורחב", "ארגוני"}, []string{"זמן תגובה", "נפח אחסון", "תמיכה מסביב לשעון"},
		[]string{"8 בשנה", "500 ג׳יגה־בייט", "ללא הגבלה"}, []string{"חיוב שנתי, ביטול בכל עת"}, []string{"הנבחר ביותר"},
		"להצטרף אל {plan}", "משתתפים", "מחיר לפי בקשה"},
	{
		"ar",
		[]string{"أساسي", "احترافي", "العضوية العائلية", "للمؤسسات"},
		[]string{"زمن الاستجابة", "مساحة التخزين", "دعم على مدار الساعة"},
		[]string{
			"8 في السنة",
			"500 غيغابايت",
			"غير محدود",
		},
		[]string{"تُدفع سنويًا ويمكن الإلغاء في أي وقت"},
		[]string{"الأكثر اختيارًا"},
		"اشترك في {plan}",
		"مشتركين",
		"السعر عند الطلب",
	},
}

// Client is a site that nobody prepared: one block of a kind in a form, with its words, its numbers and its dress by
// chance.
type Client struct {
	Site *document.Site
	What string
}

// NewClient makes a client's site from a seed. Sites of successive seeds go through the kinds and their forms, the
// languages and the dresses; how many records, features, periods and currencies there are is chance.
func NewClient(t testing.TB, seed uint64, dresses []string) Client {
	t.Helper()
	random := rand.New(rand.NewPCG(seed, 17))
	words := languages[int(seed)%len(languages)]
	registry := kinds.All()
	var forms [][2]string
	for _, k := range registry {
		for _, f := range k.Forms {
			forms = append(forms, [2]string{k.Name, f.Name})
		}
	}
	pick := func(list []string) string { return list[random.IntN(len(list))] }
	form := forms[int(seed)%len(forms)]
	dress := dresses[int(seed/uint64(len(forms)))%len(dresses)]
	n := 1 + random.IntN(12)
	set := map[string]any{"kind": form[0], "name": "Set", "order": "i"}
	records := map[string]any{}
	record := func(i int, facts map[string]any) {
		records[fmt.Sprintf("r%d", i)] = map[string]any{"order": orderOf(i), "facts": facts}
	}
	k, _ := registry.Named(form[0])
	if k.Intake != nil && k.Intake.Currency != nil {
		fillPricing(set, record, n, words, random)
	} else {
		fill(k, set, record, n, words, random)
	}
	if r, ok := records["r1"].(map[string]any); ok && k.CanFeature {
		r["featured"] = true
	}
	set["records"] = records
	pictures := map[string]any{}
	for i, name := range drawn {
		picture := demo.Drawn(name)
		picture.Order = orderOf(i)
		pictures[name] = picture
	}
	language := words.language
	sets := map[string]any{"s": set}
	blocks := map[string]any{"block": map[string]any{"order": "i", "name": "Block", "set": "s", "form": form[1]}}
	if r, ok := records["r0"].(map[string]any); ok && k.HoldsBlocks {
		held, _ := registry.Named("boxes")
		within := map[string]any{"kind": held.Name, "name": "Held", "order": "r"}
		boxes := map[string]any{}
		fill(held, within, func(i int, facts map[string]any) {
			boxes["r"+strconv.Itoa(i)] = map[string]any{"order": orderOf(i), "facts": facts}
		}, n, words, random)
		within["records"], sets["h"] = boxes, within
		blocks["held"] = map[string]any{"order": "r", "name": "Held", "set": "h", "form": held.Forms[0].Name}
		r["facts"].(map[string]any)["block"] = "held"
	}
	text, err := json.Marshal(map[string]any{"rubrel": document.Version, "name": "Client", "language": language,
		"house": map[string]any{"dress": dress}, "sets": sets, "pictures": pictures, "blocks": blocks,
		"pages": map[string]any{"p": map[string]any{"order": "i", "title": pick(words.names),
			"bands": map[string]any{"b": map[string]any{"order": "i",
				"blocks": map[string]any{"block": map[string]any{"order": "i"}}}}}}})
	if err != nil {
		t.Fatal(err)
	}
	site, _, err := document.Parse(text, registry)
	if err != nil {
		t.Fatalf("client %d: %v", seed, err)
	}
	return Client{site, fmt.Sprintf("client %d: %d in %s as %s, %s, %s", seed, n, form[0], form[1], language, dress)}
}

// choices says a word by chance for each choice that a set has.
func choices(fields []kind.Field, pick func([]string) string) map[string]any {
	said := map[string]any{}
	for _, f := range fields {
		if choice, ok := f.Type.(kind.ChoiceType); ok {
			said[f.Name] = pick(choice.Words)
		}
	}
	return said
}

// units are what numbers are of, in every language.
var units = []string{"h", "kg", "points"}

// drawn are the pictures that clients have.
var drawn = []string{"maren", "jonas", "telescope"}

// fill makes a set of n records of a kind: its axes as items with a name, its choices by chance.
func fill(k *kind.Kind, set map[string]any, record func(int, map[string]any), n int, words phrases, random *rand.Rand) {
	pick := func(list []string) string { return list[random.IntN(len(list))] }
	said := choices(k.SetFields, pick)
	for _, f := range k.SetFields {
		if to, ok := f.Type.(kind.RefType); ok && to.To == kind.PictureOffer {
			said[f.Name] = pick(drawn)
		}
	}
	set["facts"] = said
	axes := map[string]any{}
	for _, axis := range k.Axes {
		items := map[string]any{}
		for i := range random.IntN(4) {
			items["i"+strconv.Itoa(i)] = map[string]any{"order": orderOf(i), "facts": map[string]any{
				axis.Label: pick(words.lines)}}
		}
		axes[axis.Name] = items
	}
	set["axes"] = axes
	for i := range n {
		said := facts(k.Fields, words, random)
		for _, f := range k.Fields {
			for _, name := range f.Each {
				delete(said, f.Name)
				for id := range axes[name].(map[string]any) {
					said[f.Name+":"+id] = "https://" + id + ".example/" + strconv.Itoa(i)
				}
			}
		}
		record(i, said)
	}
}

// facts are what a record says of the facts that most records have: texts as long as clients write them there, numbers,
// and what else a type takes.
func facts(fields []kind.Field, words phrases, random *rand.Rand) map[string]any {
	said := map[string]any{}
	for _, f := range fields {
		const fewNeed = 3 // one record in so many says what stands in a group of its own
		if f.Group != "" && random.IntN(fewNeed) > 0 {
			continue
		}
		tried := []string{strconv.Itoa(random.IntN(101)), "star", "1 5 3", "karoliina.rautavaara@yhdistys.example",
			"+49 30 1234567", fmt.Sprintf("%d%% %d%%", random.IntN(101), random.IntN(101))}
		if to, ok := f.Type.(kind.RefType); ok {
			if to.To != kind.PictureOffer {
				continue
			}
			tried = drawn[random.IntN(len(drawn)):]
		}
		if text, ok := f.Type.(kind.TextType); ok {
			list := words.notes
			switch {
			case text.Most <= 30 && f.Group != "":
				list = units
			case text.Most <= 30:
				list = words.values[1:]
			case text.Most <= 80:
				list = words.lines
			}
			tried = []string{list[random.IntN(len(list))]}
		}
		if _, ok := f.Type.(kind.RichType); ok {
			tried = []string{words.notes[random.IntN(len(words.notes))] + "\n\n" + words.lines[random.IntN(len(words.lines))]}
		}
		for _, text := range tried {
			if v, err := f.Type.Parse(text); err == nil {
				said[f.Name] = v
				break
			}
		}
	}
	return said
}

// fillPricing makes a price list of n plans.
func fillPricing(set map[string]any, record func(int, map[string]any), n int, words phrases, random *rand.Rand) {
	pick := func(list []string) string { return list[random.IntN(len(list))] }
	codes := []string{"EUR", "USD", "JPY", "CHF", "SEK", "PLN", "GBP", "CAD"}[:1+random.IntN(8)]
	currencies, features := map[string]any{}, map[string]any{}
	for i, code := range codes {
		facts := map[string]any{"code": code}
		if i > 0 {
			facts["rate"] = []string{"1.08", "162.45", "0.95", "11.4", "4.3", "0.8571", "1.47"}[i-1]
		}
		currencies["c"+strconv.Itoa(i)] = map[string]any{"order": orderOf(i), "facts": facts}
	}
	periods := map[string]any{"month": map[string]any{"order": "i", "facts": map[string]any{"label": "a month",
		"duration": "P1M"}}, "year": map[string]any{"order": "r", "facts": map[string]any{"label": "a year",
		"duration": "P1Y", "rule": "2 free"}}}
	lines := random.IntN(20)
	for i := range lines {
		features["f"+strconv.Itoa(i)] = map[string]any{"order": orderOf(i), "facts": map[string]any{
			"name": pick(words.lines)}}
	}
	set["axes"] = map[string]any{"periods": periods, "currencies": currencies, "features": features}
	set["facts"] = map[string]any{"button": words.button, "link": "https://example.test/", "seat": words.seats,
		"seats": words.seats}
	for i := range n {
		facts := map[string]any{"title": pick(words.names), "subtitle": pick(words.notes), "note": pick(words.notes),
			"price:month:c0": map[string]any{"amount": fmt.Sprintf("%d.%02d", random.IntN(3000), random.IntN(100))}}
		if random.IntN(6) == 0 {
			facts["price:month:c0"] = map[string]any{"words": words.onRequest}
		}
		if i == 1 {
			facts["badge"] = pick(words.badges)
		}
		for j := range lines {
			facts["feature:f"+strconv.Itoa(j)] = []any{true, false, pick(words.values)}[random.IntN(3)]
		}
		record(i, facts)
	}
}
