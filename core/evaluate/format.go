package evaluate

import (
	"strconv"
	"strings"
	"unicode"
)

// format fills a format with what is known of its arguments: %s, %02d, %2$s, %(name)s, {}, {1}, {name}. A name
// that none of them has is a variable's.
func (m *machine) format(f Value, arguments []argument, st *state) Value {
	var out Value
	for _, x := range f {
		rows := Value{{form: text, depends: x.depends | x.missing}}
		next := 0
		for _, p := range x.parts {
			if p.any {
				rows = m.concat(rows, Value{{parts: []part{p}}})
				continue
			}
			s := p.text
			for s != "" {
				i := strings.IndexAny(s, "%{")
				if i < 0 {
					rows = m.concat(rows, Value{{form: text, parts: []part{{text: s, frame: p.frame}}}})
					break
				}
				end := directiveEnd(s, i)
				rows = m.concat(rows, Value{{form: text, parts: []part{{text: s[:i], frame: p.frame}}}})
				if s[i:end] == "%%" {
					rows = m.concat(rows, Value{{form: text, parts: []part{{text: "%", frame: p.frame}}}})
				} else {
					rows = m.concat(rows, m.directed(s[i:end], arguments, &next, st))
				}
				s = s[end:]
			}
		}
		out = append(out, rows...)
	}
	return out
}

// formatArguments returns what is behind the % of a format.
func formatArguments(v Value) []argument {
	if len(v) == 1 && v[0].form == sequence {
		return argumentsOf(v[0].list)
	}
	return []argument{{value: v}}
}

// directed returns what a directive of a format stands for. Without a number or a name that is the next argument.
func (m *machine) directed(directive string, arguments []argument, next *int, st *state) Value {
	name, shape := directiveParts(directive)
	at := *next
	if n, err := strconv.Atoi(name); err == nil {
		at = n
	} else if v, known := m.formatted(name, arguments, st); known {
		return v
	} else {
		*next++
	}
	if at < 0 || at >= len(arguments) {
		return Value{anything(m.depth())}
	}
	v := arguments[at].value
	if width := strings.TrimRight(strings.TrimPrefix(shape, "D"), "dsi"); isNumber(v) && len(width) > 0 && (width[0] == '0' || shape[0] == 'D') {
		if length, err := strconv.Atoi(width); err == nil {
			if padded, done := m.remade(PadsNumber, v, argument{value: m.numberOf(length)}); done {
				return padded
			}
		}
	}
	return v
}

// formatted returns what a name in a format stands for.
func (m *machine) formatted(name string, arguments []argument, st *state) (Value, bool) {
	if name == "" || !unicode.IsLetter(rune(name[0])) && name[0] != '_' {
		return nil, false
	}
	for _, a := range arguments {
		if a.name == name {
			return a.value, true
		}
		if len(a.value) == 1 && a.value[0].form == record && a.value[0].members != nil {
			if v, known := a.value[0].members.get(name); known {
				return v, true
			}
		}
	}
	if len(arguments) > 0 || st == nil {
		return nil, false
	}
	v, _, known := m.lookup(name, st)
	return v, known
}

// directiveParts returns the name or the number, from zero, of what a directive stands for, or "", and how it
// is to be written.
func directiveParts(s string) (name, shape string) {
	if s[0] == '{' {
		name, shape, _ = strings.Cut(strings.Trim(s, "{}"), ":")
		return name, shape
	}
	s = s[1:]
	if rest, found := strings.CutPrefix(s, "("); found { // %(name)s
		name, shape, _ = strings.Cut(rest, ")")
		return name, shape
	}
	before, behind, found := strings.Cut(s, "$")               // %1$s
	if rest, numbered := strings.CutPrefix(s, "["); numbered { // %[1]s
		before, behind, found = strings.Cut(rest, "]")
	}
	if n, err := strconv.Atoi(before); found && err == nil {
		return strconv.Itoa(n - 1), behind
	}
	return "", s
}

// directiveEnd returns where a directive of a format ends that begins at i.
func directiveEnd(s string, i int) int {
	if s[i] == '{' {
		if close := strings.IndexByte(s[i:], '}'); close > 0 {
			return i + close + 1
		}
		return i + 1
	}
	for j := i + 1; j < len(s); j++ {
		if c := s[j]; c == '%' || c == '@' || c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' {
			return j + 1
		}
		if s[j] == '(' {
			if close := strings.IndexByte(s[j:], ')'); close > 0 {
				j += close
			}
		}
	}
	return len(s)
}
