package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// overload returns the function that a call means of those with one name: the
// one found, or the first that takes as many arguments.
func (m *machine) overload(fn *Func, arguments []argument) *Func {
	if fn.Name == "" || fn.takes(arguments) && fn.isWritten() {
		return fn
	}
	for _, other := range fn.Unit.funcs[fn.Name] {
		if other.Owner == fn.Owner && other.within == fn.within && fn.Unit.kind(other.Node) == parse.Function && other.isWritten() && other.takes(arguments) {
			return other
		}
	}
	return fn
}

// takesNamed reports whether a function has a parameter for each argument that is given by
// name: by its own, or by the label before it.
func (fn *Func) takesNamed(arguments []argument) bool {
	if slices.ContainsFunc(fn.params, func(p param) bool { return p.rest || p.keywords }) || len(fn.params) == 0 {
		return true
	}
	return !slices.ContainsFunc(arguments, func(a argument) bool {
		return a.name != "" && !slices.ContainsFunc(fn.params, func(p param) bool {
			return strings.EqualFold(strings.Trim(p.name, "$-"), strings.Trim(a.name, "$-")) || p.label == a.name
		})
	})
}

// isWritten reports whether a function has a body, and is more than what it may be
// called with: function get(name: string): string;
func (fn *Func) isWritten() bool { return fn.Body != 0 || fn.folded }

// takes reports whether a function can be called with arguments, by their number.
func (fn *Func) takes(arguments []argument) bool {
	if slices.ContainsFunc(arguments, func(a argument) bool { return a.spread }) {
		return true
	}
	if slices.ContainsFunc(arguments, func(a argument) bool { return a.name != "" }) {
		return fn.takesNamed(arguments)
	}
	least, most := 0, 0
	for i, p := range fn.params {
		switch {
		case i == 0 && isSelfName(p.name) && fn.Owner != nil:
		case p.rest || p.keywords:
			return len(arguments) >= least
		case p.fallback == 0:
			least, most = least+1, most+1
		default:
			most++
		}
	}
	return least <= len(arguments) && len(arguments) <= most
}
