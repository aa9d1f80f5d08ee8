package tree

import (
	"io/fs"
	"os"
	"path"
	"path/filepath"
	"strings"
	"time"
)

// Stamp tells a file from what it was before.
type Stamp [4]int64

// ReadFile reads one file of the tree, named from the root. It follows no
// link and never leaves the tree. Files over MaxFileSize are refused with
// ErrTooLarge.
func (t *Tree) ReadFile(file string) ([]byte, error) {
	file, inside := t.Inside(file)
	if !inside {
		return nil, fs.ErrNotExist
	}
	folder, err := OpenFolder(t.Root, folderOf(file))
	if err != nil {
		return nil, err
	}
	defer folder.Close()
	return folder.ReadFile(path.Base(file), nil)
}

// Inside gives a path in the form that Files has, and tells whether it stays
// within the tree. It may be absolute.
func (t *Tree) Inside(file string) (clean string, inside bool) {
	if filepath.IsAbs(file) {
		relative, err := filepath.Rel(t.Root, file)
		if err != nil {
			return "", false
		}
		file = relative
	}
	clean = path.Clean(filepath.ToSlash(file))
	return clean, clean != ".." && !strings.HasPrefix(clean, "../") && !strings.HasPrefix(clean, "/")
}

// Has tells whether a path of the tree is a regular file that may be read
// without following a link.
func (t *Tree) Has(file string) bool {
	file, inside := t.Inside(file)
	if !inside {
		return false
	}
	for at := file; at != "." && at != ""; at = folderOf(at) {
		info, err := os.Lstat(filepath.Join(t.Root, filepath.FromSlash(at)))
		if err != nil || info.Mode()&os.ModeSymlink != 0 || at == file && !info.Mode().IsRegular() {
			return false
		}
	}
	return true
}

// Exists tells whether anything stands at a path of the tree: a file, a
// folder, a link.
func (t *Tree) Exists(file string) bool {
	_, err := os.Lstat(filepath.Join(t.Root, filepath.FromSlash(file)))
	return err == nil
}

// Changed gives the time at which a file of the tree was last written.
func (t *Tree) Changed(file string) time.Time {
	info, err := os.Lstat(filepath.Join(t.Root, filepath.FromSlash(file)))
	if err != nil {
		return time.Time{}
	}
	return info.ModTime()
}
