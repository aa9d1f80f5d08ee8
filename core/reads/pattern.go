package reads

import (
	"fmt"
	"slices"
	"strings"
	"sync"

	"inzicht/core/evaluate"
	"inzicht/core/syntax"
)

// A pattern is an idiom compiled to a matcher over tokens. It is anchored at
// a path: the longest row of plain names in it, such as os.environ.get. What
// is before the path must end directly before it, what is behind
// follows it.
type pattern struct {
	idiom    *Idiom
	path     string // os.environ.get; resolved through imports and aliases
	method   bool   // the path follows a receiver that may be anything
	receiver string // the hole that is the receiver
	before   []element
	after    []element
	access   string // what Read.Access says
	template string // which kind of template the pattern has, if any
}

// element is one step of a pattern.
type element struct {
	kind  elementKind
	text  string      // literal: the token's text; hole: which; argument: keyword
	args  [][]element // group: the arguments between its brackets
	rest  bool        // group: any further arguments may follow
	close string      // group: its closing bracket
}

type elementKind uint8

const (
	literal elementKind = iota
	hole
	group
)

// The holes.
const (
	holeName     = "name"
	holeFallback = "fallback"
	holeTemplate = "template"
	holePlaces   = "placeholders"
	holePercents = "percents"
	holeFields   = "fields"   // a text with {NAME} or %(NAME)s
	holeVariable = "variable" // a name, if it is written like a variable's: GATE_URL
	holeKey      = "key"      // a name that may be written without quotes: $ENV{NAME}
	holeNames    = "names"    // this argument and all that follow
	holeRead     = "read"
	holeAny      = "any"
	holeRest     = "rest" // this argument and all that follow, whatever they are

	// holeWhole is where a pattern names the environment as a whole: what else
	// stands for it fits, too.
	holeWhole = "whole"
)

var holes = []string{holeNames, holeKey, holeName, holeFallback, holeTemplate, holePlaces, holePercents, holeFields, holeVariable, holeRead, holeRest, holeAny}

// holeMark stands for the dollar of a hole while a pattern is scanned: it is
// part of a word in every language.
const holeMark = "ℵ"

// PatternError says where a pattern cannot be understood.
type PatternError struct {
	Pattern string
	Column  int // from 1, in bytes
	Reason  string
}

func (e *PatternError) Error() string {
	return fmt.Sprintf("%s\n    %s\n    %s^", e.Reason, e.Pattern, strings.Repeat(" ", max(e.Column-1, 0)))
}

// compile turns an idiom into a pattern.
func (l *Language) compile(idiom *Idiom) (*pattern, error) {
	marked := idiom.Access
	for _, name := range holes {
		marked = replaceHole(marked, name)
	}
	if at := replaceHole(marked, oldAny); at != marked {
		return nil, &PatternError{idiom.Access, column(at[:strings.Index(at, holeMark+oldAny)]), "what may be anything is written $any"}
	}
	f := l.Table.Inside().Scan([]byte(marked), false)
	c := compiler{f: f, idiom: idiom, lang: l}
	return c.pattern()
}

// oldAny is how $any was written before.
const oldAny = "_"

// replaceHole puts the mark for "$name" where no further letter follows.
func replaceHole(s, name string) string {
	var out strings.Builder
	for {
		n := strings.Index(s, "$"+name)
		if n < 0 {
			out.WriteString(s)
			return out.String()
		}
		end := n + 1 + len(name)
		if end < len(s) && isNameByte(s[end]) {
			out.WriteString(s[:end])
		} else {
			out.WriteString(s[:n] + holeMark + name)
		}
		s = s[end:]
	}
}

type compiler struct {
	f     *syntax.File
	idiom *Idiom
	lang  *Language
}

func (c *compiler) fail(token int, reason string) error {
	at := len(c.idiom.Access) + 1
	if token < len(c.f.Tokens) {
		at = column(string(c.f.Src[:c.f.Tokens[token].Start]))
	}
	return &PatternError{Pattern: c.idiom.Access, Column: at, Reason: reason}
}

// column returns the column of what follows a part of a pattern whose holes are
// marked.
func column(before string) int {
	return len(strings.ReplaceAll(before, holeMark, "$")) + 1
}

func (c *compiler) pattern() (*pattern, error) {
	f := c.f
	for i, t := range f.Tokens {
		if (t.Kind == syntax.Open || t.Kind == syntax.Close || t.Kind == syntax.Quote) && t.Mate < 0 {
			return nil, c.fail(i, "this bracket or quote has no partner")
		}
	}
	lo, hi := c.anchor()
	if lo < 0 {
		return nil, c.fail(0, "a pattern needs a plain name to be found by, such as getenv in getenv($name)")
	}
	p := &pattern{idiom: c.idiom}
	var segments []string
	for i := lo; i < hi; i++ {
		if f.Kind(i) == syntax.Word {
			segments = append(segments, f.Text(i))
		} else if f.Is(i, "(") {
			segments[len(segments)-1] += "()"
		}
	}
	p.path = strings.Join(segments, ".")
	p.access = p.path
	from := lo
	if isMember(f, lo) && c.isHole(lo-2) {
		p.method = true
		from = lo - 2
		p.receiver = strings.TrimPrefix(f.Text(lo-2), holeMark)
	}
	if c.lang.FoldWords {
		p.path = strings.ToLower(p.path)
	}
	var err error
	if p.before, err = c.elements(0, from); err != nil {
		return nil, err
	}
	for i := range f.Tokens {
		switch name := strings.TrimPrefix(f.Text(i), holeMark); {
		case c.isHole(i) && (name == holeTemplate || name == holePlaces || name == holePercents || name == holeFields):
			p.template = name
		}
	}
	p.after, err = c.elements(hi, len(f.Tokens))
	return p, err
}

