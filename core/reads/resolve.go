package reads

import (
	"strings"

	"inzicht/core/syntax"
)

// passTransparent goes over what is between an object and its member
// without meaning: process.env!.X, (process.env as any).X.
func (a *analysis) passTransparent(i int) int {
	f := a.f
	for steps := 0; steps < 4; steps++ {
		switch {
		case f.Is(i, "!") && (isMemberOp(f, i+1) || f.Is(i+1, "[") || f.Is(i+1, ")")):
			i++
		case f.Is(i, ")") && f.Mate(i) >= 0 && !isCall(f, f.Mate(i)):
			i++
		case f.Is(i, "as") || f.Is(i, "satisfies"):
			end := castEnd(f, i+1)
			if !f.Is(end, ")") {
				return i
			}
			i = end
		default:
			return i
		}
	}
	return i
}

// castEnd goes over a type: names, type arguments, object types, unions.
func castEnd(f *syntax.File, i int) int {
	for steps := 0; steps < 40 && i < len(f.Tokens); steps++ {
		if m := f.Mate(i); m > i {
			i = m + 1
			continue
		}
		if f.Kind(i) == syntax.Close || f.Is(i, ";") {
			return i
		}
		i++
	}
	return i
}

// head returns the path that the word at i stands for: through imports and
// aliases, or the word itself where nothing else claims it.
func (a *analysis) head(i int) string {
	name := a.f.Text(i)
	bound := a.o.lookup(name, i)
	if len(bound) == 0 {
		if a.lang.FoldWords {
			name = strings.ToLower(name)
		}
		if path := a.starred(name); path != "" {
			return path
		}
		if a.c.heads[name] || a.c.roots[name] {
			return name
		}
		return a.fieldHead(name, i, nil)
	}
	for _, b := range bound {
		if path := a.bindingPath(b, i, 0); path != "" {
			return path
		}
	}
	return a.fieldHead(name, i, bound)
}

// fieldHead returns the path that a field stands for which the word at i names, without
// the object at hand before it: private Map env, of which a constructor says this.env = e.
func (a *analysis) fieldHead(name string, i int, bound []Binding) string {
	if !a.lang.SharesNames || len(a.o.blockOf) == 0 {
		return ""
	}
	class := a.o.classAt(min(i, len(a.o.blockOf)-1))
	if class == "" || a.f.Is(i+1, "(") || a.isFieldDeclared(i) {
		return ""
	}
	for _, b := range bound {
		if !b.Value.empty() || b.Function >= 0 || a.o.blocks[b.block].class != class {
			return ""
		}
	}
	for _, b := range append(a.o.lookup("."+name, i), a.o.Bindings[name]...) {
		if b.Value.empty() || a.o.blocks[b.block].class != class || a.f.Kind(b.At-1) == syntax.Word {
			continue
		}
		if path := a.bindingPath(b, b.At, 1); path != "" {
			return path
		}
	}
	return ""
}

// isFieldDeclared reports whether the word at i is declared there: a type is before it.
func (a *analysis) isFieldDeclared(i int) bool {
	f := a.f
	if !f.Is(i+1, ";") && !f.Is(i+1, "=") && !f.Is(i+1, ":") {
		return false
	}
	before := f.Text(i - 1)
	return before == ">" || before == "]" || before == "?" || f.Kind(i-1) == syntax.Word && !conditionWords[before] && !controls[before] && before != "return" && before != "throw"
}

// starred resolves a name through imports of everything: from os import *.
func (a *analysis) starred(name string) string {
	for _, b := range a.o.Bindings["*"] {
		if a.c.prefixes[b.Path+"."+name] {
			return b.Path + "." + name
		}
	}
	return ""
}

// bindingKey tells one binding of a file from the others.
type bindingKey struct {
	at, function, param, other int
	property                   string
}

// bindingPath gives the path that a binding stands for, or "". What is known
// is kept; a binding that leads back to itself stands for nothing.
func (a *analysis) bindingPath(b Binding, pos, depth int) string {
	switch {
	case b.Path != "":
		return a.real(b.Path)
	case b.Of != "":
		return a.real(b.Of + "." + b.Property)
	}
	if b.Value.contains(pos) && depth > 0 {
		return ""
	}
	key := bindingKey{b.At, b.Function, b.Param, b.Default.Lo, b.Property}
	path, known := a.paths[key]
	if !known {
		a.paths[key] = ""
		path = a.findBindingPath(b, depth)
		a.paths[key] = path
	}
	return path
}

