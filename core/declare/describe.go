package declare

import (
	"strings"

	"inzicht/core/bounds"
	"inzicht/core/parse"
)

// description is what is said of a variable.
type description struct {
	need     string // "" where nothing is said
	kind     string
	fallback *string
	computed bool
	literals []string
	bounds   []string    // between which numbers it must lie
	where    []Condition // where it is asked for, and wanted where it is required, if not everywhere
	wanted   []Condition
}

// setKind takes a kind, unless a more exact one is known.
func (d *description) setKind(kind string) {
	switch {
	case kind == "":
	case d.kind == "" || d.kind == "text" || d.kind == "number" && kind == "integer" || d.kind == "json" && kind == "list":
		d.kind = kind
	}
}

// fallsBack notes what stands in.
func (d *description) fallsBack(s *Source, n int32) {
	text, any := s.literal(n)
	d.need = Optional
	d.fallback, d.computed = text, any && text == nil
	if source := s.Tree.Text(n); d.computed && len(source) <= mostOfSource && !strings.Contains(source, "\n") {
		d.fallback = &source
	}
}

// literalKind returns the kind of a literal, or "".
func (s *Source) literalKind(n int32) string {
	text, _ := s.literal(n)
	switch n = s.unwrap(n); {
	case text == nil || s.is(n, parse.Text):
		return ""
	case s.is(n, parse.Name):
		return "boolean"
	case strings.ContainsAny(*text, ".eE"):
		return "number"
	}
	return "integer"
}

// mostOfSource bounds the source that is shown for what stands in.
const mostOfSource = 80

// property is one thing that is said: a keyword argument, a pair of a record, or
// a call in a chain.
type property struct {
	word  string
	args  []int32
	call  bool // it is a call in a chain, whose name may be that of a kind
	token int
}

// arg returns the n-th argument, or 0.
func (p property) arg(n int) int32 {
	if n < len(p.args) {
		return p.args[n]
	}
	return 0
}

// apply notes what a property says.
func (d *description) apply(s *Source, p property) {
	d.bounded(s, p)
	switch p.word {
	case "devDefault": // which stands in but for production
		d.where = []Condition{{Variable: "NODE_ENV", In: []string{"production"}, Unset: true}}
		return
	case "requiredWhen":
		if c, known := s.condition(s.last(s.unwrap(p.arg(0))), s.variableOf, 0); known {
			d.wanted = append(d.wanted, c)
		}
		return
	case "validate": // validate=Range(min=1, max=9)
		for _, arg := range p.args {
			if s.is(s.unwrap(arg), parse.Call) {
				d.joined(s.describe(arg, 0))
			}
		}
		return
	}
	switch meaningOf(p.word) {
	case fallback:
		if len(p.args) > 0 {
			d.fallsBack(s, p.args[len(p.args)-1])
		}
	case required:
		d.need = Required
		if len(p.args) > 0 {
			if text, _ := s.literal(p.args[0]); text == nil && !s.is(s.unwrap(p.args[0]), parse.Record) {
				d.need = Expected // under a condition
			} else if text != nil && strings.EqualFold(*text, "false") {
				d.need = Optional
			}
		}
	case optional:
		if text, _ := s.literal(p.arg(0)); text != nil && strings.EqualFold(*text, "false") {
			if d.need == "" {
				d.need = Required
			}
		} else if d.need != Optional || d.fallback == nil {
			d.need = Optional
		}
		if len(p.args) > 1 { // optional(what, fallback)
			d.fallsBack(s, p.args[1])
		}
	case typed:
		for _, arg := range p.args {
			d.typed(s, arg)
		}
	case choices:
		d.chosen(s, p.args)
	case many:
		d.setKind("list")
	case flag:
		if text, _ := s.literal(p.arg(0)); text == nil || !strings.EqualFold(*text, "false") {
			d.setKind("boolean")
		}
	default:
		if p.call && !noKinds[p.word] {
			kind, _ := kindOf(p.word)
			d.setKind(kind)
		}
	}
}

