package declare

import (
	"cmp"
	"slices"
	"strings"

	"inzicht/core/parse"
)

// Defaults finds calls that are given variables by name: a record of what stands in
// for each, { GATE_URL: "x", GATE_KEY: undefined }, or a list of names.
type Defaults struct {
	Head    string // the last name of the call
	Modules string // what it is a member of, or imported from
	Access  string // how it is called
}

// Find returns what the calls of a file declare.
func (d *Defaults) Find(s *Source) (list []Setting) {
	for n := range s.Tree.Nodes {
		n := int32(n)
		if !s.is(n, parse.Call) || !d.calls(s, s.unwrap(s.first(n))) {
			continue
		}
		for _, arg := range s.plain(n) {
			list = append(list, d.named(s, s.unwrap(arg))...)
		}
	}
	return list
}

// calls reports whether a callee is the one that is meant.
func (d *Defaults) calls(s *Source, callee int32) bool {
	module := strings.TrimSuffix(strings.TrimSuffix(s.Path(callee), d.Head), ".")
	if s.is(callee, parse.Member) && s.name(callee) == d.Head {
		module = cmp.Or(module, s.name(s.unwrap(s.first(callee))))
	}
	return slices.ContainsFunc(strings.Fields(d.Modules), func(known string) bool {
		return module == known || strings.HasPrefix(module, known+".")
	})
}

// named returns the variables of one argument.
func (d *Defaults) named(s *Source, arg int32) (list []Setting) {
	switch s.kind(arg) {
	case parse.Record:
		for _, p := range s.pairs(arg) {
			list = append(list, d.setting(s, p.token, p.word, p.arg(0)))
		}
	case parse.List:
		for _, c := range s.children(arg) {
			if name, known := s.text(s.unwrap(c)); known {
				list = append(list, d.setting(s, int(s.node(c).From), name, 0))
			}
		}
	case parse.Text:
		if name, known := s.text(arg); known {
			list = append(list, d.setting(s, int(s.node(arg).From), name, 0))
		}
	}
	list = slices.DeleteFunc(list, func(one Setting) bool { return !isName(one.Name) })
	return list[:min(len(list), mostSettings)]
}

// setting returns a variable for which a value stands in; 0 and undefined are no value, and
// null is one.
func (d *Defaults) setting(s *Source, token int, name string, value int32) Setting {
	one := Setting{Token: token, Name: name, Access: d.Access, Need: Expected}
	if value == 0 || s.Tree.Text(s.unwrap(value)) == "undefined" {
		return one
	}
	text, any := s.literal(value)
	one.Need, one.Fallback, one.Computed = Optional, text, any && text == nil
	one.Kind = s.literalKind(s.unwrap(value))
	return one
}
