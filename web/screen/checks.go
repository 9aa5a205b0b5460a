package screen

import (
	"slices"
	"time"

	"rubrel/core/document"
	"rubrel/core/marks"
	"rubrel/core/measure"
	"rubrel/render"
)

// Subject is a block as its checks see it now.
func (s *Server) Subject(site *document.Site, block string, now time.Time) (measure.Subject, error) {
	return render.Subject(site, s.Dresses, block, now)
}

// CheckCount is how many marks of one check there are.
type CheckCount struct {
	Check  string
	Loud   int
	Mended int // how many of those that are not quiet have a mend
}

// CheckCounts are the marks by check, in the order in which checks are met.
type CheckCounts []CheckCount

// Count counts a mark; a quiet one makes its check known alone.
func (c *CheckCounts) Count(mark marks.Mark) {
	i := slices.IndexFunc(*c, func(other CheckCount) bool { return other.Check == mark.Check })
	if i < 0 {
		i = len(*c)
		*c = append(*c, CheckCount{Check: mark.Check})
	}
	if mark.Quiet {
		return
	}
	(*c)[i].Loud++
	if len(mark.Mends) > 0 {
		(*c)[i].Mended++
	}
}

// Loud is how many marks there are that are not quiet.
func (c CheckCounts) Loud() int {
	n := 0
	for _, one := range c {
		n += one.Loud
	}
	return n
}

// Many are the checks that have several mends.
func (c CheckCounts) Many() []CheckCount {
	return slices.DeleteFunc(slices.Clone(c), func(one CheckCount) bool { return one.Mended < 2 })
}

// BlockMarks are the marks of one block.
type BlockMarks struct {
	ID, Name string
	Marks    []marks.Mark
}

// MarksOfAll are the marks of every block of a site, in the order of the blocks.
func (s *Server) MarksOfAll(site *document.Site) ([][]marks.Mark, error) {
	now := time.Now()
	return marks.Several(len(site.Blocks), func(i int) (measure.Subject, error) {
		return s.Subject(site, site.Blocks[i].ID, now)
	}, &s.Outlines)
}
