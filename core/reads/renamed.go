package reads

import (
	"slices"
	"strings"

	"inzicht/core/syntax"
)

// A file may hand on a helper of another one under a name of its own:
// export { need as required } from './need', from .need import need as required.

// handOnHelpers notes the helpers of other files that the file has under another
// name which those who import it may see.
func (a *analysis) handOnHelpers() {
	if a.context == nil || len(a.context.Helpers) == 0 {
		return
	}
	for _, name := range a.o.names {
		for _, b := range a.o.Bindings[name] {
			if b.Path != "" && b.block == 0 && (a.lang.Exports == "" || a.exportedNames()[name]) {
				a.rename(name, a.real(b.Path))
			}
		}
	}
	f := a.f
	for i := range f.Tokens {
		if !f.Is(i, "as") || f.Kind(i-1) != syntax.Word || f.Kind(i+1) != syntax.Word {
			continue
		}
		open := a.openerOf(i)
		if end := f.Mate(open); open > 0 && f.Is(open-1, "export") && f.Is(end+1, "from") && f.Kind(end+2) == syntax.String {
			module, _ := f.Value(end + 2)
			a.rename(f.Text(i+1), ModuleName(module)+"."+f.Text(i-1))
		}
	}
}

// rename notes that the file has what a path is under a name.
func (a *analysis) rename(name, of string) {
	at := strings.LastIndexByte(of, '.')
	if at <= 0 || of[at+1:] == name || len(name) < 2 {
		return
	}
	for _, h := range a.context.helpersNamed(of[at+1:]) {
		if h.File == a.file || h.Owner != "" || !a.isModule(strings.TrimSuffix(of[:at], "."), h.File) || h.of != nil {
			continue
		}
		known := slices.ContainsFunc(a.helpers, func(other *Helper) bool { return other.Name == name && other.of == h })
		if !known {
			a.helpers = append(a.helpers, &Helper{Name: name, Access: h.Access, File: a.file, Exported: true, lang: a.lang, of: h})
		}
	}
}
