package evaluate

import (
	"maps"
	"slices"
	"strings"

	"inzicht/core/parse"
)

// What a name means is not always one function: it may be defined in one branch
// of the file, or its body may have been passed over until it matters.

// runPerhaps runs a function with arguments. Where the file defines it in one
// branch and has the name from elsewhere in another, that it ends the program
// proves nothing.
func (m *machine) runPerhaps(fn *Func, c *closure, n int32, arguments []argument, st *state) (Value, bool) {
	if m.undefined(fn) {
		return nil, false
	}
	if len(fn.under) == 0 || fn.Name == "" || len(m.u.funcs[fn.Name]) < 2 && !m.u.imports(fn.Name) {
		return m.run(fn, c, n, arguments, st)
	}
	way := st.fork()
	v, ran := m.run(fn, c, n, arguments, way)
	if way.dead {
		return Value{{}}, ran
	}
	*st = *way
	return v, ran
}

// undefined reports whether a function is defined in a branch that is not gone,
// or in a function that ends the program.
func (m *machine) undefined(fn *Func) bool {
	for out := fn.within; out != nil; out = out.within {
		if m.closed[out.Node] {
			return true
		}
	}
	return slices.ContainsFunc(fn.under, func(branch int32) bool { return m.closed[branch] })
}

// imports reports whether a file imports something by a name.
func (u *Unit) imports(name string) bool {
	u.importing.Do(func() {
		u.imported = map[string]bool{}
		for i, node := range u.Tree.Nodes {
			if node.Kind != parse.Import && !u.includes(int32(i)) {
				continue
			}
			for at := node.From; at < node.To; at++ {
				u.imported[u.Tree.File.Text(int(at))] = true
			}
		}
	})
	return u.imported[name]
}

// includes reports whether a call takes in the methods of a module, of Ruby: include Env.
func (u *Unit) includes(n int32) bool {
	return u.Words.Quiet && u.kind(n) == parse.Call && (u.calleeName(u.Tree.Child(n, 0)) == "include" || u.calleeName(u.Tree.Child(n, 0)) == "extend")
}

// broughtIn returns the function of a class or module of the file of which the file takes in the
// names, and which a name alone stands for: import Env._; use env::need; open Env. It is nil where there
// is none, or more than one.
func (u *Unit) broughtIn(name string) *Func {
	var only *Func
	for _, fn := range u.funcs[name] {
		if fn.Owner == nil || fn.Owner.Name == "" || !fn.concerned || !u.imports(fn.Owner.Name) {
			continue
		}
		if only != nil {
			return nil
		}
		only = fn
	}
	return only
}

// lookInto notes that a function whose body was passed over is given what was
// read, or called where that tells what to do.
func (m *machine) lookInto(fn *Func, self *members, arguments []argument) {
	if !fn.folded || fn.Unit != m.u || fn.Name == "" && fn.within == nil || m.focus != nil || slices.ContainsFunc(m.takers, func(other *Func) bool { return other.Node == fn.Node }) {
		return
	}
	if m.hinging > 0 || m.rounding > 0 && arePlain(arguments) || self.reader() || m.makesReader(fn) || isConstructor(fn) && fn.Owner.concerned() || slices.ContainsFunc(arguments, func(a argument) bool { return a.value.carries() }) || m.helps() && giveObject(arguments) {
		m.takers = append(m.takers, fn)
	}
}

// helps reports whether a function is running that is given the names of variables: what it
// has others do to an object may say what stands in for them.
func (m *machine) helps() bool {
	return slices.ContainsFunc(m.frames, func(fr *frame) bool { return fr.fn != nil && fr.fn.named })
}

// lookIntoGiven notes the functions whose bodies were passed over and which make what a
// function is given that reads: port := read("PORT", usual(80)).
func (m *machine) lookIntoGiven(fn *Func, arguments []argument) {
	u := m.unit()
	if !fn.named || m.focus != nil || u != m.u {
		return
	}
	for _, a := range arguments {
		if u.kind(a.node) == parse.Call && u.kind(u.Tree.Child(a.node, 0)) == parse.Name {
			m.lookIntoNamed(u.calleeName(u.Tree.Child(a.node, 0)))
		}
	}
}

// longestName bounds how many tokens a name is made of whose functions are looked into.
const longestName = 40

// lookIntoName notes the functions that an unknown name is made with, and whose bodies
// were passed over.
func (m *machine) lookIntoName(n int32) {
	u := m.unit()
	if node := u.Tree.Nodes[n]; m.focus != nil || u != m.u || node.To-node.From > longestName {
		return
	}
	u.holds(n, parse.Name, func(inner int32) bool { m.lookIntoNamed(u.at(inner)); return false })
	u.holds(n, parse.Member, func(inner int32) bool { m.lookIntoNamed(u.at(inner)); return false })
}

