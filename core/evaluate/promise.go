package evaluate

import "inzicht/core/parse"

// settled runs what a promise of JavaScript stands for, where its failure ends nothing: load().catch(() => null),
// Promise.allSettled([load()]). It reports whether a call is of that kind.
func (m *machine) settled(n, callee int32, st *state) (Value, bool) {
	u := m.unit()
	if !u.Words.KeysIn || u.kind(callee) != parse.Member {
		return nil, false
	}
	object, given := u.Tree.Child(callee, 0), u.Tree.Child(n, 1)
	if given == 0 || u.Tree.Nodes[given].Next != 0 { // not one argument
		return nil, false
	}
	switch u.at(callee) {
	case "catch":
		if body := u.givesInstead(given); body != 0 {
			return m.rescued(object, body, st), true
		}
	case "allSettled":
		if u.at(object) == "Promise" {
			m.attempt(given, st)
			return Value{anything(m.depth())}, true
		}
	}
	return nil, false
}

// givesInstead returns what a handler gives in place of what failed, () => null, () => {}, or 0 where it does
// something about the failure.
func (u *Unit) givesInstead(handler int32) int32 {
	if u.kind(handler) != parse.Lambda {
		return 0
	}
	body := u.lastChild(handler)
	switch u.kind(body) {
	case parse.Block:
		if u.Tree.Nodes[body].First != 0 {
			return 0
		}
	case parse.Call, parse.Throw, parse.Parameter:
		return 0
	}
	return body
}
