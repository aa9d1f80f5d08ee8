//go:build !unix

package cli

import (
	"errors"
	"os"
	"os/exec"
	"os/signal"
)

// become starts another program, waits for it, and ends with its status. It
// returns only where it could not be started.
func become(program string, command, environ []string) error {
	stopWaiting()
	signal.Ignore(os.Interrupt) // it is the program's to answer
	child := exec.Command(program, command[1:]...)
	child.Env, child.Stdin, child.Stdout, child.Stderr = environ, os.Stdin, os.Stdout, os.Stderr
	err := child.Run()
	var ended *exec.ExitError
	if err == nil || errors.As(err, &ended) {
		os.Exit(child.ProcessState.ExitCode())
	}
	return err
}

// systemReason says why a program could not be started.
func systemReason(error) string { return "the system refuses" }
