package survey

import (
	"bytes"
	"path"
	"slices"
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
	Sure bool // and what reads those settings is known to take variables for them
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
	words, keys := newWordSet(slices.Concat(names, withSigns(names))), keysFor(names)
	holding := searchFor(words)
	var mutex sync.Mutex
	var refused atomic.Bool
	note := func(name string, at Mention) { // of each name the first file counts
		mutex.Lock()
		defer mutex.Unlock()
		if before, known := found[name]; !known || at.before(before) {
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
		if table != nil && holding.in(nil, file, src) != 0 {
			for name, line := range mentionsIn(table, src, words.words, !isConfiguration(file)) { // in any order
				note(name, Mention{File: file, Line: line})
			}
		}
		if mayHoldKeys(file) {
			for name, line := range keys.in(file, src) { // in any order
				note(name, Mention{File: file, Line: line, Key: true, Sure: takesVariables(file, name)})
			}
		}
	})
	return found, !refused.Load()
}

// before reports whether a mention says more than another, or as much in an earlier file.
func (m Mention) before(other Mention) bool {
	if m.Sure != other.Sure {
		return m.Sure
	}
	if m.Key != other.Key {
		return other.Key
	}
	return m.File < other.File
}

// withSigns returns names as they are expanded: the sign counts as a part of a word.
func withSigns(names []string) (list []string) {
	for _, name := range names {
		list = append(list, "$"+name)
	}
	return list
}

// written is how files of data are written, as far as comments go.
var written = &syntax.Table{LineComments: []string{"#", "//", ";", "--"}, BlockComments: []syntax.BlockComment{{Open: "/*", Close: "*/"}, {Open: "<!--", Close: "-->"}}}

// configured is how configuration is written, as far as comments go.
var configured = &syntax.Table{LineComments: []string{"#"}}

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
	if isConfiguration(file) {
		return configured
	}
	switch path.Ext(file) {
	case ".json", ".toml", ".ini", ".conf", ".cfg", ".sql", ".html", ".xml", ".tmpl", ".tpl", ".properties", ".lisp", ".el":
		return written
	}
	return nil
}

// isConfiguration reports whether a file is of a kind in which a name by itself is
// mostly one that is given a value: $NAME, ${NAME} and {{.NAME}} ask for it.
func isConfiguration(file string) bool {
	return path.Ext(file) == ".yml" || path.Ext(file) == ".yaml"
}

// mentionsIn returns in which line each of some names first appears in a file, or,
// unless it may be bare, first appears behind a sign that asks for it.
func mentionsIn(table *syntax.Table, src []byte, names map[string]bool, bare bool) map[string]int {
	found := map[string]int{}
	f := table.Scan(src, false)
	for i := range f.Tokens {
		t := &f.Tokens[i]
		for at := int(t.Start); at < int(t.End); at++ {
			if !nameByte[f.Src[at]] {
				continue
			}
			end := at
			for end < int(t.End) && nameByte[f.Src[end]] {
				end++
			}
			name := string(bytes.TrimLeft(f.Src[at:end], "$"))
			asked := bare || f.Src[at] == '$' || at > 0 && bytes.IndexByte([]byte("{.$"), f.Src[at-1]) >= 0
			if asked && names[name] && found[name] == 0 {
				line, _ := f.Position(at)
				found[name] = line
			}
			at = end
		}
	}
	return found
}
