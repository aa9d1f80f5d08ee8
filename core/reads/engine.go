package reads

import (
	"path"
	"slices"
	"strings"

	"inzicht/core/declare"
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/sorting"
	"inzicht/core/syntax"
)

// analysis is the work on one file.
type analysis struct {
	lang *Language
	c    *compiled
	f    *syntax.File
	o    *Outline

	paths    map[bindingKey]string // what bindings stand for; "" while that is being found out
	defines  map[string]bool       // functions outside classes, once asked for
	exported map[string]bool       // names that other files see, once asked for
	given    map[string][]string   // the file's variables by the words in their values, once asked for
	made     map[string][]string   // the same by what their values begin with
	bases    map[string]bool       // the classes that those of the file extend or take in, once asked for
	unnamed  []int                 // where the file has what it exports without a name, once asked for
	held     heldWords
	bound    map[int]bool // tokens at which a name is bound, once asked for
	heads    *heads

	reads            []Read
	spots            []int    // the token at which each begins
	standIns         []orElse // what stands in for reads without a value
	helpers          []*Helper
	context          *Context
	opened           []int32                  // bodies that are wanted
	asked            map[string][]syntax.Span // names that matter, and where
	file             string
	writes           []*match           // where the file itself gives a variable a value
	wholes           []Range            // where the environment as a whole stands
	classes          map[string]bool    // that the file defines, once asked for
	matched          map[int]bool       // where accesses begin that were found
	own              map[string]bool    // paths of a library by which the tree has functions of its own, once asked for
	standIn          map[string]bool    // names of parameters that were found to stand for the environment
	handed           int                // how often it was asked whether the environment is handed on
	defined          map[string][]int32 // functions and classes by name, once asked for
	readers          []Range            // where a function that reads it stands, and is not called
	wanted           map[string]bool    // constants that other files may define
	named            map[string][]int   // tokens by the names that they are, once asked for
	seenCalls        map[*Helper]int
	run              *running
	sought           []string
	makers           []string
	roles            []declare.Role
	ways             map[int32][]When          // to blocks in which something is declared
	declares         *declaredHere             // what the forms of the language find
	offersOfSettings []Offer                   // ways to what is declared
	settingsAsked    map[int32]evaluate.Asked  // what askedSettings returns
	lent             map[string][]declare.Role // environments that other files have under a name
	offers           []Offer
	shown            map[string]bool // names that are exported where they are defined, once asked for
	byDefault        string          // the name of what is exported without one
	borrowed         []Borrowed
	deciding         []Offer // ways to reads that are replaced
	offered          answers
	loose            []*match // accesses that no node of the tree stands for
	last             match    // the access found before, within which the environment itself is no further read
}

// Result is what one file gives.
type Result struct {
	Problem string // why the file could not be read, or ""
	Reads   []Read
	Calls   map[*Helper]int // how often each helper is called in it
	Helpers []*Helper       // functions of the file whose parameter names the variable they read
	Roles   []declare.Role  // what names mean that other files use or define
	Sought  []string        // functions that the file gives what it read and does not define
	Makers  []string        // those of Sought which may make objects that read
	Wanted  []string        // constants that the file uses as names and does not define
	Offers  []Offer         // ways by which other files come to what was read
	Default string          // the name of what the file exports without one, where it offers something
	// Borrowed is what is done with what the files of Context.Offers have read.
	Borrowed []Borrowed
	Sets     []string // variables that the file gives values for all that runs after it
	Marks    []int32  // offsets round which the file was looked at, where not at all of it
}

// Analyse finds the reads in src. Compile must have succeeded before.
func (l *Language) Analyse(file string, src []byte, context *Context) Result {
	if l.Own != nil {
		return l.analyseOwn(file, src)
	}
	folding := &syntax.Folding{May: l.mayFold}
	marks, ok := l.marks(file, src, context)
	if ok && context != nil {
		named, whole := context.handed(len(src) > mostWritten)
		if ok = !whole; ok && named != nil {
			marks = merged(marks, named.Offsets(src, 0))
		}
		if ok && context.Marks != nil {
			marks = merged(marks, context.Marks(file))
		}
		if ok && len(context.Offers) > 0 {
			marks = merged(marks, context.usingIn(src))
		}
	}
	for round := 0; ok && round < context.unfoldings(len(src)); round++ {
		folding.Marks = marks
		r, unseen := l.analyse(file, src, context, folding)
		if len(unseen) == 0 {
			r.Marks = marks
			return r
		}
		marks = merged(marks, unseen)
	}
	r, _ := l.analyse(file, src, context, nil)
	return r
}

