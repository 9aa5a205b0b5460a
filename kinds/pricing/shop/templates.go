package shop

import (
	"embed"
	"html/template"
	"io/fs"
	"strings"

	"rubrel/core/kind"
)

//go:embed parts.html
var files embed.FS

var fragments = kind.Templates(files, "parts.html")

// Render writes one of the fragments that forms share.
func Render(name string, view any) template.HTML {
	return (&FormTemplates{fragments}).render(name, view)
}

// FormTemplates are the templates of a form, over the fragments that forms share.
type FormTemplates struct{ all *template.Template }

// Templates parses the templates of a form, and panics where one cannot be parsed.
func Templates(form fs.FS) *FormTemplates {
	all := kind.Templates(form, "*.html")
	for _, fragment := range fragments.Templates() {
		template.Must(all.AddParseTree(fragment.Name(), fragment.Tree))
	}
	return &FormTemplates{all}
}

// Execute writes a form.
func (t *FormTemplates) Execute(name string, view any) (template.HTML, error) {
	return t.render(name, view), nil
}

// render writes a template with what it takes: that one fails is a fault of its package.
func (t *FormTemplates) render(name string, view any) template.HTML {
	var out strings.Builder
	if err := t.all.ExecuteTemplate(&out, name, view); err != nil {
		panic("pricing: " + err.Error())
	}
	return template.HTML(out.String())
}
