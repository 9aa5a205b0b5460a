package marks

import (
	"runtime"

	"golang.org/x/sync/errgroup"
)

// Several finds the marks of several blocks, in the order of the blocks, on as many processors as there are. The
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
	return lists, group.Wait()
}
