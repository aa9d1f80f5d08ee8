package evaluate_test

import (
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"inzicht/core/language"
)

// What comes out of the fixtures of all languages that are run stays as it is,
// but for a change that is meant: UPDATE=1 go test ./core/evaluate writes it
// anew, and the change of testdata/said.txt is to be read. What must come out is
// annotated in the fixtures themselves; here kinds, fallbacks and their order
// are kept too.
func TestSaidOfFixtures(t *testing.T) {
	const kept = "testdata/said.txt"
	var lines []string
	root := filepath.Join("..", "language", "testdata")
	err := filepath.WalkDir(root, func(path string, entry fs.DirEntry, err error) error {
		if err != nil || entry.IsDir() {
			return err
		}
		if l := language.Of(path); l == nil || l.Own != nil {
			return nil
		}
		src, err := os.ReadFile(path)
		if err != nil {
			return err
		}
		name, _ := filepath.Rel(root, path)
		for said := range strings.SplitSeq(said(t, path, string(src)), "; ") {
			lines = append(lines, filepath.ToSlash(name)+": "+strings.ReplaceAll(said, "\n", " "))
		}
		return nil
	})
	if err != nil || len(lines) < 500 {
		t.Fatalf("%d reads: %v", len(lines), err)
	}
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
		have, want := "nothing", "nothing"
		if n < len(lines) {
			have = lines[n]
		}
		if n < len(before) {
			want = before[n]
		}
		if have != want && shown < 10 {
			t.Errorf("have %s\nwant %s", have, want)
			shown++
		}
	}
}
