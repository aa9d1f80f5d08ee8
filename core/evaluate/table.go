package evaluate

import (
	"bytes"
	"slices"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// A table of what stands in, { "GATE_PORT": "80" }, that a helper looks the name of a
// variable up in: for one that is not in it nothing stands in.

// isTable reports whether an expression is a map that is written out, or the name of
// one that the file gives a value once and only asks afterwards. Nothing else than what
// is written is in it.
func (u *Unit) isTable(n int32) bool {
	switch u.kind(n) {
	case parse.Record:
		return true
	case parse.Name, parse.Member:
		name := bareName(u.at(n))
		u.tablesMutex.Lock()
		defer u.tablesMutex.Unlock()
		is, asked := u.tables[name]
		if !asked && len(u.tables) == mostTables {
			return false
		}
		if !asked {
			if u.tables == nil {
				u.tables = map[string]bool{}
			}
			is = u.onlyAsked(name)
			u.tables[name] = is
		}
		return is
	}
	return false
}

// mostTables bounds how many names of a file are looked at for being tables.
const mostTables = 100

// bareName is a name without the signs that tell what it holds.
func bareName(name string) string { return strings.TrimLeft(name, "$%@&") }

// onlyAsked reports whether a file gives a name a value in one place at most, and
// everywhere else asks what it holds.
func (u *Unit) onlyAsked(name string) bool {
	f, given := u.Tree.File, 0
	if name == "" || u.isPassedName(name) {
		return false
	}
	for i := range f.Tokens {
		if f.Tokens[i].Kind != syntax.Word || bareName(f.Text(i)) != name {
			continue
		}
		switch u.usedAs(i) {
		case tableGiven:
			given++
		case tableUsed:
			return false
		}
	}
	return given <= 1
}

// isPassedName reports whether a name may stand in what was passed over.
func (u *Unit) isPassedName(name string) bool {
	f := u.Tree.File
	return slices.ContainsFunc(f.Folds, func(fold syntax.Span) bool { return bytes.Contains(f.Src[fold.Lo:fold.Hi], []byte(name)) })
}

// tableUse is what one place of a file does with a name.
type tableUse int

const (
	tableUsed  tableUse = iota // something that may change what it holds
	tableGiven                 // it is given a value
	tableAsked                 // it is asked for an element, or gone through
)

// usedAs returns what is done with the name at a token.
func (u *Unit) usedAs(i int) tableUse {
	f := u.Tree.File
	switch f.Text(i - 1) {
	case "in", "of", "range", "keys", "values", "exists":
		return tableAsked
	case "(", ",", "::", ".", "->", "@":
		if asksTable[u.takerOf(i)] {
			return tableAsked
		}
	}
	switch next := f.Text(i + 1); {
	case next == "[" || next == "{" && u.Words.Signs && strings.HasPrefix(f.Text(i), "$"):
		if mate := f.Mate(i + 1); mate < 0 || changesWhatIsBefore(f.Text(mate+1)) || f.Is(i-1, "&") || f.Is(i-1, "delete") || f.Is(i-1, "del") {
			return tableUsed
		}
		return tableAsked
	case next == "." || next == "->" || next == "?." || next == "&.":
		if changesTable[f.Text(i+2)] || f.Is(i+3, "=") {
			return tableUsed
		}
		return tableAsked
	case next == "=" || next == ":=" || next == ":" || next == "%":
		return tableGiven
	case u.Words.Curried && next == "(" && f.Mate(i+1) > 0 && !f.Is(f.Mate(i+1)+1, "="):
		return tableAsked
	}
	return tableUsed
}

// changesWhatIsBefore reports whether an operator gives what is before it another value.
func changesWhatIsBefore(op string) bool {
	switch op {
	case "==", "===", "=~", "=>", "!=", "<=", ">=":
		return false
	case "++", "--", "<<":
		return true
	}
	return strings.HasSuffix(op, "=")
}

// changesTable are methods that change the map that they are asked of.
var changesTable = map[string]bool{
	"set": true, "put": true, "update": true, "merge!": true, "delete": true, "clear": true, "store": true, "add": true, "Add": true, "setdefault": true, "pop": true, "popitem": true,
	"remove": true, "Remove": true, "insert": true, "putAll": true, "putIfAbsent": true, "TryAdd": true, "replace": true, "update!": true, "computeIfAbsent": true, "addAll": true, "assign": true,
	"removeValue": true, "updateValue": true, "getOrPut": true, "deep_merge!": true, "removeAll": true, "Clear": true, "entry": true, "extend": true, "iter_mut": true, "get_mut": true, "merge": true, "compute": true,
}

// asksTable are functions that ask what a map which they are given holds.
var asksTable = map[string]bool{
	"array_key_exists": true, "isset": true, "empty": true, "count": true, "len": true, "keys": true, "entries": true, "values": true, "freeze": true, "hasOwn": true, "call": true, "key_exists": true,
	"get": true, "fetch!": true, "fetch": true, "has_key?": true, "has_key": true, "exists": true, "array_keys": true, "Keys": true, "pairs": true, "sorted": true, "list": true, "iter": true, "in_array": true,
}

// takerOf returns the name of what is given the argument that a token is in, or "".
func (u *Unit) takerOf(i int) string {
	f := u.Tree.File
	for at := i - 1; at > 0 && at > i-longestArguments; at-- {
		switch f.Kind(at) {
		case syntax.Close:
			at = max(f.Mate(at), 0)
		case syntax.Open:
			if !f.Is(at, "(") {
				return ""
			}
			return f.Text(at - 1)
		}
	}
	return ""
}

// longestArguments bounds how many tokens before an argument are looked through for what
// it is given to.
const longestArguments = 80

// element returns what a map holds for a key, which may be written in any case where the
// language takes it so.
func (m *machine) element(x alt, key string) (Value, bool) {
	v, known := x.members.get(key)
	if known || !m.unit().Words.AnyCase {
		return v, known
	}
	for _, name := range x.members.names {
		if strings.EqualFold(name, key) {
			return x.members.get(name)
		}
	}
	return nil, false
}

// noElement returns what asking a table for a key gives that is not in it. It reports
// false where more than what is written may be in the table.
func (m *machine) noElement(n, table int32, x alt, key Value, st *state) (Value, bool) {
	dep := x.depends | key.depends() | key.missing()
	if !m.unit().isTable(table) || !x.isComplete() {
		if m.unit().Words.Element == Usual && x.isClosed() && m.isGivenHere(table, st) { // $o{default}, of my ($name, %o) = @_
			return Value{{form: nothing, depends: dep}}, true
		}
		return nil, false
	}
	switch m.unit().Words.Element {
	case Fails:
		st.consults |= dep
		m.fail(st, dep, "KeyError")
		return nil, true
	case Empty:
		zero := Value{{form: text, depends: dep}}
		if m.unit().takesTwo(n) {
			return Value{{form: sequence, list: []Value{zero, {{form: boolean, depends: dep}}}}}, true
		}
		return zero, true
	}
	return Value{{form: nothing, depends: dep}}, true
}

// isComplete reports whether nothing but what is known is in a map.
func (x alt) isComplete() bool { return x.isClosed() && len(x.members.names) > 0 }

// isClosed reports whether nothing else is in a map than what is known, if anything is.
func (x alt) isClosed() bool {
	f := x.members
	return x.form == record && f.of == nil && !f.open && !f.filled && !f.perhaps && f.env == nil
}

// isGivenHere reports whether a node is a variable of the call that is running, which no
// other function changes.
func (m *machine) isGivenHere(n int32, st *state) bool {
	u := m.unit()
	if m.depth() == 0 || u.kind(n) != parse.Name {
		return false
	}
	for s := st.scope; s != nil && s.frame == m.frame(); s = s.outer {
		if _, is := s.vars.get(u.at(n)); is {
			return true
		}
		if _, is := s.vars.get(bareName(u.at(n))); is && u.Words.Signs {
			return true
		}
	}
	return false
}

// takesTwo reports whether an expression is all that two names are given:
// value, there := usual[name].
func (u *Unit) takesTwo(n int32) bool {
	f, at := u.Tree.File, int(u.Tree.Nodes[n].From)
	return (f.Is(at-1, ":=") || f.Is(at-1, "=")) && f.Is(at-3, ",")
}

// asksTable asks one of two arguments, a table, whether it has the other as a key.
func (m *machine) asksTable(a, b argument) (Value, bool) {
	if len(a.value) == 1 && a.value[0].form == record {
		a, b = b, a
	}
	if len(b.value) != 1 || !b.value[0].isComplete() || !m.unit().isTable(b.node) {
		return nil, false
	}
	return m.holdsKey(b.value[0], a.value)
}

// takenFrom reports whether a table has a key, whose value it gives a variable:
// usual.TryGetValue(name, out var value).
func (m *machine) takenFrom(n int32, x alt, arguments []argument, st *state) (Value, bool) {
	key, plain := arguments[0].value.plain()
	table := m.unit().Tree.Child(m.unit().Tree.Child(n, 0), 0)
	if !x.isComplete() || !m.unit().isTable(table) {
		return nil, false
	}
	if !plain {
		v, known := m.anyFor(n, x, arguments[:1], st)
		if known {
			m.bindOut(v, arguments, st)
		}
		return Value{anything(m.depth())}, known
	}
	v, there := m.element(x, key)
	if !there {
		v = Value{{form: nothing}}
	}
	dep := x.depends | arguments[0].value.depends()
	m.bindOut(v.dependent(dep), arguments, st)
	return Value{{form: boolean, truth: there, depends: dep}}, true
}

// chooses reports whether all that a function does is to tell cases apart: a table that is
// written as code.
func (fn *Func) chooses() bool {
	if fn.Body == 0 {
		return false
	}
	u, body := fn.Unit, fn.Body
	for u.kind(body) == parse.Block || u.kind(body) == parse.Return {
		list := u.children(body)
		if len(list) != 1 {
			return false
		}
		body = list[0]
	}
	return u.kind(body) == parse.Switch
}
