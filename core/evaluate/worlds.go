package evaluate

import (
	"cmp"
	"maps"
	"slices"
	"strings"
)

// A variable often says which of several ways a program goes: MAIL=smtp, STORE=s3, NODE_ENV=production. What the
// others read is not wanted then. So a file that compares a variable with texts is run with each of them in it: what
// such a run does not come to is not read where the variable has that value.

// When says for which values of another variable a read is come to.
type When struct {
	Name      string   `json:",omitzero"` // the other variable; "" for the stage that the program runs in, of which no variable is known
	Come, Not []string `json:",omitzero"` // of what it is compared with: the values for which it is come to, and those for which it is not
	Other     bool     `json:",omitzero"` // it is come to where the variable has any other value
	Unset     bool     `json:",omitzero"` // and where it has none
	Folded    bool     `json:",omitzero"` // it is compared in small or in capital letters
	Unsure    bool     `json:",omitzero"` // it is not known whether it is come to where the variable has any other value
	Truth     bool     `json:",omitzero"` // Come and Not have the texts that say yes and no, or no and yes
}

// String says for which values: STORE is disk or reef; APP_ENV is not test.
func (w When) String() string {
	switch w.Name {
	case "":
		w.Name = "the stage"
	case Argument:
		return "it is started with " + strings.Join(w.Come, " or ")
	}
	switch {
	case w.Truth && (slices.Contains(w.Come, "true") || slices.Contains(w.Not, "false")):
		return w.Name + " says yes"
	case w.Truth:
		return w.Name + " says no"
	case len(w.Come) > 0:
		return w.Name + " is " + strings.Join(w.Come, " or ")
	case len(w.Not) > 0:
		return w.Name + " is not " + strings.Join(w.Not, " or ")
	case w.Unset:
		return w.Name + " is not set"
	case w.OnlyAsks():
		return w.Name + " is set"
	}
	return w.Name + " has another value"
}

// OnlyAsks reports whether all that matters is whether the variable has a value.
func (w When) OnlyAsks() bool { return len(w.Come) == 0 && len(w.Not) == 0 && w.Other != w.Unset }

// Contrary returns when what w is about is not so.
func (w When) Contrary() When {
	return When{Name: w.Name, Come: w.Not, Not: w.Come, Other: !w.Other, Unset: !w.Unset, Folded: w.Folded, Truth: w.Truth, Unsure: w.Unsure}
}

// WithMore returns what is known with more of it, of variables that nothing is said of yet.
func WithMore(known, more []When) []When {
	known = slices.Clone(known)
	for _, w := range more {
		if !slices.ContainsFunc(known, func(other When) bool { return other.Name == w.Name }) {
			known = append(known, w)
		}
	}
	return known
}

// valued is a variable that has a value.
type valued struct {
	name, text string
	kind, form string // what it is taken for, where that is known
}

// decides finds out for which values of the variables that decide each read that is wanted is come to, and for which
// one that may end the program does.
func (m *machine) decides() {
	if len(m.u.Tree.File.Tokens) > mostOfWorlds || !m.u.Placed && len(m.offering.told) == 0 && !slices.ContainsFunc(m.reads, func(r *Read) bool { return r.isWanted() || r.Access.Borrowed }) {
		return
	}
	worlds := 0
	for _, d := range m.deciders() {
		if worlds += len(d.probes); worlds > mostWorlds || d.unsaid && worlds*m.spent > mostSpent {
			break
		}
		m.decidesBy(d)
	}
	m.dropTurns()
}

// dropTurns takes back that a variable is required where another one is not set of which it says itself whether that is
// read: it is the other one that is wanted.
func (m *machine) dropTurns() {
	for _, r := range m.reads {
		own, _ := r.Name.plain()
		r.Demanded = slices.DeleteFunc(r.Demanded, func(w When) bool {
			return w.isUnset() && m.ofName(w.Name, func(other *Read) bool {
				return slices.ContainsFunc(other.When, func(turn When) bool { return turn.Name == own })
			})
		})
	}
}

