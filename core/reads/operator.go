package reads

import (
	"strings"

	"inzicht/core/syntax"
)

// alternativeAfter judges "read or other" and gives where that ends, or r.Hi.
func (a *analysis) alternativeAfter(r Range, out *facts) int {
	f := a.f
	i := a.passTransparent(r.Hi)
	if k := f.Kind(i); k != syntax.Punct && k != syntax.Word {
		return r.Hi
	}
	switch operator := f.Text(i); {
	case operator == "rescue" && f.Tokens[i].NewLine: // of a block, and no operator
	case a.c.wordOr[operator] || operator == "||=" || operator == "??=":
		end := a.operandEnd(i + 1)
		a.alternative(Range{i + 1, end}, out)
		return end
	case operator == "if" && !f.Tokens[i].NewLine && len(a.c.wordOr) > 0 && a.c.wordOr["or"]: // read if test else other
		end := a.operandEnd(i + 1)
		if either := a.branches(Range{r.Lo, end}); len(either) == 2 && a.asksForSame(r, Range{either[0].Hi + 1, either[1].Lo - 1}) {
			a.alternative(either[1], out)
			return end
		}
	}
	return r.Hi
}

// asksForSame tells whether a condition asks for what the read at r reads: it
// holds the same name, or the read holds none.
func (a *analysis) asksForSame(r, condition Range) bool {
	named := false
	for i := r.Lo; i < r.Hi; i++ {
		name, isText := a.f.Value(i)
		if !isText {
			continue
		}
		named = true
		for j := condition.Lo; j < condition.Hi; j++ {
			if other, ok := a.f.Value(j); ok && other == name {
				return true
			}
		}
	}
	return !named
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
		a.alternativeOrEnd(r, out)
		return
	}
	if a.inCondition(r.Lo) {
		out.tested = true
		return
	}
	out.setFallback(a.fallbackOf(r))
}

// alternativeOrEnd judges "read or other or stop": what stands first is the
// fallback, and it is needed only where that is nothing.
func (a *analysis) alternativeOrEnd(r Range, out *facts) {
	first := r
	for i := r.Lo; i < r.Hi; i++ {
		if m := a.f.Mate(i); m > i {
			i = m
		} else if a.c.wordOr[a.f.Text(i)] {
			first.Hi = i
			break
		}
	}
	if first == r || a.stopsIn(first) {
		out.required = true
		return
	}
	out.setFallback(a.fallbackOf(first))
	out.required = out.required || out.fallback == nil || out.fallback.param != nil
}

// operandEnd gives the end of what an "or" falls back to.
func (a *analysis) operandEnd(lo int) int {
	return valueEnd(a.f, a.o, lo, a.lang.LineEnds)
}

// fallbackOf works out the value of a fallback expression; nil where it is nothing.
func (a *analysis) fallbackOf(r Range) *fallback {
	given := a.valueOf(r)
	if given != nil {
		given.at = r
	}
	return given
}

func (a *analysis) valueOf(r Range) *fallback {
	if r.empty() || r.Lo >= len(a.f.Tokens) {
		return nil
	}
	r.Hi = min(r.Hi, len(a.f.Tokens))
	source := a.source(r)
	if a.c.nothing[source] && !strings.EqualFold(source, "false") {
		return nil
	}
	for _, operator := range []string{"||", "??", "or", "?:"} { // a || b || "c": the last counts
		if parts := splitAt(a.f, r, operator); len(parts) > 1 {
			return a.valueOf(parts[len(parts)-1])
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
	if f.Is(i, "exists") || f.Is(i, "defined") {
		out.tested = true
		a.condition(Range{i, r.Hi}, out)
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
		out.tested = true
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
