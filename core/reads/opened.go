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
	mutex  sync.Mutex
	files  map[openKey]*openFile
	tokens int
}

// mostOpened bounds how many tokens of such files are kept beside the largest one: with all
// that is known of each, some 20 MB.
const mostOpened = 400_000

// openKey says what of a file is open: what was looked at before, or what a look for
// functions needed.
type openKey struct {
	file string
	seek *seeking
}

// seeking is a look for functions in one file.
type seeking struct {
	words []string       // by which what matters of it was found, or nil where it was looked at whole
	asked map[int32]bool // where the methods begin that other files may call by what their class makes
}

// openFile is a file that defines helpers.
type openFile struct {
	once   sync.Once
	unit   *evaluate.Unit // nil where it cannot be opened
	tokens int
}

// forget lets go of all files but the largest one, which takes longest to open again.
func (o *opened) forget() {
	var key openKey
	var largest *openFile
	for k, file := range o.files { // in any order: of several that are as large any will do
		if largest == nil || file.tokens > largest.tokens {
			key, largest = k, file
		}
	}
	o.files, o.tokens = map[openKey]*openFile{}, 0
	if largest != nil {
		o.files[key] = largest
	}
}

// functionOf returns the function that a helper is, or nil.
func (c *Context) functionOf(h *Helper) *evaluate.Func {
	if h.of != nil {
		return c.functionOf(h.of)
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
	o, key := &c.opened, openKey{h.File, h.seek}
	o.mutex.Lock()
	file := o.files[key]
	if file == nil {
		if o.files == nil || o.tokens > mostOpened {
			o.forget()
		}
		file = &openFile{}
		o.files[key] = file
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
	var a *analysis
	if h.seek != nil {
		a = h.lang.openSeeking(h.File, src, h.seek.words)
		a.run.unit.Ask(func(fn *evaluate.Func) bool { return h.seek.asked[beginning(fn)] })
	} else {
		a = c.openHelpers(h, src)
	}
	file.unit = a.run.unit
	c.opened.mutex.Lock()
	file.tokens = len(a.f.Tokens)
	c.opened.tokens += file.tokens
	c.opened.mutex.Unlock()
}

// openHelpers opens a file that defines helpers.
func (c *Context) openHelpers(h *Helper, src []byte) *analysis {
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
	return a
}

// openSeeking opens a file in which functions were looked for: what the words lead to, or all
// of it where there are none. It opens no other file.
func (l *Language) openSeeking(file string, src []byte, words []string) *analysis {
	var folding *syntax.Folding
	if words != nil {
		folding = l.folding(NewWords(words).Offsets(src, 0))
	}
	a := l.open(src, folding)
	a.file = file
	a.findAccesses()
	a.prepare().unit.Prepare()
	return a
}
