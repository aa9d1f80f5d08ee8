package language

import (
	"strings"

	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// treeless describes a language that has no grammar here: a read is a function with a text
// behind it, getEnv "NAME", and is told with what it is compared with.
type treeless struct {
	table *syntax.Table
	reads map[string]bool // the functions that read, by their whole name
	tests map[string]bool // operators of comparison
	fold  bool            // words are written in any case
	scope reads.Scope
}

// find returns the reads of a source.
func (l *treeless) find(src []byte) (list []reads.Read, err error) {
	f := l.table.Scan(src, false)
	for i := range f.Tokens {
		if f.Kind(i) != syntax.Word || f.Is(i-1, ".") {
			continue
		}
		end := l.pathEnd(f, i)
		if access := string(f.Src[f.Tokens[i].Start:f.Tokens[end].End]); l.reads[l.word(access)] {
			at := end + 1
			for f.Is(at, "(") {
				at++
			}
			r := reads.Read{Access: access, Need: reads.Expected, Kind: reads.Text, Scope: l.scope}
			if l.nameOf(f, at, &r) {
				r.Line, r.Column = f.Position(int(f.Tokens[i].Start))
				l.compared(f, i, at, &r)
				list = append(list, r)
			}
		}
	}
	return list, nil
}

// word returns a word as it is looked up.
func (l *treeless) word(s string) string {
	if l.fold {
		return strings.ToLower(s)
	}
	return s
}

// pathEnd returns the last token of a name with dots in it.
func (l *treeless) pathEnd(f *syntax.File, i int) int {
	for n := 0; n < 8 && f.Is(i+1, ".") && f.Kind(i+2) == syntax.Word && !f.Tokens[i+1].SpaceAhead; n++ {
		i += 2
	}
	return i
}

// notGiven are words behind a function that it is not given.
var notGiven = wordSet("as in is of or and then else where with import end let do def")

// nameOf gives a read the name that is at a token, as far as it is known; it reports
// false where nothing is read there.
func (l *treeless) nameOf(f *syntax.File, at int, r *reads.Read) bool {
	name, isText := f.Value(at)
	if !isText {
		return f.Kind(at) == syntax.Word && !f.Tokens[at].NewLine && !notGiven[f.Text(at)]
	}
	switch {
	case f.Is(at+1, "+") || f.Is(at+1, "++"):
		r.Pattern = name + "*"
	case isShellName(name):
		r.Name = name
	default:
		return false
	}
	return true
}

// compared completes a read, whose function is at token at and whose name at token name,
// by what it is compared with: getEnv "A" == "" asks for it, and if it is not there, what is behind then
// is used.
func (l *treeless) compared(f *syntax.File, at, name int, r *reads.Read) {
	if l.tests[f.Text(at-1)] {
		r.Need = reads.Optional
	}
	if !l.tests[f.Text(name+1)] {
		return
	}
	r.Need = reads.Optional
	if text, ok := f.Value(name + 2); ok && text == "" && f.Is(name+1, "==") && f.Is(name+3, "then") {
		r.Fallback = literalAt(f, name+4)
		r.FallbackComputed = r.Fallback == nil
	}
}
