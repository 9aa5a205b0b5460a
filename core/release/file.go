// Package release has what releases are made of: what writes them, what keeps them and what sends them know it.
package release

import "strings"

// File is one file of a release, by its path in it.
type File struct {
	Path  string
	Type  string // MIME type
	Bytes []byte
	Held  string // of a picture without Bytes: the hash under which they are held
	// Wide is how wide a picture is made of the one that it is a file of, in px; 0 where it is that itself.
	Wide int
}

// IsPage reports whether visitors ask for the file by its name, and not pages for it.
func (f File) IsPage() bool { return strings.HasSuffix(f.Path, ".html") }
