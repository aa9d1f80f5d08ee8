package evaluate

import (
	"slices"
	"strings"
)

// form says what one alternative of a value is.
type form uint8

const (
	unknown  form = iota
	nothing       // null, nil, None, undefined
	text          // parts
	number        // its source text is in parts
	boolean       // truth
	sequence      // elements
	record        // members
	function      // a function or lambda of the tree
	class         // a class of the tree
	failure       // an error that was made or thrown; name is its class, where that is known
	whole         // the environment itself
)

// alt is one alternative of what a value may be.
type alt struct {
	form      form
	truth     bool
	chain     bool // nothing, of which no member is asked: a?.b
	held      bool // nothing, in something that may be asked for members: an Option; an error for what has no value
	another   bool // where a variable is unset: what another one holds
	whether   bool // it reports whether what it tells of is set, and nothing else
	element   bool // one of a list of the tree that was looked through: not known which
	shape     bool // it tells what a text looks like
	perhaps   bool // of a list: some of its elements may not be there
	certain   bool // of such a list: one of them is there; of what is not known: it is not empty
	rewritten bool // of a text: it may be written otherwise
	parts     []part
	list      []Value
	members   *members
	fn        *closure
	class     *Class
	name      string  // of a failure: its class
	env       *Access // of the environment, and the name of any variable in it
	regex     string  // of a regular expression: its source
	stage     string  // of what tells in which stage the program runs: the variable that says it

	about   sites // the reads that it tells something of, where nothing is unset
	sites   sites // the reads that it was made from, where nothing is unset
	missing mask  // the unset reads that it still is the result of
	depends mask  // the unset reads but for which it could be something else
	worked  mask  // the unset reads that it was worked out of, by what is not known
	verdict bool  // it is true or false, and not known which
}

// part is a piece of text: known, or anything.
type part struct {
	text  string
	any   bool
	param bool   // depends on a parameter of the function that is run first
	ref   string // the name that other files may define it by
	frame int32  // how many calls deep it came up
}

// mask is a set of the reads of the variable that is unset: bit n for the n-th.
type mask uint64

// sites is a set of reads, ascending.
type sites []int32

// Value is what an expression may be: its alternatives. None is unknown.
type Value []alt

// mostAlternatives bounds how many values one expression may have.
const mostAlternatives = 48

// members are the named parts of a record or an object. They are shared: who
// changes them changes them for all.
type members struct {
	of      *Class
	names   []string
	value   map[string]Value
	open    bool     // has further ones that are not known
	filled  bool     // was made empty, and is filled by and by
	whole   bool     // holds all that it ever will, were it nothing
	perhaps bool     // each of them may be missing
	hazy    bool     // a constructor that was not run may have set more
	changed bool     // a field was given another value since the object was made
	made    *making  // how it was made of a class that another file defines
	env     *Access  // the environment, where that is laid over under, and below all else
	under   *members // what is below that
	variant string   // which value of a type that lists them it is
	proxied *proxied // what is asked of it is given to a function
	base    *members // what they were in the first run, where a variable is unset
}

// set gives a member a value.
// It is not copied into the many places that ask for it.
//
//go:noinline
func (m *members) set(name string, v Value) {
	if m.value == nil {
		m.value = map[string]Value{}
	}
	if _, known := m.value[name]; !known {
		m.names = append(m.names, name)
	}
	m.value[name] = v
}

// closure is a function together with the variables round it.
type closure struct {
	unit  *Unit
	node  int32
	outer *scope
	self  *members   // the object that it was taken from
	of    Value      // what it was taken from, where that is none
	bound []argument // what it is given before what it is called with
	made  int32      // the call of the file by which it was made, within a function that was called, or 0
	apart bool       // and it stands outside of functions
	round int32      // the context of the round of a loop whose variables are round it, or 0
	gives *Given     // of a function of another file: what it gives that was read there
	reads Reader     // of a function of the language that reads a variable; it has no other
	// does is of a function of the language that is given as it is: what it makes of a value.
	does func(n int32, v Value, st *state) Value
}

func (m *members) get(name string) (Value, bool) {
	if m == nil {
		return nil, false
	}
	v, known := m.value[name]
	if !known && m.base != nil {
		return m.base.get(name)
	}
	return v, known
}

