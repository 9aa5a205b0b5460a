package web

import (
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"runtime/debug"
	"strconv"
	"strings"
	"time"

	"github.com/go-chi/chi/v5"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/ledger"
	"rubrel/core/look"
	"rubrel/core/marks"
	"rubrel/formats/delimited"
	"rubrel/formats/lists"
	"rubrel/render"
	"rubrel/store"
)

// benchView is the bench: one block with its ledger, and what the log offers.
type benchView struct {
	frame
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
	return defaultsAddress(v.Site.ID, v.Set.Kind.Name, v.Block.Form)
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

// checked is what the checks find on the block.
type checked struct {
	Marks   []marks.Mark
	Loud    int          // how many of the marks are not quiet
	Many    []checkCount // the checks of which several can be mended at once
	Address string       // where they are to be asked for, as they are not found yet; "" where they are
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
func (s *Server) bench(w http.ResponseWriter, r *http.Request) {
	l, block := s.loadBlock(w, r)
	if l == nil {
		return
	}
	soon := s.soonChecked(l, block.ID)
	view, err := s.benchView(w, r, l, block)
	if err == nil {
		view.checked, err = soon()
	}
	if err == nil {
		view.Next, err = s.store.NextRelease(r.Context(), l.ID)
	}
	if err == nil {
		view.Arrival, err = s.arrivalOf(r.Context(), l, view.Set)
	}
	if err != nil {
		s.fail(w, r, err)
		return
	}
	s.show(w, r, http.StatusOK, "bench.html", view)
}

// live sends the parts of the bench that follow the document.
func (s *Server) live(w http.ResponseWriter, r *http.Request) {
	if l := s.load(w, r); l != nil {
		s.sendLive(w, r, l, "", nil)
	}
}

// marks sends what the checks find on the block as it is now. A bench asks for it when its proof shows an edit: nobody
// waits for the marks who tries values.
func (s *Server) marks(w http.ResponseWriter, r *http.Request) {
	l, block := s.loadBlock(w, r)
	if l == nil {
		return
	}
	found, err := s.checked(l, block.ID)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	s.show(w, r, http.StatusOK, "checked", struct {
		Site *store.Loaded
		*checked
	}{l, found})
}

// marksPatience is how long a page waits for the marks of its block: the page comes before them where there are many
// records.
const marksPatience = 200 * time.Millisecond

// soonChecked begins to check a block. What it returns waits for what is found, but not for long: later it is at an
// address.
func (s *Server) soonChecked(l *store.Loaded, block string) func() (*checked, error) {
	type answer struct {
		found *checked
		err   error
	}
	done, late := make(chan answer, 1), time.After(marksPatience)
	go func() {
		var a answer
		defer func() {
			if trouble := recover(); trouble != nil { // no handler is around it that would
				a.err = fmt.Errorf("checking %s of %s: %v\n%s", block, l.ID, trouble, debug.Stack())
			}
			done <- a
		}()
		a.found, a.err = s.checked(l, block)
	}()
	return func() (*checked, error) {
		select {
		case a := <-done:
			return a.found, a.err
		case <-late:
			return &checked{Address: "/sites/" + l.ID + "/blocks/" + block + "/marks"}, nil
		}
	}
}

func (s *Server) checked(l *store.Loaded, block string) (*checked, error) {
	return s.found.of(l, block, func(now time.Time) (*checked, error) {
		subject, err := s.subject(l.Site, block, now)
		if err != nil {
			return nil, err
		}
		found := &checked{Marks: marks.Of(subject, &s.outlines)}
		mends := checkCounts{}
		for _, mark := range found.Marks {
			if !mark.Quiet {
				found.Loud++
			}
			if mark.Within == "" {
				mends.count(mark)
			}
		}
		found.Many = mends.many()
		return found, nil
	})
}

func (s *Server) benchView(w http.ResponseWriter, r *http.Request, l *store.Loaded,
	block *document.Block) (*benchView, error) {
	by := author(w, r)
	shown := shownOf(r)
	view := &benchView{frame: s.newFrame(r, block.Name)}
	view.Site = l
	var err error
	if view.sharedView, err = s.ledgers.of(l, viewOf(block.ID, shown), func(time.Time) (*sharedView, error) {
		return s.sharedView(l, block, shown)
	}); err != nil {
		return nil, err
	}
	view.History, view.Clashes, view.Waiting, err = s.store.Standing(r.Context(), l.ID, by, shownClashes)
	return view, err
}

// sharedView lays out what many pages share.
func (s *Server) sharedView(l *store.Loaded, block *document.Block, shown ledger.Shown) (*sharedView, error) {
	set := l.Site.SetOf(block)
	cascade, tokens, err := render.Cascade(l.Site, s.dresses, block.ID)
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
func (s *Server) sendLive(w http.ResponseWriter, r *http.Request, l *store.Loaded, said string, failure error,
	refused ...ledger.Refusal) {
	block, ok := l.Site.BlockByID(chi.URLParam(r, "block"))
	if !ok {
		s.fail(w, r, store.ErrNotFound)
		return
	}
	view, err := s.benchView(w, r, l, block)
	if err == nil {
		view.Drawing, err = s.draw(view.sharedView, s.drawn(r, l))
	}
	if err != nil {
		s.fail(w, r, err)
		return
	}
	view.Said, view.Drawing.Refused = said, refused
	var other *ledger.OtherListError
	view.Drawing.OtherList = errors.As(failure, &other)
	status := http.StatusOK
	if failure != nil {
		status, view.Said = explain(failure)
		view.Failed = true
	}
	trigger, err := json.Marshal(map[string]any{"rubrel:live": map[string]any{"version": l.Version,
		"failed": view.Failed}})
	if err != nil {
		s.fail(w, r, err)
		return
	}
	w.Header().Set("HX-Trigger", string(trigger))
	s.show(w, r, status, "live", view)
}

// drawn is what the page that asks has drawn of its ledger already; nil where that is not known any more.
func (s *Server) drawn(r *http.Request, l *store.Loaded) *ledger.Grid {
	version, err := strconv.ParseInt(r.FormValue("drawn"), 10, 64)
	if err != nil {
		return nil
	}
	if view, ok := s.ledgers.was(l.ID, r.FormValue("view"), version); ok {
		return view.Grid
	}
	return nil
}

// edit carries out one act on the block and answers with the fragments that follow the document.
func (s *Server) edit(w http.ResponseWriter, r *http.Request) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	by := author(w, r)
	if err := s.store.TakenBefore(r.Context(), l.ID, by); err != nil {
		s.sendTaken(w, r, l, err)
		return
	}
	switch act := r.FormValue("act"); act {
	case "undo", "redo":
		walk := s.store.Undo
		if act == "redo" {
			walk = s.store.Redo
		}
		after, walked, err := walk(r.Context(), l.ID, by)
		switch {
		case after == nil:
			s.sendLive(w, r, l, "", err)
		case err != nil || walked.Stands != "":
			s.sendLive(w, r, after, walked.Stands+".", err)
		default:
			s.sendLive(w, r, after, map[string]string{"undo": "Undone: ", "redo": "Done again: "}[act]+walked.Label, nil)
		}
		return
	}
	base, err := strconv.ParseInt(r.FormValue("version"), 10, 64)
	if err != nil {
		s.sendLive(w, r, l, "", &document.Fault{Problem: "the edit does not say which version it was made on; reload the " +
			"page"})
		return
	}
	did, err := s.readAct(l, by.Scope, r)
	if err != nil {
		s.sendLive(w, r, l, "", err, did.Refused...)
		return
	}
	after, err := s.store.Edit(r.Context(), l.ID, by, base, did.Change)
	if err != nil {
		s.sendLive(w, r, l, did.Said, err)
		return
	}
	s.sendLive(w, r, after, did.Said, nil, did.Refused...)
}

// sendTaken answers an edit that was sent again with the document as it is; any other error is one.
func (s *Server) sendTaken(w http.ResponseWriter, r *http.Request, l *store.Loaded, err error) {
	if errors.Is(err, store.ErrTakenBefore) {
		s.sendLive(w, r, l, "", nil)
		return
	}
	s.fail(w, r, err)
}

// act is what a designer did: a change, what is said of it, and the cells that did not take what they were given.
type act struct {
	Change  document.Change
	Said    string
	Refused []ledger.Refusal
}

// readAct reads what the designer did as a change.
func (s *Server) readAct(l *store.Loaded, blockID string, r *http.Request) (act, error) {
	block, ok := l.Site.BlockByID(blockID)
	if !ok {
		return act{}, &document.Fault{Problem: "this block has been removed"}
	}
	value := r.FormValue
	set := block.SetID
	switch value("act") {
	case "cells":
		return readCells(l.Site, block, value("cells"))
	case "paste":
		return s.readPaste(l.Site, block, r)
	case "add":
		return act{Change: document.AddRecord{Set: set, After: value("after")}}, nil
	case "duplicate":
		return act{Change: document.AddRecord{Set: set, Copy: value("record")}}, nil
	case "remove":
		return act{Change: document.RemoveRecord{Set: set, Record: value("record")}}, nil
	case "move":
		return act{Change: document.MoveRecord{Set: set, Record: value("record"), After: value("after")}}, nil
	case "feature":
		return act{Change: document.FeatureRecord{Set: set, Record: value("record"), On: value("on") == "yes",
			Only: true}}, nil
	case "item-add":
		return act{Change: document.AddItem{Set: set, Axis: value("axis"), After: value("after"), Text: value("text")}}, nil
	case "item-duplicate":
		return act{Change: document.AddItem{Set: set, Axis: value("axis"), Copy: value("item")}}, nil
	case "item-remove":
		return act{Change: document.RemoveItem{Set: set, Axis: value("axis"), Item: value("item")}}, nil
	case "item-move":
		return act{Change: document.MoveItem{Set: set, Axis: value("axis"), Item: value("item"), After: value("after")}}, nil
	case "form":
		return act{Change: document.SetForm{Block: block.ID, Form: value("form")}}, nil
	case "lift":
		key, err := look.ParseKey(value("key"))
		return act{Change: document.Lift{Block: block.ID, Key: key}}, faulted(err)
	case "paste-look":
		return act{Change: document.PasteLook{Block: block.ID, Record: value("record"), FromBlock: value("block"),
			From: value("from")}}, nil
	case "mend":
		mend, err := s.mend(l.Site, block.ID, value("mark"), value("which"))
		return act{Change: mend.Change, Said: "Mended: " + mend.Label + "."}, err
	case "mend-all":
		change, count, err := s.mendAll(l, []string{block.ID}, value("check"))
		return act{Change: change, Said: fmt.Sprintf("Mended: %d of %s.", count, value("check"))}, err
	case "quieten":
		return act{Change: document.Quieten{Block: block.ID, Mark: value("mark"), On: value("on") == "yes",
			Accepted: document.Accepted{Measured: value("measured"), Reason: value("reason")}}}, nil
	case "take":
		change, said, err := s.readProposal(l, block, value("source"), value("answer"), strings.Fields(value("lines")))
		return act{Change: change, Said: said}, err
	case "even":
		return act{Change: document.EvenOut{Block: block.ID, Part: value("part"), Property: value("property")}}, nil
	}
	return act{}, &document.Fault{Problem: "Rubrel does not know this act: " + value("act")}
}

func faulted(err error) error {
	if err == nil {
		return nil
	}
	return &document.Fault{Problem: err.Error()}
}

// readCells reads the cells that were typed, cleared or toggled: JSON, because there may be a rectangle of them.
func readCells(site *document.Site, block *document.Block, text string) (act, error) {
	var cells []struct{ At, Text string }
	if err := json.Unmarshal([]byte(text), &cells); err != nil || len(cells) == 0 {
		return act{}, &document.Fault{Problem: "the edit names no cell"}
	}
	var changes []document.Change
	for _, cell := range cells {
		change, err := ledger.Change(block, cell.At, cell.Text, kind.Typing{Language: site.Language})
		if err != nil {
			return act{}, faulted(err)
		}
		changes = append(changes, change)
	}
	if len(changes) == 1 {
		return act{Change: changes[0]}, nil
	}
	name := "clear " + strconv.Itoa(len(changes)) + " cells"
	change, said, err := sound(site, document.Batch{Name: name, Changes: changes})
	return act{Change: change, Said: said}, err
}

// readPaste lays a copied rectangle over the grid. What a cell does not take stays beside it until it is corrected.
func (s *Server) readPaste(site *document.Site, block *document.Block, r *http.Request) (act, error) {
	table, err := delimited.ReadTabs([]byte(r.FormValue("text")))
	if err != nil {
		return act{}, faulted(err)
	}
	cascade, tokens, err := render.Cascade(site, s.dresses, block.ID)
	if err != nil {
		return act{}, err
	}
	grid, err := ledger.Build(site, block, cascade, tokens, shownOf(r).Everything())
	if err != nil {
		return act{}, err
	}
	pasted, err := grid.Paste(site, block, r.FormValue("at"), table.Rows)
	var other *ledger.OtherListError
	if errors.As(err, &other) {
		return act{}, err
	}
	if err != nil {
		return act{}, faulted(err)
	}
	did := act{Change: pasted.Batch, Refused: pasted.Refused}
	for i, refused := range pasted.Refused {
		if i == mostRefusedSaid {
			did.Said += fmt.Sprintf("And %d more. ", len(pasted.Refused)-i)
			break
		}
		did.Said += sentence(refused.Why) + " "
	}
	if pasted.Left > 0 {
		did.Said += strconv.Itoa(pasted.Left) + " values had no cell to go to and were left out. "
	}
	if len(pasted.Batch.Changes) == 0 {
		return did, &document.Fault{Problem: did.Said}
	}
	return did, nil
}

// mostRefusedSaid is of how many refused cells it is said why.
const mostRefusedSaid = 3

// sound keeps the changes of a batch that hold and says which do not.
func sound(site *document.Site, batch document.Batch) (document.Change, string, error) {
	kept := document.Batch{Name: batch.Name}
	said := ""
	faults := 0
	for _, change := range batch.Changes {
		if _, err := change.Plan(site); err != nil {
			faults++
			if faults <= 3 {
				_, message := explain(err)
				said += change.Label(site) + ": " + message + ". "
			}
			continue
		}
		kept.Changes = append(kept.Changes, change)
	}
	if faults > 3 {
		said += "And " + strconv.Itoa(faults-3) + " more. "
	}
	if faults > 0 && len(kept.Changes) == 0 {
		return nil, "", &document.Fault{Problem: said}
	}
	return kept, said, nil
}

// settle ends a clash by one of its two values.
func (s *Server) settle(w http.ResponseWriter, r *http.Request) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	after, err := s.settleBy(r, l.ID, author(w, r), chi.URLParam(r, "clash"))
	if after == nil {
		after = l
	}
	if err != nil {
		s.sendLive(w, r, after, "", err)
		return
	}
	s.sendLive(w, r, after, "Settled.", nil)
}
