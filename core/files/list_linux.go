package files

import (
	"bytes"
	"encoding/binary"
	"io/fs"
	"os"

	"golang.org/x/sys/unix"
)

// Listing reads folders into one buffer.
type Listing struct {
	buffer  []byte
	entries []Entry
}

// Where a record of a folder, as the kernel gives it, holds what.
const (
	recordLength = 16
	recordType   = 18
	recordName   = 19
)

// Read returns what the folder at a path below top holds, until the next call,
// in no order. The path is "" for top itself.
func (l *Listing) Read(top *Folder, folder string) ([]Entry, error) {
	if folder == "" {
		folder = "."
	}
	fd, err := openBelow(top.fd, folder)
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
				l.entries = append(l.entries, Entry{text, typeOf(fd, text, records[recordType])})
			}
			records = records[length:]
		}
	}
}

// typeOf returns what kind of entry a folder holds. Not every file system says
// so with the name.
func typeOf(folder int, name string, kind byte) fs.FileMode {
	if kind != unix.DT_UNKNOWN {
		return kindOf(uint32(kind) << 12)
	}
	var st unix.Stat_t
	if unix.Fstatat(folder, name, &st, unix.AT_SYMLINK_NOFOLLOW) != nil {
		return fs.ModeIrregular
	}
	return kindOf(st.Mode)
}
