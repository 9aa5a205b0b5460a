package marks

import (
	"runtime"
	"slices"

	"golang.org/x/sync/errgroup"

	"rubrel/core/colour"
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

// once leaves what was found of a set at its first block, and what the site says wrongly at the block whose mend goes
// farthest: what passes there is likeliest to pass at the others.
func once(lists [][]Mark) {
	type place struct{ list, mark int }
	kept := map[finding]place{}
	for i, list := range lists {
		for j, m := range list {
			of := m.finding()
			before, known := kept[of]
			if of != (finding{}) && (!known || of.cause != "" && m.reach() > lists[before.list][before.mark].reach()) {
				kept[of] = place{i, j}
			}
		}
	}
	for i, list := range lists {
		for j, m := range list {
			keep, known := kept[m.finding()]
			if known && keep != (place{i, j}) {
				lists[keep.list][keep.mark].join(m)
			}
		}
	}
	left := make([][]Mark, len(lists))
	for i, list := range lists {
		for j, m := range list {
			if keep, known := kept[m.finding()]; !known || keep == (place{i, j}) {
				left[i] = append(left[i], m)
			}
		}
	}
	copy(lists, left)
}

// reach is how far the first mend moves a colour, as a difference of CSS Color 4 (deltaEOK); 0 where it moves none.
func (m Mark) reach() float64 {
	if len(m.Mends) == 0 || len(m.Mends[0].Inks) != 2 {
		return 0
	}
	from, err := colour.Parse(m.Mends[0].Inks[0])
	to, also := colour.Parse(m.Mends[0].Inks[1])
	if err != nil || also != nil {
		return 0
	}
	return colour.Distance(from, to)
}

// join adds the places of the same finding at another block.
func (m *Mark) join(other Mark) {
	switch {
	case m.Cause != "" && m.Set == "":
		m.Places = slices.Concat(placesOf(*m), placesOf(other))
		m.Quiet = m.Quiet && other.Quiet
	case other.Quiet:
		m.Quiet, m.Reason = true, other.Reason
	}
}

func placesOf(m Mark) []string {
	if len(m.Places) > 0 {
		return m.Places
	}
	return []string{m.Where}
}
