package envfile

import "strings"

// maxExpanded is the length in bytes over which a value is not filled in
// further: values that double each other would grow without end.
const maxExpanded = 1 << 20

// maxNested bounds how deep ${A:-${B:-…}} is followed.
const maxNested = 20

// expander fills $X, ${X}, ${X:-fallback}, ${X:+other} and ${X:?message} in.
type expander struct {
	lookup  Lookup
	missing []string // names under ${X:?…} without a value
	lacking []string // names without a value and without a fallback
	grown   int
}

func (e *expander) expand(s string, depth int) string {
	var out strings.Builder
	for s != "" && e.grown < maxExpanded {
		n := strings.IndexByte(s, '$')
		if n < 0 || depth > maxNested {
			break
		}
		if n > 0 && s[n-1] == '\\' {
			out.WriteString(s[:n-1] + "$")
			s = s[n+1:]
			continue
		}
		out.WriteString(s[:n])
		value, rest := e.reference(s[n:], depth)
		e.grown += len(value)
		out.WriteString(value)
		s = rest
	}
	out.WriteString(s)
	return out.String()
}

// reference fills in the reference that s begins with, and returns what follows it.
func (e *expander) reference(s string, depth int) (value, rest string) {
	if !strings.HasPrefix(s, "${") {
		end := 1
		for end < len(s) && isShellName(s[1:end+1]) {
			end++
		}
		if end == 1 {
			return "$", s[1:]
		}
		return e.plain(s[:end]), s[end:]
	}
	close := closingBrace(s)
	if close < 0 {
		return "$", s[1:]
	}
	return e.braced(s[2:close], depth), s[close+1:]
}

// plain returns the value of a name that has no fallback. written is the name,
// with the dollar sign where it stands without braces.
func (e *expander) plain(written string) string {
	name := strings.TrimPrefix(written, "$")
	value, set := e.lookup(name)
	if !set && name != "" {
		e.lacking = append(e.lacking, written)
	}
	return value
}

// closingBrace finds the brace that closes the one s begins with, or -1.
func closingBrace(s string) int {
	depth := 0
	for i := range len(s) {
		switch s[i] {
		case '{':
			depth++
		case '}':
			if depth--; depth == 0 {
				return i
			}
		}
	}
	return -1
}

func (e *expander) braced(inside string, depth int) string {
	end := 0
	for end < len(inside) && isShellName(inside[:end+1]) {
		end++
	}
	name, operator := inside[:end], inside[end:]
	if operator == "" {
		return e.plain(name)
	}
	value, set := e.lookup(name)
	colon := strings.HasPrefix(operator, ":")
	operator = strings.TrimPrefix(operator, ":")
	present := set && (!colon || value != "")
	switch {
	case operator == "": // ${A:}
	case operator[0] == '-' && !present:
		return e.expand(operator[1:], depth+1)
	case operator[0] == '+' && present:
		return e.expand(operator[1:], depth+1)
	case operator[0] == '+':
		return ""
	case operator[0] == '?' && !present:
		e.missing = append(e.missing, name)
	}
	return value
}
