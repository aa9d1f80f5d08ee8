package reads

import (
	"slices"
	"sort"

	"inzicht/core/syntax"
)

// Outline is what an idiom cannot see in a row of tokens: which functions a
// file has, how its blocks nest, and what its names stand for.
type Outline struct {
	Functions []Function
	Bindings  map[string][]Binding // by name; in order of their place
	names     []string             // of the bindings, in the order in which they were found

	scopes  map[string]map[int32][]int32 // for names with many meanings: by function block
	lists   []Range                      // where the parameters of each function stand, if that is to be bound
	skipped tokenSet                     // tokens of import statements: names there are not used
	blocks  []block
	blockOf []int32 // innermost block of each token
	parent  []int32 // innermost Open or Quote token around each token, or -1
}

// Function is a function with its parameters. Token ranges are half-open.
type Function struct {
	Name   string
	Owner  string // the class or type it belongs to, or ""
	Params []Param
	Body   Range
	At     int // token of its name, or of its beginning
}

// Param is one parameter.
type Param struct {
	Name    string
	Default Range // its default value, if any
}

// Range is a half-open range of tokens.
type Range struct{ Lo, Hi int }

func (r Range) empty() bool { return r.Hi <= r.Lo }

// contains reports whether token i lies within.
func (r Range) contains(i int) bool { return i >= r.Lo && i < r.Hi }

// Binding is one place where a name gets its meaning.
type Binding struct {
	At       int    // token of the name
	Value    Range  // the expression it is bound to, empty where unknown
	Path     string // an import: what it stands for, such as os.environ
	Property string // destructured: this member of Value
	Default  Range  // destructured: value where the member is missing
	Inner    bool   // seen within its block alone
	Element  bool   // loop variable: each element of Value
	Function int    // parameter of this function, or -1
	Param    int
	Of       string // the path of what Property is a member of, where no Value says it
	Until    int    // the token from which on it is not seen any more; 0 where its block ends
	block    int32
}

// block is a region of tokens in which names live.
type block struct {
	Range
	parent   int32
	function bool
	name     string // of a class, enumeration or namespace
	class    string // its name, or that of the nearest block around it that has one
	scope    int32  // the nearest function block: itself or one around it

	comprehension bool // its names stand for elements from its beginning on
}

// NewOutline returns an outline of one block, the file.
func NewOutline(f *syntax.File) *Outline {
	n := len(f.Tokens)
	o := &Outline{Bindings: map[string][]Binding{}, skipped: newTokenSet(n), scopes: map[string]map[int32][]int32{}}
	o.blockOf, o.parent = perToken(n), perToken(n)
	o.blocks = append(make([]block, 0, 64), block{Range: Range{0, n}, parent: -1, function: true})
	at := int32(-1)
	for i := range f.Tokens {
		t := &f.Tokens[i]
		if t.Kind == syntax.Close || t.Kind == syntax.Unquote {
			if t.Mate >= 0 {
				at = o.parent[t.Mate]
			}
		}
		o.parent[i] = at
		if t.Kind == syntax.Open || t.Kind == syntax.Quote {
			if t.Mate >= 0 {
				at = int32(i)
			}
		}
	}
	return o
}

// numbers are slices used before, of one number a token.
var numbers spare[int32]

// perToken returns a slice of n numbers, all 0.
func perToken(n int) []int32 {
	if used := numbers.take(); cap(used) >= n {
		used = used[:n]
		clear(used)
		return used
	}
	return make([]int32, n, n+n/4)
}

// close gives back what can be used again.
func (o *Outline) close() {
	numbers.give(o.blockOf)
	numbers.give(o.parent)
}

// tokenSet is a set of tokens.
type tokenSet []uint64

func newTokenSet(n int) tokenSet { return make(tokenSet, n/64+1) }

func (s tokenSet) add(i int) {
	if i >= 0 && i/64 < len(s) {
		s[i/64] |= 1 << (i % 64)
	}
}

func (s tokenSet) has(i int) bool { return s[i/64]>>(i%64)&1 != 0 }

// BlockFrom returns the innermost block around token i.
func (o *Outline) BlockFrom(i int) Range {
	if i < 0 || i >= len(o.blockOf) {
		return Range{}
	}
	return o.blocks[o.blockOf[i]].Range
}

// Skip marks the tokens of an import statement, whose names are not uses.
func (o *Outline) Skip(r Range) {
	for i := r.Lo; i < r.Hi; i++ {
		o.skipped.add(i)
	}
}

// Import records that name stands for path in the whole file.
func (o *Outline) Import(name, path string, at int) {
	o.Bind(name, Binding{At: at, Path: path, Function: -1})
}

// AddBlock adds a region in which names live. Nest comes after the last.
func (o *Outline) AddBlock(r Range, function bool, name string) {
	o.blocks = append(o.blocks, block{Range: r, function: function, name: name})
}

// addFunction adds a function whose parameters stand in list, or are not to be
// bound where that is empty.
func (o *Outline) addFunction(fn Function, list Range) {
	o.Functions = append(o.Functions, fn)
	o.lists = append(o.lists, list)
}