// analyse finds the reads in what folding leaves of src, and returns the offsets
// of what else must be looked at.
func (l *Language) analyse(file string, src []byte, context *Context, folding *syntax.Folding) (r Result, unseen []int32) {
	a := l.open(src, folding)
	defer a.close()
	a.file, a.context = file, context
	bundled := a.isBundle()
	if bundled {
		a.forgetShortNames()
	}
	borrowing := context != nil && len(context.Offers) > 0
	if borrowing && !a.mayBorrow() {
		return r, nil
	}
	a.findAccesses()
	var run *evaluate.Run
	if borrowing && !a.borrow() {
		return r, nil
	}
	if a.run != nil || a.meets() || !bundled && a.comparesSettings() { // else there is nothing to be found
		run = a.discover()
	}
	if unseen = a.unseen(); len(unseen) > 0 {
		return r, unseen
	}
	if run != nil {
		if !bundled {
			a.keepForOthers(run)
		}
		a.judge(run)
	}
	for _, m := range a.loose {
		a.bare(m)
	}
	if !bundled {
		a.declared()
	}
	if l.Declared != nil && !bundled {
		for _, d := range l.Declared(a.f, a.o) {
			a.declare(d)
		}
	}
	a.offerSettings()
	a.handOnHelpers()
	a.relate()
	a.tellApart()
	if l.ScopeOf != nil {
		a.scoped(l.ScopeOf(src))
	}
	sorting.By(a.reads, func(x, y Read) int {
		if x.Line != y.Line {
			return x.Line - y.Line
		}
		return x.Column - y.Column
	})
	r = Result{Reads: a.reads, Helpers: a.helpers, Calls: a.seenCalls}
	for name := range a.wanted { // sorted below
		r.Wanted = append(r.Wanted, name)
	}
	slices.Sort(r.Wanted)
	r.Sought, r.Makers, r.Roles = a.sought, a.makers, a.roles
	r.Offers, r.Default, r.Borrowed = a.offers, a.byDefault, a.borrowed
	if !bundled {
		r.Roles = append(r.Roles, a.givenNames()...)
		r.Sets = a.setsForOthers()
	}
	return r.detached(), nil
}

// findAccesses finds where the environment is asked for something.
func (a *analysis) findAccesses() {
	a.takeEnvironments()
	a.direct()
	a.destructured()
}

// declare makes a read of a declared setting. Where an idiom found it already,
// the declaration only says what is needed.
func (a *analysis) declare(d Declared) {
	for n := range a.reads {
		if r := &a.reads[n]; a.spots[n] == d.At && r.Name == d.Name {
			if d.Need == Optional {
				r.Need = Optional
			}
			return
		}
		if r := &a.reads[n]; r.Through != "" && r.Name == d.Name && a.spots[n] <= d.At && a.spots[n]+mostBefore > d.At { // a helper is given it
			return
		}
	}
	if d.Kind == "" {
		d.Kind = Text
	}
	at := Range{d.At, d.At + 1}
	r := Read{Name: d.Name, Access: d.Access, Need: d.Need, Kind: d.Kind, Fallback: d.Fallback}
	a.add(at, r)
	a.place(&r, at)
	a.offerSetting(declare.Setting{Of: d.Of, Field: d.Field}, r)
}

// mostBefore bounds how many tokens before a declaration a helper is that is given it.
const mostBefore = 12

func (a *analysis) isBundle() bool { return a.context != nil && a.context.Bundled }

// fewMeanings is how often a name may be bound in a bundle to be looked into.
const fewMeanings = 12

