package reads

import (
	"slices"
	"strings"

	"inzicht/core/syntax"
)

// facts are what the code round a read says about it.
type facts struct {
	required bool // a check that stops the program follows
	tested   bool // its presence is tested
	fallback *fallback
	kind     Kind
	literals []string
}

// fallback is the value used where the variable is not set.
type fallback struct {
	text     string
	computed bool      // text is source text, not a value
	param    *paramRef // it is what a helper was given
}

// maxJudged bounds how many uses of values are judged in one file.
const maxJudged = 100_000

// judge looks outward from a read and says what is done with it. depth
// bounds the way from one variable to the next.
func (a *analysis) judge(r Range, depth int, out *facts) {
	if a.judged++; a.judged > maxJudged {
		return
	}
	f := a.f
	for steps := 0; steps < 12; steps++ {
		if end := a.alternativeAfter(r, out); end > r.Hi {
			r.Hi = end
			continue
		}
		if lo := a.alternativeBefore(r); lo < r.Lo {
			r.Lo = lo
			continue
		}
		if force := a.lang.Force; force != "" && f.Is(r.Hi, force) && !f.Tokens[r.Hi].SpaceAhead {
			out.required = true
			r.Hi++
			continue
		}
		if a.operatorAfter(r, out) || a.operatorBefore(r, out) {
			a.assigned(r, depth, out)
			return
		}
		wider := a.widen(r, out)
		if wider == r {
			break
		}
		r = wider
	}
	if a.switched(r, out) || a.condition(r, out) {
		return
	}
	a.assigned(r, depth, out)
}

// widen goes from an expression to the one round it that has the same value,
// or to which it is converted.
func (a *analysis) widen(r Range, out *facts) Range {
	f := a.f
	next := a.passTransparent(r.Hi)
	if next > r.Hi && f.Kind(next-1) != syntax.Close {
		r.Hi = next
	}
	if isMemberOp(f, r.Hi) && f.Kind(r.Hi+1) == syntax.Word { // read.method(…)
		name := f.Text(r.Hi + 1)
		end := r.Hi + 2
		if f.Is(end, "(") && f.Mate(end) > end {
			end = f.Mate(end) + 1
		}
		for _, p := range a.c.methodUses[name] {
			m := match{pattern: p}
			if end, ok := a.fitElements(p.after, r.Hi+2, len(f.Tokens), &m, false); ok {
				a.use(&m, out)
				return Range{r.Lo, end}
			}
		}
		if a.c.transparent["."+name] || a.c.transparent[name] {
			return Range{r.Lo, end}
		}
		return r
	}
	if (f.Is(r.Lo-1, "+") || f.Is(r.Lo-1, "-")) && !isOperand(f, r.Lo-2) {
		out.setKind(Number)
		return Range{r.Lo - 1, r.Hi}
	}
	if f.Is(r.Lo-1, "&") || f.Is(r.Lo-1, "await") {
		return Range{r.Lo - 1, r.Hi}
	}
	if kind, cast := a.castBefore(r.Lo); cast > 0 {
		if kind != "" {
			out.setKind(kind)
		}
		return Range{f.Mate(cast), r.Hi}
	}
	open := a.openerOf(r.Lo)
	if open < 0 || !f.Is(open, "(") || f.Mate(open) < r.Hi {
		return r
	}
	whole := Range{open, f.Mate(open) + 1}
	if !isCall(f, open) {
		if open == r.Lo-1 && f.Mate(open) == r.Hi && !controls[f.Text(open-1)] {
			return whole // (read)
		}
		return r
	}
	callee := open - 1
	if f.Is(callee, "!") { // parse!(…)
		callee--
	}
	start := chainStart(f, callee)
	path := a.calleePath(start, callee+1)
	for _, p := range a.c.callUses[path] {
		m := match{pattern: p}
		if _, ok := a.fitElements(p.after, callee+1, len(f.Tokens), &m, false); ok && m.read.Lo == r.Lo {
			a.use(&m, out)
			return Range{start, whole.Hi}
		}
	}
	if a.c.transparent[path] && open == r.Lo-1 {
		return Range{start, whole.Hi}
	}
	return r
}

// casts are types that a value is turned into by (type) before it.
var casts = map[string]Kind{
	"int": Integer, "integer": Integer, "long": Integer, "float": Number, "double": Number, "bool": Boolean, "boolean": Boolean,
	"string": "", "char": "", "String": "", "object": "", "array": "",
}

