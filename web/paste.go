package web

import (
	"encoding/json"
	"errors"
	"io"
	"net/http"
	"path"
	"strconv"
	"strings"

	"rubrel/core/document"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/formats/delimited"
)

// pasteView is the paste screen: what was pasted beside what was understood.
type pasteView struct {
	frame
	Kinds   []*kind.Kind // those that can be pasted
	Kind    *kind.Kind
	Text    string
	Name    string
	Table   kind.Table
	Reading *kind.Reading
	Options kind.IntakeOptions
	Decimal string
	// Shows is the language that the list shows, where it is another than the site's; Takes says that the site takes
	// it.
	Shows string
	Takes bool
	// Held are the pictures that came with the list, in JSON: see pasted.
	Held string
}

func (s *Server) pasteForm(w http.ResponseWriter, r *http.Request) {
	s.showPaste(w, r, http.StatusOK, &pasteView{Name: r.FormValue("name")})
}

func (s *Server) showPaste(w http.ResponseWriter, r *http.Request, status int, view *pasteView) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	fault := view.Fault
	var err error
	if view.frame, err = s.siteFrame(r, "Paste a list", l); err != nil {
		s.fail(w, r, err)
		return
	}
	view.Fault = fault
	if base, _, _ := strings.Cut(l.Site.Language, "-"); base == view.Shows {
		view.Shows = ""
	}
	// A site that holds nothing yet has the language of what it is made of, unless the designer says otherwise.
	view.Takes = view.Takes || len(l.Site.Blocks) == 0 && r.FormValue("asked") == ""
	if view.Kind == nil {
		view.Kind = s.pasteKind(r)
	}
	for _, k := range s.kinds {
		if k.Intake != nil {
			view.Kinds = append(view.Kinds, k)
		}
	}
	s.show(w, r, status, "paste.html", view)
}

// pasteKind is the kind asked for, or the first that can be pasted.
func (s *Server) pasteKind(r *http.Request) *kind.Kind {
	if k, ok := s.kinds.Named(r.FormValue("kind")); ok && k.Intake != nil {
		return k
	}
	for _, k := range s.kinds {
		if k.Intake != nil {
			return k
		}
	}
	return nil
}

// pasteRead shows what is understood of a pasted or uploaded table, with the designer's corrections.
func (s *Server) pasteRead(w http.ResponseWriter, r *http.Request) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	view, err := s.readPasted(r, l.Site)
	status := http.StatusOK
	if err != nil {
		status, view.Fault = explainPaste(err)
	}
	s.showPaste(w, r, status, view)
}

// pasteMake makes the block of what was understood.
func (s *Server) pasteMake(w http.ResponseWriter, r *http.Request) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	view, err := s.readPasted(r, l.Site)
	if err == nil && len(view.Reading.Set.Records) == 0 {
		err = errors.New("no " + view.Kind.One + " was found in this list")
	}
	if err != nil {
		status, message := explainPaste(err)
		view.Fault = message
		s.showPaste(w, r, status, view)
		return
	}
	changes, err := s.heldPictures(r.Context(), view.Reading.Set, view.Held)
	if err != nil {
		status, message := explainPaste(err)
		view.Fault = message
		s.showPaste(w, r, status, view)
		return
	}
	var change document.Change = document.AddBlock{Name: view.Name, Set: view.Reading.Set}
	changes = append(changes, change)
	if view.Shows != "" && view.Takes {
		changes = append(changes, document.SetLanguage{Language: view.Shows})
	}
	if len(changes) > 1 {
		change = document.Batch{Name: change.Label(nil), Changes: changes}
	}
	if after := s.siteEdit(w, r, change); after != nil {
		http.Redirect(w, r, newestBlock(after), http.StatusSeeOther)
	}
}

func explainPaste(err error) (int, string) {
	if status, message := explain(err); status != http.StatusInternalServerError {
		return status, message
	}
	return http.StatusUnprocessableEntity, err.Error()
}

// readPasted reads what was pasted or uploaded to a site.
func (s *Server) readPasted(r *http.Request, site *document.Site) (*pasteView, error) {
	view := &pasteView{Held: r.FormValue("held")}
	language := site.Language
	view.Kind, view.Name, view.Text = s.pasteKind(r), strings.TrimSpace(r.FormValue("name")), r.FormValue("text")
	source := []byte(view.Text)
	if file, header, err := r.FormFile("file"); err == nil {
		defer file.Close()
		if source, err = io.ReadAll(io.LimitReader(file, maxBody)); err != nil {
			return view, err
		}
		if view.Name == "" {
			view.Name = strings.TrimSuffix(header.Filename, path.Ext(header.Filename))
		}
	}
	from, err := s.readFile(r.Context(), site, source)
	if err != nil {
		return view, err
	}
	source = from.Text
	if from.Held != nil {
		held, err := json.Marshal(from.Held)
		if err != nil {
			return view, err
		}
		view.Held = string(held)
	}
	table, text, err := delimited.Read(source)
	if err != nil {
		if len(source) > delimited.MostBytes {
			view.Text = "" // too much to send back; what was pasted is still on the designer's clipboard
		}
		return view, err
	}
	view.Text, view.Table = text, table
	view.Shows = intake.GuessLanguage(table.Rows)
	view.Takes = r.FormValue("takes") == "yes"
	if view.Name == "" {
		view.Name = view.Kind.Title
	}
	view.Options = readOptions(r)
	view.Options.Language = language
	if view.Takes && view.Shows != "" {
		view.Options.Language = view.Shows
	}
	if view.Options.Decimal != 0 {
		view.Decimal = string(view.Options.Decimal)
	}
	partial := r.Form.Has("was-arrangement") && !r.Form.Has("whole")
	if partial {
		view.Options.Roles = nil // the last select that came may have come without its choice
	}
	reading := view.Kind.ReadTable(table, view.Options)
	reading.Problems = append(from.Problems, reading.Problems...)
	view.Reading = &reading
	if partial {
		return view, errPartial
	}
	return view, nil
}

// errPartial is the error of a form that was sent while its page was still coming in: its last field is missing.
var errPartial = errors.New("this page was sent before all of it had come: look through it again")

func readOptions(r *http.Request) kind.IntakeOptions {
	o := kind.IntakeOptions{Arrangement: kind.Arrangement(r.FormValue("arrangement")),
		Currency: strings.ToUpper(r.FormValue("currency")), Cross: kind.Cross(r.FormValue("cross")), Roles: map[int]string{}}
	if o.Arrangement != kind.Across && o.Arrangement != kind.Down {
		o.Arrangement = ""
	}
	if o.Cross != kind.CrossIsYes && o.Cross != kind.CrossIsNo {
		o.Cross = ""
	}
	if mark := r.FormValue("decimal"); mark == "." || mark == "," {
		o.Decimal = rune(mark[0])
	}
	for name, values := range r.PostForm {
		number, ok := strings.CutPrefix(name, "role-")
		// Corrections are of the arrangement they were made on.
		if i, err := strconv.Atoi(number); ok && err == nil && r.FormValue("arrangement") == r.FormValue("was-arrangement") {
			o.Roles[i] = values[0]
		}
	}
	return o
}

// RoleLabel names a line's role for the screen.
func (v pasteView) RoleLabel(name string) string {
	for _, role := range v.Kind.Intake.Roles {
		if role.Name == name {
			return role.Label
		}
	}
	return name
}

// Naming is the field that names a record of the kind.
func (v pasteView) Naming() string { return v.Kind.Fields[0].Name }
