package ledger

import (
	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// Effective is the value that holds at a cell of the look, wherever it is said; nil where nothing says one.
func Effective(set *document.Set, b *document.Block, cascade look.Cascade, key look.Key, part kind.Part) look.Value {
	t := look.Target{Record: key.Record, Featured: key.Featured, State: key.State,
		Width: max(0, cascade.Widths.Index(key.Width))}
	if record, ok := set.RecordByID(key.Record); ok {
		t.Featured = record.Featured
	}
	l := layer{set: set, block: b, cascade: cascade, widths: cascade.Widths}
	said, _, ok := l.resolve(t, part, key.Property)
	if !ok {
		return nil
	}
	return said.Value
}
