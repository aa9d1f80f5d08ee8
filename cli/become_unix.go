//go:build unix

package cli

import (
	"errors"
	"syscall"
)

// become replaces this program by another. It returns only where that fails.
func become(program string, command, environ []string) error {
	stopWaiting()
	return syscall.Exec(program, command, environ)
}

// systemReason says why a program could not be started.
func systemReason(err error) string {
	switch {
	case errors.Is(err, syscall.E2BIG):
		return "its environment and arguments are too long for this system"
	case errors.Is(err, syscall.ENOEXEC):
		return "it is no program that this system can run"
	case errors.Is(err, syscall.EACCES):
		return "it may not be started"
	case errors.Is(err, syscall.ENOENT):
		return "what it is to be run by is not there"
	}
	return "the system refuses"
}
