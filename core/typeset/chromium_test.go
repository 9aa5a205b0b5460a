package typeset_test

import (
	"encoding/base64"
	"encoding/json"
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"rubrel/core/typeset"
	"rubrel/testkit/chromium"
)

// faces are some of the shipped fonts: WOFF 1 for the book, WOFF 2 for the browser.
var faces = []struct {
	family, file string
	weight       int
}{{"Libre Franklin", "libre-franklin", 400}, {"Libre Franklin", "libre-franklin", 600}, {"Newsreader", "newsreader",
	500}, {"Figtree", "figtree", 600}, {"Bricolage Grotesque", "bricolage-grotesque", 700}, {"Spectral", "spectral", 400},
	{"Karla", "karla", 700}, {"Nunito", "nunito", 800}}

func newBook(t *testing.T) (*typeset.Book, string) {
	t.Helper()
	book, css := &typeset.Book{}, ""
	for _, face := range faces {
		for _, subset := range []string{face.file + "-latin", face.file + "-latin-ext", "heebo-hebrew", "vazirmatn-arabic"} {
			read := func(format string) []byte {
				file, err := os.ReadFile(filepath.Join("..", "..", "dresses", "fonts", fmt.Sprintf("%s-%d-normal.%s", subset,
					face.weight, format)))
				if err != nil {
					t.Fatal(err)
				}
				return file
			}
			if err := book.Add(face.family, face.weight, read("woff")); err != nil {
				t.Fatal(err)
			}
			ranges := map[string]string{face.file + "-latin": "U+0000-00FF,U+2000-206F,U+20AC", face.file +
				"-latin-ext": "U+0100-02BA,U+1E00-1EFF", "heebo-hebrew": "U+0590-05FF,U+20AA", "vazirmatn-arabic": "U+0600-06FF"}
			css += fmt.Sprintf("@font-face{font-family:%q;font-weight:%d;src:url(data:font/woff2;base64,%s);unicode-range:%s}",
				face.family, face.weight, base64.StdEncoding.EncodeToString(read("woff2")), ranges[subset])
		}
	}
	return book, css
}

// sample is a text in a style, in a box of a width.
type sample struct {
	Text, Family        string
	Weight              int
	Size, Letter, Space float64
	Room                float64
	Direction           string
	Figures             bool
	Transform           typeset.Transform
	Language            string
}

var phrases = []string{"Meridian", "Open nights, any Friday", "Two months free with a year", "AVATAR WAY To Try Yo.",
	"Für Wochenendfahrtengemeinschaften", "Haftpflichtversicherungsschutz für Mitfahrende – bis zur Seemeilengrenze",
	"office affluent fjord flight", "€1,299.00 a month (billed yearly)", "Příliš žluťoučký kůň úpěl ďábelské ódy",
	"Zażółć gęślą jaźń", "A whole night for older classes, with the 40 cm reflector and a plate from the archive to " +
		"take home",
	"non-breaking hyphenated-words well-known twenty-four/seven",
	"“Quoted” — and dashed; semi-colons: and more… than that!", "W", "https://checkout.example/path?query=1&more=2",
	"Mitgliedschaftsbeitragsermäßigung", "Mit\u00adglied\u00adschafts\u00adbei\u00adtrags\u00ader\u00admäßi\u00adgung " +
		"für Kraft\u00adfahr\u00adzeug\u00adhalter"}

var transforms = []typeset.Transform{typeset.Uppercase, typeset.Lowercase, typeset.Capitalize}

// fromRight are texts that are written from right to left, with figures and words that are not.
var fromRight = []string{"שיט לקבוצות בשעת השקיעה", "מחיר ₪1,299.00 לחודש (בחיוב שנתי)", "הצטרפו כמלחים",
	"מאה ועשרים אורחים על הסיפון, ועוד ילדים", "חבילה Premium ל-24 שעות", "רחלה بحرية عند الغروب",
	"السعر ١٬٢٩٩٫٠٠ في الشهر", "الأعضاء والضيوف", "مرحبا بكم على متن القارب، ومعكم أصدقاؤكم", "باقة Premium لمدة 24 ساعة"}

func samples() []sample {
	random := rand.New(rand.NewPCG(51, 52))
	var list []sample
	for range 400 {
		face := faces[random.IntN(len(faces))]
		text := phrases[random.IntN(len(phrases))]
		for range random.IntN(3) {
			text += " " + phrases[random.IntN(len(phrases))]
		}
		s := sample{Text: text, Family: face.family, Weight: face.weight, Size: float64(12 + random.IntN(50)),
			Room: float64(90 + random.IntN(500))}
		if random.IntN(4) == 0 {
			s.Letter = float64(random.IntN(9)-3) / 4
		}
		s.Figures = random.IntN(4) == 0
		if random.IntN(6) == 0 {
			s.Space = float64(random.IntN(5))
		}
		if random.IntN(3) == 0 {
			s.Transform = transforms[random.IntN(len(transforms))]
			s.Language = []string{"en", "de", "tr", "nl", "lt"}[random.IntN(5)]
		}
		list = append(list, s)
	}
	for range 160 {
		face := faces[random.IntN(len(faces))]
		text := fromRight[random.IntN(len(fromRight))] + " " + fromRight[random.IntN(len(fromRight))]
		list = append(list, sample{Text: text, Family: face.family, Weight: face.weight, Size: float64(12 + random.IntN(50)),
			Room: float64(90 + random.IntN(500)), Direction: "rtl",
			Figures: random.IntN(2) == 0})
	}
	return list
}

