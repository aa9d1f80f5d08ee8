package survey

import (
	"cmp"
	"maps"
	"path"
	"slices"
	"strings"
	"sync"
	"sync/atomic"

	"inzicht/core/files"
	"inzicht/core/language"
	"inzicht/core/reads"
	"inzicht/core/tree"
)

// What a script takes in from another file of the tree, and what that sets, does
// not come from outside: FOO in a script that sources a file which sets FOO.

// script is what is known of a script that takes others in, or is taken in.
type script struct {
	Takes []taken
	Sets  []language.Setting // as far as it was worked out
	Known bool               // that it was
	// Unseen are the files that it takes in which are not in the tree.
	Unseen []language.Sourced
	// Helpers are its functions that are given the name of what they read, and Calls what
	// it reads through those of the scripts that it takes in.
	Helpers map[string][]language.ShellHelper
	Calls   []reads.Read
}

// taken is a file of the tree that a script takes in.
type taken struct {
	File string
	Line int
}

// dropSourced drops what scripts expand and what they take in sets, and what a
// script that is taken in expands and all that take it in set before.
func (s *Survey) dropSourced() {
	if !slices.ContainsFunc(s.Reads, isOfScript) && !slices.ContainsFunc(s.languages, func(l *reads.Language) bool { return l != nil && l.Name == "shell" }) {
		return
	}
	scripts := answered(s, question{what: "scripts", of: s.Tree, stamps: s.stamps, wanted: s.isScript}, s.scripts)
	if len(scripts) == 0 {
		return
	}
	takers := map[string][]string{}
	for _, file := range slices.Sorted(maps.Keys(scripts)) {
		for _, r := range scripts[file].Calls {
			r.Language, r.Kind, r.Need = "shell", reads.Text, cmp.Or(r.Need, reads.Expected)
			s.Reads = append(s.Reads, s.placed(r, file, s.Tree.ComponentOf(file).Name))
		}
		for _, t := range scripts[file].Takes {
			takers[t.File] = append(takers[t.File], file)
		}
	}
	s.Reads = slices.DeleteFunc(s.Reads, func(r reads.Read) bool {
		return isOfScript(r) && r.Name != "" && (takesIn(scripts, r.File, r.Name, r.Line, 0) == always || s.setByTakers(scripts, takers[r.File], r))
	})
	for n := range s.Reads {
		r := &s.Reads[n]
		if !isOfScript(*r) || r.Need != reads.Required {
			continue
		}
		if r.Strict && scripts[r.File].takesUnseen(r) || takesIn(scripts, r.File, r.Name, r.Line, 0) == perhaps {
			r.Need = reads.Expected // what is taken in may set it
		}
	}
}

// mostUnseen bounds how many files that are not there are noted of a script.
const mostUnseen = 1000

// takesUnseen reports whether a script takes in a file that is not in the tree before a read
// of it.
func (s script) takesUnseen(r *reads.Read) bool {
	return slices.ContainsFunc(s.Unseen, func(t language.Sourced) bool { return t.Before(r.Line, r.Column) })
}

func isOfScript(r reads.Read) bool { return r.Language == "shell" }

func (s *Survey) isScript(n int) bool {
	return s.languages[n] != nil && s.languages[n].Name == "shell" || s.languages[n] == nil && mayBeScript(s.Tree.Files[n].Path)
}

// certainty is how certain it is that something is set.
type certainty uint8

const (
	never certainty = iota
	perhaps
	always
)

// deepestTaken bounds how many scripts take in each other in a row.
const deepestTaken = 5

// takesIn returns how certain it is that what a script takes in before a line sets a
// variable.
func takesIn(scripts map[string]script, file, name string, line, depth int) (best certainty) {
	for _, t := range scripts[file].Takes {
		if t.Line >= line || depth >= deepestTaken {
			continue
		}
		best = max(best, sets(scripts, t.File, name, 1<<30), takesIn(scripts, t.File, name, 1<<30, depth+1))
	}
	return best
}

// sets returns how certain it is that a script itself sets a variable before a line.
func sets(scripts map[string]script, file, name string, line int) (best certainty) {
	for _, set := range scripts[file].Sets {
		switch {
		case set.Name != name || set.Line >= line:
		case set.Always:
			return always
		default:
			best = perhaps
		}
	}
	return best
}

// setByTakers reports whether all scripts that take in the one of a read set its
// variable before.
func (s *Survey) setByTakers(scripts map[string]script, takers []string, r reads.Read) bool {
	for _, taker := range takers {
		if one := scripts[taker]; !one.Known {
			scripts[taker] = s.withSets(taker, one)
		}
		for _, t := range scripts[taker].Takes {
			if t.File == r.File && sets(scripts, taker, r.Name, t.Line) != always && takesIn(scripts, taker, r.Name, t.Line, 0) != always {
				return false
			}
		}
	}
	return len(takers) > 0
}

