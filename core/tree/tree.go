// Package tree finds the files of a source tree by a parallel walk that leaves
// out what git ignores, and knows what git tracks. It follows no link and runs
// nothing.
package tree

import (
	"cmp"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"sync"

	"inzicht/core/files"
	"inzicht/core/sorting"
)

// Options says what to leave out.
type Options struct {
	NoSkip     bool                   // read dependency folders, build outputs and bundles too
	NoGit      bool                   // do not ask what git tracks and ignores
	Components []Component            // besides those that manifests make
	Listed     []File                 // the files, where they are known: those of an earlier state
	Past       Past                   // the contents of that state
	Excluded   func(file string) bool // files that are not looked at; may be nil
}

// File is one file of the tree.
type File struct {
	Path    string // relative to the root, with forward slashes
	Tracked bool   // git tracks it
	Loose   bool   // git neither tracks nor ignores it
}

// Skip is something that was left out, and why.
type Skip struct {
	Path    string
	Reason  string
	Refused bool // it is there and could not be looked at, though it should have been
	Unknown bool // it may hold reads that are not known: too large, or not understood
}

// Unchecked is something that could not be found out, and what to do.
type Unchecked struct{ Reason, Hint string }

// Tree is a folder with its files.
type Tree struct {
	Root         string // absolute
	Files        []File // sorted by path
	Git          bool   // it lies in a git work tree: Tracked and Loose are known
	Past         Past   // the contents, of an earlier state
	Skipped      []Skip
	Unchecked    []Unchecked // what git could have told
	RootManifest bool        // the root holds a manifest of its own
	Components   []Component // sorted by folder, deepest last
}

// Number returns where a file is in Files, or -1.
func (t *Tree) Number(path string) int {
	i, found := slices.BinarySearchFunc(t.Files, path, func(f File, p string) int { return strings.Compare(f.Path, p) })
	if !found {
		return -1
	}
	return i
}

// Below returns the files that lie in a folder and in those in it.
func (t *Tree) Below(folder string) []File {
	in := folder + "/"
	from, _ := slices.BinarySearchFunc(t.Files, in, func(f File, p string) int { return strings.Compare(f.Path, p) })
	to := from
	for to < len(t.Files) && strings.HasPrefix(t.Files[to].Path, in) {
		to++
	}
	return t.Files[from:to]
}

// file gives a file of the tree, or none.
func (t *Tree) file(path string) File {
	if n := t.Number(path); n >= 0 {
		return t.Files[n]
	}
	return File{}
}

// IsTracked reports whether git tracks a file.
func (t *Tree) IsTracked(path string) bool { return t.file(path).Tracked }

// IsLoose reports whether git neither tracks nor ignores a file.
func (t *Tree) IsLoose(path string) bool { return t.file(path).Loose }

// PathError says why a path cannot be taken for a tree, and what to do.
type PathError struct {
	Path   string
	Reason string
	Hint   string
}

func (e *PathError) Error() string { return fmt.Sprintf("%s: %s", e.Path, e.Reason) }

// RootOf returns the root of the tree below dir, as a tree that is opened has
// it. The error is a *PathError.
func RootOf(dir string) (string, error) {
	root, err := filepath.Abs(dir)
	if err != nil {
		return "", err
	}
	if root, err = filepath.EvalSymlinks(root); err != nil {
		return "", pathError(dir, err)
	}
	return root, nil
}

// Open lists the files below dir.
func Open(dir string, options Options) (*Tree, error) {
	root, err := RootOf(dir)
	if err != nil {
		return nil, err
	}
	info, err := os.Stat(root)
	if err != nil {
		return nil, pathError(dir, err)
	}
	if !info.IsDir() {
		return nil, &PathError{dir, "this is a file, not a folder", "Give the folder that holds the code, such as " + filepath.Dir(dir) + "."}
	}
	t := &Tree{Root: root}
	if options.Listed != nil {
		t.Files, t.Past, t.Git = slices.Clone(options.Listed), options.Past, true
	} else {
		var view *view
		if !options.NoGit {
			view = t.look()
		}
		t.Git = view != nil
		if err := t.walk(options, view); err != nil {
			return nil, pathError(dir, err)
		}
	}
	sortByPath(t.Files)
	t.Files = slices.CompactFunc(t.Files, func(a, b File) bool { return a.Path == b.Path })
	if options.Excluded != nil {
		t.Files = slices.DeleteFunc(t.Files, func(f File) bool { return options.Excluded(f.Path) })
	}
	t.findComponents(options.Components)
	sorting.By(t.Skipped, func(a, b Skip) int {
		return cmp.Or(strings.Compare(a.Path, b.Path), strings.Compare(a.Reason, b.Reason))
	})
	t.Skipped = slices.Compact(t.Skipped)
	return t, nil
}

// sortByPath sorts files by their path, long lists in two halves side by side.
func sortByPath(files []File) {
	byPath := func(a, b File) int { return strings.Compare(a.Path, b.Path) }
	if len(files) < 4096 {
		sorting.By(files, byPath)
		return
	}
	low, high := slices.Clone(files[:len(files)/2]), files[len(files)/2:]
	var other sync.WaitGroup
	other.Go(func() { sorting.By(low, byPath) })
	sorting.By(high, byPath)
	other.Wait()
	for n := range files { // what high has left is never overtaken
		if len(low) > 0 && (len(high) == 0 || byPath(low[0], high[0]) <= 0) {
			files[n], low = low[0], low[1:]
		} else {
			files[n], high = high[0], high[1:]
		}
	}
}

func pathError(dir string, err error) error {
	switch {
	case errors.Is(err, os.ErrNotExist):
		return &PathError{dir, "there is no such folder", "Check the spelling, or leave the path away to take the present folder."}
	case errors.Is(err, os.ErrPermission):
		return &PathError{dir, "it may not be read", "Ask for permission to read it, or run as a user who has it."}
	}
	return &PathError{dir, files.Reason(err), "Give the folder that holds the code."}
}

// unreadable says why what has these type bits is no file to be read, or nothing.
func unreadable(kind fs.FileMode) string {
	switch {
	case kind.IsDir():
		return "a folder where a file is expected"
	case kind&fs.ModeSymlink != 0:
		return "a link, which is not followed"
	case !kind.IsRegular():
		return "not a regular file"
	}
	return ""
}
