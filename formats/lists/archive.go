package lists

import (
	"archive/zip"
	"bytes"
	"context"
	"errors"
	"fmt"
	"io"
	"maps"
	"path"
	"slices"
	"strings"

	"rubrel/core/kind"
	"rubrel/formats/pictures"
	"rubrel/formats/sheets"
)

// The bounds of an archive of a list with its pictures.
const (
	mostZipped    = 500
	mostUnzipped  = 200 << 20
	mostListBytes = 4 << 20
)

// errNoList is the error of an archive without a list.
var errNoList = errors.New("the archive has no list: put a .csv, .xlsx or .ods file into it")

// openArchive finds the list in an archive, and the pictures that its cells name by their files; or files of which
// several are one list.
func openArchive(ctx context.Context, k *kind.Kind, file []byte, keep kind.KeepPicture) (Source, error) {
	archive, err := zip.NewReader(bytes.NewReader(file), int64(len(file)))
	if err != nil {
		return Source{}, fmt.Errorf("the archive is damaged: %w", err)
	}
	if len(archive.File) > mostZipped {
		return Source{}, fmt.Errorf("the archive has %d files; at most %d fit", len(archive.File), mostZipped)
	}
	list, files, err := unzipped(archive)
	if errors.Is(err, errNoList) {
		var parts [][]byte
		for _, name := range slices.Sorted(maps.Keys(files)) {
			parts = append(parts, files[name])
		}
		if joined, ok := Join(k, parts); ok && len(parts) > 0 {
			if source, ok, err := openOwn(k, File{Body: joined}, keep); ok {
				return source, err
			}
		}
	}
	if err != nil {
		return Source{}, err
	}
	var s Source
	if s.Sheets, err = sheets.Read(ctx, list); err != nil {
		return s, err
	}
	n := namer{files: files, keep: keep, named: map[string]string{}, refused: map[string]bool{}}
	for _, sheet := range s.Sheets {
		for _, row := range sheet.Table.Rows {
			for i := range row {
				if err := n.name(&row[i]); err != nil {
					return s, err
				}
			}
		}
	}
	for _, name := range slices.Sorted(maps.Keys(files)) {
		if n.named[name] == "" && !n.refused[name] {
			n.problems = append(n.problems, name+" is in the archive, and no cell names it: it is left out")
		}
	}
	s.Problems = n.problems
	return s, nil
}

// namer gives the pictures that cells name to keep, each once.
type namer struct {
	files    map[string][]byte
	keep     kind.KeepPicture
	named    map[string]string // the names that pictures have, by file
	refused  map[string]bool
	problems []string
}

// name puts the name that a picture has in the place of its file's.
func (n *namer) name(cell *string) error {
	file := strings.ToLower(path.Base(strings.ReplaceAll(strings.TrimSpace(*cell), `\`, "/")))
	content, ok := n.files[file]
	if !ok || *cell == "" || n.refused[file] {
		return nil
	}
	if n.named[file] == "" {
		id, err := n.keep(strings.TrimSuffix(file, path.Ext(file)), content)
		var unfit *kind.PictureError
		if errors.As(err, &unfit) {
			n.refused[file] = true
			n.problems = append(n.problems, file+": "+unfit.Problem)
			return nil
		}
		if err != nil {
			return err
		}
		n.named[file] = id
	}
	*cell = n.named[file]
	return nil
}

// unzipped are the list of an archive and its other files, by name in small letters.
func unzipped(archive *zip.Reader) (list []byte, files map[string][]byte, err error) {
	files = map[string][]byte{}
	left := int64(mostUnzipped)
	for _, f := range archive.File {
		name := strings.ToLower(path.Base(f.Name))
		if f.FileInfo().IsDir() || strings.HasPrefix(name, ".") || strings.HasPrefix(f.Name, "__MACOSX/") {
			continue
		}
		most := int64(pictures.MostBytes)
		isList := slices.Contains(listExtensions, path.Ext(name))
		if isList {
			most = mostListBytes
		}
		content, err := readEntry(f, min(most, left))
		if err != nil {
			return nil, nil, err
		}
		left -= int64(len(content))
		switch {
		case isList && list != nil:
			return nil, nil, errors.New("the archive has more than one list: leave one of them in it")
		case isList:
			list = content
		default:
			files[name] = content
		}
	}
	if list == nil {
		return nil, files, errNoList
	}
	return list, files, nil
}

// readEntry reads one file of an archive, which says of its size what it likes.
func readEntry(f *zip.File, most int64) ([]byte, error) {
	entry, err := f.Open()
	if err != nil {
		return nil, fmt.Errorf("%s in the archive cannot be read: %w", f.Name, err)
	}
	defer entry.Close()
	content, err := io.ReadAll(io.LimitReader(entry, most+1))
	if err != nil {
		return nil, fmt.Errorf("%s in the archive cannot be read: %w", f.Name, err)
	}
	if int64(len(content)) > most {
		return nil, fmt.Errorf("%s in the archive is too large", f.Name)
	}
	return content, nil
}
