package reads

import (
	"path"
	"slices"
	"strings"

	"inzicht/core/evaluate"
)

// Classes of other files whose objects read what they are asked for.

// makesOuter reports whether a class of a name that another file defines has helpers.
func (a *analysis) makesOuter(class string) bool {
	return a.context != nil && slices.ContainsFunc(a.context.listed().ofClass[class], func(h *Helper) bool { return h.File != a.file && h.isIn(a.lang) })
}

// outerClass returns the class of another file that a name stands for at a node, if
// methods of it are helpers; node is 0 where the name is that of a type.
func (r *running) outerClass(name string, node int32) *evaluate.Class {
	c := r.a.context
	if c == nil || r.opening {
		return nil
	}
	key := outerName{name, r.path(node)}
	if !c.listed().owners[name] && !c.listed().owners[lastOf(key.path)] {
		return nil
	}
	r.mutex.Lock() // other files may ask too
	defer r.mutex.Unlock()
	class, asked := r.outer[key]
	if asked {
		return class
	}
	if r.outer == nil {
		r.outer = map[outerName]*evaluate.Class{}
	}
	class = r.findOuter(key)
	r.outer[key] = class
	return class
}

// outerName is a name that may be that of another file's class, and what it stands for
// through imports, or "".
type outerName struct{ name, path string }

// findOuter returns the class that a name means: of several, the one in the file that it
// is imported from, or that lies nearest.
func (r *running) findOuter(of outerName) *evaluate.Class {
	name := of.name
	if of.path != "" {
		name = lastOf(of.path)
	}
	var best *Helper
	closest := 0
	for _, h := range r.a.context.listed().ofClass[name] {
		if h.File == r.a.file || !h.isIn(r.a.lang) || !r.a.holds(of.name) {
			continue
		}
		if n := r.a.nearness(h, of.path); n > closest {
			best, closest = h, n
		}
	}
	if best == nil {
		return nil
	}
	if fn := r.a.context.functionOf(best); fn != nil {
		return fn.Owner
	}
	return nil
}

// nearness tells how likely a path means what the file of a helper defines: 0 is not at
// all.
func (a *analysis) nearness(h *Helper, from string) int {
	stem, folder := h.origin()
	module, _ := moduleOf(from)
	switch {
	case module != "" && (module == stem || module == h.Owner):
		return 4
	case module != "" && module == folder:
		return 3
	case path.Dir(h.File) == path.Dir(a.file):
		return 2
	case module == "" || a.lang.Global || strings.Contains(from, "/") || StandsForFolder(stem) || h.Package != "":
		return 1
	}
	return 0
}
