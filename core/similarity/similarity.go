// Package similarity finds names that are nearly alike.
package similarity

import (
	"slices"
	"strings"
)

// Slip reports whether two names differ only by case, by one letter, by the
// order of their words, or by one word that abbreviates the other.
func Slip(a, b string) bool {
	if a == b || len(a) < 4 || len(b) < 4 {
		return false
	}
	left, right := strings.ToUpper(a), strings.ToUpper(b)
	if left == right || oneEdit(left, right) && min(len(a), len(b)) >= 6 && !differInDigits(left, right) {
		return true
	}
	words, others := strings.Split(left, "_"), strings.Split(right, "_")
	if len(words) != len(others) || len(words) < 2 {
		return strings.ReplaceAll(left, "_", "") == strings.ReplaceAll(right, "_", "")
	}
	slices.Sort(words)
	slices.Sort(others)
	differ := 0
	for i := range words {
		if words[i] != others[i] {
			if differ++; !abbreviates(words[i], others[i]) {
				return false
			}
		}
	}
	return differ <= 1
}

// abbreviates reports whether one word is a shortening of the other: PASSWD and
// PASSWORD, DB and DATABASE.
func abbreviates(a, b string) bool {
	if len(a) > len(b) {
		a, b = b, a
	}
	if len(a) < 2 || a[0] != b[0] {
		return false
	}
	at := 0
	for i := 0; i < len(b) && at < len(a); i++ {
		if b[i] == a[at] {
			at++
		}
	}
	return at == len(a)
}

// differInDigits reports whether two names are numbered on purpose: GATE_1 and GATE_2,
// GATE_1_URL and GATE_12_URL.
func differInDigits(a, b string) bool {
	const digits = "0123456789"
	if strings.Trim(a, digits) == strings.Trim(b, digits) {
		return true
	}
	without := func(s string) string {
		return strings.Map(func(r rune) rune {
			if strings.ContainsRune(digits, r) {
				return -1
			}
			return r
		}, s)
	}
	return strings.ContainsAny(a, digits) && strings.ContainsAny(b, digits) && without(a) == without(b)
}

// oneEdit reports whether one letter added, left out, changed, or swapped with
// its neighbour makes one of the other.
func oneEdit(a, b string) bool {
	if len(a) > len(b) {
		a, b = b, a
	}
	if len(b)-len(a) > 1 {
		return false
	}
	i := 0
	for i < len(a) && a[i] == b[i] {
		i++
	}
	if len(a) < len(b) {
		return a[i:] == b[i+1:]
	}
	return i < len(a) && (a[i+1:] == b[i+1:] || i+1 < len(a) && a[i] == b[i+1] && a[i+1] == b[i] && a[i+2:] == b[i+2:])
}

// Closest returns the known name that is nearest to name, or "" where none is near.
func Closest(name string, known []string) (closest string) {
	best := len(name)/2 + 1
	for _, k := range known {
		if d := distance(strings.ToLower(name), strings.ToLower(k)); d < best {
			closest, best = k, d
		}
	}
	return closest
}

// distance counts the letters to add, leave out or change that make b of a.
func distance(a, b string) int {
	row := make([]int, len(b)+1)
	for j := range row {
		row[j] = j
	}
	for i := range len(a) {
		left := row[0]
		row[0] = i + 1
		for j := range len(b) {
			above := row[j+1]
			change := left
			if a[i] != b[j] {
				change++
			}
			row[j+1] = min(change, above+1, row[j]+1)
			left = above
		}
	}
	return row[len(b)]
}
