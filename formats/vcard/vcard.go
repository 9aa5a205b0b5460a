// Package vcard reads and writes address cards: vCard 4.0 (RFC 6350) and 3.0 (RFC 2426), and, read only, 2.1.
package vcard

import (
	"cmp"
	"encoding/base64"
	"fmt"
	"io"
	"iter"
	"mime"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"github.com/emersion/go-vcard"

	"rubrel/core/plaintext"
)

// Person is what a card says of somebody, as far as a team shows it.
type Person struct {
	Name  string // as it is displayed
	Title string // what they do
	// Organization is to whom they belong; it is written, and not read: a list has one for all.
	Organization string
	Note         string
	Email        string
	Telephone    string
	Profiles     []Profile
	// Photo is a picture in one of the formats that browsers show; nil where there is none, or where the card only says
	// where it is.
	Photo []byte
}

// Profile is an address of a person on the web; Label is "" where the card does not say what it is.
type Profile struct{ Label, Address string }

// MostCards bounds how many cards one file may have.
const MostCards = 500

// Problem is what cannot be read of a file.
type Problem struct {
	Card    int // from 1; 0 for the whole file
	Name    string
	Problem string
}

func (p Problem) String() string {
	switch {
	case p.Card == 0:
		return p.Problem
	case p.Name == "":
		return fmt.Sprintf("card %d: %s", p.Card, p.Problem)
	}
	return fmt.Sprintf("card %d, %s: %s", p.Card, p.Name, p.Problem)
}

// IsCard reports whether a file looks like one of cards.
func IsCard(file []byte) bool {
	const marker = "BEGIN:VCARD"
	const head = 64 // bytes, of characters that have at most two each
	start := strings.TrimSpace(toUTF8(string(file[:min(len(file), head)])))
	return len(start) >= len(marker) && strings.EqualFold(start[:len(marker)], marker)
}

// Read reads every card of a file. What cannot be read is named, and the rest is kept.
func Read(file []byte) (people []Person, problems []Problem) {
	cards, err := modern(string(file))
	if err != nil {
		return nil, []Problem{{Problem: err.Error()}}
	}
	decoder := vcard.NewDecoder(strings.NewReader(cards))
	for n := 1; ; n++ {
		card, err := decoder.Decode()
		if err == io.EOF {
			break
		}
		if n > MostCards {
			return people, append(problems, Problem{Problem: fmt.Sprintf("the file has more than %d cards: the rest is "+
				"left out", MostCards)})
		}
		if err != nil {
			return people, append(problems, Problem{Card: n, Problem: "it does not end: END:VCARD is missing"})
		}
		person, problem := personOf(card)
		if problem != "" {
			problems = append(problems, Problem{n, person.Name, problem})
		}
		if person.Name != "" {
			people = append(people, person)
		}
	}
	if len(people) == 0 && len(problems) == 0 {
		problems = []Problem{{Problem: "there is no card in the file: one begins with BEGIN:VCARD"}}
	}
	return people, problems
}

// personOf takes what is shown from a card.
func personOf(card vcard.Card) (p Person, problem string) {
	one := func(key string) string {
		return strings.TrimSpace(strings.NewReplacer(`\;`, ";", `\N`, "\n").Replace(card.PreferredValue(key)))
	}
	if p.Name = one(vcard.FieldFormattedName); p.Name == "" {
		p.Name = structured(card)
	}
	if p.Name == "" {
		return p, "it has no name: FN or N is missing"
	}
	if p.Title = one(vcard.FieldTitle); p.Title == "" {
		p.Title = one(vcard.FieldRole)
	}
	p.Note, p.Email = one(vcard.FieldNote), strings.TrimPrefix(one(vcard.FieldEmail), "mailto:")
	p.Telephone = strings.TrimPrefix(one(vcard.FieldTelephone), "tel:")
	for _, key := range []string{vcard.FieldURL, "X-SOCIALPROFILE", "SOCIALPROFILE", vcard.FieldIMPP} {
		for _, field := range card[key] {
			if address := addressOf(field); address != "" {
				p.Profiles = append(p.Profiles, Profile{cmp.Or(groupLabel(card, field), labelOf(field)), address})
			}
		}
	}
	if photo := card.Preferred(vcard.FieldPhoto); photo != nil {
		if p.Photo, problem = photoOf(photo); problem != "" {
			problem = "the photograph " + problem
		}
	}
	return p, problem
}

// structured is a display name made of the parts of N (RFC 6350, section 6.2.2): given, additional, family.
func structured(card vcard.Card) string {
	name := card.Name()
	if name == nil {
		return ""
	}
	return strings.Join(strings.Fields(strings.Join([]string{name.HonorificPrefix, name.GivenName, name.AdditionalName,
		name.FamilyName, name.HonorificSuffix}, " ")), " ")
}

