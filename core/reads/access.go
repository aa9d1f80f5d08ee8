package reads

import (
	"slices"
	"strings"

	"inzicht/core/syntax"
)

// What an access is when it is no read: a declaration, a write, a copy, the
// environment handed on as a whole.

// isDeclaration reports whether the name at i is being declared: import, function f(.
func (a *analysis) isDeclaration(i int) bool {
	switch a.f.Text(i - 1) {
	case "*": // char *getenv(const char *name);
		return a.lang.Prototypes && a.o.blockOf[i] == 0 && a.f.Kind(i-2) == syntax.Word
	case "def", "function", "func", "fn", "import", "class", "interface", "fun":
		return true
	case "define": // #define getenv(name) …
		return a.lang.Prototypes && a.f.Is(i-2, "#")
	}
	return false
}

// isWrite reports whether an access is a write, besides a plain assignment, or a
// delete.
func (a *analysis) isWrite(r Range) bool {
	f := a.f
	next := a.passTransparent(r.Hi)
	if f.Is(next, ",") && f.Is(r.Hi-1, "]") && a.isParallelTarget(r.Lo, next) { // x["a"], x["b"] = 1, 2
		return true
	}
	if f.Is(next, ":") && f.Tokens[r.Lo].NewLine && a.openerOf(r.Lo) < 0 && f.Is(r.Hi-1, "]") { // x["k"]: type = value
		return true
	}
	before := r.Lo - 1
	for f.Is(before, "(") {
		before--
	}
	if f.Kind(before) == syntax.Word {
		switch f.Text(before) {
		case "delete", "del", "unset", "local":
			return true
		}
	}
	if f.Is(before, ",") { // del a, b and unset($a, $b)
		if open := a.openerOf(r.Lo); open > 0 && (f.Is(open-1, "unset") || f.Is(open-1, "local")) {
			return true
		}
		start := a.statementStart(r.Lo)
		return f.Is(start, "del")
	}
	return false
}

// isAssigned reports whether an access is what a value is assigned to.
func (a *analysis) isAssigned(r Range) bool {
	next := a.passTransparent(r.Hi)
	return a.lang.Runs.Operators["="] == "" && a.f.Is(next, "=") && a.f.Kind(next) == syntax.Punct && !a.f.Is(r.Hi-1, ")")
}

// isRemoval reports whether a match does no more than take a variable out of what
// the file has another name for, most likely a copy: env.pop("X", None).
func (a *analysis) isRemoval(m *match) bool {
	f, r := a.f, m.access
	if !m.pattern.idiom.Removes || a.bracketed(r.Lo) || !(f.Tokens[r.Lo].NewLine || f.Is(r.Lo-1, ";") || f.Is(r.Lo-1, ":")) {
		return false
	}
	if r.Hi < len(f.Tokens) && !f.Tokens[r.Hi].NewLine && !f.Is(r.Hi, ";") {
		return false
	}
	return slices.ContainsFunc(a.o.lookup(f.Text(r.Lo), r.Lo), func(b Binding) bool { return b.Path == "" })
}

// isParallelTarget reports whether the comma at token i is between targets of
// one assignment that begins with token lo or before it.
func (a *analysis) isParallelTarget(lo, i int) bool {
	f := a.f
	if a.bracketed(lo) || !(f.Tokens[lo].NewLine || lo == 0 || f.Is(lo-1, ",") || f.Is(lo-1, ";")) {
		return false
	}
	for j := i; j < len(f.Tokens) && j < i+60 && !f.Tokens[j].NewLine; j++ {
		if m := f.Mate(j); m > j {
			j = m
			continue
		}
		if f.Is(j, "=") && f.Kind(j) == syntax.Punct {
			return true
		}
	}
	return false
}

