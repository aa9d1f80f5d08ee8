package reads

import (
	"slices"
	"strings"

	"inzicht/core/syntax"
)

const (
	maxDepth        = 12   // how deep expressions are followed
	maxSteps        = 2000 // how much is evaluated for one read
	maxAlternatives = 64   // how many values one expression may have
)

// evaluate works out what the expression in r may be as a string.
func (a *analysis) evaluate(r Range, depth int) []text {
	r = a.strip(r)
	if a.steps++; r.empty() || depth > maxDepth || a.steps > maxSteps {
		return unknown
	}
	f := a.f
	if r.Hi-r.Lo == 1 {
		return a.evaluateToken(r.Lo, depth)
	}
	if f.Kind(r.Lo) == syntax.Quote && f.Mate(r.Lo) == r.Hi-1 {
		return a.evaluateTemplate(r.Lo, depth)
	}
	if either := a.branches(r); len(either) > 0 {
		var out []text
		for _, branch := range either {
			if out = append(out, a.evaluate(branch, depth+1)...); len(out) > maxAlternatives {
				return unknown
			}
		}
		return out
	}
	for _, operator := range a.c.concat {
		if parts := splitAt(f, r, operator); len(parts) > 1 && parts[0].Hi > parts[0].Lo {
			if a.lang.Prototypes && slices.ContainsFunc(parts, a.isNumber) { // the rest of a text
				return unknown
			}
			return a.concatenate(parts, depth)
		}
	}
	if parts := splitAt(f, r, "%"); len(parts) == 2 && a.isText(parts[0].Lo) {
		return starFormat(a.evaluate(parts[0], depth+1))
	}
	if a.adjacentStrings(r) {
		out := word("")
		for i := r.Lo; i < r.Hi; i++ {
			end := max(i, f.Mate(i))
			out = join(out, a.evaluate(Range{i, end + 1}, depth+1))
			i = end
		}
		return out
	}
	return a.evaluateChain(r, depth)
}

func (a *analysis) isText(i int) bool {
	k := a.f.Kind(i)
	return k == syntax.String || k == syntax.Quote
}

// isNumber tells whether r is a number.
func (a *analysis) isNumber(r Range) bool { return r.Hi-r.Lo == 1 && a.f.Kind(r.Lo) == syntax.Number }

func (a *analysis) concatenate(parts []Range, depth int) []text {
	out := word("")
	for _, p := range parts {
		out = join(out, a.evaluate(p, depth+1))
	}
	return out
}

// adjacentStrings tells whether r is nothing but strings, which then join.
func (a *analysis) adjacentStrings(r Range) bool {
	for i := r.Lo; i < r.Hi; i++ {
		switch a.f.Kind(i) {
		case syntax.String:
		case syntax.Quote:
			if i = a.f.Mate(i); i < 0 {
				return false
			}
		default:
			return false
		}
	}
	return true
}

