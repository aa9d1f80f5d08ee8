package declare

import (
	"strings"

	"inzicht/core/parse"
)

// Chained finds the options of a command line all of which have a variable, named by
// a prefix and their own names, because one call of the program says so:
// yargs(…).env("GATE").option("port", { default: 80 }).
type Chained struct {
	// Says is the method that says it, with the prefix; where it is given none, the
	// prefix is what Of is given: New("gate").DefaultEnvars().
	Says, Of string
	// Option are the methods that describe one option, by its name; Options those
	// that are given a record of several.
	Option, Options string
	// Own are methods behind an option that name a variable, or none, for it.
	Own string
	// Modules are parts of what a receiver is imported from.
	Modules string
	// Access is how it is called.
	Access string
}

// Find returns the variables of a file's options; or a pattern of all of them, where
// the options stand elsewhere.
func (c *Chained) Find(s *Source) (list []Setting) {
	prefix, token, is := c.prefix(s)
	if !is {
		return nil
	}
	w := &options{Source: s, form: &Options{Inferred: true}}
	one, many, own := set(c.Option), set(c.Options), set(c.Own)
	for n := range s.Tree.Nodes {
		n := int32(n)
		callee := s.unwrap(s.first(n))
		if !s.is(n, parse.Call) || !s.is(callee, parse.Member) || len(list) > mostSettings {
			continue
		}
		plain := s.plain(n)
		switch word := s.name(callee); {
		case len(plain) == 0:
		case one[word]:
			name, ok := s.text(plain[0])
			if said, free := c.said(w, n, own); ok && free {
				list = c.option(w, list, prefix+name, said, int(s.node(callee).At))
			}
		case many[word]:
			for _, p := range s.pairs(plain[0]) {
				list = c.option(w, list, prefix+p.word, s.pairs(p.arg(0)), p.token)
			}
		}
	}
	if len(list) == 0 && prefix != "" {
		return []Setting{{Token: token, Pattern: prefix + "*", Access: c.Access, Need: Optional}}
	}
	return list
}

// prefix returns the prefix that the program says, where, and whether it says one.
func (c *Chained) prefix(s *Source) (prefix string, token int, is bool) {
	for n := range s.Tree.Nodes {
		n := int32(n)
		callee := s.unwrap(s.first(n))
		if !s.is(n, parse.Call) || !s.is(callee, parse.Member) || s.name(callee) != c.Says {
			continue
		}
		if c.Modules != "" && !strings.Contains(c.origin(s, callee), c.Modules) {
			continue
		}
		text, ok := s.text(s.first(n))
		if args := s.plain(n); len(args) > 0 {
			text, ok = s.text(args[0])
		}
		if !ok && c.Of != "" {
			text, ok = c.made(s)
		}
		if ok && isName(asVariable(text)) {
			return strings.TrimSuffix(asVariable(text), "_") + "_", int(s.node(callee).At), true
		}
	}
	return "", 0, false
}

// origin returns what the root of a chain of calls stands for: its import, or that of
// what the file gives its name.
func (c *Chained) origin(s *Source, n int32) string {
	for range mostChained * 4 {
		switch n = s.unwrap(n); s.kind(n) {
		case parse.Call, parse.Member:
			n = s.first(n)
		case parse.Name:
			if v := s.value(s.name(n)); v != 0 && v != n && s.is(s.unwrap(v), parse.Call) && s.Path(n) == "" {
				n = v
				continue
			}
			return strings.ToLower(s.Path(n) + " " + s.name(n))
		default:
			return ""
		}
	}
	return ""
}

// made returns the text that the only call of Of is given first.
func (c *Chained) made(s *Source) (text string, ok bool) {
	for n := range s.Tree.Nodes {
		if n := int32(n); s.is(n, parse.Call) && s.word(n) == c.Of {
			args := s.plain(n)
			if ok || len(args) == 0 {
				return "", false
			}
			if text, ok = s.text(args[0]); !ok {
				return "", false
			}
		}
	}
	return text, ok
}

// said returns what is said of an option, and whether none of it names a variable.
func (c *Chained) said(w *options, call int32, own map[string]bool) (said []property, free bool) {
	for _, arg := range w.plain(call)[1:] {
		said = append(said, w.pairs(arg)...)
	}
	at, top := int(w.node(w.unwrap(w.first(call))).At), w.top(call)
	chain, _ := w.properties(top)
	if m := w.parent(top); w.is(m, parse.Member) && w.first(m) == top {
		chain = append(chain, property{word: w.name(m), call: true, token: at + 1})
	}
	for _, p := range chain {
		if p.token <= at {
			continue
		}
		if own[p.word] {
			return nil, false
		}
		if strings.Contains(" "+c.Option+" "+c.Options+" ", " "+p.word+" ") { // the next one
			break
		}
		said = append(said, p)
	}
	return said, true
}

// option adds an option to a list.
func (c *Chained) option(w *options, list []Setting, name string, said []property, token int) []Setting {
	if name = asVariable(snake(name)); !isName(name) {
		return list
	}
	d := w.said(said, nil, false)
	return append(list, d.setting(name, c.Access, Optional, token))
}
