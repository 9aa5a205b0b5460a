package lists

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/formats/pictures"
)

// Pictures are those that come with a list for a site.
type Pictures struct {
	Site *document.Site
	// Hold keeps a file by the hash of its bytes, until the list is taken; nil where it is only looked at.
	Hold func(ctx context.Context, hash string, file []byte) error
	// Named are the hashes of the files by the names that the pictures will have on the site, of those that it has not.
	Named map[string]string
}

// Keep gives a picture the name that it has on the site already, or one that it will have.
func (p *Pictures) Keep(ctx context.Context) kind.KeepPicture {
	return func(name string, file []byte) (string, error) {
		picture, err := pictures.Read(ctx, file)
		var unfit *pictures.Error
		if errors.As(err, &unfit) {
			return "", &kind.PictureError{Problem: unfit.Error()}
		}
		if err != nil {
			return "", err
		}
		if known, ok := p.Site.PictureByFile(picture.File); ok {
			return known.ID, nil
		}
		sum := sha256.Sum256(file)
		hash := hex.EncodeToString(sum[:])
		if p.Hold != nil {
			if err := p.Hold(ctx, hash, file); err != nil {
				return "", err
			}
		}
		id := p.Site.FreshPicture(name, func(id string) bool { return p.Named[id] != "" })
		if p.Named == nil {
			p.Named = map[string]string{}
		}
		p.Named[id] = hash
		return id, nil
	}
}

// Has reports whether the site has what a cell refers to, or it came with the list.
func (p *Pictures) Has(ref kind.Ref) bool {
	return ref.To == kind.PictureOffer && p.Named[ref.ID] != "" || p.Site.Has(ref)
}
