package reads

import (
	"strings"

	"inzicht/core/sorting"
	"inzicht/core/syntax"
)

// BraceOutline outlines a language whose blocks stand in braces.
func BraceOutline(lineEnds bool) func(*syntax.File) *Outline {
	return func(f *syntax.File) *Outline { return braceOutline(f, lineEnds, false) }
}

// FlatOutline outlines a language whose blocks stand in braces and whose
// functions do not nest: NAME(…) {…} within one is a loop that a macro makes.
func FlatOutline(f *syntax.File) *Outline { return braceOutline(f, false, true) }

func braceOutline(f *syntax.File, lineEnds, flat bool) *Outline {
	o := NewOutline(f)
	o.braceBlocks(f, flat)
	for i := range f.Tokens {
		if f.Tokens[i].Kind != syntax.Punct {
			continue
		}
		if f.Is(i, "=>") && !f.Is(i+1, "{") || f.Is(i, "->") && f.Is(i-1, ")") && !f.Is(i+1, "{") && !declaresFunction(f, f.Mate(i-1)) {
			o.arrow(f, i, lineEnds)
		}
	}
	o.expressionBodies(f, lineEnds)
	if f.Table.Offside {
		o.lineBlocks(f)
	}
	if flat {
		o.macros(f)
	}
	o.bindNames(f, lineEnds)
	bindLambdas(f, o)
	return o
}

// bindNames binds what functions, assignments and loops name, once all blocks
// are known.
func (o *Outline) bindNames(f *syntax.File, lineEnds bool) {
	o.fillBlocks()
	o.braceFunctions(f)
	bindAssignments(f, o, lineEnds, false)
	bindLoops(f, o)
}

// declaresFunction reports whether the parenthesis at params follows a function's
// name or type parameters: what is behind an arrow is then its type.
func declaresFunction(f *syntax.File, params int) bool {
	before := params - 1
	return f.Kind(before) == syntax.Word && !f.Is(before, "return") || closesTypes(f, before) > 0 || f.Is(before, "]")
}

// braceBlocks makes a block of each pair of braces.
func (o *Outline) braceBlocks(f *syntax.File, flat bool) {
	folds, within := f.Folds, 0
	for i := range f.Tokens {
		t := &f.Tokens[i]
		if t.Kind != syntax.Open || f.Src[t.Start] != '{' || t.Mate < 0 {
			continue
		}
		head, params := functionHead(f, i)
		if flat && i < within && standsFirst(f, head) {
			head, params = -1, -1
		}
		if len(folds) > 0 && folds[0].Lo == t.End { // of what was passed over, it matters only where it stands
			folds = folds[1:]
			if params >= 0 {
				o.addFunction(Function{At: head, Name: functionName(f, head)}, Range{})
			}
			continue
		}
		b := block{Range: Range{i, int(t.Mate) + 1}, function: params >= 0 || isSub(f, i), name: className(f, i)}
		if params >= 0 {
			o.addFunction(Function{At: head, Body: b.Range, Name: functionName(f, head)}, Range{params, f.Mate(params)})
			within = max(within, b.Hi)
		}
		o.blocks = append(o.blocks, b)
	}
}

// standsFirst reports whether nothing of the statement is before a name.
func standsFirst(f *syntax.File, i int) bool {
	return i > 0 && f.Kind(i) == syntax.Word && (f.Is(i-1, ";") || f.Is(i-1, "{") || f.Is(i-1, "}") || f.Is(i-1, ")"))
}

// isSub tells sub name { and sub { of Perl, whose parameters stand in the body.
func isSub(f *syntax.File, open int) bool {
	return f.Is(open-1, "sub") || f.Is(open-2, "sub") && f.Kind(open-1) == syntax.Word
}