func (a *analysis) findBindingPath(b Binding, depth int) string {
	if b.Function >= 0 {
		// A parameter with the environment as its default.
		params := a.o.Functions[b.Function].Params
		if b.Param < len(params) && !params[b.Param].Default.empty() {
			if path := a.pathOf(params[b.Param].Default, depth+1); a.mayBeHanded(path) {
				return path
			}
		}
		return ""
	}
	if b.Value.empty() && !b.Default.empty() { // a destructured parameter with the environment as its default
		return a.wholeOf(b.Default, depth+1)
	}
	if b.Element || b.Value.empty() {
		return ""
	}
	var path string
	if b.Value.Hi-b.Value.Lo == 1 && a.f.Kind(b.Value.Lo) == syntax.Word && a.f.Text(b.Value.Lo) == a.f.Text(b.At) {
		path = a.outerPath(b, depth) // local os = os
	} else {
		path = a.pathOf(b.Value, depth+1)
	}
	if path != "" && b.Property != "" {
		path = a.real(path + "." + b.Property)
	}
	return path
}

// outerPath returns the path of what has the name of a binding outside of it.
func (a *analysis) outerPath(b Binding, depth int) string {
	path := a.f.Text(b.At)
	for _, other := range a.o.lookup(path, b.Value.Lo) {
		if other.At == b.At {
			continue
		}
		if path = a.bindingPath(other, b.Value.Lo, depth+1); path != "" {
			return path
		}
	}
	return path
}

// pathOf returns the path that an expression stands for: a.b.c with a resolved,
// a module required, a copy of the environment, or "".
func (a *analysis) pathOf(r Range, depth int) string {
	r = a.strip(r)
	if r.empty() || depth > maxDepth {
		return ""
	}
	f := a.f
	if either := a.branches(r); len(either) > 0 {
		for _, branch := range either {
			if path := a.pathOf(branch, depth+1); path != "" {
				return path
			}
		}
		return ""
	}
	if f.Kind(r.Lo) != syntax.Word {
		if f.Is(r.Lo, "{") && f.Is(r.Lo+1, "...") && f.Mate(r.Lo) == r.Hi-1 {
			return a.wholeOf(Range{r.Lo + 2, r.Hi - 1}, depth)
		}
		return ""
	}
	last := r.Hi - 1
	if f.Is(last, "]") && f.Mate(last) == last-2 && last-2 > r.Lo { // process["env"]
		key, text := f.Value(last - 1)
		if of := a.pathOf(Range{r.Lo, last - 2}, depth+1); text && of != "" && !a.c.roots[of] {
			return of + "." + key
		}
		return ""
	}
	switch {
	case last == r.Lo+1 && f.Kind(last) == syntax.String: // require "env"
		return a.real(a.required(r))
	case f.Is(last, ")") && f.Mate(last) > r.Lo:
		return a.calledPath(r, f.Mate(last), depth)
	case last == r.Lo:
		return a.nameDepth(r.Lo, depth)
	case f.Kind(last) != syntax.Word || !isMember(f, last):
		return ""
	}
	path := a.pathOf(Range{r.Lo, last - 1}, depth+1)
	switch {
	case path == "":
		return ""
	case a.c.roots[path]:
		return f.Text(last)
	}
	return a.real(path + "." + f.Text(last))
}

// nameDepth is head for a path inside a path.
func (a *analysis) nameDepth(i, depth int) string {
	name := a.f.Text(i)
	bound := a.o.lookup(name, i)
	for _, b := range bound {
		if path := a.bindingPath(b, i, depth+1); path != "" {
			return path
		}
	}
	if len(bound) > 0 {
		return ""
	}
	if a.lang.FoldWords && strings.HasPrefix(name, "$") && a.c.heads[strings.ToLower(name)] {
		name = strings.ToLower(name) // as patterns are
	}
	if path := a.starred(name); path != "" {
		return path
	}
	return name
}

// calledPath returns the path of require("process") and of copies: dict(os.environ), os.environ.copy().
func (a *analysis) calledPath(r Range, open, depth int) string {
	f := a.f
	inside := Range{open + 1, r.Hi - 1}
	if len(a.c.makes) > 0 {
		if path := a.pathOf(Range{r.Lo, open}, depth+1); a.c.makes[path] {
			return path + "()"
		}
	}
	if last := f.Text(open - 1); inside.empty() || last != "" && last[0] >= 'A' && last[0] <= 'Z' { // a function without arguments, or a constructor
		if path := a.pathOf(Range{r.Lo, open}, depth+1) + "()"; a.c.prefixes[path] {
			return path
		}
	}
	if module := a.required(r); module != "" {
		return a.real(module)
	}
	if a.c.copies[f.Text(open-1)] {
		if isMember(f, open-1) && inside.empty() {
			return a.wholeOf(Range{r.Lo, open - 2}, depth)
		}
		for _, argument := range splitAt(f, inside, ",") {
			if path := a.wholeOf(argument, depth); path != "" {
				return path
			}
		}
	}
	return ""
}

