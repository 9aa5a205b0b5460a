package web_test

import (
	"encoding/json"
	"net/http"
	"strconv"
	"testing"

	"rubrel/testkit/chromium"
)

// Whatever a check finds and can mend is mended by its button in the list of marks, and is gone from it.
func TestEachMendClearsItsMark(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	for _, c := range []struct {
		check string
		says  map[string]string
	}{
		{"said twice", map[string]string{"look/title.color": "#225588", "look/zenith:period.color": "#225588"}},
		{"contrast", map[string]string{"look/text.color": "#aaaaaa"}},
		{"drift", map[string]string{"look/note.font-size": "14.2px"}},
		{"target", map[string]string{"look/button.padding": "1px 10px"}},
		{"hover only", map[string]string{"look/note.display": "none", "look/note.display@hover": "shown"}},
		{"late", map[string]string{"look/card.animation-name": "rise", "look/card.animation-delay": "500ms each"}},
		{"wrap", map[string]string{"look/badge.font-size@middle": "34px"}},
		{"fit", map[string]string{"fact/dusk/subtitle": "A1B2C3D4E5F6G7H8I9J0K1L2",
			"look/cards.grid-template-columns@middle": "3"}},
		{"measure", map[string]string{"fact/zenith/subtitle": "For those who have always wondered what is up there and " +
			"would like to come and look for themselves, some Friday", "look/text.font-size": "8px",
			"look/cards.grid-template-columns": "2"}},
		{"orphan", map[string]string{"look/cards.grid-template-columns@middle": "2"}},
	} {
		var cells []map[string]string
		for at, text := range c.says {
			cells = append(cells, map[string]string{"At": at, "Text": text})
		}
		text, err := json.Marshal(cells)
		if err != nil {
			t.Fatal(err)
		}
		form := edit("act", "cells", "cells", string(text))
		l, err := app.Store.Load(t.Context(), "fennmoor")
		if err != nil {
			t.Fatal(err)
		}
		form.Set("version", strconv.FormatInt(l.Version, 10)) // mends before this one may have changed the same cell
		if status, body := post(t, app.URL+benchPath+"/edit", form, nil); status != http.StatusOK {
			t.Fatalf("%s: %d %s", c.check, status, body)
		}
		b.Open(app.URL + benchPath + "/")
		line := "[...document.querySelectorAll('.mark-line:not(.hushed)')].find((e) => e.querySelector('b').textContent " +
			"=== " + chromium.Quote(c.check) + ")"
		b.Await("document.querySelector('.cur') && " + line)
		// A check may find several things; each is mended in turn.
		for range 12 {
			where := b.Text(line + "?.textContent ?? ''")
			if where == "" {
				break
			}
			chromium.Eval[bool](b, line+".querySelector('[data-mend]').click() ?? true")
			b.Await("document.getElementById('saved').textContent === 'saved' && " + line + "?.textContent !== " +
				chromium.Quote(where))
		}
		if left := b.Text(line + "?.textContent ?? ''"); left != "" {
			t.Errorf("%s: after mending there is %s", c.check, left)
		}
	}
}
