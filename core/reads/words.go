package reads

import (
	"bytes"
	"slices"
)

// Words finds out fast where any of a few words stand in a text.
type Words struct {
	groups []wordGroup
	long   *longWords // or nil
}

// wordGroup is the words that are found by one rare byte in them.
type wordGroup struct {
	rare   byte
	words  []rareWord
	before [256]bool // what may stand before the rare byte
}

type rareWord struct {
	text []byte
	at   int // of the rare byte in it
}

// usual are the bytes of source text, the most frequent first.
const usual = `etrnaiso,lcudpmfh().g0_=1yb;'*/-"2vSTE34{}x:wCIkAR5>O6LN8P7D9|M$F[]UBj#q` + "`" + `G&H<\z@VW!+YK?X%Z`

// NewWords prepares a search for words. A word may hold any bytes; where it
// begins or ends with a letter, none may stand directly beside it.
func NewWords(list []string) *Words {
	w := &Words{}
	list = slices.Compact(slices.Sorted(slices.Values(list)))
	slices.SortStableFunc(list, func(a, b string) int { return len(a) - len(b) }) // the short ones have the least choice
	if list = w.takeLong(list); w.long != nil {
		w.long.prepare()
	}
	for _, word := range list {
		if word != "" {
			w.add(word)
		}
	}
	return w
}

// add puts a word where another was put for the same byte, if it can.
func (w *Words) add(word string) {
	n := slices.IndexFunc(w.groups, func(g wordGroup) bool { return bytes.IndexByte([]byte(word), g.rare) >= 0 })
	if n < 0 {
		rare := word[0]
		for i := range len(word) {
			if rank(word[i]) > rank(rare) {
				rare = word[i]
			}
		}
		n = len(w.groups)
		w.groups = append(w.groups, wordGroup{rare: rare})
	}
	g := &w.groups[n]
	r := rareWord{text: []byte(word), at: bytes.IndexByte([]byte(word), g.rare)}
	g.words = append(g.words, r)
	for c := range g.before {
		g.before[c] = g.before[c] || r.at == 0 || word[r.at-1] == byte(c)
	}
}

func rank(c byte) int {
	if n := bytes.IndexByte([]byte(usual), c); n >= 0 {
		return n
	}
	return len(usual)
}

// In tells whether one of the words stands in src.
func (w *Words) In(src []byte) bool {
	found := false
	for n := range w.groups {
		w.groups[n].each(src, func(int) bool { found = true; return false })
		if found {
			return true
		}
	}
	if w.long != nil {
		w.long.each(src, func(int) bool { found = true; return false })
	}
	return found
}

// Offsets gives where the words stand in src, ascending, each plus base.
func (w *Words) Offsets(src []byte, base int32) (list []int32) {
	for n := range w.groups {
		w.groups[n].each(src, func(at int) bool { list = append(list, base+int32(at)); return true })
	}
	if w.long != nil {
		w.long.each(src, func(at int) bool { list = append(list, base+int32(at)); return true })
	}
	slices.Sort(list)
	return list
}

// each calls found with the offset of every word of the group, as long as it
// says to go on.
func (g *wordGroup) each(src []byte, found func(at int) bool) {
	for at := 0; ; at++ {
		n := bytes.IndexByte(src[at:], g.rare)
		if n < 0 {
			return
		}
		if at += n; at > 0 && !g.before[src[at-1]] {
			continue
		}
		for _, word := range g.words {
			if from := at - word.at; from >= 0 && stands(src, from, word.text) && !found(from) {
				return
			}
		}
	}
}

// stands tells whether a word stands at an offset, with no letter, digit or
// underscore directly beside it.
func stands(src []byte, from int, word []byte) bool {
	to := from + len(word)
	if to > len(src) || string(src[from:to]) != string(word) {
		return false
	}
	return (from == 0 || !isNameByte(src[from-1]) || !isNameByte(word[0])) && (to == len(src) || !isNameByte(src[to]) || !isNameByte(word[len(word)-1]))
}
