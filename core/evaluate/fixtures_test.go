package evaluate_test

import (
	"strings"
	"testing"

	"inzicht/core/language"
	"inzicht/core/testtree"
)

// What comes out of the fixtures of all languages that are run stays as it is,
// but for a change that is meant: UPDATE=1 go test ./core/evaluate writes it
// anew, and the change of testdata/said.txt is to be read. What must come out is
// annotated in the fixtures themselves; here kinds, fallbacks and their order
// are kept too.
func TestSaidOfFixtures(t *testing.T) {
	var lines []string
	testtree.EachFile(t, "../language/testdata", func(path, name string, src []byte) {
		if l := language.Of(path); l == nil || l.Own != nil {
			return
		}
		for said := range strings.SplitSeq(said(t, path, string(src)), "; ") {
			lines = append(lines, name+": "+strings.ReplaceAll(said, "\n", " "))
		}
	})
	if len(lines) < 500 {
		t.Fatalf("%d reads", len(lines))
	}
	testtree.Kept(t, "testdata/said.txt", lines)
}
