package web

import (
	"archive/zip"
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"maps"
	"path"
	"slices"
	"strings"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/formats/delimited"
	"rubrel/formats/pictures"
	"rubrel/formats/vcard"
)

// pasted is a file as a list, with the pictures that came with it.
type pasted struct {
	Text []byte
	// Held are the hashes under which the files of pictures are held until the list is made a block, by the name that
	// each will have.
	Held     map[string]string
	Problems []string // what cannot be taken of it
}

// The bounds of an archive of a list with its pictures.
const (
	mostZipped    = 500
	mostUnzipped  = 200 << 20
	mostListBytes = 4 << 20
)

// readFile makes a list of a file: address cards become one, and an archive brings the pictures that its list names.
func (s *Server) readFile(ctx context.Context, site *document.Site, file []byte) (pasted, error) {
	switch {
	case vcard.IsCard(file):
		return s.readCards(ctx, site, file)
	case bytes.HasPrefix(file, []byte("PK\x03\x04")):
		return s.readArchive(ctx, site, file)
	}
	return pasted{Text: file}, nil
}

// hold keeps a picture's file until the list is made a block, and gives the name that the picture will have.
func (p *pasted) hold(ctx context.Context, s *Server, site *document.Site, name string, file []byte) (string, error) {
	if _, err := pictures.Read(ctx, file); err != nil {
		return "", err
	}
	sum := sha256.Sum256(file)
	hash := hex.EncodeToString(sum[:])
	if err := s.store.Hold(ctx, hash, file); err != nil {
		return "", err
	}
	id := site.FreshPicture(name, func(id string) bool { _, held := p.Held[id]; return held })
	if p.Held == nil {
		p.Held = map[string]string{}
	}
	p.Held[id] = hash
	return id, nil
}

// problem notes what cannot be taken of a file.
func (p *pasted) problem(format string, arguments ...any) {
	p.Problems = append(p.Problems, fmt.Sprintf(format, arguments...))
}

// readCards makes a list of address cards.
func (s *Server) readCards(ctx context.Context, site *document.Site, file []byte) (pasted, error) {
	var p pasted
	people, problems := vcard.Read(file)
	for _, problem := range problems {
		p.problem("%v", problem)
	}
	rows, err := vcard.Table(people, func(person vcard.Person) (string, error) {
		picture, err := p.hold(ctx, s, site, person.Name, person.Photo)
		var unfit *pictures.Error
		if errors.As(err, &unfit) {
			p.problem("%s: %v", person.Name, err)
			return "", nil
		}
		return picture, err
	})
	if err != nil {
		return p, err
	}
	p.Text, err = delimited.Write(rows)
	return p, err
}

// readArchive finds the list in an archive, and the pictures that its cells name by their files.
func (s *Server) readArchive(ctx context.Context, site *document.Site, file []byte) (pasted, error) {
	var p pasted
	archive, err := zip.NewReader(bytes.NewReader(file), int64(len(file)))
	if err != nil {
		return p, fmt.Errorf("the archive is damaged: %w", err)
	}
	if len(archive.File) > mostZipped {
		return p, fmt.Errorf("the archive has %d files; at most %d fit", len(archive.File), mostZipped)
	}
	list, files, err := unzipped(archive)
	if err != nil {
		return p, err
	}
	table, _, err := delimited.Read(list)
	if err != nil {
		return p, err
	}
	named := map[string]string{} // the names that pictures will have, by file
	for _, row := range table.Rows {
		for i, cell := range row {
			name := strings.ToLower(path.Base(strings.ReplaceAll(strings.TrimSpace(cell), `\`, "/")))
			content, ok := files[name]
			if !ok || cell == "" {
				continue
			}
			if named[name] == "" {
				var unfit *pictures.Error
				id, err := p.hold(ctx, s, site, strings.TrimSuffix(name, path.Ext(name)), content)
				if errors.As(err, &unfit) {
					p.problem("%s: %v", name, err)
					continue
				}
				if err != nil {
					return p, err
				}
				named[name] = id
			}
			row[i] = named[name]
		}
	}
	for _, name := range slices.Sorted(maps.Keys(files)) {
		if named[name] == "" {
			p.problem("%s is in the archive, and no cell names it: it is left out", name)
		}
	}
	p.Text, err = delimited.Write(table.Rows)
	return p, err
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
		isList := slices.Contains([]string{".csv", ".tsv", ".txt"}, path.Ext(name))
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
			return nil, nil, fmt.Errorf("the archive has more than one list: leave one of its text files in it")
		case isList:
			list = content
		default:
			files[name] = content
		}
	}
	if list == nil {
		return nil, nil, errors.New("the archive has no list: put a .csv file into it")
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

// heldPictures adds the pictures that a set shows and that came with its list.
func (s *Server) heldPictures(ctx context.Context, set kind.Set, said string) ([]document.Change, error) {
	held := map[string]string{}
	if said != "" {
		if err := json.Unmarshal([]byte(said), &held); err != nil {
			return nil, &badRequest{"the pictures of the list cannot be told: choose its file again"}
		}
	}
	var changes []document.Change
	var added []string
	for _, ref := range set.Refs() {
		hash := held[ref.ID]
		if ref.To != kind.PictureOffer || hash == "" || slices.Contains(added, ref.ID) {
			continue
		}
		added = append(added, ref.ID)
		content, err := s.store.Held(ctx, hash)
		if err != nil {
			return nil, err
		}
		change, err := s.newPicture(ctx, ref.ID, content)
		if err != nil {
			return nil, err
		}
		changes = append(changes, change)
	}
	return changes, nil
}
