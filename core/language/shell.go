package language

import (
	"bytes"
	"errors"
	"strings"

	"inzicht/core/reads"
	tokens "inzicht/core/syntax"

	"mvdan.cc/sh/v3/syntax"
)

// Shell scripts are read with a parser of their own: a variable that the
// script itself sets is no read of the environment.
var shell = &reads.Language{
	Name:         "shell",
	Extensions:   []string{".sh", ".bash", ".ksh", ".zsh", ".bats"},
	Names:        []string{".bashrc", ".bash_profile", ".profile", ".zshrc", "PKGBUILD"},
	Interpreters: []string{"sh", "bash", "dash", "ksh", "zsh", "ash", "bats"},
	Triggers:     []string{"$"},
	Own:          readShell,
}

// maxNesting bounds how many brackets a script may have for the parser, which
// goes down into each, to be asked.
const maxNesting = 20_000

func readShell(src []byte) ([]reads.Read, error) {
	if !expandsVariables(src) {
		return nil, nil
	}
	if !tokens.ScriptWithin(src, maxNesting) {
		return nil, errors.New("it nests more than a person writes, and was not parsed as a script")
	}
	var file *syntax.File
	var err error
	for _, variant := range []syntax.LangVariant{syntax.LangBash, syntax.LangPOSIX, syntax.LangMirBSDKorn} {
		if file, err = syntax.NewParser(syntax.Variant(variant)).Parse(bytes.NewReader(src), ""); err == nil {
			break
		}
	}
	if err != nil {
		return nil, notUnderstood("a script", parseLine(err))
	}
	s := &script{set: map[string]uint{}, checked: map[string]reads.Need{}}
	syntax.Walk(file, s.assignments)
	syntax.Walk(file, s.checks)
	syntax.Walk(file, s.expansions)
	return s.reads, nil
}

// parseLine gives the line at which the parser of scripts stopped, or 0.
func parseLine(err error) int {
	var at syntax.ParseError
	if errors.As(err, &at) {
		return int(at.Pos.Line())
	}
	return 0
}

// expandsVariables tells whether a script may expand a name that is written
// like those of the environment. Most do not, and need not be parsed.
func expandsVariables(src []byte) bool {
	for at := 0; ; at++ {
		n := bytes.IndexByte(src[at:], '$')
		if n < 0 {
			return bytes.Contains(src, []byte("printenv"))
		}
		at += n
		name := bytes.TrimLeft(src[at+1:min(len(src), at+40)], "{!#")
		if len(name) > 0 && (name[0] == '_' || name[0] >= 'A' && name[0] <= 'Z') || bytes.Contains(name, []byte("_proxy")) {
			return true
		}
	}
}

// script is what is known of one script.
type script struct {
	set     map[string]uint // where a name is first set: the offset behind it
	checked map[string]reads.Need
	strict  bool // set -u: a variable without a value ends the script
	reads   []reads.Read
}

func (s *script) setAt(name string, offset uint) {
	if at, known := s.set[name]; !known || offset < at {
		s.set[name] = offset
	}
}

// assignments notes what the script sets itself.
func (s *script) assignments(n syntax.Node) bool {
	switch n := n.(type) {
	case *syntax.CallExpr:
		if len(n.Args) == 0 { // with a command behind it, only that command sees it
			for _, a := range n.Assigns {
				s.setAt(a.Name.Value, a.End().Offset())
			}
		}
		s.builtin(n)
	case *syntax.DeclClause:
		for _, a := range n.Args {
			if a.Name != nil && (!a.Naked || n.Variant.Value != "export") {
				s.setAt(a.Name.Value, a.End().Offset())
			}
		}
	case *syntax.ForClause:
		if loop, ok := n.Loop.(*syntax.WordIter); ok {
			s.setAt(loop.Name.Value, loop.Name.End().Offset())
		}
	case *syntax.ParamExp:
		if n.Exp != nil && (n.Exp.Op == syntax.AssignUnset || n.Exp.Op == syntax.AssignUnsetOrNull) && n.Param != nil {
			s.setAt(n.Param.Value, n.End().Offset())
		}
	}
	return true
}

// builtin notes the names that read, getopts, mapfile and printf -v set, and set -u.
func (s *script) builtin(n *syntax.CallExpr) {
	if len(n.Args) == 0 {
		return
	}
	switch n.Args[0].Lit() {
	case "read", "getopts", "mapfile", "readarray", "printf", "unset", "local", "typeset", "select":
		for _, word := range n.Args[1:] {
			if name := word.Lit(); isShellName(name) {
				s.setAt(name, n.End().Offset())
			}
		}
	case "set":
		for _, word := range n.Args[1:] {
			if option := word.Lit(); strings.HasPrefix(option, "-") && strings.Contains(option, "u") && !strings.HasPrefix(option, "--") || option == "nounset" {
				s.strict = true
			}
		}
	}
}

