package reads

// longWords finds words of which all are long, in one pass that looks at few of
// the bytes: where the two bytes at hand stand in no word, it goes on by nearly
// the length of the shortest.
type longWords struct {
	words [][]byte
	size  int // the length of the shortest, up to which all are compared
	skip  [pairs]uint8
	ends  map[uint16][]int // the words whose first size bytes end with such a pair
}

// leastLong is from how many bytes on a word is long, pairs how many pairs of
// bytes are told apart.
const (
	leastLong = 5
	mostLong  = 200 // of which the length is gone by
	pairs     = 1 << 12
)

// newLongWords prepares a search for the words of groups, or returns nil where
// one of them is short.
func newLongWords(groups []wordGroup) *longWords {
	l := &longWords{}
	for _, g := range groups {
		for _, word := range g.words {
			if len(word.text) < leastLong {
				return nil
			}
			l.words = append(l.words, word.text)
		}
	}
	l.prepare()
	return l
}

// cost returns what looking for the words costs: one look every few bytes.
func (l *longWords) cost() int { return 3500 / (l.size - 1) }

func pair(a, b byte) uint16 { return (uint16(a) ^ uint16(b)<<5) % pairs }

// prepare works out how far each pair lets go on.
func (l *longWords) prepare() {
	l.size, l.ends = mostLong, map[uint16][]int{}
	for _, word := range l.words {
		l.size = min(l.size, len(word))
	}
	for n := range l.skip {
		l.skip[n] = uint8(l.size - 1)
	}
	for n, word := range l.words {
		for i := 1; i < l.size; i++ {
			at := pair(word[i-1], word[i])
			l.skip[at] = min(l.skip[at], uint8(l.size-1-i))
		}
		last := pair(word[l.size-2], word[l.size-1])
		l.ends[last] = append(l.ends[last], n)
	}
}

// each calls found with the offset of every word, as long as it says to go on.
func (l *longWords) each(src []byte, found func(at int) bool) {
	for at := l.size - 1; at < len(src); at++ {
		skip := l.skip[pair(src[at-1], src[at])]
		for skip > 0 {
			if at += int(skip); at >= len(src) {
				return
			}
			skip = l.skip[pair(src[at-1], src[at])]
		}
		from := at - l.size + 1
		for _, n := range l.ends[pair(src[at-1], src[at])] {
			if stands(src, from, l.words[n]) && !found(from) {
				return
			}
		}
	}
}
