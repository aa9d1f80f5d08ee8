package files

import (
	"sync/atomic"

	"golang.org/x/sys/unix"
)

// stepwise says that the system cannot open a path without following links.
var stepwise atomic.Bool

// openBelow opens a folder below another, following no link on the way.
func openBelow(from int, folder string) (int, error) {
	if !stepwise.Load() {
		how := &unix.OpenHow{Flags: folderFlags, Resolve: unix.RESOLVE_BENEATH | unix.RESOLVE_NO_SYMLINKS}
		fd, err := unix.Openat2(from, folder, how)
		if err != unix.ENOSYS && err != unix.EPERM && err != unix.EAGAIN {
			return fd, err
		}
		stepwise.Store(err != unix.EAGAIN)
	}
	return openStepwise(from, folder)
}
