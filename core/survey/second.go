package survey

import (
	"bytes"
	"cmp"
	"maps"
	"runtime"
	"slices"
	"strings"
	"sync"

	"inzicht/core/declare"
	"inzicht/core/reads"
	"inzicht/core/sorting"
	"inzicht/core/tree"
)

// The first look finds what each file says on its own. What it leaves open
// concerns few files: names that are constants of another file, and calls of
// helpers that another file defines. The second look reads again only the
// files of the components and languages that something was left open in, and
// scans only those that hold one of the words in question.

// maxRounds bounds how often helpers found on the second look lead to a further one.
const maxRounds = 3

// maxNamesakes bounds how many helpers of one name are known in one component.
const maxNamesakes = 100

// maxWords bounds how many words are looked for in one component.
const maxWords = 400

// unit is what the first look found in one file.
type unit struct {
	file      string
	component string
	language  *reads.Language
	bundled   bool // it was made by a bundler, and is not looked at again
	result    reads.Result
}

// open is what the first look left open in one part.
type open struct {
	constants map[string]bool
	functions map[string]bool // that are called with what was read, behind the names of their modules: whether they may make what reads
	helpers   []*reads.Helper
	ofTests   []*reads.Helper // those that files of tests define: nothing but other such files calls them
	roles     []declare.Role
	named     map[string]int // how many helpers have a name
	units     map[string]*unit
}

// add notes a helper, unless too many have its name.
func (o *open) add(h *reads.Helper) {
	name, list := h.Name, &o.helpers
	if isOfTests(h) {
		name, list = "of tests: "+h.Name, &o.ofTests
	}
	if o.named[name]++; o.named[name] <= maxNamesakes {
		*list = append(*list, h)
	}
}

// isSettled reports whether nothing was left open.
func (o *open) isSettled() bool {
	return len(o.constants) == 0 && len(o.helpers)+len(o.ofTests) == 0 && len(o.functions) == 0 && len(o.roles) == 0
}

// isOfTests reports whether a helper is one that only tests know.
func isOfTests(h *reads.Helper) bool { return scopeOf(h.File) == reads.Test }

// resolve takes the second look.
func (s *Survey) resolve(units []*unit, options Options) []reads.Read {
	parts := map[part]*open{}
	for _, u := range units {
		if u.bundled {
			continue
		}
		key := part{s.region(u.file), u.language.Calls()}
		if parts[key] == nil {
			parts[key] = &open{constants: map[string]bool{}, functions: map[string]bool{}, named: map[string]int{}, units: map[string]*unit{}}
		}
		o := parts[key]
		o.units[u.file] = u
		for _, h := range reaching(u.result.Helpers) {
			h.Package = s.packageNamed(u.file)
			o.add(h)
		}
		if len(o.roles) < maxWords {
			o.roles = append(o.roles, u.result.Roles...)
		}
		o.seek(&u.result, o.functions)
		for _, name := range u.result.Wanted {
			if len(o.constants) < maxWords {
				o.constants[name] = true
			}
		}
	}
	for key, o := range parts { // in any order
		if o.isSettled() && !o.hasOffers() {
			delete(parts, key)
		}
	}
	files := s.filesOf(parts)
	order := slices.Collect(maps.Keys(parts))
	sorting.By(order, func(a, b part) int { // the large ones first
		return cmp.Or(len(files[b])-len(files[a]), strings.Compare(a.region, b.region), strings.Compare(a.language, b.language))
	})
	work, slots := make(chan part), make(chan struct{}, runtime.GOMAXPROCS(0))
	var mutex sync.Mutex
	var workers sync.WaitGroup
	for range runtime.GOMAXPROCS(0) {
		workers.Go(func() {
			for key := range work {
				second := &secondLook{survey: s, open: parts[key], files: files[key], memory: options.Memory, slots: slots}
				added := options.Memory.second(s, key, second)
				mutex.Lock()
				units = append(units, added...)
				mutex.Unlock()
			}
		})
	}
	for _, key := range order {
		work <- key
	}
	close(work)
	workers.Wait()
	return s.collect(units)
}

