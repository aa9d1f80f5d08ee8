//go:build unix && !solaris && !aix

package files

import (
	"os"
	"time"

	"golang.org/x/sys/unix"
)

// lockTime is how long another run is waited for.
const lockTime = 5 * time.Second

// lock keeps other runs from replacing files in a folder until unlock is called.
func lock(folder string) (unlock func(), err error) {
	open, err := os.Open(folder)
	if err != nil {
		return nil, err
	}
	for end := time.Now().Add(lockTime); ; time.Sleep(10 * time.Millisecond) {
		err := unix.Flock(int(open.Fd()), unix.LOCK_EX|unix.LOCK_NB)
		switch {
		case err == nil, err != unix.EWOULDBLOCK && err != unix.EINTR: // where there are no locks, what is there is compared all the same
			return func() { open.Close() }, nil
		case time.Now().After(end):
			open.Close()
			return nil, os.ErrDeadlineExceeded
		}
	}
}