// passedOn reports whether the environment as a whole is handed to something,
// rather than given another name, tested or destructured.
func (a *analysis) passedOn(r Range) bool {
	f := a.f
	before, after := f.Text(r.Lo-1), f.Text(a.passTransparent(r.Hi))
	if after == ":" && (before == "{" || before == ",") || a.isBound(r.Lo) {
		return false // a key, or the place where a name is bound
	}
	switch after {
	case "=", "&&", "||", "??", "!==", "===", "==", "!=", "[", "is", "catch", "orelse":
		return false
	case ".", "?.", "::", "->":
		return a.goesOn(a.passTransparent(r.Hi)+1) || before == "in" && a.isLoopHead(r.Lo-1)
	}
	if f.Is(r.Hi, "as") && f.Is(r.Lo-2, "foreach") { // of PHP
		return f.Text(r.Lo) != "$_SERVER" // in which it is among other things
	}
	if open := a.openerOf(r.Lo); before == "=" && open >= 0 && f.Is(open, "(") && isCall(f, open) {
		return !a.isDefault(r) // run(env=os.environ)
	}
	switch before {
	case "=", "&&", "||", "??", "or", "?:", "typeof", "!", ":=", "not", "try", "in", "from", ".", "if", "else", "elif", "unless":
		return before == "in" && a.isLoopHead(r.Lo-1)
	case "{":
		return !f.Is(r.Lo-2, "lazy") // val env by lazy { System.getenv() }
	case "(":
		return isCall(f, r.Lo-1) || f.Is(r.Lo-2, ">") || f.Is(r.Lo-2, "<>") // new HashMap<>(environment)
	}
	return true
}

// goesOn reports whether a method of the environment takes it as a whole: what gives a copy, and what is given
// arguments or a block; or a member that is all its names or values, of which more is asked than whether one is there.
func (a *analysis) goesOn(i int) bool {
	f, method := a.f, a.f.Text(i)
	switch {
	case a.c.copies[method]:
		return true
	case changes[method]:
		return false
	case allOf[method]:
		return !isMember(f, i+2) || !asksOne[f.Text(i+2)]
	}
	return f.Is(i+1, "(") || f.Is(i+1, "{") || f.Is(i+1, "do") || f.Is(i+1, "<")
}

// allOf are members of the environment that are all its names, values or both, and asksOne what is asked of
// them about one of these.
var (
	allOf   = set(strings.Fields("keys values entries each_pair Keys Values Entries"))
	asksOne = set(strings.Fields("include? member? contains Contains containsKey ContainsKey includes size length count Count Length isEmpty isNotEmpty empty? any? any Any"))
)

// longestPattern bounds how many tokens stand between for and in.
const longestPattern = 12

// isLoopHead reports whether the word in at token i is in the head of a loop.
func (a *analysis) isLoopHead(i int) bool {
	f := a.f
	for j := i - 1; j >= 0 && j >= i-longestPattern; j-- {
		switch {
		case f.Is(j, "for"), f.Is(j, "foreach"):
			return true
		case f.Is(j, ";") || f.Is(j, "{") || f.Is(j, "="):
			return false
		}
	}
	return false
}

// isDefault reports whether r is the default of a parameter.
func (a *analysis) isDefault(r Range) bool {
	for n := range a.o.Functions {
		for _, p := range a.o.Functions[n].Params {
			if p.Default.contains(r.Lo) {
				return true
			}
		}
	}
	return false
}

// changes are methods that change the environment, or ask only for one name of it.
var changes = set(strings.Fields("deinit delete clear store update replace set put remove pop popitem setdefault merge! reject! delete_if get has"))

// isCopy reports whether what is called gives a copy of the environment that no
// idiom reads from: os.Environ().
func (a *analysis) isCopy(m *match) bool {
	if !strings.HasSuffix(m.pattern.path, "()") || !a.f.Is(m.access.Hi-1, ")") {
		return false
	}
	for path, list := range a.c.paths { // in any order
		if strings.HasPrefix(path, m.pattern.path) && (path != m.pattern.path || len(list) > 1) {
			return false
		}
	}
	return true
}

// isCopied reports whether the name at token i stands for a copy of the
// environment, which counted where it was made.
func (a *analysis) isCopied(i int) bool {
	for _, b := range a.o.lookup(a.f.Text(i), i) {
		if !b.Value.empty() && !b.Value.contains(i) && a.f.Is(b.Value.Hi-1, ")") && a.c.copies[a.f.Text(max(a.f.Mate(b.Value.Hi-1), 1)-1)] {
			return true
		}
	}
	return false
}

// isBound reports whether the token at i is where a name is bound.
func (a *analysis) isBound(i int) bool {
	if a.bound == nil {
		a.bound = map[int]bool{}
		for _, list := range a.o.Bindings { // in any order
			for _, b := range list {
				if b.Function < 0 {
					a.bound[b.At] = true
				}
			}
		}
	}
	return a.bound[i]
}
