package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// askedConstant is how the constant of an enumeration is asked for by a text.
type askedConstant struct {
	of      *Class
	text    argument
	folded  bool // in any case
	byValue bool // by what the constant stands for, and not by its name
	tries   bool // it gives nothing where there is no such constant
	out     bool // it says whether there is one, and gives it to a variable
}

// constantNamed returns the constant of an enumeration that a text names, and whether a call asks for one: Mode.valueOf(x),
// Enum.TryParse<Mode>(x, true, out var mode), Mode(rawValue: x).
func (m *machine) constantNamed(n, callee int32, arguments []argument, st *state) (Value, bool) {
	ask := m.askForConstant(callee, arguments)
	if ask.of == nil || !ask.of.isEnumeration() || len(ask.of.constants()) == 0 {
		return nil, false
	}
	v := ask.text.value
	m.noteConstants(ask, v)
	if ask.out {
		made := m.constantsFor(ask, v)
		m.bindOut(made, arguments, st)
		if _, plain := v.plain(); plain {
			return Value{{form: boolean, truth: !made.allNothing(), depends: v.depends()}}, true
		}
		return m.use(Use{Arg: 0, Fallback: -1, Exact: -1, Does: Tests}, n, nil, []argument{ask.text}, st), true
	}
	if !ask.tries {
		if w := m.use(Use{Arg: 0, Fallback: -1, Exact: 1, Does: OnNothing}, n, nil, []argument{ask.text}, st); st.dead || m.focus != nil && v.missing() != 0 {
			return w, true
		}
	} else if m.focus != nil && v.missing() != 0 {
		return v, true
	}
	made := m.constantsFor(ask, v)
	if len(made) == 0 {
		m.fail(st, v.depends(), "ValueError")
	}
	return made, true
}

// askForConstant returns what a call asks an enumeration of the file for.
func (m *machine) askForConstant(callee int32, arguments []argument) (ask askedConstant) {
	u := m.unit()
	if len(arguments) == 0 {
		return ask
	}
	ask.text = arguments[0]
	if k := u.kind(callee); k == parse.Wrapper || k == parse.Index {
		callee = u.Tree.Child(callee, 0)
	}
	name, owner := u.at(callee), u.Tree.Child(callee, 0)
	if u.kind(callee) == parse.Name {
		switch {
		case name == "enumValueOf":
			ask.of = u.classGiven(callee)
		case arguments[0].name == "rawValue":
			ask.of, ask.byValue, ask.tries = u.classes[name], true, true
		}
		return ask
	}
	if u.kind(callee) != parse.Member || u.kind(owner) != parse.Name {
		return ask
	}
	c := u.classes[u.at(owner)]
	own := c != nil && c.methods[name] != nil
	switch {
	case u.at(owner) == "Enum" && (name == "Parse" || name == "TryParse"):
		m.askEnum(&ask, callee, arguments)
	case own || len(arguments) != 1:
	case name == "valueOf":
		ask.of = c
	case (name == "from" || name == "tryFrom") && u.Words.Loops == Values && u.Tree.File.Is(int(u.Tree.Nodes[callee].At)-1, "::"): // of PHP
		ask.of, ask.byValue, ask.tries = c, true, name == "tryFrom"
	}
	return ask
}

// askEnum takes what Enum.Parse<Mode>(x, true) and Enum.TryParse(x, out Mode mode) ask for.
func (m *machine) askEnum(ask *askedConstant, callee int32, arguments []argument) {
	u := m.unit()
	ask.of, ask.out = u.classGiven(callee), u.at(callee) == "TryParse"
	if ask.of == nil {
		ask.of = u.classWithin(arguments[len(arguments)-1].node)
	}
	ask.folded = slices.ContainsFunc(arguments[1:], func(a argument) bool { return u.at(a.node) == "true" })
}

// classGiven returns the class of the file that stands in < > behind a name, or nil.
func (u *Unit) classGiven(callee int32) *Class {
	f, at := u.Tree.File, int(u.Tree.Nodes[callee].To)
	if f.Is(at, "<") && f.Is(at+2, ">") {
		return u.classes[f.Text(at+1)]
	}
	return nil
}

