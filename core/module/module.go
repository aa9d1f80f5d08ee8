// Package module writes settings modules: source that reads each variable of a
// contract once, with its kind and its fallback, and reports all that is wrong
// in one list. There is one file for each language.
package module

import (
	"bytes"
	"fmt"
	"slices"
	"strconv"
	"strings"
	"text/template"
	"unicode"

	"inzicht/core/contract"
	"inzicht/core/envfile"
	"inzicht/core/marked"
	"inzicht/core/reads"
	"inzicht/core/secrecy"
	"inzicht/core/survey"
)

// Languages lists the languages that a module can be written in. A new one is
// one more line.
var Languages = []*Language{golang, typescript, python, php, ruby}

// Language is how a module is written in one language.
type Language struct {
	Name     string
	reads    []string                    // the languages, as reads have them, whose reads the module is to take over
	comment  string                      // begins a comment
	name     func(words []string) string // what the setting of a variable is called
	taken    []string                    // names that a setting cannot have
	kinds    map[reads.Kind]form
	optional func(plain string) string // the type of what may be nothing
	pointers bool                      // which may be one to a value
	source   string                    // a template over page: what begins a new file, a line of %%, and what is generated
	read     func(e setting) string    // a statement that reads one, where a template does not say it
}

// form is how a kind is written: the function that converts a text into it,
// and its type.
type form struct{ as, plain string }

// Options says what a module is to hold.
type Options struct {
	File      string // where it is to be, from the root of the tree
	Component string // only what this component reads; "" for the one that File is in
}

// Write returns the text of a module: what before holds, with the generated
// part written anew. Without one it is added at the end, and a file of its own
// is begun where before is empty.
func (l *Language) Write(s *survey.Survey, o Options, before []byte) ([]byte, error) {
	p := l.page(s, o, string(before))
	if len(p.Settings) == 0 {
		return nil, fmt.Errorf("no variable is read here in %s", l.Name)
	}
	head, generated, err := l.fill(p)
	if err != nil {
		return nil, err
	}
	if strings.TrimSpace(string(before)) == "" {
		before = []byte(head)
	}
	text, err := marked.Replace(string(before), l.comment+" "+begins, l.comment+" "+ends, generated)
	return []byte(text), err
}

// The marks round what is generated.
const (
	begins = "inzicht: settings begin"
	ends   = "inzicht: settings end"
)

// page is what a template is filled with.
type page struct {
	Begin, End string // the lines round what is generated
	Package    string // the name of the folder, where a language wants one
	Settings   []setting
	kinds      map[reads.Kind]bool
	ways       map[string]bool
}

// setting is one variable of a module.
type setting struct {
	Name     string // of the variable
	Setting  string // its name in the module
	Kind     reads.Kind
	As, Type string // the function that converts it, and its type
	Way      string // required, optional or fallback
	Pointer  bool   // its type is another than that of its kind, since it may be nothing
	Fallback string
	Comment  string
}

// Has reports whether a setting has this kind; Any whether one is read in this
// way.
func (p *page) Has(kind string) bool { return p.kinds[reads.Kind(kind)] }
func (p *page) Any(way string) bool  { return p.ways[way] }

func (l *Language) page(s *survey.Survey, o Options, before string) *page {
	component := o.Component
	if component == "" {
		component = s.Tree.ComponentOf(o.File).Name
	}
	p := &page{
		Begin:   l.comment + " " + begins + ". Written by: inzicht document --settings " + l.Name + "=FILE",
		End:     l.comment + " " + ends + ". What is outside of these lines stays as it is.",
		Package: packageName(s, o.File), kinds: map[reads.Kind]bool{}, ways: map[string]bool{},
	}
	used := map[string]bool{}
	for _, name := range l.taken {
		used[name] = true
	}
	for n := range s.Contract.Variables {
		v := &s.Contract.Variables[n]
		list := l.concerning(v, o, component)
		if v.Ambient || len(list) == 0 || !envfile.IsName(v.Name) {
			continue
		}
		e := newSetting(v, list, s.Environments.Exemplified(v.Name))
		e.Setting = l.unused(used, v.Name)
		e.Comment = e.says(v, aboutIn(before, l.comment, v.Name))
		e.As, e.Type = l.kinds[e.Kind].as, l.kinds[e.Kind].plain
		if e.Way == "optional" {
			e.Type = l.optional(e.Type)
			e.Pointer = l.pointers && e.Type != l.kinds[e.Kind].plain
		}
		p.kinds[e.Kind] = true
		if e.Pointer {
			p.ways["pointer"] = true
		} else {
			p.ways[e.Way] = true
		}
		p.Settings = append(p.Settings, e)
	}
	return p
}

// concerning returns the reads that a module takes over: those in its language
// that count, elsewhere in the tree where there are any, or else its own.
func (l *Language) concerning(v *contract.Variable, o Options, component string) (list []reads.Read) {
	var own []reads.Read
	for _, r := range v.Reads {
		switch {
		case !contract.Counts(r) || !slices.Contains(l.reads, r.Language) || component != "" && r.Component != component:
		case r.File == o.File:
			own = append(own, r)
		default:
			list = append(list, r)
		}
	}
	if len(list) == 0 {
		return own
	}
	return list
}

