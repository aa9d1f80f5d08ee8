// Package syntax turns source text into tokens. One scanner serves every
// language that is described by a lexical Table; what a table cannot say
// (regular-expression literals, JSX, heredocs) is a small hook beside it.
//
// The scanner never fails: damaged input gives damaged tokens, in order and
// without overlap, and with Trivia they cover the input exactly.
package syntax

import (
	"bytes"
	"slices"
)

// Kind says what a token is.
type Kind uint8

// The kinds of token.
const (
	Word    Kind = iota // identifier or keyword, sigil included where the language has one
	Number              // numeric literal
	String              // a whole string literal without interpolated parts
	Quote               // the opening delimiter of a string with interpolated parts
	Unquote             // its closing delimiter
	Text                // literal text between Quote and Unquote, or between JSX tags
	Open                // ( [ { or the beginning of an interpolated part or JSX tag
	Close               // the end of what an Open began
	Punct               // operator or separator
	Regex               // regular-expression literal
	Comment             // only with Trivia
	Space               // only with Trivia
)

// Token is one piece of source text. Start and End are byte offsets.
type Token struct {
	Kind       Kind
	NewLine    bool  // the first token on its line
	SpaceAhead bool  // white space or a comment is before it
	Form       uint8 // String, Quote: index into Table.Strings, plus one
	Start, End int32
	Mate       int32 // Open, Close, Quote, Unquote: index of the partner, or -1
}

// File is source text with its tokens.
type File struct {
	Src    []byte
	Tokens []Token
	Table  *Table
	Folds  []Span // what was passed over, between braces; in order
	Parsed any    // what a parser of the language's own made of it, once asked for

	text  string  // Src, of which what Text returns is a part
	lines []int32 // offset of each line's first byte, built on demand
}

// Unfolded returns the source text with nothing but white space where blocks
// were passed over.
func (f *File) Unfolded() []byte {
	if len(f.Folds) == 0 {
		return f.Src
	}
	out := slices.Clone(f.Src)
	for _, fold := range f.Folds {
		for i, c := range out[fold.Lo:fold.Hi] {
			if c != '\n' {
				out[int(fold.Lo)+i] = ' '
			}
		}
	}
	return out
}

// Text returns the source text of token i, or "" outside the file. It is a part of
// the whole text: what outlives the file takes a copy.
//
//go:noinline
func (f *File) Text(i int) string {
	if i < 0 || i >= len(f.Tokens) {
		return ""
	}
	t := &f.Tokens[i]
	return f.text[t.Start:t.End]
}

// Span returns the source text from the beginning of a token to the end of
// another.
//
//go:noinline
func (f *File) Span(from, to int) string { return f.text[f.Tokens[from].Start:f.Tokens[to].End] }

// Is reports whether token i has exactly this text and is no string. It is called in many places, and is not
// copied into each.
//
//go:noinline
func (f *File) Is(i int, text string) bool {
	if i < 0 || i >= len(f.Tokens) {
		return false
	}
	t := &f.Tokens[i]
	return int(t.End-t.Start) == len(text) && t.Kind != String && t.Kind != Text && string(f.Src[t.Start:t.End]) == text
}

// Kind returns the kind of token i, or Space outside the file.
//
//go:noinline
func (f *File) Kind(i int) Kind {
	if i < 0 || i >= len(f.Tokens) {
		return Space
	}
	return f.Tokens[i].Kind
}

// Mate returns the partner of token i, or -1.
//
//go:noinline
func (f *File) Mate(i int) int {
	if i < 0 || i >= len(f.Tokens) {
		return -1
	}
	return int(f.Tokens[i].Mate)
}

// Position returns line and column of a byte offset, both from 1, columns in bytes.
func (f *File) Position(offset int) (line, column int) {
	if f.lines == nil {
		f.lines = append(make([]int32, 0, 1+bytes.Count(f.Src, []byte{'\n'})), 0)
		for at := 0; ; {
			n := bytes.IndexByte(f.Src[at:], '\n')
			if n < 0 {
				break
			}
			at += n + 1
			f.lines = append(f.lines, int32(at))
		}
	}
	low, high := 0, len(f.lines)
	for high-low > 1 {
		if mid := (low + high) / 2; int(f.lines[mid]) <= offset {
			low = mid
		} else {
			high = mid
		}
	}
	return low + 1, offset - int(f.lines[low]) + 1
}
