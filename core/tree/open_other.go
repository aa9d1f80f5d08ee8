//go:build !unix

package tree

import (
	"errors"
	"io"
	"os"
	"path/filepath"
)

// Folder is an open folder of the tree whose files are read without leaving
// the tree.
type Folder struct{ root *os.Root }

// OpenFolder opens the folder at relative path folder below root.
func OpenFolder(root, folder string) (*Folder, error) {
	top, err := os.OpenRoot(root)
	if err != nil || folder == "" {
		return &Folder{top}, err
	}
	defer top.Close()
	return (&Folder{top}).Open(folder)
}

// Open opens the folder at a relative path below this one.
func (d *Folder) Open(folder string) (*Folder, error) {
	below, err := d.root.OpenRoot(filepath.FromSlash(folder))
	return &Folder{below}, err
}

// Close closes the folder.
func (d *Folder) Close() { d.root.Close() }

// ErrTooLarge says that a file is over MaxFileSize.
var ErrTooLarge = errors.New("over 4 MiB")

// ReadFile reads a file of the folder.
func (d *Folder) ReadFile(name string, _ []byte) ([]byte, error) {
	info, err := d.root.Lstat(name)
	if err != nil {
		return nil, err
	}
	if !info.Mode().IsRegular() {
		return nil, errors.New("not a regular file")
	}
	f, err := d.root.Open(name)
	if err != nil {
		return nil, err
	}
	defer f.Close()
	src, err := io.ReadAll(io.LimitReader(f, MaxFileSize+1))
	if len(src) > MaxFileSize {
		return nil, ErrTooLarge
	}
	return src, err
}

// Stamp gives what tells a file from what it was before: its size and when it
// was written. It is zero where there is none.
func (d *Folder) Stamp(name string) Stamp {
	info, err := d.root.Lstat(name)
	if err != nil {
		return Stamp{}
	}
	return Stamp{info.Size(), info.ModTime().UnixNano()}
}
