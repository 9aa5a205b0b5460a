package web

import (
	"io"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"testing/synctest"
	"time"
)

// slowBody comes in pieces, a while apart.
type slowBody struct {
	pieces []string
	apart  time.Duration
}

func (b *slowBody) Read(p []byte) (int, error) {
	if len(b.pieces) == 0 {
		return 0, io.EOF
	}
	time.Sleep(b.apart)
	n := copy(p, b.pieces[0])
	b.pieces = b.pieces[1:]
	return n, nil
}

// What comes slowly over a slow network does not use up the time that the database has to answer.
func TestSlowBody(t *testing.T) {
	t.Parallel()
	synctest.Test(t, func(t *testing.T) {
		s := &Server{}
		reached := false
		handler := s.edge(http.HandlerFunc(func(_ http.ResponseWriter, r *http.Request) {
			reached = true
			deadline, ok := r.Context().Deadline()
			if left := time.Until(deadline); !ok || left != patience || r.FormValue("name") != "Saltline" {
				t.Errorf("%v are left for %q", left, r.FormValue("name"))
			}
		}))
		body := &slowBody{strings.Split("name=Saltline", ""), patience / 4}
		request := httptest.NewRequest(http.MethodPost, "/sites", body)
		request.Header.Set("Content-Type", "application/x-www-form-urlencoded")
		handler.ServeHTTP(httptest.NewRecorder(), request)
		if !reached {
			t.Error("the request was given up")
		}
	})
}
