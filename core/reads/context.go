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
	// Offers are what other files have read. Where there are any, nothing is told but what is
	// done with that.
	Offers []*Offers
	// Marks returns where a file was looked at before, or nil; it may be nil.
	Marks func(file string) []int32
	// Read returns the text of a file that defines a helper, or nil where it
	// cannot be read. It may be called side by side.
	Read func(file string) []byte

	opened opened
	shelf  shelf

	calls *calls // where helpers may be called, once asked for

	handing sync.Once
	given   *Words // the names of functions that are given the environment, or nil
	roles   *Words // those of all roles, or nil
	other   bool   // there are roles of other kinds

	mutex sync.Mutex
	list  *helperList
}

// helperList has helpers by what they are looked for.
type helperList struct {
	of        int // how many there are
	named     map[string][]*Helper
	unnamed   []*Helper            // that who imports them gives a name
	answers   []*Helper            // that are run where an object is called or asked for an element
	anyMember bool                 // an object that a file keeps reads for whatever member is asked of it
	keepers   map[string][]*Helper // by names of their files that stand for what they make
	ofClass   map[string][]*Helper // by the classes that they are methods of
	owners    map[string]bool      // classes that have helpers, and the names of their modules
}

// listed returns the helpers of other files by what they are looked for.
func (c *Context) listed() *helperList {
	c.mutex.Lock()
	defer c.mutex.Unlock()
	if c.list == nil || c.list.of != len(c.Helpers) {
		c.list = listHelpers(c.Helpers)
	}
	return c.list
}

func listHelpers(helpers []*Helper) *helperList {
	list := &helperList{
		of: len(helpers), named: map[string][]*Helper{}, keepers: map[string][]*Helper{}, ofClass: map[string][]*Helper{}, owners: map[string]bool{},
	}
	for _, h := range helpers {
		list.named[h.Name] = append(list.named[h.Name], h)
		if h.Owner != "" {
			stem, folder := h.origin()
			list.owners[h.Owner], list.owners[stem], list.owners[folder] = true, true, true
			list.ofClass[h.Owner] = append(list.ofClass[h.Owner], h)
		}
		list.anyMember = list.anyMember || h.any
		if h.Owner != "" && evaluate.Answers(h.Name) {
			list.answers = append(list.answers, h)
		}
		for _, name := range h.Also {
			list.keepers[name] = append(list.keepers[name], h)
		}
		if h.Default {
			list.unnamed = append(list.unnamed, h)
		}
	}
	return list
}
