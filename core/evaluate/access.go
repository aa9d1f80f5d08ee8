package evaluate

import (
	"cmp"
	"slices"

	"inzicht/core/parse"
	"inzicht/core/sorting"
)

// Naming returns the names that a place may stand for; it is told how to
// evaluate what they are made from.
type Naming func(value func(node int32) Value) []Row

// Reader returns the access that calling a function of the language is which reads
// the variable that its first argument names, with a number of arguments, or nil.
type Reader func(arguments int) *Access

// Access is a place where the environment is read, as it was found.
type Access struct {
	Node     int32
	Names    Naming // what the variable may be called
	Fallback int32  // the node of what is used where it is not set, or 0
	Unset    Unset
	Kind     string
	Literal  bool // the name is written out
	Test     bool // asks whether it is set
	Absent   bool // asks whether it is not
	Optional bool // nothing happens where it is not set
	Whole    bool
	Sets     bool   // sets it where it is not set
	Each     bool   // gives a list of what each of its variables has
	Of       any    // what it was found by
	Else     string // of what another file has read: the text that is there where the variable is not set, or ""
	Borrowed bool   // another file reads it
	Says     *When  // of what only says yes or no of what another file has read: where it says yes
	// Given is what a name of another file stands for. Nothing else of such an access is set.
	Given *Given
	// Reader is of a function that is not called where it stands: it is given to
	// something that may call it. Nothing else of such an access is set.
	Reader Reader
	// Asked returns, of the environment as a whole, the access that it is where what
	// holds it is asked for a variable, by a method, "[" or ".", or nil.
	Asked func(how string, arguments int) *Access
	// Instead is which argument of a Reader's call is used where the variable is
	// not set, or 0.
	Instead int
}

// access runs a read of the environment.
func (m *machine) access(n int32, a *Access, st *state) Value {
	if m.unit() == m.u {
		m.seen[n] = true
	}
	if a.Reader != nil {
		return Value{{form: function, fn: &closure{unit: m.unit(), node: n, reads: a.Reader}}}
	}
	if a.Whole {
		return Value{{form: whole, env: a}}
	}
	if a.Given != nil {
		return m.borrow(a.Given, n, st)
	}
	usual, listed := false, false
	m.held = ""
	names := a.Names(func(node int32) Value {
		v := m.eval(node, st)
		if _, known := v.plain(); !known {
			m.lookIntoName(node)
		}
		if m.isLeftToSubclasses(node, v) {
			v = Value{{parts: []part{{any: true, param: true}}}}
		}
		usual = m.isUsualName(node, v)
		m.held = m.path(node)
		listed = len(v) > 0 && !v.some(func(x alt) bool { return x.env == nil || x.form == whole })
		return v
	})
	if st.dead {
		return nil
	}
	if listed { // one of those that the environment was gone through for
		return Value{anything(m.depth())}
	}
	var out Value
	var each []Value
	for i, name := range names {
		if i >= mostAlternatives {
			break
		}
		site := m.noted(n, a, m.standing(name), usual)
		v := m.supplied(a, name, site, st)
		if v == nil {
			v = m.given(n, a, site, st)
		}
		if st.dead {
			return nil
		}
		out, each = out.besides(v), append(each, v)
	}
	if len(names) == 0 {
		return Value{anything(m.depth())}
	} else if a.Each {
		return Value{{form: sequence, list: each}}
	}
	out = out.compact()
	if a.Sets && len(names) == 1 { // os.environ.setdefault("X", "v")
		m.hold(names[0], out, st)
	}
	return out
}

// isLeftToSubclasses reports whether a name is a field of the object at hand that its class
// says nothing of, of a method that is run by itself: what extends the class says it.
func (m *machine) isLeftToSubclasses(node int32, v Value) bool {
	u := m.unit()
	return m.depth() == 0 && m.frames[0].class != nil && v.allNothing() && u.kind(node) == parse.Member && m.isSelf(u.Tree.Child(node, 0))
}

// readBy runs a call of a function of the language that reads, which something
// holds.
func (m *machine) readBy(c *closure, n int32, arguments []argument, st *state) Value {
	if len(c.bound) > 0 { // partial(os.getenv, "X")
		arguments = slices.Concat(c.bound, arguments)
		sorting.By(arguments, func(a, b argument) int { // partial(os.getenv, default="x")
			return cmp.Compare(min(len(a.name), 1), min(len(b.name), 1))
		})
	}
	a := c.reads(len(arguments))
	if a == nil || len(arguments) == 0 || arguments[0].spread {
		return Value{anything(m.depth())}
	}
	one := *a
	one.Names = func(func(int32) Value) []Row {
		return a.Names(func(int32) Value { return arguments[0].value })
	}
	if a.Instead > 0 && a.Instead < len(arguments) {
		one.Fallback = arguments[a.Instead].node
	}
	return m.access(n, &one, st)
}

