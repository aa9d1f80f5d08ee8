package language

import (
	"bytes"
	"errors"
	"slices"
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
	Triggers:     []string{"$", "envsubst", "printenv"},
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
	s := newScript(src)
	nodes := s.nodes(file)
	s.onlyAsked = onlyAsked(nodes)
	s.failing.reach(nodes, s.settings.words)
	s.look(nodes, s.strictness, s.failing.note, s.assigned, s.copied, s.checks, s.compared)
	s.followFlags(nodes)
	s.look(nodes, s.decides, s.defines, s.expansions)
	s.markAsked()
	return s.reads, nil
}

// newScript returns what the first line of a script says.
func newScript(src []byte) *script {
	s := &script{src: src, began: map[string]*string{}, given: map[string]bool{}, copies: map[string]string{}, checked: map[string]*outcome{}, functions: map[string][]*shellFunction{}, words: map[string]bool{}, numeric: map[string]bool{}, truths: map[string][]string{}}
	s.strict = strictShebang().Match(src[:min(len(src), 100)])
	s.failing.ends = failingShebang().Match(src[:min(len(src), 100)])
	return s
}

// nodes returns the nodes of a script that anything is asked of, and notes what it sets and
// where its functions are.
func (s *script) nodes(file *syntax.File) []syntax.Node {
	nodes := nodesOf(file)
	if bytes.Contains(s.src, []byte("eval")) {
		plainEval(nodes)
		nodes = nodesOf(file)
	}
	s.settings.of(file, nodes)
	s.failing.bodies = bodiesOf(nodes)
	return nodes
}

// look looks at all nodes in several ways, one behind the other.
func (s *script) look(nodes []syntax.Node, ways ...func(syntax.Node)) {
	for _, look := range ways {
		for _, n := range nodes {
			look(n)
		}
	}
}

// nodesOf returns the nodes of a script that anything is asked of, each before
// those within it: to go through the tree takes longer than to look at them.
func nodesOf(root syntax.Node) (nodes []syntax.Node) {
	syntax.Walk(root, func(n syntax.Node) bool {
		switch n.(type) {
		case *syntax.CallExpr, *syntax.ParamExp, *syntax.Assign, *syntax.UnaryTest, *syntax.FuncDecl, *syntax.BinaryCmd,
			*syntax.IfClause, *syntax.CaseClause, *syntax.ForClause, *syntax.WhileClause,
			*syntax.File, *syntax.Block, *syntax.TestClause, *syntax.BinaryTest, *syntax.ArithmExp, *syntax.ArithmCmd, *syntax.LetClause, *syntax.CStyleLoop:
			nodes = append(nodes, n)
		}
		return true
	})
	return nodes
}

// parseLine returns the line at which the parser of scripts stopped, or 0.
func parseLine(err error) int {
	var at syntax.ParseError
	if errors.As(err, &at) {
		return int(at.Pos.Line())
	}
	return 0
}

// expandsVariables reports whether a script may expand a name that is written
// like those of the environment. Most do not, and need not be parsed.
func expandsVariables(src []byte) bool {
	for at := 0; ; at++ {
		n := bytes.IndexByte(src[at:], '$')
		if n < 0 {
			return bytes.Contains(src, []byte("((")) || bytes.Contains(src, []byte("printenv")) || bytes.Contains(src, []byte("envsubst")) || bytes.Contains(src, []byte("-v ")) || bytes.Contains(src, []byte("env |"))
		}
		at += n
		if bytes.HasPrefix(src[at:], []byte("${!")) || at > 0 && src[at-1] == '\\' && bytes.Contains(src, []byte("eval")) {
			return true
		}
		name := bytes.TrimLeft(src[at+1:min(len(src), at+40)], "{!#")
		if bytes.HasPrefix(name, []byte("((")) && bytes.ContainsAny(name, "ABCDEFGHIJKLMNOPQRSTUVWXYZ") { // $((X + 1))
			return true
		}
		if len(name) > 0 && (name[0] == '_' || name[0] >= 'A' && name[0] <= 'Z') || bytes.Contains(name, []byte("_proxy")) {
			return true
		}
	}
}

