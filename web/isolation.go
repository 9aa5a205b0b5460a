package web

import (
	"net/http"
)

// isolated refuses what pages of other origins have a browser fetch from here, so that none of them makes Rubrel work:
// links lead here, and nothing else does. Programs that are no browsers say nothing of it (W3C Fetch Metadata Request
// Headers, resource isolation policy).
func isolated(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		switch r.Header.Get("Sec-Fetch-Site") {
		case "", "same-origin", "none":
		default:
			isLink := r.Method == http.MethodGet && r.Header.Get("Sec-Fetch-Mode") == "navigate" &&
				r.Header.Get("Sec-Fetch-Dest") == "document"
			if !isLink {
				http.Error(w, "another site asks for this", http.StatusForbidden)
				return
			}
		}
		next.ServeHTTP(w, r)
	})
}
