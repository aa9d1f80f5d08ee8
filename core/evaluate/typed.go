package evaluate

import (
	"slices"
	"strconv"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// What kind a value is taken for by a conversion that does not say so: let port: u16 =
// x.parse()?. Its type is elsewhere, or is not known.

// mostTypeTokens bounds how far the type that a call is given is looked for.
const mostTypeTokens = 12

// parsed takes a value for the kind of the type that a call is to give: the one in
// angles, or that of what is declared. Where neither says it, what is done with the
// result may.
func (m *machine) parsed(v Value, n int32, st *state) {
	u := m.unit()
	f, node := u.Tree.File, u.Tree.Nodes[n]
	for i := int(node.To) - 1; i > int(node.From) && i > int(node.To)-mostTypeTokens; i-- {
		if kind := ""; f.Is(i, ">") && f.Is(i+1, "(") {
			if kind = m.kindIn(int(node.From), i); kind == "" {
				kind = u.kindOfType(m.typeGiven(f.Text(i-1), st))
			}
			m.noteKind(v, kind)
			return
		}
	}
	if m.wanted != "" {
		m.noteKind(v, m.wanted)
		return
	}
	if m.focus == nil {
		for _, s := range v.sites() {
			m.reads[s].parsed = true
		}
	}
}

// parsedByOwn runs the function by which a type of the file is made of a text, where it is such a type that a text is parsed
// as: "a".parse::<Kind>(), let kind: Kind = text.parse()?.
func (m *machine) parsedByOwn(v Value, n int32, st *state) (Value, bool) {
	u := m.unit()
	c := u.classes[u.parsedType(n)]
	if c == nil || u.kind(n) != parse.Call || c.methods["from_str"] == nil {
		return nil, false
	}
	fn := c.methods["from_str"]
	return m.run(fn, m.closureOf(fn, nil), n, []argument{{value: v}}, st)
}

// parsedType returns the name of the type that a call of parse is for, as it is written behind it or where a variable is
// declared with it, or "".
func (u *Unit) parsedType(n int32) string {
	f, node := u.Tree.File, u.Tree.Nodes[n]
	if close := int(node.To) - 3; f.Is(close, ">") && f.Is(close-2, "<") { // parse::<Kind>()
		return f.Text(close - 1)
	}
	for i := int(node.From) - 1; i > 2 && i > int(node.From)-mostTypeTokens; i-- {
		switch {
		case f.Is(i, ";") || f.Is(i, "{") || f.Is(i, "}"):
			return ""
		case f.Is(i, "=") && f.Is(i-2, ":"):
			return f.Text(i - 1)
		}
	}
	return ""
}

// isTextType reports whether a name is that of a type of Go which the file makes of string: type Kind string.
func (u *Unit) isTextType(name string) bool {
	if u.Words.Errors == nil || u.Words.Types != nil {
		return false
	}
	u.textTypesOnce.Do(func() {
		u.textTypes = map[string]bool{}
		f := u.Tree.File
		for i := range f.Tokens {
			if f.Is(i, "string") && f.Kind(i-1) == syntax.Word && f.Is(i-2, "type") {
				u.textTypes[f.Text(i-1)] = true
			}
		}
	})
	return u.textTypes[name]
}

// kindOfType returns the kind of a type, with its name behind it, or "": integer u16.
func (u *Unit) kindOfType(name string) string {
	if kind := u.Words.Types[name]; kind != "" {
		return kind + " " + name
	}
	return ""
}

// kindIn returns the kind of the last type with one among some tokens, or "".
func (m *machine) kindIn(from, to int) string {
	u := m.unit()
	for i := to - 1; i >= from && i > to-mostTypeTokens; i-- {
		if kind := u.kindOfType(u.Tree.File.Text(i)); kind != "" {
			return kind
		}
	}
	return ""
}

// typed takes what was converted to a type that was not said for one of a kind.
func (m *machine) typed(v Value, kind string) {
	if kind == "" || m.focus != nil {
		return
	}
	for _, s := range v.sites() {
		if m.reads[s].parsed {
			m.noteKind(Value{{sites: sites{s}}}, kind)
		}
	}
}

// numeric returns the kind of a number that is written out, or "".
func (v Value) numeric() string {
	if len(v) != 1 || v[0].form != number {
		return ""
	}
	if slices.ContainsFunc(v[0].parts, func(p part) bool { return p.any || strings.Contains(p.text, ".") }) {
		return "number"
	}
	return "integer"
}

// declaredKind returns the kind of the type between a name and its value.
func (m *machine) declaredKind(first, last int32) string {
	u := m.unit()
	if u.Words.Types == nil {
		return ""
	}
	return m.kindIn(int(u.Tree.Nodes[first].To), int(u.Tree.Nodes[last].From))
}

// returnedKind returns the kind of what a function gives, or "".
func (m *machine) returnedKind(fn *Func) string {
	if m.focus != nil || fn.Unit.Words.Types == nil || fn.Unit != m.unit() || fn.Body == 0 {
		return ""
	}
	f, from, body := fn.Unit.Tree.File, int(fn.Unit.Tree.Nodes[fn.Node].From), int(fn.Unit.Tree.Nodes[fn.Body].From)
	for i := body - 1; i > from && i > body-2*mostTypeTokens; i-- {
		if f.Is(i, "->") {
			return m.kindIn(i, body)
		}
	}
	return ""
}

// typedResult takes what a function gives for one of the kind of what it says it gives.
func (m *machine) typedResult(fn *Func, v Value) {
	if kind := m.returnedKind(fn); kind != "" {
		m.typed(join(m.frame().returns, v), kind)
	}
}

// typedField takes what a literal of a type gives a field for one of that field's kind.
func (m *machine) typedField(literal int32, field string, v Value) {
	if m.focus == nil && m.unit().Words.Types != nil {
		m.typed(v, m.fieldKind(m.typeName(literal), field))
	}
}

// fieldKind returns the kind of a field of a type of the file, or "".
func (m *machine) fieldKind(class, field string) string {
	u := m.unit()
	c := u.classes[class]
	if c == nil {
		return ""
	}
	kind := ""
	u.Tree.Children(c.Node, func(block int32) bool {
		u.Tree.Children(block, func(d int32) bool {
			name := u.Tree.Child(d, 0)
			if k := u.kind(d); (k == parse.Declare || k == parse.Parameter) && u.at(name) == field {
				kind = m.kindIn(int(u.Tree.Nodes[name].To), int(u.Tree.Nodes[d].To))
			}
			return kind == ""
		})
		return kind == ""
	})
	return kind
}

// typeArgument returns the kind of the type that a call is given, or "":
// get::<u16>("X"), get[int]("X").
func (m *machine) typeArgument(n, callee int32, st *state) string {
	u := m.unit()
	if u.Words.Types == nil || callee == 0 {
		return ""
	}
	f, from, within := u.Tree.File, int(u.Tree.Nodes[callee].From), false
	for i := from; i < min(int(u.Tree.Nodes[n].To), from+mostTypeTokens) && !f.Is(i, "("); i++ {
		within = within || f.Is(i, "<") || f.Is(i, "[")
		if within && f.Kind(i) == syntax.Word {
			return u.kindOfType(m.typeGiven(f.Text(i), st))
		}
	}
	return ""
}

// typeGiven returns the type that a macro is given for one of its parameters,
// parse::<$ty>(), or else the name.
func (m *machine) typeGiven(name string, st *state) string {
	if given, _, known := m.lookup("#"+name, st); known {
		name, _ = given.plain()
	}
	return name
}

// byFallback takes what was converted to a type that is nowhere said for what the text
// that stands in for it is: unwrap_or("30").parse(). What may be a number, and for
// which an answer stands in, is taken for one thing or another.
func (r *Read) byFallback() {
	if r.Fallback == nil || r.Fallback.Computed {
		return
	}
	answer := r.Fallback.Text == "true" || r.Fallback.Text == "false"
	if answer && isNumeric(r.Kind) {
		r.Kind, r.Form, r.mixed = "", "", true
	}
	if !r.parsed || r.Kind != "" || r.mixed {
		return
	}
	if _, err := strconv.ParseFloat(r.Fallback.Text, 64); err == nil {
		r.Kind = "number"
		if r.Fallback.Number && !strings.Contains(r.Fallback.Text, ".") {
			r.Kind = "integer"
		}
	} else if answer {
		r.Kind = "boolean"
	}
}

// typedDefault takes the default of an option for what the option is converted to:
// add_argument("--port", type=int, default=os.getenv("PORT")).
func (m *machine) typedDefault(arguments []argument) {
	if m.focus != nil {
		return
	}
	kind := ""
	for _, a := range arguments {
		if a.name == "type" && len(a.value) == 1 {
			for _, use := range m.unit().Words.Uses[a.value[0].name] {
				kind = use.Kind
			}
		}
	}
	for _, a := range arguments {
		if a.name == "default" && kind != "" {
			m.noteKind(a.value, kind)
		}
	}
}