// isUnset reports whether something is so only where the variable has no value.
func (w *When) isUnset() bool { return w.Unset && !w.Other && len(w.Come) == 0 }

// isWanted reports whether a read is of a variable that the program does not do without, on one way at least.
func (r *Read) isWanted() bool {
	return r.Required || r.stops || !r.Tested && r.Fallback == nil && !r.Unseen
}

// isReplaced reports whether a text stands in where the variable is not set: what stops then is that text.
func (r *Read) isReplaced() bool {
	return r.Fallback != nil && (r.Fallback.Computed || r.Fallback.Text != "")
}

// decidesBy finds out what the values of one variable decide.
func (m *machine) decidesBy(d decider) {
	name, kind, form := d.name, "", ""
	m.ofName(name, func(r *Read) bool { kind, form = m.kindFound(r); return kind != "" })
	var worlds []*machine
	for _, p := range d.probes {
		in := m.inWorld(valued{name, p.value, kind, form})
		if in == nil {
			return
		}
		worlds = append(worlds, in)
	}
	required := m.ofName(name, func(r *Read) bool { return r.Required })
	m.turnsBy(d, worlds)
	m.tellOffers(d, worlds)
	for _, r := range m.reads {
		if own, known := r.Name.plain(); !known || own == name || r.Unseen {
			continue
		}
		there := func(in *machine) *Read {
			if name == "" && m.u.stageQuestions().without(m.u.Tree, r.Node, in.valued.text, r.Required || r.stops) {
				return nil
			}
			return in.same(r)
		}
		come := d.when(worlds, func(in *machine) bool { return there(in) != nil })
		demanded := d.when(worlds, func(in *machine) bool {
			r := there(in)
			return r != nil && r.Required && !r.Sometimes && !r.isReplaced()
		})
		come.Unset = come.Unset || required && len(come.Not) == 0 && (come.Other || len(come.Come) > 1) // whichever it is given, it comes on
		if come.decides() {
			r.When = append(r.When, come)
		}
		always := len(demanded.Not) == 0 && demanded.Other && demanded.Unset
		some := len(demanded.Come) > 0 && len(demanded.Not) > 0 && !demanded.Other && !demanded.Unset
		switch {
		case !r.stops || always:
		case !r.Required || r.Sometimes || r.Access.Borrowed:
			if len(demanded.Come) > 0 || demanded.Other || demanded.Unset {
				r.Demanded = append(r.Demanded, demanded)
			}
		case some && len(come.Not) == 0: // it is read anyway, and needed for some values alone
			r.Required, r.Tested = false, true
			r.Demanded = append(r.Demanded, demanded)
		}
	}
}

// enters notes that a block or a call is come to, where that is asked for.
func (m *machine) enters(n int32) {
	if m.entered != nil && m.focus == nil && m.unit() == m.u {
		m.entered[n] = true
	}
}

// turnsBy finds out for which values of a variable each block and each call is come to.
func (m *machine) turnsBy(d decider, worlds []*machine) {
	for n := range m.entered { // in any order
		w := d.when(worlds, func(in *machine) bool { return in.entered[n] })
		if w.decides() {
			m.turns[n] = append(m.turns[n], w)
		}
	}
}

// when returns for which values something is so, by the worlds in which the variable has its probes.
func (d decider) when(worlds []*machine, is func(in *machine) bool) When {
	w := When{Name: d.name, Folded: d.folded, Truth: d.truth}
	for i, in := range worlds {
		so := is(in)
		for _, value := range d.probes[i].stands {
			w.note(value, so)
		}
	}
	w.Unsure = d.counts && slices.Contains(w.Come, "1") != w.Other
	return w
}

// decides reports whether something is so for some values and not for others. What no run with a value came to is come to
// in another way.
func (w *When) decides() bool {
	return (len(w.Not) > 0 || !w.Other || !w.Unset) && (len(w.Come) > 0 || w.Other || w.Unset)
}

