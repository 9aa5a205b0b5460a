package document_test

import (
	"testing"

	"rubrel/core/document"
	"rubrel/core/svg"
)

// A site's own icon is named by facts, stays while it is shown, and is held as it has been cleaned.
func TestOwnIcons(t *testing.T) {
	site, tree := demoSite(t)
	w := &worked{t, site, tree}
	drawing, err := svg.Clean([]byte(`<svg viewBox="0 0 9 9"><script/><path fill="#123" d="M0 0h9z"/></svg>`))
	if err != nil {
		t.Fatal(err)
	}
	named := document.SetFact{Set: "visit", Record: "dome", Key: "icon", Text: "own:logo"}
	w.refused(named, `"own:logo"`)
	w.do(document.AddIcon{Name: "Logo", Drawing: drawing})
	w.do(named)
	w.refused(document.RemoveIcon{ID: "logo"}, "shows it")
	w.do(document.SetFact{Set: "visit", Record: "dome", Key: "icon", Text: "star"})
	w.do(document.RemoveIcon{ID: "logo"})
	w.refused(document.AddIcon{Name: "Evil", Drawing: svg.Drawing{SVG: `<svg viewBox="0 0 9 9"><script/>` +
		`<path d="M0 0h9z"></path></svg>`}}, "cleaned")
}
