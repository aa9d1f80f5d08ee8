package reads

import (
	"slices"

	"inzicht/core/syntax"
)

// Files that are looked at since a word of theirs is that of a helper. Most of them mean
// something else by it: then nothing in them reads, and they need not be run.

// meets reports whether the file may call something of another file that reads, or have an
// object that does: a word of it is the name of such a helper, of the class that it is a
// method of, or of what its file keeps. What is only given what was read does not read by itself.
func (a *analysis) meets() bool {
	if a.context == nil || len(a.context.Helpers) == 0 {
		return false
	}
	list := a.context.listed()
	if slices.ContainsFunc(list.unnamed, a.readsElsewhere) || slices.ContainsFunc(list.answers, a.readsElsewhere) { // under any name, or none
		return true
	}
	for _, bound := range a.o.Bindings { // in any order: under a name of its own
		if slices.ContainsFunc(bound, func(b Binding) bool {
			return b.Path != "" && slices.ContainsFunc(list.named[lastOf(b.Path)], a.readsElsewhere)
		}) {
			return true
		}
	}
	for i := range a.f.Tokens {
		if a.f.Kind(i) != syntax.Word {
			continue
		}
		name := a.f.Text(i)
		has := func(h *Helper) bool { return a.readsElsewhere(h) && a.mayName(h) }
		if slices.ContainsFunc(list.keepers[name], has) || slices.ContainsFunc(list.ofClass[name], has) {
			return true
		}
		if slices.ContainsFunc(list.named[name], func(h *Helper) bool {
			return a.readsElsewhere(h) && (!a.lang.isCommon(name) || a.callsOther(h, i))
		}) {
			return true
		}
	}
	return false
}

// readsElsewhere reports whether a helper is one of another file that reads, and not only
// given what was read.
func (a *analysis) readsElsewhere(h *Helper) bool {
	return h.seek == nil && h.File != a.file && h.isIn(a.lang)
}
