package syntax

import (
	"bytes"
	"strings"
)

// Scanner walks over source text. Hooks use its exported part.
type Scanner struct {
	Src    []byte
	Pos    int
	Tokens []Token

	table   *Table
	trivia  bool
	stack   []frame
	newLine bool
	space   bool
	heredoc []pendingHeredoc
	depth   int   // how many strings with an end found beforehand this one is in
	effort  int   // bytes looked through in vain for ends
	island  int   // the island that the scanner is on
	notTags []int // offsets at which < was found to begin no tag
	folder  *folder
}

// frame is something open: a bracket, a string, an interpolated part, a tag.
type frame struct {
	token int32 // index of its Open or Quote token
	mode  mode
	form  *StringForm // modeQuote: what it is written in
	close string      // modeQuote: its delimiter
	end   byte        // modeCode: the byte that closes it
}

type mode uint8

const (
	modeCode     mode = iota // inside a bracket: ordinary tokens
	modeHole                 // inside an interpolated part: ordinary tokens
	modeQuote                // inside a string with interpolated parts
	modeTag                  // inside a JSX tag: names and attributes
	modeChildren             // between JSX tags
)

// mismatchDepth bounds how far a closing bracket looks for its opener.
const mismatchDepth = 32

// Scan splits src into tokens. With trivia, comments and white space are
// tokens too, and together they cover src exactly.
func (t *Table) Scan(src []byte, trivia bool) *File {
	return t.ScanInto(nil, src, trivia)
}

// fewTokens is how many there is room for at first where functions are passed over.
const fewTokens = 16 << 10

// ScanInto is Scan with a slice of tokens to be reused.
func (t *Table) ScanInto(reuse []Token, src []byte, trivia bool) *File {
	return t.scan(reuse, src, trivia, nil)
}

func (t *Table) scan(reuse []Token, src []byte, trivia bool, folder *folder) *File {
	t.prepare()
	room := len(src) / 4
	if folder != nil { // which leaves little of a large file
		room = min(room, fewTokens)
	}
	if cap(reuse) < room*4/5 {
		reuse = make([]Token, 0, room)
	}
	f := &File{Src: src, Table: t, text: string(src)}
	if folder != nil {
		folder.file = *f
	}
	s := &Scanner{Src: src, Tokens: reuse[:0], table: t, trivia: trivia, newLine: true, folder: folder}
	if bytes.HasPrefix(src, []byte("\xef\xbb\xbf")) {
		s.skip(Space, 3)
	}
	if len(t.Islands) > 0 {
		s.toIsland()
	}
	for s.run(); s.takeBackTag(); {
		s.run()
	}
	f.Tokens = s.Tokens
	if folder != nil {
		f.Folds = folder.folds
	}
	return f
}

// run reads to the end. No scanner below may stand still.
func (s *Scanner) run() {
	for s.Pos < len(s.Src) {
		if n := len(s.stack); (n == 0 || s.stack[n-1].mode <= modeHole) && !s.trivia && len(s.heredoc) == 0 {
			if s.words(); s.Pos == len(s.Src) {
				return
			}
		}
		before, depth, count := s.Pos, len(s.stack), len(s.Tokens)
		s.step()
		if s.Pos == before && len(s.stack) == depth && len(s.Tokens) == count {
			s.Emit(Punct, s.Pos+1)
		}
	}
}

// words reads on to what is neither a plain word nor white space.
func (s *Scanner) words() {
	t, src, pos := s.table, s.Src, s.Pos
	for pos < len(src) {
		c := src[pos]
		if t.class[c] == classSpace {
			s.space, s.newLine = true, s.newLine || c == '\n'
			pos++
			continue
		}
		if !t.plain[c] {
			break
		}
		end := pos + 1
		for end < len(src) && t.part[src[end]] {
			end++
		}
		if end-pos <= hookedLength && end < len(src) && len(t.strings[src[end]]) > 0 {
			break // it may be the prefix of a string
		}
		s.Tokens = append(s.Tokens, Token{Kind: Word, NewLine: s.newLine, SpaceAhead: s.space, Start: int32(pos), End: int32(end), Mate: -1})
		s.newLine, s.space = false, false
		pos = end
	}
	s.Pos = pos
}

func (s *Scanner) step() {
	if n := len(s.stack); n > 0 {
		switch top := &s.stack[n-1]; top.mode {
		case modeQuote:
			s.quoted(*top)
			return
		case modeTag:
			s.tag()
			return
		case modeChildren:
			s.children()
			return
		}
	}
	s.code()
}