// expressionBodies makes functions of "fun name(…): Type = expression".
func (o *Outline) expressionBodies(f *syntax.File, lineEnds bool) {
	for i := range f.Tokens {
		if t := &f.Tokens[i]; t.Kind != syntax.Word || t.End-t.Start != 3 || !(f.Is(i, "fun") || f.Is(i, "def")) || f.Kind(i+1) != syntax.Word || !f.Is(i+2, "(") {
			continue
		}
		params := i + 2
		eq := f.Mate(params) + 1
		for steps := 0; eq > 0 && steps < 16 && !f.Is(eq, "=") && !f.Is(eq, "{") && eq < len(f.Tokens) && !f.Tokens[eq].NewLine; steps++ {
			eq = max(eq, f.Mate(eq)) + 1
		}
		if eq <= 0 || !f.Is(eq, "=") {
			continue
		}
		body := Range{eq + 1, valueEnd(f, o, eq+1, lineEnds)}
		if eq+1 < len(f.Tokens) && f.Tokens[eq+1].NewLine {
			body.Hi = max(body.Hi, linesEnd(f, i, eq+1))
		}
		if !body.empty() {
			o.addFunction(Function{At: i + 1, Body: body, Name: f.Text(i + 1)}, Range{params, f.Mate(params)})
			o.blocks = append(o.blocks, block{Range: body, function: true})
		}
	}
}

// macros makes functions of #define name(…) expression.
func (o *Outline) macros(f *syntax.File) {
	for i := range f.Tokens {
		if f.Tokens[i].Kind != syntax.Punct || !syntax.DefinesMacro(f, i) {
			continue
		}
		params := i + 3
		body := Range{f.Mate(params) + 1, syntax.LineEnd(f, i)}
		if body.empty() || f.Is(body.Lo, "{") { // such a one is a function already
			continue
		}
		o.addFunction(Function{At: i + 2, Body: body, Name: f.Text(i + 2)}, Range{params, f.Mate(params)})
		o.blocks = append(o.blocks, block{Range: body, function: true})
	}
}

// fillBlocks nests the blocks and notes the innermost of each token. Blocks
// come in any order; an inner one lies wholly within its outer.
func (o *Outline) fillBlocks() {
	starts := make([]int32, 0, len(o.blocks))
	for n := 1; n < len(o.blocks); n++ {
		starts = append(starts, int32(n))
	}
	sorting.By(starts, func(a, b int32) int { return o.blocks[a].Lo - o.blocks[b].Lo })
	stack := []int32{0}
	for i := range o.blockOf {
		for len(stack) > 1 && i >= o.blocks[stack[len(stack)-1]].Hi {
			stack = stack[:len(stack)-1]
		}
		for ; len(starts) > 0 && o.blocks[starts[0]].Lo <= i; starts = starts[1:] {
			n := starts[0]
			b, outer := &o.blocks[n], &o.blocks[stack[len(stack)-1]]
			b.parent, b.class, b.scope = stack[len(stack)-1], b.name, n
			if b.class == "" {
				b.class = outer.class
			}
			if !b.function {
				b.scope = outer.scope
			}
			stack = append(stack, n)
		}
		o.blockOf[i] = stack[len(stack)-1]
	}
}

// controls are words before a parenthesis that make no function of the block after it.
var controls = map[string]bool{
	"if": true, "for": true, "while": true, "switch": true, "catch": true, "elseif": true,
	"foreach": true, "match": true, "when": true, "using": true, "lock": true, "synchronized": true, "unless": true,
	"until": true, "guard": true, "elsif": true, "fixed": true, "return": true, "await": true, "else": true,
}

// statements are words that begin a statement, and no type that is returned.
var statements = set(strings.Fields("const let var val class interface enum namespace object try do else finally export import type declare abstract public return package module"))

// functionHead finds, for the brace at open, the token of the function's name
// (or of its beginning) and the opening parenthesis of its parameters, or -1.
func functionHead(f *syntax.File, open int) (head, params int) {
	i := open - 1
	if f.Is(i, "=>") {
		if f.Kind(i-1) == syntax.Word {
			return i - 1, i - 1 // x => { … }
		}
		i--
	}
	// A return type may stand between the parameters and the brace.
	for steps := 0; steps < 24 && i > 0; steps++ {
		t := f.Tokens[i]
		if t.Kind == syntax.Close && f.Src[t.Start] == ')' {
			break
		}
		if t.NewLine && statements[f.Text(i)] { // f() above, without a semicolon
			return -1, -1
		}
		if t.Kind == syntax.Close && t.Mate > 0 && f.Src[t.Start] != '}' {
			i = int(t.Mate) - 1
			continue
		}
		if t.Kind == syntax.Open || t.Kind == syntax.Close || f.Is(i, ";") || f.Is(i, "=") || f.Is(i, ",") || f.Is(i, "{") {
			return -1, -1
		}
		i--
	}
	if !f.Is(i, ")") || f.Mate(i) < 0 {
		return -1, -1
	}
	params = f.Mate(i)
	before := params - 1
	if closesTypes(f, before) > 0 { // type parameters: name<T>(…)
		before = beforeTypes(f, before)
	}
	if f.Kind(before) == syntax.Word && (controls[f.Text(before)] || f.Is(before-1, "for") || f.Is(before-1, "foreach") || f.Is(before-1, "my")) { // for my $k (keys %ENV) {
		return -1, -1
	}
	// Go: func (r T) Name(…) and a result list in parentheses: func f(a) (b, error) {
	if f.Is(before, ")") && f.Mate(before) > 0 && !f.Is(f.Mate(before)-1, "func") {
		params = f.Mate(before)
		before = params - 1
	}
	return before, params
}

