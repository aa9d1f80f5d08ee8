package reads

import (
	"path"
	"slices"
	"strings"

	"inzicht/core/evaluate"
	"inzicht/core/syntax"
)

// Helper is a function that reads the variable its caller names: a call of
// it is a read.
type Helper struct {
	Name, Owner string // the function, and the class it belongs to, or ""
	Access      string // the idiom inside it

	function int  // index into the outline of its own file
	param    int  // which parameter names the variable
	name     text // how the name is built from it
	idiom    *Idiom
	facts    facts
	at       Range // the read inside it
	self     bool  // its first parameter is the object itself
	params   []string
	defaults []*fallback

	fn *evaluate.Func

	File     string // that defines it
	Exported bool   // other files may call it
	// Inside is the read inside it: what there is to report where nothing calls it.
	Inside Read
}

// addHelper makes a helper of the function that parameter p belongs to. It
// reports false where that function has no name to call it by.
func (a *analysis) addHelper(p *paramRef, name text, idiom *Idiom, access string, out *facts, at Range) bool {
	fn := &a.o.Functions[p.function]
	if fn.Name == "" || len(a.helpers) > 500 || changesVariables(fn.Name) {
		return false
	}
	for _, h := range a.helpers {
		if h.function == p.function && h.param == p.index {
			// Several reads in one function: the strictest need, the first fallback.
			h.facts.merge(*out, false)
			return true
		}
	}
	h := &Helper{
		Name: fn.Name, Owner: fn.Owner, Access: access, function: p.function, param: p.index,
		name: name, idiom: idiom, facts: *out, at: at,
	}
	if h.facts.fallback == nil {
		h.facts.fallback = a.returned(fn, p.index)
	}
	h.Exported = a.isExported(fn)
	h.File, h.Inside = a.file, Read{Access: access}
	if pattern, known := name.pattern(); known {
		h.Inside.Pattern = pattern
	}
	h.facts.finish(&h.Inside, idiom)
	a.place(&h.Inside, at)
	for n, param := range fn.Params {
		h.params = append(h.params, param.Name)
		h.defaults = append(h.defaults, a.fallbackOf(param.Default))
		h.self = h.self || n == 0 && isSelf(param.Name)
	}
	a.helpers = append(a.helpers, h)
	a.namesakes, a.meant = nil, nil
	return true
}

// isExported tells whether other files may call a function.
func (a *analysis) isExported(fn *Function) bool {
	if len(fn.Name) < 3 || strings.HasPrefix(fn.Name, "_") || a.isOwnToFile(fn) {
		return false
	}
	if a.lang.Exports == "" || fn.Owner != "" {
		return true
	}
	f := a.f
	for i := fn.At; i >= 0 && i > fn.At-5; i-- {
		if f.Is(i, a.lang.Exports) {
			return true
		}
	}
	for _, i := range a.occurrences(fn.Name, 0, len(f.Tokens)) {
		if i == fn.At {
			continue
		}
		if f.Is(i-2, "exports") || f.Is(i-1, a.lang.Exports) {
			return true
		}
		if p := a.openerOf(i); p > 0 && f.Is(p, "{") && (f.Is(p-1, a.lang.Exports) || f.Is(p-2, "exports")) {
			return true
		}
	}
	return false
}

// isOwnToFile tells whether a function is marked as one that no other file
// sees, and does not stand in a header, which other files take in.
func (a *analysis) isOwnToFile(fn *Function) bool {
	if a.lang.Private == "" || strings.HasPrefix(path.Ext(a.file), ".h") {
		return false
	}
	for i := fn.At - 1; i >= 0 && i > fn.At-8 && !a.f.Is(i, ";") && !a.f.Is(i, "}"); i-- {
		if a.f.Is(i, a.lang.Private) {
			return true
		}
	}
	return false
}

// changesVariables tells by its name whether a function sets variables, and
// reads them only to put them back: setenv, mock_env.
func changesVariables(name string) bool {
	name = strings.ToLower(strings.TrimLeft(name, "_"))
	for _, prefix := range []string{"set", "unset", "put", "delete", "clear", "restore", "mock", "stub"} {
		if strings.HasPrefix(name, prefix) && !strings.HasPrefix(name, "setting") && !strings.HasPrefix(name, "setup") {
			return true
		}
	}
	return false
}

