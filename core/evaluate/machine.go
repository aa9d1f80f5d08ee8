// Package evaluate runs the code of a file as far as the environment matters:
// what names stand for, which variables are read, and what happens where one of
// them is not set.
//
// A file is run once to find its reads, each of which may have a value or none.
// Then, for each variable, what concerns it is run again with that variable
// unset. What then stands where its value would be is its fallback; where every
// way on which it matters ends the program, it is required.
package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// What bounds the work on a file.
const (
	fewSteps      = 10_000 // expressions and statements of all runs, in a small file
	stepsPerToken = 3      // how many more a large one may take
	mostSteps     = 60_000 // and how many at most
	finding       = 3      // how many times as many the first run may take, which finds the reads
	fairShares    = 4      // how many times its share of the steps that are left one variable may take
	leastShare    = 400    // and how many at least
	mostOfRun     = 80_000 // in one run of one function
	deepest       = 9      // calls within calls
	mostRounds    = 48     // of a loop over a list that is known
	quietRounds   = 8      // of such a loop in which nothing new is read, before it is left
	mostEntries   = 6      // functions that are run for one read
	mostSites     = 60     // reads of one variable that are told apart
	mostNested    = 160    // expressions within each other
)

// Read is a read that was found.
type Read struct {
	Unit    *Unit
	Node    int32 // the access, or the call of a helper
	Access  *Access
	Name    Row
	Through string // the function that does the reading, or ""
	Via     *Func  // that function
	Outer   *Func  // the function that is given the name, where nothing is known but that

	Required, Tested bool
	Fallback         *Fallback
	Kind             string
	Literals         []string
	Unseen           bool   // no run came to it
	Usual            string // the name where Outer is called without one, or ""
	Closed           bool   // Literals are all that is understood
	Asked            bool   // the program asks whether it is set, or not empty
	Folded           bool   // it is compared in small or in capital letters
	Passed           bool   // the value is used other than by comparing it

	mixed   bool // it is taken for things of different kinds
	key     string
	number  int32
	entries []int
}

// Fallback is what is used where a variable is not set.
type Fallback struct {
	Text     string
	Computed bool  // Text is source
	Node     int32 // where it stands, in the unit of the read, or 0
}

// Result is what running a file gives.
type Result struct {
	Reads []*Read
	// Called are the functions of the tree that were given the name of a
	// variable.
	Called map[*Func]int
	// Sought are functions of other files that are given what was read.
	Sought map[string]bool
}

// Run is a file that was run once, with each variable set or not.
type Run struct{ m *machine }

// machine runs one file.
type machine struct {
	u       *Unit
	reads   []*Read
	found   map[int32]map[string]int32 // the reads, by node and name
	key     []byte                     // of a read, for a moment
	reading map[int32]bool             // whether a default of a parameter reads
	held    string                     // the variable that holds the name of what is being read, or ""
	calls   map[*Func]int

	globals     *scope
	fields      map[*Class]*members
	fresh       map[*Class]map[string]bool
	firstFields map[*Class]*members // the fields in the first run
	began       map[int32]bool      // classes whose bodies were run
	seen        map[int32]bool      // accesses that were come to
	takers      []*Func             // functions that are given what was read, and whose bodies were passed over
	entries     []*entry
	queue       []*closure
	queued      map[int32]bool
	sought      map[string]bool
	instead     int            // how many fallbacks are being run
	grew        int            // how often something was put into a list or a count
	formed      sites          // reads that are taken for something only where they look like it
	hinging     int            // how many ways are being gone because of what was read
	ends        map[int32]bool // calls that such ways end with
	ran         map[int32]bool // lambdas that something called

	frames   []*frame
	tries    []*try
	exits    []*exit
	context  int32
	chains   map[chain]int32
	tags     map[place]sites
	effects  map[place]*effect
	rounds   map[place]int             // how often loops over lists were gone round
	large    map[unitNode][]int32      // the statements of large blocks
	uses     map[place]map[int32][]int // which of them use a read
	touches  []int32
	settings []assigned
	slots    map[slot]sites

	entry   int
	focus   *focus
	steps   int
	left    int
	nesting int

	lastValue  Value
	conditions []int32 // of the loop that is begun
	wanted     string  // the kind of what is being declared
	round      int32   // of a loop, for the calls that it makes
	others     map[*Unit]*scope
	decisions  map[place]mask
	ways       map[place]sites // what branches give
}

