// Package survey takes stock of a tree: it lists the files, finds the reads
// in all of them side by side, and brings contract and environments together.
package survey

import (
	"cmp"
	"errors"
	"maps"
	"runtime"
	"slices"
	"strings"
	"sync"
	"sync/atomic"

	"inzicht/core/config"
	"inzicht/core/contract"
	"inzicht/core/environment"
	"inzicht/core/files"
	"inzicht/core/language"
	"inzicht/core/reads"
	"inzicht/core/secrecy"
	"inzicht/core/sorting"
	"inzicht/core/syntax"
	"inzicht/core/tree"
)

// Options says what to look at.
type Options struct {
	tree.Options
	// Progress is told now and then how far the survey has come; it may be nil. It
	// is called by one goroutine at a time.
	Progress func(Progress)
	// ReadsOnly tells to find reads only, without environments.
	ReadsOnly bool
	// ConfigFile is read in place of inzicht.toml in the root, where given.
	ConfigFile string
	// Keep is a folder in which to keep what was found, so that the next survey
	// need not read again what has not changed; nothing is kept where empty.
	Keep string
	// Memory keeps what files hold for further surveys of this run, of other
	// states of the tree; it may be nil.
	Memory *Memory
	// Unwatched tells not to look for secrets in other files.
	Unwatched bool
	// Surroundings are NAME=value of who runs this, where compose files and env
	// files are to be filled in from them.
	Surroundings []string
	// Present are NAME=value of who runs this, where the configuration may name
	// live processes; otherwise nil.
	Present []string

	within bool // this survey is taken for another
}

// Survey is all that is known of a tree.
type Survey struct {
	Tree         *tree.Tree
	Config       *config.Config
	Reads        []reads.Read // by file, line and column
	Contract     *contract.Contract
	Environments *environment.All
	Skipped      []tree.Skip // what was left out or could not be read
	Leaks        []Leak      // secrets of private env files in other files
	Sources      int         // files in a known language
	Bytes        int64       // their size

	keepIn, common string        // where something may be kept, and what its marks are made with
	stamps         []files.Stamp // of each file, as far as asked

	known       *language.Set
	languages   []*reads.Language // of each file, by its name
	noted       []fileRead        // of each file
	regions     map[string]string // by folder, as far as asked
	links       map[string]string // of regions that are one, by folder
	packages    map[string]string // by folder, the names by which others of those import them
	regionLock  sync.Mutex
	search      *secrecy.Search
	watched     []watched
	uninstalled map[string]string // by component
	unread      sync.Mutex        // of Skipped, while files are read side by side
}

// Progress is how far a survey has come.
type Progress struct {
	Doing     string // listing, reading or following
	Files, Of int    // files that were read, of all
	Bytes     int64  // of those
}

// tell tells how far the survey has come, if anyone wants to know.
func (o *Options) tell(p Progress) {
	if o.Progress != nil {
		o.Progress(p)
	}
}

// Take surveys the tree below dir. What cannot be taken is a *tree.PathError
// or a *config.Error.
func Take(dir string, options Options) (*Survey, error) {
	c, err := readConfig(dir, options)
	if err != nil {
		return nil, err
	}
	known, err := c.Languages()
	if err != nil {
		return nil, err
	}
	options.Components, options.Excluded = c.TreeComponents(), c.ExcludesFile
	options.tell(Progress{Doing: "listing"})
	k := remember(dir, c, options)
	t, err := tree.Open(dir, options.Options)
	if err != nil {
		return nil, err
	}
	s := &Survey{Tree: t, Skipped: t.Skipped, Config: c, known: known}
	if !options.ReadsOnly {
		if err := s.discover(options); err != nil {
			return nil, err
		}
		if !options.Unwatched {
			s.watch()
		}
	}
	options.Memory.begin(c.Source(), options.NoSkip)
	s.read(options, k)
	if !options.ReadsOnly {
		s.takeLoaded(options)
	}
	s.widen(dir, options)
	s.dropMade()
	s.dropSourced()
	s.settleServed()
	s.Reads = slices.DeleteFunc(s.Reads, func(r reads.Read) bool { return r.Name != "" && c.ExcludesVariable(r.Name) })
	sorting.By(s.Reads, func(a, b reads.Read) int { return cmp.Or(strings.Compare(a.File, b.File), a.Line-b.Line) })
	s.Contract = contract.Build(s.Reads)
	s.Contract.State(statements(c))
	s.markSecrets()
	if !options.ReadsOnly {
		s.Environments.Drop(func(name string) bool { return s.Contract.Lookup(name) != nil || s.Contract.Covers(name) != nil })
	}
	sorting.By(s.Skipped, func(a, b tree.Skip) int {
		return cmp.Or(strings.Compare(a.Path, b.Path), strings.Compare(a.Reason, b.Reason))
	})
	s.Skipped = slices.Compact(s.Skipped)
	return s, nil
}

