package reads

import (
	"slices"
	"sync"

	"inzicht/core/evaluate"
	"inzicht/core/syntax"
)

// opened keeps files that define helpers while others that may call them are
// looked at. What the first look finds keeps no file in memory.
type opened struct {
	mutex sync.Mutex
	files map[string]*openFile
	bytes int
}

// mostOpened bounds how many bytes of source are open at once.
const mostOpened = 2 << 20

// openFile is a file that defines helpers.
type openFile struct {
	once sync.Once
	unit *evaluate.Unit // nil where it cannot be opened
}

// functionOf returns the function that a helper is, or nil.
func (c *Context) functionOf(h *Helper) *evaluate.Func {
	if h.of != nil {
		return c.functionOf(h.of)
	}
	if h.fn != nil {
		return h.fn
	}
	unit := c.unitOf(h)
	if unit == nil || h.keeps {
		return nil
	}
	for _, fn := range unit.Named(h.Name) {
		if h.is(fn) {
			return fn
		}
	}
	return nil
}

// unitOf opens the file of a helper, or returns nil.
func (c *Context) unitOf(h *Helper) *evaluate.Unit {
	if c.Read == nil || h.lang == nil {
		return nil
	}
	o := &c.opened
	o.mutex.Lock()
	file := o.files[h.File]
	if file == nil {
		if o.files == nil || o.bytes > mostOpened {
			o.files, o.bytes = map[string]*openFile{}, 0
		}
		file = &openFile{}
		o.files[h.File] = file
	}
	o.mutex.Unlock()
	file.once.Do(func() { c.openAgain(h, file) })
	return file.unit
}

// definesMethods reports whether a helper of a file is a method: how its class
// makes objects matters then, wherever that stands.
func (c *Context) definesMethods(file string) bool {
	return slices.ContainsFunc(c.Helpers, func(h *Helper) bool { return h.File == file && (h.Owner != "" || h.keeps) })
}

// openAgain opens the file of a helper, as far as it was looked at before.
func (c *Context) openAgain(h *Helper, file *openFile) {
	src := c.Read(h.File)
	if src == nil {
		return
	}
	var folding *syntax.Folding
	if c.Marks != nil && (len(src) > mostWritten || !c.definesMethods(h.File)) {
		if marks := c.Marks(h.File); marks != nil {
			folding = &syntax.Folding{May: h.lang.mayFold, Marks: marks}
		}
	}
	a := h.lang.open(src, folding)
	a.file, a.context = h.File, c
	a.findAccesses()
	run := a.prepare()
	run.opening = true // two files may call each other's helpers
	run.unit.Prepare()
	run.opening = false
	file.unit = run.unit
	c.opened.mutex.Lock()
	c.opened.bytes += len(src)
	c.opened.mutex.Unlock()
}
