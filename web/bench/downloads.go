package bench

import (
	"net/http"
	"time"

	"github.com/go-chi/chi/v5"

	"rubrel/core/money"
	"rubrel/formats/delimited"
	"rubrel/formats/sheets"
	"rubrel/render"
	"rubrel/store"
	"rubrel/web/screen"
)

// list sends a block's set as delimited text.
func (s *Screen) list(w http.ResponseWriter, r *http.Request) {
	l, block := s.LoadBlock(w, r)
	if l == nil {
		return
	}
	separator := delimited.SeparatorBeside(money.LocaleFor(l.Site.Language).DecimalMark())
	text, err := delimited.Write(l.Site.SetOf(block).Table(l.Site.Language), separator)
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	screen.SendFile(w, "text/csv; charset=utf-8", block.ID+".csv", text)
}

// workbook sends a block's set as a workbook.
func (s *Screen) workbook(w http.ResponseWriter, r *http.Request) {
	l, block := s.LoadBlock(w, r)
	if l == nil {
		return
	}
	set := l.Site.SetOf(block)
	file, err := sheets.Write(set.Name, set.Cells(l.Site.Language))
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	screen.SendFile(w, sheets.WorkbookType, block.ID+".xlsx", file)
}

// drawing sends one record of a block as an SVG file.
func (s *Screen) drawing(w http.ResponseWriter, r *http.Request) {
	l, block := s.LoadBlock(w, r)
	if l == nil {
		return
	}
	drawings, err := render.Drawings(l.Site, s.Dresses, block.ID, time.Now())
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	for _, d := range drawings {
		if d.Record == chi.URLParam(r, "record") {
			screen.SendFile(w, "image/svg+xml", block.ID+"-"+d.Record+".svg", d.SVG)
			return
		}
	}
	s.Fail(w, r, store.ErrNotFound)
}
