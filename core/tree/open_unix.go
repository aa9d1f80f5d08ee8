//go:build unix

package tree

import (
	"errors"
	"io"
	"os"
	"path/filepath"
	"strings"

	"golang.org/x/sys/unix"
)

// Folder is an open folder of the tree whose files are read without
// following links, neither on the way to it nor below it.
type Folder struct{ fd int }

// OpenFolder opens the folder at relative path folder below root.
func OpenFolder(root, folder string) (*Folder, error) {
	const flags = unix.O_RDONLY | unix.O_DIRECTORY | unix.O_CLOEXEC
	fd, err := unix.Open(root, flags, 0)
	if err != nil {
		return nil, &os.PathError{Op: "open", Path: root, Err: err}
	}
	for _, name := range strings.FieldsFunc(folder, func(r rune) bool { return r == '/' }) {
		next, err := unix.Openat(fd, name, flags|unix.O_NOFOLLOW, 0)
		unix.Close(fd)
		if err != nil {
			return nil, &os.PathError{Op: "open", Path: filepath.Join(root, folder), Err: err}
		}
		fd = next
	}
	return &Folder{fd}, nil
}

// Close closes the folder.
func (d *Folder) Close() { unix.Close(d.fd) }

// ErrTooLarge says that a file is over MaxFileSize.
var ErrTooLarge = errors.New("over 4 MiB")

// ReadFile reads a file of the folder into buffer, which it grows as needed.
func (d *Folder) ReadFile(name string, buffer []byte) ([]byte, error) {
	fd, err := unix.Openat(d.fd, name, unix.O_RDONLY|unix.O_NOFOLLOW|unix.O_NONBLOCK|unix.O_CLOEXEC, 0)
	if err != nil {
		return buffer[:0], err
	}
	defer unix.Close(fd)
	return readAll(func(p []byte) (int, error) { return unix.Read(fd, p) }, buffer)
}

// readAll reads to the end, or to MaxFileSize.
func readAll(read func([]byte) (int, error), buffer []byte) ([]byte, error) {
	buffer = buffer[:0]
	if cap(buffer) < 64<<10 {
		buffer = make([]byte, 0, 64<<10)
	}
	for {
		if len(buffer) == cap(buffer) {
			grown := make([]byte, len(buffer), min(4*cap(buffer), MaxFileSize+1))
			copy(grown, buffer)
			buffer = grown
		}
		n, err := read(buffer[len(buffer):cap(buffer)])
		if err == unix.EINTR {
			continue
		}
		if n > 0 {
			buffer = buffer[:len(buffer)+n]
		}
		switch {
		case len(buffer) > MaxFileSize:
			return buffer[:0], ErrTooLarge
		case err != nil && err != io.EOF:
			return buffer[:0], err
		case n <= 0:
			return buffer, nil
		}
	}
}

// Stamp gives what tells a file from what it was before: its size, when it was
// written and changed, and its number. It is zero where there is none.
func (d *Folder) Stamp(name string) Stamp {
	var st unix.Stat_t
	if unix.Fstatat(d.fd, name, &st, unix.AT_SYMLINK_NOFOLLOW) != nil {
		return Stamp{}
	}
	return stampOf(&st)
}