// anchor finds the longest row of plain names.
func (c *compiler) anchor() (lo, hi int) {
	f := c.f
	lo, best := -1, 0
	for i := 0; i < len(f.Tokens); i++ {
		if f.Kind(i) != syntax.Word || c.isHole(i) || c.inGroup(i) || f.Text(i) == "in" {
			continue
		}
		end := i + 1
		if !isMember(f, i) || !c.isHole(i-2) {
			end = emptyCall(f, end)
		}
		for end+1 < len(f.Tokens) && isMember(f, end+1) && f.Kind(end+1) == syntax.Word && !c.isHole(end+1) {
			end = emptyCall(f, end+2)
		}
		if end-i > best {
			lo, hi, best = i, end, end-i
		}
		i = end
	}
	return lo, hi
}

// emptyCall returns the end of the "()" at token i, or i: a path goes on through
// calls without arguments.
func emptyCall(f *syntax.File, i int) int {
	if f.Is(i, "(") && f.Is(i+1, ")") {
		return i + 2
	}
	return i
}

// inGroup reports whether a token is between brackets that follow a name:
// the anchor is the outermost callee.
func (c *compiler) inGroup(i int) bool {
	for j := range i {
		if m := c.f.Mate(j); m > i && j > 0 {
			return true
		}
	}
	return false
}

func (c *compiler) isHole(i int) bool {
	return strings.HasPrefix(c.f.Text(i), holeMark) && c.f.Kind(i) == syntax.Word
}

// elements compiles the tokens [lo, hi).
func (c *compiler) elements(lo, hi int) (list []element, err error) {
	f := c.f
	for i := lo; i < hi; i++ {
		switch t := f.Tokens[i]; {
		case c.isHole(i):
			list = append(list, element{kind: hole, text: strings.TrimPrefix(f.Text(i), holeMark)})
		case t.Kind == syntax.Open:
			g := element{kind: group, text: f.Text(i), close: f.Text(int(t.Mate))}
			for _, part := range splitAt(f, Range{i + 1, int(t.Mate)}, ",") {
				if part.empty() {
					return nil, c.fail(part.Lo, "an argument is missing here")
				}
				switch {
				case part.Hi == part.Lo+1 && f.Is(part.Lo, "..."):
					return nil, c.fail(part.Lo, "further arguments are written $rest")
				case part.Hi == part.Lo+1 && f.Is(part.Lo, holeMark+holeRest):
					if part.Hi != int(t.Mate) {
						return nil, c.fail(part.Lo, "$rest stands for all further arguments, and comes last")
					}
					g.rest = true
					continue
				}
				argument, err := c.elements(part.Lo, part.Hi)
				if err != nil {
					return nil, err
				}
				g.args = append(g.args, argument)
			}
			list = append(list, g)
			i = int(t.Mate)
		case t.Kind == syntax.String:
			value, _ := f.Value(i)
			list = append(list, element{kind: literal, text: value})
		default:
			list = append(list, element{kind: literal, text: f.Text(i)})
		}
	}
	return list, nil
}

// compiled holds a language's patterns, found by the last name of their path.
type compiled struct {
	triggers    []string
	own         *Words                // the language's own triggers
	words       *Words                // all triggers
	roots       map[string]bool       // Language.Roots
	copies      map[string]bool       // Language.Copies
	libraries   map[string]bool       // Language.Libraries
	makes       map[string]bool       // Language.Makes
	with        *Words                // Language.With
	entire      *Words                // Language.Entire
	forms       *spoken               // of Language.Forms
	any         *Words                // of Triggers and Language.Forms
	paths       map[string][]*pattern // by whole path
	heads       map[string]bool       // first names of paths
	prefixes    map[string]bool       // every proper prefix of a path, and the paths
	calls       map[string]bool       // last names of paths
	methods     map[string][]*pattern // by name of the method, which is the last of the path
	wholes      map[string]*pattern   // by path: the environment as a whole
	open        map[string]bool       // first names of paths whose patterns take it as an argument
	methodUses  map[string][]*pattern // by name: $read.split($rest)
	callUses    map[string][]*pattern // by path: int($read)
	transparent map[string]bool
	stops       map[string]bool
	nothing     map[string]bool
	formats     map[string]bool
	wordOr      map[string]bool
	running     *evaluate.Words
}

