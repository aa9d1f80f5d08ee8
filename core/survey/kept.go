package survey

import (
	"bytes"
	"crypto/sha256"
	"encoding/binary"
	"encoding/gob"
	"encoding/hex"
	"fmt"
	"hash"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"sync"
	"time"

	"inzicht/core/files"
	"inzicht/core/late"
	"inzicht/core/reads"
	"inzicht/core/tree"
)

// What a survey found is kept in a folder of the user's own, so that the next
// one need not read again what has not changed: one file a tree and set of
// flags, with a checksum before it. It is kept for each region and language,
// since that is as far as names reach: where one file of it changed, all of it
// is read again. The mark of a region is made of the marks of its files (size,
// times, number), of the configuration and of the program itself. To which
// component a file belongs is not kept: a manifest elsewhere may change it.

// kept is what is known from the last survey of the same tree.
type kept struct {
	folder, file string     // where it is kept
	common       string     // what all marks are made with
	parts        []markPart // of this tree, now
	of           []int32    // the part of each file, by its number, or -1
	old          map[string]*keptPart
	now          map[string]*keptPart // by mark
}

// markPart is a part of the tree with its mark.
type markPart struct {
	mark  string
	young bool // a file of it was written just now
	known bool // from the last survey
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
	k := keptOf(s, options, program)
	var reading sync.WaitGroup
	reading.Go(k.read)
	k.mark(s, k.common)
	reading.Wait()
	for n := range k.parts {
		k.parts[n].known = k.old[k.parts[n].mark] != nil
	}
	return k
}

// keptOf gives where it is kept what this program found in a tree by the same
// flags and configuration.
func keptOf(s *Survey, options Options, program string) *kept {
	common := fmt.Sprintf("%s\x00%v\x00%s", program, options.NoSkip, s.Config.Source())
	name := sha256.Sum256([]byte(s.Tree.Root + "\x00" + common))
	return &kept{folder: options.Keep, file: hex.EncodeToString(name[:16]), common: common, old: map[string]*keptPart{}, now: map[string]*keptPart{}}
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
	regions := make([]string, len(s.Tree.Files))
	scripts := map[string]bool{} // regions with files that may be in any language
	folder := "/"
	for n, f := range s.Tree.Files {
		if s.languages[n] == nil && !mayBeScript(f.Path) {
			continue
		}
		at := f.Path[:max(strings.LastIndexByte(f.Path, '/'), 0)]
		if n > 0 && at == folder {
			regions[n] = regions[n-1]
		}
		if regions[n] == "" { // of the root, or not known yet
			regions[n] = s.region(f.Path)
		}
		if folder = at; s.languages[n] == nil {
			scripts[regions[n]] = true
		}
	}
	stamps := stampAll(s.Tree, func(n int) bool {
		return regions[n] != "" || s.languages[n] != nil || mayBeScript(s.Tree.Files[n].Path)
	})
	k.of = make([]int32, len(s.Tree.Files))
	numbers := map[part]int32{}
	var sums []hash.Hash
	var line []byte
	now := time.Now().UnixNano()
	for n, f := range s.Tree.Files {
		k.of[n] = -1
		if s.languages[n] == nil && !mayBeScript(f.Path) {
			continue
		}
		key := part{region: regions[n]}
		if l := s.languages[n]; l != nil && !scripts[key.region] {
			key.language = l.Name
		}
		number, known := numbers[key]
		if !known {
			number = int32(len(sums))
			sum := sha256.New()
			fmt.Fprintf(sum, "%s\x00%s\x00%s\x00", common, key.region, key.language)
			numbers[key], sums, k.parts = number, append(sums, sum), append(k.parts, markPart{})
		}
		k.of[n] = number
		if max(stamps[n][1], stamps[n][2]) > now-tooYoung {
			k.parts[number].young = true
		}
		line = append(append(line[:0], f.Path...), 0)
		for _, number := range stamps[n] {
			line = binary.LittleEndian.AppendUint64(line, uint64(number))
		}
		sums[number].Write(line)
	}
	for n, sum := range sums {
		k.parts[n].mark = hex.EncodeToString(sum.Sum(nil))
	}
}

// tooYoung is how old in nanoseconds a file must be for its times to tell it
// from what it becomes when it is written once more: clocks of files are coarse.
const tooYoung = int64(100 * time.Millisecond)

// stampAll gives the stamp of each file that is wanted, by all processors.
func stampAll(t *tree.Tree, wanted func(n int) bool) []files.Stamp {
	stamps := make([]files.Stamp, len(t.Files))
	folder, err := files.OpenFolder(t.Root, "")
	if err != nil {
		return stamps
	}
	defer folder.Close()
	sideBySide(len(t.Files), func(n int) {
		if wanted(n) {
			stamps[n] = folder.Stamp(t.Files[n].Path)
		}
	})
	return stamps
}

