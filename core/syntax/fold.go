package syntax

import "slices"

// Folding says what of a file need not be read token by token.
type Folding struct {
	// Marks are offsets, ascending, of what is looked for: a block that holds
	// one is read.
	Marks []int32
	// May reports whether the brace that would be token open begins a block that
	// may be passed over where it holds no mark.
	May func(f *File, open int) bool
}

// Span is a part of the source text, by offsets.
type Span struct{ Lo, Hi int32 }

// nearMark is within how many bytes behind a mark no block is passed over:
// what is called with the value found there belongs to it.
const nearMark = 240

// minFold is how many bytes must be free of marks for a block to be tried.
const minFold = 48

// folder is the state of a scanner that folds.
type folder struct {
	Folding
	next   int     // the first mark not before the scanner
	held   []int32 // offsets of braces known to hold the next mark, ascending
	opens  []opener
	folds  []Span
	file   File
	busy   bool // passing over a block now
	flat   bool // brackets are tokens like others
	effort int  // bytes passed over in vain

	pending bool   // Tokens lacks what is directly before the scanner
	from    int    // where the last but one word begins that it lacks
	closed  opener // the last bracket that was closed
	closeAt int    // where that was, or -1
	comment Span   // the last one
}

// opener is a bracket passed over.
type opener struct {
	at   int // its offset
	from int // where the last but one word before it begins
}

// What passing over does at a byte.
const (
	glideStop  uint8 = iota // ask the scanner
	glidePlain              // nothing begins here
	glideWord
	glideHooked // a word that a hook may take, if it is short
	glideOpen
	glideClose
)

// maxStill bounds how often the scanner may stand still within what it passes over.
const maxStill = 100

// hookedLength is how long the words are at most that hooks take.
const hookedLength = 3