// reaching returns the helpers that other files may call.
func reaching(helpers []*reads.Helper) (list []*reads.Helper) {
	for _, h := range helpers {
		if h.Exported {
			list = append(list, h)
		}
	}
	return list
}

// collect returns the reads of all units, and for helpers that nothing calls
// the read inside them.
func (s *Survey) collect(units []*unit) (all []reads.Read) {
	calls := map[string]int{}
	key := func(h *reads.Helper) string { return h.File + "\x00" + h.Owner + "\x00" + h.Name }
	for _, u := range units {
		for h, n := range u.result.Calls { // in any order
			calls[key(h)] += n
		}
	}
	for _, u := range units {
		list := u.result.Reads
		for _, h := range u.result.Helpers {
			if calls[key(h)] == 0 && !h.Alias() {
				list = append(list, h.Inside...)
			}
		}
		for _, r := range list {
			all = append(all, s.placed(r, u.file, u.component))
		}
	}
	s.noteSets(units, all)
	return all
}

// placed returns a read with where it is, and its scope.
func (s *Survey) placed(r reads.Read, file, component string) reads.Read {
	r.File, r.Component = file, component
	if configured := s.Config.ScopeOf(file); configured != "" {
		r.Scope = configured
	} else if scope := scopeOf(file); r.Scope == "" || scope == reads.Test {
		r.Scope = scope
	}
	return r
}

// filesOf lists the files of the parts in question, by their number.
func (s *Survey) filesOf(parts map[part]*open) map[part][]int {
	files := map[part][]int{}
	if len(parts) == 0 {
		return files
	}
	for n, f := range s.Tree.Files {
		l := s.languages[n]
		if l == nil {
			continue
		}
		key := part{s.region(f.Path), l.Calls()}
		if parts[key] != nil {
			files[key] = append(files[key], n)
		}
	}
	return files
}

// secondLook is the second look at one part.
type secondLook struct {
	survey *Survey
	open   *open
	files  []int
	memory *Memory
	wanted string          // the names of open.constants, for the memory
	failed []string        // files that the engine gave up on
	using  []bool          // the files that may use what is offered, as far as that was looked for
	looked []*reads.Offers // those
	slots  chan struct{}   // as many files are looked at at once, of all parts, as there are processors
}

// path returns the path of the n-th file.
func (s *secondLook) path(n int) string { return s.survey.Tree.Files[s.files[n]].Path }

func (s *secondLook) take() (added []*unit) {
	known := &reads.Context{Marks: s.marks, Read: s.text}
	if !s.open.isSettled() {
		added, known = s.settle()
	}
	s.thirdLook(known)
	return added
}

