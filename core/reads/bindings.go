package reads

import (
	"strings"

	"inzicht/core/syntax"
)

// The parts that outlines of all languages share: assignments, destructuring,
// parameters, and where an expression ends.

// maxExpression bounds how many tokens outside brackets one expression may
// have: what is longer was made to be.
const maxExpression = 1000

// continues are operators after which an expression goes on to the next line,
// or with which a line goes on from the one before.
var continues = map[string]bool{
	"+": true, "-": true, "*": true, "/": true, "%": true, ".": true, "?.": true, "->": true, "::": true, "&.": true,
	"||": true, "&&": true, "??": true, "?": true, ":": true, "?:": true, "==": true, "===": true, "!=": true,
	"!==": true, "=": true, ":=": true, "=>": true, "<": true, ">": true, "<=": true, ">=": true, ",": true,
	"|": true, "&": true, "..": true, "<>": true, "|>": true, "or": true, "and": true, "not": true,
	"||=": true, "??=": true, "+=": true,
}

// expressionEnd returns the token behind the expression that begins at lo.
// Brackets are passed over whole; it never goes past limit.
func expressionEnd(f *syntax.File, lo, limit int, lineEnds bool) int {
	for i, steps := lo, 0; i < limit; i++ {
		if steps++; steps > maxExpression {
			return i
		}
		t := &f.Tokens[i]
		if i > lo && lineEnds && t.NewLine && !continuesLine(f, i) {
			return i
		}
		switch t.Kind {
		case syntax.Open, syntax.Quote:
			if t.Mate > int32(i) {
				i = int(t.Mate)
			}
		case syntax.Close, syntax.Unquote:
			return i
		case syntax.Punct:
			if c := f.Src[t.Start]; t.End-t.Start == 1 && (c == ',' || c == ';') {
				return i
			}
		}
	}
	return limit
}

// continuesLine reports whether token i, first on its line, belongs to the
// expression before it.
func continuesLine(f *syntax.File, i int) bool {
	if t := f.Tokens[i]; t.Kind == syntax.Punct && continues[f.Text(i)] && !f.Is(i, "*") && !f.Is(i, "&") {
		return true
	}
	before := f.Tokens[i-1]
	if f.Table.ColonEnds && f.Is(i-1, ":") || f.Is(i-1, "|") && endsBlockParams(f, i-1) {
		return false
	}
	return (before.Kind == syntax.Punct || before.Kind == syntax.Word) && continues[f.Text(i-1)]
}

// endsBlockParams reports whether the bar at i closes what a block is given: do |a, b|.
func endsBlockParams(f *syntax.File, i int) bool {
	for j := i - 1; j > 0 && j > i-20 && !f.Tokens[j+1].NewLine; j-- {
		if f.Is(j, "|") {
			return f.Is(j-1, "do") || f.Is(j-1, "{")
		}
	}
	return false
}

// bindAssignments records every "name = value", with or without a type or
// further names on the left. With keywords, an "=" between parentheses names
// an argument and assigns nothing.
func bindAssignments(f *syntax.File, o *Outline, lineEnds, keywords bool) {
	for i := 1; i < len(f.Tokens); i++ {
		t := &f.Tokens[i]
		if t.Kind != syntax.Punct {
			continue
		}
		switch string(f.Src[t.Start:t.End]) {
		case "=", ":=":
			if p := o.parent[i]; keywords && t.End-t.Start == 1 && p >= 0 && f.Is(int(p), "(") {
				continue
			}
			if o.isOfParameter(f, i) {
				continue
			}
			bindTarget(f, o, i, lineEnds)
		case "||=", "??=":
			if f.Kind(i-1) == syntax.Word {
				bindName(f, o, i-1, Binding{At: i - 1, Value: Range{i + 1, valueEnd(f, o, i+1, lineEnds)}, Function: -1})
			}
		}
	}
}

// isOfParameter reports whether the sign at a token is before the default of a parameter,
// f(env = process.env), f({ env = process.env }), which is known within the function alone.
func (o *Outline) isOfParameter(f *syntax.File, eq int) bool {
	open := int(o.parent[eq])
	for depth := 0; depth < 3 && open > 0 && (f.Is(open, "{") || f.Is(open, "[")); depth++ {
		open = int(o.parent[open])
	}
	return open > 0 && f.Is(open, "(") && f.Mate(open) > eq && beginsParameters(f, open)
}

