package reads

import (
	"slices"
	"strings"

	"inzicht/core/sorting"
	"inzicht/core/syntax"
)

// Most functions of most files do not concern the environment. Their bodies
// are passed over: the trigger words say where to look. What is found there
// may make further names matter, those of helpers, of variables that hold a
// value or stand for the environment. Where such a name is in a body that
// was passed over, the file is looked at again with that body.

// maxUnfoldings bounds how often more of a file is looked at, before all of it is;
// of a bundle and of a large file, all of it costs more.
const (
	maxUnfoldings        = 4
	maxUnfoldingsOfLarge = 12
)

// unfoldings returns how often more of a file is looked at that has a number of bytes.
func (c *Context) unfoldings(size int) int {
	if c != nil && c.Bundled || size > mostWritten {
		return maxUnfoldingsOfLarge
	}
	return maxUnfoldings
}

// maxAsked bounds how many names are looked for in what was passed over, before
// all of it is looked at.
const maxAsked = 500

// mostWritten is up to how many bytes a file is looked at whole for what it
// declares; larger ones were put together by a program.
const mostWritten = 64 << 10

// mostSmall is up to how many bytes a file is looked at whole whatever it says: what helps to read
// settings stands in small files, where each function may matter that does not name the environment.
const mostSmall = 8 << 10

// marks returns the offsets round which a file must be looked at; ok is false
// where it must be looked at whole.
func (l *Language) marks(file string, src []byte, context *Context) (list []int32, ok bool) {
	if l.Passes == "" || l.compiled == nil || len(src) <= mostSmall && (context == nil || len(context.Helpers) == 0) {
		return nil, false
	}
	list = l.compiled().words.Offsets(src, 0)
	if bundled := context != nil && context.Bundled; !bundled && (l.compiled().entire.In(src) || l.compiled().forms.in(src)) {
		if len(src) <= mostWritten {
			return nil, false
		}
		list = merged(list, merged(l.compiled().entire.Offsets(src, 0), l.compiled().forms.any.Offsets(src, 0)))
	}
	if context != nil && len(context.Helpers) > 0 {
		list = merged(list, context.callsIn(l, file, src))
	}
	return list, true
}

// folding says what of a file may be passed over where it holds no mark; nil
// where nothing may.
func (l *Language) folding(marks []int32) *syntax.Folding {
	if l.Passes == "" || l.compiled == nil {
		return nil
	}
	return &syntax.Folding{Marks: marks, May: l.mayFold}
}

// merged returns the offsets of both lists, ascending.
func merged(a, b []int32) []int32 {
	if len(b) == 0 {
		return a
	}
	a = append(a, b...)
	slices.Sort(a)
	return slices.Compact(a)
}

// mayFold reports whether the brace that would be token open begins the body of
// a function.
func (l *Language) mayFold(f *syntax.File, open int) bool {
	if l.Passes != "(" {
		return begins(f, open, l.Passes)
	}
	_, params := functionHead(f, open)
	if params < 0 || className(f, open) != "" {
		return false
	}
	before := f.Text(params - 1)
	return !controls[before] && !conditionWords[before] && !classWords[f.Text(params-2)]
}

var classWords = set(strings.Fields("class record struct interface enum object"))

// begins reports whether the head of the block at open begins with a word.
func begins(f *syntax.File, open int, word string) bool {
	for i := open - 1; i >= 0 && i > open-40; i-- {
		switch f.Kind(i) {
		case syntax.Open:
			return false
		case syntax.Close:
			m := f.Mate(i)
			if m < 0 || f.Is(i, "}") && m != i-1 {
				return false
			}
			i = m
		case syntax.Word:
			text := f.Text(i)
			if text == word {
				return !f.Is(i-1, "]") // map[string]func() { … } is a literal
			}
			if controls[text] || conditionWords[text] || classWords[text] {
				return false
			}
		case syntax.Punct:
			if f.Is(i, ";") {
				return false
			}
		}
	}
	return false
}

