package bounds

import (
	"slices"
	"strconv"
	"testing"
)

func TestFound(t *testing.T) {
	for _, c := range []struct {
		name    string
		against []string
		whole   bool
		refused func(n float64) bool
		want    []string
	}{
		{"from one to another", []string{"1", "65535"}, true, func(n float64) bool { return n < 1 || n > 65535 }, []string{">= 1", "<= 65535"}},
		{"more than one", []string{"1"}, true, func(n float64) bool { return n <= 1 }, []string{">= 2"}},
		{"part of one", []string{"0", "1"}, false, func(n float64) bool { return n < 0 || n > 1 }, []string{">= 0", "<= 1"}},
		{"part of one, without both", []string{"0", "1"}, false, func(n float64) bool { return n <= 0 || n >= 1 }, []string{"> 0", "< 1"}},
		{"all", []string{"1"}, true, func(float64) bool { return true }, nil},
		{"none", []string{"1"}, true, func(float64) bool { return false }, nil},
		{"one between", []string{"1", "5"}, true, func(n float64) bool { return n == 5 }, nil},
		{"nothing", nil, true, func(float64) bool { return true }, nil},
	} {
		have := Found(c.against, c.whole, func(number string) bool {
			n, err := strconv.ParseFloat(number, 64)
			if err != nil {
				t.Fatal(err)
			}
			return c.refused(n)
		})
		if !slices.Equal(have, c.want) {
			t.Errorf("%s: %q, want %q", c.name, have, c.want)
		}
	}
}
