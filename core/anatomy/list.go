package anatomy

import (
	"html/template"
	"slices"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/markup"
	"rubrel/core/richtext"
)

// List is a list whose items are the lines of a field.
func List(field kind.Field, part, item kind.Part) Slot {
	part = named(part, field)
	if part.Properties == nil {
		part.Properties = slices.Concat([]string{"margin", "padding", "display", "gap"}, EnterProperties)
	}
	if part.As == nil {
		part.As = map[string]string{"gap": "row-gap"}
	}
	item.Text = true
	if item.Properties == nil {
		item.Properties = slices.Concat(TextProperties, BoxProperties)
	}
	lines := func(at At) []string {
		var all []string
		for line := range strings.Lines(saidOf(field)(at)) {
			if line = strings.TrimSpace(line); line != "" {
				all = append(all, at.View.Soft(item.Name, at.Record.ID, line))
			}
		}
		return all
	}
	return Slot{
		Fields: []kind.Field{field},
		Parts:  []kind.Part{part, item},
		CSS:    "display: grid; list-style: \"\";",
		HTML: func(at At) template.HTML {
			var items []template.HTML
			for _, line := range lines(at) {
				items = append(items, markup.Element("li", Classed(item.Name), markup.Text(line)))
			}
			if len(items) == 0 {
				return ""
			}
			return markup.Element("ul", Classed(part.Name), items...)
		},
		Runs: func(at At) []kind.Run {
			var runs []kind.Run
			for _, line := range lines(at) {
				runs = append(runs, kind.Run{Part: item.Name, Text: line, Key: field.Name})
			}
			return runs
		},
	}
}

// Rich is text with paragraphs, emphasis, links and lists: a field of kind.RichType. Its words are measured as one
// text.
func Rich(field kind.Field, part kind.Part) Slot {
	part = named(part, field)
	part.Text = true
	if part.Properties == nil {
		part.Properties = TextProperties
	}
	within := "." + Class(part.Name)
	return Slot{
		Fields: []kind.Field{field},
		Parts:  []kind.Part{part},
		Rules: within + " > * + * { margin-block-start: 0.6em; }\n" +
			within + " :is(ul, ol) { padding-inline-start: 1.3em; }\n" +
			within + " ul { list-style: disc; }\n" + within + " ol { list-style: decimal; }\n" +
			within + " a { text-decoration: underline; }\n",
		HTML: func(at At) template.HTML {
			html := richtext.HTML(saidOf(field)(at))
			if html == "" {
				return ""
			}
			html = richtext.Words(html, func(text string) string { return at.View.Soft(part.Name, at.Record.ID, text) })
			return markup.Element("div", Classed(part.Name), html)
		},
		Runs: func(at At) []kind.Run {
			plain := richtext.Plain(saidOf(field)(at))
			if plain == "" {
				return nil
			}
			return []kind.Run{{Part: part.Name, Text: at.View.Soft(part.Name, at.Record.ID, plain), Key: field.Name}}
		},
	}
}

// Divider is a line across a record, in every record or in none. A screen reader says nothing of it.
func Divider(part kind.Part, when func(kind.Set) bool) Slot {
	if part.Properties == nil {
		part.Properties = []string{"border", "width", "margin", "display", "opacity"}
	}
	if part.As == nil {
		part.As = map[string]string{"border": "border-top"}
	}
	return Slot{
		Parts: []kind.Part{part},
		CSS:   "block-size: 0; max-inline-size: 100%; border: 0; justify-self: var(--rb-align);",
		HTML: func(at At) template.HTML {
			if when != nil && !when(at.View.Set) {
				return ""
			}
			return markup.Element("div", Classed(part.Name)+markup.Unspoken)
		},
	}
}
