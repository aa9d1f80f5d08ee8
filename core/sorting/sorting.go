// Package sorting sorts lists of structures. One sort serves all types: one made for
// each, as those of the standard library are, would make the program larger by a
// hundredth for lists that are short.
package sorting

import "sort"

// By sorts a list by what compare says of two of its elements: less than 0 where the
// first comes before the second. Elements of which it says 0 stay in their order.
func By[T any](list []T, compare func(a, b T) int) {
	sort.SliceStable(list, func(i, j int) bool { return compare(list[i], list[j]) < 0 })
}
