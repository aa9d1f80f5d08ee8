package envfile

import (
	"fmt"
	"strings"
)

// readDotenv reads the way most libraries do that load env files at start: #
// begins a comment in an unquoted value, quotes of three sorts span lines, \n
// is a line end between double quotes, ${X} is filled in outside single quotes.
func readDotenv(src []byte, outer Lookup) *Reading {
	d := &dotenvReader{Reading: newReading(), outer: outer, rest: strings.ReplaceAll(withoutMark(src), "\r\n", "\n"), line: 1, open: map[string]bool{}, pending: map[string]bool{}}
	for d.rest != "" {
		d.statement()
	}
	for _, name := range d.order {
		if d.pending[name] {
			d.fill(name)
		}
	}
	return d.Reading
}

type dotenvReader struct {
	*Reading
	outer   Lookup
	rest    string
	line    int
	order   []string        // names whose values are to be filled in
	pending map[string]bool // those that are not yet
	open    map[string]bool // those that are being filled in
	filled  int             // bytes that were
}

// skip goes n bytes further.
func (d *dotenvReader) skip(n int) {
	d.line += strings.Count(d.rest[:n], "\n")
	d.rest = d.rest[n:]
}

// toLineEnd returns the length of what is left of the line from at on.
func (d *dotenvReader) toLineEnd(at int) int {
	if n := strings.IndexByte(d.rest[at:], '\n'); n >= 0 {
		return at + n
	}
	return len(d.rest)
}

func (d *dotenvReader) statement() {
	d.skip(len(d.rest) - len(strings.TrimLeft(d.rest, " \t\n")))
	if d.rest == "" {
		return
	}
	end := d.toLineEnd(0)
	equals := strings.IndexByte(d.rest[:end], '=')
	if d.rest[0] == '#' || equals < 0 {
		d.skip(end)
		return
	}
	name := strings.TrimSpace(d.rest[:equals])
	name = strings.TrimSpace(strings.TrimPrefix(name, "export "))
	line := d.line
	d.skip(equals + 1)
	d.skip(len(d.rest) - len(strings.TrimLeft(d.rest, " \t")))
	value, literal := d.value()
	if name == "" {
		return
	}
	d.Values[name] = Assigned{Value: value, Line: line}
	if d.pending[name] = !literal && strings.Contains(value, "$"); d.pending[name] {
		d.order = append(d.order, name)
	}
}

// value reads what is behind =. literal says that nothing is filled in.
func (d *dotenvReader) value() (value string, literal bool) {
	if d.rest == "" {
		return "", true
	}
	if quote := d.rest[0]; quote == '"' || quote == '\'' || quote == '`' {
		if close := strings.IndexByte(d.rest[1:], quote); close >= 0 {
			value = d.rest[1 : 1+close]
			d.skip(d.toLineEnd(close + 2))
			if quote == '"' {
				value = strings.ReplaceAll(value, `\n`, "\n")
			}
			return value, quote == '\''
		}
	}
	end := d.toLineEnd(0)
	value = d.rest[:end]
	if hash := strings.IndexByte(value, '#'); hash >= 0 {
		value = value[:hash]
	}
	d.skip(end)
	return strings.TrimSpace(value), false
}

// fill puts the values of other names into the value of name.
func (d *dotenvReader) fill(name string) {
	a := d.Values[name]
	if d.open[name] {
		return
	}
	d.open[name] = true
	defer delete(d.open, name)
	expander := expander{lookup: func(other string) (string, bool) {
		if d.open[other] {
			if _, known := d.outside(other); other != name || !known {
				d.problem(a.Line, fmt.Sprintf("%s and %s refer to each other", name, other), "Give one of them a value of its own.")
			}
			return d.outside(other)
		}
		if value, set := d.outside(other); set { // what is set already is not loaded again
			return value, true
		}
		if d.pending[other] {
			d.fill(other)
		}
		inner, set := d.Values[other]
		return inner.Value, set
	}}
	if len(d.open) > maxFilling || d.filled > maxFilled {
		return
	}
	a.Value = expander.expand(a.Value, 0)
	for _, missing := range expander.missing {
		d.problem(a.Line, fmt.Sprintf("%s is needed for the value of %s and is not set", missing, name), "Set it before this line.")
	}
	a.Lacks = expander.lacking
	d.filled += len(a.Value)
	d.Values[name] = a
	d.pending[name] = false
}

// outside returns the value that a name has outside the file, or nothing.
func (d *dotenvReader) outside(name string) (value string, set bool) {
	if value, set = d.outer(name); !set {
		return "", false
	}
	return value, true
}

// maxFilling bounds how long a chain of values that refer to each other may be.
const maxFilling = 50
