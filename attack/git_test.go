//go:build unix

package attack

import (
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"syscall"
	"testing"
	"time"

	"inzicht/core/testtree"
)

// script writes a program into a tree that leaves a mark where it is run, and
// gives its path and the mark's.
func script(t testing.TB, dir string) (program, mark string) {
	t.Helper()
	program, mark = filepath.Join(dir, "tool"), filepath.Join(t.TempDir(), "ran")
	if err := os.WriteFile(program, []byte("#!/bin/sh\ntouch '"+mark+"'\ncat\n"), 0o755); err != nil {
		t.Fatal(err)
	}
	return program, mark
}

// doors are settings of a repository by which git runs a program.
func doors(tool string) string {
	return `
[log]
	showSignature = true
[gpg]
	program = ` + tool + `
[gpg "ssh"]
	program = ` + tool + `
	defaultKeyCommand = ` + tool + `
[core]
	fsmonitor = ` + tool + `
	hooksPath = ` + filepath.Dir(tool) + `
	pager = ` + tool + `
	sshCommand = ` + tool + `
	gitProxy = ` + tool + `
	askPass = ` + tool + `
	editor = ` + tool + `
	alternateRefsCommand = ` + tool + `
	attributesFile = attributes
[pager]
	log = ` + tool + `
	ls-files = ` + tool + `
[diff]
	external = ` + tool + `
[diff "evil"]
	textconv = ` + tool + `
	command = ` + tool + `
[filter "evil"]
	clean = ` + tool + `
	smudge = ` + tool + `
	process = ` + tool + `
	required = true
[extensions]
	partialClone = origin
	worktreeConfig = true
[remote "origin"]
	url = ext::` + tool + `
	promisor = true
	uploadpack = ` + tool + `
[credential]
	helper = ` + tool + `
[alias]
	log = !` + tool + `
[include]
	path = ../included
[uploadpack]
	packObjectsHook = ` + tool + `
[trace2]
	eventTarget = ` + tool + `
[index]
	sparse = true
`
}

// signed makes the newest commit one with a signature, for which git would ask.
func signed(t testing.TB, dir string) {
	t.Helper()
	show := exec.Command("git", "-C", dir, "cat-file", "commit", "HEAD")
	commit, err := show.Output()
	if err != nil {
		t.Skipf("git: %v", err)
	}
	head, body, _ := strings.Cut(string(commit), "\n\n")
	write := exec.Command("git", "-C", dir, "hash-object", "-t", "commit", "-w", "--stdin")
	write.Stdin = strings.NewReader(head + "\ngpgsig -----BEGIN PGP SIGNATURE-----\n \n iQ==\n -----END PGP SIGNATURE-----\n\n" + body)
	id, err := write.Output()
	if err != nil {
		t.Skipf("git: %v", err)
	}
	testtree.Git(t, dir, "update-ref", "HEAD", strings.TrimSpace(string(id)))
}

