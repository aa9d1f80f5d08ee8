package tree

import (
	"strings"

	"github.com/bmatcuk/doublestar/v4"
)

// How much a glob may hold. Matching tries out what it leaves open.
const (
	maxGlob         = 1000 // bytes
	maxGlobStars    = 24
	maxAlternatives = 64 // that braces stand for when written out
)

// IsGlob reports whether a text is a glob of paths that can be matched in
// bounded time.
func IsGlob(glob string) bool {
	if len(glob) > maxGlob || strings.Count(glob, "*") > maxGlobStars || !doublestar.ValidatePattern(glob) {
		return false
	}
	alternatives := 1
	for i := range len(glob) {
		switch glob[i] {
		case '{':
			alternatives *= 2
		case ',':
			alternatives++
		}
		if alternatives > maxAlternatives {
			return false
		}
	}
	return true
}
