package reads

import (
	"maps"
	"slices"
	"strings"
	"sync"

	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// running is what joins the accesses that were found to the tree.
type running struct {
	mutex   sync.Mutex // other files may ask too
	a       *analysis
	tree    *parse.Tree
	unit    *evaluate.Unit
	paths   map[int32]string
	opening bool // its functions are being found: no other file is opened

	outer  map[outerName]*evaluate.Class // classes of other files, once asked for
	added  map[readKey]bool
	first  []int32           // by token, the first node that begins at it; nil until asked for
	next   []int32           // by node, the next that begins at the same token
	macros map[string]string // #define NAME "text"
}

// treeOf makes the tree of a file.
func (l *Language) treeOf(f *syntax.File) *parse.Tree {
	if l.Tree != nil {
		return l.Tree(f)
	}
	if l.Grammar == nil {
		return parse.Into(nodes.take(), f, plainGrammar)
	}
	return parse.Into(nodes.take(), f, l.Grammar)
}

// plainGrammar is that of a language of which nothing else is said.
var plainGrammar = &parse.Grammar{Member: ".", Assign: "="}

// prepare makes the tree, and what of it can be asked, once.
func (a *analysis) prepare() *running {
	if a.run != nil {
		return a.run
	}
	r := &running{a: a, tree: a.lang.treeOf(a.f), paths: map[int32]string{}, added: map[readKey]bool{}}
	r.unit = &evaluate.Unit{
		File: a.file, Tree: r.tree, Words: a.c.running, Access: map[int32]*evaluate.Access{}, Writes: map[int32]evaluate.Naming{},
		Path: r.path, Constant: a.constantOf, Outside: r.outside, Outer: a.isOuter, OuterClass: r.outerClass, Kept: r.kept, Makes: a.makesOuter, Common: a.lang.isCommon,
	}
	if a.context != nil && len(a.context.listed().answers) > 0 {
		r.unit.Answering = r.answering
	}
	if a.context != nil && a.context.listed().anyMember {
		r.unit.AnyMember = r.anyMember
	}
	if a.context != nil && len(a.context.Helpers) > 0 {
		r.unit.Keeping = r.keeping
	}
	if a.lang.Prototypes {
		r.macros = macrosOf(a.f)
	}
	a.run = r
	return r
}

// macrosOf returns the texts that #define gives names.
func macrosOf(f *syntax.File) map[string]string {
	macros := map[string]string{}
	for i := range f.Tokens {
		if f.Is(i, "define") && f.Is(i-1, "#") && f.Kind(i+2) == syntax.String && !f.Tokens[i+2].NewLine {
			if value, ok := f.Value(i + 2); ok {
				macros[f.Text(i+1)] = value
			}
		}
	}
	return macros
}

// beginningAt calls f with the nodes that begin at a token, the inner ones
// first, until it returns false.
func (r *running) beginningAt(token int, f func(n int32, node *parse.Node) bool) {
	if r.first == nil {
		r.first, r.next = perToken(len(r.a.f.Tokens)+1), perToken(len(r.tree.Nodes))
		for n := len(r.tree.Nodes) - 1; n > 0; n-- {
			from := r.tree.Nodes[n].From
			r.next[n], r.first[from] = r.first[from], int32(n)
		}
	}
	for n, i := r.first[token], 0; n != 0 && i <= mostAround; n, i = r.next[n], i+1 {
		if !f(n, &r.tree.Nodes[n]) {
			return
		}
	}
}

// mostAround bounds how many nodes that begin at one token are looked at.
const mostAround = 200

// nodeOf returns the node of a range of tokens, or 0.
func (r *running) nodeOf(at Range) (found int32) {
	f := r.a.f
	for {
		r.beginningAt(at.Lo, func(n int32, node *parse.Node) bool {
			if int(node.To) == at.Hi && (found == 0 || r.tree.Nodes[found].Kind == parse.Block) {
				found = n
			}
			return found == 0 || r.tree.Nodes[found].Kind == parse.Block
		})
		if found != 0 || at.Hi-at.Lo <= 2 || !f.Is(at.Lo, "(") || f.Mate(at.Lo) != at.Hi-1 {
			return found
		}
		at = Range{at.Lo + 1, at.Hi - 1}
	}
}

// around returns the smallest node that begins where a range does and holds it.
func (r *running) around(at Range) (best int32) {
	r.beginningAt(at.Lo, func(n int32, node *parse.Node) bool {
		if int(node.To) >= at.Hi && (best == 0 || node.To < r.tree.Nodes[best].To) && node.Kind != parse.Block {
			best = n
		}
		return true
	})
	return best
}

// longestPath bounds how many tokens stand for something through imports.
const longestPath = 60

// path returns what a name or a member stands for through imports.
func (r *running) path(n int32) string {
	r.mutex.Lock()
	defer r.mutex.Unlock()
	return r.pathLocked(n)
}

func (r *running) pathLocked(n int32) string {
	path, known := r.paths[n]
	if known {
		return path
	}
	switch node := r.tree.Nodes[n]; node.Kind {
	case parse.Name, parse.Member:
		if node.To-node.From < longestPath {
			path = r.a.pathOf(Range{int(node.From), int(node.To)}, 0)
		}
	case parse.Wrapper:
		if c := r.tree.Child(n, 0); c != 0 {
			path = r.pathLocked(c)
		}
	}
	r.paths[n] = path
	return path
}

func (a *analysis) constantOf(name string) (string, bool) {
	if s, known := a.run.macros[name]; known {
		return s, true
	}
	a.run.mutex.Lock()
	defer a.run.mutex.Unlock()
	values := a.constant(name)
	if len(values) != 1 {
		return "", false
	}
	return values[0].plain()
}

// isOuter reports whether a class of that name has helpers in other files, or the
// classes of a module of that name do.
func (a *analysis) isOuter(name string) bool {
	return a.context != nil && a.context.listed().owners[name]
}

// outside returns the helper of another file that a call means.
func (r *running) outside(name string, node int32) *evaluate.Func {
	c := r.a.context
	if c == nil {
		return nil
	}
	r.mutex.Lock()
	defer r.mutex.Unlock()
	if r.tree.Nodes[node].Kind == parse.Call {
		return r.required(node)
	}
	if r.a.lang.isOfLibrary(r.pathLocked(node)) {
		return nil
	}
	list := c.listed().named[name]
	if of := c.listed().named[r.a.importedAs(name, int(r.tree.Nodes[node].From))]; len(of) > 0 { // another has its name elsewhere
		list = slices.Concat(of, list)
	}
	if defaults := c.listed().unnamed; len(defaults) > 0 && len(r.a.o.Bindings[name]) > 0 {
		list = slices.Concat(list, defaults)
	}
	for _, h := range list {
		if h.File == r.a.file || h.keeps {
			continue
		}
		if at := r.tree.Nodes[node].At; node != 0 && (at < 0 || !r.a.callsOther(h, int(at))) {
			continue
		}
		if r.opening && h.seek == nil {
			return evaluate.AnyHelper
		}
		if fn := c.functionOf(h); fn != nil {
			return fn
		}
	}
	return nil
}

// answering returns the methods of other files that are run where an object is called
// or asked for an element.
func (r *running) answering() (list []*evaluate.Func) {
	if r.opening {
		return nil
	}
	for _, h := range r.a.context.listed().answers {
		if h.File == r.a.file || len(list) == mostAnswering || !h.isIn(r.a.lang) {
			continue
		}
		if fn := r.a.context.functionOf(h); fn != nil {
			list = append(list, fn)
		}
	}
	return list
}

// keeping returns a helper of the file that keeps what an imported name stands for.
func (r *running) keeping(node int32) *evaluate.Func {
	name, from := r.tree.Name(node), r.path(node)
	if r.opening {
		return nil
	}
	module, bound := "", len(r.a.o.Bindings[name]) > 0
	if at := strings.LastIndexByte(from, '.'); at > 0 {
		module, name = strings.TrimSuffix(from[:at], "."), from[at+1:]
	}
	for _, h := range r.a.context.listed().keepers[name] {
		if h.File == r.a.file || !h.isIn(r.a.lang) {
			continue
		}
		stem, _ := h.origin()
		if module != "" && (bound || r.tree.Nodes[node].Kind == parse.Member) && r.a.isModule(module, h.File) || !bound && r.a.importsAllOf(stem) {
			return r.a.context.functionOf(h)
		}
	}
	return nil
}

// mostAnswering bounds how many such methods are considered.
const mostAnswering = 20

// required returns what a module exports without a name where it is called as it is
// loaded: require('./need')('X').
func (r *running) required(node int32) *evaluate.Func {
	of := r.tree.Nodes[node]
	module := r.a.required(Range{int(of.From), int(of.To)})
	for _, h := range r.a.context.listed().unnamed {
		if module == "" || h.File == r.a.file || !r.a.isModule(module, h.File) {
			continue
		}
		if r.opening && h.seek == nil {
			return evaluate.AnyHelper
		}
		if fn := r.a.context.functionOf(h); fn != nil {
			return fn
		}
	}
	return nil
}

// mostImports bounds how many meanings a name has that is imported.
const mostImports = 100

// importedAs returns the name that another file gives what this one imports
// under a name of its own where it is at a token, or "".
func (a *analysis) importedAs(name string, at int) string {
	list := a.o.Bindings[name]
	if selfWords[name] || len(list) > mostImports { // none that is imported
		return ""
	}
	for _, b := range list {
		from := a.bindingPath(b, at, 0)
		if at := strings.LastIndexAny(from, "./"); at >= 0 && from[at+1:] != name {
			return from[at+1:]
		}
	}
	return ""
}

// discover runs the file, and asks for the names of what was found to matter.
func (a *analysis) discover() *evaluate.Run {
	r := a.prepare()
	if r.unit.Placed = len(a.lang.Forms) > 0 && a.c.forms.in(a.f.Src); r.unit.Placed {
		r.unit.Asked = a.askedSettings()
	}
	r.unit.Prepare()
	a.giveWrites()
	run := evaluate.Discover(r.unit)
	for name, functions := range run.Holding() { // in any order
		switch {
		case a.isBundle():
			a.askInBundle(functions, name)
		case len(functions) > 1:
			a.askIn(nil, name)
		default:
			a.askIn(functions[0], name)
		}
	}
	for name, functions := range run.Naming() { // in any order
		if len(name) > shortName || !a.isBundle() {
			a.askIn(nil, name)
			continue
		}
		for _, fn := range functions {
			a.askIn(fn.Within(), name)
		}
	}
	for _, name := range run.Handing() {
		if len(name) > shortName && !a.isBundle() {
			a.askIn(nil, name)
		}
	}
	for _, fn := range run.Takers() {
		a.openBody(fn)
	}
	return run
}

// askInBundle notes that a name matters in some functions. One that a program shortened
// is everywhere in the file.
func (a *analysis) askInBundle(functions []*evaluate.Func, name string) {
	for _, fn := range functions {
		if fn != nil || len(name) > shortName {
			a.askIn(fn, name)
		}
	}
}

// askIn notes that a name matters in a function, or in the whole file where that is nil.
func (a *analysis) askIn(fn *evaluate.Func, name string) {
	lo, hi := 0, len(a.f.Tokens)
	if fn != nil {
		node := a.run.tree.Nodes[fn.Node]
		lo, hi = int(node.From), int(node.To)
	}
	a.ask(name, lo, hi)
}

// shortName is how many letters a name has that many things may have.
const shortName = 2

// openBody asks for the body of a function that was passed over.
func (a *analysis) openBody(fn *evaluate.Func) { a.openNode(a.run.tree.Nodes[fn.Node]) }

// openNode asks for what was passed over in a node.
func (a *analysis) openNode(node parse.Node) {
	lo, hi := a.f.Tokens[node.From].Start, a.f.Tokens[node.To-1].End
	for _, fold := range a.f.Folds {
		if fold.Lo >= lo && fold.Hi <= hi {
			a.opened = append(a.opened, fold.Lo)
		}
	}
}

// Functions returns those of the wanted functions that src defines, for other
// files to call; those of which it is so make objects, whose methods are called, too. Of
// the rest of the file only what they call is kept.
func (l *Language) Functions(file string, src []byte, wanted map[string]bool) []*Helper {
	if l.Own != nil {
		return nil
	}
	names := slices.Sorted(maps.Keys(wanted))
	words := names
	for range maxUnfoldings {
		if l.Passes == "" {
			break
		}
		list, open := l.functionsIn(file, src, names, wanted, words)
		if len(open) == 0 {
			return list
		}
		words = append(slices.Clip(words), open...)
	}
	list, _ := l.functionsIn(file, src, names, wanted, nil)
	return list
}

// functionsIn returns functions of what some words lead to, or of all of src, and the names of
// those that they call and that were passed over.
func (l *Language) functionsIn(file string, src []byte, names []string, makes map[string]bool, words []string) (list []*Helper, open []string) {
	a := l.openSeeking(file, src, words)
	defer a.close()
	seek := &seeking{words: words, asked: map[int32]bool{}}
	note := func(fn *evaluate.Func, asked bool) {
		if asked {
			seek.asked[beginning(fn)] = true
		}
		list = append(list, &Helper{Name: strings.Clone(fn.Name), Owner: strings.Clone(ownerName(fn)), File: file, seek: seek, at: beginning(fn), lang: l, Exported: true})
		for _, name := range a.run.unit.PassedOver(fn) {
			open = append(open, strings.Clone(name))
		}
	}
	for _, name := range names {
		for _, fn := range a.run.unit.Named(name) {
			if fn.Body == 0 { // it is only declared: another file has it
				continue
			}
			note(fn, false)
			if !makes[name] {
				continue
			}
			for _, method := range a.run.unit.MethodsOfMade(fn) {
				note(method, true)
			}
		}
		if makes[name] {
			for _, method := range a.run.unit.Methods(name) {
				note(method, true)
			}
		}
	}
	return list, open
}