// code reads one token of ordinary source.
func (s *Scanner) code() {
	c := s.Src[s.Pos]
	switch s.table.class[c] {
	case classSpace:
		s.white()
		return
	case classOpen, classClose, classPunct, classWord:
		if s.table.marks[c] && (s.leavesIsland() || s.comment()) {
			return
		}
		if s.table.hooked[c] && s.table.Hook(s) {
			return
		}
		if len(s.table.strings[c]) > 0 && s.literal(c, s.Pos) {
			return
		}
	}
	switch s.table.class[c] {
	case classWord:
		s.word()
	case classDigit:
		s.number()
	case classOpen:
		switch {
		case s.folder != nil && s.folder.flat:
			s.Emit(Open, s.Pos+1)
		case c != '{' || s.folder == nil || !s.fold():
			s.open(Open, s.Pos+1, frame{mode: modeCode, end: closing(c)})
		}
	case classClose:
		if s.folder != nil && s.folder.flat {
			s.Emit(Close, s.Pos+1)
			return
		}
		s.close(c)
	default:
		if !s.goesOn() {
			s.punct()
		}
	}
}

// goesOn passes over a backslash at the end of a line: the next line goes on
// with the same statement.
func (s *Scanner) goesOn() bool {
	rest, newLine := s.Src[s.Pos:], s.newLine
	if !hasPrefix(rest, "\\\n") && !hasPrefix(rest, "\\\r\n") {
		return false
	}
	s.skip(Space, s.Pos+bytes.IndexByte(rest, '\n')+1)
	s.newLine = newLine
	if len(s.heredoc) > 0 {
		s.heredocBodies()
	}
	return true
}

func closing(c byte) byte {
	switch c {
	case '(':
		return ')'
	case '[':
		return ']'
	}
	return '}'
}

// Emit adds a token that ends at end and moves there.
func (s *Scanner) Emit(kind Kind, end int) {
	if kind == Word && s.table.WordSplit != 0 {
		s.emitParts(min(end, len(s.Src)))
		return
	}
	s.emit(kind, end, 0)
}

// emitParts emits a word, and what splits it, as tokens of their own.
func (s *Scanner) emitParts(end int) {
	for s.Pos < end {
		at, kind := s.Pos, Word
		for at < end && s.Src[at] == s.table.WordSplit {
			at, kind = at+1, Punct
		}
		for kind == Word && at < end && s.Src[at] != s.table.WordSplit {
			at++
		}
		s.emit(kind, at, 0)
	}
}

func (s *Scanner) emit(kind Kind, end int, form int) {
	end = min(end, len(s.Src))
	s.Tokens = append(s.Tokens, Token{
		Kind: kind, NewLine: s.newLine, SpaceAhead: s.space, Form: uint8(form),
		Start: int32(s.Pos), End: int32(end), Mate: -1,
	})
	s.newLine, s.space = false, false
	s.Pos = end
}

// skip passes over trivia.
func (s *Scanner) skip(kind Kind, end int) {
	end = min(end, len(s.Src))
	if bytes.IndexByte(s.Src[s.Pos:end], '\n') >= 0 {
		s.newLine = true
	}
	s.space = true
	if s.trivia && end > s.Pos {
		s.Tokens = append(s.Tokens, Token{Kind: kind, Start: int32(s.Pos), End: int32(end), Mate: -1})
	}
	s.Pos = end
}

// Skip passes over a comment that ends at end; for hooks.
func (s *Scanner) Skip(end int) { s.skip(Comment, end) }

func (s *Scanner) open(kind Kind, end int, f frame) {
	f.token = int32(len(s.Tokens))
	s.emit(kind, end, 0)
	s.stack = append(s.stack, f)
}

// pop closes the innermost frame with a token that ends at end.
func (s *Scanner) pop(kind Kind, end int) {
	top := s.stack[len(s.stack)-1]
	s.stack = s.stack[:len(s.stack)-1]
	at := int32(len(s.Tokens))
	s.emit(kind, end, 0)
	s.Tokens[at].Mate = top.token
	s.Tokens[top.token].Mate = at
}

// close reads a closing bracket. One that does not fit closes what it can
// within the same string or interpolated part, or stands alone.
func (s *Scanner) close(c byte) {
	for back := 1; back <= len(s.stack) && back <= mismatchDepth; back++ {
		top := s.stack[len(s.stack)-back]
		if top.end == c {
			s.stack = s.stack[:len(s.stack)-back+1]
			s.pop(Close, s.Pos+1)
			return
		}
		if top.mode != modeCode {
			break
		}
	}
	s.Emit(Close, s.Pos+1)
}

func (s *Scanner) white() {
	at := s.Pos
	sawLine := false
	for at < len(s.Src) && s.table.class[s.Src[at]] == classSpace {
		sawLine = sawLine || s.Src[at] == '\n'
		at++
		if sawLine && len(s.heredoc) > 0 {
			s.skip(Space, at)
			s.heredocBodies()
			return
		}
	}
	s.skip(Space, at)
}

