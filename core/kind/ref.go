package kind

import (
	"encoding/json"
	"fmt"
	"iter"
	"maps"
	"slices"
	"strings"
)

// Ref is what a value refers to: something that its site has.
type Ref struct {
	To Offer // PictureOffer, IconOffer, SetOffer or BlockOffer
	ID string
}

func (r Ref) String() string { return r.ID }

// MarshalJSON writes a JSON string.
func (r Ref) MarshalJSON() ([]byte, error) { return json.Marshal(r.ID) }

// RefType refers to a picture, a set or a block of the site by its ID. A document in which there is none of that ID is
// refused.
type RefType struct{ To Offer }

// Parse reads the ID as it is offered.
func (t RefType) Parse(text string) (Value, error) {
	id := strings.ToLower(strings.TrimSpace(text))
	if id == "" || strings.Trim(id, "abcdefghijklmnopqrstuvwxyz0123456789-") != "" {
		return nil, fmt.Errorf("%q is none of the site's %s: choose one of those that are offered", shorten(text), t.To)
	}
	return Ref{t.To, id}, nil
}

// Decode reads a JSON string.
func (t RefType) Decode(held any) (Value, error) { return DecodeText(t, held) }

// Schema is that of an ID.
func (RefType) Schema() Schema {
	return Schema{"type": "string", "pattern": "^[a-z0-9][a-z0-9-]{0,59}$"}
}

// Editor offers what the site has.
func (t RefType) Editor() Editor { return Editor{Align: Left, Offers: t.To} }

// ofSites are the stocks that are another for each site, in whole or in part.
var ofSites = []Offer{PictureOffer, IconOffer, SetOffer, BlockOffer}

// canRefer reports whether any fact of the kind can refer to something of the site.
func (k *Kind) canRefer() bool {
	refers := func(f Field) bool { return f.Type != nil && slices.Contains(ofSites, f.Type.Editor().Offers) }
	return slices.ContainsFunc(k.Fields, refers) || slices.ContainsFunc(k.SetFields, refers) ||
		slices.ContainsFunc(k.Axes, func(a Axis) bool { return slices.ContainsFunc(a.Fields, refers) })
}

// Refs are what the facts of the set refer to, with the place of each fact in the set.
func (s Set) Refs() iter.Seq2[[]string, Ref] {
	return func(yield func([]string, Ref) bool) {
		if !s.Kind.refers {
			return
		}
		in := func(facts map[string]Value, place ...string) bool {
			for _, key := range slices.Sorted(maps.Keys(facts)) {
				if ref, ok := facts[key].(Ref); ok && !yield(append(slices.Clone(place), "facts", key), ref) {
					return false
				}
			}
			return true
		}
		if !in(s.Facts) {
			return
		}
		for _, axis := range s.Kind.Axes {
			for _, item := range s.Axes[axis.Name] {
				if !in(item.Facts, "axes", axis.Name, item.ID) {
					return
				}
			}
		}
		for _, record := range s.Records {
			if !in(record.Facts, "records", record.ID) {
				return
			}
		}
	}
}
