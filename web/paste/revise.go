package paste

import (
	"cmp"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/document"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/store"
	"rubrel/web/screen"
)

// The names of the paste screen's fields with which a list is taken into a set that there is: the set, the block at
// which that is done, for each difference whether it has been shown and is taken, and with what a record of the list
// was matched.
const (
	intoField    = "into"
	atField      = "at"
	offeredField = "offered"
	takenField   = "take"
	matchField   = "match:"
)

// target is a set into which a list can be read.
type target struct {
	Set    *document.Set
	Blocks []*document.Block // that show it, by their order
}

// targetsOf are the sets of a kind, that of the block from which the designer comes first.
func targetsOf(site *document.Site, k *kind.Kind, at string) []target {
	var targets []target
	for i := range site.Sets {
		set := &site.Sets[i]
		if set.Kind.Name == k.Name {
			targets = append(targets, target{set, site.BlocksOf(set.ID)})
		}
	}
	slices.SortStableFunc(targets, func(a, b target) int { return -cmp.Compare(a.shown(at), b.shown(at)) })
	return targets
}

// shown is 1 where a block shows the set.
func (t target) shown(block string) int {
	if slices.ContainsFunc(t.Blocks, func(b *document.Block) bool { return b.ID == block }) {
		return 1
	}
	return 0
}

// Name is what the screen calls it: as its first block is called.
func (t target) Name() string {
	if len(t.Blocks) > 0 {
		return t.Blocks[0].Name
	}
	return t.Set.Name
}

// saidMatches are the corrections of which record is which.
func (v *pasteView) saidMatches(r *http.Request) map[string]string {
	matches := map[string]string{}
	for name, said := range r.Form {
		if id, ok := strings.CutPrefix(name, saidField+matchField); ok {
			matches[id] = said[0]
		}
	}
	for name, chosen := range r.Form {
		if id, ok := strings.CutPrefix(name, answerField+matchField); ok && r.FormValue(wasField+matchField+id) != chosen[0] {
			matches[id] = chosen[0]
		}
	}
	return matches
}

// revise lays what was read beside the set into which it goes.
func (v *pasteView) revise(r *http.Request, revision *intake.Revision, matches map[string]string) {
	v.Revision = revision
	for _, record := range v.Reading.Set.Records {
		if to, ok := matches[record.ID]; ok {
			v.SaidMatches = append(v.SaidMatches, match{ID: record.ID, To: to})
		}
	}
	offered, taken := r.Form[offeredField], r.Form[takenField]
	v.Chosen = map[string]bool{}
	for _, d := range v.Revision.Differences {
		take := !d.Left
		if slices.Contains(offered, d.Key) {
			take = slices.Contains(taken, d.Key)
		}
		v.Chosen[d.Key] = take
	}
}

// match is a record of a list with the record of the set that it is; "" for none.
type match struct{ ID, Name, To string }

// Matches are the records of the list with those of the set that they are taken for.
func (v pasteView) Matches() []match {
	var all []match
	for _, r := range v.Reading.Set.Records {
		all = append(all, match{r.ID, kind.Text(r.Facts, v.Naming()), v.Revision.Matches[r.ID]})
	}
	return all
}

// Renamed reports whether a match is one that somebody may want to see: of another name, or corrected.
func (v pasteView) Renamed(m match) bool {
	if slices.ContainsFunc(v.SaidMatches, func(said match) bool { return said.ID == m.ID }) {
		return true
	}
	record, ok := v.Into.RecordByID(m.To)
	return ok && !strings.EqualFold(kind.Text(record.Facts, v.Naming()), m.Name)
}

// pasteTake takes what is chosen of a list into the set that there is: one change, which one step takes back.
func (s *Screen) pasteTake(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	view, err := s.readPasted(r, l.Site)
	switch {
	case err != nil:
	case view.Revision == nil:
		err = &screen.BadRequest{Problem: "the list into which this one goes is no longer there: choose another, " +
			"or make a new block"}
	default:
		err = view.foundAny()
	}
	again := func(status int, fault string) {
		view.Fault = fault
		s.showPaste(w, r, status, view)
	}
	if err != nil {
		again(explainPaste(err))
		return
	}
	to := view.Revision.Taken(func(d intake.Difference) bool { return view.Chosen[d.Key] })
	changes, err := s.heldPictures(r.Context(), to, view.Held)
	if err != nil {
		again(explainPaste(err))
		return
	}
	revise := document.Revise{Set: view.Into.ID, To: to, List: view.taken(to)}
	var change document.Change = revise
	if len(changes) > 0 {
		change = document.Batch{Name: revise.Label(l.Site), Changes: append(changes, change)}
	}
	base, err := strconv.ParseInt(r.FormValue("version"), 10, 64)
	if err != nil || base > l.Version {
		again(http.StatusUnprocessableEntity, "The page does not say which version it was filled in on: read the list again.")
		return
	}
	block := view.At
	if blocks := l.Site.BlocksOf(view.Into.ID); block == "" && len(blocks) > 0 {
		block = blocks[0].ID
	}
	by := screen.Author(w, r)
	by.Scope = block // so that undo at the bench, to which this leads, takes it back
	if _, err := s.Store.Edit(r.Context(), l.ID, by, base, change); err != nil {
		again(screen.Explain(err))
		return
	}
	if view.From.Address != "" {
		// Where this fails it has been taken all the same, and is offered once more.
		if err := s.Store.LeaveArrival(r.Context(), l.ID, view.Into.ID, store.HashOf(view.Text)); err != nil {
			s.Log.WarnContext(r.Context(), "arrival", "site", l.ID, "set", view.Into.ID, "error", err)
		}
	}
	place := "/sites/" + l.ID + "/"
	if block != "" {
		place += "blocks/" + block + "/"
	}
	http.Redirect(w, r, place, http.StatusSeeOther)
}