// settle finds what the files mean by names of others, and returns what is known of these in the
// end.
func (s *secondLook) settle() (added []*unit, all *reads.Context) {
	s.noteWanted()
	s.looked = plain(s.offers())
	found := s.find(definitions(s.open.constants), calledWords(s.survey.known, s.open.helpers), functionWords(s.sought(s.open.functions)), roleWords(s.open.roles), calledWords(s.survey.known, s.open.ofTests), usingWords(s.looked))
	s.using = found[5]
	calling := found[1]
	constants := s.constants(found[0])
	functions := s.functions(found[2], s.open.functions)
	helpers, ofTests, known := append(slices.Clip(s.open.helpers), functions...), s.open.ofTests, s.open.roles
	answered := namesOf(functions)
	for n := range s.files {
		u := s.open.units[s.path(n)]
		calling[n] = calling[n] || found[3][n] || found[4][n] && s.isTest(n) || u != nil && u.isAnswered(constants, answered)
	}
	for round := 0; round < maxRounds; round++ {
		var found, foundByTests []*reads.Helper
		var roles []declare.Role
		asked := asked{constants: map[string]bool{}, functions: map[string]bool{}}
		context := &reads.Context{Constants: constants, Helpers: helpers, Roles: known, Marks: s.marks, Read: s.text}
		forTests := context
		if len(ofTests) > 0 {
			forTests = &reads.Context{Constants: constants, Helpers: slices.Concat(helpers, ofTests), Roles: known, Marks: s.marks, Read: s.text}
		}
		results := s.analyse(calling, context, forTests)
		for n, result := range results {
			if result == nil {
				continue
			}
			file, l := s.path(n), s.survey.languages[s.files[n]]
			if result.Problem != "" {
				s.fail(file, result.Problem)
				continue
			}
			u := s.open.units[file]
			if u == nil {
				if len(result.Reads) == 0 && len(result.Helpers) == 0 && len(result.Roles) == 0 && len(result.Sought) == 0 {
					continue
				}
				u = &unit{file: file, component: s.survey.Tree.ComponentOf(file).Name, language: l}
				s.open.units[file] = u
				added = append(added, u)
			}
			for _, h := range newHelpers(u.result.Helpers, result.Helpers) {
				h.Package = s.survey.packageNamed(u.file)
				if isOfTests(h) {
					foundByTests = append(foundByTests, h)
				} else {
					found = append(found, h)
				}
			}
			roles = append(roles, newRoles(known, result.Roles)...)
			u.result = *result
			s.open.ask(result, &asked)
		}
		found, foundByTests = reaching(found), reaching(foundByTests)
		if len(found)+len(foundByTests) == 0 && len(roles) == 0 && asked.empty() || round+1 == maxRounds {
			break
		}
		s.noteWanted()
		holding := s.find(calledWords(s.survey.known, found), roleWords(roles), definitions(asked.constants), functionWords(s.sought(asked.functions)), calledWords(s.survey.known, foundByTests))
		answers := s.constants(holding[2])
		functions := s.functions(holding[3], asked.functions)
		maps.Copy(answers, constants) // what was known stays
		constants = answers
		helpers, known = append(append(helpers, found...), functions...), append(slices.Clip(known), roles...)
		ofTests = append(slices.Clip(ofTests), foundByTests...)
		answered := namesOf(functions)
		for n := range calling {
			u := s.open.units[s.path(n)]
			calling[n] = holding[0][n] || holding[1][n] || holding[4][n] && s.isTest(n) || u != nil && !asked.empty() && u.isAnswered(constants, answered)
		}
	}
	return added, &reads.Context{Constants: constants, Helpers: helpers, Roles: known, Marks: s.marks, Read: s.text}
}

// isTest reports whether the n-th file is one of tests.
func (s *secondLook) isTest(n int) bool { return scopeOf(s.path(n)) == reads.Test }

// fail notes, once, that a file is not known as well as the others.
func (s *secondLook) fail(file, problem string) {
	if slices.Contains(s.failed, file) {
		return
	}
	s.failed = append(s.failed, file)
	s.survey.skip(tree.Skip{Path: file, Reason: problem, Unknown: true})
}

// text returns the text of a file, or nil where it cannot be read.
func (s *secondLook) text(file string) []byte {
	in := s.survey.Tree.Reader()
	defer in.Close()
	src, err := in.Read(file)
	if err != nil {
		s.survey.note(file, err)
		return nil
	}
	return bytes.Clone(src)
}

// marks returns where a file was looked at before.
func (s *secondLook) marks(file string) []int32 {
	if u := s.open.units[file]; u != nil {
		return u.result.Marks
	}
	return nil
}

// isAnswered reports whether something that was left open in a file is known.
func (u *unit) isAnswered(constants map[string]string, functions map[string]bool) bool {
	return slices.ContainsFunc(u.result.Wanted, func(name string) bool { _, known := constants[lastName(name)]; return known }) ||
		slices.ContainsFunc(u.result.Sought, func(name string) bool { return functions[lastName(name)] })
}

// lastName returns the last of names with dots between them.
func lastName(name string) string { return name[strings.LastIndexByte(name, '.')+1:] }