// chosen notes what a value may be.
func (d *description) chosen(s *Source, args []int32) {
	for _, arg := range args {
		arg = s.unwrap(arg)
		if s.is(arg, parse.Call) || s.is(arg, parse.Name) && s.is(s.value(s.name(arg)), parse.Class) {
			d.setKind("choice")
		}
		for _, text := range s.texts(arg) {
			d.literals = append(d.literals, text)
			d.setKind("choice")
		}
		if c := s.class(s.word(arg)); c != 0 {
			d.setKind("choice")
		}
	}
}

// typed takes the kind of what stands for a type: int, "integer", Choice([…]).
func (d *description) typed(s *Source, n int32) {
	n = s.unwrap(n)
	switch s.kind(n) {
	case parse.Text:
		text, _ := s.text(n)
		d.ofType(text)
		d.bounded(s, property{word: text}) // format: "port"
	case parse.Name, parse.Member:
		d.ofType(s.name(n))
	case parse.Call:
		p := property{word: s.word(n), args: s.children(n)[1:], call: true}
		if meaningOf(p.word) == choices {
			d.chosen(s, p.args)
		} else {
			d.apply(s, p)
		}
	case parse.List: // choices
		d.chosen(s, []int32{n})
	case parse.Lambda, parse.Function:
		d.setKind(s.madeBy(n))
	}
}

// asked takes what a function asks of a value that transforms or refines it.
func (d *description) asked(s *Source, word string, fn int32) {
	switch {
	case len(d.literals) > 0:
	case word == "transform" && d.kind == "boolean":
		d.literals = s.heldAgainst(fn)
	case word == "refine":
		if d.literals = s.listedIn(fn); len(d.literals) > 0 {
			d.setKind("choice")
		}
	}
}

// heldAgainst returns the texts that a function compares with what it is given, as that is written, or nil: (v) => v === "on".
func (s *Source) heldAgainst(fn int32) (texts []string) {
	for c := fn + 1 - s.size(fn); c <= fn && c > 0; c++ {
		switch node := s.node(c); node.Kind {
		case parse.Call: // v.toLowerCase() === "on"
			return nil
		case parse.Binary:
			op := s.name(c)
			text, plain := s.text(s.last(c))
			if not, compares := comparisons[op]; compares && (not || !plain || !s.is(s.unwrap(s.first(c)), parse.Name)) || !compares && op != "||" && op != "or" {
				return nil
			}
			if plain {
				texts = append(texts, text)
			}
		}
	}
	return texts
}

// madeBy returns the kind of what a function makes of a text, or "".
func (s *Source) madeBy(n int32) string {
	for c := n + 1 - s.size(n); c <= n && c > 0; c++ {
		switch node := s.node(c); node.Kind {
		case parse.Call:
			switch word := s.word(c); word {
			case "Number", "parseFloat", "float", "Float":
				return "number"
			case "parseInt", "int", "BigInt", "to_i":
				return "integer"
			case "split":
				return "list"
			case "parse", "loads":
				return "json"
			case "Boolean", "bool":
				return "boolean"
			}
		case parse.Binary:
			if op := s.name(c); op == "===" || op == "==" || op == "!==" || op == "!=" {
				return "boolean"
			}
		}
	}
	return ""
}

// size bounds how many nodes before one may lie in it: nodes stand behind
// those that they hold.
func (s *Source) size(n int32) int32 {
	from := s.node(n).From
	count := int32(1)
	for c := n - 1; c > 0 && s.node(c).From >= from && s.node(c).To <= s.node(n).To && count < 400; c-- {
		count++
	}
	return count
}