func (m *machine) lookIntoNamed(name string) {
	list := m.u.funcs[name]
	if len(list) != 1 || !list[0].folded || slices.Contains(m.takers, list[0]) {
		return
	}
	m.takers = append(m.takers, list[0])
}

// makesReader reports whether a function whose body was passed over may make an
// object that reads what it is asked for: it names its class.
func (m *machine) makesReader(fn *Func) bool {
	makes, asked := m.makers[fn.Node]
	if !asked {
		if m.makers == nil {
			m.makers, m.readers = map[int32]bool{}, m.u.readers()
		}
		f, node := m.u.Tree.File, m.u.Tree.Nodes[fn.Node]
		text := f.Span(int(node.From), int(node.To)-1)
		makes = len(text) <= longestMaker && slices.ContainsFunc(m.readers, func(class string) bool {
			return fn.Owner != nil && fn.Owner.Name == class || strings.Contains(text, class)
		})
		m.makers[fn.Node] = makes
	}
	return makes
}

// readers returns the classes whose objects are given the names of what they read.
func (u *Unit) readers() (classes []string) {
	for _, name := range slices.Sorted(maps.Keys(u.classes)) {
		for _, method := range u.classes[name].methods { // in any order
			if method.named && len(classes) < mostReaders {
				classes = append(classes, name)
				break
			}
		}
	}
	return classes
}

// mostReaders bounds of how many classes it is looked for who makes them.
const mostReaders = 20

// longestMaker bounds how long a function is, in bytes, that is looked into for what
// it makes.
const longestMaker = 2000

// concerned reports whether a method of a class may read the environment.
func (c *Class) concerned() bool {
	if c == nil || c.concernedItself() {
		return c != nil
	}
	return slices.ContainsFunc(c.bases, func(base string) bool {
		return base != c.Name && c.Unit.classes[base] != nil && c.Unit.classes[base].concernedItself()
	})
}

// reader reports whether objects of a class read what they are asked for.
func (c *Class) reader() bool {
	if c == nil {
		return false
	}
	known := c.reading.Load()
	if known == 0 {
		known = 1
		for of, depth := c, 0; of != nil && depth < mostBases; depth++ {
			for _, fn := range of.methods { // in any order
				if fn.named || fn.asked {
					known = 2
				}
			}
			of = of.extended()
		}
		c.reading.Store(known)
	}
	return known == 2
}

func (c *Class) concernedItself() bool {
	if c == nil {
		return false
	}
	for _, fn := range c.methods { // in any order
		if fn.concerned {
			return true
		}
	}
	return false
}

// lookIntoClass does the same for a class of which all was passed over.
func (m *machine) lookIntoClass(c *Class, arguments []argument) {
	for _, body := range c.Unit.children(c.Node) {
		if c.Unit.isFolded(body) {
			m.lookInto(&Func{Unit: c.Unit, Node: c.Node, Name: c.Name, folded: true}, nil, arguments)
		}
	}
}

// reader reports whether a value is a function that reads what it is given the name
// of, or has a member that is one.
func (v Value) reader() bool {
	return v.some(func(x alt) bool { return x.isReader() || x.members.reader() })
}

// reader reports whether a member is a function that reads.
func (f *members) reader() bool {
	return f.holds(func(v Value) bool { return v.some(func(x alt) bool { return x.isReader() }) })
}

// holds reports whether something is so of the value of a member; of nil, nothing is.
func (f *members) holds(is func(Value) bool) bool {
	return f != nil && slices.ContainsFunc(f.names, func(name string) bool { return is(f.value[name]) })
}

// shortReader is up to how many tokens a lambda has that is taken for one which does
// nothing but read.
const shortReader = 40

// isReader reports whether an alternative is a function that reads what it is given
// the name of: one of the language, or a short lambda of the tree.
func (x *alt) isReader() bool {
	if x.form != function || x.fn.reads != nil {
		return x.form == function
	}
	fn := x.fn.unit.byNode[x.fn.node]
	if fn == nil || !fn.named {
		return false
	}
	node := fn.Unit.Tree.Nodes[fn.Node]
	return node.Kind == parse.Lambda && node.To-node.From <= shortReader
}

// carries reports whether a value was made from what was read, or reads, or a field
// of it was or does.
func (v Value) carries() bool {
	return v.wasRead() || v.reader() || v.some(func(x alt) bool { return x.members.holds(Value.wasRead) })
}
