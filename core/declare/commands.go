package declare

import (
	"strings"

	"inzicht/core/parse"
)

// Commands finds the options of a command line all of which have a variable,
// named by a prefix, the commands that they belong to and their own names:
// main(auto_envvar_prefix="LOCK"), where nothing else is said.
type Commands struct {
	// Options are the last names of the decorators that describe an option,
	// Groups of those that make a command of a function.
	Options, Groups string
	// Prefix is the property that holds the prefix, Own the one by which an
	// option names a variable of its own.
	Prefix, Own string
}

type commands struct {
	*options
	groups map[string]bool
	form   *Commands
	chains map[string]string // the names before the options of a function, by its name
}

// Find returns the variables of a file's options; or a pattern of all of them,
// where the options stand elsewhere.
func (c *Commands) Find(s *Source) (list []Setting) {
	prefix, token := s.said(c.Prefix)
	if !isName(prefix) {
		return nil
	}
	prefix = strings.TrimSuffix(prefix, "_") + "_"
	w := &commands{options: &options{Source: s, form: &Options{Inferred: true}}, groups: set(c.Groups), form: c, chains: map[string]string{}}
	heads := set(c.Options)
	options := 0
	for n := range s.Tree.Nodes {
		n := int32(n)
		if !s.is(n, parse.Wrapper) || !s.is(s.last(n), parse.Function) {
			continue
		}
		before := w.chain(s.name(s.last(n)), n)
		for _, decorator := range s.children(n) {
			call := s.unwrap(decorator)
			if !s.is(call, parse.Call) || !heads[s.word(call)] || len(list) > mostSettings {
				continue
			}
			options++
			if one, ok := w.option(call, prefix+before); ok {
				list = append(list, one)
			}
		}
	}
	if options == 0 {
		return []Setting{{Token: token, Pattern: prefix + "*", Access: c.Prefix, Need: Optional}}
	}
	return list
}

// said returns the text that a property is given somewhere in the file.
func (s *Source) said(word string) (text string, token int) {
	for n := range s.Tree.Nodes {
		if n := int32(n); s.is(n, parse.Pair) {
			if p := s.pair(n); p.word == word {
				text, _ = s.text(p.arg(0))
				return text, p.token
			}
		}
	}
	return "", 0
}

// chain returns the names of the commands that stand between the prefix and an
// option of a function, each with what joins it: none for the outermost.
func (w *commands) chain(function string, decorated int32) string {
	if known, done := w.chains[function]; done {
		return known
	}
	w.chains[function] = ""
	for _, decorator := range w.children(decorated) {
		made := w.unwrap(decorator)
		callee := made
		if w.is(made, parse.Call) {
			callee = w.unwrap(w.first(made))
		}
		if !w.is(callee, parse.Member) || !w.groups[w.name(callee)] {
			continue
		}
		group := w.word(w.first(callee))
		above := w.decorated(group)
		if above == 0 {
			continue
		}
		name := function
		if w.is(made, parse.Call) {
			if plain := w.plain(made); len(plain) > 0 {
				if text, ok := w.text(plain[0]); ok {
					name = text
				}
			}
		}
		w.chains[function] = w.chain(group, above) + asVariable(name) + "_"
	}
	return w.chains[function]
}

// decorated returns the function of a name together with its decorators, or 0.
func (w *commands) decorated(function string) int32 {
	w.index()
	up := w.parent(w.values[function])
	if w.values[function] == 0 || !w.is(up, parse.Wrapper) {
		return 0
	}
	return up
}

// option returns the variable of an option that has none of its own.
func (w *commands) option(call int32, prefix string) (Setting, bool) {
	name := ""
	for _, arg := range w.plain(call) {
		text, _ := w.text(arg)
		text, _, _ = strings.Cut(text, "/")
		bare := strings.TrimLeft(text, "-")
		switch {
		case text != "" && bare == text: // named so outright
			name = text
		case len(text)-len(bare) > 1 && (name == "" || len(name) == 1):
			name = bare
		case name == "":
			name = bare
		}
	}
	said := w.pairs(call)
	for _, p := range said {
		if p.word == w.form.Own {
			return Setting{}, false
		}
	}
	if name = asVariable(name); !isName(name) {
		return Setting{}, false
	}
	d := w.options.said(said, nil, false)
	return d.setting(prefix+name, w.word(call), Optional, int(w.node(call).From)), true
}

// asVariable returns a name as it is in that of a variable.
func asVariable(name string) string {
	return strings.ToUpper(strings.ReplaceAll(name, "-", "_"))
}