// chain is a call within a context.
type chain struct {
	context, node, round int32
}

type place struct {
	context, node int32
}

// slot is a variable of a function.
type slot struct {
	context int32
	name    string
}

// entry is a function that is run by itself, or the file.
type entry struct {
	fn *closure // nil for the file
}

// focus is the variable that is unset.
type focus struct {
	key     string
	reads   []*Read
	reached mask
	stopped mask
	went    mask
	tested  mask
	done    mask // replaced
	emptied mask // replaced by an empty text
	system  bool // what another system does was passed over
}

// frame is a function that is running.
type frame struct {
	fn      *Func
	unit    *Unit
	call    int32
	context int32
	self    *members
	class   *Class
	returns Value
	after   *state // what holds where it returns
	got     bool
}

// try is where errors are caught.
type try struct {
	catches func(failure string) bool
	state   *state
	dep     mask
}

// exit is a loop or a switch that can be left.
type exit struct {
	state *state
	loop  bool
}

// scope holds the variables of a function.
type scope struct {
	vars  *variables
	base  *variables // what they were in the first run, where a variable is unset
	outer *scope
	unit  *Unit
}

// state is what holds at a point of a run.
type state struct {
	scope    *scope
	control  mask // the unset reads but for which this would not be reached
	consults mask // the unset reads that mattered so far
	dead     bool
}

func newScope(outer *scope, u *Unit) *scope {
	return &scope{vars: &variables{}, outer: outer, unit: u}
}

// fork returns a copy of a state for one of two ways.
func (st *state) fork() *state {
	c := *st
	c.scope = &scope{vars: st.scope.vars.fork(), base: st.scope.base, outer: st.scope.outer, unit: st.scope.unit}
	return &c
}

// meet makes a state what holds where either way may have come.
func (st *state) meet(a, b *state) {
	switch {
	case a.dead && b.dead:
		st.dead = true
		return
	case a.dead:
		a, b = b, a
		fallthrough
	case b.dead:
		st.scope.vars, st.consults, st.dead = a.scope.vars, a.consults, false
		return
	}
	st.scope.vars, st.consults, st.dead = met(a.scope.vars, b.scope.vars), a.consults|b.consults, false
}

// joined is join, with no work where both are the same.
func joined(v, w Value) Value {
	if len(v) == len(w) && (len(v) == 0 || &v[0] == &w[0]) {
		return v
	}
	return join(v, w)
}

// Discover runs a file to find what it reads. What of it may be helpers of other
// files is reached through Unit.Outside.
func Discover(u *Unit) *Run {
	m := newMachine(u)
	m.discover()
	return &Run{m}
}

// Judge runs what was found again, with each variable unset.
func (r *Run) Judge() *Result {
	r.m.judge()
	return &Result{Reads: r.m.reads, Called: r.m.calls, Sought: r.m.sought}
}

// Naming returns the functions that are given the name of what they read.
func (r *Run) Naming() (names []string) {
	for _, read := range r.m.reads {
		if read.Outer != nil && read.Outer.Name != "" {
			names = append(names, read.Outer.Name)
		}
	}
	slices.Sort(names)
	return slices.Compact(names)
}

// Takers returns the functions that are given what was read, and whose bodies
// were passed over.
func (r *Run) Takers() []*Func { return r.m.takers }

func newMachine(u *Unit) *machine {
	return &machine{
		u: u, found: map[int32]map[string]int32{}, calls: map[*Func]int{}, queued: map[int32]bool{}, ran: map[int32]bool{}, sought: map[string]bool{}, ends: map[int32]bool{}, seen: map[int32]bool{},
		chains: map[chain]int32{}, tags: map[place]sites{}, effects: map[place]*effect{}, ways: map[place]sites{}, large: map[unitNode][]int32{}, uses: map[place]map[int32][]int{}, rounds: map[place]int{}, slots: map[slot]sites{}, left: finding * min(fewSteps+stepsPerToken*len(u.Tree.File.Tokens), mostSteps),
	}
}

