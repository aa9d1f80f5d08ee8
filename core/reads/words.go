package reads

import (
	"bytes"
	"slices"
	"strings"
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
	before [256]bool       // what may stand before the rare byte
	after  [256][]rareWord // the words by what may stand behind it
}

type rareWord struct {
	text []byte
	at   int // of the rare byte in it
}

// often tells how many of 10,000 bytes of source are a byte, counted in 60 MB of
// nine languages; of those that are not listed hardly any are.
var often = func() (t [256]int) {
	for _, row := range []struct {
		bytes string
		share int
	}{
		{" e\x00tran", 400}, {"siolcud\npm,\t.f_)(", 200}, {"h0g\"b'=", 110}, {"1y:v;-*$w/", 65}, {"{}kx2\\3ET>4OSA[]C", 30}, {"zMIP65&RqNjLD|8@!7", 17}, {"9BW<F`?U#+H", 10},
	} {
		for _, c := range []byte(row.bytes) {
			t[c] = row.share
		}
	}
	return t
}()

// costOfPass is what going through a text once costs, where looking at a byte of
// it costs 10,000.
const costOfPass = 80

// NewWords prepares a search for words. A word may hold any bytes; where it
// begins or ends with a letter, none may stand directly beside it.
func NewWords(list []string) *Words {
	list = slices.Compact(slices.Sorted(slices.Values(list)))
	groups := grouped(slices.DeleteFunc(list, func(word string) bool { return word == "" }))
	w, least := &Words{groups: groups}, costOf(groups)
	for n := range groups { // the last ones together, where that costs less
		if long := newLongWords(groups[n:]); long != nil && costOf(groups[:n])+long.cost() < least {
			w.groups, w.long, least = groups[:n], long, costOf(groups[:n])+long.cost()
		}
	}
	return w
}

// wordsOf returns the search for some words, or nil where there are none.
func wordsOf(words []string) *Words {
	if len(words) == 0 {
		return nil
	}
	return NewWords(words)
}

// grouped puts words together that hold the same byte: first by bytes that are
// rare and stand in many of them.
func grouped(list []string) (groups []wordGroup) {
	for len(list) > 0 {
		var holding [256]int
		for _, word := range list {
			for i := range len(word) {
				if c := word[i]; strings.IndexByte(word[:i], c) < 0 { // each byte once
					holding[c]++
				}
			}
		}
		best := 0
		for c := range holding {
			if holding[c]*(often[best]+costOfPass) > holding[best]*(often[c]+costOfPass) {
				best = c
			}
		}
		g := wordGroup{rare: byte(best)}
		list = slices.DeleteFunc(list, func(word string) bool { return g.take(word) })
		groups = append(groups, g)
	}
	return groups
}

// take takes a word in, if it holds the byte of the group.
func (g *wordGroup) take(word string) bool {
	at := strings.IndexByte(word, g.rare)
	if at < 0 {
		return false
	}
	r := rareWord{text: []byte(word), at: at}
	g.words = append(g.words, r)
	for c := range g.before {
		beside := !isNameByte(byte(c)) || !isNameByte(g.rare)
		g.before[c] = g.before[c] || at == 0 && beside || at > 0 && word[at-1] == byte(c)
		if last := at == len(word)-1; last && beside || !last && word[at+1] == byte(c) {
			g.after[c] = append(g.after[c], r)
		}
	}
	return true
}

// costOf returns what it costs to look for groups, one after the other.
func costOf(groups []wordGroup) (cost int) {
	for _, g := range groups {
		cost += often[g.rare] + costOfPass
	}
	return cost
}

// In reports whether one of the words is in src.
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

// Offsets returns where the words stand in src, ascending, each plus base.
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
		words := g.words
		if at+1 < len(src) {
			words = g.after[src[at+1]]
		}
		for _, word := range words {
			if from := at - word.at; from >= 0 && stands(src, from, word.text) && !found(from) {
				return
			}
		}
	}
}

// stands reports whether a word is at an offset, with no letter, digit or
// underscore directly beside it.
func stands(src []byte, from int, word []byte) bool {
	to := from + len(word)
	if to > len(src) || string(src[from:to]) != string(word) {
		return false
	}
	return (from == 0 || !isNameByte(src[from-1]) || !isNameByte(word[0])) && (to == len(src) || !isNameByte(src[to]) || !isNameByte(word[len(word)-1]))
}