// beginsParameters reports whether the parameters of a function begin at a parenthesis.
func beginsParameters(f *syntax.File, open int) bool {
	before, behind := open-1, f.Mate(open)+1
	if f.Is(behind, "=>") || f.Is(behind, ":") && isTypeOfArrow(f, behind+1) || definesFunction[f.Text(before)] || definesFunction[f.Text(before-1)] {
		return true
	}
	if f.Kind(before) != syntax.Word || controls[f.Text(before)] {
		return false
	}
	if f.Is(behind, "{") {
		return true
	}
	first := f.Tokens[before].NewLine || f.Kind(before-1) == syntax.Word || f.Is(before-1, "{") || f.Is(before-1, "}") || f.Is(before-1, ";")
	return first && (f.Is(behind, ":") || f.Is(behind, "->"))
}

// isTypeOfArrow reports whether the type of what an arrow gives begins at a token: (env): string => …
func isTypeOfArrow(f *syntax.File, i int) bool {
	for last := i + longestType; i < min(last, len(f.Tokens)); i++ {
		switch {
		case f.Is(i, "=>"):
			return true
		case f.Is(i, ";") || f.Is(i, ",") || f.Is(i, "?") || f.Kind(i) == syntax.Close || f.Kind(i) == syntax.String:
			return false
		}
		if mate := f.Mate(i); mate > i {
			i = mate
		}
	}
	return false
}

// longestType bounds how many tokens such a type has.
const longestType = 24

// definesFunction are words before a function, or before its name.
var definesFunction = set(strings.Fields("function fn func fun def defp sub constructor init __construct"))

// valueEnd is expressionEnd for the right side of an assignment: between
// parentheses or square brackets a line's end means nothing.
func valueEnd(f *syntax.File, o *Outline, lo int, lineEnds bool) int {
	limit := len(f.Tokens)
	if lo >= limit {
		return limit
	}
	if p := o.parent[lo]; p >= 0 && f.Src[f.Tokens[p].Start] != '{' {
		lineEnds = false
	}
	return expressionEnd(f, lo, limit, lineEnds)
}

// bindTarget binds what is left of the assignment operator at eq.
func bindTarget(f *syntax.File, o *Outline, eq int, lineEnds bool) {
	value := Range{eq + 1, valueEnd(f, o, eq+1, lineEnds)}
	left := eq - 1
	switch f.Kind(left) {
	case syntax.Close:
		open := f.Mate(left)
		switch {
		case open < 0 || !f.Is(open, "[") && (!f.Is(open, "{") || f.Table.DotJoins) || isSubscript(f, open):
		case f.Is(open-1, ":") && f.Kind(open-2) == syntax.Word: // a type: env: [String: String] = …
			bindName(f, o, open-2, Binding{At: open - 2, Value: value, Function: -1})
		default:
			bindNested(f, o, Range{open + 1, left}, Binding{Value: value, Function: -1, Inner: isOfBlock(f, o, open), block: o.blockOf[max(open-1, 0)]}, "", 0)
		}
		return
	case syntax.Word:
	default:
		if closesTypes(f, left) == 0 {
			return
		}
		if typed := typedName(f, beforeTypes(f, left)); typed >= 0 { // env: Map<String, String> = …
			bindName(f, o, typed, Binding{At: typed, Value: value, Function: -1})
		}
		return
	}
	names := []int{left}
	if typed := typedName(f, left); typed >= 0 {
		names[0] = typed
	}
	for f.Is(names[0]-1, ",") && f.Kind(names[0]-2) == syntax.Word && len(names) < 32 && !f.Tokens[names[0]].NewLine {
		names = append([]int{names[0] - 2}, names...)
	}
	if len(names) == 1 {
		bindName(f, o, names[0], Binding{At: names[0], Value: value, Function: -1})
		return
	}
	parts := splitAt(f, Range{value.Lo, tupleEnd(f, value, lineEnds)}, ",")
	for n, at := range names {
		b := Binding{At: at, Function: -1}
		if len(parts) == len(names) {
			b.Value = parts[n]
		} else if n == 0 {
			b.Value = value
		}
		bindName(f, o, at, b)
	}
}

