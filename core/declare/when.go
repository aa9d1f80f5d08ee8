package declare

import "inzicht/core/parse"

// stepWhen applies what is said for some values of another variable alone: when("MODE", { is: "x", then: required() }).
func (s *Source) stepWhen(d *description, p property, depth int) {
	variable, is := s.text(p.arg(0))
	if !is || !isVariable(variable) {
		return
	}
	c, known := Condition{Variable: variable}, false
	there, otherwise := description{need: d.need}, description{need: d.need}
	for _, q := range s.pairs(p.arg(1)) {
		value := s.unwrap(q.arg(0))
		switch q.word {
		case "is", "not":
			c.In, c.Not, c.Unset = s.texts(value), q.word == "not", q.word == "not"
			if s.is(value, parse.Call) { // valid("x")
				for _, arg := range s.children(value)[1:] {
					c.In = append(c.In, s.texts(arg)...)
				}
			}
			known = len(c.In) > 0
		case "then":
			there = s.says(value, there, depth)
		case "otherwise":
			otherwise = s.says(value, otherwise, depth)
		}
	}
	d.need = ""
	d.either(there, otherwise, c, known, Optional)
}

// says describes what an expression or what a function gives says, over what was said before.
func (s *Source) says(n int32, before description, depth int) description {
	if s.is(n, parse.Lambda) {
		n = s.last(n)
	}
	d := s.describe(n, depth+1)
	if d.need == "" {
		d.need = before.need
	}
	return d
}

// variableOf returns the variable that an expression of a schema stands for: env.MODE, process.env["MODE"], MODE.
func (s *Source) variableOf(n int32) (variable string, usual *string) {
	n = s.unwrap(n)
	switch s.kind(n) {
	case parse.Member, parse.Name:
		if name := s.name(n); isVariable(name) {
			return name, nil
		} else if v := s.value(name); s.is(n, parse.Name) && v != 0 && v != n && !s.is(v, parse.Name) {
			return s.variableOf(v)
		}
	case parse.Index:
		if text, is := s.text(s.last(n)); is && isVariable(text) {
			return text, nil
		}
	case parse.Binary:
		if op := s.name(n); op == "??" || op == "||" {
			variable, _ = s.variableOf(s.first(n))
			if text, is := s.text(s.last(n)); is {
				usual = &text
			}
		}
	}
	return variable, usual
}

// either takes in what is said where a condition holds, and what where it does not. Usual is the need where nothing
// is said of it.
func (d *description) either(there, otherwise description, c Condition, known bool, usual string) {
	needs := func(part description) bool { return part.need == Required || part.need == "" && usual == Required }
	first, second := needs(there), needs(otherwise)
	there.need, otherwise.need = "", ""
	d.joined(there)
	d.joined(otherwise)
	switch {
	case first && second:
		d.need = Required
	case !first && !second:
		d.need = Optional
	case !known:
		d.need = Expected
	default:
		if second {
			c = c.not()
		}
		d.need, d.wanted = Optional, append(d.wanted, c)
	}
}
