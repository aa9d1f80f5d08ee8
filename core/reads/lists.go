package reads

import (
	"strings"

	"inzicht/core/syntax"
)

// Lists written out, and what is called with their elements.

// iterators are methods that call a function with each element of their list.
var iterators = set(strings.Fields("forEach map filter every some find flatMap each each_with_index select reject collect forEachIndexed"))

// iterated gives the list whose elements a callback is called with:
// ["A", "B"].forEach((k) => …). It is empty where the function is no callback.
func (a *analysis) iterated(b Binding) Range {
	if b.Param != 0 {
		return Range{}
	}
	f := a.f
	i := a.o.Functions[b.Function].At
	for steps := 0; steps < 4 && i > 0; steps++ {
		if (f.Is(i, "(") || f.Is(i, "{")) && f.Kind(i-1) == syntax.Word && iterators[f.Text(i-1)] && isMember(f, i-1) {
			return receiver(a.f, i-3)
		}
		i--
	}
	return Range{}
}

// receiver gives the expression that ends at token i: a name, a list written
// out, or the call that makes one. What is indexed is nothing known.
func receiver(f *syntax.File, i int) Range {
	if m := f.Mate(i); m >= 0 && m < i {
		switch {
		case isSubscript(f, m):
			return Range{}
		case f.Is(m, "(") && isCall(f, m):
			return Range{chainStart(f, m-1), i + 1}
		}
		return Range{m, i + 1}
	}
	if f.Kind(i) == syntax.Word && !isMember(f, i) {
		return Range{i, i + 1}
	}
	return Range{}
}

// elements works out what a loop runs over: the elements of a list written out.
func (a *analysis) elements(r Range, depth int) []text {
	r = a.list(r, depth)
	if r.empty() {
		return unknown
	}
	var out []text
	parts := splitAt(a.f, Range{r.Lo + 1, r.Hi - 1}, ",")
	if a.isWordList(r.Lo) {
		parts = a.listedWords(r)
	}
	for _, part := range parts {
		if part.empty() {
			continue
		}
		values := a.evaluate(part, depth+1)
		if len(out)+len(values) > maxAlternatives {
			return unknown
		}
		out = append(out, values...)
	}
	if len(out) == 0 {
		return unknown
	}
	return out
}

func (a *analysis) listedWords(r Range) (words []Range) {
	for i := r.Lo + 1; i < r.Hi-1; i++ {
		if m := a.f.Mate(i); m > i {
			words = append(words, Range{i, m + 1})
			i = m
		}
	}
	return words
}

// listMakers make a list of their arguments, listWrappers of the list they are given.
var (
	listMakers   = set(strings.Fields("listOf setOf arrayOf mutableListOf sequenceOf asList array Array of qw List Seq Set"))
	listWrappers = set(strings.Fields("list tuple set frozenset sorted reversed Set from"))
)

// list finds the brackets of a list written out, through names.
func (a *analysis) list(r Range, depth int) Range {
	f := a.f
	if r.Hi-r.Lo > 2 && f.Is(r.Lo, "(") && f.Mate(r.Lo) == r.Hi-1 && f.Is(r.Hi-2, ",") { // ("A",)
		return r
	}
	r.Lo, r.Hi = a.strip(r).Lo, a.strip(r).Hi
	if r.empty() || depth > maxDepth {
		return Range{}
	}
	if a.isWordList(r.Lo) && f.Mate(r.Lo) == r.Hi-1 {
		return r
	}
	for i := r.Lo; i < min(r.Hi, r.Lo+8); i++ { // []string{…}, new String[] {…}, Arrays.asList(…)
		if m := f.Mate(i); m > i {
			if m == r.Hi-1 && m > i+1 {
				inner := Range{i + 1, m}
				wrapped := f.Is(i+1, "[") || f.Is(i+1, "(") || inner.Hi-inner.Lo == 1 && f.Kind(i+1) == syntax.Word
				switch {
				case f.Is(i, "(") && wrapped && listWrappers[f.Text(i-1)]:
					return a.list(inner, depth+1)
				case f.Is(i, "[") && (i == r.Lo || !isSubscript(f, i)), f.Is(i, "{"), f.Is(i, "(") && (i == r.Lo || listMakers[f.Text(i-1)]):
					return Range{i, r.Hi}
				}
			}
			i = m
		}
	}
	if f.Kind(r.Lo) == syntax.Word && r.Hi-r.Lo == 1 {
		if bound := a.o.lookup(f.Text(r.Lo), r.Lo); len(bound) == 1 && !bound[0].Value.contains(r.Lo) {
			return a.list(bound[0].Value, depth+1)
		}
	}
	if len(splitAt(f, r, ",")) > 1 { // for x in "A", "B"
		return Range{r.Lo - 1, r.Hi + 1}
	}
	return Range{}
}
