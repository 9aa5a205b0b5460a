package sites

import (
	"net/http"

	"rubrel/core/document"
	"rubrel/web/screen"
)

func (s *Screen) document(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	tree, err := document.PutPictures(l.Tree, l.Site, s.Held(r))
	var text []byte
	if err == nil {
		text, err = document.Encode(tree)
	}
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	screen.SendFile(w, "application/json", l.ID+".json", text)
}
