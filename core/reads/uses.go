package reads

import (
	"cmp"
	"slices"

	"inzicht/core/evaluate"
)

// wordsOf gathers what running the code of a language needs to know of it.
func (l *Language) wordsOf(c *compiled) *evaluate.Words {
	w := &evaluate.Words{
		Nothing: c.nothing, Stops: c.stops, Formats: c.formats, Transparent: c.transparent, Rewrites: l.Rewrites, Uses: map[string][]evaluate.Use{},
		Forms: formsOf(l.Runs.Forms), EmptyTrue: l.Runs.EmptyTrue, EmptyLists: l.Runs.EmptyLists, No: l.Runs.No, Returns: l.Runs.Returns, Extends: l.Runs.Extends, Raises: l.Runs.Raises, Variants: l.Runs.Variants, Lends: set(l.Runs.Lends), Taps: set(l.Runs.Taps),
		Pointers: l.Prototypes, Mutates: l.Runs.Mutates, Stages: l.Runs.Stages, Uniform: l.Runs.Uniform, Quiet: l.QuietParens, Types: l.Runs.Types, Chains: l.Runs.Chains, Result: l.Runs.Result, Capitals: l.Runs.Capitals, Variables: l.Runs.Variables, Blank: l.Runs.Blank, OwnScopes: l.Runs.OwnScopes, Explicit: l.Runs.Explicit, Status: l.Runs.Status, EmptyTexts: set(l.Runs.EmptyTexts), AnyCase: l.Runs.AnyCase, Signs: l.Runs.Signs, Joins: set(l.Runs.Joins), Exact: l.Runs.Exact, Main: l.Runs.Main, Arguments: l.Runs.Arguments, Shift: l.Runs.Shift, Clauses: l.Runs.Clauses, Short: l.Runs.Short, Curried: l.Runs.Curried, Element: l.Runs.Element, Excludes: set(l.Runs.Excludes), Generators: l.Runs.Generators, Chooses: c.wordOr, Exhausts: set(l.Runs.Exhausts), Bare: l.QuietParens || l.Runs.Bare, Given: l.Runs.Given, Failures: l.Runs.Failures, Platform: l.Runs.Platform, Operators: l.Runs.Operators, Loops: l.Runs.Loops, KeysIn: l.Runs.KeysIn, Forces: l.Force, Leaves: l.Runs.Leaves,
	}
	if len(l.Runs.Catchers) > 0 {
		w.Catchers = set(l.Runs.Catchers)
	}
	if len(l.Runs.Lists) > 0 {
		w.Lists = set(l.Runs.Lists)
	}
	if len(l.Runs.Errors) > 0 {
		w.Errors = set(l.Runs.Errors)
	}
	for _, list := range c.callUses { // in any order
		for _, p := range list {
			w.Uses[p.path] = append(w.Uses[p.path], l.useOf(p))
		}
	}
	for name, list := range c.methodUses { // in any order
		for _, p := range list {
			w.Uses["."+name] = append(w.Uses["."+name], l.useOf(p))
		}
	}
	return w
}

// useOf says what a pattern of use of the language does.
func (l *Language) useOf(p *pattern) evaluate.Use {
	use := evaluate.Use{Arg: -1, Fallback: -1, Exact: -1, Kind: string(p.idiom.Kind), Form: string(cmp.Or(p.idiom.Form, l.Runs.Forms[p.idiom.Kind])), Size: l.Runs.Sizes[p.path], Does: p.idiom.Does, Maps: p.idiom.Maps, Empties: p.idiom.Empties, Other: p.idiom.Other, Counts: p.idiom.Counts}
	switch {
	case p.idiom.Test:
		use.Does = evaluate.Tests
	case p.idiom.Absent:
		use.Does = evaluate.Absence
	case p.idiom.Need == Required:
		use.Does = evaluate.Fail
	case p.idiom.Need == Optional:
		use.Does = evaluate.Replaces
	}
	if use.Does == evaluate.Tests && p.idiom.Does == evaluate.Tests && use.Kind != "" { // bool(x)
		use.Form = evaluate.Presence
	}
	for _, e := range p.after {
		if e.kind != group {
			continue
		}
		if !e.rest {
			use.Exact = len(e.args)
		}
		for n, argument := range e.args {
			switch {
			case holds(argument, holeRead):
				use.Arg, use.Keyword = n, keyword(argument)
			case holds(argument, holeFallback):
				use.Fallback, use.Does = n, evaluate.Replaces
			case len(argument) > 0 && argument[0].kind == literal:
				use.Also = argument[0].text
			}
		}
		break
	}
	return use
}

func holds(list []element, which string) bool {
	return slices.ContainsFunc(list, func(e element) bool {
		return e.kind == hole && e.text == which || slices.ContainsFunc(e.args, func(in []element) bool { return holds(in, which) })
	})
}

// formsOf returns forms by kinds as running code knows both.
func formsOf(forms map[Kind]Form) map[string]string {
	m := map[string]string{}
	for kind, form := range forms { // in any order
		m[string(kind)] = string(form)
	}
	return m
}
