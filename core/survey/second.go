package survey

import (
	"path"
	"strings"

	"inzicht/core/language"
	"inzicht/core/reads"
	"inzicht/core/tree"
)

// The first look finds what each file says on its own. What it leaves open
// concerns few files: names that are constants of another file, and calls of
// helpers that another file defines. The second look reads again only the
// files of the components and languages that something was left open in, and
// scans only those that hold one of the words in question.

// maxRounds bounds how often helpers found on the second look lead to a further one.
const maxRounds = 3

// maxWords bounds how many words are looked for in one component.
const maxWords = 400

// unit is what the first look found in one file.
type unit struct {
	file      string
	component string
	language  *reads.Language
	result    reads.Result
}

// part is the files of one component in one language.
type part struct {
	component string
	language  string
}

// open is what the first look left open in one part.
type open struct {
	constants map[string]bool
	helpers   []*reads.Helper
	units     map[string]*unit
}

// resolve takes the second look.
func (s *Survey) resolve(units []*unit, options Options) []reads.Read {
	parts := map[part]*open{}
	for _, u := range units {
		key := part{u.component, u.language.Name}
		if parts[key] == nil {
			parts[key] = &open{constants: map[string]bool{}, units: map[string]*unit{}}
		}
		o := parts[key]
		o.units[u.file] = u
		o.helpers = append(o.helpers, u.result.Helpers...)
		for _, name := range u.result.Wanted {
			if len(o.constants) < maxWords {
				o.constants[name] = true
			}
		}
	}
	for key, o := range parts {
		if len(o.constants) == 0 && len(o.helpers) == 0 {
			delete(parts, key)
		}
	}
	files := s.filesOf(parts)
	for key, o := range parts {
		second := &secondLook{survey: s, open: o, files: files[key], worker: worker{root: s.Tree.Root, options: options, tree: s.Tree}}
		units = append(units, second.take()...)
	}
	return collect(units)
}

// collect gives the reads of all units, and for helpers that nothing calls
// the read inside them.
func collect(units []*unit) (all []reads.Read) {
	calls := map[string]int{}
	key := func(h *reads.Helper) string { return h.File + "\x00" + h.Owner + "\x00" + h.Name }
	for _, u := range units {
		for h, n := range u.result.Calls {
			calls[key(h)] += n
		}
	}
	for _, u := range units {
		list := u.result.Reads
		for _, h := range u.result.Helpers {
			if calls[key(h)] == 0 {
				list = append(list, h.Inside)
			}
		}
		for _, r := range list {
			r.File, r.Component = u.file, u.component
			if scope := scopeOf(u.file); r.Scope == "" || scope == reads.Test {
				r.Scope = scope
			}
			all = append(all, r)
		}
	}
	return all
}

// filesOf lists the files of the parts in question.
func (s *Survey) filesOf(parts map[part]*open) map[part][]string {
	files := map[part][]string{}
	if len(parts) == 0 {
		return files
	}
	for _, f := range s.Tree.Files {
		l := language.Of(f.Path)
		if l == nil {
			continue
		}
		key := part{s.Tree.ComponentOf(f.Path).Name, l.Name}
		if parts[key] != nil {
			files[key] = append(files[key], f.Path)
		}
	}
	return files
}

// secondLook is the second look at one part.
type secondLook struct {
	survey *Survey
	open   *open
	files  []string
	worker worker
}

func (s *secondLook) take() (added []*unit) {
	context := &reads.Context{Constants: map[string]string{}, Helpers: s.open.helpers}
	if len(s.open.constants) > 0 {
		s.constants(context)
	}
	words := helperWords(s.open.helpers)
	for round := 0; round < maxRounds; round++ {
		var found []*reads.Helper
		s.each(func(file string, src []byte, l *reads.Language) {
			u := s.open.units[file]
			if !concerns(src, words) && !(round == 0 && u != nil && len(u.result.Wanted) > 0) {
				return
			}
			result := l.Analyse(file, src, context)
			if u == nil {
				if len(result.Reads) == 0 && len(result.Helpers) == 0 {
					return
				}
				u = &unit{file: file, component: s.worker.tree.ComponentOf(file).Name, language: l}
				s.open.units[file] = u
				added = append(added, u)
			}
			found = append(found, newHelpers(u.result.Helpers, result.Helpers)...)
			u.result = result
		})
		if len(found) == 0 {
			break
		}
		context.Helpers = append(context.Helpers, found...)
		words = helperWords(found)
	}
	return added
}

// constants looks for the constants that files of the part define.
func (s *secondLook) constants(context *reads.Context) {
	var words []string
	for name := range s.open.constants {
		words = append(words, name[strings.LastIndexByte(name, '.')+1:])
	}
	clash := map[string]bool{}
	s.each(func(file string, src []byte, l *reads.Language) {
		if !concerns(src, words) {
			return
		}
		for name, value := range l.Constants(src, s.open.constants) {
			if known, found := context.Constants[name]; found && known != value {
				clash[name] = true
			}
			context.Constants[name] = value
		}
	})
	for name := range clash { // two files mean different things by it
		delete(context.Constants, name)
	}
}

// each reads the files of the part one after the other.
func (s *secondLook) each(f func(file string, src []byte, l *reads.Language)) {
	var folder *tree.Folder
	at := "\x00"
	for _, file := range s.files {
		if d := path.Dir(file); d != at {
			if folder != nil {
				folder.Close()
			}
			folder, _ = tree.OpenFolder(s.worker.root, strings.TrimPrefix(d, "."))
			at = d
		}
		if folder == nil {
			continue
		}
		src, err := folder.ReadFile(path.Base(file), s.worker.buffer)
		if cap(src) > cap(s.worker.buffer) {
			s.worker.buffer = src[:0]
		}
		l := language.Of(file)
		if err != nil || !s.worker.options.NoSkip && tree.IsBundle(file, src) {
			continue
		}
		f(file, src, l)
	}
	if folder != nil {
		folder.Close()
	}
}

func helperWords(helpers []*reads.Helper) (words []string) {
	seen := map[string]bool{}
	for _, h := range helpers {
		if !seen[h.Name] && len(words) < maxWords {
			seen[h.Name] = true
			words = append(words, h.Name)
		}
	}
	return words
}

// concerns tells whether src holds one of the words.
func concerns(src []byte, words []string) bool {
	for _, w := range words {
		if reads.HasWord(src, w) {
			return true
		}
	}
	return false
}

// newHelpers gives the helpers of after that before has not.
func newHelpers(before, after []*reads.Helper) (added []*reads.Helper) {
	known := map[string]bool{}
	for _, h := range before {
		known[h.Owner+"."+h.Name] = true
	}
	for _, h := range after {
		if !known[h.Owner+"."+h.Name] {
			added = append(added, h)
		}
	}
	return added
}
