package web

import (
	"io/fs"
	"net/http"
	"strings"

	"rubrel/web/screen"
)

// etags are the entity tags of files, by path: the hash of what they hold.
func etags(files fs.FS) (map[string]string, error) {
	tags := map[string]string{}
	err := fs.WalkDir(files, ".", func(path string, entry fs.DirEntry, err error) error {
		if err != nil || entry.IsDir() {
			return err
		}
		content, err := fs.ReadFile(files, path)
		tags[path] = screen.Etag(content)
		return err
	})
	return tags, err
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
