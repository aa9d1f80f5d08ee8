package declare

import (
	"maps"
	"slices"
	"strings"

	"inzicht/core/parse"
)

// Schemas finds descriptions of settings that a library applies to the
// environment: clean(process.env, { GATE_URL: url() }), and
// schema.parse(process.env), where the schema is composed of others.
type Schemas struct {
	// Apply are the methods of a schema, or functions, that apply it.
	Apply string
	// Hand are functions that hand the environment on to something else.
	Hand string
	// Options are the properties that hold a schema which is applied,
	// by the function that they are given to, or "" for any.
	Options map[string]string
	// Direct are functions, receiver.name, that apply the record they are given.
	Direct string
	// Loose are libraries that need nothing where nothing is said.
	Loose string
}

// schemas is the work of one Schemas on one file.
type schemas struct {
	*Source
	apply, hand, loose map[string]bool
	direct             map[string]bool
	options            map[string]map[string]bool
	appliers           map[applier]bool
	list               []Setting
	seen               map[int32]bool
	where              []Condition // for which what is declared here is asked for
	holder             Holder      // of what it is applied to
}

// Find returns what the schemas of a file declare.
func (f *Schemas) Find(s *Source) []Setting {
	w := &schemas{Source: s, apply: set(f.Apply), hand: set(f.Hand), loose: set(f.Loose), direct: set(f.Direct), options: map[string]map[string]bool{}, seen: map[int32]bool{}}
	for property, functions := range f.Options { // in any order
		w.options[property] = set(functions)
	}
	w.findAppliers()
	for n := range s.Tree.Nodes {
		if n := int32(n); s.is(n, parse.Call) {
			w.call(n)
		}
	}
	for _, role := range s.Roles {
		if role.As != Applied || role.File == s.File {
			continue
		}
		if c := s.class(role.Name); c != 0 {
			w.validated(c, 0)
		}
		if v := s.value(role.Name); v != 0 {
			if s.is(v, parse.Function) {
				w.within(v)
			}
			w.entries(v, "", 0)
		}
	}
	return settled(w.list)
}

// environment reports whether a node is the environment as a whole, or holds it
// spread: { ...process.env }.
func (w *schemas) environment(n int32) bool {
	n = w.unwrap(n)
	if n == 0 {
		return false
	}
	if node := w.node(n); w.Whole(int(node.From), int(node.To)) {
		return true
	}
	switch w.kind(n) {
	case parse.Record:
		for c := w.first(n); c != 0; c = w.node(c).Next {
			if w.is(c, parse.Wrapper) && w.environment(c) {
				return true
			}
			if w.readsIn(c) { // { PORT: process.env.PORT }
				w.Judged = append(w.Judged, [2]int{int(w.node(n).From), int(w.node(n).To)})
				return true
			}
		}
	case parse.Name:
		if v := w.value(w.name(n)); v != 0 && v != n && !w.is(v, parse.Name) && !w.is(v, parse.Function) {
			return w.is(v, parse.Member) && w.environment(v)
		}
	}
	return false
}

// readsIn reports whether a pair of a record has what is read of the environment.
func (w *schemas) readsIn(pair int32) bool {
	value := w.unwrap(w.last(pair))
	if !w.is(pair, parse.Pair) || !w.is(value, parse.Member) && !w.is(value, parse.Index) {
		return false
	}
	switch object := w.unwrap(w.first(value)); w.Tree.Text(object) {
	case "process.env", "import.meta.env", "Bun.env":
		return true
	default:
		return w.environment(object)
	}
}

