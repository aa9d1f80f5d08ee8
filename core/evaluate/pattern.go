package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// Whether a value fits a pattern: what each kind of pattern asks of it, and the
// names that it binds.

// fit reports whether an alternative is what a pattern stands for, and binds
// the pattern's names.
func (m *machine) fit(p int32, x alt, st *state, depth int) truth {
	u := m.unit()
	if depth > 8 {
		return may
	}
	if m.inStages() {
		if t, known := m.fitStage(p, x); known {
			return t
		}
	}
	switch u.kind(p) {
	case parse.Text, parse.Number:
		v := m.eval(p, st)
		m.compared(Value{x}, v)
		if s, plain := v.plain(); plain {
			m.named(Value{x}, s, true, p)
		}
		if len(v) == 0 {
			return may
		}
		return equalAlt(x, v[0])
	case parse.Name:
		return m.fitName(p, x, st)
	case parse.Member: // Enum.A, Option::None
		switch u.at(p) {
		case "None", "Nothing":
			return m.fitNothing(x)
		case "NotPresent": // VarError::NotPresent
			if x.form == failure && x.name == notSet {
				return yes
			}
		}
		if t, is := m.fitConstant(p, x, st); is {
			return t
		}
		if v := m.ofOtherFile(p, Value{{}}); v[0].form == text {
			m.compared(Value{x}, v)
			return equalAlt(x, v[0])
		}
		if m.isObjects(Value{x}) {
			return m.isOfClass(x, p, st)
		}
		return m.fitVariant(p, x, st, depth)
	case parse.Call, parse.Index:
		return m.fitCall(p, x, st, depth)
	case parse.Binary:
		parts := u.children(p)
		if v, known := m.inInterval(Value{x}, p, st); known { // 0..=9
			return m.verdictOf(v)
		}
		if head, tail, ok := u.headAndTail(p); ok {
			return m.fitTail(head, tail, x, st, depth)
		}
		switch u.at(p) {
		case "|":
			result := no
			for _, c := range parts {
				if t := m.fit(c, x, st, depth+1); t == yes {
					return yes
				} else if t == may {
					result = may
				}
			}
			return result
		case "or", "and":
			return joinedTruth(u.at(p), m.fit(parts[0], x, st, depth+1), m.fit(parts[1], x, st, depth+1))
		case "when", "if":
			t := m.fit(parts[0], x, st, depth+1)
			if t == no {
				return no
			}
			true_, false_ := m.condition(parts[1], st)
			switch {
			case len(true_) == 0:
				return no
			case len(false_) > 0:
				return may
			}
			return t
		case "<>": // "X_" <> rest
			if begins, plain := m.quiet(parts[0], st).plain(); plain {
				m.named(Value{x}, begins, false, p)
			}
			m.bindAnything(parts[1], st)
		case "as":
			m.bindName(u.at(parts[1]), Value{x}, st, p)
			return m.fit(parts[0], x, st, depth+1)
		}
		return may
	case parse.Declare: // var v, String s
		return m.fitDeclared(p, x, st)
	case parse.Assign: // %{url: nil} = config
		if parts := u.children(p); len(parts) == 2 && u.kind(parts[0]) != parse.Text { // what takes a text apart is asked for many
			return joinedTruth("and", m.fit(parts[0], x, st, depth+1), m.fit(parts[1], x, st, depth+1))
		}
	case parse.Template:
		if u.at(p) == "/" && x.form == nothing {
			return no
		}
	case parse.Pair: // String => name
		list := u.children(p)
		if len(list) != 2 || u.at(p) != "=>" {
			break
		}
		m.bindName(u.at(list[1]), Value{x}, st, p)
		return m.fit(list[0], x, st, depth+1)
	case parse.Wrapper, parse.Unary:
		list := u.children(p)
		if isOrder[u.at(p)] && len(list) == 1 { // is > 9
			return m.verdictOf(m.against(Value{x}, m.eval(list[0], st), u.at(p)))
		}
		if (u.at(p) == "not" || u.at(p) == "!" && u.kind(list[0]) == parse.Unary) && len(list) == 1 {
			return m.fit(list[0], x, st, depth+1).not()
		}
		if op := u.at(p); op == "in" || op == "!in" || op == "is" || op == "!is" {
			return m.fitAsked(p, x, st)
		}
		if len(list) == 0 {
			return may
		}
		return m.fit(list[0], x, st, depth+1)
	case parse.List:
		return m.fitList(p, x, st, depth)
	case parse.Record: // a tuple in braces: {:ok, v}
		if list := u.children(p); len(list) > 0 && !slices.ContainsFunc(list, func(c int32) bool { return u.kind(c) == parse.Pair }) {
			return m.fitList(p, x, st, depth)
		}
		if x.members != nil || x.form == nothing {
			return m.fitFields(p, x, st, depth)
		}
	}
	m.bindAnything(p, st)
	return may
}