// checks notes tests of a variable that lead to an end: [ -z "$X" ] && exit.
func (s *script) checks(n syntax.Node) bool {
	switch n := n.(type) {
	case *syntax.IfClause:
		if len(n.Cond) > 0 {
			s.check(n.Cond[len(n.Cond)-1], n.Then)
		}
	case *syntax.BinaryCmd:
		if n.Op == syntax.AndStmt || n.Op == syntax.OrStmt {
			s.check(n.X, []*syntax.Stmt{n.Y})
		}
	}
	return true
}

func (s *script) check(condition *syntax.Stmt, then []*syntax.Stmt) {
	need := reads.Optional
	for _, st := range then {
		if ends(st) {
			need = reads.Required
		}
	}
	syntax.Walk(condition, func(n syntax.Node) bool {
		if p, ok := n.(*syntax.ParamExp); ok && p.Param != nil && s.checked[p.Param.Value] != reads.Required {
			s.checked[p.Param.Value] = need
		}
		return true
	})
}

// ends tells whether a statement ends the script.
func ends(st *syntax.Stmt) (found bool) {
	syntax.Walk(st, func(n syntax.Node) bool {
		if call, ok := n.(*syntax.CallExpr); ok && len(call.Args) > 0 {
			switch call.Args[0].Lit() {
			case "exit", "return", "die", "fail", "abort", "fatal":
				found = true
			}
		}
		return !found
	})
	return found
}

// expansions makes a read of each expansion of a name that is not set before it.
func (s *script) expansions(n syntax.Node) bool {
	switch n := n.(type) {
	case *syntax.ParamExp:
		s.expansion(n)
	case *syntax.CallExpr:
		if len(n.Args) == 2 && n.Args[0].Lit() == "printenv" && isShellName(n.Args[1].Lit()) {
			s.add(n.Args[1].Lit(), "printenv", n.Pos(), reads.Read{})
		}
	}
	return true
}

func (s *script) expansion(p *syntax.ParamExp) {
	if p.Param == nil || !isEnvironmentName(p.Param.Value) || shellOwn[p.Param.Value] || strings.HasPrefix(p.Param.Value, "BASH") || strings.HasPrefix(p.Param.Value, "COMP_") {
		return
	}
	name := p.Param.Value
	if at, set := s.set[name]; set && at <= p.Pos().Offset() {
		return
	}
	r := reads.Read{Need: s.checked[name]}
	if r.Need == "" && s.strict {
		r.Need = reads.Required
	}
	if p.Exp != nil {
		switch p.Exp.Op {
		case syntax.DefaultUnset, syntax.DefaultUnsetOrNull, syntax.AssignUnset, syntax.AssignUnsetOrNull:
			fallback := ""
			if p.Exp.Word != nil {
				fallback = p.Exp.Word.Lit()
			}
			r.Need, r.Fallback = reads.Optional, &fallback
		case syntax.ErrorUnset, syntax.ErrorUnsetOrNull:
			r.Need = reads.Required
		case syntax.AlternateUnset, syntax.AlternateUnsetOrNull:
			r.Need = reads.Optional
		}
	}
	s.add(name, "${…}", p.Pos(), r)
}

func (s *script) add(name, access string, at syntax.Pos, r reads.Read) {
	r.Name, r.Access, r.Line, r.Column = name, access, int(at.Line()), int(at.Col())
	s.reads = append(s.reads, r)
}

// shellOwn are variables that shells keep themselves.
var shellOwn = wordSet("IFS RANDOM LINENO SECONDS FUNCNAME OPTARG OPTIND OPTERR PIPESTATUS REPLY PPID UID EUID DIRSTACK EPOCHSECONDS GROUPS HISTCMD MACHTYPE HOSTTYPE OSTYPE SHELLOPTS PS2 PS3 PS4 COPROC MAPFILE READLINE_LINE SHLVL ZSH_VERSION KSH_VERSION")

func isShellName(s string) bool {
	for i := range len(s) {
		if c := s[i]; !(c == '_' || c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || i > 0 && c >= '0' && c <= '9') {
			return false
		}
	}
	return s != ""
}

// isEnvironmentName tells names written like those of the environment from
// the script's own and those of files that it sources.
func isEnvironmentName(s string) bool {
	return isShellName(s) && (strings.ToUpper(s) == s && len(s) > 1 && s != "_" || strings.HasSuffix(s, "_proxy"))
}
