package reads

import (
	"slices"
	"strconv"
	"strings"

	"inzicht/core/declare"
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// A program may hand on the environment, or what reads it: load(process.env),
// run(os.Getenv). In the function that is given it, a parameter stands for it.

// maxHandings bounds how long a row of functions is that hand it on, and
// mostHandings how often a file does.
const (
	maxHandings  = 3
	mostHandings = 100
)

// handing is an argument of a call that is the environment, or reads it.
type handing struct {
	callee   Range  // what is called
	position int    // of the argument among those without a label
	label    string // of one with a label, or ""
	path     string // what it is
	bases    int    // how many classes extend each other up to the one that is given it
}

// isReader reports whether a path is that of a function that is given the name
// of a variable.
func (a *analysis) isReader(of string) bool {
	return slices.ContainsFunc(a.c.paths[of], func(p *pattern) bool {
		return len(p.after) > 0 && p.after[0].kind == group && p.after[0].text == "(" && !p.idiom.Function
	})
}

// mayBeHanded reports whether a path is the environment, or reads it.
func (a *analysis) mayBeHanded(of string) bool { return a.c.wholes[of] != nil || a.isReader(of) }

// isValue reports whether what is at a range of tokens is put into something,
// or given to something, as it is.
func (a *analysis) isValue(at Range) bool {
	f := a.f
	if a.lang.Applied && at.Lo > 0 && f.Kind(at.Lo-1) == syntax.Word && !f.Tokens[at.Lo].NewLine { // map getenv names
		return true
	}
	if !beforeValue[f.Text(at.Lo-1)] || a.isBound(at.Lo) {
		return false
	}
	return endsValue(f, at.Hi) || f.Is(at.Lo-1, "&") && f.Is(at.Hi, "/") // &System.get_env/1
}

// beforeValue are tokens that a value may follow.
var beforeValue = map[string]bool{"(": true, ",": true, "=": true, ":=": true, ":": true, "&": true, "[": true, "return": true, "=>": true}

// handOn has parameters of the file's functions stand for the environment where a
// call in the file gives it to them, and reports whether any does. What is given
// to functions of other files is told to those.
func (a *analysis) handOn(wholes, readers int) (found bool) {
	if a.isBundle() { // where many functions have the same short name
		return false
	}
	for _, at := range slices.Concat(a.wholes[wholes:], a.readers[readers:]) {
		if a.handed++; a.handed > mostHandings {
			break
		}
		if a.isDefaultAt(at) && a.giveDefault(at) {
			found = true
			continue
		}
		h, is := a.handingAt(at)
		if !is {
			h, is = a.askedAt(at)
		}
		if !is {
			continue
		}
		takes, there := false, false
		if !a.isElsewhere(h.callee) {
			takes, there = a.giveTo(a.f.Text(h.callee.Hi-1), h)
		}
		if class := a.superAt(h); class.To > 0 { // super(System.getenv())
			takes, there = a.giveBases(a.nodeNumber(class), h), true
			if !takes && a.context != nil && a.ownsBase(class) {
				a.dropWhole(at.Lo)
			}
		}
		switch {
		case takes:
			found = true
			a.dropWhole(at.Lo)
		case !there:
			a.tellHanded(h)
			if name := a.f.Text(h.callee.Hi - 1); h.position == ofReceiver && a.asksReceiver(name) || a.context != nil && a.context.listed().owners[name] {
				a.dropWhole(at.Lo)
			}
		}
	}
	return found
}

// isElsewhere reports whether what is called is of another module, whatever functions of its
// name the file has, or is what every function has: common.transform(env), has.call(env, key).
func (a *analysis) isElsewhere(callee Range) bool {
	f, name := a.f, callee.Hi-1
	if !isMember(f, name) {
		return false
	}
	if f.Is(name, "call") || f.Is(name, "apply") {
		return true
	}
	return f.Kind(name-2) == syntax.Word && !isMember(f, name-2) && slices.ContainsFunc(a.o.lookup(f.Text(name-2), name-2), func(b Binding) bool {
		return b.Path != "" || !b.Value.empty() && strings.HasSuffix(strings.TrimRight(f.Text(b.Value.Lo), "_"), "require")
	})
}

// handingAt returns the argument that is at a range of tokens.
func (a *analysis) handingAt(at Range) (h handing, is bool) {
	f, open := a.f, a.openerOf(at.Lo)
	if open < 1 || !f.Is(open, "(") || f.Kind(open-1) != syntax.Word || !isCall(f, open) || a.isDeclaration(open-1) {
		return h, false
	}
	h.callee = Range{chainStart(f, open-1), open}
	for _, argument := range splitAt(f, Range{open + 1, f.Mate(open)}, ",") {
		label := ""
		if a.isKeywordArgument(argument) {
			label = f.Text(argument.Lo)
			argument.Lo += 2
		}
		if !argument.contains(at.Lo) {
			if label == "" {
				h.position++
			}
			continue
		}
		h.label, h.path = label, a.pathOf(argument, 0)
		return h, a.mayBeHanded(h.path)
	}
	return h, false
}

// isDefaultAt reports whether a range of tokens may be the default of a parameter
// that the outline does not know, or of which it knows less than there is.
func (a *analysis) isDefaultAt(at Range) bool {
	f, open := a.f, a.openerOf(at.Lo)
	return (f.Is(at.Lo-1, "=") || f.Is(at.Lo-1, `\`)) && f.Is(open, "(") && (!a.isDefault(at) || a.isPromoted(open, at.Lo))
}

// isPromoted reports whether the parameter that ends with what is at a token becomes a field:
// constructor(private env = process.env).
func (a *analysis) isPromoted(open, at int) bool {
	f := a.f
	for at--; at > open && !f.Is(at, ","); at-- {
		if mate := f.Mate(at); mate >= 0 && mate < at {
			at = mate
		}
	}
	return evaluate.Promotes(f.Text(at + 1))
}

// giveDefault has the parameter with the environment as its default stand for it.
func (a *analysis) giveDefault(at Range) bool {
	t, of := a.prepare().tree, a.pathOf(at, 0)
	if !a.mayBeHanded(of) {
		return false
	}
	for _, node := range t.Nodes {
		if node.Kind != parse.Function && node.Kind != parse.Lambda && node.Kind != parse.Class || int(node.From) > at.Lo || int(node.To) < at.Hi {
			continue
		}
		for p := node.First; p != 0; p = t.Nodes[p].Next {
			if parameter := t.Nodes[p]; parameter.Kind == parse.Parameter && int(parameter.From) < at.Lo && int(parameter.To) >= at.Hi {
				a.dropWhole(at.Lo)
				return a.standFor(p, node, a.classRound(node), of)
			}
		}
	}
	return false
}

// classRound returns the smallest class that a node is, or lies in.
func (a *analysis) classRound(node parse.Node) (class parse.Node) {
	for _, c := range a.run.tree.Nodes {
		if c.Kind == parse.Class && c.From <= node.From && c.To >= node.To && (class.To == 0 || c.To-c.From < class.To-class.From) {
			class = c
		}
	}
	return class
}

// dropWhole takes back that the environment is handed on as a whole where it is
// known what becomes of it.
func (a *analysis) dropWhole(at int) {
	for n := range a.reads {
		if a.reads[n].Whole && a.spots[n] == at {
			a.reads, a.spots = slices.Delete(a.reads, n, n+1), slices.Delete(a.spots, n, n+1)
			return
		}
	}
}

// dropWholes takes back that the environment is handed on where an expression only asks
// which names it has.
func (a *analysis) dropWholes(in Range) {
	for n := len(a.reads) - 1; n >= 0; n-- {
		if a.reads[n].Whole && in.contains(a.spots[n]) {
			a.reads, a.spots = slices.Delete(a.reads, n, n+1), slices.Delete(a.spots, n, n+1)
		}
	}
}

// tellHanded tells other files what a function of theirs is given.
func (a *analysis) tellHanded(h handing) {
	of := a.pathOf(h.callee, 0)
	if of == "" {
		return
	}
	module, name := moduleOf(of)
	if module == "" {
		if !a.lang.SharesNames && !a.lang.Global {
			return
		}
		_, module = Origin(a.file)              // what the files of a folder share
		for _, all := range a.o.Bindings["*"] { // import env.*
			a.tellHandedTo(name, lastOf(strings.TrimSuffix(strings.TrimSuffix(all.Path, "*"), ".")), h)
		}
	}
	a.tellHandedTo(name, module, h)
}

// tellHandedTo tells the files of a module what a function of a name is given.
func (a *analysis) tellHandedTo(name, module string, h handing) {
	if module != "" {
		a.roles = append(a.roles, declare.Role{Name: name, File: a.file, As: declare.Handed, Module: module, Prefix: strconv.Itoa(h.position), Delimiter: h.label, Values: h.path})
	}
}

// handed returns the names by which other files give functions the environment, or nil;
// whole reports whether names mean something else, too, so that a file is looked at whole.
// Of a large file no more is looked at than what is round any of these names.
func (c *Context) handed(large bool) (named *Words, whole bool) {
	c.handing.Do(func() {
		var names, all []string
		for _, role := range c.Roles {
			all = append(all, role.Name)
			if role.As == declare.Handed {
				names = append(names, role.Name)
			}
		}
		c.other = len(names) < len(all)
		c.given, c.roles = wordsOf(names), wordsOf(all)
	})
	if large {
		return c.roles, false
	}
	return c.given, c.other
}

// takeHanded has parameters stand for the environment that other files give them.
func (a *analysis) takeHanded() {
	if a.context == nil {
		return
	}
	for _, role := range a.context.Roles {
		if role.As != declare.Handed || role.File == a.file || !IsOf(role.Module, a.file) || !a.holds(role.Name) {
			continue
		}
		h := handing{label: role.Delimiter, path: role.Values}
		h.position, _ = strconv.Atoi(role.Prefix)
		a.giveTo(role.Name, h)
	}
}

// giveTo has a parameter of the functions of a name, or of the class of that name,
// stand for what it is given. It reports whether any takes it, and whether there
// is such a function.
func (a *analysis) giveTo(name string, h handing) (takes, there bool) {
	for _, n := range a.definedAs(name) {
		there = true
		if node := a.run.tree.Nodes[n]; h.position == ofReceiver && h.label == "" {
			takes = a.giveReceiver(n, node, h) || takes
		} else if node.Kind == parse.Class {
			takes = a.giveMaker(node, n, h) || takes
		} else {
			takes = a.giveParameter(n, node, h) || takes
		}
	}
	return takes, there
}

// definedAs returns the functions and classes of the file that have a name.
func (a *analysis) definedAs(name string) []int32 {
	if t := a.prepare().tree; a.defined == nil {
		a.defined = map[string][]int32{}
		for n, node := range t.Nodes {
			of := ""
			switch node.Kind {
			case parse.Class:
				of = t.Name(int32(n))
			case parse.Function:
				of = strings.TrimPrefix(t.Name(int32(n)), "#")
			case parse.Lambda:
				of = assignedName(a.f, int(node.From)-1)
			}
			if of != "" {
				a.defined[of] = append(a.defined[of], int32(n))
			}
		}
	}
	return a.defined[name]
}

// giveMaker gives what makes objects of a class an argument.
func (a *analysis) giveMaker(class parse.Node, n int32, h handing) bool {
	takes := a.giveParameter(n, class, h)
	for _, name := range append([]string{a.run.tree.Name(n)}, evaluate.Constructors...) {
		for _, fn := range a.definedAs(name) {
			if node := a.run.tree.Nodes[fn]; node.Kind == parse.Function && node.From >= class.From && node.To <= class.To {
				takes = a.giveParameter(fn, class, h) || takes
			}
		}
	}
	return takes || a.giveField(class, n, h) || a.giveBases(n, h)
}

// superAt returns the class whose base is given an argument by a call.
func (a *analysis) superAt(h handing) (class parse.Node) {
	if word := a.f.Text(h.callee.Lo); word != "super" && word != "base" && word != "parent" {
		return class
	}
	a.prepare()
	return a.classRound(parse.Node{From: int32(h.callee.Lo), To: int32(h.callee.Hi)})
}

// ownsBase reports whether a helper of another file is a method of what a class extends.
func (a *analysis) ownsBase(class parse.Node) bool {
	t := a.run.tree
	for c := class.First; c != 0; c = t.Nodes[c].Next {
		if k := t.Nodes[c].Kind; (k == parse.Name || k == parse.Member) && a.context.listed().owners[t.Name(c)] {
			return true
		}
	}
	return false
}

// giveField gives the field that an argument names the environment, where a class has
// nothing that makes its objects but its fields: Env(values: environment).
func (a *analysis) giveField(class parse.Node, n int32, h handing) bool {
	t := a.run.tree
	for block := t.Nodes[n].First; block != 0 && h.label != ""; block = t.Nodes[block].Next {
		if t.Nodes[block].Kind != parse.Block {
			continue
		}
		for field := t.Nodes[block].First; field != 0; field = t.Nodes[field].Next {
			name := t.Child(field, 0)
			if t.Nodes[field].Kind != parse.Declare || t.Nodes[name].Kind != parse.Name || t.Name(name) != h.label {
				continue
			}
			b := Binding{At: int(t.Nodes[field].To), Until: int(class.To), Path: h.path, Function: -1, block: a.blockWithin(class)}
			a.o.bindIn(h.label, b)
			a.o.bindIn("."+h.label, b)
			if a.standIn == nil {
				a.standIn = map[string]bool{}
			}
			a.standIn[h.label] = true
			return true
		}
	}
	return false
}

// giveBases gives an argument to what makes objects of the classes that a class extends:
// it has nothing of its own that takes it. Those of other files are told.
func (a *analysis) giveBases(class int32, h handing) (takes bool) {
	t := a.run.tree
	if h.bases++; h.bases > maxHandings {
		return false
	}
	for c := t.Nodes[class].First; c != 0; c = t.Nodes[c].Next {
		base := t.Nodes[c]
		if base.Kind == parse.Call {
			base = t.Nodes[base.First]
		}
		if base.Kind != parse.Name && base.Kind != parse.Member {
			continue
		}
		h.callee = Range{int(base.From), int(base.To)}
		given, there := a.giveTo(a.f.Text(h.callee.Hi-1), h)
		takes = takes || given
		if !there {
			a.tellHanded(h)
		}
	}
	return takes
}

// giveParameter has the parameter of a function, or of the head of a class, that
// an argument is for stand for it, within a node.
func (a *analysis) giveParameter(fn int32, within parse.Node, h handing) bool {
	t, f, position := a.run.tree, a.f, 0
	for p := t.Nodes[fn].First; p != 0; p = t.Nodes[p].Next {
		if t.Nodes[p].Kind != parse.Parameter {
			continue
		}
		name, first := t.Name(p), f.Text(int(t.Nodes[p].From))
		if selfWords[strings.TrimPrefix(name, "&")] {
			continue
		}
		if h.label == "" && position != h.position || h.label != "" && h.label != strings.TrimPrefix(name, "$") && h.label != first {
			position++
			continue
		}
		return a.standFor(p, t.Nodes[fn], within, h.path)
	}
	return false
}

// blockWithin returns the block that a function or class is.
func (a *analysis) blockWithin(of parse.Node) int32 {
	if of.Kind == parse.Class { // its last lines are those of a method
		for c := of.First; c != 0; c = a.run.tree.Nodes[c].Next {
			if body := a.run.tree.Nodes[c]; body.Kind == parse.Block && a.f.Is(int(body.From), "{") {
				return a.o.blockOf[body.From]
			}
		}
		return a.o.blockOf[of.From]
	}
	return a.o.blockOf[max(int(of.To)-2, int(of.From))]
}

// standFor has a parameter of a function stand for the environment, and what of
// its class it is kept in.
func (a *analysis) standFor(p int32, fn, within parse.Node, path string) bool {
	t, o := a.run.tree, a.o
	node := t.Nodes[p]
	b := Binding{At: int(node.From), Until: int(fn.To), Path: path, Function: -1, block: a.blockWithin(fn)}
	if node.At < 0 || a.f.Kind(int(node.At)) != syntax.Word {
		a.openNode(fn)
		return a.takeApart(node, b)
	}
	name := t.Name(p)
	o.skipped.add(int(node.At))
	for _, other := range o.Bindings[name] { // the parameter as such, which it comes behind
		if other.Function >= 0 && other.At < int(fn.To) && o.functionBlock(other.block) == o.functionBlock(b.block) {
			b.At = max(b.At, other.At)
		}
	}
	if slices.ContainsFunc(o.Bindings[name], func(other Binding) bool { return other.At == b.At && other.Path == path }) {
		return true
	}
	o.bindBehind(name, b)
	if a.standIn == nil {
		a.standIn = map[string]bool{}
	}
	a.standIn[name] = true
	if evaluate.Promotes(a.f.Text(int(node.From))) { // a field, too
		b.Until, b.block = int(within.To), a.blockWithin(within)
		o.bindIn("."+strings.TrimPrefix(name, "$"), b)
	}
	return true
}

// takeApart binds the names of a parameter that takes members out of what it is
// given: { PORT = 8080, HOST: host }.
func (a *analysis) takeApart(node parse.Node, b Binding) (takes bool) {
	f := a.f
	open := int(node.From)
	if !f.Is(open, "{") || f.Mate(open) <= open || a.c.wholes[b.Path] == nil {
		return false
	}
	b.Of, b.Path = b.Path, ""
	for _, part := range splitAt(f, Range{open + 1, f.Mate(open)}, ",") {
		if part.empty() || f.Kind(part.Lo) != syntax.Word {
			continue
		}
		one := b
		one.At, one.Property = part.Lo, f.Text(part.Lo)
		if f.Is(part.Lo+1, ":") {
			one.At += 2
		}
		if f.Is(one.At+1, "=") {
			one.Default = Range{one.At + 2, part.Hi}
		}
		known := slices.ContainsFunc(a.o.Bindings[f.Text(one.At)], func(other Binding) bool { return other.At == one.At && other.Property != "" })
		if f.Kind(one.At) == syntax.Word && !known {
			a.o.bindIn(f.Text(one.At), one)
			takes = true
		}
	}
	return takes
}
