package web

import (
	"context"
	"fmt"
	"io"
	"net/http"
	"slices"
	"time"

	"github.com/go-chi/chi/v5"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/marks"
	"rubrel/store"
)

// sourcesOf lists the outside services that have an address here and something to say about the set.
func (s *Server) sourcesOf(set *document.Set) []kind.Source {
	var sources []kind.Source
	for _, source := range set.Kind.Sources {
		if s.Services[source.Name] != "" && source.Asks(set.Set) != "" {
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
	set, _ := l.Site.SetByID(block.SetID)
	sources := s.sourcesOf(set)
	i := slices.IndexFunc(sources, func(x kind.Source) bool { return x.Name == chi.URLParam(r, "source") })
	if i < 0 {
		s.show(w, r, http.StatusOK, "proposal", proposalView{Fault: "There is nothing to ask: this block has no question for the service, or the service has no address here."})
		return
	}
	view := proposalView{Source: sources[i]}
	answer, err := ask(r.Context(), s.Services[view.Source.Name]+"?"+view.Source.Asks(set.Set))
	if err == nil {
		view.Answer = string(answer)
		view.Proposal, err = view.Source.Propose(set.Set, sceneOf(l.Site, block), answer)
	}
	if err != nil {
		view.Fault = err.Error() + ". Nothing is changed."
	}
	s.show(w, r, http.StatusOK, "proposal", view)
}

// The time that a service has to answer, and how much it may say.
const (
	servicePatience = 5 * time.Second
	mostAnswer      = 256 << 10
)

func ask(ctx context.Context, address string) ([]byte, error) {
	ctx, cancel := context.WithTimeout(ctx, servicePatience)
	defer cancel()
	request, err := http.NewRequestWithContext(ctx, http.MethodGet, address, nil)
	if err != nil {
		return nil, fmt.Errorf("the service cannot be asked: %w", err)
	}
	response, err := http.DefaultClient.Do(request)
	if err != nil {
		return nil, fmt.Errorf("the service does not answer: %w", err)
	}
	defer response.Body.Close()
	answer, err := io.ReadAll(io.LimitReader(response.Body, mostAnswer))
	if err != nil {
		return nil, fmt.Errorf("the service stopped answering: %w", err)
	}
	if response.StatusCode != http.StatusOK {
		return nil, fmt.Errorf("the service answers %s", response.Status)
	}
	return answer, nil
}

// readProposal makes one change of what a service said, as it was shown.
func (s *Server) readProposal(l *store.Loaded, block *document.Block, name, answer string) (document.Change, string, error) {
	set, _ := l.Site.SetByID(block.SetID)
	i := slices.IndexFunc(set.Kind.Sources, func(x kind.Source) bool { return x.Name == name })
	if i < 0 || len(answer) > mostAnswer {
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
