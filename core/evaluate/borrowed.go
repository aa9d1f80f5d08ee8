package evaluate

import (
	"maps"
	"math"
	"slices"
	"strconv"

	"inzicht/core/parse"
)

// What other files have read, and this one uses by names of theirs: config.port || 80.

// Given is what a name of another file stands for: what was read, or what leads to it.
type Given struct {
	Read    *Access           // what was read, or nil
	Gives   *Given            // what a function gives, and a class where an object is made of it
	Members map[string]*Given // numbers, of a list
	List    bool
}

// Member returns a member of what is given, which is made where there is none yet.
func (g *Given) Member(name string) *Given {
	if g.Members == nil {
		g.Members = map[string]*Given{}
	}
	if g.Members[name] == nil {
		g.Members[name] = &Given{}
	}
	return g.Members[name]
}

// Result returns what a function or class gives, which is made where that is not said yet.
func (g *Given) Result() *Given {
	if g.Gives == nil {
		g.Gives = &Given{}
	}
	return g.Gives
}

// borrowing is what a file takes of others.
type borrowing struct {
	places  map[*Given]int32 // where each was come to first
	read    map[*Given]Value // what was read, in the run at hand
	records map[*Given]*members
	order   []*Given // the records, as they were made
	depth   int
}

// deepestBorrowing bounds how deep what is given lies within something else.
const deepestBorrowing = 6

// isHidden reports whether a name by which something of another file is known stands for a variable
// where a node is.
func (m *machine) isHidden(n int32, st *state) bool {
	u := m.unit()
	if u.kind(n) != parse.Name {
		return false
	}
	v, _, found := m.lookup(u.at(n), st)
	return found && (len(v) != 1 || v[0].form != unknown || len(v[0].sites) > 0 || isParam(v[0]))
}

// borrow returns what another file gives, where it is come to at a node.
func (m *machine) borrow(g *Given, n int32, st *state) Value {
	b := &m.borrowing
	if m.unit() != m.u || b.depth == deepestBorrowing {
		return Value{anything(m.depth())}
	}
	if b.places == nil {
		b.places, b.records = map[*Given]int32{}, map[*Given]*members{}
	}
	if _, known := b.places[g]; !known {
		b.places[g] = n
	}
	if g.Read != nil {
		return m.borrowRead(g, st)
	}
	b.depth++
	defer func() { b.depth-- }()
	if g.List {
		return m.borrowList(g, n, st)
	}
	x := alt{}
	if len(g.Members) > 0 || g.Gives == nil {
		x = alt{form: record, members: b.records[g]}
		if x.members == nil {
			x.members = &members{open: true}
			b.records[g], b.order = x.members, append(b.order, g)
			m.fillBorrowed(g, st)
		}
	}
	if g.Gives != nil {
		x.fn = &closure{unit: m.u, outer: m.globals, gives: g.Gives}
		if x.form != record {
			x.form = function
		}
	}
	return Value{x}
}

// borrowRead returns what another file has read, once a run.
func (m *machine) borrowRead(g *Given, st *state) Value {
	v, known := m.borrowing.read[g]
	if known {
		m.noteEntry(v)
		return v
	}
	v = m.access(m.borrowing.places[g], g.Read, st)
	if m.borrowing.read == nil {
		m.borrowing.read = map[*Given]Value{}
	}
	m.borrowing.read[g] = v
	return v
}

// borrowList returns a list in which something was read.
func (m *machine) borrowList(g *Given, n int32, st *state) Value {
	x := alt{form: sequence}
	for i, found := 0, 0; found < len(g.Members) && i < mostRounds; i++ {
		element := Value{anything(m.depth())}
		if inner := g.Members[strconv.Itoa(i)]; inner != nil {
			element = m.borrow(inner, n, st)
			found++
		}
		x.list = append(x.list, element)
	}
	x.list = append(x.list, Value{anything(m.depth())}) // an error beside it, of which nothing is known
	return Value{x}
}

