// Package evaluate runs the code of a file as far as the environment matters:
// what names stand for, which variables are read, and what happens where one of
// them is not set.
//
// A file is run once to find its reads, each of which may have a value or none.
// Then, for each variable, what concerns it is run again with that variable
// unset. What then stands in for its value is its fallback; where every
// way on which it matters ends the program, it is required.
package evaluate

import (
	"slices"
	"strings"
)

// What bounds the work on a file.
const (
	fewSteps      = 10_000 // expressions and statements of all runs, in a small file
	stepsPerToken = 3      // how many more a large one may take
	stepsPerRead  = 600    // and how many more for each variable that is judged: settings stand in one object
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

// Run is a file that was run once, with each variable set or not.
type Run struct{ m *machine }

// machine runs one file.
type machine struct {
	u        *Unit
	reads    []*Read
	found    map[int32]map[string]int32 // the reads, by node and name
	key      []byte                     // of a read, for a moment
	pairs    map[place]setting          // what pairs of large objects were in the first run
	asks     map[*members]bool          // objects of which a method was asked
	reading  map[int32]bool             // whether a default of a parameter reads
	fell     bool                       // whether the function that ran last came to its end, and not only to what leaves it
	gaveBack Value                      // what that returned, where it left itself
	subject  Value                      // what is piped into a switch that begins, for a moment
	held     string                     // the variable that holds the name of what is being read, or ""
	calls    map[*Func]int

	globals      *scope
	fields       map[*Class]*members
	fresh        map[*Class]map[string]bool
	firstFields  map[*Class]*members // the fields in the first run
	began        map[int32]bool      // classes whose bodies were run
	scopes       map[*Func]*scope    // of functions that were run where a variable is unset
	closed       map[int32]bool      // where a variable is unset: branches that are not gone, and functions that end the program
	seen         map[int32]bool      // accesses and calls that were come to
	takers       []*Func             // functions that are given what was read, and whose bodies were passed over
	entries      []*entry
	queue        []*closure
	headed       map[*Class]bool              // whose head was looked at for what it gives
	queued       map[place]bool               // functions that were run by themselves, each once a round of the loop that they are made in
	variants     map[int32]int                // how many were run of each
	inRounds     map[int32]bool               // those that are run for such rounds
	makers       map[int32]bool               // whether functions that were passed over may make objects that read
	givers       map[string][]int32           // what gives names of the file a value
	making       []*Func                      // functions that give others which read
	readers      []string                     // the classes of those
	givings      map[*Func]map[string][]int32 // where functions give their variables a value
	rounding     int                          // how many loops over what is known are being gone round
	considered   map[*Func]int                // how often it was asked whether they use what was read round them
	declarations map[*Unit]*declarations      // of names, by interfaces
	sought       map[string]bool
	overwrites   []overwritten  // by the entry that is running
	instead      int            // how many fallbacks are being run
	changed      int            // how often a field of an object was given another value
	grew         int            // how often something was put into a list or a count
	formed       sites          // reads that are taken for something only where they look like it
	hinging      int            // how many ways are being gone because of what was read
	ends         map[int32]bool // calls that such ways end with
	ran          map[int32]bool // lambdas that something called

	frames  []*frame
	tries   []*try
	exits   []*exit
	context int32
	chains  map[chain]int32
	// comparisons are where names are compared with those of the environment.
	comparisons map[int32]bool
	tags        map[place]sites
	effects     map[place]*effect
	rounds      map[place]int             // how often loops over lists were gone round
	large       map[unitNode][]int32      // the statements of large blocks
	setBy       map[unitNode][]string     // the variables that functions set, as far as asked
	uses        map[place]map[int32][]int // which of them use a read
	touches     []int32
	settings    []assigned
	slots       map[slot]sites
	returned    map[slot]sites // and what functions return that is made from them

	entry   int
	focus   *focus
	steps   int
	left    int
	nesting int
	// embedding is how many structures are being looked into that others embed.
	embedding int

	handling    bool  // a handler is being run
	failed      bool  // it is one of what no variable is the reason for
	failing     int32 // the branch that is gone where something else has failed, or 0
	otherFailed bool  // it is being gone: what ends the program there is not why
	handled     mask  // the unset reads but for which it would not be
	lastValue   Value
	conditions  []int32           // of the loop that is begun
	wanted      string            // the kind of what is being declared
	round       int32             // of a loop, for the calls that it makes
	ellipsis    members           // what ... is in Python
	followed    map[int32]bool    // wholes that were asked for variables
	escaped     map[int32]bool    // wholes that were given to what is not known
	narrowings  map[int32][]int32 // by wholes: where names of their variables are asked for
	runs        int               // how many functions were run
	others      map[*Unit]*other
	decisions   map[place]mask
	parents     []int32            // of the nodes, where they were asked for
	puts        map[string][]write // where a copy of the environment is given variables, by name
	beside      map[string][]int32 // where each variable is read, by token, where that was asked for
	ways        map[place]sites    // what branches give
	offering    offering
	borrowing   borrowing
	confirming  bool            // what others hold is there
	valued      *valued         // the variable that has a value in this run, or nil
	says        []truth         // in a world: what is said at its end where others come to it
	truths      map[string]bool // settings that are taken for true or false
	spent       int             // the steps that the first run took
	unvalued    bool            // it is read in a way for which that is not known
	calledHere  map[int32]bool  // in such a run: the functions that the file calls
	// entered are the blocks and calls that were come to, and turns for which values of variables, where that is asked for.
	entered map[int32]bool
	turns   map[int32][]When
	// stageLiterals are what the stage is compared with, by the variable that says it.
	stageLiterals map[string][]string
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
	fn    *closure // nil for the file
	usual bool     // its parameters have the values that they usually have
}

// focus is the variable that is unset.
type focus struct {
	key     string
	reads   []*Read
	reached mask
	plainly mask // reached, whenever the entry is run
	stopped mask
	perhaps mask // for want of which what stops may be come to
	surely  mask // stopped, whenever the entry is run
	went    mask
	tested  mask
	done    mask   // replaced
	emptied mask   // replaced by an empty text
	system  bool   // what another system does was passed over
	text    string // the number that the variable is set to, where it is not unset
}

// frame is a function that is running.
type frame struct {
	fn        *Func
	unit      *Unit
	call      int32
	made      int32  // the call of the file by which a function was made that others are given, or 0
	from      *state // what held where it was called, or nil
	context   int32
	self      *members
	class     *Class
	of        Value // what a method was asked of, where that is no object
	arguments []argument
	returns   Value
	after     *state // what holds where it returns
	got       bool
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
	vars   *variables
	base   *variables // what they were in the first run, where a variable is unset
	outer  *scope
	unit   *Unit
	frame  *frame // of the call whose variables they are, or nil
	given  bool   // it holds what a function is given that names no parameters
	origin *scope // of which it is a copy for one of several ways, or it itself
}

// state is what holds at a point of a run.
type state struct {
	scope    *scope
	control  mask // the unset reads but for which this would not be reached
	consults mask // the unset reads that mattered so far
	passed   mask // those but for which an if before may have left the function
	dead     bool
	forked   bool // it is one of two ways, or may not be gone
	hedged   bool // it is gone where something holds that has nothing to do with what is unset
}

//go:noinline
func newScope(outer *scope, u *Unit) *scope {
	together := &struct {
		scope
		variables
	}{scope: scope{outer: outer, unit: u}}
	together.vars, together.origin = &together.variables, &together.scope
	return &together.scope
}

// fork returns a copy of a state for one of two ways.
func (st *state) fork() *state {
	together := &struct {
		state
		scope
		variables
	}{state: *st, scope: *st.scope, variables: st.scope.vars.fork()}
	together.vars, together.state.scope = &together.variables, &together.scope
	together.state.forked = true
	return &together.state
}

// become makes a state what another one is, of which it was a fork.
func (st *state) become(way *state) {
	st.scope.vars, st.consults, st.dead = way.scope.vars, way.consults, way.dead
}

// either returns what holds where a way or the ones before it, if any, may have come.
func (st *state) either(before, way *state) *state {
	if before == nil {
		return way
	}
	next := st.fork()
	next.meet(before, way)
	return next
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
	r.m.decides()
	list := slices.DeleteFunc(slices.Clone(r.m.reads), r.m.isOfNoObject)
	for _, read := range list {
		read.byFallback()
	}
	for node := range r.m.escaped { // in any order
		delete(r.m.followed, node)
	}
	r.m.narrowed()
	return &Result{Followed: r.m.followed, Reads: list, Ways: r.m.turns, Called: r.m.calls, Making: r.m.making, Objects: r.m.offering.links, Sought: r.m.sought, Compared: r.m.comparisons}
}

// isOfNoObject reports whether the name of a read is not known for the one reason
// that a method was run by itself, while it is where the method is asked of an
// object.
func (m *machine) isOfNoObject(r *Read) bool {
	if _, known := r.Name.plain(); known || len(r.entries) == mostEntries {
		return false
	}
	for _, e := range r.entries {
		if e < 0 || m.entries[e].fn == nil {
			return false
		}
		if fn := m.u.byNode[m.entries[e].fn.node]; fn == nil || fn.class == nil {
			return false
		}
	}
	for _, n := range m.found[r.Node] { // in any order
		if _, known := m.reads[n].Name.plain(); known {
			return true
		}
	}
	return false
}

// Functions are some functions by a name that matters in them; nil among them
// stands for the whole file.
type Functions map[string][]*Func

func (f Functions) add(name string, fn *Func) {
	if !slices.Contains(f[name], fn) {
		f[name] = append(f[name], fn)
	}
}

// Naming returns the functions that are given the name of what they read, by their
// names, or those of their classes where they are called without one.
func (r *Run) Naming() Functions {
	functions := Functions{}
	for _, read := range r.m.reads {
		if fn := read.Outer; fn != nil && fn.Name != "" {
			functions.add(fn.Name, fn)
			if c := fn.Owner; c != nil && (slices.Contains(indexMethods, fn.Name) || slices.Contains(callMethods, fn.Name)) {
				functions.add(c.Name, fn)
			}
		}
	}
	return functions
}

// Takers returns the functions that are given what was read, and whose bodies
// were passed over.
func (r *Run) Takers() []*Func {
	list := slices.Clone(r.m.takers)
	for c, fields := range r.m.fields { // in any order
		if v, _ := fields.get("0"); c.Unit != r.m.u || !v.readsLater() {
			continue
		}
		for _, fn := range c.methods { // in any order: a field without a name may be asked in each
			if fn.folded {
				list = append(list, fn)
			}
		}
	}
	return list
}

func newMachine(u *Unit) *machine {
	m := &machine{
		u: u, declarations: map[*Unit]*declarations{}, considered: map[*Func]int{}, givings: map[*Func]map[string][]int32{}, found: map[int32]map[string]int32{}, calls: map[*Func]int{}, queued: map[place]bool{}, inRounds: map[int32]bool{}, variants: map[int32]int{}, ran: map[int32]bool{}, asks: map[*members]bool{}, followed: map[int32]bool{}, escaped: map[int32]bool{}, pairs: map[place]setting{}, sought: map[string]bool{}, truths: map[string]bool{}, ends: map[int32]bool{}, seen: map[int32]bool{},
		chains: map[chain]int32{}, tags: map[place]sites{}, effects: map[place]*effect{}, ways: map[place]sites{}, large: map[unitNode][]int32{}, uses: map[place]map[int32][]int{}, rounds: map[place]int{}, slots: map[slot]sites{}, returned: map[slot]sites{}, left: finding * min(fewSteps+stepsPerToken*len(u.Tree.File.Tokens), mostSteps),
	}
	if u.Placed {
		m.entered, m.turns = map[int32]bool{}, map[int32][]When{}
	}
	return m
}

// Holding returns, by variables and fields that hold what was read, the functions that
// these belong to. So do fields that hold the environment, or an object that reads.
func (r *Run) Holding() Functions {
	m, functions := r.m, Functions{}
	for _, fields := range m.fields { // in any order
		for name, v := range fields.value { // in any order
			if name = strings.TrimLeft(name, "@$"); len(name) > 1 && v.readsLater() {
				functions.add(name, nil)
			}
		}
	}
	for key := range m.slots { // in any order
		name := strings.TrimPrefix(key.name[strings.LastIndexByte(key.name, '.')+1:], "@")
		if name == "" || key.context >= 0 && key.name[0] != '.' {
			continue
		}
		var fn *Func
		if n := int(-1 - key.context); key.context < 0 && n < len(m.entries) && key.name[0] != '.' && m.entries[n].fn != nil {
			fn = m.u.byNode[m.entries[n].fn.node]
			if v, _ := m.globals.vars.get(name); v.wasRead() { // a variable of the file
				fn = nil
			}
		}
		functions.add(name, fn)
	}
	return functions
}

// begin forgets what a run before left.
func (m *machine) begin() {
	if m.globals == nil {
		m.globals = newScope(nil, m.u)
	}
	m.globals.vars = &variables{}
	m.fields, m.fresh = map[*Class]*members{}, map[*Class]map[string]bool{}
	m.frames, m.tries, m.exits, m.context = nil, nil, nil, 0
	m.began, m.closed, m.scopes = map[int32]bool{}, map[int32]bool{}, map[*Func]*scope{}
}

func (m *machine) frame() *frame { return m.frames[len(m.frames)-1] }

// unit is called in many places, and is not copied into each.
//
//go:noinline
func (m *machine) unit() *Unit { return m.frames[len(m.frames)-1].unit }

//go:noinline
func (m *machine) depth() int32 { return int32(len(m.frames) - 1) }

// tick counts a step, and reports whether there may be another.
func (m *machine) tick() bool {
	m.steps++
	m.left--
	return m.left > 0 && m.steps < mostOfRun
}

// fieldsOf returns the fields of objects of a class of which nothing else is
// known.
//
//go:noinline
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
