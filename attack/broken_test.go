package attack

import (
	"math/rand/v2"
	"strings"
	"testing"

	"inzicht/core/survey"
	"inzicht/core/testtree"
)

// Programs of several files of which parts are cut away, doubled or moved are still looked
// at: no file is given up.
func TestBrokenPrograms(t *testing.T) {
	random := rand.New(rand.NewPCG(11, 0))
	testtree.EachFile(t, "../core/evaluate/testdata/programs", func(_, name string, src []byte) {
		for _, program := range strings.Split("\n"+string(src), "\n== ")[1:] {
			title, tree, _ := strings.Cut(program, "\n")
			broken := breakLines(random, tree)
			s, err := survey.Take(testtree.Tree(t, broken), survey.Options{})
			if err != nil {
				t.Fatal(err)
			}
			for _, skip := range s.Skipped {
				if strings.Contains(skip.Reason, "failed") {
					t.Errorf("%s of %s: %s: %s\n%s", title, name, skip.Path, skip.Reason, broken)
				}
			}
		}
	})
}

// breakLines cuts, doubles and moves parts of the lines of a tree of files, but for
// those that name the files.
func breakLines(random *rand.Rand, tree string) string {
	lines := strings.Split(tree, "\n")
	for range 4 {
		n := random.IntN(len(lines))
		line := lines[n]
		if strings.HasPrefix(line, "-- ") || len(line) < 4 {
			continue
		}
		from := random.IntN(len(line) - 1)
		to := from + 1 + random.IntN(len(line)-from-1)
		switch random.IntN(4) {
		case 0:
			lines[n] = line[:from] + line[to:]
		case 1:
			lines[n] = line[:to] + line[from:]
		case 2:
			lines[n] = line[from:to] + line[:from] + line[to:]
		default:
			lines[n] = ""
		}
	}
	return strings.Join(lines, "\n")
}
