package bench

import (
	"html/template"
	"net/http"
	"time"

	"github.com/go-chi/chi/v5"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/store"
)

// chartView is a chart with what may be chosen for it.
type chartView struct {
	Chart   kind.Chart
	URL     string
	Choices []kind.ChartChoice
	Chosen  map[string]string
	HTML    template.HTML
}

// chart draws one of the kind's views of a block's set.
func (s *Screen) chart(w http.ResponseWriter, r *http.Request) {
	l, block := s.LoadBlock(w, r)
	if l == nil {
		return
	}
	set := l.Site.SetOf(block)
	for _, chart := range set.Kind.Charts {
		if chart.Name != chi.URLParam(r, "chart") {
			continue
		}
		view := chartView{Chart: chart, URL: r.URL.Path, Choices: chart.Choices(set.Set)}
		view.Chosen = kind.Chosen(view.Choices, r.FormValue)
		html, err := chart.HTML(set.Set, sceneOf(l.Site, block), view.Chosen)
		if err != nil {
			s.Fail(w, r, err)
			return
		}
		view.HTML = html
		s.Show(w, r, http.StatusOK, "chart", view)
		return
	}
	s.Fail(w, r, store.ErrNotFound)
}

// sceneOf is where and when a block is shown.
func sceneOf(site *document.Site, block *document.Block) kind.Scene {
	return kind.Scene{Locale: site.LanguageOf(block.ID), Now: time.Now()}
}
