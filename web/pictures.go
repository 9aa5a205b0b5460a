package web

import (
	"errors"
	"io"
	"net/http"
	"path"
	"strings"

	"github.com/go-chi/chi/v5"

	"rubrel/core/document"
	"rubrel/formats/pictures"
	"rubrel/store"
)

// addPicture takes a file that a look can show as a ground.
func (s *Server) addPicture(w http.ResponseWriter, r *http.Request) {
	file, header, err := r.FormFile("file")
	if errors.Is(err, http.ErrMissingFile) || errors.Is(err, http.ErrNotMultipart) {
		s.showHouse(w, r, http.StatusUnprocessableEntity, "Choose a picture first.")
		return
	}
	if err != nil {
		s.fail(w, r, err)
		return
	}
	defer file.Close()
	content, err := io.ReadAll(file)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	picture, err := pictures.Read(r.Context(), content)
	var unfit *pictures.Error
	if errors.As(err, &unfit) {
		s.showHouse(w, r, http.StatusUnprocessableEntity, header.Filename+": "+unfit.Error()+".")
		return
	}
	if err == nil {
		err = s.store.Hold(r.Context(), picture.File, picture.Data)
	}
	if err != nil {
		s.fail(w, r, err)
		return
	}
	name := strings.TrimSpace(r.FormValue("name"))
	if name == "" {
		name = strings.TrimSuffix(header.Filename, path.Ext(header.Filename))
	}
	s.changeHouse(w, r, document.AddPicture{Name: name, Picture: picture})
}

func (s *Server) removePicture(w http.ResponseWriter, r *http.Request) {
	s.changeHouse(w, r, document.RemovePicture{ID: r.FormValue("picture")})
}

// picture serves one of the site's pictures.
func (s *Server) picture(w http.ResponseWriter, r *http.Request) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	p, ok := l.Site.PictureByID(chi.URLParam(r, "picture"))
	if !ok {
		s.fail(w, r, store.ErrNotFound)
		return
	}
	content, err := s.store.Held(r.Context(), p.File)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	serveContent(w, r, p.Type, `"`+p.File+`"`, content)
}
