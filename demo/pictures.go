package demo

import (
	"embed"
	"encoding/json"
	"path"
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

// withPictures is a document with the bytes of the pictures that it names, but for those that it brings itself.
func withPictures(document []byte) []byte {
	var site map[string]any
	if err := json.Unmarshal(document, &site); err != nil {
		panic("demo: " + err.Error())
	}
	named, _ := site["pictures"].(map[string]any)
	for name, said := range named {
		members := said.(map[string]any)
		if _, whole := members["file"]; whole {
			continue
		}
		picture := Drawn(name)
		picture.Order, _ = members["order"].(string)
		named[name] = picture
	}
	whole, err := json.Marshal(site)
	if err != nil {
		panic("demo: " + err.Error())
	}
	return whole
}
