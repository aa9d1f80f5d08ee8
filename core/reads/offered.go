package reads

import (
	"path"
	"slices"
	"strings"

	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// What nodes, paths and names of a file stand for that others offer.

// answers are what was asked of what others offer.
type answers struct {
	paths, shared map[string]*evaluate.Given
	parts         map[string]bool
	packages      map[string]string // the paths of the packages that a file of Go imports, by their names
}

// once returns what is found out by a name, which is done once.
func once[T any](known *map[string]T, name string, find func() T) T {
	v, asked := (*known)[name]
	if !asked {
		v = find()
		if *known == nil {
			*known = map[string]T{}
		}
		(*known)[name] = v
	}
	return v
}

// borrowedAt returns what a node stands for that another file offers, or nil.
func (a *analysis) borrowedAt(n int32, node parse.Node, s *shelf) *evaluate.Given {
	r := a.run
	switch node.Kind {
	case parse.Call, parse.Unary, parse.Binary:
		at := Range{int(node.From), int(node.To)}
		if module := a.required(at); module != "" {
			return a.moduleOffered(module, s)
		}
		if g := a.includeOffered(at, s); g != nil || node.Kind != parse.Call {
			return g
		}
		if g := a.copiedOffer(n, s); g != nil {
			return g
		}
		if g := a.filledOffer(node, s); g != nil {
			return g
		}
		return a.settingOffered(n, s)
	case parse.Index:
		return a.copiedOffer(n, s)
	case parse.Name:
		name := r.tree.Name(n)
		bound := a.o.lookup(name, int(node.From))
		if len(bound) == 0 {
			return a.sharedOffer(name, s)
		}
		if slices.ContainsFunc(bound, func(b Binding) bool { return b.Path == "" }) {
			return nil
		}
		of := r.path(n)
		if g := a.pathOffered(of, s); g != nil {
			return g
		}
		if g := a.pathOffered(parentOf(of), s); g != nil { // of a class: import static gate.Env.zone
			return g.Members[lastOf(of)]
		}
	case parse.Member:
		if a.isImported(node) {
			if g := a.pathOffered(r.path(n), s); g != nil {
				return g
			}
			return a.pathOffered(a.rowOf(node), s)
		}
	case parse.Parameter:
		return a.declaredOffer(node, s)
	}
	return nil
}

// parentOf returns what a path is a member of, or "".
func parentOf(of string) string { return of[:max(strings.LastIndexByte(of, '.'), 0)] }

// isImported reports whether a row of names begins with one that is imported, or with what is no
// variable: Gate::Config, crate::config.
func (a *analysis) isImported(node parse.Node) bool {
	at := int(node.From)
	bound := a.o.lookup(a.f.Text(at), at)
	if a.f.Is(at+1, "::") {
		return true
	}
	if len(bound) == 0 {
		return syntax.IsCapital(a.f.Text(at))
	}
	return !slices.ContainsFunc(bound, func(b Binding) bool { return b.Path == "" })
}

// rowOf returns the names of a row of them with dots between, or "".
func (a *analysis) rowOf(node parse.Node) string {
	text := a.f.Text(int(node.From))
	for i := int(node.From) + 1; i+1 < int(node.To); i += 2 {
		if !a.f.Is(i, "::") || a.f.Kind(i+1) != syntax.Word {
			return ""
		}
		text += "." + a.f.Text(i+1)
	}
	return text
}

// pathOffered returns what a path stands for, through imports: a module that offers something, or
// what one offers.
func (a *analysis) pathOffered(of string, s *shelf) *evaluate.Given {
	if of == "" {
		return nil
	}
	return once(&a.offered.paths, of, func() *evaluate.Given { return a.findOffered(of, s) })
}

// findOffered is pathOffered for a path that was not asked for before.
func (a *analysis) findOffered(of string, s *shelf) *evaluate.Given {
	if last := lastOf(strings.TrimSuffix(of, "."+byDefault)); !s.words[last] && !s.names[last] {
		return nil
	}
	if at := strings.LastIndexByte(of, '.'); at > 0 {
		if g := a.memberOffered(of[:at], of[at+1:], s); g != nil {
			return g
		}
	}
	if name := lastOf(of); a.lang.knowsClasses() && syntax.IsCapital(name) && len(s.roots[name]) == 1 && a.speaks(s.roots[name][0]) { // Gate::Config
		return s.roots[name][0].module.Members[name]
	}
	return a.moduleOffered(strings.TrimSuffix(of, "."+byDefault), s)
}

// memberOffered returns what a name of a module stands for, or nil.
func (a *analysis) memberOffered(module, name string, s *shelf) *evaluate.Given {
	for _, m := range s.modules {
		if !a.speaks(m) || !a.isModuleOfOffer(module, m) && !a.isFolderOfOffer(module, m) {
			continue
		}
		if g := m.module.Members[name]; g != nil {
			return g
		}
		if m.whole != nil && m.whole.Members[name] != nil {
			return m.whole.Members[name]
		}
	}
	return nil
}

// moduleOffered returns what a module that is imported as a whole stands for, or nil.
func (a *analysis) moduleOffered(module string, s *shelf) *evaluate.Given {
	for _, m := range s.modules {
		if !a.speaks(m) || !a.isModuleOfOffer(module, m) {
			continue
		}
		if m.whole == nil {
			return m.module
		}
		return m.whole
	}
	return nil
}

// knowsClasses reports whether a class is known in the whole program by its name.
func (l *Language) knowsClasses() bool { return l.Global || l.Namespaces || l.QuietParens }

// includeOffered returns what a file gives who takes it in by an expression of PHP, or nil:
// require __DIR__ . '/config.php'.
func (a *analysis) includeOffered(at Range, s *shelf) *evaluate.Given {
	f, last := a.f, at.Hi-1
	if !including[f.Text(at.Lo)] {
		return nil
	}
	if f.Is(last, ")") {
		last--
	}
	for _, m := range s.modules {
		if m.whole != nil && a.speaks(m) && a.isIncluded(last, m) {
			return m.whole
		}
	}
	return nil
}

// isIncluded reports whether a text is the end of the path of the file that offers something.
func (a *analysis) isIncluded(text int, m *shelved) bool {
	file, is := a.f.Value(text)
	return is && file != "" && (path.Join(path.Dir(a.file), file) == m.file || strings.HasSuffix("/"+m.file, "/"+strings.TrimLeft(file, "./")))
}

// includes reports whether the file takes in one of PHP, whose variables are its own from there on.
func (a *analysis) includes(m *shelved) bool {
	if !a.lang.Global || a.lang.Prototypes {
		return false
	}
	for i := range a.f.Tokens {
		if a.f.Kind(i) == syntax.String && includesBefore(a.f, i) && a.isIncluded(i, m) {
			return true
		}
	}
	return false
}

// settingOffered returns what a setting is that a program of Laravel asks for by its file and
// its keys, config('gate.token'), or nil.
func (a *analysis) settingOffered(n int32, s *shelf) *evaluate.Given {
	t := a.run.tree
	name := t.Child(n, 1)
	if t.Nodes[n].First == 0 || t.Name(t.Child(n, 0)) != "config" || name == 0 || t.Nodes[name].Kind != parse.Text || a.definesFunction("config") {
		return nil
	}
	key, _ := a.f.Value(int(t.Nodes[name].From))
	keys := strings.Split(key, ".")
	for _, m := range s.modules {
		if stem, folder := Origin(m.file); m.whole == nil || !a.speaks(m) || folder != "config" || stem != keys[0] {
			continue
		}
		g := m.whole
		for _, k := range keys[1:] {
			if g = g.Members[k]; g == nil {
				return nil
			}
		}
		return g
	}
	return nil
}

// filledOffer returns what a call gives that fills an object of a class which it names: envy::from_env::<Settings>(),
// env.ParseAs[Settings](), with an error beside it.
func (a *analysis) filledOffer(node parse.Node, s *shelf) *evaluate.Given {
	f := a.f
	open := f.Mate(int(node.To) - 1)
	if open < int(node.From)+4 {
		return nil
	}
	rust, golang := f.Is(open-1, ">") && f.Is(open-3, "<"), f.Is(open-1, "]") && f.Is(open-3, "[")
	call := open - 4
	for f.Is(call, "::") {
		call--
	}
	if !rust && !golang || !fillers[f.Text(call)] {
		return nil
	}
	for _, m := range s.roots[f.Text(open-2)] {
		g := m.module.Members[f.Text(open-2)]
		switch {
		case !m.filled[f.Text(open-2)] || g.Gives == nil || !a.speaks(m) && !a.fillsOwn(m, f.Text(open-2)):
		case golang:
			return &evaluate.Given{List: true, Members: map[string]*evaluate.Given{"0": g.Gives}}
		default:
			return g.Gives
		}
	}
	return nil
}

// fillers are functions that fill an object of a class from the environment.
var fillers = set(strings.Fields("from_env extract try_deserialize ParseAs ParseAsWithOptions"))

// copiedOffer returns what a setting is that an application of Flask asks its configuration for, into which a class or a
// module of the tree was copied: app.config["MAIL_KIND"], current_app.config.get("MAIL_KIND"). Where several have it, it
// is not known which.
func (a *analysis) copiedOffer(n int32, s *shelf) (found *evaluate.Given) {
	t := a.run.tree
	object, key := t.Child(n, 0), t.Child(n, 1)
	if t.Nodes[n].Kind == parse.Call {
		if t.Name(object) != "get" {
			return nil
		}
		object = t.Child(object, 0)
	}
	if a.lang.Name != "python" || t.Nodes[object].Kind != parse.Member || t.Name(object) != "config" || t.Nodes[key].Kind != parse.Text {
		return nil
	}
	name, _ := a.f.Value(int(t.Nodes[key].From))
	for _, m := range s.modules {
		if !a.speaks(m) || name == "" {
			continue
		}
		for member, g := range m.module.Members { // in any order: only one may be
			switch {
			case member != name:
				if g = g.Members[name]; g == nil {
					continue
				}
				fallthrough
			default:
				if found != nil && found != g {
					return nil
				}
				found = g
			}
		}
	}
	return found
}

// including are the words of PHP that take in a file.
var including = set(strings.Fields("require require_once include include_once"))

// speaks reports whether what a file offers is for this one.
func (a *analysis) speaks(m *shelved) bool {
	return m.file != a.file && m.lang.Calls() == a.lang.Calls()
}

// fillsOwn reports whether a class is the file's own, and a library fills its fields: what the file does with them is
// done with what is read.
func (a *analysis) fillsOwn(m *shelved, class string) bool {
	return m.file == a.file && m.filled[class]
}

// sharedOffer returns what a name that nothing in the file has stands for: files that lie in one
// folder, or all of a program, share their names.
func (a *analysis) sharedOffer(name string, s *shelf) *evaluate.Given {
	return once(&a.offered.shared, name, func() *evaluate.Given { return a.findShared(name, s) })
}

// findShared is sharedOffer for a name that was not asked for before.
func (a *analysis) findShared(name string, s *shelf) *evaluate.Given {
	if variable, is := strings.CutPrefix(name, "$"); is {
		for _, m := range s.roots[variable] {
			if a.speaks(m) && a.includes(m) {
				return m.module.Members[variable]
			}
		}
		return nil
	}
	if i := slices.IndexFunc(s.roots[name], func(m *shelved) bool { return a.fillsOwn(m, name) }); i >= 0 {
		return s.roots[name][i].module.Members[name]
	}
	if len(s.roots[name]) == 0 || a.definesFunction(name) || a.definesType(name) {
		return nil
	}
	for _, m := range s.roots[name] {
		stem, folder := Origin(m.file)
		near := a.lang.SharesNames && path.Dir(m.file) == path.Dir(a.file)
		if near && a.namesOther(folder, name) {
			continue
		}
		if a.speaks(m) && (near || a.lang.SharesNames && a.names(folder, name) || a.importsAllOf(stem) || a.importsAllOf(folder) || len(s.roots[name]) == 1 && a.lang.knowsClasses() && syntax.IsCapital(name)) {
			return m.module.Members[name]
		}
	}
	return nil
}

// names reports whether the file names what a package has: import gate.Config.
func (a *analysis) names(folder, name string) bool {
	return slices.ContainsFunc(a.namedAs(name), func(i int) bool { return a.f.Is(i-1, ".") && a.f.Is(i-2, folder) })
}

// namesOther reports whether the file takes in something of a name from elsewhere: import other.Config.
func (a *analysis) namesOther(folder, name string) bool {
	return slices.ContainsFunc(a.namedAs(name), func(i int) bool {
		start := a.statementStart(i)
		return a.f.Is(i-1, ".") && !a.f.Is(i-2, folder) && (a.f.Is(start, "import") || a.f.Is(start, "using"))
	})
}

// definesType reports whether the file has a class, or another type, of a name.
func (a *analysis) definesType(name string) bool {
	return slices.ContainsFunc(a.namedAs(name), func(i int) bool { return classWords[a.f.Text(i-1)] || a.f.Is(i-1, "type") })
}

// declaredOffer returns what a parameter is given that is declared with a class of another file.
func (a *analysis) declaredOffer(node parse.Node, s *shelf) *evaluate.Given {
	f := a.f
	at := a.around(node)
	for i := at.Lo; i < at.Hi; i++ {
		if i == int(node.At) || f.Kind(i) != syntax.Word || len(s.roots[f.Text(i)]) == 0 || f.Is(i+1, "<") || f.Is(i-1, "<") || f.Is(i-1, "=") || f.Is(i-1, "]") {
			continue
		}
		var g *evaluate.Given
		if isMember(f, i) {
			g = a.pathOffered(a.pathOf(Range{i - 2, i + 1}, 0), s)
		} else if bound := a.o.lookup(f.Text(i), i); len(bound) == 0 {
			g = a.sharedOffer(f.Text(i), s)
		} else {
			g = a.pathOffered(a.nameDepth(i, 0), s)
		}
		if g != nil && g.Gives != nil && g.Read == nil {
			return g.Gives
		}
	}
	return nil
}

// around returns a parameter with its type, on whichever side of the name that stands.
func (a *analysis) around(node parse.Node) Range {
	f, at := a.f, Range{int(node.From), int(node.To)}
	ends := func(i int) bool {
		return i < 0 || i >= len(f.Tokens) || f.Is(i, ";") || f.Is(i, ",") || f.Is(i, "=") || f.Kind(i) == syntax.Open || f.Kind(i) == syntax.Close
	}
	parameter := node.Kind == parse.Parameter
	for n := 0; n < longestDeclared && !ends(at.Lo-1) && (parameter || !f.Tokens[at.Lo].NewLine); n++ {
		at.Lo--
	}
	for n := 0; n < longestDeclared && !ends(at.Hi) && (parameter || !f.Tokens[at.Hi].NewLine); n++ {
		at.Hi++
	}
	return at
}

// longestDeclared bounds how many tokens a type has beside the name of what it is of.
const longestDeclared = 8