// note notes whether something is so where the variable has a value.
func (w *When) note(value string, is bool) {
	switch {
	case value == otherValue:
		w.Other = is
	case value == "":
		w.Unset = is
	case is:
		w.Come = append(w.Come, value)
	default:
		w.Not = append(w.Not, value)
	}
}

// same returns the read that is the same in this run as one of another, or nil where none came to it.
func (m *machine) same(r *Read) *Read {
	if n, found := m.found[r.Node][r.key]; found {
		return m.reads[n]
	}
	return nil
}

// inWorld runs the file where a variable has a value. It returns nil where the run did not come to its end.
func (m *machine) inWorld(v valued) *machine {
	in := newMachine(m.u)
	in.valued = &v
	in.calledHere = m.ran
	in.discoverIn(m.entries)
	in.says = in.sayAt(m.toldBy(v.name))
	if in.left <= 0 || in.unvalued {
		return nil
	}
	in.judgeIn(func(r *Read) bool {
		was := m.same(r)
		return was != nil && was.stops
	})
	return in
}

// judgeIn runs again, with their variables unset, what concerns some reads of such a world.
func (m *machine) judgeIn(asked func(*Read) bool) {
	globals, fields := m.globals.vars, m.fields
	for _, r := range slices.Clone(m.reads) {
		if !asked(r) {
			continue
		}
		m.globals.vars = nil
		m.left = max(m.left, leastShare)
		m.unset(r.key, []*Read{r}, globals, fields)
	}
}

// discoverIn runs everything in a world in which a variable has a value: functions that the file calls are run where
// it does. entered is what was run by itself without that.
func (m *machine) discoverIn(entered []*entry) {
	m.begin()
	m.offering.exported, m.offering.tops = m.u.exported(), m.u.tops()
	m.borrowFields(m.apart())
	m.enter(nil)
	for _, fn := range m.u.list {
		if fn.concerned && fn.within == nil && !m.calledHere[fn.Node] {
			m.enter(&closure{unit: m.u, node: fn.Node, outer: m.globals})
		}
	}
	m.drain()
	m.adopt()
	for _, e := range entered { // what uses the reads of others
		if e.fn == nil || e.fn.self != nil || e.fn.unit != m.u || m.calledHere[e.fn.node] {
			continue
		}
		if fn := m.u.byNode[e.fn.node]; fn != nil && fn.within == nil {
			m.enter(&closure{unit: m.u, node: e.fn.node, outer: m.globals})
		}
	}
	m.drain()
}

// valuedAs returns what a read of the variable gives that has a value here, or false where the read is of another.
func (m *machine) valuedAs(a *Access, site int32, st *state) (Value, bool) {
	if m.valued == nil || site < 0 {
		return nil, false
	}
	if name, known := m.reads[site].Name.plain(); !known || name != m.valued.name {
		return nil, false
	}
	if a.Says != nil {
		so, _ := a.Says.Holds(m.valued.text)
		return Value{{form: boolean, truth: so}}, true
	}
	switch {
	case a.Test || a.Absent:
		return Value{{form: boolean, truth: (m.valued.text != "") != a.Absent}}, true
	case a.Unset == Count || a.Unset == Atom || a.Unset == NoNumber:
		m.unvalued = true
		return Value{anything(m.depth())}, true
	case m.valued.text != "":
		return m.setTo(a, m.valued.text), true
	}
	return m.givenUnset(a, st), true
}

// setTo returns what an access gives of a variable that is set to a text.
func (m *machine) setTo(a *Access, s string) Value {
	v := m.givenAs(a, s)
	v[0].held = a.Unset == Holder
	if a.Unset == Pair {
		return Value{{form: sequence, list: []Value{v, {{form: boolean, truth: true}}}}}
	}
	return v
}

