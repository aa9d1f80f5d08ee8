//go:build unix

package files

import (
	"errors"
	"io"
	"io/fs"
	"os"
	"path"
	"strings"
	"time"

	"golang.org/x/sys/unix"
)

// Folder is an open folder.
type Folder struct{ fd int }

const folderFlags = unix.O_RDONLY | unix.O_DIRECTORY | unix.O_CLOEXEC

// OpenFolder opens the folder at relative path folder below root, "" for root
// itself. Links on the way to root are followed, links below it are not.
func OpenFolder(root, folder string) (*Folder, error) {
	fd, err := unix.Open(root, folderFlags, 0)
	if err != nil {
		return nil, &os.PathError{Op: "open", Path: root, Err: err}
	}
	top := &Folder{fd}
	if folder == "" {
		return top, nil
	}
	defer top.Close()
	return top.Open(folder)
}

// Open opens the folder at a relative path below this one.
func (d *Folder) Open(folder string) (*Folder, error) {
	fd, err := openBelow(d.fd, folder)
	if err != nil {
		return nil, &os.PathError{Op: "open", Path: folder, Err: err}
	}
	return &Folder{fd}, nil
}

// openStepwise opens a folder below another, one name after the other.
func openStepwise(from int, folder string) (int, error) {
	fd := from
	for _, name := range strings.Split(path.Clean(folder), "/") {
		next, err := unix.Openat(fd, name, folderFlags|unix.O_NOFOLLOW, 0)
		if fd != from {
			unix.Close(fd)
		}
		if err != nil {
			return -1, err
		}
		fd = next
	}
	return fd, nil
}

// Close closes the folder.
func (d *Folder) Close() { unix.Close(d.fd) }

// ReadFile reads a file of the folder into buffer, which it grows as needed.
func (d *Folder) ReadFile(name string, buffer []byte) ([]byte, error) {
	return d.ReadUpTo(name, MaxSize, buffer)
}

// ReadUpTo is ReadFile for files of up to limit bytes.
func (d *Folder) ReadUpTo(name string, limit int, buffer []byte) ([]byte, error) {
	fd, err := unix.Openat(d.fd, name, unix.O_RDONLY|unix.O_NOFOLLOW|unix.O_NONBLOCK|unix.O_CLOEXEC, 0)
	if err != nil {
		if err == unix.ENXIO { // a socket
			err = ErrNotRegular
		}
		return buffer[:0], &os.PathError{Op: "open", Path: name, Err: err}
	}
	defer unix.Close(fd)
	var st unix.Stat_t
	if err := unix.Fstat(fd, &st); err != nil {
		return buffer[:0], &os.PathError{Op: "stat", Path: name, Err: err}
	}
	if st.Mode&unix.S_IFMT != unix.S_IFREG {
		return buffer[:0], ErrNotRegular
	}
	if st.Size > int64(limit) {
		return buffer[:0], ErrTooLarge
	}
	return readAll(func(p []byte) (int, error) { return unix.Read(fd, p) }, limit, buffer)
}

// readAll reads to the end, or to limit.
func readAll(read func([]byte) (int, error), limit int, buffer []byte) ([]byte, error) {
	buffer = buffer[:0]
	if cap(buffer) < 8<<10 {
		buffer = make([]byte, 0, 8<<10)
	}
	for {
		if len(buffer) == cap(buffer) {
			grown := make([]byte, len(buffer), min(4*cap(buffer), max(limit, MaxSize)+1))
			copy(grown, buffer)
			buffer = grown
		}
		n, err := read(buffer[len(buffer):cap(buffer)])
		if errors.Is(err, unix.EINTR) {
			continue
		}
		if n > 0 {
			buffer = buffer[:len(buffer)+n]
		}
		switch {
		case len(buffer) > limit:
			return buffer[:0], ErrTooLarge
		case err != nil && err != io.EOF:
			return buffer[:0], err
		case n <= 0, len(buffer) < cap(buffer): // a regular file gives all that is asked for, but at its end
			return buffer, nil
		}
	}
}

// Stamp returns what tells a file from what it was before: its size, when it was
// written and changed, and its number. It is zero where there is none.
func (d *Folder) Stamp(name string) Stamp {
	var st unix.Stat_t
	if unix.Fstatat(d.fd, name, &st, unix.AT_SYMLINK_NOFOLLOW) != nil {
		return Stamp{}
	}
	return stampOf(&st)
}

// info returns what has a name in the folder.
func (d *Folder) info(name string) (Info, error) {
	var st unix.Stat_t
	if err := unix.Fstatat(d.fd, name, &st, unix.AT_SYMLINK_NOFOLLOW); err != nil {
		return Info{}, &os.PathError{Op: "stat", Path: name, Err: err}
	}
	return Info{kindOf(uint32(st.Mode)), time.Unix(0, stampOf(&st)[1])}, nil
}

// kindOf returns the type bits of a mode of the system's.
func kindOf(mode uint32) fs.FileMode {
	switch mode & unix.S_IFMT {
	case unix.S_IFREG:
		return 0
	case unix.S_IFDIR:
		return fs.ModeDir
	case unix.S_IFLNK:
		return fs.ModeSymlink
	}
	return fs.ModeIrregular
}
