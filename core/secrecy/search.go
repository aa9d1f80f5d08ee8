package secrecy

import (
	"bytes"
	"encoding/base64"
	"net/url"
	"slices"
	"strings"
)

// Search finds many secret values in one pass over a text, also in base64 and
// as they stand in addresses. The zero Search finds nothing.
type Search struct {
	needles []needle
	first   [1 << 16]bool    // the first two bytes of any needle
	byStart map[string][]int // by the first four bytes
}

// needle is one text that is looked for.
type needle struct {
	text []byte
	id   int
	how  string
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

// longestLine gives the longest line of a value: of a key, which a file may
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
	if s.byStart == nil {
		s.byStart = map[string][]int{}
	}
	s.byStart[text[:4]] = append(s.byStart[text[:4]], len(s.needles))
	s.first[int(text[0])<<8|int(text[1])] = true
	s.needles = append(s.needles, needle{[]byte(text), id, how})
}

// Empty tells whether nothing is looked for.
func (s *Search) Empty() bool { return s == nil || len(s.needles) == 0 }

// Find calls hit with the id, the place in bytes and the way of writing of
// each value that stands in src.
func (s *Search) Find(src []byte, hit func(id, at int, how string)) {
	if s.Empty() {
		return
	}
	for i := 0; i+4 <= len(src); i++ {
		if !s.first[int(src[i])<<8|int(src[i+1])] {
			continue
		}
		for _, n := range s.byStart[string(src[i:i+4])] {
			if bytes.HasPrefix(src[i:], s.needles[n].text) {
				hit(s.needles[n].id, i, s.needles[n].how)
			}
		}
	}
}
