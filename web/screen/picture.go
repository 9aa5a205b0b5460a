package screen

import (
	"context"

	"rubrel/core/document"
	"rubrel/formats/pictures"
)

// NewPicture is the change that adds a picture, whose bytes are held. The error may be a *pictures.Error.
func (s *Server) NewPicture(ctx context.Context, name string, content []byte) (document.Change, error) {
	picture, err := pictures.Read(ctx, content)
	if err == nil {
		err = s.Store.Hold(ctx, picture.File, picture.Data)
	}
	return document.AddPicture{Name: name, Picture: picture}, err
}
