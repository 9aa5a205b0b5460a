package layout_test

import (
	"math"
	"reflect"
	"testing"

	"rubrel/core/layout"
)

func TestScale(t *testing.T) {
	linear := layout.Scale{Least: 0, Most: 50, From: 100, To: 600}
	log := layout.Scale{Least: 1, Most: 1000, From: 0, To: 300, Log: true}
	for _, c := range []struct {
		scale       layout.Scale
		value, want float64
	}{
		{linear, 0, 100}, {linear, 50, 600}, {linear, 10, 200}, {log, 1, 0}, {log, 10, 100}, {log, 100, 200},
		{log, 1000, 300},
		{layout.Scale{Least: 5, Most: 5, From: 7, To: 9}, 5, 7}, {layout.Scale{Least: 0, Most: 10, From: 200, To: 0}, 4, 120},
	} {
		if got := c.scale.At(c.value); math.Abs(got-c.want) > 1e-9 {
			t.Errorf("%+v at %v is %v, want %v", c.scale, c.value, got, c.want)
		}
	}
	for _, c := range []struct {
		scale  layout.Scale
		wanted int
		want   []float64
	}{
		{linear, 5, []float64{0, 10, 20, 30, 40, 50}}, {layout.Scale{Least: 8, Most: 60}, 10, []float64{10, 20, 30, 40, 50,
			60}},
		{layout.Scale{Least: 0, Most: 0.37}, 4, []float64{0, 0.1, 0.2, 0.3}},
		{log, 10, []float64{1, 2, 5, 10, 20, 50, 100, 200, 500, 1000}}, {log, 5, []float64{1, 10, 100, 1000}},
		{layout.Scale{Least: 3, Most: 3}, 5, nil},
	} {
		got := c.scale.Ticks(c.wanted)
		if len(got) != len(c.want) {
			t.Errorf("%+v has the ticks %v, want %v", c.scale, got, c.want)
			continue
		}
		for i := range got {
			if math.Abs(got[i]-c.want[i]) > 1e-9 || math.Signbit(got[i]) {
				t.Errorf("%+v has the ticks %v, want %v", c.scale, got, c.want)
			}
		}
	}
}

func TestSpread(t *testing.T) {
	for _, c := range []struct{ heights, want []float64 }{
		{[]float64{10, 50, 90}, []float64{10, 50, 90}}, {[]float64{50, 50, 50}, []float64{50, 60, 70}},
		{[]float64{98, 97, 20}, []float64{100, 90, 20}}, {nil, []float64{}},
	} {
		if got := layout.Spread(c.heights, 10, 100); !reflect.DeepEqual(got, c.want) {
			t.Errorf("%v spread to %v, want %v", c.heights, got, c.want)
		}
	}
}
