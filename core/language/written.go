package language

import (
	"bytes"
	"strconv"
	"strings"

	"inzicht/core/late"
	"inzicht/core/reads"
)

// moduleBegins marks the settings modules that inzicht writes itself.
var moduleBegins = []byte("inzicht: settings begin")

// moduleCall is how such a module reads a variable, in any language: the way,
// the name, the kind and the fallback.
var moduleCall = late.Regexp(`^(required|optional|optionalPointer|fallback)\(\s*(?:fromEnvironment,\s*)?["']([^"']+)["'],\s*(?:as|[:'_])(\w+)'?(?:,\s*("(?:[^"\\]|\\.)*"|'(?:[^'\\]|\\.)*'))?`)

// moduleKinds are the kinds as the modules name them.
var moduleKinds = map[string]reads.Kind{
	"text": reads.Text, "integer": reads.Integer, "number": reads.Number, "boolean": reads.Boolean, "duration": reads.Duration,
	"milliseconds": reads.Duration, "seconds": reads.Duration, "url": reads.URL, "list": reads.List, "json": reads.JSON,
}

// Stated lets the reads in a settings module that inzicht has written say what
// the module states of them. It changes list.
func Stated(src []byte, list []reads.Read) []reads.Read {
	if len(list) == 0 || !bytes.Contains(src, moduleBegins) {
		return list
	}
	starts := []int{0}
	for i, c := range src {
		if c == '\n' {
			starts = append(starts, i+1)
		}
	}
	for i := range list {
		r := &list[i]
		if at := starts[min(r.Line, len(starts))-1] + r.Column - 1; r.Name != "" && at < len(src) {
			state(r, src[at:])
		}
	}
	return list
}

// state lets a read say what the call at the beginning of src does.
func state(r *reads.Read, src []byte) {
	line := src[:min(len(src), 4096)]
	if n := bytes.IndexAny(line, ".>"); n >= 0 && n < bytes.IndexAny(line, "(\n") { // behind the reader
		line = bytes.TrimLeft(line[n:], ".>")
	}
	call := moduleCall().FindSubmatch(line)
	if call == nil || string(call[2]) != r.Name {
		return
	}
	r.Need, r.Kind, r.Literals, r.Fallback, r.FallbackComputed = reads.Optional, moduleKinds[strings.ToLower(string(call[3]))], nil, nil, false
	switch way := string(call[1]); {
	case way == "required":
		r.Need = reads.Required
	case way == "fallback" && len(call[4]) > 0:
		r.Fallback = unquoted(string(call[4]))
	}
}

// unquoted returns what a text in quotes stands for, or nil where it cannot be
// told.
func unquoted(text string) *string {
	if text[0] == '\'' {
		plain := strings.NewReplacer(`\\`, `\`, `\'`, `'`).Replace(text[1 : len(text)-1])
		return &plain
	}
	plain, err := strconv.Unquote(text)
	if err != nil {
		return nil
	}
	return &plain
}
