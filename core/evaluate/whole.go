package evaluate

import (
	"strings"

	"inzicht/core/parse"
)

// The environment as a whole may be gone through: for k in os.environ. What its
// names are compared with says which variables are meant.

// wholeOf returns the access by which a value is the environment, or nil.
func wholeOf(v Value) *Access {
	if len(v) == 1 && v[0].form == whole {
		return v[0].env
	}
	return nil
}

// wholeAmong returns the access by which a value is the environment, where it may also be
// something of which nothing is known, or nil.
func wholeAmong(v Value) (a *Access) {
	for _, x := range v {
		switch {
		case x.form == whole && a == nil:
			a = x.env
		case x.form != unknown && x.form != nothing || x.env != nil:
			return nil
		}
	}
	return a
}

// variable returns the name of any variable.
func (m *machine) variable(a *Access) Value {
	return Value{{env: a, parts: []part{{any: true, frame: m.depth()}}}}
}

// entryOf returns a variable with its value.
func (m *machine) entryOf(a *Access) Value {
	return pairOf(m.variable(a), Value{{element: true}})
}

// variables returns what a loop over the environment goes through.
func (m *machine) variables(a *Access) []Value {
	switch m.unit().Words.Loops {
	case Keys:
		return []Value{m.variable(a)}
	case Indexed: // NAME=value
		return []Value{m.variable(a)}
	}
	return []Value{m.entryOf(a)}
}

// named notes that a variable of the environment is asked for by name: all of
// it, or how it begins.
func (m *machine) named(v Value, name string, all bool, n int32) bool {
	asked := false
	name, _, whole := strings.Cut(name, "=") // NAME=value
	for _, x := range v {
		if x.env == nil || name == "" {
			continue
		}
		row := Word(name)
		if !all && !whole {
			row = append(row, part{any: true, frame: -1})
		}
		asked = true
		m.noteNarrowing(x.env, n)
		site := m.noted(n, x.env, m.standing(row), false)
		if site >= 0 && m.focus == nil {
			m.reads[site].Tested = true
		}
	}
	return asked
}

// beginnings are functions that ask how a text begins.
var beginnings = map[string]bool{
	"startswith": true, "strip_prefix": true, "CutPrefix": true, "startsWith": true, "start_with?": true, "StartsWith": true, "hasPrefix": true, "starts_with": true, "HasPrefix": true,
	"str_starts_with": true, "starts_with?": true, "hasprefix": true,
}

// patterned are functions that hold a text against a regular expression.
var patterned = map[string]bool{
	"test": true, "match": true, "match?": true, "exec": true, "fullmatch": true, "matches": true, "MatchString": true, "IsMatch": true,
	"preg_match": true, "containsMatchIn": true, "find": true, "search": true, "hasMatch": true,
}

// atBeginning are those that look only at the beginning of the text.
var atBeginning = map[string]bool{"match": true, "fullmatch": true, "matches": true}

// regexBeginning returns what every text begins with that fits a regular
// expression, or "", and whether that is all of it.
func regexBeginning(expression string, anchored bool) (begins string, all bool) {
	s := strings.TrimPrefix(expression, "%r")
	if s != "" && strings.ContainsAny(s[:1], "/{#~") {
		s = s[1:]
	}
	if rest, found := strings.CutPrefix(strings.TrimPrefix(s, `\A`), "^"); found || rest != s {
		s, anchored = rest, true
	}
	end := 0
	for end < len(s) && (s[end] == '_' || s[end] >= '0' && s[end] <= '9' || s[end] >= 'A' && s[end] <= 'Z' || s[end] >= 'a' && s[end] <= 'z') {
		end++
	}
	if end < len(s) && strings.IndexByte("*?{", s[end]) >= 0 {
		end--
	}
	if !anchored || end < 2 || strings.Contains(s, "|") {
		return "", false
	}
	return s[:end], s[end:] == "$" || strings.HasPrefix(s[end:], "$/")
}

// longestRegex bounds how much of a regular expression is kept.
const longestRegex = 200

// regexOf returns the value of an expression with the source of the regular
// expression that it is, if it is one.
func (m *machine) regexOf(n int32, v Value) Value {
	node := m.unit().Tree.Nodes[n]
	f := m.unit().Tree.File
	src := f.Src[f.Tokens[node.From].Start:f.Tokens[node.To-1].End]
	if m.unit().Words.Signs && len(src) > 3 && src[0] == 'm' && strings.IndexByte("/{#~", src[1]) >= 0 { // m{^X_}
		src = src[1:]
	}
	if len(v) != 1 || len(src) < 3 || len(src) > longestRegex || src[0] != '/' && (src[0] != '{' || !m.unit().Words.Signs) && !strings.HasPrefix(string(src[:2]), "%r") {
		return v
	}
	x := v[0]
	x.regex = string(src)
	return Value{x}
}

