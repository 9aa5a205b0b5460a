package bench

import (
	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/ledger"
)

// placeView is the tray for a fact that is a place on a picture: the picture, and the places of the other records.
type placeView struct {
	At, Text, Name string
	Site, Picture  string // "" where the set has no picture yet
	Label          string // of the fact that names the picture
	Others         []otherPlace
}

// otherPlace is where another record is.
type otherPlace struct{ Name, Place string }

// placeControl is the tray for a cell of a block; false where the cell is of no such fact.
func placeControl(block *document.Block, set *document.Set, at, site string) (placeView, bool) {
	change, _ := ledger.Change(block, at, "", kind.Typing{})
	fact, is := change.(document.SetFact)
	if !is || fact.Record == "" {
		return placeView{}, false
	}
	field, known := set.Kind.FieldNamed(fact.Key)
	record, there := set.RecordByID(fact.Record)
	if !known || !there || field.Type.Editor().PlaceOn == "" {
		return placeView{}, false
	}
	on, _ := set.Kind.SetFieldNamed(field.Type.Editor().PlaceOn)
	view := placeView{
		At:      at,
		Text:    kind.Text(record.Facts, field.Name),
		Name:    document.RecordName(set, record),
		Site:    site,
		Picture: kind.Text(set.Facts, on.Name),
		Label:   on.Label,
	}
	for i := range set.Records {
		other := &set.Records[i]
		if place := kind.Text(other.Facts, field.Name); other.ID != record.ID && place != "" {
			view.Others = append(view.Others, otherPlace{document.RecordName(set, other), place})
		}
	}
	return view, true
}
