package bench

import (
	"context"
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
	"rubrel/web/screen"
)

// sourcesOf lists the outside services that have an address here and something to say about the set.
func (s *Screen) sourcesOf(set *document.Set) []kind.Source {
	var sources []kind.Source
	for _, source := range set.Kind.Sources {
		asks := source.Pages != nil && len(source.Pages(set.Set)) > 0 ||
			source.Asks != nil && s.services[source.Name] != "" && source.Asks(set.Set) != ""
		if s.Asker != nil && asks {
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
func (s *Screen) proposal(w http.ResponseWriter, r *http.Request) {
	l, block := s.LoadBlock(w, r)
	if l == nil {
		return
	}
	set := l.Site.SetOf(block)
	sources := s.sourcesOf(set)
	i := slices.IndexFunc(sources, func(x kind.Source) bool { return x.Name == chi.URLParam(r, "source") })
	if i < 0 {
		s.Show(w, r, http.StatusOK, "proposal", proposalView{Fault: "There is nothing to ask: this block has no question " +
			"for the service, or the service has no address here."})
		return
	}
	view := proposalView{Source: sources[i]}
	answer, err := s.answerOf(r.Context(), view.Source, set)
	if err == nil {
		view.Answer = string(answer)
		view.Proposal, err = view.Source.Propose(set.Set, sceneOf(l.Site, block), answer)
	}
	if err != nil {
		view.Fault = err.Error() + ". Nothing is changed."
	}
	s.Show(w, r, http.StatusOK, "proposal", view)
}

// serviceLimits bound one question to a service: somebody waits for the answer.
var serviceLimits = outbound.Limits{Time: 8 * time.Second, Silence: 4 * time.Second, Bytes: screen.MaxAnswer}

// The bounds of what is read of pages that a set names: together they may take longer, and say more.
const (
	mostPages = 20
	maxPage   = 2 << 20
)

var pageLimits = outbound.Limits{Time: 20 * time.Second, Silence: 4 * time.Second, Bytes: maxPage}

// answerOf is what a service says of a set, or what the pages say that the set names, with those that come after them.
func (s *Screen) answerOf(ctx context.Context, source kind.Source, set *document.Set) ([]byte, error) {
	if source.Pages == nil {
		act := s.Asker.Begin(ctx, serviceLimits)
		defer act.Close()
		return s.Ask(ctx, act, s.services[source.Name]+"?"+source.Asks(set.Set))
	}
	act := s.Asker.Begin(ctx, pageLimits)
	defer act.Close()
	var pages []kind.SourcePage
	asked := map[string]bool{}
	for _, page := range source.Pages(set.Set) {
		for page.Address != "" && !asked[page.Address] {
			if len(pages) == mostPages {
				return nil, fmt.Errorf("%s goes on after %d pages: give the address of a feed, or of fewer", page.Of, mostPages)
			}
			asked[page.Address] = true
			var err error
			if page.Body, err = s.Ask(ctx, act, page.Address); err != nil {
				return nil, fmt.Errorf("%s, page %d: %w", page.Of, len(pages)+1, err)
			}
			pages = append(pages, page)
			page = kind.SourcePage{Address: source.Next(page), Of: page.Of}
		}
	}
	return source.Gather(pages)
}

// readProposal makes one change of what a service said, as it was shown: of what is taken of it.
func (s *Screen) readProposal(l *store.Loaded, block *document.Block, name, answer string,
	taken []string) (document.Change, string, error) {
	set := l.Site.SetOf(block)
	i := slices.IndexFunc(set.Kind.Sources, func(x kind.Source) bool { return x.Name == name })
	if i < 0 || len(answer) > screen.MaxAnswer {
		return nil, "", &document.Fault{Problem: "Rubrel does not know this service"}
	}
	proposal, err := set.Kind.Sources[i].Propose(set.Set, sceneOf(l.Site, block), []byte(answer))
	if err != nil {
		return nil, "", screen.Faulted(err)
	}
	batch := document.Batch{Name: proposal.Label}
	for _, edit := range proposal.Edits {
		batch.Changes = append(batch.Changes, marks.FactChange(block.SetID, edit))
	}
	fresh := document.AddRecords{Set: block.SetID}
	for _, line := range proposal.Lines {
		if line.Key == "" || !slices.Contains(taken, line.Key) {
			continue
		}
		for _, edit := range line.Edits {
			batch.Changes = append(batch.Changes, marks.FactChange(block.SetID, edit))
		}
		if line.Add != nil {
			fresh.Records = append(fresh.Records, line.Add)
		}
		if line.Remove != "" {
			batch.Changes = append(batch.Changes, document.RemoveRecord{Set: block.SetID, Record: line.Remove})
		}
	}
	if len(fresh.Records) > 0 {
		batch.Changes = append(batch.Changes, fresh)
	}
	if len(batch.Changes) == 0 {
		return nil, "", &document.Fault{Problem: "Nothing is chosen, so nothing is taken"}
	}
	return batch, proposal.Said + ".", nil
}
