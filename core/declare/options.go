package declare

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// Options finds options of a command line, and settings like them, that are
// described in one call, record or chain of calls, of which a property names
// the variable: option("--port", envvar="PORT", default=80).
type Options struct {
	// Heads are the last names of what describes an option: option, StringFlag.
	Heads string
	// Modules are parts of what the head is imported from; any where empty.
	Modules string
	// Names are the properties that name the variable, or several.
	Names string
	// First says that the first argument of the head names the variable; Second
	// that a second one is used where there is no value.
	First, Second bool
	// All says that all arguments of the head name variables.
	All bool
	// Value are properties that hold what is used where there is no value,
	// besides those that mean so anywhere.
	Value string
	// Default says that the first argument without a name is used where there
	// is no value, unless it begins with a dash, of what is at a field.
	Default bool
	// Inferred says that what stands in tells the kind, where nothing else does.
	Inferred bool
	// Prefix is before each name.
	Prefix string
	// Need is what is needed where nothing is said.
	Need string
	// Access is how it is called; Shown what is said of that, if it is not the word that calls it.
	Access, Shown string
	// Receivers are parts of the names of what the head is called on; any where
	// empty. One behind = is the whole name.
	Receivers string
	// Typed is the type that a receiver may be declared with, whatever its name.
	Typed string
	// Bare says that the head is called on nothing.
	Bare bool
	// Annotation says that it is before a field, or a parameter.
	Annotation bool
	// Needs are needs by head, where they differ.
	Needs map[string]string
	// Flags says that a field that is a flag or a list may go without a value.
	Flags bool
	// Written says that only what is written like a variable is one.
	Written bool
	// Nested is a function by which what it is given gets a prefix: nested(x, "DB").
	Nested string
	// Record says that it may be any record with the properties.
	Record bool
}

type options struct {
	*Source
	form                         *Options
	heads, modules, names, value map[string]bool
	list                         []Setting
	typed                        map[string]bool // names that are declared with the type of receivers
}

// Find returns the settings that options of a file declare.
func (o *Options) Find(s *Source) []Setting {
	w := &options{Source: s, form: o, heads: set(o.Heads), modules: set(o.Modules), names: set(o.Names), value: set(o.Value)}
	for n := range s.Tree.Nodes {
		if len(w.list) > mostSettings {
			break
		}
		switch n := int32(n); s.kind(n) {
		case parse.Call:
			w.call(n)
		case parse.Record:
			if name := w.recordName(n); o.Record || w.heads[name] {
				w.described(n, w.pairs(n), nil, firstOf(name, o.Access))
			}
		}
	}
	return w.list
}

func firstOf(a, b string) string {
	if a != "" {
		return a
	}
	return b
}

// recordName returns the type of a record that is written with one, T{…}, or "".
func (w *options) recordName(n int32) string {
	f, node := w.file(), w.node(n)
	if node.At < 0 || node.At <= node.From || !f.Is(int(node.At), "{") {
		return ""
	}
	return f.Text(int(node.At) - 1)
}

