// Package pricing is the computation behind a price list: prices, periods and what follows from them.
package pricing

import (
	"encoding/json"
	"fmt"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/money"
)

// Price is what a plan costs for one period in one currency: an amount, bands of amounts, free, or words.
type Price struct {
	Amount money.Decimal
	Free   bool
	Words  string         // "Ask us"; then there is no amount
	From   bool           // the amount is the least of several
	Was    *money.Decimal // an earlier, higher amount
	Plus   *money.Decimal // for each seat beyond those included; Amount is then what the included ones cost together
	Bands  []Band         // amounts by number of seats; Amount is then the first band's
}

// Ordinary is the price without its offer: the earlier amount, where there is one.
func (p Price) Ordinary() Price {
	if p.Was != nil {
		p.Amount, p.Was = *p.Was, nil
	}
	return p
}

// HasAmount reports whether the price is a number; free is the number nought.
func (p Price) HasAmount() bool { return p.Words == "" }

// Amounts lists every amount of a price.
func (p Price) Amounts() []money.Decimal {
	if p.Free || p.Words != "" {
		return nil
	}
	amounts := []money.Decimal{p.Amount}
	for _, more := range []*money.Decimal{p.Was, p.Plus} {
		if more != nil {
			amounts = append(amounts, *more)
		}
	}
	for _, band := range p.Bands {
		amounts = append(amounts, band.Rate)
	}
	return amounts
}

// String is what the designer reads and types: "9.00", "free", "from 9.00", "9.00 was 12.00", "49.00 plus 9.00",
// "4.50 to 10; 4.00 to 30; 3.50", "Ask us".
func (p Price) String() string {
	switch {
	case p.Words != "":
		return p.Words
	case p.Free:
		return "free"
	case len(p.Bands) > 0:
		return bandsText(p.Bands)
	}
	s := p.Amount.String()
	if p.From {
		s = "from " + s
	}
	if p.Plus != nil {
		s += " plus " + p.Plus.String()
	}
	if p.Was != nil {
		s += " was " + p.Was.String()
	}
	return s
}

// MarshalJSON writes the members that apply.
func (p Price) MarshalJSON() ([]byte, error) {
	switch {
	case p.Words != "":
		return json.Marshal(map[string]any{"words": p.Words})
	case p.Free:
		return json.Marshal(map[string]any{"free": true})
	case len(p.Bands) > 0:
		return json.Marshal(map[string]any{"bands": p.Bands})
	}
	members := map[string]any{"amount": p.Amount}
	if p.From {
		members["from"] = true
	}
	if p.Was != nil {
		members["was"] = *p.Was
	}
	if p.Plus != nil {
		members["plus"] = *p.Plus
	}
	return json.Marshal(members)
}

// freeWords and fromWords are how lists write a free price and a least price, in several languages.
var freeWords = map[string]bool{"free": true, "gratis": true, "kostenlos": true, "gratuit": true, "no charge": true,
	"£0": true, "kostenfrei": true, "gratuito": true, "grátis": true, "free of charge": true, "bezpłatnie": true,
	"zdarma": true, "ücretsiz": true, "ilmainen": true, "ingyenes": true, "無料": true, "免费": true, "무료": true,
	"חינם": true, "مجاني": true, "مجانًا": true, "бесплатно": true, "безкоштовно": true, "δωρεάν": true}
var fromWords = []string{"from ", "ab ", "à partir de ", "dès ", "desde ", "starting at ", "a partire da ", "da ",
	"a partir de ", "vanaf ", "från ", "fra ", "od ", "alkaen ", "от ", "від ", "από "}

// PriceType reads prices.
type PriceType struct{}

// mostWords bounds a price in words, so that it still fits where a price stands.
const mostWords = 40

// Parse reads an amount with or without currency, "free", "from …", "… was …", "… plus …", bands, or words. A point
// stands before a fraction, as in what String writes; a comma does where it cannot be anything else.
// A negative amount, and digits that are not an amount, are refused.
func (t PriceType) Parse(text string) (kind.Value, error) {
	p, _, err := ReadPrice(text, money.Separators{})
	if err == nil && strings.Contains(text, ".") {
		p, _, err = readPointed(text, p)
	}
	if err != nil {
		return nil, err
	}
	return p, nil
}

// readPointed reads again with a point before fractions; where that does not work, as in "1.299,00", what was read
// without holds.
func readPointed(text string, otherwise Price) (Price, money.Written, error) {
	p, written, err := ReadPrice(text, money.Separators{Decimal: '.'})
	if err != nil {
		return otherwise, written, nil
	}
	return p, written, nil
}

