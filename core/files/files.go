// Package files opens the files of a folder that may be hostile: no link is
// followed, neither on the way nor at its end, only regular files are read,
// and never more of one than a limit.
package files

import (
	"errors"
	"io"
	"io/fs"
	"os"
	"path"
	"strings"
	"syscall"
	"time"
)

// MaxSize is the size in bytes over which a file is not read.
const MaxSize = 4 << 20

var (
	// ErrTooLarge says that a file is over the limit.
	ErrTooLarge = errors.New("over 4 MiB")
	// ErrNotRegular says that what has the name of a file is none: a folder, a
	// pipe, a device.
	ErrNotRegular = errors.New("not a regular file")
	// ErrLink says that a link is there, or on the way.
	ErrLink = errors.New("a link, which is not followed")
)

// Stamp tells a file from what it was before.
type Stamp [4]int64

// Info is what is known of a name without opening it.
type Info struct {
	Kind    fs.FileMode // its type bits
	Changed time.Time   // when it was last written
}

// Entry is one name in a folder.
type Entry struct {
	Name string
	Kind fs.FileMode // its type bits
}

// FolderOf returns the folder of a clean path, "" for the root.
func FolderOf(file string) string {
	return file[:max(strings.LastIndexByte(file, '/'), 0)]
}

// ReadFile reads the file at a relative path below a folder, of at most limit
// bytes. Links on the way to root are followed, links below it are not.
func ReadFile(root, file string, limit int) ([]byte, error) {
	d, err := OpenFolder(root, FolderOf(file))
	if err != nil {
		return nil, err
	}
	defer d.Close()
	return d.ReadUpTo(path.Base(file), limit, nil)
}

// ReadGiven reads a file that whoever runs this named, of at most limit bytes.
// Links are followed, as they are for whoever gives one.
func ReadGiven(file string, limit int) ([]byte, error) {
	in, err := os.Open(file)
	if err != nil {
		return nil, err
	}
	defer in.Close()
	return readUpTo(in, limit)
}

// readUpTo reads what is left, which may be at most limit bytes.
func readUpTo(in io.Reader, limit int) ([]byte, error) {
	src, err := io.ReadAll(io.LimitReader(in, int64(limit)+1))
	if len(src) > limit {
		return nil, ErrTooLarge
	}
	return src, err
}

// Info returns what is at a path below this folder. A path that leads
// through a link is an error.
func (d *Folder) Info(file string) (Info, error) {
	if !fs.ValidPath(file) {
		return Info{}, fs.ErrNotExist
	}
	if at := FolderOf(file); at != "" {
		below, err := d.Open(at)
		if err != nil {
			return Info{}, err
		}
		defer below.Close()
		return below.info(path.Base(file))
	}
	return d.info(file)
}

// Reason says why a file could not be read or a folder not be listed, in
// words of our own.
func Reason(err error) string {
	switch {
	case errors.Is(err, ErrTooLarge), errors.Is(err, ErrNotRegular), errors.Is(err, ErrLink):
		return err.Error()
	case errors.Is(err, fs.ErrPermission):
		return "it may not be read"
	case errors.Is(err, syscall.ELOOP), errors.Is(err, syscall.ENOTDIR):
		return ErrLink.Error()
	case errors.Is(err, fs.ErrNotExist):
		return "it is not there"
	case errors.Is(err, syscall.EMFILE), errors.Is(err, syscall.ENFILE):
		return "too many files are open"
	case errors.Is(err, os.ErrDeadlineExceeded):
		return "it took too long"
	}
	return "it cannot be read"
}

// Refused reports whether an error means that something is there and could
// not be looked at, rather than that it is of a sort that is left out: too
// large, a link, gone.
func Refused(err error) bool {
	for _, known := range []error{ErrTooLarge, ErrNotRegular, ErrLink, fs.ErrNotExist, syscall.ELOOP, syscall.ENOTDIR} {
		if errors.Is(err, known) {
			return false
		}
	}
	return err != nil
}