// castBefore tells whether (type) stands before token i: the kind, and the
// closing bracket, or 0.
func (a *analysis) castBefore(i int) (Kind, int) {
	f := a.f
	open := f.Mate(i - 1)
	if !f.Is(i-1, ")") || open < 0 || isCall(f, open) || f.Kind(open+1) != syntax.Word {
		return "", 0
	}
	kind, isCast := casts[f.Text(open+1)]
	if !isCast || i-1-open > 4 {
		return "", 0
	}
	return kind, i - 1
}

// use takes over what an idiom of use says about the read in it.
func (a *analysis) use(m *match, out *facts) {
	idiom := m.pattern.idiom
	if idiom.Kind != "" {
		out.setKind(idiom.Kind)
	}
	out.required = out.required || idiom.Need == Required
	out.tested = out.tested || idiom.Test || idiom.Need == Optional
	if !m.fallback.empty() {
		if a.stopsIn(m.fallback) {
			out.required = true
		} else {
			out.setFallback(a.fallbackOf(m.fallback))
		}
	}
}

func isOperand(f *syntax.File, i int) bool {
	switch f.Kind(i) {
	case syntax.Word:
		return !declares[f.Text(i)]
	case syntax.Number, syntax.String, syntax.Close, syntax.Unquote:
		return true
	}
	return false
}

// chainStart goes back from the last name of a.b.c to the first.
func chainStart(f *syntax.File, i int) int {
	for isMember(f, i) && f.Kind(i-2) == syntax.Word {
		i -= 2
	}
	return i
}

func (a *analysis) openerOf(i int) int {
	if i < 0 || i >= len(a.o.parent) {
		return -1
	}
	return int(a.o.parent[i])
}

// alternativeAfter judges "read or other" and gives where that ends, or r.Hi.
func (a *analysis) alternativeAfter(r Range, out *facts) int {
	f := a.f
	i := a.passTransparent(r.Hi)
	if k := f.Kind(i); k != syntax.Punct && k != syntax.Word {
		return r.Hi
	}
	switch operator := f.Text(i); {
	case a.c.wordOr[operator] || operator == "||=" || operator == "??=":
		end := a.operandEnd(i + 1)
		a.alternative(Range{i + 1, end}, out)
		return end
	case operator == "if" && !f.Tokens[i].NewLine && len(a.c.wordOr) > 0 && a.c.wordOr["or"]: // read if test else other
		end := a.operandEnd(i + 1)
		if either := a.branches(Range{r.Lo, end}); len(either) == 2 {
			a.alternative(either[1], out)
			return end
		}
	}
	return r.Hi
}

// alternativeBefore gives where "other or read" begins, or r.Lo.
func (a *analysis) alternativeBefore(r Range) int {
	f := a.f
	if i := r.Lo - 1; !a.c.wordOr[f.Text(i)] || a.inCondition(r.Lo) {
		return r.Lo
	}
	lo := r.Lo
	for i := r.Lo - 1; i >= 0 && i > r.Lo-80; i-- {
		if k := f.Kind(i); k == syntax.Close || k == syntax.Unquote {
			if m := f.Mate(i); m >= 0 {
				i = m
			}
		} else if k == syntax.Open || f.Is(i, "=") || f.Is(i, ":=") || f.Is(i, ",") || f.Is(i, ";") || f.Is(i, "return") || f.Is(i, ":") || f.Is(i, "=>") {
			break
		}
		lo = i
	}
	return lo
}

// operatorAfter judges what an operator behind the read does with it. It
// reports whether there was one that settles the matter.
func (a *analysis) operatorAfter(r Range, out *facts) bool {
	f := a.f
	i := a.passTransparent(r.Hi)
	if i >= len(f.Tokens) {
		return false
	}
	operator := f.Text(i)
	switch {
	case f.Kind(i) != syntax.Punct && f.Kind(i) != syntax.Word:
		return false
	case operator == "?" || operator == "&&" || operator == "and":
		if operator == "?" && isRustTry(f, i) {
			out.required = true
			return true
		}
		out.tested = true
		if operator == "?" && strings.HasPrefix(a.source(Range{i + 1, i + 1 + r.Hi - r.Lo}), a.source(r)) {
			a.conditional(i, true, out) // x ? x : fallback
		}
		return true
	}
	return a.comparison(r, i, i+1, out)
}

