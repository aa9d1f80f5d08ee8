package reads

import (
	"path"
	"strings"

	"inzicht/core/declare"
	"inzicht/core/syntax"
)

// A file may give the environment itself a name that others import:
// export const env = process.env. What those read of it, they read.

// givenNames returns the names under which others may import the environment
// from the file.
func (a *analysis) givenNames() (roles []declare.Role) {
	for _, whole := range a.wholes {
		name := a.nameGiven(a.copyRound(whole))
		of := a.pathOf(whole, 0)
		if name == "" || a.c.wholes[of] == nil {
			continue
		}
		roles = append(roles, declare.Role{Name: name, File: a.file, As: declare.Environment, Values: of})
		if name != byDefault && a.isDefaultName(name) {
			roles = append(roles, declare.Role{Name: byDefault, File: a.file, As: declare.Environment, Values: of})
		}
	}
	return roles
}

// copyRound returns the range of a copy that is made of the environment at a range of tokens,
// Object.freeze({ ...process.env }), or the range itself.
func (a *analysis) copyRound(whole Range) Range {
	f, open := a.f, a.openerOf(whole.Lo)
	if f.Is(whole.Lo-1, "...") && open == whole.Lo-2 && f.Is(open, "{") && f.Mate(open) == whole.Hi {
		return a.copyRound(Range{open, whole.Hi + 1})
	}
	if open < 2 || !f.Is(open, "(") || !a.c.copies[f.Text(open-1)] {
		return whole
	}
	from := chainStart(f, open-1)
	if f.Is(from-1, "new") {
		from--
	}
	return Range{from, f.Mate(open) + 1}
}

// byDefault is the name of what a module exports without one.
const byDefault = declare.ByDefault

// nameGiven returns the name that the environment is exported under where it
// is at a range of tokens, or "".
func (a *analysis) nameGiven(whole Range) string {
	f, at := a.f, whole.Lo
	if a.isListed(whole) {
		if f.Is(at+1, "as") {
			return f.Text(at + 2)
		}
		return f.Text(at)
	}
	if !endsValue(f, whole.Hi) || a.o.functionBlock(a.o.blockOf[at]) != 0 {
		return ""
	}
	switch {
	case f.Is(at-1, byDefault) && f.Is(at-2, "export"), f.Is(at-1, "=") && f.Is(at-2, "exports") && f.Is(at-3, "."):
		return byDefault
	case f.Is(at-1, ":") && f.Kind(at-2) == syntax.Word: // module.exports = { env: process.env }
		open := a.openerOf(at)
		if open > 1 && f.Is(open, "{") && (f.Is(open-1, "=") && f.Is(open-2, "exports") || f.Is(open-1, byDefault)) {
			return f.Text(at - 2)
		}
	case f.Is(at-1, "=") && f.Kind(at-2) == syntax.Word:
		name := f.Text(at - 2)
		if a.lang.Exports == "" && !f.Is(at-3, ".") && !strings.HasPrefix(name, "_") ||
			f.Is(at-3, ".") && f.Is(at-4, "exports") || a.lang.Exports != "" && (f.Is(at-4, a.lang.Exports) || a.exportedNames()[name]) {
			return name
		}
		if a.lang.Exports != "" && a.isDefaultName(name) { // const env = process.env; export default env
			return byDefault
		}
	}
	return ""
}

// isListed reports whether a name stands in a list of what the file exports:
// export { env }, module.exports = { env }.
func (a *analysis) isListed(name Range) bool {
	f, at := a.f, name.Lo
	if a.lang.Exports == "" || name.Hi != at+1 || !f.Is(at-1, "{") && !f.Is(at-1, ",") || !endsValue(f, at+1) && !f.Is(at+1, "as") {
		return false
	}
	open := a.openerOf(at)
	return f.Is(open, "{") && (f.Is(open-1, a.lang.Exports) || f.Is(open-1, "=") && f.Is(open-2, "exports"))
}

// endsValue reports whether nothing at a token goes on with the value before it.
func endsValue(f *syntax.File, i int) bool {
	return i >= len(f.Tokens) || f.Tokens[i].NewLine && f.Kind(i) != syntax.Punct || f.Is(i, ";") || f.Is(i, ",") || f.Kind(i) == syntax.Close
}

// takeEnvironments notes the environments that other files have under a name.
func (a *analysis) takeEnvironments() {
	if a.context == nil {
		return
	}
	for _, role := range a.context.Roles {
		if role.As == declare.Environment && role.File != a.file {
			if a.lent == nil {
				a.lent = map[string][]declare.Role{}
			}
			a.lent[role.Name] = append(a.lent[role.Name], role)
		}
	}
}

// isModule reports whether a module is a file: by where it lies, where that is
// said from here, or else by what it is called.
func (a *analysis) isModule(module, file string) bool {
	stem, folder := Origin(file)
	if isRelative(module) {
		at := path.Join(path.Dir(a.file), module)
		return at == strings.TrimSuffix(file, path.Ext(file)) || stem == "index" && at == path.Dir(file)
	}
	base := lastOf(module)
	return base == stem || StandsForFolder(stem) && base == folder
}

// real returns the path of the environment, where a path is that under which
// another file lends it, and else the path.
func (a *analysis) real(of string) string {
	if len(a.lent) == 0 || of == "" {
		return of
	}
	for _, role := range a.lent[byDefault] {
		if a.isModule(of, role.File) {
			return role.Values
		}
	}
	dot := strings.LastIndexByte(of, '.')
	if dot <= 0 {
		return of
	}
	for _, role := range a.lent[of[dot+1:]] {
		if a.isModule(of[:dot], role.File) {
			return role.Values
		}
	}
	return of
}

// lends reports whether a member of what has a path may be the environment.
func (a *analysis) lends(of string) bool {
	for _, roles := range a.lent { // in any order
		for _, role := range roles {
			if role.Name != byDefault && a.isModule(of, role.File) {
				return true
			}
		}
	}
	return false
}
