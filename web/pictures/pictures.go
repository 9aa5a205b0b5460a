package pictures

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"mime/multipart"
	"net/http"
	"path"
	"slices"
	"strings"

	"github.com/go-chi/chi/v5"

	"rubrel/core/document"
	"rubrel/core/icon"
	"rubrel/core/svg"
	"rubrel/formats/pictures"
	"rubrel/render"
	"rubrel/store"
	"rubrel/web/screen"
)

// picturesView is what a site has to show besides words.
type picturesView struct {
	screen.Frame
	Pictures []pictureLine
	Icons    []document.Icon
	Library  int // icons that every site has
}

// pictureLine is one picture, and the names of what shows it.
type pictureLine struct {
	document.Picture
	Shown string
}

func (s *Screen) pictures(w http.ResponseWriter, r *http.Request) {
	s.Again(w, r, http.StatusOK, "")
}

// Again shows the pictures, with what went wrong.
func (s *Screen) Again(w http.ResponseWriter, r *http.Request, status int, fault string) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	f, err := s.SiteFrame(r, "Pictures and icons of "+l.Site.Name, l)
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	f.Back = Path
	if fault != "" {
		f.Fault = fault
	}
	view := picturesView{Frame: f, Icons: l.Site.Icons, Library: len(icon.Names())}
	for _, p := range l.Site.Pictures {
		view.Pictures = append(view.Pictures, pictureLine{p, strings.Join(shownBy(l.Site, p.ID), ", ")})
	}
	s.Show(w, r, status, "pictures.html", view)
}

// shownBy are the blocks that show a picture.
func shownBy(site *document.Site, picture string) []string {
	var names []string
	for i := range site.Blocks {
		b := &site.Blocks[i]
		if slices.Contains(render.PicturesOf(site, b), picture) {
			names = append(names, b.Name)
		}
	}
	return names
}

// taken says what became of files that were sent.
type taken struct {
	Added  []string `json:"added"`
	Faults []string `json:"faults"`
}

// addPictures takes files: pictures, and icons as SVG. Those that cannot be taken are named, and the others are.
func (s *Screen) addPictures(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	var files []*multipart.FileHeader
	if r.MultipartForm != nil {
		files = r.MultipartForm.File["file"]
	}
	out := taken{Added: []string{}, Faults: []string{}}
	batch := document.Batch{Name: "pictures"}
	for _, header := range files {
		change, err := s.addition(r.Context(), header)
		var picture *pictures.Error
		var drawing *svg.Error
		switch {
		case errors.As(err, &picture) || errors.As(err, &drawing):
			out.Faults = append(out.Faults, header.Filename+": "+err.Error())
		case err != nil:
			s.Fail(w, r, err)
			return
		default:
			out.Added = append(out.Added, header.Filename)
			batch.Changes = append(batch.Changes, change)
		}
	}
	if len(files) == 0 {
		out.Faults = []string{"choose a file first"}
	}
	answer := func(w http.ResponseWriter, r *http.Request, status int, fault string) {
		if fault != "" {
			out.Faults = append(out.Faults, fault)
		}
		s.sayTaken(w, r, status, out)
	}
	if len(batch.Changes) == 0 {
		answer(w, r, http.StatusUnprocessableEntity, "")
		return
	}
	if s.PageEdit(w, r, answer, batch) != nil {
		answer(w, r, http.StatusOK, "")
	}
}

// sayTaken answers a script in JSON, and a form with its page.
func (s *Screen) sayTaken(w http.ResponseWriter, r *http.Request, status int, out taken) {
	fault := strings.Join(out.Faults, " ")
	switch {
	case r.Header.Get("Accept") == "application/json":
		w.Header().Set("Content-Type", "application/json")
		w.WriteHeader(status)
		_ = json.NewEncoder(w).Encode(out) // the client has gone if this fails
	case fault != "":
		s.Again(w, r, http.StatusUnprocessableEntity, fault+".")
	default:
		http.Redirect(w, r, r.URL.Path, http.StatusSeeOther)
	}
}

// addition is the change that adds a file to the site. The error may be a *pictures.Error or an *svg.Error.
func (s *Screen) addition(ctx context.Context, header *multipart.FileHeader) (document.Change, error) {
	file, err := header.Open()
	if err != nil {
		return nil, fmt.Errorf("web: %w", err)
	}
	defer file.Close()
	content := make([]byte, header.Size)
	if _, err := io.ReadFull(file, content); err != nil {
		return nil, fmt.Errorf("web: %w", err)
	}
	name := strings.TrimSuffix(header.Filename, path.Ext(header.Filename))
	if strings.EqualFold(path.Ext(header.Filename), ".svg") {
		drawing, err := svg.Clean(content)
		return document.AddIcon{Name: name, Drawing: drawing}, err
	}
	return s.NewPicture(ctx, name, content)
}

func (s *Screen) removePicture(w http.ResponseWriter, r *http.Request) {
	s.changePictures(w, r, document.RemovePicture{ID: r.FormValue("picture")})
}

func (s *Screen) removeIcon(w http.ResponseWriter, r *http.Request) {
	s.changePictures(w, r, document.RemoveIcon{ID: r.FormValue("icon")})
}

// focusPicture says around which place a picture is cut.
func (s *Screen) focusPicture(w http.ResponseWriter, r *http.Request) {
	s.changePictures(w, r, document.FocusPicture{ID: r.FormValue("picture"), Place: r.FormValue("place")})
}

// changePictures carries out a change of what the site has to show.
func (s *Screen) changePictures(w http.ResponseWriter, r *http.Request, change document.Change) {
	if after := s.PageEdit(w, r, s.Again, change); after != nil {
		http.Redirect(w, r, screen.Saved("/sites/"+after.ID+"/pictures", after), http.StatusSeeOther)
	}
}

// picture serves one of the site's pictures.
func (s *Screen) picture(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	p, ok := l.Site.PictureByID(chi.URLParam(r, "picture"))
	if !ok {
		s.Fail(w, r, store.ErrNotFound)
		return
	}
	content, err := s.Store.Held(r.Context(), p.File)
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	screen.ServeContent(w, r, p.Type, `"`+p.File+`"`, content)
}
