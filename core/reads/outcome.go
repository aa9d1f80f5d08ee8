package reads

import (
	"path"
	"slices"
	"strings"

	"inzicht/core/evaluate"
	"inzicht/core/syntax"
)

// What running a file says is made reads and helpers.

// judge makes reads of what was found.
func (a *analysis) judge(run *evaluate.Run) {
	r := a.run
	result := run.Judge()
	a.ways = result.Ways
	for name, makes := range result.Sought { // sorted below
		if a.lang.isOfLibrary(name) {
			continue
		}
		module, last := a.ownModule(), name
		if at := strings.LastIndexByte(name, '.'); at >= 0 {
			module, last = name[:at], name[at+1:]
		}
		if class := lastOf(module); syntax.IsCapital(class) && a.lang.Exports == "" && strings.Contains(module, ".") { // Reader of source.Reader.new
			module, last = module[:len(module)-len(class)-1], class
		}
		if (module != a.ownModule() || !a.lang.isCommon(last) || syntax.IsCapital(last)) && len(r.unit.Named(last)) == 0 && (module != a.ownModule() || a.lang.SharesNames || a.lang.Global) {
			if module != anywhere {
				module = lastOf(module)
			}
			a.sought = append(a.sought, module+"."+last)
			if makes {
				a.makers = append(a.makers, module+"."+last)
			}
		}
	}
	slices.Sort(a.sought)
	slices.Sort(a.makers)
	patterns := patternsOf(result.Reads)
	functions := map[*evaluate.Func]*Helper{}
	for _, found := range result.Reads {
		m := found.Access.Of.(*match)
		read, ok := a.readOf(found, m)
		if !ok {
			continue
		}
		at := a.rangeOf(found.Node)
		if m.offer != nil {
			a.bringBack(m, at, read, found.Sometimes)
			continue
		}
		if read.Name != "" && slices.ContainsFunc(patterns[found.Node], func(pattern string) bool { ok, _ := path.Match(pattern, read.Name); return ok }) {
			continue // one case of a pattern that is here too
		}
		if found.Outer != nil && found.Outer.Name == "" && result.Called[found.Outer] > 0 {
			continue
		}
		outer := found.Outer
		if outer != nil && outer.Name == "" && outer.Maker() != nil {
			outer = outer.Maker()
		}
		if outer != nil && (outer.Name != "" || a.isTheExport(outer)) && !changesVariables(outer.Name) {
			h := functions[outer]
			if h == nil {
				h = a.helperOf(outer, m)
				functions[outer] = h
			}
			a.place(&read, at)
			h.has(read)
			continue
		}
		if h := functions[found.Usual]; h != nil && plausible(read.Name) {
			a.place(&read, at)
			h.usuallyHas(read)
			continue
		}
		a.addRead(at, found, read)
	}
	a.noteMaking(result, functions)
	a.offerObjects(result.Objects)
	for n := range result.Followed { // in any order
		a.dropWhole(a.rangeOf(n).Lo)
	}
	for n := range result.Compared { // in any order
		a.dropWholes(a.rangeOf(n))
	}
	for fn, n := range result.Called { // in any order
		if h := functions[fn]; h != nil {
			a.seenCalls[h] += n
		} else if c := a.context; c != nil {
			known := false
			for _, h := range c.Helpers {
				if h.is(fn) {
					a.seenCalls[h] += n
					known = true
				}
			}
			if !known && fn.Unit != r.unit && fn.Name != "" { // what a function of another file gave
				a.seenCalls[&Helper{Name: fn.Name, Owner: ownerName(fn), File: fn.Unit.File}] += n
			}
		}
	}
}

// isOfLibrary reports whether a path is one of the language's standard library.
func (l *Language) isOfLibrary(path string) bool {
	first := strings.FieldsFunc(path, func(r rune) bool { return r == '/' || r == '.' })
	return len(first) > 1 && l.compiled != nil && l.compiled().libraries[first[0]]
}

// ownModule returns where functions that are called by their bare names may be:
// in the folder of the file, or anywhere, as in files that import all of something.
func (a *analysis) ownModule() string {
	if a.lang.SharesNames && !a.lang.Global && !a.lang.Namespaces && len(a.o.Bindings["*"]) == 0 {
		return path.Dir(a.file)
	}
	return anywhere
}

// anywhere is where a function may be of which it is not said where it is.
const anywhere = "."

// patternsOf returns the names that are known in part, by where they are read.
func patternsOf(list []*evaluate.Read) map[int32][]string {
	patterns := map[int32][]string{}
	for _, found := range list {
		if found.Outer != nil {
			continue
		}
		if pattern, known := textsOf([]evaluate.Row{found.Name})[0].pattern(); known && strings.Contains(pattern, "*") {
			patterns[found.Node] = append(patterns[found.Node], pattern)
		}
	}
	return patterns
}

// mostMaking bounds how many functions of a file give others which read.
const mostMaking = 200

