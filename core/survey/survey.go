// Package survey takes stock of a tree: it lists the files, finds the reads
// in all of them side by side, and brings contract and environments together.
package survey

import (
	"cmp"
	"errors"
	"runtime"
	"slices"
	"strings"
	"sync"
	"sync/atomic"

	"inzicht/core/config"
	"inzicht/core/contract"
	"inzicht/core/environment"
	"inzicht/core/language"
	"inzicht/core/reads"
	"inzicht/core/secrecy"
	"inzicht/core/tree"
)

// Options says what to look at.
type Options struct {
	tree.Options
	// Progress is told now and then how many of all files are done; it may be
	// nil, and is called from one goroutine at a time.
	Progress func(done, all int)
	// ReadsOnly tells to find reads only, without environments.
	ReadsOnly bool
	// ConfigFile is read in place of inzicht.toml in the root, where given.
	ConfigFile string
	// Keep is a folder in which to keep what was found, so that the next survey
	// need not read again what has not changed; nothing is kept where empty.
	Keep string
	// Surroundings are NAME=value of who runs this; compose files interpolate them.
	Surroundings []string
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

	languages  []*reads.Language // of each file, by its name
	noted      []fileRead        // of each file
	regions    map[string]string // by folder, as far as asked
	regionLock sync.Mutex
	search     *secrecy.Search
	watched    []watched
}

// Take surveys the tree below dir. What cannot be taken is a *tree.PathError
// or a *config.Error.
func Take(dir string, options Options) (*Survey, error) {
	c, err := config.Read(dir, options.ConfigFile)
	if err != nil {
		return nil, err
	}
	if err := c.Compile(); err != nil {
		return nil, err
	}
	options.Components, options.Excluded = c.TreeComponents(), c.ExcludesFile
	t, err := tree.Open(dir, options.Options)
	if err != nil {
		return nil, err
	}
	s := &Survey{Tree: t, Skipped: t.Skipped, Config: c}
	if !options.ReadsOnly {
		if err := s.discover(options); err != nil {
			return nil, err
		}
		s.watch()
	}
	s.read(options)
	s.Reads = slices.DeleteFunc(s.Reads, func(r reads.Read) bool { return r.Name != "" && c.ExcludesVariable(r.Name) })
	slices.SortStableFunc(s.Reads, func(a, b reads.Read) int { return strings.Compare(a.File, b.File) })
	s.Contract = contract.Build(s.Reads)
	s.Contract.State(statements(c))
	if !options.ReadsOnly {
		s.Environments.Drop(func(name string) bool { return s.Contract.Lookup(name) != nil || s.Contract.Covers(name) != nil })
	}
	slices.SortFunc(s.Skipped, func(a, b tree.Skip) int { return strings.Compare(a.Path, b.Path) })
	return s, nil
}

// discover finds the environments.
func (s *Survey) discover(options Options) (err error) {
	s.Environments, err = environment.Discover(s.Tree, environment.Options{Declared: s.Config.Declared(), Surroundings: options.Surroundings})
	var spec *environment.SpecError
	if errors.As(err, &spec) {
		return &config.Error{File: s.Config.At(spec.What), Reason: spec.Error(), Hint: spec.Hint}
	}
	return err
}

// statements gives what the configuration states of variables.
func statements(c *config.Config) (list []contract.Statement) {
	for name, v := range c.Variables {
		list = append(list, contract.Statement{Name: name, Need: reads.Need(v.Need), Kind: reads.Kind(v.Kind), Allowed: v.Allowed, Secret: v.Secret, About: v.About})
	}
	return list
}

// batch is the files of one folder that are to be read.
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

