package evaluate_test

import (
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"inzicht/core/survey"
	"inzicht/core/testtree"
)

// Small programs, written as people write them: what is read, and what is said of each
// read, was worked out by hand before, and stays as it is but for a change that is
// meant. UPDATE=1 go test ./core/evaluate -run Programs writes testdata/programs.txt
// anew, and its change is to be read.
func TestPrograms(t *testing.T) {
	var lines []string
	testtree.EachFile(t, "testdata/programs", func(_, name string, src []byte) {
		for _, program := range strings.Split("\n"+string(src), "\n== ")[1:] {
			title, tree, _ := strings.Cut(program, "\n")
			for _, said := range saidOfTree(t, tree) {
				lines = append(lines, fmt.Sprintf("%s/%s %s", strings.TrimSuffix(name, filepath.Ext(name)), title, said))
			}
		}
	})
	if len(lines) < 4000 && os.Getenv("UPDATE") == "" {
		t.Fatalf("%d reads", len(lines))
	}
	testtree.Kept(t, "testdata/programs.txt", lines)
}

// saidOfTree returns what is said of the reads of a tree, by place.
func saidOfTree(t *testing.T, tree string) (list []string) {
	t.Helper()
	s, err := survey.Take(testtree.Tree(t, tree), survey.Options{})
	if err != nil {
		t.Fatal(err)
	}
	for _, r := range s.Reads {
		list = append(list, fmt.Sprintf("%s:%d %s", r.File, r.Line, saidOf(r)))
	}
	return list
}
