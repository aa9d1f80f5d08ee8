//go:build unix && !linux

package files

import "os"

// openBelow opens a folder below another, following no link on the way.
func openBelow(from int, folder string) (int, error) { return openStepwise(from, folder) }

// file opens a folder below this one as a file of the standard library's.
func (d *Folder) file(folder string) (*os.File, error) {
	fd, err := openBelow(d.fd, folder)
	if err != nil {
		return nil, &os.PathError{Op: "open", Path: folder, Err: err}
	}
	return os.NewFile(uintptr(fd), folder), nil
}