// call looks at one call for a schema that it applies.
func (w *schemas) call(n int32) {
	w.holder = w.holderOf(n)
	args := w.children(n)[1:]
	callee := w.unwrap(w.first(n))
	word := w.word(callee)
	given := slices.IndexFunc(args, w.environment)
	switch {
	case w.is(callee, parse.Member) && w.direct[w.word(w.first(callee))+"."+word], w.is(callee, parse.Name) && given < 0 && (w.direct[word] || w.direct[w.Path(callee)]):
		for _, arg := range args {
			if w.is(w.unwrap(arg), parse.Record) {
				w.entries(arg, "", 0)
			}
		}
	case w.hand[word]:
	case given >= 0:
		for i, arg := range args {
			if i != given && (w.apply[word] || w.is(w.unwrap(arg), parse.Record)) {
				w.entries(arg, "", 0)
			}
		}
		if w.is(callee, parse.Member) && w.apply[word] && len(args) <= 2 {
			w.entries(w.first(callee), "", 0)
		}
		if w.is(callee, parse.Call) && w.apply[w.word(callee)] { // decode(schema)(environment)
			for _, arg := range w.children(callee)[1:] {
				w.entries(arg, "", 0)
			}
		}
	default:
		w.given(word, args)
		for _, arg := range args {
			if arg = w.unwrap(arg); w.is(arg, parse.Name) { // const options = { schema }
				arg = w.value(w.name(arg))
			}
			if arg != 0 && w.is(w.unwrap(arg), parse.Record) {
				w.optionsOf(word, arg)
			}
		}
	}
}

// optionsOf looks at the options of a function for schemas that it applies.
func (w *schemas) optionsOf(word string, record int32) {
	handed := false
	list := w.pairs(record)
	for c := w.first(w.unwrap(record)); c != 0; c = w.node(c).Next {
		if w.is(c, parse.Name) { // { validationSchema }
			list = append(list, property{word: w.name(c), args: []int32{c}})
		}
	}
	for _, p := range list {
		handed = handed || w.environment(p.arg(0))
	}
	for _, p := range list {
		functions, known := w.options[p.word]
		if !known || len(functions) > 0 && !functions[word] && !(handed && functions["*"]) {
			continue
		}
		value := w.unwrap(p.arg(0))
		if v := w.value(w.word(value)); w.is(value, parse.Name) && w.is(v, parse.Function) {
			value = v
		}
		if w.is(value, parse.Lambda) || w.is(value, parse.Function) {
			w.within(value)
			continue
		}
		if inner := w.unwrap(value); p.word == "env" && w.is(inner, parse.Record) { // env: { schema: { … } }
			for _, q := range w.pairs(inner) {
				if q.word == "schema" {
					w.entries(q.arg(0), "", 0)
				}
			}
			continue
		}
		w.entries(value, "", 0)
	}
}

// within looks at a function that is given the environment for a schema that it
// applies to it.
func (w *schemas) within(function int32) {
	for c := function + 1 - w.size(function); c < function && c > 0; c++ {
		if !w.is(c, parse.Call) {
			continue
		}
		callee := w.unwrap(w.first(c))
		if word := w.word(callee); !w.apply[word] {
			continue
		}
		if w.is(callee, parse.Member) {
			w.entries(w.first(callee), "", 0)
		}
		for _, arg := range w.children(c)[1:] {
			if a := w.unwrap(arg); w.is(a, parse.Call) || w.is(a, parse.Name) && (w.is(w.value(w.name(a)), parse.Call) || w.class(w.name(a)) != 0) {
				w.entries(a, "", 0)
			}
		}
	}
}

// notMerged are methods of a schema that are given no further entries.
var notMerged = set("pick omit refine superRefine describe default catch transform message label meta brand messages prefs options unknown")

// entries declares the entries of a schema: a record, or what it is composed of.
// Need is "optional" where nothing of it must be there.
func (w *schemas) entries(n int32, need string, depth int) {
	n = w.unwrap(n)
	if n == 0 || depth > mostDepth || len(w.list) > mostSettings || w.seen[n] {
		return
	}
	switch w.kind(n) {
	case parse.Record:
		w.seen[n] = true
		w.record(n, need, depth)
	case parse.Call:
		w.composed(n, need, depth)
	case parse.Member: // base.shape
		if w.environment(n) {
			return
		}
		w.entries(w.first(n), need, depth+1)
	case parse.Name:
		name := w.name(n)
		if c := w.class(name); c != 0 {
			w.validated(c, depth+1)
		} else if v := w.value(name); v != 0 && v != n {
			w.entries(v, need, depth+1)
		} else if v == 0 {
			w.imported(n, Applied)
		}
	case parse.Lambda, parse.Function: // (z) => ({ … })
		w.entries(w.returned(n), need, depth+1)
	case parse.List:
		for _, c := range w.children(n) {
			w.entries(c, need, depth+1)
		}
	case parse.Choice:
		w.either(n, need, depth)
	}
}

