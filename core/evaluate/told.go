package evaluate

import (
	"bytes"
	"slices"
	"strconv"
	"strings"
)

// Where a read is told of: where its name becomes known.

// noted notes a read of a name, where it is to be told of, and returns its
// number, or -1; usual says that it is the usual value of a parameter of
// another file, which reads it only where it is called so.
func (m *machine) noted(n int32, a *Access, name Row, usual bool) int32 {
	depth := m.depth()
	least := depth
	param := false
	var called []*Func // whose reads are told of here
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
		called = append(called, m.frames[least+1].fn)
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
				called = append(called, m.frames[depth].fnOr(fn))
				if inner := m.frames[depth].fn; inner != nil && inner.giver(n, false) != inner {
					called = append(called, inner.giver(n, false))
				}
				for _, fr := range m.frames[least+1:] {
					if fr.fn != nil && fr.fn != m.frames[depth].fnOr(fn) {
						called = append(called, fr.fn)
					}
					if fr.fn == nil {
						continue
					}
					if maker := fr.fn.Maker(); maker != nil {
						called = append(called, maker)
					}
				}
			}
		}
	}
	if unit != m.u && !a.Literal {
		if at := m.askedHere(name); at > 0 { // what this file's object holds, a method of another file's class reads
			unit, node, through = m.u, m.frames[at].call, m.frames[at].fn.Name
			called = append(called, m.frames[at].fn)
		}
	}
	if unit != m.u && m.frames[depth].unit == m.u && !a.Literal { // a function of another file asks what this one gives it
		if at := m.askedOutside(); at > 0 {
			unit, node, through = m.u, m.frames[at].call, m.frames[at].fn.Name
		}
	}
	if least+1 < depth && m.frames[depth].unit != m.u && unit == m.u && !m.isGivenPart(name, least) { // it is not said here
		return -1
	}
	if fr := m.frames[depth]; least == depth && !param && !a.Literal && fr.made != 0 { // told where the closure was made
		_, known := name.plain()
		if giver := fr.fn.giver(n, known); giver != fr.fn && giver != nil && (depth == 0 && len(fr.fn.params) == 0 || giver.takesIn(n)) {
			unit, node, through = m.u, fr.made, giver.Name
			called = append(called, giver)
		}
	}
	if _, known := name.plain(); unit != m.u || m.entry < 0 && node != n && !known {
		return -1
	}
	if !param && m.focus == nil { // called with what it usually has, or what it is asked of says, it reads this
		for _, fr := range m.frames[1 : least+1] {
			if fr.fn != nil {
				called = append(called, fr.fn)
			}
		}
	}
	held := ""
	if node == n {
		held = m.held
	}
	m.key = appendKey(m.key[:0], name, node, held)
	site, known := m.found[node][string(m.key)]
	if !known || param || m.reads[site].Outer == nil { // else what is told is what callers are asked for, and stays
		for _, fn := range called {
			m.calls[fn]++
		}
	}
	if known {
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
	r := &Read{Via: via, Unseen: m.entry < 0 && !a.Borrowed, Unit: unit, Node: node, Access: a, Name: name, Through: through, key: key, entries: []int{m.entry}, Kind: a.Kind}
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

// askedOutside returns the frame of the function of another file that this file calls, or 0.
func (m *machine) askedOutside() int {
	at := slices.IndexFunc(m.frames, func(fr *frame) bool { return fr.unit != m.u })
	if at < 1 || m.frames[at].fn == nil || m.frames[at].fn.Name == "" {
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
