package evaluate

import (
	"bytes"
	"cmp"
	"slices"
	"strconv"
	"strings"

	"inzicht/core/parse"
)

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
		listed = len(v) > 0 && !slices.ContainsFunc(v, func(x alt) bool { return x.env == nil || x.form == whole })
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
		slices.SortStableFunc(arguments, func(a, b argument) int { // partial(os.getenv, default="x")
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
	if len(names) == 1 && len(v) > 0 {
		m.hold(names[0], v, st)
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

// noted notes a read of a name, where it is to be told of, and returns its
// number, or -1; usual says that it is the usual value of a parameter of
// another file, which reads it only where it is called so.
func (m *machine) noted(n int32, a *Access, name Row, usual bool) int32 {
	depth := m.depth()
	least := depth
	param := false
	for _, p := range name {
		if p.param {
			param = true
			least = 0
		} else if p.frame < least {
			least = p.frame
		}
	}
	for usual && least > 0 && m.frames[least].unit != m.u {
		least--
	}
	for least < depth && m.isInline(least+1) {
		m.calls[m.frames[least+1].fn]++
		least++
	}
	for least < depth && name.isKnownFrom(least) && m.frames[least+1].isGivenNone(name) { // it is a variable of the file that says it
		least++
	}
	unit, node, through := m.frames[depth].unit, n, ""
	if least < depth {
		unit, node = m.frames[least].unit, m.frames[least+1].call
		if fn := m.frames[least+1].fn; fn != nil {
			through = fn.Name
			if m.focus == nil && fn != m.outermost() { // a call of itself tells no name
				m.calls[m.frames[depth].fnOr(fn)]++
				if inner := m.frames[depth].fn; inner != nil && inner.giver(n, false) != inner {
					m.calls[inner.giver(n, false)]++
				}
				for _, fr := range m.frames[least+1:] {
					if fr.fn != nil && fr.fn != m.frames[depth].fnOr(fn) {
						m.calls[fr.fn]++
					}
					if fr.fn == nil {
						continue
					}
					if maker := fr.fn.Maker(); maker != nil {
						m.calls[maker]++
					}
				}
			}
		}
	}
	if unit != m.u && !a.Literal {
		if at := m.askedHere(name); at > 0 { // what this file's object holds, a method of another file's class reads
			unit, node, through = m.u, m.frames[at].call, m.frames[at].fn.Name
			m.calls[m.frames[at].fn]++
		}
	}
	if least+1 < depth && m.frames[depth].unit != m.u && unit == m.u && !m.isGivenPart(name, least) { // it is not said here
		return -1
	}
	if fr := m.frames[depth]; least == depth && !param && !a.Literal && fr.made != 0 { // told where the closure was made
		_, known := name.plain()
		if giver := fr.fn.giver(n, known); giver != fr.fn && giver != nil && (depth == 0 && len(fr.fn.params) == 0 || giver.takesIn(n)) {
			unit, node, through = m.u, fr.made, giver.Name
			m.calls[giver]++
		}
	}
	if _, known := name.plain(); unit != m.u || m.entry < 0 && node != n && !known {
		return -1
	}
	if !param && m.focus == nil { // called with what it usually has, or what it is asked of says, it reads this
		for _, fr := range m.frames[1 : least+1] {
			if fr.fn != nil {
				m.calls[fr.fn]++
			}
		}
	}
	held := ""
	if node == n {
		held = m.held
	}
	m.key = appendKey(m.key[:0], name, node, held)
	if site, known := m.found[node][string(m.key)]; known {
		m.touch(sites{site})
		r := m.reads[site]
		if m.focus == nil && len(r.entries) < mostEntries && !slices.Contains(r.entries, m.entry) {
			r.entries = append(r.entries, m.entry)
		}
		return site
	}
	if m.focus != nil || len(m.reads) > 20000 {
		return -1
	}
	var via *Func
	if least < depth {
		via = m.frames[least+1].fn
	}
	key := string(m.key)
	r := &Read{Via: via, Unseen: m.entry < 0, Unit: unit, Node: node, Access: a, Name: name, Through: through, key: key, entries: []int{m.entry}, Kind: a.Kind}
	if param {
		r.Outer = m.giverHere(n)
	} else if m.entry >= 0 && m.entries[m.entry].usual {
		r.Usual = m.outermost()
	}
	r.number = int32(len(m.reads))
	m.touch(sites{r.number})
	if m.found[node] == nil {
		m.found[node] = map[string]int32{}
	}
	m.found[node][key] = r.number
	m.reads = append(m.reads, r)
	return r.number
}

// askedHere returns the frame of a method of another file that this file asks of an object of a
// class of its own, which says the name: class Gate(Source): variable = "GATE_URL". It
// returns 0 where that is not so.
func (m *machine) askedHere(name Row) int {
	text, known := name.plain()
	at := slices.IndexFunc(m.frames, func(fr *frame) bool { return fr.unit != m.u })
	if !known || at < 1 || m.frames[at].fn == nil {
		return 0
	}
	if of, plain := m.frames[at].of.plain(); plain && of != "" && strings.Contains(text, of) { // Name.HOST.read()
		return at
	}
	if self := m.frames[at].self; self == nil || self.of == nil || self.of.Unit != m.u || !m.u.writes(text) {
		return 0
	}
	return at
}

// writes reports whether a text stands in the file.
func (u *Unit) writes(text string) bool { return bytes.Contains(u.Tree.File.Src, []byte(text)) }

// isGivenPart reports whether a part of a name is known in a frame, or is given to it; of a
// name of which nothing is known, who asks for it is told.
func (m *machine) isGivenPart(name Row, frame int32) bool {
	known := slices.ContainsFunc(name, func(p part) bool { return !p.any && p.text != "" })
	return !known || slices.ContainsFunc(name, func(p part) bool { return p.param || !p.any && p.text != "" && p.frame <= frame })
}

// isInline reports whether a frame is that of a function without a name which is
// called where it stands: what it reads is read there.
func (m *machine) isInline(at int32) bool {
	fr := m.frames[at]
	if fr.fn == nil || fr.fn.Name != "" || m.frames[at-1].unit != fr.unit {
		return false
	}
	t := fr.unit.Tree
	outer, inner := t.Nodes[fr.call], t.Nodes[fr.fn.Node]
	return inner.From >= outer.From && inner.To <= outer.To
}

func (fr *frame) fnOr(fn *Func) *Func {
	if fr.fn != nil {
		return fr.fn
	}
	return fn
}

// outermost returns the function that is run by itself.
func (m *machine) outermost() *Func { return m.frames[0].fn }

// giverHere returns the function that is given the name which is read at a node by the
// function that is run by itself, or by one that it calls.
func (m *machine) giverHere(n int32) *Func {
	if len(m.frames) > 1 {
		n = m.frames[1].call
	}
	return m.outermost().giver(n, false)
}

// giver returns the function that is given the name which a function reads at a node: the
// function itself, or one round it where that has no parameter for it. What a function without
// a name is given may be what the name is made of, where that is not known.
func (fn *Func) giver(n int32, known bool) *Func {
	if fn == nil || fn.within == nil || fn.within.Name == "" || len(fn.within.params) == 0 || fn.Name == "" && len(fn.params) > 0 && !known {
		return fn
	}
	if fn.takesIn(n) {
		return fn
	}
	return fn.within.giver(n, known)
}

// takesIn reports whether a parameter of a function is named in a node.
func (fn *Func) takesIn(n int32) bool {
	f, node := fn.Unit.Tree.File, fn.Unit.Tree.Nodes[n]
	return slices.ContainsFunc(fn.params, func(p param) bool {
		for i := int(node.From); i < int(node.To); i++ {
			if f.Is(i, p.name) {
				return true
			}
		}
		return false
	})
}

// appendKey appends what a variable is known by: its name, or the place of a
// read whose name is not known.
func appendKey(out []byte, name Row, node int32, held string) []byte {
	whole := true
	for _, p := range name {
		if p.any {
			out = append(out, '*')
			whole = false
		}
		out = append(out, p.text...)
	}
	switch {
	case whole:
	case held != "": // what one variable names is one variable of the environment
		out = append(append(out, 0), held...)
	default:
		out = strconv.AppendInt(append(out, 0), int64(node), 10)
	}
	return out
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
	bit := m.bit(site)
	if bit == 0 {
		return m.setOrNot(a, site, st)
	}
	m.focus.reached |= bit
	if a.Test || a.Absent {
		m.focus.tested |= bit
		return Value{{form: boolean, truth: a.Absent, depends: bit}}
	}
	if a.Fallback != 0 {
		control := st.control
		st.control |= bit
		v := m.quiet(a.Fallback, st)
		if !st.dead && v.isFunction() && m.isBlock(a.Fallback) {
			v = m.invoke(v[0], n, []argument{{value: Value{anything(m.depth())}}}, st)
		}
		st.control = control
		if st.dead {
			return nil
		}
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

// setOrNot returns what a read gives where its variable may be set or not.
func (m *machine) setOrNot(a *Access, site int32, st *state) Value {
	x := alt{parts: []part{{any: true, frame: m.depth()}}, another: m.focus != nil}
	if site >= 0 && m.focus == nil {
		x.sites = sites{site}
	}
	if a.Test || a.Absent {
		return Value{{parts: x.parts, whether: true}}.telling(Value{x})
	}
	if a.Unset == Count {
		return Value{{form: number, parts: x.parts}}.telling(Value{x})
	}
	switch {
	case a.Fallback != 0:
		way := st.fork()
		m.hinging++
		m.instead++
		v := m.quiet(a.Fallback, way)
		m.hinging--
		m.instead--
		if way.dead {
			x.truth = true
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
		x.truth = true
		return join(Value{x}, v)
	case a.Unset == Fails:
		x.truth = true
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