// Compiled returns the language ready to find reads; the language itself stays as
// it is. extra are idioms of a tree's own configuration: the first that cannot be
// understood is the error. Patterns are prepared when they are first needed, since
// most trees are in few languages; those of a language's own are understood, which
// its tests hold.
func (l *Language) Compiled(extra ...Idiom) (*Language, error) {
	ready := *l
	if l.Own != nil {
		return &ready, nil
	}
	ready.extended = len(extra) > 0
	for i := range extra {
		if _, err := l.compile(&extra[i]); err != nil {
			return nil, fmt.Errorf("%s: %w", l.Name, err)
		}
	}
	ready.compiled = sync.OnceValue(func() *compiled {
		c, err := l.prepared(extra)
		if err != nil {
			panic(err)
		}
		return c
	})
	return &ready, nil
}

// prepared returns the language's patterns and further ones. The first that cannot
// be understood is the error.
func (l *Language) prepared(extra []Idiom) (*compiled, error) {
	c := &compiled{
		paths: map[string][]*pattern{}, heads: map[string]bool{}, prefixes: map[string]bool{},
		calls: map[string]bool{}, methods: map[string][]*pattern{}, wholes: map[string]*pattern{}, open: map[string]bool{}, methodUses: map[string][]*pattern{}, callUses: map[string][]*pattern{},
		transparent: set(l.Transparent), stops: set(l.Stops), nothing: set(l.Nothing),
		formats: set(l.Formats), wordOr: set(l.WordOr),
	}
	c.libraries = set(l.Libraries)
	c.roots, c.copies, c.makes = set(l.Roots), set(l.Copies), set(l.Makes)
	all := append(append([]Idiom{}, l.Idioms...), extra...)
	for i := range all {
		p, err := l.compile(&all[i])
		if err != nil {
			return nil, err
		}
		c.add(p)
	}
	c.openWholes(l.FoldWords)
	for i := range l.Uses {
		p, err := l.compile(&l.Uses[i])
		if err != nil {
			return nil, err
		}
		c.addUse(p)
	}
	c.triggers = triggersOf(l, extra)
	c.own, c.words, c.with, c.entire = NewWords(l.Triggers), NewWords(c.triggers), NewWords(l.With), NewWords(l.Entire)
	c.forms, c.any = spokenBy(l.Forms), NewWords(append(formWords(l.Forms), l.Triggers...))
	c.running = l.wordsOf(c)
	return c, nil
}

// triggersOf returns the language's trigger words, and those of further idioms:
// the last name of their path.
func triggersOf(l *Language, extra []Idiom) []string {
	words := slices.Clone(l.Triggers)
	for i := range extra {
		if p, err := l.compile(&extra[i]); err == nil {
			words = append(words, strings.TrimSuffix(p.path[strings.LastIndexByte(p.path, '.')+1:], "()"))
		}
	}
	return words
}

func (c *compiled) addUse(p *pattern) {
	p.path = p.access // what is done with a read is looked for as it is written
	if p.method {
		c.methodUses[p.path] = append(c.methodUses[p.path], p)
	} else {
		c.callUses[p.path] = append(c.callUses[p.path], p)
	}
}

func (c *compiled) add(p *pattern) {
	if p.method {
		last := p.path[strings.LastIndex(p.path, ".")+1:]
		c.methods[last] = append(c.methods[last], p)
		return
	}
	c.paths[p.path] = append(c.paths[p.path], p)
	segments := strings.Split(p.path, ".")
	c.heads[segments[0]] = true
	c.calls[segments[len(segments)-1]] = true
	for n := range segments {
		prefix := strings.Join(segments[:n+1], ".")
		c.prefixes[prefix] = true
		c.prefixes[strings.TrimSuffix(prefix, "()")] = true
	}
	if p.idiom.Whole {
		c.wholes[p.path] = p
	}
}

// openWholes has arguments of patterns that are the environment as a whole fit
// whatever stands for it: haskey(ENV, $name).
func (c *compiled) openWholes(fold bool) {
	for _, patterns := range []map[string][]*pattern{c.paths, c.methods} {
		for _, list := range patterns { // in any order
			for _, p := range list {
				c.openWhole(p, fold)
			}
		}
	}
}

// openWhole has those of one pattern fit.
func (c *compiled) openWhole(p *pattern, fold bool) {
	for _, e := range p.after {
		for n, argument := range e.args {
			spread := argument[:0:0]
			if argument[0].text == "**" { // f(**os.environ)
				spread, argument = argument[:1], argument[1:]
			}
			of := written(argument)
			if fold {
				of = strings.ToLower(of)
			}
			if c.wholes[of] != nil {
				e.args[n] = append(spread, element{kind: hole, text: holeWhole})
				first, _, _ := strings.Cut(p.path, ".")
				c.open[first] = true
			}
		}
	}
}

// written returns the path that elements of a pattern spell.
func written(list []element) string {
	var out strings.Builder
	for _, e := range list {
		switch {
		case e.kind == literal:
			out.WriteString(e.text)
		case e.kind == group && e.text == "(" && len(e.args) == 0:
			out.WriteString("()")
		default:
			return ""
		}
	}
	return out.String()
}

func set(words []string) map[string]bool {
	m := make(map[string]bool, len(words))
	for _, w := range words {
		m[w] = true
	}
	return m
}
