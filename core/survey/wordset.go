package survey

import (
	"bytes"
	"cmp"
	"maps"
	"path"
	"slices"
	"strings"

	"inzicht/core/declare"
	"inzicht/core/language"
	"inzicht/core/reads"
)

// wordSet is many words of which one is looked for in files, written as it is
// looked for.
type wordSet struct {
	words map[string]bool
	fits  func(p *place) bool
}

// search finds out fast, in one reading, which of some sets a file holds a word of.
type search struct {
	sets   []*wordSet
	words  map[string]setMask
	longer map[string][]string // words with other signs in them, by the letters that they begin with: Get-Need
	quick  *reads.Words        // finds any of them faster, where they are few
	starts [1 << 16]setMask    // by the first two bytes
	shapes [1 << 16]setMask    // by length and four bytes of the word: most words of a file are told apart by them
}

// shapeOf returns where a word, of a byte at least, has its mark among the shapes.
func shapeOf[T string | []byte](word T) uint16 {
	last := len(word) - 1
	const odd = 0x9e3779b1 // scatters the bits
	mixed := uint32(word[0]) | uint32(word[last/2])<<8 | uint32(word[last-last/4])<<16 | uint32(word[last])<<24
	return uint16((mixed*odd ^ uint32(last)*0x85ebca6b) >> 16)
}

// setMask tells some sets of a search, by their places in it.
type setMask uint8

// place is where a word of a set is in a file.
type place struct {
	*reads.Source
	from, to int
}

// newWordSet looks for words wherever they stand.
func newWordSet(words []string) *wordSet {
	return wordSetOf(words, func(*place) bool { return true })
}

// definedWords looks for words that a line gives a text to: NAME = "text". owners
// are what each belongs to: a class that the file names, or a module that the
// file is or lies in; "" is known without one.
func definedWords(owners map[string][]string) *wordSet {
	return wordSetOf(slices.Collect(maps.Keys(owners)), func(p *place) bool {
		return givesText(p.Src[p.to:]) && slices.ContainsFunc(owners[string(p.Src[p.from:p.to])], p.belongsTo)
	})
}

// belongsTo reports whether what a file defines may be known by an owner's name.
func (p *place) belongsTo(owner string) bool {
	stem, _ := reads.Origin(p.File)
	return owner == "" || reads.IsOf(owner, p.File) || reads.StandsForFolder(stem) || reads.HasWord(p.Src, owner)
}

// roleWords looks for names that mean something in other files: where they are
// defined, or where they are used by who imports them.
func roleWords(roles []declare.Role) *wordSet {
	byName := map[string][]declare.Role{}
	for _, role := range roles {
		word := role.Name
		if word == declare.ByDefault { // whoever takes in the module gives it a name
			word = reads.ModuleOf(role.File)
		}
		if len(byName) < maxWords {
			byName[word] = append(byName[word], role)
		}
	}
	return wordSetOf(slices.Collect(maps.Keys(byName)), func(p *place) bool {
		return slices.ContainsFunc(byName[string(p.Src[p.from:p.to])], func(role declare.Role) bool {
			if role.File == p.File {
				return false
			}
			module := cmp.Or(role.Module, reads.ModuleOf(role.File))
			if role.Name == declare.ByDefault {
				return reads.IsModule(p.Src, p.from, p.to)
			}
			if role.As == declare.Handed { // which matters where it is defined
				return reads.IsOf(module, p.File)
			}
			return module == anywhere || p.belongsTo(module) && p.Imports(module, reads.ModuleOf(role.File))
		})
	})
}

// anywhere is the module of names that are not told apart by one.
const anywhere = "*"

// functionWords looks for functions where they are defined.
func functionWords(words []string) *wordSet {
	return wordSetOf(words, func(p *place) bool { return definesFunction(p.Src, p.from, p.to) })
}

