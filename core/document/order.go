package document

import "fmt"

// Order keys place members of an object without an array: a member sorts by its key, and a new key can always be
// made between two others. Two people who add or move at the same time therefore never touch one place.
const orderDigits = "0123456789abcdefghijklmnopqrstuvwxyz"

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