// call looks at a call that may describe an option, with what is called on it.
func (w *options) call(n int32) {
	word := w.word(w.first(n))
	callee := w.unwrap(w.first(n))
	if word == "new" && w.is(callee, parse.Member) { // Arg::new
		word = w.word(w.first(callee))
	}
	if !w.heads[word] || !w.known(callee) || !w.received(callee) || w.form.Bare && !w.is(callee, parse.Name) {
		return
	}
	if w.form.Annotation && (w.fieldOf(n) == 0 || w.isOfProgram(callee)) {
		return
	}
	top := w.top(n)
	list, _ := w.properties(top)
	said := append([]property{}, w.pairs(n)...)
	past := false
	for _, p := range list {
		if kind, _ := kindOf(p.word); past || p.word == "type" || w.form.Receivers != "" && p.call && kind != "" {
			said = append(said, p)
		}
		if past && p.word == "or" && len(p.args) > 0 { // another one stands in
			said = append(said, property{word: "optional", call: true})
		}
		past = past || p.token == int(w.node(callee).At)
	}
	if m := w.parent(top); w.is(m, parse.Member) && w.first(m) == top { // .option
		said = append(said, property{word: w.name(m), call: true})
	}
	for up, depth := w.parent(n), 0; depth < 6 && up != 0; up, depth = w.parent(up), depth+1 { // option(Config.string("X"))
		if !w.is(up, parse.Call) || w.is(w.unwrap(w.first(up)), parse.Member) && w.unwrap(w.first(w.unwrap(w.first(up)))) == n {
			continue
		}
		if w.word(up) == "or" { // env("A").or(env("B")).default(80)
			said = append(said, w.behind(up)...)
			continue
		}
		if m := meaningOf(w.word(up)); m == optional || m == fallback {
			args := w.children(up)[1:]
			p := property{word: w.word(up), call: true}
			if len(args) > 1 {
				p.args = args[1:]
			}
			said = append(said, p)
		}
	}
	if d, ok := w.standIn(top); ok {
		said = append(said, property{word: "default", args: []int32{d}})
	}
	w.described(n, said, w.plain(n), word)
}

// behind returns what a chain says behind one of its calls.
func (w *options) behind(call int32) (said []property) {
	at := int(w.node(w.unwrap(w.first(call))).At)
	list, _ := w.properties(w.top(call))
	for _, p := range list {
		if p.token > at {
			said = append(said, p)
		}
	}
	return said
}

// isOfProgram reports whether a head is a function of the program itself: the file
// defines it, or takes it from a file beside it.
func (w *options) isOfProgram(callee int32) bool {
	if path := w.Path(callee); strings.HasPrefix(path, ".") || strings.HasPrefix(path, "@/") || strings.HasPrefix(path, "~/") {
		return true
	}
	return w.is(w.Source.value(w.name(callee)), parse.Function)
}

// received reports whether the head is called on one of the receivers.
func (w *options) received(callee int32) bool {
	if w.form.Receivers == "" {
		return true
	}
	if !w.is(callee, parse.Member) {
		return false
	}
	of := w.first(callee)
	for range mostChained {
		name := strings.ToLower(w.word(of))
		if w.isTyped(w.word(of)) {
			return true
		}
		for receiver := range strings.FieldsSeq(w.form.Receivers) {
			if exact, is := strings.CutPrefix(receiver, "="); is && name == exact || !is && strings.Contains(name, receiver) {
				return true
			}
		}
		if !w.is(of, parse.Call) || !w.is(w.first(of), parse.Member) { // nconf.argv().env(…)
			return false
		}
		of = w.first(w.first(of))
	}
	return false
}

// isTyped reports whether a name is declared with the type of receivers: cfg: T.
func (w *options) isTyped(name string) bool {
	if w.form.Typed == "" {
		return false
	}
	if w.typed == nil {
		w.typed = map[string]bool{}
		f := w.Tree.File
		for i := range f.Tokens {
			if f.Is(i, w.form.Typed) && f.Is(i-1, ":") {
				w.typed[f.Text(i-2)] = true
			}
		}
	}
	return w.typed[name]
}

// mostChained bounds how many calls before another are looked through for what
// the first is called on.
const mostChained = 8

// standIn returns what is used where an expression gives nothing: x ?? y.
func (s *Source) standIn(n int32) (value int32, ok bool) {
	up := s.parent(n)
	for depth := 0; depth < 4 && s.is(up, parse.Wrapper); depth++ {
		n, up = up, s.parent(up)
	}
	if !s.is(up, parse.Binary) || s.first(up) != n {
		return 0, false
	}
	switch s.name(up) {
	case "??", "||", "or", "?:":
		return s.last(up), true
	}
	return 0, false
}

