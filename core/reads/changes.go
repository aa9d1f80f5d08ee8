package reads

import (
	"slices"

	"inzicht/core/syntax"
)

// A name keeps its binding and changes its value: i++, name += "_URL".

// counting are the operators behind a name that make another number of it.
var counting = set([]string{"++", "--", "-=", "*=", "/=", "%=", "//=", "**="})

// afterChanges gives what a name may be at token pos, where what it was bound
// to gives the values.
func (a *analysis) afterChanges(name string, pos int, bound []Binding, values []text, depth int) []text {
	if len(bound) == 0 || name[0] == '.' || bound[0].Path != "" {
		return values
	}
	block := &a.o.blocks[a.o.functionBlock(bound[0].block)]
	first := slices.MinFunc(bound, func(x, y Binding) int { return x.At - y.At })
	for _, i := range a.occurrences(name, first.At+1, block.Hi) {
		added, changes := a.changeAt(i)
		value := min(i+2, len(a.f.Tokens)-1) // in i = i + 1 the second one is what was bound before
		if !changes || !a.reaches(i, pos, first) || !sameMeaning(a.o.lookup(name, value), bound) {
			continue
		}
		switch {
		case added.empty():
			return unknown
		case i < pos && a.o.blockOf[i] == first.block:
			values = join(values, a.evaluate(added, depth+1))
		default: // perhaps, or more than once
			values = append(slices.Clone(values), join(values, unknown)...)
		}
		if len(values) > maxAlternatives {
			return unknown
		}
	}
	return values
}

// changeAt tells whether the word at i changes its value there, and what is put
// behind the value; that is empty where it becomes another number.
func (a *analysis) changeAt(i int) (added Range, changes bool) {
	f := a.f
	if f.Kind(i+1) != syntax.Punct && f.Kind(i-1) != syntax.Punct || isMember(f, i) {
		return added, false
	}
	switch next := f.Text(i + 1); {
	case counting[next] || f.Is(i-1, "++") || f.Is(i-1, "--"):
		return added, true
	case next == "+=" || next == ".=":
		added = Range{i + 2, valueEnd(f, a.o, i+2, a.lang.LineEnds)}
	case next == "=" && f.Text(i+2) == f.Text(i) && f.Kind(i+3) == syntax.Punct && !f.Is(i+3, ";"): // i = i + 1
		added = Range{i + 4, valueEnd(f, a.o, i+4, a.lang.LineEnds)}
	default:
		return added, false
	}
	if a.isNumber(added) {
		added = Range{}
	}
	return added, true
}

// reaches tells whether a change at token i may have come about where a name is used: it
// stands before, or further down in a loop, or the use is in a function within.
func (a *analysis) reaches(i, pos int, first Binding) bool {
	if i < pos || a.o.functionBlock(a.o.blockOf[min(pos, len(a.o.blockOf)-1)]) != a.o.functionBlock(first.block) {
		return true
	}
	if p := a.o.parent[i]; p >= 0 && a.f.Is(int(p), "(") && pos > int(p) && pos < a.f.Mate(int(p)) { // for (i = 0; f(i); i++)
		return true
	}
	around := &a.o.blocks[a.o.blockOf[i]]
	return !around.function && around.contains(pos) && !around.contains(first.At)
}

// sameMeaning tells whether two lookups found one binding.
func sameMeaning(here, bound []Binding) bool {
	return slices.ContainsFunc(here, func(x Binding) bool {
		return slices.ContainsFunc(bound, func(y Binding) bool { return x.At == y.At })
	})
}
