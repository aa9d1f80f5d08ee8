package survey

import (
	"crypto/sha256"
	"encoding/binary"
	"fmt"
	"slices"
	"strings"
	"time"

	"inzicht/core/files"
	"inzicht/core/tree"
)

// Questions about the whole of a tree (does a name stand anywhere? does a
// library read it?) are answered by reading all of it. The answer is kept, with
// a mark made of the question and of all files that were looked at.

// question is one that is asked of files.
type question struct {
	what   string // it is about
	about  []string
	of     *tree.Tree
	stamps []files.Stamp // of its files, as far as they are known
	wanted func(n int) bool
}

// answer is what was found, and for what it holds.
type answer[T any] struct {
	Mark  [sha256.Size]byte
	Found T
}

// answered returns what was found when the same was asked of the same files, or
// else what asking gives: that is kept where ask says that all could be read.
func answered[T any](s *Survey, q question, ask func() (found T, whole bool)) T {
	if s.keepIn == "" {
		found, _ := ask()
		return found
	}
	mark, old := q.mark(s.common)
	file := keptAs(s.keepIn, s.Tree.Root, s.common, q.what, q.of.Root)
	var before answer[T]
	if file.read(&before) && before.Mark == mark {
		return before.Found
	}
	found, whole := ask()
	if whole && old {
		file.write(answer[T]{mark, found})
	}
	return found
}

// mark returns what tells a question and the files that it is asked of from
// others, and whether they are old enough for that.
func (q *question) mark(common string) (mark [sha256.Size]byte, old bool) {
	if len(q.stamps) != len(q.of.Files) {
		q.stamps = make([]files.Stamp, len(q.of.Files))
	}
	wanted := make([]bool, len(q.of.Files))
	sideBySide(len(wanted), func(n int) { wanted[n] = q.wanted(n) })
	stampAll(q.of, q.stamps, func(n int) bool { return wanted[n] })
	names := slices.Sorted(slices.Values(q.about))
	sum := sha256.New()
	fmt.Fprintf(sum, "%s\x00%s\x00%s\x00", common, q.what, strings.Join(names, "\x00"))
	old = true
	now := time.Now().UnixNano()
	var line []byte
	for n, f := range q.of.Files {
		if !wanted[n] {
			continue
		}
		if max(q.stamps[n][1], q.stamps[n][2]) > now-tooYoung {
			old = false
		}
		line = append(append(line[:0], f.Path...), 0)
		for _, number := range q.stamps[n] {
			line = binary.LittleEndian.AppendUint64(line, uint64(number))
		}
		sum.Write(line)
	}
	sum.Sum(mark[:0])
	return mark, old
}
