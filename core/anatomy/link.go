package anatomy

import (
	"html/template"
	"slices"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/markup"
)

// LinkFields are what is said of a link: where it leads, what it says, and how it is followed.
type LinkFields struct {
	Address kind.Field // of kind.LinkType
	Text    kind.Field
	Spoken  kind.Field // what it is called, where its text says too little by itself
	Opens   kind.Field // of LinkOpens
	Trust   kind.Field // of LinkTrust
}

// The words of how a link is followed.
var (
	LinkOpens = kind.ChoiceType{Words: []string{"here", "in a new window", "as a download"}}
	LinkTrust = kind.ChoiceType{Words: []string{"yes", "no"}}
)

// NewLinkFields are the usual fields of a link in a group of the ledger, each after the name of the link: "link",
// "link-text" …
func NewLinkFields(name, group string) LinkFields {
	field := func(suffix, label, help string, of kind.Type) kind.Field {
		return kind.Field{Name: strings.TrimSuffix(name+"-"+suffix, "-"), Group: group, Label: label, Help: help, Type: of}
	}
	return LinkFields{
		field("", name, "where it leads: an address, or a place of the site", kind.LinkType{}),
		field("text", name+" text", "what stands on it", kind.TextType{Most: 60}),
		field("spoken", name+" spoken", "what a screen reader says, where the text says too little by itself",
			kind.TextType{Most: 120}),
		field("opens", name+" opens", "here, in a new window, or as a download", LinkOpens),
		field("trust", name+" followed", "no for what search engines should not follow", LinkTrust),
	}
}

func (f LinkFields) all() []kind.Field {
	return []kind.Field{f.Address, f.Text, f.Spoken, f.Opens, f.Trust}
}

// Attributes are those of a link of a record; "" where it leads nowhere.
func (f LinkFields) Attributes(at At) markup.Attributes {
	address := saidOf(f.Address)(at)
	if address == "" {
		return ""
	}
	attributes := markup.Attribute("href", address)
	var rel []string
	switch saidOf(f.Opens)(at) {
	case LinkOpens.Words[1]:
		attributes = attributes.With("target", "_blank")
		rel = append(rel, "noopener")
	case LinkOpens.Words[2]:
		attributes = attributes.Flag("download")
	}
	if saidOf(f.Trust)(at) == LinkTrust.Words[1] {
		rel = append(rel, "nofollow")
	}
	if rel != nil {
		attributes = attributes.With("rel", strings.Join(rel, " "))
	}
	if spoken := saidOf(f.Spoken)(at); spoken != "" {
		attributes = attributes.With("aria-label", spoken)
	}
	return attributes
}

// Button is a link of a record with words of its own, unless its heading is the link. Where the whole record answers to
// it, its text can be selected no more, and other links in the record stay above it.
func Button(fields LinkFields, part kind.Part, answers Answers) Slot {
	part = named(part, fields.Address)
	said := part.Paints
	part.Paints = func(set kind.Set) kind.Paints {
		return kind.Paints{Absent: answers.is(set, byHeading) || said != nil && said(set).Absent}
	}
	part.Text, part.Pressed = true, true
	if part.Properties == nil {
		part.Properties = slices.Concat(TextProperties, BoxProperties, EnterProperties)
	}
	run := func(at At) kind.Run {
		return kind.Run{Record: at.Record.ID, Part: part.Name, Text: saidOf(fields.Text)(at), Key: fields.Text.Name,
			MostLines: 2}
	}
	return Slot{
		Fields: fields.all(),
		Parts:  []kind.Part{part},
		Whole:  answers.Type != nil,
		CSS:    "display: inline-block; justify-self: var(--rb-align); text-align: center; text-wrap: balance;",
		HTML: func(at At) template.HTML {
			text, attributes := at.View.SoftRun(run(at)), fields.Attributes(at)
			if text == "" || attributes == "" || answers.is(at.View.Set, byHeading) {
				return ""
			}
			class := Classed(part.Name)
			if answers.Whole(at.View.Set) {
				class = Classed(part.Name, wholeClass)
			}
			return markup.Element("a", class+attributes, markup.Text(text))
		},
		Runs: func(at At) []kind.Run {
			r := run(at)
			if r.Text = at.View.SoftRun(r); r.Text == "" || fields.Attributes(at) == "" || answers.is(at.View.Set, byHeading) {
				return nil
			}
			return []kind.Run{r}
		},
	}
}

// wholeClass is on a link that the whole of its record answers to.
const wholeClass = "rb-whole-record"

// wholeCSS lays such a link over its record, and the other links of it above that.
const wholeCSS = "." + recordClass + " { position: relative; }\n." + wholeClass + "::after { content: \"\"; " +
	"position: absolute; inset: 0; }\n." + recordClass + " :is(a, button):not(." + wholeClass + ") { " +
	"position: relative; z-index: 1; }\n"
