package declare

import (
	"slices"

	"inzicht/core/parse"
	"inzicht/core/stage"
)

// Condition is what a variable has where something is so.
type Condition struct {
	Variable string   // "" for the stage that the program runs in, where no variable is known to say it
	In       []string // one of these; where there are none, Not says that it has a value
	Not      bool     // none of these
	Unset    bool     // or no value
}

// not returns the contrary of a condition.
func (c Condition) not() Condition {
	c.Not, c.Unset = !c.Not, !c.Unset
	return c
}

// naming returns the variable that an expression stands for, or "", and what stands in for it, where that is a text.
type naming func(n int32) (variable string, usual *string)

// comparisons has the operators that compare, and whether they ask for the contrary.
var comparisons = map[string]bool{"==": false, "===": false, "is": false, "!=": true, "!==": true}

// condition returns what an expression asks of one variable, and whether that is all that it asks.
func (s *Source) condition(n int32, of naming, depth int) (c Condition, known bool) {
	if n = s.unwrap(n); n == 0 || depth > mostDepth {
		return c, false
	}
	switch s.kind(n) {
	case parse.Name, parse.Member:
		if v := s.value(s.name(n)); s.is(n, parse.Name) && v != 0 && v != n {
			return s.condition(v, of, depth+1)
		}
		if variable, _ := of(n); variable != "" { // what it is taken for says what that asks
			return Condition{Variable: variable, Not: true}, true
		}
		in := stage.Named(s.name(n), false)
		return Condition{In: []string{in}}, in != ""
	case parse.Unary:
		if op := s.name(n); op == "!" || op == "not" {
			c, known = s.condition(s.first(n), of, depth+1)
			return c.not(), known
		}
	case parse.Binary:
		left, right := s.first(n), s.last(n)
		op := s.name(n)
		if op == "in" || op == "not in" {
			return s.asked(left, s.texts(right), op != "in" || s.file().Is(int(s.node(n).At)-1, "not"), of)
		}
		not, compares := comparisons[op]
		if !compares {
			return c, false
		}
		if text, is := s.text(right); is {
			return s.asked(left, []string{text}, not, of)
		}
		if text, is := s.text(left); is {
			return s.asked(right, []string{text}, not, of)
		}
	case parse.Call: // ["a", "b"].includes(x)
		if callee := s.unwrap(s.first(n)); s.is(callee, parse.Member) && s.name(callee) == "includes" {
			return s.asked(s.last(n), s.texts(s.first(callee)), false, of)
		}
	}
	return c, false
}

// asked returns the condition that what an expression stands for is one of some texts.
func (s *Source) asked(n int32, in []string, not bool, of naming) (c Condition, known bool) {
	if len(in) == 0 || slices.Contains(in, "") {
		return c, false
	}
	variable, usual := of(n)
	if variable == "" {
		if in, known = stagesOf(in); !known {
			return c, false
		}
	}
	return Condition{Variable: variable, In: in, Not: not, Unset: not != (usual != nil && slices.Contains(in, *usual))}, true
}

// stagesOf returns the stages that some words stand for, if all do, and say nothing else.
func stagesOf(words []string) (in []string, known bool) {
	for _, word := range words {
		of, sure := stage.Of(word)
		if !sure {
			return nil, false
		}
		in = append(in, of)
	}
	return in, true
}

// unmet returns the variables that have no value where a condition holds, and what it asks besides; known says that
// this is all that it asks.
func (s *Source) unmet(n int32, of naming, depth int) (absent []string, where []Condition, known bool) {
	if n = s.unwrap(n); n == 0 || depth > mostDepth {
		return nil, nil, false
	}
	switch op := s.name(n); {
	case s.is(n, parse.Binary) && (op == "&&" || op == "and" || op == "||" || op == "or"):
		all := op == "&&" || op == "and"
		for _, side := range []int32{s.first(n), s.last(n)} {
			a, w, is := s.unmet(side, of, depth+1)
			if !is || !all && (len(w) > 0 || len(a) == 0) || all && len(a) > 0 && len(absent) > 0 {
				return nil, nil, false
			}
			absent, where = append(absent, a...), append(where, w...)
		}
		return absent, where, true
	case s.is(n, parse.Unary) && (op == "!" || op == "not"):
		if name, _ := of(s.first(n)); name != "" {
			return []string{name}, nil, true
		}
	case s.is(n, parse.Binary):
		name, _ := of(s.first(n))
		if not, compares := comparisons[op]; compares && !not && name != "" && s.isNone(s.last(n)) && !s.file().Is(int(s.node(n).At)+1, "not") {
			return []string{name}, nil, true
		}
	}
	c, known := s.condition(n, of, depth+1)
	return nil, []Condition{c}, known
}

// isNone reports whether an expression is nothing: null, None, an empty text.
func (s *Source) isNone(n int32) bool {
	if text, is := s.text(n); is {
		return text == ""
	}
	name := s.Tree.Text(s.unwrap(n))
	return name == "undefined" || name == "null" || name == "None"
}

