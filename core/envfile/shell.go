package envfile

import (
	"bytes"
	"errors"
	"fmt"
	"strings"

	"mvdan.cc/sh/v3/expand"
	"mvdan.cc/sh/v3/syntax"

	"inzicht/core/late"
	tokens "inzicht/core/syntax"
)

// maxShellBrackets bounds how deep the parser may have to go.
const maxShellBrackets = 2000

// readShell reads the way a shell does that sources the file with all that it
// assigns given on. Nothing is run: a value that takes a command is only noted
// as such.
func readShell(src []byte, outer Lookup) *Reading {
	s := &shellReader{Reading: newReading(), outer: outer, all: true, marked: map[string]bool{}}
	s.source(src)
	return s.Reading
}

// Open returns a file that a script takes in, by the path that it is written
// with, and whether there is one that may be read.
type Open func(path string) (src []byte, ok bool)

// ReadScript reads a script or profile for what it exports. Nothing is run; what
// it takes in is read where open gives it.
func ReadScript(src []byte, outer Lookup, open Open) *Reading {
	return (&Dialect{Reader: Shell.Reader, fills: true, read: func(src []byte, outer Lookup) *Reading {
		s := &shellReader{Reading: newReading(), outer: outer, open: open, script: true, marked: map[string]bool{}}
		s.source(src)
		for name := range s.Values { // in any order
			if !s.marked[name] {
				delete(s.Values, name)
			}
		}
		return s.Reading
	}}).Read(src, outer)
}

// shellReader reads one script.
type shellReader struct {
	*Reading
	outer  Lookup
	open   Open
	script bool            // other commands are no mistakes
	all    bool            // all that is assigned is exported
	marked map[string]bool // what is exported
	depth  int             // of files that take in others
	line   int             // of the statement that takes in the file at hand, or 0
}

// mostSourced bounds how deep scripts take in each other.
const mostSourced = 5

// source reads the statements of a script.
func (s *shellReader) source(src []byte) {
	src = []byte(withoutMark(src))
	if !tokens.ScriptWithin(src, maxShellBrackets) {
		s.problem(1, "it nests more than a person writes, and was not read as a script", "Keep env files to NAME=value lines.")
		return
	}
	parser := syntax.NewParser(syntax.Variant(syntax.LangBash))
	for statement, err := range parser.StmtsSeq(bytes.NewReader(src)) {
		var bad syntax.ParseError
		if errors.As(err, &bad) {
			s.problem(s.at(bad.Pos), "a shell that sources the file stops here: this is no complete statement", "Quote the value.")
		}
		if err != nil {
			break
		}
		s.statement(statement)
	}
}

// at returns the line of a place in the file that was asked for.
func (s *shellReader) at(pos syntax.Pos) int {
	if s.line > 0 {
		return s.line
	}
	return int(pos.Line())
}

func (s *shellReader) statement(statement *syntax.Stmt) {
	if statement.Background { // it runs in a shell of its own
		if call, ok := statement.Cmd.(*syntax.CallExpr); ok && len(call.Args) == 0 && !s.script {
			s.problem(s.at(statement.Pos()), "a shell takes & for the end of a command that runs beside it, which sets nothing", "Quote the value.")
		}
		return
	}
	switch command := statement.Cmd.(type) {
	case *syntax.CallExpr:
		s.call(command)
	case *syntax.DeclClause:
		s.declared(command)
	case *syntax.FuncDecl, nil:
	case *syntax.BinaryCmd:
		s.perhaps(command)
	case *syntax.Block:
		for _, inner := range command.Stmts {
			s.statement(inner)
		}
	default:
		s.perhaps(command)
		if !s.script {
			s.problem(s.at(statement.Pos()), "this is a command of the shell, not an assignment", "Keep env files to NAME=value lines.")
		}
	}
}

// perhaps notes what a command may set that is not worked out here: it is set
// to something.
func (s *shellReader) perhaps(command syntax.Node) {
	syntax.Walk(command, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.FuncDecl, *syntax.Subshell, *syntax.CmdSubst:
			return false
		case *syntax.DeclClause:
			for _, a := range n.Args {
				if a.Name != nil && !a.Naked && exports(n) {
					s.set(a.Name.Value, Assigned{Line: s.at(a.Pos()), Computed: true}, true)
				}
			}
		case *syntax.CallExpr:
			for _, a := range n.Assigns {
				if a.Name != nil && len(n.Args) == 0 {
					s.set(a.Name.Value, Assigned{Line: s.at(a.Pos()), Computed: true}, false)
				}
			}
		}
		return true
	})
}

// exports reports whether a declaration gives on what it names.
func exports(c *syntax.DeclClause) bool {
	if c.Variant.Value == "export" {
		return true
	}
	for _, a := range c.Args {
		if a.Naked && a.Value != nil && strings.HasPrefix(a.Value.Lit(), "-") && strings.Contains(a.Value.Lit(), "x") {
			return true
		}
	}
	return false
}

// declared reads export, declare, readonly and local.
func (s *shellReader) declared(c *syntax.DeclClause) {
	for _, a := range c.Args {
		switch {
		case a.Name == nil:
			if a.Value != nil && !strings.HasPrefix(a.Value.Lit(), "-") && !s.script {
				s.problem(s.at(c.Pos()), "a shell stops here: a name is expected behind "+c.Variant.Value, "Write NAME=value without spaces round =, with letters, digits and _ in the name.")
				return
			}
		case a.Naked:
			s.marked[a.Name.Value] = s.marked[a.Name.Value] || exports(c)
		case a.Array != nil || a.Index != nil:
		default:
			s.assign(a.Name.Value, a.Value, a.Pos(), exports(c))
		}
	}
}

