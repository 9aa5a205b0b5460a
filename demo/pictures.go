package demo

import (
	"embed"
	"encoding/json"
	"path"
	"regexp"
	"sync"
)

// drawn are the pictures of the demo sites, as tools/pictures draws them, and an index of what documents say of them.
//
//go:embed pictures
var drawn embed.FS

// Picture is what a document says of a picture.
type Picture struct {
	Order  string `json:"order,omitempty"`
	File   string `json:"file"`
	Type   string `json:"type"`
	Width  int    `json:"width"`
	Height int    `json:"height"`
	Cells  []byte `json:"cells"`
	Data   []byte `json:"data,omitempty"`
}

// Drawn is one of the pictures by its name, with its bytes. It panics where there is none.
func Drawn(name string) Picture {
	picture, ok := index()[name]
	if !ok {
		panic("demo: there is no picture " + name)
	}
	data, err := drawn.ReadFile(path.Join("pictures", name+".jpg"))
	if err != nil {
		panic("demo: pictures: " + err.Error())
	}
	picture.Data = data
	return picture
}

// index is what documents say of the pictures, by name.
var index = sync.OnceValue(func() map[string]Picture {
	pictures := map[string]Picture{}
	file, err := drawn.ReadFile("pictures/index.json")
	if err == nil {
		err = json.Unmarshal(file, &pictures)
	}
	if err != nil {
		panic("demo: pictures: " + err.Error())
	}
	return pictures
})

// ordered is a line of a document that says of a picture no more than its order.
var ordered = regexp.MustCompile(`(?m)^  "([a-z0-9-]+)": \{"order": "([^"]+)"\}`)

// withPictures is a document in which those pictures stand whole of which it says no more than their order.
func withPictures(document string) []byte {
	return []byte(ordered.ReplaceAllStringFunc(document, func(line string) string {
		said := ordered.FindStringSubmatch(line)
		picture := Drawn(said[1])
		picture.Order = said[2]
		whole, err := json.Marshal(picture)
		if err != nil {
			panic("demo: " + err.Error())
		}
		return `  "` + said[1] + `": ` + string(whole)
	}))
}
