package reads

import (
	"maps"
	"path"
	"slices"
	"strings"

	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// What other files have read, and this one uses by names of theirs.

// Borrowed says what a file does with what another one has read.
type Borrowed struct {
	File         string // that reads it
	Line, Column int
	Read         Read // what is done with it here, as if it were read here
}

// mayBorrow reports whether the file may name something that others offer.
func (a *analysis) mayBorrow() bool {
	s := a.context.offered()
	for _, list := range a.o.Bindings { // in any order
		if slices.ContainsFunc(list, func(b Binding) bool {
			return b.Path != "" && (a.pathOffered(b.Path, s) != nil || a.pathOffered(parentOf(b.Path), s) != nil)
		}) {
			return true
		}
	}
	f := a.f
	for i := range f.Tokens {
		switch {
		case f.Kind(i) == syntax.String:
			if module := a.required(Range{i - 2, i + 2}); module != "" && a.moduleOffered(module, s) != nil {
				return true
			}
			if a.lang.Global && includesBefore(f, i) || a.lang.Exports == "" && f.Is(i-1, "require") || f.Is(i-2, "config") && (f.Is(i-1, "(") || f.Is(i-1, "[")) || f.Is(i-2, "get") && f.Is(i-4, "config") {
				return true
			}
		case f.Kind(i) != syntax.Word || len(s.roots[f.Text(i)]) == 0:
		case len(a.o.lookup(f.Text(i), i)) == 0 && a.sharedOffer(f.Text(i), s) != nil, f.Is(i-1, "::"), a.mayHavePart(f.Text(i), s):
			return true
		}
	}
	return false
}

// includesBefore reports whether a text may be a part of the path of a file of PHP that is taken in.
func includesBefore(f *syntax.File, i int) bool {
	for n := i - 1; n >= 0 && n > i-longestDeclared; n-- {
		if including[f.Text(n)] {
			return true
		}
	}
	return false
}

// mayHavePart reports whether the file has a part of a class that another one defines.
func (a *analysis) mayHavePart(class string, s *shelf) bool {
	return once(&a.offered.parts, class, func() bool {
		return slices.ContainsFunc(s.roots[class], func(m *shelved) bool { return (a.speaks(m) || a.fillsOwn(m, class)) && a.hasPartOf(class, m) })
	})
}

// borrow notes where the file uses what others offer, and reports whether it does.
func (a *analysis) borrow() (does bool) {
	r, s := a.prepare(), a.context.offered()
	a.noteUsing(s)
	a.borrowFields(s)
	targets := map[int32]bool{}
	for _, node := range r.tree.Nodes {
		if node.Kind == parse.Assign || node.Kind == parse.Declare || node.Kind == parse.Pair && r.tree.Nodes[node.First].Next != 0 {
			targets[node.First] = true
		}
	}
	for n, node := range r.tree.Nodes {
		n := int32(n)
		if targets[n] || r.unit.Access[n] != nil {
			continue
		}
		if g := a.borrowedAt(n, node, s); g != nil {
			r.unit.Access[n] = &evaluate.Access{Node: n, Literal: true, Given: g}
			does = true
		}
	}
	return does || len(r.unit.Fields) > 0
}

// noteUsing notes the words of the file by which what others offer is used.
func (a *analysis) noteUsing(s *shelf) {
	using := map[string]bool{}
	for i := range a.f.Tokens {
		if a.f.Kind(i) == syntax.Word {
			if word := strings.Trim(a.f.Text(i), "$@:"); s.words[word] {
				using[word] = true
			}
		} else if key, is := a.f.Value(i); is && s.words[key] { // config['port']
			using[key] = true
		}
	}
	a.run.unit.Using = using
}

// borrowFields notes which fields of the classes of the file other files make.
func (a *analysis) borrowFields(s *shelf) {
	r := a.run
	r.unit.Fields = map[string][]*evaluate.Given{}
	note := func(class, field string, g *evaluate.Given) {
		if g != nil {
			r.unit.Fields[class] = append(r.unit.Fields[class], &evaluate.Given{Members: map[string]*evaluate.Given{field: g}})
		}
	}
	for n, node := range r.tree.Nodes {
		if node.Kind != parse.Class {
			continue
		}
		class := r.tree.Name(int32(n))
		if class == "" {
			continue
		}
		if a.lang.KeepsSmall {
			a.fieldsOfStruct(node, func(field string, at parse.Node) { note(class, field, a.declaredOffer(at, s)) })
		}
		r.tree.Children(r.tree.Child(int32(n), 0), func(c int32) bool {
			for r.tree.Nodes[c].Kind == parse.Wrapper && r.tree.Nodes[r.tree.Nodes[c].First].Next != 0 { // an annotation before it
				c = r.tree.Nodes[r.tree.Nodes[c].First].Next
			}
			if field := r.tree.Nodes[c]; field.Kind == parse.Declare && field.First != 0 {
				note(class, r.tree.Name(field.First), a.declaredOffer(field, s))
			}
			return true
		})
	}
	for class, list := range s.roots { // in any order
		for _, m := range list {
			if g := m.module.Members[class]; (a.speaks(m) || a.fillsOwn(m, class)) && g.Gives != nil && a.hasPartOf(class, m) {
				r.unit.Fields[class] = append(r.unit.Fields[class], g.Gives)
			}
		}
	}
}

// fieldsOfStruct calls f with the names of the fields of a struct of Go, and where each stands.
func (a *analysis) fieldsOfStruct(node parse.Node, f func(field string, at parse.Node)) {
	for i := int(node.From) + 1; i+1 < int(node.To); i++ {
		if t := a.f.Tokens[i]; t.NewLine && a.f.Kind(i) == syntax.Word && !a.f.Tokens[i+1].NewLine {
			f(a.f.Text(i), parse.Node{From: int32(i), To: int32(i) + 1, At: int32(i)})
		}
	}
}

// hasPartOf reports whether the file has a part of a class that another one defines: methods of Go, an
// impl of Rust, an extension, a partial class, a class that is opened again.
func (a *analysis) hasPartOf(class string, m *shelved) bool {
	_, folder := Origin(m.file)
	if path.Dir(m.file) != path.Dir(a.file) && !a.lang.knowsClasses() && !a.names(folder, class) {
		return false
	}
	f, own := a.f, a.lang.KeepsSmall && a.fillsOwn(m, class)
	return slices.ContainsFunc(a.namedAs(class), func(i int) bool {
		before := f.Text(i - 1)
		if own && (f.Is(i+1, "{") && before != "struct" || f.Is(i-2, "var") || f.Is(i+1, ")") && f.Is(i-2, "new")) { // var c Config
			return true
		}
		return a.lang.KeepsSmall && (before == "*" || f.Is(i+1, ")")) && f.Is(a.openerOf(i)-1, "func") || before == "impl" || before == "extension" ||
			before == "class" && (a.lang.QuietParens || f.Is(i-2, "partial"))
	})
}

// bringBack notes what is done here, at a range, with what another file has read. What is only required
// where something else holds, too, is not called so: of what that is nothing is known there.
func (a *analysis) bringBack(m *match, at Range, r Read, sometimes bool) {
	switch {
	case m.offer.isSettled(): // nothing is wanted of it
		r.Need, r.Fallback, r.When, r.Demanded = Expected, nil, nil, nil
	case r.Need == Required && len(r.Demanded) > 0:
		r.Need = Expected
	case r.Need == Required && sometimes: // on other ways nothing is made of it
		r.Need = Optional
	}
	if r.Need == Expected && r.Kind == Text && len(r.Literals) == 0 && len(r.Demanded) == 0 {
		return
	}
	a.place(&r, at)
	a.borrowed = append(a.borrowed, Borrowed{File: m.from, Line: m.offer.Line, Column: m.offer.Column, Read: r})
}

// usingIn returns where the words stand in src by which what other files offer is used.
func (c *Context) usingIn(src []byte) []int32 {
	s := c.offered()
	s.finding.Do(func() { s.find = NewWords(slices.Sorted(maps.Keys(s.words))) })
	return s.find.Offsets(src, 0)
}
