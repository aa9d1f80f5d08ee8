package git

import (
	"math/rand/v2"
	"strings"
	"testing"

	"github.com/bmatcuk/doublestar/v4"
)

// What is looked at before a glob is matched never leaves out what fits.
func TestLiteralEnds(t *testing.T) {
	random := rand.New(rand.NewPCG(7, 7))
	word := func(alphabet []string, most int) (s string) {
		for range 1 + random.IntN(most) {
			s += alphabet[random.IntN(len(alphabet))]
		}
		return s
	}
	matched := 0
	for range 200_000 {
		glob, name := word([]string{"a", "b", ".", "/", "*", "**/", "/**/", "?", "[ab]", `\a`, `\*`, "{a,b}"}, 5), word([]string{"a", "b", ".", "/", "*", "a/b"}, 5)
		if fits, err := doublestar.Match(glob, name); !fits || err != nil {
			continue
		}
		matched++
		if begins, ends := literalEnds(glob); !strings.HasPrefix(name, begins) || !strings.HasSuffix(name, ends) {
			t.Fatalf("%q fits %q, which is said to begin with %q and to end with %q", name, glob, begins, ends)
		}
	}
	if matched < 1000 {
		t.Fatalf("only %d fit", matched)
	}
}
