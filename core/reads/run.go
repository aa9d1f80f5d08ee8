package reads

import (
	"bytes"
	"maps"
	"path"
	"slices"
	"strings"
	"sync"

	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// wordsOf gathers what running the code of a language needs to know of it.
func (l *Language) wordsOf(c *compiled) *evaluate.Words {
	w := &evaluate.Words{
		Nothing: c.nothing, Stops: c.stops, Formats: c.formats, Transparent: c.transparent, Uses: map[string][]evaluate.Use{},
		EmptyTrue: l.Runs.EmptyTrue, EmptyLists: l.Runs.EmptyLists, Returns: l.Runs.Returns, Extends: l.Runs.Extends, Raises: l.Runs.Raises,
		Pointers: l.Prototypes, Quiet: l.QuietParens, Types: l.Runs.Types, Chains: l.Runs.Chains, Capitals: l.Runs.Capitals, OwnScopes: l.Runs.OwnScopes, AnyCase: l.Runs.AnyCase, Signs: l.Runs.Signs, Joins: set(l.Runs.Joins), Exact: l.Runs.Exact, Arguments: l.Runs.Arguments, Shift: l.Runs.Shift, Exhausts: set(l.Runs.Exhausts), Bare: l.QuietParens || l.Runs.Bare, Given: l.Runs.Given, Failures: l.Runs.Failures, Platform: l.Runs.Platform, Loops: l.Runs.Loops, KeysIn: l.Runs.KeysIn, Forces: l.Force, Leaves: l.Runs.Leaves,
	}
	if len(l.Runs.Catchers) > 0 {
		w.Catchers = set(l.Runs.Catchers)
	}
	if len(l.Runs.Errors) > 0 {
		w.Errors = set(l.Runs.Errors)
	}
	for _, list := range c.callUses { // in any order
		for _, p := range list {
			w.Uses[p.path] = append(w.Uses[p.path], useOf(p))
		}
	}
	for name, list := range c.methodUses { // in any order
		for _, p := range list {
			w.Uses["."+name] = append(w.Uses["."+name], useOf(p))
		}
	}
	return w
}

// useOf says what a pattern of use does.
func useOf(p *pattern) evaluate.Use {
	use := evaluate.Use{Arg: -1, Fallback: -1, Exact: -1, Kind: string(p.idiom.Kind), Does: p.idiom.Does, Maps: p.idiom.Maps, Empties: p.idiom.Empties, Other: p.idiom.Other}
	switch {
	case p.idiom.Test:
		use.Does = evaluate.Tests
	case p.idiom.Absent:
		use.Does = evaluate.Absence
	case p.idiom.Need == Required:
		use.Does = evaluate.Fail
	case p.idiom.Need == Optional:
		use.Does = evaluate.Replaces
	}
	for _, e := range p.after {
		if e.kind != group {
			continue
		}
		if !e.rest {
			use.Exact = len(e.args)
		}
		for n, argument := range e.args {
			switch {
			case holds(argument, holeRead):
				use.Arg, use.Keyword = n, keyword(argument)
			case holds(argument, holeFallback):
				use.Fallback, use.Does = n, evaluate.Replaces
			case len(argument) > 0 && argument[0].kind == literal:
				use.Also = argument[0].text
			}
		}
		break
	}
	return use
}

func holds(list []element, which string) bool {
	return slices.ContainsFunc(list, func(e element) bool {
		return e.kind == hole && e.text == which || slices.ContainsFunc(e.args, func(in []element) bool { return holds(in, which) })
	})
}

// running is what joins the accesses that were found to the tree.
type running struct {
	mutex   sync.Mutex // other files may ask too
	a       *analysis
	tree    *parse.Tree
	unit    *evaluate.Unit
	paths   map[int32]string
	opening bool // its functions are being found: no other file is opened

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
		Path: r.path, Constant: a.constantOf, Outside: r.outside, Outer: a.isOuter, Common: a.lang.isCommon,
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
func (a *analysis) isOuter(name string) bool { return a.context != nil && a.context.owns(name) }

// outside returns the helper of another file that a call means.
func (r *running) outside(name string, node int32) *evaluate.Func {
	c := r.a.context
	if c == nil {
		return nil
	}
	r.mutex.Lock()
	defer r.mutex.Unlock()
	list := c.helpersNamed(name)
	if len(list) == 0 {
		list = c.helpersNamed(r.a.importedAs(name, int(r.tree.Nodes[node].From)))
	}
	if defaults := c.defaults(); len(defaults) > 0 && len(r.a.o.Bindings[name]) > 0 {
		list = slices.Concat(list, defaults)
	}
	for _, h := range list {
		if h.File == r.a.file {
			continue
		}
		if at := r.tree.Nodes[node].At; node != 0 && (at < 0 || !r.a.callsOther(h, int(at))) {
			continue
		}
		if r.opening && h.fn == nil {
			return evaluate.AnyHelper
		}
		if fn := c.functionOf(h); fn != nil {
			return fn
		}
	}
	return nil
}

// importedAs returns the name that another file gives what this one imports
// under a name of its own where it stands at a token, or "".
func (a *analysis) importedAs(name string, at int) string {
	for _, b := range a.o.Bindings[name] {
		from := a.bindingPath(b, at, 0)
		if at := strings.LastIndexAny(from, "./"); at >= 0 && from[at+1:] != name {
			return from[at+1:]
		}
	}
	return ""
}

// give makes an access of a match.
func (a *analysis) give(m *match) {
	r := a.prepare()
	node := r.nodeOf(m.access)
	if node == 0 {
		node = r.around(m.access)
	}
	idiom := m.pattern.idiom
	access := a.accessOf(m, node)
	if n := r.tree.Nodes[node]; idiom.Test && n.Kind == parse.Binary && (a.f.Is(int(n.At), "not") || a.f.Is(int(n.At), "!") || a.f.Is(int(n.At), "!in")) {
		access.Test, access.Absent = false, true
	}
	if !m.fallback.empty() {
		access.Fallback = r.nodeOf(m.fallback)
	}
	access.Names = func(value func(int32) evaluate.Value) []evaluate.Row { return a.rows(m, value) }
	access.Literal = m.member || !m.name.empty() && m.name.Hi == m.name.Lo+1 && a.f.Kind(m.name.Lo) == syntax.String
	if node == 0 || r.unit.Access[node] != nil || m.pattern.template == holePlaces || strings.HasPrefix(a.f.Text(m.access.Lo), "@") {
		a.loose = append(a.loose, m)
		return
	}
	r.unit.Access[node] = access
}

// accessOf returns what the idiom of a match says of an access.
func (a *analysis) accessOf(m *match, node int32) *evaluate.Access {
	idiom := m.pattern.idiom
	access := &evaluate.Access{Node: node, Kind: string(idiom.Kind), Test: idiom.Test, Absent: idiom.Absent, Optional: idiom.Need == Optional, Of: m}
	access.Unset = a.lang.Runs.Unset
	if idiom.Unset != evaluate.Usual {
		access.Unset = idiom.Unset
	} else if idiom.Need == Required {
		access.Unset = evaluate.Fails
	}
	return access
}

// giveWhole makes an access of the environment as a whole.
func (a *analysis) giveWhole(m *match) {
	r := a.prepare()
	if node := r.nodeOf(m.access); node != 0 && r.unit.Access[node] == nil {
		r.unit.Access[node] = &evaluate.Access{Node: node, Whole: true, Literal: true, Of: m}
	}
}

// giveReader makes a value of a function that reads where it is not called.
func (a *analysis) giveReader(at Range) {
	r := a.prepare()
	patterns := a.c.paths[a.pathOf(at, 0)]
	if f := a.f; f.Is(at.Lo-1, "&") && f.Is(at.Hi, "/") { // &System.get_env/1
		at = Range{at.Lo - 1, at.Hi + 2}
	}
	node := r.nodeOf(at)
	if node == 0 || r.unit.Access[node] != nil {
		return
	}
	r.unit.Access[node] = &evaluate.Access{Node: node, Literal: true, Reader: func(arguments int) *evaluate.Access {
		for _, p := range patterns {
			if access := a.calledWith(p, node, arguments); access != nil {
				return access
			}
		}
		return nil
	}}
}

// calledWith returns the access that a call with as many arguments is, if a
// pattern takes so many.
func (a *analysis) calledWith(p *pattern, node int32, arguments int) *evaluate.Access {
	if len(p.after) != 1 || len(p.before) > 0 || p.after[0].kind != group {
		return nil
	}
	use := useOf(p)
	if names := p.after[0].args; len(names) != arguments || !holds(names[0], holeName) {
		return nil
	}
	access := a.accessOf(&match{pattern: p}, node)
	access.Names = func(value func(int32) evaluate.Value) []evaluate.Row {
		rows := value(node).Rows()
		for n := range rows {
			if prefix := p.idiom.Prefix; prefix != "" {
				rows[n] = append(evaluate.Word(prefix), rows[n]...)
			}
		}
		return rowsBehind(rows, p.idiom.Behind)
	}
	access.Instead = max(use.Fallback, 0)
	return access
}

// giveWrites tells where the file itself gives variables values.
func (a *analysis) giveWrites() {
	r := a.run
	for _, m := range a.writes {
		if node := r.nodeOf(m.access); node != 0 {
			r.unit.Writes[node] = func(value func(int32) evaluate.Value) []evaluate.Row { return a.rows(m, value) }
		}
	}
}

// rows returns the names that a match may read.
func (a *analysis) rows(m *match, value func(int32) evaluate.Value) (rows []evaluate.Row) {
	of := func(at Range) []evaluate.Row {
		if n := a.run.nodeOf(at); n != 0 && value != nil {
			return value(n).Rows()
		}
		return rowsOfTexts(a.written(at), -1)
	}
	switch {
	case m.member:
		return []evaluate.Row{evaluate.Word(a.f.Text(m.name.Lo))}
	case !m.template.empty():
		list := of(m.template)
		return rowsOfTexts(namesIn(textsOf(list), m.pattern.template), leastFrame(list))
	case !m.written.empty():
		list := of(m.written)
		return rowsOfTexts(writtenLikeVariables(textsOf(list)), leastFrame(list))
	case len(m.names) > 0:
		for _, name := range m.names {
			rows = append(rows, a.listed(name, of)...)
		}
		return rows
	case m.name.empty():
		return []evaluate.Row{evaluate.Anything()}
	}
	rows = of(m.name)
	if prefix := m.pattern.idiom.Prefix; prefix != "" {
		for n := range rows {
			rows[n] = append(evaluate.Word(prefix), rows[n]...)
		}
	}
	return rowsBehind(rows, m.pattern.idiom.Behind)
}

// rowsBehind returns those of some names that begin in one of a few ways,
// without that beginning; all where nothing is asked of them.
func rowsBehind(rows []evaluate.Row, beginnings []string) (list []evaluate.Row) {
	if len(beginnings) == 0 {
		return rows
	}
	for _, row := range rows {
		if len(row) == 0 {
			continue
		}
		text, any := row[0].Text()
		for _, beginning := range beginnings {
			if rest, has := strings.CutPrefix(text, beginning); has && !any {
				list = append(list, append(evaluate.Row{evaluate.Piece(rest, false, row[0].Frame())}, row[1:]...))
				break
			}
		}
	}
	return list
}

// listed returns the names in one of several operands: a name, or a list of
// words without quotes, %w[a b].
func (a *analysis) listed(at Range, of func(Range) []evaluate.Row) (rows []evaluate.Row) {
	open := a.f.Text(at.Lo)
	if a.f.Kind(at.Lo) != syntax.Open || len(open) < 2 || open[0] != '%' && !strings.HasPrefix(open, "qw") {
		return of(at)
	}
	for i := at.Lo + 1; i < at.Hi-1; i++ {
		if a.f.Kind(i) == syntax.Text || a.f.Kind(i) == syntax.Word {
			for _, name := range strings.Fields(a.f.Text(i)) {
				rows = append(rows, evaluate.Word(name))
			}
		}
	}
	return rows
}

func leastFrame(rows []evaluate.Row) int32 {
	least := int32(1 << 20)
	for _, row := range rows {
		for _, p := range row {
			least = min(least, p.Frame())
		}
	}
	if least == 1<<20 {
		return -1
	}
	return least
}

// textsOf and rowsOfTexts turn rows into texts and back.
func textsOf(rows []evaluate.Row) (list []text) {
	for _, row := range rows {
		var t text
		for _, p := range row {
			s, any := p.Text()
			t = append(t, part{text: s, any: any})
		}
		list = append(list, t)
	}
	return list
}

func rowsOfTexts(list []text, frame int32) (rows []evaluate.Row) {
	for _, t := range list {
		var row evaluate.Row
		for _, p := range t {
			row = append(row, evaluate.Piece(p.text, p.any, frame))
		}
		rows = append(rows, row)
	}
	return rows
}

// discover runs the file, and asks for the names of what was found to matter.
func (a *analysis) discover() *evaluate.Run {
	r := a.prepare()
	r.unit.Prepare()
	a.giveWrites()
	run := evaluate.Discover(r.unit)
	for name, fn := range run.Holding() { // in any order
		lo, hi := 0, len(a.f.Tokens)
		if fn != nil {
			node := r.tree.Nodes[fn.Node]
			lo, hi = int(node.From), int(node.To)
		}
		a.ask(name, lo, hi)
	}
	for _, name := range run.Naming() {
		a.ask(name, 0, len(a.f.Tokens))
	}
	for _, fn := range run.Takers() {
		a.openBody(fn)
	}
	return run
}

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

// judge makes reads of what was found.
func (a *analysis) judge(run *evaluate.Run) {
	r := a.run
	result := run.Judge()
	for name := range result.Sought { // sorted below
		module, last := a.ownModule(), name
		if at := strings.LastIndexByte(name, '.'); at >= 0 {
			module, last = name[:at], name[at+1:]
		}
		if !a.lang.isCommon(last) && len(r.unit.Named(last)) == 0 && (module != a.ownModule() || a.lang.SharesNames || a.lang.Global) {
			a.sought = append(a.sought, lastOf(module)+"."+last)
		}
	}
	slices.Sort(a.sought)
	patterns := patternsOf(result.Reads)
	functions := map[*evaluate.Func]*Helper{}
	for _, found := range result.Reads {
		m := found.Access.Of.(*match)
		read, ok := a.readOf(found, m)
		if !ok {
			continue
		}
		at := a.rangeOf(found.Node)
		if read.Name != "" && slices.ContainsFunc(patterns[found.Node], func(pattern string) bool { ok, _ := path.Match(pattern, read.Name); return ok }) {
			continue // one case of a pattern that stands here too
		}
		if found.Outer != nil && found.Outer.Name == "" && result.Called[found.Outer] > 0 {
			continue
		}
		if found.Outer != nil && (found.Outer.Name != "" || a.isTheExport(found.Outer)) && !changesVariables(found.Outer.Name) {
			h := functions[found.Outer]
			if h == nil {
				h = a.helperOf(found.Outer, m)
				a.place(&read, at)
				if read.Name == "" && read.Pattern == "" && plausible(found.Usual) {
					read.Name = found.Usual
				}
				h.Inside = read
				functions[found.Outer] = h
			} else if read.Need == Required {
				h.Inside.Need = Required
			}
			continue
		}
		a.addRead(at, found, read)
	}
	for fn, n := range result.Called { // in any order
		if h := functions[fn]; h != nil {
			a.seenCalls[h] += n
		} else if c := a.context; c != nil {
			for _, h := range c.Helpers {
				if h.is(fn) {
					a.seenCalls[h] += n
				}
			}
		}
	}
}

// ownModule returns where functions that are called by their bare names may be:
// in the folder of the file, or "." where they may be anywhere.
func (a *analysis) ownModule() string {
	if a.lang.SharesNames && !a.lang.Global {
		return path.Dir(a.file)
	}
	return "."
}

// Functions returns those of the wanted functions that src defines, for other
// files to call. Of the rest of the file only what they call is kept.
func (l *Language) Functions(file string, src []byte, wanted map[string]bool) []*Helper {
	if l.Own != nil {
		return nil
	}
	src = bytes.Clone(src)
	names := slices.Sorted(maps.Keys(wanted))
	words := names
	for range maxUnfoldings {
		folding := l.folding(NewWords(words).Offsets(src, 0))
		if folding == nil {
			break
		}
		list, open := l.functionsIn(file, src, names, folding)
		if len(open) == 0 {
			return list
		}
		words = append(slices.Clip(words), open...)
	}
	list, _ := l.functionsIn(file, src, names, nil)
	return list
}

// functionsIn returns functions of what folding leaves of src, and the names of
// those that they call and that were passed over.
func (l *Language) functionsIn(file string, src []byte, names []string, folding *syntax.Folding) (list []*Helper, open []string) {
	a := l.open(src, folding)
	a.file = file
	a.prepare()
	a.run.unit.Prepare()
	for _, name := range names {
		for _, fn := range a.run.unit.Named(name) {
			list = append(list, &Helper{Name: name, Owner: ownerName(fn), File: file, fn: fn, lang: l, Exported: true})
			open = append(open, a.run.unit.PassedOver(fn)...)
		}
	}
	return list, open
}

// patternsOf returns the names that are known in part, by where they are read.
func patternsOf(list []*evaluate.Read) map[int32][]string {
	patterns := map[int32][]string{}
	for _, found := range list {
		if pattern, known := textsOf([]evaluate.Row{found.Name})[0].pattern(); known && strings.Contains(pattern, "*") {
			patterns[found.Node] = append(patterns[found.Node], pattern)
		}
	}
	return patterns
}

func (a *analysis) rangeOf(node int32) Range {
	n := a.run.tree.Nodes[node]
	return Range{int(n.From), int(n.To)}
}

// readKey tells one read of a file from the others.
type readKey struct {
	at            int
	name, pattern string
}

// addRead adds a read, once a place and name.
func (a *analysis) addRead(at Range, found *evaluate.Read, read Read) {
	key := readKey{at.Lo, read.Name, read.Pattern}
	if a.run.added[key] {
		return
	}
	a.run.added[key] = true
	if read.Name != "" && read.FallbackComputed && found.Fallback.Node != 0 {
		a.standIns = append(a.standIns, orElse{read.Name, a.rangeOf(found.Fallback.Node)})
	}
	a.add(at, read)
}

// readOf makes a read of what was found; ok is false where it is none.
func (a *analysis) readOf(found *evaluate.Read, m *match) (r Read, ok bool) {
	idiom := m.pattern.idiom
	r = Read{Access: m.pattern.access, Through: found.Through, Scope: idiom.Scope}
	name := textsOf([]evaluate.Row{found.Name})[0]
	if exact, known := name.plain(); known {
		if !plausible(exact) || excepted(idiom, exact) {
			return r, false
		}
		if a.isLoose(found) && len(writtenLikeVariables([]text{name})) == 0 {
			return r, false // what is called may be another's method, or function
		}
		r.Name = exact
	} else if pattern, known := name.pattern(); known {
		r.Pattern = pattern
	}
	r.Need = idiom.Need
	if r.Need == "" || r.Need == Required { // which must be proven
		r.Need = Expected
	}
	switch {
	case found.Required:
		r.Need = Required
	case found.Fallback != nil || found.Tested || idiom.Test:
		r.Need = Optional
	}
	if f := found.Fallback; f != nil && r.Need != Required {
		text := f.Text
		if f.Computed && len(text) > 80 {
			text = strings.ToValidUTF8(text[:77], "") + "…"
		}
		r.Fallback, r.FallbackComputed = &text, f.Computed
	}
	r.Kind = Kind(found.Kind)
	slices.Sort(found.Literals)
	r.Literals = slices.Compact(found.Literals)
	if r.Kind == "" {
		r.Kind = kindOfLiterals(r.Literals)
		if r.Kind == Choice && !found.Closed && found.Passed {
			r.Kind = Text
		}
	}
	r.Asked = (found.Asked || idiom.Test || idiom.Absent) && !found.Passed && r.Kind == Text && len(slices.DeleteFunc(slices.Clone(r.Literals), func(l string) bool { return l == "" })) == 0
	r.Folded, r.Open = found.Folded, len(r.Literals) > 0 && !found.Closed
	return r, true
}

// isLoose reports whether only its name says which function of another file
// does the reading.
func (a *analysis) isLoose(found *evaluate.Read) bool {
	fn := found.Via
	if fn == nil || fn.Unit == a.run.unit {
		return false
	}
	if fn.Owner != nil {
		return true
	}
	return a.lang.Global && !a.sees(&Helper{Name: fn.Name, File: fn.Unit.File})
}

// helperOf makes a helper of a function that is given the name of what it
// reads.
func (a *analysis) helperOf(fn *evaluate.Func, m *match) *Helper {
	h := &Helper{Name: fn.Name, Owner: ownerName(fn), Access: m.pattern.access, File: a.file, lang: a.lang, at: beginning(fn)}
	node := a.run.tree.Nodes[fn.Node]
	h.Default = a.isTheExport(fn)
	h.Extends = a.lang.Runs.Extends && fn.Owner == nil && isMember(a.f, int(node.At))
	h.Exported = h.Default || a.isExported(&Function{Name: fn.Name, Owner: h.Owner, At: int(max(node.At, node.From))})
	a.helpers = append(a.helpers, h)
	return h
}

// kindOfLiterals returns the kind of a value that is held against literals.
func kindOfLiterals(literals []string) Kind {
	if len(literals) == 0 {
		return Text
	}
	for _, l := range literals {
		if !booleans[strings.ToLower(l)] {
			return Choice
		}
	}
	return Boolean
}

var booleans = set(strings.Fields("true false 1 0 yes no on off t f y n"))
