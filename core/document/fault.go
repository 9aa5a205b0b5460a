package document

import (
	"fmt"

	"rubrel/core/patch"
)

// Fault is one thing that does not fit in a document or a change: where, and what would be right.
type Fault struct {
	Path    patch.Pointer
	Problem string
}

func (f *Fault) Error() string {
	if len(f.Path) == 0 {
		return f.Problem
	}
	return fmt.Sprintf("%s: %s", f.Path, f.Problem)
}

func faultf(path patch.Pointer, format string, arguments ...any) *Fault {
	return &Fault{path, fmt.Sprintf(format, arguments...)}
}

// missing is the fault of naming a thing that is not there.
func missing(what, id string) *Fault {
	return faultf(nil, "there is no %s %q in this site; it may have been removed meanwhile", what, id)
}
