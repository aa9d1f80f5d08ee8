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
	does := m.referred(arguments[0].node)
	if does == nil {
		return nil
	}
	return &alt{form: function, fn: &closure{unit: m.unit(), does: does}}
}

// referred returns what a function of the language that a node names makes of a value, or
// nil where it names none.
func (m *machine) referred(n int32) func(n int32, v Value, st *state) Value {
	u := m.unit()
	if u.kind(n) == parse.Wrapper {
		n = u.Tree.Child(n, 0)
	}
	name, method := u.at(n), false
	switch k := u.kind(n); {
	case k == parse.Name && u.Words.Quiet && strings.HasPrefix(name, ":"):
		name, method = name[1:], true
	case k == parse.Member && u.Tree.Child(n, 0) != 0:
		method = u.Tree.File.Is(int(u.Tree.Nodes[n].At)-1, "::") || u.Tree.File.Is(int(u.Tree.Nodes[n].At)-2, "?:")
	default:
		return nil
	}
	path := m.calleePath(n)
	if use, found := m.pick(u.Words.Uses[path], []argument{{}}); found && path != "" && use.Arg == 0 {
		return func(n int32, v Value, st *state) Value { return m.use(use, n, nil, []argument{{value: v}}, st) }
	}
	if !method {
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