// returned gives what a function returns besides the value it read: another
// parameter or a literal is its fallback.
func (a *analysis) returned(fn *Function, name int) *fallback {
	for i := fn.Body.Lo; i < fn.Body.Hi && i < fn.Body.Lo+400; i++ {
		if !a.f.Is(i, "return") || a.f.Kind(i) != syntax.Word {
			continue
		}
		value := Range{i + 1, min(a.operandEnd(i+1), fn.Body.Hi)}
		if value.Hi != value.Lo+1 {
			continue
		}
		given := a.fallbackOf(value)
		switch {
		case given == nil || given.text == "" || given.text == "true" || given.text == "false":
		case given.param != nil && given.param.index != name, !given.computed:
			return given
		}
	}
	return nil
}

// throughHelpers finds the calls of the file's helpers. A helper found on the
// way is looked for in its turn.
func (a *analysis) throughHelpers() {
	places := a.callPlaces()
	if len(places) == 0 {
		return
	}
	for n := 0; n < len(a.helpers) && n < 500; n++ {
		a.callsOf(a.helpers[n], places)
	}
	if a.context == nil {
		return
	}
	for _, h := range a.context.Helpers {
		if h.File != a.file {
			a.callsOf(h, places)
		}
	}
	for n := 0; n < len(a.helpers) && n < 500; n++ { // functions round other files' helpers
		if a.seenCalls[a.helpers[n]] == 0 {
			a.callsOf(a.helpers[n], places)
		}
	}
}

// callPlaces gives, by name, the tokens at which something that may be a
// helper is called: a function of this file, or a helper of another.
func (a *analysis) callPlaces() map[string][]int {
	places := map[string][]int{}
	if len(a.helpers) == 0 && (a.context == nil || len(a.context.Helpers) == 0) {
		return places
	}
	for n := range a.o.Functions {
		places[a.o.Functions[n].Name] = nil
	}
	if a.context != nil {
		for _, h := range a.context.Helpers {
			places[h.Name] = nil
		}
	}
	f := a.f
	for i := range f.Tokens {
		t := &f.Tokens[i]
		if t.Kind != syntax.Word || i+1 >= len(f.Tokens) || !f.Is(i+1, "(") && !f.Is(i+1, "<") {
			continue
		}
		if list, wanted := places[string(f.Src[t.Start:t.End])]; wanted {
			places[f.Text(i)] = append(list, i)
		}
	}
	return places
}

func (a *analysis) callsOf(h *Helper, places map[string][]int) {
	f := a.f
	for _, i := range places[h.Name] {
		open := i + 1
		if f.Is(open, "<") {
			for steps := 0; steps < 16 && !f.Is(open, "("); steps++ {
				open++
			}
		}
		if !f.Is(open, "(") || f.Mate(open) < 0 || !a.isMeant(h, i) || a.isDefinition(i) || a.isDeclaration(i) || !a.calls(h, i) {
			continue
		}
		if f.Is(f.Mate(open)+1, "{") && h.Owner != "" && !isMember(f, i) {
			continue // the definition of a method of the same name
		}
		a.call(h, i, open)
	}
}

// isMeant tells whether, of several helpers of the file that have one name,
// this is the one that is called at token i: that of the same class, or else
// the one defined closest round it, or else the last one before it.
func (a *analysis) isMeant(h *Helper, i int) bool {
	if h.File != a.file {
		return true
	}
	if a.namesakes == nil {
		a.namesakes = map[string][]*Helper{}
		for _, h := range a.helpers {
			a.namesakes[h.Name] = append(a.namesakes[h.Name], h)
		}
	}
	all := a.namesakes[h.Name]
	if len(all) < 2 {
		return true
	}
	meant, known := a.meant[i]
	if !known {
		owner := a.ownerAt(i)
		best := [3]int{}
		for n, other := range all {
			if score := a.closeness(other, owner, i); n == 0 || slices.Compare(score[:], best[:]) > 0 {
				meant, best = other, score
			}
		}
		if a.meant == nil {
			a.meant = map[int]*Helper{}
		}
		a.meant[i] = meant
	}
	return meant.function == h.function
}

// closeness says how likely a call at token i, in a function of a class, means
// a helper: the greater, the likelier.
func (a *analysis) closeness(h *Helper, owner string, i int) (score [3]int) {
	fn := &a.o.Functions[h.function]
	if h.Owner != "" && h.Owner == owner {
		score[0] = 1
	}
	if fn.At < len(a.o.blockOf) {
		if block := a.o.blocks[a.o.blockOf[fn.At]].Range; block.contains(i) {
			score[1] = 1<<30 - (block.Hi - block.Lo)
		}
	}
	if score[2] = -fn.At; fn.At <= i {
		score[2] = fn.At
	}
	return score
}

