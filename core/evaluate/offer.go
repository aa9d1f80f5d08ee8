package evaluate

import (
	"cmp"
	"slices"
	"strconv"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/sorting"
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
	Else    string   // or the text that it holds then
	Kind    string   // what a library makes of it, or ""
	Class   string   // of a way to an object: its class
	Says    *When    // of a way to what only says yes or no of the variable: where it says yes
}

// mostOffers bounds how many ways of a file are known, and mostOfferSteps after how many values no
// more are looked for.
const (
	mostOffers     = 1000
	mostOfferSteps = 50_000
)

// deepestOffer bounds of how many one behind the other a way is made.
const deepestOffer = 3

// offering finds the offers of a file.
type offering struct {
	shown   map[Root]Value // what was given, or exported without a variable, in the run at hand
	twice   map[Root]bool  // roots that mean several things
	by      map[Root]int32
	of      map[int32][]Offer // by the number of the read
	told    map[int32][]Offer // ways to what tells something of a read, by its number
	links   []Offer           // ways to objects
	count   int
	steps   int
	makers  map[*Class]*Func           // the only functions that give objects of classes of the file, or nil where there are several
	objects map[*Class]*members        // what they give
	adopted map[*Class]map[string]bool // the fields that others are taken to have of it
	// exported is what the file exports without a name: export default x; or 0.
	exported int32
	tops     map[int32]bool  // what Unit.tops returns
	once     map[*Class]bool // what makesOnce answers
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
	if fn.within != nil || fn.Unit != m.u {
		return
	}
	isDefault, isTop := m.offering.tops[fn.Node]
	isDefault = isDefault || fn.Node == m.offering.exported && m.offering.exported != 0
	if !isDefault && (fn.Name == "" || fn.Unit.kind(fn.Node) == parse.Lambda && fn.Owner == nil && !isTop) {
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

// tops returns the functions that variables of the file are, and of which it is what the file exports
// without a name: module.exports = () => ….
func (u *Unit) tops() map[int32]bool {
	tops := map[int32]bool{}
	for _, s := range u.children(0) {
		if k := u.kind(s); k != parse.Declare && k != parse.Assign {
			continue
		}
		if last := u.lastChild(s); u.kind(last) == parse.Lambda || u.kind(last) == parse.Function {
			tops[last] = u.kind(s) == parse.Assign && u.Tree.Text(u.Tree.Child(s, 0)) == "module.exports"
		}
	}
	return tops
}

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
	if m.u.Using != nil || len(m.reads) == 0 { // of what is borrowed nothing is lent
		return
	}
	m.offering.of = map[int32][]Offer{}
	m.offering.steps = mostOfferSteps
	for _, of := range m.roots() {
		m.offersIn(Offer{Root: of.root}, of.value)
	}
}

// rooted is a root with what it stands for.
type rooted struct {
	root  Root
	value Value
}

// roots returns what others may begin with, in order.
func (m *machine) roots() (list []rooted) {
	m.globals.vars.each(func(name string, v Value) {
		inner, exported := strings.CutPrefix(strings.TrimPrefix(name, "module."), "exports")
		switch {
		case exported && inner == "":
			list = append(list, rooted{Root{Of: RootDefault}, v})
		case exported && inner[0] == '.':
			list = append(list, rooted{Root{Of: RootVariable, Name: inner[1:]}, v})
		case !strings.ContainsAny(name, ".\x00 #["):
			list = append(list, rooted{Root{Of: RootVariable, Name: strings.TrimLeft(name, "$@")}, v})
		}
	})
	for _, c := range m.u.classes { // sorted below
		for _, fields := range m.fieldsAbove(c) {
			list = append(list, rooted{Root{Of: RootClass, Name: c.Name}, Value{{form: record, members: fields}}})
		}
	}
	for root, v := range m.offering.shown { // sorted below
		if !m.offering.twice[root] {
			list = append(list, rooted{root, v})
		}
	}
	sorting.By(list, func(a, b rooted) int {
		return cmp.Or(cmp.Compare(a.root.Of, b.root.Of), strings.Compare(a.root.Owner, b.root.Owner), strings.Compare(a.root.Name, b.root.Name))
	})
	return list
}

// offersIn notes the ways that begin with one.
func (m *machine) offersIn(o Offer, v Value) {
	all := &m.offering
	for _, x := range v {
		if all.steps--; all.count >= mostOffers || all.steps < 0 {
			return
		}
		m.toldOf(o, &x)
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
	for n, r := range list {
		for _, o := range all.of[r.number] {
			v := m.rootValue(o.Root).along(o.Members)
			if gone, is := v.gone(mask(1) << n); is {
				o.Gone = gone
				r.Offers = append(r.Offers, o)
			} else if s, plain := v.plain(); plain && s != "" && v.depends() == mask(1)<<n {
				o.Else = s
				r.Offers = append(r.Offers, o)
			}
		}
	}
}

// rootValue returns what a root stands for now.
func (m *machine) rootValue(root Root) (v Value) {
	switch {
	case root.Of == RootClass:
		for _, fields := range m.fieldsAbove(m.u.classes[root.Name]) {
			v = append(v, alt{form: record, members: fields})
		}
		return v
	case root.Of == RootVariable && root.Owner == "" || root.Of == RootDefault:
		for _, prefix := range []string{"", "$", "exports.", "module.exports."} {
			name := prefix + root.Name
			if root.Of == RootDefault {
				name = strings.TrimSuffix(prefix, ".")
			}
			if inner, known := m.globals.vars.get(name); known && name != "" {
				v = append(v, inner...)
			}
		}
	}
	if m.offering.twice[root] {
		return v
	}
	return append(v, m.offering.shown[root]...)
}

// fieldsAbove returns the fields of a class, and of what it extends.
func (m *machine) fieldsAbove(c *Class) (list []*members) {
	for depth := 0; c != nil && depth < deepestOffer; depth++ {
		if fields := m.fields[c]; fields != nil && len(fields.names) > 0 {
			list = append(list, fields)
		}
		if len(c.bases) == 0 {
			break
		}
		c = m.u.classes[c.bases[0]]
	}
	return list
}

// along returns what some members, one of the other, are of a value.
func (v Value) along(members []string) Value {
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