// readConfig reads the configuration of the tree as it is, or of the earlier
// state that is asked about.
func readConfig(dir string, options Options) (*config.Config, error) {
	if options.ConfigFile != "" || options.Past == nil {
		return config.Read(dir, options.ConfigFile)
	}
	if !options.Past.Has(config.Name) {
		return &config.Config{}, nil
	}
	src, err := options.Past.Read(config.Name, nil)
	if err != nil {
		return nil, &config.Error{File: config.Name, Reason: "it could not be read at that revision: " + files.Reason(err), Hint: "Check that the repository is whole: git fsck."}
	}
	return config.Parse(config.Name, src)
}

// TableOf returns the lexical table of the language that a file is in, or nil
// where it has none.
func (s *Survey) TableOf(file string) *syntax.Table {
	n := s.Tree.Number(file)
	if n < 0 || s.languages[n] == nil || s.languages[n].Own != nil {
		return nil
	}
	return s.languages[n].Table
}

// Refused returns what is there and could not be looked at, though it should
// have been: a result without it is not whole.
func (s *Survey) Refused() (list []tree.Skip) {
	for _, skip := range s.Skipped {
		if skip.Refused {
			list = append(list, skip)
		}
	}
	return list
}

// Unknown returns the files that may hold reads which are not known, since they
// are too large or could not be understood.
func (s *Survey) Unknown() (list []tree.Skip) {
	for _, skip := range s.Skipped {
		if skip.Unknown {
			list = append(list, skip)
		}
	}
	return list
}

// note notes that a file could not be read. It may be called side by side.
func (s *Survey) note(file string, err error) {
	if !files.Refused(err) {
		return
	}
	s.skip(tree.Skip{Path: file, Reason: files.Reason(err), Refused: true})
}

// skip notes what was not looked at; it may be called side by side.
func (s *Survey) skip(skipped tree.Skip) {
	s.unread.Lock()
	defer s.unread.Unlock()
	s.Skipped = append(s.Skipped, skipped)
}

// discover finds the environments.
func (s *Survey) discover(options Options) (err error) {
	s.Environments, err = environment.Discover(s.Tree, environment.Options{Declared: s.Config.Declared(), Surroundings: options.Surroundings, Present: options.Present})
	var spec *environment.SpecError
	if errors.As(err, &spec) {
		return &config.Error{File: s.Config.At(spec.What), Reason: spec.Error(), Hint: spec.Hint}
	}
	return err
}

// markSecrets marks the reads of secrets: by their names, or as stated.
func (s *Survey) markSecrets() {
	for n := range s.Contract.Variables {
		v := &s.Contract.Variables[n]
		for i := range v.Reads {
			v.Reads[i].Secret = v.Secret
		}
	}
	for i := range s.Reads {
		r := &s.Reads[i]
		if v := s.Contract.Lookup(r.Name); v != nil {
			r.Secret = v.Secret
		} else {
			r.Secret = secrecy.IsSecretName(strings.Trim(r.Pattern, "*_"))
		}
	}
	for i := range s.Contract.Patterns {
		r := &s.Contract.Patterns[i]
		r.Secret = secrecy.IsSecretName(strings.Trim(r.Pattern, "*_"))
	}
}

// statements returns what the configuration states of variables.
func statements(c *config.Config) (list []contract.Statement) {
	for _, name := range slices.Sorted(maps.Keys(c.Variables)) {
		v := c.Variables[name]
		list = append(list, contract.Statement{Name: name, Need: reads.Need(v.Need), Kind: reads.Kind(v.Kind), Allowed: v.Allowed, Secret: v.Secret, About: v.About})
	}
	return list
}

