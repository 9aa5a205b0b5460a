package screen

import (
	"embed"
	"encoding/json"
	"html/template"
	"strconv"
	"time"

	"rubrel/core/document"
	"rubrel/core/look"
)

var functions = template.FuncMap{
	"ago": func(t time.Time) string { return ago(time.Since(t)) },
	"iso": func(t time.Time) string { return t.UTC().Format(time.RFC3339) },
	"plural": func(n int, one, many string) string {
		if n == 1 {
			return "1 " + one
		}
		return strconv.Itoa(n) + " " + many
	},
	"schemes": func() map[document.Scheme]string {
		return map[document.Scheme]string{document.LightScheme: "light", document.DarkScheme: "dark",
			document.AutoScheme: "as the visitor’s system asks"}
	},
	"scheme": func(said, value document.Scheme) bool {
		return said == value || said == "" && value == document.LightScheme
	},
	"json": func(v any) (string, error) {
		text, err := json.Marshal(v)
		return string(text), err
	},
	"languages": func() []languageChoice { return languages }, "languageName": document.LanguageName,
	"kilobytes":    func(n int64) string { return strconv.FormatInt((n+1023)/1024, 10) + " KB" },
	"add":          func(a, b int) int { return a + b },
	"list":         func(items ...string) []string { return items },
	"borderStyles": look.BorderStyles, "easeNames": func() []string { return []string{"x1", "y1", "x2", "y2"} },
	"pictureSizes": func() []string { return []string{"cover", "contain", "repeat"} },
}

func ago(d time.Duration) string {
	switch {
	case d < time.Minute:
		return "just now"
	case d < time.Hour:
		return strconv.Itoa(int(d.Minutes())) + " min ago"
	case d < 24*time.Hour:
		return strconv.Itoa(int(d.Hours())) + " h ago"
	}
	return strconv.Itoa(int(d.Hours()/24)) + " d ago"
}

//go:embed *.html
var templateFiles embed.FS
