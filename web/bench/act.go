package bench

import (
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"strconv"
	"strings"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/ledger"
	"rubrel/core/look"
	"rubrel/formats/delimited"
	"rubrel/render"
	"rubrel/store"
	"rubrel/web/screen"
)

// act is what a designer did: a change, what is said of it, and the cells that did not take what they were given.
type act struct {
	Change  document.Change
	Said    string
	Refused []ledger.Refusal
}

// readAct reads what the designer did as a change.
func (s *Screen) readAct(l *store.Loaded, blockID string, r *http.Request) (act, error) {
	block, ok := l.Site.BlockByID(blockID)
	if !ok {
		return act{}, &document.Fault{Problem: "this block has been removed"}
	}
	value := r.FormValue
	set := block.SetID
	switch value("act") {
	case "cells":
		return readCells(l.Site, block, value("cells"))
	case "paste":
		return s.readPaste(l.Site, block, r)
	case "add":
		return act{Change: document.AddRecord{Set: set, After: value("after")}}, nil
	case "duplicate":
		return act{Change: document.AddRecord{Set: set, Copy: value("record")}}, nil
	case "remove":
		return act{Change: document.RemoveRecord{Set: set, Record: value("record")}}, nil
	case "move":
		return act{Change: document.MoveRecord{Set: set, Record: value("record"), After: value("after")}}, nil
	case "feature":
		return act{Change: document.FeatureRecord{Set: set, Record: value("record"), On: value("on") == "yes",
			Only: true}}, nil
	case "item-add":
		return act{Change: document.AddItem{Set: set, Axis: value("axis"), After: value("after"), Text: value("text")}}, nil
	case "item-duplicate":
		return act{Change: document.AddItem{Set: set, Axis: value("axis"), Copy: value("item")}}, nil
	case "item-remove":
		return act{Change: document.RemoveItem{Set: set, Axis: value("axis"), Item: value("item")}}, nil
	case "item-move":
		return act{Change: document.MoveItem{Set: set, Axis: value("axis"), Item: value("item"), After: value("after")}}, nil
	case "form":
		return act{Change: document.SetForm{Block: block.ID, Form: value("form")}}, nil
	case "lift":
		key, err := look.ParseKey(value("key"))
		return act{Change: document.Lift{Block: block.ID, Key: key}}, screen.Faulted(err)
	case "paste-look":
		return act{Change: document.PasteLook{Block: block.ID, Record: value("record"), FromBlock: value("block"),
			From: value("from")}}, nil
	case "mend":
		mend, err := s.Mend(l.Site, block.ID, value("mark"), value("which"))
		return act{Change: mend.Change, Said: "Mended: " + mend.Label + "."}, err
	case "mend-all":
		change, count, err := s.MendAll(l, []string{block.ID}, value("check"))
		return act{Change: change, Said: fmt.Sprintf("Mended: %d of %s.", count, value("check"))}, err
	case "quieten":
		return act{Change: document.Quieten{Block: block.ID, Mark: value("mark"), On: value("on") == "yes",
			Accepted: document.Accepted{Measured: value("measured"), Reason: value("reason")}}}, nil
	case "take":
		change, said, err := s.readProposal(l, block, value("source"), value("answer"), strings.Fields(value("lines")))
		return act{Change: change, Said: said}, err
	case "even":
		return act{Change: document.EvenOut{Block: block.ID, Part: value("part"), Property: value("property")}}, nil
	}
	return act{}, &document.Fault{Problem: "Rubrel does not know this act: " + value("act")}
}

// readCells reads the cells that were typed, cleared or toggled: JSON, because there may be a rectangle of them.
func readCells(site *document.Site, block *document.Block, text string) (act, error) {
	var cells []struct{ At, Text string }
	if err := json.Unmarshal([]byte(text), &cells); err != nil || len(cells) == 0 {
		return act{}, &document.Fault{Problem: "the edit names no cell"}
	}
	var changes []document.Change
	for _, cell := range cells {
		change, err := ledger.Change(block, cell.At, cell.Text, kind.Typing{Language: site.Language})
		if err != nil {
			return act{}, screen.Faulted(err)
		}
		changes = append(changes, change)
	}
	if len(changes) == 1 {
		return act{Change: changes[0]}, nil
	}
	name := "clear " + strconv.Itoa(len(changes)) + " cells"
	change, said, err := sound(site, document.Batch{Name: name, Changes: changes})
	return act{Change: change, Said: said}, err
}

// readPaste lays a copied rectangle over the grid. What a cell does not take stays beside it until it is corrected.
func (s *Screen) readPaste(site *document.Site, block *document.Block, r *http.Request) (act, error) {
	table, err := delimited.ReadTabs([]byte(r.FormValue("text")))
	if err != nil {
		return act{}, screen.Faulted(err)
	}
	cascade, tokens, err := render.Cascade(site, s.Dresses, block.ID)
	if err != nil {
		return act{}, err
	}
	grid, err := ledger.Build(site, block, cascade, tokens, shownOf(r).Everything())
	if err != nil {
		return act{}, err
	}
	pasted, err := grid.Paste(site, block, r.FormValue("at"), table.Rows)
	var other *ledger.OtherListError
	if errors.As(err, &other) {
		return act{}, err
	}
	if err != nil {
		return act{}, screen.Faulted(err)
	}
	did := act{Change: pasted.Batch, Refused: pasted.Refused}
	for i, refused := range pasted.Refused {
		if i == mostRefusedSaid {
			did.Said += fmt.Sprintf("And %d more. ", len(pasted.Refused)-i)
			break
		}
		did.Said += screen.Sentence(refused.Why) + " "
	}
	if pasted.Left > 0 {
		did.Said += strconv.Itoa(pasted.Left) + " values had no cell to go to and were left out. "
	}
	if len(pasted.Batch.Changes) == 0 {
		return did, &document.Fault{Problem: did.Said}
	}
	return did, nil
}

// mostRefusedSaid is of how many refused cells it is said why.
const mostRefusedSaid = 3

// sound keeps the changes of a batch that hold and says which do not.
func sound(site *document.Site, batch document.Batch) (document.Change, string, error) {
	kept := document.Batch{Name: batch.Name}
	said := ""
	faults := 0
	for _, change := range batch.Changes {
		if _, err := change.Plan(site); err != nil {
			faults++
			if faults <= 3 {
				_, message := screen.Explain(err)
				said += change.Label(site) + ": " + message + ". "
			}
			continue
		}
		kept.Changes = append(kept.Changes, change)
	}
	if faults > 3 {
		said += "And " + strconv.Itoa(faults-3) + " more. "
	}
	if faults > 0 && len(kept.Changes) == 0 {
		return nil, "", &document.Fault{Problem: said}
	}
	return kept, said, nil
}
