package pricing

import (
	"rubrel/core/kind"
)

// runs are the texts whose room is known: what stands on a card, in a column's head or on a line.
func runs(v kind.View) []kind.Run {
	s := newShop(v)
	word := s.longestWordEms()
	var list []kind.Run
	add := func(record, part, text string, run kind.Run) {
		if text != "" {
			run.Record, run.Part, run.Text = record, part, text
			list = append(list, run)
		}
	}
	for _, record := range v.Set.Records {
		card := s.card(record)
		add(record.ID, "title", card.Title, kind.Run{Key: "title", Shrinks: word, LeastShare: leastTitle, Even: true})
		add(record.ID, "text", card.Text, kind.Run{Key: "subtitle"})
		add(record.ID, "badge", card.Badge, kind.Run{Key: "badge", OneLine: true})
		if len(card.Actions) > 0 {
			add(record.ID, "button", card.Actions[0].Text, kind.Run{OneLine: true})
		}
		for _, line := range card.Assurances {
			add(record.ID, "assurance", line, kind.Run{})
		}
	}
	return list
}

// leastTitle is the share of its size down to which a title shrinks: see .rb-fit in common.css.
const leastTitle = 0.56

// The measures of the forms' layouts, in CSS px: see cards.css, matrix.css and calculator.css.
const (
	widestCard                        = 400.0
	matrixMost, matrixColumn          = 260.0, 280.0
	namesLeast, namesShare, namesMost = 140.0, 0.26, 300.0
	namesScrolling, columnScrolling   = 200.0, 190.0
	columnScrollingNarrow             = 104.0
	countedMost, lineGap              = 1060.0, 24.0
	lineFrom, linesFrom               = 960.0, 600.0
	whoShare, takeShare               = 5.0 / 18, 4.0 / 18
	lineGaps, middleColumns           = 3, 2
)

// inside is the room of a part's text in a box of a width.
func inside(box float64, r kind.Ruler, part string) float64 {
	if part == "button" || part == "badge" {
		box -= r.Edges(part)
	}
	return box
}

// cardsRoom is the room of a card's text.
func cardsRoom(v kind.View, r kind.Ruler, part string) float64 {
	columns := float64(cardColumns(v, max(0, v.WidthAt(r.Frame()))))
	track := min(r.Frame()-r.Edges("table"), columns*widestCard)
	gap := r.Gap("cards")
	if kind.Text(v.Set.Facts, "stand") == "joined" {
		gap = 0
	}
	return inside((track-(columns-1)*gap)/columns-r.Edges("card"), r, part)
}

// matrixRoom is the room in the head of a plan's column.
func matrixRoom(v kind.View, r kind.Ruler, part string) float64 {
	n := float64(max(1, len(v.Set.Records)))
	inner := r.Frame() - r.Edges("table")
	if r.Frame() < linesFrom && part != "title" {
		return 0 // on a phone the head has no more than a title and a price
	}
	track, names := min(inner, matrixMost+n*matrixColumn), min(max(namesLeast, namesShare*r.Frame()), namesMost)
	scrolls := len(v.Set.Records) > mostBeside
	switch narrow := r.Frame() < linesFrom; {
	case narrow && scrolls:
		track, names = max(track, n*columnScrollingNarrow), 0
	case narrow:
		names = 0
	case scrolls:
		track, names = max(track, namesScrolling+n*columnScrolling), namesScrolling
	}
	return inside((track-names)/n-r.Edges("plan"), r, part)
}

// calculatorRoom is the room on a plan's line.
func calculatorRoom(_ kind.View, r kind.Ruler, part string) float64 {
	inner := min(r.Frame()-r.Edges("table"), countedMost) - r.Edges("line")
	box := inner
	switch {
	case part == "line":
	case r.Frame() >= lineFrom && (part == "button" || part == "assurance"):
		box = (inner - lineGaps*lineGap) * takeShare
	case r.Frame() >= lineFrom:
		box = (inner - lineGaps*lineGap) * whoShare
	case r.Frame() >= linesFrom:
		box = (inner - lineGap) / middleColumns
	}
	return inside(box, r, part)
}
