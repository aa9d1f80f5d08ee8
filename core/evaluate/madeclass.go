package evaluate

import (
	"maps"
	"slices"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// Methods returns the methods of a class of the file, for other files to call: they may
// read by an object that theirs was given.
func (u *Unit) Methods(class string) (list []*Func) {
	c := u.classes[class]
	if c == nil {
		return nil
	}
	for _, name := range slices.Sorted(maps.Keys(c.methods)) {
		fn := c.methods[name]
		if len(list) == mostMethods {
			break
		}
		fn.asked = true
		list = append(list, fn)
	}
	return list
}

// Ask notes which methods other files may call by what their class makes.
func (u *Unit) Ask(may func(*Func) bool) {
	for _, fn := range u.list {
		fn.asked = fn.asked || may(fn)
	}
}

// mostMethods bounds how many methods of a class other files are told of.
const mostMethods = 60

// MethodsOfMade returns the methods of the classes of the file that a function names
// before its body or as it begins: func New() *Reader, def make(): return Reader(). It
// returns none of a function that reads nothing itself and keeps nothing that it is given.
func (u *Unit) MethodsOfMade(fn *Func) (list []*Func) {
	if !fn.folded && !fn.concerned && !(keeping{u, fn}).in(fn.Node, false) {
		return nil
	}
	f, node := u.Tree.File, u.Tree.Nodes[fn.Node]
	seen := map[string]bool{}
	for i := int(node.From); i < min(int(node.To), int(node.From)+longestHead); i++ {
		if f.Kind(i) != syntax.Word || !syntax.IsCapital(f.Text(i)) || seen[f.Text(i)] {
			continue
		}
		seen[f.Text(i)] = true
		if c := u.classes[f.Text(i)]; c != nil && c != fn.Owner {
			list = append(list, u.Methods(c.Name)...)
		}
	}
	return list
}

// longestHead is how many tokens of a function are looked through for classes.
const longestHead = 120

// keeping tells whether a function keeps what it is given.
type keeping struct {
	u  *Unit
	fn *Func
}

// in reports whether what stands in a node puts something that is given into an object, a
// field or a function, or hands it to what it calls as it returns.
func (k keeping) in(n int32, returned bool) bool {
	u := k.u
	kind := u.kind(n)
	if kind == parse.Lambda || kind == parse.Function && n != k.fn.Node {
		return k.names(n)
	}
	returned = returned || kind == parse.Return
	keeps := kind == parse.Pair || kind == parse.Record || kind == parse.List ||
		kind == parse.Assign && u.kind(u.Tree.Child(n, 0)) == parse.Member ||
		kind == parse.Call && (returned || u.makesByName(n))
	list := u.children(n)
	if kind == parse.Declare && len(list) > 1 { // what it declares keeps nothing
		list = list[len(list)-1:]
	}
	last := u.lastChild(n)
	for _, child := range list {
		ends := child == last && (kind == parse.Function || kind == parse.Block && returned)
		if keeps && k.isGiven(child) || k.in(child, returned && kind != parse.Block || ends) {
			return true
		}
	}
	return false
}

// isGiven reports whether a node is one of the parameters.
func (k keeping) isGiven(n int32) bool {
	if kind := k.u.kind(n); kind == parse.Wrapper || kind == parse.Unary {
		n = k.u.Tree.Child(n, 0)
	}
	return k.u.kind(n) == parse.Name && slices.ContainsFunc(k.fn.params, func(p param) bool { return p.name == k.u.at(n) })
}

// names reports whether one of the parameters stands anywhere in a node.
func (k keeping) names(n int32) bool {
	return k.isGiven(n) || slices.ContainsFunc(k.u.children(n), k.names)
}

// makesByName reports whether what a call names is written like a class: Reader.new, Reader(…).
func (u *Unit) makesByName(call int32) bool {
	path := u.Path(u.Tree.Child(call, 0))
	return u.Words.Errors == nil && path != "" && (syntax.IsCapital(path) || syntax.IsCapital(lastOf(path)))
}
