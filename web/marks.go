package web

import (
	"net/http"
	"slices"
	"time"

	"rubrel/core/document"
	"rubrel/core/marks"
	"rubrel/core/measure"
	"rubrel/render"
	"rubrel/store"
)

// subject is a block as its checks see it now.
func (s *Server) subject(site *document.Site, block string, now time.Time) (measure.Subject, error) {
	return render.Subject(site, s.dresses, block, now)
}

// marksView is every mark of a site, by check and block, with how many each page has.
type marksView struct {
	frame
	History store.History
	Check   string // the only check that is shown; "" for all
	Checks  checkCounts
	Many    []checkCount // the checks shown of which several can be mended at once
	Pages   []pageCount
	Blocks  []blockMarks
}

type checkCount struct {
	Check  string
	Loud   int
	Mended int // how many of those that are not quiet have a mend
}

type checkCounts []checkCount

func (c *checkCounts) count(mark marks.Mark) {
	i := slices.IndexFunc(*c, func(other checkCount) bool { return other.Check == mark.Check })
	if i < 0 {
		i = len(*c)
		*c = append(*c, checkCount{Check: mark.Check})
	}
	if mark.Quiet {
		return
	}
	(*c)[i].Loud++
	if len(mark.Mends) > 0 {
		(*c)[i].Mended++
	}
}

// Loud is how many marks there are that are not quiet.
func (c checkCounts) Loud() int {
	n := 0
	for _, one := range c {
		n += one.Loud
	}
	return n
}

// many are the checks that have several mends.
func (c checkCounts) many() []checkCount {
	return slices.DeleteFunc(slices.Clone(c), func(one checkCount) bool { return one.Mended < 2 })
}

type pageCount struct {
	Title string
	Loud  int
}

type blockMarks struct {
	ID, Name string
	Marks    []marks.Mark
}

// siteMarks lists what the checks find on every block of the site.
func (s *Server) siteMarks(w http.ResponseWriter, r *http.Request) {
	s.showMarks(w, r, http.StatusOK, "")
}

func (s *Server) showMarks(w http.ResponseWriter, r *http.Request, status int, fault string) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	f, err := s.siteFrame(r, "Marks of "+l.Site.Name, l)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	f.Back = "marks"
	view := marksView{frame: f, Check: r.FormValue("check")}
	view.Fault = fault
	found, err := s.marksOfAll(l.Site)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	loud := map[string]int{} // by block
	for i, block := range l.Site.Blocks {
		lines := blockMarks{ID: block.ID, Name: block.Name}
		for _, mark := range found[i] {
			if !mark.Quiet {
				loud[block.ID]++
			}
			if mark.Within != "" { // it is listed with its own block
				continue
			}
			view.Checks.count(mark)
			if view.Check == "" || view.Check == mark.Check {
				lines.Marks = append(lines.Marks, mark)
			}
		}
		if len(lines.Marks) > 0 {
			view.Blocks = append(view.Blocks, lines)
		}
	}
	view.Many = slices.DeleteFunc(view.Checks.many(), func(c checkCount) bool {
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
	if view.History, err = s.store.History(r.Context(), l.ID, author(w, r)); err != nil {
		s.fail(w, r, err)
		return
	}
	s.show(w, r, status, "marks.html", view)
}

// siteMend carries out one mark's mend, or says that the mark is meant so.
func (s *Server) siteMend(w http.ResponseWriter, r *http.Request) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	var change document.Change
	var err error
	if on := r.FormValue("on"); on != "" {
		change = document.Quieten{Block: r.FormValue("block"), Mark: r.FormValue("mark"), On: on == "yes",
			Accepted: document.Accepted{Measured: r.FormValue("measured"), Reason: r.FormValue("reason")}}
	} else if change, err = s.readMend(l, r); err != nil {
		status, message := explain(err)
		s.showMarks(w, r, status, message)
		return
	}
	if after := s.pageEdit(w, r, s.showMarks, change); after != nil {
		place := withQuery("/sites/"+after.ID+"/marks", "check", r.FormValue("check"))
		http.Redirect(w, r, saved(place, after), http.StatusSeeOther)
	}
}

// readMend is the mend that the page asks for: of one mark, or of every mark of a check.
func (s *Server) readMend(l *store.Loaded, r *http.Request) (document.Change, error) {
	if r.FormValue("all") == "" {
		mend, err := s.mend(l.Site, r.FormValue("block"), r.FormValue("mark"), r.FormValue("which"))
		return mend.Change, err
	}
	var blocks []string
	for _, block := range l.Site.Blocks {
		blocks = append(blocks, block.ID)
	}
	change, _, err := s.mendAll(l, blocks, r.FormValue("check"))
	return change, err
}
