package evaluate

import (
	"slices"
	"strconv"
	"strings"

	"inzicht/core/parse"
)

// What a file has read, others use by names of it: export const port = process.env.PORT. Here
// it is found out which names these are, and what they hold where the variable is not set.

// Root is what the names begin with by which other files use what one has.
type Root struct {
	Of    RootOf
	Name  string // "" of what a file exports without one
	Owner string // the class of a method, or ""
}

// RootOf says what a Root is.
type RootOf uint8

// The kinds of roots.
const (
	RootVariable RootOf = iota
	RootFunction        // and what it gives
	RootClass           // and its objects
	RootDefault         // what a file exports without a name
)

// Offer is a way by which other files come to what a file read.
type Offer struct {
	Root    Root
	Members []string // what is asked of it, one of the other; a number of a list
	Gone    Unset    // what it holds where the variable is not set
	Class   string   // of a way to an object: its class
}

// mostOffers bounds how many ways of a file are known.
const mostOffers = 400

// deepestOffer bounds of how many one behind the other a way is made.
const deepestOffer = 3

// offering finds the offers of a file.
type offering struct {
	shown   map[Root]Value // what was given, or exported without a variable, in the run at hand
	twice   map[Root]bool  // roots that mean several things
	by      map[Root]int32
	of      map[int32][]Offer // by the number of the read
	links   []Offer           // ways to objects
	count   int
	makers  map[*Class]*Func           // the only functions that give objects of classes of the file, or nil where there are several
	objects map[*Class]*members        // what they give
	adopted map[*Class]map[string]bool // the fields that others are taken to have of it
	// exported is what the file exports without a name: export default x; or 0.
	exported int32
}

// show notes what a root is worth, which a node stands for.
func (m *machine) show(root Root, v Value, node int32) {
	o := &m.offering
	if o.shown == nil {
		o.shown, o.twice, o.by = map[Root]Value{}, map[Root]bool{}, map[Root]int32{}
	}
	if by, known := o.by[root]; known && by != node {
		o.twice[root] = true
	}
	o.by[root] = node
	o.shown[root] = v
}

// showFunction notes what a function gives.
func (m *machine) showFunction(fn *Func, v Value) {
	byDefault := fn.Name == "" && m.isExport(fn.Node)
	if fn.Name == "" && !byDefault || fn.within != nil || fn.Unit != m.u || fn.Unit.kind(fn.Node) == parse.Lambda && fn.Owner == nil && !byDefault && !fn.Unit.isTop(fn.Node) {
		return
	}
	if isConstructor(fn) && fn.Unit.Words.Leaves != "?" { // new() of Rust is a function like others
		return
	}
	if returns := m.frame().returns; len(v) == 0 || m.frame().got && fn.Unit.kind(fn.Body) == parse.Block && !fn.Unit.Words.Returns {
		v = returns
	} else if len(returns) > 0 {
		v = join(returns, v)
	}
	m.noteMaker(fn, v)
	root := Root{Of: RootFunction, Name: fn.Name}
	if fn.Owner != nil {
		root.Owner = fn.Owner.Name
		if fn.IsGetter() || fn.isProperty() {
			root.Of = RootVariable
		}
	}
	m.show(root, v, fn.Node)
}

// noteMaker notes which function gives objects of a class of the file. Where there is one alone,
// what it puts into their fields is what methods of the class find there.
func (m *machine) noteMaker(fn *Func, v Value) {
	o := &m.offering
	for _, x := range v {
		if x.form == sequence {
			for _, e := range x.list {
				m.noteMaker(fn, e)
			}
			continue
		}
		if x.members == nil || x.members.of == nil || x.members.of.Unit != m.u || m.isShared(x.members) {
			continue
		}
		c := x.members.of
		if m.focus != nil {
			for name := range o.adopted[c] { // in any order
				if v, known := x.members.value[name]; known && o.makers[c] == fn && v.isLacking() {
					m.fieldsOf(c).set(name, v)
				}
			}
			continue
		}
		if o.makers == nil {
			o.makers, o.objects = map[*Class]*Func{}, map[*Class]*members{}
		}
		if other, known := o.makers[c]; known && other != fn {
			o.makers[c] = nil
			continue
		}
		o.makers[c], o.objects[c] = fn, x.members
	}
}

// isLacking reports whether a value stands for what is unset, or is empty in its place.
func (v Value) isLacking() bool {
	return slices.ContainsFunc(v, func(x alt) bool { return x.missing != 0 || x.isEmptyText() && x.depends != 0 })
}

// adopt has methods of classes find what the only function that gives their objects puts into these.
func (m *machine) adopt() {
	o := &m.offering
	for c, fn := range o.makers { // in any order
		if fn == nil || !m.u.makesOnce(c) {
			continue
		}
		for name, v := range o.objects[c].value { // in any order
			if _, known := m.fieldsOf(c).get(name); known || !v.wasRead() {
				continue
			}
			if o.adopted == nil {
				o.adopted = map[*Class]map[string]bool{}
			}
			if o.adopted[c] == nil {
				o.adopted[c] = map[string]bool{}
			}
			o.adopted[c][name], c.adopted = true, true
			m.fieldsOf(c).set(name, v)
		}
	}
}