// known reports whether the head comes from one of the modules.
func (w *options) known(callee int32) bool {
	if len(w.modules) == 0 {
		return true
	}
	path := strings.ToLower(w.Path(callee))
	for module := range w.modules { // in any order
		if strings.Contains(path, module) {
			return true
		}
	}
	return false
}

// top returns the outermost call of a chain that begins with a call.
func (w *options) top(n int32) int32 {
	for depth := 0; depth < 40; depth++ {
		member := w.parent(n)
		if !w.is(member, parse.Member) || w.first(member) != n {
			return n
		}
		call := w.parent(member)
		if w.is(call, parse.Index) && w.first(call) == member { // as[Int]
			n = call
			continue
		}
		if !w.is(call, parse.Call) || w.first(call) != member {
			return n
		}
		n = call
	}
	return n
}

// described makes settings of what is said of an option at a node.
func (w *options) described(n int32, said []property, plain []int32, access string) {
	var names []string
	token := int(w.node(n).From)
	said, plain = w.inside(n, said, plain)
	for _, p := range said {
		if w.names[p.word] && len(p.args) == 0 { // env, alone
			names = append(names, strings.ToUpper(w.fieldName(n)))
		}
		if !w.names[p.word] || len(p.args) == 0 {
			continue
		}
		for _, arg := range p.args {
			names = append(names, w.namesIn(arg)...)
		}
		if p.token != 0 {
			token = p.token
		}
	}
	if w.form.First && len(plain) > 0 {
		if first := w.namesIn(plain[0]); len(first) > 0 {
			names, plain = append(names, first...), plain[1:]
		}
	}
	if w.form.All {
		for _, arg := range plain {
			names = append(names, w.namesIn(arg)...)
		}
		plain = nil
	}
	if len(names) == 0 {
		return
	}
	d := w.said(said, plain, w.fieldOf(n) != 0)
	w.typeArguments(n, &d)
	kind, _ := kindOf(access)
	d.setKind(kind)
	if w.isSwitch(plain) {
		d.setKind("boolean")
	}
	w.field(n, &d)
	prefix := w.form.Prefix + w.nesting(n)
	need := firstOf(w.form.Needs[access], w.form.Need)
	if w.form.Flags && (d.kind == "boolean" || d.kind == "list") {
		need = Optional
	}
	for _, name := range names {
		if isName(name) && (!w.form.Written || isVariable(name)) {
			w.list = append(w.list, d.setting(prefix+name, firstOf(w.form.Shown, access), need, token))
		}
	}
}

// isSwitch reports whether an option is written as on and off: "--debug/--no-debug".
func (w *options) isSwitch(plain []int32) bool {
	return slices.ContainsFunc(plain, func(arg int32) bool {
		text, ok := w.text(arg)
		return ok && strings.HasPrefix(text, "-") && strings.Contains(text, "/-")
	})
}

// nesting returns the prefix that functions round an option, or at the end of
// its pipe, give its name.
func (w *options) nesting(n int32) (prefix string) {
	if w.form.Nested == "" {
		return ""
	}
	for up, depth := w.parent(n), 0; up != 0 && depth < mostDepth; up, depth = w.parent(up), depth+1 {
		if !w.is(up, parse.Call) {
			continue
		}
		calls := []int32{up}
		if w.word(w.first(up)) == "pipe" {
			calls = w.plain(up)
		}
		for _, call := range calls {
			if args := w.plain(w.unwrap(call)); w.is(w.unwrap(call), parse.Call) && w.word(call) == w.form.Nested && len(args) > 0 {
				if text, ok := w.text(args[len(args)-1]); ok {
					prefix = text + "_" + prefix
				}
			}
		}
	}
	return prefix
}