// met returns the variables that are to have a value where a condition is to hold, and where they are to: the
// contrary of unmet.
func (s *Source) met(n int32, of naming, depth int) (absent []string, where []Condition, known bool) {
	if n = s.unwrap(n); n == 0 || depth > mostDepth {
		return nil, nil, false
	}
	if name, _ := of(n); name != "" && !s.is(n, parse.Binary) {
		return []string{name}, nil, true
	}
	switch op := s.name(n); {
	case s.is(n, parse.Binary) && (op == "||" || op == "or"):
		for _, side := range []int32{s.first(n), s.last(n)} {
			a, w, is := s.met(side, of, depth+1)
			if !is || len(a) > 0 && len(absent) > 0 {
				return nil, nil, false
			}
			absent, where = append(absent, a...), append(where, w...)
		}
		return absent, where, true
	case s.is(n, parse.Unary) && op == "!!":
		return s.met(s.first(n), of, depth+1)
	case s.is(n, parse.Unary) && op == "!":
		inner := s.unwrap(s.first(n))
		if s.is(inner, parse.Unary) && s.name(inner) == "!" {
			return s.met(s.first(inner), of, depth+1)
		}
		return s.unmet(inner, of, depth+1)
	case s.is(n, parse.Call) && s.word(n) == "Boolean":
		return s.met(s.last(n), of, depth+1)
	case s.is(n, parse.Binary):
		name, _ := of(s.first(n))
		if not, compares := comparisons[op]; name != "" && s.isNone(s.last(n)) && (compares && not || op == "is" && s.file().Is(int(s.node(n).At)+1, "not")) {
			return []string{name}, nil, true
		}
	}
	c, known := s.condition(n, of, depth+1)
	return nil, []Condition{c.not()}, known
}

// refusals notes of some settings what is refused within a node: which of them must have a value, and where.
// refuses reports whether a statement refuses what it is given.
func (s *Source) refusals(n int32, where []Condition, of naming, refuses func(int32) bool, list []Setting, depth int) {
	if depth > mostDepth {
		return
	}
	for _, c := range s.children(n) {
		if !s.is(c, parse.If) {
			if s.is(c, parse.Block) {
				s.refusals(c, where, of, refuses, list, depth+1)
			}
			continue
		}
		parts := s.children(c)
		if len(parts) < 2 || !s.is(parts[1], parse.Block) {
			continue
		}
		absent, more, known := s.unmet(parts[0], of, 0)
		there := append(slices.Clone(where), more...)
		switch {
		case !known:
			continue
		case len(absent) > 0 && slices.ContainsFunc(s.children(parts[1]), refuses):
			demand(list, absent, there)
		case len(absent) == 0:
			s.refusals(parts[1], there, of, refuses, list, depth+1)
		}
		if len(parts) == 3 && len(absent) == 0 && len(more) == 1 {
			otherwise := append(slices.Clone(where), more[0].not())
			if s.is(parts[2], parse.Block) {
				s.refusals(parts[2], otherwise, of, refuses, list, depth+1)
			}
		}
	}
}

// demand notes that the settings of some names must have a value where some conditions hold.
func demand(list []Setting, names []string, where []Condition) {
	for i := range list {
		switch r := &list[i]; {
		case !slices.Contains(names, r.Name) || r.Need == Required:
		case len(where) == 0:
			r.Need, r.Fallback, r.Computed = Required, nil, false
		case len(where) == 1:
			r.Wanted = append(r.Wanted, where[0])
		}
	}
}

// settled says of conditions what holds where their variables have no value: what is declared of those may stand in.
func settled(list []Setting) []Setting {
	usual, yes := map[string]string{}, map[string][]string{}
	for _, r := range list {
		if r.Fallback != nil && !r.Computed {
			usual[r.Name] = *r.Fallback
		}
		yes[r.Name] = r.sayYes()
	}
	settle := func(conditions []Condition) {
		for i := range conditions {
			c := &conditions[i]
			if words := yes[c.Variable]; len(c.In) == 0 && len(words) > 0 { // if TLS:
				c.In, c.Not = words, !c.Not
			}
			if usual[c.Variable] != "" && (len(c.In) > 0 || c.Not) {
				c.Unset = slices.Contains(c.In, usual[c.Variable]) != c.Not
			}
		}
	}
	for i := range list {
		settle(list[i].Where)
		settle(list[i].Wanted)
	}
	return list
}

// yesWords are the texts that say yes of what is taken for true or false.
var yesWords = []string{"true", "1", "yes", "on", "True", "TRUE"}

// sayYes returns the texts that say yes of a setting that is taken for true or false, or none.
func (r *Setting) sayYes() (words []string) {
	if r.Kind == "boolean" && len(r.Literals) == 0 {
		return yesWords
	}
	for _, text := range r.Literals {
		switch {
		case slices.Contains(yesWords, text):
			words = append(words, text)
		case text != "false" && text != "0" && text != "no" && text != "off":
			return nil
		}
	}
	return words
}