// script is what is known of one script.
type script struct {
	src       []byte
	settings  shellSettings
	checked   map[string]*outcome
	began     map[string]*string // the text that variables of the script are given first, or nil
	given     map[string]bool    // variables that are given something else than what a name stands for
	copies    map[string]string  // of a variable: what its value is put into, and asked of there
	functions map[string][]*shellFunction
	assigns   []shellAssigned
	whens     []shellWhen
	loops     []shellLoop
	guarded   []*syntax.ParamExp // what is used of a variable in them is used where it is set: ${X:+-p "$X"}
	strict    bool               // set -u: a variable without a value ends the script
	strictAt  uint               // where it is said first
	evals     bool               // what a command prints is run, and may set whatever there is
	evalsAt   uint               // where that is first
	failing   shellFailing
	flags     []shellFlag
	onlyAsked map[string]bool // variables of which nothing but whether they are set is asked
	reads     []reads.Read

	words, numeric map[string]bool     // variables that are compared with words, and with numbers
	truths         map[string][]string // and with what says yes or no
}

// shellLoop is a loop over words that are written out: for v in A B.
type shellLoop struct {
	name     string
	all      []string // what it goes through, as far as that is known
	from, to uint
}

// mostLoops bounds how many loops of a script are known.
const mostLoops = 200

// expansions makes a read of each expansion of a name that is not set before it.
func (s *script) expansions(n syntax.Node) {
	switch n := n.(type) {
	case *syntax.ForClause:
		s.loop(n)
	case *syntax.ParamExp:
		s.expansion(n)
	case *syntax.UnaryTest:
		if n.Op == syntax.TsVarSet {
			s.asked(n.X, n.Pos())
		}
	case *syntax.CallExpr:
		s.command(n)
	case *syntax.BinaryCmd:
		s.filters(n)
	default:
		s.numbers(n)
	}
}

// loop notes a loop over words that are written out, or one that counts.
func (s *script) loop(n *syntax.ForClause) {
	switch loop := n.Loop.(type) {
	case *syntax.CStyleLoop:
		s.countedLoop(loop, n)
	case *syntax.WordIter:
		if len(s.loops) < mostLoops {
			s.loops = append(s.loops, shellLoop{name: loop.Name.Value, all: goneThrough(loop.Items), from: n.Pos().Offset(), to: n.End().Offset()})
		}
	}
}

// command finds reads that a command makes: printenv X, [ -v X ], and calls of
// the script's functions that are given a name.
func (s *script) command(n *syntax.CallExpr) {
	if len(n.Args) == 0 {
		return
	}
	name := n.Args[0].Lit()
	switch {
	case name == "printenv" && len(n.Args) == 2 && isShellName(n.Args[1].Lit()):
		s.add(n.Args[1].Lit(), "printenv", n.Pos(), reads.Read{})
	case name == "envsubst" && len(n.Args) == 1: // into whatever it is given
		s.reads = append(s.reads, reads.Read{Whole: true, Access: name, Line: int(n.Pos().Line()), Column: int(n.Pos().Col()), Need: reads.Optional, Kind: reads.Text})
	case name == "compgen" && len(n.Args) > 2:
		s.completed(n)
	case name == "envsubst":
		s.substituted(n.Args[1:])
	case (name == "[" || name == "test") && len(n.Args) > 2 && n.Args[1].Lit() == "-v":
		s.asked(n.Args[2], n.Pos())
	}
	s.calls(n)
}

// calls makes reads of the names that a function is given which reads them.
func (s *script) calls(n *syntax.CallExpr) {
	if len(n.Args) == 0 {
		return
	}
	name := n.Args[0].Lit()
	for _, f := range s.functions[name] {
		for _, text := range s.asksFor(f, n.Args[1:]) {
			if !isEnvironmentName(text) || s.settings.has(text, n.Pos().Offset()) {
				continue
			}
			s.add(text, "${!…}", n.Pos(), reads.Read{Need: f.outcome.need, Fallback: f.fallback(n.Args), Through: name})
		}
	}
}

// asksFor returns the names that a function asks for with what it is given.
func (s *script) asksFor(f *shellFunction, args []*syntax.Word) (names []string) {
	if f.spelt != "" {
		return s.filled(f.spelt, args)
	}
	for i, word := range args {
		if f.param == 0 || f.param == i+1 {
			names = append(names, s.namesIn(word)...)
		}
	}
	return names
}

