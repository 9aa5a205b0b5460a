// Package documents makes the documents of clients that nobody prepared, for tests and benchmarks.
package documents

import "fmt"

// Plans is a site whose one block, "plans", shows a price list of n plans and m features as cards.
func Plans(n, m int) any {
	features, records := map[string]any{}, map[string]any{}
	for f := range m {
		features[fmt.Sprintf("f%d", f)] = child(f, map[string]any{
			"facts": map[string]any{"name": fmt.Sprintf("Feature number %d", f)}})
	}
	for p := range n {
		facts := map[string]any{"title": fmt.Sprintf("Plan %d", p),
			"price:month:eur": map[string]any{"amount": fmt.Sprintf("%d.50", p*7)}}
		for f := range m {
			facts[fmt.Sprintf("feature:f%d", f)] = (f+p)%3 > 0
		}
		records[fmt.Sprintf("p%d", p)] = child(p, map[string]any{"facts": facts, "featured": p == 1})
	}
	return map[string]any{
		"rubrel": 1.0, "name": "Load", "language": "en", "house": map[string]any{"dress": "almanac"},
		"sets": only("s", map[string]any{"kind": "pricing", "name": "Plans",
			"facts": map[string]any{"button": "Take {plan}", "link": "#"}, "records": records, "axes": map[string]any{
				"periods":    only("month", map[string]any{"facts": map[string]any{"label": "a month", "duration": "P1M"}}),
				"currencies": only("eur", map[string]any{"facts": map[string]any{"code": "EUR"}}),
				"features":   features,
			}}),
		"blocks": only("plans", map[string]any{"name": "Plans", "set": "s", "form": "cards"}),
		"pages": only("index", map[string]any{"title": "Plans",
			"bands": only("b", map[string]any{"blocks": only("plans", map[string]any{})})}),
	}
}

// child is a member of a list of a document, at a place.
func child(place int, member map[string]any) map[string]any {
	member["order"] = fmt.Sprintf("%04d5", place)
	return member
}

// only is a list of a document of one member.
func only(id string, member map[string]any) map[string]any {
	return map[string]any{id: child(0, member)}
}
