package similarity

import (
	"hash/maphash"
	"slices"
	"strings"
)

// Index finds among many names those that are a slip apart from one, without
// looking at each.
type Index struct {
	names  []string
	seed   maphash.Seed
	signed map[uint64][]int32 // the names of each signature
}

const (
	crowd       = 64  // names of one signature, over which it tells nothing
	widestName  = 120 // characters of a name that is looked at
	mostOfWords = 20  // words of one
)

// NewIndex returns an index of names.
func NewIndex(names []string) *Index {
	x := &Index{names: names, seed: maphash.MakeSeed(), signed: map[uint64][]int32{}}
	for n, name := range names {
		for _, s := range x.signatures(name) {
			if list := x.signed[s]; len(list) <= crowd {
				x.signed[s] = append(list, int32(n))
			}
		}
	}
	return x
}

// Slips returns the names that differ from name only by a slip, in the order
// that they have in the index. Where very many are alike, none of those is.
func (x *Index) Slips(name string) (list []string) {
	var found []int32
	for _, s := range x.signatures(name) {
		if all := x.signed[s]; len(all) <= crowd {
			found = append(found, all...)
		}
	}
	slices.Sort(found)
	for _, n := range slices.Compact(found) {
		if Slip(name, x.names[n]) {
			list = append(list, x.names[n])
		}
	}
	return list
}

// signatures returns what any two names have in common that are a slip apart:
// the letters, the letters less one, or all words but one.
func (x *Index) signatures(name string) (list []uint64) {
	if len(name) > widestName {
		return nil
	}
	upper := strings.ToUpper(name)
	sign := func(parts ...string) { list = append(list, maphash.Comparable(x.seed, strings.Join(parts, "\x00"))) }
	sign("letters", strings.ReplaceAll(upper, "_", ""))
	sign("less", upper)
	for i := range len(upper) {
		sign("less", upper[:i]+upper[i+1:])
	}
	words := strings.Split(upper, "_")
	if len(words) < 2 || len(words) > mostOfWords {
		return list
	}
	slices.Sort(words)
	for i, word := range words {
		rest := append(slices.Clone(words[:i]), words[i+1:]...)
		sign("words", strings.Join(rest, "_"), word[:min(len(word), 1)])
	}
	return list
}