// batches groups the files worth opening by folder.
func (s *Survey) batches(k *kept) (list []batch, files int) {
	looking := !s.search.Empty()
	for n, f := range s.Tree.Files {
		source := (s.languages[n] != nil || mayBeScript(f.Path)) && !k.has(n)
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

// mayBeScript tells whether a file without an ending may name its language in
// its first line.
func mayBeScript(file string) bool {
	base := file[strings.LastIndexByte(file, '/')+1:]
	return !strings.Contains(base, ".") && base != "LICENSE" && base != "README" && base != "Makefile"
}

// read finds the reads of all files, one worker a processor.
func (s *Survey) read(options Options) {
	s.languages = make([]*reads.Language, len(s.Tree.Files))
	sideBySide(len(s.Tree.Files), func(n int) { s.languages[n] = language.Of(s.Tree.Files[n].Path) })
	k := s.recall(options)
	list, files := s.batches(k)
	s.noted = make([]fileRead, len(s.Tree.Files))
	var skipped []tree.Skip
	var units []*unit
	var next, done atomic.Int64
	var mutex sync.Mutex
	var workers sync.WaitGroup
	for range runtime.GOMAXPROCS(0) {
		workers.Go(func() {
			w := worker{options: options, tree: s.Tree, survey: s}
			if w.root, w.problem = tree.OpenFolder(s.Tree.Root, ""); w.problem == nil {
				defer w.root.Close()
			}
			for {
				n := int(next.Add(1)) - 1
				if n >= len(list) {
					break
				}
				w.batch(list[n])
				count := done.Add(int64(len(list[n].files)))
				if options.Progress != nil && mutex.TryLock() {
					options.Progress(int(count), files)
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
	slices.SortFunc(s.Leaks, func(a, b Leak) int {
		return cmp.Or(strings.Compare(a.File, b.File), a.Line-b.Line, a.Column-b.Column, strings.Compare(a.Variable, b.Variable))
	})
	slices.SortFunc(units, func(a, b *unit) int { return strings.Compare(a.file, b.file) })
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
	root    *tree.Folder
	problem error // the root cannot be opened
	options Options
	tree    *tree.Tree
	survey  *Survey
	buffer  []byte

	leaks   []Leak
	units   []*unit
	skipped []tree.Skip
}

func (w *worker) batch(b batch) {
	folder, err := w.root, w.problem
	if err == nil && b.folder != "" {
		if folder, err = w.root.Open(b.folder); err == nil {
			defer folder.Close()
		}
	}
	if err != nil {
		w.skipped = append(w.skipped, tree.Skip{Path: cmp.Or(b.folder, "."), Reason: reasonOf(err)})
		return
	}
	for _, f := range b.files {
		w.file(folder, w.tree.Files[f.number].Path, f)
	}
}

func (w *worker) file(folder *tree.Folder, file string, f batchFile) {
	src, err := folder.ReadFile(file[strings.LastIndexByte(file, '/')+1:], w.buffer)
	if cap(src) > cap(w.buffer) {
		w.buffer = src[:0]
	}
	if err != nil {
		if f.source {
			w.skipped = append(w.skipped, tree.Skip{Path: file, Reason: reasonOf(err)})
		}
		return
	}
	if f.watched {
		w.leaksIn(file, src)
	}
	if !f.source {
		return
	}
	l := w.survey.languages[f.number]
	if l == nil {
		if l = language.OfScript(src[:min(len(src), 200)]); l == nil {
			return
		}
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
	u := &unit{file: file, component: w.tree.ComponentOf(file).Name, language: l, result: analyse(l, file, src, context)}
	if u.result.Problem != "" {
		w.skipped = append(w.skipped, tree.Skip{Path: file, Reason: u.result.Problem})
	}
	w.units = append(w.units, u)
}

// analyse finds the reads of one file. A mistake of the engine costs that
// file, which is named, and not the whole survey.
func analyse(l *reads.Language, file string, src []byte, context *reads.Context) (r reads.Result) {
	defer func() {
		if recover() != nil {
			r = reads.Result{Problem: "the engine failed on this file; please report it"}
		}
	}()
	return l.Analyse(file, src, context)
}

func reasonOf(err error) string {
	reason := err.Error()
	switch {
	case strings.Contains(reason, "permission denied"):
		return "it may not be read"
	case strings.Contains(reason, "too many levels of symbolic links"), strings.Contains(reason, "not a directory"):
		return "a link, which is not followed"
	case strings.Contains(reason, "no such file"):
		return "git names it, but it is not there"
	}
	return reason
}
