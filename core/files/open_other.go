//go:build !unix

package files

import (
	"io/fs"
	"os"
	"path/filepath"
)

// Folder is an open folder.
type Folder struct{ root *os.Root }

// OpenFolder opens the folder at relative path folder below root, "" for root
// itself.
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

// file opens a folder below this one as a file of the standard library's.
func (d *Folder) file(folder string) (*os.File, error) {
	return d.root.Open(filepath.FromSlash(folder))
}

// Close closes the folder.
func (d *Folder) Close() { d.root.Close() }

// ReadFile reads a file of the folder.
func (d *Folder) ReadFile(name string, buffer []byte) ([]byte, error) {
	return d.ReadUpTo(name, MaxSize, buffer)
}

// ReadUpTo is ReadFile for files of up to limit bytes.
func (d *Folder) ReadUpTo(name string, limit int, _ []byte) ([]byte, error) {
	info, err := d.root.Lstat(name)
	if err != nil {
		return nil, err
	}
	switch {
	case info.Mode()&fs.ModeSymlink != 0:
		return nil, ErrLink
	case !info.Mode().IsRegular():
		return nil, ErrNotRegular
	}
	f, err := d.root.Open(name)
	if err != nil {
		return nil, err
	}
	defer f.Close()
	return readUpTo(f, limit)
}

// Stamp returns what tells a file from what it was before: its size and when it
// was written. It is zero where there is none.
func (d *Folder) Stamp(name string) Stamp {
	info, err := d.root.Lstat(name)
	if err != nil {
		return Stamp{}
	}
	return Stamp{info.Size(), info.ModTime().UnixNano()}
}

// info returns what has a name in the folder.
func (d *Folder) info(name string) (Info, error) {
	info, err := d.root.Lstat(name)
	if err != nil {
		return Info{}, err
	}
	return Info{info.Mode().Type(), info.ModTime()}, nil
}
