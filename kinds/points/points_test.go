package points_test

import (
	"fmt"
	"testing"

	"rubrel/testkit"
)

// steps is a way through a client's day: short and long, in another language.
func steps(facts map[string]string) testkit.Gallery {
	return testkit.Gallery{Kind: "points", Facts: facts, Forms: []string{"rows", "columns", "timeline"},
		Records: []map[string]string{
			{"title": "Ankunft", "icon": "bus"},
			{"title": "Sicherheitsunterweisung und Ausrüstung", "icon": "shield-check", "text": "Gurt, Helm, Schuhe. " +
				"Wer schon einmal da war, zeigt den Knoten. Alle anderen lernen ihn hier, in Ruhe und zu zweit.",
				"link": "regeln.html", "link-text": "Die Regeln"},
			{"title": "An die Wand", "icon": "mountain", "text": "*Endlich.*", "featured": "yes"},
		}}
}

// Every form's page passes the HTML checker and axe-core, and is no wider than its window.
func TestPagesAreSound(t *testing.T) {
	var folders []string
	b := testkit.Launch(t, 1200, 900)
	for _, facts := range []map[string]string{
		{},
		{"signs": "numbers", "side": "at the end", "answers": "the whole point"},
	} {
		folder, address := testkit.Publish(t, steps(facts).Site(t))
		folders = append(folders, folder)
		b.Open(address)
		b.CheckAccessibility(fmt.Sprint(facts))
		b.CheckOverflow(fmt.Sprint(facts), 320, 768, 1200)
	}
	testkit.CheckHTML(t, folders...)
}

// Both panels of a point are equally tall at every width, on the side that the set says; the line of a timeline goes
// from sign to sign and ends at the last.
func TestPanels(t *testing.T) {
	b := testkit.Launch(t, 1200, 900)
	for side, before := range map[string]bool{"at the start": true, "at the end": false} {
		_, address := testkit.Publish(t, steps(map[string]string{"side": side}).Site(t))
		b.Open(address)
		for _, width := range []int64{320, 768, 1200} {
			b.Size(width, 900)
			if fault := b.Text(fmt.Sprintf(`(() => {
				for (const point of document.querySelectorAll('.rb-point')) {
					const [sign, words] = ['.rb-media', '.rb-words'].map((s) => point.querySelector(s).getBoundingClientRect());
					const what = point.closest('[data-rb]').id + ' ' + point.dataset.record;
					if (Math.abs(sign.height - words.height) > 0.5) return what + ': ' + sign.height + ' beside ' + words.height;
					const icon = point.querySelector('.rb-icon').getBoundingClientRect();
					if (Math.abs(icon.left + icon.right - sign.left - sign.right) > 1) return what + ': off the middle';
					if ((sign.right <= words.left) !== %v) return what + ' stands on the other side';
				}
				return '';
			})()`, before)); fault != "" {
				t.Errorf("%s, %d px: %s", side, width, fault)
			}
		}
	}
	ends := testkit.Eval[[]float64](b, `[...document.querySelectorAll('#timeline .rb-point')].map((point) => {
		const line = getComputedStyle(point.querySelector('.rb-media'), '::before');
		const next = point.nextElementSibling?.querySelector('.rb-icon').getBoundingClientRect().top;
		if (line.content === 'none') return next === undefined ? 0 : -1;
		return point.querySelector('.rb-media').getBoundingClientRect().bottom - parseFloat(line.bottom) - next;
	})`)
	for i, off := range ends {
		if off < -0.5 || off > 0.5 {
			t.Errorf("the line from point %d ends %.1f px off the next", i+1, off)
		}
	}
}
