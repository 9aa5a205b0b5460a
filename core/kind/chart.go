package kind

import "html/template"

// Chart is a view of a set for its designer: what follows from the facts, drawn.
type Chart struct {
	Name  string
	Title string
	Help  string
	// Choices are what may be chosen for it, each by name with its options, the first being the usual one.
	Choices func(set Set) []ChartChoice
	// HTML draws it: a figure and a table with the same values. Chosen has an option's value for each choice.
	HTML func(set Set, at Scene, chosen map[string]string) (template.HTML, error)
}

// ChartChoice is one thing that may be chosen for a chart.
type ChartChoice struct {
	Name, Label string
	Options     []ChartOption
}

// ChartOption is one value of a choice.
type ChartOption struct{ Value, Label string }

// Chosen keeps of what a request asks for what the choices offer, and takes the usual option for the rest.
func Chosen(choices []ChartChoice, asked func(name string) string) map[string]string {
	chosen := map[string]string{}
	for _, c := range choices {
		for i, o := range c.Options {
			if i == 0 || o.Value == asked(c.Name) {
				chosen[c.Name] = o.Value
			}
		}
	}
	return chosen
}