// strip takes away what does not change a value: brackets round it, casts, borrows.
func (a *analysis) strip(r Range) Range {
	for {
		before := r
		for !r.empty() && (a.f.Is(r.Lo, "&") || a.f.Is(r.Lo, "await") || a.f.Is(r.Lo, "return")) {
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

// evaluateToken works out a single token.
func (a *analysis) evaluateToken(i, depth int) []text {
	switch a.f.Kind(i) {
	case syntax.String:
		if value, ok := a.f.Value(i); ok {
			return word(value)
		}
	case syntax.Number:
		return word(a.f.Text(i))
	case syntax.Word:
		if text := a.f.Text(i); strings.HasPrefix(text, ":") {
			return word(text[1:]) // a symbol
		}
		return a.evaluateName(a.f.Text(i), i, depth)
	}
	return unknown
}

// evaluateTemplate works out a string with interpolated parts.
func (a *analysis) evaluateTemplate(quote, depth int) []text {
	out := word("")
	for i := quote + 1; i < a.f.Mate(quote); i++ {
		switch a.f.Kind(i) {
		case syntax.Text:
			out = join(out, word(a.f.TextValue(i, quote)))
		case syntax.Open:
			m := a.f.Mate(i)
			if m < 0 {
				return unknown
			}
			out = join(out, a.evaluate(Range{i + 1, m}, depth+1))
			i = m
		}
	}
	return out
}

// evaluateName works out what a name stands for at token pos.
func (a *analysis) evaluateName(name string, pos, depth int) []text {
	var out []text
	bound := a.o.lookup(name, pos)
	for _, b := range bound {
		out = append(out, a.evaluateBinding(b, pos, depth)...)
		if len(out) > maxAlternatives {
			return unknown
		}
	}
	if out = a.afterChanges(name, pos, bound, out, depth); len(out) == 0 {
		if a.lang.Imported && len(a.o.Bindings["*"]) == 0 {
			return unknown
		}
		return a.constant(name)
	}
	return out
}

func (a *analysis) evaluateBinding(b Binding, pos, depth int) []text {
	switch {
	case b.Function >= 0:
		if list := a.iterated(b); !list.empty() {
			if values := a.elements(list, depth+1); len(values) > 0 && len(values[0]) > 0 && !values[0][0].any {
				return values
			}
		}
		return []text{{{param: &paramRef{function: b.Function, index: b.Param}}}}
	case b.Value.empty() || b.Value.contains(pos):
		if b.Path != "" {
			return a.constant(b.Path)
		}
		return unknown
	case b.Element:
		return a.elements(b.Value, depth+1)
	case b.Property != "":
		if module := a.required(b.Value); module != "" {
			return a.constant(module + "." + b.Property)
		}
		return a.member(b.Value, b.Property, depth+1)
	}
	return a.evaluate(b.Value, depth+1)
}

// isWordList tells whether the bracket at open holds words without quotes: %w[a b], qw(a b).
func (a *analysis) isWordList(open int) bool {
	text := a.f.Text(open)
	return a.f.Kind(open) == syntax.Open && len(text) > 1 && (text[0] == '%' || strings.HasPrefix(text, "qw"))
}

// evaluateChain works out a.b.c, a call, or a subscript.
func (a *analysis) evaluateChain(r Range, depth int) []text {
	f := a.f
	last := r.Hi - 1
	if f.Is(last, ")") && f.Mate(last) > r.Lo {
		return a.evaluateCall(r, f.Mate(last), depth)
	}
	if f.Is(last, "]") && f.Mate(last) > r.Lo {
		if key, ok := a.plainText(Range{f.Mate(last) + 1, last}, depth); ok {
			return a.member(Range{r.Lo, f.Mate(last)}, key, depth)
		}
		return unknown
	}
	if f.Kind(last) == syntax.Word && isMember(f, last) && last-1 > r.Lo {
		if f.Kind(last-2) == syntax.Word && last-2 == r.Lo && isSelf(f.Text(last-2)) {
			a.ask(f.Text(last), 0, len(f.Tokens))
			if len(a.o.Bindings["."+f.Text(last)]) > 0 {
				return a.evaluateName("."+f.Text(last), r.Lo, depth)
			}
			return a.classConstant(a.o.classAt(r.Lo), f.Text(last), r.Lo, depth)
		}
		return a.member(Range{r.Lo, last - 1}, f.Text(last), depth)
	}
	return unknown
}

func (a *analysis) plainText(r Range, depth int) (string, bool) {
	values := a.evaluate(r, depth+1)
	if len(values) != 1 {
		return "", false
	}
	return values[0].plain()
}

// evaluateCall works out calls that give back text: formats, casts, changes of case.
func (a *analysis) evaluateCall(r Range, open, depth int) []text {
	f := a.f
	callee := f.Text(open - 1)
	inside := Range{open + 1, r.Hi - 1}
	if isMember(f, open-1) && open-2 > r.Lo {
		receiver := Range{r.Lo, open - 2}
		switch callee {
		case "upper", "toUpperCase", "ToUpper", "upcase", "uppercase", "to_uppercase", "ToUpperInvariant", "to_ascii_uppercase":
			return folded(a.evaluate(receiver, depth+1), strings.ToUpper)
		case "lower", "toLowerCase", "downcase", "lowercase", "to_lowercase":
			return folded(a.evaluate(receiver, depth+1), strings.ToLower)
		case "format", "formatted":
			if a.isText(r.Lo) {
				return starFormat(a.evaluate(receiver, depth+1))
			}
		case "toString", "to_s", "trim", "strip", "String", "to_string", "as_str", "freeze", "clone", "into", "to_owned", "name", "value", "as_ref":
			if inside.empty() {
				return a.evaluate(receiver, depth+1)
			}
		}
	}
	path := a.calleePath(r.Lo, open)
	arguments := splitAt(f, inside, ",")
	switch {
	case len(arguments) == 0:
		return unknown
	case a.c.formats[path]:
		return starFormat(a.evaluate(arguments[0], depth+1))
	case a.c.transparent[path]:
		return a.evaluate(arguments[0], depth+1)
	case path == "strings.ToUpper" || path == "strtoupper" || path == "upper":
		return folded(a.evaluate(arguments[0], depth+1), strings.ToUpper)
	}
	return unknown
}

// calleePath gives the path of what is called in [lo, open).
func (a *analysis) calleePath(lo, open int) string {
	path := a.pathOf(Range{lo, open}, maxDepth-2)
	if path == "" && open-1 == lo {
		return a.f.Text(lo)
	}
	return path
}

// member works out the member called key of what stands in r: an object
// written out, a class or an enumeration of this file.
func (a *analysis) member(r Range, key string, depth int) []text {
	r = a.strip(r)
	if r.empty() || depth > maxDepth {
		return unknown
	}
	f := a.f
	if r.Hi-r.Lo == 1 && f.Kind(r.Lo) == syntax.Word {
		name := f.Text(r.Lo)
		for _, b := range a.o.lookup(name, r.Lo) {
			if module := a.required(b.Value); module != "" && b.Property == "" {
				return a.constant(module + "." + key)
			}
			if !b.Value.empty() && !b.Value.contains(r.Lo) && b.Property == "" {
				return a.member(b.Value, key, depth+1)
			}
		}
		return a.classConstant(name, key, r.Lo, depth)
	}
	open := r.Lo
	for open < r.Hi && !f.Is(open, "{") && !f.Is(open, "[") && !(f.Is(open, "(") && open > r.Lo) {
		open++
	}
	if f.Is(open, "(") && f.Is(open+1, "{") { // Object.freeze({…})
		open++
	}
	if f.Mate(open) < 0 {
		return unknown
	}
	for _, part := range splitAt(f, Range{open + 1, f.Mate(open)}, ",") {
		if a.keyOf(part) == key && part.Hi > part.Lo+2 {
			return a.evaluate(Range{part.Lo + 2, part.Hi}, depth+1)
		}
	}
	return unknown
}

// classConstant works out a constant of a class of this file, or of another.
func (a *analysis) classConstant(class, key string, pos, depth int) []text {
	for _, b := range a.o.Bindings[key] {
		if a.o.blocks[b.block].name == class {
			return a.evaluateBinding(b, pos, depth+1)
		}
	}
	if a.lang.Imported && len(a.o.Bindings[class]) == 0 && len(a.o.Bindings["*"]) == 0 {
		return unknown // nothing of that name was imported
	}
	if a.c.heads[class] || strings.HasPrefix(class, "$") || a.isVariable(class, pos) {
		return unknown // a member of what this file made
	}
	return a.constant(class + "." + key)
}

// isVariable tells whether a name stands at pos for a value of this file.
func (a *analysis) isVariable(name string, pos int) bool {
	bound := a.o.lookup(name, pos)
	for _, b := range bound {
		if b.Path != "" {
			return false
		}
	}
	return len(bound) > 0
}

// keyOf gives the key of one entry "key: value", "key = value", "'key' => value".
func (a *analysis) keyOf(part Range) string {
	f := a.f
	if part.Hi-part.Lo < 2 || !(f.Is(part.Lo+1, ":") || f.Is(part.Lo+1, "=") || f.Is(part.Lo+1, "=>")) {
		return ""
	}
	if v, ok := f.Value(part.Lo); ok {
		return v
	}
	return strings.TrimSuffix(strings.TrimPrefix(f.Text(part.Lo), ":"), ":")
}

// constant gives the value of a name that other files of the tree define. What
// is not known yet is wanted.
func (a *analysis) constant(name string) []text {
	if at := strings.LastIndexByte(name, '.'); at > 0 { // module.submodule.NAME: the last two say enough
		if before := strings.LastIndexByte(name[:at], '.'); before >= 0 {
			name = name[before+1:]
		}
	}
	last := name[strings.LastIndexByte(name, '.')+1:]
	if a.context != nil {
		for _, key := range []string{name, last} {
			if value, known := a.context.Constants[key]; known {
				return word(value)
			}
		}
	}
	qualified := len(last) != len(name)
	if len(a.wanted) < 200 && a.isConstantName(last) && (qualified && len(last) > 1 || len(last) > 3 && !common[strings.ToLower(last)]) {
		a.wanted[name], a.wanted[last] = true, true
	}
	return unknown
}

// isConstantName tells whether a name is written like that of a constant: all
// in capitals or with one at its beginning, or kName; in Go any with a capital.
func (a *analysis) isConstantName(name string) bool {
	if strings.ToLower(name) == name {
		return false
	}
	name = strings.TrimLeft(name, "_$")
	return strings.ToUpper(name) == name || name[0] >= 'A' && name[0] <= 'Z' || name[0] == 'k' && name[1] >= 'A' && name[1] <= 'Z' || a.lang.Name == "go"
}
