package sorting

import (
	"slices"
	"testing"
)

// Elements that are the same stay in the order in which they were.
func TestBy(t *testing.T) {
	type pair struct {
		key  int
		name string
	}
	for _, c := range []struct{ list, want []pair }{
		{nil, nil},
		{[]pair{{2, "a"}}, []pair{{2, "a"}}},
		{[]pair{{2, "a"}, {1, "b"}, {2, "c"}, {1, "d"}}, []pair{{1, "b"}, {1, "d"}, {2, "a"}, {2, "c"}}},
	} {
		have := slices.Clone(c.list)
		if By(have, func(a, b pair) int { return a.key - b.key }); !slices.Equal(have, c.want) {
			t.Errorf("%v: %v, want %v", c.list, have, c.want)
		}
	}
}
