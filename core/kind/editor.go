package kind

// Editor says how a ledger shows the values of a type, and with what they are edited. The zero value is a line of text.
type Editor struct {
	Align Align
	// Words are what a value can be, where it is one of a few.
	Words []string
	// Offers is what the editor offers to choose from.
	Offers Offer
	// Lines says that a value may have several lines, and Marks that keys set its emphasis and its links.
	Lines, Marks bool
	// Turns says that a value is yes or no, drawn as a mark and turned by one key, or something said instead.
	Turns bool
	// PlaceOn is the field of the set whose picture the value is a place on; "" for none.
	PlaceOn string
	// Swatch is the colour that a value stands for, as CSS writes it; nil for types that are none.
	Swatch func(text string) string
}

// Offer is a stock from which a value is chosen.
type Offer string

// The stocks. Those of a site hold what the site has.
const (
	NoOffer      Offer = ""
	IconOffer    Offer = "icons"
	PictureOffer Offer = "pictures"
	ColourOffer  Offer = "colours"
	SetOffer     Offer = "sets"
	BlockOffer   Offer = "blocks"
	PageOffer    Offer = "pages" // and places on them
)