// forgetShortNames leaves out what names mean that a bundle uses over and
// over: a hundred functions call their parameter e.
func (a *analysis) forgetShortNames() {
	for name, list := range a.o.Bindings { // in any order
		if len(list) > fewMeanings && !a.c.heads[name] {
			delete(a.o.Bindings, name)
		}
	}
}

func (l *Language) analyseOwn(file string, src []byte) Result {
	list, err := l.Own(src)
	r := Result{Reads: list}
	if err != nil {
		r.Problem = err.Error()
	}
	for i := range r.Reads {
		one := &r.Reads[i]
		one.File, one.Language = file, l.Name
		if one.Need == "" {
			one.Need = Expected
		}
		if one.Kind == "" {
			one.Kind = Text
		}
	}
	return r
}

// scoped gives a scope to what has none of its own.
func (a *analysis) scoped(scope Scope) {
	for n := range a.reads {
		if a.reads[n].Scope == "" {
			a.reads[n].Scope = scope
		}
	}
	for _, h := range a.helpers {
		for n := range h.Inside {
			if h.Inside[n].Scope == "" {
				h.Inside[n].Scope = scope
			}
		}
	}
}

// tokens and nodes are slices used before: a file's are not kept.
var (
	tokens spare[syntax.Token]
	nodes  spare[parse.Node]
)

// close gives back what can be used again. Nothing of the analysis may be
// asked after it.
func (a *analysis) close() {
	tokens.give(a.f.Tokens)
	a.o.close()
	if r := a.run; r != nil {
		nodes.give(r.tree.Nodes)
		numbers.give(r.first)
		numbers.give(r.next)
	}
}

func (l *Language) open(src []byte, folding *syntax.Folding) *analysis {
	reuse := tokens.take()
	var f *syntax.File
	if folding != nil {
		f = l.Table.ScanFolded(reuse, src, *folding)
	} else {
		f = l.Table.ScanInto(reuse, src, false)
	}
	a := &analysis{lang: l, c: l.compiled(), f: f, wanted: map[string]bool{}, seenCalls: map[*Helper]int{}, paths: map[bindingKey]string{}}
	a.o = l.Outline(f)
	if l.Imports != nil {
		l.Imports(f, a.o)
	}
	return a
}

// direct finds every access that an idiom describes.
func (a *analysis) direct() {
	a.takeHanded()
	a.findHeads()
	a.accesses(nil)
	wholes, readers := 0, 0
	for round := 0; round < maxHandings && a.handOn(wholes, readers); round++ {
		before := a.heads
		wholes, readers = len(a.wholes), len(a.readers)
		a.findHeads()
		a.accesses(before)
	}
	for _, at := range a.readers {
		a.giveReader(at)
	}
}

// accesses finds the accesses that begin with one of the heads, but for those that
// were looked for before.
func (a *analysis) accesses(before *heads) {
	f := a.f
	for i := range f.Tokens {
		t := &f.Tokens[i]
		if t.Kind != syntax.Word {
			continue
		}
		word := f.Src[t.Start:t.End]
		begins := a.heads.has(word)
		again := before != nil && before.has(word)
		if !begins && len(a.c.methods) == 0 || a.o.skipped.has(i) || before != nil && !begins || again && !a.c.open[string(word)] && !a.standIn[string(word)] {
			continue
		}
		if isMember(f, i) {
			if before == nil {
				a.method(i)
			}
			continue
		}
		if !begins {
			continue
		}
		if m := a.find(i); m != nil && !(again && a.matched[i]) {
			a.found(m)
			a.noteMatched(i)
		}
	}
}

// noteMatched notes where an access begins. Where none does yet, one may once it is
// known what more stands for the environment.
func (a *analysis) noteMatched(i int) {
	if a.matched == nil {
		a.matched = map[int]bool{}
	}
	a.matched[i] = true
}

