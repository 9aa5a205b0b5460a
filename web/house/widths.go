package house

import (
	"fmt"
	"net/http"
	"strconv"
	"strings"

	"rubrel/core/document"
	"rubrel/core/look"
)

// widthRow is a width as its fields hold it.
type widthRow struct{ Was, Name, Frame, Below string }

// widthRows are the site's widths and a row to add another; or what was sent and not taken.
func widthRows(r *http.Request, widths look.Widths) []widthRow {
	rows := make([]widthRow, look.MostWidths)
	used := 0
	for i := range rows {
		field := func(name string) string { return strings.TrimSpace(r.PostFormValue(fmt.Sprintf("%s.%d", name, i))) }
		rows[i] = widthRow{field("was"), field("name"), field("frame"), field("below")}
		if !r.PostForm.Has("name.0") && i < len(widths) {
			w := widths[i]
			rows[i] = widthRow{w.Name, w.Name, strconv.Itoa(w.Frame), ""}
			if w.Below > 0 {
				rows[i].Below = strconv.Itoa(w.Below)
			}
		}
		if rows[i] != (widthRow{}) {
			used = i + 1
		}
	}
	return rows[:min(used+1, look.MostWidths)]
}

// setWidths reads the rows of widths; what has no name goes.
func (s *Screen) setWidths(w http.ResponseWriter, r *http.Request) {
	var texts []string
	was := map[string]string{}
	for _, row := range widthRows(r, nil) {
		if row.Name == "" {
			continue
		}
		text := row.Name + " " + row.Frame
		if row.Below != "" {
			text += " below " + row.Below
		}
		texts = append(texts, text)
		if row.Was != "" {
			was[row.Name] = row.Was
		}
	}
	widths, err := look.ParseWidths(strings.Join(texts, ", "))
	if err != nil {
		s.Again(w, r, http.StatusUnprocessableEntity, "The widths are as they were: "+err.Error()+".")
		return
	}
	s.changeHouse(w, r, document.SetWidths{Widths: widths, Was: was})
}