// maxTypes bounds how many tokens a list of type parameters has.
const maxTypes = 60

// beforeTypes returns what is before the type parameters that end at i.
func beforeTypes(f *syntax.File, i int) int {
	depth := 0
	for steps := 0; steps < maxTypes && i > 0; steps++ {
		depth += closesTypes(f, i)
		if f.Is(i, "<") {
			if depth--; depth == 0 {
				return i - 1
			}
		}
		i--
	}
	return i
}

// closesTypes tells how many lists of types the token at i ends: > or >>.
func closesTypes(f *syntax.File, i int) int {
	if f.Kind(i) != syntax.Punct {
		return 0
	}
	if text := f.Text(i); strings.Trim(text, ">") == "" {
		return len(text)
	}
	return 0
}

func functionName(f *syntax.File, head int) string {
	switch f.Text(head) {
	case "function", "func", "fn", "fun", "=", "(", ",", ":", "async", "*", "=>", "return":
		return assignedName(f, head)
	}
	if f.Kind(head) == syntax.Word && !f.Is(head+1, "=>") {
		return f.Text(head)
	}
	return assignedName(f, head)
}

// assignedName gives the name that an anonymous function is bound to: name = function…, name: (…) => ….
func assignedName(f *syntax.File, head int) string {
	i := head
	for i > 0 && (f.Is(i, "function") || f.Is(i, "async") || f.Is(i, "*") || f.Is(i, "func") || f.Is(i, "fn")) {
		i--
	}
	if i == head && f.Kind(head) == syntax.Word {
		i--
	}
	if (f.Is(i, "=") || f.Is(i, ":") || f.Is(i, ":=")) && f.Kind(i-1) == syntax.Word {
		if typed := typedName(f, i-1); f.Is(i, "=") && typed >= 0 {
			return f.Text(typed)
		}
		return f.Text(i - 1)
	}
	return ""
}

// arrow makes a function of an arrow without braces: (x) => process.env[x].
func (o *Outline) arrow(f *syntax.File, i int, lineEnds bool) {
	head, params := i-1, i-1
	if f.Is(i-1, ")") {
		params = f.Mate(i - 1)
		head = params - 1
	} else if f.Kind(i-1) != syntax.Word {
		head, params = functionHead(f, i)
	}
	if params < 0 {
		return
	}
	body := Range{i + 1, valueEnd(f, o, i+1, lineEnds)}
	if body.empty() {
		return
	}
	list := Range{params, f.Mate(params)}
	if list.Hi < 0 {
		list.Hi = params + 1
	}
	o.addFunction(Function{At: head, Body: body, Name: functionName(f, head)}, list)
	o.blocks = append(o.blocks, block{Range: body, function: true})
}

// braceFunctions binds the parameters of the functions found.
func (o *Outline) braceFunctions(f *syntax.File) {
	for n := range o.Functions {
		fn := &o.Functions[n]
		list := o.lists[n]
		if list == (Range{}) {
			continue
		}
		fn.Owner = o.classAt(fn.At0())
		inside := Range{list.Lo + 1, list.Hi}
		if f.Kind(list.Lo) == syntax.Word && f.Is(list.Lo+1, "=>") {
			inside = Range{list.Lo, list.Lo + 1}
		}
		bindParams(f, o, n, inside, o.blockAt(fn.Body), func(part Range) int { return paramName(f, part) })
	}
}

// At0 is At, kept within the file.
func (fn *Function) At0() int { return max(fn.At, 0) }

// blockAt returns the block with exactly this range.
func (o *Outline) blockAt(r Range) int32 {
	if r.empty() {
		return 0
	}
	return o.blockOf[r.Lo]
}

