package releases

import (
	"fmt"
	"net/http"
	"strconv"
	"strings"
	"time"

	"github.com/go-chi/chi/v5"

	"rubrel/core/dates"
	"rubrel/core/document"
	"rubrel/store"
	"rubrel/web/screen"
)

// changesView is what a site's lists say otherwise than a release did, or between two releases: for paper, and for a
// client.
type changesView struct {
	screen.Frame
	Since, Until int    // releases; Until is 0 for what the site says now
	Day          string // of release Since
	Unknown      bool   // what the release was made of is not known
	Changes      []changed
}

// Heading names the page.
func (v changesView) Heading() string {
	heading := fmt.Sprintf("What changed since release %d of %s", v.Since, v.Day)
	if v.Until > 0 {
		heading += fmt.Sprintf(", up to release %d", v.Until)
	}
	return heading
}

// changes shows what changed since a release.
func (s *Screen) changes(w http.ResponseWriter, r *http.Request) {
	if view := s.changesView(w, r); view != nil {
		s.Show(w, r, http.StatusOK, "changes.html", view)
	}
}

// changesText is changes as a text that can be sent.
func (s *Screen) changesText(w http.ResponseWriter, r *http.Request) {
	view := s.changesView(w, r)
	if view == nil {
		return
	}
	var text strings.Builder
	fmt.Fprintf(&text, "%s: %s\r\n", view.Site.Site.Name, view.Heading())
	for _, c := range view.Changes {
		fmt.Fprintf(&text, "\r\n%s\r\n", c.Of)
		for _, line := range c.Lines {
			fmt.Fprintf(&text, "- %s\r\n", line)
		}
	}
	if len(view.Changes) == 0 {
		text.WriteString("\r\nNothing has changed.\r\n")
	}
	screen.SendFile(w, "text/plain; charset=utf-8", fmt.Sprintf("%s-since-%d.txt", view.Site.ID, view.Since),
		[]byte(text.String()))
}

// changesView compares the release of the address with the one asked for, or with the site as it is; nil where an
// answer has been given.
func (s *Screen) changesView(w http.ResponseWriter, r *http.Request) *changesView {
	l := s.Load(w, r)
	if l == nil {
		return nil
	}
	view, err := s.compared(r, l)
	if err != nil {
		s.Fail(w, r, err)
		return nil
	}
	return view
}

func (s *Screen) compared(r *http.Request, l *store.Loaded) (*changesView, error) {
	since, err := strconv.Atoi(chi.URLParam(r, "number"))
	if err != nil {
		return nil, store.ErrNotFound
	}
	view := &changesView{Since: since}
	was, at, err := s.Store.Released(r.Context(), l.ID, since)
	if err != nil {
		return nil, err
	}
	view.Day = dates.Long(at.In(time.Local), l.Site.Language)
	is := l.Site
	if until := r.FormValue("until"); until != "" {
		if view.Until, err = strconv.Atoi(until); err != nil {
			return nil, store.ErrNotFound
		}
		if is, _, err = s.Store.Released(r.Context(), l.ID, view.Until); err != nil {
			return nil, err
		}
	}
	if view.Unknown = was == nil || is == nil; !view.Unknown {
		view.Changes = grouped(document.ListDifferences(was, is), 0)
	}
	if view.Frame, err = s.SiteFrame(r, view.Heading(), l); err != nil {
		return nil, err
	}
	return view, nil
}

// grouped are differences by what they are of, at most so many of each; 0 for all.
func grouped(all []document.Difference, most int) []changed {
	var groups []changed
	at := map[string]int{}
	for _, d := range all {
		i, ok := at[d.Of]
		if !ok {
			i = len(groups)
			at[d.Of] = i
			groups = append(groups, changed{Of: d.Of})
		}
		if c := &groups[i]; most == 0 || len(c.Lines) < most {
			c.Lines = append(c.Lines, d)
		} else {
			c.More++
		}
	}
	return groups
}
