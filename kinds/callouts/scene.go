package callouts

import (
	"rubrel/core/kind"
	"rubrel/core/layout"
)

// The measures of a scene (common practice).
const (
	stackBelow  = 720.0 // CSS px of the block below which the words stand under the picture
	bothShare   = 0.42  // of the scene, for a picture with words at both sides
	oneShare    = 0.55  // with words at one
	lineGap     = 10.0  // CSS px between words and the line from them
	numberWide  = 26.0  // CSS px
	numberGap   = 12.0
	usualGap    = 40.0  // where nothing can be measured, in CSS px
	usualInner  = 80.0  // what the ground takes, the same
	usualHeight = 96.0  // of a callout, the same
	mostPicture = 560.0 // the same
)

// scene is a set of callouts as a form lays it out.
type scene struct {
	v       kind.View
	form    string
	picture kind.Picture // without an address where there is none
	only    layout.LineSide
	elbowed bool
}

func newScene(v kind.View, form string) scene {
	s := scene{v: v, form: form, elbowed: kind.Text(v.Set.Facts, "lines") == elbowed}
	s.picture = kind.Picture{Width: 4, Height: 3}
	if v.Picture != nil {
		if p, ok := v.Picture(kind.Text(v.Set.Facts, pictureField.Name)); ok {
			s.picture = p
		}
	}
	switch kind.Text(v.Set.Facts, "sides") {
	case atStart:
		s.only = layout.StartSide
	case atEnd:
		s.only = layout.EndSide
	}
	return s
}

// share is how much of the scene the picture takes where words stand beside it.
func (s scene) share() float64 {
	if s.form == numberedForm || s.only != layout.EitherSide {
		return oneShare
	}
	return bothShare
}

// space is a scene's measures in a block of some inline size, in CSS px: of all of it, the picture and the gap.
type space struct {
	inner, picture, gap float64
	share               float64 // what the picture would take if it could be as wide as it likes
	stacked             bool
}

func (s scene) space(r kind.Ruler, frame float64) space {
	at := space{inner: frame - usualInner, picture: mostPicture, gap: usualGap, stacked: frame < stackBelow}
	if r != nil {
		at.inner, at.gap = frame-r.Edges("ground"), r.Gap(scenePart)
		if most := r.Length(scenePart, "width"); most > 0 {
			at.picture = most
		}
	}
	share := s.share()
	if at.stacked {
		share = 1
	}
	at.share = share * at.inner
	at.picture = min(at.picture, at.share)
	return at
}

// room is how wide a part's text may be.
func (s scene) room(r kind.Ruler, part string) float64 {
	at := s.space(r, r.Frame())
	room := at.inner
	numbered := s.form == numberedForm || at.stacked
	switch {
	case at.stacked:
	case s.form == numberedForm || s.only != layout.EitherSide:
		room = at.inner - at.picture - at.gap
	default:
		room = (at.inner - at.picture - 2*at.gap) / 2
	}
	room -= r.Edges(calloutPart)
	if numbered {
		room -= numberWide + numberGap
	}
	if part != calloutPart {
		room -= r.Edges(part)
	}
	return max(1, room)
}

// placed are the callouts with a place.
func (s scene) placed(r kind.Record) (kind.Place, bool) {
	place, ok := r.Facts[placeField.Name].(kind.Place)
	return place, ok
}

// column is the records that stand at one side, from the top.
type column struct {
	side    layout.LineSide
	records []kind.Record
}

// columns are the lists of the scene, the numbered form's in the order of the set.
func (s scene) columns() []column {
	if s.form == numberedForm {
		return []column{{layout.EndSide, s.v.Set.Records}}
	}
	var columns []column
	seats := s.seats()
	for _, side := range []layout.LineSide{layout.StartSide, layout.EndSide} {
		c := column{side: side}
		for i, at := range seats {
			if at.Side == side {
				if c.records == nil {
					c.records = make([]kind.Record, at.Of)
				}
				c.records[at.Row] = s.v.Set.Records[i]
			}
		}
		if c.records != nil {
			columns = append(columns, c)
		}
	}
	return columns
}

// lines are the line to a place that is farther down than the words, and the line to one farther up. CSS gives each its