// ask notes that a name matters between two tokens.
func (a *analysis) ask(name string, lo, hi int) {
	if len(a.f.Folds) == 0 || hi <= lo {
		return
	}
	span := syntax.Span{Hi: int32(len(a.f.Src))}
	if lo > 0 && lo < len(a.f.Tokens) {
		span.Lo = a.f.Tokens[lo].Start
	}
	if hi < len(a.f.Tokens) {
		span.Hi = a.f.Tokens[hi].Start
	}
	if a.asked == nil {
		a.asked = map[string][]syntax.Span{}
	}
	a.asked[name] = append(a.asked[name], span)
}

// askFor notes the names that stand for the environment or read it.
func (a *analysis) askFor() {
	if len(a.o.Bindings["*"]) > 0 { // from os import *
		for name := range a.heads.names { // in any order
			a.ask(name, 0, len(a.f.Tokens))
		}
	}
	for _, name := range a.o.names {
		list, member := a.o.Bindings[name], name[0] == '.'
		if !member && !a.heads.names[name] {
			continue
		}
		for _, b := range list {
			// What only leads to an access is followed by a trigger word where it is one.
			if path := a.bindingPath(b, b.At, 0); !a.leads(path) || !a.c.words.In([]byte(path)) {
				continue
			}
			if member {
				a.ask(name[1:], 0, len(a.f.Tokens))
				continue
			}
			scope := a.o.blocks[a.o.functionBlock(b.block)].Range
			a.ask(name, scope.Lo, scope.Hi)
		}
	}
}

// askForHelpers notes the names that the file gives helpers of other files.
func (a *analysis) askForHelpers() {
	if a.context == nil || len(a.context.Helpers) == 0 {
		return
	}
	for _, name := range a.o.names {
		for _, b := range a.o.Bindings[name] {
			if a.meansHelper(name, b) {
				scope := a.o.blocks[a.o.functionBlock(b.block)].Range
				a.ask(name, scope.Lo, scope.Hi)
			}
		}
	}
}

// meansHelper reports whether a binding gives a helper of another file a name
// of its own.
func (a *analysis) meansHelper(name string, b Binding) bool {
	if b.Path == "" && a.required(b.Value) == "" {
		return false
	}
	from := a.bindingPath(b, b.At, 0)
	if from == "" {
		return false
	}
	if last := lastOf(from); last != name && len(a.context.listed().named[last]) > 0 {
		return true
	}
	return slices.ContainsFunc(a.context.listed().unnamed, func(h *Helper) bool { return a.importsDefault(h, from) })
}

// unseen returns the offsets at which names that matter stand in what was
// passed over.
func (a *analysis) unseen() (list []int32) {
	if len(a.f.Folds) == 0 {
		return nil
	}
	a.askFor()
	a.askForHelpers()
	if len(a.asked) > maxAsked {
		for _, fold := range a.f.Folds {
			list = append(list, fold.Lo)
		}
		return list
	}
	for name, spans := range a.asked { // sorted below
		words, done := NewWords([]string{name}), int32(0)
		sorting.By(spans, func(a, b syntax.Span) int { return int(a.Lo - b.Lo) })
		for _, span := range spans {
			if span.Lo = max(span.Lo, done); span.Lo < span.Hi {
				list = append(list, a.folded(words.Offsets(a.f.Src[span.Lo:span.Hi], span.Lo))...)
				done = span.Hi
			}
		}
	}
	list = append(list, a.opened...)
	slices.Sort(list)
	return list
}

// folded returns those of the offsets that lie in what was passed over.
func (a *analysis) folded(offsets []int32) []int32 {
	return slices.DeleteFunc(offsets, func(at int32) bool {
		n, _ := slices.BinarySearchFunc(a.f.Folds, at, func(s syntax.Span, at int32) int { return int(s.Hi - at) })
		return n == len(a.f.Folds) || a.f.Folds[n].Lo > at
	})
}