// textOf returns a text that is known.
// It is not copied into the many places that ask for it.
//
//go:noinline
func textOf(s string, frame int32) Value {
	return single(alt{form: text}, part{text: s, frame: frame})
}

// single returns a value of one alternative, which has one part.
//
//go:noinline
func single(x alt, p part) Value {
	together := &struct {
		value [1]alt
		parts [1]part
	}{[1]alt{x}, [1]part{p}}
	together.value[0].parts = together.parts[:]
	return together.value[:]
}

// anything returns a text of which nothing is known. It is called in many places, and is not copied into each.
//
//go:noinline
func anything(frame int32) alt { return alt{parts: anyParts(frame)} }

// anyParts returns the parts of a text of which nothing is known. They are
// shared: no part is changed where it stands.
func anyParts(frame int32) []part {
	if frame >= 0 && int(frame) < len(unknownParts) {
		return unknownParts[frame]
	}
	return []part{{any: true, frame: frame}}
}

var unknownParts = func() (list [16][]part) {
	for frame := range list {
		list[frame] = []part{{any: true, frame: int32(frame)}}
	}
	return list
}()

// join returns the alternatives of both values.
func join(a, b Value) Value {
	if len(a) == 0 || len(b) == 0 {
		if len(a) == 0 && len(b) == 0 {
			return nil
		}
		return append(Value{{}}, append(slices.Clone(a), b...)...).compact()
	}
	return append(append(make(Value, 0, len(a)+len(b)), a...), b...).compact()
}

// compact leaves out alternatives that are there twice.
func (v Value) compact() Value {
	if len(v) < 2 {
		return v
	}
	out := v[:1]
	for i := 1; i < len(v); i++ {
		if !out.holds(&v[i]) {
			out = append(out, v[i])
		}
	}
	out = out.lumped()
	if len(out) > mostAlternatives {
		rest := alt{}
		for _, x := range out[mostAlternatives-1:] {
			rest.sites, rest.depends = rest.sites.with(x.sites), rest.depends|x.depends
		}
		out = append(out[:mostAlternatives-1], rest)
	}
	return out
}

// holds reports whether an alternative is one of a value's.
func (v Value) holds(x *alt) bool {
	for i := range v {
		if same(x, &v[i]) {
			return true
		}
	}
	return false
}

func same(x, y *alt) bool {
	return x.form == y.form && x.truth == y.truth && x.name == y.name && x.missing == y.missing && x.depends == y.depends &&
		x.members == y.members && x.env == y.env && x.fn == y.fn && x.class == y.class && x.form != sequence && slices.Equal(x.parts, y.parts) && slices.Equal(x.sites, y.sites) && slices.Equal(x.about, y.about)
}

func (s sites) with(more sites) sites {
	if len(more) == 0 || slices.Equal(s, more) {
		return s
	}
	if len(s) == 0 {
		return more
	}
	all := make(sites, 0, len(s)+len(more))
	for len(s) > 0 && len(more) > 0 && len(all) < mostTags {
		switch {
		case s[0] < more[0]:
			all, s = append(all, s[0]), s[1:]
		case s[0] > more[0]:
			all, more = append(all, more[0]), more[1:]
		default:
			all, s, more = append(all, s[0]), s[1:], more[1:]
		}
	}
	all = append(append(all, s...), more...)
	return all[:min(len(all), mostTags)]
}

// mostTags bounds of how many reads it is known that a value was made from them.
const mostTags = 48

// sites returns the reads that a value was made from.
func (v Value) sites() (all sites) {
	for _, x := range v {
		all = all.with(x.sites)
		for _, e := range x.list {
			for _, y := range e {
				all = all.with(y.sites)
			}
		}
	}
	return all
}

// wasRead reports whether a value was made from reads.
// It is not copied into the many places that ask for it.
//
//go:noinline
func (v Value) wasRead() bool {
	for i := range v {
		x := &v[i]
		if len(x.sites) > 0 {
			return true
		}
		for _, e := range x.list {
			for j := range e {
				if len(e[j].sites) > 0 {
					return true
				}
			}
		}
	}
	return false
}

// about returns the reads that a value tells something of.
func (v Value) about() (all sites) {
	for _, x := range v {
		all = all.with(x.about)
	}
	return all
}

