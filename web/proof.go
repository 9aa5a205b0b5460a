package web

import (
	"context"
	"net/http"
	"path"
	"strings"
	"time"

	"github.com/go-chi/chi/v5"
	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/release"
	"rubrel/formats/delimited"
	"rubrel/formats/pictures"
	"rubrel/formats/sheets"
	"rubrel/render"
	"rubrel/store"
)

// proof serves a block's rendered files: the bytes a release would carry, or would after the mend that is asked for.
func (s *Server) proof(w http.ResponseWriter, r *http.Request) {
	l, block := s.loadBlock(w, r)
	if l == nil {
		return
	}
	var files []release.File
	var err error
	if r.FormValue("mark") != "" {
		files, err = s.previewed(l, block.ID, r)
	} else {
		files, err = s.rendered.of(l, "proof/"+block.ID, func(now time.Time) ([]release.File, error) {
			return render.Proof(l.Site, s.dresses, block.ID, now)
		})
	}
	if err != nil {
		s.fail(w, r, err)
		return
	}
	s.serveFile(w, r, files)
}

// serveFile serves the one of some rendered files that is asked for.
func (s *Server) serveFile(w http.ResponseWriter, r *http.Request, files []release.File) {
	name := chi.URLParam(r, "*")
	for _, f := range files {
		if f.Path != name {
			continue
		}
		content, err := s.content(r.Context(), f)
		if err != nil {
			s.fail(w, r, err)
			return
		}
		w.Header().Set("Content-Security-Policy", proofPolicy)
		if !strings.HasSuffix(name, ".html") { // its name carries a hash of its content
			w.Header().Set("Cache-Control", "private, max-age=31536000, immutable")
		} else {
			s.keepStyles(r, files)
		}
		serveContent(w, r, f.Type, etag(content), content)
		return
	}
	if f, ok := s.styles.Get(r.URL.Path); ok {
		w.Header().Set("Cache-Control", "private, max-age=31536000, immutable")
		serveContent(w, r, f.Type, etag(f.Bytes), f.Bytes)
		return
	}
	s.fail(w, r, store.ErrNotFound)
}

// maxStyles bounds the style sheets that are kept for pages which have gone out.
const maxStyles = 256

// keepStyles keeps the style sheets of a page that goes out. While a value is dragged the site may be versions further
// when its frame asks for them, and class names are hashes of what they say: those of another version fit no element.
func (s *Server) keepStyles(r *http.Request, files []release.File) {
	for _, f := range files {
		if strings.HasSuffix(f.Path, ".css") {
			s.styles.Add(path.Join(path.Dir(r.URL.Path), f.Path), f)
		}
	}
}

// content is the bytes of a rendered file.
func (s *Server) content(ctx context.Context, f release.File) ([]byte, error) {
	if f.Bytes == nil && f.Wide > 0 {
		hash, err := s.store.Narrowed(ctx, f.Held, f.Wide, func(whole []byte) ([]byte, error) {
			return pictures.Narrowed(ctx, f.Held, whole, f.Wide)
		})
		if err != nil {
			return nil, err
		}
		return s.store.Held(ctx, hash)
	}
	return render.Content(ctx, f, func(hash string) ([]byte, error) { return s.store.Held(ctx, hash) })
}

// held reads bytes that documents leave in the store.
func (s *Server) held(r *http.Request) func(hash string) ([]byte, error) {
	return func(hash string) ([]byte, error) { return s.store.Held(r.Context(), hash) }
}

// snippetPage shows what to paste, and how.
func (s *Server) snippetPage(w http.ResponseWriter, r *http.Request) {
	l, block := s.loadBlock(w, r)
	if l == nil {
		return
	}
	withFonts := r.FormValue("fonts") != "no"
	text, err := render.Snippet(l.Site, s.dresses, block.ID, withFonts, s.held(r), time.Now())
	if err != nil {
		s.fail(w, r, err)
		return
	}
	drawings, err := render.Drawings(l.Site, s.dresses, block.ID, time.Now())
	if err != nil {
		s.fail(w, r, err)
		return
	}
	set := l.Site.SetOf(block)
	f := s.newFrame(r, "Snippet of "+block.Name)
	f.Site = l
	s.show(w, r, http.StatusOK, "snippet.html", struct {
		frame
		BlockID, Name, Text string
		Fonts               bool
		Bytes               int64
		Set                 *document.Set
		Drawings            []kind.Drawing
	}{f, block.ID, block.Name, string(text), withFonts, int64(len(text)), set, drawings})
}

// list sends a block's set as delimited text.
func (s *Server) list(w http.ResponseWriter, r *http.Request) {
	l, block := s.loadBlock(w, r)
	if l == nil {
		return
	}
	separator := delimited.SeparatorBeside(money.LocaleFor(l.Site.Language).DecimalMark())
	text, err := delimited.Write(l.Site.SetOf(block).Table(l.Site.Language), separator)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	sendFile(w, "text/csv; charset=utf-8", block.ID+".csv", text)
}

// workbook sends a block's set as a workbook.
func (s *Server) workbook(w http.ResponseWriter, r *http.Request) {
	l, block := s.loadBlock(w, r)
	if l == nil {
		return
	}
	set := l.Site.SetOf(block)
	file, err := sheets.Write(set.Name, set.Cells(l.Site.Language))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	sendFile(w, sheets.WorkbookType, block.ID+".xlsx", file)
}

// drawing sends one record of a block as an SVG file.
func (s *Server) drawing(w http.ResponseWriter, r *http.Request) {
	l, block := s.loadBlock(w, r)
	if l == nil {
		return
	}
	drawings, err := render.Drawings(l.Site, s.dresses, block.ID, time.Now())
	if err != nil {
		s.fail(w, r, err)
		return
	}
	for _, d := range drawings {
		if d.Record == chi.URLParam(r, "record") {
			sendFile(w, "image/svg+xml", block.ID+"-"+d.Record+".svg", d.SVG)
			return
		}
	}
	s.fail(w, r, store.ErrNotFound)
}

// sendFile sends something to save. What is for elsewhere may not act as a page of this site.
func sendFile(w http.ResponseWriter, mime, name string, content []byte) {
	w.Header().Set("Content-Type", mime)
	w.Header().Set("Content-Security-Policy", "sandbox")
	w.Header().Set("Content-Disposition", `attachment; filename="`+name+`"`)
	_, _ = w.Write(content) // the client has gone if this fails
}

func (s *Server) snippet(w http.ResponseWriter, r *http.Request) {
	l, block := s.loadBlock(w, r)
	if l == nil {
		return
	}
	text, err := render.Snippet(l.Site, s.dresses, block.ID, r.FormValue("fonts") != "no", s.held(r), time.Now())
	if err != nil {
		s.fail(w, r, err)
		return
	}
	// Sent as text to save: it is for another page, and nothing in it may act as this site's.
	w.Header().Set("Content-Type", "text/plain; charset=utf-8")
	w.Header().Set("Content-Disposition", `attachment; filename="`+block.ID+`.html"`)
	_, _ = w.Write(text) // the client has gone if this fails
}