// ofEnvironment is before the name of a variable of the environment to which a
// program gives a value itself.
const ofEnvironment = "\x00environment "

// supply notes that a program gives variables of the environment a value.
func (m *machine) supply(naming Naming, v Value, st *state) {
	names := naming(func(node int32) Value { return m.quiet(node, st) })
	for _, name := range names {
		if len(v) > 0 {
			m.hold(name, v, st)
		}
	}
}

// hold notes the value that a variable of the environment has from here on.
func (m *machine) hold(name Row, v Value, st *state) {
	if name, whole := m.standing(name).plain(); whole {
		m.sets(ofEnvironment + name)
		st.scope.vars.put(ofEnvironment+name, v)
	}
}

// supplied returns the value that the program has given a variable before it
// reads it, or nil: it is not why the program ends.
func (m *machine) supplied(a *Access, name Row, site int32, st *state) Value {
	bit := m.bit(site)
	if bit == 0 || a.Test || a.Absent {
		return nil
	}
	plain, whole := m.standing(name).plain()
	if !whole {
		return nil
	}
	v, known := m.ownValue(ofEnvironment+plain, st)
	if !known || len(v) == 0 {
		return nil
	}
	m.focus.reached |= bit
	m.focus.tested |= bit
	return v
}

// ownValue returns what a program has given a variable of the environment: up to
// here, or where a function is run by itself, by the end of the file.
func (m *machine) ownValue(name string, st *state) (v Value, known bool) {
	for s := st.scope; s != nil && !known; s = s.outer {
		v, known = s.vars.get(name)
	}
	if known || m.frames[0].fn == nil || m.unit() != m.u {
		return v, known
	}
	return m.globals.base.get(name)
}

// isUsualName reports whether a name is what a parameter of a function of another file
// has where a caller gives it none.
func (m *machine) isUsualName(node int32, v Value) bool {
	u, fn := m.unit(), m.frame().fn
	if fn == nil || u == m.u || u.kind(node) != parse.Name {
		return false
	}
	given, plain := v.plain()
	return plain && slices.ContainsFunc(fn.params, func(p param) bool {
		text, known := u.literal(p.fallback)
		return p.name == u.at(node) && p.fallback != 0 && known && text == given
	})
}

// besides returns the alternatives of both values; where one differs from the
// last by the reads that it was made from alone, they are one.
func (v Value) besides(w Value) Value {
	if len(v) > 0 && len(w) == 1 {
		last, x := &v[len(v)-1], w[0]
		all := last.sites.with(x.sites)
		if x.sites = last.sites; len(x.about) == 0 && x.form != sequence && same(last, &x) {
			last.sites = all
			return v
		}
	}
	return append(v, w...)
}

// standing returns a name of which the parts that were not evaluated stand in
// the function at hand.
func (m *machine) standing(name Row) Row {
	out := slices.Clone(name)
	for i := range out {
		if out[i].frame < 0 {
			out[i].frame = m.depth()
		}
	}
	return m.resolved(out)
}

// bit returns the bit of a read in what is unset, or 0.
func (m *machine) bit(site int32) mask {
	if m.focus == nil || site < 0 {
		return 0
	}
	for n, r := range m.focus.reads {
		if r == m.reads[site] {
			return mask(1) << n
		}
	}
	return 0
}

