package syntax

import (
	"slices"
	"strings"
	"sync"
)

// Table describes how a language is written, as far as tokens go.
type Table struct {
	LineComments  []string       // "//", "#"
	NotComments   []string       // what begins like a comment of a line and is none: #[
	BlockComments []BlockComment // tried before LineComments
	Strings       []StringForm   // tried in order: put """ before "
	WordStart     string         // bytes besides letters, digits, _ and non-ASCII that begin a word
	WordPart      string         // bytes besides those that go on with a word
	WordSplit     byte           // a byte of WordPart that is a token of its own: the colon in $env:NAME
	// Hook reads at s.Pos what the table cannot say. It reports whether it
	// consumed anything; it sees every byte that begins a token.
	Hook func(s *Scanner) bool
	// HookBytes are the bytes at which Hook is asked; empty asks at every one.
	HookBytes string
	DotJoins  bool   // a dot joins strings, and is no member operator
	Arrows    bool   // -> is a member operator
	Joins     string // signs between the names of a path, without spaces: the slash of System/getenv
	Offside   bool   // lines that are set in deeper may stand in place of braces
	ColonEnds bool   // a colon at the end of a line ends the head of a block
	Splice    bool   // a backslash at the end of a line comment takes in the next line
	WordTail  string // bytes that may end a word: ? and ! in Ruby
	// Islands are the marks between which source is in other text, as in
	// <?php … ?>. Where there are none, all is source.
	Islands []Island

	once    sync.Once
	class   [256]class
	hooked  [256]bool
	marks   [256]bool  // may begin a comment, or end an island
	part    [256]bool  // goes on with a word
	plain   [256]bool  // begins a word, and nothing else
	glide   [256]uint8 // what passing over a block does at a byte
	strings [256][]int // forms by the first byte of their opener
}

// Island is a pair of marks round source that is in other text.
type Island struct {
	Open    string
	Until   string // the opening mark goes on to this: > for <script lang="ts">
	Close   string
	Comment bool // nothing between the marks is source
}

// BlockComment is a comment with both ends marked.
type BlockComment struct {
	Open, Close string
	Nest        bool
	LineStart   bool // counts only at the beginning of a line
}

// StringForm is one way to write a string.
type StringForm struct {
	Prefix      string // words that may stand directly before it, separated by spaces; none where empty
	Bare        bool   // with Prefix: may also stand without one
	Open, Close string
	Backslash   bool   // a backslash escapes the next byte
	Escape      byte   // what else does; 0 for nothing
	Doubled     bool   // the closing delimiter doubled stands for itself
	Lines       bool   // may go on over line ends
	Holes       []Hole // interpolated parts
	Char        bool   // holds one character: 'x'. Anything longer is no string
	Bytes       bool   // not text that names a variable
	Word        bool   // written by a hook alone: a word that stands for itself
	Verbatim    bool   // a backslash only protects the delimiter and another backslash
	Raw         bool   // a backslash keeps its meaning in the value, though it may protect the delimiter

	stops *[256]bool // bytes at which more than text may stand
}

// Hole is one way to interpolate: "${" … "}", or a bare name after Open where Close is empty.
type Hole struct {
	Open, Close string
	Peek        string // what must follow Open: the dollar in {$name}
	Doubled     bool   // Open doubled stands for itself
	Subscript   bool   // a name may have one subscript in braces: $ENV{NAME}
	Members     bool   // a name may have members behind it: $System.env.NAME
}

type class uint8

const (
	classPunct class = iota
	classSpace
	classWord
	classDigit
	classOpen
	classClose
)

// prepare notes at which bytes of a string to look closer.
func (form *StringForm) prepare() {
	if form.stops != nil {
		return
	}
	stops := &[256]bool{'\\': form.Backslash, '\n': !form.Lines}
	if form.Escape != 0 {
		stops[form.Escape] = true
	}
	if form.Close != "" {
		stops[form.Close[0]] = true
	}
	for _, hole := range form.Holes {
		stops[hole.Open[0]] = true
	}
	form.stops = stops
}

// Inside returns the table for source that is not cut up by Islands.
func (t *Table) Inside() *Table {
	t.prepare()
	if len(t.Islands) == 0 {
		return t
	}
	return &Table{
		LineComments: t.LineComments, NotComments: t.NotComments, BlockComments: t.BlockComments, Strings: t.Strings, WordStart: t.WordStart, WordPart: t.WordPart, WordSplit: t.WordSplit, Joins: t.Joins,
		Hook: t.Hook, HookBytes: t.HookBytes, WordTail: t.WordTail, Splice: t.Splice, DotJoins: t.DotJoins, ColonEnds: t.ColonEnds, Offside: t.Offside, Arrows: t.Arrows,
	}
}

func (t *Table) prepare() {
	t.once.Do(func() {
		for b := 0; b < 256; b++ {
			c := byte(b)
			switch {
			case c == ' ' || c == '\t' || c == '\n' || c == '\r' || c == '\f' || c == '\v':
				t.class[b] = classSpace
			case c == '_' || c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= 0x80 || strings.IndexByte(t.WordStart, c) >= 0:
				t.class[b] = classWord
			case c >= '0' && c <= '9':
				t.class[b] = classDigit
			case c == '(' || c == '[' || c == '{':
				t.class[b] = classOpen
			case c == ')' || c == ']' || c == '}':
				t.class[b] = classClose
			}
			t.part[b] = t.class[b] == classDigit || t.class[b] == classWord && !isSigil(t, c) || isPart(t, c)
			t.hooked[b] = t.Hook != nil && (t.HookBytes == "" || strings.IndexByte(t.HookBytes, c) >= 0)
		}
		for _, open := range t.LineComments {
			t.marks[open[0]] = true
		}
		for _, b := range t.BlockComments {
			t.marks[b.Open[0]] = true
		}
		for _, island := range t.Islands {
			t.marks[island.Close[0]] = true
		}
		t.Strings = slices.Clone(t.Strings) // other tables may share them
		for i, form := range t.Strings {
			b := form.Open[0]
			t.strings[b] = append(t.strings[b], i)
			t.Strings[i].prepare()
		}
		for b := range t.plain {
			t.plain[b] = t.class[b] == classWord && t.WordTail == "" && !t.marks[b] && !t.hooked[b] && len(t.strings[b]) == 0 && t.WordSplit == 0
		}
		t.prepareGlide()
	})
}

// Form returns the string form of a token, or nil.
func (t *Table) Form(token Token) *StringForm {
	if token.Form == 0 || int(token.Form) > len(t.Strings) {
		return nil
	}
	return &t.Strings[token.Form-1]
}

// operators are the punctuation marks of more than one byte, by first byte,
// longest first. They are shared: a mark that a language does not have does
// no harm in it.
var operators = func() (byFirst [256][]string) {
	for _, op := range strings.Fields(`
		>>>= === !== ... ??= ||= &&= **= <<= >>= >>> <=> ?-> //= ..< ... ..=
		=> -> :: ?. ?? || && == != <= >= += -= *= /= %= .= |= &= ^= .. ++ -- := <- =~ !~ ~= |> <> ** ?: &. << >> // !! ~>`) {
		byFirst[op[0]] = append(byFirst[op[0]], op)
	}
	return byFirst
}()