// heldAgainstTopic runs a regular expression of Perl that stands by itself: what $_ holds
// is held against it.
func (m *machine) heldAgainstTopic(n int32, v Value, st *state) Value {
	if len(v) != 1 || v[0].regex == "" || !m.unit().Words.Signs {
		return v
	}
	if f, from := m.unit().Tree.File, int(m.unit().Tree.Nodes[n].From); f.Is(from-1, "=~") || f.Is(from-1, "!~") {
		return v
	}
	if of, _, known := m.lookup("$_", st); known {
		m.fitsRegex(n, of, v, false)
	}
	return v
}

// fitsRegex notes which variables a regular expression asks for, where the name
// of any is held against it.
func (m *machine) fitsRegex(n int32, of, expression Value, anchored bool) bool {
	asked := false
	for _, x := range expression {
		s, plain := x.plain()
		if x.regex != "" {
			s, plain = x.regex, true
		}
		if begins, all := regexBeginning(s, anchored && x.regex == ""); plain && begins != "" {
			asked = m.named(of, begins, all, n) || asked
		}
	}
	return asked
}

// begins runs a call that asks how a text begins.
func (m *machine) begins(n int32, name string, receiver Value, arguments []argument) bool {
	if patterned[name] && len(arguments) > 0 {
		first := arguments[0].value
		anchored := atBeginning[name]
		if len(arguments) > 1 && m.fitsRegex(n, arguments[1].value, first, anchored) { // re.match("X_", k)
			return true
		}
		return m.fitsRegex(n, receiver, first, false) || m.fitsRegex(n, first, receiver, false)
	}
	if !beginnings[name] {
		return false
	}
	of, with := receiver, arguments
	if len(arguments) > 1 && (len(of) == 0 || of[0].env == nil) {
		of, with = arguments[0].value, arguments[1:]
	}
	asked := false
	for _, a := range with {
		for _, x := range a.value {
			if s, plain := x.plain(); plain {
				asked = m.named(of, s, false, n) || asked
			}
			for _, e := range x.list {
				if s, plain := e.plain(); plain {
					asked = m.named(of, s, false, n) || asked
				}
			}
		}
	}
	return asked
}

// standsFirst takes name.indexOf("X_") === 0 for a question of how a name of the
// environment begins.
func (m *machine) standsFirst(n, call int32, st *state) {
	u := m.unit()
	callee := u.Tree.Child(call, 0)
	if u.kind(call) == parse.Call && (u.at(callee) == "strpos" || u.at(callee) == "stripos" || u.at(callee) == "mb_strpos") && u.kind(callee) == parse.Name {
		m.begins(n, "startsWith", nil, m.arguments(call, st))
		return
	}
	if u.kind(call) != parse.Call || u.kind(callee) != parse.Member || u.at(callee) != "indexOf" && u.at(callee) != "IndexOf" && u.at(callee) != "find" {
		return
	}
	m.begins(n, "startsWith", m.quiet(u.Tree.Child(callee, 0), st), m.arguments(call, st))
}

// askWhole asks something that holds the environment for a variable: by a method, for an
// element, "[", or for a member, ".".
func (m *machine) askWhole(n int32, a *Access, how string, arguments []argument, st *state) (Value, bool) {
	if a.Asked == nil || len(arguments) == 0 || arguments[0].spread || arguments[0].value == nil || m.unit().isTakenOut(n, how) {
		return nil, false
	}
	if one := a.Asked(how, len(arguments)); one == nil {
		return nil, false
	}
	m.isFollowed(a)
	return m.readBy(&closure{reads: func(count int) *Access { return a.Asked(how, count) }}, n, arguments, st), true
}

// takesByName takes variables out of the environment by a pattern of keys: ['X' => $x] = $_ENV. It
// reports whether the pattern is one.
func (m *machine) takesByName(pattern int32, a *Access, st *state, at int32) (does bool) {
	u := m.unit()
	for _, c := range u.children(pattern) {
		parts := u.children(c)
		if u.kind(c) != parse.Pair || len(parts) != 2 || u.kind(parts[0]) != parse.Text {
			continue
		}
		key := []argument{{node: parts[0], value: m.eval(parts[0], st)}}
		if v, done := m.askWhole(c, a, "[", key, st); done {
			does = true
			if u.Words.Clauses { // what does not fit fails
				v = m.needed(v, st)
			}
			m.assign(parts[1], v, st, at)
		}
	}
	return does
}

// removes are methods by which something is taken out of a copy of the environment.
var removes = map[string]bool{"pop": true, "delete": true, "remove": true, "setdefault": true}

// isTakenOut reports whether something is taken out of a map by a method, or by an element
// of it that is removed.
func (u *Unit) isTakenOut(n int32, how string) bool {
	return removes[how] || how == "[" && u.isRemoved(n)
}

// isFollowed notes, of the environment as a whole where it stands in the file, that it is
// known what becomes of it.
func (m *machine) isFollowed(a *Access) {
	if a == m.u.Access[a.Node] {
		m.followed[a.Node] = true
	}
}