// properties returns what a call, a record or a chain of calls says, the
// innermost first, and what is at its root.
func (s *Source) properties(n int32) (list []property, root int32) {
	list, n = s.pastTypes(nil, s.unwrap(n))
	var calls []int32
	for depth := 0; depth < 40; depth++ {
		if !s.is(n, parse.Call) {
			break
		}
		calls = append(calls, n)
		callee := s.unwrap(s.first(n))
		if !s.is(callee, parse.Member) || s.first(callee) == 0 {
			break
		}
		var object int32
		list, object = s.pastTypes(list, s.unwrap(s.first(callee)))
		if !s.is(object, parse.Call) {
			for ; s.is(object, parse.Member); object = s.unwrap(s.first(object)) { // z.coerce.number()
				list = append(list, property{word: s.name(object), call: true, token: int(s.node(object).From)})
			}
			break
		}
		n = object
	}
	for i := len(calls) - 1; i >= 0; i-- {
		c := calls[i]
		p := property{word: s.word(c), call: true, token: int(s.node(s.unwrap(s.first(c))).At)}
		p.args = append(p.args, s.children(c)[1:]...)
		list = append(list, p)
	}
	if len(calls) == 0 {
		return list, n
	}
	return list, calls[len(calls)-1]
}

// pastTypes notes the types that a link of a chain is given, and returns what it is
// a link behind: as[Int].
func (s *Source) pastTypes(list []property, n int32) ([]property, int32) {
	for s.is(n, parse.Index) && s.is(s.unwrap(s.first(n)), parse.Member) {
		list = append(list, property{word: "type", args: s.children(n)[1:], token: int(s.node(n).From)})
		n = s.unwrap(s.first(s.unwrap(s.first(n))))
	}
	return list, n
}

// pairs returns the keyword arguments of a call, or the pairs of a record.
func (s *Source) pairs(n int32) (list []property) {
	n = s.unwrap(n)
	for c := s.first(n); c != 0; c = s.node(c).Next {
		switch s.kind(c) {
		case parse.Pair:
			list = append(list, s.pair(c))
		case parse.Assign:
			if target := s.first(c); s.is(target, parse.Name) {
				list = append(list, property{word: s.name(target), args: []int32{s.last(c)}, token: int(s.node(c).From)})
			}
		case parse.Record:
			if s.is(n, parse.Call) {
				list = append(list, s.pairs(c)...)
			}
		}
	}
	return list
}

// pair returns a pair with a name, or with a key and a value.
func (s *Source) pair(c int32) property {
	key, value := s.first(c), s.last(c)
	p := property{args: []int32{value}, token: int(s.node(c).From)}
	switch {
	case key == value || key == 0:
		p.word = strings.TrimSuffix(strings.Trim(s.name(c), `"'`), ":")
	case s.is(key, parse.Text):
		p.word, _ = s.text(key)
	default:
		p.word = s.word(key)
	}
	return p
}

// plain returns the arguments of a call that have no name.
func (s *Source) plain(call int32) (list []int32) {
	for _, c := range s.children(call)[1:] {
		if k := s.kind(c); k != parse.Pair && k != parse.Assign {
			list = append(list, c)
		}
	}
	return list
}

// describe returns what an expression says that describes a value: a chain of
// calls, a combination of them, a record, a type by its name.
func (s *Source) describe(n int32, depth int) (d description) {
	n = s.unwrap(n)
	if n == 0 || depth > mostDepth {
		return d
	}
	switch s.kind(n) {
	case parse.Call:
		list, _ := s.properties(n)
		for _, p := range list {
			s.step(&d, p, depth)
		}
	case parse.Member:
		for object := s.unwrap(s.first(n)); s.is(object, parse.Call); {
			d = s.describe(object, depth+1)
			break
		}
		d.apply(s, property{word: s.name(n), call: true})
	case parse.Name:
		if v := s.value(s.name(n)); v != 0 && v != n && (s.is(v, parse.Call) || s.is(v, parse.Record)) {
			return s.describe(v, depth+1)
		}
		d.ofType(s.name(n))
	case parse.Record:
		for _, p := range s.pairs(n) {
			d.apply(s, p)
		}
	case parse.Choice:
		if list := s.children(n); len(list) == 3 {
			c, known := s.condition(list[0], s.variableOf, 0)
			d.either(s.describe(list[1], depth+1), s.describe(list[2], depth+1), c, known, Required)
		}
	case parse.List:
		d.chosen(s, []int32{n})
	case parse.Text:
		text, _ := s.text(n)
		d.written(text)
	case parse.Lambda, parse.Function:
		d.setKind(s.madeBy(n))
	}
	return d
}