// given returns what a read gives.
func (m *machine) given(n int32, a *Access, site int32, st *state) Value {
	if v, is := m.valuedAs(a, site, st); is {
		return v
	}
	bit := m.bit(site)
	if bit == 0 {
		return m.setOrNot(a, site, st)
	}
	m.focus.reached |= bit
	if !m.isHedged(st) {
		m.focus.plainly |= bit
	}
	if m.focus.text != "" {
		return m.setForBounds(a, bit)
	}
	if a.Says != nil {
		m.focus.tested |= bit
		return Value{{form: boolean, truth: a.Says.Unset, depends: bit}}
	}
	if a.Else != "" {
		m.focus.tested |= bit
		return m.givenAs(a, a.Else).dependent(bit)
	}
	if a.Test || a.Absent {
		m.focus.tested |= bit
		return Value{{form: boolean, truth: a.Absent, depends: bit}}
	}
	if a.Fallback != 0 {
		control, consults := st.control, st.consults
		st.control |= bit
		st.consults |= bit // a return in it is there for want of the variable
		v := m.quiet(a.Fallback, st)
		if !st.dead && v.isFunction() && m.isBlock(a.Fallback) {
			v = m.invoke(v[0], n, []argument{{value: Value{anything(m.depth())}}}, st)
		}
		st.control = control
		if st.dead {
			return nil
		}
		st.consults = consults
		if m.isNothing(v) {
			return Value{{form: nothing, missing: bit}}
		}
		v = v.dependent(bit)
		if m.isMark(a.Fallback) {
			v = slices.Clone(v)
			for i := range v {
				v[i].missing |= bit
			}
			return v
		}
		m.replaced(bit, v, a.Fallback)
		return v
	}
	if a.Optional || a.Unset == Pair && !m.unit().unasked(n) || a.Unset == Atom {
		m.focus.tested |= bit
	}
	switch a.Unset {
	case Empty:
		return Value{{form: text, missing: bit}}
	case Count:
		return Value{{form: number, parts: []part{{text: "0", frame: m.depth()}}, depends: bit}}
	case Fails:
		st.consults |= bit
		m.fail(st, bit, "KeyError")
		return nil
	case Error:
		return Value{{form: failure, name: notSet, missing: bit}}
	case Pair:
		return Value{{form: sequence, list: []Value{{{form: text, missing: bit}}, {{form: boolean, depends: bit}}}}}
	case Atom:
		return Value{{form: text, parts: []part{{text: "error", frame: m.depth()}}, missing: bit}}
	case Holder:
		return Value{{form: nothing, held: true, missing: bit}}
	case NoNumber:
		return Value{{form: failure, name: notNumber, missing: bit}}
	}
	return Value{{form: nothing, missing: bit}}
}

// unasked reports whether what tells if a variable is set is thrown away:
// v, _ := os.LookupEnv("X").
func (u *Unit) unasked(n int32) bool {
	f, at := u.Tree.File, int(u.Tree.Nodes[n].From)
	return at > 2 && (f.Is(at-1, ":=") || f.Is(at-1, "=")) && f.Is(at-2, "_") && f.Is(at-3, ",")
}

func (m *machine) isBlock(n int32) bool { return true }

// kindGiven returns what kind of value an access gives, and how that must be written.
func (m *machine) kindGiven(a *Access) (kind, form string) {
	kind = a.Kind
	if asked, is := m.unit().Asked[a.Node]; is && asked.Kind != "" {
		kind = asked.Kind
	}
	return kind, m.unit().Words.Forms[kind]
}

// mayBeFalse reports whether an access gives what may count as false though the variable is set.
func (m *machine) mayBeFalse(a *Access) bool {
	kind, _ := m.kindGiven(a)
	return kind == "boolean" || isNumeric(kind) && !m.unit().Words.EmptyTrue
}

// setOrNot returns what a read gives where its variable may be set or not.
func (m *machine) setOrNot(a *Access, site int32, st *state) Value {
	x := alt{parts: []part{{any: true, frame: m.depth()}}, another: m.focus != nil, truth: m.confirming, certain: m.confirming}
	if site >= 0 && m.focus == nil {
		x.sites = sites{site}
	}
	if a.Test || a.Absent || a.Says != nil {
		return Value{{parts: x.parts, whether: true}}.telling(Value{x})
	}
	x.held = a.Unset == Holder
	if a.Unset == Count {
		return Value{{form: number, parts: x.parts}}.telling(Value{x})
	}
	switch {
	case a.Fallback != 0:
		there := !m.mayBeFalse(a)
		way := st.fork()
		m.hinging++
		m.instead++
		v := m.quiet(a.Fallback, way)
		m.hinging--
		m.instead--
		if way.dead {
			x.truth = there
			return Value{x}
		}
		st.consults |= way.consults
		if v.isFunction() {
			m.invoke(v[0], a.Fallback, []argument{{value: Value{anything(m.depth())}}}, way)
			v = Value{{}}
		}
		if m.isNothing(v) {
			return Value{x}
		}
		x.truth = there
		return join(Value{x}, v)
	case a.Unset == Fails:
		x.truth = !m.mayBeFalse(a)
	case a.Unset == Pair:
		y := x
		y.truth = true
		return Value{{form: sequence, list: []Value{{x}, Value{{whether: true}}.telling(Value{x})}}}
	case a.Unset == Atom:
		y := x
		y.truth = true
		return Value{
			{form: sequence, list: []Value{textOf("ok", m.depth()), {y}}, sites: x.sites},
			{form: text, parts: []part{{text: "error", frame: m.depth()}}},
		}
	}
	return Value{x}
}
