// Package marks gathers the findings of every check on a block, each with the change that mends it.
package marks

import (
	"fmt"
	"strings"

	"rubrel/core/document"
	"rubrel/core/kind"
)

// Mark is one finding on a block. ID stays the same while the finding does.
type Mark struct {
	ID string
	kind.Finding
	Change document.Change // carries out the finding's mend; nil where it has none
}

// OfBlock checks one block.
func OfBlock(site *document.Site, b *document.Block) []Mark {
	set, ok := site.SetByID(b.SetID)
	if !ok || set.Kind.Check == nil {
		return nil
	}
	var list []Mark
	for _, finding := range set.Kind.Check(set.Set, site.Language) {
		mark := Mark{ID: strings.Join([]string{finding.Check, finding.Record, finding.Key}, " "), Finding: finding}
		if finding.Mend != nil {
			mark.Change = changeOf(b.SetID, *finding.Mend)
		}
		list = append(list, mark)
	}
	return list
}

// ByID finds a mark again in the block as it is now.
func ByID(site *document.Site, b *document.Block, id string) (Mark, error) {
	for _, mark := range OfBlock(site, b) {
		if mark.ID == id && mark.Change != nil {
			return mark, nil
		}
	}
	return Mark{}, &document.Fault{Problem: fmt.Sprintf("the mark %q is no longer there to mend", id)}
}

func changeOf(set string, mend kind.Mend) document.Change {
	batch := document.Batch{Name: mend.Label}
	for _, edit := range mend.Facts {
		batch.Changes = append(batch.Changes, document.SetFact{Set: set, Record: edit.Record, Key: edit.Key, Text: edit.Text})
	}
	for _, record := range mend.Unfeature {
		batch.Changes = append(batch.Changes, document.FeatureRecord{Set: set, Record: record})
	}
	if mend.Move.Record != "" {
		batch.Changes = append(batch.Changes, document.MoveRecord{Set: set, Record: mend.Move.Record, After: mend.Move.After})
	}
	return batch
}
