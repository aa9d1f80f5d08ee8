package language

import (
	"strings"

	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// applied describes a language whose functions stand before what they are
// given, mostly without parentheses: getEnv "NAME". It has no grammar here:
// a read is told with what is round it in its statement.
type applied struct {
	table *syntax.Table
	// reads are the functions that read, by their whole name, and what the
	// code needs where it says nothing more.
	reads map[string]reads.Need
	// either are functions that give the first of two: (or a b), If(a, b).
	either map[string]bool
	// nothing are the patterns that stand for no value: Nothing -> "x".
	nothing map[string]bool
	stops   map[string]bool
	tests   map[string]bool
	kinds   map[string]reads.Kind
	fold    bool // words are written in any case
	scope   reads.Scope
}

// mostAround bounds how many tokens on each side of a read are looked at,
// mostOfDefault how many of what is used instead.
const mostAround, mostOfDefault = 60, 8

// find returns the reads of a source.
func (l *applied) find(src []byte) (list []reads.Read, err error) {
	f := l.table.Scan(src, false)
	bound := l.bound(f)
	for i := range f.Tokens {
		if f.Kind(i) != syntax.Word || f.Is(i-1, ".") || f.Is(i-1, ":") && f.Kind(i-2) == syntax.Word && !f.Tokens[i].NewLine {
			continue
		}
		end := l.pathEnd(f, i)
		path := l.word(l.path(f, i, end))
		need, known := l.reads[path]
		if !known {
			continue
		}
		at := end + 1
		for f.Is(at, "(") || f.Is(at, "[") || f.Is(at, "@") || f.Is(at, "$") || f.Kind(at) == syntax.Word && strings.HasSuffix(f.Text(at), "=") {
			at++
		}
		r := reads.Read{Access: l.path(f, i, end), Need: need, Kind: reads.Text, Scope: l.scope}
		if !l.nameOf(f, at, bound, &r) || r.Name == "" && l.isDefined(f, i) {
			continue
		}
		if h, is := l.helperAt(f, i, at); is && r.Name == "" && r.Pattern == "" {
			l.around(f, i, at, &r)
			if calls := l.callsOf(f, h, r, bound); len(calls) > 0 {
				list = append(list, calls...)
				continue
			}
		}
		r.Line, r.Column = f.Position(int(f.Tokens[i].Start))
		l.around(f, i, at, &r)
		l.further(f, i, at, &r)
		list = append(list, r)
	}
	return list, nil
}

// nameOf gives a read the name that is at a token, as far as it is known;
// it reports false where nothing is read there.
func (l *applied) nameOf(f *syntax.File, at int, bound map[string]string, r *reads.Read) bool {
	name, isText := f.Value(at)
	if !isText {
		if f.Is(at, "%") || f.Is(at, "=<<") || f.Is(at, "=") && f.Is(at+1, "<<") { // #(getenv %), getEnv =<< name
			return true
		}
		if f.Kind(at) != syntax.Word || f.Tokens[at].NewLine || notGiven[f.Text(at)] {
			return false // it is imported, or said of what type it is
		}
		if name = bound[f.Text(at)]; isShellName(name) {
			r.Name = name
		}
		return true
	}
	switch {
	case joining[f.Text(at+1)] || f.Is(at+1, "+") && f.Is(at+2, "+"):
		r.Pattern = name + "*"
	case isShellName(name):
		r.Name = name
	default:
		return false
	}
	return true
}

// isDefined reports whether a function is defined at a token, and not called.
func (l *applied) isDefined(f *syntax.File, i int) bool {
	_, column := f.Position(int(f.Tokens[i].Start))
	return f.Tokens[i].NewLine && column == 1
}

// joining are the operators that put texts together; notGiven are words behind a
// function that it is not given.
var (
	joining  = wordSet("++ ^ <> + & ~ .")
	notGiven = wordSet("as in is of or and then else where with hiding import qualified module end let do def")
)

// helper is a function of the file whose first parameter names what it reads.
type helper struct {
	name string
	at   int // where it is defined
}

// mostOfHead bounds how many tokens stand between the name of a function and a read.
const mostOfHead = 120

// helperAt returns the function round a read at token i that is given the name,
// a word at token name, as its first parameter.
func (l *applied) helperAt(f *syntax.File, i, name int) (h helper, is bool) {
	if f.Kind(name) != syntax.Word {
		return h, false
	}
	for at := i - 1; at > 0 && at > i-mostOfHead; at-- {
		if !f.Is(at, f.Text(name)) {
			continue
		}
		before := at - 1
		for f.Is(before, "(") || f.Is(before, "[") || l.word(f.Text(before)) == "byval" {
			before--
		}
		if f.Kind(before) == syntax.Word && !l.isHeadWord(f.Text(before)) && l.beginsHead(f, before) {
			return helper{f.Text(before), before}, true
		}
	}
	return h, false
}

// beginsHead reports whether the name of a function that is defined is at a
// token: nothing but words of its definition is before it in its line.
func (l *applied) beginsHead(f *syntax.File, at int) bool {
	for !f.Tokens[at].NewLine && at > 0 {
		if at--; !f.Is(at, "(") && !l.isHeadWord(f.Text(at)) {
			return false
		}
	}
	return true
}

func (l *applied) isHeadWord(word string) bool { return headWords[strings.ToLower(word)] }

var headWords = wordSet("let rec inline private public static member def defn defn- function sub shared friend fun and")

// callsOf returns a read for each call of a helper that is given a text.
func (l *applied) callsOf(f *syntax.File, h helper, inside reads.Read, bound map[string]string) (list []reads.Read) {
	for i := range f.Tokens {
		if i == h.at || f.Kind(i) != syntax.Word || l.word(f.Text(i)) != l.word(h.name) {
			continue
		}
		at := i + 1
		for f.Is(at, "(") || f.Is(at, "@") {
			at++
		}
		name, isText := f.Value(at)
		if !isText {
			name = bound[f.Text(at)]
		}
		if !isShellName(name) {
			continue
		}
		r := inside
		r.Name, r.Through = name, h.name
		r.Line, r.Column = f.Position(int(f.Tokens[i].Start))
		if r.Need == reads.Expected {
			l.around(f, i, at, &r)
			l.further(f, i, at, &r)
		}
		if value := literalAt(f, at+1); r.FallbackComputed && value != nil { // need "A" "a"
			r.Fallback, r.FallbackComputed = value, false
		}
		list = append(list, r)
	}
	return list
}

// mostFurther bounds how many tokens behind a read its name is looked for.
const mostFurther = 400

// further completes a read of which nothing is said where it stands, by what is
// done with the name that it is given: a <- lookupEnv "A".
func (l *applied) further(f *syntax.File, at, name int, r *reads.Read) {
	binds := at >= 3 && (f.Is(at-1, "<-") || f.Is(at-1, "=") || f.Is(at-1, "(") && f.Is(at-3, "["))
	if r.Need != reads.Expected || !binds || f.Kind(at-2) != syntax.Word {
		return
	}
	given := f.Text(at - 2)
	for i := name + 1; i < len(f.Tokens) && i < name+mostFurther; i++ {
		if _, column := f.Position(int(f.Tokens[i].Start)); f.Tokens[i].NewLine && column == 1 {
			return // of another definition
		}
		if !f.Is(i, given) || f.Is(i-1, ".") {
			continue
		}
		if l.around(f, i, i, r); r.Need != reads.Expected {
			return
		}
	}
}

// asksForNothing reports whether a test is true where there is no value, by its name.
func asksForNothing(word string) bool {
	word = strings.ToLower(word)
	return strings.Contains(word, "nothing") || strings.Contains(word, "none") || strings.Contains(word, "null") || strings.Contains(word, "nil")
}

// stopsWithin reports whether what ends the program is between two tokens, in
// the line that they begin in.
func (l *applied) stopsWithin(f *syntax.File, from, to int) bool {
	for i := from; i < min(to, len(f.Tokens)) && !f.Tokens[i].NewLine; i++ {
		if l.stops[l.word(f.Text(i))] {
			return true
		}
	}
	return false
}

func (l *applied) word(s string) string {
	if l.fold {
		return strings.ToLower(s)
	}
	return s
}

// pathEnd returns the last token of a name with dots or colons in it.
func (l *applied) pathEnd(f *syntax.File, i int) int {
	for n := 0; n < 8 && (f.Is(i+1, ".") || f.Is(i+1, ":") || f.Is(i+1, "::")) && f.Kind(i+2) == syntax.Word && !f.Tokens[i+1].SpaceAhead; n++ {
		i += 2
	}
	return i
}

func (l *applied) path(f *syntax.File, from, to int) string {
	return string(f.Src[f.Tokens[from].Start:f.Tokens[to].End])
}

// bound returns the texts that names are bound to: name = "TEXT".
func (l *applied) bound(f *syntax.File) map[string]string {
	bound := map[string]string{}
	for i := range f.Tokens {
		if f.Kind(i) != syntax.Word || !f.Is(i+1, "=") {
			continue
		}
		if value, ok := f.Value(i + 2); ok {
			if _, again := bound[f.Text(i)]; again {
				value = ""
			}
			bound[f.Text(i)] = value
		}
	}
	return bound
}

// around completes a read, whose function is at token at and whose name at
// token name, by what its statement does with it.
func (l *applied) around(f *syntax.File, at, name int, r *reads.Read) {
	fallback := func(i int) {
		r.Need = reads.Optional
		for f.Is(i, "(") || f.Is(i, "$") || f.Is(i, ":") {
			i++
		}
		if r.Fallback = literalAt(f, i); r.Fallback != nil {
			return
		}
		if l.stops[l.word(f.Text(i))] || l.stopsWithin(f, i+1, i+mostOfDefault) {
			r.Need = reads.Required
			return
		}
		r.FallbackComputed = true
	}
	first := at
	for first > 0 && at-first < mostAround && !f.Tokens[first].NewLine && !f.Is(first, ";") {
		first--
		word := l.word(f.Text(first))
		if f.Kind(first) == syntax.Word {
			start := first
			for start > 1 && f.Is(start-1, ".") && f.Kind(start-2) == syntax.Word {
				start -= 2
			}
			word = l.word(l.path(f, start, first))
		}
		switch {
		case l.either[word]:
			last := min(name+mostAround, len(f.Tokens))
			open := first - 1 // (or a b), or else If(a, b)
			if !f.Is(open, "(") {
				open = first + 1
			}
			if f.Is(open, "(") && f.Mate(open) > name {
				last = min(last, f.Mate(open))
			}
			for end := name + 1; end < last; end++ {
				if l.stops[l.word(f.Text(end))] {
					r.Need = reads.Required
					break
				}
				if value := literalAt(f, end); value != nil {
					r.Need, r.Fallback = reads.Optional, value
					break
				}
				if first == at-2 && f.Is(end-1, ")") && f.Mate(end-1) == at-1 && f.Kind(end) == syntax.Word { // what a helper is given
					r.Need, r.FallbackComputed = reads.Optional, true
					break
				}
			}
		case l.tests[word]:
			if r.Need == reads.Required { // told by what is nearer
				break
			}
			if r.Need = reads.Optional; asksForNothing(word) && l.stopsWithin(f, name+1, name+mostOfDefault) {
				r.Need = reads.Required
			}
		}
		if kind, known := l.kinds[word]; known && r.Kind == reads.Text {
			r.Kind = kind
		}
	}
	l.after(f, name, fallback, r)
}

// after looks at what is behind a read.
func (l *applied) after(f *syntax.File, name int, fallback func(int), r *reads.Read) {
	first := name
	for first > 0 && !f.Tokens[first].NewLine {
		first--
	}
	_, base := f.Position(int(f.Tokens[first].Start))
	for i := name + 1; i < len(f.Tokens) && i < name+mostAround; i++ {
		if f.Tokens[i].NewLine {
			_, column := f.Position(int(f.Tokens[i].Start))
			if column < base || column == base && !f.Is(i, "|") || column == 1 {
				return
			}
		}
		word := l.word(f.Text(i))
		if f.Kind(i) == syntax.Word && !f.Is(i-1, ".") {
			word = l.word(l.path(f, i, l.pathEnd(f, i)))
		}
		switch {
		case l.reads[word] != "" || f.Is(i, ";"):
			return
		case i == name+1 && l.tests[word] && f.Kind(i) == syntax.Punct: // getEnv "A" == "" then "a" else …
			r.Need = reads.Optional
			if text, ok := f.Value(i + 1); ok && text == "" && word == "==" && f.Is(i+2, "then") {
				fallback(i + 3)
			}
			return
		case l.nothing[word] && f.Is(i+1, "->"):
			fallback(i + 2)
			return
		}
		if kind, known := l.kinds[word]; known && r.Kind == reads.Text {
			r.Kind = kind
		}
	}
}