// noteMaking has other files know the functions that give them functions which read.
func (a *analysis) noteMaking(result *evaluate.Result, known map[*evaluate.Func]*Helper) {
	for _, fn := range result.Making[:min(len(result.Making), mostMaking)] {
		node := a.run.tree.Nodes[fn.Node]
		at := slices.IndexFunc(result.Reads, func(r *evaluate.Read) bool {
			in := a.run.tree.Nodes[r.Node]
			return r.Outer != nil && in.From >= node.From && in.To <= node.To
		})
		if at < 0 { // of an object, whose class reads
			at = slices.IndexFunc(result.Reads, func(r *evaluate.Read) bool { return r.Outer != nil })
		}
		if known[fn] == nil && at >= 0 {
			a.helperOf(fn, result.Reads[at].Access.Of.(*match)).makes = true
		}
	}
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
	a.offer(found, a.reads[len(a.reads)-1])
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
	} else if a.isLoose(found) && a.isGivenNone(a.rangeOf(found.Node)) {
		return r, false // the object would say which: of what class it is, nothing tells
	} else if pattern, known := name.pattern(); known && strings.Trim(pattern, "*_?") != "" { // of a name that may have any words nothing is known
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
	r.Kind, r.Form = Kind(found.Kind), Form(found.Form)
	slices.Sort(found.Literals)
	r.Literals = slices.Compact(found.Literals)
	if r.Kind == "" {
		r.Kind = kindOfLiterals(r.Literals)
		if !found.Closed && (r.Kind == Choice && found.Passed || r.Kind == Boolean && found.Others) {
			r.Kind = Text
		}
	}
	r.Asked = (found.Asked || idiom.Test || idiom.Absent) && !found.Passed && (r.Kind == Text || r.Form == Presence) && len(slices.DeleteFunc(slices.Clone(r.Literals), func(l string) bool { return l == "" })) == 0
	if found.Truth {
		r.No = slices.Concat(a.lang.Runs.No, idiom.No)
	}
	if found.Sometimes && r.Kind == Boolean && !found.Passed { // it is not looked at but where something else has failed
		r.Need = Optional
	}
	r.When, r.Demanded, r.Bounds = found.When, found.Demanded, found.Bounds
	if found.Unit == a.run.unit {
		r.When = append(r.When, a.run.unit.StartedWith(found.Node)...)
		r.When = append(r.When, a.run.unit.OnProperty(a.rangeOf(found.Node).Lo)...)
	}
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

// isGivenNone reports whether what is called in a range is given nothing that may be the
// name of a variable: it gets that from somewhere else.
func (a *analysis) isGivenNone(at Range) bool {
	f, last := a.f, at.Hi-1
	open := f.Mate(last)
	if !f.Is(last, ")") || open < at.Lo {
		return false
	}
	for i := open + 1; i < last; i++ {
		if f.Kind(i) == syntax.Word {
			return false
		}
	}
	return true
}

// helperOf makes a helper of a function that is given the name of what it
// reads.
func (a *analysis) helperOf(fn *evaluate.Func, m *match) *Helper {
	h := &Helper{Name: fn.Name, Owner: ownerName(fn), Access: m.pattern.access, File: a.file, lang: a.lang, at: beginning(fn)}
	node := a.run.tree.Nodes[fn.Node]
	if h.Owner != "" {
		h.kept, h.bases, h.others = a.keptObjects(h.Owner), fn.Owner.Bases(), fn.Rivals()
		if evaluate.Answers(h.Name) || h.Name == evaluate.Wrapped {
			h.Also = append(slices.Clip(h.kept), h.Owner)
		}
	} else {
		h.Also = a.madeOf(h.Name)
	}
	h.Default, h.Macro, h.getter = a.isTheExport(fn), fn.IsRule(), fn.IsGetter()
	h.Extends = a.lang.Runs.Extends && fn.Owner == nil && isMember(a.f, int(node.At))
	h.Exported = h.Default || h.Macro || len(h.Also) > 0 || len(h.bases) > 0 || (a.lang.Exports != "" || fn.Within() == nil) && a.isExported(&Function{Name: fn.Name, Owner: h.Owner, At: int(max(node.At, node.From))})
	a.helpers = append(a.helpers, h)
	return h
}

// madeOf returns the names of the file that something is given which a function is given
// to, or gives: need = partial(read, required=True), gate = under("GATE").
func (a *analysis) madeOf(function string) []string {
	a.indexGiven()
	return a.given[function]
}

// keptObjects returns the names of the file that objects of a class are given.
func (a *analysis) keptObjects(class string) []string {
	a.indexGiven()
	return a.made[class]
}

// mostMade bounds how many tokens such a value has.
const mostMade = 30

// indexGiven notes, once, by the words in the values of the file's variables, and by
// what these begin with, which they are.
func (a *analysis) indexGiven() {
	if a.given != nil {
		return
	}
	a.given, a.made = map[string][]string{}, map[string][]string{}
	note := func(index map[string][]string, word, name string) {
		if list := index[word]; len(word) > 1 && len(list) < mostAnswering && !slices.Contains(list, name) {
			index[word] = append(list, name)
		}
	}
	f := a.f
	for _, name := range a.o.names {
		for _, b := range a.o.Bindings[name] {
			if b.block != 0 || b.Value.empty() {
				continue
			}
			at := b.Value.Lo
			if f.Is(at, "new") || f.Is(at, "const") {
				at++
			}
			note(a.made, f.Text(at), name)
			if b.Value.Hi-b.Value.Lo > mostMade || !f.Is(b.Value.Hi-1, ")") {
				continue
			}
			for i := b.Value.Lo; i < b.Value.Hi; i++ {
				if f.Kind(i) == syntax.Word && !isMember(f, i) {
					note(a.given, f.Text(i), name)
				}
			}
		}
	}
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
