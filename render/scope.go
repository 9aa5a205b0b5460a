package render

import (
	"regexp"
	"strings"

	"rubrel/core/look"
)

// kindClass is the class of every block of a kind, by which its forms' style sheets reach it and no other.
func kindClass(kind string) string { return look.ClassPrefix + "k-" + kind }

var commentPattern = regexp.MustCompile(`(?s)/\*.*?\*/`)

// scoped confines a form's style sheet to the blocks of its kind: every selector begins at the kind's class, with no more
// specificity than before. What kinds call by one name may then stand on one page, and in snippets beside each other.
func scoped(sheet, kind string) string {
	var out strings.Builder
	scopeInto(&out, commentPattern.ReplaceAllString(sheet, ""), ":where(."+kindClass(kind)+") ")
	return out.String()
}

// scopeInto writes rules with a prefix before each of their selectors; those in a conditional group too.
func scopeInto(out *strings.Builder, sheet, prefix string) {
	for {
		open := strings.IndexByte(sheet, '{')
		if open < 0 {
			return
		}
		prelude, end := strings.TrimSpace(sheet[:open]), blockEnd(sheet, open)
		inside := sheet[open+1 : end]
		switch {
		case strings.HasPrefix(prelude, "@media"), strings.HasPrefix(prelude, "@container"), strings.HasPrefix(prelude, "@supports"):
			out.WriteString(prelude + "{")
			scopeInto(out, inside, prefix)
			out.WriteString("}")
		case strings.HasPrefix(prelude, "@"): // a registered property, keyframes
			out.WriteString(prelude + "{" + inside + "}")
		default:
			for i, selector := range selectors(prelude) {
				if i > 0 {
					out.WriteString(",")
				}
				out.WriteString(prefix + selector)
			}
			out.WriteString("{" + inside + "}")
		}
		sheet = sheet[end+1:]
	}
}

// blockEnd is where the block that opens at a place ends; the end of the sheet where it does not.
func blockEnd(sheet string, open int) int {
	depth := 0
	for i := open; i < len(sheet); i++ {
		switch sheet[i] {
		case '{':
			depth++
		case '}':
			if depth--; depth == 0 {
				return i
			}
		}
	}
	return len(sheet) - 1
}

// selectors cuts a list of selectors at the commas outside brackets.
func selectors(list string) []string {
	var all []string
	depth, begun := 0, 0
	for i := range len(list) {
		switch list[i] {
		case '(', '[':
			depth++
		case ')', ']':
			depth--
		case ',':
			if depth == 0 {
				all, begun = append(all, strings.TrimSpace(list[begun:i])), i+1
			}
		}
	}
	return append(all, strings.TrimSpace(list[begun:]))
}