// namesIn returns the names that a word may be.
func (s *script) namesIn(word *syntax.Word) (names []string) {
	if text, plain := shellText(word); plain {
		if isEnvironmentName(text) {
			names = append(names, text)
		}
		return names
	}
	for _, text := range (speller{script: s}).texts(word, word.Pos().Offset(), 0) {
		if isEnvironmentName(text) {
			names = append(names, text)
		}
	}
	return names
}

// substituted makes a read of each name that envsubst is told to fill in: '$HOST $PORT'.
func (s *script) substituted(words []*syntax.Word) {
	for _, word := range words {
		text, plain := shellText(word)
		if !plain {
			continue
		}
		for _, p := range placeholders([]byte(text), 0, style{open: "${", close: "}", bare: true}) {
			if !s.settings.has(p.name, word.Pos().Offset()) {
				s.add(p.name, "envsubst", word.Pos(), reads.Read{})
			}
		}
	}
}

// asked makes a read of a name that is asked for whether it is set: -v X.
func (s *script) asked(x syntax.Node, at syntax.Pos) {
	word, ok := x.(*syntax.Word)
	if !ok {
		return
	}
	name := askedFor(word)
	if held, is := strings.CutPrefix(name, "!"); is {
		s.indirect(held, "-v", at, s.judged(name, at, reads.Read{Need: reads.Optional}))
		return
	}
	if isEnvironmentName(name) && !s.settings.has(name, at.Offset()) {
		s.add(name, "-v", at, s.judged(name, at, reads.Read{Need: reads.Optional}))
	}
}

// judged puts what checks say about a variable into a read of it.
func (s *script) judged(name string, at syntax.Pos, r reads.Read) reads.Read {
	c := s.checked[name]
	if c == nil && (name == "" || name[0] != '!' || !s.given[s.copies[name]]) {
		c = s.checked[s.copies[name]]
	}
	if c == nil {
		return r
	}
	if need := c.needAt(at.Offset()); need != "" {
		r.Need = need
	}
	if c.fallback != nil && r.Fallback == nil && r.Need != reads.Required {
		r.Fallback = c.fallback
	}
	return s.chosenFrom(name, r)
}

// chosenFrom puts into a read what a script compares a variable with.
func (s *script) chosenFrom(name string, r reads.Read) reads.Read {
	if c := s.checked[name]; c != nil && len(c.literals) > 0 {
		r.Literals = c.literals
		if c.closed {
			r.Kind = reads.Choice
		}
	}
	return r
}

// copied notes where the value of a variable is put into another as it is:
// dirs="$LOCK_DIRS". The first place counts.
func (s *script) copied(n syntax.Node) {
	a, is := n.(*syntax.Assign)
	if is && givesOther(a) {
		s.given[a.Name.Value] = true
	}
	if !is || a.Name == nil || a.Value == nil || isEnvironmentName(a.Name.Value) {
		return
	}
	p := onlyParameter(a.Value)
	if p == nil || p.Param == nil || p.Length {
		return
	}
	name := p.Param.Value
	if p.Excl { // value=${!name}
		name = "!" + name
	} else if p.Exp != nil {
		return
	}
	if s.copies[name] == "" {
		s.copies[name] = a.Name.Value
	}
}

func (s *script) expansion(p *syntax.ParamExp) {
	if p.Param == nil {
		return
	}
	name := p.Param.Value
	if p.Excl && p.Names != 0 {
		s.begun(name, "${!…@}", p.Pos())
		return
	}
	if p.Excl {
		s.indirect(name, "${!…}", p.Pos(), s.expanded(p, "!"+name))
		return
	}
	if !s.isRead(name, p.Pos()) {
		return
	}
	r := s.expanded(p, name)
	if slices.ContainsFunc(s.guarded, func(g *syntax.ParamExp) bool {
		return g.Param.Value == name && g.Exp.Word.Pos().Offset() <= p.Pos().Offset() && p.End().Offset() <= g.Exp.Word.End().Offset()
	}) {
		r = reads.Read{Need: reads.Optional}
	}
	s.add(name, "${…}", p.Pos(), r)
	if p.Exp != nil && p.Exp.Word != nil && (p.Exp.Op == syntax.AlternateUnset || p.Exp.Op == syntax.AlternateUnsetOrNull) && len(s.guarded) < 200 {
		s.guarded = append(s.guarded, p)
	}
}