// classWithin returns the class of the file that is named first in a node, or nil.
func (u *Unit) classWithin(n int32) *Class {
	for i := int(u.Tree.Nodes[n].From); i < int(u.Tree.Nodes[n].To); i++ {
		if c := u.classes[u.Tree.File.Text(i)]; c != nil {
			return c
		}
	}
	return nil
}

// noteConstants notes of what is read that it names one of the constants.
func (m *machine) noteConstants(ask askedConstant, v Value) {
	tags := v.sites()
	if m.focus != nil || len(tags) == 0 {
		return
	}
	var texts []string
	for _, name := range ask.of.constants() {
		texts = append(texts, ask.of.spelt(name, ask.byValue))
	}
	for _, text := range texts {
		m.literal(tags, text)
	}
	for _, t := range tags {
		r := m.reads[t]
		r.Closed, r.Folded = true, r.Folded || ask.folded
	}
	m.picks(v, texts)
}

// constantsFor returns the constants that a text may name: all, where nothing is known of it, and where there may be none,
// nothing.
func (m *machine) constantsFor(ask askedConstant, v Value) (made Value) {
	for _, x := range v {
		s, plain := x.plain()
		if x.form == nothing {
			made = append(made, x)
			continue
		}
		for _, name := range ask.of.constants() {
			spelt := ask.of.spelt(name, ask.byValue)
			if !plain || spelt == s || ask.folded && strings.EqualFold(spelt, s) {
				for _, one := range m.constantOf(ask.of, name).dependent(x.depends) {
					one.sites = one.sites.with(x.sites)
					made = append(made, one)
				}
			}
		}
		if ask.tries || ask.out {
			if plain && len(made) == 0 || !plain {
				made = append(made, alt{form: nothing, depends: x.depends})
			}
		}
	}
	return made.compact()
}

// constantOf returns a constant of an enumeration of the file: an object where it is made as one, or what it stands for; else
// all that is known is which it is.
func (m *machine) constantOf(c *Class, name string) Value {
	m.ready(c)
	if v, known := m.fieldsOf(c).get(name); known && (m.unit().Words.Variants == NoVariants || len(v) == 1 && v[0].form == record) {
		return v
	}
	r := &members{variant: name, open: true}
	text := textOf(c.spelt(name, true), m.depth())
	for _, by := range []string{"rawValue", "value"} {
		r.set(by, text)
	}
	for _, by := range []string{"name", ownName} {
		r.set(by, textOf(name, m.depth()))
	}
	return Value{{form: record, members: r}}
}

// listing are the names by which an enumeration is asked for all of its constants.
var listing = map[string]bool{"entries": true, "values": true, "allCases": true, "cases": true}

// listsConstants returns the constants of an enumeration, if it is asked for them by a name.
func (m *machine) listsConstants(c *Class, name string) (alt, bool) {
	if c == nil || !listing[name] || !c.isEnumeration() || c.methods[name] != nil {
		return alt{}, false
	}
	m.ready(c)
	return m.valuesOf(c)
}

// constantsHere returns the constants of the enumeration in which the function at hand stands, if that asks for them by a name.
func (m *machine) constantsHere(name string) (alt, bool) {
	if !listing[name] { // as hardly any does
		return alt{}, false
	}
	return m.listsConstants(m.enumerationHere(), name)
}

// constantsGiven returns the constants of the enumeration that a call of C# names: Enum.GetValues<Mode>(),
// Enum.GetValues(typeof(Mode)).
func (m *machine) constantsGiven(n int32, path string) (alt, bool) {
	if !strings.HasPrefix(path, "Enum.GetValues") {
		return alt{}, false
	}
	u := m.unit()
	c := u.classGiven(u.Tree.Child(n, 0))
	if c == nil {
		c = u.classWithin(n)
	}
	if c == nil || !c.isEnumeration() {
		return alt{}, false
	}
	return m.valuesOf(c)
}

