package envfile

import (
	"bytes"
	"errors"
	"fmt"
	"regexp"
	"strings"

	"mvdan.cc/sh/v3/expand"
	"mvdan.cc/sh/v3/syntax"

	tokens "inzicht/core/syntax"
)

// maxShellBrackets bounds how deep the parser may have to go.
const maxShellBrackets = 2000

// readShell reads the way a POSIX shell does that sources the file. Nothing
// is run: a value that takes a command is only noted as such.
func readShell(src []byte, outer Lookup) *Reading {
	s := &shellReader{Reading: newReading(), outer: outer}
	src = []byte(withoutMark(src))
	if !tokens.ScriptWithin(src, maxShellBrackets) {
		s.problem(1, "it nests more than a person writes, and was not read as a script", "Keep env files to NAME=value lines.")
		return s.Reading
	}
	parser := syntax.NewParser(syntax.Variant(syntax.LangPOSIX))
	for statement, err := range parser.StmtsSeq(bytes.NewReader(src)) {
		var bad syntax.ParseError
		if errors.As(err, &bad) {
			s.problem(int(bad.Pos.Line()), "a shell that sources the file stops here: this is no complete statement", "Quote the value.")
		}
		if err != nil {
			break
		}
		s.statement(statement)
	}
	return s.Reading
}

type shellReader struct {
	*Reading
	outer Lookup
}

func (s *shellReader) statement(statement *syntax.Stmt) {
	switch command := statement.Cmd.(type) {
	case *syntax.CallExpr:
		s.call(command)
	case *syntax.DeclClause:
		for _, a := range command.Args {
			if a.Name != nil && !a.Naked {
				s.assign(a.Name.Value, a.Value, a.Pos())
			}
		}
	case nil:
	default:
		s.problem(int(statement.Pos().Line()), "this is a command of the shell, not an assignment", "Keep env files to NAME=value lines.")
	}
}

// call reads assignments, and export with assignments behind it.
func (s *shellReader) call(c *syntax.CallExpr) {
	if len(c.Args) == 0 {
		for _, a := range c.Assigns {
			if a.Name != nil {
				s.assign(a.Name.Value, a.Value, a.Pos())
			}
		}
		return
	}
	switch c.Args[0].Lit() {
	case "export", "readonly", "set":
		for _, word := range c.Args[1:] {
			s.exported(word)
		}
	case "unset":
		for _, word := range c.Args[1:] {
			delete(s.Values, word.Lit())
		}
	default:
		s.problem(int(c.Pos().Line()), "a shell takes this line for a command to run", "Quote the value, and put no space round =.")
	}
}

// exported reads one word behind export: NAME=value.
func (s *shellReader) exported(word *syntax.Word) {
	if len(word.Parts) == 0 {
		return
	}
	first, ok := word.Parts[0].(*syntax.Lit)
	if !ok {
		return
	}
	at := bytes.IndexByte([]byte(first.Value), '=')
	if at <= 0 || !isShellName(first.Value[:at]) {
		return
	}
	value := &syntax.Word{}
	if rest := first.Value[at+1:]; rest != "" {
		value.Parts = append(value.Parts, &syntax.Lit{ValuePos: first.ValuePos, ValueEnd: first.ValueEnd, Value: rest})
	}
	value.Parts = append(value.Parts, word.Parts[1:]...)
	s.assign(first.Value[:at], value, word.Pos())
}

func (s *shellReader) assign(name string, word *syntax.Word, at syntax.Pos) {
	line := int(at.Line())
	if word == nil {
		s.Values[name] = Assigned{Line: line}
		return
	}
	value, err := expand.Literal(&expand.Config{Env: expand.FuncEnviron(s.lookup)}, unescaped(word))
	var command expand.UnexpectedCommandError
	var unset expand.UnsetParameterError
	switch {
	case errors.As(err, &command):
		s.Values[name] = Assigned{Line: line, Computed: true}
	case errors.As(err, &unset):
		s.problem(line, fmt.Sprintf("%s is needed for the value of %s and is not set", unset.Node.Param.Value, name), "Set it before this line.")
	case err != nil:
		s.problem(line, "the value of "+name+" cannot be worked out", "Write it without the shell's own expressions.")
	default:
		s.Values[name] = Assigned{Value: value, Line: line}
	}
}

func (s *shellReader) lookup(name string) string {
	if a, found := s.Values[name]; found {
		return a.Value
	}
	if value, set := s.outer(name); set {
		return value
	}
	return ""
}

// unescaped takes the backslashes away that stand outside quotes, as a shell
// does when it assigns a word.
func unescaped(word *syntax.Word) *syntax.Word {
	out := &syntax.Word{}
	for _, part := range word.Parts {
		if literal, ok := part.(*syntax.Lit); ok && strings.Contains(literal.Value, `\`) {
			part = &syntax.SglQuoted{Value: backslashes.ReplaceAllStringFunc(literal.Value, func(pair string) string { return strings.TrimPrefix(pair[1:], "\n") })}
		}
		out.Parts = append(out.Parts, part)
	}
	return out
}

var backslashes = regexp.MustCompile(`(?s)\\.`)
