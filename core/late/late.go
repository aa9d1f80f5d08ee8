// Package late puts off what a start of the program need not wait for.
package late

import (
	"regexp"
	"sync"
)

// Regexp returns a regular expression that is compiled when it is first asked
// for: most runs ask for few of them.
func Regexp(expression string) func() *regexp.Regexp {
	return sync.OnceValue(func() *regexp.Regexp { return regexp.MustCompile(expression) })
}
