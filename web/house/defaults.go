package house

import (
	"cmp"
	"maps"
	"net/http"
	"slices"
	"strings"

	"github.com/go-chi/chi/v5"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/dresses"
	"rubrel/render"
	"rubrel/store"
	"rubrel/web/screen"
)

// defaultsView lists what every block of a kind follows in a form: what the kind says, what the dress says over it, and
// what the site says over both.
type defaultsView struct {
	screen.Frame
	Kind  *kind.Kind
	Form  string
	Dress string // its title
	Bench string // the address of a block of the kind, where the values are seen; "" for none
	Parts []defaultPart
}

// defaultPart is what is said of one part.
type defaultPart struct {
	Name, Help string
	Values     []defaultValue
}

// defaultValue is one property of a part, in a state and at a width, and what is said of it, as texts: "" where nothing
// is.
type defaultValue struct {
	Key                        look.Key
	Kind, Dress, Site          string
	KindInk, DressInk, SiteInk string // the colour that a value is; "" for none
	KindHolds, DressHolds      bool   // nothing nearer is said, for this width or for a wider one
	Follows                    string // what holds where the site says nothing here
	Text                       string // what stands in the field: what the site says, or what was typed and not taken
}

// Suffix is for what of the property it is said: the state, the featured record, the width.
func (v defaultValue) Suffix() string {
	_, suffix, _ := strings.Cut(v.Key.String(), "@")
	return strings.ReplaceAll(suffix, "@", " · ")
}

// SayField is the name of the field for what it is to be, and WasField of that for what it was.
func (v defaultValue) SayField() string { return sayPrefix + v.Key.String() }

// WasField: see SayField.
func (v defaultValue) WasField() string { return wasPrefix + v.Key.String() }

const sayPrefix = "say."

func (s *Screen) defaults(w http.ResponseWriter, r *http.Request) {
	s.showDefaults(w, r, http.StatusOK, "")
}

func (s *Screen) showDefaults(w http.ResponseWriter, r *http.Request, status int, fault string) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	k, ok := s.Kinds.Named(chi.URLParam(r, "kind"))
	if !ok {
		s.Fail(w, r, store.ErrNotFound)
		return
	}
	form, ok := k.FormNamed(r.FormValue("form"))
	if !ok {
		form = k.Forms[0]
	}
	f, err := s.SiteFrame(r, "Defaults of "+k.Title, l)
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	f.Back, f.Fault = Path, cmp.Or(fault, f.Fault)
	dress := s.Dresses[l.Site.House.Dress]
	view := &defaultsView{Frame: f, Kind: k, Form: form.Name, Dress: dress.Title}
	for i := range l.Site.Blocks {
		if b := &l.Site.Blocks[i]; l.Site.SetOf(b).Kind.Name == k.Name && (view.Bench == "" || b.Form == form.Name) {
			view.Bench = "/sites/" + l.ID + "/blocks/" + b.ID + "/"
		}
	}
	tokens, _, err := render.Tokens(l.Site, s.Dresses)
	if err == nil {
		view.Parts, err = defaultsOf(l.Site, dress, k, form.Name, tokens)
	}
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	for _, part := range view.Parts {
		for i := range part.Values {
			value := &part.Values[i]
			value.Text = value.Site
			if typed, ok := r.PostForm[value.SayField()]; ok {
				value.Text = typed[0]
			}
		}
	}
	s.Show(w, r, status, "defaults.html", view)
}

// defaultsOf lists the values of a kind's parts in a form, in the ledger's order.
func defaultsOf(site *document.Site, dress *dresses.Dress, k *kind.Kind, form string,
	tokens look.Tokens) ([]defaultPart, error) {
	declared, err := k.Defaults(form)
	if err != nil {
		return nil, err
	}
	d := defaultsReader{tokens: tokens, declared: declared, worn: dress.Kinds[k.Name], own: site.House.Kinds[k.Name],
		widths: site.Widths}
	var parts []defaultPart
	for _, part := range k.PartsOf(form) {
		shown := defaultPart{Name: part.Name, Help: part.Help}
		for _, key := range d.keys(part.Name) {
			shown.Values = append(shown.Values, d.value(key))
		}
		if len(shown.Values) > 0 {
			parts = append(parts, shown)
		}
	}
	return parts, nil
}

