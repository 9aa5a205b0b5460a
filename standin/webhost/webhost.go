// Package webhost is a stand-in for a client's web host: a folder that takes files by WebDAV from those who know
// the password, and shows them to everybody as a plain static site. It is not meant to face a network.
package webhost

import (
	"crypto/subtle"
	"log/slog"
	"net/http"
	"os"
	"path"
	"strings"

	"golang.org/x/net/webdav"
)

// Username and Password open the stand-in. They are no secret: it binds to loopback and holds invented data.
const (
	Username = "designer"
	Password = "stand-in"
)

// New serves a folder: WebDAV below /dav/, the site itself everywhere else.
func New(folder string) http.Handler {
	dav := &webdav.Handler{
		Prefix: "/dav", FileSystem: webdav.Dir(folder), LockSystem: webdav.NewMemLS(),
		Logger: func(r *http.Request, err error) {
			if err != nil && !os.IsNotExist(err) && !os.IsExist(err) {
				slog.Warn("web host stand-in", "method", r.Method, "path", r.URL.Path, "error", err)
			}
		},
	}
	files := http.FileServer(http.Dir(folder))
	mux := http.NewServeMux()
	mux.Handle("/dav/", authorised(dav))
	mux.HandleFunc("/", func(w http.ResponseWriter, r *http.Request) {
		if strings.HasPrefix(path.Base(r.URL.Path), ".") || strings.HasSuffix(r.URL.Path, ".part") {
			http.NotFound(w, r)
			return
		}
		files.ServeHTTP(w, r)
	})
	return mux
}

func authorised(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		username, password, _ := r.BasicAuth()
		if subtle.ConstantTimeCompare([]byte(username+":"+password), []byte(Username+":"+Password)) != 1 {
			w.Header().Set("WWW-Authenticate", `Basic realm="web host stand-in"`)
			http.Error(w, "name and password, please", http.StatusUnauthorized)
			return
		}
		next.ServeHTTP(w, r)
	})
}