// newSetting says how a variable is to be read, by some of its reads.
func newSetting(v *contract.Variable, list []reads.Read, named bool) setting {
	c := contract.Build(list).Variables[0]
	e := setting{Name: v.Name, Kind: c.Kind, Way: "optional"}
	if e.Kind == reads.Choice || e.Kind == "" {
		e.Kind = reads.Text
	}
	switch {
	case c.Need == reads.Required || c.Need == reads.Expected && named:
		e.Way = "required"
	case len(c.Fallbacks) == 1 && c.Fallbacks[0] != "" && !v.Secret && !secrecy.HoldsSecret(c.Fallbacks[0]):
		e.Way, e.Fallback = "fallback", c.Fallbacks[0]
		if !fits(e.Kind, e.Fallback) {
			e.Kind = reads.Text
		}
	}
	return e
}

// says is the comment of a setting: its variable, what it is for, and how it
// is read.
func (e *setting) says(v *contract.Variable, before string) string {
	text := e.Name + ": " + e.Way
	if e.Way == "fallback" {
		text = e.Name + ": optional"
	}
	if e.Kind != reads.Text {
		text += ", " + string(e.Kind)
	}
	if len(v.Literals) > 0 && !v.Secret && v.Kind == reads.Choice {
		text += ", one of " + strings.Join(v.Literals, ", ")
	}
	if v.Secret {
		text += ", secret"
	}
	text += "."
	switch {
	case v.About != "":
		text += " " + v.About
	case before != "":
		text += " " + before
	}
	return strings.ReplaceAll(marked.Line(text), "?>", "? >") // which would end a comment in PHP
}

// aboutIn returns what the comment of a variable in an earlier module says
// besides how it is read.
func aboutIn(module, comment, name string) string {
	for line := range strings.Lines(module) {
		said, found := strings.CutPrefix(strings.TrimSpace(line), comment+" "+name+": ")
		if !found {
			continue
		}
		if _, about, found := strings.Cut(said, ". "); found {
			return about
		}
	}
	return ""
}

// unused returns a name for the setting of a variable that no other has.
func (l *Language) unused(used map[string]bool, variable string) string {
	words := strings.FieldsFunc(strings.ToLower(variable), func(r rune) bool { return r == '_' || r == '.' || r == '-' })
	if len(words) == 0 || words[0][0] >= '0' && words[0][0] <= '9' {
		words = append([]string{"variable"}, words...)
	}
	name := l.name(words)
	for n := 2; used[name]; n++ {
		name = l.name(append(slices.Clone(words), strconv.Itoa(n)))
	}
	used[name] = true
	return name
}

// fill fills the template.
func (l *Language) fill(p *page) (head, generated string, err error) {
	t, err := template.New(l.Name).Funcs(template.FuncMap{"quote": doubled, "single": single, "declare": declaration, "read": l.read}).Parse(l.source)
	if err != nil {
		return "", "", err
	}
	var out bytes.Buffer
	if err := t.Execute(&out, p); err != nil {
		return "", "", err
	}
	head, generated, _ = strings.Cut(out.String(), "%%\n")
	return head, generated, nil
}

// single quotes a text as languages with plain single quotes do.
func single(text string) string {
	return "'" + strings.NewReplacer(`\`, `\\`, `'`, `\'`).Replace(text) + "'"
}

// doubled quotes a text in double quotes, in a way that Go, JavaScript and
// Python understand.
func doubled(text string) string { return quoted(text, '"') }

// fewest quotes a text in the quotes that need fewer escapes: double ones,
// where it makes no difference.
func fewest(text string) string {
	if strings.Count(text, `"`) > strings.Count(text, "'") {
		return quoted(text, '\'')
	}
	return doubled(text)
}

func quoted(text string, quote rune) string {
	var out strings.Builder
	out.WriteRune(quote)
	for _, r := range strings.ToValidUTF8(text, "�") {
		switch {
		case r == quote || r == '\\':
			out.WriteString("\\" + string(r))
		case r == '\n':
			out.WriteString(`\n`)
		case r < 0x20 || r == 0x7f:
			fmt.Fprintf(&out, `\x%02x`, r)
		case unicode.In(r, unicode.Cf, unicode.Zl, unicode.Zp) && r <= 0xffff:
			fmt.Fprintf(&out, `\u%04x`, r)
		default:
			out.WriteRune(r)
		}
	}
	out.WriteRune(quote)
	return out.String()
}

// arguments are what the reader of a module is given for a setting.
func (e setting) arguments() []string {
	list := []string{fewest(e.Name), e.As}
	if e.Way == "fallback" {
		list = append(list, fewest(e.Fallback))
	}
	return list
}

// capital writes a word with a capital.
func capital(word string) string { return strings.ToUpper(word[:1]) + word[1:] }
