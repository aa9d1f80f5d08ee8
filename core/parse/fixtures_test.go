package parse_test

import (
	"fmt"
	"hash/crc32"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"inzicht/core/parse"
)

// The trees of the fixtures of all languages stay as they are, but for a change
// that is meant: UPDATE=1 go test ./core/parse writes them anew, and the change
// of testdata/trees.txt is to be read. A line says how many nodes of each kind a
// file has, and ends with a sum over all of its tree.
func TestTreesOfFixtures(t *testing.T) {
	const kept = "testdata/trees.txt"
	var lines []string
	root := filepath.Join("..", "language", "testdata")
	err := filepath.WalkDir(root, func(path string, entry fs.DirEntry, err error) error {
		if err != nil || entry.IsDir() {
			return err
		}
		src, err := os.ReadFile(path)
		if err != nil {
			return err
		}
		if tree := treeOf(path, src); tree != nil {
			name, _ := filepath.Rel(root, path)
			lines = append(lines, filepath.ToSlash(name)+": "+counted(tree))
		}
		return nil
	})
	if err != nil || len(lines) < 40 {
		t.Fatalf("%d fixtures: %v", len(lines), err)
	}
	have := strings.Join(lines, "\n") + "\n"
	if os.Getenv("UPDATE") != "" {
		if err := os.WriteFile(kept, []byte(have), 0o644); err != nil {
			t.Fatal(err)
		}
	}
	want, err := os.ReadFile(kept)
	if err != nil {
		t.Fatal(err)
	}
	before := strings.Split(string(want), "\n")
	for _, line := range lines {
		if !slices.Contains(before, line) {
			name, _, _ := strings.Cut(line, ":")
			old := slices.IndexFunc(before, func(s string) bool { return strings.HasPrefix(s, name+":") })
			t.Errorf("have %s\nwant %s", line, before[max(old, 0)])
		}
	}
}

// counted says how many nodes of each kind a tree has, with a sum over it.
func counted(t *parse.Tree) string {
	count := map[string]int{}
	for n := range t.Nodes {
		count[t.Nodes[n].Kind.String()]++
	}
	var parts []string
	for kind, n := range count { // sorted below
		parts = append(parts, fmt.Sprintf("%s %d", kind, n))
	}
	slices.Sort(parts)
	return fmt.Sprintf("%s; %08x", strings.Join(parts, ", "), crc32.ChecksumIEEE([]byte(brief(t, 0))))
}
