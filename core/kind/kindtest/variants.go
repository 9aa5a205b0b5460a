package kindtest

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"rubrel/core/kind"
)

// words are texts such as clients bring: what a type takes of them is said.
var words = []string{
	"Rückerstattungsbedingungen für Familienmitgliedschaften", "ساعات العمل في عطلة نهاية الأسبوع", "Short",
	"yes", "no", "soon", "8", "42", "3", "1", "0", "14500", "-12.5", "97", "120 140 155 130", "9.00", "9.00 was 12.00",
	"from 9.00", "free", "Preis auf Anfrage", "1-3", "11+", "2026-10-31", "2026-12-31 23:59 Europe/Dublin", "19",
	"https://example.test/{plan}?n={seats}", "star", "users", "#10203a", "P1M", "EUR", "2 free", "to 10", "0.8571",
	"narrow", "wide",
}

// samplesOf are the values that a field's type makes of the words and of the examples in its help, and each word of a
// choice.
func samplesOf(f kind.Field) []kind.Value {
	t := f.Type
	var samples []kind.Value
	tried := slices.Concat(words, strings.Split(strings.ReplaceAll(f.Help, ": ", ", "), ", "))
	if choices := t.Editor().Words; choices != nil {
		tried = choices
	}
	if plain, ok := t.(kind.TextType); ok {
		longest := []rune(strings.Repeat("Unverbrüchlich ", plain.Most/14+1))
		tried = []string{strings.TrimSpace(string(longest[:plain.Most]))}
		if _, example, ok := strings.Cut(f.Help, ": "); ok {
			tried = append(tried, example)
		}
		tried = append(tried, words[:3]...)
	}
	for _, text := range tried {
		if v, err := t.Parse(text); err == nil {
			samples = append(samples, v)
		}
	}
	return samples
}

// variants are the sets on which a kind is tried.
func variants(k *kind.Kind) []variant {
	full := filled(k, 3)
	list := []variant{
		{what: "full", set: full}, // facts are tried in this order: most show here, the others where there is more
		{what: "extreme", set: filled(k, 12)},
		{what: "fresh", set: k.Fresh(k, "en")},
		{what: "fresh, from right to left", set: k.Fresh(k, "ar"), rtl: true},
		{what: "empty", set: with(filled(k, 0), nil)},
		{what: "one record", set: filled(k, 1)},
		{what: "full, from right to left", set: full, rtl: true},
		{what: "full, without pictures", set: full, bare: true},
	}
	for _, f := range k.SetFields {
		for _, word := range f.Type.Editor().Words {
			list = append(list, variant{what: "full, with " + f.Name + " " + word,
				set: with(full, map[string]kind.Value{f.Name: kind.TextValue(word)})})
		}
	}
	return list
}

// with is a set with other facts of its own besides those that it has.
func with(set kind.Set, facts map[string]kind.Value) kind.Set {
	set.Facts = maps.Clone(set.Facts)
	maps.Copy(set.Facts, facts)
	return set
}

// filled is a set of n records in which every field says something, each record something else; the second is featured.
func filled(k *kind.Kind, n int) kind.Set {
	set := kind.Set{Kind: k, Name: "Filled", Facts: map[string]kind.Value{}, Axes: map[string][]kind.Item{}}
	for _, axis := range k.Axes {
		set.Axes[axis.Name] = items(axis)
	}
	for _, f := range k.SetFields {
		if f.Type.Editor().Words != nil {
			continue // as the kind has it, until a variant says otherwise
		}
		if samples := samplesOf(f); len(samples) > 0 {
			set.Facts[f.Name] = samples[0]
		}
	}
	for i := range n {
		record := kind.Record{ID: fmt.Sprintf("record-%d", i+1), Featured: i == 1, Facts: map[string]kind.Value{}}
		for _, f := range k.Fields {
			samples := samplesOf(f)
			for j, key := range set.Keys(f) {
				if len(samples) == 0 {
					break // what it takes names what another set holds
				}
				if v := samples[(i+j)%len(samples)]; set.CheckFact(f, key, v) == nil {
					record.Facts[key.String()] = v
				}
			}
		}
		set.Records = append(set.Records, record)
	}
	return set
}

// items are a few of an axis: what it offers, or texts.
func items(axis kind.Axis) []kind.Item {
	offered := axis.Offers
	if offered == nil {
		offered = []string{"Reaktionszeit des Kundendienstes", "زمن الاستجابة", "Short"}
	}
	var list []kind.Item
	for i, text := range offered[:min(3, len(offered))] {
		texts, err := axis.TextsFor(text, "en")
		if err != nil {
			continue
		}
		item := kind.Item{ID: fmt.Sprintf("item-%d", i+1), Facts: map[string]kind.Value{}}
		for _, f := range axis.Fields {
			samples := samplesOf(f)
			if said, ok := texts[f.Name]; ok {
				if v, err := f.Type.Parse(said); err == nil {
					item.Facts[f.Name] = v
				}
			} else if f.Name == axis.Heading && i == 0 {
				item.Facts[f.Name] = samples[len(samples)-1]
			} else if i > 0 && len(samples) > 0 && f.Name != axis.Heading && f.AllOf == "" {
				item.Facts[f.Name] = samples[(i-1)%len(samples)]
			}
		}
		list = append(list, item)
	}
	return list
}
