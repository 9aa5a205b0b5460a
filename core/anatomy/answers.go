package anatomy

import (
	"html/template"
	"slices"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/markup"
)

// Answers is the field of a set that says what of its records leads on: the button, the heading, or the whole record.
// In the zero value it is the button alone.
type Answers struct{ kind.Field }

// The places of the words among those of the field's type.
const (
	byHeading = 1
	byWhole   = 2
)

// NewAnswers is the field in a group of the ledger, with words for the button, the heading and the whole record.
func NewAnswers(group, button, heading, whole string) Answers {
	return Answers{kind.Field{Name: "answers", Group: group, Label: "answers", Help: "what leads on when it is pressed",
		Type: kind.ChoiceType{Words: []string{button, heading, whole}}}}
}

// Whole reports whether all of a record leads on.
func (a Answers) Whole(set kind.Set) bool { return a.is(set, byWhole) }

func (a Answers) is(set kind.Set, place int) bool {
	choice, ok := a.Type.(kind.ChoiceType)
	return ok && slices.Index(choice.Words, kind.Text(set.Facts, a.Name)) == place
}

// leadClass is on the link that a heading is.
const leadClass = "rb-lead"

// Linked is a heading that is a link where the set says so and its record has an address.
func (s Slot) Linked(fields LinkFields, answers Answers) Slot {
	plain := s.HTML
	s.Rules += "." + leadClass + " { text-decoration-thickness: 1px; text-underline-offset: 0.15em; }\n"
	s.HTML = func(at At) template.HTML {
		html, attributes := plain(at), fields.Attributes(at)
		begins, ends := strings.Index(string(html), ">")+1, strings.LastIndex(string(html), "</")
		if !answers.is(at.View.Set, byHeading) || attributes == "" || ends < begins {
			return html
		}
		return html[:begins] + markup.Element("a", markup.Class(leadClass)+attributes, html[begins:ends]) + html[ends:]
	}
	return s
}
