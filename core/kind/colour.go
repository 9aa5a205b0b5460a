package kind

import (
	"rubrel/core/look"
)

// ColourType is a colour: a role of the house style, such as accent, or one that CSS can write.
type ColourType struct{}

// colourProperty reads colours as the look does.
const colourProperty = "color"

// Parse reads a role or a colour.
func (ColourType) Parse(text string) (Value, error) {
	property, err := look.PropertyNamed(colourProperty)
	if err != nil {
		return nil, err
	}
	value, err := property.Parse(text, look.Vocabulary{})
	if err != nil {
		return nil, err
	}
	return TextValue(value.String()), nil
}

// Decode reads a JSON string.
func (t ColourType) Decode(held any) (Value, error) { return DecodeText(t, held) }

// Schema is a bounded string.
func (ColourType) Schema() Schema { return Schema{"type": "string", "maxLength": 80} }

// Editor offers the roles, and shows the colour.
func (ColourType) Editor() Editor { return Editor{Align: Left, Offers: ColourOffer, Swatch: cssColour} }

// cssColour is a colour as CSS writes it; "" for a role, which only a house style knows.
func cssColour(text string) string {
	property, err := look.PropertyNamed(colourProperty)
	if err != nil {
		return ""
	}
	value, err := property.Parse(text, look.Vocabulary{})
	if colour, ok := value.(look.ColourValue); ok && err == nil {
		return colour.CSS()
	}
	return ""
}
