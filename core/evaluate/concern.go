package evaluate

import (
	"slices"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// Which functions concern the environment: those that read it, and who calls them.

// concern finds out which functions may read the environment, by what they
// call.
func (u *Unit) concern() {
	u.concernFields()
	u.concernKept()
	u.concernAsked()
	told := map[*Class]bool{} // whose makers are
	u.spread(
		func(fn *Func) *bool { return &fn.concerned },
		func(fn *Func) []made { return fn.calls },
		func(fn *Func, callers map[string][]*Func) []*Func {
			if fn.Owner != nil && (isConstructor(fn) || fn.Owner.constructor() == nil) { // whoever makes an object of it
				if told[fn.Owner] {
					return nil
				}
				told[fn.Owner] = true
				return append(u.makersOf(fn.Owner), callers[fn.Owner.Name]...)
			}
			return nil
		})
}

// concernAsked marks the functions that ask a library for a setting by its name.
func (u *Unit) concernAsked() {
	for n := range u.Asked { // in any order
		at := u.Tree.Nodes[n].From
		for _, fn := range u.list {
			if node := u.Tree.Nodes[fn.Node]; node.From <= at && at < node.To {
				fn.concerned = true
			}
		}
	}
}

// concernFields marks the methods that call a field which is given a function that reads.
func (u *Unit) concernFields() {
	if len(u.readingFields) == 0 {
		return
	}
	for _, fn := range u.list {
		if slices.ContainsFunc(fn.calls, func(c made) bool {
			return c.callee != 0 && u.kind(c.callee) == parse.Member && u.readingFields[c.name] != 0
		}) {
			fn.concerned, fn.named = true, true
		}
	}
}

// name finds out which functions may be given the name of a variable, by what
// they call.
func (u *Unit) name() {
	told := map[*Class]bool{} // whose constructors are
	u.spread(
		func(fn *Func) *bool { return &fn.named },
		func(fn *Func) []made { return fn.sent },
		func(fn *Func, _ map[string][]*Func) (makers []*Func) { // an object may be made with the name
			if fn.Owner == nil || told[fn.Owner] {
				return nil
			}
			told[fn.Owner] = true
			for _, method := range fn.Owner.methods { // in any order
				if isConstructor(method) {
					makers = append(makers, method)
				}
			}
			return makers
		})
}

// spread finds out of which functions something is so: of those that it is known of,
// of what is round them, of who calls them by some of its calls, in this file or
// another, and of what else follows.
func (u *Unit) spread(of func(*Func) *bool, calls func(*Func) []made, further func(fn *Func, callers map[string][]*Func) []*Func) {
	callers := map[string][]*Func{}
	var todo []*Func
	for _, fn := range u.list {
		is := of(fn)
		for _, c := range calls(fn) {
			callers[c.name] = append(callers[c.name], fn)
			if other := u.outside(c); other != nil {
				*is = *is || *of(other) || other.asked
			} else if u.makesOuter(c) {
				*is = true
			}
		}
		if *is {
			todo = append(todo, fn)
		}
	}
	u.quietCalls(callers)
	mark := func(list ...*Func) {
		for _, fn := range list {
			if is := of(fn); !*is {
				*is = true
				todo = append(todo, fn)
			}
		}
	}
	told := map[string]bool{} // names whose callers are marked
	for len(todo) > 0 {
		fn := todo[len(todo)-1]
		todo = todo[:len(todo)-1]
		if fn.within != nil {
			mark(fn.within)
		}
		if fn.Name != "" && !told[fn.Name] {
			told[fn.Name] = true
			mark(callers[fn.Name]...)
		}
		mark(fn.clauses()...)
		mark(further(fn, callers)...)
	}
}

// quietCalls adds who calls functions without parentheses: those that are asked for
// like a field, or like an element.
func (u *Unit) quietCalls(callers map[string][]*Func) {
	getters, indexed, called := map[string]bool{}, []string(nil), []string(nil)
	var objects map[string][]string
	for _, fn := range u.list {
		if fn.Owner == nil && !fn.IsGetter() || fn.Body == 0 {
			continue
		}
		if fn.IsGetter() {
			getters[fn.Name] = true
		} else if slices.Contains(memberMethods, fn.Name) { // anything may ask for a member
			callers[fn.Name] = append(callers[fn.Name], u.list...)
		} else if slices.Contains(callMethods, fn.Name) && fn.Name != "call" && fn.Name != "apply" {
			if objects == nil {
				objects = u.objects()
			}
			names := objects[fn.Owner.Name]
			if !slices.Contains(called, fn.Name) {
				called, names = append(called, fn.Name), append([]string{"self", "this"}, names...)
			}
			for _, name := range names {
				callers[fn.Name] = append(callers[fn.Name], callers[name]...)
			}
		} else if slices.Contains(indexMethods, fn.Name) && !slices.Contains(indexed, fn.Name) {
			indexed = append(indexed, fn.Name)
		}
	}
	if len(getters) == 0 && len(indexed) == 0 {
		return
	}
	for _, fn := range u.list {
		if fn.indexes {
			for _, name := range indexed {
				callers[name] = append(callers[name], fn)
			}
		}
		node := u.Tree.Nodes[fn.Node]
		for i := int(node.From); i < int(node.To) && len(getters) > 0; i++ {
			if u.Tree.File.Kind(i) == syntax.Word && getters[u.Tree.File.Text(i)] && i != int(node.At) {
				callers[u.Tree.File.Text(i)] = append(callers[u.Tree.File.Text(i)], fn)
			}
		}
	}
}

// objects returns the names that the file gives objects, by the class of these.
func (u *Unit) objects() map[string][]string {
	names, f := map[string][]string{}, u.Tree.File
	for i := range f.Tokens {
		if !f.Is(i, "=") || f.Kind(i-1) != syntax.Word {
			continue
		}
		of := i + 1
		if f.Is(of, "new") {
			of++
		}
		if class := f.Text(of); u.classes[class] != nil && len(names[class]) < mostAsked {
			names[class] = append(names[class], f.Text(i-1))
		}
	}
	return names
}

// makesOuter reports whether a call may make an object of a class of another file that
// reads: Reader(x), Reader.new(x).
func (u *Unit) makesOuter(c made) bool {
	if u.Makes == nil {
		return false
	}
	name := c.name
	if object := u.Tree.Child(c.callee, 0); c.callee != 0 && u.kind(c.callee) == parse.Member && object != 0 && !syntax.IsCapital(name) {
		name = u.at(object)
	}
	return syntax.IsCapital(name) && u.classes[name] == nil && u.Makes(name)
}

// outside returns the function of another file that a call means, or nil.
func (u *Unit) outside(c made) *Func {
	if u.Outside == nil || c.callee == 0 || len(u.funcs[c.name]) > 0 {
		return nil
	}
	return u.Outside(c.name, c.callee)
}

// funcsNamed returns the functions that what is called may mean by its name: those of the file, or
// the one of another file.
func (u *Unit) funcsNamed(callee int32) []*Func {
	name := u.calleeName(callee)
	if other := u.outside(made{name, callee}); other != nil {
		return []*Func{other}
	}
	return u.funcs[name]
}
