package evaluate

import (
	"inzicht/core/parse"
)

// Texts that are put together where they stand: strcat(name, "_URL") in C, name.push_str("_URL"),
// builder.append("_URL").

// buffered are functions that write a text into their first argument: which argument the text or the format is, and
// whether it is put behind what is there.
var buffered = map[string]struct {
	text           int
	format, behind bool
}{
	"strcpy": {text: 1}, "strncpy": {text: 1}, "strlcpy": {text: 1}, "stpcpy": {text: 1}, "g_strlcpy": {text: 1},
	"strcat": {text: 1, behind: true}, "strncat": {text: 1, behind: true}, "strlcat": {text: 1, behind: true},
	"sprintf": {text: 1, format: true}, "asprintf": {text: 1, format: true}, "snprintf": {text: 2, format: true}, "sprintf_s": {text: 2, format: true}, "g_snprintf": {text: 2, format: true},
}

// buffer runs a function that writes a text into a variable, and reports whether it is one.
func (m *machine) buffer(n int32, path string, arguments []argument, st *state) bool {
	u := m.unit()
	b, known := buffered[path]
	if !known || !u.Words.Pointers || b.text >= len(arguments) || u.calls(path) {
		return false
	}
	target := arguments[0].node
	if k := u.kind(target); (k == parse.Unary || k == parse.Wrapper) && u.at(target) == "&" {
		target = u.Tree.Child(target, 0)
	}
	if u.kind(target) != parse.Name {
		return false
	}
	v, at := arguments[b.text].value, arguments[b.text].node
	switch {
	case b.format:
		v, at = m.format(v, arguments[b.text+1:], st), n
	case b.behind:
		v, at = m.concat(arguments[0].value, v), n
	}
	m.assign(target, v, st, at)
	return true
}

// lengthening are methods that put what they are given behind the text that they are asked of.
var lengthening = map[string]bool{"append": true, "push_str": true, "push": true, "concat": true, "<<": true, "push_back": true, "appendString": true}

// lengthens puts a text behind the one that a variable holds, and reports whether a method does that. In a chain of
// them the variable is the one that the first is asked of.
func (m *machine) lengthens(object int32, name string, receiver Value, arguments []argument, st *state) (Value, bool) {
	u := m.unit()
	if !lengthening[name] || len(arguments) != 1 || !u.Words.Mutates || !receiver.isOwnText() {
		return nil, false
	}
	for u.kind(object) == parse.Call && lengthening[u.calleeName(u.Tree.Child(object, 0))] {
		object = u.Tree.Child(u.Tree.Child(object, 0), 0)
	}
	v := m.concat(receiver, m.characterOr(arguments[0]))
	if u.kind(object) == parse.Name {
		m.assignFrom(object, v, st)
	}
	return v, true
}

// isOwnText reports whether a value is a text of which a beginning is known, and that was not read.
func (v Value) isOwnText() bool {
	return len(v) > 0 && !v.some(func(x alt) bool { return x.form != text || !x.isUnread() })
}

// isUnread reports whether an alternative is neither what was read nor what is there for want of it, nor a name of the
// environment.
func (x *alt) isUnread() bool { return len(x.sites) == 0 && x.missing == 0 && x.env == nil }
