package bounds

import (
	"cmp"
	"slices"
	"strconv"

	"inzicht/core/sorting"
)

// Found returns the bounds of what is held against some numbers, whole ones or not, by trying each of
// them and what lies beside it: refused reports whether a number is refused. There are none
// where every number is, or one between two that are taken.
func Found(against []string, whole bool, refused func(number string) bool) (list []string) {
	points := pointsAt(against, whole)
	taken := make([]bool, len(points))
	for n, point := range points {
		taken[n] = !refused(written(point))
	}
	low, high := slices.Index(taken, true), len(points)-1
	for high >= 0 && !taken[high] {
		high--
	}
	if low < 0 || slices.Contains(taken[low:high+1], false) {
		return nil
	}
	at := func(side string, last, beyond float64) string {
		if number := written(last); whole || slices.Contains(against, number) {
			return side + "= " + number
		}
		return side + " " + written(beyond)
	}
	if low > 0 {
		list = append(list, at(">", points[low], points[low-1]))
	}
	if high < len(points)-1 {
		list = append(list, at("<", points[high], points[high+1]))
	}
	return list
}

// pointsAt returns some numbers and those beside them, in order: of whole ones the next,
// of others such as lie between them.
func pointsAt(numbers []string, whole bool) (list []float64) {
	for _, s := range numbers {
		if n, err := strconv.ParseFloat(s, 64); err == nil {
			list = append(list, n)
		}
	}
	sorting.By(list, cmp.Compare)
	list = slices.Compact(list)
	beside := 1.0
	for i := 1; i < len(list) && !whole; i++ {
		beside = min(beside, list[i]-list[i-1])
	}
	if !whole {
		beside /= 4
	}
	for _, n := range slices.Clone(list) {
		list = append(list, n-beside, n+beside)
	}
	sorting.By(list, cmp.Compare)
	return slices.Compact(list)
}

func written(n float64) string { return strconv.FormatFloat(n, 'f', -1, 64) }
