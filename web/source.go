package web

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"slices"
	"time"

	"github.com/go-chi/chi/v5"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/marks"
	"rubrel/outbound"
	"rubrel/store"
)

// sourcesOf lists the outside services that have an address here and something to say about the set.
func (s *Server) sourcesOf(set *document.Set) []kind.Source {
	var sources []kind.Source
	for _, source := range set.Kind.Sources {
		if s.options.Outbound != nil && s.options.Services[source.Name] != "" && source.Asks(set.Set) != "" {
			sources = append(sources, source)
		}
	}
	return sources
}

// proposalView is what an outside service would change, to be taken or left.
type proposalView struct {
	Source   kind.Source
	Proposal kind.Proposal
	Answer   string // what the service said, which is what is taken
	Fault    string
}

// proposal asks an outside service and shows what it would change. Nothing is changed yet.
func (s *Server) proposal(w http.ResponseWriter, r *http.Request) {
	l, block := s.loadBlock(w, r)
	if l == nil {
		return
	}
	set := l.Site.SetOf(block)
	sources := s.sourcesOf(set)
	i := slices.IndexFunc(sources, func(x kind.Source) bool { return x.Name == chi.URLParam(r, "source") })
	if i < 0 {
		s.show(w, r, http.StatusOK, "proposal", proposalView{Fault: "There is nothing to ask: this block has no question " +
			"for the service, or the service has no address here."})
		return
	}
	view := proposalView{Source: sources[i]}
	answer, err := s.ask(r.Context(), s.options.Services[view.Source.Name]+"?"+view.Source.Asks(set.Set))
	if err == nil {
		view.Answer = string(answer)
		view.Proposal, err = view.Source.Propose(set.Set, sceneOf(l.Site, block), answer)
	}
	if err != nil {
		view.Fault = err.Error() + ". Nothing is changed."
	}
	s.show(w, r, http.StatusOK, "proposal", view)
}

// maxAnswer is how much a service may say, in bytes.
const maxAnswer = 256 << 10

// serviceLimits bound one question to a service: somebody waits for the answer.
var serviceLimits = outbound.Limits{Time: 8 * time.Second, Silence: 4 * time.Second, Bytes: maxAnswer}

func (s *Server) ask(ctx context.Context, address string) ([]byte, error) {
	request, err := http.NewRequest(http.MethodGet, address, nil)
	if err != nil {
		return nil, fmt.Errorf("the service cannot be asked: %w", err)
	}
	act := s.options.Outbound.Begin(ctx, serviceLimits)
	defer act.Close()
	answer, err := act.Do(request)
	if err != nil {
		s.log.WarnContext(ctx, "service", "address", address, "error", err, "cause", errors.Unwrap(err))
		return nil, err
	}
	if answer.Status != http.StatusOK {
		return nil, fmt.Errorf("the service answers %d %s", answer.Status, http.StatusText(answer.Status))
	}
	return answer.Body, nil
}

// readProposal makes one change of what a service said, as it was shown.
func (s *Server) readProposal(l *store.Loaded, block *document.Block, name, answer string) (document.Change,
	string, error) {
	set := l.Site.SetOf(block)
	i := slices.IndexFunc(set.Kind.Sources, func(x kind.Source) bool { return x.Name == name })
	if i < 0 || len(answer) > maxAnswer {
		return nil, "", &document.Fault{Problem: "Rubrel does not know this service"}
	}
	proposal, err := set.Kind.Sources[i].Propose(set.Set, sceneOf(l.Site, block), []byte(answer))
	if err != nil {
		return nil, "", faulted(err)
	}
	batch := document.Batch{Name: proposal.Label}
	for _, edit := range proposal.Edits {
		batch.Changes = append(batch.Changes, marks.FactChange(block.SetID, edit))
	}
	return batch, proposal.Said + ".", nil
}
