package cli

import (
	"errors"
	"fmt"
	"io"
	"os"
	"os/signal"
	"sync"
	"syscall"

	"golang.org/x/term"

	"inzicht/core/files"
	"inzicht/core/scratch"
	"inzicht/core/verify"
	"inzicht/report"
)

// result is standard output, and remembers whether it could be written.
type result struct {
	io.Writer
	err error
}

func (r *result) Write(p []byte) (int, error) {
	n, err := r.Writer.Write(p)
	if err != nil && r.err == nil {
		r.err = err
	}
	return n, err
}

// beneath returns the writer that a result goes to.
func beneath(w any) any {
	if r, ok := w.(*result); ok {
		return r.Writer
	}
	return w
}

// writeError says that a result could not be written, and why.
func writeError(where string, err error) error {
	reason := "it could not be written"
	if errors.Is(err, syscall.ENOSPC) {
		reason = "there is no room left to write it"
	}
	return &usageError{where + ": " + reason, "Make room, or write to another place."}
}

// unseenError ends a command whose result is not whole.
type unseenError struct{ list []string }

func (e *unseenError) Error() string {
	return fmt.Sprintf("the result is not whole: %s", report.Count(len(e.list), "place", "places")+" could not be looked at")
}

// shownUnseen is how many of the places that were not looked at are named.
const shownUnseen = 5

// hint names the places, and says what to do.
func (e *unseenError) hint() string {
	text := ""
	for n, place := range e.list {
		if n == shownUnseen {
			text += fmt.Sprintf("… and %d more; -v names them all.\n  ", len(e.list)-n)
			break
		}
		text += report.Visible(place) + "\n  "
	}
	return text + "Give permission to read what is named, or leave it out: exclude.files in inzicht.toml."
}

// unseen returns what should have been looked at and could not be.
func unseen(p *report.Page) (list []string) {
	for _, skip := range p.Survey.Refused() {
		list = append(list, skip.Path+": "+skip.Reason)
	}
	return list
}

// ungit returns what git could not be asked, where one of the rules that go by
// it is asked for.
func ungit(p *report.Page, levels map[string]verify.Level) (list []string) {
	if levels["exposed"] == verify.Off && levels["leaked"] == verify.Off {
		return nil
	}
	for _, u := range p.Survey.Tree.Unchecked {
		list = append(list, u.Reason+". "+u.Hint+" Without it: --skip exposed --skip leaked.")
	}
	return list
}

// whole returns an error where a result is not whole.
func whole(p *report.Page) error {
	if len(p.Unseen) == 0 {
		return nil
	}
	return &unseenError{p.Unseen}
}

// waiting is what has temporary folders removed where the program is ended
// from outside.
var waiting chan os.Signal

// endOnSignals has temporary folders removed where the program is ended from
// outside. It gives what to call when it has ended by itself.
func endOnSignals() (done func()) {
	waiting = make(chan os.Signal, 1)
	for _, s := range []os.Signal{os.Interrupt, syscall.SIGTERM, syscall.SIGHUP} {
		if !signal.Ignored(s) {
			signal.Notify(waiting, s)
		}
	}
	go func(signals <-chan os.Signal) {
		if s, ok := (<-signals).(syscall.Signal); ok {
			scratch.End()
			restoreTerminal()
			os.Exit(128 + int(s))
		}
	}(waiting)
	return stopWaiting
}

// stopWaiting leaves signals to what comes next, and removes temporary folders.
func stopWaiting() {
	signal.Stop(waiting)
	scratch.End()
}

// keptTerminal is a terminal that is to be left as it was found.
var keptTerminal struct {
	sync.Mutex
	restore func()
}

// keepTerminal has a terminal left as it is now, also where the program is
// ended from outside. It returns what to call when that is no longer needed.
func keepTerminal(terminal *os.File, also func()) (done func()) {
	state, err := term.GetState(int(terminal.Fd()))
	keptTerminal.Lock()
	defer keptTerminal.Unlock()
	keptTerminal.restore = func() {
		if err == nil {
			term.Restore(int(terminal.Fd()), state)
		}
		also()
	}
	return restoreTerminal
}

func restoreTerminal() {
	keptTerminal.Lock()
	defer keptTerminal.Unlock()
	if keptTerminal.restore != nil {
		keptTerminal.restore()
		keptTerminal.restore = nil
	}
}

// replace puts new content in the place of a file, of which before is what it
// held, or nil where it was not there.
func replace(file string, before, after []byte, mode os.FileMode) error {
	err := files.Replace(file, before, after, mode)
	switch {
	case err == nil:
		return nil
	case errors.Is(err, files.ErrChanged):
		return &usageError{file + ": somebody else has changed it meanwhile", "Run it again; the file is as they left it."}
	case errors.Is(err, files.ErrLink), errors.Is(err, files.ErrNotRegular):
		return &usageError{file + " cannot be written: it is " + err.Error(), "Give a regular file; nothing is changed."}
	}
	reason := "the folder may not be written"
	switch {
	case errors.Is(err, syscall.ENOSPC), errors.Is(err, syscall.EDQUOT), errors.Is(err, syscall.EFBIG):
		reason = "there is no room left"
	case errors.Is(err, os.ErrDeadlineExceeded):
		reason = "another run is writing there"
	case errors.Is(err, os.ErrNotExist):
		reason = "there is no such folder"
	}
	return &usageError{file + " cannot be written: " + reason, "It is as it was. Make that right, and run it again."}
}