// method finds accesses through any receiver: request.getInitParameter($name).
func (a *analysis) method(i int) {
	if len(a.c.methods) == 0 {
		return
	}
	name := a.f.Text(i)
	if a.lang.FoldWords {
		name = strings.ToLower(name)
	}
	patterns := a.c.methods[name]
	if len(patterns) == 0 {
		return
	}
	for _, p := range patterns {
		first := i - 2*strings.Count(p.path, ".")
		if first < 0 || a.pathTo(first, i) != p.path {
			continue
		}
		start := chainStart(a.f, first)
		at := first
		if len(p.before) > 0 { // which stands before all of it
			at = start
		}
		if m := a.fitOne(p, at, i); m != nil {
			if m.access.Lo = min(start, m.access.Lo); m.access.Lo == i && p.template != "" { // "{X}".format
				m.access.Lo = operandStart(a.f, i-2)
			}
			a.fill(p.receiver, Range{m.access.Lo, first - 1}, m)
			a.found(m)
			return
		}
	}
}

// pathTo returns the row of names that stands from one token to another: os.environ.get; ""
// where they are something else.
func (a *analysis) pathTo(first, last int) string {
	path := a.f.Text(first)
	for i := first + 2; i <= last; i += 2 {
		if !isMember(a.f, i) || a.f.Kind(i-2) != syntax.Word {
			return ""
		}
		path += "." + a.f.Text(i)
	}
	if a.lang.FoldWords {
		path = strings.ToLower(path)
	}
	return path
}

// found turns a match into reads, a helper, or nothing where it is no read.
func (a *analysis) found(m *match) {
	if of := a.loopedOver(m); of != nil {
		m = of
	}
	if a.isDeclaration(m.access.Lo) {
		return
	}
	if m.pattern.idiom.Whole {
		inside := a.last.access.contains(m.access.Lo) && !a.last.fallback.contains(m.access.Lo) || a.isCopied(m.access.Lo)
		a.wholes = append(a.wholes, m.access)
		if !inside && !a.isListed(m.access) && (a.isCopy(m) || a.passedOn(m.access)) {
			a.add(m.access, Read{Whole: true, Access: m.pattern.access, Need: Optional, Kind: Text})
		}
		a.giveWhole(m)
		return
	}
	again := !m.name.empty() && m.name == a.last.name // Test-Path env:X, and env:X in it
	a.last = *m
	if a.isAssigned(m.access) || m.pattern.idiom.Sets {
		if !again {
			a.writes = append(a.writes, m)
		}
		return
	}
	next := a.f.Text(m.access.Hi)
	if !again && (m.pattern.idiom.Keeps || next == "||=" || next == "??=" || next == "//=") { // it is read, and set
		a.writes = append(a.writes, m)
	}
	if again || m.pattern.idiom.Writes || a.isWrite(m.access) || a.isRemoval(m) {
		return
	}
	a.give(m)
}

// loopedOver returns the environment as a whole where what looks like a test
// of it is the head of a loop over its names: for (const key in process.env).
func (a *analysis) loopedOver(m *match) *match {
	f, at := a.f, m.access.Lo
	if !m.pattern.idiom.Test || !f.Is(at+1, "in") {
		return nil
	}
	head := at - 1
	if f.Is(head, "const") || f.Is(head, "let") || f.Is(head, "var") {
		head--
	}
	if !f.Is(head, "(") || !f.Is(head-1, "for") {
		return nil
	}
	of := Range{at + 2, m.access.Hi}
	if whole := a.c.wholes[a.pathOf(of, 0)]; whole != nil {
		return &match{pattern: whole, access: of}
	}
	return nil
}

// excepted reports whether a name is none of a variable in this idiom.
func excepted(idiom *Idiom, name string) bool {
	for _, pattern := range idiom.Except {
		if ok, _ := path.Match(pattern, name); ok {
			return true
		}
	}
	return false
}

// plausible reports whether an operating system would take s for a name.
func plausible(s string) bool {
	return s != "" && len(s) < 256 && (s[0] < '0' || s[0] > '9') && !strings.ContainsAny(s, "=\x00\r\n")
}

// place says where a read stands.
func (a *analysis) place(r *Read, at Range) {
	r.Line, r.Column = a.f.Position(int(a.f.Tokens[at.Lo].Start))
	r.Language, r.File = a.lang.Name, a.file
}

func (a *analysis) add(at Range, r Read) {
	a.place(&r, at)
	a.reads = append(a.reads, r)
	a.spots = append(a.spots, at.Lo)
}
