package richtext

import (
	"regexp"
	"strings"
)

// marking are the characters that mean something within a line of markup (CommonMark 0.31, section 2.4).
var marking = strings.NewReplacer(
	`\`,
	`\\`,
	"`",
	"\\`",
	"*",
	`\*`,
	"_",
	`\_`,
	"[",
	`\[`,
	"]",
	`\]`,
	"<",
	`\<`,
	">",
	`\>`,
	"&",
	`\&`,
	"~",
	`\~`,
	"|",
	`\|`,
	"#",
	`\#`,
)

// What at the beginning of a line makes code, or a list, a rule or a heading of it.
var (
	indent    = regexp.MustCompile(`(?m)^[ \t]+`)
	lineStart = regexp.MustCompile(`(?m)^([-+=:]|[0-9]{1,9}[.)])`)
)

// Escape is a plain text as markup that shows it as it is, but for white space.
func Escape(plain string) string {
	return lineStart.ReplaceAllStringFunc(indent.ReplaceAllString(marking.Replace(plain), ""), func(start string) string {
		last := len(start) - 1
		return start[:last] + `\` + start[last:]
	})
}
