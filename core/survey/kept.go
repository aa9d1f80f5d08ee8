package survey

import (
	"crypto/sha256"
	"encoding/binary"
	"encoding/gob"
	"encoding/hex"
	"fmt"
	"hash"
	"os"
	"path/filepath"
	"runtime"
	"sync"
	"sync/atomic"
	"time"

	"inzicht/core/reads"
	"inzicht/core/tree"
)

// What a survey found is kept in a folder of the user's own, so that the next
// one need not read again what has not changed. It is kept for each region and
// language, since that is as far as names reach: where one file of it changed,
// all of it is read again. The mark of a region is made of the marks of its
// files (size, times, number), of the configuration and of the program itself.

// kept is what is known from the last survey of the same tree.
type kept struct {
	file  string            // where it is kept
	marks map[string]string // the mark of each part of this tree now
	of    map[string]string // the part of each file
	old   map[string]*keptPart
	now   map[string]*keptPart // by mark
	young map[string]bool      // parts of which a file was written just now
}

// keptPart is what was found in one part.
type keptPart struct {
	Reads   []keptRead
	Skipped []tree.Skip
	Sources int
	Bytes   int64
}

// keptRead is a read in a form that is kept exactly: the encoding takes a
// fallback to nothing for none.
type keptRead struct {
	reads.Read
	FallsBack bool
}

func (r keptRead) read() reads.Read {
	if r.FallsBack && r.Fallback == nil {
		r.Fallback = new(string)
	}
	return r.Read
}

// maxKept is the size in bytes over which a file of kept results is not read.
const maxKept = 64 << 20

// recall marks the files of the tree and looks up what is known of them. It
// gives nil where nothing is to be kept.
func (s *Survey) recall(options Options) *kept {
	if options.Keep == "" {
		return nil
	}
	program, err := programMark()
	if err != nil {
		return nil
	}
	root := sha256.Sum256([]byte(s.Tree.Root))
	k := &kept{
		file: filepath.Join(options.Keep, hex.EncodeToString(root[:16])), marks: map[string]string{}, of: map[string]string{},
		old: map[string]*keptPart{}, now: map[string]*keptPart{}, young: map[string]bool{},
	}
	k.mark(s, fmt.Sprintf("%s\x00%v\x00%s", program, options.NoSkip, s.Config.Source()))
	k.read()
	return k
}

// programMark tells this program from one that was built later.
func programMark() (string, error) {
	name, err := os.Executable()
	if err != nil {
		return "", err
	}
	info, err := os.Stat(name)
	if err != nil {
		return "", err
	}
	return fmt.Sprint(name, info.Size(), info.ModTime().UnixNano()), nil
}

// mark works out the part of each source file, and the mark of each part.
func (k *kept) mark(s *Survey, common string) {
	var files []string
	scripts := map[string]bool{}    // regions with files that may be in any language
	var languages []*reads.Language // of each; nil for what may be a script
	for n, f := range s.Tree.Files {
		l := s.languages[n]
		if l == nil && !mayBeScript(f.Path) {
			continue
		}
		files, languages = append(files, f.Path), append(languages, l)
		if l == nil {
			scripts[s.region(f.Path)] = true
		}
	}
	stamps := stampAll(s.Tree.Root, files)
	sums := map[string]hash.Hash{}
	var line []byte
	now := time.Now().UnixNano()
	for n, file := range files {
		part := s.region(file)
		if l := languages[n]; l != nil && !scripts[part] {
			part += "\x00" + l.Name
		}
		k.of[file] = part
		sum := sums[part]
		if sum == nil {
			sum = sha256.New()
			fmt.Fprintf(sum, "%s\x00%s\x00", common, part)
			sums[part] = sum
		}
		if max(stamps[n][1], stamps[n][2]) > now-tooYoung {
			k.young[part] = true
		}
		line = append(append(line[:0], file...), 0)
		for _, number := range stamps[n] {
			line = binary.LittleEndian.AppendUint64(line, uint64(number))
		}
		sum.Write(line)
	}
	for part, sum := range sums {
		k.marks[part] = hex.EncodeToString(sum.Sum(nil))
	}
}

