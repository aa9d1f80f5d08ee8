package language

import (
	"strings"

	"inzicht/core/late"

	"mvdan.cc/sh/v3/syntax"
)

// A shell without ${!name} expands a variable by its name through eval: eval "value=\$$name",
// eval "value=\${$1:-low}". Such commands are read as if they were written value=${!name}.

// evaluated matches what stands before and behind the variable with the name.
var (
	evaluatedBefore = late.Regexp(`^(?:([A-Za-z_][A-Za-z0-9_]*)=|echo\s+|printf\s+%s\s+)?(?:\\?["'])?\\\$(\\?\{)?$`)
	evaluatedBehind = late.Regexp(`^(?:(:?[-?=])([^}"\\]*))?\\?\}?(?:\\?["'])?$`)
)

// plainEval puts what commands that eval runs stand for in their place.
func plainEval(nodes []syntax.Node) {
	for _, n := range nodes {
		call, is := n.(*syntax.CallExpr)
		if !is || len(call.Args) < 2 || call.Args[0].Lit() != "eval" || len(call.Assigns) > 0 {
			continue
		}
		before, p, behind := evalParts(call.Args[1:])
		if p == nil {
			continue
		}
		head, tail := evaluatedBefore().FindStringSubmatch(before), evaluatedBehind().FindStringSubmatch(behind)
		if head == nil || tail == nil || tail[1] != "" && head[2] == "" {
			continue
		}
		p.Excl, p.Exp = true, expansionOf(tail, p)
		word := &syntax.Word{Parts: []syntax.WordPart{p}}
		if head[1] == "" {
			call.Args = []*syntax.Word{{Parts: []syntax.WordPart{&syntax.Lit{ValuePos: call.Args[0].Pos(), ValueEnd: call.Args[0].End(), Value: "echo"}}}, word}
			continue
		}
		name := &syntax.Lit{ValuePos: call.Args[0].Pos(), ValueEnd: call.Args[0].End(), Value: head[1]}
		call.Args, call.Assigns = nil, []*syntax.Assign{{Name: name, Value: word}}
	}
}

// evalParts returns the text before and behind the only variable in words, and that.
func evalParts(words []*syntax.Word) (before string, p *syntax.ParamExp, behind string) {
	text := func(s string) {
		if p == nil {
			before += s
		} else {
			behind += s
		}
	}
	var parts func(list []syntax.WordPart) bool
	parts = func(list []syntax.WordPart) bool {
		for _, part := range list {
			switch part := part.(type) {
			case *syntax.Lit:
				text(part.Value)
			case *syntax.SglQuoted:
				text(strings.ReplaceAll(part.Value, "$", `\$`))
			case *syntax.DblQuoted:
				if !parts(part.Parts) {
					return false
				}
			case *syntax.ParamExp:
				if p != nil || part.Param == nil || part.Excl || part.Length || part.Exp != nil {
					return false
				}
				p = part
			default:
				return false
			}
		}
		return true
	}
	for n, word := range words {
		if n > 0 {
			text(" ")
		}
		if !parts(word.Parts) {
			return "", nil, ""
		}
	}
	return before, p, behind
}

// expansionOf returns what an expansion does where a variable is not set, by the parts
// of what is written behind its name.
func expansionOf(tail []string, p *syntax.ParamExp) *syntax.Expansion {
	operator, known := map[string]syntax.ParExpOperator{
		"-": syntax.DefaultUnset, ":-": syntax.DefaultUnsetOrNull, "?": syntax.ErrorUnset, ":?": syntax.ErrorUnsetOrNull, "=": syntax.AssignUnset, ":=": syntax.AssignUnsetOrNull,
	}[tail[1]]
	if !known {
		return nil
	}
	return &syntax.Expansion{Op: operator, Word: &syntax.Word{Parts: []syntax.WordPart{&syntax.Lit{ValuePos: p.Pos(), ValueEnd: p.Pos(), Value: tail[2]}}}}
}