// either declares the entries of two schemas, of which a condition says which one is applied.
func (w *schemas) either(n int32, need string, depth int) {
	list := w.children(n)
	c, known := w.condition(list[0], w.variableOf, 0)
	seen, before := maps.Clone(w.seen), len(w.list)
	if !known {
		need = Optional
	}
	w.entriesWhere(list[1], need, c, known, depth)
	middle := len(w.list)
	w.seen = seen
	w.entriesWhere(list[len(list)-1], need, c.not(), known, depth)
	first, second := w.list[before:middle], w.list[middle:]
	is := func(r Setting) func(Setting) bool {
		return func(other Setting) bool { return other.Token == r.Token && other.Name == r.Name }
	}
	for i := range first {
		if slices.ContainsFunc(second, is(first[i])) {
			first[i].Where = slices.Clone(w.where)
		}
	}
	second = slices.DeleteFunc(second, func(r Setting) bool { return slices.ContainsFunc(first, is(r)) })
	w.list = w.list[:middle+len(second)]
}

// entriesWhere declares entries that are asked for where a condition holds.
func (w *schemas) entriesWhere(n int32, need string, c Condition, known bool, depth int) {
	before := w.where
	if known {
		w.where = append(slices.Clone(before), c)
	}
	w.entries(n, need, depth+1)
	w.where = before
}

// variants declares the entries of schemas of which one variable says which is applied: discriminatedUnion("MODE", […]).
func (w *schemas) variants(variable string, list []int32, need string, depth int) {
	for _, schema := range list {
		c := Condition{Variable: variable}
		before := len(w.list)
		w.entries(schema, need, depth+1)
		for _, r := range w.list[before:] {
			if r.Name == variable {
				c.In = append(c.In, r.Literals...)
			}
		}
		for i := before; i < len(w.list) && len(c.In) > 0; i++ {
			if w.list[i].Name != variable {
				w.list[i].Where = append(w.list[i].Where, c)
			}
		}
	}
}

// refined takes what a function refuses of what the schema has let pass.
func (w *schemas) refined(word string, args []int32) {
	function := w.unwrap(property{args: args}.arg(0))
	if !w.is(function, parse.Lambda) {
		return
	}
	body := w.last(function)
	if word == "refine" && !w.is(body, parse.Block) {
		if absent, where, known := w.met(body, w.variableOf, 0); known {
			demand(w.list, absent, where)
		}
		return
	}
	refuses := func(n int32) bool {
		if w.is(n, parse.Return) {
			return word == "refine" && w.Tree.Text(w.first(n)) == "false"
		}
		return w.is(n, parse.Throw) || w.is(n, parse.Call) && w.word(n) == "addIssue"
	}
	w.refusals(body, nil, w.variableOf, refuses, w.list, 0)
}

// returned returns what a function of one expression gives.
func (w *schemas) returned(n int32) int32 {
	body := w.last(n)
	if w.is(body, parse.Block) {
		if last := w.last(body); w.is(last, parse.Return) {
			return w.first(last)
		}
		return 0
	}
	return body
}