// Holding returns the variables and fields that hold what was read, each with
// the function that it belongs to; nil for the whole file.
func (r *Run) Holding() map[string]*Func {
	m, list := r.m, map[string]*Func{}
	for key := range m.slots { // in any order
		name := strings.TrimPrefix(key.name[strings.LastIndexByte(key.name, '.')+1:], "@")
		if name == "" || key.context >= 0 && key.name[0] != '.' {
			continue
		}
		var fn *Func
		if n := int(-1 - key.context); key.context < 0 && n < len(m.entries) && key.name[0] != '.' && m.entries[n].fn != nil {
			fn = m.u.byNode[m.entries[n].fn.node]
		}
		if old, known := list[name]; known && old != fn {
			fn = nil
		}
		list[name] = fn
	}
	return list
}

// discover runs everything with each variable set or not.
func (m *machine) discover() {
	m.begin()
	m.enter(nil)
	for _, fn := range m.u.list {
		if fn.concerned && fn.within == nil && !(m.u.kind(fn.Node) == parse.Lambda && m.ran[fn.Node]) {
			m.enter(&closure{unit: m.u, node: fn.Node, outer: m.globals})
		}
	}
	m.drain()
	m.followGlobals()
	m.sweep()
}

// sweep finds the reads that no run came to.
func (m *machine) sweep() {
	var list []int32
	for n := range m.u.Access { // sorted below
		if !m.seen[n] {
			list = append(list, n)
		}
	}
	slices.Sort(list)
	m.left += fewSteps / 4
	for _, n := range list {
		m.steps, m.nesting, m.entry = 0, 0, -1
		m.tries, m.exits, m.context = nil, nil, -1<<21
		m.frames = []*frame{{unit: m.u, context: m.context}}
		m.access(n, m.u.Access[n], &state{scope: newScope(m.globals, m.u)})
	}
}

// drain runs the functions within functions.
func (m *machine) drain() {
	for len(m.queue) > 0 && m.left > 0 {
		c := m.queue[0]
		m.queue = m.queue[1:]
		if fn := m.u.byNode[c.node]; m.ran[c.node] && fn != nil && fn.Name == "" {
			continue
		}
		m.enter(c)
	}
}

// followGlobals runs what uses a variable of the file, or a field, that holds
// what was read, but does not itself read anything.
func (m *machine) followGlobals() {
	holding := map[string]bool{}
	m.globals.vars.each(func(name string, v Value) {
		if len(v.sites()) > 0 {
			holding[name] = true
		}
	})
	for _, fields := range m.fields { // in any order
		for name, v := range fields.value { // in any order
			if len(v.sites()) > 0 {
				holding[name] = true
			}
		}
	}
	if len(holding) == 0 {
		return
	}
	for _, fn := range m.u.list {
		if !fn.concerned && fn.within == nil && m.mentions(fn, holding) {
			m.enter(&closure{unit: m.u, node: fn.Node, outer: m.globals})
		}
	}
	m.drain()
}

func (m *machine) mentions(fn *Func, names map[string]bool) bool {
	node, f := m.u.Tree.Nodes[fn.Node], m.u.Tree.File
	for i := int(node.From); i < int(node.To); i++ {
		t := &f.Tokens[i]
		if t.Kind == 0 && names[string(f.Src[t.Start:t.End])] {
			return true
		}
	}
	return false
}

// begin forgets what a run before left.
func (m *machine) begin() {
	if m.globals == nil {
		m.globals = newScope(nil, m.u)
	}
	m.globals.vars = &variables{}
	m.fields, m.fresh = map[*Class]*members{}, map[*Class]map[string]bool{}
	m.frames, m.tries, m.exits, m.context = nil, nil, nil, 0
	m.began = map[int32]bool{}
}

