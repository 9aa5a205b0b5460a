package statistics

import (
	"encoding/json"
	"fmt"
	"regexp"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/money"
)

// Follow says how a figure is computed from another set: its records counted, or one of their facts summed up.
type Follow struct {
	How   How
	Field string // "" for a count
	Set   string // its ID
}

// How is what is made of the records of a set.
type How string

// What can be made of them.
const (
	Count   How = "count"
	Sum     How = "sum"
	Average How = "average"
	Least   How = "least"
	Most    How = "most"
)

func (f Follow) String() string {
	if f.How == Count {
		return "count of " + f.Set
	}
	return string(f.How) + " of " + f.Field + " in " + f.Set
}

// MarshalJSON writes a JSON string.
func (f Follow) MarshalJSON() ([]byte, error) { return json.Marshal(f.String()) }

var (
	countPattern = regexp.MustCompile(`(?i)^count of (?:\w+ in )?([a-z0-9-]{1,60})$`)
	factPattern  = regexp.MustCompile(`(?i)^(sum|average|least|most) of ([a-z0-9:-]{1,120}) in ([a-z0-9-]{1,60})$`)
)

// FollowType is how a figure is computed.
type FollowType struct{}

// Parse reads "count of memberships", "average of value in training".
func (FollowType) Parse(text string) (kind.Value, error) {
	text = strings.Join(strings.Fields(text), " ")
	if found := countPattern.FindStringSubmatch(text); found != nil {
		return Follow{How: Count, Set: found[1]}, nil
	}
	if found := factPattern.FindStringSubmatch(text); found != nil {
		return Follow{How(strings.ToLower(found[1])), found[2], found[3]}, nil
	}
	return nil, fmt.Errorf("%q is not something to follow: write count of a set, or sum, average, least or most of a "+
		"field in a set, such as average of value in training", text)
}

// Decode reads a JSON string.
func (t FollowType) Decode(held any) (kind.Value, error) {
	text, ok := held.(string)
	if !ok {
		return nil, fmt.Errorf("a text is expected")
	}
	return t.Parse(text)
}

// Schema is the pattern of what String writes.
func (FollowType) Schema() kind.Schema {
	return kind.Schema{"type": "string",
		"pattern": `^(count of [a-z0-9-]{1,60}|(sum|average|least|most) of [a-z0-9:-]{1,120} in [a-z0-9-]{1,60})$`}
}

// Editor sets it left.
func (FollowType) Editor() kind.Editor { return kind.Editor{Align: kind.Left} }

// deriveValue is what a figure that follows another set comes to.
func deriveValue(set kind.Set, r kind.Record, _ kind.FactKey) (kind.Value, bool) {
	follow, ok := r.Facts["follows"].(Follow)
	if !ok || set.Others == nil {
		return nil, false
	}
	other, ok := set.Others(follow.Set)
	if !ok {
		return nil, false
	}
	n, ok := follow.of(other)
	return n, ok
}

// averagePlaces is how many decimals an average has beyond those of its values.
const averagePlaces = 1

// of computes the figure. It is false where no record says a number. A figure that itself follows is not followed.
func (f Follow) of(other kind.Set) (kind.Number, bool) {
	if f.How == Count {
		return kind.Number{Decimal: money.NewDecimal(int64(len(other.Records)), 0)}, true
	}
	sum, count, places := money.NewDecimal(0, 0), 0, 0
	var least, most money.Decimal
	for _, r := range other.Records {
		n, ok := numberOf(other.Said(r, f.Field))
		if !ok {
			continue
		}
		if count == 0 || n.Cmp(least) < 0 {
			least = n
		}
		if count == 0 || n.Cmp(most) > 0 {
			most = n
		}
		sum, count, places = sum.Add(n), count+1, max(places, n.Places())
	}
	if count == 0 {
		return kind.Number{}, false
	}
	switch f.How {
	case Sum:
		return kind.Number{Decimal: sum}, true
	case Least:
		return kind.Number{Decimal: least}, true
	case Most:
		return kind.Number{Decimal: most}, true
	}
	mean := sum.QuoHalfUp(money.NewDecimal(int64(count), 0), places+averagePlaces)
	for places := mean.Places(); places > 0 && mean.Cmp(mean.HalfUp(places-1)) == 0; places-- {
		mean = mean.HalfUp(places - 1)
	}
	return kind.Number{Decimal: mean}, true
}

// numberOf is the number that a fact of any kind says.
func numberOf(v kind.Value) (money.Decimal, bool) {
	if v == nil {
		return money.Decimal{}, false
	}
	parsed, err := numberType.Parse(v.String())
	if err != nil {
		return money.Decimal{}, false
	}
	return parsed.(kind.Number).Decimal, true
}
