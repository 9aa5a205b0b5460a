package vcard_test

import (
	"encoding/base64"
	"reflect"
	"strings"
	"testing"

	"rubrel/formats/vcard"
)

var photo = []byte("\xff\xd8\xff\xe0 a picture, which is not read here")

func lines(all ...string) []byte { return []byte(strings.Join(all, "\r\n") + "\r\n") }

// The examples of RFC 6350 and RFC 2426, and cards of version 2.1 as telephones wrote them.
func TestRead(t *testing.T) {
	encoded := base64.StdEncoding.EncodeToString(photo)
	for _, c := range []struct {
		what string
		file []byte
		want vcard.Person
	}{
		{"RFC 6350, sections 6.2.1, 6.4.1, 6.4.2, 6.6.1, 6.7.2, 6.7.8, 6.2.4", lines("BEGIN:VCARD", "VERSION:4.0",
			`FN:Mr. John Q. Public\, Esq.`, "TEL;VALUE=uri;TYPE=home:tel:+33-01-23-45-67",
			"EMAIL;TYPE=work:jqpublic@xyz.example.com", "TITLE:Research Scientist",
			`NOTE:This fax number is operational 0800 to 1715`, `  EST\, Mon-Fri.`, "URL:http://example.org/restaurant.html",
			"PHOTO:data:image/jpeg;base64,"+encoded, "END:VCARD"),
			vcard.Person{Name: "Mr. John Q. Public, Esq.", Title: "Research Scientist",
				Note: "This fax number is operational 0800 to 1715 EST, Mon-Fri.", Email: "jqpublic@xyz.example.com",
				Telephone: "+33-01-23-45-67", Photo: photo,
				Profiles: []vcard.Profile{{Address: "http://example.org/restaurant.html"}}}},
		{"RFC 6350, section 6.2.2, without FN", lines("BEGIN:VCARD", "VERSION:4.0", "N:Stevenson;John;Philip,Paul;Dr.;Jr.",
			"END:VCARD"), vcard.Person{Name: "Dr. John Philip,Paul Stevenson Jr."}},
		{"RFC 2426, sections 3.1.4, 3.3.1, 3.3.2", lines("BEGIN:VCARD", "VERSION:3.0", "N:Public;John;Quinlan;Mr.;Esq.",
			"FN:John Public", "TEL;TYPE=work,voice,pref,msg:+1-213-555-1234", "TEL;TYPE=home:+1-213-555-0000",
			"EMAIL;TYPE=internet,pref:jane_doe@abc.example.com", "PHOTO;ENCODING=b;TYPE=JPEG:"+encoded[:20], " "+encoded[20:],
			"END:VCARD"), vcard.Person{Name: "John Public", Email: "jane_doe@abc.example.com", Telephone: "+1-213-555-1234",
			Photo: photo}},
		{"2.1", lines("BEGIN:VCARD", "VERSION:2.1", "N;CHARSET=UTF-8;ENCODING=QUOTED-PRINTABLE:M=C3=BCller;J=C3=B6rg",
			"FN;CHARSET=UTF-8;ENCODING=QUOTED-PRINTABLE:J=C3=B6rg=", " M=C3=BCller", "TEL;WORK;VOICE;PREF:030 123",
			"EMAIL;INTERNET:joerg@example.org", "NOTE;QUOTED-PRINTABLE:Zwei=0D=0AZeilen",
			"X-SOCIALPROFILE;TYPE=papers:https://papers.example/joerg",
			"PHOTO;JPEG;ENCODING=BASE64:"+encoded[:24], encoded[24:], "", "END:VCARD"),
			vcard.Person{Name: "Jörg Müller", Note: "Zwei\nZeilen", Email: "joerg@example.org", Telephone: "030 123",
				Photo: photo, Profiles: []vcard.Profile{{Label: "Papers", Address: "https://papers.example/joerg"}}}},
	} {
		people, problems := vcard.Read(c.file)
		if len(problems) > 0 || len(people) != 1 || !reflect.DeepEqual(people[0], c.want) {
			t.Errorf("%s:\n%+v (%v), want\n%+v", c.what, people, problems, c.want)
		}
	}
}

// Further addresses, with the labels that address books group with them; addresses without a scheme; UTF-16.
func TestAddresses(t *testing.T) {
	file := lines("BEGIN:VCARD", "VERSION:3.0", "FN:Mara Quist", "URL:https://mara.example/a\\,b",
		"item1.URL;type=pref:www.boats.example", "item1.X-ABLabel:Boats", "item2.URL:https://home.example",
		"item2.X-ABLabel:_$!<HomePage>!$_", "END:VCARD")
	utf16 := []byte{0xff, 0xfe}
	for _, r := range string(file) {
		utf16 = append(utf16, byte(r), byte(r>>8))
	}
	for name, file := range map[string][]byte{"UTF-8": file, "UTF-16": utf16} {
		people, problems := vcard.Read(file)
		if len(people) != 1 || len(problems) > 0 || !vcard.IsCard(file) {
			t.Fatalf("%s: %v, %v", name, people, problems)
		}
		rows, err := vcard.Table(people, nil)
		if got := strings.Join(rows[0][6:], "|") + "\n" + strings.Join(rows[1][6:], "|"); err != nil || got !=
			"Website|Boats|Website 2\nhttps://mara.example/a,b|http://www.boats.example|https://home.example" {
			t.Errorf("%s: %s (%v)", name, got, err)
		}
	}
}

