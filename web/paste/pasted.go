package paste

import (
	"context"
	"encoding/json"
	"slices"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/formats/lists"
	"rubrel/formats/sheets"
	"rubrel/web/screen"
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
func (s *Screen) readFile(ctx context.Context, site *document.Site, k *kind.Kind, file lists.File) (pasted, error) {
	came := lists.Pictures{Site: site, Hold: s.Store.Hold}
	source, err := lists.Open(ctx, k, file, came.Keep(ctx))
	return pasted{source.Sheets, came.Named, source.Problems}, err
}

// heldPictures adds the pictures that a set shows and that came with its list.
func (s *Screen) heldPictures(ctx context.Context, set kind.Set, said string) ([]document.Change, error) {
	held := map[string]string{}
	if said != "" {
		if err := json.Unmarshal([]byte(said), &held); err != nil {
			return nil, &screen.BadRequest{Problem: "the pictures of the list cannot be told: choose its file again"}
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
		content, err := s.Store.Held(ctx, hash)
		if err != nil {
			return nil, err
		}
		change, err := s.NewPicture(ctx, ref.ID, content)
		if err != nil {
			return nil, err
		}
		changes = append(changes, change)
	}
	return changes, nil
}
