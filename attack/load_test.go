package attack

import (
	"fmt"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"testing"
)

// mostMemory is more than the program ever has, whatever the size of a tree. What the
// system tells of it begins with what the test itself has, so that it is held only
// where INZICHT_MANY is given: by a test of its own, without the race detector.
const mostMemory = 400 << 20

func tooMuch(a answer) bool { return os.Getenv("INZICHT_MANY") != "" && a.memory > mostMemory }

// A tree of very many small files is looked at whole, within the memory of a small
// one. INZICHT_MANY says how many: a million where the project is built.
func TestManySmallFiles(t *testing.T) {
	count, err := strconv.Atoi(os.Getenv("INZICHT_MANY"))
	if err != nil {
		count = 20_000
	}
	dir := t.TempDir()
	for n := range count {
		folder := filepath.Join(dir, fmt.Sprint("d", n/10_000), fmt.Sprint("e", n/100%100))
		if n%100 == 0 {
			if err := os.MkdirAll(folder, 0o755); err != nil {
				t.Fatal(err)
			}
		}
		source := "y = 1\n"
		if n%50 == 0 {
			source = fmt.Sprintf("import os\nx = os.environ['GATE_%d']\n", n/50%500)
		}
		if err := os.WriteFile(filepath.Join(folder, fmt.Sprintf("f%d.py", n%100)), []byte(source), 0o644); err != nil {
			t.Fatal(err)
		}
	}
	for _, flag := range []string{"--afresh", "--quiet"} { // and once more from what was kept
		a := strike(t, dir, "reads", flag, "--format", "csv")
		if lines := strings.Count(a.out, "\n"); a.status != 0 || lines != count/50+1 {
			t.Errorf("%s: status %d, %d lines: %.400s", flag, a.status, lines, a.errOut)
		}
		if tooMuch(a) {
			t.Errorf("%s: %d MB", flag, a.memory>>20)
		}
	}
}

// A file of two gigabytes is not read, and is named: there is no green result.
func TestVeryLargeFile(t *testing.T) {
	dir := gate(t)
	file, err := os.Create(filepath.Join(dir, "large.go"))
	if err != nil {
		t.Fatal(err)
	}
	defer file.Close()
	if err := file.Truncate(2 << 30); err != nil {
		t.Skip(err)
	}
	a := strike(t, dir, "verify")
	if !strings.Contains(a.all(), "large.go") || strings.Contains(a.out, "✓") {
		t.Errorf("%s", a.all())
	}
	if tooMuch(a) {
		t.Errorf("%d MB", a.memory>>20)
	}
}
