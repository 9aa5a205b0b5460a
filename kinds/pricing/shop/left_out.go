package shop

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// leftOutField names the widths of the site at which a feature is not shown.
var leftOutField = kind.Field{Name: "left-out", Label: "left out at", Help: "the widths at which it is not shown: " +
	"narrow, or middle narrow", Type: kind.TextType{Most: 120}}

// leftOut are the names of the widths at which a feature is not shown.
func leftOut(item kind.Item) []string {
	return strings.FieldsFunc(strings.ToLower(kind.Text(item.Facts, leftOutField.Name)), func(r rune) bool {
		return r == ' ' || r == ','
	})
}

// WidthsOut are the widths at which something is left out, by their place among the widths.
type WidthsOut []int

// LeftOutAt are the widths of a site at which a feature is left out.
func LeftOutAt(item kind.Item, widths look.Widths) WidthsOut {
	var out WidthsOut
	for _, name := range leftOut(item) {
		if i := slices.IndexFunc(widths, func(w look.Width) bool { return w.Name == name }); i >= 0 {
			out = append(out, i)
		}
	}
	return out
}

// Classes are those of what is left out.
func (w WidthsOut) Classes() string {
	var classes []string
	for _, width := range w {
		classes = append(classes, notAt(width))
	}
	return strings.Join(classes, " ")
}

// notAt is the class of what is left out at a width, which is named by its place among the widths.
func notAt(width int) string { return fmt.Sprintf("%snot-%d", look.ClassPrefix, width) }

// LeftOutCSS has what has a class of Classes take the display of one of its widths, and else the one that the form
// gives it.
func LeftOutCSS() string {
	var css strings.Builder
	one := ""
	for width := range look.MostWidths {
		fmt.Fprintf(&css, ".%s { --rb-out-%d: var(%s); }\n", notAt(width), width, atWidth(width))
		one += fmt.Sprintf(", var(--rb-out-%d", width)
	}
	fmt.Fprintf(&css, "[class*=%s] { --rb-left-out: %s%s; }\n", look.ClassPrefix+"not-", strings.TrimPrefix(one, ", "),
		strings.Repeat(")", look.MostWidths))
	return css.String()
}

// atWidth is the custom property that says what is shown at a width, and only there.
func atWidth(width int) string { return "--rb-at-" + strconv.Itoa(width) }

// LeftOutVariables set the display of each width at which some feature is left out.
func LeftOutVariables(v kind.View) []kind.Variable {
	var variables []kind.Variable
	for i := range v.Widths {
		if !slices.ContainsFunc(v.Set.Items("features"), func(item kind.Item) bool {
			return slices.Contains(LeftOutAt(item, v.Widths), i)
		}) {
			continue
		}
		variables = append(variables, kind.Variable{Name: atWidth(i), Width: i, Value: "none"})
		if i+1 < len(v.Widths) {
			variables = append(variables, kind.Variable{Name: atWidth(i), Width: i + 1, Value: "initial"})
		}
	}
	return variables
}

// UnknownWidths finds features that are left out at what is no width of the site.
func UnknownWidths(v kind.View) []kind.Finding {
	var names []string
	for _, width := range v.Widths {
		names = append(names, width.Name)
	}
	var found []kind.Finding
	for _, item := range v.Set.Items("features") {
		for _, name := range leftOut(item) {
			if !slices.Contains(names, name) {
				found = append(found, kind.Finding{Check: "width", Where: kind.Text(item.Facts, "name"), Key: item.ID,
					Measured: "left out at " + name, Needed: strings.Join(names, ", "),
					Mend: &kind.Mend{Label: "leave it out nowhere else", Facts: []kind.FactEdit{{Axis: FeatureAxis.Name,
						Item: item.ID, Key: leftOutField.Name, Text: strings.Join(slices.DeleteFunc(leftOut(item),
							func(other string) bool { return other == name }), " ")}}}})
			}
		}
	}
	return found
}