// paramName finds the name in one parameter: "name: Type = x", "Type name = x", "final Type name", "$name".
func paramName(f *syntax.File, part Range) int {
	last := -1
	for i := part.Lo; i < part.Hi; i++ {
		switch f.Tokens[i].Kind {
		case syntax.Word:
			last = i
			if f.Is(i+1, ":") || f.Is(i+1, "?:") || f.Is(i+1, "?") && f.Is(i+2, ":") {
				return i
			}
		case syntax.Punct:
			if f.Is(i, "=") {
				return last
			}
		case syntax.Open:
			if m := f.Mate(i); m > i && !f.Is(i, "[") {
				return -1 // destructured
			}
		}
	}
	return last
}

// className returns the name of the class, enumeration or namespace whose body opens at open.
func className(f *syntax.File, open int) string {
	for i := open - 1; i >= 0 && i > open-24; i-- {
		if f.Kind(i) == syntax.Open || f.Kind(i) == syntax.Close || f.Is(i, ";") {
			return ""
		}
		switch f.Text(i) {
		case "class", "enum", "struct", "object", "interface", "module", "trait", "namespace", "impl", "extension":
			if f.Kind(i+1) == syntax.Word {
				return f.Text(i + 1)
			}
			return ""
		}
	}
	return ""
}

// bindLoops binds loop variables to the elements they run over:
// for (const k of list), for (x : list), for x in list, foreach ($list as $k).
func bindLoops(f *syntax.File, o *Outline) {
	for i := 1; i+1 < len(f.Tokens); i++ {
		if t := &f.Tokens[i]; !loopWord(f, t) {
			continue
		}
		if f.Is(i, "of") || f.Is(i, "in") {
			bindLoopPattern(f, o, i)
		}
		if f.Is(i, "catch") && f.Is(i+1, "(") && f.Kind(i+2) == syntax.Word && f.Is(f.Mate(i+1)+1, "{") {
			o.Bind(f.Text(f.Mate(i+1)-1), Binding{At: f.Mate(i+1) + 1, Function: -1})
		}
		if f.Kind(i-1) != syntax.Word {
			continue
		}
		switch f.Text(i) {
		case "of", "in", ":":
			if p := o.parent[i]; p >= 0 && f.Is(int(p), "(") && (f.Is(int(p)-1, "for") || f.Is(int(p)-1, "foreach")) {
				o.Bind(f.Text(i-1), Binding{At: i - 1, Value: Range{i + 1, f.Mate(int(p))}, Element: true, Function: -1})
			} else if inner := &o.blocks[o.blockOf[i]]; f.Is(i, "in") && f.Is(i-2, "for") && inner.comprehension {
				o.Bind(f.Text(i-1), Binding{At: inner.Lo, Value: Range{i + 1, sourceEnd(f, i+1, inner.Hi)}, Element: true, Inner: true, Function: -1})
			} else if f.Is(i, "in") && f.Is(i-2, "for") {
				o.Bind(f.Text(i-1), Binding{At: i - 1, Value: Range{i + 1, loopListEnd(f, i+1)}, Element: true, Function: -1})
			}
		}
	}
}

// loopWord tells the words that bindLoops looks at: of, in, catch and the colon.
func loopWord(f *syntax.File, t *syntax.Token) bool {
	switch t.End - t.Start {
	case 1:
		return f.Src[t.Start] == ':'
	case 2:
		return t.Kind == syntax.Word && (f.Src[t.Start] == 'o' || f.Src[t.Start] == 'i')
	case 5:
		return t.Kind == syntax.Word && f.Src[t.Start] == 'c'
	}
	return false
}

// bindLoopPattern binds the names in for (const { a, b } of list): they stand
// for nothing known, but hide what is outside.
func bindLoopPattern(f *syntax.File, o *Outline, i int) {
	open := f.Mate(i - 1)
	if open < 0 || open > i || !f.Is(i-1, "}") && !f.Is(i-1, "]") || isSubscript(f, open) {
		return
	}
	bindNested(f, o, Range{open + 1, i - 1}, Binding{Function: -1}, "", 0)
}

func loopListEnd(f *syntax.File, lo int) int {
	for i := lo; i < len(f.Tokens); i++ {
		if f.Is(i, "{") && !f.Table.ColonEnds || f.Is(i, ":") || f.Is(i, "do") || f.Tokens[i].NewLine {
			return i
		}
		if m := f.Mate(i); m > i {
			i = m
		}
	}
	return lo
}
