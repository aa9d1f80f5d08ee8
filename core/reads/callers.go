package reads

import (
	"bytes"
	"path"
	"slices"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// Callers tells which files may call a helper that another file defines. It
// is the part of callsOther that can be told from the text alone.
type Callers struct {
	any     bool   // every file may
	folder  string // a file of it may, where it is not empty
	own     bool   // and no other file
	lang    *Language
	holding []string // a file may that holds one of these words
	modules []string // that a large script takes one in of which may
	getter  bool     // it is asked for like a field
	member  bool     // the name is behind a receiver, where a file holds none of them
}

// CallersOf tells where calls of a helper are to be looked for, in files of
// its own language.
func CallersOf(h *Helper, l *Language) Callers {
	stem, folder := h.origin()
	c := Callers{member: h.Owner != "" && !(l != nil && l.OpenModules) || h.Extends, getter: h.getter, lang: l, modules: []string{stem, folder, h.Package}}
	switch {
	case l.keeps(h.Name):
		c.folder, c.own, c.holding = path.Dir(h.File), true, []string{h.Name}
	case l == nil || h.Macro || StandsForFolder(stem):
		c.any = true
	case h.Owner != "":
		c.any, c.holding = !l.isCommon(h.Name), []string{h.Owner, stem, folder}
	case l.SharesNames && l.isIdiom(folder+"."+h.Name): // defined here; elsewhere its calls are found without it
		c.folder = path.Dir(h.File)
	case l.SharesNames:
		c.folder, c.holding = path.Dir(h.File), []string{stem, folder}
		c.any = l.knowsEverywhere(h)
		if l.Prototypes {
			c.holding = []string{h.header()}
		}
	default:
		c.holding = []string{stem, folder}
		if h.Package != "" {
			c.holding = append(c.holding, path.Base(h.Package))
		}
		if isRoot("crate", stem) {
			c.holding = append(c.holding, "crate")
		}
		if l.Applied && stem != "" { // a file is the module of its name
			c.holding = append(c.holding, strings.ToUpper(stem[:1])+stem[1:])
		}
	}
	return c
}

// in reports whether a file may call the helper at all, and if so, whether also
// by its bare name and not only as a member of something.
func (c *Callers) in(s *Source) (may, bare bool) {
	if c.own && path.Dir(s.File) != c.folder || !c.TakenIn(s) {
		return false, false
	}
	if !c.member && (c.any || path.Dir(s.File) == c.folder) {
		return true, true
	}
	holds := c.Named(s)
	return c.any || holds, !c.member || holds
}

// IsIdiom reports whether what is called at src[from:to] is what the language itself reads
// the environment by, and no helper: os.Getenv.
func (c *Callers) IsIdiom(src []byte, from, to int) bool {
	dot := bytes.TrimRight(src[max(0, from-40):from], " \t")
	if c.lang == nil || !bytes.HasSuffix(dot, []byte(".")) {
		return false
	}
	begin := len(dot) - 1
	for begin > 0 && isNameByte(dot[begin-1]) {
		begin--
	}
	return c.lang.isIdiom(string(dot[begin:]) + string(src[from:to]))
}

// keeps reports whether a name is known in its folder alone.
func (l *Language) keeps(name string) bool {
	return l != nil && l.KeepsSmall && name != "" && !syntax.IsCapital(name)
}

// Makers returns the folder of the only files that may make objects of the class of a helper, or
// "" where others may.
func (h *Helper) Makers(l *Language) string {
	if l.keeps(h.Owner) {
		return path.Dir(h.File)
	}
	return ""
}

// TakenIn reports whether a file may take in the module of the helper.
func (c *Callers) TakenIn(s *Source) bool { return s.Imports(c.modules...) }

// Named reports whether a file names what a helper is a method of, or where it is.
func (c *Callers) Named(s *Source) bool {
	return c.TakenIn(s) && slices.ContainsFunc(c.holding, s.holds)
}

// IsCall reports whether the name of the helper at src[from:to] may be called
// there; bare reports whether that needs no receiver before it.
func (c *Callers) IsCall(src []byte, from, to int, bare bool) bool {
	return (c.getter || c.lang != nil && c.lang.isBareCall(src[:from], src[to:]) || opensCall(src[to:]) || isRenamed(src[to:]) || isPassed(src[:from], src[to:])) && (bare || behindReceiver(src[:from]))
}

// isBareCall reports whether what is between before and rest may be called without parentheses: need "X",
// "X" |> need.
func (l *Language) isBareCall(before, rest []byte) bool {
	switch {
	case l.Applied, l.Runs.Uniform && bytes.HasSuffix(before, []byte(`".`)):
		return true
	case !l.QuietParens && !l.QuietString && (l.Grammar == nil || !l.Grammar.Commands):
		return false
	case bytes.HasSuffix(bytes.TrimRight(before[max(0, len(before)-40):], " \t\r\n"), []byte("|>")):
		return true
	}
	given := bytes.TrimLeft(rest[:min(len(rest), 40)], " \t!?\\")
	return len(given) > 0 && (isOneOf(given[0], "\"'`:$@%[") || len(given) < min(len(rest), 40) && (isNameByte(given[0]) || given[0] == '-'))
}

// origin returns what imports name of the file that defines a helper.
func (h *Helper) origin() (stem, folder string) { return Origin(h.File) }

// Origin returns the name of a file without its ending, and the name of its
// folder: what imports name.
func Origin(file string) (stem, folder string) {
	return strings.TrimSuffix(path.Base(file), path.Ext(file)), path.Base(path.Dir(file))
}

// ModuleOf returns the name by which other files import a file: its own, or that
// of its folder where it stands for that.
func ModuleOf(file string) string {
	stem, folder := Origin(file)
	if StandsForFolder(stem) {
		return folder
	}
	return stem
}

// StandsForFolder reports whether a file of a name is what is imported by the name
// of its folder.
func StandsForFolder(stem string) bool { return stem == "index" || stem == "__init__" }

// IsOf reports whether a module is a file or its folder, by its name.
func IsOf(module, file string) bool {
	stem, folder := Origin(file)
	return module == stem || module == folder
}

// moduleOf returns the last two of the names that a path is made of: b and c of
// a/b.c; module is "" where there is only one.
func moduleOf(of string) (module, name string) {
	name = lastOf(of)
	if at := len(of) - len(name) - 1; at > 0 {
		module = lastOf(of[:at])
	}
	return module, name
}

// lastOf returns the last of the names that a path is made of: c of a/b.c.
func lastOf(of string) string { return path.Base(strings.ReplaceAll(of, ".", "/")) }

// header returns the name of the header that would declare a helper of C.
func (h *Helper) header() string {
	stem, _ := h.origin()
	return stem + ".h"
}

// IsModule reports whether the name that is at src[from:to] is that of a
// file that is imported: './lib/name', "../name.js".
func IsModule(src []byte, from, to int) bool {
	return from > 0 && to < len(src) && isOneOf(src[from-1], "/\"'`#~") && isOneOf(src[to], "\"'`.")
}

func isOneOf(c byte, of string) bool { return strings.IndexByte(of, c) >= 0 }

// opensCall reports whether what is called is before rest: arguments
// follow, or types and arguments.
func opensCall(rest []byte) bool {
	for _, c := range rest {
		switch c {
		case ' ', '\t', '\r', '\n', '\\':
		case '(', '<', '/', '#', '!': // also behind a comment, and of a macro
			return true
		default:
			return false
		}
	}
	return false
}

// isRenamed reports whether what is before rest is imported under another
// name: name as other.
func isRenamed(rest []byte) bool {
	after, found := bytes.CutPrefix(bytes.TrimLeft(rest[:min(len(rest), 40)], " \t"), []byte("as"))
	return found && len(after) > 0 && (after[0] == ' ' || after[0] == '\t')
}

// isPassed reports whether what is between before and rest is an argument by
// itself: names.map(need).
func isPassed(before, rest []byte) bool {
	before, rest = bytes.TrimRight(before[max(0, len(before)-40):], " \t"), bytes.TrimLeft(rest[:min(len(rest), 40)], " \t")
	return len(before) > 0 && len(rest) > 0 && isOneOf(before[len(before)-1], "(,") && isOneOf(rest[0], "),")
}

// behindReceiver reports whether what follows is a member: .name, ->name, ::name.
func behindReceiver(before []byte) bool {
	for i := len(before) - 1; i >= 0; i-- {
		switch before[i] {
		case ' ', '\t', '\r', '\n':
		case '.', '>', ':', '/': // also behind a comment
			return true
		default:
			return false
		}
	}
	return false
}

// callsOther reports whether the name at i is a helper of another file: one that
// the file imports, that lies in the same package, or that is a method of a
// class which the file names.
func (a *analysis) callsOther(h *Helper, i int) bool {
	f := a.f
	if h.Macro {
		return (f.Is(i, "!") || f.Is(i+1, "!")) && !a.definesFunction(h.Name) && a.isOnly(h)
	}
	stem, folder := h.origin()
	if !isMember(f, i) || h.Extends || a.lang.Runs.Uniform && f.Kind(i-2) == syntax.String { // "X".need
		bound := a.o.lookup(f.Text(i), i)
		if h.Owner != "" && len(bound) == 0 && !a.definesFunction(h.Name) && a.inherits(h.Owner) {
			return true
		}
		if h.Owner != "" && a.lang.OpenModules && len(bound) == 0 && !a.definesFunction(h.Name) && a.isOnly(h) {
			return true
		}
		if h.Owner == "" && a.lang.Global && !a.definesFunction(h.Name) && (f.Is(i-1, `\`) || bytes.Contains(f.Src, []byte(`\`+h.Name+";"))) && a.isOnly(h) { // use function Gate\need;
			return true
		}
		for _, b := range bound {
			from := a.bindingPath(b, i, 0)
			if h.Default && a.importsDefault(h, from) {
				return true
			}
			if module, name := path.Split(strings.ReplaceAll(from, ".", "/")); from != "" && name == h.Name {
				module = strings.TrimSuffix(module, "/")
				return h.Owner == "" && a.lang.Global && a.isOnly(h) || h.Package != "" && (module == h.Package || strings.HasPrefix(module, h.Package+"/")) || path.Base(module) == stem || h.Owner != "" && path.Base(module) == h.Owner || path.Base(module) == folder || StandsForFolder(stem) || isRoot(module, stem) || a.isBelow(from, h.File)
			}
		}
		if len(bound) == 0 && (h.Owner != "" && a.importsAllOf(h.Owner) || h.Owner == "" && (a.importsAllOf(stem) || a.importsAllOf(folder)) && !a.definesFunction(h.Name)) {
			return true
		}
		return len(bound) == 0 && h.Owner == "" && a.lang.SharesNames && (a.sees(h) || a.lang.knowsEverywhere(h) || a.lang.Global && a.onlyOne(h)) && !a.definesFunction(h.Name)
	}
	receiver := f.Text(i - 2)
	if receiver == h.Owner || (selfWords[receiver] || receiver == "super" || receiver == "parent" || receiver == "base") && h.Owner != "" && !a.definesFunction(h.Name) && a.inherits(h.Owner) {
		return true
	}
	if h.Owner == "" {
		if f.Is(i-2, ")") { // require('./env').name
			module := a.required(Range{max(f.Mate(i-2)-1, 0), i - 1})
			return module != "" && a.isModule(module, h.File)
		}
		bound := a.o.lookup(receiver, i)
		if isRoot(receiver, stem) {
			return true
		}
		if h.Package != "" && receiver == h.Package && !isMember(f, i-2) { // gate_env::need, of the root of a crate
			return true
		}
		if a.isModuleOf(receiver, stem) && a.isOfModule(i-2) { // what a file defines is a module or class of its name
			return true
		}
		for _, b := range bound {
			from := strings.TrimSuffix(a.bindingPath(b, i, 0), "."+byDefault)
			if base := lastOf(from); from != "" && (a.isModuleOf(base, stem) || base == folder) {
				return true
			}
			if dot := strings.LastIndexByte(from, '.'); dot > 0 && strings.Contains(from, "/") && (a.isModule(from[:dot], h.File) || a.isFolder(from[:dot], h.File)) { // an object that the file exports
				return true
			}
		}
		return false
	}
	if slices.Contains(h.kept, receiver) && a.holds(stem) && !isMember(f, i-2) {
		return true
	}
	if a.isDeclaredAs(h.others, i-2) || a.isOfOtherClass(h.Owner, i) {
		return false
	}
	return h.Access != "" && !a.lang.isCommon(h.Name) || a.holds(h.Owner) && (h.Access != "" || a.mayName(h)) || a.madeBeside(h, i-2) || a.isDeclaredFor(h, i-2) // of one that reads nothing, its class must tell
}

// isOfOtherClass reports whether the member at i is one of a class that is named before it
// and is none of a name: Path::new, for a class Builder.
func (a *analysis) isOfOtherClass(class string, i int) bool {
	named := a.f.Text(i - 2)
	if !a.f.Is(i-1, "::") || !syntax.IsCapital(named) || a.inherits(class) {
		return false
	}
	return !slices.ContainsFunc(a.o.lookup(named, i), func(b Binding) bool {
		return b.Path != "" && lastOf(a.bindingPath(b, i, 0)) == class
	})
}

// mayName reports whether the file may name what a helper is a method of, or what keeps it:
// it lies in its folder, or imports that. In languages whose imports do not say so any file may.
func (a *analysis) mayName(h *Helper) bool {
	if !a.lang.KeepsSmall || path.Dir(a.file) == path.Dir(h.File) {
		return true
	}
	_, folder := h.origin()
	return folder == "." || a.holds(folder) || h.Package != "" && a.holds(path.Base(h.Package))
}

// madeBeside reports whether the object whose last token is at i is what a
// function gives that the file of a helper defines: env.New("GATE_").
func (a *analysis) madeBeside(h *Helper, i int) bool {
	f := a.f
	if open := f.Mate(i); f.Is(i, ")") && open > 0 {
		return a.isBeside(h, Range{chainStart(f, open-1), open})
	}
	return slices.ContainsFunc(a.o.lookup(f.Text(i), i), func(b Binding) bool {
		last := b.Value.Hi - 1
		open := f.Mate(last)
		return !b.Value.empty() && f.Is(last, ")") && open > b.Value.Lo && a.isBeside(h, Range{b.Value.Lo, open})
	})
}

// isBeside reports whether what is called is of the file or folder of a helper.
func (a *analysis) isBeside(h *Helper, callee Range) bool {
	module, _ := moduleOf(a.pathOf(callee, 0))
	return module != "" && IsOf(module, h.File)
}

// isFolder reports whether a module is the folder that a file lies in: what stands
// for that may hand the file on.
func (a *analysis) isFolder(module, file string) bool {
	return strings.HasPrefix(module, ".") && path.Join(path.Dir(a.file), module) == path.Dir(file)
}

// isOfModule reports whether a name that may be a module is one: nothing in the
// file has it, or what it is a member of is imported or written like a module.
func (a *analysis) isOfModule(i int) bool {
	f, root := a.f, i
	for isMember(f, root) && f.Kind(root-2) == syntax.Word {
		root -= 2
	}
	bound := a.o.lookup(f.Text(root), root)
	if root == i || len(bound) == 0 {
		return len(bound) == 0 && (root == i || f.Is(root+1, "::") || a.lang.Applied && syntax.IsCapital(f.Text(root)))
	}
	return slices.ContainsFunc(bound, func(b Binding) bool { return b.Path != "" })
}

// importsDefault reports whether a path is that of what the file of a helper
// exports without a name.
func (a *analysis) importsDefault(h *Helper, from string) bool {
	module := strings.TrimSuffix(from, "."+byDefault)
	stem, _ := h.origin()
	return from != "" && (a.isModule(module, h.File) || h.Package != "" && module == h.Package && StandsForFolder(stem)) // a package by its name
}

// importsAllOf reports whether the file imports all that a module or class has.
func (a *analysis) importsAllOf(owner string) bool {
	return slices.ContainsFunc(a.o.Bindings["*"], func(b Binding) bool {
		return a.isModuleOf(lastOf(b.Path), owner)
	})
}

// isModuleOf reports whether a module is what a file of a name defines: in languages whose functions
// are applied, that is written with a capital.
func (a *analysis) isModuleOf(module, stem string) bool {
	return module == stem || a.lang.Applied && strings.EqualFold(module, stem)
}

// definesFunction reports whether the file has a function of its own of that
// name, which is then meant.
func (a *analysis) definesFunction(name string) bool {
	a.listFunctions()
	return a.defines[name]
}

// sees reports whether a file that shares names with others shares them with
// that of a helper: it lies in the same folder, or takes in its header.
func (a *analysis) sees(h *Helper) bool {
	return path.Dir(h.File) == path.Dir(a.file) || a.lang.Prototypes && a.holds(h.header())
}

// onlyOne reports whether a helper is the only one of its name, and the file names
// the file that defines it: require 'src/env.php'.
func (a *analysis) onlyOne(h *Helper) bool {
	return h.Owner == "" && a.isOnly(h) && a.holds(path.Base(h.File))
}

// isOnly reports whether no other helper of the language has the name of one; methods are none, of
// a function.
func (a *analysis) isOnly(h *Helper) bool {
	if a.context == nil {
		return false
	}
	list := a.context.listed().named[h.Name]
	return len(list) > 0 && !slices.ContainsFunc(list, func(other *Helper) bool {
		return other != h && other.isIn(a.lang) && (h.Owner != "" || other.Owner == "") && (!h.Macro || other.File != h.File) // a macro may have several arms
	})
}

// isRoot reports whether what a crate has by its name, or by "crate", is in a file.
func isRoot(module, stem string) bool {
	return module == "crate" && (stem == "lib" || stem == "main")
}

// inherits reports whether a class of the file extends one of another file, or takes in
// what it has: class A extends B, class A : B, include B, use B.
func (a *analysis) inherits(class string) bool {
	if !a.holds(class) {
		return false
	}
	if a.bases == nil {
		a.bases = a.findBases()
	}
	return a.bases[class]
}

// findBases returns what the classes of the file extend, and what they or the file take in.
func (a *analysis) findBases() map[string]bool {
	bases, t := map[string]bool{}, a.prepare().tree
	var classes, uses []parse.Node
	for n, node := range t.Nodes {
		switch node.Kind {
		case parse.Class:
			classes = append(classes, node)
			t.Children(int32(n), func(base int32) bool {
				if t.Nodes[base].Kind == parse.Call {
					base = t.Child(base, 0)
				}
				if k := t.Nodes[base].Kind; k == parse.Name || k == parse.Member {
					bases[t.Name(base)] = true
				}
				return true
			})
		case parse.Call, parse.Import:
			switch a.f.Text(int(node.From)) {
			case "include", "extend", "prepend":
				bases[a.f.Text(int(node.To)-1)] = true
			case "use":
				uses = append(uses, node)
			}
		}
	}
	for _, use := range uses { // outside of classes it says what names mean
		if slices.ContainsFunc(classes[:min(len(classes), mostUsing)], func(c parse.Node) bool { return c.From < use.From && use.To <= c.To }) {
			bases[a.f.Text(int(use.To)-1)] = true
		}
	}
	return bases
}

// mostUsing bounds how many classes of a file it is looked for what they take in.
const mostUsing = 200

// holds reports whether a word is in the file.
func (a *analysis) holds(word string) bool { return a.held.in(a.f.Src, word) }

// knowsEverywhere reports whether any file of the program may call a helper
// without more than its name.
func (l *Language) knowsEverywhere(h *Helper) bool {
	return l.Global && h.Owner == "" && !l.isCommon(h.Name)
}

// isIdiom reports whether a path is one by which the language reads the environment.
func (l *Language) isIdiom(path string) bool {
	return l.compiled != nil && l.compiled().paths[path] != nil
}

// isCommon reports whether many things have a member of that name: it is a
// helper only where its receiver says so.
func (l *Language) isCommon(name string) bool {
	return common[strings.ToLower(name)] || l.compiled != nil && l.compiled().calls[name]
}

var common = set(strings.Fields(`get has int str string bool boolean read value load fetch require required optional
	getstring getint getbool config option lookup find key list number float url parse set json text resolve
	getvalue getproperty param parameter setting env open exists check ensure must item entry field add
	getparameter getattribute run call create append delete close len make init build format new apply map filter log print main start
	setup execute process handle render update write copy clone next tostring to_string to_s`))