// AddFunction adds a function and its block.
func (o *Outline) AddFunction(fn Function) {
	o.Functions = append(o.Functions, fn)
	o.AddBlock(fn.Body, true, "")
}

// Nest works out how the blocks lie in each other and binds the parameters
// that the functions have by now.
func (o *Outline) Nest() {
	o.fillBlocks()
	for n := range o.Functions {
		for p, param := range o.Functions[n].Params {
			if param.Name != "" && !o.Functions[n].Body.empty() {
				o.Bind(param.Name, Binding{At: o.Functions[n].Body.Lo, Function: n, Param: p})
			}
		}
	}
}

// maxLevels bounds how many functions outward a name is looked for.
const maxLevels = 200

// Bind records what a name means from token b.At on. Of damaged source there may be
// no name.
func (o *Outline) Bind(name string, b Binding) {
	if name != "" && len(o.Bindings[name]) < maxBindings {
		b.block = o.blockOf[min(b.At, len(o.blockOf)-1)]
		o.bindIn(name, b)
	}
}

// bindIn records what a name means in the block that b says.
func (o *Outline) bindIn(name string, b Binding) {
	list, known := o.Bindings[name]
	if !known {
		o.names = append(o.names, name)
	}
	o.Bindings[name] = append(list, b)
	delete(o.scopes, name)
}

// bindBehind records what a name means from where it already means something else,
// or else, where it does not, from b.At on.
func (o *Outline) bindBehind(name string, b Binding) {
	list := o.Bindings[name]
	for n := len(list) - 1; n >= 0; n-- {
		if list[n].At == b.At && o.functionBlock(list[n].block) == o.functionBlock(b.block) {
			o.Bindings[name] = slices.Insert(list, n+1, b)
			delete(o.scopes, name)
			return
		}
	}
	o.bindIn(name, b)
}

// maxBindings bounds how many meanings of one name are kept.
const maxBindings = 2000

// functionBlock returns the innermost function block around block b.
func (o *Outline) functionBlock(b int32) int32 {
	return o.blocks[b].scope
}

// lookup returns what name may mean at token pos: the last binding before it
// that certainly ran, and those that may have run since. A name bound only
// outside the function is taken with all its bindings there.
func (o *Outline) lookup(name string, pos int) []Binding {
	all := o.Bindings[name]
	if len(all) == 0 || len(o.blockOf) == 0 {
		return nil
	}
	if len(all) == 1 && all[0].block == 0 && !all[0].Inner && all[0].Until == 0 {
		return all
	}
	if name[0] == '.' { // a member of the object itself is seen by all its methods
		return o.ofClass(all, o.classAt(min(pos, len(o.blockOf)-1)))
	}
	scope := o.functionBlock(o.blockOf[min(pos, len(o.blockOf)-1)])
	byScope := o.byScope(name)
	for outer, levels := false, 0; scope >= 0; outer = true {
		if levels++; levels > maxLevels {
			scope = 0
		}
		if here := byScope[scope]; len(here) > 0 {
			if found := o.inScope(all, here, pos, outer); len(found) > 1 || len(found) == 1 && !(scope > 0 && found[0].Value.contains(pos)) {
				return found
			} // a name in its own first value is that of outside: let env = env::var("X")
		}
		if scope == 0 {
			break
		}
		scope = o.functionBlock(o.blocks[scope].parent)
	}
	return nil
}

// ofClass picks the members that the class itself has, or takes all, where it
// has them from another.
func (o *Outline) ofClass(all []Binding, class string) []Binding {
	var own []Binding
	for _, b := range all {
		if o.blocks[b.block].class == class {
			own = append(own, b)
		}
	}
	if len(own) == 0 {
		own = all
	}
	return own[:min(len(own), 16)]
}

// byScope returns the bindings of a name by the function block they belong to.
func (o *Outline) byScope(name string) map[int32][]int32 {
	if known, found := o.scopes[name]; found {
		return known
	}
	index := map[int32][]int32{}
	for i, b := range o.Bindings[name] {
		scope := o.functionBlock(b.block)
		index[scope] = append(index[scope], int32(i))
	}
	o.scopes[name] = index
	return index
}

// maxMeanings bounds how many bindings before a place are looked at for those
// that may be in force there.
const maxMeanings = 400

// inScope picks from the bindings of one function block those that may be in
// force at pos.
func (o *Outline) inScope(all []Binding, here []int32, pos int, outer bool) (found []Binding) {
	last := len(here)
	if !outer { // what comes after is not meant
		last = sort.Search(len(here), func(n int) bool { return all[here[n]].At > pos })
	}
	for n := last - 1; n >= max(0, last-maxMeanings) && len(found) < 16; n-- {
		b := all[here[n]]
		if !outer && b.At > pos || b.Inner && !o.blocks[b.block].contains(pos) || b.Until > 0 && (pos < b.At || pos >= b.Until) {
			continue
		}
		found = append(found, b)
		if !outer && o.blocks[b.block].contains(pos) && !b.Value.contains(pos) {
			break
		}
	}
	return found
}

// classAt returns the name of the innermost named block around token i.
func (o *Outline) classAt(i int) string { return o.blocks[o.blockOf[i]].class }
