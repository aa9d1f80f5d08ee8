package declare

import (
	"strings"

	"inzicht/core/bounds"
	"inzicht/core/parse"
)

// Between which numbers a value must lie: by its type, min(1), Field(ge=1), validate=Range(min=1, max=9).

// ofType takes what a type says, or a word for one, and reports whether there may be nothing.
func (d *description) ofType(text string) (optional bool) {
	kind, optional := kindOf(text)
	d.setKind(kind)
	d.bounds = bounds.Both(d.bounds, bounds.OfType(text))
	return optional
}

// bounded notes between which numbers a property wants a value.
func (d *description) bounded(s *Source, p property) {
	first, second := s.number(p.arg(0)), s.number(p.arg(1))
	if n := s.unwrap(p.arg(0)); s.is(n, parse.Binary) && strings.HasPrefix(s.name(n), "..") { // range(1..=9)
		first, second = s.number(s.first(n)), s.number(s.last(n))
	}
	d.bounds = bounds.Both(d.bounds, bounds.OfWord(p.word, first, second))
	for _, q := range s.named(p.args) { // Range(min=1, max=9)
		d.bounds = bounds.Both(d.bounds, bounds.OfWord(q.word, s.number(q.arg(0)), ""))
	}
}

// number returns a number that is written out, or "".
func (s *Source) number(n int32) string {
	n = s.unwrap(n)
	if text, _ := s.literal(n); text != nil && !s.is(n, parse.Text) {
		return strings.ReplaceAll(*text, "_", "")
	}
	return ""
}

// named returns those of several arguments that have a name.
func (s *Source) named(args []int32) (list []property) {
	for _, arg := range args {
		target := s.first(arg)
		switch {
		case s.is(arg, parse.Pair):
			list = append(list, s.pair(arg))
		case s.is(arg, parse.Assign) && s.is(target, parse.Name):
			list = append(list, property{word: s.name(target), args: []int32{s.last(arg)}})
		}
	}
	return list
}
