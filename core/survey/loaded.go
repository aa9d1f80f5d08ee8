package survey

import (
	"cmp"
	"strings"
	"sync"
	"sync/atomic"

	"inzicht/core/environment"
	"inzicht/core/files"
	"inzicht/core/loads"
	"inzicht/core/reads"
	"inzicht/core/sorting"
	"inzicht/core/tree"
)

// takeLoaded makes the env files that source loads by itself a part of the environments.
func (s *Survey) takeLoaded(options Options) {
	list := s.loads()
	if len(list) > 0 {
		s.Environments.Load(s.Tree, environment.Options{Surroundings: options.Surroundings}, list)
	}
}

// mayLoad reports whether a file may load env files that matter: those of tests do not.
func (s *Survey) mayLoad(n int) bool {
	l := s.languages[n]
	return l != nil && l.Own == nil && loads.May(l.Name) && scopeOf(s.Tree.Files[n].Path) != reads.Test
}

// mostLoads bounds how many calls that load env files are looked at.
const mostLoads = 1000

// loads returns what source loads by itself, in the order of the files.
func (s *Survey) loads() []loads.Load {
	return answered(s, question{what: "loads", of: s.Tree, stamps: s.stamps, wanted: s.mayLoad}, func() (list []loads.Load, whole bool) {
		var mutex sync.Mutex
		var refused atomic.Bool
		withReaders(s.Tree, len(s.Tree.Files), 64, func(n int, in *tree.Reader) {
			if !s.mayLoad(n) {
				return
			}
			file := s.Tree.Files[n].Path
			src, err := in.Read(file)
			if err != nil {
				refused.Store(refused.Load() || files.Refused(err))
				return
			}
			if !loads.MayBeIn(src) || tree.IsBundle(file, src) {
				return
			}
			found := loads.In(s.languages[n].Name, s.languages[n].Table, file, src)
			mutex.Lock()
			defer mutex.Unlock()
			list = append(list, found...)
		})
		sorting.By(list, func(a, b loads.Load) int { return cmp.Or(strings.Compare(a.File, b.File), a.Line-b.Line) })
		return list[:min(len(list), mostLoads)], !refused.Load()
	})
}