// batch is files of one folder that are to be read.
type batch struct {
	folder string // "" for the root
	files  []batchFile
}

type batchFile struct {
	number  int  // of the file in the tree
	watched bool // it is looked through for secrets
	source  bool // it may be in a known language
}

// sideBySide does f for all numbers below n, by all processors.
func sideBySide(n int, f func(n int)) {
	const chunk = 512
	var next atomic.Int64
	var workers sync.WaitGroup
	for range runtime.GOMAXPROCS(0) {
		workers.Go(func() {
			for from := int(next.Add(chunk)) - chunk; from < n; from = int(next.Add(chunk)) - chunk {
				for i := from; i < min(from+chunk, n); i++ {
					f(i)
				}
			}
		})
	}
	workers.Wait()
}

// withReaders calls f for all numbers below n, chunk of them at a time, by all
// processors, each with a reader of a tree.
func withReaders(t *tree.Tree, n, chunk int, f func(n int, in *tree.Reader)) {
	var next atomic.Int64
	var workers sync.WaitGroup
	for range runtime.GOMAXPROCS(0) {
		workers.Go(func() {
			in := t.Reader()
			defer in.Close()
			for from := int(next.Add(int64(chunk))) - chunk; from < n; from = int(next.Add(int64(chunk))) - chunk {
				for i := from; i < min(from+chunk, n); i++ {
					f(i, in)
				}
			}
		})
	}
	workers.Wait()
}

// batches groups the files worth opening by folder.
func (s *Survey) batches(k *kept) (list []batch, files int) {
	looking := !s.search.Empty()
	for n, f := range s.Tree.Files {
		source := s.mayHoldReads(n) && !k.has(n)
		if !source && !looking {
			continue
		}
		one := batchFile{number: n, watched: s.watches(f), source: source}
		if !one.source && !one.watched {
			continue
		}
		folder := f.Path[:max(strings.LastIndexByte(f.Path, '/'), 0)]
		if n := len(list); n == 0 || list[n-1].folder != folder || len(list[n-1].files) >= 256 {
			list = append(list, batch{folder: folder})
		}
		last := &list[len(list)-1]
		last.files = append(last.files, one)
		files++
	}
	return list, files
}

// mayHoldReads reports whether a file is looked at: it is in a language, or in one
// that is not understood, or may turn out to be.
func (s *Survey) mayHoldReads(n int) bool {
	file := s.Tree.Files[n].Path
	return s.languages[n] != nil || mayBeScript(file) || language.MayBeForeign(file)
}

// mayBeScript reports whether a file without an ending may name its language in
// its first line.
func mayBeScript(file string) bool {
	base := file[strings.LastIndexByte(file, '/')+1:]
	return !strings.Contains(base, ".") && base != "LICENSE" && base != "README" && base != "Makefile"
}

// read finds the reads of all files, one worker a processor, but of those that are kept.
func (s *Survey) read(options Options, k *kept) {
	s.languages = make([]*reads.Language, len(s.Tree.Files))
	sideBySide(len(s.Tree.Files), func(n int) { s.languages[n] = s.known.Of(s.Tree.Files[n].Path) })
	k.recall(s, options)
	list, files := s.batches(k)
	s.noted = make([]fileRead, len(s.Tree.Files))
	var skipped []tree.Skip
	var units []*unit
	var next, done, bytes atomic.Int64
	var mutex sync.Mutex
	var workers sync.WaitGroup
	for range runtime.GOMAXPROCS(0) {
		workers.Go(func() {
			w := worker{options: options, tree: s.Tree, survey: s, in: s.Tree.Reader()}
			defer w.in.Close()
			for {
				n := int(next.Add(1)) - 1
				if n >= len(list) {
					break
				}
				w.batch(list[n])
				count := done.Add(int64(len(list[n].files)))
				for _, f := range list[n].files {
					bytes.Add(int64(s.noted[f.number].size))
				}
				if options.Progress != nil && mutex.TryLock() {
					options.tell(Progress{"reading", int(count), files, bytes.Load()})
					mutex.Unlock()
				}
			}
			mutex.Lock()
			defer mutex.Unlock()
			units = append(units, w.units...)
			skipped = append(skipped, w.skipped...)
			s.Leaks = append(s.Leaks, w.leaks...)
		})
	}
	workers.Wait()
	sorting.By(s.Leaks, func(a, b Leak) int {
		return cmp.Or(strings.Compare(a.File, b.File), a.Line-b.Line, a.Column-b.Column, strings.Compare(a.Variable, b.Variable))
	})
	sorting.By(units, func(a, b *unit) int { return strings.Compare(a.file, b.file) })
	options.tell(Progress{"following", files, files, bytes.Load()})
	found := s.resolve(units, options)
	for _, f := range s.noted {
		if f.source {
			s.Sources++
			s.Bytes += int64(f.size)
		}
	}
	s.Reads, s.Skipped = append(s.Reads, found...), append(s.Skipped, skipped...)
	k.recalled(s)
	if len(list) > 0 {
		k.keep(s, found, skipped)
	}
}

