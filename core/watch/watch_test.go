package watch

import (
	"os"
	"path/filepath"
	"testing"
	"time"

	"inzicht/core/testtree"
	"inzicht/core/tree"
)

// told reports whether a change is told before patience ends.
func told(w *Watcher, patience time.Duration) bool {
	select {
	case <-w.Changes:
		return true
	case <-time.After(patience):
		return false
	}
}

// What is watched are the folders of a tree, those that come, and nothing that
// is ignored or that a link leads to.
func TestWatcher(t *testing.T) {
	elsewhere := t.TempDir()
	root := testtree.Tree(t, "-- .gitignore --\nbuilt/\n-- gate/gate.py --\nx\n-- kept/results --\nx\n")
	if real, err := filepath.EvalSymlinks(root); err == nil {
		root = real
	}
	testtree.Git(t, root, "init", "-q")
	if err := os.Symlink(elsewhere, filepath.Join(root, "link")); err != nil {
		t.Skip("no links here")
	}
	w, err := New(root, filepath.Join(root, "kept"))
	if err != nil {
		t.Skip("this system does not tell when files change")
	}
	defer w.Close()
	found, err := tree.Open(root, tree.Options{})
	if err != nil {
		t.Fatal(err)
	}
	w.Follow(found)
	for _, c := range []struct {
		what   string
		change func()
		told   bool
	}{
		{"a file at the root", func() { testtree.Write(t, root, ".env", "A=1\n") }, true},
		{"a file of a folder", func() { testtree.Write(t, root, "gate/gate.py", "y\n") }, true},
		{"a folder that comes", func() { testtree.Write(t, root, "tolls/in/tolls.py", "x\n") }, true},
		{"a file of that folder", func() { testtree.Write(t, root, "tolls/in/tolls.py", "y\n") }, true},
		{"what is ignored here", func() { testtree.Write(t, root, "kept/results", "y\n") }, false},
		{"a folder that git ignores", func() { testtree.Write(t, root, "gate/gate.py", "z\n"); testtree.Write(t, root, "built/x/a.js", "x\n") }, true},
		{"a file of what git ignores", func() { testtree.Write(t, root, "built/x/a.js", "y\n") }, false},
		{"what a link leads to", func() { testtree.Write(t, elsewhere, "a.py", "x\n") }, false},
		{"git's own lock", func() { testtree.Write(t, root, ".git/index.lock", "") }, false},
		{"a mode", func() { os.Chmod(filepath.Join(root, ".env"), 0o600) }, false},
		{"a file that goes", func() { os.Remove(filepath.Join(root, ".env")) }, true},
	} {
		c.change()
		patience := 20 * time.Second
		if !c.told {
			patience = 4 * quiet
		}
		if got := told(w, patience); got != c.told {
			t.Errorf("%s is told: %v", c.what, got)
		}
		for told(w, 6*quiet) { // until all is still
		}
	}
	if w.Partly() {
		t.Error("not all folders are watched")
	}
}

// A tree of which not all can be watched is looked at now and then.
func TestPartly(t *testing.T) {
	w, err := New(testtree.Tree(t, "-- a --\nx\n"))
	if err != nil {
		t.Skip("this system does not tell when files change")
	}
	defer w.Close()
	w.mutex.Lock()
	w.partly = true
	w.mutex.Unlock()
	if !w.Partly() || !told(w, 10*pause) {
		t.Error("no change is told")
	}
}
