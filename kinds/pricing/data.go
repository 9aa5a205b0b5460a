package pricing

import (
	"strconv"
	"time"

	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
)

// thing is an object of schema.org.
type thing map[string]any

// data says the plans to machines: a Product each, with an Offer for every period and currency that it is sold in.
// The amounts are those that are shown; plans without an amount have no offer. For how many a plan fits is advice, and
// bounds no offer.
func data(v kind.View) []any {
	s := newShop(v)
	var products []any
	for _, record := range v.Set.Records {
		product := thing{"@context": "https://schema.org", "@type": "Product", "name": kind.Text(record.Facts, "title"),
			"category": v.Set.Name}
		if text := kind.Text(record.Facts, "subtitle"); text != "" {
			product["description"] = text
		}
		var offers []any
		for _, c := range s.choices() {
			if price, _, ok := s.list.Price(record.ID, c.period, c.currency); ok && price.HasAmount() {
				offers = append(offers, s.offerThing(record, c, price))
			}
		}
		if len(offers) > 0 {
			product["offers"] = offers
			products = append(products, product)
		}
	}
	return products
}

func (s *shop) offerThing(record kind.Record, c choice, price pricing.Price) thing {
	amount := s.plain(price.Amount, c)
	offer := thing{"@type": "Offer", "price": amount, "priceCurrency": c.currency.Currency.Code}
	if until, ends := s.until(record); ends && price.Was != nil {
		offer["priceValidUntil"] = until.At.Format(time.RFC3339)
	}
	tariff, _ := s.list.Tariff(record.ID, c.period, c.currency)
	var specifications []any
	if len(tariff.Bands) > 0 {
		from := int64(1)
		for _, band := range tariff.Bands {
			specification := s.specification(c, tariff, band.Rate)
			specification["eligibleQuantity"] = quantity(from, band.To)
			specifications = append(specifications, specification)
			from = band.To + 1
		}
	} else {
		specifications = append(specifications, s.specification(c, tariff, price.Amount))
	}
	if price.Was != nil {
		earlier := s.specification(c, tariff, *price.Was)
		earlier["priceType"] = "https://schema.org/StrikethroughPrice"
		specifications = append(specifications, earlier)
	}
	offer["priceSpecification"] = specifications
	return offer
}

// specification is a UnitPriceSpecification: what an amount is for.
func (s *shop) specification(c choice, tariff pricing.Tariff, amount money.Decimal) thing {
	specification := thing{"@type": "UnitPriceSpecification", "price": s.plain(amount, c),
		"priceCurrency": c.currency.Currency.Code}
	if c.period.Period != pricing.Once {
		specification["billingDuration"] = c.period.Period.String()
	}
	if s.tax != nil {
		specification["valueAddedTaxIncluded"] = s.tax.Included
	}
	if noun := s.fact("seat"); noun != "" && tariff.Model != pricing.Flat {
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
func (s *shop) plain(amount money.Decimal, c choice) string {
	return amount.HalfEven(c.currency.Currency.Digits).String()
}

func quantity(from, to int64) thing {
	q := thing{"@type": "QuantitativeValue", "minValue": from}
	if to != 0 {
		q["maxValue"] = to
	}
	return q
}
