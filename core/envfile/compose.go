package envfile

import (
	"bytes"
	"strconv"
	"strings"

	"github.com/compose-spec/compose-go/v2/dotenv"

	"inzicht/core/late"
)

var libraryLine = late.Regexp(`line (\d+)`)

// readCompose reads the way compose does, with its own library.
func readCompose(src []byte, outer Lookup) *Reading {
	r := newReading()
	known, err := dotenv.ParseWithLookup(bytes.NewReader(src), dotenv.LookupFn(outer))
	if err != nil {
		line := 1 // the library's own words may hold a value: only the line is taken
		if found := libraryLine().FindStringSubmatch(err.Error()); found != nil {
			line, _ = strconv.Atoi(found[1])
		}
		r.problem(line, "compose cannot read this line", "Quote the value, and close every quote and every ${.")
	}
	document := Parse(src)
	for name, value := range known { // in any order
		a := Assigned{Value: value}
		if entry, found := document.Lookup(name); found {
			a.Line = entry.Line
		}
		r.Values[name] = a
	}
	// A name alone is handed on from outside; without a value there it is not set.
	for n, line := range strings.Split(withoutMark(src), "\n") {
		name := strings.TrimSpace(line)
		if _, set := r.Values[name]; !set && isShellName(name) {
			r.Values[name] = Assigned{Line: n + 1, Passed: true}
		}
	}
	return r
}
