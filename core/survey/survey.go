// Package survey takes stock of a tree: it lists the files, finds the reads
// in all of them side by side, and brings contract and environments together.
package survey

import (
	"path"
	"path/filepath"
	"runtime"
	"slices"
	"strings"
	"sync"
	"sync/atomic"

	"inzicht/core/contract"
	"inzicht/core/envfile"
	"inzicht/core/environment"
	"inzicht/core/language"
	"inzicht/core/reads"
	"inzicht/core/tree"
)

// Options says what to look at.
type Options struct {
	tree.Options
	// Progress is told now and then how many of all files are done; it may be
	// nil, and is called from one goroutine at a time.
	Progress func(done, all int)
	// Reads tells to find reads only, without environments.
	ReadsOnly bool
}

// Survey is all that is known of a tree.
type Survey struct {
	Tree         *tree.Tree
	Config       *Config
	Reads        []reads.Read // by file, line and column
	Contract     *contract.Contract
	Environments *environment.Set
	Skipped      []tree.Skip // what was left out or could not be read
	Sources      int         // files in a known language
	Bytes        int64       // their size
}

// Take surveys the tree below dir.
func Take(dir string, options Options) (*Survey, error) {
	t, err := tree.Open(dir, options.Options)
	if err != nil {
		return nil, err
	}
	config, err := readConfig(t.Root)
	if err != nil {
		return nil, err
	}
	if err := config.compile(); err != nil {
		return nil, err
	}
	s := &Survey{Tree: t, Skipped: t.Skipped, Config: config}
	s.read(options)
	slices.SortStableFunc(s.Reads, func(a, b reads.Read) int { return strings.Compare(a.File, b.File) })
	s.Contract = contract.Build(s.Reads)
	if !options.ReadsOnly {
		s.Environments = environment.Discover(s.envFiles())
	}
	slices.SortFunc(s.Skipped, func(a, b tree.Skip) int { return strings.Compare(a.Path, b.Path) })
	return s, nil
}

// batch is the files of one folder that are to be read.
type batch struct {
	folder string
	files  []string // base names
}

// batches groups the files worth opening by folder.
func (s *Survey) batches() (list []batch, files int) {
	for _, f := range s.Tree.Files {
		if language.Of(f.Path) == nil && path.Ext(f.Path) != "" {
			continue
		}
		if language.Of(f.Path) == nil && !mayBeScript(f.Path) {
			continue
		}
		folder := path.Dir(f.Path)
		if n := len(list); n == 0 || list[n-1].folder != folder || len(list[n-1].files) >= 256 {
			list = append(list, batch{folder: folder})
		}
		last := &list[len(list)-1]
		last.files = append(last.files, path.Base(f.Path))
		files++
	}
	return list, files
}

// mayBeScript tells whether a file without an ending may name its language in
// its first line.
func mayBeScript(file string) bool {
	base := path.Base(file)
	return !strings.Contains(base, ".") && base != "LICENSE" && base != "README" && base != "Makefile"
}

// read finds the reads of all files, one worker a processor.
func (s *Survey) read(options Options) {
	list, files := s.batches()
	var units []*unit
	var next, done atomic.Int64
	var mutex sync.Mutex
	var workers sync.WaitGroup
	for range runtime.GOMAXPROCS(0) {
		workers.Go(func() {
			w := worker{root: s.Tree.Root, options: options, tree: s.Tree}
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
			s.Skipped = append(s.Skipped, w.skipped...)
			s.Sources += w.sources
			s.Bytes += w.bytes
		})
	}
	workers.Wait()
	slices.SortFunc(units, func(a, b *unit) int { return strings.Compare(a.file, b.file) })
	s.Reads = s.resolve(units, options)
}

// worker reads files into one buffer.
type worker struct {
	root    string
	options Options
	tree    *tree.Tree
	buffer  []byte

	units   []*unit
	skipped []tree.Skip
	sources int
	bytes   int64
}

func (w *worker) batch(b batch) {
	folder, err := tree.OpenFolder(w.root, strings.TrimPrefix(b.folder, "."))
	if err != nil {
		w.skipped = append(w.skipped, tree.Skip{Path: b.folder, Reason: reasonOf(err)})
		return
	}
	defer folder.Close()
	for _, name := range b.files {
		w.file(folder, path.Join(b.folder, name))
	}
}

func (w *worker) file(folder *tree.Folder, file string) {
	src, err := folder.ReadFile(path.Base(file), w.buffer)
	if cap(src) > cap(w.buffer) {
		w.buffer = src[:0]
	}
	if err != nil {
		w.skipped = append(w.skipped, tree.Skip{Path: file, Reason: reasonOf(err)})
		return
	}
	l := language.Of(file)
	if l == nil {
		if l = language.OfScript(src[:min(len(src), 200)]); l == nil {
			return
		}
	}
	w.sources++
	w.bytes += int64(len(src))
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

// envFiles reads the env files of the tree.
func (s *Survey) envFiles() (list []environment.Source) {
	for _, f := range s.Tree.Files {
		if _, isEnv := tree.EnvFileName(f.Path); !isEnv {
			continue
		}
		folder, err := tree.OpenFolder(s.Tree.Root, strings.TrimPrefix(path.Dir(f.Path), "."))
		if err != nil {
			s.Skipped = append(s.Skipped, tree.Skip{Path: f.Path, Reason: reasonOf(err)})
			continue
		}
		src, err := folder.ReadFile(filepath.Base(f.Path), nil)
		folder.Close()
		if err != nil {
			s.Skipped = append(s.Skipped, tree.Skip{Path: f.Path, Reason: reasonOf(err)})
			continue
		}
		list = append(list, environment.Source{
			File: f.Path, Component: s.Tree.ComponentOf(f.Path), Tracked: f.Tracked, Document: envfile.Parse(src),
		})
	}
	return list
}
