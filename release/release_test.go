package main

import (
	"bytes"
	"crypto/sha256"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"inzicht/cli"
)

var day = time.Date(2026, 3, 1, 0, 0, 0, 0, time.UTC)

// Archives of the same files are the same, and hold them under the folder.
func TestArchives(t *testing.T) {
	entries := []entry{{"inzicht", []byte("\x7fELF"), 0o755}, {"man/inzicht.1", []byte(".TH"), 0o644}}
	for name, pack := range map[string]packer{"tar": writeTar, "zip": writeZip} {
		var first, second bytes.Buffer
		if err := pack(&first, "inzicht-1", entries, day); err != nil {
			t.Fatal(err)
		}
		time.Sleep(10 * time.Millisecond)
		if err := pack(&second, "inzicht-1", entries, day); err != nil || !bytes.Equal(first.Bytes(), second.Bytes()) {
			t.Errorf("%s: two archives differ, or %v", name, err)
		}
		var later bytes.Buffer
		if pack(&later, "inzicht-1", entries, day.AddDate(0, 0, 1)); bytes.Equal(first.Bytes(), later.Bytes()) {
			t.Errorf("%s: the date is not kept", name)
		}
	}
}

func TestChecksums(t *testing.T) {
	r := release{out: t.TempDir()}
	os.WriteFile(filepath.Join(r.out, "b.zip"), []byte("weir"), 0o644)
	os.WriteFile(filepath.Join(r.out, "a.zip"), []byte("lock"), 0o644)
	for range 2 { // the list is not in itself
		if err := r.checksums(); err != nil {
			t.Fatal(err)
		}
	}
	have, err := os.ReadFile(filepath.Join(r.out, "SHA256SUMS"))
	want := fmt.Sprintf("%x  a.zip\n%x  b.zip\n", sha256.Sum256([]byte("lock")), sha256.Sum256([]byte("weir")))
	if err != nil || string(have) != want {
		t.Errorf("%s, %v", have, err)
	}
}

// What comes with the program speaks of each of its commands.
func TestDocuments(t *testing.T) {
	t.Chdir("..")
	r := release{date: day}
	list, err := r.documents()
	if err != nil {
		t.Fatal(err)
	}
	files := map[string]string{}
	for _, e := range list {
		files[e.name] = string(e.data)
	}
	for _, c := range cli.Root().Commands() {
		if page := files["man/inzicht-"+c.Name()+".1"]; !c.Hidden && (!strings.Contains(page, "inzicht-"+c.Name()) || !strings.Contains(page, "Mar 2026")) {
			t.Errorf("the page of %s: %.80q", c.Name(), page)
		}
	}
	for _, name := range []string{"completions/inzicht.bash", "completions/_inzicht", "completions/inzicht.fish", "completions/inzicht.ps1", "LICENSE", "README.md"} {
		if len(files[name]) < 100 {
			t.Errorf("%s holds %d bytes", name, len(files[name]))
		}
	}
}

// A program that was built without git tells its commit and date, and what it was
// built of.
func TestBuiltWithoutGit(t *testing.T) {
	program := filepath.Join(t.TempDir(), "inzicht")
	build := exec.Command("go", "build", "-buildvcs=false", "-ldflags", "-X inzicht/cli.buildCommit=0123456789ab -X inzicht/cli.buildDate=2026-03-01", "-o", program, "../cmd/inzicht")
	if out, err := build.CombinedOutput(); err != nil {
		t.Fatalf("%v: %s", err, out)
	}
	out, err := exec.Command(program, "--version").Output()
	if err != nil || !strings.HasPrefix(string(out), "inzicht "+cli.Version+", commit 0123456789ab of 2026-03-01, go") {
		t.Errorf("%s, %v", out, err)
	}
	parts, err := partsOf(program, day)
	if err != nil || !strings.Contains(string(parts), `"github.com/spf13/cobra"`) || !strings.Contains(string(parts), `"2026-03-01T00:00:00Z"`) {
		t.Errorf("%.300s, %v", parts, err)
	}
}
