package language

import (
	"bytes"
	"regexp"

	"inzicht/core/late"
	"inzicht/core/reads"
)

// blockGuard is how a language that is told apart line by line leaves where a variable is not
// set: if it has not X, then lines up to an end, of which one stops.
type blockGuard struct {
	opens, stops, ends func() *regexp.Regexp // the groups of opens are names
}

// longestGuard bounds how many lines of a block are looked at.
const longestGuard = 30

// demanding makes required what a file asks for only to stop without it.
func demanding(g blockGuard, read func([]byte) ([]reads.Read, error)) func([]byte) ([]reads.Read, error) {
	return func(src []byte) ([]reads.Read, error) {
		list, err := read(src)
		var lines [][]byte
		for n := range list {
			r := &list[n]
			if r.Need == reads.Required || r.Fallback != nil || r.Name == "" {
				continue
			}
			if lines == nil {
				lines = bytes.Split(src, []byte("\n"))
			}
			if g.stopsWithout(r.Name, lines[r.Line-1:]) {
				r.Need = reads.Required
			}
		}
		return list, err
	}
}

// stopsWithout reports whether the first of some lines asks whether a variable is not set, and
// it or one behind it stops.
func (g blockGuard) stopsWithout(name string, lines [][]byte) bool {
	first := lines[0][:min(len(lines[0]), longestLine)]
	m := g.opens().FindSubmatchIndex(first)
	if m == nil {
		return false
	}
	asked := false
	for n := 1; 2*n < len(m); n++ {
		asked = asked || group(first, m, n) == name
	}
	if !asked {
		return false
	}
	rest := first[m[1]:]
	for n := 0; ; n++ {
		if g.stops().Match(rest) {
			return true
		}
		if n+1 >= min(len(lines), longestGuard) || g.ends().Match(rest) {
			return false
		}
		rest = lines[n+1][:min(len(lines[n+1]), longestLine)]
	}
}

var (
	cmakeGuard = blockGuard{
		late.Regexp(`(?i)\bif\s*\(\s*(?:NOT\s+DEFINED\s+ENV\{(\w+)\}|"?\$ENV\{(\w+)\}"?\s+STREQUAL\s+"")\s*\)`),
		late.Regexp(`(?i)\bmessage\s*\(\s*(?:FATAL_ERROR|SEND_ERROR)\b`), late.Regexp(`(?i)^\s*(?:endif|elseif|else)\b`),
	}
	fishGuard = blockGuard{
		late.Regexp(`\bif\s+(?:not|!)\s+set\s+(?:-q|--query)\s+(\w+)|\bif\s+(?:test|\[)\s+-z\s+"?\$(\w+)|\bset\s+(?:-q|--query)\s+(\w+)\s*;?\s*(?:or|\|\|)|\b(?:test|\[)\s+-n\s+"?\$(\w+)"?(?:\s+\])?\s*;?\s*(?:or|\|\|)`),
		late.Regexp(`\b(?:exit|return)\s+[1-9]`), late.Regexp(`^\s*(?:end|else)\b`),
	}
	tclGuard = blockGuard{
		late.Regexp(`\bif\s*\{\s*!\s*\[\s*info\s+exists\s+(?:::)?env\((\w+)\)\s*\]\s*\}`),
		late.Regexp(`\b(?:error|throw|exit\s+[1-9]|return\s+-code\s+error)\b`), late.Regexp(`^\s*\}`),
	}
)
