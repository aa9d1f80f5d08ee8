package evaluate

import (
	"maps"
	"slices"
	"strings"
	"unicode"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// template returns a text with holes.
func (m *machine) template(n int32, st *state) Value {
	u := m.unit()
	f := u.Tree.File
	node := u.Tree.Nodes[n]
	holes := u.children(n)
	rows := Value{{form: text}}
	var worked mask
	fold := caseMarks['E']
	add := func(v Value) {
		m.passes(v)
		if u.Words.Signs {
			v = folded(v, fold)
		}
		worked |= v.missing()
		if w := u.Words; m.focus != nil && v.missing() != 0 && (w.AnyCase || w.Quiet && w.EmptyTrue || w.Signs || w.Loops == Values) { // in which nothing is an empty text
			v = m.convertMissing(v, alt{form: text})
		}
		rows = m.concat(rows, v)
	}
	hole := 0
	for i := int(node.From); i < int(node.To) && m.tick(); i++ {
		if hole < len(holes) && int(u.Tree.Nodes[holes[hole]].From) == i {
			v := m.hole(holes[hole], st)
			if hole+1 < len(holes) && f.Is(int(u.Tree.Nodes[holes[hole]].To), ":") && u.kind(holes[hole+1]) == parse.Number { // {n:02d}
				hole++
				v = m.directed("{:"+u.Tree.Text(holes[hole])+"}", []argument{{value: v}}, new(int), st)
			}
			add(v)
			i = max(i, int(u.Tree.Nodes[holes[hole]].To)-1)
			hole++
			continue
		}
		switch f.Kind(i) {
		case syntax.String:
			if s, ok := f.Value(i); ok {
				add(textOf(s, m.depth()))
			}
		case syntax.Text:
			before, mark, behind := caseMark(f.Text(i))
			if !u.Words.Signs || mark == 0 {
				add(textOf(f.TextValue(i, m.quoteOf(i)), m.depth()))
				break
			}
			for ; mark != 0; before, mark, behind = caseMark(behind) {
				add(textOf(before, m.depth()))
				fold = caseMarks[mark]
			}
			add(textOf(before, m.depth()))
		case syntax.Word:
			if len(holes) == 0 && i == int(node.From) { // a word of a list: %w[a b]
				add(textOf(f.Text(i), m.depth()))
			}
		}
	}
	for i := range rows {
		rows[i].worked |= worked
	}
	return rows
}

// caseMarks are what Perl puts into a text to have what follows written otherwise, up to \E.
var caseMarks = map[byte]func(string) string{'U': strings.ToUpper, 'L': strings.ToLower, 'E': func(s string) string { return s }}

// caseMark returns the first such mark of a text, or 0, and what is before it and behind it.
func caseMark(s string) (before string, mark byte, behind string) {
	for i := 0; i+1 < len(s); i++ {
		if s[i] == '\\' && caseMarks[s[i+1]] != nil {
			return s[:i], s[i+1], s[i+2:]
		}
	}
	return s, 0, ""
}

// hole returns what stands in a hole of a text: of Perl, ${x} is $x.
func (m *machine) hole(n int32, st *state) Value {
	if u := m.unit(); u.Words.Signs && u.kind(n) == parse.Name && !strings.HasPrefix(u.at(n), "$") {
		if v, _, known := m.lookup("$"+u.at(n), st); known {
			return v
		}
	}
	return m.eval(n, st)
}

// words returns the words of a text as a list: ~w(a b).
func (m *machine) words(v Value) Value {
	s, plain := v.plain()
	if !plain {
		return Value{anything(m.depth())}
	}
	x := alt{form: sequence}
	for word := range strings.FieldsSeq(s) {
		x.list = append(x.list, textOf(word, m.depth()))
	}
	return Value{x}
}

// quoteOf returns the opening quote of the text at token i.
func (m *machine) quoteOf(i int) int {
	f := m.unit().Tree.File
	for j := i - 1; j >= 0; j-- {
		switch f.Kind(j) {
		case syntax.Quote:
			return j
		case syntax.Close, syntax.Unquote:
			if mate := f.Mate(j); mate >= 0 {
				j = mate
			}
		}
	}
	return i
}

// lambda makes a function of a lambda.
func (m *machine) lambda(n int32, st *state) Value {
	u := m.unit()
	c := m.captured(n, st)
	c.self = m.frame().self
	if fn := u.byNode[n]; fn != nil {
		m.later(fn, c)
	}
	return Value{{form: function, fn: c}}
}

// listOf returns a list that is written out.
func (m *machine) listOf(n int32, st *state) Value {
	u := m.unit()
	list := u.children(n)
	if len(list) > 1 && u.kind(list[len(list)-1]) == parse.Loop { // [a for b in c]
		return m.comprehension(list, st)
	}
	if len(list) == 0 {
		if c := m.typeOf(n); c != nil {
			r := &members{of: c, open: true}
			m.zeroFields(r, c)
			return Value{{form: record, members: r}}
		}
	}
	for _, c := range list {
		if u.kind(c) == parse.Pair || u.Words.Signs && u.kind(c) == parse.Unary && u.at(c) == "%" { // ['a' => 'b'], [a: 'b'], (%a, %b)
			return m.recordOf(n, st)
		}
	}
	if c := m.typeOf(n); c != nil && u.Words.Errors != nil && len(list) > 0 { // T{a, b}
		v := m.structOf(n, n, st)
		v[0].members.of = c
		return v
	}
	if v, is := m.rowsOf(n, st); is {
		return v
	}
	x := alt{form: sequence, perhaps: len(list) == 0} // an empty list is there to be filled
	if m.isGoArrayOfStructs(n) {
		for _, c := range list {
			x.list = append(x.list, m.structOf(n, c, st))
		}
		m.classed(m.elementClass(n), x.list)
		return Value{x}
	}
	for _, c := range list {
		if u.kind(c) == parse.Name && u.Tree.File.Is(int(u.Tree.Nodes[c].To), "{") {
			continue // a type
		}
		v := m.eval(c, st)
		if m.isSpread(c) {
			if len(v) == 1 && v[0].form == sequence {
				x.list = append(x.list, v[0].list...)
				continue
			}
			x.list = append(x.list, Value{{element: true, parts: []part{{any: true, frame: m.depth()}}}})
			continue
		}
		x.list = append(x.list, v)
	}
	m.classed(m.elementClass(n), x.list)
	return Value{x}
}

func (m *machine) isSpread(n int32) bool {
	u := m.unit()
	switch sign := u.Tree.File.Text(int(u.Tree.Nodes[n].From)); sign {
	case "...", "*":
		if sign == "*" && (u.Words.Errors != nil || u.Words.Pointers || u.Words.Leaves != "") { // what a pointer points to
			return false
		}
		k := u.kind(n)
		return k == parse.Wrapper || k == parse.Unary
	}
	return false
}

// comprehension runs [value for target in list if condition].
func (m *machine) comprehension(list []int32, st *state) Value {
	v, _ := m.comprehended("", list, st)
	return v
}

// mapComprehension runs {key: value for target in list if condition}.
func (m *machine) mapComprehension(pair, loop int32, st *state) Value {
	u := m.unit()
	name, parts := "", u.children(pair)
	if len(parts) == 1 {
		name = u.at(pair)
	}
	v, keys := m.comprehended(name, append(parts, loop), st)
	x, known := oneCollection(v)
	if !known || x.form != sequence || len(keys) != len(x.list) {
		return Value{anything(m.depth())}
	}
	r := &members{whole: true, perhaps: x.perhaps}
	for i, key := range keys {
		if s, plain := key.plain(); plain {
			r.set(s, x.list[i])
		} else {
			r.open, r.whole = true, false
		}
	}
	return Value{{form: record, members: r, depends: x.depends, about: x.about}}
}

// comprehended returns the list that a comprehension makes, and the keys of its
// elements: the first of two parts, or what a variable holds.
func (m *machine) comprehended(key string, list []int32, st *state) (made Value, keys []Value) {
	u := m.unit()
	loop := list[len(list)-1]
	parts := u.children(loop)
	if len(parts) < 2 {
		return nil, nil
	}
	in := st.fork()
	names := 1
	for names < len(parts)-1 && !u.Tree.File.Is(int(u.Tree.Nodes[parts[names]].From)-1, "in") {
		names++
	}
	elements := m.elements(parts[names], in)
	x := alt{form: sequence}
	var told Value // what the conditions say
	context, round := m.context, m.round
	defer func() { m.context, m.round = context, round }()
	defer m.unrolled(len(elements))()
	for i, e := range elements {
		if i >= mostRounds || !m.tick() {
			break
		}
		if i > 0 {
			m.context, m.round = context, int32(i)
			m.context, m.round = m.within(loop), 0
		}
		m.bindElement(parts[:names], e, i, in)
		keep, drop := Value{{}}, Value(nil)
		for _, c := range parts[names+1:] {
			keep, drop = m.condition(c, in)
			told = append(append(told, keep...), drop...)
			if len(keep) == 0 {
				break
			}
		}
		if len(keep) == 0 {
			x.depends |= drop.depends()
			continue
		}
		if in.dead {
			break
		}
		control := in.control
		if len(drop) == 0 {
			in.control |= m.because(keep, true)
		}
		if key != "" {
			v, _, _ := m.lookup(key, in)
			keys = append(keys, v)
		}
		for _, c := range list[:len(list)-1] {
			v := m.eval(c, in)
			if c == list[len(list)-2] {
				x.list = append(x.list, v)
			} else {
				keys = append(keys, v)
			}
		}
		if len(drop) > 0 {
			x.perhaps = true
		} else if len(parts) > names+1 {
			x.certain, x.depends = true, x.depends|keep.depends()
		}
		in.control = control
		if in.dead {
			break
		}
	}
	st.consults |= in.consults
	if in.dead {
		st.dead = true
		return nil, nil
	}
	if len(elements) == 1 && isAnything(elements[0]) {
		return Value{anything(m.depth())}, nil
	}
	return Value{x}.telling(told), keys
}

// recordOf returns a record that is written out.
func (m *machine) recordOf(n int32, st *state) Value {
	u := m.unit()
	list := u.children(n)
	if len(list) > 1 && u.kind(list[len(list)-1]) == parse.Loop {
		if u.kind(list[0]) != parse.Pair { // {a for b in c}
			return m.comprehension(list, st)
		}
		return m.mapComprehension(list[0], list[len(list)-1], st)
	}
	if isPair := func(c int32) bool { return u.kind(c) == parse.Pair || u.kind(c) == parse.Unary }; u.Words.Loops == Keys && u.Words.OwnScopes && len(list) > 0 && !slices.ContainsFunc(list, isPair) { // {a, b} of Python
		return m.listOf(n, st)
	}
	r := &members{of: m.typeOf(n)}
	r.open = r.of != nil
	if name := m.typeName(n); r.of == nil && syntax.IsCapital(name) {
		r.made = &making{name: name, written: true}
	}
	ordered := alt{form: sequence}
	for _, c := range list {
		if u.kind(c) == parse.Member && u.Tree.File.Is(int(u.Tree.Nodes[c].To), "{") {
			continue // a type
		}
		switch u.kind(c) {
		case parse.Pair:
			if len(list) < manyPairs {
				m.setPair(c, r, st)
			} else {
				m.onePair(c, r, st)
			}
			m.typedField(n, u.at(c), r.value[u.at(c)])
			continue
		case parse.Name:
			if u.Tree.File.Is(int(u.Tree.Nodes[c].To), "{") {
				continue
			}
			v := m.eval(c, st)
			if u.takesRest(c) { // { @_ }
				r.lay(v.paired())
				continue
			}
			if !u.Words.Clauses { // {name}, which is a tuple there
				r.set(u.at(c), v)
				m.typedField(n, u.at(c), v)
			}
			ordered.list = append(ordered.list, v)
			continue
		case parse.Function:
			if fn := u.byNode[c]; fn != nil {
				f := &closure{unit: u, node: c, outer: st.scope, self: r}
				r.set(fn.Name, Value{{form: function, fn: f}})
				m.later(fn, f)
			}
			continue
		case parse.Assign:
			if parts := u.children(c); len(parts) == 2 {
				r.set(m.keyName(parts[0]), m.eval(parts[1], st))
			}
			continue
		}
		v := m.eval(c, st)
		if m.isSpread(c) || u.kind(c) == parse.Unary || u.kind(c) == parse.Wrapper {
			if u.Words.Signs {
				v = v.paired()
			}
			r.lay(v)
			continue
		}
		ordered.list = append(ordered.list, v)
	}
	if len(r.names) == 0 && r.env == nil && len(ordered.list) > 0 { // {"A", "B"}
		return Value{ordered}
	}
	m.zeroFields(r, r.of)
	if c := m.elementClass(n); c != nil {
		m.classed(c, slices.Collect(maps.Values(r.value)))
	}
	return Value{{form: record, members: r}}
}

// setPair puts key and value of a record where they belong.
func (m *machine) setPair(c int32, r *members, st *state) {
	u := m.unit()
	if a := m.accessAt(c); a != nil {
		r.set(strings.Trim(u.at(c), `"':`), m.access(c, a, st))
		return
	}
	parts := u.children(c)
	switch len(parts) {
	case 1:
		r.set(strings.Trim(u.at(c), `"':`), m.evalField(parts[0], st))
	case 2:
		if name, ok := u.literal(parts[0]); ok {
			r.set(name, m.evalField(parts[1], st))
			return
		}
		if u.kind(parts[0]) == parse.Name && !u.Tree.File.Is(int(u.Tree.Nodes[parts[0]].From)-1, "[") {
			word := u.at(parts[0])
			if _, _, found := m.lookup(word, st); !found || u.Words.Errors != nil || u.at(c) == ":" && u.Words.Loops != Keys {
				r.set(strings.TrimPrefix(word, ":"), m.evalField(parts[1], st))
				return
			}
		}
		key := parts[0]
		if inner := u.children(key); u.kind(key) == parse.List && len(inner) == 1 { // { [key]: value }
			key = inner[0]
		}
		if name, plain := m.eval(key, st).plain(); plain {
			r.set(name, m.evalField(parts[1], st))
			return
		}
		r.open = true
		r.set("?"+u.Tree.Text(parts[0]), m.evalField(parts[1], st))
	}
}

// evalField is quiet for what is put into a record.
func (m *machine) evalField(n int32, st *state) Value {
	v := m.quiet(n, st)
	m.passes(v)
	return v
}

// numeral returns a number as settings write it: without what separates digits,
// and without a type behind it, 1_000L and 8u16.
func numeral(source string) string {
	s := strings.ReplaceAll(source, "_", "")
	if len(s) < 2 || s[0] == '0' && unicode.IsLetter(rune(s[1])) { // 0x1f
		return s
	}
	if at := strings.IndexAny(s, "iuf"); at > 0 && numberTypes[s[at+1:]] {
		return s[:at]
	}
	return s[:len(strings.TrimRight(s, "lLuUfFdDmMn"))]
}

// numberTypes are the sizes that the types of numbers have: u8, f32, usize.
var numberTypes = map[string]bool{"8": true, "16": true, "32": true, "64": true, "128": true, "size": true}