// fillBorrowed gives the members of an object of another file what they have in the run at hand,
// as far as this one uses them.
func (m *machine) fillBorrowed(g *Given, st *state) {
	for _, name := range slices.Sorted(maps.Keys(g.Members)) {
		if m.u.Using[name] {
			m.borrowing.records[g].set(name, m.borrow(g.Members[name], m.borrowing.places[g], st))
		}
	}
}

// borrowAgain has the objects of other files hold what they do where something is unset.
func (m *machine) borrowAgain() {
	if m.borrowing.read = nil; len(m.borrowing.order) == 0 && len(m.u.Fields) == 0 {
		return
	}
	st := m.apart()
	m.borrowFields(st)
	for _, g := range m.borrowing.order {
		m.fillBorrowed(g, st)
	}
}

// borrowFields gives fields of classes of the file what other files make them.
func (m *machine) borrowFields(st *state) {
	for _, class := range slices.Sorted(maps.Keys(m.u.Fields)) {
		c := m.u.classes[class]
		if c == nil || len(c.methods) == 0 {
			continue
		}
		at := int32(math.MaxInt32)
		for _, fn := range c.methods { // in any order: where the first stands
			at = min(at, fn.Node)
		}
		m.eachField(class, func(name string, g *Given) { m.fieldsOf(c).set(name, m.borrow(g, at, st)) })
	}
}

// eachField calls f with the fields of a class that other files, or a library, make and that the file uses, in order.
func (m *machine) eachField(class string, f func(name string, g *Given)) {
	for _, g := range m.u.Fields[class] {
		for _, name := range slices.Sorted(maps.Keys(g.Members)) {
			if m.u.Using[name] || g.Members[name].Read == nil {
				f(name, g.Members[name])
			}
		}
	}
}

// callBorrowed returns what a call gives of a function or class of another file that gives what was
// read.
func (m *machine) callBorrowed(n, callee int32, st *state) (Value, bool) {
	u := m.unit()
	if len(u.Using) == 0 || u != m.u {
		return nil, false
	}
	name := u.calleeName(callee)
	if a := u.Access[callee]; a == nil && !u.Using[name] && name != "new" {
		return nil, false
	}
	v := m.quiet(callee, st)
	if st.dead || len(v) != 1 {
		return nil, st.dead
	}
	switch x := v[0]; {
	case x.fn != nil && x.fn.gives != nil:
		m.arguments(n, st)
		return m.borrow(x.fn.gives, n, st), true
	case len(x.sites) > 0 && len(u.children(n)) == 1 && u.Words.Leaves == "" && m.isBorrowed(x.sites): // config.token(), of a record
		return v, true
	}
	return nil, false
}

// isBorrowed reports whether some reads are all what another file read.
func (m *machine) isBorrowed(s sites) bool {
	return !slices.ContainsFunc(s, func(site int32) bool { return !m.reads[site].Access.Borrowed })
}

// confirm takes back that reads are required where that holds only as long as another variable is not set,
// either: of what stands in for what, nothing is known where another file reads it.
func (m *machine) confirm(list []*Read, entries []int, globals *variables, fields map[*Class]*members) {
	if m.u.Using == nil || !slices.ContainsFunc(list, func(r *Read) bool { return r.Required }) {
		return
	}
	m.confirming = true
	m.beginUnset(&focus{key: list[0].key, reads: list}, globals, fields)
	var still mask
	for _, e := range entries {
		m.focus = &focus{key: list[0].key, reads: list}
		m.runEntry(e)
		still |= m.focus.stopped &^ m.focus.went
	}
	m.confirming = false
	for n, r := range list {
		r.Required = r.Required && still>>n&1 != 0
	}
}

// concernUsing marks the functions that use what other files have read.
func (u *Unit) concernUsing() {
	if len(u.Using) == 0 {
		return
	}
	f := u.Tree.File
	var used []int32
	for i := range f.Tokens {
		if t := &f.Tokens[i]; t.Kind == 0 && u.Using[string(f.Src[t.Start:t.End])] {
			used = append(used, int32(i))
		}
	}
	u.concernAt(used)
}