// tupleEnd goes on over top-level commas: a, b = x, y.
func tupleEnd(f *syntax.File, value Range, lineEnds bool) int {
	end := value.Hi
	for f.Is(end, ",") && !f.Tokens[end].NewLine {
		end = expressionEnd(f, end+1, len(f.Tokens), lineEnds)
	}
	return end
}

// typedName finds the name in "name: Type" that ends at token last, or -1.
func typedName(f *syntax.File, last int) int {
	for i := last; i > 0 && i > last-12; i-- {
		if f.Is(i, ":") && f.Kind(i-1) == syntax.Word {
			return i - 1
		}
		if f.Tokens[i].NewLine || f.Is(i, ",") || f.Is(i, ";") || f.Is(i, "(") || f.Is(i, "{") || f.Is(i, "?") {
			return -1
		}
	}
	return -1
}

// bindName binds the name at token at; a member of the object itself is
// bound with a leading dot.
func bindName(f *syntax.File, o *Outline, at int, b Binding) {
	name := f.Text(at)
	if isMember(f, at) {
		if !isSelf(f.Text(at - 2)) {
			return
		}
		name = "." + name
	} else if o.blocks[o.blockOf[at]].name != "" { // in the class itself
		o.Bind("."+name, b)
	}
	b.Inner = b.Inner || isOfBlock(f, o, at)
	o.Bind(name, b)
}

// isOfBlock reports whether what begins at a token is declared for the block that it
// is in alone: const env = x, in a branch.
func isOfBlock(f *syntax.File, o *Outline, at int) bool {
	if !f.Is(at-1, "const") && !f.Is(at-1, "let") {
		return false
	}
	block := o.blockOf[at-1] // a pattern has braces of its own
	return block != 0 && !o.blocks[block].function
}

func isSelf(word string) bool { return selfWords[word] }

var selfWords = map[string]bool{"this": true, "self": true, "cls": true, "$this": true}

// isMember reports whether the word at i follows a member operator.
func isMember(f *syntax.File, i int) bool {
	if f.Kind(i-1) != syntax.Punct {
		return false
	}
	before := &f.Tokens[i-1]
	switch string(f.Src[before.Start:before.End]) {
	case ".":
		return !f.Table.DotJoins
	case "->": // elsewhere it begins the body of a lambda or the arm of a case
		return f.Table.Arrows
	case "::": // ::std::env begins a path
		return !before.SpaceAhead && (f.Kind(i-2) == syntax.Word || f.Kind(i-2) == syntax.Close)
	case "?.", "?->", "&.":
		return true
	}
	return f.Table.Joins != "" && joins(f, i)
}

// joins reports whether the sign before the word at i stands between the names of a path.
func joins(f *syntax.File, i int) bool {
	if i >= len(f.Tokens) { // the file ends with it
		return false
	}
	sign := &f.Tokens[i-1]
	return sign.End == sign.Start+1 && strings.IndexByte(f.Table.Joins, f.Src[sign.Start]) >= 0 &&
		!sign.SpaceAhead && sign.End == f.Tokens[i].Start && f.Kind(i-2) == syntax.Word
}

// isSubscript reports whether the bracket at open indexes what is before it.
func isSubscript(f *syntax.File, open int) bool {
	if !f.Is(open, "[") {
		return false
	}
	k := f.Kind(open - 1)
	return !f.Tokens[open].NewLine && (k == syntax.Close || k == syntax.Unquote || k == syntax.String || k == syntax.Word && !declares[f.Text(open-1)])
}

var declares = map[string]bool{"const": true, "let": true, "var": true, "val": true, "my": true, "our": true, "return": true, "in": true, "of": true}

