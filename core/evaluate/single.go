package evaluate

// Functions that stand for objects of an interface with a single method: Lookup env =
// System::getenv, and of what is defined for functions of a type: func (l Lookup) Or(…).

// askedOfFunction returns what is called where a function is asked for a method: one that
// an interface of the file defines besides its own, or the function itself.
func (m *machine) askedOfFunction(x alt, name string, arguments int) Value {
	u := m.unit()
	if name == "get" && arguments == 0 && x.takesNone() { // of a supplier
		return Value{x}
	}
	var defined *Func
	for _, fn := range u.funcs[name] {
		if fn.Owner == nil || !fn.folded && !fn.mayTake(arguments) {
			continue
		}
		if defined != nil && defined.Owner != fn.Owner { // of two kinds of things
			return nil
		}
		defined = fn
	}
	if defined != nil && defined.folded && m.focus == nil {
		m.lookIntoNamed(name)
		return nil
	}
	switch {
	case defined != nil && defined.Body != 0:
		return Value{{form: function, fn: m.askedOf(defined, Value{x})}}
	case u.Words.Explicit || u.Words.Quiet || arguments == 0:
		return nil
	case defined != nil, x.fn.reads != nil && (arguments > 1 || !composes[name]):
		return Value{x}
	}
	return nil
}

// mayTake reports whether a function may be given so many arguments: one that is only declared takes
// as many as it has parameters.
func (fn *Func) mayTake(arguments int) bool {
	if fn.Body == 0 {
		return len(fn.params) == arguments
	}
	return len(fn.params) > 0 || arguments == 0
}

// takesNone reports whether a function is known to be given nothing.
func (x alt) takesNone() bool {
	fn := x.fn.unit.byNode[x.fn.node]
	return x.fn.reads == nil && fn != nil && len(fn.params) == 0
}

// composes are methods of functions that make others of them.
var composes = map[string]bool{"andThen": true, "compose": true, "curried": true, "tupled": true, "memoized": true, "partially": true, "negate": true, "and": true, "or": true}

// isFunction reports whether a value is a function.
//
//go:noinline
func (v Value) isFunction() bool { return len(v) == 1 && v[0].form == function }