// addressOf is the address of the web that a field holds; "" for none. One that begins with www. has no scheme: it was
// written before there were others than http.
func addressOf(field *vcard.Field) string {
	address := strings.TrimSpace(strings.NewReplacer(`\,`, ",", `\;`, ";", `\:`, ":").Replace(field.Value))
	scheme := strings.ToLower(address[:min(len(address), len("https://"))])
	switch {
	case strings.HasPrefix(scheme, "http://") || scheme == "https://":
		return address
	case strings.HasPrefix(scheme, "www."):
		return "http://" + address
	}
	return ""
}

// groupLabelField labels the other fields of its group, as address books write it: item1.X-ABLabel. Their own words
// stand between marks.
const groupLabelField = "X-ABLABEL"

// usualLabels are those that say nothing of what an address is.
var usualLabels = []string{"homepage", "home", "work", "other", "url", "pref", "internet"}

// groupLabel is what the label of a field's group says; "" where there is none, or one that says nothing.
func groupLabel(card vcard.Card, field *vcard.Field) string {
	for _, label := range card[groupLabelField] {
		if field.Group == "" || !strings.EqualFold(label.Group, field.Group) {
			continue
		}
		own := strings.TrimSuffix(strings.TrimPrefix(strings.TrimSpace(label.Value), "_$!<"), ">!$_")
		if !slices.Contains(usualLabels, strings.ToLower(own)) {
			return own
		}
	}
	return ""
}

// labelOf is what a card calls an address: its type, other than that it is at work or at home.
func labelOf(field *vcard.Field) string {
	for _, name := range field.Params[vcard.ParamType] {
		if !slices.Contains(usualLabels, strings.ToLower(name)) {
			first, size := utf8.DecodeRuneInString(name)
			return string(unicode.ToUpper(first)) + name[size:]
		}
	}
	return ""
}

// Table is people as a list: a heading, and a row for each, with a column for every sort of profile. A cell of the
// column Picture holds what a function makes of the photograph in a card.
func Table(people []Person, picture func(Person) (string, error)) ([][]string, error) {
	heading := []string{"Name", "Position", "Text", "E-mail", "Telephone", "Picture"}
	fixed := len(heading)
	for _, person := range people {
		for label := range person.labelled() {
			if !slices.Contains(heading[fixed:], label) {
				heading = append(heading, label)
			}
		}
	}
	rows := [][]string{heading}
	for _, person := range people {
		row := make([]string, len(heading))
		copy(row, []string{person.Name, person.Title, person.Note, person.Email, person.Telephone})
		if person.Photo != nil {
			var err error
			if row[fixed-1], err = picture(person); err != nil {
				return nil, err
			}
		}
		for label, address := range person.labelled() {
			row[fixed+slices.Index(heading[fixed:], label)] = address
		}
		rows = append(rows, row)
	}
	return rows, nil
}

// labelled are the addresses of a person's profiles, by what a list calls them: of several of one name, the second is
// another. One address is one profile.
func (p Person) labelled() iter.Seq2[string, string] {
	return func(yield func(label, address string) bool) {
		taken, addresses := map[string]bool{}, map[string]bool{}
		for _, profile := range p.Profiles {
			if addresses[profile.Address] {
				continue
			}
			label := cmp.Or(profile.Label, "Website")
			for n := 2; taken[label]; n++ {
				label = fmt.Sprintf("%s %d", cmp.Or(profile.Label, "Website"), n)
			}
			taken[label], addresses[profile.Address] = true, true
			if !yield(label, profile.Address) {
				return
			}
		}
	}
}

// photoOf is the picture in a property: a data URI (4.0), or base64 (3.0 and 2.1).
func photoOf(field *vcard.Field) (photo []byte, problem string) {
	encoded := field.Value
	encoding := strings.ToLower(field.Params.Get("ENCODING"))
	if rest, ok := strings.CutPrefix(encoded, "data:"); ok {
		head, data, found := strings.Cut(rest, ",")
		if _, _, err := mime.ParseMediaType(strings.TrimSuffix(head, ";base64")); !found || err != nil ||
			!strings.HasSuffix(head, ";base64") {
			return nil, "is a data URI that cannot be read"
		}
		encoded = data
	} else if encoding != "b" && encoding != "base64" {
		return nil, "is not in the file, only its address is: add it by hand"
	}
	encoded = strings.Map(func(r rune) rune {
		if strings.ContainsRune(" \t\r\n", r) {
			return -1
		}
		return r
	}, encoded)
	photo, err := base64.StdEncoding.DecodeString(encoded)
	if err != nil {
		return nil, "is damaged: its base64 cannot be read"
	}
	return photo, ""
}

