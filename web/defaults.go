package web

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
)

// defaultsView lists what every block of a kind follows in a form: what the kind says, what the dress says over it, and
// what the site says over both.
type defaultsView struct {
	frame
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

// defaultValue is one property of a part, in a state and at a width.
type defaultValue struct {
	Key                        look.Key
	Kind, Dress, Site          string // "" for what says nothing
	Text                       string // what stands in the field: what the site says, or what was typed and not taken
	KindInk, DressInk, SiteInk string // the colour that a value is; "" for none
}

// Follows is what holds where the site says nothing.
func (v defaultValue) Follows() string { return cmp.Or(v.Dress, v.Kind) }

// InForce is where the value is said that holds: the nearest place that says one.
func (v defaultValue) InForce() string {
	switch {
	case v.Site != "":
		return "site"
	case v.Dress != "":
		return "dress"
	}
	return "kind"
}

// Suffix is for what of the property it is said: the state, the featured record, the width.
func (v defaultValue) Suffix() string {
	_, suffix, _ := strings.Cut(v.Key.String(), "@")
	return strings.ReplaceAll(suffix, "@", " · ")
}

// sayPrefix and wasPrefix begin the names of the fields of a value: what it is to be, and what it was.
const sayPrefix, wasPrefix = "say.", "was."

func (s *Server) defaults(w http.ResponseWriter, r *http.Request) {
	s.showDefaults(w, r, http.StatusOK, "")
}

func (s *Server) showDefaults(w http.ResponseWriter, r *http.Request, status int, fault string) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	k, ok := s.kinds.Named(chi.URLParam(r, "kind"))
	if !ok {
		s.fail(w, r, store.ErrNotFound)
		return
	}
	form, ok := k.FormNamed(r.FormValue("form"))
	if !ok {
		form = k.Forms[0]
	}
	f, err := s.siteFrame(r, "Defaults of "+k.Title, l)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	f.Back, f.Fault = "house", cmp.Or(fault, f.Fault)
	dress := s.dresses[l.Site.House.Dress]
	view := &defaultsView{frame: f, Kind: k, Form: form.Name, Dress: dress.Title}
	for i := range l.Site.Blocks {
		if b := &l.Site.Blocks[i]; l.Site.SetOf(b).Kind.Name == k.Name && (view.Bench == "" || b.Form == form.Name) {
			view.Bench = "/sites/" + l.ID + "/blocks/" + b.ID + "/"
		}
	}
	tokens, _, err := render.Tokens(l.Site, s.dresses)
	if err == nil {
		view.Parts, err = defaultsOf(l.Site, dress, k, form.Name, tokens)
	}
	if err != nil {
		s.fail(w, r, err)
		return
	}
	for _, part := range view.Parts {
		for i := range part.Values {
			value := &part.Values[i]
			value.Text = value.Site
			if typed, ok := r.PostForm[sayPrefix+value.Key.String()]; ok {
				value.Text = typed[0]
			}
		}
	}
	s.show(w, r, status, "defaults.html", view)
}

// defaultsOf lists the values of a kind's parts in a form, in the ledger's order.
func defaultsOf(site *document.Site, dress *dresses.Dress, k *kind.Kind, form string,
	tokens look.Tokens) ([]defaultPart, error) {
	declared, err := k.Defaults(form)
	if err != nil {
		return nil, err
	}
	worn, own := dress.Kinds[k.Name], site.House.Kinds[k.Name]
	keys := map[look.Key]bool{}
	for _, sheet := range []look.Sheet{declared, worn, own} {
		for key := range sheet {
			keys[key] = true
		}
	}
	var parts []defaultPart
	for _, part := range k.PartsOf(form) {
		shown := defaultPart{Name: part.Name, Help: part.Help}
		for _, key := range slices.SortedFunc(maps.Keys(keys), inLedgerOrder) {
			if key.Part != part.Name {
				continue
			}
			value := defaultValue{Key: key, KindInk: tokens.Swatch(declared[key]), DressInk: tokens.Swatch(worn[key]),
				SiteInk: tokens.Swatch(own[key])}
			value.Kind, value.Dress, value.Site = written(declared[key]), written(worn[key]), written(own[key])
			shown.Values = append(shown.Values, value)
		}
		if len(shown.Values) > 0 {
			parts = append(parts, shown)
		}
	}
	return parts, nil
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
func (s *Server) setDefaults(w http.ResponseWriter, r *http.Request) {
	if err := r.ParseForm(); err != nil {
		s.fail(w, r, &document.Fault{Problem: "the form cannot be read"})
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
			s.fail(w, r, &document.Fault{Problem: err.Error()})
			return
		}
		batch.Changes = append(batch.Changes, document.SetLook{Kind: name, Key: key, Text: r.PostForm.Get(field)})
	}
	if after := s.pageEdit(w, r, s.showDefaults, batch); after != nil {
		http.Redirect(w, r, saved(defaultsAddress(after.ID, name, r.PostForm.Get("form")), after), http.StatusSeeOther)
	}
}

// defaultsAddress is that of the defaults of a kind in a form.
func defaultsAddress(site, kindName, form string) string {
	return withQuery("/sites/"+site+"/house/kinds/"+kindName, "form", form)
}
