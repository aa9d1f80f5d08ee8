package reads

import (
	"sync"

	"inzicht/core/declare"
	"inzicht/core/evaluate"
)

// Context is what is known of the rest of the tree when a file is analysed.
// A nil Context knows nothing.
type Context struct {
	// Bundled says that the file was made by a bundler: its names are short
	// and say nothing, so that helpers are not followed.
	Bundled   bool
	Constants map[string]string // by name, and by class and name: Keys.TOKEN
	Helpers   []*Helper         // of other files
	Roles     []declare.Role    // of names of other files
	// Marks returns where a file was looked at before, or nil; it may be nil.
	Marks func(file string) []int32
	// Read returns the text of a file that defines a helper, or nil where it
	// cannot be read. It may be called side by side.
	Read func(file string) []byte

	opened opened

	words *Words // the names of the helpers that it was made for
	named int    // how many those are

	handing sync.Once
	given   *Words // the names of functions that are given the environment, or nil
	other   bool   // there are roles of other kinds

	mutex     sync.Mutex
	byName    map[string][]*Helper
	unnamed   []*Helper            // that who imports them gives a name
	answering []*Helper            // by whom objects are called, or asked for elements
	keeping   map[string][]*Helper // by names of their files that stand for what they make
	ofClass   map[string][]*Helper // by the classes that they are methods of
	owners    map[string]bool      // classes that have helpers, and the names of their modules
	listed    int
}

// helpersNamed returns the helpers of a name.
func (c *Context) helpersNamed(name string) []*Helper {
	c.mutex.Lock()
	defer c.mutex.Unlock()
	c.list()
	return c.byName[name]
}

// defaults returns the helpers that who imports them gives a name.
func (c *Context) defaults() []*Helper {
	c.mutex.Lock()
	defer c.mutex.Unlock()
	c.list()
	return c.unnamed
}

// owns reports whether a class has helpers, or those of a module do.
func (c *Context) owns(name string) bool {
	c.mutex.Lock()
	defer c.mutex.Unlock()
	c.list()
	return c.owners[name]
}

// ownedBy returns the helpers that are methods of a class.
func (c *Context) ownedBy(class string) []*Helper {
	c.mutex.Lock()
	defer c.mutex.Unlock()
	c.list()
	return c.ofClass[class]
}

// answers returns the helpers that are run where an object is called or asked for an
// element.
func (c *Context) answers() []*Helper {
	c.mutex.Lock()
	defer c.mutex.Unlock()
	c.list()
	return c.answering
}

// keepers returns the helpers whose file has a name for what is made of them.
func (c *Context) keepers(name string) []*Helper {
	c.mutex.Lock()
	defer c.mutex.Unlock()
	c.list()
	return c.keeping[name]
}

// list sorts the helpers by their names; the lock is held.
func (c *Context) list() {
	if c.listed == len(c.Helpers) {
		return
	}
	c.answering, c.keeping = nil, map[string][]*Helper{}
	c.byName, c.unnamed, c.owners, c.listed = map[string][]*Helper{}, nil, map[string]bool{}, len(c.Helpers)
	c.ofClass = map[string][]*Helper{}
	for _, h := range c.Helpers {
		c.byName[h.Name] = append(c.byName[h.Name], h)
		if h.Owner != "" {
			stem, folder := h.origin()
			c.owners[h.Owner], c.owners[stem], c.owners[folder] = true, true, true
			c.ofClass[h.Owner] = append(c.ofClass[h.Owner], h)
		}
		if h.Owner != "" && evaluate.Answers(h.Name) {
			c.answering = append(c.answering, h)
		}
		for _, name := range h.Also {
			c.keeping[name] = append(c.keeping[name], h)
		}
		if h.Default {
			c.unnamed = append(c.unnamed, h)
		}
	}
}
