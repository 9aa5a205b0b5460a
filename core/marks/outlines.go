package marks

import (
	"reflect"
	"sync"
	"time"

	"rubrel/core/kind"
	"rubrel/core/measure"
)

// Outlines remembers what was found in the HTML of blocks, so that an edit of a look, which says nothing in it, does
// not have it read anew. The zero value is ready, and may be used by several at once.
type Outlines struct {
	mu   sync.Mutex
	last map[string]outlined // by block
}

// outlined is what was found in the HTML of a view in a form.
type outlined struct {
	view  kind.View
	form  string
	marks []Mark
	shown measure.ShownParts
}

// mostOutlined bounds what is remembered.
const mostOutlined = 500

// of is what is found in the HTML of a view: as before, where nothing is shown differently.
func (o *Outlines) of(view kind.View, form string, read func() outlined) outlined {
	if o == nil {
		return read()
	}
	// What is over by the hour, fits elsewhere or follows another set has a name as before.
	view.Now, view.Measure, view.Tight, view.Set.Others = time.Time{}, nil, nil, nil
	view.Hyphenate, view.Memo, view.Stands, view.ColumnsOf = nil, nil, nil, nil
	view.Picture, view.Icon = nil, nil
	o.mu.Lock()
	defer o.mu.Unlock()
	before, ok := o.last[view.BlockID]
	if ok && before.form == form && reflect.DeepEqual(before.view, view) {
		return before
	}
	if o.last == nil || len(o.last) > mostOutlined {
		o.last = map[string]outlined{}
	}
	found := read()
	found.view, found.form = view, form
	o.last[view.BlockID] = found
	return found
}