// isRustTry tells read()? from a conditional: nothing that could be a value follows.
func isRustTry(f *syntax.File, i int) bool {
	return f.Is(i+1, ";") || f.Is(i+1, ".") || f.Is(i+1, ")") || f.Is(i+1, ",")
}

// alternative judges what stands behind "or": a fallback, or an end.
func (a *analysis) alternative(r Range, out *facts) {
	if r.empty() {
		out.tested = true
		return
	}
	if a.stopsIn(Range{r.Lo, min(r.Hi, r.Lo+12)}) {
		out.required = true
		return
	}
	if a.inCondition(r.Lo) {
		out.tested = true
		return
	}
	out.setFallback(a.fallbackOf(r))
}

// operandEnd gives the end of what an "or" falls back to.
func (a *analysis) operandEnd(lo int) int {
	return valueEnd(a.f, a.o, lo, a.lang.LineEnds)
}

// fallbackOf works out the value of a fallback expression; nil where it is nothing.
func (a *analysis) fallbackOf(r Range) *fallback {
	if r.empty() || r.Lo >= len(a.f.Tokens) {
		return nil
	}
	r.Hi = min(r.Hi, len(a.f.Tokens))
	source := a.source(r)
	if a.c.nothing[source] {
		return nil
	}
	for _, operator := range []string{"||", "??", "or", "?:"} { // a || b || "c": the last counts
		if parts := splitAt(a.f, r, operator); len(parts) > 1 {
			return a.fallbackOf(parts[len(parts)-1])
		}
	}
	values := a.evaluate(r, maxDepth-6)
	if len(values) == 1 {
		if value, ok := values[0].plain(); ok {
			return &fallback{text: value}
		}
		if p := values[0].param(); p != nil && len(values[0]) == 1 {
			return &fallback{text: source, computed: true, param: p}
		}
	}
	switch source {
	case "true", "True":
		return &fallback{text: "true"}
	case "false", "False":
		return &fallback{text: "false"}
	}
	if len(source) > 80 {
		source = strings.ToValidUTF8(source[:77], "") + "…"
	}
	return &fallback{text: source, computed: true}
}

// source gives the text of an expression, with white space folded.
func (a *analysis) source(r Range) string {
	r.Hi = min(r.Hi, len(a.f.Tokens))
	if r.empty() {
		return ""
	}
	return strings.Join(strings.Fields(string(a.f.Src[a.f.Tokens[r.Lo].Start:a.f.Tokens[r.Hi-1].End])), " ")
}

// operatorBefore judges what an operator before the read does with it.
func (a *analysis) operatorBefore(r Range, out *facts) bool {
	f := a.f
	i := r.Lo - 1
	if f.Is(i, "!") || f.Is(i, "!!") || f.Is(i, "not") {
		out.tested = true
		if !f.Is(i, "!!") && a.stopsWhen(Range{i, r.Hi}, true) {
			out.required = true
		}
		return true
	}
	if f.Is(i, "&&") || f.Is(i, "and") {
		if a.inCondition(r.Lo) {
			return a.condition(r, out)
		}
		return false
	}
	return a.comparison(r, i, i-1, out)
}

var comparisons = map[string]bool{"==": true, "===": true, "!=": true, "!==": true, "is": true, "eq": true, "ne": true, "=~": true, "in": true, "<>": true}

// comparison judges a comparison by the operator at token op with what stands at token other.
func (a *analysis) comparison(r Range, op, other int, out *facts) bool {
	f := a.f
	if k := f.Kind(op); k != syntax.Punct && k != syntax.Word {
		return false
	}
	operator := f.Text(op)
	if !comparisons[operator] && !(operator == "not" && f.Is(op+1, "in")) {
		return false
	}
	negated := operator == "!=" || operator == "!==" || operator == "ne"
	if operator == "not" && other > op && f.Is(other, "in") {
		operator, op, other = "in", other, other+1
	}
	if operator == "is" && f.Is(other, "not") {
		negated, other = true, other+1
	}
	if operator == "in" { // read in ("a", "b")
		if other > op {
			for _, value := range a.elements(Range{other, max(other, f.Mate(other)) + 1}, 4) {
				if v, ok := value.plain(); ok {
					out.literals = append(out.literals, v)
				}
			}
			out.tested = true
		}
		return other > op
	}
	value, isString := f.Value(other)
	switch {
	case a.c.nothing[f.Text(other)], isString && value == "":
		out.tested = true
		if a.stopsWhen(Range{min(r.Lo, other), max(r.Hi, other+1)}, !negated) {
			out.required = true
		}
		if other > op {
			a.conditional(other+1, negated, out)
		}
	case isString: // where it is not set, it is just another value
		out.literals = append(out.literals, value)
		out.tested = true
	case f.Kind(other) == syntax.Number:
		out.setKind(Number)
	}
	return true
}