// Nothing of the tree is run, however its repository is configured.
func TestNothingIsRun(t *testing.T) {
	for name, arm := range map[string]func(t *testing.T, dir, tool string){
		"its own configuration": func(t *testing.T, dir, tool string) { testtree.Write(t, dir, ".git/config", doors(tool)) },
		"an included file": func(t *testing.T, dir, tool string) {
			testtree.Write(t, dir, ".git/config", "[include]\n\tpath = ../evil\n")
			testtree.Write(t, dir, "evil", doors(tool))
		},
		"a configuration of the work tree": func(t *testing.T, dir, tool string) {
			testtree.Write(t, dir, ".git/config", "[core]\n\trepositoryformatversion = 1\n[extensions]\n\tworktreeConfig = true\n")
			testtree.Write(t, dir, ".git/config.worktree", doors(tool))
		},
		"a .git file": func(t *testing.T, dir, tool string) {
			if err := os.Rename(filepath.Join(dir, ".git"), filepath.Join(dir, "store")); err != nil {
				t.Fatal(err)
			}
			testtree.Write(t, dir, "store/config", doors(tool)+"[core]\n\tworktree = ..\n")
			testtree.Write(t, dir, ".git", "gitdir: store\n")
		},
		"a folder that looks bare": func(t *testing.T, dir, tool string) {
			testtree.Git(t, dir, "clone", "-q", "--bare", dir, filepath.Join(dir, "svc"))
			testtree.Write(t, dir, "svc/config", doors(tool)+"[core]\n\tworktree = .\n\tbare = false\n")
			testtree.Write(t, dir, "svc/gate.py", "import os\nos.environ['GATE_TOKEN']\n")
		},
		"attributes": func(t *testing.T, dir, tool string) {
			testtree.Write(t, dir, ".git/config", doors(tool))
			testtree.Write(t, dir, ".git/info/attributes", "* diff=evil filter=evil\n")
			testtree.Write(t, dir, ".gitattributes", "* diff=evil filter=evil\n")
		},
		"hooks": func(t *testing.T, dir, tool string) {
			for _, hook := range []string{"post-checkout", "post-index-change", "reference-transaction", "fsmonitor-watchman", "pre-auto-gc"} {
				if err := os.Symlink(tool, filepath.Join(dir, ".git", "hooks", hook)); err != nil {
					t.Fatal(err)
				}
			}
		},
		"programs beside the sources": func(t *testing.T, dir, tool string) {
			bin := filepath.Join(dir, "node_modules", ".bin")
			os.MkdirAll(bin, 0o755)
			os.Symlink(tool, filepath.Join(bin, "git"))
			t.Setenv("PATH", bin+":.:"+os.Getenv("PATH"))
		},
		"a missing object": func(t *testing.T, dir, tool string) {
			testtree.Write(t, dir, ".git/config", doors(tool))
			filepath.WalkDir(filepath.Join(dir, ".git", "objects"), func(path string, e os.DirEntry, err error) error {
				if err == nil && !e.IsDir() && len(e.Name()) == 38 && e.Name()[0] < '4' {
					os.Remove(path)
				}
				return nil
			})
		},
	} {
		t.Run(name, func(t *testing.T) {
			dir := gate(t)
			underGit(t, dir)
			signed(t, dir)
			tool, mark := script(t, dir)
			arm(t, dir, tool)
			for _, at := range []string{dir, filepath.Join(dir, "svc")} {
				if _, err := os.Stat(at); err != nil {
					continue
				}
				for _, command := range [][]string{{"trace", "GATE_TOKEN"}, {"verify"}, {"verify", "--since", "HEAD"}, {"reads"}, {"accept", "--reason", "x"}} {
					strike(t, at, command...)
					if _, err := os.Stat(mark); err == nil {
						t.Fatalf("inzicht %s runs a program of the tree", strings.Join(command, " "))
					}
				}
			}
		})
	}
}

// A .git file that leads to a repository of another tree is not followed.
func TestForeignRepository(t *testing.T) {
	other := testtree.Files(t, map[string]string{"hidden_name.env": "A=1"})
	underGit(t, other)
	dir := gate(t)
	testtree.Write(t, dir, ".git", "gitdir: "+filepath.Join(other, ".git")+"\n")
	a := strike(t, dir, "verify", "--format", "json")
	if a.status != 2 || !strings.Contains(a.all(), "does not name this folder in turn") || strings.Contains(a.all(), "hidden_name") {
		t.Errorf("status %d: %s", a.status, a.all())
	}
	for _, command := range [][]string{{"trace", "GATE_TOKEN"}, {"verify", "--since", "HEAD"}} {
		if a := strike(t, dir, command...); strings.Contains(a.out, "Gates") || strings.Contains(a.all(), "hidden_name") {
			t.Errorf("%v: %s", command, a.all())
		}
	}
}

// Where the git program refuses to look, as in a container whose folder
// belongs to another, what is tracked is known all the same.
func TestDubiousOwnership(t *testing.T) {
	dir := gate(t)
	underGit(t, dir)
	t.Setenv("GIT_TEST_ASSUME_DIFFERENT_OWNER", "1")
	a := strike(t, dir, "verify", "--only", "exposed")
	if a.status != 1 || !strings.Contains(a.out, "is tracked by git") {
		t.Errorf("status %d: %s", a.status, a.all())
	}
	if a := strike(t, dir, "trace", "GATE_TOKEN"); !strings.Contains(a.out, "Gates") {
		t.Errorf("its history is not known: %s", a.all())
	}
}