// fileRead is what is noted of a file when it is read.
type fileRead struct {
	size   int32
	source bool // it was read, and is in a known language
}

// worker reads files into one buffer.
type worker struct {
	in      *tree.Reader
	options Options
	tree    *tree.Tree
	survey  *Survey

	leaks   []Leak
	units   []*unit
	skipped []tree.Skip
}

func (w *worker) batch(b batch) {
	for _, f := range b.files {
		w.file(w.tree.Files[f.number].Path, f)
	}
}

func (w *worker) file(file string, f batchFile) {
	id := ""
	if w.options.Memory != nil && !f.watched {
		if id = w.tree.ID(file); w.remembers(id, file, f) {
			return
		}
	}
	src, err := w.in.Read(file)
	if err != nil {
		if f.source || files.Refused(err) {
			w.skipped = append(w.skipped, tree.Skip{Path: file, Reason: files.Reason(err), Refused: files.Refused(err), Unknown: errors.Is(err, files.ErrTooLarge)})
		}
		return
	}
	if f.watched {
		w.leaksIn(file, src)
	}
	if f.source {
		w.look(file, f, src)
		w.remember(id, file, f, src)
	}
}

// look finds what a file holds.
func (w *worker) look(file string, f batchFile, src []byte) {
	l := w.survey.languages[f.number]
	if l == nil {
		l = w.survey.known.OfScript(src[:min(len(src), 200)])
	}
	if l == nil || language.MayBeForeign(file) {
		if name := language.Foreign(file, src); name != "" {
			w.skipped = append(w.skipped, tree.Skip{Path: file, Reason: "in " + name + ", which is not understood", Unknown: true})
			return
		}
	}
	if l == nil {
		return
	}
	read := &w.survey.noted[f.number]
	read.source, read.size = true, int32(len(src))
	if !l.Triggered(src) {
		return
	}
	var context *reads.Context
	if tree.IsBundle(file, src) {
		if !w.options.NoSkip {
			w.skipped = append(w.skipped, tree.Skip{Path: file, Reason: "minified or bundled"})
			return
		}
		context = &reads.Context{Bundled: true}
	}
	u := &unit{file: file, component: w.tree.ComponentOf(file).Name, language: l, bundled: context != nil, result: analyse(l, file, src, context)}
	if u.result.Problem != "" {
		w.skipped = append(w.skipped, tree.Skip{Path: file, Reason: u.result.Problem, Unknown: true})
	}
	w.units = append(w.units, u)
}

// functionsOf returns those of the wanted functions that a file defines.
func functionsOf(l *reads.Language, file string, src []byte, wanted map[string]bool) (list []*reads.Helper) {
	defer func() {
		if recover() != nil {
			list = nil // the file itself is looked at too, and named where that fails
		}
	}()
	return l.Functions(file, src, wanted)
}

// analyse finds the reads of one file. A mistake of the engine costs that
// file, which is named, and not the whole survey.
func analyse(l *reads.Language, file string, src []byte, context *reads.Context) (r reads.Result) {
	defer func() {
		if recover() != nil {
			r = reads.Result{Problem: "the engine failed on this file; please report it"}
		}
	}()
	r = l.Analyse(file, src, context)
	r.Reads = language.InSections(file, src, language.Stated(src, r.Reads))
	return r
}
