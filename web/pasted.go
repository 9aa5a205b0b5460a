package web

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"slices"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/formats/lists"
	"rubrel/formats/pictures"
	"rubrel/formats/sheets"
)

// pasted is what came in as sheets, with the pictures that came along.
type pasted struct {
	Sheets []sheets.Sheet
	// Held are the hashes under which the files of pictures are held until the list is made a block, by the name that
	// each will have.
	Held     map[string]string
	Problems []string // what cannot be taken of it
}

// readFile reads what was pasted or chosen for a kind: see lists.Open.
func (s *Server) readFile(ctx context.Context, site *document.Site, k *kind.Kind, file lists.File) (pasted, error) {
	var p pasted
	source, err := lists.Open(ctx, k, file, func(name string, content []byte) (string, error) {
		id, err := p.hold(ctx, s, site, name, content)
		var unfit *pictures.Error
		if errors.As(err, &unfit) {
			err = &kind.PictureError{Problem: unfit.Error()}
		}
		return id, err
	})
	p.Sheets, p.Problems = source.Sheets, source.Problems
	return p, err
}

// hold keeps a picture's file until the list is made a block, and gives the name that the picture will have: that which
// it has already, where the site shows it.
func (p *pasted) hold(ctx context.Context, s *Server, site *document.Site, name string, file []byte) (string, error) {
	picture, err := pictures.Read(ctx, file)
	if err != nil {
		return "", err
	}
	if known, ok := site.PictureByFile(picture.File); ok {
		return known.ID, nil
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
