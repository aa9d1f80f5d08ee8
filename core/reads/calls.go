package reads

import "slices"

// Where a file may call the helpers of other files: what of it is looked at for them.

// calls are the names of helpers, and who may call them.
type calls struct {
	of      int // how many helpers there are
	names   *Words
	callers map[string][]*Callers
	classes map[string][]*Callers // by the classes that they are methods of
}

// calling prepares the search for calls of the helpers.
func (c *Context) calling() *calls {
	c.mutex.Lock()
	defer c.mutex.Unlock()
	if c.calls != nil && c.calls.of == len(c.Helpers) {
		return c.calls
	}
	known := &calls{of: len(c.Helpers), callers: map[string][]*Callers{}, classes: map[string][]*Callers{}}
	var names []string
	for _, h := range c.Helpers {
		by := CallersOf(h, h.lang)
		if h.Name != "" {
			known.callers[h.Name] = append(known.callers[h.Name], &by)
			names = append(names, h.Name)
		}
		if h.Owner != "" {
			known.classes[h.Owner] = append(known.classes[h.Owner], &by)
			names = append(names, h.Owner)
		}
	}
	known.names = NewWords(names)
	c.calls = known
	return known
}

// callsIn returns the offsets at which a file may call a helper or make an object of a
// class that has one: of a large file, in which many words are those of helpers by chance,
// where the text itself does not rule that out.
func (c *Context) callsIn(l *Language, file string, src []byte) (list []int32) {
	known := c.calling()
	offsets := known.names.Offsets(src, 0)
	if len(src) <= mostWritten { // little is saved
		return offsets
	}
	in := NewSource(l, file, src)
	for _, at := range offsets {
		word := wordAt(src, at, "")
		if known.callers[string(word)] == nil && known.classes[string(word)] == nil {
			word = wordAt(src, at, "-?!'")
		}
		fits := slices.ContainsFunc(known.classes[string(word)], func(by *Callers) bool { return by.Named(in) })
		for _, by := range known.callers[string(word)] {
			fits = fits || in.MayCall(by, int(at), int(at)+len(word))
		}
		if fits {
			list = append(list, at)
		}
	}
	return list
}

// wordAt returns the word that begins at an offset, in which some signs may stand.
func wordAt(src []byte, at int32, signs string) []byte {
	end := int(at)
	for end < len(src) && (isNameByte(src[end]) || isOneOf(src[end], signs)) {
		end++
	}
	return src[at:end]
}