// definesFunction reports whether a function may be defined by the name that
// is at src[from:to]: parameters follow, and a word or type is before.
func definesFunction(src []byte, from, to int) bool {
	before := bytes.TrimRight(src[max(0, from-80):from], " \t*&")
	after := bytes.TrimLeft(src[to:min(len(src), to+80)], " \t")
	if len(before) == 0 || len(after) == 0 {
		return false
	}
	word := len(before)
	for word > 0 && nameByte[before[word-1]] {
		word--
	}
	switch last := string(before[word:]); last {
	case "func", "def", "defp", "function", "fn", "fun", "sub":
		return true
	case "class", "struct", "trait", "interface", "object", "record", "actor", "module", "defmodule", "package", "impl", "type":
		return true
	case "const", "let", "var", "val":
		return after[0] == '=' || after[0] == ':'
	case "return", "new", "await", "throw", "in", "else", "case", "not", "and", "or", "yield",
		"if", "elif", "elsif", "unless", "while", "until", "for", "foreach", "range", "switch", "match", "when", "do", "then",
		"go", "defer", "raise", "assert", "echo", "print", "puts", "is", "as", "typeof", "delete", "del":
		return false
	case "":
		switch before[len(before)-1] {
		case '>', ']', ')': // a type is before, and no object: x->name(, => name(
			return after[0] == '(' && !bytes.HasSuffix(before, []byte("->")) && !bytes.HasSuffix(before, []byte("=>"))
		case '{', ',', '\n', ';', '}': // of an object, a class, or in the old style of C
			return after[0] == ':' || after[0] == '(' && hasBody(src[min(len(src), to+80)-len(after):])
		case '.': // exports.name = …
			return after[0] == '='
		}
		return false
	}
	return after[0] == '(' || after[0] == '<'
}

// bodyOpeners are what a body may begin with, behind the parameters.
var bodyOpeners = []string{"{", ":", "->", "=>"}

// longestHead is how many bytes the parameters of a function have that is looked at.
const longestHead = 1000

// hasBody reports whether a body may follow the parameters that src begins with, so
// that they are no arguments.
func hasBody(src []byte) bool {
	depth := 0
	for i, c := range src[:min(len(src), longestHead)] {
		switch c {
		case '(':
			depth++
		case ')':
			if depth--; depth == 0 {
				rest := src[i+1 : min(len(src), i+1+longestHead)]
				if same := bytes.TrimLeft(rest, " \t"); len(same) > 0 && nameByte[same[0]] { // … throws E {
					return true
				}
				behind := string(bytes.TrimLeft(rest, " \t\r\n"))
				return slices.ContainsFunc(bodyOpeners, func(opener string) bool { return strings.HasPrefix(behind, opener) })
			}
		}
	}
	return len(src) > longestHead
}

// calledWords looks for calls of helpers.
func calledWords(known *language.Set, helpers []*reads.Helper) *wordSet {
	callers := map[string][]*reads.Callers{}
	handing := map[string]string{}        // modules whose helpers others may hand on, and the word that does so
	also := map[string][]*reads.Callers{} // by names other than their own
	modules := map[string]bool{}          // of helpers that who imports them gives a name
	made := map[string]reads.Making{}     // classes whose objects read what they are asked for
	makers := map[string]string{}         // the folders of the only files that may make them
	ofClass := map[string][]*reads.Callers{}
	for _, h := range helpers {
		if h.Default && len(modules) < maxWords {
			modules[reads.ModuleOf(h.File)] = true
		}
		l := known.Of(h.File)
		if l != nil && l.Exports != "" && len(handing) < maxWords {
			handing[reads.ModuleOf(h.File)] = l.Exports
		}
		if callers[h.Name] != nil || len(callers) < maxWords {
			c := reads.CallersOf(h, l)
			callers[h.Name] = append(callers[h.Name], &c)
			for _, name := range h.Also {
				also[name] = append(also[name], &c)
			}
			if h.Owner != "" && len(made) < maxWords {
				folder := h.Makers(l)
				if other, listed := makers[h.Owner]; listed && other != folder {
					folder = ""
				}
				makers[h.Owner] = folder
				made[h.Owner], ofClass[h.Owner] = reads.MakingOf(l), append(ofClass[h.Owner], &c)
				if beside := reads.MakingBeside(l); beside.Any() {
					_, folder := reads.Origin(h.File)
					made[folder], ofClass[folder] = beside, append(ofClass[folder], &c)
				}
			}
		}
	}
	words := slices.Concat(slices.Collect(maps.Keys(callers)), slices.Collect(maps.Keys(handing)), slices.Collect(maps.Keys(also)), slices.Collect(maps.Keys(modules)), slices.Collect(maps.Keys(made)))
	return wordSetOf(words, func(p *place) bool {
		word := p.Src[p.from:p.to]
		if by := handing[string(word)]; by != "" && reads.IsModule(p.Src, p.from, p.to) && p.lineBegins(by) {
			return true
		}
		return modules[string(word)] && reads.IsModule(p.Src, p.from, p.to) || slices.ContainsFunc(callers[string(word)], p.mayCall) ||
			slices.ContainsFunc(also[string(word)], p.mayName) || made[string(word)].In(p.Src, p.from, p.to) && slices.ContainsFunc(ofClass[string(word)], p.mayTakeIn) && (makers[string(word)] == "" || makers[string(word)] == path.Dir(p.File))
	})
}

