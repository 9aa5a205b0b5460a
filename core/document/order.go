package document

import (
	"fmt"
	"maps"
	"slices"

	"rubrel/core/patch"
)

// orderDigits are what order keys are made of, which place members of an object without an array: a member sorts by its
// key, and a new key can always be made between two others. Two people who add or move at the same time therefore never
// touch one place.
const orderDigits = "0123456789abcdefghijklmnopqrstuvwxyz"

// Keys grow where members are put again and again into one place. At evenOutAt characters all keys of the list are made
// anew, in the same change; maxOrder is what a document may have.
const (
	maxOrder  = 200
	evenOutAt = 24
)

// OrderBetween returns a key that sorts after a and before b. An empty a is the start, an empty b the end.
func OrderBetween(a, b string) (string, error) {
	if b != "" && a >= b {
		return "", fmt.Errorf("order key %q does not come before %q", a, b)
	}
	var out []byte
	for i := 0; ; i++ {
		low, high := digitAt(a, i, 0), len(orderDigits)
		if b != "" {
			high = digitAt(b, i, 0)
		}
		if low == high {
			out = append(out, orderDigits[low])
			continue
		}
		if high-low > 1 {
			return string(append(out, orderDigits[(low+high)/2])), nil
		}
		// Neighbours: keep the lower digit, after which anything that sorts after the rest of a will do.
		out = append(out, orderDigits[low])
		b = ""
	}
}

func digitAt(key string, i, none int) int {
	if i >= len(key) {
		return none
	}
	for at := range orderDigits {
		if orderDigits[at] == key[i] {
			return at
		}
	}
	return none
}

// orderKeys makes n keys in order, for a list that is made at once.
func orderKeys(n int) []string {
	keys := make([]string, n)
	for i := range keys {
		// Two digits, evenly spread, leave room on both sides; lists are at most a few hundred long.
		at := (i + 1) * len(orderDigits) * len(orderDigits) / (n + 1)
		keys[i] = string([]byte{orderDigits[at/len(orderDigits)], orderDigits[at%len(orderDigits)]})
		if n >= len(orderDigits)*len(orderDigits)/2 {
			keys[i] = fmt.Sprintf("%05d5", i)
		} else if keys[i][1] == '0' {
			keys[i] += "i"
		}
	}
	return keys
}

// placement is where members of a list stand after one is put somewhere: the key of the one, and the keys of others
// where the list was evened out.
type placement struct {
	key    string
	others map[string]string // by ID
}

// place puts moved right after another in a list, or at its beginning for an empty after; moved may be new.
func place(ids []string, orderOf func(string) string, moved, after string) (placement, error) {
	rest := slices.DeleteFunc(slices.Clone(ids), func(id string) bool { return id == moved })
	at := slices.Index(rest, after)
	if at < 0 && after != "" {
		return placement{}, missing("item", after)
	}
	low, high := "", ""
	if at >= 0 {
		low = orderOf(rest[at])
	}
	if at+1 < len(rest) {
		high = orderOf(rest[at+1])
	}
	if high == "" || low < high { // two people added here at once may have made equal keys: then the ID decides
		key, err := OrderBetween(low, high)
		if err != nil {
			return placement{}, faultf(nil, "%v", err)
		}
		if len(key) < evenOutAt {
			return placement{key: key}, nil
		}
	}
	all := slices.Insert(rest, at+1, moved)
	p := placement{others: map[string]string{}}
	for i, key := range orderKeys(len(all)) {
		if all[i] == moved {
			p.key = key
		} else {
			p.others[all[i]] = key
		}
	}
	return p, nil
}

// evened are the changes of the others' keys.
func (p placement) evened(path func(id string) patch.Pointer, orderOf func(string) string) patch.Patch {
	var all patch.Patch
	for _, id := range slices.Sorted(maps.Keys(p.others)) {
		all = append(all, put(path(id).To("order"), orderOf(id), p.others[id])...)
	}
	return all
}
