package evaluate

import "strings"

// The environment as a whole may be gone through: for k in os.environ. What its
// names are compared with says which variables are meant.

// wholeOf returns the access by which a value is the environment, or nil.
func wholeOf(v Value) *Access {
	if len(v) == 1 && v[0].form == whole {
		return v[0].env
	}
	return nil
}

// variable returns the name of any variable.
func (m *machine) variable(a *Access) Value {
	return Value{{env: a, parts: []part{{any: true, frame: m.depth()}}}}
}

// entryOf returns a variable with its value.
func (m *machine) entryOf(a *Access) Value {
	return Value{{form: sequence, list: []Value{m.variable(a), {{element: true}}}}}
}

// variables returns what a loop over the environment goes through.
func (m *machine) variables(a *Access) []Value {
	switch m.unit().Words.Loops {
	case Keys:
		return []Value{m.variable(a)}
	case Indexed: // NAME=value
		return []Value{m.variable(a)}
	}
	return []Value{m.entryOf(a)}
}

// named notes that a variable of the environment is asked for by name: all of
// it, or how it begins.
func (m *machine) named(v Value, name string, all bool, n int32, st *state) bool {
	asked := false
	name, _, whole := strings.Cut(name, "=") // NAME=value
	for _, x := range v {
		if x.env == nil || name == "" {
			continue
		}
		row := Word(name)
		if !all && !whole {
			row = append(row, part{any: true, frame: -1})
		}
		asked = true
		site := m.noted(n, x.env, m.standing(row), false)
		if site >= 0 && m.focus == nil {
			m.reads[site].Tested = true
		}
	}
	return asked
}

// beginnings are functions that ask how a text begins.
var beginnings = map[string]bool{
	"startswith": true, "startsWith": true, "start_with?": true, "StartsWith": true, "hasPrefix": true, "starts_with": true, "HasPrefix": true,
	"str_starts_with": true, "starts_with?": true, "hasprefix": true,
}

// begins runs a call that asks how a text begins.
func (m *machine) begins(n int32, name string, receiver Value, arguments []argument, st *state) bool {
	if !beginnings[name] {
		return false
	}
	of, with := receiver, arguments
	if len(arguments) > 1 && (len(of) == 0 || of[0].env == nil) {
		of, with = arguments[0].value, arguments[1:]
	}
	asked := false
	for _, a := range with {
		for _, x := range a.value {
			if s, plain := x.plain(); plain {
				asked = m.named(of, s, false, n, st) || asked
			}
			for _, e := range x.list {
				if s, plain := e.plain(); plain {
					asked = m.named(of, s, false, n, st) || asked
				}
			}
		}
	}
	return asked
}

// ofWhole runs a method of the environment.
func (m *machine) ofWhole(n int32, name string, a *Access, arguments []argument, st *state) (Value, bool) {
	switch name {
	case "items", "entries", "each", "iter", "entrySet", "Cast", "stream", "iterator", "to_h", "toList", "toSeq":
		if len(arguments) == 0 {
			return Value{{form: sequence, list: []Value{m.entryOf(a)}}}, true
		}
	case "keys", "keySet", "Keys", "keysIterator":
		return Value{{form: sequence, list: []Value{m.variable(a)}}}, true
	case "copy", "clone", "dup":
		return Value{{form: whole, env: a}}, true
	}
	last := len(arguments) - 1
	if last < 0 || len(arguments[last].value) != 1 || arguments[last].value[0].form != function {
		return nil, false
	}
	f := arguments[last].value[0]
	given := []argument{{value: m.entryOf(a)}}
	if fn := f.fn.unit.byNode[f.fn.node]; fn != nil && len(fn.params) == 2 {
		given = []argument{{value: m.variable(a)}, {value: Value{{element: true}}}}
	} else if strings.HasSuffix(name, "Keys") || strings.HasSuffix(name, "keys") {
		given = []argument{{value: m.variable(a)}}
	}
	m.invoke(f, n, given, st)
	return Value{anything(m.depth())}, true
}