// scripts looks at all scripts that take in others, or are taken in, and reports
// whether all could be read.
func (s *Survey) scripts() (found map[string]script, whole bool) {
	found = map[string]script{}
	var mutex sync.Mutex
	var refused atomic.Bool
	withReaders(s.Tree, len(s.Tree.Files), 16, func(n int, in *tree.Reader) {
		if !s.isScript(n) {
			return
		}
		src, err := in.Read(s.Tree.Files[n].Path)
		if err != nil {
			if files.Refused(err) {
				refused.Store(true)
			}
			return
		}
		if !language.MayTakeIn(src) || s.languages[n] == nil && s.known.OfScript(src[:min(len(src), 200)]) == nil {
			return
		}
		if one := s.partsOf(s.Tree.Files[n].Path, src); len(one.Takes) > 0 || len(one.Unseen) > 0 {
			mutex.Lock()
			defer mutex.Unlock()
			found[s.Tree.Files[n].Path] = one
		}
	})
	queue := slices.Sorted(maps.Keys(found))
	for len(queue) > 0 {
		one := found[queue[0]]
		queue = queue[1:]
		for _, t := range one.Takes {
			if found[t.File].Known {
				continue
			}
			src, err := s.Tree.ReadFile(t.File)
			if files.Refused(err) {
				refused.Store(true)
			}
			one := s.partsOf(t.File, src)
			one.Sets, one.Known = language.ShellSets(src), true
			one.Helpers = language.ShellHelpers(src)
			found[t.File] = one
			queue = append(queue, t.File)
		}
	}
	s.callsOfTaken(found)
	s.takersOfReads(found)
	return found, !refused.Load()
}

// callsOfTaken works out what scripts read through functions of those that they take in.
func (s *Survey) callsOfTaken(scripts map[string]script) {
	for _, file := range slices.Sorted(maps.Keys(scripts)) {
		helpers := map[string][]language.ShellHelper{}
		helpersTaken(scripts, file, helpers, 0)
		if len(helpers) == 0 {
			continue
		}
		src, _ := s.Tree.ReadFile(file) // what cannot be read calls nothing
		one := scripts[file]
		one.Calls = language.ShellCalls(src, helpers)
		scripts[file] = one
	}
}

// helpersTaken adds the functions of the scripts that one takes in, the nearer ones first.
func helpersTaken(scripts map[string]script, file string, helpers map[string][]language.ShellHelper, depth int) {
	for _, t := range scripts[file].Takes {
		for name, h := range scripts[t.File].Helpers { // in any order
			if _, known := helpers[name]; !known {
				helpers[name] = h
			}
		}
		if depth < deepestTaken {
			helpersTaken(scripts, t.File, helpers, depth+1)
		}
	}
}

// takersOfReads works out what those scripts set that take in one which expands
// variables: it is asked for at once, and so is kept with the rest.
func (s *Survey) takersOfReads(scripts map[string]script) {
	reading := map[string]bool{}
	for _, r := range s.Reads {
		reading[r.File] = reading[r.File] || isOfScript(r)
	}
	for file, one := range scripts { // in any order
		if !one.Known && slices.ContainsFunc(one.Takes, func(t taken) bool { return reading[t.File] }) {
			scripts[file] = s.withSets(file, one)
		}
	}
}

// withSets returns what is known of a script, with what it sets.
func (s *Survey) withSets(file string, one script) script {
	src, _ := s.Tree.ReadFile(file) // what cannot be read sets nothing
	one.Sets, one.Known = language.ShellSets(src), true
	return one
}

// partsOf returns what a script takes in.
func (s *Survey) partsOf(file string, src []byte) (one script) {
	for _, t := range language.ShellTakes(src) {
		if from := s.takenIn(file, t); from == "" && !isSettings(t.Path) && len(one.Unseen) < mostUnseen {
			one.Unseen = append(one.Unseen, t)
		} else if from != "" && !isSettings(from) {
			one.Takes = append(one.Takes, taken{from, t.Line})
		}
	}
	return one
}

// isSettings reports whether a file holds the settings of an environment, by its
// name: what is read from one still comes from outside the code.
func isSettings(file string) bool {
	_, is := tree.EnvFileName(file)
	switch path.Ext(file) {
	case ".env", ".conf", ".cfg", ".ini", ".properties":
		is = true
	}
	return is
}

// takenIn returns the file of the tree that a script means: from its own folder, or
// from one above it; "" where there is none.
func (s *Survey) takenIn(script string, t language.Sourced) string {
	written := t.Path
	if t.Open {
		if !strings.HasPrefix(written, "/") {
			return ""
		}
		written = written[1:]
	} else if path.IsAbs(written) {
		return ""
	}
	for folder := path.Dir(script); ; folder = path.Dir(folder) {
		if file := path.Join(folder, written); file != script && !strings.HasPrefix(file, "../") && s.Tree.Has(file) {
			return file
		}
		if folder == "." {
			return ""
		}
	}
}
