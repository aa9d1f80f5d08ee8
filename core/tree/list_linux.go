package tree

import (
	"bytes"
	"encoding/binary"
	"io/fs"
	"os"

	"golang.org/x/sys/unix"
)

// listing reads folders into one buffer.
type listing struct {
	buffer  []byte
	entries []entry
}

// Where a record of a folder, as the kernel gives it, holds what.
const (
	recordLength = 16
	recordType   = 18
	recordName   = 19
)

// read gives what a folder holds, until the next call, in no order.
func (l *listing) read(folder string) ([]entry, error) {
	fd, err := unix.Open(folder, unix.O_RDONLY|unix.O_DIRECTORY|unix.O_CLOEXEC|unix.O_NOFOLLOW, 0)
	if err != nil {
		return nil, &os.PathError{Op: "open", Path: folder, Err: err}
	}
	defer unix.Close(fd)
	if l.buffer == nil {
		l.buffer = make([]byte, 64<<10)
	}
	l.entries = l.entries[:0]
	for {
		n, err := unix.ReadDirent(fd, l.buffer)
		if err == unix.EINTR {
			continue
		}
		if err != nil {
			return nil, &os.PathError{Op: "readdir", Path: folder, Err: err}
		}
		if n <= 0 {
			return l.entries, nil
		}
		for records := l.buffer[:n]; len(records) > recordName; {
			length := int(binary.NativeEndian.Uint16(records[recordLength:]))
			if length <= recordName || length > len(records) {
				break
			}
			name, _, _ := bytes.Cut(records[recordName:length], []byte{0})
			if text := string(name); text != "." && text != ".." {
				l.entries = append(l.entries, entry{text, typeOf(fd, text, records[recordType])})
			}
			records = records[length:]
		}
	}
}

// typeOf gives what kind of entry a folder holds. Not every file system says
// so with the name.
func typeOf(folder int, name string, kind byte) fs.FileMode {
	if kind == unix.DT_UNKNOWN {
		var st unix.Stat_t
		if unix.Fstatat(folder, name, &st, unix.AT_SYMLINK_NOFOLLOW) != nil {
			return fs.ModeIrregular
		}
		kind = byte(st.Mode & unix.S_IFMT >> 12)
	}
	switch kind {
	case unix.DT_REG:
		return 0
	case unix.DT_DIR:
		return fs.ModeDir
	case unix.DT_LNK:
		return fs.ModeSymlink
	}
	return fs.ModeIrregular
}