// conditional takes the fallback from "x !== undefined ? x : 'y'".
func (a *analysis) conditional(question int, negated bool, out *facts) {
	f := a.f
	if !f.Is(question, "?") {
		return
	}
	end := a.operandEnd(question + 1)
	for i := question + 1; i < end; i++ {
		if m := f.Mate(i); m > i {
			i = m
			continue
		}
		if f.Is(i, ":") {
			if negated {
				out.setFallback(a.fallbackOf(Range{i + 1, end}))
			} else {
				out.setFallback(a.fallbackOf(Range{question + 1, i}))
			}
			return
		}
	}
}

func (out *facts) setKind(kind Kind) {
	if out.kind == "" {
		out.kind = kind
	}
}

func (out *facts) setFallback(f *fallback) {
	if f != nil && out.fallback == nil {
		out.fallback = f
	}
}

// statement gives the tokens from the beginning of the statement that token i
// is in, up to i.
func (a *analysis) statementStart(i int) int {
	f := a.f
	for j := i; j >= 0 && j > i-80; j-- {
		if f.Tokens[j].Kind == syntax.Close && int(f.Tokens[j].Mate) >= 0 && j < i {
			if f.Is(j, "}") {
				return j + 1
			}
			j = int(f.Tokens[j].Mate)
			continue
		}
		if j < i && (f.Is(j, ";") && !a.inIfHead(j) || f.Is(j, "{") || f.Is(j, "then")) {
			return j + 1
		}
		if f.Tokens[j].NewLine && a.lang.LineEnds && (j == 0 || !continuesLine(f, j)) && !a.bracketed(j) {
			return j
		}
	}
	return i
}

// inIfHead tells whether a semicolon belongs to "if x := f(); x == nil {".
func (a *analysis) inIfHead(semicolon int) bool {
	for j := semicolon - 1; j >= 0 && j > semicolon-40; j-- {
		if a.f.Is(j, "if") || a.f.Is(j, "switch") {
			return true
		}
		if a.f.Tokens[j].NewLine || a.f.Is(j, "{") {
			return false
		}
	}
	return false
}

// bracketed tells whether token i stands between parentheses or square brackets.
func (a *analysis) bracketed(i int) bool {
	p := a.openerOf(i)
	return p >= 0 && !a.f.Is(p, "{")
}

var conditionWords = map[string]bool{"if": true, "elif": true, "elsif": true, "elseif": true, "unless": true, "while": true, "guard": true, "assert": true, "until": true}

// conditionHead finds the word that makes token i part of a condition, or -1.
func (a *analysis) conditionHead(i int) int {
	f := a.f
	for open := a.openerOf(i); open >= 0; open = a.openerOf(open) {
		if !f.Is(open, "(") {
			break
		}
		if conditionWords[f.Text(open-1)] {
			return open - 1
		}
		if isCall(f, open) {
			return -1
		}
	}
	start := a.statementStart(i)
	for j := start; j <= i && j < start+60; j++ {
		if m := f.Mate(j); m > j && m < i {
			j = m
			continue
		}
		if f.Kind(j) == syntax.Word && conditionWords[f.Text(j)] {
			if f.Is(j, "if") && j > start && !f.Is(j-1, "else") && !f.Is(j-1, "}") && !a.c.stops[f.Text(start)] {
				continue
			}
			return j
		}
	}
	return -1
}

func (a *analysis) inCondition(i int) bool { return a.conditionHead(i) >= 0 }