// inside takes the arguments that are properties themselves, env("X") and env,
// out of those without a name.
func (w *options) inside(n int32, said []property, plain []int32) ([]property, []int32) {
	var rest []int32
	for _, arg := range plain {
		a := w.unwrap(arg)
		word := w.word(a)
		callee := w.first(a)
		switch {
		case w.is(a, parse.Call) && w.is(callee, parse.Name) && w.names[word]:
			said = append(said, property{word: word, args: w.children(a)[1:], token: int(w.node(a).From)})
		case w.is(a, parse.Name) && w.names[word] && n != 0:
			said = append(said, property{word: word, token: int(w.node(a).From)})
		default:
			rest = append(rest, arg)
		}
	}
	return said, rest
}

// typeArguments takes the kind that get<number>("X") asks for.
func (w *options) typeArguments(n int32, d *description) {
	callee := w.first(n)
	if !w.is(callee, parse.Wrapper) {
		return
	}
	d.ofType(w.between(int(w.node(w.first(callee)).To), int(w.node(callee).To)))
}

// namesIn returns the names that a property gives: texts, a list of them, or
// what a call is given: EnvVars("A", "B").
func (w *options) namesIn(n int32) (names []string) {
	if n = w.unwrap(n); !w.is(n, parse.Call) {
		return w.texts(n)
	}
	for _, arg := range w.plain(n) {
		inner := w.unwrap(arg)
		if w.is(inner, parse.Call) && !strings.Contains(strings.ToLower(w.word(inner)), "env") {
			continue // File("…")
		}
		names = append(names, w.namesIn(inner)...)
	}
	return names
}

// said gathers what is said of an option.
func (w *options) said(said []property, plain []int32, field bool) (d description) {
	inferred := ""
	for _, p := range said {
		if w.form.Inferred && meaningOf(p.word) == fallback {
			inferred = w.literalKind(p.arg(0))
		}
		if w.value[p.word] && len(p.args) > 0 {
			d.fallsBack(w.Source, p.args[0])
			continue
		}
		if p.word == "pipe" || p.word == "validate" { // pipe(withDefault(80))
			for _, arg := range p.args {
				part := w.describe(arg, 0)
				d.joined(part)
			}
			continue
		}
		d.apply(w.Source, p)
	}
	for i, arg := range plain {
		a := w.unwrap(arg)
		if text, ok := w.text(a); ok && strings.HasPrefix(text, "-") {
			continue
		}
		if w.isClass(a) { // Integer.class
			d.ofType(w.Tree.Text(a))
			continue
		}
		if w.form.Default && i == 0 && field || w.form.Second {
			w.positional(&d, a)
			break
		}
	}
	if d.kind == "" {
		d.kind = inferred
	}
	return d
}

// positional takes an argument that is used where there is no value: "..." says
// that there is none.
func (w *options) positional(d *description, n int32) {
	if w.Tree.Text(n) == "..." {
		d.need = Required
		return
	}
	if w.is(n, parse.Lambda) || w.is(n, parse.Function) {
		return
	}
	if w.is(n, parse.Record) && slices.ContainsFunc(w.pairs(n), func(p property) bool { return p.word == "infer" }) { // how it is asked for
		return
	}
	d.fallsBack(w.Source, n)
}

// between returns the source of the tokens from lo to before hi.
func (s *Source) between(lo, hi int) string {
	f := s.file()
	if lo >= hi || lo < 0 || hi > len(f.Tokens) {
		return ""
	}
	return string(f.Src[f.Tokens[lo].Start:f.Tokens[hi-1].End])
}

// holds reports whether a node lies in another.
func (s *Source) holds(outer, inner int32) bool {
	o, i := s.node(outer), s.node(inner)
	return i.From >= o.From && i.To <= o.To
}

// isName reports whether an operating system would take a text for a name.
func isName(name string) bool {
	if name == "" || len(name) > 200 || name[0] >= '0' && name[0] <= '9' {
		return false
	}
	for i := 0; i < len(name); i++ {
		if c := name[i]; c != '_' && (c < 'A' || c > 'Z') && (c < 'a' || c > 'z') && (c < '0' || c > '9') {
			return false
		}
	}
	return true
}
