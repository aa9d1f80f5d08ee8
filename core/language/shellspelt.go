package language

import (
	"strconv"
	"strings"

	"mvdan.cc/sh/v3/expand"
	"mvdan.cc/sh/v3/syntax"
)

// Names that a script puts together of others: name="GATE_${key^^}_FILE", in a loop over keys or in a
// function that is given one, behind which ${!name} reads.

// shellAssigned is what a variable is given somewhere.
type shellAssigned struct {
	name  string
	value *syntax.Word
	at    uint
}

// What bounds how names are put together: of how many variables, through how many, and how many there may be.
const (
	mostSpeltOf   = 4
	deepestSpelt  = 4
	mostSpelt     = 48
	mostAssigned  = 2000
	longestDigits = 4
)

// assigned notes what variables are given.
func (s *script) assigned(n syntax.Node) {
	if a, is := n.(*syntax.Assign); is && a.Name != nil && a.Value != nil && !a.Append && len(s.assigns) < mostAssigned {
		s.assigns = append(s.assigns, shellAssigned{a.Name.Value, a.Value, a.Pos().Offset()})
	}
}

// speller puts words together in which each variable is known.
type speller struct {
	*script
	given map[string]string // what a function is given, by position
}

// texts returns what a word may be at a place of the script. It returns none where that is not known.
func (s speller) texts(word *syntax.Word, at uint, depth int) (list []string) {
	if s.given == nil {
		if text, plain := shellText(word); plain {
			return []string{text}
		}
	}
	names, known := namesOf(word)
	if !known || depth > deepestSpelt {
		return nil
	}
	worlds := []map[string]string{{}}
	for _, name := range names {
		var more []map[string]string
		for _, value := range s.values(name, at, depth) {
			for _, w := range worlds {
				next := map[string]string{name: value}
				for k, v := range w { // in any order
					next[k] = v
				}
				more = append(more, next)
			}
		}
		if worlds = more; len(worlds) == 0 || len(worlds) > mostSpelt {
			return nil
		}
	}
	for _, w := range worlds {
		text, err := expand.Literal(&expand.Config{Env: expand.FuncEnviron(func(name string) string { return w[name] })}, word)
		if err != nil {
			return nil
		}
		list = append(list, text)
	}
	return list
}

// values returns what a variable may hold at a place: what the loop round it goes through, or
// what it was given last before, in the same function or outside of all.
func (s speller) values(name string, at uint, depth int) []string {
	if value, known := s.given[name]; known {
		return []string{value}
	}
	for i := len(s.loops) - 1; i >= 0; i-- {
		if l := s.loops[i]; l.name == name && at >= l.from && at <= l.to {
			return l.all
		}
	}
	own := s.failing.bodies.at(at)
	for i := len(s.assigns) - 1; i >= 0; i-- {
		a := s.assigns[i]
		if in := s.failing.bodies.at(a.at); a.name == name && a.at < at && (in < 0 || in == own) {
			return s.texts(a.value, a.at, depth+1)
		}
	}
	return nil
}

// namesOf returns the variables that a word is put together of. It reports false for a word that says more than
// their values and what is left out or replaced of them.
func namesOf(word *syntax.Word) (names []string, known bool) {
	known = word != nil
	if known {
		syntax.Walk(word, func(n syntax.Node) bool {
			switch n := n.(type) {
			case *syntax.CmdSubst, *syntax.ProcSubst, *syntax.ArithmExp, *syntax.ExtGlob:
				known = false
			case *syntax.Lit:
				known = known && !strings.HasPrefix(n.Value, "~")
			case *syntax.ParamExp:
				if n.Param == nil || n.Excl || n.Length || n.Width || n.Index != nil || !isShellName(n.Param.Value) && !isPositional(n.Param.Value) {
					known = false
					break
				}
				names = append(names, n.Param.Value)
			}
			return known
		})
	}
	return names, known && len(names) <= mostSpeltOf
}

func isPositional(name string) bool {
	_, is := positionalName(name)
	return is
}

// namesHeld returns the names of variables that a variable of the script may hold at a place.
func (s *script) namesHeld(name string, at syntax.Pos) (names []string) {
	for _, text := range (speller{script: s}).values(name, at.Offset(), 0) {
		if s.isRead(text, at) {
			names = append(names, text)
		}
	}
	return names
}