// fitDeclared fits a name with a word or a type before it, which is bound.
func (m *machine) fitDeclared(p int32, x alt, st *state) truth {
	u := m.unit()
	for _, c := range u.children(p) {
		if u.kind(c) == parse.Name {
			m.bindName(u.at(c), Value{x}, st, p)
		} else {
			m.bindAnything(c, st)
		}
	}
	switch u.at(p) {
	case "var", "let", "val", "final":
		if u.Tree.File.Is(int(u.Tree.Nodes[p].To)-1, "?") {
			return m.fitThere(x)
		}
		return yes
	case "String", "string", "str", "object", "Object":
		return m.fitThere(x)
	}
	if m.isObjects(Value{x}) {
		return m.isNamed(x, u.at(p), st)
	}
	return may
}

// fitThere reports whether there is a value.
func (m *machine) fitThere(x alt) truth {
	switch m.fitNothing(x) {
	case yes:
		return no
	case no:
		return yes
	}
	return may
}

// fitAsked fits in list, is String and the like.
func (m *machine) fitAsked(p int32, x alt, st *state) truth {
	u := m.unit()
	asked, op := u.Tree.Child(p, 0), strings.TrimPrefix(u.at(p), "!")
	result := may
	switch {
	case op == "is" && m.isObjects(Value{x}):
		result = m.isOfClass(x, asked, st)
	case op == "in":
		result = m.verdictOf(m.among(Value{x}, m.quiet(asked, st), false))
	case u.kind(asked) == parse.Name && (u.at(asked) == "String" || u.Words.Nothing[u.at(asked)]):
		result = m.fitThere(x)
		if u.Words.Nothing[u.at(asked)] {
			result = m.fitNothing(x)
		}
	}
	if op != u.at(p) {
		return result.not()
	}
	return result
}

func (m *machine) fitNothing(x alt) truth {
	switch {
	case x.form == nothing:
		return yes
	case x.form == unknown && !x.truth:
		return may
	}
	return no
}

// fitName fits a name: one for nothing, one for all, or one that is bound.
func (m *machine) fitName(p int32, x alt, st *state) truth {
	u := m.unit()
	name := u.at(p)
	switch {
	case name == "_" || name == "else" || name == "default" || name == "case" || name == "let" || name == "var":
		return yes
	case u.Words.Nothing[name] && x.form == boolean && strings.EqualFold(name, "false"): // which is nothing there, too
		return equalAlt(x, alt{form: boolean, name: name})
	case u.Words.Nothing[name] || name == "none" || name == ".none":
		return m.fitNothing(x)
	case name == "true" || name == "True" || name == "false" || name == "False":
		return equalAlt(x, alt{form: boolean, truth: name == "true" || name == "True", name: name})
	case len(name) > 1 && name[0] == ':':
		if x.form == sequence {
			return no
		}
		m.stageCompared(Value{x}, name[1:])
		if u.Words.Quiet { // of Ruby: x.to_sym
			m.compared(Value{x}, textOf(name[1:], m.depth()))
		}
		return equalAlt(x, textOf(name[1:], m.depth())[0])
	}
	if !m.bindsName(p) {
		if t, is := m.fitConstant(p, x, st); is {
			return t
		}
		if x.variant() != "" && u.isVariant(p) {
			return m.fitVariant(p, x, st, 0)
		}
		v := m.name(p, st)
		m.compared(Value{x}, v)
		if len(v) == 1 && v[0].form == class && m.isObjects(Value{x}) {
			return m.isOne(x, v[0].class, u.at(p))
		}
		if len(v) > 0 {
			return equalAlt(x, v[0])
		}
		return may
	}
	m.bindName(name, Value{x}, st, p)
	if f, at := u.Tree.File, int(u.Tree.Nodes[p].To); u.Words.Generators && f.Is(at, ":") && m.isObjects(Value{x}) { // case f: Found
		return m.isNamed(x, f.Text(at+1), st)
	}
	return yes
}

// isConstantHere reports whether a name is that of a constant of an enumeration of the file, and of no variable: case NORTH.
func (m *machine) isConstantHere(name string, st *state) bool {
	if _, _, known := m.lookup(name, st); known {
		return false
	}
	for _, c := range m.unit().classes { // in any order
		if c.isConstant(name) {
			return true
		}
	}
	return false
}

// bindsName reports whether a pattern is a name that whatever is there is bound to, and that
// stands for nothing of its own.
func (m *machine) bindsName(p int32) bool {
	u := m.unit()
	name := u.at(p)
	if u.kind(p) != parse.Name || syntax.IsCapital(name) && !u.Words.Variables || !u.Words.Returns && u.Words.Loops != Keys {
		return false
	}
	switch name {
	case "", "_", "else", "default", "case", "let", "var", "none", "true", "false":
		return false
	}
	return !u.Words.Nothing[name] && name[0] != ':' && name[0] != '.'
}

