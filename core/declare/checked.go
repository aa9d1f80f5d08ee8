package declare

import (
	"strings"

	"inzicht/core/parse"
)

// objects notes what holds objects of some classes.
func (w *classes) objects(of map[string]bool) {
	for n := range w.Tree.Nodes {
		n := int32(n)
		if !w.is(n, parse.Call) || !w.is(w.first(n), parse.Name) || !of[w.name(w.first(n))] {
			continue
		}
		if h := w.holderOf(n); h != (Holder{}) {
			w.Objects = append(w.Objects, Object{h, w.name(w.first(n))})
		}
	}
}

// fieldPath returns the fields that are asked for one of the other, behind what they are asked of: mail.kind of self.mail.kind.
func (s *Source) fieldPath(n int32) string {
	path := s.name(n)
	for of := s.unwrap(s.first(n)); s.is(of, parse.Member); of = s.unwrap(s.first(of)) {
		path = s.name(of) + "." + path
	}
	return path
}

// checked takes what methods of a class refuse of its fields when it is filled.
func (w *classes) checked(class int32, t traits, list []Setting) {
	of := func(n int32) (variable string, usual *string) {
		n = w.unwrap(n)
		field := ""
		switch w.kind(n) {
		case parse.Member:
			field = w.fieldPath(n)
		case parse.Index:
			field, _ = w.text(w.last(n))
		case parse.Call: // values.get("mail_host")
			if callee := w.unwrap(w.first(n)); w.is(callee, parse.Member) && w.name(callee) == "get" {
				field, _ = w.text(w.Tree.Child(n, 1))
			}
		}
		for _, r := range list {
			if field != "" && (r.Field == field || r.Name == t.prefix+field || r.Name == strings.ToUpper(t.prefix+field)) {
				return r.Name, nil
			}
		}
		return "", nil
	}
	refuses := func(n int32) bool { return w.is(n, parse.Throw) }
	for c := w.first(w.last(class)); c != 0; c = w.node(c).Next {
		method := c
		if w.is(c, parse.Wrapper) {
			method = w.last(c)
		}
		if name := w.name(method); w.is(method, parse.Function) && (method != c && strings.Contains(w.Tree.Text(c)[:min(len(w.Tree.Text(c)), 200)], "validator") || strings.HasSuffix(name, "post_init") || name == "__init__") {
			w.refusals(w.last(method), nil, of, refuses, list, 0)
		}
	}
}

// listedIn returns the texts of which a function asks whether what it is given is among them, or nil:
// (v) => ["a", "b"].includes(v).
func (s *Source) listedIn(fn int32) []string {
	body := s.unwrap(s.last(fn))
	if !s.is(body, parse.Call) || s.word(body) != "includes" {
		return nil
	}
	list := s.unwrap(s.first(s.unwrap(s.first(body))))
	if args := s.children(body); !s.is(list, parse.List) || len(args) != 2 || !s.is(s.unwrap(args[1]), parse.Name) {
		return nil
	}
	return s.texts(list)
}
