package testtree

import (
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
)

// EachFile calls visit for every file below a folder, hidden ones too, in the
// order of their names: with the path, the name below the folder, written with
// slashes, and the contents.
func EachFile(t testing.TB, root string, visit func(path, name string, src []byte)) {
	t.Helper()
	err := filepath.WalkDir(root, func(path string, entry fs.DirEntry, err error) error {
		if err != nil || entry.IsDir() {
			return err
		}
		src, err := os.ReadFile(path)
		if err != nil {
			return err
		}
		name, err := filepath.Rel(root, path)
		visit(path, filepath.ToSlash(name), src)
		return err
	})
	if err != nil {
		t.Fatal(err)
	}
}

// mostShown bounds how many lines that differ are shown.
const mostShown = 10

// Kept fails the test unless lines are those of the file kept, and shows the
// first that differ. With UPDATE set in the environment, it writes the file anew.
func Kept(t testing.TB, kept string, lines []string) {
	t.Helper()
	if os.Getenv("UPDATE") != "" {
		if err := os.WriteFile(kept, []byte(strings.Join(lines, "\n")+"\n"), 0o644); err != nil {
			t.Fatal(err)
		}
	}
	want, err := os.ReadFile(kept)
	if err != nil {
		t.Fatal(err)
	}
	before := strings.Split(strings.TrimSuffix(string(want), "\n"), "\n")
	if slices.Equal(before, lines) {
		return
	}
	shown := 0
	for n := range max(len(before), len(lines)) {
		if have, want := lineOf(lines, n), lineOf(before, n); have != want && shown < mostShown {
			t.Errorf("have %s\nwant %s", have, want)
			shown++
		}
	}
}

// lineOf returns a line, or "nothing" past the last.
func lineOf(lines []string, n int) string {
	if n < len(lines) {
		return lines[n]
	}
	return "nothing"
}