// telling returns a value that tells something of what others were made from.
func (v Value) telling(of ...Value) Value {
	var tags sites
	for _, w := range of {
		tags = tags.with(w.sites()).with(w.about())
	}
	if len(tags) == 0 {
		return v
	}
	if len(v) == 0 {
		return Value{{about: tags}}
	}
	out := slices.Clone(v)
	for n := range out {
		out[n].about = out[n].about.with(tags)
	}
	return out
}

// some reports whether something is so of one alternative at least.
//
//go:noinline
func (v Value) some(is func(alt) bool) bool { return slices.ContainsFunc(v, is) }

// missing returns the unset reads that a value may be the result of.
// It is not copied into the many places that ask for it.
//
//go:noinline
func (v Value) missing() (m mask) {
	for _, x := range v {
		m |= x.missing
		for _, e := range x.list {
			for _, y := range e {
				m |= y.missing
			}
		}
	}
	return m
}

// depends returns the unset reads that a value depends on.
// It is not copied into the many places that ask for it.
//
//go:noinline
func (v Value) depends() (m mask) {
	for _, x := range v {
		m |= x.depends | x.missing
	}
	return m
}

// dependent returns a value of which every alternative depends on further reads.
//
//go:noinline
func (v Value) dependent(on mask) Value {
	if on == 0 {
		return v
	}
	if len(v) == 0 {
		return Value{{depends: on}}
	}
	out := slices.Clone(v)
	for n := range out {
		out[n].depends |= on
	}
	return out
}

// loose returns a value that is something else than the reads it was made of:
// only what it depends on stays.
func loose(v Value, as alt) alt {
	as.depends |= v.depends()
	return as
}

// plain returns the text that a value is, where it can be one only.
// It is not copied into the many places that ask for it.
//
//go:noinline
func (v Value) plain() (string, bool) {
	if len(v) != 1 {
		return "", false
	}
	return v[0].plain()
}

func (x *alt) plain() (string, bool) {
	if x.form != text && x.form != number {
		return "", false
	}
	return Row(x.parts).plain()
}

// plain returns the text of which no part is unknown.
func (r Row) plain() (string, bool) {
	var out strings.Builder
	for _, p := range r {
		if p.any {
			return "", false
		}
		out.WriteString(p.text)
	}
	return out.String(), true
}

// truth says whether a value counts as true in a condition.
type truth uint8

const (
	may truth = iota
	yes
	no
)

// truthOf returns what an alternative counts as in a condition.
func (u *Unit) truthOf(x alt) truth {
	switch x.form {
	case nothing:
		return no
	case boolean:
		if x.truth {
			return yes
		}
		return no
	case text:
		if s, plain := x.plain(); plain {
			if s == "" && !u.Words.EmptyTrue || slices.Contains(u.Words.No, s) {
				return no
			}
			return yes
		}
		for _, p := range x.parts {
			if p.text != "" {
				return yes
			}
		}
	case number:
		if s, _ := x.plain(); s == "0" && !u.Words.EmptyTrue {
			return no
		}
		return yes
	case failure:
		if x.missing != 0 && x.name == notNumber {
			return no
		}
		return yes
	case sequence:
		switch {
		case !u.Words.EmptyLists:
			return yes
		case len(x.list) == 0:
			return no
		case x.perhaps && !x.certain:
			return may
		}
		return yes
	case function, class, whole:
		return yes
	case unknown:
		if x.truth {
			return yes
		}
	case record:
		if x.members.made != nil && u.Words.KeysIn { // new Error(x)
			return yes
		}
		if len(x.members.names) == 0 && (u.Words.EmptyLists || x.members.open) && x.members.of == nil {
			return may
		}
		return yes
	}
	return may
}

// notNumber is the name of what is no number, but made from something else.
const notNumber = "NaN"

// split returns the alternatives that count as true, and those that count as
// false; what may be either is in both.
func (u *Unit) split(v Value) (true_, false_ Value) {
	switch len(v) {
	case 0:
		return Value{{}}, Value{{}}
	case 1: // as most are: both share it
		v = slices.Clip(v)
		switch u.truthOf(v[0]) {
		case yes:
			return v, nil
		case no:
			return nil, v
		}
		return v, v
	}
	for _, x := range v {
		switch u.truthOf(x) {
		case yes:
			true_ = append(true_, x)
		case no:
			false_ = append(false_, x)
		default:
			true_, false_ = append(true_, x), append(false_, x)
		}
	}
	return true_, false_
}
