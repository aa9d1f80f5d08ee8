package files

import (
	"bytes"
	"errors"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
)

// ErrChanged is of a file that somebody else has changed meanwhile.
var ErrChanged = errors.New("it was changed meanwhile")

// unfinished begins the names of files that are to take the place of others.
const unfinished = ".inzicht-unfinished-"

// Replace writes a file beside the old one and puts it in its place: whoever
// looks sees the old one or the new one, whole. before is what it held when the
// change was worked out, or nil where it was not there; where it holds something
// else by now the error is ErrChanged. The old file's mode is kept, and a new
// file gets mode. What is no regular file is not replaced.
func Replace(file string, before, after []byte, mode fs.FileMode) error {
	folder := filepath.Dir(file)
	unlock, err := lock(folder)
	if err != nil {
		return err
	}
	defer unlock()
	info, err := os.Lstat(file)
	switch {
	case errors.Is(err, fs.ErrNotExist) && before != nil:
		return ErrChanged
	case errors.Is(err, fs.ErrNotExist):
	case err != nil:
		return err
	case info.Mode()&fs.ModeSymlink != 0:
		return ErrLink
	case !info.Mode().IsRegular():
		return ErrNotRegular
	default:
		mode = info.Mode().Perm()
		now, err := ReadGiven(file, MaxSize)
		if err != nil {
			return err
		}
		if before == nil || !bytes.Equal(now, before) {
			return ErrChanged
		}
	}
	sweep(folder)
	return put(file, folder, after, mode)
}

// put writes a file beside another, and moves it to its place.
func put(file, folder string, content []byte, mode fs.FileMode) error {
	temporary, err := os.CreateTemp(folder, unfinished+"*")
	if err != nil {
		return err
	}
	defer os.Remove(temporary.Name())
	_, err = temporary.Write(content)
	if err = errors.Join(err, temporary.Chmod(mode), temporary.Sync(), temporary.Close()); err != nil {
		return err
	}
	return os.Rename(temporary.Name(), file)
}

// sweep removes what runs that were killed have left unfinished in a folder
// that is locked.
func sweep(folder string) {
	open, err := os.Open(folder)
	if err != nil {
		return
	}
	defer open.Close()
	names, _ := open.Readdirnames(-1)
	for _, name := range names {
		if strings.HasPrefix(name, unfinished) {
			os.Remove(filepath.Join(folder, name))
		}
	}
}
