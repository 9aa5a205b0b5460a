package pricing

import (
	"strconv"
	"time"

	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
	"rubrel/kinds/pricing/shop"
)

// thing is an object of schema.org.
type thing map[string]any

// data says the plans to machines: a Product each, with an Offer for every period and currency that it is sold in.
// The amounts are those that are shown; plans without an amount have no offer. For how many a plan fits is advice, and
// bounds no offer.
func data(v kind.View) []any {
	s := shop.New(v)
	var products []any
	for _, record := range v.Set.Records {
		product := thing{"@context": "https://schema.org", "@type": "Product", "name": kind.Text(record.Facts, "title"),
			"category": v.Set.Name}
		if text := kind.Text(record.Facts, "subtitle"); text != "" {
			product["description"] = text
		}
		var offers []any
		for _, c := range s.Choices() {
			if price, _, ok := s.List.Price(record.ID, c.Period, c.Currency); ok && price.HasAmount() {
				offers = append(offers, offerThing(s, record, c, price))
			}
		}
		if len(offers) > 0 {
			product["offers"] = offers
			products = append(products, product)
		}
	}
	return products
}

func offerThing(s *shop.Shop, record kind.Record, c shop.Choice, price pricing.Price) thing {
	amount := plain(s, price.Amount, c)
	offer := thing{"@type": "Offer", "price": amount, "priceCurrency": c.Currency.Currency.Code}
	if until, ends := s.Until(record); ends && price.Was != nil {
		offer["priceValidUntil"] = until.At.Format(time.RFC3339)
	}
	tariff, _ := s.List.Tariff(record.ID, c.Period, c.Currency)
	var specifications []any
	if len(tariff.Bands) > 0 {
		from := int64(1)
		for _, band := range tariff.Bands {
			specification := specification(s, c, tariff, band.Rate)
			specification["eligibleQuantity"] = quantity(from, band.To)
			specifications = append(specifications, specification)
			from = band.To + 1
		}
	} else {
		specifications = append(specifications, specification(s, c, tariff, price.Amount))
	}
	if price.Was != nil {
		earlier := specification(s, c, tariff, *price.Was)
		earlier["priceType"] = "https://schema.org/StrikethroughPrice"
		specifications = append(specifications, earlier)
	}
	offer["priceSpecification"] = specifications
	return offer
}

// specification is a UnitPriceSpecification: what an amount is for.
func specification(s *shop.Shop, c shop.Choice, tariff pricing.Tariff, amount money.Decimal) thing {
	specification := thing{"@type": "UnitPriceSpecification", "price": plain(s, amount, c),
		"priceCurrency": c.Currency.Currency.Code}
	if c.Period.Period != pricing.Once {
		specification["billingDuration"] = c.Period.Period.String()
	}
	if s.Tax != nil {
		specification["valueAddedTaxIncluded"] = s.Tax.Included
	}
	if noun := s.Fact("seat"); noun != "" && tariff.Model != pricing.Flat {
		reference := thing{"@type": "QuantitativeValue", "value": "1", "unitText": noun}
		switch {
		case tariff.Model == pricing.Package:
			reference["value"] = strconv.FormatInt(tariff.Size, 10)
		case tariff.Plus != nil:
			reference["value"] = strconv.FormatInt(max(1, tariff.Included), 10)
		}
		specification["referenceQuantity"] = reference
	}
	return specification
}

// plain is an amount with the places of its currency.
func plain(s *shop.Shop, amount money.Decimal, c shop.Choice) string {
	return amount.HalfUp(c.Currency.Currency.Digits).String()
}

func quantity(from, to int64) thing {
	q := thing{"@type": "QuantitativeValue", "minValue": from}
	if to != 0 {
		q["maxValue"] = to
	}
	return q
}
