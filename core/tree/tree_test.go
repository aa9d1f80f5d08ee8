package tree

import (
	"errors"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"inzicht/core/planted"
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
	tree, err := Open(planted.Files(t, lockside), Options{})
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
	tree, err := Open(planted.Files(t, lockside), Options{NoSkip: true})
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
	root := planted.Files(t, lockside)
	planted.Git(t, root, "init", "-q")
	planted.Git(t, root, "add", "-f", "gate.py", "target/t.rs", "node_modules/n/i.js")
	planted.Git(t, root, "commit", "-qm", "gates")
	os.WriteFile(filepath.Join(root, "hook"), []byte("#!/bin/sh\ntouch \"$0.ran\"\n"), 0o755)
	planted.Git(t, root, "config", "core.fsmonitor", filepath.Join(root, "hook"))
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
	root := planted.Files(t, map[string]string{"a/gate.py": "x"})
	outside := planted.Files(t, map[string]string{"secret.py": "y"})
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
	if !slices.Contains(tree.Skipped, Skip{".env", "a link, which is not followed"}) {
		t.Errorf("the broken link is not named: %v", tree.Skipped)
	}
	if _, err := OpenFolder(root, "out"); err == nil {
		t.Error("a linked folder was opened")
	}
	folder, err := OpenFolder(root, "")
	if err != nil {
		t.Fatal(err)
	}
	defer folder.Close()
	if _, err := folder.ReadFile("s.py", nil); err == nil {
		t.Error("a link was followed")
	}
}

func TestTooLarge(t *testing.T) {
	root := planted.Files(t, map[string]string{"big": strings.Repeat("x", MaxFileSize+1), "fits": strings.Repeat("x", MaxFileSize)})
	folder, err := OpenFolder(root, "")
	if err != nil {
		t.Fatal(err)
	}
	defer folder.Close()
	if _, err := folder.ReadFile("big", nil); !errors.Is(err, ErrTooLarge) {
		t.Errorf("big: %v", err)
	}
	if src, err := folder.ReadFile("fits", nil); err != nil || len(src) != MaxFileSize {
		t.Errorf("fits: %d bytes, %v", len(src), err)
	}
}

func TestOpenErrors(t *testing.T) {
	root := planted.Files(t, map[string]string{"gate.py": ""})
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
	tree, err := Open(planted.Files(t, map[string]string{"a/go.mod": "", "b/a/package.json": "", "b/c/pyproject.toml": "", "x.py": ""}), Options{})
	if err != nil {
		t.Fatal(err)
	}
	for file, want := range map[string]string{"x.py": "", "a/m/x.go": "a", "b/a/x.js": "b/a", "b/c/x.py": "c", "b/x.py": ""} {
		if got := tree.ComponentOf(file).Name; got != want {
			t.Errorf("%s belongs to %q, want %q", file, got, want)
		}
	}
}