// goneThrough returns the texts of the words that a loop goes through, as far as they are known: A B, {1..3}, $(seq 3).
func goneThrough(words []*syntax.Word) (all []string) {
	for _, word := range words {
		if text, plain := shellText(word); plain && !strings.Contains(text, "{") {
			all = append(all, text)
			continue
		}
		all = append(all, numbersIn(word)...)
	}
	return all[:min(len(all), mostSpelt)]
}

// numbersIn returns the numbers that a word stands for: {1..3}, $(seq 1 3).
func numbersIn(word *syntax.Word) []string {
	if text, plain := shellText(word); plain {
		inner, found := strings.CutPrefix(text, "{")
		if inner, closed := strings.CutSuffix(inner, "}"); found && closed {
			from, to, _ := strings.Cut(inner, "..")
			return numbersBetween(from, to)
		}
		return nil
	}
	if len(word.Parts) != 1 {
		return nil
	}
	substituted, is := word.Parts[0].(*syntax.CmdSubst)
	if !is || len(substituted.Stmts) != 1 {
		return nil
	}
	call, is := substituted.Stmts[0].Cmd.(*syntax.CallExpr)
	if !is || len(call.Args) == 0 || call.Args[0].Lit() != "seq" {
		return nil
	}
	switch len(call.Args) {
	case 2:
		return numbersBetween("1", call.Args[1].Lit())
	case 3:
		return numbersBetween(call.Args[1].Lit(), call.Args[2].Lit())
	}
	return nil
}

// numbersBetween returns the numbers from one to another, if these are not too many.
func numbersBetween(from, to string) (list []string) {
	if len(from) > longestDigits || len(to) > longestDigits {
		return nil
	}
	a, bad := strconv.Atoi(from)
	b, worse := strconv.Atoi(to)
	if bad != nil || worse != nil || b-a >= mostSpelt {
		return nil
	}
	for ; a <= b; a++ {
		list = append(list, strconv.Itoa(a))
	}
	return list
}

// countedLoop notes a loop that counts: for ((i = 1; i <= 3; i++)).
func (s *script) countedLoop(loop *syntax.CStyleLoop, n *syntax.ForClause) {
	init, is := loop.Init.(*syntax.BinaryArithm)
	condition, too := loop.Cond.(*syntax.BinaryArithm)
	if !is || !too || init.Op != syntax.Assgn || len(s.loops) >= mostLoops {
		return
	}
	name, from, to := arithmText(init.X), arithmText(init.Y), arithmText(condition.Y)
	if name == "" || arithmText(condition.X) != name {
		return
	}
	all := numbersBetween(from, to)
	switch condition.Op {
	case syntax.Leq:
	case syntax.Lss:
		all = all[:max(len(all)-1, 0)]
	default:
		return
	}
	s.loops = append(s.loops, shellLoop{name: name, all: all, from: n.Pos().Offset(), to: n.End().Offset()})
}

// arithmText returns the text of an operand that is a number or a name, or "".
func arithmText(x syntax.ArithmExpr) string {
	if word, is := x.(*syntax.Word); is {
		return word.Lit()
	}
	return ""
}

// A function's argument stands in the names that it puts together as a word that no name has. Written in
// other letters, it says that the argument is, too.
const argumentMark = "Qzx"

func markOf(position int) string { return argumentMark + strconv.Itoa(position) + "q" }

// speltIn returns how a function puts the name together that a variable of it holds at a place: with a mark for each
// of its arguments. It returns "" where that is not known, or where the name is none of them.
func (s *script) speltIn(name string, at syntax.Pos) string {
	given := map[string]string{}
	for i := 1; i <= 9; i++ {
		given[strconv.Itoa(i)] = markOf(i)
	}
	list := speller{s, given}.values(name, at.Offset(), 0)
	if len(list) != 1 || !strings.Contains(strings.ToLower(list[0]), strings.ToLower(argumentMark)) {
		return ""
	}
	return list[0]
}

// filled returns the names that a function puts together with what it is given.
func (s *script) filled(spelt string, args []*syntax.Word) []string {
	list := []string{spelt}
	for i, word := range args {
		mark := markOf(i + 1)
		if i >= 9 || !strings.Contains(strings.ToLower(spelt), strings.ToLower(mark)) {
			continue
		}
		var more []string
		for _, text := range (speller{script: s}).texts(word, word.Pos().Offset(), 0) {
			with := strings.NewReplacer(mark, text, strings.ToUpper(mark), strings.ToUpper(text), strings.ToLower(mark), strings.ToLower(text))
			for _, name := range list {
				more = append(more, with.Replace(name))
			}
		}
		if list = more; len(list) > mostSpelt {
			return nil
		}
	}
	return list
}
