package house

import (
	"net/http"
	"strings"

	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/web/screen"
)

// setKindLook takes back what the site says for a kind, or says it anew.
func (s *Screen) setKindLook(w http.ResponseWriter, r *http.Request) {
	key, err := look.ParseKey(r.FormValue("key"))
	if err != nil {
		s.Fail(w, r, &document.Fault{Problem: err.Error()})
		return
	}
	s.changeHouse(w, r, document.SetLook{Kind: r.FormValue("kind"), Key: key, Text: r.FormValue("text")})
}

// wasPrefix begins the names of the fields that hold what a page showed.
const wasPrefix = "was."

// setTokens says what stands in the fields; an empty one follows the dress again.
func (s *Screen) setTokens(w http.ResponseWriter, r *http.Request) {
	light, dark := document.SetTokens{Texts: map[string]string{}}, document.SetTokens{Texts: map[string]string{},
		Dark: true}
	for name, values := range r.PostForm {
		if n, ok := strings.CutPrefix(name, "take."); ok && values[0] != "" {
			light.Texts[values[0]] = r.PostForm.Get("value." + n)
			continue
		}
		// Only what was changed on the page is said: the rest may have been changed by others since it was shown.
		if was, shown := r.PostForm[wasPrefix+name]; shown && was[0] == values[0] {
			continue
		}
		if token, ok := strings.CutPrefix(name, "light."); ok {
			light.Texts[token] = values[0]
		} else if token, ok := strings.CutPrefix(name, "dark."); ok {
			dark.Texts[token] = values[0]
		}
	}
	s.changeHouse(w, r, document.Batch{Name: "house style", Changes: []document.Change{light, dark}})
}

func (s *Screen) setScheme(w http.ResponseWriter, r *http.Request) {
	s.changeHouse(w, r, document.SetScheme{Scheme: document.Scheme(r.FormValue("scheme"))})
}

func (s *Screen) setScale(w http.ResponseWriter, r *http.Request) {
	s.changeHouse(w, r, document.SetScale{Text: r.FormValue("scale")})
}

// changeHouse carries out a change of the house style and shows it.
func (s *Screen) changeHouse(w http.ResponseWriter, r *http.Request, change document.Change) {
	if after := s.PageEdit(w, r, s.Again, change); after != nil {
		http.Redirect(w, r, screen.Saved("/sites/"+after.ID+"/house", after), http.StatusSeeOther)
	}
}