// read reads what was kept, if it is whole.
func (k *kept) read() {
	if k.decode() {
		os.Chtimes(filepath.Join(k.folder, k.file), time.Time{}, time.Now()) // it was of use today
	}
}

func (k *kept) decode() bool {
	src, err := files.ReadFile(k.folder, k.file, maxKept)
	if err != nil || len(src) < sha256.Size {
		return false
	}
	content := src[sha256.Size:]
	if sum := sha256.Sum256(content); !bytes.Equal(sum[:], src[:sha256.Size]) {
		return false
	}
	if gob.NewDecoder(bytes.NewReader(content)).Decode(&k.old) != nil {
		k.old = map[string]*keptPart{}
		return false
	}
	return true
}

// reads gives all reads that were kept, whether they are still there or not.
func (k *kept) reads() (list []reads.Read) {
	for _, part := range k.old { // in any order, which a contract does not show
		for _, r := range part.Reads {
			list = append(list, r.read())
		}
	}
	return list
}

// has tells whether a file lies in a part that is known.
func (k *kept) has(n int) bool {
	return k != nil && k.of[n] >= 0 && k.parts[k.of[n]].known
}

// recalled adds what is known to the survey.
func (k *kept) recalled(s *Survey) {
	if k == nil {
		return
	}
	for _, p := range k.parts {
		if known := k.old[p.mark]; known != nil {
			k.now[p.mark] = known
			for _, r := range known.Reads {
				read := r.read()
				read.Component = s.Tree.ComponentOf(read.File).Name
				s.Reads = append(s.Reads, read)
			}
			s.Skipped = append(s.Skipped, known.Skipped...)
			s.Sources += known.Sources
			s.Bytes += known.Bytes
		}
	}
}

// part gives what is to be kept of the part that a file lies in, or nil.
func (k *kept) part(n int) *keptPart {
	if n < 0 || k.of[n] < 0 {
		return nil
	}
	mark := k.parts[k.of[n]].mark
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
		if p := k.part(n); p != nil && f.source { // every part, also those in which nothing is in a known language
			p.Sources++
			p.Bytes += int64(f.size)
		}
	}
	for _, r := range found {
		p := k.part(s.Tree.Number(r.File))
		p.Reads = append(p.Reads, keptRead{r, r.Fallback != nil})
	}
	for _, skip := range skipped {
		if p := k.part(s.Tree.Number(skip.Path)); p != nil {
			p.Skipped = append(p.Skipped, skip)
		}
	}
	for _, refused := range s.Refused() { // it is looked at again
		if n := s.Tree.Number(refused.Path); n >= 0 && k.of[n] >= 0 {
			k.parts[k.of[n]].young = true
		}
	}
	for _, p := range k.parts {
		if p.young {
			delete(k.now, p.mark)
		}
	}
	k.write()
	k.tidy()
}

// write puts what is known now in the place of what was kept.
func (k *kept) write() {
	content := bytes.NewBuffer(make([]byte, sha256.Size))
	if gob.NewEncoder(content).Encode(k.now) != nil || os.MkdirAll(k.folder, 0o700) != nil {
		return
	}
	sum := sha256.Sum256(content.Bytes()[sha256.Size:])
	copy(content.Bytes(), sum[:])
	out, err := os.CreateTemp(k.folder, newKept+"*") // only the user may read it: source may hold secrets
	if err != nil {
		return
	}
	defer os.Remove(out.Name())
	_, err = out.Write(content.Bytes())
	if closed := out.Close(); err == nil && closed == nil {
		os.Rename(out.Name(), filepath.Join(k.folder, k.file))
	}
}

// What is kept of trees that were not looked at for long goes.
const (
	newKept    = ".new-"
	maxTrees   = 60
	keptFor    = 30 * 24 * time.Hour
	maxAllKept = 512 << 20 // bytes
)

var keptName = late.Regexp(`^[0-9a-f]{32}$|^` + regexp.QuoteMeta(newKept))

// tidy removes what was kept of other trees: the oldest, where it is too old,
// too many or too much.
func (k *kept) tidy() {
	entries, err := os.ReadDir(k.folder)
	if err != nil {
		return
	}
	var all []fs.FileInfo
	for _, e := range entries {
		if info, err := e.Info(); err == nil && info.Mode().IsRegular() && keptName().MatchString(e.Name()) && e.Name() != k.file {
			all = append(all, info)
		}
	}
	slices.SortFunc(all, func(a, b fs.FileInfo) int { return b.ModTime().Compare(a.ModTime()) })
	size := int64(0)
	for n, info := range all {
		size += info.Size()
		age := time.Since(info.ModTime())
		if n >= maxTrees || age > keptFor || size > maxAllKept || strings.HasPrefix(info.Name(), newKept) && age > time.Hour {
			os.Remove(filepath.Join(k.folder, info.Name()))
		}
	}
}
