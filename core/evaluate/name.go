package evaluate

import (
	"cmp"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// What a name stands for.

// name returns what a name stands for.
func (m *machine) name(n int32, st *state) Value {
	u := m.unit()
	word := u.at(n)
	switch {
	case u.Words.Nothing[word] && len(u.Words.Nothing) > 1 && strings.EqualFold(word, "false"): // else it is the only word for nothing
		return Value{{form: nothing, name: "false"}}
	case u.Words.Nothing[word]:
		return Value{{form: nothing}}
	case word == "true" || word == "True" || word == "TRUE":
		return Value{{form: boolean, truth: true, name: word}}
	case word == "false" || word == "False" || word == "FALSE":
		return Value{{form: boolean, name: word}}
	case word == "NaN" && u.Words.Chains:
		return Value{{form: failure, name: notNumber}}
	case word == "..." || word == "Ellipsis" && u.Words.Loops == Keys:
		return Value{{form: record, members: &m.ellipsis}}
	case strings.HasPrefix(word, ":") && len(word) > 1: // a symbol
		return textOf(strings.Trim(word[1:], `"`), m.depth())
	case (word == "this" || word == "self" || word == "$this") && m.frame().class != nil:
		if v, known := st.scope.vars.get(word); known {
			return v
		}
		if fr := m.frame(); fr.self != nil {
			return Value{{form: record, members: fr.self}}
		} else if len(fr.of) > 0 {
			return fr.of
		}
		return Value{{}}
	}
	v, out, found := m.lookup(word, st)
	if found && len(v) == 1 && v[0].form == unknown && len(v[0].sites) == 0 && !isParam(v[0]) { // const need = require('./need')
		if v, is := m.outerFunction(n); is {
			return v
		}
		if v, is := m.keptElsewhere(n); is {
			return v
		}
	}
	if found {
		if out > 0 {
			m.noteEntry(v)
			return m.here(v)
		}
		return v
	}
	if word == u.Words.Shift && word != "" && len(m.frames) > 0 && m.frame().fn != nil {
		return m.shifted(u.Words.Arguments, st)
	}
	if of := m.frame().of; len(of) > 0 && (word == "rawValue" || word == "value") && m.frame().class.method(word) == nil {
		return of
	}
	if isSuper(word) && m.frame().fn != nil {
		if word == "super" && u.Words.Quiet {
			v, _ := m.super(n, m.givenToo(st), st)
			return v
		}
		if v, known := m.superObject(); known {
			return v
		}
	}
	if m.isBareStop(n) {
		m.stopBy(word, nil, false, n, st)
		return nil
	}
	if strings.HasPrefix(word, "@") || m.frame().class != nil {
		if v, known := m.field(word, st); known {
			m.noteEntry(v)
			return v
		}
	}
	if all, known := m.constantsHere(word); known { // entries, in an enumeration
		return Value{all}
	}
	if fn := m.namedFunction(word); fn != nil {
		return m.quietCall(n, m.functionValue(fn, nil), st)
	}
	own := m.frame().class
	if self := m.frame().self; self != nil && self.of != nil && self.of.Unit == u { // it may have a method of its own
		own = self.of
	}
	if fn := own.method(word); fn != nil && (u.Words.Quiet || fn.IsGetter()) {
		if of := m.frame().of; len(of) > 0 {
			return m.quietCall(n, Value{{form: function, fn: m.askedOf(fn, of)}}, st)
		}
		return m.quietCall(n, m.functionValue(fn, m.frame().self), st)
	}
	if v, known := m.frame().self.get("@" + word); known && u.Words.Quiet { // attr_reader
		return v
	}
	if c := u.classes[word]; c != nil {
		return Value{{form: class, class: c}}
	}
	if path := u.Path(n); path != "" && (len(u.Words.Uses[path]) > 0 || u.Words.Transparent[path]) { // a function of the language
		return Value{{name: path, parts: []part{{any: true, frame: m.depth()}}}}
	}
	if v, is := m.outerFunction(n); is {
		return v
	}
	if v, is := m.keptElsewhere(n); is {
		return v
	}
	if c := u.outerClassAt(n); c != nil {
		return Value{{form: class, class: c}}
	}
	if v, is := m.variantOf(n, nil); is {
		return v
	}
	return m.constant(word)
}

// outerFunction returns the function of another file that a name stands for which
// is given to something: names.map(need).
func (m *machine) outerFunction(n int32) (Value, bool) {
	u := m.unit()
	if i := int(u.Tree.Nodes[n].From); u.Outside == nil || !u.Tree.File.Is(i-1, "(") && !u.Tree.File.Is(i-1, ",") && !u.Tree.File.Is(i-1, ":") || u.Tree.File.Is(int(u.Tree.Nodes[n].To), "(") {
		return nil, false
	}
	if fn := u.Outside(u.at(n), n); fn != nil && fn.Owner == nil && fn.Body != 0 {
		return m.functionValue(fn, nil), true
	}
	return nil, false
}

// namedFunction returns the function outside classes of a name, or nil.
func (m *machine) namedFunction(word string) *Func {
	list := m.unit().funcs[word]
	for i := len(list) - 1; i >= 0; i-- {
		if list[i].Owner == nil && list[i].within == nil {
			return list[i]
		}
	}
	return nil
}

// noteEntry notes that what was read elsewhere is used by this entry.
func (m *machine) noteEntry(v Value) {
	if m.focus != nil {
		return
	}
	tags := v.sites()
	m.touch(tags)
	for _, s := range tags {
		r := m.reads[s]
		if len(r.entries) < mostEntries && r.entries[len(r.entries)-1] != m.entry && m.entry > 0 {
			r.entries = append(r.entries, m.entry)
		}
	}
}

// isVariable reports whether a row of names begins with a variable of this file:
// its members are none of another file's.
func (m *machine) isVariable(n int32, st *state) bool {
	u := m.unit()
	for u.kind(n) == parse.Member && u.Tree.Child(n, 0) != 0 {
		n = u.Tree.Child(n, 0)
	}
	if u.kind(n) != parse.Name {
		return false
	}
	_, _, found := m.lookup(u.at(n), st)
	return found
}

// constant returns the value of a name that other files define.
func (m *machine) constant(name string) Value {
	if last := lastOf(name); m.unit().Words.Errors != nil && len(last) > 3 && (strings.HasPrefix(last, "Err") || strings.HasPrefix(last, "err")) && syntax.IsCapital(last[3:]) {
		return Value{{form: failure, name: "error"}}
	}
	return single(alt{}, part{any: true, ref: name, frame: m.depth()})
}

// knownConstant returns the text of a member of a class of another file, of which it is known that
// it is one: Env.URL.
func (m *machine) knownConstant(n int32) (Value, bool) {
	u := m.unit()
	if name := u.at(n); strings.ToUpper(name) != name || u.Constant == nil { // what is asked for is looked for in all files
		return nil, false
	}
	path := cmp.Or(u.Path(n), m.path(n))
	if path == "" {
		return nil, false
	}
	if _, known := u.Constant(path); !known {
		return nil, false
	}
	return m.constant(path), true
}

// resolved returns a text in which the names of other files are replaced by
// what they stand for there.
func (m *machine) resolved(row Row) Row {
	u := m.u // what another file does is run for this one
	for i, p := range row {
		if p.ref == "" || u.Constant == nil {
			continue
		}
		if s, known := u.Constant(p.ref); known {
			row[i] = part{text: s, frame: p.frame}
		}
	}
	return row
}
