package parse_test

import (
	"fmt"
	"hash/crc32"
	"slices"
	"strings"
	"testing"

	"inzicht/core/parse"
	"inzicht/core/testtree"
)

// The trees of the fixtures of all languages, and of small programs, stay as they are, but for a change
// that is meant: UPDATE=1 go test ./core/parse writes them anew, and the change
// of testdata/trees.txt is to be read. A line says how many nodes of each kind a
// file has, and ends with a sum over all of its tree.
func TestTreesOfFixtures(t *testing.T) {
	var lines []string
	testtree.EachFile(t, "../language/testdata", func(path, name string, src []byte) {
		if tree := treeOf(path, src); tree != nil {
			lines = append(lines, name+": "+counted(tree))
		}
	})
	testtree.EachFile(t, "../evaluate/testdata/programs", func(_, name string, src []byte) {
		for n, file := range strings.Split("\n"+string(src), "\n-- ")[1:] {
			path, text, _ := strings.Cut(file, " --\n")
			if tree := treeOf(path, []byte(text)); tree != nil {
				lines = append(lines, fmt.Sprintf("%s %d %s: %s", name, n, path, counted(tree)))
			}
		}
	})
	if len(lines) < 180 {
		t.Fatalf("%d files", len(lines))
	}
	testtree.Kept(t, "testdata/trees.txt", lines)
}

// counted says how many nodes of each kind a tree has, with a sum over it: over what each node is,
// where it begins and ends, and which token matters most to it.
func counted(t *parse.Tree) string {
	count := map[string]int{}
	all := crc32.NewIEEE()
	for n, node := range t.Nodes {
		count[t.Nodes[n].Kind.String()]++
		fmt.Fprintln(all, node.Kind, node.From, node.To, node.At, node.First, node.Next)
	}
	var parts []string
	for kind, n := range count { // sorted below
		parts = append(parts, fmt.Sprintf("%s %d", kind, n))
	}
	slices.Sort(parts)
	return fmt.Sprintf("%s; %08x", strings.Join(parts, ", "), all.Sum32())
}