func (s *Scanner) comment() bool {
	rest := s.Src[s.Pos:]
	for _, b := range s.table.BlockComments {
		if !hasPrefix(rest, b.Open) || b.LineStart && !s.atLineStart() {
			continue
		}
		s.Skip(s.Pos + blockEnd(rest, b))
		return true
	}
	for _, not := range s.table.NotComments {
		if hasPrefix(rest, not) {
			return false
		}
	}
	for _, open := range s.table.LineComments {
		if hasPrefix(rest, open) {
			end := bytes.IndexByte(rest, '\n')
			for s.table.Splice && end > 0 && rest[end-1] == '\\' {
				more := bytes.IndexByte(rest[end+1:], '\n')
				if more < 0 {
					end = -1
					break
				}
				end += 1 + more
			}
			if end < 0 {
				end = len(rest)
			}
			s.Skip(s.Pos + s.islandEnd(rest, end))
			return true
		}
	}
	return false
}

// blockEnd returns the length of the block comment that src begins with.
func blockEnd(src []byte, b BlockComment) int {
	at := len(b.Open)
	if !b.Nest {
		end := bytes.Index(src[at:], []byte(b.Close))
		if end < 0 {
			return len(src)
		}
		return at + end + len(b.Close)
	}
	for depth := 1; depth > 0; {
		switch {
		case at >= len(src):
			return len(src)
		case hasPrefix(src[at:], b.Close):
			depth--
			at += len(b.Close)
		case hasPrefix(src[at:], b.Open):
			depth++
			at += len(b.Open)
		default:
			at++
		}
	}
	return at
}

func (s *Scanner) atLineStart() bool {
	return s.Pos == 0 || s.Src[s.Pos-1] == '\n'
}

func (s *Scanner) word() {
	end := s.wordEnd(s.Pos + 1)
	if s.table.WordTail != "" && end < len(s.Src) && strings.IndexByte(s.table.WordTail, s.Src[end]) >= 0 && !(end+1 < len(s.Src) && (s.Src[end+1] == '=' || s.Src[end+1] == ':')) {
		end++
	}
	// A word directly before a quote may be the prefix of a string.
	if end < len(s.Src) && end-s.Pos <= 3 {
		if s.literalWithPrefix(s.Src[end], s.Pos, end) {
			return
		}
	}
	s.Emit(Word, end)
}

func (s *Scanner) wordEnd(at int) int {
	for at < len(s.Src) && s.table.part[s.Src[at]] {
		at++
	}
	return at
}

func isSigil(t *Table, c byte) bool {
	return c < 0x80 && c != '_' && bytes.IndexByte([]byte(t.WordStart), c) >= 0
}

func isPart(t *Table, c byte) bool {
	return t.WordPart != "" && bytes.IndexByte([]byte(t.WordPart), c) >= 0
}

func (s *Scanner) number() {
	at := s.Pos + 1
	for at < len(s.Src) {
		c := s.Src[at]
		exponent := (c == '+' || c == '-') && (s.Src[at-1] == 'e' || s.Src[at-1] == 'E') && !hasPrefix(s.Src[s.Pos:], "0x")
		point := c == '.' && at+1 < len(s.Src) && s.table.class[s.Src[at+1]] == classDigit
		if !exponent && !point && !(s.table.class[c] == classDigit || s.table.class[c] == classWord && !isSigil(s.table, c)) {
			break
		}
		at++
	}
	s.Emit(Number, at)
}

func (s *Scanner) punct() {
	rest := s.Src[s.Pos:]
	for _, op := range operators[rest[0]] {
		if hasPrefix(rest, op) {
			// "a ?.5 : b" and "x ?: y" differ from optional chaining by what follows.
			if op == "?." && len(rest) > 2 && s.table.class[rest[2]] == classDigit {
				continue
			}
			s.Emit(Punct, s.Pos+len(op))
			return
		}
	}
	s.Emit(Punct, s.Pos+1)
}

// maxEffort bounds how many bytes are looked through for ends that are not
// there; after that no hook looks ahead any more.
const maxEffort = 64 << 20

// vain notes bytes looked through for nothing.
func (s *Scanner) vain(bytes int) { s.effort += bytes }

func (s *Scanner) tired() bool { return s.effort > maxEffort }

// Last returns the index of the last token that is not trivia, or -1.
func (s *Scanner) Last() int {
	if s.folder != nil && s.folder.pending {
		s.catchUp()
	}
	for i := len(s.Tokens) - 1; i >= 0; i-- {
		if k := s.Tokens[i].Kind; k != Comment && k != Space {
			return i
		}
	}
	return -1
}

func hasPrefix(b []byte, prefix string) bool {
	return len(b) >= len(prefix) && string(b[:len(prefix)]) == prefix
}
