package layout

import "math"

// Balance deals things that stand below each other, in order, to so many columns that the highest is as low as can
// be: how many each column has, from the first. A gap stands between two of a column. There are no more columns than
// things. It is the linear partition problem, by its recurrence over prefixes.
func Balance(heights []float64, columns int, gap float64) []int {
	n := len(heights)
	columns = max(1, min(columns, n))
	if n == 0 {
		return nil
	}
	through := make([]float64, n+1) // the sum of the first heights
	for i, h := range heights {
		through[i+1] = through[i] + h
	}
	column := func(from, to int) float64 { return through[to] - through[from] + gap*float64(to-from-1) }
	// highest[k][i] is how high the highest of k+1 columns is that have the first i things, and cut[k][i] where the last
	// of them begins.
	highest, cut := make([][]float64, columns), make([][]int, columns)
	for k := range columns {
		highest[k], cut[k] = make([]float64, n+1), make([]int, n+1)
		for i := k + 1; i <= n; i++ {
			if k == 0 {
				highest[k][i] = column(0, i)
				continue
			}
			highest[k][i] = math.Inf(1)
			for from := k; from < i; from++ {
				if h := max(highest[k-1][from], column(from, i)); h < highest[k][i] {
					highest[k][i], cut[k][i] = h, from
				}
			}
		}
	}
	counts := make([]int, columns)
	for k, end := columns-1, n; k >= 0; k-- {
		counts[k] = end - cut[k][end]
		end = cut[k][end]
	}
	return counts
}