// condition judges a read that is itself the condition, or a part of it.
func (a *analysis) condition(r Range, out *facts) bool {
	head := a.conditionHead(r.Lo)
	if a.f.Is(r.Hi, "else") && a.stopsIn(Range{r.Hi, a.bodyEnd(r.Hi + 1)}) && (head < 0 || a.f.Is(head, "guard")) {
		out.required = true // let Ok(x) = read else { panic }
		return true
	}
	if head >= 0 && (a.f.Is(head+1, "let") || a.f.Is(head+1, "var")) && a.isAssigned(head, r.Lo) {
		out.tested = true // if let x = read
		return true
	}
	if head < 0 || a.isAssigned(head, r.Lo) {
		return false
	}
	out.tested = true
	switch a.f.Text(head) {
	case "unless", "guard", "assert":
		if a.f.Is(r.Lo-1, "assert") && !isMemberOp(a.f, r.Hi) || a.f.Is(head, "unless") && a.stopsWhen(r, true) || a.f.Is(head, "guard") && a.stopsWhen(r, true) {
			out.required = true
		}
	}
	return true
}

// switched takes the cases of a switch over the read for the literals it understands.
func (a *analysis) switched(r Range, out *facts) bool {
	f := a.f
	head, body := r.Lo-1, r.Hi
	if f.Is(head, "(") && f.Mate(head) == r.Hi {
		head, body = head-1, r.Hi+1
	}
	switch f.Text(head) {
	case "switch", "match", "when", "case":
	default:
		return false
	}
	end := a.bodyEnd(body)
	if a.stopsIn(Range{body, end}) && f.Is(head, "match") {
		out.required = true
	} else {
		out.tested = true
	}
	for i := body; i < min(end, body+400, len(f.Tokens)); i++ {
		if value, ok := f.Value(i); ok && (f.Is(i-1, "case") || f.Is(i-1, "when") || f.Is(i+1, "=>") || f.Is(i+1, "->") || f.Is(i-1, ",") || f.Is(i-1, "|")) && a.openerOf(i) == a.openerOf(body+1) {
			if value != "" {
				out.literals = append(out.literals, value)
			}
		}
	}
	return true
}

// isAssigned tells whether the value at i is assigned within an if's head:
// if x := read; x == "" {.
func (a *analysis) isAssigned(head, i int) bool {
	for j := head; j < i; j++ {
		if a.f.Is(j, ":=") || a.f.Is(j, "=") {
			return true
		}
	}
	return false
}

// stopsWhen tells whether the condition that r stands in leads to an end of
// the program. missing tells whether r is true where the variable is not set.
func (a *analysis) stopsWhen(r Range, missing bool) bool {
	f := a.f
	head := a.conditionHead(r.Lo)
	if head < 0 || !missing {
		return false
	}
	start := a.statementStart(r.Lo)
	if a.c.stops[f.Text(start)] || a.stopsIn(Range{start, min(head, start+4)}) { // raise "…" if x.nil?
		return true
	}
	body := head + 1
	if f.Is(body, "(") && f.Mate(body) >= r.Hi {
		body = f.Mate(body) + 1
	} else {
		for body = r.Hi; body < len(f.Tokens) && body < r.Hi+60; body++ {
			if f.Is(body, "{") || f.Is(body, ":") && !a.bracketed(body) || f.Is(body, "then") || f.Is(body, "else") ||
				f.Tokens[body].NewLine && !a.bracketed(body) && !continuesLine(f, body) {
				break
			}
			if m := f.Mate(body); m > body {
				body = m
			}
		}
		if f.Is(body, "else") {
			body++
		}
	}
	end := a.bodyEnd(body)
	return a.stopsIn(Range{body, end})
}

// bodyEnd gives the end of the block or statement that begins at token i.
func (a *analysis) bodyEnd(i int) int {
	f := a.f
	if f.Is(i, "{") && f.Mate(i) > i {
		return f.Mate(i)
	}
	if f.Is(i, ":") {
		if i+1 < len(f.Tokens) {
			return min(a.o.blocks[a.o.blockOf[i+1]].Hi, i+120)
		}
		return i
	}
	end := i + 1
	for end < len(f.Tokens) && end < i+40 && !f.Is(end, ";") && !f.Is(end, "end") && !f.Is(end, "}") && !f.Is(end, "fi") {
		end++
	}
	return end
}

// stopsIn tells whether a statement in r ends the program or the function with an error.
func (a *analysis) stopsIn(r Range) bool {
	for i := r.Lo; i < min(r.Hi, r.Lo+120, len(a.f.Tokens)); i++ {
		if a.f.Kind(i) != syntax.Word {
			continue
		}
		if text := a.f.Text(i); a.c.stops[text] {
			return true
		}
		if isMember(a.f, i) && a.c.stops[a.f.Text(i-2)+"."+a.f.Text(i)] {
			return true
		}
	}
	return false
}

