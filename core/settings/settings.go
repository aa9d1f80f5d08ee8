// Package settings reads the files in TOML that people write for inzicht.
// They come with the tree, so that nothing in them is trusted: what would keep
// the library busy without end is refused before, and of its errors only the
// place is taken, for their texts may quote a value.
package settings

import (
	"bytes"
	"errors"
	"fmt"

	"github.com/pelletier/go-toml/v2"
)

// Error says where a file cannot be understood.
type Error struct {
	Line, Column int      // 0 where it is the whole file
	Reason       string   // in words of our own
	Unknown      []string // the parts of the key of a setting that there is not
}

func (e *Error) Error() string { return e.Reason }

// Decode reads src into the struct that into points to. A setting that the
// struct has not is an error. The error is an *Error.
func Decode(src []byte, into any) (err error) {
	if err := bounded(src); err != nil {
		return err
	}
	defer func() {
		if recover() != nil {
			err = &Error{Reason: "this is no TOML that can be read"}
		}
	}()
	decoder := toml.NewDecoder(bytes.NewReader(src))
	decoder.DisallowUnknownFields()
	err = decoder.Decode(into)
	var strict *toml.StrictMissingError
	var decode *toml.DecodeError
	switch {
	case err == nil:
		return nil
	case errors.As(err, &strict) && len(strict.Errors) > 0:
		line, column := strict.Errors[0].Position()
		return &Error{Line: line, Column: column, Reason: "there is no such setting", Unknown: strict.Errors[0].Key()}
	case errors.As(err, &decode):
		line, column := decode.Position()
		return &Error{Line: line, Column: column, Reason: whatIsWrong(src, line)}
	}
	return &Error{Reason: "this is no TOML that can be read"}
}

// whatIsWrong says of a line that the library does not take what a person can
// look for.
func whatIsWrong(src []byte, line int) string {
	lines := bytes.Split(src, []byte{'\n'})
	if line < 1 || line > len(lines) {
		return "this is no TOML that can be read"
	}
	text := bytes.TrimSpace(lines[line-1])
	switch {
	case bytes.HasPrefix(text, []byte{'['}):
		return "this is not a heading of a table that can be read, or it is there twice"
	case !bytes.Contains(text, []byte{'='}):
		return "a setting is expected here: key = value"
	case bytes.Count(text, []byte{'"'})%2 == 1 || bytes.Count(text, []byte{'\''})%2 == 1:
		return "a quote is never closed"
	}
	return "the value is not of the form that is expected here: text is put in quotes, true and numbers are not, a list is put in brackets"
}

// How much of what a file may hold. The library's time grows with the square
// of some of it.
const (
	maxDepth    = 40   // of brackets, and of names joined by dots
	maxHeadings = 2000 // that differ
	maxKeys     = 4000 // below one heading
)

// bounded refuses a file that is not written by a person.
func bounded(src []byte) error {
	headings := map[string]bool{}
	b := bounds{src: src, line: 1, fresh: true}
	for b.at < len(src) {
		start := b.at
		b.next()
		switch {
		case b.depth > maxDepth, b.dots > maxDepth:
			return &Error{Line: b.line, Column: 1, Reason: fmt.Sprintf("this is nested more than %d deep", maxDepth)}
		case b.keys > maxKeys:
			return &Error{Line: b.line, Column: 1, Reason: fmt.Sprintf("there are more than %d settings below one heading", maxKeys)}
		}
		if b.fresh && src[start] == '[' {
			text, _, _ := bytes.Cut(src[start:], []byte{'\n'})
			if headings[string(text)] = true; len(headings) > maxHeadings {
				return &Error{Line: b.line, Column: 1, Reason: fmt.Sprintf("there are more than %d headings", maxHeadings)}
			}
			b.keys = 0
		}
		b.fresh = b.fresh && (src[start] == ' ' || src[start] == '\t') || src[start] == '\n' && b.depth <= 0
	}
	return nil
}

// bounds goes through a file and counts what is open.
type bounds struct {
	src               []byte
	at, line          int
	depth, dots, keys int
	fresh             bool // nothing is before on this line
}

// next goes over one string, comment or byte.
func (b *bounds) next() {
	c := b.src[b.at]
	b.at++
	switch c {
	case '"', '\'':
		b.text(c)
	case '#':
		if n := bytes.IndexByte(b.src[b.at:], '\n'); n >= 0 {
			b.at += n
		} else {
			b.at = len(b.src)
		}
	case '[', '{':
		b.depth++
	case ']', '}':
		b.depth--
	case '.':
		b.dots++
	case '=':
		b.keys++
		b.dots = 0
	case ',', ' ':
		b.dots = 0
	case '\n':
		b.line++
		if b.dots = 0; b.depth < 0 {
			b.depth = 0
		}
	}
}

// text goes over a string, of one line or between three quotes.
func (b *bounds) text(quote byte) {
	end := []byte{quote}
	if long := bytes.Repeat(end, 3); bytes.HasPrefix(b.src[b.at-1:], long) {
		end = long
		b.at += 2
	}
	for b.at < len(b.src) {
		switch c := b.src[b.at]; {
		case bytes.HasPrefix(b.src[b.at:], end):
			b.at += len(end)
			return
		case c == '\\' && quote == '"' && b.at+1 < len(b.src) && b.src[b.at+1] != '\n':
			b.at++
		case c == '\n':
			if len(end) == 1 {
				return
			}
			b.line++
		}
		b.at++
	}
}
