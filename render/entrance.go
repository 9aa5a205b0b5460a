package render

import _ "embed"

// What comes in at first sight: the script that waits for it, and the states that the script gives it.
var (
	//go:embed entrance.js
	entranceJS string
	//go:embed entrance.css
	entranceCSS string
)

// entranceSheet is the style sheet for what comes in at first sight, where anything does.
func entranceSheet(enters bool) string {
	if !enters {
		return ""
	}
	return entranceCSS
}
