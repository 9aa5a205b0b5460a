package marks

import (
	"runtime"
	"slices"

	"golang.org/x/sync/errgroup"

	"rubrel/core/measure"
)

// Several finds the marks of several blocks, in the order of the blocks, on as many processors as there are. What is
// wrong with a set is found once, at the first of its blocks; it is quiet where it is meant so at any of them. What the
// site says wrongly, as a token or for a kind, is found once too, with the places of all blocks. The error is the first
// of subject's, which makes the subject of a block by its place.
func Several(n int, subject func(i int) (measure.Subject, error), outlines *Outlines) ([][]Mark,
	error) {
	lists := make([][]Mark, n)
	var group errgroup.Group
	group.SetLimit(runtime.GOMAXPROCS(0))
	for i := range n {
		group.Go(func() error {
			s, err := subject(i)
			if err == nil {
				lists[i] = Of(s, outlines)
			}
			return err
		})
	}
	err := group.Wait()
	once(lists)
	return lists, err
}

// finding is what a mark is about, apart from the block that it is found at; the zero value for what is the block's
// own.
type finding struct{ set, cause, id, measured string }

func (m Mark) finding() finding {
	switch {
	case m.Within != "":
		return finding{}
	case m.Set != "":
		return finding{set: m.Set, id: m.ID, measured: m.Measured}
	case m.Cause != "":
		return finding{cause: m.Cause, id: m.Check}
	}
	return finding{}
}

// once leaves out what was found of a set, or of what the site says, at a block before.
func once(lists [][]Mark) {
	first := map[finding]*Mark{}
	for i, list := range lists {
		lists[i] = slices.DeleteFunc(list, func(m Mark) bool {
			of := m.finding()
			before := first[of]
			if of == (finding{}) || before == nil {
				return false
			}
			if of.cause != "" {
				before.Places = slices.Concat(placesOf(*before), placesOf(m))
				before.Quiet = before.Quiet && m.Quiet
			} else if m.Quiet {
				before.Quiet, before.Reason = true, m.Reason
			}
			return true
		})
		for j := range lists[i] {
			if of := lists[i][j].finding(); of != (finding{}) {
				first[of] = &lists[i][j]
			}
		}
	}
}

func placesOf(m Mark) []string {
	if len(m.Places) > 0 {
		return m.Places
	}
	return []string{m.Where}
}
