package reads

import (
	"path"
	"slices"
	"strings"

	"inzicht/core/syntax"
)

// What a method is asked of may be declared by what it is for its users, an interface, and not by the
// class that reads: func Load(s source.Source), constructor(private source: Source).

// isDeclaredFor reports whether the name at i is declared with an interface that the class of a
// helper may be given for: one that it extends, or in Go one of the package of the helper.
func (a *analysis) isDeclaredFor(h *Helper, i int) bool {
	_, folder := h.origin()
	return slices.ContainsFunc(a.namedLike(i), func(k int) bool {
		if a.lang.KeepsSmall {
			return a.isOfPackage(k+1, folder, h)
		}
		return slices.Contains(h.bases, a.f.Text(k-1)) || slices.Contains(h.bases, a.f.Text(a.typeBehind(k))) // Source source
	})
}

// isDeclaredAs reports whether the name at i is declared with one of some types.
func (a *analysis) isDeclaredAs(types []string, i int) bool {
	if len(types) == 0 || i < 0 {
		return false
	}
	f := a.f
	return slices.ContainsFunc(a.namedLike(i), func(k int) bool {
		behind := a.typeBehind(k)
		if a.lang.KeepsSmall { // of Go
			for behind = k + 1; f.Is(behind, "*") || f.Is(behind+1, "."); behind++ {
				if f.Is(behind+1, ".") {
					behind++
				}
			}
		}
		return slices.Contains(types, f.Text(k-1)) || behind != k && slices.Contains(types, f.Text(behind))
	})
}

// namedLike returns the tokens at which the file has the name at i, with whatever signs.
func (a *analysis) namedLike(i int) []int { return a.namedAs(bare(a.f.Text(i))) }

// namedAs returns the tokens at which the file has a name, with whatever signs.
func (a *analysis) namedAs(name string) []int {
	if a.named == nil {
		a.named = map[string][]int{}
		for k := range a.f.Tokens {
			if a.f.Kind(k) == syntax.Word {
				name := bare(a.f.Text(k))
				a.named[name] = append(a.named[name], k)
			}
		}
	}
	return a.named[name]
}

// bare returns a name without the signs that fields and variables have in front.
func bare(name string) string { return strings.TrimLeft(name, "$_@#") }

// typeBehind returns the token of the type that a name is declared with behind it, or the name:
// source: Source, source: &dyn Source.
func (a *analysis) typeBehind(name int) int {
	f, i := a.f, name+1
	if f.Is(i, "?") {
		i++
	}
	if !f.Is(i, ":") {
		return name
	}
	for i++; f.Is(i, "&") || f.Is(i, "mut") || f.Is(i, "dyn") || f.Is(i, "impl") || f.Is(i, "any") || f.Is(i+1, "<"); i++ {
		if f.Is(i+1, "<") {
			i++
		}
	}
	return i
}

// isOfPackage reports whether a type of Go at a token is one of the package of a helper: of another
// package by its name, or of this one where no type of the file is meant.
func (a *analysis) isOfPackage(i int, folder string, h *Helper) bool {
	f := a.f
	if f.Is(i, "*") {
		i++
	}
	if f.Tokens[min(i, len(f.Tokens)-1)].NewLine || !syntax.IsCapital(f.Text(i)) && !f.Is(i+1, ".") {
		return false
	}
	of := i
	if f.Is(i+1, ".") {
		of = i + 2
	}
	if !syntax.IsCapital(f.Text(of)) || slices.Contains(h.others, f.Text(of)) { // which has one of its own
		return false
	}
	return of > i && f.Is(i, folder) || of == i && path.Dir(h.File) == path.Dir(a.file)
}
