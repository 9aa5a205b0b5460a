package render

import (
	"regexp"
	"strconv"
)

// drawnIcon is an icon in the HTML of a block: its start tag, and what is in it. Other drawings have sizes of their
// own.
var drawnIcon = regexp.MustCompile(`(<svg viewBox="[^"]*" width="1em" height="1em"[^>]*>)(.*?)</svg>`)

// once is the HTML of a block in which an icon that occurs several times is drawn the first time, and referred to
// afterwards. The ids of what is referred to begin with the block's names.
func once(html, names string) string {
	times := map[string]int{}
	for _, found := range drawnIcon.FindAllStringSubmatch(html, -1) {
		times[found[2]]++
	}
	ids := map[string]string{}
	return drawnIcon.ReplaceAllStringFunc(html, func(svg string) string {
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
	})
}
