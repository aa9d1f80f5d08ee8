package evaluate

import (
	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// A function of Go may name what it gives: func load() (key string, err error). A return
// without a value gives what these hold.

// typeWords are words that a type may begin with, before another word.
var typeWords = map[string]bool{"chan": true, "func": true, "map": true, "interface": true, "struct": true}

// resultNames returns the names of what a function gives, with the types behind them, or nil.
func (fn *Func) resultNames() (names, types []string) {
	u := fn.Unit
	if u.Words.Errors == nil || u.kind(fn.Body) != parse.Block {
		return nil, nil
	}
	f := u.Tree.File
	last := int(u.Tree.Nodes[fn.Body].From) - 1
	open := f.Mate(last)
	if !f.Is(last, ")") || open < 1 || !f.Is(open-1, ")") {
		return nil, nil
	}
	named := false
	for i := open + 1; i < last; i++ {
		begins := f.Is(i-1, "(") && i == open+1 || f.Is(i-1, ",")
		if m := f.Mate(i); m > i {
			i = m
			continue
		}
		if !begins || f.Kind(i) != syntax.Word || typeWords[f.Text(i)] {
			continue
		}
		names, types = append(names, f.Text(i)), append(types, f.Text(i+1))
		named = named || i+1 < last && !f.Is(i+1, ".") && !f.Is(i+1, ",") && !f.Is(i+1, "[")
	}
	if !named {
		return nil, nil
	}
	return names, types
}

// declareResults declares what a function gives by names.
func (m *machine) declareResults(fn *Func, st *state) {
	names, types := fn.resultNames()
	for i, name := range names {
		v, known := m.zeroOf(types[i])
		if !known {
			v = Value{anything(m.depth())}
		}
		st.scope.vars.put(name, v)
	}
}

// resultsNow returns what a return without a value gives.
func (m *machine) resultsNow(st *state) Value {
	fn := m.frame().fn
	if fn == nil {
		return Value{{form: nothing}}
	}
	names, _ := fn.resultNames()
	var list []Value
	for _, name := range names {
		v, _, _ := m.lookup(name, st)
		list = append(list, v)
	}
	switch len(list) {
	case 0:
		return Value{{form: nothing}}
	case 1:
		return list[0]
	}
	return Value{{form: sequence, list: list}}
}