// enumerationHere returns the enumeration in which the function at hand stands, or nil.
func (m *machine) enumerationHere() *Class {
	fr := m.frame()
	if fr.class != nil && fr.class.isEnumeration() {
		return fr.class
	}
	u := m.unit()
	if fr.fn == nil || fr.class == nil || fr.fn.Unit != u {
		return nil
	}
	at := u.Tree.Nodes[fr.fn.Node].From // of a companion
	for _, c := range u.classes {       // in any order: they do not lie in each other
		if node := u.Tree.Nodes[c.Node]; node.From < at && at < node.To && c.isEnumeration() {
			return c
		}
	}
	return nil
}

// constantName returns the name of the constant of an enumeration that an alternative is, or "".
func (x alt) constantName() string {
	if x.members == nil {
		return ""
	}
	if x.members.variant != "" {
		return x.members.variant
	}
	v, _ := x.members.get(ownName)
	name, _ := v.plain()
	return name
}

// isNamedByItself reports whether an alternative is the constant of an enumeration that is its name as a text.
func (x *alt) isNamedByItself() bool {
	if x.form != record || x.constantName() == "" {
		return false
	}
	of := x.members.of
	return of == nil || of.method("toString") == nil && of.method("ToString") == nil && of.method("name") == nil
}

// fitConstant fits the name of a constant of an enumeration of the file, and reports whether it is one.
func (m *machine) fitConstant(p int32, x alt, st *state) (t truth, is bool) {
	u := m.unit()
	name, own := u.at(p), x.constantName()
	if object := u.Tree.Child(p, 0); u.kind(p) == parse.Member {
		c := u.classes[u.at(object)]
		if object == 0 || c == nil || !c.isConstant(name) {
			return may, false
		}
		if v := m.constantOf(c, name); own == "" && len(v) == 1 {
			m.compared(Value{x}, v)
			return equalAlt(x, v[0]), true
		}
	} else if own == "" || !m.isConstantHere(name, st) {
		return may, false
	}
	if own == name {
		return yes, true
	}
	return no, true
}

// spelt returns how a text names a constant: by what it stands for, if it is given a text, or by its name.
func (c *Class) spelt(name string, byValue bool) string {
	if !byValue {
		return name
	}
	u := c.Unit
	for _, n := range u.children(u.lastChild(c.Node)) {
		if u.kind(n) == parse.Assign && u.at(u.Tree.Child(n, 0)) == name {
			if s, is := u.literal(u.lastChild(n)); is && u.kind(u.lastChild(n)) == parse.Text {
				return s
			}
		}
	}
	return name
}

// ownName is the field in which a constant of an enumeration has its name.
const ownName = "name()"

// nameConstant gives a constant of an enumeration its name.
func (m *machine) nameConstant(object Value, name string) {
	if len(object) == 1 && object[0].members != nil {
		object[0].members.set(ownName, textOf(name, m.depth()))
	}
}

// nameOf returns what a constant of an enumeration is asked for by name(), unless its class
// has something of its own by that name.
func (f *members) nameOf(asked string) (Value, bool) {
	if f == nil || f.of == nil && f.variant == "" || asked != "name" && asked != "toString" && asked != "ToString" || f.of != nil && f.of.method(asked) != nil {
		return nil, false
	}
	return f.get(ownName)
}

// isEnumeration reports whether a class is written as an enumeration: enum Mode { … },
// enum class Mode { … }.
func (c *Class) isEnumeration() bool {
	f, node := c.Unit.Tree.File, c.Unit.Tree.Nodes[c.Node]
	for i := int(node.From) - 1; i < int(node.At); i++ {
		if f.Is(i, "enum") {
			return true
		}
	}
	return false
}

// constants returns the names of the constants that the body of an enumeration begins
// with.
func (c *Class) constants() (names []string) {
	u := c.Unit
	for _, n := range u.children(u.lastChild(c.Node)) {
		switch u.kind(n) {
		case parse.Name:
			if u.at(n) != "case" {
				names = append(names, u.at(n))
			}
		case parse.Assign:
			names = append(names, u.at(u.Tree.Child(n, 0)))
		case parse.Call:
			names = append(names, u.calleeName(u.Tree.Child(n, 0)))
		default:
			return names
		}
	}
	return names
}

// isConstant reports whether an enumeration has a constant of a name.
func (c *Class) isConstant(name string) bool {
	return c.isEnumeration() && slices.Contains(c.constants(), name)
}
