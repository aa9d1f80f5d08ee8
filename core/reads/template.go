package reads

import "strings"

// namesIn returns the names that stand in templates: $NAME and ${NAME}, %NAME%, or
// {NAME} and %(NAME)s.
func namesIn(templates []text, hole string) (names []text) {
	for _, t := range templates {
		known, _ := t.pattern()
		switch hole {
		case holePercents:
			for parts := strings.Split(known, "%"); len(parts) > 2; parts = parts[2:] {
				if parts[1] == "" || strings.Contains(parts[1], " ") { // 5% or 10%
					continue
				}
				names = append(names, ofPattern(parts[1])...)
			}
		case holeFields:
			names = append(names, fieldsIn(known)...)
		default:
			for _, part := range strings.Split(known, "$")[1:] {
				if name := leadingName(strings.TrimPrefix(part, "{")); name != "" {
					names = append(names, word(name)...)
				}
			}
		}
	}
	return names
}

// ofPattern makes a text of which what * stands for is not known.
func ofPattern(pattern string) []text {
	out := word("")
	for n, known := range strings.Split(pattern, "*") {
		if n > 0 {
			out = join(out, unknown)
		}
		out = join(out, word(known))
	}
	return out
}

// leadingName returns the letters, digits and underscores that s begins with.
func leadingName(s string) string {
	end := 0
	for end < len(s) && isNameByte(s[end]) {
		end++
	}
	return s[:end]
}

// writtenLikeVariables keeps the names of capital letters, digits and
// underscores: others are keys of a settings file.
func writtenLikeVariables(values []text) (names []text) {
	for _, v := range values {
		if name, ok := v.plain(); ok && name != "" && strings.ToUpper(name) == name && leadingName(name) == name && (name[0] < '0' || name[0] > '9') {
			names = append(names, v)
		}
	}
	return names
}

// fieldsIn returns the names in {NAME}, {NAME!r} and {NAME:>8}, and in %(NAME)s.
func fieldsIn(template string) (names []text) {
	for at := 0; at+1 < len(template); at++ {
		switch {
		case template[at] == '{' && template[at+1] == '{': // a brace as such
			at++
			continue
		case template[at] == '{', template[at] == '%' && template[at+1] == '(':
		default:
			continue
		}
		if name := leadingName(strings.TrimPrefix(template[at+1:], "(")); name != "" && (name[0] < '0' || name[0] > '9') {
			names = append(names, word(name)...)
		}
	}
	return names
}
