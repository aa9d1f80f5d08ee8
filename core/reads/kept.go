package reads

import (
	"maps"
	"slices"
	"strings"

	"inzicht/core/evaluate"
)

// Objects that read what they are asked for, and that a file keeps for others:
// export const env = new Reader(source).

// keepForOthers notes the variables of the file that hold such an object, for other files to
// ask.
func (a *analysis) keepForOthers(run *evaluate.Run) {
	kept := run.Kept()
	for _, name := range slices.Sorted(maps.Keys(kept)) {
		list := a.o.Bindings[name]
		if len(name) < 2 || len(list) == 0 || len(a.helpers) >= mostHandedOn {
			continue
		}
		h := &Helper{Name: name, Also: []string{name}, File: a.file, keeps: true, any: kept[name], lang: a.lang}
		h.Default = a.lang.Exports != "" && a.isDefaultName(name)
		if h.Exported = h.Default || a.isExported(&Function{Name: name, At: list[0].At}); h.Exported {
			a.helpers = append(a.helpers, h)
		}
	}
}

// isDefaultName reports whether what a name stands for is what the file exports without one.
func (a *analysis) isDefaultName(name string) bool {
	for _, at := range a.defaults() {
		if a.f.Is(at, name) && endsValue(a.f, at+1) {
			return true
		}
	}
	return false
}

// kept returns the file that keeps the object which a node stands for, and the name that
// the object has there, or nil.
func (r *running) kept(node int32) (*evaluate.Unit, string) {
	r.mutex.Lock() // other files may ask too
	defer r.mutex.Unlock()
	if h := r.keeper(node); h != nil {
		return r.a.context.unitOf(h), h.Name
	}
	return nil, ""
}

// anyMember reports whether the object that a node stands for, which another file keeps,
// reads for whatever member is asked of it.
func (r *running) anyMember(node int32) bool {
	r.mutex.Lock()
	defer r.mutex.Unlock()
	h := r.keeper(node)
	return h != nil && h.any
}

// keeper returns what another file keeps and a node stands for, or nil.
func (r *running) keeper(node int32) *Helper {
	c := r.a.context
	if c == nil || r.opening {
		return nil
	}
	name, from := r.tree.Name(node), r.pathLocked(node)
	module := ""
	if at := strings.LastIndexByte(from, '.'); at > 0 {
		module, name = strings.TrimSuffix(from[:at], "."), from[at+1:]
	}
	for _, h := range c.listed().keepers[name] {
		if h.keeps && h.File != r.a.file && h.isIn(r.a.lang) && r.a.seesKept(h, module, from) {
			return h
		}
	}
	if from != "" {
		for _, h := range c.listed().unnamed {
			if h.keeps && h.File != r.a.file && r.a.importsDefault(h, from) {
				return h
			}
		}
	}
	return nil
}

// seesKept reports whether a name, that stands for a path of a module, may be that of an
// object which the file of a helper keeps.
func (a *analysis) seesKept(h *Helper, module, from string) bool {
	stem, folder := h.origin()
	if module != "" {
		last, _ := moduleOf(from)
		return a.isModule(module, h.File) || last == stem || last == folder
	}
	return len(a.o.Bindings[h.Name]) == 0 && (a.importsAllOf(stem) || a.importsAllOf(folder) || a.lang.SharesNames && (a.sees(h) || a.lang.Global))
}