// mostLine is how many octets a line has (RFC 6350, section 3.2).
const mostLine = 75

// Version is a version of address cards.
type Version string

// The versions that are written: RFC 6350, and RFC 2426 for programs that read no other.
const (
	V4 Version = "4.0"
	V3 Version = "3.0"
)

// Write writes a card for each person. Photographs are left out.
func Write(people []Person, version Version) (string, error) {
	var out strings.Builder
	for _, p := range people {
		card := vcard.Card{}
		say := func(key, value string, params vcard.Params) {
			if value != "" {
				card.Add(key, &vcard.Field{Value: value, Params: params})
			}
		}
		card.SetValue(vcard.FieldVersion, string(version))
		say(vcard.FieldFormattedName, p.Name, nil)
		card.AddName(&vcard.Name{GivenName: p.Name}) // which part of it is the family name nobody has said
		say(vcard.FieldTitle, p.Title, nil)
		say(vcard.FieldOrganization, p.Organization, nil)
		say(vcard.FieldNote, p.Note, nil)
		say(vcard.FieldEmail, p.Email, nil)
		if version == V3 {
			say(vcard.FieldTelephone, p.Telephone, nil)
		} else if p.Telephone != "" {
			say(vcard.FieldTelephone, "tel:"+p.Telephone, vcard.Params{vcard.ParamValue: {"uri"}})
		}
		for _, profile := range p.Profiles {
			say(vcard.FieldURL, profile.Address, nil)
		}
		var one strings.Builder
		if err := vcard.NewEncoder(&one).Encode(card); err != nil {
			return "", fmt.Errorf("vcard: %w", err)
		}
		for line := range strings.SplitSeq(strings.TrimSuffix(one.String(), "\r\n"), "\r\n") {
			for _, name := range semicolons(version) {
				if value, ok := strings.CutPrefix(line, name); ok {
					line = name + strings.ReplaceAll(value, ";", `\;`)
				}
			}
			if address, ok := strings.CutPrefix(line, addressName); ok { // a URI, and no text (section 4.2)
				line = addressName + strings.NewReplacer(`\,`, ",", `\;`, ";", `\\`, `\`).Replace(address)
			}
			out.WriteString(folded(line) + "\r\n")
		}
	}
	return out.String(), nil
}

// semicolons are what the lines begin with in whose values a semicolon is escaped: that of an organization would end
// its first component (RFC 6350, section 6.6.4), and before 4.0 all texts are so (RFC 2426, section 4).
func semicolons(version Version) []string {
	if version == V3 {
		return []string{vcard.FieldOrganization + ":", vcard.FieldFormattedName + ":", vcard.FieldTitle + ":",
			vcard.FieldNote + ":"}
	}
	return []string{vcard.FieldOrganization + ":"}
}

// addressName begins the line with an address (RFC 6350, section 6.7.8).
const addressName = vcard.FieldURL + ":"

// folded is a line in pieces of at most mostLine octets, between characters.
func folded(line string) string {
	var out strings.Builder
	octets := 0
	for _, r := range line {
		n := len(string(r))
		if octets+n > mostLine {
			out.WriteString("\r\n ")
			octets = 1
		}
		out.WriteRune(r)
		octets += n
	}
	return out.String()
}

// modern is a file as the versions since 3.0 write it: version 2.1 has parameters without a name, values in
// quoted-printable and base64 without folding.
func modern(file string) (string, error) {
	file, err := plaintext.Clean(toUTF8(file))
	if err != nil {
		return "", err
	}
	// Each line is written whole: to unfold them takes the reader the square of their number.
	var out strings.Builder
	begun := false
	end := func() {
		if begun {
			out.WriteString("\r\n")
		}
		begun = false
	}
	lines := strings.Split(file, "\n")
	for i := 0; i < len(lines); i++ {
		line := lines[i]
		switch {
		case strings.TrimSpace(line) == "":
			continue
		case line[0] == ' ' || line[0] == '\t':
			if begun {
				out.WriteString(line[1:])
			}
			continue
		}
		head, value, ok := cutValue(line)
		if !ok {
			if begun && isBase64(line) { // a photograph of version 2.1 goes on without a space before it
				out.WriteString(line)
			}
			continue
		}
		if strings.Contains(strings.ToUpper(head), "QUOTED-PRINTABLE") {
			var whole strings.Builder
			for strings.HasSuffix(value, "=") && i+1 < len(lines) {
				i++
				whole.WriteString(strings.TrimSuffix(value, "="))
				value = lines[i]
			}
			value = quotedPrintable(whole.String() + value)
		}
		end()
		out.WriteString(named(head) + ":" + value)
		begun = true
	}
	end()
	return out.String(), nil
}
