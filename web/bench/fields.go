package bench

import (
	"rubrel/core/look"
)

// controlView is the tray below the ledger: what a look value is made of, as fields. Which fields there are follows
// from the property; what they make together is said in the template, in the words that the ledger reads.
type controlView struct {
	At, Property, Hint string
	Shape              string // of the control: ink, ground, shadows, border, sides, easing, move, words, number or text
	Words              []string
	Word               string // the one that holds
	Chips              []chip // tokens that can be the value
	Number             numberField
	Ink                inkField
	Layers             []layerField
	Adds               []layerChoice
	Borders            []borderField // one, or one for each side
	Sides              [4]string     // as texts
	Names              []string      // of the sides or corners
	Joined             bool
	Sided              bool // a border may be parted: the part has one on each side
	Text               string
	Shadows            []shadowField
	Inset              bool // a shadow may lie inside
	Ease               [4]string
	Offset             [2]numberField
	Packings           []packing
}

// columnsProperty is the property that says how many records stand side by side.
const columnsProperty = "grid-template-columns"

// chip is a token with what it stands for.
type chip struct{ Name, Value, Swatch string }

// numberField is a number with its unit and the range of its slider.
type numberField struct {
	Value             string
	Unit              look.Unit
	Least, Most, Step string
}

// inkField is a colour: as it is said, and by its coordinates in OKLCH.
type inkField struct {
	Text, Shown string
	L, C, H, A  string
	Roles       []chip
}

type borderField struct {
	Width string
	Style string
	Ink   inkField
	Text  string
}

type shadowField struct {
	Inset              bool
	X, Y, Blur, Spread string
	Ink                inkField
}

// layerField is one image of a ground.
type layerField struct {
	Choice         string // the name of its sort
	Stops          []stopField
	Angle          string
	AtX, AtY       string
	Ink            inkField
	Mark, Pitch    string
	Picture, Size  string
	Tile           string // the width of a repeated picture
	Pictures       []string
	PlaceX, PlaceY string
}

type stopField struct {
	Place string
	Ink   inkField
}

// layerChoice is a sort of image with what it begins as.
type layerChoice struct{ Name, Text string }
