package reads

import (
	"path"
	"slices"
	"strings"

	"inzicht/core/evaluate"
	"inzicht/core/syntax"
)

// Helper is a function that reads the variable its caller names: a call of
// it is a read.
type Helper struct {
	Name, Owner string // the function, and the class it belongs to, or ""
	Access      string // the idiom inside it
	File        string // that defines it
	Exported    bool   // other files may call it
	Default     bool   // it is what its file exports without a name: who imports it gives it one
	Package     string // by which other packages of the tree import what its own has, or ""
	// Also are names by which its calls are known where its own is not written: of its
	// class, and of objects of that class which the file keeps.
	Also    []string
	Macro   bool // it is a macro, which all files of a program know by its name alone
	Extends bool // things of a type are asked for it, like for a method: fun String.name()
	// Inside are the reads inside it: what there is to report where nothing calls it.
	Inside []Read

	getter bool     // it is asked for like a field
	makes  bool     // it gives functions that read, or an object that has such
	keeps  bool     // it is no function, but a variable that holds an object which reads
	any    bool     // that object does so for whatever member is asked of it
	kept   []string // the names of the file that objects of its class are given
	bases  []string // what its class extends
	others []string // other classes of its file that have a method of its name
	lang   *Language
	at     int32    // where it begins in the file
	seek   *seeking // of a function that was looked for: by what, to open the file again
	of     *Helper  // of another name for it, under which a file hands it on: the helper
}

// isIn reports whether a helper is one of a language, or of one whose files call those of it.
func (h *Helper) isIn(l *Language) bool { return h.lang != nil && h.lang.Calls() == l.Calls() }

// mostInside bounds how many reads inside a helper are told.
const mostInside = 500

// has notes a read inside it: one of each pattern, and one of which no name is known.
func (h *Helper) has(r Read) {
	at := slices.IndexFunc(h.Inside, func(known Read) bool { return known.Name == r.Name && known.Pattern == r.Pattern })
	switch {
	case at < 0 && len(h.Inside) < mostInside:
		h.Inside = append(h.Inside, r)
	case at >= 0 && r.Need == Required:
		h.Inside[at].Need = Required
	}
}

// usuallyHas notes a read inside it, of a name that it has where it is called without: then
// that is what is read there.
func (h *Helper) usuallyHas(r Read) {
	h.Inside = slices.DeleteFunc(h.Inside, func(known Read) bool {
		return known.Name == "" && known.Line == r.Line && known.Column == r.Column
	})
	h.has(r)
}

// Alias reports whether it is another name for a helper, or for an object of helpers, or
// what makes such.
func (h *Helper) Alias() bool { return h.of != nil || h.keeps || h.makes }

// is reports whether a function of another file is the helper.
func (h *Helper) is(fn *evaluate.Func) bool {
	if h.of != nil {
		return h.of.is(fn)
	}
	return fn.Unit.File == h.File && fn.Name == h.Name && beginning(fn) == h.at
}

// beginning returns where a function begins in its file.
func beginning(fn *evaluate.Func) int32 {
	t := fn.Unit.Tree
	return t.File.Tokens[t.Nodes[fn.Node].From].Start
}

func ownerName(fn *evaluate.Func) string {
	if fn.Owner == nil {
		return ""
	}
	return fn.Owner.Name
}

// isExported reports whether other files may call a function.
func (a *analysis) isExported(fn *Function) bool {
	if len(fn.Name) < 2 || strings.HasPrefix(fn.Name, "_") && fn.Owner == "" || a.isOwnToFile(fn) {
		return false
	}
	if a.lang.Exports == "" || fn.Owner != "" {
		return true
	}
	f := a.f
	if f.Is(a.statementStart(fn.At), a.lang.Exports) && a.openerOf(fn.At) < 0 { // export const name = <T extends U>(x: T) => …
		return true
	}
	if open := a.openerOf(fn.At); f.Is(open, "{") && f.Is(open-1, byDefault) && f.Is(open-2, a.lang.Exports) { // export default { … }
		return true
	} else if f.Is(open, "{") && f.Is(open-1, "=") && f.Kind(open-2) == syntax.Word { // of an object
		return f.Is(open-2, "exports") || f.Is(open-4, a.lang.Exports) || a.exportedNames()[f.Text(open-2)]
	}
	return a.exportedNames()[fn.Name]
}

