package evaluate

import "inzicht/core/parse"

// Functions that are put together of others, of Haskell: lookupEnv "X" >>= return . fromMaybe "a".

// composed calls such a function with a value: the last part first.
func (m *machine) composed(callee int32, v Value, st *state) Value {
	u := m.unit()
	for u.kind(callee) == parse.Wrapper && len(u.children(callee)) == 1 {
		callee = u.Tree.Child(callee, 0)
	}
	parts := u.children(callee)
	switch {
	case u.isComposed(callee):
		if v = m.composed(parts[1], v, st); st.dead {
			return nil
		}
		return m.composed(parts[0], v, st)
	case u.kind(callee) == parse.Call && len(parts) > 0: // fromMaybe "a", which lacks an argument
		return m.called(callee, parts[0], append(m.arguments(callee, st), argument{value: v}), st)
	}
	return m.called(callee, callee, []argument{{value: v}}, st)
}

// isComposed reports whether a node puts functions together: f . g.
func (u *Unit) isComposed(n int32) bool {
	return u.kind(n) == parse.Binary && u.at(n) == "." && u.Words.Loops != Values && len(u.children(n)) == 2
}
