package declare

import (
	"strings"

	"inzicht/core/parse"
)

// Prefixes finds calls that take all variables with a prefix:
// from_prefixed_env("GATE").
type Prefixes struct {
	// Heads are the last names of the calls, Modules parts of what they come
	// from; any where empty.
	Heads, Modules string
	// Receivers are parts of what the call is a member of; anything where empty.
	Receivers string
	// Named are the properties that hold the prefix; First that the first
	// argument without a name may.
	Named string
	First bool
	// Assigned is a name or member that the prefix is assigned to.
	Assigned string
	// Usual is the prefix where none is said, or "": then there is none.
	Usual string
	// Joint is behind a prefix that does not end with it.
	Joint string
	// Access is how it is called, where that is not the name of the call.
	Access string
}

// Find returns the patterns that a file takes.
func (p *Prefixes) Find(s *Source) (list []Setting) {
	w := &options{Source: s, form: &Options{Receivers: p.Receivers}, modules: set(p.Modules)}
	heads, named := set(p.Heads), set(p.Named)
	for n := range s.Tree.Nodes {
		n := int32(n)
		if s.is(n, parse.Assign) && p.Assigned != "" && s.word(s.first(n)) == p.Assigned {
			if prefix, ok := s.text(s.last(n)); ok && isName(prefix) {
				prefix = strings.ToUpper(strings.TrimSuffix(prefix, p.Joint)) + p.Joint
				list = append(list, Setting{Token: int(s.node(n).From), Pattern: prefix + "*", Access: p.Access, Need: Optional})
			}
		}
		if !s.is(n, parse.Call) || len(list) > mostSettings {
			continue
		}
		callee := s.unwrap(s.first(n))
		word := s.word(callee)
		if !heads[word] || !w.known(callee) || !w.received(callee) {
			continue
		}
		prefix := p.Usual
		for _, q := range s.pairs(n) {
			if text, ok := s.text(q.arg(0)); named[q.word] && ok {
				prefix = text
			}
		}
		if plain := s.plain(n); p.First && len(plain) > 0 {
			text, ok := s.text(plain[0])
			if !ok {
				continue
			}
			prefix = text
		}
		if prefix == "" || !isName(prefix) {
			continue
		}
		prefix = strings.ToUpper(strings.TrimSuffix(prefix, p.Joint)) + p.Joint
		list = append(list, Setting{Token: int(s.node(n).From), Pattern: prefix + "*", Access: firstOf(p.Access, word), Need: Optional})
	}
	return list
}
