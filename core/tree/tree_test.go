package tree

import (
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"inzicht/core/testtree"
)

func paths(t *Tree) string {
	var list []string
	for _, f := range t.Files {
		list = append(list, f.Path)
	}
	return strings.Join(list, " ")
}

var lockside = map[string]string{
	"gate.py": "", ".env": "A=1", ".gitignore": ".env\nbuilt/\n*.log\n", "x.log": "", "built/b.py": "", "node_modules/n/i.js": "",
	"target/t.rs": "", "services/gate/go.mod": "", "services/gate/.env.local": "", "services/gate/vendor/v.go": "",
	".git2": "", "venv/pyvenv.cfg": "", "venv/lib/x.py": "",
}

const locksideFiles = ".env .git2 .gitignore gate.py services/gate/.env.local services/gate/go.mod"

func TestWalk(t *testing.T) {
	tree, err := Open(testtree.Files(t, lockside), Options{})
	if err != nil {
		t.Fatal(err)
	}
	if tree.Git {
		t.Fatal("there is no git here")
	}
	if got := paths(tree); got != locksideFiles {
		t.Errorf("have %s\nwant %s", got, locksideFiles)
	}
	var reasons []string
	for _, s := range tree.Skipped {
		reasons = append(reasons, s.Path+": "+s.Reason)
	}
	want := "node_modules: dependencies|services/gate/vendor: dependencies|target: build output|venv: dependencies"
	if got := strings.Join(reasons, "|"); got != want {
		t.Errorf("skipped %s\nwant    %s", got, want)
	}
}

func TestNoSkip(t *testing.T) {
	tree, err := Open(testtree.Files(t, lockside), Options{NoSkip: true})
	if err != nil {
		t.Fatal(err)
	}
	for _, want := range []string{"node_modules/n/i.js", "target/t.rs", "venv/lib/x.py"} {
		if !strings.Contains(paths(tree), want) {
			t.Errorf("%s is left out", want)
		}
	}
}

func TestGit(t *testing.T) {
	root := testtree.Files(t, lockside)
	testtree.Git(t, root, "init", "-q")
	testtree.Git(t, root, "add", "-f", "gate.py", "target/t.rs", "node_modules/n/i.js")
	testtree.Git(t, root, "commit", "-qm", "gates")
	os.WriteFile(filepath.Join(root, "hook"), []byte("#!/bin/sh\ntouch \"$0.ran\"\n"), 0o755)
	testtree.Git(t, root, "config", "core.fsmonitor", filepath.Join(root, "hook"))
	tree, err := Open(root, Options{})
	if err != nil {
		t.Fatal(err)
	}
	if !tree.Git {
		t.Fatal("git was not asked")
	}
	// What git tracks is read whatever its folder is called, dependencies aside.
	want := ".env .git2 .gitignore gate.py hook services/gate/.env.local services/gate/go.mod target/t.rs"
	if got := paths(tree); got != want {
		t.Errorf("have %s\nwant %s", got, want)
	}
	for _, f := range tree.Files {
		if tracked := f.Path == "gate.py" || f.Path == "target/t.rs"; f.Tracked != tracked {
			t.Errorf("%s: tracked is %v", f.Path, f.Tracked)
		}
	}
	if _, err := os.Stat(filepath.Join(root, "hook.ran")); err == nil {
		t.Error("a program that the tree configures was run")
	}
}

func TestLinks(t *testing.T) {
	root := testtree.Files(t, map[string]string{"a/gate.py": "x"})
	outside := testtree.Files(t, map[string]string{"secret.py": "y"})
	os.Symlink(outside, filepath.Join(root, "out"))
	os.Symlink(filepath.Join(outside, "secret.py"), filepath.Join(root, "s.py"))
	os.Symlink("nowhere", filepath.Join(root, ".env"))
	tree, err := Open(root, Options{})
	if err != nil {
		t.Fatal(err)
	}
	if got := paths(tree); got != "a/gate.py" {
		t.Errorf("have %s", got)
	}
	if !slices.Contains(tree.Skipped, Skip{Path: ".env", Reason: "a link, which is not followed"}) {
		t.Errorf("the broken link is not named: %v", tree.Skipped)
	}
}

func TestOpenErrors(t *testing.T) {
	root := testtree.Files(t, map[string]string{"gate.py": ""})
	for name, part := range map[string]string{"nowhere": "no such folder", "gate.py": "a file, not a folder"} {
		_, err := Open(filepath.Join(root, name), Options{})
		var bad *PathError
		if !errors.As(err, &bad) || !strings.Contains(bad.Reason, part) || bad.Hint == "" {
			t.Errorf("%s: %v", name, err)
		}
	}
}

func TestEnvFileName(t *testing.T) {
	for name, want := range map[string]string{
		".env": "local", ".env.local": "local+", ".env.staging": "staging", "deploy/staging.env": "staging", ".env.staging.local": "staging+",
		".env.example": "example", "env.sample": "example", "example.env": "example", ".env-dist": "example", ".env.local.example": "example",
		".env.bak": "", "env.py": "", "environment.ts": "", ".envrc": "local", "tests/.env": "", "a/fixtures/x.env": "", ".env.js": "",
	} {
		e, isEnv := EnvFileName(name)
		got := e.Environment
		if e.Example {
			got = "example"
		}
		if e.Override {
			got += "+"
		}
		if !isEnv {
			got = ""
		}
		if got != want {
			t.Errorf("%s: have %q, want %q", name, got, want)
		}
	}
}

func TestComponentOf(t *testing.T) {
	tree, err := Open(testtree.Files(t, map[string]string{"a/go.mod": "", "b/a/package.json": "", "b/c/pyproject.toml": "", "x.py": ""}), Options{})
	if err != nil {
		t.Fatal(err)
	}
	for file, want := range map[string]string{"x.py": "", "a/m/x.go": "a", "b/a/x.js": "b/a", "b/c/x.py": "c", "b/x.py": ""} {
		if got := tree.ComponentOf(file).Name; got != want {
			t.Errorf("%s belongs to %q, want %q", file, got, want)
		}
	}
}

func TestSortByPath(t *testing.T) {
	for _, count := range []int{0, 1, 2, 4095, 4096, 4097, 9999} {
		var files []File
		for n := range count {
			files = append(files, File{Path: fmt.Sprint(n * 7919 % (count + 1))})
		}
		want := slices.Clone(files)
		slices.SortFunc(want, func(a, b File) int { return strings.Compare(a.Path, b.Path) })
		if sortByPath(files); !slices.Equal(files, want) {
			t.Errorf("%d files are not in order", count)
		}
	}
}

// The files of a folder are those behind its slash, and no others that begin alike.
func TestBelow(t *testing.T) {
	tr, err := Open(testtree.Files(t, map[string]string{"a/b.py": "", "a/c/d.py": "", "a-b/e.py": "", "a.py": "", "b/f.py": ""}), Options{NoGit: true})
	if err != nil {
		t.Fatal(err)
	}
	for folder, want := range map[string]string{"a": "a/b.py a/c/d.py", "a/c": "a/c/d.py", "b": "b/f.py", "c": "", "a-": ""} {
		var got []string
		for _, f := range tr.Below(folder) {
			got = append(got, f.Path)
		}
		if have := strings.Join(got, " "); have != want {
			t.Errorf("%s: %s", folder, have)
		}
	}
}