// isRemoved reports whether an element is taken out of what it is of: del env["X"].
func (u *Unit) isRemoved(n int32) bool {
	f, at := u.Tree.File, int(u.Tree.Nodes[n].From)
	return f.Is(at-1, "del") || f.Is(at-1, "delete") || f.Is(at-2, "unset") && f.Is(at-1, "(")
}

// mergingOf returns the environment merged with another map, of which a function says which of two
// values is taken: e.merging(d) { own, _ in own }.
func (m *machine) mergingOf(a *Access, arguments []argument) Value {
	env, other := Value{{form: whole, env: a}}, arguments[0].value
	f := arguments[len(arguments)-1].value
	if len(f) == 1 && f[0].form == function && f[0].fn.unit == m.unit() {
		u := m.unit()
		fn, word := u.byNode[f[0].fn.node], u.at(m.resultOf(f[0].fn))
		if fn == nil {
			return laid([]Value{other, env})
		}
		last := len(fn.params) - 1
		if word == "$1" || last >= 0 && fn.params[last].name == word && (last > 0 || u.Tree.File.Is(int(u.Tree.Nodes[fn.Node].From)+1, "_")) {
			return laid([]Value{env, other})
		}
	}
	return laid([]Value{other, env})
}

// putsEntry are methods that give a copy of the environment an entry.
var putsEntry = map[string]bool{"put": true, "set": true, "store": true, "Set": true, "Put": true, "insert": true, "Add": true, "TryAdd": true}

// withDefaults returns the environment as a map that has the value of a node for every name that is not set.
func (m *machine) withDefaults(a *Access, node int32) *Access {
	all, in := *a, m.unit()
	all.Asked = func(how string, arguments int) *Access {
		one := a.Asked(how, arguments)
		if one == nil {
			return nil
		}
		given := *one
		given.Optional = true
		if m.unit() == in {
			given.Fallback = node
		}
		return &given
	}
	return &all
}

// scoping are methods that give what they are of to a function, as it is.
var scoping = map[string]bool{"let": true, "also": true, "run": true, "apply": true, "with": true, "then": true, "yield_self": true, "tap": true}

// ofWhole runs a method of the environment.
func (m *machine) ofWhole(n int32, name string, a *Access, arguments []argument, st *state) (Value, bool) {
	if v, done := m.askWhole(n, a, name, arguments, st); done {
		return v, true
	}
	if laysOver[name] {
		m.putAll(n, arguments, st)
		return Value{{form: whole, env: a}}, true
	}
	if putsEntry[name] && len(arguments) == 2 {
		m.putGiven(n, arguments, st)
		return Value{anything(m.depth())}, true
	}
	switch name {
	case "updated":
		m.putGiven(n, arguments, st)
		return Value{{form: whole, env: a}}, true
	case "entry", "getOrElseUpdate": // of which or_insert takes what is not there
		v, done := m.askWhole(n, a, "get", arguments[:min(len(arguments), 1)], st)
		if done && !st.dead {
			m.putGiven(n, arguments[:1], st)
		}
		return v, done
	case "withDefaultValue", "withDefault":
		if len(arguments) == 1 {
			return Value{{form: whole, env: m.withDefaults(a, arguments[0].node)}}, true
		}
	case "items", "entries", "each", "iter", "entrySet", "stream", "iterator", "toList", "toSeq":
		if len(arguments) == 0 {
			return Value{{form: sequence, list: []Value{m.entryOf(a)}}}, true
		}
	case "keys", "keySet", "Keys", "keysIterator":
		return Value{{form: sequence, list: []Value{m.variable(a)}}}, true
	case "collect", "view", "asSequence", "lazy", "Cast":
		if len(arguments) == 0 {
			return Value{{form: whole, env: a}}, true
		}
	case "copy", "clone", "dup", "to_h", "to_hash", "toObject", "toMap", "toMutableMap", "asScala", "toSortedMap", "ToDictionary", "ToImmutableDictionary":
		return Value{{form: whole, env: a}}, true
	case "merging":
		if len(arguments) > 1 {
			return m.mergingOf(a, arguments), true
		}
	}
	made := m.functionGiven(arguments)
	if made == nil {
		return nil, false
	}
	f := *made
	if scoping[name] {
		f.fn = f.fn.knowing(Value{{form: whole, env: a}}, "this", "it")
		return m.invoke(f, n, []argument{{value: Value{{form: whole, env: a}}}}, st), true
	}
	given := []argument{{value: m.entryOf(a)}}
	if fn := f.fn.unit.byNode[f.fn.node]; fn != nil && len(fn.params) == 2 {
		given = []argument{{value: m.variable(a)}, {value: Value{{element: true}}}}
		if name == "each_with_object" {
			given = []argument{{value: m.entryOf(a)}, {value: arguments[0].value}}
		}
	} else if strings.HasSuffix(name, "Keys") || strings.HasSuffix(name, "keys") {
		given = []argument{{value: m.variable(a)}}
	}
	m.invoke(f, n, given, st)
	return Value{anything(m.depth())}, true
}
