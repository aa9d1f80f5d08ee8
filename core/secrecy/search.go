package secrecy

import (
	"bytes"
	"encoding/base64"
	"net/url"
	"slices"
	"sort"
	"strings"
	"sync"

	"inzicht/core/sorting"
)

// Search finds many secret values in one pass over a text, also in base64 and
// as they stand in addresses. The zero Search finds nothing.
type Search struct {
	needles []needle
	first   [1 << 16]bool   // the first two bytes of any needle
	starts  map[string]bool // the first four
	ready   sync.Once       // needles are in the order of their texts, with their links
}

// needle is one text that is looked for.
type needle struct {
	text []byte
	id   int
	how  string
	link int // the longest other needle that this one begins with, or -1
}

const (
	shortest = 8  // characters that a value must have to be looked for
	fewest   = 10 // characters that an encoded part must have
)

// Add takes a value up under an id of the caller's. It reports whether the
// value is long and irregular enough to be looked for.
func (s *Search) Add(value string, id int) bool {
	if u, err := url.Parse(value); err == nil && u.User != nil {
		if password, has := u.User.Password(); has {
			return s.Add(password, id)
		}
	}
	value = longestLine(value)
	if len(value) < shortest || !irregular(value) {
		return false
	}
	s.add(value, id, "")
	for _, escaped := range []string{url.QueryEscape(value), url.PathEscape(value)} {
		if escaped != value {
			s.add(escaped, id, ", as part of an address")
		}
	}
	for shift := range 3 { // wherever in what was encoded the value begins
		encoded := base64.RawStdEncoding.EncodeToString(append(make([]byte, shift), value...))
		encoded = encoded[(shift*8+5)/6:]
		if part := encoded[:len(encoded)-1]; len(part) >= fewest {
			s.add(part, id, ", in base64")
			if web := strings.NewReplacer("+", "-", "/", "_").Replace(part); web != part {
				s.add(web, id, ", in base64")
			}
		}
	}
	return true
}

// longestLine returns the longest line of a value: of a key, which a file may
// hold with other line ends.
func longestLine(value string) string {
	lines := strings.Split(value, "\n")
	return strings.TrimSpace(slices.MaxFunc(lines, func(a, b string) int { return len(a) - len(b) }))
}

// irregular tells a value that no one would write by chance.
func irregular(value string) bool {
	digit := strings.ContainsAny(value, "0123456789")
	letter := strings.IndexFunc(value, func(r rune) bool { return r >= 'A' && r <= 'Z' || r >= 'a' && r <= 'z' }) >= 0
	return entropy(value) >= 2.5 && (digit && letter || len(value) >= 20)
}

func (s *Search) add(text string, id int, how string) {
	if s.starts == nil {
		s.starts = map[string]bool{}
	}
	s.starts[text[:4]] = true
	s.first[int(text[0])<<8|int(text[1])] = true
	s.needles = append(s.needles, needle{[]byte(text), id, how, -1})
}

// prepare puts the needles in order, and links each to the one that it begins
// with: of all that a text begins with, one is the last before it in the
// order or is reached from that by links.
func (s *Search) prepare() {
	sorting.By(s.needles, func(a, b needle) int { return bytes.Compare(a.text, b.text) })
	for n := 1; n < len(s.needles); n++ {
		link := n - 1
		for link >= 0 && !bytes.HasPrefix(s.needles[n].text, s.needles[link].text) {
			link = s.needles[link].link
		}
		s.needles[n].link = link
	}
}

// mostLinks bounds how many needles are told apart that begin with each other.
const mostLinks = 16

// Empty reports whether nothing is looked for.
func (s *Search) Empty() bool { return s == nil || len(s.needles) == 0 }

// Find calls hit with the id, the place in bytes and the way of writing of
// each value that is in src, in the order of their places. It may be called
// side by side, once all values are added.
func (s *Search) Find(src []byte, hit func(id, at int, how string)) {
	if s.Empty() {
		return
	}
	s.ready.Do(s.prepare)
	for i := 0; i+4 <= len(src); i++ {
		if !s.first[int(src[i])<<8|int(src[i+1])] || !s.starts[string(src[i:i+4])] {
			continue
		}
		at := sort.Search(len(s.needles), func(n int) bool { return bytes.Compare(s.needles[n].text, src[i:]) > 0 })
		for n, links := at-1, 0; n >= 0 && links < mostLinks; n, links = s.needles[n].link, links+1 {
			if bytes.HasPrefix(src[i:], s.needles[n].text) {
				hit(s.needles[n].id, i, s.needles[n].how)
			}
		}
	}
}
