package team

import (
	"fmt"
	"html/template"
	"slices"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/colour"
	"rubrel/core/icon"
	"rubrel/core/kind"
	"rubrel/core/markup"
)

// inkField is the colour of a network's icon.
const inkField = "ink"

// networks are where people have profiles: each said once, with the icon and the colour that its links have.
var networks = kind.Axis{Name: "networks", One: "network", Label: "label", Most: 12, AsRows: true, Fields: []kind.Field{
	{Name: "label", Label: "network", Help: "what it is called: Website, Papers", Type: kind.TextType{Most: 40},
		Required: true},
	{Name: "icon", Label: "icon", Help: "an icon, by its name or by what it means", Type: icon.Type{}},
	{Name: inkField, Label: "colour of the icon", Help: "a colour of its own, such as #0a66c2; that of the look otherwise",
		Type: kind.ColourType{}},
}}

// profileField is where a person's profile is in a network.
var profileField = kind.Field{Name: "profile", Label: "profile", Help: "where the person's profile is: " +
	"https://example.org/ida", Type: kind.LinkType{}, Each: []string{networks.Name}}

// profile is one link of a person to a network.
type profile struct{ Label, Icon, Ink, Address string }

// profilesOf are the profiles of a person, in the order of the networks.
func profilesOf(set kind.Set, r kind.Record) []profile {
	var all []profile
	for _, network := range set.Items(networks.Name) {
		address := kind.Text(r.Facts, kind.FactKey{Field: profileField.Name, Items: []string{network.ID}}.String())
		if address == "" {
			continue
		}
		p := profile{kind.Text(network.Facts, "label"), kind.Text(network.Facts, "icon"), kind.Text(network.Facts, inkField),
			address}
		if p.Icon == "" {
			p.Icon = "globe"
		}
		all = append(all, p)
	}
	return all
}

// drawing is the profile's icon, in a colour of its own where it has one.
func (p profile) drawing(v kind.View) template.HTML {
	svg := icon.In(v, p.Icon)
	if _, err := colour.Parse(p.Ink); p.Ink == "" || err != nil {
		return svg
	}
	begins, ends := strings.Index(string(svg), ">")+1, strings.LastIndex(string(svg), "</")
	return svg[:begins] + markup.Element("g", markup.Attribute("stroke", p.Ink), svg[begins:ends]) + svg[ends:]
}

// profilesHTML is the list of a person's profiles.
func profilesHTML(at anatomy.At) template.HTML {
	var items []template.HTML
	for _, p := range profilesOf(at.View.Set, at.Record) {
		link := anatomy.Classed(profilePart).With("href", p.Address)
		if kind.IsWebAddress(p.Address) {
			link = link.With("rel", "me")
		}
		items = append(items, markup.Element("li", "", markup.Element("a", link, p.drawing(at.View),
			markup.Element("span", anatomy.Classed(labelPart), markup.Text(p.Label)))))
	}
	if len(items) == 0 {
		return ""
	}
	return markup.Element("ul", anatomy.Classed(profilesPart), items...)
}

func linksBesideName(set kind.Set) bool { return said(set, "links") == besideName }

// hasProfiles, as a part's Paints, leaves the part out where nobody has a profile.
func hasProfiles(set kind.Set) kind.Paints {
	return kind.Paints{Absent: !slices.ContainsFunc(set.Records, func(r kind.Record) bool {
		return len(profilesOf(set, r)) > 0
	})}
}

// inksOf are the colours that networks have of their own.
func inksOf(set kind.Set) []kind.OwnInk {
	var inks []kind.OwnInk
	for _, network := range set.Items(networks.Name) {
		if ink := kind.Text(network.Facts, inkField); ink != "" {
			inks = append(inks, kind.OwnInk{Axis: networks.Name, Item: network.ID, Field: inkField,
				Name: kind.Text(network.Facts, "label"), Colour: ink})
		}
	}
	return inks
}

// widestLabel is how wide the name of a link is at most that appears beside its icon, in CSS px.
const widestLabel = 160.0

// profiles is the row of a person's links to networks.
func profiles() anatomy.Slot {
	return anatomy.Slot{
		Fields: []kind.Field{profileField},
		Parts: []kind.Part{
			{Name: profilesPart, Help: "the row of links to profiles", Paints: hasProfiles,
				Properties: []string{"margin", "display", "gap"},
				Defaults:   map[string]string{"margin": "space-2 0 0", "gap": "space-1"}},
			{Name: profilePart, Parent: profilesPart, Text: true, Pressed: true, Paints: hasProfiles, OwnInks: inksOf,
				Help: "one link, boxed by its ground or bare", Properties: slices.Concat([]string{"color", "font-size"},
					anatomy.ShapeProperties),
				Defaults: map[string]string{"color": "ink", "font-size": "18px", "padding": "6px",
					"border-radius": "radius-1", "border": "1px solid line", "border@hover": "1px solid ink",
					"transition-duration": "motion-1"},
				In: map[string]map[string]string{overForm: {"color": "#ffffff", "border": "1px solid #ffffff80",
					"border@hover": "1px solid #ffffff"}}},
			{Name: labelPart, Parent: profilePart, Text: true, Paints: hasProfiles,
				Help:       "the name of a link, while somebody points at it or has come to it by keys",
				Properties: slices.Concat(anatomy.TextProperties, anatomy.BoxProperties),
				Defaults: map[string]string{"background-color": "ink", "color": "ground", "font-size": "type-1",
					"line-height": "leading-tight", "padding": "4px 8px", "border-radius": "radius-1"}},
		},
		CSS:   "justify-self: var(--rb-align);",
		Rules: fmt.Sprintf(".%s { --rb-label: %gpx; }\n", anatomy.Class(profilePart), widestLabel),
		HTML: func(at anatomy.At) template.HTML {
			if linksBesideName(at.View.Set) {
				return ""
			}
			return profilesHTML(at)
		},
		Runs: func(at anatomy.At) []kind.Run {
			var runs []kind.Run
			for _, p := range profilesOf(at.View.Set, at.Record) {
				runs = append(runs, kind.Run{Part: labelPart, Text: p.Label, OneLine: true})
			}
			return runs
		},
	}
}
