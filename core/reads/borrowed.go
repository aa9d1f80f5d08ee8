package reads

import (
	"maps"
	"path"
	"slices"
	"strings"
	"sync"

	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// What other files have read, and this one uses by names of theirs.

// Borrowed says what a file does with what another one has read.
type Borrowed struct {
	File         string // that reads it
	Line, Column int
	Read         Read // what is done with it here, as if it were read here
}

// shelf has what other files offer, by what they are called by.
type shelf struct {
	once    sync.Once
	modules []*shelved
	roots   map[string][]*shelved // by the names of what they have
	words   map[string]bool       // by which it is used
	finding sync.Once
	find    *Words // the same
}

// shelved is what one file offers.
type shelved struct {
	file   string
	pack   string // the name of its package, or ""
	within string // the folder of that
	lang   *Language
	module *evaluate.Given // its members are what the file has
	whole  *evaluate.Given // what it exports without a name, or nil
}

// offered returns what other files offer.
func (c *Context) offered() *shelf {
	s := &c.shelf
	s.once.Do(func() {
		s.roots, s.words = map[string][]*shelved{}, map[string]bool{}
		for _, o := range c.Offers {
			s.put(o)
		}
	})
	return s
}

// put puts what a file offers where it is found.
func (s *shelf) put(o *Offers) {
	of := &shelved{file: o.File, pack: o.Package, within: o.Within, lang: o.lang, module: &evaluate.Given{}}
	classes := map[string]*evaluate.Given{}
	object := func(class string) *evaluate.Given {
		if classes[class] == nil {
			classes[class] = &evaluate.Given{Members: map[string]*evaluate.Given{}}
		}
		return classes[class]
	}
	s.modules = append(s.modules, of)
	for i := range o.List { // ways to objects first: what is behind them is their class's
		if offer := &o.List[i]; offer.Name == "" {
			s.way(of, offer, object).Members = object(offer.Class).Members
			of.module.Member(offer.Class).Result()
			s.words[offer.Class] = true
		}
	}
	several := map[*evaluate.Given]bool{}
	for i := range o.List {
		offer := &o.List[i]
		if offer.Name == "" {
			continue
		}
		g := s.way(of, offer, object)
		switch {
		case g.Read != nil && !isOffer(g.Read, offer):
			several[g] = true
		default:
			g.Read = of.access(o, offer)
		}
	}
	for g := range several { // in any order: it is not known which is meant
		g.Read = nil
	}
	for name, members := range classes { // in any order
		if g := of.module.Members[name]; g != nil && g.Gives != nil { // what the class has itself is asked of it, too
			g.Members, g.Gives.Members = members.Members, members.Members
		}
	}
	if g := of.module.Members[o.Default]; g != nil {
		of.whole = g
	}
	for name := range of.module.Members { // in any order
		s.roots[name] = append(s.roots[name], of)
	}
}

// way returns what a way leads to.
func (s *shelf) way(of *shelved, offer *Offer, object func(string) *evaluate.Given) *evaluate.Given {
	g := of.root(offer.Root, object)
	for n, name := range offer.Members {
		s.words[name] = true
		g.List = g.List || isElement(name) && (n > 0 || offer.Root.Of != evaluate.RootClass)
		g = g.Member(name)
	}
	if s.words[offer.Root.Name] = true; offer.Root.Owner != "" {
		s.words[offer.Root.Owner] = true
	}
	return g
}

// isOffer reports whether an access is that of the read which is offered.
func isOffer(a *evaluate.Access, offer *Offer) bool {
	known := a.Of.(*match).offer
	return known.Line == offer.Line && known.Column == offer.Column
}

// isElement reports whether a member is an element of a list, by its number.
func isElement(name string) bool { return len(name) == 1 && name[0] >= '0' && name[0] <= '9' }

// root returns what a way begins with; object has what the objects of a class have.
func (of *shelved) root(root evaluate.Root, object func(string) *evaluate.Given) *evaluate.Given {
	switch {
	case root.Of == evaluate.RootDefault:
		if of.whole == nil {
			of.whole = &evaluate.Given{}
		}
		return of.whole
	case root.Of == evaluate.RootClass:
		of.module.Member(root.Name).Result()
		g := object(root.Name)
		return &evaluate.Given{Members: g.Members}
	case root.Owner != "":
		of.module.Member(root.Owner).Result()
		members := evaluate.Given{Members: object(root.Owner).Members}
		g := members.Member(root.Name)
		if root.Of == evaluate.RootFunction {
			return g.Result()
		}
		return g
	case root.Of == evaluate.RootFunction && root.Name == "": // export default () => …
		if of.whole == nil {
			of.whole = &evaluate.Given{}
		}
		return of.whole.Result()
	case root.Of == evaluate.RootFunction:
		return of.module.Member(root.Name).Result()
	}
	return of.module.Member(root.Name)
}

// access returns the access that the use of what is offered stands for.
func (of *shelved) access(o *Offers, offer *Offer) *evaluate.Access {
	name := evaluate.Word(offer.Name)
	return &evaluate.Access{
		Names:   func(func(int32) evaluate.Value) []evaluate.Row { return []evaluate.Row{name} },
		Literal: true, Unset: offer.Gone, Borrowed: true,
		Of: &match{pattern: borrowedPattern, offer: offer, from: o.File},
	}
}

// borrowedPattern is that of what another file reads.
var borrowedPattern = &pattern{idiom: &Idiom{}}

// mayBorrow reports whether the file may name something that others offer.
func (a *analysis) mayBorrow() bool {
	s := a.context.offered()
	for _, list := range a.o.Bindings { // in any order
		if slices.ContainsFunc(list, func(b Binding) bool { return b.Path != "" && a.pathOffered(b.Path, s) != nil }) {
			return true
		}
	}
	f := a.f
	for i := range f.Tokens {
		switch {
		case f.Kind(i) == syntax.String:
			if module := a.required(Range{i - 2, i + 2}); module != "" && a.moduleOffered(module, s) != nil {
				return true
			}
			if a.lang.Global && includesBefore(f, i) || a.lang.Exports == "" && f.Is(i-1, "require") || f.Is(i-2, "config") && f.Is(i-1, "(") {
				return true
			}
		case f.Kind(i) != syntax.Word || len(s.roots[f.Text(i)]) == 0:
		case len(a.o.lookup(f.Text(i), i)) == 0 && a.sharedOffer(f.Text(i), s) != nil, f.Is(i-1, "::"), a.mayHavePart(f.Text(i), s):
			return true
		}
	}
	return false
}

// includesBefore reports whether a text may be a part of the path of a file of PHP that is taken in.
func includesBefore(f *syntax.File, i int) bool {
	for n := i - 1; n >= 0 && n > i-longestDeclared; n-- {
		if including[f.Text(n)] {
			return true
		}
	}
	return false
}

// mayHavePart reports whether the file has a part of a class that another one defines.
func (a *analysis) mayHavePart(class string, s *shelf) bool {
	return slices.ContainsFunc(s.roots[class], func(m *shelved) bool { return a.speaks(m) && a.hasPartOf(class, m) })
}

// borrow notes where the file uses what others offer, and reports whether it does.
func (a *analysis) borrow() (does bool) {
	r, s := a.prepare(), a.context.offered()
	a.noteUsing(s)
	a.borrowFields(s)
	targets := map[int32]bool{}
	for _, node := range r.tree.Nodes {
		if node.Kind == parse.Assign || node.Kind == parse.Declare || node.Kind == parse.Pair && r.tree.Nodes[node.First].Next != 0 {
			targets[node.First] = true
		}
	}
	for n, node := range r.tree.Nodes {
		n := int32(n)
		if targets[n] || r.unit.Access[n] != nil {
			continue
		}
		if g := a.borrowedAt(n, node, s); g != nil {
			r.unit.Access[n] = &evaluate.Access{Node: n, Literal: true, Given: g}
			does = true
		}
	}
	return does || len(r.unit.Fields) > 0
}

// noteUsing notes the words of the file by which what others offer is used.
func (a *analysis) noteUsing(s *shelf) {
	using := map[string]bool{}
	for i := range a.f.Tokens {
		if a.f.Kind(i) == syntax.Word {
			if word := strings.Trim(a.f.Text(i), "$@:"); s.words[word] {
				using[word] = true
			}
		} else if key, is := a.f.Value(i); is && s.words[key] { // config['port']
			using[key] = true
		}
	}
	a.run.unit.Using = using
}

// borrowFields notes which fields of the classes of the file other files make.
func (a *analysis) borrowFields(s *shelf) {
	r := a.run
	r.unit.Fields = map[string][]*evaluate.Given{}
	note := func(class, field string, g *evaluate.Given) {
		if g != nil {
			r.unit.Fields[class] = append(r.unit.Fields[class], &evaluate.Given{Members: map[string]*evaluate.Given{field: g}})
		}
	}
	for n, node := range r.tree.Nodes {
		class := r.tree.Name(int32(n))
		if node.Kind != parse.Class || class == "" {
			continue
		}
		if a.lang.KeepsSmall {
			a.fieldsOfStruct(node, func(field string, at parse.Node) { note(class, field, a.declaredOffer(at, s)) })
		}
		r.tree.Children(r.tree.Child(int32(n), 0), func(c int32) bool {
			for r.tree.Nodes[c].Kind == parse.Wrapper && r.tree.Nodes[r.tree.Nodes[c].First].Next != 0 { // an annotation before it
				c = r.tree.Nodes[r.tree.Nodes[c].First].Next
			}
			if field := r.tree.Nodes[c]; field.Kind == parse.Declare && field.First != 0 {
				note(class, r.tree.Name(field.First), a.declaredOffer(field, s))
			}
			return true
		})
	}
	for class, list := range s.roots { // in any order
		for _, m := range list {
			if g := m.module.Members[class]; a.speaks(m) && g.Gives != nil && a.hasPartOf(class, m) {
				r.unit.Fields[class] = append(r.unit.Fields[class], g.Gives)
			}
		}
	}
}

// fieldsOfStruct calls f with the names of the fields of a struct of Go, and where each stands.
func (a *analysis) fieldsOfStruct(node parse.Node, f func(field string, at parse.Node)) {
	for i := int(node.From) + 1; i+1 < int(node.To); i++ {
		if t := a.f.Tokens[i]; t.NewLine && a.f.Kind(i) == syntax.Word && !a.f.Tokens[i+1].NewLine {
			f(a.f.Text(i), parse.Node{From: int32(i), To: int32(i) + 1, At: int32(i)})
		}
	}
}

// hasPartOf reports whether the file has a part of a class that another one defines: methods of Go, an
// impl of Rust, an extension, a partial class, a class that is opened again.
func (a *analysis) hasPartOf(class string, m *shelved) bool {
	_, folder := Origin(m.file)
	if path.Dir(m.file) != path.Dir(a.file) && !a.lang.knowsClasses() && !a.names(folder, class) {
		return false
	}
	f := a.f
	return slices.ContainsFunc(a.tokensOf(class), func(i int) bool {
		before := f.Text(i - 1)
		return a.lang.KeepsSmall && (before == "*" || f.Is(i+1, ")")) && f.Is(a.openerOf(i)-1, "func") || before == "impl" || before == "extension" ||
			before == "class" && (a.lang.QuietParens || f.Is(i-2, "partial"))
	})
}

// tokensOf returns where a word stands in the file.
func (a *analysis) tokensOf(word string) (list []int) {
	for i := range a.f.Tokens {
		if a.f.Is(i, word) {
			list = append(list, i)
		}
	}
	return list
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
		return a.settingOffered(n, s)
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
		if g := a.pathOffered(of[:max(strings.LastIndexByte(of, '.'), 0)], s); g != nil { // of a class: import static gate.Env.zone
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

// including are the words of PHP that take in a file.
var including = set(strings.Fields("require require_once include include_once"))

// speaks reports whether what a file offers is for this one.
func (a *analysis) speaks(m *shelved) bool {
	return m.file != a.file && m.lang.Calls() == a.lang.Calls()
}

// isModuleOfOffer reports whether a module is the file that offers something, or, where the files of
// a folder are one, that. What is not named from here is told by where the file lies: a/b/config is
// none of src/config.js.
func (a *analysis) isModuleOfOffer(module string, m *shelved) bool {
	stem, _ := Origin(m.file)
	file := strings.TrimSuffix(m.file, path.Ext(m.file))
	switch {
	case strings.HasPrefix(module, "./"), strings.HasPrefix(module, "../"):
		return a.isModule(module, m.file)
	case a.lang.KeepsSmall:
		return a.endsWith(path.Dir(m.file), a.packagePath(module), m)
	case a.lang.SharesNames, StandsForFolder(stem), stem == "mod":
		return a.endsWith(path.Dir(m.file), module, m)
	case module == "django.conf.settings":
		return stem == "settings" || path.Base(path.Dir(m.file)) == "settings"
	}
	return a.endsWith(file, module, m)
}

// packagePath returns the path by which a file of Go imports a package, or its name.
func (a *analysis) packagePath(name string) string {
	for i := range a.f.Tokens {
		if a.f.Kind(i) != syntax.String {
			continue
		}
		if of, _ := a.f.Value(i); path.Base(of) == name && of != name {
			return of
		}
	}
	return name
}

// isFolderOfOffer reports whether a module is the folder of the file that offers something: what
// stands for that may hand it on.
func (a *analysis) isFolderOfOffer(module string, m *shelved) bool {
	if module == m.pack && m.pack != "" {
		return true
	}
	if a.lang.KeepsSmall {
		return false
	}
	return a.isFolder(module, m.file) || !strings.HasPrefix(module, "./") && !strings.HasPrefix(module, "../") && a.endsWith(path.Dir(m.file), module, m)
}

// endsWith reports whether what offers something, or its folder, lies where a module says, which is not
// named from here.
func (a *analysis) endsWith(file, module string, m *shelved) bool {
	pack := m.pack
	inside := pack != "" && (module == pack || strings.HasPrefix(module, pack+"/") || strings.HasPrefix(module, pack+"."))
	if inside {
		if module = module[len(pack):]; module == "" {
			return file == "." || StandsForFolder(path.Base(file)) || isRoot("crate", path.Base(file))
		}
	}
	named := strings.Split(strings.TrimLeft(module, "./"), "/")
	if a.lang.Exports == "" {
		named = strings.FieldsFunc(module, func(r rune) bool { return r == '/' || r == '.' })
	}
	for len(named) > 0 && beginsModule[named[0]] {
		named = named[1:]
	}
	if len(named) == 0 || a.lang.Exports != "" && len(named) == 1 && named[0] == module { // a library by its name
		return false
	}
	folders := strings.Split(file, "/")
	if at := slices.Index(folders, "vendor"); at >= 0 && a.lang.KeepsSmall {
		return slices.Equal(named, folders[at+1:])
	}
	if a.lang.KeepsSmall && !inside { // of Go, whose modules have names of their own before
		if own := strings.TrimPrefix(file, m.within+"/"); m.within != "" {
			folders = strings.Split(own, "/")
		}
		return len(folders) <= len(named) && slices.Equal(folders, named[len(named)-len(folders):])
	}
	return len(named) <= len(folders) && slices.Equal(named, folders[len(folders)-len(named):])
}

// beginsModule are what the name of a module may begin with that is no folder.
var beginsModule = set(strings.Fields("crate self super @ ~ # src @src ~src"))

// sharedOffer returns what a name that nothing in the file has stands for: files that lie in one
// folder, or all of a program, share their names.
func (a *analysis) sharedOffer(name string, s *shelf) *evaluate.Given {
	if variable, is := strings.CutPrefix(name, "$"); is {
		for _, m := range s.roots[variable] {
			if a.speaks(m) && a.includes(m) {
				return m.module.Members[variable]
			}
		}
		return nil
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
	return slices.ContainsFunc(a.tokensOf(name), func(i int) bool { return a.f.Is(i-1, ".") && a.f.Is(i-2, folder) })
}

// namesOther reports whether the file takes in something of a name from elsewhere: import other.Config.
func (a *analysis) namesOther(folder, name string) bool {
	return slices.ContainsFunc(a.tokensOf(name), func(i int) bool {
		start := a.statementStart(i)
		return a.f.Is(i-1, ".") && !a.f.Is(i-2, folder) && (a.f.Is(start, "import") || a.f.Is(start, "using"))
	})
}

// definesType reports whether the file has a class, or another type, of a name.
func (a *analysis) definesType(name string) bool {
	return slices.ContainsFunc(a.tokensOf(name), func(i int) bool { return classWords[a.f.Text(i-1)] || a.f.Is(i-1, "type") })
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

// bringBack notes what is done here, at a range, with what another file has read. What is only required
// where something else holds, too, is not called so: of what that is nothing is known there.
func (a *analysis) bringBack(m *match, at Range, r Read, sometimes bool) {
	if r.Need == Required && sometimes {
		r.Need = Expected
	}
	if r.Need == Expected && r.Kind == Text && len(r.Literals) == 0 {
		return
	}
	a.place(&r, at)
	a.borrowed = append(a.borrowed, Borrowed{File: m.from, Line: m.offer.Line, Column: m.offer.Column, Read: r})
}

// usingIn returns where the words stand in src by which what other files offer is used.
func (c *Context) usingIn(src []byte) []int32 {
	s := c.offered()
	s.finding.Do(func() { s.find = NewWords(slices.Sorted(maps.Keys(s.words))) })
	return s.find.Offsets(src, 0)
}
