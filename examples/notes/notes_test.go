package notes_test

import (
	"encoding/json"
	"errors"
	"html/template"
	"strings"
	"testing"

	"rubrel/core/kind"
	"rubrel/core/kind/kindtest"
	"rubrel/core/look"
	"rubrel/examples/notes"
)

func declared(t *testing.T) *kind.Kind {
	t.Helper()
	k, err := notes.Declaration()
	if err != nil {
		t.Fatal(err)
	}
	return k
}

func TestContract(t *testing.T) { kindtest.Test(t, declared(t)) }

// The contract is broken by a form that leaves out a class, a record's mark or an end tag, that adds what nobody
// declared, or whose texts are not all measured; and by a fact that shows nowhere.
func TestContractIsKept(t *testing.T) {
	replaced := func(old, new string) func(*kind.Kind) {
		return func(k *kind.Kind) {
			html := k.Forms[0].HTML
			k.Forms[0].HTML = func(v kind.View) (template.HTML, error) {
				out, err := html(v)
				return template.HTML(strings.ReplaceAll(string(out), old, new)), err
			}
		}
	}
	for want, spoil := range map[string]func(*kind.Kind){
		"the class of the part text stands nowhere":           replaced(`class="rb-text"`, ""),
		"no element has the mark of the record":               replaced("data-record", "data-note"),
		"</li> ends <p>":                                      replaced("</p>", ""),
		"the class rb-strange is that of no part":             replaced("rb-text", "rb-text rb-strange"),
		"the fit of rb-text is not measured":                  replaced(`class="rb-text">`, `class="rb-text">By the way: `),
		"field more: whatever it says, nothing shows it":      func(k *kind.Kind) { k.Fields = append(k.Fields, more) },
		"a text is measured in a part \"x\", which is not":    func(k *kind.Kind) { k.Forms[0].Runs = strangeRuns },
		"the text of text is measured and stands nowhere":     replaced("Short", "Brief"),
		"form grid, fresh: there is no record \"note-other\"": replaced(`data-record="note-1"`, `data-record="note-other"`),
		"no element of the featured record":                   replaced("rb-featured", ""),
		"Room gives the text of title": func(k *kind.Kind) {
			room := k.Forms[0].Room
			k.Forms[0].Room = func(v kind.View, r kind.Ruler, part string) float64 { return 3 * room(v, r, part) }
		},
		"its style sheet speaks of the class rb-gone, which stands nowhere": func(k *kind.Kind) {
			k.Forms[0].CSS = append(k.Forms[0].CSS, ".rb-gone { color: red; }")
		},
		"a finding \"\" has no Check":   found(kind.Finding{Where: "here", Measured: "2", Needed: "1"}),
		"a finding \"x\" has no Needed": found(kind.Finding{Check: "x", Where: "here", Measured: "2"}),
		"the mend of a finding \"x\" says": found(kind.Finding{Check: "x", Where: "here", Measured: "2", Needed: "1",
			Mend: &kind.Mend{Facts: []kind.FactEdit{{Record: "record-1", Key: "title", Text: strings.Repeat("long ", 99)}}}}),
		"which Parse refuses (a seal has no #)": func(k *kind.Kind) {
			k.Fields = append(k.Fields, kind.Field{Name: "seal", Label: "seal", Help: "8", Type: sealed{kind.TextType{Most: 9}}})
		},
		"the intake's example is not read whole": func(k *kind.Kind) {
			in := *k.Intake
			in.Example = "Colour\tShape\nred\tround\nblue\toval"
			k.Intake = &in
		},
	} {
		k := declared(t)
		spoil(k)
		found := false
		for _, fault := range kindtest.Faults(k) {
			found = found || strings.Contains(fault.Error(), want)
		}
		if !found {
			t.Errorf("nothing says that %s: %v", want, kindtest.Faults(k))
		}
	}
}

// found has a kind's checks find something.
func found(f kind.Finding) func(*kind.Kind) {
	return func(k *kind.Kind) {
		k.Check = func(kind.Set, kind.Scene) []kind.Finding { return []kind.Finding{f} }
	}
}

// sealed is a type of values that are written otherwise than they are read.
type sealed struct{ kind.TextType }

func (t sealed) Parse(text string) (kind.Value, error) {
	if strings.HasPrefix(text, "#") {
		return nil, errors.New("a seal has no #")
	}
	return seal(text), nil
}

type seal string

func (s seal) String() string { return "#" + string(s) }

func (s seal) MarshalJSON() ([]byte, error) { return json.Marshal(string(s)) }

var more = kind.Field{Name: "more", Label: "more", Help: "what nobody shows", Type: kind.TextType{Most: 20}}

func strangeRuns(kind.View) []kind.Run { return []kind.Run{{Part: "x", Text: "First note"}} }

// A part stands where the look says, and is read there; a record that says otherwise is another.
func TestOrder(t *testing.T) {
	k := declared(t)
	set := k.Fresh(k, "en")
	set.Records[0].Facts["text"] = kind.TextValue("A sentence")
	set.Records = append(set.Records, kind.Record{ID: "note-2", Facts: set.Records[0].Facts})
	v := kind.View{Set: set, HeadingLevel: 3, Widths: look.DefaultWidths(),
		Stands: func(part string, record kind.Record, width int) (look.Stand, bool) {
			return look.Stand{Part: "title"}, part == "text" && (record.ID == "note-1" || width == 2)
		}}
	out, err := k.Forms[0].HTML(v)
	if err != nil {
		t.Fatal(err)
	}
	want := `<p class="rb-text">A sentence</p><h3 class="rb-title">First note</h3>`
	if got := string(out); strings.Count(got, want) != 1 {
		t.Errorf("want %s once in %s", want, got)
	}
	rows := map[string]string{}
	for _, variable := range k.Forms[0].Variables(v) {
		rows[strings.Join([]string{variable.Record, variable.Name, v.Widths[variable.Width].Name}, " ")] = variable.Value
	}
	for name, want := range map[string]string{" --rb-row-title wide": "1", " --rb-row-text wide": "2",
		"note-1 --rb-row-title wide": "2", "note-1 --rb-row-text wide": "1", " --rb-row-text narrow": "1",
		" --rb-row-title narrow": "2", " --rb-rows wide": "2"} {
		if rows[name] != want {
			t.Errorf("%q is %q, want %q (of %v)", name, rows[name], want, rows)
		}
	}
}
