package git

import (
	"bytes"
	"encoding/binary"
	"errors"
	"io/fs"
	"path/filepath"

	"inzicht/core/files"
)

// Tracked returns the paths that the index names, from the work tree on, in
// ascending order of their bytes; and those of submodules. Without an index
// there are none. The error is an *Error.
func (r *Repository) Tracked() (paths, submodules []string, err error) {
	src, err := files.ReadFile(r.dir, "index", maxIndex)
	if errors.Is(err, fs.ErrNotExist) {
		return nil, nil, nil
	}
	if err != nil {
		return nil, nil, &Error{filepath.Join(r.dir, "index") + " cannot be read: " + files.Reason(err), "Give permission to read it, or have git make it anew: git reset."}
	}
	entries, err := parseIndex(src, r.hashLen)
	if err != nil {
		return nil, nil, &Error{filepath.Join(r.dir, "index") + ": " + err.Error(), "Have git write it anew in one piece: git update-index --no-split-index --force-write-index."}
	}
	for _, e := range entries {
		switch e.mode & modeType {
		case modeModule:
			submodules = append(submodules, e.path)
		case modeFolder: // of a sparse index: nothing of it is checked out
		default:
			if len(paths) == 0 || paths[len(paths)-1] != e.path { // once for all sides of a conflict
				paths = append(paths, e.path)
			}
		}
	}
	return paths, submodules, nil
}

// The types of what an index names.
const (
	modeType   = 0xf000
	modeFolder = 0x4000
	modeModule = 0xe000
)

// indexEntry is one entry of an index.
type indexEntry struct {
	path   string
	mode   uint32
	record []byte // the file's stamp and the name of its contents, as they are written
}

// Where a record of an index holds what.
const (
	recordMode = 24
	recordHash = 40
	extended   = 0x4000 // of its flags: two more bytes of flags follow
)

var errIndex = errors.New("this is no index that can be understood")

// parseIndex reads the entries of an index of version 2, 3 or 4, whose hashes
// have hashLen bytes.
func parseIndex(src []byte, hashLen int) (list []indexEntry, err error) {
	if len(src) < 12+hashLen || string(src[:4]) != "DIRC" {
		return nil, errIndex
	}
	version, count := binary.BigEndian.Uint32(src[4:]), int(binary.BigEndian.Uint32(src[8:]))
	if version < 2 || version > 4 || count > len(src)/(recordHash+hashLen) {
		return nil, errIndex
	}
	rest := src[12 : len(src)-hashLen]
	list = make([]indexEntry, 0, count)
	previous := ""
	for range count {
		head := recordHash + hashLen + 2
		if len(rest) < head+2 {
			return nil, errIndex
		}
		mode := binary.BigEndian.Uint32(rest[recordMode:])
		if binary.BigEndian.Uint16(rest[head-2:])&extended != 0 {
			head += 2
		}
		kept := 0
		at := head
		if version == 4 {
			drop, n := offset(rest[at:])
			if n == 0 || drop > len(previous) {
				return nil, errIndex
			}
			kept, at = len(previous)-drop, at+n
		}
		end := bytes.IndexByte(rest[at:], 0)
		if end < 0 {
			return nil, errIndex
		}
		name := previous[:kept] + string(rest[at:at+end])
		size := at + end + 1
		if version < 4 {
			size = (at + end + 8) &^ 7
		}
		if size > len(rest) || name < previous || name == "" {
			return nil, errIndex
		}
		list = append(list, indexEntry{name, mode, rest[:recordHash+hashLen]})
		previous, rest = name, rest[size:]
	}
	return list, extensions(rest)
}

// offset reads a number as version 4 writes how much of the name before goes.
// n is the bytes it takes, 0 where it is damaged.
func offset(src []byte) (value, n int) {
	for n < len(src) && n < 5 {
		c := src[n]
		n++
		value |= int(c & 0x7f)
		if c&0x80 == 0 {
			return value, n
		}
		value = (value + 1) << 7
	}
	return 0, 0
}

// extensions refuses an index that is not whole without another file.
func extensions(rest []byte) error {
	for len(rest) >= 8 {
		size := int(binary.BigEndian.Uint32(rest[4:]))
		switch name := string(rest[:4]); {
		case size > len(rest)-8:
			return errIndex
		case name == "link":
			return errors.New("it is split into two files, which is not understood")
		case name != "sdir" && (name[0] < 'A' || name[0] > 'Z'):
			return errors.New("it uses an extension that is not understood")
		}
		rest = rest[8+size:]
	}
	return nil
}
