package bench

import (
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"strconv"
	"strings"
	"time"

	"github.com/go-chi/chi/v5"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/ledger"
	"rubrel/core/look"
	"rubrel/formats/lists"
	"rubrel/render"
	"rubrel/store"
	"rubrel/web/screen"
)

// benchView is the bench: one block with its ledger, and what the log offers.
type benchView struct {
	screen.Frame
	*sharedView
	*checked
	History store.History
	Next    int // the number the next release will have
	// Arrival is what the address of the set's list said last; nil where none is read every day.
	Arrival *store.Arrival
	Said    string
	Failed  bool
	Drawing *drawing
}

// Defaults is the address of what every block of the kind follows.
func (v *benchView) Defaults() string {
	return screen.DefaultsAddress(v.Site.ID, v.Set.Kind.Name, v.Block.Form)
}

// sharedView is what of a bench is the same on every page that shows the same of the block.
type sharedView struct {
	Block   *document.Block
	Set     *document.Set
	Grid    *ledger.Grid
	View    string // names what is shown of the block
	Widths  look.Widths
	Sources []kind.Source
}

// Joins are the extensions of the files of which several are one list.
func (v *sharedView) Joins() string {
	if v.Set.Kind.Intake == nil {
		return ""
	}
	return strings.Join(lists.PartialExtensions(v.Set.Kind), ",")
}

// Axes lists the axes whose items can be added.
func (v *sharedView) Axes() []kind.Axis { return v.Set.Kind.Axes }

// bench shows the whole screen.
func (s *Screen) bench(w http.ResponseWriter, r *http.Request) {
	l, block := s.LoadBlock(w, r)
	if l == nil {
		return
	}
	soon := s.soonChecked(l, block.ID)
	view, err := s.benchView(w, r, l, block)
	if err == nil {
		view.checked, err = soon()
	}
	if err == nil {
		view.Next, err = s.Store.NextRelease(r.Context(), l.ID)
	}
	if err == nil {
		view.Arrival, err = s.ArrivalOf(r.Context(), l, view.Set)
	}
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	s.Show(w, r, http.StatusOK, "bench.html", view)
}

// live sends the parts of the bench that follow the document.
func (s *Screen) live(w http.ResponseWriter, r *http.Request) {
	if l := s.Load(w, r); l != nil {
		s.sendLive(w, r, l, "", nil)
	}
}

func (s *Screen) benchView(w http.ResponseWriter, r *http.Request, l *store.Loaded,
	block *document.Block) (*benchView, error) {
	by := screen.Author(w, r)
	shown := shownOf(r)
	view := &benchView{Frame: s.NewFrame(r, block.Name)}
	view.Site = l
	var err error
	if view.sharedView, err = s.ledgers.Of(l, viewOf(block.ID, shown), func(time.Time) (*sharedView, error) {
		return s.sharedView(l, block, shown)
	}); err != nil {
		return nil, err
	}
	view.History, view.Clashes, view.Waiting, err = s.Store.Standing(r.Context(), l.ID, by, screen.ShownClashes)
	return view, err
}

// sharedView lays out what many pages share.
func (s *Screen) sharedView(l *store.Loaded, block *document.Block, shown ledger.Shown) (*sharedView, error) {
	set := l.Site.SetOf(block)
	cascade, tokens, err := render.Cascade(l.Site, s.Dresses, block.ID)
	if err != nil {
		return nil, err
	}
	grid, err := ledger.Build(l.Site, block, cascade, tokens, shown)
	if err != nil {
		return nil, err
	}
	return &sharedView{Block: block, Set: set, Grid: grid, View: viewOf(block.ID, shown), Widths: l.Site.Widths,
		Sources: s.sourcesOf(set)}, nil
}

// shownOf is what of the ledger a request is about.
func shownOf(r *http.Request) ledger.Shown {
	shown := ledger.Shown{Part: r.FormValue("part"), Width: r.FormValue("width"), State: look.State(r.FormValue("state")),
		Default: !r.Form.Has("open"), Rows: windowOf(r.FormValue("rows")), Columns: windowOf(r.FormValue("columns")),
		Record: r.FormValue("shown-record"), Look: r.FormValue("shown-look") != ""}
	for name := range strings.SplitSeq(r.FormValue("open"), ",") {
		shown.Open = append(shown.Open, name)
	}
	return shown
}

// windowOf reads "16-32"; what is none is the window where nobody says one.
func windowOf(text string) ledger.Window {
	first, end, _ := strings.Cut(text, "-")
	from, fromErr := strconv.Atoi(first)
	to, toErr := strconv.Atoi(end)
	if fromErr != nil || toErr != nil || from < 0 || to <= from {
		return ledger.Window{}
	}
	return ledger.Window{From: from, To: to}
}

// viewOf names what is shown of a block among all that can be shown of a site.
func viewOf(block string, v ledger.Shown) string {
	return strings.Join([]string{block, v.Part, v.Width, string(v.State), strconv.FormatBool(v.Default),
		strings.Join(v.Open, ","), fmt.Sprint(v.Rows, v.Columns, v.Look), v.Record}, "|")
}

// sendLive answers an edit with the fragments that changed, or says why nothing did; and with the cells that did not
// take what they were given.
func (s *Screen) sendLive(w http.ResponseWriter, r *http.Request, l *store.Loaded, said string, failure error,
	refused ...ledger.Refusal) {
	block, ok := l.Site.BlockByID(chi.URLParam(r, "block"))
	if !ok {
		s.Fail(w, r, store.ErrNotFound)
		return
	}
	view, err := s.benchView(w, r, l, block)
	if err == nil {
		view.Drawing, err = s.draw(view.sharedView, s.drawn(r, l))
	}
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	view.Said, view.Drawing.Refused = said, refused
	var other *ledger.OtherListError
	view.Drawing.OtherList = errors.As(failure, &other)
	status := http.StatusOK
	if failure != nil {
		status, view.Said = screen.Explain(failure)
		view.Failed = true
	}
	trigger, err := json.Marshal(map[string]any{"rubrel:live": map[string]any{"version": l.Version,
		"failed": view.Failed}})
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	w.Header().Set("HX-Trigger", string(trigger))
	s.Show(w, r, status, "live", view)
}

// drawn is what the page that asks has drawn of its ledger already; nil where that is not known any more.
func (s *Screen) drawn(r *http.Request, l *store.Loaded) *ledger.Grid {
	version, err := strconv.ParseInt(r.FormValue("drawn"), 10, 64)
	if err != nil {
		return nil
	}
	if view, ok := s.ledgers.Was(l.ID, r.FormValue("view"), version); ok {
		return view.Grid
	}
	return nil
}
