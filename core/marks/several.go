package marks

import (
	"runtime"
	"slices"

	"golang.org/x/sync/errgroup"
)

// Several finds the marks of several blocks, in the order of the blocks, on as many processors as there are. What is
// wrong with a set is found once, at the first of its blocks; it is quiet where it is meant so at any of them. The
// error is the first of subject's, which makes the subject of a block by its place.
func Several(n int, subject func(i int) (Subject, error)) ([][]Mark, error) {
	lists := make([][]Mark, n)
	var group errgroup.Group
	group.SetLimit(runtime.GOMAXPROCS(0))
	for i := range n {
		group.Go(func() error {
			s, err := subject(i)
			if err == nil {
				lists[i] = s.Marks()
			}
			return err
		})
	}
	err := group.Wait()
	once(lists)
	return lists, err
}

// once leaves out what was found of a set before.
func once(lists [][]Mark) {
	type finding struct{ set, id, measured string }
	first := map[finding]*Mark{}
	for i, list := range lists {
		lists[i] = slices.DeleteFunc(list, func(m Mark) bool {
			of := finding{m.Set, m.ID, m.Measured}
			before := first[of]
			if m.Set == "" || m.Within != "" || before == nil {
				return false
			}
			if m.Quiet {
				before.Quiet, before.Reason = true, m.Reason
			}
			return true
		})
		for j := range lists[i] {
			if m := &lists[i][j]; m.Set != "" && m.Within == "" {
				first[finding{m.Set, m.ID, m.Measured}] = m
			}
		}
	}
}
