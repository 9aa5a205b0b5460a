// Package webhost is a stand-in for a client's web host: a folder that takes files by WebDAV from those who know
// the password, and shows them to everybody as a plain static site. It is not meant to face a network.
package webhost

import (
	"context"
	"crypto/sha256"
	"crypto/subtle"
	"encoding/base64"
	"log/slog"
	"net/http"
	"os"
	"path"
	"path/filepath"
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
		Prefix: "/dav", FileSystem: replacing{webdav.Dir(folder)}, LockSystem: webdav.NewMemLS(),
		Logger: func(r *http.Request, err error) {
			if err != nil && !os.IsNotExist(err) && !os.IsExist(err) {
				slog.Debug("web host stand-in", "method", r.Method, "path", r.URL.Path, "error", err)
			}
		},
	}
	files := http.FileServer(http.Dir(folder))
	mux := http.NewServeMux()
	mux.Handle("/dav/", authorised(marked(digested(folder, dav))))
	mux.HandleFunc("/", func(w http.ResponseWriter, r *http.Request) {
		if strings.Contains(path.Clean("/"+r.URL.Path), "/.") { // as servers commonly keep such names from visitors
			http.NotFound(w, r)
			return
		}
		files.ServeHTTP(w, r)
	})
	return mux
}

// replacing is a folder in which a file that is moved over another takes its place in one step, as rename does and as
// servers in use do. The library would remove the other first, and visitors would find nothing for a moment.
type replacing struct{ webdav.Dir }

// moving marks the context of a MOVE.
type moving struct{}

func (d replacing) RemoveAll(ctx context.Context, name string) error {
	if ctx.Value(moving{}) != nil {
		if info, err := d.Stat(ctx, name); err == nil && info.Mode().IsRegular() {
			return nil
		}
	}
	return d.Dir.RemoveAll(ctx, name)
}

// marked lets replacing know what it works for.
func marked(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.Method == "MOVE" {
			r = r.WithContext(context.WithValue(r.Context(), moving{}, true))
		}
		next.ServeHTTP(w, r)
	})
}

// digested tells a client that wants it the SHA-256 of what it asks for (RFC 9530, section 4).
func digested(folder string, next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		asked := r.Method == http.MethodHead || r.Method == http.MethodGet
		if asked && strings.Contains(r.Header.Get("Want-Repr-Digest"), "sha-256") {
			name := path.Clean("/" + strings.TrimPrefix(r.URL.Path, "/dav"))
			if content, err := os.ReadFile(filepath.Join(folder, filepath.FromSlash(name))); err == nil {
				sum := sha256.Sum256(content)
				w.Header().Set("Repr-Digest", "sha-256=:"+base64.StdEncoding.EncodeToString(sum[:])+":")
			}
		}
		next.ServeHTTP(w, r)
	})
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