// composed declares the entries of what a call makes of others.
func (w *schemas) composed(n int32, need string, depth int) {
	callee := w.unwrap(w.first(n))
	word := w.word(callee)
	if word == "partial" || word == "deepPartial" {
		need = Optional
	}
	if w.is(callee, parse.Member) {
		switch object := w.unwrap(w.first(callee)); w.kind(object) {
		case parse.Call:
			w.entries(object, need, depth+1)
		case parse.Name:
			if v := w.value(w.name(object)); v != 0 {
				w.entries(v, need, depth+1)
			} else if word == "merge" || word == "extend" || word == "and" || word == "concat" {
				w.entries(object, need, depth+1)
			}
		case parse.Member: // base.shape.x
			w.entries(object, need, depth+1)
		}
	}
	if word == "refine" || word == "superRefine" || word == "check" {
		w.refined(word, w.children(n)[1:])
	}
	if notMerged[word] {
		return
	}
	if list := w.children(n)[1:]; word == "discriminatedUnion" && len(list) > 1 {
		if variable, is := w.text(list[0]); is {
			w.variants(variable, w.children(w.unwrap(list[1])), need, depth)
		}
		return
	}
	if w.loose[w.root(n)] && need == "" {
		need = Optional + "?"
	}
	for _, arg := range w.children(n)[1:] {
		switch w.kind(w.unwrap(arg)) {
		case parse.Record, parse.Call, parse.Name, parse.Member:
			w.entries(arg, need, depth+1)
		}
	}
}

// root returns the name of the library that a chain of calls begins with.
func (w *schemas) root(n int32) string {
	for depth := 0; depth < 40; depth++ {
		n = w.unwrap(n)
		switch w.kind(n) {
		case parse.Call, parse.Member:
			n = w.first(n)
		case parse.Name:
			return strings.ToLower(w.name(n))
		default:
			return ""
		}
	}
	return ""
}

// record declares the entries of a record whose keys are written like
// variables.
func (w *schemas) record(n int32, need string, depth int) {
	required := map[string]bool{}
	for c := w.first(n); c != 0; c = w.node(c).Next {
		if w.is(c, parse.Wrapper) { // ...base
			w.entries(c, need, depth+1)
		}
		if !w.is(c, parse.Pair) {
			continue
		}
		p := w.pair(c)
		value := w.unwrap(p.arg(0))
		switch {
		case p.word == "required" && w.is(value, parse.List):
			for _, name := range w.texts(value) {
				required[name] = true
			}
			continue
		case p.word == "properties" || p.word == "server" || p.word == "client" || p.word == "shared":
			w.properties(value, need, required, n, depth)
			continue
		}
		w.entry(p, need, depth)
	}
}

// properties declares those of a schema in JSON: of them, those in the list
// "required" must be there.
func (w *schemas) properties(value int32, need string, required map[string]bool, round int32, depth int) {
	for _, p := range w.pairs(round) {
		if p.word == "required" {
			for _, name := range w.texts(p.arg(0)) {
				required[name] = true
			}
			need = Optional + "?"
		}
	}
	before := len(w.list)
	w.entries(value, need, depth+1)
	for i := before; i < len(w.list); i++ {
		if required[w.list[i].Name] && w.list[i].Fallback == nil {
			w.list[i].Need = Required
		}
	}
}

// entry declares one entry of a record.
func (w *schemas) entry(p property, need string, depth int) {
	name, optionalKey := strings.CutSuffix(p.word, "?")
	value := w.unwrap(p.arg(0))
	if !isVariable(name) || value == 0 {
		return
	}
	switch w.kind(value) {
	case parse.Call, parse.Record, parse.Member, parse.Name, parse.Text:
	case parse.Choice: // of two descriptions
		if !slices.ContainsFunc(w.children(value)[1:], func(c int32) bool { return w.is(w.unwrap(c), parse.Call) }) {
			return
		}
	case parse.List: // choices
		if len(w.texts(value)) == 0 {
			return
		}
	default:
		return
	}
	d := w.describe(value, depth+1)
	usual := Required
	if loose := w.loose[w.root(value)]; loose || strings.HasPrefix(need, Optional) || optionalKey {
		usual = Optional
		if need == Optional || optionalKey {
			d.need = Optional
		}
	}
	found := d.setting(name, "schema", usual, p.token)
	found.Where = append(found.Where, w.where...)
	found.Holder, found.Field = w.holder, name
	w.list = append(w.list, found)
}

// isVariable reports whether a key is written like the name of a variable.
func isVariable(name string) bool {
	if name == "" || len(name) > 200 || name[0] >= '0' && name[0] <= '9' {
		return false
	}
	for i := 0; i < len(name); i++ {
		if c := name[i]; c != '_' && (c < 'A' || c > 'Z') && (c < '0' || c > '9') {
			return false
		}
	}
	return true
}