// givenAs returns a text as what an access gives.
func (m *machine) givenAs(a *Access, s string) Value {
	kind, form := m.kindGiven(a)
	return m.textAs(s, kind, form)
}

// textAs returns a text as a library gives it that takes it for something of a kind; an empty one stays what it is.
func (m *machine) textAs(s, kind, form string) Value {
	v := textOf(s, m.depth())
	if kind != "boolean" && !isNumeric(kind) {
		return v
	}
	if made, fails := m.concretely(v, kind, form); !fails {
		return made
	}
	return v
}

// givenUnset returns what an access gives where the variable has no value.
func (m *machine) givenUnset(a *Access, st *state) Value {
	asked := m.unit().Asked[a.Node]
	switch {
	case a.Else != "":
		return m.givenAs(a, a.Else)
	case a.Fallback != 0:
		return m.quiet(a.Fallback, st)
	case asked.Else != "":
		return m.givenAs(a, asked.Else)
	case a.Unset == Pair:
		return Value{{form: sequence, list: []Value{textOf("", m.depth()), {{form: boolean}}}}}
	case a.Unset == Empty, a.Unset == Fails: // whoever sets it to nothing goes on
		return textOf("", m.depth())
	case a.Unset == Error:
		return Value{{form: failure, name: notSet, held: true}}
	case a.Unset == Holder:
		return Value{{form: nothing, held: true}}
	}
	return Value{{form: nothing}}
}

// stageOf returns what tells in which stage a program runs, by the variable that says so, if that is what a path
// names: config_env(), Rails.env.
func (m *machine) stageOf(path string) (Value, bool) {
	name, is := m.unit().Words.Stages[path]
	switch {
	case !is:
		return nil, false
	case m.valued != nil && name != "" && m.valued.name == name:
		return textOf(m.valued.text, m.depth()), true
	}
	x := anything(m.depth())
	x.stage = name
	return Value{x}, true
}

// askedSetting returns what is known of a setting that a library reads: what it is compared with may decide.
func (m *machine) askedSetting(of Asked) Value {
	if m.valued != nil && m.valued.name == of.Name {
		return m.textAs(cmp.Or(m.valued.text, of.Else), of.Kind, m.unit().Words.Forms[of.Kind])
	}
	x := anything(m.depth())
	x.stage = of.Name
	return Value{x}
}

// stageAsked returns whether a program runs in the stage that a method asks for by its name: Rails.env.production?,
// env.IsProduction().
func (m *machine) stageAsked(name string, of Value) (Value, bool) {
	asked, found := strings.CutSuffix(name, "?")
	if variable := m.unit().Words.Stages["."+name]; variable != "" {
		of, _ = m.stageOf("." + name)
		asked, found = strings.TrimPrefix(name, "Is"), true
	} else if len(of) != 1 || of[0].stage == "" && (m.valued == nil || !m.isStage(of)) {
		return nil, false
	}
	if !found {
		return nil, false
	}
	if asked == "local" { // of both
		return m.among(of, Value{{form: sequence, list: []Value{textOf("development", m.depth()), textOf("test", m.depth())}}}, false), true
	}
	return m.equal(of, textOf(asked, m.depth()), "==", 0, false), true
}

// stageCompared notes what the stage is compared with.
func (m *machine) stageCompared(v Value, with string) {
	if len(v) != 1 || v[0].stage == "" || with == "" || slices.Contains(m.stageLiterals[v[0].stage], with) {
		return
	}
	if m.stageLiterals == nil {
		m.stageLiterals = map[string][]string{}
	}
	m.stageLiterals[v[0].stage] = append(m.stageLiterals[v[0].stage], with)
}

// isStage reports whether a value is the one of a variable that says the stage.
func (m *machine) isStage(v Value) bool {
	s, plain := v.plain()
	return plain && s == m.valued.text && slices.Contains(slices.Collect(maps.Values(m.unit().Words.Stages)), m.valued.name)
}
