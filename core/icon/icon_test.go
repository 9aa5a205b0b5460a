package icon_test

import (
	"encoding/xml"
	"errors"
	"io"
	"strings"
	"testing"

	"rubrel/core/icon"
)

// Every icon is well-formed and draws nothing but shapes.
func TestIconsAreShapes(t *testing.T) {
	if len(icon.Names()) < 1500 {
		t.Errorf("there are %d icons", len(icon.Names()))
	}
	for _, name := range icon.Names() {
		decoder := xml.NewDecoder(strings.NewReader(string(icon.SVG(name))))
		for {
			token, err := decoder.Token()
			if errors.Is(err, io.EOF) {
				break
			}
			if err != nil {
				t.Fatalf("%s: %v", name, err)
			}
			start, ok := token.(xml.StartElement)
			if ok && !strings.Contains(" svg path circle rect line polyline polygon ellipse ", " "+start.Name.Local+" ") {
				t.Errorf("%s has a %s", name, start.Name.Local)
			}
		}
	}
}

func TestType(t *testing.T) {
	for text, want := range map[string]string{"moon": "moon", " Map Pin ": "map-pin", "SHIELD-check": "shield-check"} {
		if v, err := (icon.Type{}).Parse(text); err != nil || v.String() != want {
			t.Errorf("%q: %v, %v", text, v, err)
		}
	}
	if _, err := (icon.Type{}).Parse("shiel"); err == nil || !strings.Contains(err.Error(), "there is shield, ") {
		t.Errorf("an icon that is not there: %v", err)
	}
	if icon.SVG("nothing") != "" {
		t.Error("an icon that is not there is drawn")
	}
}