// defaultsReader reads what is said of a kind: by itself, by the dress and by the site.
type defaultsReader struct {
	tokens              look.Tokens
	declared, worn, own look.Sheet
	widths              look.Widths
}

// keys are those of a part of which anything is said.
func (d defaultsReader) keys(part string) []look.Key {
	keys := map[look.Key]bool{}
	for _, sheet := range []look.Sheet{d.declared, d.worn, d.own} {
		for key := range sheet {
			if key.Part == part {
				keys[key] = true
			}
		}
	}
	return slices.SortedFunc(maps.Keys(keys), inLedgerOrder)
}

func (d defaultsReader) value(key look.Key) defaultValue {
	all, rest := look.Sheet{}, look.Sheet{} // what is said of the kind, and that without what the site says here
	maps.Copy(all, d.worn)
	maps.Copy(all, d.own)
	maps.Copy(rest, all)
	delete(rest, key)
	if worn, ok := d.worn[key]; ok {
		rest[key] = worn
	}
	held, follows := d.holds(key, all), d.holds(key, rest)
	return defaultValue{Key: key, Kind: written(d.declared[key]), Dress: written(d.worn[key]), Site: written(d.own[key]),
		KindInk: d.tokens.Swatch(d.declared[key]), DressInk: d.tokens.Swatch(d.worn[key]),
		SiteInk:    d.tokens.Swatch(d.own[key]),
		KindHolds:  held.Level == look.HouseLevel && held.Key == key,
		DressHolds: held.Level == look.KindLevel && held.Key == key && d.own[key] == nil,
		Follows:    written(follows.Value)}
}

// holds is what holds at a key where a sheet is said of the kind.
func (d defaultsReader) holds(key look.Key, ofKind look.Sheet) look.Said {
	width := d.widths.Index(key.Width)
	if width < 0 {
		return look.Said{} // the site has no such width
	}
	cascade := look.Cascade{House: d.declared, Kind: ofKind, Widths: d.widths}
	said, _ := cascade.Resolve(look.Target{Featured: key.Featured, State: key.State, Width: width}, key.Part, key.Property)
	return said
}

func written(v look.Value) string {
	if v == nil {
		return ""
	}
	return v.String()
}

// inLedgerOrder compares keys of one part by their property, and then from the general to the particular.
func inLedgerOrder(a, b look.Key) int {
	place := func(key look.Key) int {
		return slices.IndexFunc(look.Properties(), func(p look.Property) bool { return p.Name == key.Property })
	}
	return cmp.Or(cmp.Compare(place(a), place(b)), cmp.Compare(len(a.String()), len(b.String())),
		cmp.Compare(a.String(), b.String()))
}

// setDefaults says what was changed in the fields; an emptied one follows the dress or the kind again.
func (s *Screen) setDefaults(w http.ResponseWriter, r *http.Request) {
	if err := r.ParseForm(); err != nil {
		s.Fail(w, r, &document.Fault{Problem: "the form cannot be read"})
		return
	}
	name := chi.URLParam(r, "kind")
	batch := document.Batch{Name: "defaults"}
	for _, field := range slices.Sorted(maps.Keys(r.PostForm)) {
		text, ok := strings.CutPrefix(field, sayPrefix)
		if !ok || r.PostForm.Get(field) == r.PostForm.Get(wasPrefix+text) {
			continue
		}
		key, err := look.ParseKey(text)
		if err != nil {
			s.Fail(w, r, &document.Fault{Problem: err.Error()})
			return
		}
		batch.Changes = append(batch.Changes, document.SetLook{Kind: name, Key: key, Text: r.PostForm.Get(field)})
	}
	if after := s.PageEdit(w, r, s.showDefaults, batch); after != nil {
		place := screen.DefaultsAddress(after.ID, name, r.PostForm.Get("form"))
		http.Redirect(w, r, screen.Saved(place, after), http.StatusSeeOther)
	}
}
