package web

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"io/fs"
	"net/http"
	"strings"
	"time"
)

// etags are the entity tags of files, by path: the hash of what they hold.
func etags(files fs.FS) (map[string]string, error) {
	tags := map[string]string{}
	err := fs.WalkDir(files, ".", func(path string, entry fs.DirEntry, err error) error {
		if err != nil || entry.IsDir() {
			return err
		}
		content, err := fs.ReadFile(files, path)
		tags[path] = etag(content)
		return err
	})
	return tags, err
}

func etag(content []byte) string {
	sum := sha256.Sum256(content)
	return `"` + hex.EncodeToString(sum[:12]) + `"`
}

// serveStatic serves the files that ship with Rubrel. Each has its content's hash as its tag, by which a browser asks
// whether it has changed.
func serveStatic(files fs.FS) (http.Handler, error) {
	tags, err := etags(files)
	if err != nil {
		return nil, err
	}
	server := http.FileServerFS(files)
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		tag, ok := tags[r.URL.Path]
		if !ok { // nor is a folder listed
			http.NotFound(w, r)
			return
		}
		w.Header().Set("ETag", tag)
		if strings.HasPrefix(r.URL.Path, "vendor/") {
			w.Header().Set("Cache-Control", "public, max-age=86400")
		}
		server.ServeHTTP(w, r)
	}), nil
}

// serveContent sends bytes, or says that the browser has them. The tag is theirs alone.
func serveContent(w http.ResponseWriter, r *http.Request, mime, tag string, content []byte) {
	w.Header().Set("Content-Type", mime)
	w.Header().Set("ETag", tag)
	http.ServeContent(w, r, "", time.Time{}, bytes.NewReader(content))
}