// enter runs a function by itself, with parameters of which nothing is known;
// nil runs the file.
func (m *machine) enter(c *closure) {
	e := &entry{fn: c}
	if c != nil {
		if m.queued[c.node] {
			return
		}
		m.queued[c.node] = true
	}
	m.entries = append(m.entries, e)
	m.runEntry(len(m.entries) - 1)
}

// runEntry runs an entry, and says that its end was reached.
func (m *machine) runEntry(n int) {
	if m.left <= 0 {
		return
	}
	e := m.entries[n]
	m.entry, m.steps, m.nesting = n, 0, 0
	m.tries, m.exits, m.decisions = nil, nil, nil
	m.context = int32(-1 - n)
	st := &state{}
	fr := &frame{unit: m.u, context: m.context}
	m.frames = []*frame{fr}
	if e.fn == nil {
		st.scope = m.globals
		m.block(0, st)
		if !st.dead {
			m.ended(st)
		}
		return
	}
	fn := m.u.byNode[e.fn.node]
	if fn == nil || fn.Body == 0 {
		return
	}
	fr.fn, fr.class, fr.self = fn, fn.class, e.fn.self
	if fr.class != nil {
		fr.self = m.fieldsOf(fr.class)
		for _, constant := range m.constants(fr.class) { // of an enumeration
			fr.self = constant
			m.runFunction(fn, e, &state{})
		}
	}
	if fr.class == nil || fr.self == m.fieldsOf(fr.class) {
		m.runFunction(fn, e, st)
	}
}

// constants returns the objects that an enumeration lists.
func (m *machine) constants(c *Class) (list []*members) {
	all, _ := m.fieldsOf(c).get("values()")
	for _, v := range all {
		for _, x := range v.list {
			if len(x) == 1 && x[0].members != nil && x[0].members.of == c && len(list) < mostRounds {
				list = append(list, x[0].members)
			}
		}
	}
	return list
}

// runFunction runs the body of an entry, of which nothing is given.
func (m *machine) runFunction(fn *Func, e *entry, st *state) {
	st.scope = newScope(e.fn.outer, m.u)
	m.bindReceiver(fn, st)
	for _, p := range fn.params {
		given := Value{{parts: []part{{any: true, param: true}}}}
		if p.fallback != 0 && m.readsWithin(p.fallback) { // what stands in where the caller gives nothing
			given = append(given, m.quiet(p.fallback, st)...)
		}
		st.scope.vars.put(p.name, given)
		m.pattern(p, st)
	}
	if len(fn.params) == 0 && fn.Name == "" {
		for _, name := range []string{"it", "$0", "_", "$_"} {
			st.scope.vars.put(name, Value{{parts: []part{{any: true, param: true}}}})
		}
	}
	v := m.body(fn, st)
	if !st.dead {
		m.returning(v, fn.Body, st)
		m.ended(st)
	}
}

// pattern binds what a parameter is taken apart to.
func (m *machine) pattern(p param, st *state) {
	if p.name != "" || p.node == 0 {
		return
	}
	m.bindAnything(p.node, st)
	if m.unit() == m.u && m.readsWithin(p.node) { // { a = process.env.A } = {}
		m.assign(p.node, Value{anything(m.depth())}, st, 0)
	}
}

// bindAnything binds all names of a pattern to what is not known.
func (m *machine) bindAnything(n int32, st *state) {
	u := m.unit()
	if u.kind(n) == parse.Name {
		st.scope.vars.put(u.at(n), Value{anything(m.depth())})
	}
	for _, c := range u.children(n) {
		m.bindAnything(c, st)
	}
}

// readsWithin is Unit.reads of the file that is run, remembered.
func (m *machine) readsWithin(n int32) bool {
	does, asked := m.reading[n]
	if !asked {
		if m.reading == nil {
			m.reading = map[int32]bool{}
		}
		does = m.u.reads(n)
		m.reading[n] = does
	}
	return does
}

// ended notes that a way has come to the end of the entry in peace.
func (m *machine) ended(st *state) {
	if m.focus != nil {
		m.focus.went |= st.consults
	}
}

