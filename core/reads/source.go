package reads

import (
	"bytes"
	"path"
	"slices"
)

// Source is a file of which it is asked, time and again, whether it may call a helper.
type Source struct {
	File string
	Src  []byte

	lang     *Language
	held     heldWords
	ties     map[*Callers]tie // those that were asked for
	imported []string         // the modules that a large script takes in, once asked for
	asked    bool
}

// NewSource returns a file in a language.
func NewSource(l *Language, file string, src []byte) *Source {
	return &Source{File: file, Src: src, lang: l}
}

// heldWords tells whether words stand in one text. The answers are kept: they are asked for
// at every call.
type heldWords map[string]bool

func (h *heldWords) in(src []byte, word string) bool {
	held, asked := (*h)[word]
	if !asked {
		if *h == nil {
			*h = heldWords{}
		}
		held = HasWord(src, word)
		(*h)[word] = held
	}
	return held
}

// holds reports whether a word is in the file.
func (s *Source) holds(word string) bool { return s.held.in(s.Src, word) }

// tie says what ties a file to a helper: whether it may call it, and whether by its bare name.
type tie struct{ may, bare bool }

// MayCall reports whether the name at bytes from to to may be a call of a helper.
func (s *Source) MayCall(c *Callers, from, to int) bool {
	t, asked := s.ties[c]
	if !asked {
		t.may, t.bare = c.in(s)
		if s.ties == nil {
			s.ties = map[*Callers]tie{}
		}
		s.ties[c] = t
	}
	return t.may && c.IsCall(s.Src, from, to, t.bare)
}

// Imports reports whether the file may take in a module, as imports name it: without folders
// and ending. Only a large script is asked, which a program has put together: all that it
// calls is in it, or in what it says that it takes in.
func (s *Source) Imports(modules ...string) bool {
	if s.lang == nil || s.lang.Exports == "" || len(s.Src) <= mostWritten {
		return true
	}
	return slices.ContainsFunc(modules, s.takesIn)
}

// takesIn reports whether a script takes in a module, by its name or that of its folder.
func (s *Source) takesIn(module string) bool {
	if !s.asked {
		s.imported, s.asked = importedModules(s.Src), true
	}
	return module != "" && slices.Contains(s.imported, module)
}

// mostImported bounds how many modules a file is known to take in.
const mostImported = 2000

// importedModules returns the modules that a script takes in: of each the name of its
// folder and its own, and its name as it is written.
func importedModules(src []byte) (list []string) {
	for at := 0; len(list) < mostImported; at++ {
		n := bytes.IndexAny(src[at:], "\"'`")
		if n < 0 {
			return list
		}
		at += n
		end := bytes.IndexByte(src[at+1:min(len(src), at+longestModule)], src[at])
		if end <= 0 || !takesIn(src[:at]) {
			continue
		}
		module := string(src[at+1 : at+1+end])
		stem, folder := Origin(module)
		list = append(list, module, stem, folder, path.Base(module))
		for i, c := range module { // what a package has within
			if c == '/' && len(list) < mostImported {
				list = append(list, module[:i])
			}
		}
		at += 1 + end
	}
	return list
}

// longestModule is how many bytes the name of a module has at most.
const longestModule = 200

// takesIn reports whether what follows is the name of a module that is taken in.
func takesIn(before []byte) bool {
	before = bytes.TrimRight(before[max(0, len(before)-longestModule):], " \t\r\n")
	if called, is := bytes.CutSuffix(before, []byte("(")); is { // also require, under whatever name
		return bytes.HasSuffix(called, []byte("require")) || bytes.HasSuffix(called, []byte("import"))
	}
	return bytes.HasSuffix(before, []byte("from")) || bytes.HasSuffix(before, []byte("import"))
}