// isExport reports whether a function is what the file exports without a name.
func (m *machine) isExport(n int32) bool {
	if n == m.offering.exported && n != 0 {
		return true
	}
	return slices.ContainsFunc(m.u.children(0), func(s int32) bool {
		return m.u.kind(s) == parse.Assign && m.u.lastChild(s) == n && m.u.Tree.Text(m.u.Tree.Child(s, 0)) == "module.exports"
	})
}

// isTop reports whether a function without a name of its own is what a variable of the file is.
func (u *Unit) isTop(n int32) bool {
	for _, s := range u.children(0) {
		if k := u.kind(s); (k == parse.Declare || k == parse.Assign) && u.lastChild(s) == n {
			return true
		}
	}
	return false
}

// enterGivers runs the functions that only hand on an object of a class of the file whose fields
// hold what was read: getInstance().
func (m *machine) enterGivers() {
	names := map[string]bool{}
	for _, c := range m.u.classes { // in any order
		if f := m.fields[c]; f != nil && f.holds(Value.wasRead) {
			names[c.Name] = true
		}
	}
	if len(names) == 0 {
		return
	}
	note := func(name string, v Value) {
		if len(v) == 1 && v[0].members != nil && v[0].members.of != nil && names[v[0].members.of.Name] {
			names[strings.TrimLeft(name, "$@")] = true
		}
	}
	m.globals.vars.each(note)
	for _, c := range m.u.classes { // in any order
		if f := m.fields[c]; f != nil {
			for name, v := range f.value { // in any order
				note(name, v)
			}
		}
	}
	for _, fn := range m.u.list {
		if node := m.u.Tree.Nodes[fn.Node]; !fn.concerned && fn.within == nil && fn.Name != "" && len(fn.params) == 0 && node.To-node.From < shortGiver && m.mentions(fn, names) {
			m.enter(&closure{unit: m.u, node: fn.Node, outer: m.globals})
		}
	}
}

// shortGiver is up to how many tokens a function has that only hands something on.
const shortGiver = 80

// isProperty reports whether a method of Python is asked for like a field: @property.
func (fn *Func) isProperty() bool {
	f, at := fn.Unit.Tree.File, int(fn.Unit.Tree.Nodes[fn.Node].At)-2
	return f.Is(at+1, "def") && (f.Is(at, "property") || f.Is(at, "cached_property")) && (f.Is(at-1, "@") || f.Is(at-1, "."))
}

// showExport notes what a statement is that the file exports without a name.
func (m *machine) showExport(s int32, v Value) {
	if s != 0 && s == m.offering.exported && m.unit() == m.u {
		m.show(Root{Of: RootDefault}, v, s)
	}
}

// exported returns the expression that the file exports without a name, or 0: export default x.
func (u *Unit) exported() int32 {
	if !u.Words.KeysIn {
		return 0
	}
	f := u.Tree.File
	for _, n := range u.children(0) {
		if from := int(u.Tree.Nodes[n].From); f.Is(from-1, "default") && f.Is(from-2, "export") {
			return n
		}
	}
	return 0
}

// findOffers notes by which ways others come to what was read, with each variable set or not.
func (m *machine) findOffers() {
	m.offering.of = map[int32][]Offer{}
	m.eachRoot(func(root Root, v Value) {
		m.offersIn(Offer{Root: root}, v)
	})
}

// eachRoot calls f with what others may begin with.
func (m *machine) eachRoot(f func(root Root, v Value)) {
	elements := map[string]*members{}
	m.globals.vars.each(func(name string, v Value) {
		inner, exported := strings.CutPrefix(strings.TrimPrefix(name, "module."), "exports")
		switch {
		case exported && inner == "":
			f(Root{Of: RootDefault}, v)
		case exported && inner[0] == '.':
			f(Root{Of: RootVariable, Name: inner[1:]}, v)
		case strings.HasPrefix(name, "$") && strings.Contains(name, "["): // $config['port'], of a list that was not made before
			name, key, _ := strings.Cut(name[1:], "[")
			if elements[name] == nil {
				elements[name] = &members{open: true}
			}
			elements[name].set(key, v)
		case !strings.ContainsAny(name, ".\x00 #["):
			f(Root{Of: RootVariable, Name: strings.TrimLeft(name, "$@")}, v)
		}
	})
	for name, of := range elements { // in any order
		f(Root{Of: RootVariable, Name: name}, Value{{form: record, members: of}})
	}
	for _, c := range m.u.classes { // in any order: each way is told once
		for of, depth := c, 0; of != nil && depth < deepestOffer; depth++ { // and what it extends
			if fields := m.fields[of]; fields != nil && len(fields.names) > 0 {
				f(Root{Of: RootClass, Name: c.Name}, Value{{form: record, members: fields}})
			}
			if len(of.bases) == 0 {
				break
			}
			of = m.u.classes[of.bases[0]]
		}
	}
	for root, v := range m.offering.shown { // in any order
		if !m.offering.twice[root] {
			f(root, v)
		}
	}
}

