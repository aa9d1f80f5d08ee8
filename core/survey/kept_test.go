package survey

import (
	"bytes"
	"fmt"
	"os"
	"path/filepath"
	"testing"
	"time"

	"inzicht/core/testtree"
	"inzicht/core/tree"
)

// What is kept gives what reading everything again gives, whatever changed
// between two surveys.
func TestKept(t *testing.T) {
	root := testtree.Tree(t, "-- go.mod --\nmodule m\n-- a.go --\npackage m\nimport \"os\"\nvar a = os.Getenv(keyA)\n-- keys.go --\npackage m\nconst keyA = \"A_URL\"\n"+
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
			out += "\nof " + r.Component
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
		{"another component of the same name", func() { write("lib/b/package.json", "{}\n") }, false},
		{"a component less", func() { os.Remove(filepath.Join(root, "lib/b/package.json")) }, false},
		{"a component within", func() { write("b/deep/package.json", "{}\n") }, false},
		{"a package that needs another", func() {
			write("p/package.json", `{"name":"p","dependencies":{"@m/words":"1","@m/other":"1"}}`)
			write("p/x.js", "const { need } = require('@m/words')\nneed('Z_URL')\n")
			write("p/deep/package.json", `{"name":"@m/words"}`)
			write("p/deep/env.js", "exports.need = (name) => process.env[name] ?? 'd'\n")
		}, false},
		{"the name of a package", func() {
			survey(folder, false)
			write("p/deep/package.json", `{"name":"@m/other"}`)
		}, false},
		{"text that is no UTF-8", func() {
			write("d.js", "process.env.L_URL ?? 'caf\xe9'\n")
		}, false},
		{"a file of kept results that is broken", func() {
			files, _ := filepath.Glob(filepath.Join(folder, "*"))
			for _, f := range files {
				os.WriteFile(f, []byte("broken"), 0o600)
			}
		}, false},
	}
	before := ""
	for _, made := range []string{"lib/b", "b/deep", "p/deep"} {
		if err := os.MkdirAll(filepath.Join(root, made), 0o755); err != nil {
			t.Fatal(err)
		}
	}
	old := time.Now().Add(-time.Hour)
	filepath.WalkDir(root, func(path string, _ os.DirEntry, _ error) error { return os.Chtimes(path, old, old) })
	for _, step := range steps {
		step.change()
		time.Sleep(150 * time.Millisecond) // what was written just now is not kept
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
	if len(files) != 9 { // two for each configuration and set of flags (what is read, what is loaded), and what scripts take in
		t.Fatalf("kept are %v", files)
	}
	if info, err := os.Stat(files[0]); err != nil || info.Mode().Perm()&0o077 != 0 {
		t.Errorf("others may read what is kept: %v", info.Mode())
	}
}

// No damage to what is kept is taken for a result, and none of it is read
// through a link or from a pipe.
func TestKeptIsDamaged(t *testing.T) {
	root := testtree.Tree(t, "-- a.py --\nimport os\nos.environ['A_URL']\n-- b.py --\nimport os\nos.environ.get('B_URL', 'x')\n")
	old := time.Now().Add(-time.Hour)
	filepath.WalkDir(root, func(path string, _ os.DirEntry, _ error) error { return os.Chtimes(path, old, old) })
	time.Sleep(150 * time.Millisecond)
	folder := t.TempDir()
	survey := func() string {
		s, err := Take(root, Options{Keep: folder, ReadsOnly: true})
		if err != nil {
			t.Fatal(err)
		}
		return list(s)
	}
	want := survey()
	kept, _ := filepath.Glob(filepath.Join(folder, "*"))
	if len(kept) != 1 {
		t.Fatalf("kept are %v", kept)
	}
	whole, err := os.ReadFile(kept[0])
	if err != nil {
		t.Fatal(err)
	}
	for at := 0; at < len(whole); at += 1 + len(whole)/60 {
		damaged := bytes.Clone(whole)
		damaged[at] ^= 0x11
		os.WriteFile(kept[0], damaged, 0o600)
		if got := survey(); got != want {
			t.Errorf("byte %d: have\n%s\nwant\n%s", at, got, want)
		}
	}
	elsewhere := filepath.Join(t.TempDir(), "elsewhere")
	os.WriteFile(elsewhere, whole, 0o600)
	os.Remove(kept[0])
	os.Symlink(elsewhere, kept[0])
	if got := survey(); got != want {
		t.Errorf("a link: %s", got)
	}
	if info, err := os.Lstat(kept[0]); err != nil || !info.Mode().IsRegular() {
		t.Error("the link is still there")
	}
	if src, err := os.ReadFile(elsewhere); err != nil || !bytes.Equal(src, whole) {
		t.Error("what the link led to was written")
	}
}

// What is kept of many trees does not grow without end.
func TestKeptIsTidied(t *testing.T) {
	folder := t.TempDir()
	long := time.Now().Add(-2 * keptFor)
	for n := range maxFiles + 20 {
		name := filepath.Join(folder, fmt.Sprintf("%032x", n))
		os.WriteFile(name, []byte("x"), 0o600)
		if n < 10 {
			os.Chtimes(name, long, long)
		}
	}
	os.WriteFile(filepath.Join(folder, "mine"), nil, 0o600)
	root := testtree.Tree(t, "-- a.py --\nimport os\nos.environ['A_URL']\n")
	old := time.Now().Add(-time.Hour)
	os.Chtimes(filepath.Join(root, "a.py"), old, old)
	time.Sleep(150 * time.Millisecond) // what was written just now is not kept
	if _, err := Take(root, Options{Keep: folder}); err != nil {
		t.Fatal(err)
	}
	kept, _ := filepath.Glob(filepath.Join(folder, "*"))
	if len(kept) != maxFiles+2 { // its own, and what is none of ours
		t.Errorf("%d are kept", len(kept))
	}
	if _, err := os.Stat(filepath.Join(folder, fmt.Sprintf("%032x", 3))); err == nil {
		t.Error("an old one is kept")
	}
}

// Nothing is lost where nothing can be kept.
func TestKeptNowhere(t *testing.T) {
	root := testtree.Tree(t, "-- a.py --\nimport os\nos.environ['A']\n")
	file := filepath.Join(t.TempDir(), "file")
	os.WriteFile(file, nil, 0o600)
	s, err := Take(root, Options{Keep: filepath.Join(file, "below")})
	if err != nil || len(s.Reads) != 1 {
		t.Errorf("%v, %v", s, err)
	}
}