// What git's own files cannot tell is named, and no green result.
func TestBrokenRepository(t *testing.T) {
	for name, breakIt := range map[string]func(t *testing.T, dir string){
		"an index cut off": func(t *testing.T, dir string) { os.Truncate(filepath.Join(dir, ".git", "index"), 90) },
		"an index of noise": func(t *testing.T, dir string) {
			testtree.Write(t, dir, ".git/index", "DIRC\x00\x00\x00\x02\xff\xff\xff\xff"+strings.Repeat("x", 500))
		},
		"a split index": func(t *testing.T, dir string) { testtree.Git(t, dir, "update-index", "--split-index") },
		"a link in place of .git": func(t *testing.T, dir string) {
			moved := filepath.Join(t.TempDir(), "git")
			os.Rename(filepath.Join(dir, ".git"), moved)
			os.Symlink(moved, filepath.Join(dir, ".git"))
		},
		"no objects": func(t *testing.T, dir string) { os.RemoveAll(filepath.Join(dir, ".git", "objects")) },
	} {
		dir := gate(t)
		underGit(t, dir)
		breakIt(t, dir)
		a := strike(t, dir, "verify", "--skip", "unused")
		if a.status != 2 || !strings.Contains(a.out, "was not checked") || strings.Contains(a.out, "✓") {
			t.Errorf("%s: status %d: %s", name, a.status, a.all())
		}
		if a := strike(t, dir, "verify", "--skip", "exposed", "--skip", "leaked"); a.status == 2 {
			t.Errorf("%s: what does not go by git is not checked: %s", name, a.all())
		}
	}
}

// Pipes in the place of git's files keep nobody waiting, nor does a git that
// goes on without end; and git does not outlive who asked it.
func TestPipesOfGit(t *testing.T) {
	for _, file := range []string{".git/HEAD", ".git/config", ".git/index", ".git/info/exclude", ".git/packed-refs", ".git/shallow", ".git/refs/heads/other", ".git/commondir",
		".git/objects/info/alternates", ".git/objects/pack/pack-x.idx", ".gitignore", "ignored", ".git"} {
		dir := gate(t)
		underGit(t, dir)
		if file == "ignored" {
			testtree.Git(t, dir, "config", "core.excludesFile", "ignored")
		}
		path := filepath.Join(dir, file)
		os.MkdirAll(filepath.Dir(path), 0o755)
		os.RemoveAll(path)
		if err := syscall.Mkfifo(path, 0o644); err != nil {
			t.Skip(err)
		}
		for _, command := range [][]string{{"verify", "--only", "missing"}, {"trace", "GATE_TOKEN"}, {"verify", "--since", "HEAD"}} {
			strike(t, dir, command...)
		}
	}
}

// fakeGit puts a program in the place of git, outside the tree.
func fakeGit(t *testing.T, body string) {
	t.Helper()
	bin := t.TempDir()
	if err := os.WriteFile(filepath.Join(bin, "git"), []byte("#!/bin/sh\n"+body+"\n"), 0o755); err != nil {
		t.Fatal(err)
	}
	t.Setenv("PATH", bin+":"+os.Getenv("PATH"))
}

func TestEndlessGit(t *testing.T) {
	dir := gate(t)
	underGit(t, dir)
	fakeGit(t, "exec yes 0123456789abcdef")
	for _, command := range [][]string{{"trace", "GATE_TOKEN"}, {"verify", "--since", "HEAD"}} {
		if a := strike(t, dir, command...); a.memory > 1<<30 {
			t.Errorf("%v takes %d MiB", command, a.memory>>20)
		}
	}
}

func TestGitDoesNotOutlive(t *testing.T) {
	dir := gate(t)
	underGit(t, dir)
	mark := filepath.Join(t.TempDir(), "pid")
	fakeGit(t, "echo $$ > '"+mark+"'\nexec sleep 300")
	for _, how := range []syscall.Signal{syscall.SIGTERM, syscall.SIGINT, syscall.SIGKILL} {
		os.Remove(mark)
		command := exec.Command(program, "trace", "GATE_TOKEN", dir)
		if err := command.Start(); err != nil {
			t.Fatal(err)
		}
		pid := waitFor(t, mark)
		command.Process.Signal(how)
		command.Wait()
		gone := false
		for range 200 {
			if gone = !alive(pid); gone {
				break
			}
			time.Sleep(20 * time.Millisecond)
		}
		if !gone {
			t.Errorf("after %v git still runs", how)
			syscall.Kill(pid, syscall.SIGKILL)
		}
	}
}