// assigned follows a value into the name it is given and judges what is done with that.
func (a *analysis) assigned(r Range, depth int, out *facts) {
	if depth > 2 {
		return
	}
	names := a.targets(r)
	for n, at := range names {
		name := a.f.Text(at)
		if isMember(a.f, at) {
			continue
		}
		scope := a.o.blocks[a.o.functionBlock(a.o.blockOf[at])].Range
		uses := 0
		for i := r.Hi; i < scope.Hi && uses < 40; i++ {
			if a.f.Kind(i) != syntax.Word || !a.f.Is(i, name) || isMember(a.f, i) {
				continue
			}
			if f := a.f; f.Is(i+1, "=") || f.Is(i+1, ":=") {
				a.reassigned(i, out)
				continue
			}
			uses++
			use := facts{}
			a.judge(Range{i, i + 1}, depth+1, &use)
			out.merge(use, n > 0)
		}
	}
}

// targets gives the tokens of the names that r is assigned to.
func (a *analysis) targets(r Range) (names []int) {
	f := a.f
	eq := r.Lo - 1
	for f.Is(eq, "(") || f.Is(eq, "await") {
		eq--
	}
	if !f.Is(eq, "=") && !f.Is(eq, ":=") || f.Kind(eq-1) != syntax.Word {
		return nil
	}
	last := eq - 1
	if typed := typedName(f, last); typed >= 0 {
		return []int{typed}
	}
	names = []int{last}
	for f.Is(names[0]-1, ",") && f.Kind(names[0]-2) == syntax.Word && len(names) < 4 {
		names = append([]int{names[0] - 2}, names...)
	}
	return names
}

// reassigned takes "if x == nothing { x = fallback }" for what it is.
func (a *analysis) reassigned(i int, out *facts) {
	value := Range{i + 2, valueEnd(a.f, a.o, i+2, a.lang.LineEnds)}
	if head := a.conditionBefore(i); head >= 0 {
		for j := head; j < i; j++ {
			if a.f.Is(j, a.f.Text(i)) {
				out.setFallback(a.fallbackOf(value))
				return
			}
		}
	}
}

// conditionBefore finds the "if" whose block token i begins, or -1.
func (a *analysis) conditionBefore(i int) int {
	for j := i - 1; j >= 0 && j > i-16; j-- {
		if conditionWords[a.f.Text(j)] {
			return j
		}
		if a.f.Is(j, "}") || a.f.Is(j, ";") {
			return -1
		}
	}
	return -1
}

// merge takes over what a use of the variable says. The second name of
// "value, ok :=" tells only of presence.
func (out *facts) merge(use facts, presence bool) {
	out.required = out.required || use.required
	out.tested = out.tested || use.tested
	if presence {
		return
	}
	out.setFallback(use.fallback)
	out.setKind(use.kind)
	out.literals = append(out.literals, use.literals...)
}

var booleans = map[string]bool{"true": true, "false": true, "1": true, "0": true, "yes": true, "no": true, "on": true, "off": true, "t": true, "f": true, "y": true, "n": true, "": true}

// finish settles need, kind and literals of a read from the facts.
func (out *facts) finish(r *Read, idiom *Idiom) {
	r.Need, r.Kind = idiom.Need, idiom.Kind
	if r.Need == "" {
		r.Need = Expected
	}
	switch {
	case r.Need == Required && out.fallback == nil, out.required:
		r.Need = Required
	case out.fallback != nil || out.tested || idiom.Test:
		r.Need = Optional
	}
	if out.fallback != nil {
		text := out.fallback.text
		r.Fallback, r.FallbackComputed = &text, out.fallback.computed
	}
	if out.kind != "" {
		r.Kind = out.kind
	}
	slices.Sort(out.literals)
	r.Literals = slices.Compact(out.literals)
	if r.Kind == "" {
		r.Kind = kindOfLiterals(r.Literals)
	}
}

func kindOfLiterals(literals []string) Kind {
	if len(literals) == 0 {
		return Text
	}
	for _, l := range literals {
		if !booleans[strings.ToLower(l)] {
			return Choice
		}
	}
	return Boolean
}
