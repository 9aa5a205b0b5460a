package look

import "strconv"

// RemPx is how many CSS px a rem is where the visitor's browser has the size of text that it began with: what a
// length in px is taken to mean when sizes of type are written in rem, so that they follow a visitor who wants larger
// text.
const RemPx = 16

// Rem writes a length in rem where it is one in px.
func (l Length) Rem() string {
	if l.Unit != "px" {
		return l.String()
	}
	// A sixteenth of a thousandth has seven decimals at most, and is exact in binary, too.
	return strconv.FormatFloat(float64(l.Milli)/1000/RemPx, 'f', -1, 64) + "rem"
}

// typeCSS is the CSS of a size of type: of what is in px, in rem.
func typeCSS(v Value) string {
	switch v := v.(type) {
	case Length:
		return v.Rem()
	case Fluid:
		return v.following("var("+WidthProperty+")", Length.Rem)
	}
	return v.CSS()
}

// Declarations are what CSS is told of a property's value: one declaration, or several where no one CSS property takes
// it.
func Declarations(name string, v Value) []Declaration {
	if borders, parted := v.(Borders); parted {
		return borders.declarations()
	}
	return []Declaration{{name, cssOf(name, v)}}
}

// cssOf is the CSS of a property's value.
func cssOf(property string, v Value) string {
	if property == "font-size" {
		return typeCSS(v)
	}
	return v.CSS()
}
