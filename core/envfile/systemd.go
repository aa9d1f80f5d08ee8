package envfile

import "strings"

// readSystemd reads the way systemd's EnvironmentFile= does: quotes may be
// joined, a backslash continues a line, # and ; begin comments at the
// beginning of a line only, nothing is interpolated.
func readSystemd(src []byte, _ Lookup) *Reading {
	s := &systemdReader{Reading: newReading(), line: 1}
	for _, c := range []byte(withoutMark(src)) {
		s.take(c)
		if c == '\n' {
			s.line++
		}
	}
	switch s.state {
	case inSingle, inDouble, inDoubleEscape:
		s.problem(s.begun, "a quote is never closed: systemd takes the rest of the file into the value", "Close it, or leave both quotes away.")
		s.store()
	case inValue, beforeValue, inEscape:
		s.store()
	}
	return s.Reading
}

type systemdState int

const (
	beforeKey systemdState = iota
	inKey
	beforeValue
	inValue
	inEscape
	inSingle
	inDouble
	inDoubleEscape
	inComment
	inCommentEscape
)

type systemdReader struct {
	*Reading
	state       systemdState
	line, begun int
	key, value  []byte
	solid       int // how much of value stays where space at its end is trimmed
}

func (s *systemdReader) put(c byte, solid bool) {
	s.value = append(s.value, c)
	if solid {
		s.solid = len(s.value)
	}
}

// take goes one byte further.
func (s *systemdReader) take(c byte) {
	newline, space := c == '\n' || c == '\r', c == ' ' || c == '\t'
	switch s.state {
	case beforeKey:
		switch {
		case c == '#' || c == ';':
			s.state = inComment
		case !newline && !space:
			s.state, s.begun, s.key, s.value, s.solid = inKey, s.line, []byte{c}, nil, 0
		}
	case inKey:
		switch {
		case newline: // a line without = is passed over
			s.state = beforeKey
		case c == '=':
			s.state = beforeValue
		default:
			s.key = append(s.key, c)
		}
	case beforeValue, inValue:
		s.inValue(c, newline, space)
	case inEscape:
		s.state = inValue
		if !newline {
			s.put(c, true)
		}
	case inSingle:
		if c == '\'' {
			s.state = beforeValue
		} else {
			s.put(c, true)
		}
	case inDouble:
		switch c {
		case '"':
			s.state = beforeValue
		case '\\':
			s.state = inDoubleEscape
		default:
			s.put(c, true)
		}
	case inDoubleEscape:
		s.state = inDouble
		if strings.IndexByte("\"\\`$", c) >= 0 {
			s.put(c, true)
		} else if !newline {
			s.put('\\', true)
			s.put(c, true)
		}
	case inComment:
		if c == '\\' {
			s.state = inCommentEscape
		} else if newline {
			s.state = beforeKey
		}
	case inCommentEscape:
		s.state = inComment
	}
}

func (s *systemdReader) inValue(c byte, newline, space bool) {
	first := s.state == beforeValue
	switch {
	case newline:
		s.store()
		s.state = beforeKey
	case c == '\'' && first:
		s.state = inSingle
	case c == '"' && first:
		s.state = inDouble
	case c == '\\':
		s.state, s.solid = inEscape, len(s.value)
	case first && space:
	default:
		s.state = inValue
		s.put(c, !space)
	}
}

func (s *systemdReader) store() {
	name := strings.TrimRight(string(s.key), " \t")
	if !isShellName(name) {
		s.problem(s.begun, "systemd passes over this line: "+describeName(name)+" is no name", "Write NAME=value, without export.")
		return
	}
	s.Values[name] = Assigned{Value: string(s.value[:s.solid]), Line: s.begun}
}

// describeName says of what is no name why, without repeating much of it.
func describeName(name string) string {
	if strings.HasPrefix(name, "export ") {
		return "what begins with export"
	}
	return "what stands before ="
}
