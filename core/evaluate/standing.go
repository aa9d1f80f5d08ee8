package evaluate

import (
	"maps"
	"slices"
	"strings"

	"inzicht/core/parse"
)

// A read that no run came to, with its variable unset, is judged by what stands
// round it: what is used in its place, or that it is only asked for. Nothing
// that ends the program is seen that way.

// unreached judges the reads of this file that were not come to.
func (m *machine) unreached() {
	for _, r := range m.reads {
		if r.reached || r.Unit != m.u || r.Required || r.Tested || r.Fallback != nil {
			continue
		}
		m.judgeByPlace(r)
		if !r.Tested && r.Fallback == nil {
			r.Tested = m.isGuarded(r)
		}
	}
}

// mostBeside bounds how many reads of one variable are held against each other.
const mostBeside = 100

// isGuarded reports whether a read is in a branch whose condition asks for
// the same variable.
func (m *machine) isGuarded(r *Read) bool {
	parents := m.parentNodes()
	for n, up := r.Node, parents[r.Node]; up != 0; n, up = up, parents[up] {
		switch m.u.kind(up) {
		case parse.Function, parse.Class:
			return false
		case parse.If, parse.Choice:
			condition := m.u.Tree.Child(up, 0)
			if condition != n && m.asksFor(condition, r.key) {
				return true
			}
		}
	}
	return false
}

// asksFor reports whether a variable is read in a node.
func (m *machine) asksFor(n int32, key string) bool {
	if m.beside == nil {
		m.beside = map[string][]int32{}
		for _, r := range m.reads {
			if list := m.beside[r.key]; r.Unit == m.u && len(list) < mostBeside {
				m.beside[r.key] = append(list, m.u.Tree.Nodes[r.Node].From)
			}
		}
	}
	node := m.u.Tree.Nodes[n]
	return slices.ContainsFunc(m.beside[key], func(at int32) bool { return at >= node.From && at < node.To })
}

// givenElsewhere takes back that a variable is required where the file itself
// gives it a value in another function, or in another call of the same.
func (m *machine) givenElsewhere() {
	if len(m.u.Writes)+len(m.puts) == 0 || !slices.ContainsFunc(m.reads, func(r *Read) bool { return r.Required }) {
		return
	}
	named, unnamed := m.writes()
	for _, r := range m.reads {
		name, plain := r.Name.plain()
		if !plain || !r.Required || r.Unit != m.u {
			continue
		}
		home, _ := m.around(r.Node)
		at := m.u.Tree.Nodes[r.Node].From
		before := func(w write) bool { return w.function == home && home != 0 && at >= w.to }
		if slices.ContainsFunc(unnamed, before) || slices.ContainsFunc(named[name], func(w write) bool { return w.function != home || before(w) }) {
			r.Required = false
		}
	}
}

// write is where a file gives a variable a value: in which function, and the
// token behind it.
type write struct{ function, to int32 }

// writes returns where the file gives variables values, by name, and where the
// name is not known.
func (m *machine) writes() (named map[string][]write, unnamed []write) {
	named = map[string][]write{}
	maps.Copy(named, m.puts)
	m.frames, m.focus, m.steps, m.nesting, m.left = []*frame{{unit: m.u}}, nil, 0, 0, m.left+leastShare
	for _, node := range slices.Sorted(maps.Keys(m.u.Writes)) {
		names := m.u.Writes[node]
		function, assignment := m.around(node)
		w := write{function, m.u.Tree.Nodes[assignment].To}
		for _, row := range names(func(node int32) Value { return m.quiet(node, &state{scope: newScope(m.globals, m.u)}) }) {
			name, plain := m.standing(row).plain()
			switch {
			case !plain && len(unnamed) < mostBeside:
				unnamed = append(unnamed, w)
			case plain && len(named[name]) < mostBeside:
				named[name] = append(named[name], w)
			}
		}
	}
	return named, unnamed
}

// putGiven gives a copy of the environment the entry that a call in a node says: its name, and what it has.
func (m *machine) putGiven(n int32, arguments []argument, st *state) {
	if len(arguments) == 0 {
		return
	}
	if key, plain := arguments[0].value.plain(); plain {
		m.put(n, key, m.suppliedBy(arguments), st)
	}
}

