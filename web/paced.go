package web

import (
	"net/http"
	"time"
)

// pacedPiece is how much of an answer a client takes within bodySilence, in bytes.
const pacedPiece = 64 << 10

// paced leaves clients that send half a body, or do not read their answer: neither holds its connection for longer than
// some silence.
func paced(silence time.Duration) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			control := http.NewResponseController(w)
			_ = control.SetWriteDeadline(time.Time{}) // that of the request before
			if r.ContentLength != 0 {
				// of a body that nobody reads, too: the server takes it off the connection; who reads it says more
				_ = control.SetReadDeadline(time.Now().Add(silence))
			}
			next.ServeHTTP(&pacedWriter{w, control, silence}, r)
		})
	}
}

// pacedWriter writes in pieces, each of which must be taken in time.
type pacedWriter struct {
	http.ResponseWriter
	control *http.ResponseController
	silence time.Duration
}

// Unwrap is for http.ResponseController.
func (w *pacedWriter) Unwrap() http.ResponseWriter { return w.ResponseWriter }

func (w *pacedWriter) Write(p []byte) (written int, err error) {
	for {
		_ = w.control.SetWriteDeadline(time.Now().Add(w.silence))
		n, err := w.ResponseWriter.Write(p[:min(len(p), pacedPiece)])
		written += n
		if p = p[n:]; err != nil || len(p) == 0 {
			return written, err
		}
	}
}

// Flush writes what is written.
func (w *pacedWriter) Flush() {
	_ = w.control.SetWriteDeadline(time.Now().Add(w.silence))
	_ = w.control.Flush() // the client has gone if this fails
}
