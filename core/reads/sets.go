package reads

import (
	"path"
	"slices"
	"strings"

	"inzicht/core/syntax"
)

// A file may give variables values for all that runs after it: ENV["GATE_ROOT"] ||= __dir__ in boot.rb. What other files
// of the program ask for then has one, if that file is run first, which nobody knows here.

// setsForOthers returns the names of the variables that statements of the file give a value which stand under nothing, or
// in the function that a program of Go begins with, and those that a bundler's configuration puts into code.
func (a *analysis) setsForOthers() (names []string) {
	for _, m := range a.writes {
		if !a.isAlwaysRun(m.access.Lo) {
			continue
		}
		if name := a.nameWritten(m); plausible(name) {
			names = append(names, name)
		}
	}
	if a.lang.Exports != "" {
		names = append(names, a.putIntoCode()...)
	}
	slices.Sort(names)
	return slices.Compact(names)
}

// nameWritten returns the name of the variable that a match gives a value, where it is written out, or "".
func (a *analysis) nameWritten(m *match) string {
	if m.member {
		return a.memberName(m.name.Lo)
	}
	list := a.written(m.name)
	if len(list) != 1 {
		return ""
	}
	name, _ := list[0].plain()
	return name
}

// isAlwaysRun reports whether the statement round a token is run whenever the file is.
func (a *analysis) isAlwaysRun(i int) bool {
	if a.lang.KeepsSmall { // Go
		return slices.ContainsFunc(a.o.Functions, func(fn Function) bool {
			open := a.openerOf(a.statementStart(i))
			return (fn.Name == "main" || fn.Name == "init") && open == fn.Body.Lo
		})
	}
	start := a.statementStart(i)
	at := int(a.f.Tokens[start].Start)
	return a.openerOf(start) < 0 && (at == 0 || a.f.Src[at-1] == '\n')
}

// putIntoCode returns the variables that a bundler is told to put into code with a value of its own: under "process.env.X"
// among what it defines, and under env in what configures Next.
func (a *analysis) putIntoCode() (names []string) {
	f := a.f
	for i := range f.Tokens {
		if f.Kind(i) == syntax.String && f.Is(i+1, ":") {
			key, _ := f.Value(i)
			if name, is := strings.CutPrefix(key, "process.env."); is && plausible(name) {
				names = append(names, name)
			}
		}
		if f.Is(i, "env") && f.Is(i+1, ":") && f.Is(i+2, "{") && strings.HasPrefix(path.Base(a.file), "next.config.") {
			names = append(names, a.keysIn(i+2)...)
		}
	}
	return names
}

// keysIn returns the keys of a record that opens at a token, but for those of which the value is in braces itself.
func (a *analysis) keysIn(open int) (names []string) {
	for i := open + 1; i < a.f.Mate(open); i++ {
		if mate := a.f.Mate(i); mate > i {
			i = mate
			continue
		}
		if a.f.Kind(i) == syntax.Word && a.f.Is(i+1, ":") && (a.f.Is(i-1, "{") || a.f.Is(i-1, ",")) {
			names = append(names, a.f.Text(i))
		}
	}
	return names
}
