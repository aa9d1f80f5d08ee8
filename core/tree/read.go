package tree

import (
	"io/fs"
	"path"
	"path/filepath"
	"strings"
	"time"

	"inzicht/core/files"
)

// Past is the contents of an earlier state of a tree.
type Past interface {
	// Read appends the contents of a file to buffer. It may be called from
	// several goroutines at a time.
	Read(file string, buffer []byte) ([]byte, error)
	// Has reports whether the state has a file at that path.
	Has(file string) bool
	// ID returns what the contents of a file are known by, as git has it, or "".
	ID(file string) string
}

// Reader reads files of a tree one after the other, by one goroutine.
type Reader struct {
	past   Past
	here   *files.Reader
	buffer []byte
}

// Reader returns a reader of the tree's files. It is to be closed.
func (t *Tree) Reader() *Reader {
	if t.Past != nil {
		return &Reader{past: t.Past}
	}
	return &Reader{here: files.NewReader(t.Root)}
}

// Read returns the contents of a file, by its path, until the next one is read.
func (r *Reader) Read(file string) ([]byte, error) {
	if r.past == nil {
		return r.here.Read(file)
	}
	src, err := r.past.Read(file, r.buffer[:0])
	if cap(src) > cap(r.buffer) {
		r.buffer = src[:0]
	}
	return src, err
}

// Close closes what is open.
func (r *Reader) Close() {
	if r.here != nil {
		r.here.Close()
	}
}

// ID returns what the contents of a file of an earlier state are known by, as
// git has it, or "" where that is not known without reading it.
func (t *Tree) ID(file string) string {
	if t.Past == nil {
		return ""
	}
	return t.Past.ID(file)
}

// ReadFile reads one file of the tree, named from the root. It follows no
// link and never leaves the tree. Files over files.MaxSize are refused with
// files.ErrTooLarge.
func (t *Tree) ReadFile(file string) ([]byte, error) {
	file, inside := t.Inside(file)
	if !inside {
		return nil, fs.ErrNotExist
	}
	r := t.Reader()
	defer r.Close()
	return r.Read(file)
}

// Inside returns a path in the form that Files has, and reports whether it stays
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

// Has reports whether a path of the tree is a regular file that may be read
// without following a link.
func (t *Tree) Has(file string) bool {
	file, inside := t.Inside(file)
	if !inside {
		return false
	}
	if t.Past != nil {
		return t.Past.Has(file)
	}
	info, err := t.info(file)
	return err == nil && info.Kind.IsRegular()
}

// Exists reports whether anything is at a path of the tree: a file, a
// folder, a link.
func (t *Tree) Exists(file string) bool {
	if t.Past != nil {
		return t.Past.Has(file)
	}
	_, err := t.info(file)
	return err == nil
}

// HasFolder reports whether a path of the tree, as it is now, is a folder that
// is reached without following a link.
func (t *Tree) HasFolder(folder string) bool {
	info, err := t.info(folder)
	return err == nil && info.Kind.IsDir()
}

// Changed returns the time at which a file of the tree was last written.
func (t *Tree) Changed(file string) time.Time {
	if t.Past != nil {
		return time.Time{}
	}
	info, _ := t.info(file)
	return info.Changed
}

// info returns what is at a path of the tree, following no link.
func (t *Tree) info(file string) (files.Info, error) {
	root, err := files.OpenFolder(t.Root, "")
	if err != nil {
		return files.Info{}, err
	}
	defer root.Close()
	return root.Info(path.Clean(file))
}
