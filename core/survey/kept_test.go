package survey

import (
	"os"
	"path/filepath"
	"testing"
	"time"

	"inzicht/core/planted"
	"inzicht/core/tree"
)

// What is kept gives what reading everything again gives, whatever changed
// between two surveys.
func TestKept(t *testing.T) {
	root := planted.Tree(t, "-- go.mod --\nmodule m\n-- a.go --\npackage m\nimport \"os\"\nvar a = os.Getenv(keyA)\n-- keys.go --\npackage m\nconst keyA = \"A_URL\"\n"+
		"-- b/package.json --\n{}\n-- b/x.js --\nprocess.env.B_URL || ''\n-- b/run --\n#!/bin/sh\necho $C_URL\n-- c.py --\nimport os\nos.environ.get('D_URL', '')\n-- node_modules/l/x.js --\nprocess.env.E_URL\n")
	folder := filepath.Join(t.TempDir(), "kept")
	survey := func(keep string, noSkip bool) string {
		t.Helper()
		s, err := Take(root, Options{Keep: keep, Options: tree.Options{NoSkip: noSkip}})
		if err != nil {
			t.Fatal(err)
		}
		out := list(s)
		for _, r := range s.Reads {
			if r.Fallback != nil {
				out += "\nfalls back in " + r.File
			}
		}
		return out
	}
	write := func(name, content string) {
		t.Helper()
		if err := os.WriteFile(filepath.Join(root, name), []byte(content), 0o644); err != nil {
			t.Fatal(err)
		}
	}
	steps := []struct {
		name   string
		change func()
		noSkip bool
	}{
		{"at first", func() {}, false},
		{"nothing", func() {}, false},
		{"a constant in another file", func() { write("keys.go", "package m\nconst keyA = \"A_OTHER\"\n") }, false},
		{"a file of the same size", func() { write("c.py", "import os\nos.environ.get('D_ABC', '')\n") }, false},
		{"a new file", func() { write("b/y.js", "process.env.NEW_URL\n") }, false},
		{"a file less", func() { os.Remove(filepath.Join(root, "b/x.js")) }, false},
		{"a script", func() { write("b/run", "#!/usr/bin/env python3\nimport os\nos.environ['P_URL']\n") }, false},
		{"what is skipped", func() {}, true},
		{"configuration", func() { write("inzicht.toml", "[[scope]]\nfiles = [\"*.py\"]\nscope = \"tooling\"\n") }, false},
		{"what is excluded", func() { write("inzicht.toml", "[exclude]\nfiles = [\"*.py\"]\n") }, false},
		{"a file of kept results that is broken", func() {
			files, _ := filepath.Glob(filepath.Join(folder, "*"))
			for _, f := range files {
				os.WriteFile(f, []byte("broken"), 0o600)
			}
		}, false},
	}
	before := ""
	old := time.Now().Add(-time.Hour)
	filepath.WalkDir(root, func(path string, _ os.DirEntry, _ error) error { return os.Chtimes(path, old, old) })
	time.Sleep(150 * time.Millisecond) // what was written just now is not kept
	for _, step := range steps {
		step.change()
		want, got := survey("", step.noSkip), survey(folder, step.noSkip)
		if got != want {
			t.Errorf("%s: have\n%s\nwant\n%s", step.name, got, want)
		}
		if again := survey(folder, step.noSkip); again != want {
			t.Errorf("%s, again: have\n%s\nwant\n%s", step.name, again, want)
		}
		if step.name != "nothing" && step.name[0] != 'a' && want == before {
			t.Errorf("%s changes nothing", step.name)
		}
		before = want
	}
	files, _ := filepath.Glob(filepath.Join(folder, "*"))
	if len(files) != 1 {
		t.Fatalf("kept are %v", files)
	}
	if info, err := os.Stat(files[0]); err != nil || info.Mode().Perm()&0o077 != 0 {
		t.Errorf("others may read what is kept: %v", info.Mode())
	}
}

// Nothing is lost where nothing can be kept.
func TestKeptNowhere(t *testing.T) {
	root := planted.Tree(t, "-- a.py --\nimport os\nos.environ['A']\n")
	file := filepath.Join(t.TempDir(), "file")
	os.WriteFile(file, nil, 0o600)
	s, err := Take(root, Options{Keep: filepath.Join(file, "below")})
	if err != nil || len(s.Reads) != 1 {
		t.Errorf("%v, %v", s, err)
	}
}