// Widths within 0.5 px of what Chromium lays out, and as many lines in at least 99 of 100 cases: over texts with
// ligatures, kerning, accents, dashes, soft hyphens and long words, and in Hebrew and Arabic, in eight shipped faces,
// many sizes, spacings and widths.
func TestAgainstChromium(t *testing.T) {
	book, css := newBook(t)
	list := samples()
	question, err := json.Marshal(list)
	if err != nil {
		t.Fatal(err)
	}
	b := chromium.Launch(t, 1200, 900)
	answers := chromium.Eval[[][2]float64](b, fmt.Sprintf(`(async () => {
		const style = document.createElement('style');
		style.textContent = %s;
		document.head.append(style);
		await Promise.all([...document.fonts].map((f) => f.load()));
		const box = document.body.appendChild(document.createElement('div'));
		const line = document.body.appendChild(document.createElement('span'));
		line.style.whiteSpace = 'pre';
		return %s.map((s) => {
			for (const e of [box, line]) {
				e.textContent = s.Text;
				e.dir = s.Direction || 'ltr';
				e.lang = s.Language;
				Object.assign(e.style, { fontFamily: '"' + s.Family + '"', fontWeight: s.Weight, fontSize: s.Size + 'px',
					letterSpacing: s.Letter + 'px', wordSpacing: s.Space + 'px', lineHeight: '1', overflowWrap: 'anywhere',
					textTransform: s.Transform || 'none',
					fontSynthesis: 'none', fontVariantNumeric: s.Figures ? 'lining-nums tabular-nums' : 'normal' });
			}
			box.style.width = s.Room + 'px';
			return [line.getBoundingClientRect().width, Math.round(box.getBoundingClientRect().height / s.Size)];
		});
	})()`, chromium.Quote(css), question))
	wrongLines := 0
	for i, s := range list {
		style := typeset.Style{Face: book.Find([]string{s.Family}, s.Weight), Size: s.Size, LetterSpacing: s.Letter,
			WordSpacing: s.Space, Figures: s.Figures, Transform: s.Transform, Language: s.Language}
		width, known := book.Width(style, s.Text)
		if !known {
			t.Fatalf("the fonts lack a character of %q", s.Text)
		}
		if math.Abs(width-answers[i][0]) > 0.5 {
			t.Errorf("%+v is %.2f px wide, Chromium has %.2f", s, width, answers[i][0])
		}
		lines, _ := book.Lines(style, s.Text, s.Room)
		if len(lines) != int(answers[i][1]) {
			wrongLines++
			t.Logf("%+v has %d lines, Chromium %v", s, len(lines), answers[i][1])
		}
		for _, line := range lines {
			if line.Width > s.Room+0.5 && len([]rune(line.Text)) > 1 {
				t.Errorf("%q is %.1f px wide in a room of %.0f", line.Text, line.Width, s.Room)
			}
		}
	}
	if wrongLines*100 > len(list) {
		t.Errorf("%d of %d have another number of lines", wrongLines, len(list))
	}
}

func TestFind(t *testing.T) {
	book, _ := newBook(t)
	for _, c := range []struct {
		families []string
		weight   int
		want     string
	}{
		{[]string{"Nobody", "Libre Franklin"}, 400, "Libre Franklin 400"}, {[]string{"Libre Franklin"}, 500,
			"Libre Franklin 400"}, {[]string{"Libre Franklin"}, 700, "Libre Franklin 600"},
		{[]string{"Libre Franklin"}, 300, "Libre Franklin 400"}, {[]string{"Libre Franklin"}, 550, "Libre Franklin 600"},
	} {
		if f := book.Find(c.families, c.weight); f == nil || fmt.Sprint(f.Family, " ", f.Weight) != c.want {
			t.Errorf("%v %d finds %+v, want %s", c.families, c.weight, f, c.want)
		}
	}
	if book.Find([]string{"Nobody"}, 400) != nil {
		t.Error("a family that is not there was found")
	}
	if _, known := book.Width(typeset.Style{Face: book.Find([]string{"Karla"}, 700), Size: 16}, "Привет"); known {
		t.Error("Cyrillic was measured with a Latin font")
	}
	if word, _, _ := book.Longest(typeset.Style{Face: book.Find([]string{"Karla"}, 700), Size: 16},
		"one Mitgliedschaft two"); !strings.Contains(word, "Mitglied") {
		t.Errorf("the longest word is %q", word)
	}
}

func BenchmarkLines(b *testing.B) {
	book := &typeset.Book{}
	file, err := os.ReadFile(filepath.Join("..", "..", "dresses", "fonts", "newsreader-latin-500-normal.woff"))
	if err != nil {
		b.Fatal(err)
	}
	if err := book.Add("Newsreader", 500, file); err != nil {
		b.Fatal(err)
	}
	style := typeset.Style{Face: book.Find([]string{"Newsreader"}, 500), Size: 18}
	for b.Loop() {
		book.Lines(style, "A whole night for older classes, with the 40 cm reflector and a plate to take home", 220)
	}
}
