package layout

import "math"

// assignment gives each row of a square matrix of costs a column of its own so that the sum is least, in time n³: the
// Hungarian method (Kuhn 1955) with potentials, by shortest augmenting paths (Jonker and Volgenant 1987).
func assignment(cost [][]float64) []int {
	n := len(cost)
	rowPotential, columnPotential := make([]float64, n+1), make([]float64, n+1)
	rowOf := make([]int, n+1) // by column, from 1; 0 for none
	for row := 1; row <= n; row++ {
		rowOf[0] = row
		column := 0
		slack, before, used := make([]float64, n+1), make([]int, n+1), make([]bool, n+1)
		for i := range slack {
			slack[i] = math.Inf(1)
		}
		for rowOf[column] != 0 {
			used[column] = true
			least, next := math.Inf(1), 0
			for j := 1; j <= n; j++ {
				if used[j] {
					continue
				}
				reduced := cost[rowOf[column]-1][j-1] - rowPotential[rowOf[column]] - columnPotential[j]
				if reduced < slack[j] {
					slack[j], before[j] = reduced, column
				}
				if slack[j] < least {
					least, next = slack[j], j
				}
			}
			for j := range n + 1 {
				if used[j] {
					rowPotential[rowOf[j]] += least
					columnPotential[j] -= least
				} else {
					slack[j] -= least
				}
			}
			column = next
		}
		for column != 0 {
			rowOf[column] = rowOf[before[column]]
			column = before[column]
		}
	}
	columnOf := make([]int, n)
	for column := 1; column <= n; column++ {
		columnOf[rowOf[column]-1] = column - 1
	}
	return columnOf
}
