package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// Packages of Perl as classes: a function that takes the object at hand, or its class, is a
// method of the package that it is in.

// packageFrom is where a package begins, and the last of its names.
type packageFrom struct {
	at   int
	name string
}

// packaging returns where the packages of a file begin.
func (u *Unit) packaging() (list []packageFrom) {
	f := u.Tree.File
	for i := range f.Tokens {
		if !f.Is(i, "package") || f.Is(i-1, "->") {
			continue
		}
		last := i + 1
		for f.Is(last+1, "::") {
			last += 2
		}
		list = append(list, packageFrom{i, f.Text(last)})
	}
	return list
}

// packaged returns the class that the package of a function is, or nil. The function is
// its method where it takes the object at hand.
func (u *Unit) packaged(fn *Func) *Class {
	from := int(u.Tree.Nodes[fn.Node].From)
	n, _ := slices.BinarySearchFunc(u.packages, from, func(p packageFrom, at int) int { return p.at - at })
	if n == 0 || u.packages[n-1].name == "main" || u.kind(fn.Node) != parse.Function {
		return nil
	}
	c := u.classOf(u.packages[n-1].name)
	if u.takesItself(fn.Node) {
		fn.Owner = c
	}
	return c
}

// takesItself reports whether the first that a function takes is the object at hand, or its
// class: my ($self, $name) = @_, my $class = shift.
func (u *Unit) takesItself(fn int32) bool {
	f := u.Tree.File
	body := u.lastChild(fn)
	i := int(u.Tree.Nodes[body].From) + 1
	if u.kind(body) != parse.Block || !f.Is(i, "my") {
		return false
	}
	if i++; f.Is(i, "(") {
		i++
	}
	switch f.Text(i) {
	case "$self", "$class", "$this", "$proto", "$invocant", "$pkg", "$type":
		return true
	}
	return false
}

// givenItself returns what what makes an object of a class is given: in Perl, the class first.
func (c *Class) givenItself(arguments []argument) []argument {
	if !c.Unit.Words.Signs {
		return arguments
	}
	return append([]argument{{value: Value{{form: class, class: c}}}}, arguments...)
}

// madeIndirectly returns the class that a call makes an object of, and the node that has what it
// is given: new Env(prefix => "GATE_").
func (m *machine) madeIndirectly(n int32) (c *Class, made int32) {
	u := m.unit()
	list := u.children(n)
	if !u.Words.Signs || len(list) != 2 || u.kind(list[0]) != parse.Name || u.at(list[0]) != "new" || u.kind(list[1]) != parse.Call {
		return nil, 0
	}
	of := u.Tree.Child(list[1], 0)
	if c = u.classes[u.calleeName(of)]; c == nil {
		c = u.outerClassAt(of)
	}
	return c, list[1]
}

// takesRest reports whether a variable of a list takes all that is left: ($a, %rest), ($a, @rest).
func (u *Unit) takesRest(n int32) bool {
	return u.Words.Signs && (u.kind(n) == parse.Unary && u.at(n) == "%" || u.kind(n) == parse.Name && strings.HasPrefix(u.at(n), "@"))
}

// restOf returns what a list holds from an element on.
func restOf(v Value, from int, depth int32) Value {
	x, known := oneCollection(v)
	if !known || x.form != sequence {
		return Value{loose(v, anything(depth))}
	}
	x.list = x.list[min(from, len(x.list)):]
	return Value{x}
}

// paired returns what lists hold as maps, where they are keys with values in turn.
func (v Value) paired() Value {
	x, known := oneCollection(v)
	if !known || x.form != sequence || len(x.list)%2 != 0 || x.perhaps {
		return v
	}
	r := &members{}
	for i := 0; i < len(x.list); i += 2 {
		if key, plain := x.list[i].plain(); plain {
			r.set(key, x.list[i+1])
		} else {
			r.open = true
		}
	}
	return Value{{form: record, members: r, depends: x.depends}}
}

// blessed makes a map an object of the class at hand.
func (m *machine) blessed(v Value) Value {
	c := m.frame().class
	for _, x := range v {
		if x.form == record && x.members.of == nil && c != nil {
			x.members.of = c
		}
	}
	return v
}
