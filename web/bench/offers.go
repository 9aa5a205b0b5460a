package bench

import (
	"encoding/json"
	"fmt"
	"html/template"
	"net/http"
	"slices"
	"strings"

	"github.com/go-chi/chi/v5"

	"rubrel/core/document"
	"rubrel/core/icon"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/render"
	"rubrel/store"
)

// offer is one of what an editor offers: the text that a cell would hold, what a person calls it, and a drawing.
type offer struct {
	Text  string        `json:"text"`
	Label string        `json:"label,omitempty"`
	HTML  template.HTML `json:"html,omitempty"`
}

// mostOffered is how many of a stock are sent at once: more than anybody looks through.
const mostOffered = 60

// offered is a stock from which values are chosen: all of it, or the first that were found, and that there are more.
type offered struct {
	Offers []offer `json:"offers"`
	More   bool    `json:"more"`
}

// offers sends a stock, or what of it means what was typed.
func (s *Screen) offers(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	stock, err := s.stock(l, kind.Offer(chi.URLParam(r, "stock")), r.FormValue("find"))
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	w.Header().Set("Content-Type", "application/json")
	answer := offered{stock[:min(mostOffered, len(stock))], len(stock) > mostOffered}
	if err := json.NewEncoder(w).Encode(answer); err != nil {
		s.Log.ErrorContext(r.Context(), "offers", "error", err)
	}
}

func (s *Screen) stock(l *store.Loaded, of kind.Offer, find string) ([]offer, error) {
	stock := []offer{}
	switch of {
	case kind.IconOffer:
		names := icon.Find(find, l.Site.Language)
		if find == "" {
			names = usedFirst(l.Site)
		}
		for _, own := range l.Site.Icons {
			if strings.Contains(icon.Own+own.ID, strings.ToLower(strings.TrimSpace(find))) {
				stock = append(stock, offer{Text: icon.Own + own.ID, HTML: own.HTML()})
			}
		}
		for _, name := range names {
			stock = append(stock, offer{Text: name, HTML: icon.SVG(name)})
		}
	case kind.PictureOffer:
		for _, p := range l.Site.Pictures {
			picture := fmt.Sprintf(`<img alt="" src="/sites/%s/pictures/%s">`, l.ID, p.ID)
			stock = append(stock, offer{p.ID, fmt.Sprintf("%d × %d", p.Width, p.Height), template.HTML(picture)})
		}
	case kind.ColourOffer:
		light, _, err := render.Tokens(l.Site, s.Dresses)
		if err != nil {
			return nil, err
		}
		for _, name := range look.Names(look.ColourToken) {
			stock = append(stock, offer{Text: name, Label: light.Value(look.Token(name)).CSS()})
		}
	case kind.SetOffer:
		for _, set := range l.Site.Sets {
			stock = append(stock, offer{Text: set.ID, Label: set.Name})
		}
	case kind.BlockOffer:
		for _, b := range l.Site.Blocks {
			stock = append(stock, offer{Text: b.ID, Label: b.Name})
		}
	case kind.PageOffer:
		stock = places(l.Site)
	default:
		return nil, store.ErrNotFound
	}
	return stock, nil
}

// usedFirst lists the icons, those that the site shows before the others.
func usedFirst(site *document.Site) []string {
	var used []string
	for _, set := range site.Sets {
		for _, f := range set.Kind.Fields {
			if _, ok := f.Type.(icon.Type); !ok {
				continue
			}
			for _, r := range set.Records {
				if name := kind.Text(r.Facts, f.Name); icon.SVG(name) != "" && !slices.Contains(used, name) {
					used = append(used, name)
				}
			}
		}
	}
	for _, name := range icon.Names() {
		if !slices.Contains(used, name) {
			used = append(used, name)
		}
	}
	return used
}

// places are the pages of a site and the blocks on them, as a link leads there.
func places(site *document.Site) []offer {
	list := []offer{}
	for i, page := range site.Pages {
		address := page.ID + ".html"
		if i == 0 {
			address = "index.html"
		}
		list = append(list, offer{Text: address, Label: page.Title})
		for _, band := range page.Bands {
			for _, id := range band.Blocks {
				if b, ok := site.BlockByID(id); ok {
					list = append(list, offer{Text: address + "#" + id, Label: b.Name})
				}
			}
		}
	}
	return list
}
