package survey

import (
	"crypto/sha256"
	"fmt"
	"sync"

	"inzicht/core/git"
	"inzicht/core/history"
	"inzicht/core/tree"
)

// Memory is what the first look found in files, by their contents. Surveys of
// two states of a tree share it, one after the other, so that what is the same
// in both is looked at once.
type Memory struct {
	Same history.Same

	mutex     sync.Mutex
	mark      string
	files     map[memoryKey]remembered
	constants map[constantsKey]map[string]string
	parts     map[[sha256.Size]byte][]unit // what the second look found, by all that a part holds
}

// memoryKey is a file with its contents, as git knows them.
type memoryKey struct{ file, id string }

// constantsKey is a file with the names that were looked for in it.
type constantsKey struct {
	memoryKey
	wanted string
}

// remembered is what one file held.
type remembered struct {
	read fileRead
	unit *unit // nil where it holds nothing
	skip *tree.Skip
}

// begin forgets everything where files are read by other rules than before.
func (m *Memory) begin(configuration string, noSkip bool) {
	if m == nil {
		return
	}
	mark := configuration
	if noSkip {
		mark += "\x00"
	}
	if m.files == nil || m.mark != mark {
		m.mark, m.files, m.parts = mark, map[memoryKey]remembered{}, map[[sha256.Size]byte][]unit{}
		m.constants = map[constantsKey]map[string]string{}
	}
}

// remembers takes up what a file held before, if it held the same.
func (w *worker) remembers(id, file string, f batchFile) bool {
	if id == "" {
		return false
	}
	m := w.options.Memory
	m.mutex.Lock()
	known, found := m.files[memoryKey{file, id}]
	m.mutex.Unlock()
	if !found {
		return false
	}
	w.survey.noted[f.number] = known.read
	if known.skip != nil {
		w.skipped = append(w.skipped, *known.skip)
	}
	if known.unit != nil {
		again := *known.unit // its component may be another, and so may be what the second look finds
		again.component = w.tree.ComponentOf(file).Name
		w.units = append(w.units, &again)
	}
	return true
}

// remember keeps what was just found in a file: the last of what the worker has.
func (w *worker) remember(id, file string, f batchFile, src []byte) {
	m := w.options.Memory
	if m == nil {
		return
	}
	if id == "" {
		id = git.BlobID(src, gitLetters)
	}
	r := remembered{read: w.survey.noted[f.number]}
	if n := len(w.units); n > 0 && w.units[n-1].file == file {
		own := *w.units[n-1]
		r.unit = &own
	}
	if n := len(w.skipped); n > 0 && w.skipped[n-1].Path == file {
		skip := w.skipped[n-1]
		r.skip = &skip
	}
	m.mutex.Lock()
	m.files[memoryKey{file, id}] = r
	m.mutex.Unlock()
}

// gitLetters is how long the names are that git gives to contents, in most
// repositories.
const gitLetters = 40

// second takes the second look at a part, or takes up what it found before in
// files that hold the same.
func (m *Memory) second(s *Survey, key part, look *secondLook) (added []*unit) {
	mark, known := m.markOf(s, key, look)
	if !known {
		return look.take()
	}
	m.mutex.Lock()
	units, found := m.parts[mark]
	m.mutex.Unlock()
	if found {
		return look.again(units)
	}
	if added = look.take(); len(look.failed) > 0 {
		return added
	}
	for _, u := range look.open.units { // in any order
		units = append(units, *u)
	}
	m.mutex.Lock()
	m.parts[mark] = units
	m.mutex.Unlock()
	return added
}

// markOf returns what the contents of all files of a part are known by, if
// they are.
func (m *Memory) markOf(s *Survey, key part, look *secondLook) (mark [sha256.Size]byte, known bool) {
	if m == nil {
		return mark, false
	}
	sum := sha256.New()
	fmt.Fprintf(sum, "%s\x00%s\x00", key.region, key.language)
	for n := range look.files {
		id := s.Tree.ID(look.path(n))
		if id == "" {
			return mark, false
		}
		fmt.Fprintf(sum, "%s\x00%s\x00", look.path(n), id)
	}
	return [sha256.Size]byte(sum.Sum(nil)), true
}

// again returns the units of a part what an earlier second look found in them,
// and returns those that only it has found.
func (s *secondLook) again(units []unit) (added []*unit) {
	for _, known := range units {
		u := s.open.units[known.file]
		if u == nil {
			u = &unit{file: known.file, component: s.survey.Tree.ComponentOf(known.file).Name, language: known.language}
			added = append(added, u)
		}
		u.result = known.result
	}
	return added
}

// constantsOf returns which of the wanted constants a file was found to define.
func (m *Memory) constantsOf(file, id, wanted string) (values map[string]string, known bool) {
	if m == nil || id == "" {
		return nil, false
	}
	m.mutex.Lock()
	defer m.mutex.Unlock()
	values, known = m.constants[constantsKey{memoryKey{file, id}, wanted}]
	return values, known
}

func (m *Memory) keepConstants(file, id, wanted string, values map[string]string) {
	if m == nil || id == "" {
		return
	}
	m.mutex.Lock()
	m.constants[constantsKey{memoryKey{file, id}, wanted}] = values
	m.mutex.Unlock()
}
