package envfile

import (
	"slices"
	"strings"
)

// Dialect is one way of reading env files: the same line is not the same
// value to every reader.
type Dialect struct {
	Name   string // as in inzicht.toml
	Reader string // who reads that way, for people
	fills  bool   // values may be made of others
	read   func(src []byte, outer Lookup) *Reading
}

// Lookup returns the value that a name has outside the file.
type Lookup func(name string) (value string, set bool)

// The dialects.
var (
	Dotenv  = &Dialect{Name: "dotenv", Reader: "libraries that load env files at start", fills: true, read: readDotenv}
	Compose = &Dialect{Name: "compose", Reader: "compose", fills: true, read: readCompose}
	Docker  = &Dialect{Name: "docker", Reader: "a container engine's --env-file", read: readDocker}
	Systemd = &Dialect{Name: "systemd", Reader: "systemd's EnvironmentFile", read: readSystemd}
	Shell   = &Dialect{Name: "shell", Reader: "a shell that sources it", fills: true, read: readShell}
)

// Dialects lists every dialect. A new one is one more line.
var Dialects = []*Dialect{Dotenv, Compose, Docker, Systemd, Shell}

// DialectNamed returns the dialect of that name, or nil.
func DialectNamed(name string) *Dialect {
	for _, d := range Dialects {
		if d.Name == name {
			return d
		}
	}
	return nil
}

// Reading is an env file as one dialect understands it.
type Reading struct {
	Values   map[string]Assigned // by name; where a name is set twice, the one in force
	Problems []Problem
}

// Assigned is what a file gives to one name.
type Assigned struct {
	Value string
	Line  int // 0 where the reader does not tell
	// Passed says that the file names the variable without a value: it is
	// handed on from whoever starts the program.
	Passed bool
	// Lacks are the names that the value is made with and that are set nowhere,
	// without a fallback; a name written without braces has its dollar sign, for
	// it may be a part of a secret and no name.
	Lacks []string
	// Computed says that the value is known only when a command is run.
	Computed bool
}

// Read evaluates src. outer may be nil; it is asked for names that the file
// interpolates. No message among the problems holds a value.
func (d *Dialect) Read(src []byte, outer Lookup) (r *Reading) {
	if outer == nil {
		outer = func(string) (string, bool) { return "", false }
	}
	defer func() {
		if recover() != nil { // a library that gave up on the bytes
			r = newReading()
			r.problem(1, d.Reader+" cannot read this file", "Keep to NAME=value lines.")
		}
	}()
	if d.fills && !bounded(src, outer) {
		r = newReading()
		r.problem(1, "the values of this file, filled in, would be over 16 MiB, or are nested too deep", "Write the values out instead of making each of the one before.")
		return r
	}
	document := Parse(src)
	r = d.read(document.withoutKeys(src), outer)
	inKey := func(line int) bool {
		n, _ := slices.BinarySearchFunc(document.quoted, line, func(key lines, line int) int { return key.to - line - 1 })
		return n < len(document.quoted) && line >= document.quoted[n].from
	}
	for name, a := range r.Values { // in any order
		if !IsName(name) || inKey(a.Line) {
			delete(r.Values, name)
		}
	}
	return r
}

func newReading() *Reading { return &Reading{Values: map[string]Assigned{}} }

func (r *Reading) problem(line int, reason, hint string) {
	r.Problems = append(r.Problems, Problem{Line: line, Column: 1, Reason: reason, Hint: hint})
}

// isShellName reports whether a shell would take s for a variable's name.
func isShellName(s string) bool {
	for i := range len(s) {
		if c := s[i]; !(c == '_' || c >= 'A' && c <= 'Z' || c >= 'a' && c <= 'z' || i > 0 && c >= '0' && c <= '9') {
			return false
		}
	}
	return s != ""
}

// withoutMark takes a byte-order mark away.
func withoutMark(src []byte) string { return strings.TrimPrefix(string(src), "\ufeff") }