// mayCall reports whether what is here may be a call of a helper.
func (p *place) mayCall(c *reads.Callers) bool {
	return p.MayCall(c, p.from, p.to) && !c.IsIdiom(p.Src, p.from, p.to)
}

// mayTakeIn reports whether a file may take in what has a helper.
func (p *place) mayTakeIn(c *reads.Callers) bool { return c.TakenIn(p.Source) }

// lineBegins reports whether the line that a place is on begins with a word.
func (p *place) lineBegins(word string) bool {
	line := bytes.LastIndexByte(p.Src[:p.from], '\n') + 1
	return bytes.HasPrefix(p.Src[line:], []byte(word))
}

// mayName reports whether a file may name what a helper is a method of.
func (p *place) mayName(c *reads.Callers) bool { return c.Named(p.Source) }

// fewWords is up to how many words are searched for faster than one goes
// through all words of a file.
const fewWords = 12

func wordSetOf(words []string, fits func(*place) bool) *wordSet {
	w := &wordSet{words: map[string]bool{}, fits: fits}
	for _, word := range words {
		if len(word) > 1 {
			w.words[word] = true
		}
	}
	return w
}

// searchFor makes a search for up to eight sets.
func searchFor(sets ...*wordSet) *search {
	s := &search{sets: sets, words: map[string]setMask{}, longer: map[string][]string{}}
	for n, set := range sets {
		for word := range set.words { // in any order
			s.words[word] |= 1 << n
			s.begin(word, 1<<n)
		}
	}
	if len(s.words) <= fewWords {
		s.quick = reads.NewWords(slices.Collect(maps.Keys(s.words)))
	}
	return s
}

// begin notes of a word of some sets what it begins with, by which it is found.
func (s *search) begin(word string, sets setMask) {
	end := 1
	for end < len(word) && nameByte[word[end]] {
		end++
	}
	first := word[:end]
	if first != word && !slices.Contains(s.longer[first], word) {
		s.longer[first] = append(s.longer[first], word)
	}
	s.starts[int(word[0])<<8|int(word[1])] |= sets
	s.shapes[shapeOf(first)] |= sets
}

// in returns the sets that src, the text of a file in a language, holds a word of.
func (s *search) in(l *reads.Language, file string, src []byte) (held setMask) {
	if len(s.words) == 0 || s.quick != nil && !s.quick.In(src) {
		return 0
	}
	p := place{Source: reads.NewSource(l, file, src)}
	before := byte(' ')
	for i := 0; i+1 < len(src); i++ {
		begun := s.starts[int(src[i])<<8|int(src[i+1])] & beginsBehind[before]
		if before = src[i]; begun == 0 {
			continue
		}
		end := i + 1
		for end < len(src) && nameByte[src[end]] {
			end++
		}
		if word := src[i:end]; s.shapes[shapeOf(word)]&^held != 0 {
			p.from, p.to = i, end
			held |= s.fitting(s.words[string(word)]&^held, &p)
			for _, long := range s.longer[string(word)] {
				if p.to = i + len(long); p.to <= len(src) && string(src[i:p.to]) == long && (p.to == len(src) || !nameByte[src[p.to]]) {
					held |= s.fitting(s.words[long]&^held, &p)
				}
			}
			if int(held) == 1<<len(s.sets)-1 {
				break
			}
		}
		i, before = end-1, src[end-1]
	}
	return held
}

// fitting returns those of some sets that the word at a place is meant by.
func (s *search) fitting(sets setMask, p *place) (fitting setMask) {
	for n := 0; sets>>n != 0; n++ {
		if sets>>n&1 != 0 && s.sets[n].fits(p) {
			fitting |= 1 << n
		}
	}
	return fitting
}

// givesText reports whether the rest of a line assigns a text.
func givesText(rest []byte) bool {
	if n := bytes.IndexByte(rest[:min(len(rest), 400)], '\n'); n >= 0 {
		rest = rest[:n]
	}
	quote := bytes.IndexAny(rest, "\"'`")
	if quote < 0 || quote > 80 {
		return false
	}
	before := bytes.TrimSpace(rest[:quote])
	return len(before) == 0 || bytes.ContainsAny(before, "=:(,")
}

// beginsBehind holds all sets for a byte that a word may begin behind, and none
// for one that is a part of a name itself.
var beginsBehind = func() (masks [256]setMask) {
	for c, is := range nameByte {
		if !is {
			masks[c] = ^setMask(0)
		}
	}
	return masks
}()

var nameByte = func() (is [256]bool) {
	for c := range is {
		is[c] = c == '_' || c == '$' || c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9' || c >= 0x80
	}
	return is
}()
