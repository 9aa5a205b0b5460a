package kind

import (
	"html/template"
	"io/fs"
	"strings"
)

// Templates parses the templates of a folder, and panics where one cannot be parsed. A line that begins with a tab
// goes on where the one before it ends, after a space: source that fits a screen ships as whole tags.
func Templates(files fs.FS, names ...string) *template.Template {
	all := template.New("")
	for _, pattern := range names {
		found, err := fs.Glob(files, pattern)
		if err != nil || len(found) == 0 {
			panic("no templates at " + pattern)
		}
		for _, name := range found {
			source, err := fs.ReadFile(files, name)
			if err != nil {
				panic(err)
			}
			template.Must(all.New(name).Parse(joined(string(source))))
		}
	}
	return all
}

func joined(source string) string {
	lines := strings.Split(source, "\n")
	whole := lines[:1]
	for _, line := range lines[1:] {
		if rest := strings.TrimLeft(line, "\t"); rest != line {
			whole[len(whole)-1] += " " + rest
		} else {
			whole = append(whole, line)
		}
	}
	return strings.Join(whole, "\n")
}
