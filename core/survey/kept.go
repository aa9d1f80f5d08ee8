package survey

import (
	"crypto/sha256"
	"encoding/binary"
	"encoding/hex"
	"fmt"
	"hash"
	"maps"
	"os"
	"slices"
	"strings"
	"sync"
	"time"

	"inzicht/core/config"
	"inzicht/core/files"
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
	file    keptFile
	reading sync.WaitGroup // of the file
	common  string         // what all marks are made with
	parts   []markPart     // of this tree, now
	of      []int32        // the part of each file, by its number, or -1
	old     map[string]*keptPart
	now     map[string]*keptPart // by mark
}

// markPart is a part of the tree with its mark.
type markPart struct {
	mark  string
	young bool // a file of it was written just now
	known bool // from the last survey
}

// keptPart is what was found in one part.
type keptPart struct {
	Reads   []reads.Read `json:",omitzero"`
	Skipped []tree.Skip  `json:",omitzero"`
	Sources int          `json:",omitzero"`
	Bytes   int64        `json:",omitzero"`
}

// isExact reports whether it is kept as it is: text that is no UTF-8 is not.
func (p *keptPart) isExact() bool {
	_, exact := keptForm(p)
	return exact
}

// remember begins to read what was kept of a tree, while its files are listed. It
// gives nil where nothing is to be kept.
func remember(dir string, c *config.Config, options Options) *kept {
	if options.Keep == "" {
		return nil
	}
	root, noRoot := tree.RootOf(dir)
	program, err := programMark()
	if err != nil || noRoot != nil {
		return nil
	}
	k := keptOf(root, c, options, program)
	k.reading.Go(k.read)
	return k
}

// recall marks the files of the tree and looks up what is known of them.
func (k *kept) recall(s *Survey, options Options) {
	if k == nil {
		return
	}
	s.keepIn, s.common = options.Keep, k.common
	k.mark(s, k.common)
	k.reading.Wait()
	for n := range k.parts {
		k.parts[n].known = k.old[k.parts[n].mark] != nil
	}
}

// keptOf returns where it is kept what this program found in a tree by the same
// flags and configuration.
func keptOf(root string, c *config.Config, options Options, program string) *kept {
	common := fmt.Sprintf("%s\x00%v\x00%s", program, options.NoSkip, c.Source())
	return &kept{file: keptAs(options.Keep, root, common), common: common, old: map[string]*keptPart{}, now: map[string]*keptPart{}}
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
		if !s.mayHoldReads(n) {
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
	s.stamps = make([]files.Stamp, len(s.Tree.Files))
	stampAll(s.Tree, s.stamps, func(n int) bool {
		return regions[n] != "" || s.mayHoldReads(n)
	})
	stamps := s.stamps
	k.of = make([]int32, len(s.Tree.Files))
	numbers := map[part]int32{}
	var sums []hash.Hash
	var line []byte
	now := time.Now().UnixNano()
	for n, f := range s.Tree.Files {
		k.of[n] = -1
		if !s.mayHoldReads(n) {
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
			fmt.Fprintf(sum, "%s\x00%s\x00%s\x00%q", common, key.region, key.language, s.packagesOf(key.region))
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

// stampAll fills in the stamp of each file that is wanted and has none, by all
// processors.
func stampAll(t *tree.Tree, stamps []files.Stamp, wanted func(n int) bool) {
	folder, err := files.OpenFolder(t.Root, "")
	if err != nil {
		return
	}
	defer folder.Close()
	sideBySide(len(t.Files), func(n int) {
		if stamps[n] == (files.Stamp{}) && wanted(n) {
			stamps[n] = folder.Stamp(t.Files[n].Path)
		}
	})
}

// read reads what was kept, if it is whole.
func (k *kept) read() {
	if !k.file.read(&k.old) {
		k.old = map[string]*keptPart{}
	}
}

// reads returns all reads that were kept, whether they are still there or not.
func (k *kept) reads() (list []reads.Read) {
	for _, part := range k.old { // in any order, which a contract does not show
		list = append(list, part.Reads...)
	}
	return list
}

// has reports whether a file lies in a part that is known.
func (k *kept) has(n int) bool {
	return k != nil && k.of[n] >= 0 && k.parts[k.of[n]].known
}

// recalled adds what is known to the survey.
func (k *kept) recalled(s *Survey) {
	if k == nil {
		return
	}
	count := 0
	for _, p := range k.old { // in any order
		count += len(p.Reads)
	}
	s.Reads = slices.Grow(s.Reads, count)
	for _, p := range k.parts {
		if known := k.old[p.mark]; known != nil {
			k.now[p.mark] = known
			for _, read := range known.Reads {
				read.Component = s.Tree.ComponentOf(read.File).Name
				s.Reads = append(s.Reads, read)
			}
			s.Skipped = append(s.Skipped, known.Skipped...)
			s.Sources += known.Sources
			s.Bytes += known.Bytes
		}
	}
}

// part returns what is to be kept of the part that a file lies in, or nil.
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
		p.Reads = append(p.Reads, r)
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
	if maps.EqualFunc(k.now, k.old, func(a, b *keptPart) bool { return a == b }) {
		k.file.tidy()
	} else if !k.file.write(k.now) {
		maps.DeleteFunc(k.now, func(_ string, p *keptPart) bool { return !p.isExact() })
		k.file.write(k.now)
	}
}
