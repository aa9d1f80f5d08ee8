package git

import (
	"os/exec"
	"syscall"
)

// bind has a program ended together with this one, however this one ends.
func bind(command *exec.Cmd) {
	command.SysProcAttr = &syscall.SysProcAttr{Pdeathsig: syscall.SIGKILL}
}
