package testtree

import (
	"fmt"
	"os"
	"os/exec"
	"strings"
	"sync"
	"syscall"
	"testing"
	"time"

	"golang.org/x/sys/unix"
)

// Terminal is a terminal with a program on it.
type Terminal struct {
	t       testing.TB
	file    *os.File
	Command *exec.Cmd

	lock  sync.Mutex
	shown strings.Builder
}

// OnTerminal starts a command on a terminal of its own.
func OnTerminal(t testing.TB, command *exec.Cmd) *Terminal {
	t.Helper()
	file, err := os.OpenFile("/dev/ptmx", os.O_RDWR|syscall.O_NOCTTY, 0)
	if err != nil {
		t.Skip(err)
	}
	number, err := unix.IoctlGetInt(int(file.Fd()), unix.TIOCGPTN)
	if err == nil {
		err = unix.IoctlSetPointerInt(int(file.Fd()), unix.TIOCSPTLCK, 0)
	}
	if err != nil {
		t.Skip(err)
	}
	other, err := os.OpenFile(fmt.Sprintf("/dev/pts/%d", number), os.O_RDWR|syscall.O_NOCTTY, 0)
	if err != nil {
		t.Skip(err)
	}
	defer other.Close()
	tt := &Terminal{t: t, file: file, Command: command}
	tt.Size(100, 40)
	command.Stdin, command.Stdout, command.Stderr = other, other, other
	command.SysProcAttr = &syscall.SysProcAttr{Setsid: true, Setctty: true}
	if err := command.Start(); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { command.Process.Kill(); file.Close() })
	go tt.read()
	return tt
}

func (tt *Terminal) read() {
	buffer := make([]byte, 4096)
	for {
		n, err := tt.file.Read(buffer)
		tt.lock.Lock()
		tt.shown.Write(buffer[:n])
		tt.lock.Unlock()
		if err != nil {
			return
		}
	}
}

// Size sets how many columns and lines the terminal has, and tells the program.
func (tt *Terminal) Size(columns, lines int) {
	unix.IoctlSetWinsize(int(tt.file.Fd()), unix.TIOCSWINSZ, &unix.Winsize{Row: uint16(lines), Col: uint16(columns)})
}

// Shown returns all that has been shown.
func (tt *Terminal) Shown() string {
	tt.lock.Lock()
	defer tt.lock.Unlock()
	return tt.shown.String()
}

// Await waits until a text is shown behind what was shown before, and returns
// what is shown from there on.
func (tt *Terminal) Await(from int, text string) string {
	tt.t.Helper()
	for range 400 {
		if shown := tt.Shown(); from <= len(shown) && strings.Contains(shown[from:], text) {
			return shown[from:]
		}
		time.Sleep(25 * time.Millisecond)
	}
	tt.t.Fatalf("%q is not shown, but %q", text, tt.Shown())
	return ""
}

// Type types a text.
func (tt *Terminal) Type(text string) { tt.file.WriteString(text) }

// Echoes reports whether what is typed is shown.
func (tt *Terminal) Echoes() bool {
	state, err := unix.IoctlGetTermios(int(tt.file.Fd()), unix.TCGETS)
	return err == nil && state.Lflag&unix.ECHO != 0
}
