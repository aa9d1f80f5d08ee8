package evaluate

import (
	"maps"
	"slices"

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
// before its body or as it begins: func New() *Reader, def make(): return Reader().
func (u *Unit) MethodsOfMade(fn *Func) (list []*Func) {
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
