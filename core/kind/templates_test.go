package kind

import (
	"strings"
	"testing"
	"testing/fstest"
)

func TestTemplates(t *testing.T) {
	files := fstest.MapFS{"a.html": {Data: []byte("<p\n\tclass=\"x\"\n\t\tid=\"y\">{{with\n\t.}}{{.}}{{end}}</p>\n  end")}}
	var out strings.Builder
	if err := Templates(files, "*.html").ExecuteTemplate(&out, "a.html", "text"); err != nil {
		t.Fatal(err)
	}
	if want := "<p class=\"x\" id=\"y\">text</p>\n  end"; out.String() != want {
		t.Errorf("got %q, want %q", out.String(), want)
	}
}
