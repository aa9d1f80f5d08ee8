package evaluate

import (
	"slices"
	"strings"
	"sync"
	"sync/atomic"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// Class is a class of the tree.
type Class struct {
	Unit      *Unit
	Node      int32
	Name      string
	bases     []string
	params    []param
	fields    []string
	methods   map[string]*Func
	unset     []string // what unsetFields returns, once asked for
	declaring sync.Once
	heading   sync.Once
	body      []int32      // what withHead returns, once asked for
	reading   atomic.Int32 // what reader answers: 0 where it was not asked, 1 no, 2 yes
	adopted   bool         // its methods find in its fields what the only function that makes objects puts there
}

// class notes a class.
func (u *Unit) class(n int32) *Class {
	t := u.Tree
	c := &Class{Unit: u, Node: n, methods: map[string]*Func{}}
	if t.Nodes[n].At < 0 { // of one value only
		u.nameless[n] = c
		c.inherit(u, n)
		return c
	}
	c.Name = t.Name(n)
	if old := u.classes[c.Name]; old != nil { // impl, extension, a class opened again
		old.inherit(u, n)
		return old
	}
	u.classes[c.Name] = c
	c.inherit(u, n)
	return c
}

// Rivals returns the names of the other classes of the file that have a method of a method's name,
// and are not what its class extends.
func (fn *Func) Rivals() (names []string) {
	for _, other := range fn.Unit.funcs[fn.Name] {
		says := other.Body != 0 || other.folded // and is not only declared
		if other.Owner != nil && other.Owner != fn.Owner && says && !slices.Contains(fn.Owner.bases, other.Owner.Name) {
			names = append(names, other.Owner.Name)
		}
		if len(names) == mostRivals {
			break
		}
	}
	return names
}

// mostRivals bounds how many such classes a helper is told apart from.
const mostRivals = 20

// Bases returns the names of what a class extends.
func (c *Class) Bases() []string { return c.bases }

// classAt returns the class that a node defines, or nil.
func (u *Unit) classAt(n int32) *Class {
	if u.Tree.Nodes[n].At < 0 {
		return u.nameless[n]
	}
	return u.classes[u.at(n)]
}

// isOpened reports whether a class is what the class round it is itself: class << self,
// companion object.
func (u *Unit) isOpened(n int32) bool {
	from := int(u.Tree.Nodes[n].From)
	return u.Tree.File.Is(from+1, "<<") && u.Tree.File.Is(from+2, "self") || u.Tree.File.Is(from-1, "companion")
}

// inherit takes in what is in the head and body of a class.
func (c *Class) inherit(u *Unit, n int32) {
	t := u.Tree
	if at := int(t.Nodes[n].At); at > 2 && t.File.Is(at-1, "for") && t.File.Kind(at-2) == syntax.Word { // impl Source for Env
		c.extend(t.File.Text(at - 2))
	}
	permits := false // behind it stand those that extend it: permits Found, Missing
	t.Children(n, func(child int32) bool {
		permits = permits || t.Nodes[child].Kind == parse.Name && t.Name(child) == "permits"
		if permits && t.Nodes[child].Kind != parse.Block {
			return true
		}
		switch t.Nodes[child].Kind {
		case parse.Parameter:
			c.params = append(c.params, u.param(child))
			c.fields = append(c.fields, t.Name(child))
		case parse.Name, parse.Member:
			c.extend(t.Name(child))
		case parse.Call, parse.Wrapper, parse.Index: // T(a), T<A>, T[A]
			if t.Nodes[child].Kind != parse.Call {
				child = t.Nodes[child].First
				if k := t.Nodes[child].Kind; k == parse.Name || k == parse.Member {
					c.extend(t.Name(child))
				}
			} else if base := u.calleeName(t.Child(child, 0)); base != "" {
				c.extend(base)
			}
		case parse.Block:
			t.Children(child, func(s int32) bool {
				if k := t.Nodes[s].Kind; k == parse.Declare || k == parse.Assign {
					if name := t.Child(s, 0); t.Nodes[name].Kind == parse.Name && t.Name(name) != c.Name {
						c.fields = append(c.fields, t.Name(name))
					}
				} else if k == parse.Call && u.Words.Quiet && mixesIn[u.calleeName(t.Child(s, 0))] { // extend Settings
					for arg := t.Nodes[t.Child(s, 0)].Next; arg != 0; arg = t.Nodes[arg].Next {
						if k := t.Nodes[arg].Kind; k == parse.Name || k == parse.Member {
							c.extend(t.Name(arg))
						}
					}
				}
				return true
			})
		}
		return true
	})
}

// extend notes what a class extends.
func (c *Class) extend(base string) {
	if !slices.Contains(c.bases, base) {
		c.bases = append(c.bases, base)
	}
}

// mixesIn are what has a class of Ruby have what a module has.
var mixesIn = map[string]bool{"extend": true, "include": true, "prepend": true}

// Constructors are the names of methods that make objects, where they do not have
// the name of the class.
var Constructors = []string{"__init__", "constructor", "initialize", "init", "new", "__construct"}

func isConstructor(fn *Func) bool {
	return slices.Contains(Constructors, fn.Name) || fn.Owner != nil && fn.Name == fn.Owner.Name || fn.isSecond()
}

// isSecond reports whether a function is a constructor of Scala besides the head of the
// class: def this(a: A).
func (fn *Func) isSecond() bool {
	return fn.Name == "this" && fn.Unit.Tree.File.Is(int(fn.Unit.Tree.Nodes[fn.Node].At)-1, "def")
}

// constructor returns the function by which objects of a class are made.
func (c *Class) constructor() *Func {
	for _, name := range []string{"__init__", "constructor", "initialize", "init", "__construct", c.Name} {
		if fn := c.methods[name]; fn != nil {
			return fn
		}
	}
	if fn := c.methods["this"]; fn != nil && fn.isSecond() {
		return fn
	}
	if c.Unit.Words.Signs {
		return c.methods["new"]
	}
	return nil
}

// method returns the method of a class, or of one that it extends, or nil.
func (c *Class) method(name string) (fn *Func) {
	if c == nil || c.methods[name] != nil || len(c.bases) == 0 {
		return c.own(name)
	}
	c.eachBase(func(base *Class) bool {
		fn = base.methods[name]
		return fn == nil
	})
	return fn
}

// own returns the method that a class itself has, or nil.
func (c *Class) own(name string) *Func {
	if c == nil {
		return nil
	}
	return c.methods[name]
}

// eachBase calls f with a class, and with those that it extends, each of them once,
// until f reports false. Of classes of one name all that a file extends counts, so that the
// ways up are many where the classes are few.
func (c *Class) eachBase(f func(base *Class) bool) {
	var known [mostRelated]*Class
	seen := known[:0]
	var up func(c *Class, depth int) bool
	up = func(c *Class, depth int) bool {
		if c == nil || depth > mostBases || len(seen) == mostRelated || slices.Contains(seen, c) {
			return true
		}
		if seen = append(seen, c); !f(c) {
			return false
		}
		for _, base := range c.bases {
			if !up(c.Unit.classNamed(base), depth+1) {
				return false
			}
		}
		return true
	}
	up(c, 0)
}

const (
	mostBases   = 5  // how far up the classes that one extends are looked at
	mostRelated = 32 // and how many of them
)

// classNamed returns the class of a name: one of the file, or of another one if its
// objects may read. Else it returns nil.
func (u *Unit) classNamed(name string) *Class {
	if c := u.classes[name]; c != nil || u.OuterClass == nil || !syntax.IsCapital(name) {
		return c
	}
	return u.OuterClass(name, 0)
}

// outerClassAt returns the class of another file that a name or member stands for, if
// its objects may read, or nil.
func (u *Unit) outerClassAt(n int32) *Class {
	if u.OuterClass == nil || !syntax.IsCapital(u.at(n)) && !strings.Contains(u.Path(n), ".") { // class var: in Python, imported
		return nil
	}
	return u.OuterClass(u.at(n), n)
}