// ownerAt gives the class that the function round token i belongs to, or "".
func (a *analysis) ownerAt(i int) string {
	if a.byBody == nil {
		for n := range a.o.Functions {
			a.byBody = append(a.byBody, n)
		}
		slices.SortStableFunc(a.byBody, func(x, y int) int { return a.o.Functions[x].Body.Lo - a.o.Functions[y].Body.Lo })
	}
	n, _ := slices.BinarySearchFunc(a.byBody, i+1, func(n, at int) int { return a.o.Functions[n].Body.Lo - at })
	for steps := 0; n > 0 && steps < maxNestedFunctions; steps++ {
		n--
		if fn := &a.o.Functions[a.byBody[n]]; fn.Body.contains(i) && fn.Owner != "" {
			return fn.Owner
		}
	}
	return ""
}

// maxNestedFunctions bounds how many functions before a place are looked at
// for the one round it.
const maxNestedFunctions = 50

// isDefinition tells whether the name at i is that of a function defined there.
func (a *analysis) isDefinition(i int) bool {
	a.listFunctions()
	return a.defined[i]
}

// listFunctions notes, once, where functions are defined and which are no methods.
func (a *analysis) listFunctions() {
	if a.defined != nil {
		return
	}
	a.defined, a.defines = map[int]bool{}, map[string]bool{}
	for n := range a.o.Functions {
		fn := &a.o.Functions[n]
		a.defined[fn.At] = true
		a.defines[fn.Name] = a.defines[fn.Name] || fn.Owner == ""
	}
}

// calls tells whether the name at i is that helper, not another of its name.
func (a *analysis) calls(h *Helper, i int) bool {
	f := a.f
	if h.File != a.file {
		return a.callsOther(h, i)
	}
	if !isMember(f, i) {
		for _, b := range a.o.lookup(h.Name, i) {
			if b.Function >= 0 || b.Path != "" {
				return false
			}
		}
		return true
	}
	for j := i - 2; j >= 0 && j > i-12 && !f.Tokens[j+1].NewLine; j-- { // Config{}.get(…), new Config().get(…)
		if h.Owner != "" && f.Is(j, h.Owner) {
			return true
		}
	}
	receiver := f.Text(i - 2)
	if isSelf(receiver) || receiver == h.Owner || receiver == "exports" {
		return true
	}
	for _, b := range a.o.lookup(receiver, i) {
		for j := b.Value.Lo; j < b.Value.Hi; j++ {
			if h.Owner != "" && f.Is(j, h.Owner) {
				return true
			}
		}
	}
	return !a.lang.isCommon(h.Name)
}

// call makes reads of one call of a helper.
func (a *analysis) call(h *Helper, i, open int) {
	a.steps = 0
	f := a.f
	arguments := splitAt(f, Range{open + 1, f.Mate(open)}, ",")
	shift := 0
	if h.self {
		shift = 1
	}
	argument := func(index int) Range {
		if index < len(h.params) {
			for _, r := range arguments {
				if f.Is(r.Lo, h.params[index]) && f.Is(r.Lo+1, "=") {
					return Range{r.Lo + 2, r.Hi}
				}
			}
		}
		if n := index - shift; n >= 0 && n < len(arguments) && !a.isKeywordArgument(arguments[n]) {
			return arguments[n]
		}
		return Range{}
	}
	at := Range{chainStart(f, i), f.Mate(open) + 1}
	if a.accesses[at.Lo] {
		return // the language's own idiom, which the tree defines itself
	}
	out := h.facts
	out.literals = append([]string{}, h.facts.literals...)
	if out.fallback != nil && out.fallback.param != nil {
		p := out.fallback.param
		out.fallback = nil
		if given := argument(p.index); !given.empty() {
			out.fallback = a.fallbackOf(given)
		} else if p.index < len(h.defaults) {
			out.fallback = h.defaults[p.index]
		}
		switch {
		case out.fallback == nil:
			out.tested = false
		case out.fallback.text != "": // what would end the program is not reached
			out.required = false
		}
	}
	a.judge(at, 0, &out)
	values := unknown
	if given := argument(h.param); !given.empty() {
		values = a.evaluate(given, 0)
	}
	names := substitute(h.name, values)
	if h.File != a.file && (isMember(f, i) && h.Owner != "" || a.lang.Global && h.Owner == "" && !a.sees(h)) {
		names = writtenLikeVariables(names) // what is called may be another's method, or function
	}
	if len(names) == 0 {
		return
	}
	a.seenCalls[h]++
	a.emit(at, names, h.idiom, h.Access, &out, h.Name)
}

// substitute puts the values of an argument for the parameter in a name.
func substitute(name text, values []text) []text {
	out := []text{{}}
	for _, p := range name {
		if p.param == nil {
			out = join(out, []text{{p}})
			continue
		}
		if p.param.fold != nil {
			out = join(out, folded(values, p.param.fold))
		} else {
			out = join(out, values)
		}
	}
	return out
}
