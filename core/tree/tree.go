// Package tree finds the files of a source tree: by asking git where there is
// a git work tree, otherwise by a parallel walk that honours .gitignore. It
// follows no link and runs nothing that the tree configures.
package tree

import (
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path"
	"path/filepath"
	"slices"
	"strings"
	"sync"
)

// MaxFileSize is the size in bytes over which a file is not read.
const MaxFileSize = 4 << 20

// Options says what to leave out.
type Options struct {
	NoSkip     bool                   // read dependency folders, build outputs and bundles too
	Components []Component            // besides those that manifests make
	Listed     []File                 // the files, where they are known: those of an earlier state
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
	Path   string
	Reason string
}

// Tree is a folder with its files.
type Tree struct {
	Root         string // absolute
	Files        []File // sorted by path
	Git          bool   // the list came from git
	Skipped      []Skip
	RootManifest bool        // the root holds a manifest of its own
	Components   []Component // sorted by folder, deepest last
}

// Number gives where a file stands in Files, or -1.
func (t *Tree) Number(path string) int {
	i, found := slices.BinarySearchFunc(t.Files, path, func(f File, p string) int { return strings.Compare(f.Path, p) })
	if !found {
		return -1
	}
	return i
}

// file gives a file of the tree, or none.
func (t *Tree) file(path string) File {
	if n := t.Number(path); n >= 0 {
		return t.Files[n]
	}
	return File{}
}

// IsTracked tells whether git tracks a file.
func (t *Tree) IsTracked(path string) bool { return t.file(path).Tracked }

// IsLoose tells whether git neither tracks nor ignores a file.
func (t *Tree) IsLoose(path string) bool { return t.file(path).Loose }

// PathError says why a path cannot be taken for a tree, and what to do.
type PathError struct {
	Path   string
	Reason string
	Hint   string
}

func (e *PathError) Error() string { return fmt.Sprintf("%s: %s", e.Path, e.Reason) }

// Open lists the files below dir.
func Open(dir string, options Options) (*Tree, error) {
	root, err := filepath.Abs(dir)
	if err != nil {
		return nil, err
	}
	if root, err = filepath.EvalSymlinks(root); err != nil {
		return nil, pathError(dir, err)
	}
	info, err := os.Stat(root)
	if err != nil {
		return nil, pathError(dir, err)
	}
	if !info.IsDir() {
		return nil, &PathError{dir, "this is a file, not a folder", "Give the folder that holds the code, such as " + filepath.Dir(dir) + "."}
	}
	if entries, err := os.Open(root); err != nil {
		return nil, pathError(dir, err)
	} else {
		entries.Close()
	}
	t := &Tree{Root: root}
	if options.Listed != nil {
		t.Files, t.Git = slices.Clone(options.Listed), true
	} else if !t.listWithGit(options) {
		t.walk(options)
	}
	sortByPath(t.Files)
	t.Files = slices.CompactFunc(t.Files, func(a, b File) bool { return a.Path == b.Path })
	if options.Excluded != nil {
		t.Files = slices.DeleteFunc(t.Files, func(f File) bool { return options.Excluded(f.Path) })
	}
	t.findComponents(options.Components)
	t.addPrivateFiles()
	slices.SortFunc(t.Skipped, func(a, b Skip) int { return strings.Compare(a.Path, b.Path) })
	t.Skipped = slices.Compact(t.Skipped)
	return t, nil
}

// sortByPath sorts files by their path, long lists in two halves side by side.
func sortByPath(files []File) {
	byPath := func(a, b File) int { return strings.Compare(a.Path, b.Path) }
	if len(files) < 4096 {
		slices.SortFunc(files, byPath)
		return
	}
	low, high := slices.Clone(files[:len(files)/2]), files[len(files)/2:]
	var other sync.WaitGroup
	other.Go(func() { slices.SortFunc(low, byPath) })
	slices.SortFunc(high, byPath)
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
	return &PathError{dir, err.Error(), "Give the folder that holds the code."}
}

// addPrivateFiles adds the env files that git ignores: private files usually
// are. They are looked for in the root, in each component, and beside every
// env file that is known.
func (t *Tree) addPrivateFiles() {
	folders := map[string]bool{"": true}
	for _, c := range t.Components {
		folders[c.Folder] = true
	}
	known := map[string]bool{}
	for _, f := range t.Files {
		if _, isEnv := EnvFileName(f.Path); isEnv {
			known[f.Path] = true
			folders[folderOf(f.Path)] = true
		}
	}
	added := false
	for folder := range folders {
		entries, err := os.ReadDir(filepath.Join(t.Root, filepath.FromSlash(folder)))
		if err != nil {
			continue
		}
		for _, e := range entries {
			file := path.Join(folder, e.Name())
			if _, isEnv := EnvFileName(file); !isEnv || known[file] {
				continue
			}
			if reason := unreadable(e.Type()); reason != "" {
				t.Skipped = append(t.Skipped, Skip{file, reason})
				continue
			}
			t.Files = append(t.Files, File{Path: file})
			added = true
		}
	}
	if added {
		slices.SortFunc(t.Files, func(a, b File) int { return strings.Compare(a.Path, b.Path) })
	}
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

// folderOf gives the folder of a clean path, "" for the root.
func folderOf(file string) string {
	return file[:max(strings.LastIndexByte(file, '/'), 0)]
}
