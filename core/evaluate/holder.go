package evaluate

// inHolder returns a value as something holds it that may be asked for members
// also where it holds nothing: Option(x).
func (v Value) inHolder() Value {
	if !v.some(func(x alt) bool { return x.form == nothing }) {
		return v
	}
	out := make(Value, len(v))
	for i, x := range v {
		x.held = x.form == nothing
		out[i] = x
	}
	return out
}

// takenOut returns what holders have that hold nothing, and the other alternatives.
func (v Value) takenOut() (inner, other Value) {
	for _, x := range v {
		if x.form == nothing && x.held {
			x.held = false
			inner = append(inner, x)
		} else {
			other = append(other, x)
		}
	}
	return inner, other
}

// holderHas answers whether a holder has a text in it: env.get("TLS").contains("true"). It reports false for what is no holder.
func (m *machine) holderHas(name string, receiver Value, arguments []argument) (Value, bool) {
	if name != "contains" || len(arguments) != 1 || len(receiver) == 0 || receiver.some(func(x alt) bool { return !x.held }) {
		return nil, false
	}
	return m.equal(receiver, arguments[0].value, "==", 0, false), true
}

// ofHolder returns what a member of a holder gives that holds nothing.
func (m *machine) ofHolder(name string, gone Value, st *state) Value {
	switch name {
	case "get", "head", "getAsInt", "getAsLong", "orElseThrow", "getOrThrow":
		m.fail(st, gone.missing(), "NoSuchElementException")
		return nil
	case "contains", "exists":
		m.asked(gone)
		return Value{{form: boolean, depends: gone.missing()}}
	case "forall":
		m.asked(gone)
		return Value{{form: boolean, truth: true, depends: gone.missing()}}
	case "foreach", "ifPresent":
		m.asked(gone)
	}
	return gone
}
