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
	a.renameOwn()
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
	a.handOnAll()
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

// handOnAll notes the helpers that the file hands on under the names that they have:
// export { need } from './need', export * from './need'.
func (a *analysis) handOnAll() {
	f := a.f
	for i := range f.Tokens {
		if !f.Is(i, "from") || f.Kind(i+1) != syntax.String {
			continue
		}
		module, _ := f.Value(i + 1)
		if f.Is(i-1, "*") && f.Is(i-2, "export") {
			a.handOnModule(ModuleName(module))
			continue
		}
		open := f.Mate(i - 1)
		if !f.Is(i-1, "}") || open < 1 || !f.Is(open-1, "export") {
			continue
		}
		for at := open + 1; at < i-1; at++ {
			if f.Kind(at) == syntax.Word && !f.Is(at, "as") && !f.Is(at-1, "as") && !f.Is(at+1, "as") {
				a.rename(f.Text(at), ModuleName(module)+"."+f.Text(at))
			}
		}
	}
}

// handOnModule notes the helpers of a module that the file hands on as a whole.
func (a *analysis) handOnModule(module string) {
	is := map[string]bool{} // by file
	for _, h := range a.context.Helpers {
		if h.of != nil || h.Owner != "" || len(h.Name) < 2 || h.File == a.file || len(a.helpers) >= mostHandedOn {
			continue
		}
		of, asked := is[h.File]
		if !asked {
			of = a.isModule(module, h.File)
			is[h.File] = of
		}
		if of {
			a.lend(h.Name, h)
		}
	}
}

// mostHandedOn bounds how many helpers a file hands on.
const mostHandedOn = 200

// renameOwn notes the file's own helpers that it exports under another name:
// export { need as required }, exports.required = need, module.exports = { required: need }.
func (a *analysis) renameOwn() {
	if a.lang.Exports == "" || len(a.helpers) == 0 {
		return
	}
	own := map[string]*Helper{}
	for _, h := range a.helpers {
		if h.Owner == "" {
			own[h.Name] = h
		}
	}
	f := a.f
	for i := range f.Tokens {
		h := own[f.Text(i)]
		if h == nil || f.Kind(i) != syntax.Word {
			continue
		}
		name, open := "", a.openerOf(i)
		switch {
		case f.Is(i+1, "as") && open > 0 && f.Is(open-1, a.lang.Exports) && !f.Is(f.Mate(open)+1, "from"):
			name = f.Text(i + 2)
		case !endsValue(f, i+1):
		case f.Is(i-1, "=") && f.Is(i-3, ".") && f.Is(i-4, "exports"):
			name = f.Text(i - 2)
		case f.Is(i-1, ":") && open > 1 && f.Is(open, "{") && (f.Is(open-2, "exports") || f.Is(open-1, byDefault)):
			name = f.Text(i - 2)
		}
		if name == "" || name == h.Name {
			continue
		}
		if name == byDefault {
			h.Default, h.Exported = true, true
			continue
		}
		a.helpers = append(a.helpers, &Helper{Name: name, Access: h.Access, File: a.file, Exported: true, lang: a.lang, of: h})
	}
}

// rename notes that the file has what a path is under a name.
func (a *analysis) rename(name, of string) {
	at := strings.LastIndexByte(of, '.')
	if at <= 0 || len(name) < 2 {
		return
	}
	for _, h := range a.context.listed().named[of[at+1:]] {
		if h.File == a.file || h.Owner != "" || !a.isModule(strings.TrimSuffix(of[:at], "."), h.File) || h.of != nil {
			continue
		}
		a.lend(name, h)
	}
}

// lend notes that the file has a helper of another one under a name.
func (a *analysis) lend(name string, h *Helper) {
	if known := slices.ContainsFunc(a.helpers, func(other *Helper) bool { return other.Name == name && other.of == h }); !known {
		a.helpers = append(a.helpers, &Helper{Name: name, Access: h.Access, File: a.file, Exported: true, lang: a.lang, of: h})
	}
}