// An address is written as it is, and no part of a name is made up.
func TestWrittenParts(t *testing.T) {
	for name, parts := range map[string]string{"Ida Brandt": "N:;Ida Brandt;;;",
		"Ida van der Berg": "N:;Ida van der Berg;;;"} {
		profiles := []vcard.Profile{{Address: "https://x.example/a,b;c"}}
		text, err := vcard.Write([]vcard.Person{{Name: name, Profiles: profiles}}, vcard.V4)
		if err != nil || !strings.Contains(text, parts+"\r\n") || !strings.Contains(text, "URL:https://x.example/a,b;c\r\n") {
			t.Errorf("%q (%v)", text, err)
		}
	}
}

// What cannot be read is named by its card, and the rest is kept.
func TestProblems(t *testing.T) {
	people, problems := vcard.Read(lines("BEGIN:VCARD", "VERSION:4.0", "FN:Ann", "PHOTO:https://example.org/ann.jpg",
		"END:VCARD", "BEGIN:VCARD", "VERSION:4.0", "EMAIL:nobody@example.org", "END:VCARD", "BEGIN:VCARD", "FN:Bob"))
	if len(people) != 1 || people[0].Name != "Ann" || len(problems) != 3 {
		t.Fatalf("%+v, %v", people, problems)
	}
	for i, want := range []string{"card 1, Ann: the photograph is not in the file", "card 2: it has no " +
		"name", "card 3: it " +
		"does not end"} {
		if !strings.HasPrefix(problems[i].String(), want) {
			t.Errorf("%v, want %s", problems[i], want)
		}
	}
	if _, problems := vcard.Read([]byte("Name;Position\nIda;Head\n")); len(problems) != 1 {
		t.Errorf("no card at all: %v", problems)
	}
}

// What is written is read back, in lines of at most 75 octets (RFC 6350, section 3.2).
func TestWrittenAndReadBack(t *testing.T) {
	people := []vcard.Person{
		{Name: "Ngọc Ánh; the elder, PhD", Title: `Head \ of; all`, Note: "Two\nlines, " + strings.Repeat("äöü ", 40),
			Email: "ngoc@example.org", Telephone: "+84-24-1234",
			Profiles: []vcard.Profile{{Address: "https://example.org/a,b"}}},
		{Name: "王小明"},
	}
	people[0].Note = strings.TrimSpace(people[0].Note)
	for version, name := range map[vcard.Version]string{vcard.V4: `FN:Ngọc Ánh; the elder\, PhD`, // RFC 6350, section 3.4
		vcard.V3: `FN:Ngọc Ánh\; the elder\, PhD`} { // RFC 2426, section 4
		people[1].Organization = "Haus A; Küche"
		text, err := vcard.Write(people, version)
		people[1].Organization = ""
		if err != nil {
			t.Fatal(err)
		}
		for line := range strings.SplitSeq(strings.TrimSuffix(text, "\r\n"), "\r\n") {
			if len(line) > 75 {
				t.Errorf("a line of %d octets: %s", len(line), line)
			}
		}
		for _, want := range []string{name + "\r\n", "\r\nORG:Haus A\\; Küche\r\n", // one component: RFC 6350, section 6.6.4
			"\r\nVERSION:" + string(version) + "\r\n", "\r\nURL:https://example.org/a,b\r\n"} {
			if !strings.Contains(text, want) {
				t.Errorf("%s: %q is not in %s", version, want, text)
			}
		}
		back, problems := vcard.Read([]byte(text))
		if len(problems) > 0 || !reflect.DeepEqual(back, people) {
			t.Errorf("%s: %+v (%v)\nwant %+v", version, back, problems, people)
		}
	}
}

func FuzzRead(f *testing.F) {
	f.Add(
		lines("BEGIN:VCARD", "VERSION:2.1", "N;QUOTED-PRINTABLE:=41;B", "TEL;WORK:1", "PHOTO;BASE64:AAAA", "", "END:VCARD"),
	)
	f.Add(lines("BEGIN:VCARD", "VERSION:4.0", `FN;X="a:b";Y=1:A\;B`, "URL:https://example.org", "END:VCARD"))
	f.Fuzz(func(t *testing.T, file []byte) {
		people, problems := vcard.Read(file)
		if len(people) == 0 && len(problems) == 0 {
			t.Fatal("nothing is read, and nothing is said")
		}
		for i := range people {
			people[i].Photo = nil
		}
		text, err := vcard.Write(people, vcard.V4)
		if err != nil {
			t.Fatal(err)
		}
		if back, _ := vcard.Read([]byte(text)); len(back) != len(people) && len(people) > 0 {
			t.Fatalf("%d people are written, %d read back", len(people), len(back))
		}
	})
}

// A photograph of many folded lines is read in a time that follows its length.
func BenchmarkFoldedLines(b *testing.B) {
	photo := strings.Repeat(" "+strings.Repeat("A", 74)+"\r\n", 100_000)
	file := []byte("BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Ida\r\nPHOTO;ENCODING=b;TYPE=JPEG:AAAA\r\n" + photo + "END:VCARD\r\n")
	for b.Loop() {
		vcard.Read(file)
	}
}
