package parse

import (
	"strings"
	"sync"
)

// Layout says how a block is told from what is round it.
type Layout uint8

// The layouts.
const (
	Braces   Layout = iota // { … }
	Indented               // a colon, and lines set in deeper
	Worded                 // do … end, then … end
)

// Grammar describes how a language is written, as far as the tree goes. Words
// are given separated by spaces.
type Grammar struct {
	Layout Layout
	// Binary are the binary operators, those that bind loosest first; Right are
	// those among them that group from the right.
	Binary []string
	Right  string
	Assign string // operators that assign
	Prefix string // operators before an operand, words among them
	Suffix string // operators behind one: ++ ! ?
	Member string // operators before the name of a member
	// Qualifies is between the names of namespaces, which are passed over.
	Qualifies string
	Rooted    bool   // ::a is what a is outside of all namespaces
	Casts     string // words between a value and a type: as, satisfies

	Ternary bool // a ? b : c
	Heads   bool // a head is what is in parentheses: if (a) -b;
	IfLater bool // a if b else c
	Choices bool // if, match and the like are expressions

	Arrow       string // between the parameters of a lambda and its body
	LambdaWords string // begin a lambda, with parameters and a body: lambda x: y
	Closures    bool   // { x -> y } is a lambda, also behind a call
	Bars        bool   // |x| y is a lambda
	BraceInit   bool   // T{a, b} is a call
	Structs     bool   // T { a: b } is a record
	BraceKeys   bool   // $x{key}
	Blocks      string // names that a block may follow, as the first argument: map { x } @y
	Records     bool   // { a: b } is a record
	Comprehends bool   // [a for b in c]
	Commands    bool   // puts x: a call without parentheses
	TypeValues  bool   // a type is a value that a name is given: const a = struct { … }
	TypeSign    string // between the name of a parameter and its type, where a colon alone says something else
	LooseNot    bool   // !a == b is !(a == b)
	NameFirst   bool   // f(a T): the name of a parameter is before its type
	CaseBlocks  bool   // 'a', 'b' { … } in a switch
	TextKeys    bool   // { 'a': b } is a record, and other braces are a block; lines end elements
	ArrayTypes  bool   // [_]T{ a, b }, T{ .a = b } and .{ a } are values; while (a) : (b) { … }
	Lists       string // names of what is a list in parentheses: array(a => b)
	Single      string // names of such calls that take one operand: defined x && y
	Texts       bool   // f "text": a call with one text
	Labels      bool   // f(name: value)
	Keywords    bool   // f(name=value)
	ParenCasts  bool   // (int) x
	Patterns    bool   // x is string s, x is { Length: 1 } s
	Angles      bool   // f<T>(x)
	SquareTypes bool   // def f[T](x), class A { self => … }
	Receivers   bool   // val T.name, fun T?.name(x)
	ObjectTypes bool   // a: { b: T } = c, function f(): { b: T } { … }, a is T
	Brackets    bool   // #[attribute] or [Attribute] before a declaration
	EqualsBody  bool   // the body of a function is set in deeper behind its type and =
	Equations   bool   // f(x) = y is a function
	LabelBlocks bool   // a: { … break :a b; } gives b

	Macros   bool   // #define f(x) y is a function
	Messages bool   // [a b:c] is a.b(c), and @ begins what C has not
	Rules    string // the word before the name of a macro that is written as rules
	Infix    bool   // a name b is a.name(b)
	Offside  bool   // in braces: lines that are set in deeper are a block, too
	LineEnds bool   // a statement ends with its line
	Leading  string // operators that go on with the line before

	If, Elif, Else, Unless, Loop, Switch, Case, Default, Try, Catch, Finally string
	Return, Throw, Leave, Function, Class, Import, Declare, Modifier         string
	Nothing, Bool                                                            string
	Later                                                                    string // words behind a statement: raise x unless y
	Then                                                                     string // words between a head and its block
	Matches                                                                  string // words between a subject and the cases in braces behind it
	Constants                                                                string // the word behind an import's that declares constants: use constant A => 1
	With                                                                     string // words that begin a block with a head: with, using, begin
	Typed                                                                    bool   // String x = y, int f() { … }

	once  sync.Once
	words map[string]word
	ops   map[string]operator
	sets  [setCount]map[string]bool
}

// word is what a word begins.
type word uint8

const (
	wordNone word = iota
	wordIf
	wordElif
	wordElse
	wordUnless
	wordLoop
	wordSwitch
	wordCase
	wordDefault
	wordTry
	wordCatch
	wordFinally
	wordReturn
	wordThrow
	wordLeave
	wordFunction
	wordClass
	wordImport
	wordDeclare
	wordModifier
	wordNothing
	wordBool
	wordWith
	wordLambda
	wordEnd
)

// operator is a binary operator: the higher its level, the tighter it binds.
type operator struct {
	level int
	right bool
}

// The levels below those of binary operators.
const (
	levelAssign = 1 + iota
	levelChoice
	levelBinary
)

// The sets of texts that a grammar has.
const (
	setAssign = iota
	setPrefix
	setSuffix
	setMember
	setCasts
	setArrow
	setBlocks
	setLeading
	setLater
	setThen
	setMatches
	setSingle
	setLists
	setCount
)

func set(words string) map[string]bool {
	m := map[string]bool{}
	for _, w := range strings.Fields(words) {
		m[w] = true
	}
	return m
}

// prepare makes what is looked up from what is written.
func (g *Grammar) prepare() {
	g.once.Do(func() {
		g.words, g.ops = map[string]word{}, map[string]operator{}
		for _, w := range []struct {
			what  word
			words string
		}{
			{wordIf, g.If}, {wordElif, g.Elif}, {wordElse, g.Else}, {wordUnless, g.Unless}, {wordLoop, g.Loop}, {wordSwitch, g.Switch}, {wordCase, g.Case},
			{wordDefault, g.Default}, {wordTry, g.Try}, {wordCatch, g.Catch}, {wordFinally, g.Finally}, {wordReturn, g.Return}, {wordThrow, g.Throw},
			{wordLeave, g.Leave}, {wordFunction, g.Function}, {wordClass, g.Class}, {wordImport, g.Import}, {wordDeclare, g.Declare}, {wordModifier, g.Modifier},
			{wordNothing, g.Nothing}, {wordBool, g.Bool}, {wordWith, g.With}, {wordLambda, g.LambdaWords},
		} {
			for _, text := range strings.Fields(w.words) {
				if _, known := g.words[text]; !known {
					g.words[text] = w.what
				}
			}
		}
		if g.Layout == Worded {
			g.words["end"] = wordEnd
		}
		right := set(g.Right)
		for n, level := range g.Binary {
			for _, op := range strings.Fields(level) {
				g.ops[op] = operator{levelBinary + n, right[op]}
			}
		}
		prefix := g.Prefix
		if strings.Contains(" "+prefix+" ", " ! ") && !strings.Contains(g.Suffix, "!!") {
			prefix += " !!"
		}
		for n, words := range []string{g.Assign, prefix, g.Suffix, g.Member, g.Casts, g.Arrow, g.Blocks, g.Leading, g.Later, g.Then, g.Matches, g.Single, g.Lists} {
			g.sets[n] = set(words)
		}
	})
}
