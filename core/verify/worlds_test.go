package verify_test

import (
	"slices"
	"strings"
	"testing"

	"inzicht/core/testtree"
	"inzicht/core/verify"
)

// ofValues are the rules that speak of the values of an environment.
var ofValues = []string{"missing", "ill-typed", "never-matches", "placeholder", "empty", "always-true", "unused", "malformed", "absent", "ambiguous", "duplicate"}

// Small programs, each with worlds that it is started in, and what of them is wrong: "? A=1 B=2 => missing:C". What stands
// behind ~ may be said. It was worked out by hand from the code.
func TestWorldsOfPrograms(t *testing.T) {
	worlds := 0
	testtree.EachFile(t, "testdata/worlds", func(_, name string, src []byte) {
		for _, program := range strings.Split("\n"+string(src), "\n== ")[1:] {
			title, tree, _ := strings.Cut(program, "\n")
			tree, asked, _ := strings.Cut(tree, "\n? ")
			for _, world := range strings.Split(asked, "\n? ") {
				worlds++
				values, want, _ := strings.Cut(world, "=>")
				got := wrongIn(t, tree+"\n-- .env --\n"+strings.Join(strings.Fields(values), "\n")+"\n")
				var must []string
				for _, said := range strings.Fields(want) {
					if may, is := strings.CutPrefix(said, "~"); is {
						got = slices.DeleteFunc(got, func(s string) bool { return s == may })
					} else {
						must = append(must, said)
					}
				}
				slices.Sort(must)
				if !slices.Equal(got, must) {
					t.Errorf("%s, %s, with %s: %q, want %q", name, title, strings.TrimSpace(values), got, must)
				}
			}
		}
	})
	if worlds < 200 {
		t.Fatalf("%d worlds", worlds)
	}
}

// wrongIn returns what is wrong with the values of the environment of a tree, in order.
func wrongIn(t *testing.T, tree string) (list []string) {
	t.Helper()
	for _, f := range findings(t, tree) {
		if f.Level != verify.Note && slices.Contains(ofValues, f.Rule) {
			list = append(list, f.Rule+":"+f.Variable)
		}
	}
	slices.Sort(list)
	return slices.Compact(list)
}
