// Package sorting sorts lists of structures. One sort serves all types: one made for
// each, as those of the standard library are, would make the program larger by a
// hundredth for lists that are short.
package sorting

import (
	"cmp"
	"slices"
)

// By sorts a list by what compare says of two of its elements: less than 0 where the
// first comes before the second. Elements of which it says 0 stay in their order.
func By[T any](list []T, compare func(a, b T) int) {
	order := ordered(len(list), func(a, b int) int { return compare(list[a], list[b]) })
	if order == nil {
		return
	}
	before := slices.Clone(list)
	for n, from := range order {
		list[n] = before[from]
	}
}

// ordered returns the numbers below n in their order, or nil where they are in it: they
// are moved faster than what they stand for.
func ordered(n int, compare func(a, b int) int) []int {
	inOrder := true
	for at := 1; at < n && inOrder; at++ {
		inOrder = compare(at-1, at) <= 0
	}
	if inOrder {
		return nil
	}
	order := make([]int, n)
	for at := range order {
		order[at] = at
	}
	slices.SortFunc(order, func(a, b int) int { return cmp.Or(compare(a, b), a-b) })
	return order
}
