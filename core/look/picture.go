package look

import (
	"fmt"
	"regexp"
	"strings"
)

// Picture is one of the site's pictures as a ground: it covers the part, is contained in it, or is so wide and
// repeated.
type Picture struct {
	Name string
	Size string // "cover", "contain", or a width
	At   [2]Length
}

// PictureName is how a picture is called.
var PictureName = regexp.MustCompile(`^[a-z0-9][a-z0-9-]{0,39}$`)

// parsePicture reads "sky", "sky, contain", "sky, 320px, 0% 100%".
func parsePicture(_ Property, _, inside string, _ TokenNames) (Layer, error) {
	words := splitOutsideBrackets(inside, ',')
	if len(words) < 1 || len(words) > 3 || !PictureName.MatchString(words[0]) {
		return nil, fmt.Errorf("%q is not the name of a picture, with its size and place: picture(sky, cover, 50%% 50%%)",
			inside)
	}
	picture := Picture{Name: words[0], Size: "cover", At: [2]Length{{50_000, "%"}, {50_000, "%"}}}
	if len(words) > 1 && words[1] != "cover" && words[1] != "contain" {
		width, err := bounded(words[1], "px", 1000, 3_000_000)
		if err != nil {
			return nil, fmt.Errorf("%q is not cover, contain or a width: %w", words[1], err)
		}
		picture.Size = width.String()
	} else if len(words) > 1 {
		picture.Size = words[1]
	}
	if len(words) == 3 {
		places := strings.Fields(words[2])
		if len(places) != 2 {
			return nil, fmt.Errorf("%q is not a place across and down, such as 50%% 0%%", words[2])
		}
		for i, place := range places {
			l, err := bounded(place, "%", 0, 100_000)
			if err != nil || l.Unit != "%" && l.Milli != 0 {
				return nil, fmt.Errorf("%q is not a place from 0%% to 100%%", place)
			}
			picture.At[i] = Length{l.Milli, "%"}
		}
	}
	return picture, nil
}

func (Picture) inks() []Value { return nil }

func (p Picture) String() string {
	return fmt.Sprintf("picture(%s, %s, %s %s)", p.Name, p.Size, p.At[0], p.At[1])
}

// CSS refers to the custom property that a release sets to the picture's address.
func (p Picture) CSS() string { return "var(" + p.CustomProperty() + ")" }

// CustomProperty carries the picture's address.
func (p Picture) CustomProperty() string { return "--rb-picture-" + p.Name }

func (p Picture) layer() []placed {
	at := placed{image: p.CSS(), size: p.Size, position: p.At[0].String() + " " + p.At[1].String(), repeat: "no-repeat"}
	if p.Size != "cover" && p.Size != "contain" {
		at.repeat = "repeat"
	}
	return []placed{at}
}
