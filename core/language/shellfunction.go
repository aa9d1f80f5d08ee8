package language

import (
	"inzicht/core/reads"

	"mvdan.cc/sh/v3/syntax"
)

// shellFunction is a function that is given the name of a variable.
type shellFunction struct {
	param   int     // which argument names it, from 1; 0 for each of them
	spelt   string  // how it puts the name together of what it is given, where that is no argument
	other   int     // which argument is used instead, or 0
	usual   *string // the text that is used instead, or nil
	outcome *outcome
}

// mostAskedBy bounds for how many names a function asks with what it is given.
const mostAskedBy = 6

// fallback returns what a call gives instead of a variable, or nil.
func (f *shellFunction) fallback(args []*syntax.Word) *string {
	switch {
	case f.outcome.need == reads.Required:
		return nil
	case f.other == 0 || f.other >= len(args):
		return f.usual
	}
	text, plain := shellText(args[f.other])
	if !plain {
		return nil
	}
	return &text
}

// defines notes the functions that read the variable they are given the name
// of: ${!1}, or ${!name} behind local name=$1 or name=${1}_FILE, or for name in "$@".
func (s *script) defines(n syntax.Node) {
	fn, ok := n.(*syntax.FuncDecl)
	if !ok {
		return
	}
	params, asked := map[string]int{}, map[string]bool{}
	if s.functions[calledAs(fn)] != nil {
		return
	}
	syntax.Walk(fn.Body, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Assign:
			if n.Name != nil && n.Value != nil {
				if index, is := positional(n.Value); is {
					params[n.Name.Value] = index
				}
			}
		case *syntax.ForClause:
			if loop, ok := n.Loop.(*syntax.WordIter); ok && (len(loop.Items) == 0 || len(loop.Items) == 1 && isAllArguments(loop.Items[0])) {
				params[loop.Name.Value] = 0
			}
		case *syntax.ParamExp:
			if n.Param == nil || !n.Excl {
				return true
			}
			index, known := params[n.Param.Value]
			if i, is := positionalName(n.Param.Value); is {
				index, known = i, true
			}
			spelt := ""
			if !known {
				spelt = s.speltIn(n.Param.Value, n.Pos())
			}
			if (known || spelt != "") && !asked[n.Param.Value] && len(asked) < mostAskedBy {
				asked[n.Param.Value] = true
				f := s.functionOf(fn, n, index, params)
				f.spelt = spelt
				s.functions[calledAs(fn)] = append(s.functions[calledAs(fn)], f)
			}
		}
		return true
	})
}

// functionOf says what a function does with the variable that it is given; params are the variables
// that hold its arguments.
func (s *script) functionOf(fn *syntax.FuncDecl, p *syntax.ParamExp, index int, params map[string]int) *shellFunction {
	f := &shellFunction{param: index, outcome: &outcome{}}
	name := "!" + p.Param.Value
	inner := s.within(fn.Body)
	r := inner.expanded(p, name)
	f.outcome.need = r.Need
	if r.Fallback != nil && !r.FallbackComputed && *r.Fallback != "" {
		f.usual = r.Fallback
	}
	if target := heldBy(fn.Body, p); target != "" { // value=${!1}: what is done with value
		switch c := inner.checked[target]; {
		case c == nil:
		case givenIn(fn.Body, target): // find=${!1}, or something that is looked for
			f.outcome.need = reads.Optional
		default:
			f.outcome.need = c.need
		}
	}
	if p.Exp != nil && p.Exp.Word != nil {
		if other, is := positional(p.Exp.Word); is {
			f.other = other
		} else if e := expansionAlone(p.Exp.Word); e != nil && e.Exp == nil { // ${!name:-$fallback}, behind fallback=$2
			f.other = params[e.Param.Value]
		}
	}
	return f
}

// within returns what a script checks within a function.
func (s *script) within(body syntax.Node) *script {
	inner := newScript(s.src)
	inner.strict, inner.failing = s.strict, s.failing // wherever that is said
	inner.failing.apart = shellSpans{}                // whoever calls it
	nodes := nodesOf(body)
	inner.look(nodes, inner.copied, inner.checks)
	inner.followFlags(nodes)
	return inner
}

// givesOther reports whether an assignment gives a variable something else than what a
// name stands for: not value=${!name}.
func givesOther(a *syntax.Assign) bool {
	if a.Name == nil || a.Value == nil {
		return false
	}
	p := onlyParameter(a.Value)
	return p == nil || !p.Excl
}

// givenIn reports whether a variable is given something else within a function.
func givenIn(body syntax.Node, name string) (given bool) {
	syntax.Walk(body, func(n syntax.Node) bool {
		a, is := n.(*syntax.Assign)
		given = given || is && givesOther(a) && a.Name.Value == name
		return !given
	})
	return given
}

// heldBy returns the variable that an expansion is assigned to, or "".
func heldBy(body syntax.Node, p *syntax.ParamExp) (name string) {
	syntax.Walk(body, func(n syntax.Node) bool {
		if a, ok := n.(*syntax.Assign); ok && a.Name != nil && a.Value != nil && a.Pos().Offset() <= p.Pos().Offset() && p.End().Offset() <= a.End().Offset() {
			name = a.Name.Value
		}
		return true
	})
	return name
}

// positional returns which argument a word is: "$1".
func positional(word *syntax.Word) (index int, is bool) {
	p := expansionAlone(word)
	if p == nil {
		return 0, false
	}
	return positionalName(p.Param.Value)
}

// expansionAlone returns the expansion of a variable that is all of a word, in
// double quotes or not, or nil: of "$X" or ${X:-y}, not of ${!X}.
func expansionAlone(word *syntax.Word) *syntax.ParamExp {
	p := onlyParameter(word)
	if p == nil || p.Param == nil || p.Excl {
		return nil
	}
	return p
}

func positionalName(name string) (int, bool) {
	if len(name) == 1 && name[0] >= '1' && name[0] <= '9' {
		return int(name[0] - '0'), true
	}
	return 0, false
}

func isAllArguments(word *syntax.Word) bool {
	all := false
	syntax.Walk(word, func(n syntax.Node) bool {
		if p, ok := n.(*syntax.ParamExp); ok && p.Param != nil && (p.Param.Value == "@" || p.Param.Value == "*") {
			all = true
		}
		return true
	})
	return all
}

// calledAs returns the name of a function, or "" where it has none and is run
// where it stands.
func calledAs(fn *syntax.FuncDecl) string {
	if fn.Name == nil {
		return ""
	}
	return fn.Name.Value
}