// tooYoung is how old in nanoseconds a file must be for its times to tell it
// from what it becomes when it is written once more: clocks of files are coarse.
const tooYoung = int64(100 * time.Millisecond)

// stampAll gives the stamp of each file, by all processors.
func stampAll(root string, files []string) []tree.Stamp {
	stamps := make([]tree.Stamp, len(files))
	const chunk = 512
	var next atomic.Int64
	var workers sync.WaitGroup
	for range runtime.GOMAXPROCS(0) {
		workers.Go(func() {
			folder, err := tree.OpenFolder(root, "")
			if err != nil {
				return
			}
			defer folder.Close()
			for from := int(next.Add(chunk)) - chunk; from < len(files); from = int(next.Add(chunk)) - chunk {
				for n := from; n < min(from+chunk, len(files)); n++ {
					stamps[n] = folder.Stamp(files[n])
				}
			}
		})
	}
	workers.Wait()
	return stamps
}

// read reads what was kept, if it is still of use.
func (k *kept) read() {
	info, err := os.Stat(k.file)
	if err != nil || info.Size() > maxKept {
		return
	}
	in, err := os.Open(k.file)
	if err != nil {
		return
	}
	defer in.Close()
	if gob.NewDecoder(in).Decode(&k.old) != nil {
		k.old = map[string]*keptPart{}
	}
}

// has tells whether a file lies in a part that is known.
func (k *kept) has(file string) bool {
	return k != nil && k.old[k.marks[k.of[file]]] != nil
}

// recalled adds what is known to the survey.
func (k *kept) recalled(s *Survey) {
	if k == nil {
		return
	}
	for _, mark := range k.marks {
		if known := k.old[mark]; known != nil {
			k.now[mark] = known
			for _, r := range known.Reads {
				s.Reads = append(s.Reads, r.read())
			}
			s.Skipped = append(s.Skipped, known.Skipped...)
			s.Sources += known.Sources
			s.Bytes += known.Bytes
		}
	}
}

// part gives what is to be kept of the part that a file lies in.
func (k *kept) part(file string) *keptPart {
	mark := k.marks[k.of[file]]
	if k.now[mark] == nil {
		k.now[mark] = &keptPart{}
	}
	return k.now[mark]
}

// keep writes what was found now. What cannot be written is found anew next time.
func (k *kept) keep(s *Survey, found []reads.Read, skipped []tree.Skip) {
	if k == nil {
		return
	}
	for n, f := range s.noted {
		if f.source {
			p := k.part(s.Tree.Files[n].Path)
			p.Sources++
			p.Bytes += int64(f.size)
		}
	}
	for part, mark := range k.marks { // also parts in which nothing is in a known language
		if k.now[mark] == nil && part != "" {
			k.now[mark] = &keptPart{}
		}
	}
	for _, r := range found {
		p := k.part(r.File)
		p.Reads = append(p.Reads, keptRead{r, r.Fallback != nil})
	}
	for _, skip := range skipped {
		if k.of[skip.Path] != "" {
			p := k.part(skip.Path)
			p.Skipped = append(p.Skipped, skip)
		}
	}
	for part := range k.young {
		delete(k.now, k.marks[part])
	}
	if os.MkdirAll(filepath.Dir(k.file), 0o700) != nil {
		return
	}
	out, err := os.CreateTemp(filepath.Dir(k.file), ".new-*") // only the user may read it: source may hold secrets
	if err != nil {
		return
	}
	defer os.Remove(out.Name())
	err = gob.NewEncoder(out).Encode(k.now)
	if closed := out.Close(); err == nil && closed == nil {
		os.Rename(out.Name(), k.file)
	}
}
