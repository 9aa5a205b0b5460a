package sites

import (
	"net/http"
	"slices"

	"rubrel/core/document"
	"rubrel/store"
	"rubrel/web/screen"
)

// marksView is every mark of a site, by check and block, with how many each page has.
type marksView struct {
	screen.Frame
	History store.History
	Check   string // the only check that is shown; "" for all
	Checks  screen.CheckCounts
	Many    []screen.CheckCount // the checks shown of which several can be mended at once
	Pages   []pageCount
	Blocks  []screen.BlockMarks
}

type pageCount struct {
	Title string
	Loud  int
}

// marksPath is the path of the marks within a site.
const marksPath = "marks"

// siteMarks lists what the checks find on every block of the site.
func (s *Screen) siteMarks(w http.ResponseWriter, r *http.Request) {
	s.showMarks(w, r, http.StatusOK, "")
}

func (s *Screen) showMarks(w http.ResponseWriter, r *http.Request, status int, fault string) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	f, err := s.SiteFrame(r, "Marks of "+l.Site.Name, l)
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	f.Back = marksPath
	view := marksView{Frame: f, Check: r.FormValue("check")}
	view.Fault = fault
	found, err := s.MarksOfAll(l.Site)
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	loud := map[string]int{} // by block
	for i, block := range l.Site.Blocks {
		lines := screen.BlockMarks{ID: block.ID, Name: block.Name}
		for _, mark := range found[i] {
			if !mark.Quiet {
				loud[block.ID]++
			}
			if mark.Within != "" { // it is listed with its own block
				continue
			}
			view.Checks.Count(mark)
			if view.Check == "" || view.Check == mark.Check {
				lines.Marks = append(lines.Marks, mark)
			}
		}
		if len(lines.Marks) > 0 {
			view.Blocks = append(view.Blocks, lines)
		}
	}
	view.Many = slices.DeleteFunc(view.Checks.Many(), func(c screen.CheckCount) bool {
		return view.Check != "" && view.Check != c.Check
	})
	for _, page := range l.Site.Pages {
		count := pageCount{Title: page.Title}
		for _, band := range page.Bands {
			for _, id := range band.Blocks {
				count.Loud += loud[id]
			}
		}
		view.Pages = append(view.Pages, count)
	}
	if view.History, err = s.Store.History(r.Context(), l.ID, screen.Author(w, r)); err != nil {
		s.Fail(w, r, err)
		return
	}
	s.Show(w, r, status, "marks.html", view)
}

// siteMend carries out one mark's mend, or says that the mark is meant so.
func (s *Screen) siteMend(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	var change document.Change
	var err error
	if on := r.FormValue("on"); on != "" {
		change = document.Quieten{Block: r.FormValue("block"), Mark: r.FormValue("mark"), On: on == "yes",
			Accepted: document.Accepted{Measured: r.FormValue("measured"), Reason: r.FormValue("reason")}}
	} else if change, err = s.readMend(l, r); err != nil {
		status, message := screen.Explain(err)
		s.showMarks(w, r, status, message)
		return
	}
	if after := s.PageEdit(w, r, s.showMarks, change); after != nil {
		place := screen.WithQuery("/sites/"+after.ID+"/marks", "check", r.FormValue("check"))
		http.Redirect(w, r, screen.Saved(place, after), http.StatusSeeOther)
	}
}

// readMend is the mend that the page asks for: of one mark, or of every mark of a check.
func (s *Screen) readMend(l *store.Loaded, r *http.Request) (document.Change, error) {
	if r.FormValue("all") == "" {
		mend, err := s.Mend(l.Site, r.FormValue("block"), r.FormValue("mark"), r.FormValue("which"))
		return mend.Change, err
	}
	var blocks []string
	for _, block := range l.Site.Blocks {
		blocks = append(blocks, block.ID)
	}
	change, _, err := s.MendAll(l, blocks, r.FormValue("check"))
	return change, err
}