// bindNested binds the names of { a, b: c, d = 1 } or [a, b] like the whole, or of a
// pattern that is below a member of its value: { env: { a } }.
func bindNested(f *syntax.File, o *Outline, inside Range, whole Binding, prefix string, depth int) {
	for _, part := range splitAt(f, inside, ",") {
		if part.empty() {
			continue
		}
		if f.Is(part.Lo, "...") {
			rest := whole // it has what the whole has
			rest.At, rest.Property = part.Lo+1, strings.TrimSuffix(prefix, ".")
			o.Bind(f.Text(part.Lo+1), rest)
			continue
		}
		property, target := part.Lo, part.Lo
		rest := part.Lo + 1
		if f.Is(rest, ":") {
			target, rest = rest+1, rest+2
		}
		key := f.Text(property)
		if v, ok := f.Value(property); ok {
			key = v
		}
		if m := f.Mate(target); f.Is(target, "{") && m > target && depth < 4 {
			bindNested(f, o, Range{target + 1, m}, whole, prefix+key+".", depth+1)
			continue
		}
		b := whole
		b.At, b.Property = target, prefix+key
		if b.Value.empty() {
			b.Property = ""
		}
		if f.Is(rest, "=") {
			b.Default = Range{rest + 1, part.Hi}
		}
		switch {
		case f.Kind(target) != syntax.Word:
		case b.Inner: // of the block round the pattern
			o.bindIn(f.Text(target), b)
		default:
			o.Bind(f.Text(target), b)
		}
	}
}

// splitAt splits a range at a separator outside brackets.
func splitAt(f *syntax.File, r Range, separator string) (parts []Range) {
	lo := r.Lo
	for i := r.Lo; i < r.Hi; i++ {
		switch f.Tokens[i].Kind {
		case syntax.Open, syntax.Quote:
			if m := int(f.Tokens[i].Mate); m > i {
				i = m
			}
		case syntax.Punct, syntax.Word:
			if f.Is(i, separator) {
				parts = append(parts, Range{lo, i})
				lo = i + 1
			}
		}
	}
	if lo < r.Hi {
		parts = append(parts, Range{lo, r.Hi})
	}
	return parts
}

// bindParamPattern binds the names of a destructured parameter in the
// function's body, each to its default if it has one.
func bindParamPattern(f *syntax.File, o *Outline, part Range, at int, body int32) {
	close := f.Mate(part.Lo)
	if close <= part.Lo {
		return
	}
	for _, piece := range splitAt(f, Range{part.Lo + 1, close}, ",") {
		target := piece.Lo
		if f.Is(target, "...") || f.Is(target+1, ":") {
			target++
		}
		if f.Is(target, ":") {
			target++
		}
		if target >= piece.Hi || f.Kind(target) != syntax.Word {
			continue
		}
		b := Binding{At: at, Function: -1, block: body}
		if f.Is(target+1, "=") {
			b.Default = Range{target + 2, piece.Hi}
		}
		o.bindIn(f.Text(target), b)
	}
}

// splitParams splits the parameters of a function: commas between the arguments of
// a type, Map<String, String>, are none between parameters.
func splitParams(f *syntax.File, list Range) (params []Range) {
	depth := 0
	for _, part := range splitAt(f, list, ",") {
		if depth > 0 {
			params[len(params)-1].Hi = part.Hi
		} else {
			params = append(params, part)
		}
		for i := part.Lo; i < part.Hi; i++ {
			if f.Is(i, "<") && f.Kind(i-1) == syntax.Word {
				depth++
			} else if depth > 0 {
				depth -= closesTypes(f, i)
			}
		}
		depth = max(depth, 0)
	}
	return params
}

// bindParams binds the parameters of function n, which stand in a range.
func bindParams(f *syntax.File, o *Outline, n int, list Range, body int32, nameOf func(Range) int) {
	fn := &o.Functions[n]
	for _, part := range splitParams(f, list) {
		at := nameOf(part)
		if at < 0 {
			bindParamPattern(f, o, part, fn.Body.Lo, body)
			fn.Params = append(fn.Params, Param{})
			continue
		}
		o.skipped.add(at)
		p := Param{Name: f.Text(at)}
		for i := at; i < part.Hi; i++ {
			if f.Is(i, "=") {
				p.Default = Range{i + 1, part.Hi}
				break
			}
		}
		fn.Params = append(fn.Params, p)
		b := Binding{At: fn.Body.Lo, Function: n, Param: len(fn.Params) - 1}
		b.block = body
		o.bindIn(p.Name, b)
	}
}
