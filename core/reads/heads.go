package reads

import (
	"slices"
	"strings"

	"inzicht/core/syntax"
)

// heads are the names of one file that an access may begin with: those of the
// language's idioms, and what the file binds to what they name. Almost every
// word of a file is none of them, which its length and first letter tell.
type heads struct {
	names   map[string]bool
	lengths [256]uint64 // by first byte: a bit for each length
	fold    bool        // in any case
}

// has reports whether a word may begin an access.
func (h *heads) has(word []byte) bool {
	return h.lengths[word[0]]>>min(len(word), 63)&1 != 0 && (h.names[string(word)] || h.fold && h.names[strings.ToLower(string(word))])
}

func (h *heads) add(name string) {
	if name == "" {
		return
	}
	h.names[name] = true
	bit := uint64(1) << min(len(name), 63)
	h.lengths[name[0]] |= bit
	if h.fold {
		h.lengths[strings.ToUpper(name[:1])[0]] |= bit
		h.lengths[strings.ToLower(name[:1])[0]] |= bit
	}
}

// addName adds a name that is bound; of the object itself, as in this.env, the
// words for that, and in languages that need none of them the name as well.
func (h *heads) addName(name string, bare bool) {
	if name[0] != '.' {
		h.add(name)
		return
	}
	if bare {
		h.add(name[1:])
	}
	for self := range selfWords { // in any order
		h.add(self)
	}
}

// findHeads finds the names that an access may begin with. A name is one of
// them where its value holds one and stands for the environment or a way to it.
func (a *analysis) findHeads() {
	h := &heads{names: map[string]bool{}, fold: a.lang.FoldWords}
	a.heads = h
	for name := range a.c.heads { // in any order
		h.add(name)
	}
	for name := range a.c.roots { // in any order
		h.add(name)
	}
	for _, all := range a.o.Bindings["*"] {
		for path := range a.c.prefixes { // in any order
			if rest, of := strings.CutPrefix(path, all.Path+"."); of {
				name, _, _ := strings.Cut(rest, ".")
				h.add(strings.TrimSuffix(name, "()"))
			}
		}
	}
	for _, name := range a.o.names {
		if slices.ContainsFunc(a.o.Bindings[name], func(b Binding) bool { return b.Path != "" && a.leads(a.real(b.Path)) }) {
			h.addName(name, a.lang.SharesNames)
		}
	}
	leading := &heads{names: map[string]bool{}, fold: h.fold} // words that a value with such a name holds
	for name := range h.names {                               // in any order
		leading.add(name)
	}
	leading.add("require")
	leading.add("import")
	known := map[string]bool{}
	for round := 0; round < maxAliasRounds; round++ {
		places := a.wordsAmong(leading)
		found := false
		for _, name := range a.o.names {
			if known[name] || !slices.ContainsFunc(a.o.Bindings[name], func(b Binding) bool { return a.isAlias(b, places) }) {
				continue
			}
			known[name], found = true, true
			h.addName(name, a.lang.SharesNames)
			leading.add(strings.TrimPrefix(name, "."))
		}
		if !found {
			break
		}
	}
}

// maxAliasRounds bounds how long a row of names for one thing may be.
const maxAliasRounds = 6

// leads reports whether a path is that of an idiom, or leads to one.
func (a *analysis) leads(path string) bool {
	return a.c.prefixes[path] || a.c.roots[path] || a.lends(path)
}

// isAlias reports whether a binding stands for something that leads to an
// access. places are where words stand that its value must hold one of.
func (a *analysis) isAlias(b Binding, places []int32) bool {
	value := b.Value
	if b.Function >= 0 {
		if params := a.o.Functions[b.Function].Params; b.Param < len(params) {
			value = params[b.Param].Default
		}
	} else if value.empty() {
		value = b.Default
	}
	if b.Path != "" || value.empty() {
		return false
	}
	if at, _ := slices.BinarySearch(places, int32(value.Lo)); at == len(places) || int(places[at]) >= value.Hi {
		return false
	}
	path := a.bindingPath(b, b.At, 0)
	return path != "" && a.leads(path)
}

// wordsAmong returns the tokens that are one of the words.
func (a *analysis) wordsAmong(h *heads) (list []int32) {
	for i := range a.f.Tokens {
		if t := &a.f.Tokens[i]; t.Kind == syntax.Word && h.has(a.f.Src[t.Start:t.End]) {
			list = append(list, int32(i))
		}
	}
	return list
}
