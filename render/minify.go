package render

import (
	"sync"

	"github.com/tdewolff/minify/v2"
	"github.com/tdewolff/minify/v2/js"
)

var minifier = func() *minify.M {
	m := minify.New()
	m.AddFunc("text/javascript", js.Minify)
	return m
}()

// minified writes a script without comments and needless space. The scripts are Rubrel's own, so one that cannot be
// read is a fault of the program.
func minified(script string) string {
	if script == "" {
		return ""
	}
	if short, ok := minifiedScripts.Load(script); ok {
		return short.(string)
	}
	short, err := minifier.String("text/javascript", script)
	if err != nil {
		panic("render: script: " + err.Error())
	}
	minifiedScripts.Store(script, short)
	return short
}

// minifiedScripts is a table of what has been done: there are a few scripts, and each rendering asks for them.
var minifiedScripts sync.Map
