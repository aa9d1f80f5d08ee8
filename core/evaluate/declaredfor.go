package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// What a method is asked of may be declared by an interface, and a class of the file stand for
// that: func Load(g Getter), static String load(Source s).

// isDeclaredFor reports whether the file declares what a method is asked of with an interface
// that a class extends, or in Go with one that the class has all methods of.
func (m *machine) isDeclaredFor(object int32, c *Class) bool {
	u := m.unit()
	if k := u.kind(object); c == nil || k != parse.Name && k != parse.Member || len(c.bases) == 0 && u.Words.Errors == nil {
		return false
	}
	f, name := u.Tree.File, strings.TrimLeft(u.at(object), "$_@")
	for i := range f.Tokens {
		if f.Kind(i) != syntax.Word || strings.TrimLeft(f.Text(i), "$_@") != name {
			continue
		}
		if slices.Contains(c.bases, f.Text(i-1)) || slices.Contains(c.bases, f.Text(typeBehind(f, i))) {
			return true
		}
		if len(c.bases) == 0 && f.Kind(i+1) == syntax.Word && u.hasMethodsOf(c, f.Text(i+1)) {
			return true
		}
	}
	return false
}

// typeBehind returns the token of the type that is written behind a name, or -1: s: Source,
// s: &dyn Source.
func typeBehind(f *syntax.File, name int) int {
	i := name + 1
	if f.Is(i, "?") {
		i++
	}
	if !f.Is(i, ":") {
		return -1
	}
	for i++; f.Is(i, "&") || f.Is(i, "mut") || f.Is(i, "dyn") || f.Is(i, "impl") || f.Is(i, "any") || f.Is(i, "?") || f.Is(i+1, "<"); i++ {
		if f.Is(i+1, "<") { // Box<dyn Source>
			i++
		}
	}
	return i
}

// hasMethodsOf reports whether a class has all methods of an interface of Go that the file
// declares: type Getter interface { Get(name string) string }.
func (u *Unit) hasMethodsOf(c *Class, name string) bool {
	f, count := u.Tree.File, 0
	for i := range f.Tokens {
		if !f.Is(i, "interface") || !f.Is(i-1, name) || !f.Is(i+1, "{") {
			continue
		}
		for k := i + 2; k < f.Mate(i+1); k++ {
			if f.Kind(k) == syntax.Word && f.Is(k+1, "(") && f.Mate(k+1) > k {
				if c.methods[f.Text(k)] == nil {
					return false
				}
				count++
				k = f.Mate(k + 1)
			}
		}
	}
	return count > 0
}
