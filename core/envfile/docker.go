package envfile

import "strings"

// readDocker reads the way a container engine's --env-file does: everything
// behind the first = is the value, quotes and # included; a name alone is
// handed on from outside.
func readDocker(src []byte, outer Lookup) *Reading {
	r := newReading()
	for n, line := range strings.Split(withoutMark(src), "\n") {
		line = strings.TrimLeft(strings.TrimSuffix(line, "\r"), " \t\v\f")
		if line == "" || line[0] == '#' {
			continue
		}
		name, value, given := strings.Cut(line, "=")
		switch {
		case name == "":
			r.problem(n+1, "there is no name before =", "Write NAME=value.")
			return r
		case strings.ContainsAny(name, " \t\v\f"):
			r.problem(n+1, "a container engine refuses the file: there is a space in the name", "Write NAME=value, without export and without spaces round =.")
			return r
		case given:
			r.Values[name] = Assigned{Value: value, Line: n + 1}
		default:
			if value, set := outer(name); set {
				r.Values[name] = Assigned{Value: value, Line: n + 1}
			} else {
				r.Values[name] = Assigned{Line: n + 1, Passed: true}
			}
		}
	}
	return r
}
