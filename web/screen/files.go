package screen

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"net/http"
	"path"
	"strings"
	"time"

	"github.com/go-chi/chi/v5"

	"rubrel/core/release"
	"rubrel/formats/pictures"
	"rubrel/render"
	"rubrel/store"
)

// ServeFile serves the one of some rendered files that is asked for.
func (s *Server) ServeFile(w http.ResponseWriter, r *http.Request, files []release.File) {
	name := chi.URLParam(r, "*")
	for _, f := range files {
		if f.Path != name {
			continue
		}
		content, err := s.content(r.Context(), f)
		if err != nil {
			s.Fail(w, r, err)
			return
		}
		w.Header().Set("Content-Security-Policy", proofPolicy)
		if !strings.HasSuffix(name, ".html") { // its name carries a hash of its content
			w.Header().Set("Cache-Control", "private, max-age=31536000, immutable")
		} else {
			s.keepStyles(r, files)
		}
		ServeContent(w, r, f.Type, Etag(content), content)
		return
	}
	if f, ok := s.styles.Get(r.URL.Path); ok {
		w.Header().Set("Cache-Control", "private, max-age=31536000, immutable")
		ServeContent(w, r, f.Type, Etag(f.Bytes), f.Bytes)
		return
	}
	s.Fail(w, r, store.ErrNotFound)
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
		hash, err := s.Store.Narrowed(ctx, f.Held, f.Wide, func(whole []byte) ([]byte, error) {
			return pictures.Narrowed(ctx, f.Held, whole, f.Wide)
		})
		if err != nil {
			return nil, err
		}
		return s.Store.Held(ctx, hash)
	}
	return render.Content(ctx, f, func(hash string) ([]byte, error) { return s.Store.Held(ctx, hash) })
}

// Held reads bytes that documents leave in the store.
func (s *Server) Held(r *http.Request) func(hash string) ([]byte, error) {
	return func(hash string) ([]byte, error) { return s.Store.Held(r.Context(), hash) }
}

// SendFile sends something to save. What is for elsewhere may not act as a page of this site.
func SendFile(w http.ResponseWriter, mime, name string, content []byte) {
	w.Header().Set("Content-Type", mime)
	w.Header().Set("Content-Security-Policy", "sandbox")
	w.Header().Set("Content-Disposition", `attachment; filename="`+name+`"`)
	_, _ = w.Write(content) // the client has gone if this fails
}

// proofPolicy is for what is shown in the proof's frames: the scripts of forms, which are Rubrel's own files, and no
// connection to anything.
const proofPolicy = "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; " +
	"form-action 'none'; base-uri 'none'; frame-ancestors 'self'"

// Etag is the entity tag of bytes: their hash (RFC 9110, section 8.8.3).
func Etag(content []byte) string {
	sum := sha256.Sum256(content)
	return `"` + hex.EncodeToString(sum[:12]) + `"`
}

// ServeContent sends bytes, or says that the browser has them. The tag is theirs alone.
func ServeContent(w http.ResponseWriter, r *http.Request, mime, tag string, content []byte) {
	w.Header().Set("Content-Type", mime)
	w.Header().Set("ETag", tag)
	http.ServeContent(w, r, "", time.Time{}, bytes.NewReader(content))
}
