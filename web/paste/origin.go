package paste

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"io"
	"net/http"
	"net/url"
	"path"
	"strings"
	"time"

	"github.com/go-chi/chi/v5"

	"rubrel/core/document"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/formats/lists"
	"rubrel/outbound"
	"rubrel/refresh"
	"rubrel/store"
	"rubrel/web/screen"
)

// The names of the paste screen's fields that say where a list comes from: an address that is to be asked, that what it
// said last is looked at, where what is shown came from (in JSON), and whether its address is read every day.
const (
	askField     = "ask"
	arrivedField = "arrived"
	fromField    = "from"
	dailyField   = "daily"
	addsField    = "adds"  // what is shown adds to a list: see kind.FileFormat
	shownField   = "shown" // the hash of what an address said that is left
)

// errNothing is the error of reading nothing at all.
var errNothing = errors.New("there is nothing to read: paste a list, choose a file, or say the address of one")

// sourceOf are the bytes of the list that is read: of a file, of an address, or what was typed; and says where they
// come from.
func (s *Screen) sourceOf(r *http.Request, site *document.Site, view *pasteView) ([]byte, error) {
	if said := r.FormValue(fromField); said != "" {
		if err := json.Unmarshal([]byte(said), &view.From); err != nil {
			return nil, &screen.BadRequest{Problem: "it cannot be told where the list comes from: read it again"}
		}
		view.From.Daily = r.FormValue(dailyField) == "yes"
	} else {
		view.From = document.Origin{Read: time.Now()}
	}
	if into, ok := site.SetByID(r.FormValue(intoField)); ok && view.From.Sheet == "" {
		view.From.Sheet = into.List.From.Sheet
	}
	files, name, err := filesOf(r)
	if err != nil {
		return nil, err
	}
	view.Asked = strings.TrimSpace(r.FormValue(askField))
	switch {
	case len(files) > 0:
		source, ok := lists.Join(view.Kind, files)
		if !ok {
			return nil, errSeveral
		}
		view.From.File = name
		return view.came(source, name), nil
	case r.FormValue(arrivedField) != "":
		return s.arrived(r, view)
	case view.Text == "" && r.FormValue("book") == "" && view.Asked != "":
		source, err := s.askList(r.Context(), site, view, view.Asked, r.FormValue(intoField))
		if err != nil {
			return nil, err // an address that does not answer names no block
		}
		return view.came(source, path.Base(view.Asked)), nil
	case view.Text == "" && r.FormValue("book") == "":
		return nil, errNothing
	}
	return []byte(view.Text), nil
}

// errSeveral is the error of several files that are no parts of one list.
var errSeveral = &screen.BadRequest{Problem: "one list is read at a time: choose one file, and pictures " +
	"on the page of pictures"}

// filesOf are the files that came with a request, and the name of the first.
func filesOf(r *http.Request) (files [][]byte, name string, err error) {
	if r.MultipartForm == nil {
		return nil, "", nil
	}
	for _, header := range r.MultipartForm.File["file"] {
		file, err := header.Open()
		if err != nil {
			return nil, "", err
		}
		content, err := io.ReadAll(io.LimitReader(file, screen.MaxBody))
		if err := errors.Join(err, file.Close()); err != nil {
			return nil, "", err
		}
		name = cmp.Or(name, path.Base(header.Filename))
		files = append(files, content)
	}
	return files, name, nil
}

// came notes what came in, under what name.
func (v *pasteView) came(source []byte, name string) []byte {
	v.Text = lists.PlainText(source)
	v.Name = cmp.Or(v.Name, strings.TrimSuffix(name, path.Ext(name)))
	return source
}

// arrived is what the address of the set's list said last.
func (s *Screen) arrived(r *http.Request, view *pasteView) ([]byte, error) {
	site, set := chi.URLParam(r, "site"), r.FormValue(intoField)
	a, err := s.Store.Arrival(r.Context(), site, set)
	if err != nil {
		return nil, err
	}
	body, err := s.Store.ArrivalBody(r.Context(), site, set)
	if err != nil {
		return nil, err
	}
	view.From.Address, view.From.Daily, view.From.Read = a.Address, true, a.AskedAt
	return view.came(body, path.Base(a.Address)), nil
}

