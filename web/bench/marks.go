package bench

import (
	"fmt"
	"net/http"
	"runtime/debug"
	"time"

	"rubrel/core/marks"
	"rubrel/store"
	"rubrel/web/screen"
)

// checked is what the checks find on the block.
type checked struct {
	Marks   []marks.Mark
	Loud    int                 // how many of the marks are not quiet
	Many    []screen.CheckCount // the checks of which several can be mended at once
	Address string              // where they are to be asked for, as they are not found yet; "" where they are
}

// marks sends what the checks find on the block as it is now. A bench asks for it when its proof shows an edit: nobody
// waits for the marks who tries values.
func (s *Screen) marks(w http.ResponseWriter, r *http.Request) {
	l, block := s.LoadBlock(w, r)
	if l == nil {
		return
	}
	found, err := s.checked(l, block.ID)
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	s.Show(w, r, http.StatusOK, "checked", struct {
		Site *store.Loaded
		*checked
	}{l, found})
}

// marksPatience is how long a page waits for the marks of its block: the page comes before them where there are many
// records.
const marksPatience = 200 * time.Millisecond

// soonChecked begins to check a block. What it returns waits for what is found, but not for long: later it is at an
// address.
func (s *Screen) soonChecked(l *store.Loaded, block string) func() (*checked, error) {
	type answer struct {
		found *checked
		err   error
	}
	done, late := make(chan answer, 1), time.After(marksPatience)
	go func() {
		var a answer
		defer func() {
			if trouble := recover(); trouble != nil { // no handler is around it that would
				a.err = fmt.Errorf("checking %s of %s: %v\n%s", block, l.ID, trouble, debug.Stack())
			}
			done <- a
		}()
		a.found, a.err = s.checked(l, block)
	}()
	return func() (*checked, error) {
		select {
		case a := <-done:
			return a.found, a.err
		case <-late:
			return &checked{Address: "/sites/" + l.ID + "/blocks/" + block + "/marks"}, nil
		}
	}
}

func (s *Screen) checked(l *store.Loaded, block string) (*checked, error) {
	return s.found.Of(l, block, func(now time.Time) (*checked, error) {
		subject, err := s.Subject(l.Site, block, now)
		if err != nil {
			return nil, err
		}
		found := &checked{Marks: marks.Of(subject, &s.Outlines)}
		mends := screen.CheckCounts{}
		for _, mark := range found.Marks {
			if !mark.Quiet {
				found.Loud++
			}
			if mark.Within == "" {
				mends.Count(mark)
			}
		}
		found.Many = mends.Many()
		return found, nil
	})
}
