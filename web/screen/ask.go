package screen

import (
	"context"
	"errors"

	"rubrel/outbound"
)

// Ask gets an address as part of an act; what fails is logged, without what an address may carry in secret.
func (s *Server) Ask(ctx context.Context, act *outbound.Act, address string) ([]byte, error) {
	body, err := act.Get(address)
	if err != nil {
		s.Log.WarnContext(ctx, "service", "address", outbound.Bare(address), "error", err, "cause", errors.Unwrap(err))
	}
	return body, err
}