// ReadPrice reads a price and says which currency was written with it, if any.
func ReadPrice(text string, separators money.Separators) (Price, money.Written, error) {
	cleaned, err := kind.TextType{Most: 400}.Parse(text)
	if err != nil {
		return Price{}, money.Written{}, err
	}
	words := cleaned.String()
	lower := strings.ToLower(words)
	if freeWords[lower] {
		return Price{Free: true}, money.Written{}, nil
	}
	if !strings.ContainsAny(words, "0123456789") {
		if n := len([]rune(words)); n > mostWords || n == 0 {
			return Price{}, money.Written{}, fmt.Errorf("a price in words has 1 to %d characters, such as \"Ask us\"", mostWords)
		}
		return Price{Words: words}, money.Written{}, nil
	}
	if strings.Contains(words, ";") {
		return readBands(words, separators)
	}
	return readSimple(words, lower, separators)
}

// readSimple reads one amount with what may stand around it.
func readSimple(words, lower string, separators money.Separators) (Price, money.Written, error) {
	var p Price
	for _, from := range fromWords {
		if strings.HasPrefix(lower, from) {
			p.From = true
			words = strings.TrimSpace(words[len(from):])
			break
		}
	}
	now, was, crossed := strings.Cut(words, " was ")
	now, plus, more := strings.Cut(now, " plus ")
	written, err := readAmount(now, separators)
	if err != nil {
		return Price{}, written, err
	}
	p.Amount = written.Amount
	if more {
		each, err := readAmount(plus, separators)
		if err != nil {
			return Price{}, written, err
		}
		p.Plus = &each.Amount
	}
	if crossed {
		earlier, err := readAmount(was, separators)
		if err != nil {
			return Price{}, written, err
		}
		if earlier.Amount.Cmp(p.Amount) <= 0 {
			return Price{}, written, fmt.Errorf("the earlier price %s is not above the price %s", earlier.Amount, p.Amount)
		}
		p.Was = &earlier.Amount
	}
	return p, written, nil
}

func readAmount(text string, separators money.Separators) (money.Written, error) {
	written, err := money.ReadWritten(text, separators)
	if err == nil && written.Amount.IsNegative() {
		err = fmt.Errorf("%s is negative: a price is nought or more", written.Amount)
	}
	if err == nil && len(written.Amount.String()) > 16 {
		err = fmt.Errorf("%s is longer than any price Rubrel can set", written.Amount)
	}
	return written, err
}

// Decode reads what MarshalJSON writes, and nothing looser.
func (t PriceType) Decode(held any) (kind.Value, error) {
	members, ok := held.(map[string]any)
	if !ok {
		return nil, fmt.Errorf("a price is an object such as {\"amount\": \"9.00\"}, {\"free\": true} or {\"words\": \"Ask " +
			"us\"}")
	}
	for name := range members {
		if !strings.Contains(" amount free words from was plus bands ", " "+name+" ") {
			return nil, fmt.Errorf("a price has no member %q", name)
		}
	}
	if words, ok := members["words"].(string); ok && len(members) == 1 {
		return t.Parse(words)
	}
	if free, ok := members["free"].(bool); ok && free && len(members) == 1 {
		return Price{Free: true}, nil
	}
	if bands, ok := members["bands"]; ok && len(members) == 1 {
		return decodeBands(bands)
	}
	text, ok := members["amount"].(string)
	_, free := members["free"]
	_, words := members["words"]
	_, bands := members["bands"]
	if !ok || free || words || bands {
		return nil, fmt.Errorf("a price has an amount, or is free, or is words or bands alone")
	}
	if from, _ := members["from"].(bool); from {
		text = "from " + text
	}
	for _, name := range []string{"plus", "was"} {
		if more, ok := members[name].(string); ok {
			text += " " + name + " " + more
		}
	}
	p, _, err := ReadPrice(text, money.Separators{Decimal: '.'})
	return p, err
}

// Schema is one of four objects.
func (PriceType) Schema() kind.Schema {
	amount := kind.Schema{"type": "string", "pattern": `^[0-9]+(\.[0-9]+)?$`, "maxLength": 16}
	object := func(required string, properties kind.Schema) kind.Schema {
		return kind.Schema{"type": "object", "additionalProperties": false, "required": []string{required},
			"properties": properties}
	}
	band := object("rate", kind.Schema{"to": kind.Schema{"type": "integer", "minimum": 1, "maximum": MostSeats},
		"rate": amount})
	return kind.Schema{"oneOf": []any{
		object("amount", kind.Schema{"amount": amount, "from": kind.Schema{"type": "boolean"}, "was": amount,
			"plus": amount}),
		object("free", kind.Schema{"free": kind.Schema{"const": true}}),
		object("words", kind.Schema{"words": kind.Schema{"type": "string", "minLength": 1, "maxLength": mostWords}}),
		object("bands", kind.Schema{"bands": kind.Schema{"type": "array", "minItems": 1, "maxItems": mostBands,
			"items": band}}),
	}}
}

// Editor sets amounts right, so that their figures stand below each other.
func (PriceType) Editor() kind.Editor { return kind.Editor{Align: kind.Right} }

// Numbers are written with groups.
func (PriceType) Numbers() money.Numbers { return money.Grouped }