// putAll gives a copy of the environment the entries of maps that a call in a node is given.
func (m *machine) putAll(n int32, arguments []argument, st *state) {
	for _, v := range m.mapsOf(arguments) {
		if len(v) != 1 || v[0].members == nil {
			continue
		}
		for _, key := range v[0].members.names {
			m.put(n, key, v[0].members.value[key], st)
		}
	}
}

// put gives a copy of the environment an entry, in a node.
func (m *machine) put(n int32, key string, v Value, st *state) {
	m.hold(Word(key), v, st)
	if m.unit() != m.u || len(m.puts[key]) >= mostBeside {
		return
	}
	if m.puts == nil {
		m.puts = map[string][]write{}
	}
	function, assignment := m.around(n)
	if w := (write{function, m.u.Tree.Nodes[assignment].To}); !slices.Contains(m.puts[key], w) {
		m.puts[key] = append(m.puts[key], w)
	}
}

// around returns the function that a node is in, and the assignment.
func (m *machine) around(n int32) (function, assignment int32) {
	parents := m.parentNodes()
	assignment = n
	for up := parents[n]; up != 0; up = parents[up] {
		switch m.u.kind(up) {
		case parse.Function, parse.Lambda:
			return up, assignment
		case parse.Assign, parse.Declare:
			assignment = up
		}
	}
	return 0, assignment
}

// parentNodes returns the parent of each node of the file.
func (m *machine) parentNodes() []int32 {
	if m.parents == nil {
		m.parents = parentsOf(m.u.Tree)
	}
	return m.parents
}

// parentsOf returns the parent of each node of a tree.
func parentsOf(t *parse.Tree) []int32 {
	parents := make([]int32, len(t.Nodes))
	for n := range t.Nodes {
		t.Children(int32(n), func(c int32) bool { parents[c] = int32(n); return true })
	}
	return parents
}

// comparing are the operators that ask what a value is.
var comparing = map[string]bool{
	"==": true, "===": true, "!=": true, "!==": true, "<>": true, "~=": true, "eq": true, "ne": true, "is": true, "in": true, "=~": true, "!~": true,
}

// judgeByPlace goes up from a read to what decides by it, or stands in for it.
func (m *machine) judgeByPlace(r *Read) {
	u := m.u
	if r.Access.Test || r.Access.Absent {
		r.Tested = true
		return
	}
	parents := m.parentNodes()
	for n, up := r.Node, parents[r.Node]; up != 0 && n != 0; n, up = up, parents[up] {
		first := u.Tree.Child(up, 0) == n
		switch u.kind(up) {
		case parse.Wrapper:
		case parse.Unary:
			if op := u.at(up); op == "!" || op == "not" || op == "defined" {
				r.Tested = true
				return
			}
		case parse.Binary:
			switch op := u.at(up); {
			case comparing[op]:
				r.Tested = true
				return
			case op == "||" || op == "or" || op == "??" || op == "?:" || op == "//" || op == "||=":
				if other := u.Tree.Child(up, 1); first && other != 0 {
					if r.Tested = u.isTest(other); !r.Tested {
						r.Fallback = m.fallbackAt(other)
					}
					return
				}
			case op == "&&" || op == "and":
			default:
				return
			}
		case parse.If, parse.Choice:
			r.Tested = first
			return
		case parse.Loop:
			r.Tested = first && strings.HasPrefix(u.at(up), "while")
			return
		default:
			return
		}
	}
}

// fallbackAt returns what is at a node as what is used instead: what a
// literal says, or the source.
func (m *machine) fallbackAt(n int32) *Fallback {
	m.frames, m.focus, m.steps, m.nesting = []*frame{{unit: m.u}}, nil, 0, 0
	var v Value
	switch m.u.kind(n) {
	case parse.Text, parse.Number:
		m.left++
		v = m.eval(n, &state{scope: newScope(nil, m.u)})
	}
	return m.fallback(v, n)
}