// step applies one call of a description, and what it is given.
func (s *Source) step(d *description, p property, depth int) {
	if p.word == "when" || p.word == "conditional" {
		s.stepWhen(d, p, depth)
		return
	}
	switch meaningOf(p.word) {
	case fallback, choices, required:
		d.apply(s, p)
		for _, arg := range p.args { // enum({ values: […], default: "x" })
			if s.is(s.unwrap(arg), parse.Record) && meaningOf(p.word) == choices {
				for _, q := range s.pairs(arg) {
					d.apply(s, q)
				}
			}
		}
		for _, arg := range p.args { // withDefault(what, fallback)
			if a := s.unwrap(arg); s.is(a, parse.Call) && meaningOf(p.word) != choices {
				d.joined(s.describe(a, depth+1))
			}
		}
		return
	case optional:
		if len(p.args) > 0 {
			d.joined(s.describe(p.args[0], depth+1))
		}
		d.apply(s, p)
		return
	}
	if d.bounded(s, p); !noKinds[p.word] {
		kind, _ := kindOf(p.word)
		d.setKind(kind)
	}
	for _, arg := range p.args {
		switch a := s.unwrap(arg); s.kind(a) {
		case parse.Call, parse.Member:
			d.joined(s.describe(a, depth+1))
		case parse.Name, parse.Lambda, parse.Function:
			if p.word == "pipe" || p.word == "transform" || p.word == "union" || p.word == "preprocess" || p.word == "map" {
				d.joined(s.describe(a, depth+1))
			}
			d.asked(s, p.word, a)
		case parse.Record:
			for _, q := range s.pairs(a) {
				d.apply(s, q)
			}
		case parse.List:
			if p.word == "union" || p.word == "pipe" || p.word == "or" {
				for _, c := range s.children(a) {
					d.joined(s.describe(c, depth+1))
				}
			}
		}
	}
	if p.word == "literal" || p.word == "Literal" {
		d.chosen(s, p.args)
	}
}

// joined takes in what a part of a description says.
func (d *description) joined(part description) {
	d.setKind(part.kind)
	d.bounds = bounds.Both(d.bounds, part.bounds)
	if part.need != "" && (d.need == "" || part.need == Optional) {
		d.need = part.need
	}
	if d.fallback == nil && !d.computed {
		d.fallback, d.computed = part.fallback, part.computed
	}
	d.literals, d.wanted = append(d.literals, part.literals...), append(d.wanted, part.wanted...)
}

// written takes a description that is written as a text: "string.url",
// "'a' | 'b'", "number = 3000".
func (d *description) written(text string) {
	text, value, has := strings.Cut(text, " = ")
	if has {
		value = strings.Trim(strings.TrimSpace(value), `"'`)
		d.need, d.fallback = Optional, &value
	}
	if strings.Contains(text, "|") && strings.ContainsAny(text, `"'`) {
		for part := range strings.SplitSeq(text, "|") {
			d.literals = append(d.literals, strings.Trim(strings.TrimSpace(part), `"'`))
		}
		d.setKind("choice")
		return
	}
	if d.ofType(text) && d.need == "" {
		d.need = Optional
	}
}

// setting makes a setting of a description.
func (d description) setting(name, access, need string, token int) Setting {
	if d.need != "" {
		need = d.need
	}
	if need == Required || need == Expected {
		d.fallback, d.computed = nil, false
	}
	return Setting{Token: token, Name: name, Access: access, Need: need, Kind: d.kind, Fallback: d.fallback, Computed: d.computed, Literals: d.literals, Bounds: d.bounds, Where: d.where, Wanted: d.wanted}
}
