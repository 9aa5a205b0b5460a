package screen

import (
	"context"
	"errors"

	"rubrel/core/document"
	"rubrel/store"
)

// ArrivalOf is what the address of a set's list said last; nil where none is read every day.
func (s *Server) ArrivalOf(ctx context.Context, l *store.Loaded, set *document.Set) (*store.Arrival, error) {
	if set == nil || !set.List.From.Daily {
		return nil, nil
	}
	a, err := s.Store.Arrival(ctx, l.ID, set.ID)
	if errors.Is(err, store.ErrNotFound) {
		return nil, nil
	}
	if err != nil {
		return nil, err
	}
	if a.Text == set.List.Text {
		a.Summary = "" // it has been taken
	}
	return &a, nil
}
