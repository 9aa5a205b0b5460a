package ledger

import "fmt"

// Window is a run of rows or of columns: from the one numbered From, counted from 0, to the one before To. The zero
// value is the first few.
type Window struct{ From, To int }

// How many rows and columns are laid out where nobody says how many: more than a large screen shows.
const (
	firstRows    = 80
	firstColumns = 16
)

// maxWindow bounds what anybody may ask for at once.
const maxWindow = 1000

// within is the window so that it begins in a list of n, with a default size.
func (w Window) within(n, size int) Window {
	if w.To > w.From {
		size = min(w.To-w.From, maxWindow)
	}
	from := max(0, min(w.From, n-1))
	return Window{from, from + size}
}

// around is the window moved, if need be, so that it holds the one numbered at.
func (w Window) around(at int) Window {
	if at < 0 || at >= w.From && at < w.To {
		return w
	}
	size := w.To - w.From
	from := max(0, at-size/2)
	return Window{from, from + size}
}

// String writes the window as requests say it: "16-32".
func (w Window) String() string { return fmt.Sprintf("%d-%d", w.From, w.To) }

// holds reports whether the window has the one numbered at.
func (w Window) holds(at int) bool { return at >= w.From && at < w.To }
