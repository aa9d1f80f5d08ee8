package evaluate

import (
	"bytes"
	"slices"
	"strings"
	"sync"
	"sync/atomic"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// Asked is a setting that is asked for by its name, and what stands in for it, if that is a text.
type Asked struct{ Name, Else, Kind string }

// Unit is one file.
type Unit struct {
	File  string
	Tree  *parse.Tree
	Words *Words
	// Access are the reads, by node.
	Access map[int32]*Access
	// Writes are where the file itself gives variables values, by node.
	Writes map[int32]Naming
	// Path returns what a name or a member of one stands for through the
	// file's imports, or "".
	Path func(node int32) string
	// Constant returns the value of a name that the tree defines elsewhere.
	Constant func(name string) (string, bool)
	// Outside returns the function of another file that a call means, or nil.
	Outside func(name string, node int32) *Func
	// Outer reports whether a class of that name, which another file defines, or any
	// of a module of that name, has methods that Outside returns.
	Outer func(name string) bool
	// Kept returns the file that keeps the object which a node stands for, if that reads
	// what it is asked for, and its name there.
	Kept func(node int32) (*Unit, string)
	// AnyMember reports whether a node stands for such an object that reads for whatever
	// member is asked of it. It is nil where there is none.
	AnyMember func(node int32) bool
	// Makes reports whether objects of a class of that name, which another file defines,
	// may read.
	Makes func(name string) bool
	// OuterClass returns the class of another file that a name stands for at a node, if
	// its objects may read, or nil; node is 0 where the name is of a type.
	OuterClass func(name string, node int32) *Class
	// Answering returns the methods of other files that are run where an object is
	// called or asked for an element. It is nil where there are none.
	Answering func() []*Func
	// Keeping returns a function of the file that defines what a name stands for, if
	// that is neither a function nor a class: need = partial(read, required=True).
	Keeping func(node int32) *Func
	// Using are the words by which what other files have read is used, or nil. Then nothing
	// but that is judged.
	Using map[string]bool
	// Fields are what fields of classes of the file are that other files make, by the names of the
	// classes: fields that are declared with a class of another file, and those of a class of
	// which another file has a part.
	Fields map[string][]*Given
	// Common reports whether many things have a member of a name.
	Common func(name string) bool

	// Placed says that it is asked of blocks for which values of variables they are come to, for what is declared in them.
	Placed bool
	// Asked are calls by which settings are asked for that a library reads.
	Asked     map[int32]Asked
	sayGlobal bool // functions may say of variables that they are not their own

	funcs   map[string][]*Func
	byNode  map[int32]*Func
	classes map[string]*Class
	// nameless are the classes that have no name, by their nodes.
	nameless   map[int32]*Class
	structs    map[string]int  // where those of C open, by name
	tableNames map[string]bool // tables of Lua that others are made with
	// readingFields are fields that are given a function which reads, and where.
	readingFields map[string]int32
	list          []*Func

	leavingLock sync.Mutex
	stringing   sync.Once
	strings     bool // see hasStrings
	assigning   sync.Once
	assigned    map[parse.Kind]map[string]bool // names, and members, that something is assigned to
	packages    []packageFrom                  // of a file in Perl
	tablesMutex sync.Mutex
	tables      map[string]bool // names of maps that the file only asks, once asked for
	importing   sync.Once
	imported    map[string]bool // the words of the imports, once asked for
	recovering  sync.Once
	recovered   []int // the tokens by which functions go on where something in them panics

	stagesOnce    sync.Once
	stages        stageAsks
	textTypesOnce sync.Once
	textTypes     map[string]bool // types that are texts
	commandsOnce  sync.Once
	commands      []ownCommand
	uses          map[string]int // how often each name stands alone, for the commands

	filling sync.Once
	filled  map[string]bool // names of what members or elements are added to
	aside   map[string]bool // variables of the file that functions change which are not run
	leaving map[int32]bool  // whether statements may leave the function round them
}

// Func is a function of the tree.
type Func struct {
	Unit  *Unit
	Node  int32
	Name  string
	Owner *Class
	Body  int32

	filling atomic.Int32 // what fills answers: 0 where it was not asked, 1 no, 2 yes

	guard     int32   // what must be true of what it is given
	before    []int32 // what is run before the body
	folded    bool    // the body was passed over
	indexes   bool    // it asks for elements
	asked     bool    // of an object that may have been given one that reads
	named     bool    // the name of a variable that it reads may be given to it
	sent      []made  // calls that are given something else than literals
	concerned bool    // something in it may read the environment
	calls     []made
	params    []param
	within    *Func           // the function round it
	under     []int32         // the branches that it is defined in
	class     *Class          // the class round it
	outer     map[string]bool // variables that it says are those of the file, or round it: global x
	receiver  string          // the name of the object at hand
}

// Within returns the function that it stands within, or nil for none, and for a method.
func (fn *Func) Within() *Func {
	if fn.Owner != nil {
		return nil
	}
	return fn.within
}

// AnyHelper is a function of which nothing is known but that it is given the
// name of what it reads. It has no body.
var AnyHelper = &Func{concerned: true, named: true}

// made is a call that a function makes: the name, and the node of what is called.
type made struct {
	name   string
	callee int32
}

type param struct {
	name     string
	label    string // what callers call it, where that is something else
	node     int32
	fallback int32
	rest     bool // *args
	keywords bool // **kwargs
}

// Prepare finds the functions and classes of a file. It must be called once.
func (u *Unit) Prepare() {
	u.sayGlobal = u.Words.OwnScopes && (bytes.Contains(u.Tree.File.Src, []byte("global ")) || bytes.Contains(u.Tree.File.Src, []byte("nonlocal ")))
	u.funcs, u.byNode, u.classes = map[string][]*Func{}, map[int32]*Func{}, map[string]*Class{}
	u.nameless = map[int32]*Class{}
	if u.Words.Signs {
		u.packages = u.packaging()
	}
	u.tableNames = u.metatables()
	u.define(0, nil, nil, nil, nil)
	u.concern()
	u.concernUsing()
	u.name()
}

// define notes what is defined in a node, in a class and a function, and under
// some branches.
func (u *Unit) define(n int32, owner, round *Class, within *Func, under []int32) {
	t := u.Tree
	u.noteReadingField(n)
	if within != nil {
		if t.Nodes[n].Kind == parse.Index {
			within.indexes = true
		}
		if a := u.Access[n]; a != nil {
			within.concerned = true
			within.named = within.named || !a.Literal
		} else if k := t.Nodes[n].Kind; k == parse.Record || k == parse.List && u.Words.Errors != nil {
			if at := u.typeAt(n); at >= 0 && (syntax.IsCapital(t.File.Text(at)) || u.Words.Errors != nil) { // Reader{a: b}, reader{}
				within.calls = append(within.calls, made{t.File.Text(at), 0})
			}
		} else if t.Nodes[n].Kind == parse.Call {
			if name := u.calleeName(t.Child(n, 0)); name != "" {
				c := made{name, t.Child(n, 0)}
				within.calls = append(within.calls, c)
				if u.sends(n) {
					within.sent = append(within.sent, c)
				}
				for arg := t.Nodes[c.callee].Next; arg != 0; arg = t.Nodes[arg].Next { // partial(read, prefix)
					if t.Nodes[arg].Kind == parse.Name {
						within.calls = append(within.calls, made{t.Name(arg), arg})
					}
				}
			}
		}
	}
	t.Children(n, func(c int32) bool {
		switch t.Nodes[c].Kind {
		case parse.Function, parse.Lambda:
			fn := u.function(c, owner, within)
			fn.under = under
			fn.class = round
			if fn.Owner != nil {
				fn.class = fn.Owner
			}
			if fn.Name == "" {
				u.nameOf(fn, n, c)
			}
			u.define(c, nil, fn.class, fn, under)
		case parse.Class:
			if u.isOpened(c) {
				u.define(c, owner, round, within, under)
				break
			}
			class := u.class(c)
			u.define(c, class, class, within, under)
		default:
			in := owner
			if k := t.Nodes[c].Kind; k != parse.Block && k != parse.Unknown && k != parse.Wrapper && k != parse.If && k != parse.Declare {
				in = nil
			}
			if t.Nodes[n].Kind == parse.If {
				u.define(c, in, round, within, append(under[:len(under):len(under)], c))
			} else {
				u.define(c, in, round, within, under)
			}
		}
		return true
	})
}

// noteReadingField notes a field that is given a function which reads: Reader{lookup:
// os.LookupEnv}, r.lookup = os.LookupEnv.
func (u *Unit) noteReadingField(n int32) {
	k := u.kind(n)
	if k != parse.Pair && k != parse.Assign || len(u.readingFields) == mostReadingFields {
		return
	}
	list := u.children(n)
	if len(list) == 0 {
		return
	}
	a, target := u.Access[list[len(list)-1]], list[0]
	if a == nil || a.Reader == nil || k == parse.Assign && u.kind(target) != parse.Member {
		return
	}
	name := u.at(target)
	if k == parse.Pair && len(list) == 1 {
		name = u.at(n)
	}
	if u.readingFields == nil {
		u.readingFields = map[string]int32{}
	}
	u.readingFields[strings.Trim(name, `"':`)] = a.Node
}

// mostReadingFields bounds how many such fields of a file are followed.
const mostReadingFields = 50

// nameOf names a lambda by the variable that is given it.
func (u *Unit) nameOf(fn *Func, parent, n int32) {
	switch u.kind(parent) {
	case parse.Declare, parse.Assign, parse.Pair:
	default:
		return
	}
	first := u.Tree.Child(parent, 0)
	switch {
	case u.kind(parent) == parse.Pair && first == n:
		fn.Name = strings.Trim(u.at(parent), `"':`)
	case u.kind(first) == parse.Member && u.at(first) == "exports": // of a module, which who takes it in names
		return
	case u.kind(first) == parse.Name || u.kind(first) == parse.Member:
		fn.Name = u.at(first)
	default:
		return
	}
	u.funcs[fn.Name] = append(u.funcs[fn.Name], fn)
}

// sends reports whether a call is given something else than literals.
func (u *Unit) sends(n int32) bool {
	for i, c := range u.children(n) {
		if i > 0 && u.kind(c) != parse.Text && u.kind(c) != parse.Number {
			return true
		}
	}
	return false
}

func (u *Unit) calleeName(n int32) string {
	switch u.Tree.Nodes[n].Kind {
	case parse.Name, parse.Member:
		return u.Tree.Name(n)
	case parse.Index, parse.Wrapper:
		return u.calleeName(u.Tree.Child(n, 0))
	}
	return ""
}

// function notes a function or lambda.
func (u *Unit) function(n int32, owner *Class, within *Func) *Func {
	t := u.Tree
	fn := &Func{Unit: u, Node: n, Owner: owner, within: within}
	if u.Words.Errors != nil && owner == nil && t.Nodes[n].Kind == parse.Function {
		owner = u.receiver(fn)
	} else if u.Words.Signs && owner == nil {
		owner = u.packaged(fn)
	} else if len(u.tableNames) > 0 && t.Nodes[n].Kind == parse.Function {
		owner = u.ofTable(fn)
	} else if u.Words.Pointers && t.Nodes[n].Kind == parse.Function {
		owner = u.qualified(fn)
	}
	if t.Nodes[n].Kind == parse.Function && t.Nodes[n].At >= 0 {
		fn.Name = strings.TrimPrefix(t.Name(n), "#")
	}
	for c := t.Nodes[n].First; c != 0; c = t.Nodes[c].Next {
		if t.Nodes[c].Kind == parse.Parameter {
			continue
		}
		if t.Nodes[c].Kind == parse.If && u.at(c) == "when" { // def name(a) when a > 0
			fn.guard = t.Nodes[c].First
			continue
		}
		if fn.Body != 0 { // statements of a closure
			fn.before = append(fn.before, fn.Body)
		}
		fn.Body = c
	}
	if fn.folded = u.isFolded(fn.Body); fn.folded {
		fn.Body = 0 // nor does anything ask for its parameters
	} else {
		fn.params = u.params(n)
		fn.outer = u.outerNames(n)
	}
	u.byNode[n] = fn
	u.list = append(u.list, fn)
	if fn.Name != "" {
		u.headed(fn)
		u.funcs[fn.Name] = append(u.funcs[fn.Name], fn)
		if owner != nil {
			if other := owner.methods[fn.Name]; other == nil || other.Body == 0 && !other.folded {
				owner.methods[fn.Name] = fn
			}
		}
	}
	return fn
}

// headed gives a function the defaults of the head before it, which takes its place no
// more: def port(name, usual \\ 80).
func (u *Unit) headed(fn *Func) {
	if !u.Words.Clauses {
		return
	}
	u.funcs[fn.Name] = slices.DeleteFunc(u.funcs[fn.Name], func(head *Func) bool {
		if head.Owner != fn.Owner || head.Body != 0 || head.folded || len(head.params) != len(fn.params) {
			return false
		}
		for i, p := range head.params {
			if fn.params[i].fallback == 0 {
				fn.params[i].fallback = p.fallback
			}
		}
		if fn.Owner != nil && fn.Owner.methods[fn.Name] == head {
			fn.Owner.methods[fn.Name] = fn
		}
		return true
	})
}

// receiver notes the receiver of func (r *T) name(), and returns the class of
// its type.
func (u *Unit) receiver(fn *Func) *Class {
	f, i := u.Tree.File, int(u.Tree.Nodes[fn.Node].From)+1
	if !f.Is(i-1, "func") || !f.Is(i, "(") || f.Mate(i) < i+2 {
		return nil
	}
	name := ""
	for j := i + 1; j < f.Mate(i); j++ {
		if f.Is(j, "[") {
			break
		}
		if f.Kind(j) == syntax.Word {
			if name != "" || f.Mate(i) > i+2 && j == i+1 && !f.Is(j+1, "[") {
				fn.receiver = f.Text(i + 1)
			}
			name = f.Text(j)
		}
	}
	fn.Owner = u.classOf(name)
	return fn.Owner
}

// classOf returns the class of a name that has methods here, though it may be defined elsewhere.
func (u *Unit) classOf(name string) *Class {
	c := u.classes[name]
	if c == nil {
		c = &Class{Unit: u, Name: name, methods: map[string]*Func{}}
		u.classes[name] = c
	}
	return c
}

// qualified notes the class that a function of C++ is a method of, where it is defined outside of
// that, and returns it: std::string Env::get(…) { … }
func (u *Unit) qualified(fn *Func) *Class {
	f, at := u.Tree.File, int(u.Tree.Nodes[fn.Node].At)
	if at > 1 && f.Is(at-1, "::") && f.Kind(at-2) == syntax.Word {
		fn.Owner = u.classOf(f.Text(at - 2))
	}
	return fn.Owner
}

// PassedOver returns the names of the functions of the file that a function
// calls, itself or through others, and that were passed over when the file was
// read.
func (u *Unit) PassedOver(fn *Func) (names []string) {
	todo, seen, within := []*Func{fn}, map[*Func]bool{}, map[*Func][]*Func{}
	for _, inner := range u.list {
		within[inner.within] = append(within[inner.within], inner)
	}
	for len(todo) > 0 {
		fn, todo = todo[len(todo)-1], todo[:len(todo)-1]
		if seen[fn] {
			continue
		}
		seen[fn] = true
		if fn.Body == 0 && fn.folded {
			names = append(names, fn.Name)
			continue
		}
		todo = append(todo, within[fn]...) // what it may give its caller
		for _, c := range fn.calls {
			todo = append(todo, u.funcs[c.name]...)
			if class := u.classes[c.name]; class != nil && class.constructor() != nil {
				todo = append(todo, class.constructor())
			}
		}
	}
	slices.Sort(names)
	return slices.Compact(names)
}

// isFolded reports whether a block has no tokens since it was passed over.
func (u *Unit) isFolded(n int32) bool {
	node, f := u.Tree.Nodes[n], u.Tree.File
	if node.Kind != parse.Block || node.To-node.From != 2 || len(f.Folds) == 0 {
		return false
	}
	return f.Tokens[node.To-1].Start-f.Tokens[node.From].End > 8
}

// Named returns the functions of the file that have a name and are not within
// others.
func (u *Unit) Named(name string) (list []*Func) {
	all := u.funcs[name]
	if name == "" {
		all = u.list
	}
	for _, fn := range all {
		if fn.within == nil && fn.Name == name {
			list = append(list, fn)
		}
	}
	return list
}