// askList asks an address for a list.
func (s *Screen) askList(ctx context.Context, site *document.Site, view *pasteView, address, into string) ([]byte,
	error) {
	if s.Asker == nil {
		return nil, &screen.BadRequest{Problem: "this Rubrel asks no other servers: choose a file"}
	}
	if _, err := outbound.CheckURL(address); err != nil {
		return nil, err
	}
	view.From.Address = address
	if set, ok := site.SetByID(into); ok {
		view.From.Daily = set.List.From.Address == address && set.List.From.Daily
	}
	act := s.Asker.Begin(ctx, refresh.Limits)
	defer act.Close()
	return s.Ask(ctx, act, address)
}

// list is what a set remembers of the list that is shown: of one that adds to another, the other stays its list.
func (v *pasteView) list() document.List {
	if v.Table.Partial && v.Into != nil && v.Into.List.Text != "" {
		return v.Into.List
	}
	from := v.From
	if was := v.Origin(); from.Address == "" { // a file that comes between does not end what is read from an address
		from.Address, from.Daily = was.Address, was.Daily
	}
	return document.List{Text: v.Text, Answers: v.Said, From: from}
}

// made is what a set remembers of the list of which it is made.
func (v *pasteView) made() document.List {
	list := v.list()
	list.Known = v.Reading.Known()
	return list
}

// taken is what a set remembers of the list, of which some was taken.
func (v *pasteView) taken(to kind.Set) document.List {
	list := v.list()
	list.Known = v.Revision.Known(to)
	return list
}

// FromJSON is where the list comes from, as the page keeps it.
func (v *pasteView) FromJSON() (string, error) {
	text, err := json.Marshal(v.From)
	return string(text), err
}

// Origin is where the list of the set comes from, into which this one goes.
func (v *pasteView) Origin() document.Origin {
	if v.Into == nil {
		return document.Origin{}
	}
	return v.Into.List.From
}

// Ask is the address that is offered to be asked: what was typed, or that of the set's list.
func (v *pasteView) Ask() string { return cmp.Or(v.Asked, v.Origin().Address) }

// HasOrigin reports whether there is something to say of the list of the set.
func (v *pasteView) HasOrigin() bool { return v.Reading == nil && !v.Origin().Read.IsZero() }

// Arrived says what the address of the set's list says otherwise; "" for nothing.
func (v *pasteView) Arrived() string {
	if v.Arrival == nil {
		return ""
	}
	return v.Arrival.Summary
}

// Columns are what the set's list calls what it says, with what that is here: "Tarif: name".
func (v *pasteView) Columns() []string {
	if v.Into == nil {
		return nil
	}
	reading := lists.Last(v.Into, intake.Options{Language: v.Site.Site.Language, Has: v.Site.Site.Has})
	if reading == nil {
		return nil
	}
	var columns []string
	for _, l := range reading.Lines {
		if l.Role != kind.SkipRole && l.Label() != "" {
			columns = append(columns, l.Label()+" → "+v.RoleLabel(l.Role))
		}
	}
	return columns
}

// setOrigin says whether the address of a set's list is read every day, or that there is none any more.
func (s *Screen) setOrigin(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	set, ok := l.Site.SetByID(r.FormValue(intoField))
	if !ok {
		s.Fail(w, r, store.ErrNotFound)
		return
	}
	from := set.List.From
	switch r.FormValue("act") {
	case "daily":
		from.Daily = true
	case "not-daily":
		from.Daily = false
	case "forget":
		from.Address, from.Daily = "", false
	case "leave":
		if err := s.Store.LeaveArrival(r.Context(), l.ID, set.ID, r.FormValue(shownField)); err != nil {
			s.Fail(w, r, err)
			return
		}
	default:
		s.Fail(w, r, &screen.BadRequest{Problem: "say what is to become of the address"})
		return
	}
	if from != set.List.From {
		again := func(w http.ResponseWriter, r *http.Request, status int, fault string) {
			view := &pasteView{}
			view.Fault = fault
			s.showPaste(w, r, status, view)
		}
		if s.PageEdit(w, r, again, document.SetOrigin{Set: set.ID, From: from}) == nil {
			return
		}
	}
	query := url.Values{"kind": {set.Kind.Name}, intoField: {set.ID}, atField: {r.FormValue(atField)}}
	http.Redirect(w, r, "/sites/"+l.ID+"/paste?"+query.Encode(), http.StatusSeeOther)
}