func (t *Table) prepareGlide() {
	for b := 0; b < 256; b++ {
		c := byte(b)
		switch {
		case t.class[b] == classWord && t.hooked[b] && (c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z'):
			t.glide[b] = glideHooked
		case t.marks[b] || t.hooked[b] || len(t.strings[b]) > 0:
			t.glide[b] = glideStop
		case t.class[b] == classWord || t.class[b] == classDigit:
			t.glide[b] = glideWord
		case t.class[b] == classOpen:
			t.glide[b] = glideOpen
		case t.class[b] == classClose:
			t.glide[b] = glideClose
		default:
			t.glide[b] = glidePlain
		}
	}
}

// ScanFolded is ScanInto for a file of which only what lies round the marks is
// looked at: blocks without a mark become a pair of braces, and are listed in
// File.Folds.
func (t *Table) ScanFolded(reuse []Token, src []byte, folding Folding) *File {
	return t.scan(reuse, src, false, &folder{Folding: folding})
}

// fold passes over the block that opens at s.Pos, if it may be.
func (s *Scanner) fold() bool {
	f := s.folder
	for f.next < len(f.Marks) && int(f.Marks[f.next]) < s.Pos {
		f.next++
	}
	limit := len(s.Src)
	if f.next < len(f.Marks) {
		limit = int(f.Marks[f.next])
	}
	if limit-s.Pos < minFold || f.next > 0 && s.Pos-int(f.Marks[f.next-1]) < nearMark {
		return false
	}
	if _, held := slices.BinarySearch(f.held, int32(s.Pos)); held {
		return false
	}
	f.file.Tokens = s.Tokens
	if f.busy || f.flat || len(s.heredoc) > 0 || f.effort > 8*len(s.Src) || !f.May(&f.file, len(s.Tokens)) {
		return false
	}
	end := s.passOver(limit)
	if end < 0 {
		return false
	}
	open := int32(len(s.Tokens))
	s.Emit(Open, s.Pos+1)
	f.folds = append(f.folds, Span{int32(s.Pos), int32(end)})
	inner := s.Src[s.Pos:end]
	for n := len(inner) - 1; n >= 0 && (s.table.class[inner[n]] == classSpace || s.Pos+n >= int(f.comment.Lo) && s.Pos+n < int(f.comment.Hi)); n-- {
		s.space = true
		s.newLine = s.newLine || inner[n] == '\n'
	}
	s.Pos = end
	s.Emit(Close, end+1)
	s.Tokens[open].Mate, s.Tokens[open+1].Mate = open+1, open
	return true
}

// passOver returns the offset of the brace that closes the one at s.Pos, or -1
// where limit comes before it. The scanner stays where it is.
func (s *Scanner) passOver(limit int) int {
	f, before := s.folder, *s
	f.busy = true
	f.opens = append(f.opens[:0], opener{s.Pos, s.Pos})
	end := s.glide(limit)
	if end < 0 {
		f.effort += limit - before.Pos
	}
	before.Tokens, before.stack = s.Tokens[:len(before.Tokens)], s.stack[:len(before.stack)]
	before.effort, before.notTags = s.effort, s.notTags
	*s = before
	f.busy, f.pending, f.flat = false, false, false
	return end
}

// glide goes on from the open brace at s.Pos until it is closed. What stands
// between is told apart as ever, but most of it makes no tokens.
func (s *Scanner) glide(limit int) int {
	f, t, src := s.folder, s.table, s.Src[:limit]
	depth, island := len(s.stack), s.island
	pos := s.Pos + 1
	last := pos // where the last word begins
	f.from, f.closeAt = pos, -1
	for pos < len(src) {
		c := src[pos]
		switch t.glide[c] {
		case glidePlain:
			pos++
			continue
		case glideOpen:
			f.opens = append(f.opens, opener{pos, f.from})
			pos++
			continue
		case glideClose:
			top := f.opens[len(f.opens)-1]
			if closing(src[top.at]) != c {
				return -1
			}
			if f.opens = f.opens[:len(f.opens)-1]; len(f.opens) == 0 {
				return pos
			}
			f.closed, f.closeAt = top, pos
			pos++
			continue
		case glideWord, glideHooked:
			end := pos + 1
			for end < len(src) && t.part[src[end]] {
				end++
			}
			short := end-pos <= hookedLength
			if !short || t.glide[c] == glideWord && !(end < len(src) && len(t.strings[src[end]]) > 0) {
				f.from, last, pos = last, pos, end
				continue
			}
		case glideStop:
			if t.class[c] == classOpen || t.class[c] == classClose {
				return -1
			}
		}
		count := len(s.Tokens)
		s.Pos, f.pending = pos, true
		s.code()
		f.pending = false
		for still := 0; len(s.stack) > depth && s.Pos < limit && still < maxStill; still++ {
			before := s.Pos
			if s.step(); s.Pos > before {
				still = 0
			}
		}
		if len(s.heredoc) > 0 || s.island != island || s.Pos == pos {
			return -1
		}
		if len(s.stack) > depth {
			break
		}
		if len(s.Tokens) > count {
			last, f.from, f.closeAt = s.Pos, s.Pos, -1
		} else {
			f.comment = Span{int32(pos), int32(s.Pos)}
		}
		pos = s.Pos
	}
	f.held = f.held[:0]
	for _, o := range f.opens {
		f.held = append(f.held, int32(o.at))
	}
	return -1
}

// catchUp makes the tokens directly before the scanner, for a hook that asks
// what is there.
func (s *Scanner) catchUp() {
	f, pos := s.folder, s.Pos
	f.pending, f.flat = false, true
	from := f.from
	if f.closeAt >= 0 {
		if f.closed.from == f.closed.at { // directly behind what is no word
			s.Pos = f.closed.at
			s.Emit(Number, s.Pos)
		}
		s.flatten(f.closed.from, f.closed.at+1)
		open := int32(len(s.Tokens) - 1)
		s.Pos = f.closeAt
		s.Emit(Close, s.Pos+1)
		s.Tokens[open].Mate, s.Tokens[open+1].Mate = open+1, open
		from = f.closeAt + 1
	}
	s.flatten(from, pos)
	f.flat = false
	s.Pos = pos
}

// flatten makes the tokens from one offset to another, without pairing brackets.
func (s *Scanner) flatten(from, to int) {
	for s.Pos = from; s.Pos < to; {
		before := s.Pos
		if s.code(); s.Pos == before {
			s.Pos++
		}
	}
}