// call reads assignments, and the commands that a profile consists of.
func (s *shellReader) call(c *syntax.CallExpr) {
	if len(c.Args) == 0 {
		for _, a := range c.Assigns {
			if a.Name != nil && a.Array == nil && a.Index == nil && !a.Append {
				s.assign(a.Name.Value, a.Value, a.Pos(), false)
			} else if a.Name != nil && a.Append && a.Value != nil {
				s.assign(a.Name.Value, &syntax.Word{Parts: append([]syntax.WordPart{&syntax.SglQuoted{Value: s.text(a.Name.Value)}}, a.Value.Parts...)}, a.Pos(), false)
			}
		}
		return
	}
	switch command := c.Args[0].Lit(); command {
	case "set":
		for i, word := range c.Args[1:] {
			if option := word.Lit(); option == "-a" || option == "allexport" && i > 0 && c.Args[i].Lit() == "-o" {
				s.all = true
			} else if option == "+a" {
				s.all = false
			}
		}
	case ":", "true":
		for _, word := range c.Args[1:] { // : "${NAME:=value}"
			_, _ = expand.Literal(s.config(), word)
		}
	case "unset":
		for _, word := range c.Args[1:] {
			delete(s.Values, word.Lit())
		}
	case ".", "source", "source_env", "source_env_if_exists", "dotenv", "dotenv_if_exists":
		s.takeIn(c, command)
	default:
		if !s.script {
			s.problem(s.at(c.Pos()), "a shell takes this line for a command to run", "Quote the value, and put no space round =.")
		}
	}
}

// takeIn reads a file that a script takes in.
func (s *shellReader) takeIn(c *syntax.CallExpr, command string) {
	path := ".env"
	if len(c.Args) > 1 {
		written, err := expand.Literal(s.config(), c.Args[1])
		if err != nil {
			return
		}
		path = written
	} else if !strings.HasPrefix(command, "dotenv") {
		return
	}
	if s.open == nil || s.depth >= mostSourced {
		return
	}
	src, ok := s.open(path)
	if !ok {
		return
	}
	line := s.line
	s.line = s.at(c.Pos())
	s.depth++
	if strings.HasPrefix(command, "dotenv") {
		for name, a := range readDotenv(src, s.value).Values { // in any order
			a.Line = s.line
			s.set(name, a, true)
		}
	} else {
		s.source(src)
	}
	s.depth--
	s.line = line
}

// set gives a name a value.
func (s *shellReader) set(name string, a Assigned, export bool) {
	s.Values[name] = a
	if export || s.all {
		s.marked[name] = true
	}
}

func (s *shellReader) assign(name string, word *syntax.Word, at syntax.Pos, export bool) {
	line := s.at(at)
	if !isShellName(name) {
		if !s.script {
			s.problem(line, "a shell takes this line for a command to run: "+describeName(name)+" is no name to it", "Keep to letters, digits and _.")
		}
		return
	}
	if word == nil {
		s.set(name, Assigned{Line: line}, export)
		return
	}
	value, err := expand.Literal(s.config(), unescaped(word))
	var command expand.UnexpectedCommandError
	var unset expand.UnsetParameterError
	switch {
	case errors.As(err, &command):
		s.set(name, Assigned{Line: line, Computed: true}, export)
	case errors.As(err, &unset):
		s.problem(line, fmt.Sprintf("%s is needed for the value of %s and is not set", unset.Node.Param.Value, name), "Set it before this line.")
	case err != nil:
		s.problem(line, "the value of "+name+" cannot be worked out", "Write it without the shell's own expressions.")
	default:
		s.set(name, Assigned{Value: value, Line: line}, export)
	}
}

func (s *shellReader) config() *expand.Config { return &expand.Config{Env: shellVariables{s}} }

// value returns what a name has at the moment, and whether it is set.
func (s *shellReader) value(name string) (string, bool) {
	if a, found := s.Values[name]; found {
		return a.Value, true
	}
	return s.outer(name)
}

func (s *shellReader) text(name string) string {
	value, _ := s.value(name)
	return value
}

// shellVariables are the variables of a script, as they are expanded.
type shellVariables struct{ reader *shellReader }

// Get returns a variable.
func (v shellVariables) Get(name string) expand.Variable {
	value, set := v.reader.value(name)
	if !set {
		return expand.Variable{}
	}
	return expand.Variable{Set: true, Kind: expand.String, Str: value}
}

// Set sets a variable: ${NAME:=value}.
func (v shellVariables) Set(name string, to expand.Variable) error {
	v.reader.set(name, Assigned{Value: to.String()}, v.reader.marked[name])
	return nil
}

// Each calls f for no variable: nothing that is read here asks for all.
func (v shellVariables) Each(func(string, expand.Variable) bool) {}

// unescaped takes the backslashes away that stand outside quotes, as a shell
// does when it assigns a word.
func unescaped(word *syntax.Word) *syntax.Word {
	out := &syntax.Word{}
	for _, part := range word.Parts {
		if literal, ok := part.(*syntax.Lit); ok && strings.Contains(literal.Value, `\`) {
			part = &syntax.SglQuoted{Value: backslashes().ReplaceAllStringFunc(literal.Value, func(pair string) string { return strings.TrimPrefix(pair[1:], "\n") })}
		}
		out.Parts = append(out.Parts, part)
	}
	return out
}

var backslashes = late.Regexp(`(?s)\\.`)
