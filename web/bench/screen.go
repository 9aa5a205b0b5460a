// Package bench is the screen on which one block is made: the ledger, the proof, the marks and the tray; and what is
// taken away from it (a snippet, lists, drawings).
package bench

import (
	"embed"

	"github.com/go-chi/chi/v5"

	"rubrel/web/screen"
)

// Templates are the screen's own.
//
//go:embed *.html
var Templates embed.FS

// Screen answers what is asked of a block's bench.
type Screen struct {
	*screen.Server
	// services are the addresses of outside services, by the name of the kind's Source that asks them.
	services map[string]string
	// ledgers spares laying out a ledger again for each page that shows it, and knows what pages have drawn.
	ledgers *screen.Memo[*sharedView]
	// found spares checking a block again for each page that shows it.
	found *screen.Memo[*checked]
}

// New makes the screen, with the addresses of outside services by the name of the kind's Source that asks them.
func New(s *screen.Server, services map[string]string) *Screen {
	return &Screen{Server: s, services: services, ledgers: screen.NewMemo[*sharedView](),
		found: screen.NewMemo[*checked]()}
}

// Routes are those of one block.
func (s *Screen) Routes(r chi.Router) {
	r.Get("/", s.bench)
	r.Get("/live", s.live)
	r.Get("/marks", s.marks)
	r.Get("/cells", s.cells)
	r.Get("/offers/{stock}", s.offers)
	r.Get("/control", s.control)
	r.Post("/edit", s.edit)
	r.Post("/settle/{clash}", s.settle)
	r.Get("/proof/*", s.proof)
	r.Get("/charts/{chart}", s.chart)
	r.Post("/sources/{source}", s.proposal)
	r.Get("/snippet", s.snippetPage)
	r.Get("/snippet.html", s.snippet)
	r.Get("/list.csv", s.list)
	r.Get("/list.xlsx", s.workbook)
	r.Get("/drawings/{record}.svg", s.drawing)
}