// offersIn notes the ways that begin with one.
func (m *machine) offersIn(o Offer, v Value) {
	all := &m.offering
	for _, x := range v {
		if all.count >= mostOffers {
			return
		}
		for _, site := range x.sites {
			if r := m.reads[site]; r.Unit == m.u && !slices.ContainsFunc(all.of[site], o.Is) {
				all.of[site] = append(all.of[site], o)
				all.count++
			}
		}
		if len(o.Members) == deepestOffer {
			continue
		}
		switch {
		case x.members != nil:
			if c := x.members.of; c != nil && c.Unit == m.u && c.Name != "" && !m.isShared(x.members) && m.isAlike(c) {
				object := o
				object.Class = c.Name
				all.links = append(all.links, object)
				all.count++
			}
			for _, name := range x.members.names {
				m.offersIn(o.member(name), x.members.value[name])
			}
		case x.form == sequence:
			for i, e := range x.list {
				m.offersIn(o.member(strconv.Itoa(i)), e)
			}
		}
	}
}

// isAlike reports whether all objects of a class hold the same: its constructor says what, or one
// place in the file alone makes them.
func (m *machine) isAlike(c *Class) bool {
	if f := m.fields[c]; f != nil && f.holds(Value.wasRead) && len(m.offering.adopted[c]) == 0 {
		return true
	}
	return m.u.makesOnce(c)
}

// makesOnce reports whether one place in the file alone makes objects of a class by writing down
// what they hold.
func (u *Unit) makesOnce(c *Class) bool {
	times := 0
	for i := range u.Tree.Nodes {
		n := int32(i)
		at := ""
		switch node := u.Tree.Nodes[n]; node.Kind {
		case parse.Record, parse.List:
			if t := u.typeAt(n); t >= 0 {
				at = u.Tree.File.Text(t)
			}
		case parse.Call:
			at = u.calleeName(u.Tree.Child(n, 0))
		}
		if at == c.Name || at == "Self" || at == "__MODULE__" {
			times++
		}
	}
	return times <= 1
}

// member returns the way to a member of what a way leads to.
func (o Offer) member(name string) Offer {
	o.Members = append(slices.Clone(o.Members), strings.TrimLeft(name, "$@"))
	return o
}

// Is reports whether two ways are the same.
func (o Offer) Is(other Offer) bool {
	return o.Root == other.Root && slices.Equal(o.Members, other.Members)
}

// settleOffers notes, after runs with the variable of some reads unset, which ways lead to
// nothing but that it is not set.
func (m *machine) settleOffers(list []*Read) {
	all := &m.offering
	if len(all.of) == 0 || !slices.ContainsFunc(list, func(r *Read) bool { return len(all.of[r.number]) > 0 }) {
		return
	}
	roots := map[Root]Value{}
	m.eachRoot(func(root Root, v Value) { roots[root] = append(slices.Clip(roots[root]), v...) })
	for n, r := range list {
		for _, o := range all.of[r.number] {
			if gone, is := at(roots[o.Root], o.Members).gone(mask(1) << n); is {
				o.Gone = gone
				r.Offers = append(r.Offers, o)
			}
		}
	}
}

// at returns what some members, one of the other, are of a value.
func at(v Value, members []string) Value {
	for _, name := range members {
		var of Value
		for _, x := range v {
			if x.form == sequence {
				if i, err := strconv.Atoi(name); err == nil && i < len(x.list) {
					of = append(of, x.list[i]...)
				}
				continue
			}
			for _, sign := range []string{"", "@", "$"} {
				if inner, known := x.members.get(sign + name); known {
					of = append(of, inner...)
					break
				}
			}
		}
		v = of
	}
	return v
}

// isEmptyText reports whether an alternative is a text without characters.
func (x *alt) isEmptyText() bool {
	return x.form == text && (len(x.parts) == 0 || len(x.parts) == 1 && !x.parts[0].any && x.parts[0].text == "")
}

// gone reports whether a value is nothing but what stands for an unset read, and what that is.
func (v Value) gone(bit mask) (Unset, bool) {
	is := Usual
	for _, x := range v {
		gone := Usual
		switch {
		case x.isEmptyText() && x.depends&bit != 0: // x ?? ""
			gone = Empty
		case x.missing&bit == 0:
		case x.form == nothing && x.held:
			gone = Holder
		case x.form == nothing:
			gone = Nothing
		case x.form == text && len(x.parts) == 0:
			gone = Empty
		case x.form == failure && x.name == notNumber:
			gone = NoNumber
		case x.form == failure && x.name == notSet:
			gone = Error
		}
		if gone == Usual || is != Usual && is != gone {
			return Usual, false
		}
		is = gone
	}
	return is, is != Usual
}
