package screen

import (
	"net/http"
)

// Audit writes down who did something that cannot be undone on a page, or that reaches beyond Rubrel.
func (s *Server) Audit(r *http.Request, act, site string, attributes ...any) {
	browser, _ := r.Cookie(actorCookie)
	who := ""
	if browser != nil && len(browser.Value) >= 8 {
		who = browser.Value[:8] // enough to tell browsers apart, and not enough to act as one
	}
	s.Log.InfoContext(r.Context(), "audit", append([]any{"act", act, "site", site, "browser", who, "from", r.RemoteAddr},
		attributes...)...)
}
