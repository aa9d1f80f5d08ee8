package evaluate

import (
	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// Tables of C: arrays of structures whose rows are written without the names of the
// fields.

// mostFields bounds how many fields a structure may have.
const mostFields = 200

// rowsOf returns the values of a literal of C that is written without the names of
// the fields, {{"A", 1}, {"B", 0}} of struct {char *name; int n;}, and whether it is one.
func (m *machine) rowsOf(n int32, st *state) (Value, bool) {
	u := m.unit()
	if !u.Words.Pointers || u.kind(n) != parse.List {
		return nil, false
	}
	fields, array := u.declaredFields(int(u.Tree.Nodes[n].From) - 1)
	switch {
	case fields == nil:
		return nil, false
	case !array:
		return m.rowOf(n, fields, st), true
	}
	x := alt{form: sequence}
	for _, c := range u.children(n) {
		x.list = append(x.list, m.rowOf(c, fields, st))
	}
	return Value{x}, true
}

// rowOf returns a structure with some fields, of which a list gives the first.
func (m *machine) rowOf(n int32, fields []string, st *state) Value {
	u := m.unit()
	if u.kind(n) != parse.List {
		return m.eval(n, st)
	}
	r, list := &members{}, u.children(n)
	for i, name := range fields {
		if i < len(list) {
			r.set(name, m.eval(list[i], st))
		} else {
			r.set(name, Value{{form: nothing}})
		}
	}
	return Value{{form: record, members: r}}
}

// declaredFields returns the fields of the structure that is declared before the = at
// a token, and whether it is an array of them: struct row rows[] = …
func (u *Unit) declaredFields(i int) (fields []string, array bool) {
	f := u.Tree.File
	if !f.Is(i, "=") {
		return nil, false
	}
	i--
	for ; f.Is(i, "]"); array = true {
		i = f.Mate(i) - 1
	}
	if f.Kind(i) != syntax.Word {
		return nil, false
	}
	switch i--; {
	case f.Is(i, "}"):
		return u.fieldsIn(f.Mate(i)), array
	case f.Kind(i) == syntax.Word:
		return u.fieldsIn(u.structNamed(f.Text(i))), array
	}
	return nil, false
}

// structNamed returns where the structure of a name opens, struct name { or typedef
// struct { } name, or -1.
func (u *Unit) structNamed(name string) int {
	if u.structs == nil {
		u.structs = map[string]int{}
		f := u.Tree.File
		for i := range f.Tokens {
			if !f.Is(i, "struct") {
				continue
			}
			open := i + 1
			if f.Kind(open) == syntax.Word {
				open++
			}
			if !f.Is(open, "{") {
				continue
			}
			u.structs[f.Text(open-1)] = open
			if after := f.Mate(open) + 1; f.Kind(after) == syntax.Word {
				u.structs[f.Text(after)] = open
			}
		}
	}
	if open, known := u.structs[name]; known {
		return open
	}
	return -1
}

// fieldsIn returns the names of the fields of the structure whose braces open at a
// token.
func (u *Unit) fieldsIn(open int) (names []string) {
	f := u.Tree.File
	if !f.Is(open, "{") {
		return nil
	}
	named := true // since the last one ended
	for i, end := open+1, f.Mate(open); i < end && len(names) < mostFields; i++ {
		switch f.Text(i) {
		case ";", ",":
			named = false
		case "(": // a pointer to a function
			if f.Is(i+1, "*") && f.Kind(i+2) == syntax.Word && !named {
				names, named = append(names, f.Text(i+2)), true
			}
			i = max(i, f.Mate(i))
		case "{", "[":
			i = max(i, f.Mate(i))
		}
		if next := f.Text(i + 1); i == open+1 || f.Is(i, ";") || f.Is(i, ",") {
			named = false
		} else if f.Kind(i) == syntax.Word && !named && (next == ";" || next == "," || next == "[" || next == ":") {
			names, named = append(names, f.Text(i)), true
		}
	}
	return names
}
