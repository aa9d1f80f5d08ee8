package evaluate

import (
	"strings"

	"inzicht/core/parse"
)

// Functions of the language that are given as they are, to be called with one thing
// after another: String::isEmpty, string.IsNullOrEmpty, &:nil?.

// functionGiven returns the function among some arguments, also one of the language, or
// nil.
func (m *machine) functionGiven(arguments []argument) *alt {
	if f := functionIn(arguments); f != nil || len(arguments) != 1 || arguments[0].node == 0 {
		return f
	}
	does := m.referred(arguments[0].node, false)
	if does == nil {
		does = m.shortened(arguments[0])
	}
	if does == nil {
		return nil
	}
	return &alt{form: function, fn: &closure{unit: m.unit(), does: does}}
}

// shortened returns what an expression with _ in place of an operand makes of a value, or nil
// where an argument is none: _.startsWith("X_").
func (m *machine) shortened(a argument) func(n int32, v Value, st *state) Value {
	u := m.unit()
	if !u.Words.Short || a.value != nil || a.lazy || !u.isShort(a.node, 0) {
		return nil
	}
	return func(_ int32, v Value, st *state) Value {
		own := *st
		own.scope = newScope(st.scope, u)
		own.scope.given = true
		own.scope.vars.put("_", v)
		result := m.eval(a.node, &own)
		st.dead, st.consults = own.dead, own.consults
		return result
	}
}

// referred returns what a function of the language that a node names makes of a value, or
// nil where it names none. Where the node cannot be anything else than a function, a method
// may be written like any member.
func (m *machine) referred(n int32, surely bool) func(n int32, v Value, st *state) Value {
	u := m.unit()
	if u.kind(n) == parse.Wrapper {
		n = u.Tree.Child(n, 0)
	}
	if callee := u.Tree.Child(n, 0); u.kind(n) == parse.Call && u.calleeName(callee) == "init" && strings.HasSuffix(u.Tree.Text(n), "(_:)") { // Int.init(_:)
		n = callee
	}
	name, k := u.at(n), u.kind(n)
	symbol := k == parse.Name && u.Words.Quiet && strings.HasPrefix(name, ":")
	if k != parse.Name && k != parse.Member || !surely && !symbol && (k == parse.Name || u.Tree.Child(n, 0) == 0) {
		return nil
	}
	path := strings.TrimSuffix(m.calleePath(n), ".init")
	if use, found := m.pathUse(path, path, []argument{{}}, n); found && use.Arg == 0 {
		return func(n int32, v Value, st *state) Value { return m.use(use, n, nil, []argument{{value: v}}, st) }
	}
	if symbol {
		name = name[1:]
	} else if f := u.Tree.File; !surely && !f.Is(int(u.Tree.Nodes[n].At)-1, "::") && !f.Is(int(u.Tree.Nodes[n].At)-2, "?:") {
		return nil
	}
	if use, found := m.pick(u.Words.Uses["."+name], nil); found && use.Arg < 0 {
		return func(n int32, v Value, st *state) Value { return m.use(use, n, v, nil, st) }
	}
	if u.Words.Transparent["."+name] {
		return func(_ int32, v Value, _ *state) Value { return m.transparent(name, v) }
	}
	return nil
}
