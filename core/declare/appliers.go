package declare

import (
	"slices"
	"strconv"

	"inzicht/core/parse"
)

// Functions of the program that apply the schema which they are given to the environment:
// const parseEnv = (schema) => schema.parse(process.env).

// applier is a parameter of a function that is such a schema.
type applier struct {
	function string
	position int
}

// findAppliers notes the functions of the file that apply what they are given, for this file and
// for others, and those of other files.
func (w *schemas) findAppliers() {
	w.appliers = map[applier]bool{}
	for n := range w.Tree.Nodes {
		if n := int32(n); w.is(n, parse.Call) {
			if of := w.appliedIn(n); of.function != "" {
				w.appliers[of] = true
				w.Give(Role{Name: of.function, File: w.File, As: Applier, Prefix: strconv.Itoa(of.position)})
			}
		}
	}
	for _, role := range w.Roles {
		if position, err := strconv.Atoi(role.Prefix); role.As == Applier && err == nil && role.File != w.File {
			w.appliers[applier{role.Name, position}] = true
		}
	}
}

// appliedIn returns the parameter whose schema a call applies to the environment; the name of its
// function is "" where it applies none.
func (w *schemas) appliedIn(n int32) (of applier) {
	callee := w.unwrap(w.first(n))
	if !w.apply[w.word(callee)] {
		return of
	}
	args := w.children(n)[1:]
	if !slices.ContainsFunc(args, w.environment) {
		return of
	}
	if w.is(callee, parse.Member) {
		args = append(args, w.first(callee))
	}
	for _, arg := range args {
		if arg = w.unwrap(arg); w.is(arg, parse.Name) {
			if of = w.parameter(arg); of.function != "" {
				return of
			}
		}
	}
	return applier{}
}

// parameter returns the parameter of a named function that a name in it stands for.
func (w *schemas) parameter(name int32) applier {
	for up, below := w.parent(name), name; up != 0; up, below = w.parent(up), up {
		if !w.is(up, parse.Function) && !w.is(up, parse.Lambda) {
			continue
		}
		position := 0
		for _, c := range w.children(up) {
			if !w.is(c, parse.Parameter) || c == below {
				continue
			}
			if w.name(c) == w.name(name) {
				return applier{w.functionName(up), position}
			}
			position++
		}
	}
	return applier{}
}

// functionName returns the name of a function, or that of what it is given to.
func (w *schemas) functionName(n int32) string {
	if w.is(n, parse.Function) {
		return w.name(n)
	}
	up := w.parent(n)
	for w.is(up, parse.Wrapper) {
		up = w.parent(up)
	}
	if first := w.first(up); (w.is(up, parse.Declare) || w.is(up, parse.Assign)) && w.is(first, parse.Name) {
		return w.name(first)
	}
	return ""
}

// given declares the entries of the schemas that a call gives functions of the program which
// apply them.
func (w *schemas) given(word string, args []int32) {
	for i, arg := range args {
		if w.appliers[applier{word, i}] {
			w.entries(arg, "", 0)
		}
	}
}