// isTheExport reports whether a function is what the file exports without a name:
// export default name, module.exports = name.
func (a *analysis) isTheExport(fn *evaluate.Func) bool {
	if a.lang.Exports == "" || fn.Owner != nil {
		return false
	}
	f, node := a.f, a.run.tree.Nodes[fn.Node]
	return slices.ContainsFunc(a.defaults(), func(at int) bool {
		name := at
		for f.Is(name, "async") || f.Is(name, "function") && f.Kind(name+1) == syntax.Word {
			name++
		}
		return at <= int(max(node.From, node.At)) && name >= int(node.From) && at <= int(node.From)+1 || name == int(node.At) || fn.Name != "" && f.Is(name, fn.Name) && endsValue(f, name+1)
	})
}

// defaults returns where the file has what it exports without a name.
func (a *analysis) defaults() []int {
	if a.unnamed != nil {
		return a.unnamed
	}
	f, list := a.f, []int{}
	for i := range f.Tokens {
		switch {
		case f.Is(i, byDefault) && f.Is(i-1, a.lang.Exports):
			list = append(list, i+1)
		case f.Is(i, byDefault) && f.Is(i-1, "as"):
			list = append(list, i-2)
		case f.Is(i, "=") && (f.Is(i-1, "exports") && f.Is(i-2, ".") || f.Is(i-1, byDefault) && f.Is(i-3, "exports")):
			at := i + 1
			for f.Is(at, "exports") && f.Is(at+1, "=") { // module.exports = exports = name
				at += 2
			}
			list = append(list, at)
		}
	}
	a.unnamed = list
	return list
}

// exportedNames returns the names that the file lets others see, apart from
// where they are defined: exports.name, export { name }.
func (a *analysis) exportedNames() map[string]bool {
	if a.exported != nil {
		return a.exported
	}
	a.exported = map[string]bool{}
	f := a.f
	for i := range f.Tokens {
		if f.Kind(i) != syntax.Word {
			continue
		}
		p := a.openerOf(i)
		if f.Is(i-2, "exports") || f.Is(i-1, a.lang.Exports) || p > 0 && f.Is(p, "{") && (f.Is(p-1, a.lang.Exports) || f.Is(p-2, "exports")) {
			a.exported[f.Text(i)] = true
		}
	}
	return a.exported
}

// isOwnToFile reports whether a function is marked as one that no other file
// sees, and does not stand in a header, which other files take in.
func (a *analysis) isOwnToFile(fn *Function) bool {
	if a.lang.Private == "" || strings.HasPrefix(path.Ext(a.file), ".h") {
		return false
	}
	for i := fn.At - 1; i >= 0 && i > fn.At-8 && !a.f.Is(i, ";") && !a.f.Is(i, "}"); i-- {
		if a.f.Is(i, a.lang.Private) {
			return true
		}
	}
	return false
}

// changesVariables tells by its name whether a function sets variables, and
// reads them only to put them back: setenv, mock_env.
func changesVariables(name string) bool {
	name = strings.ToLower(strings.TrimLeft(name, "_"))
	for _, prefix := range []string{"set", "unset", "put", "delete", "clear", "restore", "mock", "stub"} {
		if strings.HasPrefix(name, prefix) && !strings.HasPrefix(name, "setting") && !strings.HasPrefix(name, "setup") {
			return true
		}
	}
	return false
}

// listFunctions notes, once, which functions are no methods.
func (a *analysis) listFunctions() {
	if a.defines != nil {
		return
	}
	a.defines = map[string]bool{}
	for n := range a.o.Functions {
		fn := &a.o.Functions[n]
		a.defines[fn.Name] = a.defines[fn.Name] || fn.Owner == ""
	}
}
