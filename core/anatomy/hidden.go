package anatomy

import "rubrel/core/kind"

// HiddenVariables give a custom property the value none in the records that the look leaves out, at the widths at which
// it does: for elements of a record that are not those of its part.
func HiddenVariables(v kind.View, name string) []kind.Variable {
	if v.Hidden == nil {
		return nil
	}
	var variables []kind.Variable
	for _, r := range v.Set.Records {
		last := false
		for width := range v.Widths {
			hidden := v.Hidden(r, width)
			if hidden == last {
				continue
			}
			last = hidden
			value := "initial"
			if hidden {
				value = "none"
			}
			variables = append(variables, kind.Variable{Name: name, Width: width, Record: r.ID, Value: value})
		}
	}
	return variables
}
