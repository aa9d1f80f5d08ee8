package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// What a method is asked of may be declared by an interface, and a class of the file stand for
// that: func Load(g Getter), static String load(Source s).

// declarations is what the declarations of a file say, looked for once.
type declarations struct {
	names      map[string][]int    // the tokens at which each name stands, without its signs
	interfaces map[string][]string // of Go, with their methods
	known      map[declaration]bool
}

// declaration is a name that may be declared with an interface for a class.
type declaration struct {
	name string
	of   *Class
}

// declarationsOf returns what the declarations of a file say.
func (m *machine) declarationsOf(u *Unit) *declarations {
	if d := m.declarations[u]; d != nil {
		return d
	}
	f, d := u.Tree.File, &declarations{names: map[string][]int{}, interfaces: map[string][]string{}, known: map[declaration]bool{}}
	for i := range f.Tokens {
		if f.Kind(i) == syntax.Word {
			name := withoutSigns(f.Text(i))
			d.names[name] = append(d.names[name], i)
		}
		if f.Is(i, "interface") && f.Is(i+1, "{") && f.Mate(i+1) > i {
			d.interfaces[f.Text(i-1)] = methodsIn(f, i+1)
		}
	}
	m.declarations[u] = d
	return d
}

// methodsIn returns the methods of the interface of Go that opens at a token.
func methodsIn(f *syntax.File, open int) (names []string) {
	for i := open + 1; i < f.Mate(open); i++ {
		if f.Kind(i) == syntax.Word && f.Is(i+1, "(") && f.Mate(i+1) > i {
			names = append(names, f.Text(i))
			i = f.Mate(i + 1)
		}
	}
	return names
}

// withoutSigns returns a name without the signs that fields and variables have in front.
func withoutSigns(name string) string { return strings.TrimLeft(name, "$_@") }

// isDeclaredFor reports whether the file declares what a method is asked of with an interface
// that a class extends, or in Go with one that the class has all methods of.
func (m *machine) isDeclaredFor(object int32, c *Class) bool {
	u := m.unit()
	if k := u.kind(object); c == nil || k != parse.Name && k != parse.Member || len(c.bases) == 0 && u.Words.Errors == nil {
		return false
	}
	d, of := m.declarationsOf(u), declaration{withoutSigns(u.at(object)), c}
	is, known := d.known[of]
	if !known {
		is = slices.ContainsFunc(d.names[of.name], func(i int) bool { return d.isDeclared(u.Tree.File, i, c) })
		d.known[of] = is
	}
	return is
}

// isDeclared reports whether the name at a token is declared with an interface for a class.
func (d *declarations) isDeclared(f *syntax.File, i int, c *Class) bool {
	if len(c.bases) > 0 {
		return slices.Contains(c.bases, f.Text(i-1)) || slices.Contains(c.bases, f.Text(typeBehind(f, i)))
	}
	methods := d.interfaces[f.Text(i+1)]
	return len(methods) > 0 && !slices.ContainsFunc(methods, func(name string) bool { return c.methods[name] == nil })
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
