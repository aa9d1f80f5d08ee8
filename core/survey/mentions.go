package survey

import (
	"bytes"
	"path"
	"sync"
	"sync/atomic"

	"inzicht/core/files"
	"inzicht/core/syntax"
	"inzicht/core/tree"
)

// Mention is where a name stands.
type Mention struct {
	File string
	Line int
	Key  bool // it stands for a key of settings, and not by its own name
}

// Mentions looks for names that stand in the source of the tree, other than in
// comments and in tests, though nothing is known to read them: by way of a name
// that is written as a text, something may. A name that stands for a key of
// settings counts too.
func (s *Survey) Mentions(names []string) map[string]Mention {
	if len(names) == 0 {
		return nil
	}
	wanted := func(n int) bool { return s.mentioning(n) != nil || mayHoldKeys(s.Tree.Files[n].Path) }
	return answered(s, question{what: "mentions", about: names, of: s.Tree, stamps: s.stamps, wanted: wanted}, func() (map[string]Mention, bool) {
		return s.findMentions(names)
	})
}

// findMentions is Mentions, and reports whether all files could be read.
func (s *Survey) findMentions(names []string) (found map[string]Mention, whole bool) {
	found = map[string]Mention{}
	words, keys := newWordSet(names), keysFor(names)
	var mutex sync.Mutex
	var refused atomic.Bool
	note := func(name string, at Mention) { // of each name the first file counts
		mutex.Lock()
		defer mutex.Unlock()
		if before, known := found[name]; !known || before.Key && !at.Key || before.Key == at.Key && at.File < before.File {
			found[name] = at
		}
	}
	withReaders(s.Tree, len(s.Tree.Files), 16, func(n int, in *tree.Reader) {
		file, table := s.Tree.Files[n].Path, s.mentioning(n)
		if table == nil && !mayHoldKeys(file) {
			return
		}
		src, err := in.Read(file)
		if err != nil {
			if files.Refused(err) {
				refused.Store(true)
			}
			return
		}
		if table != nil && words.in(file, src) {
			for name, line := range mentionsIn(table, src, words.words) { // in any order
				note(name, Mention{File: file, Line: line})
			}
		}
		if mayHoldKeys(file) {
			for name, line := range keys.in(file, src) { // in any order
				note(name, Mention{File: file, Line: line, Key: true})
			}
		}
	})
	return found, !refused.Load()
}

// written is how files of data are written, as far as comments go.
var written = &syntax.Table{LineComments: []string{"#", "//", ";", "--"}, BlockComments: []syntax.BlockComment{{Open: "/*", Close: "*/"}, {Open: "<!--", Close: "-->"}}}

// mentioning returns the lexical table of a file that may mention a name for
// what reads it, or nil.
func (s *Survey) mentioning(n int) *syntax.Table {
	file := s.Tree.Files[n].Path
	if scopeOf(file) == "test" || s.Environments != nil && s.Environments.IsLayer(file) {
		return nil
	}
	if l := s.languages[n]; l != nil && l.Own == nil {
		return l.Table
	}
	switch path.Ext(file) {
	case ".json", ".toml", ".ini", ".conf", ".cfg", ".sql", ".html", ".xml", ".tmpl", ".tpl", ".properties", ".lisp", ".el":
		return written
	}
	return nil
}

// mentionsIn returns in which line each of some names first appears in a file.
func mentionsIn(table *syntax.Table, src []byte, names map[string]bool) map[string]int {
	found := map[string]int{}
	f := table.Scan(src, false)
	for i := range f.Tokens {
		t := &f.Tokens[i]
		text := f.Src[t.Start:t.End]
		for at := 0; at < len(text); at++ {
			if !nameByte[text[at]] {
				continue
			}
			end := at
			for end < len(text) && nameByte[text[end]] {
				end++
			}
			if name := string(bytes.TrimLeft(text[at:end], "$")); names[name] && found[name] == 0 {
				line, _ := f.Position(int(t.Start) + at)
				found[name] = line
			}
			at = end
		}
	}
	return found
}
