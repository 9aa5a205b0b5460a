package patch

import (
	"math/rand/v2"
	"reflect"
	"strconv"
	"testing"
)

// A merged patch does what the two do one after the other, its inverse takes it back, and what comes back to where it
// began is not in it.
func TestMerge(t *testing.T) {
	random := rand.New(rand.NewPCG(61, 62))
	for range 500 {
		start := map[string]any{}
		for i := range 3 {
			if random.IntN(2) == 0 {
				start[strconv.Itoa(i)] = float64(random.IntN(3))
			}
		}
		edit := func(document any) (any, Patch, Patch) {
			var p Patch
			for i := range 3 {
				key := strconv.Itoa(i)
				_, there := document.(map[string]any)[key]
				switch n := random.IntN(4); {
				case n == 0:
				case n == 1 && there:
					p = append(p, Operation{Op: Remove, Path: Pointer{key}})
				case there:
					p = append(p, Operation{Op: Replace, Path: Pointer{key}, Value: float64(random.IntN(3))})
				default:
					p = append(p, Operation{Op: Add, Path: Pointer{key}, Value: float64(random.IntN(3))})
				}
			}
			next, inverse, err := p.Apply(document)
			if err != nil {
				t.Fatal(err)
			}
			return next, p, inverse
		}
		middle, first, firstInverse := edit(start)
		end, second, secondInverse := edit(middle)
		merged, inverse := Merge(first, firstInverse, second, secondInverse)
		got, _, err := merged.Apply(any(start))
		if err != nil || !reflect.DeepEqual(got, end) {
			t.Fatalf("%v then %v gives %v; merged %v gives %v (%v)", first, second, end, merged, got, err)
		}
		back, _, err := inverse.Apply(end)
		if err != nil || !reflect.DeepEqual(back, any(start)) {
			t.Fatalf("the inverse of %v gives %v, want %v (%v)", merged, back, start, err)
		}
		if reflect.DeepEqual(any(start), end) && len(merged) > 0 {
			t.Fatalf("nothing changed, and merged is %v", merged)
		}
	}
}
