package render

import (
	"html/template"
	"regexp"
	"strconv"
)

// drawnIcon is an icon in the HTML of a block: its start tag, and what is in it. Other drawings have sizes of their
// own.
var drawnIcon = regexp.MustCompile(`(<svg viewBox="[^"]*" width="1em" height="1em"[^>]*>)(.*?)</svg>`)

// once has icons that occur several times in the blocks of a page drawn the first time, and referred to afterwards. The
// ids of what is referred to begin with names.
func once(bands []bandView, names string) {
	times := map[string]int{}
	for _, band := range bands {
		for _, block := range band.Blocks {
			for _, found := range drawnIcon.FindAllStringSubmatch(string(block), -1) {
				times[found[2]]++
			}
		}
	}
	ids := map[string]string{}
	drawn := func(svg string) string {
		found := drawnIcon.FindStringSubmatch(svg)
		start, inside := found[1], found[2]
		if times[inside] < 2 {
			return svg
		}
		if id, drawn := ids[inside]; drawn {
			return start + `<use href="#` + id + `"/></svg>`
		}
		ids[inside] = names + "-i" + strconv.Itoa(len(ids)+1)
		return start + `<g id="` + ids[inside] + `">` + inside + "</g></svg>"
	}
	for _, band := range bands {
		for i, block := range band.Blocks {
			band.Blocks[i] = template.HTML(drawnIcon.ReplaceAllStringFunc(string(block), drawn))
		}
	}
}
