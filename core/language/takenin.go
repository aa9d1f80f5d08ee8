package language

import (
	"path"
	"strings"

	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// takesIn returns what records the imports of a language in which modules are taken in behind one of
// some words: with all that they have, with some of it, or under another name.
//
//	import envs, std/[os, strutils]     import e = gate.env     open Gate.Env
//	import 'package:gate/env.dart' as e  using .Envs: need       module E = Gate.Env
func takesIn(words ...string) func(*syntax.File, *reads.Outline) {
	behind := wordSet(strings.Join(words, " "))
	return func(f *syntax.File, o *reads.Outline) {
		for i := range f.Tokens {
			if behind[f.Text(i)] && (i == 0 || f.Tokens[i].NewLine || f.Is(i-1, ";") || f.Is(i-1, "public")) {
				takeIn(f, o, i)
			}
		}
	}
}

// isOfLibrary reports whether a module is one of a language's own library: idioms have its names as they are
// usually written.
func isOfLibrary(module string) bool {
	if end := strings.IndexAny(module, ".:"); end > 0 {
		module = module[:end]
	}
	return ofLibrary[module]
}

// ofLibrary are the first names of such modules.
var ofLibrary = wordSet("std core Base os dart")

// mostTakenIn bounds how many modules one import takes in.
const mostTakenIn = 100

// takeIn records the modules behind the word at i.
func takeIn(f *syntax.File, o *reads.Outline, i int) {
	at := i + 1
	if f.Is(at, "rec") || f.Is(at, "static") || f.Is(at, "namespace") {
		at++
	}
	for range mostTakenIn {
		module, end := moduleAt(f, at)
		if module == "" {
			return
		}
		switch {
		case f.Is(end, "="): // import e = env
			name := module
			if module, end = moduleAt(f, end+1); module != "" && !(f.Is(i, "module") && !syntax.IsCapital(module)) {
				o.Import(name, module, i)
			}
		case f.Is(i, "module"): // one that begins here
			return
		case f.Is(i, "using") && f.Is(end-2, "::") && at == i+1: // using gate::need
			o.Import(f.Text(end-1), module, i)
			return
		case f.Is(end, "as") && f.Kind(end+1) == syntax.Word:
			if !isOfLibrary(module) {
				o.Import(f.Text(end+1), module, i)
			}
			end += 2
		case f.Is(end, "import") && f.Is(i, "from"): // from envs import need
			takeNames(f, o, module, end+1, i)
			return
		case f.Is(end, ":"):
			takeNames(f, o, module, end+1, i)
			return
		case f.Is(end, "{") || f.Is(end, ".") && f.Is(end+1, "{"):
			takeNames(f, o, module, end, i)
			return
		default:
			o.Import("*", module, i)
		}
		if !f.Is(end, ",") {
			return
		}
		at = end + 1
	}
}

// takeNames records what is taken in of a module, by the names from a token on, up to the end of the line.
func takeNames(f *syntax.File, o *reads.Outline, module string, from, at int) {
	module += "."
	if isOfLibrary(module) {
		module = ""
	}
	for n := from; n < min(len(f.Tokens), from+mostTakenIn) && !f.Is(n, ";") && !f.Is(n, "}"); n++ {
		if f.Tokens[n].NewLine && n > from && !f.Is(n-1, ",") && !f.Is(n-1, "{") {
			return
		}
		switch {
		case f.Kind(n) != syntax.Word || f.Is(n, "as") || f.Is(n+1, "="):
		case f.Is(n-1, "as"): // need as n
			o.Import(f.Text(n), module+f.Text(n-2), at)
		case f.Is(n-1, "="): // n = need
			o.Import(f.Text(n-2), module+f.Text(n), at)
		case module != "":
			o.Import(f.Text(n), module+f.Text(n), at)
		}
	}
}

// moduleAt returns the module that is named from a token on, and the token behind it: a text, or words
// with dots, slashes or colons between them. It is "" where none is.
func moduleAt(f *syntax.File, i int) (module string, end int) {
	if f.Kind(i) == syntax.String {
		value, _ := f.Value(i)
		return strings.TrimSuffix(value, path.Ext(value)), i + 1
	}
	for f.Is(i, ".") || f.Is(i, "/") || f.Is(i, "..") {
		i++
	}
	if f.Kind(i) != syntax.Word {
		return "", i
	}
	module = f.Text(i)
	for i++; (f.Is(i, ".") || f.Is(i, "/") || f.Is(i, "::")) && f.Kind(i+1) == syntax.Word; i += 2 {
		module += "." + f.Text(i+1)
	}
	return module, i
}