// required returns the module that require("module") or import("module") loads,
// without what does not tell modules apart, or "".
func (a *analysis) required(r Range) string {
	f := a.f
	if f.Is(r.Lo, "await") {
		r.Lo++
	}
	if f.Is(r.Lo, "require") && r.Hi-r.Lo == 2 && f.Kind(r.Lo+1) == syntax.String { // of Lua
		module, _ := f.Value(r.Lo + 1)
		return ModuleName(module)
	}
	if r.Hi-r.Lo != 4 || !f.Is(r.Lo, "require") && !f.Is(r.Lo, "import") || !f.Is(r.Lo+1, "(") || f.Kind(r.Lo+2) != syntax.String {
		return ""
	}
	module, _ := f.Value(r.Lo + 2)
	return ModuleName(module)
}

// ModuleName takes away from the name of a module what does not tell modules
// of JavaScript apart.
func ModuleName(module string) string {
	for _, ending := range []string{".js", ".mjs", ".cjs", ".ts", ".jsx", ".tsx"} {
		module = strings.TrimSuffix(module, ending)
	}
	if folder, is := strings.CutSuffix(module, "/index"); is && folder != "." && folder != ".." { // the folder says as much
		module = folder
	}
	if len(module) > 1 && (module[0] == '#' || module[0] == '~') && module[1] != '/' { // a file of the project by a short name: #env, ~env
		module = module[:1] + "/" + module[1:]
	}
	return strings.TrimSuffix(strings.TrimPrefix(module, "node:"), "/strict") // assert/strict
}

// wholeOf is pathOf where that is the environment as a whole.
func (a *analysis) wholeOf(r Range, depth int) string {
	if path := a.pathOf(r, depth+1); a.c.wholes[path] != nil {
		return path
	}
	return ""
}

// strip takes away what does not change a value: brackets round it, casts, borrows.
func (a *analysis) strip(r Range) Range {
	for {
		before := r
		for !r.empty() && (a.f.Is(r.Lo, "&") || a.f.Is(r.Lo, "await") || a.f.Is(r.Lo, "try") || a.f.Is(r.Lo, "return")) {
			r.Lo++
		}
		if !r.empty() && a.f.Is(r.Lo, "(") && a.f.Mate(r.Lo) == r.Hi-1 {
			r = Range{r.Lo + 1, r.Hi - 1}
		}
		for i := r.Lo + 1; i < r.Hi; i++ {
			if m := a.f.Mate(i); m > i {
				i = m
			} else if (a.f.Is(i, "as") || a.f.Is(i, "satisfies")) && a.f.Kind(i) == syntax.Word {
				r.Hi = i
			}
		}
		for r.Hi-r.Lo > 1 && a.f.Is(r.Hi-1, "!") {
			r.Hi--
		}
		if r == before {
			return r
		}
	}
}

// branches splits a conditional expression into its values.
func (a *analysis) branches(r Range) []Range {
	f := a.f
	question := -1
	for i := r.Lo; i < r.Hi; i++ {
		if m := f.Mate(i); m > i {
			i = m
			continue
		}
		switch {
		case f.Is(i, "?") && question < 0:
			question = i
		case f.Is(i, ":") && question >= 0:
			return []Range{{question + 1, i}, {i + 1, r.Hi}}
		case f.Is(i, "if") && i > r.Lo:
			for j := i; j < r.Hi; j++ {
				if m := f.Mate(j); m > j {
					j = m
				} else if f.Is(j, "else") {
					return []Range{{r.Lo, i}, {j + 1, r.Hi}}
				}
			}
		case i > r.Lo && (f.Kind(i) == syntax.Punct || f.Kind(i) == syntax.Word) && a.c.wordOr[f.Text(i)]:
			return []Range{{r.Lo, i}, {i + 1, r.Hi}}
		}
	}
	return nil
}

const (
	maxDepth        = 12 // how deep expressions are followed
	maxAlternatives = 64 // how many values one expression may have
)
