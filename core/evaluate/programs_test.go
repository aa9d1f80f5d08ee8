package evaluate_test

import (
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"inzicht/core/reads"
	"inzicht/core/survey"
	"inzicht/core/testtree"
)

// Small programs, written as people write them: what is read, and what is said of each
// read, was worked out by hand before, and stays as it is but for a change that is
// meant. UPDATE=1 go test ./core/evaluate -run Programs writes testdata/programs.txt
// anew, and its change is to be read.
func TestPrograms(t *testing.T) {
	var lines []string
	for _, folder := range []string{"testdata/programs", "../verify/testdata/worlds"} {
		testtree.EachFile(t, folder, func(_, name string, src []byte) {
			for _, program := range strings.Split("\n"+string(src), "\n== ")[1:] {
				title, tree, _ := strings.Cut(program, "\n")
				tree, _, _ = strings.Cut(tree, "\n? ") // the worlds that it is started in
				for _, said := range saidOfTree(t, tree+"\n") {
					lines = append(lines, fmt.Sprintf("%s/%s %s", strings.TrimSuffix(name, filepath.Ext(name)), title, said))
				}
			}
		})
	}
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
		list = append(list, fmt.Sprintf("%s:%d %s%s", r.File, r.Line, saidOf(r), saidWhen(r)))
	}
	return list
}

// saidWhen returns what is said of when a read is made, and of what it is read for.
func saidWhen(r reads.Read) (said string) {
	for _, w := range r.When {
		said += fmt.Sprintf(" if %q is %s", w.Name, valuesOf(w))
	}
	for _, w := range r.Demanded {
		said += fmt.Sprintf(" needed if %q is %s", w.Name, valuesOf(w))
	}
	for _, part := range []struct {
		is   bool
		says string
	}{{r.Asked, "asked"}, {r.Form != "", string(r.Form)}, {r.Folded, "folded"}, {r.Open, "open"}, {len(r.Bounds) > 0, strings.Join(r.Bounds, ", ")}, {len(r.No) > 0, "no: " + strings.Join(r.No, ", ")},
		{len(r.InsteadOf) > 0, "instead of " + strings.Join(r.InsteadOf, ", ")}, {r.Under != "", "under " + r.Under}, {len(r.Apart) > 0, fmt.Sprint("apart from ", r.Apart)}} {
		if part.is {
			said += ", " + part.says
		}
	}
	return said
}
