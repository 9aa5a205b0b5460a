package team

import (
	"fmt"
	"maps"
	"slices"
	"strconv"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/layout"
)

// packs reports whether leaders have larger places in a form.
func packs(form string) bool { return form == cardsForm || form == overForm }

// leadersFirst are the lists of those who lead and of the others; a list of nobody is left out.
func leadersFirst(set kind.Set) []anatomy.Group {
	leaders := anatomy.Group{Class: anatomy.Class(leadersPart)}
	var members anatomy.Group
	for _, r := range set.Records {
		if r.Featured {
			leaders.Records = append(leaders.Records, r)
		} else {
			members.Records = append(members.Records, r)
		}
	}
	return slices.DeleteFunc([]anatomy.Group{leaders, members}, func(l anatomy.Group) bool { return len(l.Records) == 0 })
}

// counted are the leaders and the members of a set.
func counted(set kind.Set) (leaders, members int) {
	for _, r := range set.Records {
		if r.Featured {
			leaders++
		} else {
			members++
		}
	}
	return leaders, members
}

// packedColumns is how many members stand side by side where so many have room.
func packedColumns(set kind.Set, most int) int {
	leaders, members := counted(set)
	return layout.Packings(leaders, members, most)[0].MemberColumns
}

// packing is how the people of a view stand at a width whose members have so many columns: as the look says of the
// leaders, or the best there is.
func packing(v kind.View, width, columns int) layout.Packing {
	larger := 0
	if v.ColumnsOf != nil {
		larger = v.ColumnsOf(leadersPart, width)
	}
	shown := v.At(width)
	return kind.Remember(shown, fmt.Sprint("packing ", columns, larger), func() layout.Packing {
		return packed(shown.Set, columns, larger)
	})
}

// packed is the packing of a set whose members have so many columns, and whose leaders have so many; the best where
// that is 0.
func packed(set kind.Set, columns, larger int) layout.Packing {
	leaders, members := counted(set)
	best := layout.Packing{}
	for _, p := range layout.Packings(leaders, members, columns) {
		if p.MemberColumns > columns || best.MemberColumns > p.MemberColumns {
			continue
		}
		if p.MemberColumns > best.MemberColumns || larger > 0 && p.LeaderColumns == larger {
			best = p
		}
	}
	return best
}

// packedRows are how many people stand in each row.
func packedRows(v kind.View, width, columns int) []int {
	p := packing(v, width, columns)
	return slices.Concat(p.Leaders, p.Members)
}

// mostOffered is how many packings a designer is shown.
const mostOffered = 6

// packings are the ways in which the people of a view can stand at a width, the best first.
func packings(body anatomy.Body) func(kind.View, int) []kind.Packing {
	return func(v kind.View, width int) []kind.Packing {
		leaders, members := counted(v.At(width).Set)
		var offered []kind.Packing
		for _, p := range layout.Packings(leaders, members, body.Fitting(v, width)) {
			a := kind.Packing{Columns: map[string]int{rowPart: p.MemberColumns}}
			if leaders > 0 && members > 0 {
				a.Columns[leadersPart] = p.LeaderColumns
			}
			for _, n := range p.Leaders {
				a.Rows = append(a.Rows, kind.PackedRow{Records: n, Columns: p.LeaderColumns})
			}
			for _, n := range p.Members {
				a.Rows = append(a.Rows, kind.PackedRow{Records: n, Columns: p.MemberColumns})
			}
			offered = append(offered, a)
		}
		return offered[:min(mostOffered, len(offered))]
	}
}

// packedShare is how many stand beside each other in the rows of a person's like.
func packedShare(v kind.View, r kind.Record, width, columns int) float64 {
	p := packing(v, width, columns)
	if r.Featured {
		return float64(max(1, p.LeaderColumns))
	}
	return float64(max(1, p.MemberColumns))
}

// packedVariables say where people stand, by inline size: into how many units the rows of members and of leaders are
// divided, two for each, and where a person begins who does not follow the one before.
func packedVariables(body anatomy.Body) func(kind.View) []kind.Variable {
	return func(v kind.View) []kind.Variable {
		var variables []kind.Variable
		// What is said of all of a width holds at narrower ones, too; what is said from an inline size on does not.
		ofAll, now, width := map[string]string{}, map[string]string{}, 0
		for _, step := range body.Steps(v) {
			if step.Width != width {
				now, width = maps.Clone(ofAll), step.Width
			}
			p := packing(v, step.Width, step.Columns)
			say := func(name, record, value string) {
				if known, ok := now[record+name]; ok && known == value || !ok && record != "" && value == "auto" {
					return
				}
				if now[record+name] = value; step.From == 0 {
					ofAll[record+name] = value
				}
				variables = append(variables, kind.Variable{Name: name, Record: record, Width: step.Width, From: step.From,
					Value: value})
			}
			say("--rb-units", "", strconv.Itoa(2*max(1, p.MemberColumns)))
			say("--rb-leader-units", "", strconv.Itoa(2*max(1, p.LeaderColumns)))
			for _, list := range leadersFirst(v.At(step.Width).Set) {
				rows, columns := p.Members, p.MemberColumns
				if list.Records[0].Featured {
					rows, columns = p.Leaders, p.LeaderColumns
				}
				starts := layout.Starts(rows, columns)
				for i, r := range list.Records {
					start := "auto"
					if unit, ok := starts[i]; ok {
						start = strconv.Itoa(unit)
					}
					say("--rb-start", r.ID, start)
				}
			}
		}
		return variables
	}
}
