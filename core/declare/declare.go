// Package declare finds variables that are declared rather than read: in
// descriptions of settings that a library applies to the environment, in fields
// of settings classes, in options of a command line. What a library calls
// things is data (Options, Schemas, Classes); what the words of such
// descriptions mean is the same for all of them (words.go).
package declare

import (
	"slices"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// Setting is one variable that is declared.
type Setting struct {
	Token    int    // where it stands
	Name     string // or Pattern, of variables whose names are made of others
	Pattern  string
	Access   string // what declares it, as it is called in the source
	Need     string // "required", "expected" or "optional"
	Kind     string // as core/reads calls them, or "" where nothing tells
	Fallback *string
	// Instead is the name by which the same read may have been found before.
	Instead  string
	Computed bool // something stands in that is not known
	Literals []string
	Bounds   []string // between which numbers it must lie; of what is none, how long it must be, or how many
	// Where are conditions without one of which it is not asked for, and Wanted those of which each makes it required.
	Where, Wanted []Condition
	// Of is the class that it is a field of: it is asked for where an object of that is made. Else Holder has what is
	// declared; Field is how it is called there.
	Of, Field string
	Holder    Holder
}

// Holder is what other files come by to an object with what is declared: a name, a function that gives it, or what the
// file exports without a name.
type Holder struct {
	Variable, Function string
	Default            bool
}

// Object is an object of a class with settings.
type Object struct {
	Holder
	Class string
}

// The needs.
const (
	Required = "required"
	Expected = "expected"
	Optional = "optional"
)

// Form is a way to declare what is read.
type Form struct {
	Name string // what it is, for a list of what is understood
	// Words are words of which a file that declares so holds at least one.
	Words []string
	// With are words of which it holds one besides, where there are any.
	With []string
	// Wholes says that it speaks of the environment as a whole, without which
	// and without the words there is none.
	Wholes bool
	Find   func(*Source) []Setting
}

// All joins what several ways find.
func All(ways ...func(*Source) []Setting) func(*Source) []Setting {
	return func(s *Source) (list []Setting) {
		for _, find := range ways {
			list = append(list, find(s)...)
		}
		return list
	}
}

// Role says what a name means that one file defines and others use.
type Role struct {
	Name string
	File string // that gives it
	As   As
	// Module is where the name is defined, as it is called where it is imported
	// from, without folders and ending; "" where it is defined in File.
	Module string
	// Prefix and Delimiter are those of a settings class.
	Prefix, Delimiter string
	// Values are defaults: a key, a zero byte and a text a line.
	Values string
}

// ByDefault is the name of what a module exports without one.
const ByDefault = "default"

// As is what a name stands for.
type As uint8

// What a name may stand for.
const (
	Applied     As = iota // a description that is applied to the environment
	Base                  // a class whose fields are variables
	Reader                // an object through which variables are read
	Environment           // the environment itself; Values is its path
	Applier               // a function of the program that applies the schema which it is given; Prefix is the place of the argument
	Handed                // a function that is given it; Values is the path, Prefix the place of the argument, Delimiter its label
)

// Source is a file that may declare settings.
type Source struct {
	Tree *parse.Tree
	File string
	// Path returns what a name or a member of one stands for through the
	// file's imports, or "".
	Path func(node int32) string
	// Whole reports whether the tokens from lo to before hi are the environment
	// as a whole.
	Whole func(lo, hi int) bool
	// Roles are those of names that other files gave.
	Roles []Role
	// Given are the roles that this file gives names: of its own, which others
	// use, or of others, which it uses.
	Given []Role
	// Judged are the records of what is read, each from a token to before another, that a schema is given: it says what
	// becomes of them.
	Judged [][2]int
	// Objects are those of classes with settings.
	Objects []Object

	parents []int32
	values  map[string]int32
	classes map[string]int32
}

// bound limits how deep descriptions are followed, and how many settings one
// may have.
const (
	mostDepth    = 12
	mostSettings = 2000
)

//go:noinline
func (s *Source) node(n int32) parse.Node { return s.Tree.Nodes[n] }

//go:noinline
func (s *Source) kind(n int32) parse.Kind { return s.Tree.Nodes[n].Kind }
func (s *Source) file() *syntax.File      { return s.Tree.File }

//go:noinline
func (s *Source) name(n int32) string { return s.Tree.Name(n) }

//go:noinline
func (s *Source) first(n int32) int32 { return s.Tree.Nodes[n].First }

//go:noinline
func (s *Source) is(n int32, k parse.Kind) bool { return n != 0 && s.Tree.Nodes[n].Kind == k }

// children returns the children of a node.
func (s *Source) children(n int32) (list []int32) {
	for c := s.Tree.Nodes[n].First; c != 0; c = s.Tree.Nodes[c].Next {
		list = append(list, c)
	}
	return list
}

// last returns the last child of a node, or 0.
//
//go:noinline
func (s *Source) last(n int32) (last int32) {
	for c := s.Tree.Nodes[n].First; c != 0; c = s.Tree.Nodes[c].Next {
		last = c
	}
	return last
}

// parent returns the node round another, or 0.
func (s *Source) parent(n int32) int32 {
	if s.parents == nil {
		s.parents = make([]int32, len(s.Tree.Nodes))
		for p := range s.Tree.Nodes {
			for c := s.Tree.Nodes[p].First; c != 0; c = s.Tree.Nodes[c].Next {
				s.parents[c] = int32(p)
			}
		}
	}
	return s.parents[n]
}

// holderOf returns what holds what an expression gives.
func (s *Source) holderOf(n int32) (h Holder) {
	for up := s.parent(n); up != 0; n, up = up, s.parent(up) {
		switch s.kind(up) {
		case parse.Wrapper:
			continue
		case parse.Declare, parse.Assign:
			target := s.first(up)
			switch name := s.Tree.Text(target); {
			case s.is(target, parse.Name) && s.last(up) == n:
				h.Variable = name
			case name == "module.exports":
				h.Default = true
			case s.is(target, parse.Member) && (strings.HasPrefix(name, "exports.") || strings.HasPrefix(name, "module.exports.")):
				h.Variable = s.name(target)
			}
		case parse.Return:
			for up != 0 && !s.is(up, parse.Function) && !s.is(up, parse.Lambda) {
				up = s.parent(up)
			}
			if s.is(up, parse.Function) {
				h.Function = s.name(up)
			}
		case parse.Block:
			if f := s.file(); f.Is(int(s.node(n).From)-1, "default") || f.Is(int(s.node(n).From), "export") {
				h.Default = true
			}
		}
		return h
	}
	return h
}

// value returns the node of what a name is given in the file, or 0.
func (s *Source) value(name string) int32 {
	s.index()
	return s.values[name]
}

// class returns the class of a name in the file, or 0.
func (s *Source) class(name string) int32 {
	s.index()
	return s.classes[name]
}

// index notes what names are given, and the classes.
func (s *Source) index() {
	if s.values != nil {
		return
	}
	s.values, s.classes = map[string]int32{}, map[string]int32{}
	for n := range s.Tree.Nodes {
		n := int32(n)
		switch s.kind(n) {
		case parse.Declare, parse.Assign:
			if target, value := s.first(n), s.last(n); target != value && s.is(target, parse.Name) {
				s.values[s.name(target)] = value
			}
		case parse.Function:
			if s.name(n) != "" {
				s.values[s.name(n)] = n
			}
		case parse.Class:
			s.classes[s.name(n)] = n
		}
	}
}

// unwrap returns what is in brackets, casts and the like.
func (s *Source) unwrap(n int32) int32 {
	for depth := 0; (s.is(n, parse.Wrapper) || s.isDetached(n)) && depth < mostDepth; depth++ {
		n = s.last(n)
	}
	return n
}

// isDetached reports whether an expression takes a member off what it is one of,
// as compilers write it: (0, module.member).
func (s *Source) isDetached(n int32) bool {
	return s.is(n, parse.List) && s.is(s.first(n), parse.Number) && s.is(s.last(n), parse.Member)
}

// text returns the text of a string without holes.
func (s *Source) text(n int32) (string, bool) {
	n = s.unwrap(n)
	if !s.is(n, parse.Text) {
		return "", false
	}
	return s.file().Value(int(s.node(n).From))
}

// imported gives a role to a name that another file defines.
func (s *Source) imported(n int32, as As) {
	path := s.Path(n)
	module, name, found := cutLast(path)
	if !found || name == "" || module == "" {
		return
	}
	if at := strings.LastIndexByte(module, '/'); at >= 0 { // ./env.validation.js
		module = module[at+1:]
		for _, ending := range []string{".js", ".mjs", ".cjs", ".ts"} {
			module = strings.TrimSuffix(module, ending)
		}
	} else if at := strings.LastIndexByte(module, '.'); at >= 0 {
		module = module[at+1:]
	}
	s.Give(Role{Name: name, File: s.File, As: as, Module: module})
}

// Give notes a role, once.
func (s *Source) Give(role Role) {
	if !slices.Contains(s.Given, role) && len(s.Given) < mostRoles {
		s.Given = append(s.Given, role)
	}
}

// mostRoles bounds how many names of a file mean something in others.
const mostRoles = 200

// cutLast cuts a path before its last name.
func cutLast(path string) (before, last string, found bool) {
	at := strings.LastIndexByte(path, '.')
	if at < 0 {
		return "", path, false
	}
	return path[:at], path[at+1:], true
}

// texts returns the strings in a node: one, or those of a list.
func (s *Source) texts(n int32) (list []string) {
	n = s.unwrap(n)
	switch s.kind(n) {
	case parse.Text:
		if text, ok := s.text(n); ok {
			list = append(list, text)
		}
	case parse.List, parse.Record:
		for c := s.first(n); c != 0; c = s.node(c).Next {
			if text, ok := s.text(c); ok {
				list = append(list, text)
			}
		}
	case parse.Name:
		if v := s.value(s.name(n)); v != 0 && v != n && (s.is(v, parse.Text) || s.is(v, parse.List)) {
			return s.texts(v)
		}
	}
	return list
}

// literal returns a literal as it would stand in an env file, and whether there
// is something that stands in at all: nothing of its own is none.
func (s *Source) literal(n int32) (text *string, any bool) {
	n = s.unwrap(n)
	if n == 0 {
		return nil, false
	}
	switch s.kind(n) {
	case parse.Text:
		if value, ok := s.text(n); ok {
			return &value, true
		}
	case parse.Number:
		value := s.Tree.Text(n)
		return &value, true
	case parse.Unary:
		if s.is(s.last(n), parse.Number) {
			value := s.Tree.Text(n)
			return &value, true
		}
	case parse.Name:
		switch word := s.Tree.Text(n); word {
		case "true", "false", "True", "False", "TRUE", "FALSE":
			return &word, true
		case "None", "null", "nil", "undefined", "NULL":
			return nil, false
		}
		if v := s.value(s.name(n)); v != 0 && v != n && (s.is(v, parse.Text) || s.is(v, parse.Number)) {
			return s.literal(v)
		}
	case parse.Member: // Level.LOW
		if v := s.member(s.class(s.name(s.first(n))), s.name(n)); v != 0 {
			return s.literal(v)
		}
	}
	return nil, true
}

// member returns the literal that the body of a class gives a name, or 0.
func (s *Source) member(class int32, name string) int32 {
	if class == 0 {
		return 0
	}
	for c := s.first(s.last(class)); c != 0; c = s.node(c).Next {
		if k := s.kind(c); (k == parse.Assign || k == parse.Declare) && s.is(s.first(c), parse.Name) && s.name(s.first(c)) == name {
			if v := s.last(c); s.is(v, parse.Text) || s.is(v, parse.Number) {
				return v
			}
		}
	}
	return 0
}

// last name of a callee or member: object of z.object.
func (s *Source) word(n int32) string {
	n = s.unwrap(n)
	switch s.kind(n) {
	case parse.Name, parse.Member:
		return s.name(n)
	case parse.Call, parse.Index:
		return s.word(s.first(n))
	}
	return ""
}