// fitCall fits Ok(v), Some(v), Err(e).
func (m *machine) fitCall(p int32, x alt, st *state, depth int) truth {
	u := m.unit()
	list := u.children(p)
	name := u.calleeName(list[0])
	inner := func(v alt) truth {
		if len(list) > 1 {
			return m.fit(list[1], v, st, depth+1)
		}
		return yes
	}
	if t := m.isOfClass(x, p, st); t != may && m.isObjects(Value{x}) {
		if t == no {
			return no
		}
		return m.fitMembers(p, x, st, depth)
	}
	switch name {
	case "Ok", "Some", "Success", "Right", "some", ".some", "success", "Just":
		switch {
		case x.form == nothing && x.held && u.Words.Leaves == "?": // Ok(None)
			x.held = false
			return inner(x)
		case x.form == nothing || x.form == failure && x.name != notNumber:
			return no
		case x.form == unknown && !x.truth:
			y := x
			y.truth = true
			if inner(y) == no {
				return no
			}
			return may
		}
		return inner(x)
	case "Err", "Error", "Failure", "Left", "failure":
		switch {
		case x.form == failure || x.form == nothing && x.held:
			m.bindAnything(p, st)
			return yes
		case x.form == unknown && !x.truth:
			m.bindAnything(p, st)
			return may
		}
		return no
	}
	if x.variant() != "" {
		return m.fitVariant(p, x, st, depth)
	}
	m.bindAnything(p, st)
	return may
}

// fitList fits [a, b] and {:ok, v}.
func (m *machine) fitList(p int32, x alt, st *state, depth int) truth {
	if head, tail, ok := m.unit().headAndTail(p); ok {
		return m.fitTail(head, tail, x, st, depth)
	}
	list := m.unit().children(p)
	if x.form == nothing || x.form == text {
		return no
	}
	if x.form != sequence {
		for i, c := range list {
			e := Value{loose(Value{x}, anything(m.depth()))}
			if i == 0 { // {n, rest} = Integer.parse(x)
				e = Value{x}
			}
			m.bindInner(c, e, st)
		}
		return may
	}
	if len(x.list) != len(list) {
		return no
	}
	return m.fitEach(list, x, st, depth)
}

// fitEach fits the elements of a list to a pattern each.
func (m *machine) fitEach(list []int32, x alt, st *state, depth int) truth {
	u, result := m.unit(), yes
	for i, c := range list {
		e := x.list[i]
		if len(e) == 0 {
			e = Value{{}}
		}
		if result = joinedTruth("and", result, m.fitAny(c, e, st, depth)); result == no {
			return no
		}
		if u.kind(c) == parse.Name && len(e) > 1 {
			st.scope.vars.put(u.at(c), e)
		}
	}
	return result
}

// bindName gives a name of a pattern what was matched.
func (m *machine) bindName(name string, v Value, st *state, at int32) {
	m.replacing(nil, v, slot{m.context, name}, st, at)
	m.sets(name)
	st.scope.vars.put(name, v)
}

// matchesPattern asks whether an expression fits a pattern.
func (m *machine) matchesPattern(n, pattern int32, st *state) Value {
	v := m.quiet(n, st)
	if len(v) == 0 {
		return Value{{}}
	}
	return m.answers(v, func(x alt) truth { return m.fit(pattern, x, st, 0) })
}

// answers asks something of a value, and returns whether it is so.
func (m *machine) answers(v Value, is func(alt) truth) Value {
	m.asked(v)
	var out Value
	for _, x := range v {
		if t := is(x); t == may {
			out = append(out, loose(Value{x}, alt{}))
		} else {
			out = append(out, alt{form: boolean, truth: t == yes, depends: x.depends | x.missing})
		}
	}
	return out.telling(v).compact()
}

// verdictOf reports whether a value counts as true.
func (m *machine) verdictOf(v Value) truth {
	true_, false_ := m.unit().split(v)
	switch {
	case len(true_) == 0 && len(false_) > 0:
		return no
	case len(false_) == 0 && len(true_) > 0:
		return yes
	}
	return may
}

// not returns the contrary of a truth.
func (t truth) not() truth {
	switch t {
	case yes:
		return no
	case no:
		return yes
	}
	return may
}

// joinedTruth returns what a or b, or a and b, is.
func joinedTruth(op string, a, b truth) truth {
	decides := yes
	if op == "and" {
		decides = no
	}
	switch {
	case a == decides || b == decides:
		return decides
	case a == may || b == may:
		return may
	}
	return decides.not()
}
