package evaluate

import (
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// What is done where something else has failed, which no variable has to do with: what is asked
// for there before the program ends is not why it ends.

// asksFailure reports whether a condition asks if something has failed, and so whether what
// stands behind it, or the other way, is gone in that case: err != nil, if (err), error === null.
func (m *machine) asksFailure(cond int32) (then, otherwise bool) {
	u := m.unit()
	list := u.children(cond)
	switch u.kind(cond) {
	case parse.Name:
		return isErrorName(u.at(cond)), false
	case parse.Wrapper:
		return m.asksFailure(u.Tree.Child(cond, 0))
	case parse.Unary:
		if len(list) == 1 && (u.at(cond) == "!" || u.at(cond) == "not") {
			then, otherwise = m.asksFailure(list[0])
			return otherwise, then
		}
	case parse.Binary:
		if len(list) != 2 || u.kind(list[0]) != parse.Name || !isErrorName(u.at(list[0])) || !u.isNothingWritten(list[1]) {
			return false, false
		}
		switch u.at(cond) {
		case "!=", "!==":
			return true, false
		case "==", "===":
			return false, true
		}
	}
	return false, false
}

// isErrorName reports whether a variable of a name holds what has failed: err, error, readErr.
func isErrorName(name string) bool {
	name = strings.TrimLeft(name, "$_")
	at := max(len(name)-3, 0)
	return name == "err" || name == "error" || strings.HasSuffix(name, "_err") || name[at:] == "Err" && at > 0 && !syntax.IsCapital(name)
}