func (m *machine) frame() *frame { return m.frames[len(m.frames)-1] }
func (m *machine) unit() *Unit   { return m.frames[len(m.frames)-1].unit }
func (m *machine) depth() int32  { return int32(len(m.frames) - 1) }

// tick counts a step, and reports whether there may be another.
func (m *machine) tick() bool {
	m.steps++
	m.left--
	return m.left > 0 && m.steps < mostOfRun
}

// fieldsOf returns the fields of objects of a class of which nothing else is
// known.
func (m *machine) fieldsOf(c *Class) *members {
	if c == nil {
		return nil
	}
	if m.fields[c] == nil {
		m.fields[c] = &members{of: c, open: true}
		if m.focus != nil {
			m.fields[c].base = m.firstFields[c]
		}
	}
	return m.fields[c]
}

// judge runs, for each variable, what concerns it with the variable unset.
func (m *machine) judge() {
	byKey := map[string][]*Read{}
	var order []string
	for _, r := range m.reads {
		if byKey[r.key] == nil {
			order = append(order, r.key)
		}
		byKey[r.key] = append(byKey[r.key], r)
	}
	m.left = min(m.left, fewSteps+stepsPerToken*len(m.u.Tree.File.Tokens), mostSteps)
	globals, fields := m.globals.vars, m.fields
	m.globals.vars = nil
	for n, key := range order {
		list := byKey[key]
		all := m.left
		m.left = min(all, max(all/(len(order)-n)*fairShares, leastShare)) // so that one leaves something to the others
		share := m.left
		for len(list) > 0 {
			part := list[:min(len(list), mostSites)]
			list = list[len(part):]
			m.unset(key, part, globals, fields)
		}
		m.left += all - share
	}
}

// unset runs the entries that concern some reads with their variable unset.
func (m *machine) unset(key string, list []*Read, globals *variables, fields map[*Class]*members) {
	var entries []int
	for _, r := range list {
		for _, e := range r.entries {
			if e >= 0 {
				entries = append(entries, e)
			}
		}
	}
	slices.Sort(entries)
	entries = slices.Compact(entries)
	m.begin()
	m.globals.base, m.firstFields = globals, fields
	for _, e := range entries {
		if m.left <= 0 {
			for _, r := range list { // not known: the softer need
				r.Tested = true
			}
			m.focus = nil
			return
		}
		m.focus = &focus{key: key, reads: list}
		m.runEntry(e)
		m.settle(e)
	}
	m.focus = nil
}

// settle takes over what the run of one entry says about the reads.
func (m *machine) settle(e int) {
	f := m.focus
	for n, r := range f.reads {
		bit := mask(1) << n
		home := slices.Contains(r.entries, e)
		switch {
		case f.stopped&bit != 0 && f.went&bit == 0:
			r.Required = true
		case f.reached&bit == 0 && home && r.entries[0] == e && !r.Unseen:
			if f.stopped != 0 && f.went == 0 && !f.system {
				r.Required = true
			} else {
				r.Tested = true
			}
		}
		if (f.tested|f.stopped|f.done)&bit != 0 {
			r.Tested = true
		}
	}
}

// Constants returns the texts that a file gives names outside of functions, by
// name, and by class and name; "" where the text is not known.
func Constants(u *Unit) map[string]string {
	m := newMachine(u)
	m.begin()
	m.enter(nil)
	found := map[string]string{}
	m.globals.vars.each(func(name string, v Value) {
		found[name], _ = v.plain()
		if len(v) == 1 && v[0].form == record && v[0].members != nil && v[0].members.of == nil { // const K = { A: "…" }
			for _, member := range v[0].members.names {
				found[name+"."+member], _ = v[0].members.value[member].plain()
			}
		}
	})
	for _, c := range u.classes { // in any order
		m.ready(c)
		fields := m.fieldsOf(c)
		for _, name := range fields.names {
			found[c.Name+"."+name], _ = fields.value[name].plain()
		}
	}
	return found
}
