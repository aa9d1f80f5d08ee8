package environment

import (
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"runtime"
	"strconv"
	"strings"
	"time"
)

// processes are live ones: the present one, or one by its number.
var processes = kind{
	key: "process", says: `a live process: "present", or its number`,
	traits: Traits{AnyName: true, Shared: true},
	load: func(f *finder, s Spec) ([]*Layer, error) {
		if f.options.Present == nil { // who wrote the tree is not who runs this
			return nil, &SpecError{"process " + s.text("process"), "the configuration names a live process, which is not looked at unasked", "Name it on the command line with -e NAME --pid NUMBER, or let the configuration: --with-processes."}
		}
		if s.text("process") == "present" {
			return []*Layer{Present(f.options.Present)}, nil
		}
		pid, err := strconv.Atoi(s.text("process"))
		if err != nil {
			return nil, &SpecError{"process", fmt.Sprintf("%q is neither present nor a number", s.text("process")), `Write process = "present", or the number of a process in quotes.`}
		}
		l, err := Process(pid)
		if err != nil {
			return nil, err
		}
		return []*Layer{l}, nil
	},
}

// Present returns the environment of the present process, as os.Environ lists it.
func Present(environ []string) *Layer {
	l := &Layer{Kind: "process", Label: "the present environment", Values: map[string]Value{}}
	for _, entry := range environ {
		if name, value, found := strings.Cut(entry, "="); found && name != "" {
			if runtime.GOOS == "windows" { // names there compare without regard to case
				name = strings.ToUpper(name)
			}
			l.Values[name] = textValue(value, "", 0, 0)
		}
	}
	return l
}

// Process returns the environment that a running process was started with. The
// error is a *SpecError.
func Process(pid int) (*Layer, error) {
	what := fmt.Sprintf("process %d", pid)
	if runtime.GOOS != "linux" {
		return nil, &SpecError{what, "this system shows no process's environment", "Have it list its own: inzicht capture -, or pipe its listing in with -e NAME=-."}
	}
	src, err := readOfSystem(fmt.Sprintf("/proc/%d/environ", pid))
	switch {
	case errors.Is(err, fs.ErrNotExist):
		return nil, &SpecError{what, "there is no such process", "See ps for the numbers of those that run."}
	case errors.Is(err, fs.ErrPermission):
		return nil, &SpecError{what, "its environment may not be read", "Run as the user it runs as, or as root."}
	case err != nil:
		return nil, &SpecError{what, "its environment cannot be read", "Check that it still runs."}
	}
	l := &Layer{Kind: "process", Label: what, Values: map[string]Value{}, Changed: started(pid)}
	l.zeroSeparated(src)
	return l, nil
}

// readOfSystem reads a file of the system's own, as far as maxListing.
func readOfSystem(file string) ([]byte, error) {
	in, err := os.Open(file)
	if err != nil {
		return nil, err
	}
	defer in.Close()
	return io.ReadAll(io.LimitReader(in, maxListing))
}

// ticks are the parts of a second in which the kernel gives the start of a process.
const ticks = 100

// started returns when a process was started, or the zero time.
func started(pid int) time.Time {
	stat, err := os.ReadFile(fmt.Sprintf("/proc/%d/stat", pid))
	if err != nil {
		return time.Time{}
	}
	fields := strings.Fields(string(stat[strings.LastIndexByte(string(stat), ')')+1:])) // the name before may hold anything
	kernel, err := os.ReadFile("/proc/stat")
	if err != nil || len(fields) < 20 {
		return time.Time{}
	}
	since, err := strconv.ParseInt(fields[19], 10, 64)
	if err != nil {
		return time.Time{}
	}
	for _, line := range strings.Split(string(kernel), "\n") {
		if rest, found := strings.CutPrefix(line, "btime "); found {
			if boot, err := strconv.ParseInt(rest, 10, 64); err == nil {
				return time.Unix(boot+since/ticks, since%ticks*int64(time.Second/ticks))
			}
		}
	}
	return time.Time{}
}