// indirect makes a read of each name that a variable may hold: ${!v}, -v "$v".
func (s *script) indirect(name, access string, at syntax.Pos, r reads.Read) {
	for _, word := range s.namesHeld(name, at) {
		s.add(word, access, at, r)
	}
}

// expanded says what an expansion says of a variable, known by name or as what
// a name stands for.
func (s *script) expanded(p *syntax.ParamExp, name string) (r reads.Read) {
	if p.Exp == nil {
		return s.strictly(s.judged(name, p.Pos(), r), p.Pos())
	}
	switch p.Exp.Op {
	case syntax.DefaultUnset, syntax.DefaultUnsetOrNull, syntax.AssignUnset, syntax.AssignUnsetOrNull:
		fallback, known := "", true
		if p.Exp.Word != nil {
			fallback, known = shellText(p.Exp.Word)
		}
		r.Need, r.Fallback = reads.Optional, &fallback
		if !known {
			source := s.source(p.Exp.Word)
			r.Fallback, r.FallbackComputed = &source, true
		}
		if fallback != "" || !known {
			return s.chosenFrom(name, r)
		}
		c := s.checked[name]
		if c == nil && p.Excl && !s.given[s.copies[name]] { // value=${!name:-}
			c = s.checked[s.copies[name]]
		}
		if c != nil && (c.need != reads.Optional || c.fallback != nil || len(c.within) > 0) {
			r.Fallback = nil
			return s.judged(name, p.Pos(), r)
		}
		return r
	case syntax.ErrorUnset, syntax.ErrorUnsetOrNull, syntax.AlternateUnset, syntax.AlternateUnsetOrNull:
		if judged := s.judged(name, p.Pos(), r); judged.Fallback != nil { // given a value before
			return judged
		}
		r.Need = reads.Required
		if p.Exp.Op == syntax.AlternateUnset || p.Exp.Op == syntax.AlternateUnsetOrNull || s.isContained(p.Pos().Offset()) {
			r.Need = reads.Optional
		}
		return r
	}
	return s.strictly(s.judged(name, p.Pos(), r), p.Pos()) // a part of it, or in other letters
}

// source returns how a word is written, cut short.
func (s *script) source(word *syntax.Word) string {
	from, to := int(word.Pos().Offset()), int(word.End().Offset())
	if from < 0 || to > len(s.src) || from > to {
		return ""
	}
	text := strings.ToValidUTF8(string(s.src[from:to]), "")
	if len(text) > 80 {
		text = strings.ToValidUTF8(text[:77], "") + "…"
	}
	return text
}

func (s *script) add(name, access string, at syntax.Pos, r reads.Read) {
	if r.Need == reads.Required && s.settings.before(name, at.Offset()) { // what the script sets on another way may stand there
		r.Need = reads.Expected
	}
	if kind := s.kindOf(name); r.Kind == "" && (len(r.Literals) == 0 || kind == reads.Boolean) {
		r.Kind = kind
		if kind == reads.Boolean && len(r.Literals) == 0 {
			r.Literals, r.Open = slices.Sorted(slices.Values(s.truths[name])), true
		}
	}
	r.Name, r.Access, r.Line, r.Column = name, access, int(at.Line()), int(at.Col())
	r.When = s.whenAt(name, at.Offset())
	if c := s.checked[name]; c != nil && r.Kind == reads.Integer {
		r.Bounds = c.bounds
	}
	s.reads = append(s.reads, r)
}

// shellOwn are variables that shells keep themselves.
var shellOwn = wordSet("IFS PWD OLDPWD RANDOM LINENO SECONDS FUNCNAME OPTARG OPTIND OPTERR PIPESTATUS REPLY PPID UID EUID DIRSTACK EPOCHSECONDS GROUPS HISTCMD MACHTYPE HOSTTYPE OSTYPE SHELLOPTS PS2 PS3 PS4 COPROC MAPFILE READLINE_LINE SHLVL ZSH_VERSION KSH_VERSION")

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
