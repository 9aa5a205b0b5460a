// Package marks gathers the findings of every check on a block, each with the change that mends it.
package marks

import (
	"fmt"
	"slices"
	"strings"

	"rubrel/core/colour"
	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/measure"
)

// Mark is one finding on a block. ID stays the same while the finding does.
type Mark struct {
	ID string
	kind.Finding
	Mends  []Mend // the first is at the cause, the next makes exceptions of its places; none where nobody can tell
	Cause  string // what the site says that makes it fail, in other blocks too; "" where it is the block's own
	Quiet  bool   // the designer has said that it is meant so, as it is measured now
	Reason string // why
	Within string // the block within the subject that it is about; "" for the subject itself
	Set    string // the set whose facts it is about, whatever block shows them; "" for the block
}

// Mend is one way to end a finding.
type Mend struct {
	Label  string
	Change document.Change
	Inks   []string // CSS colours: as it is, and as the mend makes it; none where it changes none, or several
}

// subject is a block whose marks are found.
type subject struct {
	measure.Subject
	outlines *Outlines
	look     measure.Look
	texts    *measure.Texts // nil where its form says none, or the fonts are not known
	cells    map[cellsKey][]colour.Colour
	outlined outlined // what its HTML says and shows
}

// begin measures the subject.
func (s *subject) begin() {
	s.outlined = s.outline(s.Site.FormOf(s.Block))
	s.look, s.cells = s.Look(), map[cellsKey][]colour.Colour{}
	s.look.Shown = s.outlined.shown
	if texts, ok := s.Texts(); ok {
		s.texts = texts
		s.texts.Shown = s.outlined.shown
	}
}

// Of checks a block: what its kind checks, and what holds for every kind. Those that are quiet come last. What is found
// in the HTML is remembered in the outlines; they may be nil.
func Of(block measure.Subject, outlines *Outlines) []Mark {
	s := subject{Subject: block, outlines: outlines}
	s.begin()
	set, form := s.Site.SetOf(s.Block), s.Site.FormOf(s.Block)
	var list []Mark
	if set.Kind.Check != nil {
		scene := kind.Scene{Locale: s.Site.LanguageOf(s.Block.ID), Now: s.Now}
		list = s.marked(set.Kind.Check(set.Set, scene), set.ID)
	}
	list = append(list, s.marked(links(set), set.ID)...)
	list = append(list, s.marked(sameNames(set), set.ID)...)
	if form.Check != nil {
		list = append(list, s.marked(form.Check(s.View), "")...)
	}
	list = append(list, s.contrasts(set.Set)...)
	list = append(list, s.ownInks(set.Set)...)
	list = append(list, s.alike(set.Set)...)
	list = append(list, s.fits(set.Set)...)
	list = append(list, s.smallTexts(set.Set)...)
	list = append(list, s.columns(set.Set)...)
	list = append(list, s.drifts(set.Set)...)
	list = append(list, s.twice(set.Set)...)
	list = append(list, s.senses(set.Set)...)
	for _, within := range s.Within {
		for _, mark := range Of(within, s.outlines) {
			mark.ID = strings.Join([]string{"within", within.Block.ID, mark.ID}, " ")
			mark.Where = within.Block.Name + ": " + mark.Where
			mark.Within, mark.Aside = within.Block.ID, mark.Quiet
			list = append(list, mark)
		}
	}
	for i := range list {
		accepted, ok := s.Block.Quiet[list[i].ID]
		list[i].Quiet, list[i].Reason = ok && accepted.Measured == list[i].Measured, accepted.Reason
		list[i].Quiet = list[i].Quiet || list[i].Aside
	}
	slices.SortStableFunc(list, func(a, b Mark) int { return order(a.Quiet) - order(b.Quiet) })
	return list
}

// marked are findings of the block's set or kind as marks; set is the set that they are about, or "".
func (s subject) marked(findings []kind.Finding, set string) []Mark {
	var list []Mark
	for _, finding := range findings {
		if len(finding.Forms) > 0 && !slices.Contains(finding.Forms, s.Block.Form) {
			continue
		}
		mark := Mark{ID: strings.Join([]string{finding.Check, finding.Record, finding.Key}, " "), Finding: finding,
			Set: set}
		if finding.Mend != nil {
			mark.Mends = []Mend{{Label: finding.Mend.Label, Change: changeOf(s.Block.SetID, *finding.Mend),
				Inks: finding.Inks}}
		}
		list = append(list, mark)
	}
	return list
}

func order(quiet bool) int {
	if quiet {
		return 1
	}
	return 0
}

// MendOf finds one of the mends of a mark again in the block as it is now.
func MendOf(block measure.Subject, id string, which int) (Mend, error) {
	for _, mark := range Of(block, nil) {
		if mark.ID == id && 0 <= which && which < len(mark.Mends) {
			return mark.Mends[which], nil
		}
	}
	return Mend{}, &document.Fault{Problem: fmt.Sprintf("the mark %q is no longer there to mend", id)}
}

func changeOf(set string, mend kind.Mend) document.Change {
	batch := document.Batch{Name: mend.Label}
	for _, edit := range mend.Facts {
		batch.Changes = append(batch.Changes, FactChange(set, edit))
	}
	if mend.Without.Item != "" {
		batch.Changes = append(batch.Changes, document.RemoveItem{Set: set, Axis: mend.Without.Axis,
			Item: mend.Without.Item})
	}
	if mend.Feature != "" {
		batch.Changes = append(batch.Changes, document.FeatureRecord{Set: set, Record: mend.Feature, On: true})
	}
	for _, record := range mend.Unfeature {
		batch.Changes = append(batch.Changes, document.FeatureRecord{Set: set, Record: record})
	}
	if mend.Move.Record != "" {
		batch.Changes = append(batch.Changes, document.MoveRecord{Set: set, Record: mend.Move.Record, After: mend.Move.After})
	}
	return batch
}

// FactChange is one proposed fact as a change.
func FactChange(set string, edit kind.FactEdit) document.Change {
	return document.SetFact{Set: set, Record: edit.Record, Axis: edit.Axis, Item: edit.Item, Key: edit.Key,
		Text: edit.Text}
}