// ownerOf returns what is before the last name, or "".
func ownerOf(name string) string { return name[:max(strings.LastIndexByte(name, '.'), 0)] }

// definitions returns the words that wanted constants are defined by.
func definitions(constants map[string]bool) *wordSet {
	owners := map[string][]string{}
	for name := range constants { // in any order
		owners[lastName(name)] = append(owners[lastName(name)], ownerOf(name))
	}
	return definedWords(owners)
}

// constants returns the constants that files of the part define.
func (s *secondLook) constants(defining []bool) map[string]string {
	known, clash := map[string]string{}, map[string]bool{}
	var mutex sync.Mutex
	s.sideBySide(defining, func(n int, in *tree.Reader) {
		values := s.constantsOf(n, in)
		mutex.Lock()
		defer mutex.Unlock()
		for name, value := range values { // in any order
			if other, found := known[name]; found && other != value {
				clash[name] = true
			}
			known[name] = value
		}
	})
	for name := range clash { // in any order: two files mean different things by it
		delete(known, name)
	}
	return known
}

// constantsOf returns the constants that one file defines.
func (s *secondLook) constantsOf(n int, in *tree.Reader) map[string]string {
	id := s.survey.Tree.ID(s.path(n))
	if values, known := s.memory.constantsOf(s.path(n), id, s.wanted); known {
		return values
	}
	src, err := in.Read(s.path(n))
	if err != nil {
		s.survey.note(s.path(n), err)
		return nil
	}
	values := s.survey.languages[s.files[n]].Constants(src, s.open.constants)
	s.memory.keepConstants(s.path(n), id, s.wanted, values)
	return values
}

// sideBySide calls f for the chosen files of the part, by all processors.
func (s *secondLook) sideBySide(chosen []bool, f func(n int, in *tree.Reader)) {
	var list []int
	for n, is := range chosen {
		if is {
			list = append(list, n)
		}
	}
	const chunk = 1 // that few files are shared out well, and a large one holds nothing up
	withReaders(s.survey.Tree, len(list), chunk, func(n int, in *tree.Reader) {
		s.slots <- struct{}{}
		defer func() { <-s.slots }()
		f(list[n], in)
	})
}

// find tells, in one reading by all processors, which files of the part hold
// a word of each set.
func (s *secondLook) find(sets ...*wordSet) (holding [][]bool) {
	const chunk = 32 // files that mostly lie in one folder
	for range sets {
		holding = append(holding, make([]bool, len(s.files)))
	}
	words := searchFor(sets...)
	withReaders(s.survey.Tree, len(s.files), chunk, func(n int, in *tree.Reader) {
		src, err := in.Read(s.path(n))
		if err != nil {
			s.survey.note(s.path(n), err)
			return
		}
		held := words.in(s.survey.languages[s.files[n]], s.path(n), src)
		if held == 0 || tree.IsBundle(s.path(n), src) {
			return
		}
		for i := range sets {
			holding[i][n] = held>>i&1 != 0
		}
	})
	return holding
}

// analyse looks at the chosen files of the part again.
func (s *secondLook) analyse(chosen []bool, context, forTests *reads.Context) []*reads.Result {
	results := make([]*reads.Result, len(s.files))
	s.sideBySide(chosen, func(n int, in *tree.Reader) {
		src, err := in.Read(s.path(n))
		if err != nil {
			s.survey.note(s.path(n), err)
			return
		}
		context := context
		if s.isTest(n) {
			context = forTests
		}
		result := analyse(s.survey.languages[s.files[n]], s.path(n), src, context)
		results[n] = &result
	})
	return results
}

// newRoles gives the roles of found that are not known.
func newRoles(known, found []declare.Role) (added []declare.Role) {
	for _, role := range found {
		if !slices.Contains(known, role) {
			added = append(added, role)
		}
	}
	return added
}

// newHelpers returns the helpers of after that before has not.
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
