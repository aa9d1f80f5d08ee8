package evaluate

import (
	"regexp"
	"strings"

	"inzicht/core/parse"
)

// Regular expressions that stand in the source, and are held against texts that do.

// expression is one that is understood. What stands before and behind what it fits, and is only
// looked at, has groups of its own.
type expression struct {
	*regexp.Regexp
	looksBefore, looksBehind bool
	within                   bool // what fits at the very beginning is passed over
}

// isExpression reports whether a regular expression is given at a place.
func (g given) isExpression(i int) bool {
	return i < len(g.list) && len(g.list[i].value) == 1 && g.list[i].value[0].regex != ""
}

// expression returns the regular expression that is given at a place: a text stands for itself, unless
// it is taken for one.
func (g given) expression(i int, taken bool) (*expression, bool) {
	if g.isExpression(i) {
		body, flags := bodyOf(g.list[i].value[0].regex)
		return compileExpression(body, flags)
	}
	s, known := g.text(i)
	switch {
	case !known || s == "":
		return nil, false
	case !taken:
		return compileExpression(regexp.QuoteMeta(s), "")
	case g.m.unit().Words.Loops == Values && strings.IndexByte("/#~{", s[0]) >= 0: // of PHP, "/body/flags"
		return compileExpression(bodyOf(s))
	}
	return compileExpression(s, "")
}

// bodyOf takes a regular expression apart that is written between marks: /body/flags, %r{body}.
func bodyOf(s string) (body, flags string) {
	s = strings.TrimPrefix(s, "%r")
	s = strings.TrimPrefix(s, "~r")
	if len(s) < 2 || strings.IndexByte("/#~{(|!", s[0]) < 0 {
		return s, ""
	}
	closes := s[0]
	switch s[0] {
	case '{':
		closes = '}'
	case '(':
		closes = ')'
	}
	end := strings.LastIndexByte(s, closes)
	if end <= 0 { // without its end
		return s[1:], ""
	}
	return s[1:end], s[end+1:]
}

// compileExpression returns a regular expression that is looked for by RE2, whose look-arounds are
// replaced where they stand at the ends.
func compileExpression(body, flags string) (*expression, bool) {
	var e expression
	if len(body) > longestRegex {
		return nil, false
	}
	for _, mark := range []string{`(?<!^)`, `(?!^)`, `\B`} {
		if rest, found := strings.CutPrefix(body, mark); found {
			body, e.within = rest, true
		}
	}
	before, behind := "", ""
	if rest, found := strings.CutPrefix(body, "(?<="); found {
		if before, body, e.looksBefore = strings.Cut(rest, ")"); !e.looksBefore {
			return nil, false
		}
	}
	if i := strings.LastIndex(body, "(?="); i >= 0 && strings.HasSuffix(body, ")") {
		behind, body, e.looksBehind = body[i+3:len(body)-1], body[:i], true
	}
	if strings.ContainsAny(before+behind, "()") {
		return nil, false
	}
	source := body
	if e.looksBefore || e.looksBehind {
		source = "(?P<before>" + before + ")(?:" + body + ")(?P<behind>" + behind + ")"
	}
	if strings.Contains(flags, "i") {
		source = "(?i)" + source
	}
	re, err := regexp.Compile(strings.ReplaceAll(source, `\h`, `[0-9a-fA-F]`))
	e.Regexp = re
	return &e, err == nil && source != ""
}

// replace returns a text in which what fits is replaced by what a function makes of it, so many times at most,
// or wherever it is where that is below zero. It reports false where the function does.
func (e *expression) replace(s string, times int, by func(match []int) (string, bool)) (string, bool) {
	var out strings.Builder
	last := 0
	for _, match := range e.FindAllStringSubmatchIndex(s, times) {
		from, to := match[0], match[1]
		if e.looksBefore || e.looksBehind {
			groups := e.SubexpNames()
			for i, name := range groups {
				switch name {
				case "before":
					from = match[2*i+1]
				case "behind":
					to = match[2*i]
				}
			}
		}
		if e.within && from == 0 {
			continue
		}
		with, known := by(match)
		if !known {
			return "", false
		}
		out.WriteString(s[last:from])
		out.WriteString(with)
		last = to
	}
	out.WriteString(s[last:])
	return out.String(), out.Len() <= longestRewritten
}

// replaces replaces what is given first by what is given second. A text that is given first is a
// regular expression where it is taken for one.
func replaces(times int, taken bool) func(string, given) (Value, bool) {
	return func(s string, g given) (Value, bool) {
		if g.isList(0) {
			return replacesListed(s, g)
		}
		e, known := g.expression(0, taken)
		if !known || len(g.list) == 0 {
			return nil, false
		}
		limit := times
		if len(g.list) > 2 { // replace(a, b, 1)
			if n, plain := numberIn(g.list[2].value); plain && n != 0 {
				limit = n
			}
		}
		if g.isExpression(0) && times == 1 { // /x/g
			if _, flags := bodyOf(g.list[0].value[0].regex); strings.Contains(flags, "g") {
				limit = -1
			}
		}
		by, known := g.replacement(s, e, taken || g.isExpression(0))
		if !known {
			return nil, false
		}
		out, known := e.replace(s, limit, by)
		if !known {
			return nil, false
		}
		return g.spelt(out)
	}
}

// isList reports whether a list that is known is given at a place.
func (g given) isList(i int) bool {
	return i < len(g.list) && len(g.list[i].value) == 1 && g.list[i].value[0].form == sequence && !g.list[i].value[0].perhaps
}

// replacesListed replaces each text of a list: by one text, or by the one at the same place of another list.
func replacesListed(s string, g given) (Value, bool) {
	from := g.list[0].value[0].list
	for i, f := range from {
		old, known := f.plain()
		by, too := g.text(1)
		if g.isList(1) {
			by, too = "", true
			if to := g.list[1].value[0].list; i < len(to) {
				by, too = to[i].plain()
			}
		}
		if !known || !too || old == "" {
			return nil, false
		}
		s = strings.ReplaceAll(s, old, by)
	}
	return g.spelt(s)
}

// replacesEach replaces texts by those that stand behind them in a list, or by the values of a map.
func replacesEach(s string, g given) (Value, bool) {
	if len(g.list) == 0 || len(g.list[0].value) != 1 {
		return nil, false
	}
	var pairs []string
	x := g.list[0].value[0]
	for _, name := range mapNames(x) {
		by, known := x.members.value[name].plain()
		if !known || name == "" {
			return nil, false
		}
		pairs = append(pairs, name, by)
	}
	for _, e := range x.list {
		text, known := e.plain()
		if !known {
			return nil, false
		}
		pairs = append(pairs, text)
	}
	if x.perhaps || len(pairs) == 0 || len(pairs)%2 != 0 {
		return nil, false
	}
	return g.spelt(strings.NewReplacer(pairs...).Replace(s))
}

// mapNames returns the keys of a map of which all are known.
func mapNames(x alt) []string {
	if x.form != record || x.members == nil || x.members.of != nil || x.members.open {
		return nil
	}
	return x.members.names
}

// replacement returns what what fits is replaced by: a text, with what the groups fit, or what a function gives for it.
func (g given) replacement(s string, e *expression, groups bool) (func(match []int) (string, bool), bool) {
	if f := functionIn(g.list); f != nil {
		return func(match []int) (string, bool) {
			return g.invoke(*f, s[match[0]:match[1]]).plain()
		}, !e.looksBefore && !e.looksBehind
	}
	with, known := g.text(1)
	switch {
	case !known:
		return nil, false
	case !groups:
		return func([]int) (string, bool) { return with, true }, true
	}
	template, known := templateOf(with, g.m.unit().Words.Errors != nil)
	if known && strings.Contains(template, "${") && (e.looksBefore || e.looksBehind) {
		return nil, false
	}
	return func(match []int) (string, bool) {
		return string(e.ExpandString(nil, template, s, match)), true
	}, known
}

// templateOf returns a replacement with groups as Go writes it, ${1}, from what other languages
// write: $1, \1, $&. It reports false for what is not understood.
func templateOf(s string, own bool) (string, bool) {
	if own {
		return s, true
	}
	var out strings.Builder
	for i := 0; i < len(s); i++ {
		next := byte(0)
		if i+1 < len(s) {
			next = s[i+1]
		}
		switch c := s[i]; {
		case c != '$' && c != '\\':
			out.WriteByte(c)
		case next >= '0' && next <= '9':
			out.WriteString("${" + string(next) + "}")
			i++
		case next == '&':
			out.WriteString("${0}")
			i++
		case c == '$' && next == '{' && i+3 < len(s) && s[i+3] == '}':
			out.WriteString(s[i : i+4])
			i += 3
		case c == '$' && next != '{' && next != '<':
			out.WriteString("$$")
		default:
			return "", false
		}
	}
	return out.String(), true
}

func hasFit(s string, g given) (Value, bool) {
	e, known := g.expression(0, true)
	if !known || e.looksBefore || e.looksBehind || e.within {
		return nil, false
	}
	return answer(e.MatchString(s)), true
}

func isFit(s string, g given) (Value, bool) {
	e, known := g.expression(0, true)
	if !known || e.looksBefore || e.looksBehind || e.within {
		return nil, false
	}
	e.Longest()
	return answer(e.FindString(s) == s && e.MatchString(s)), true
}

// findsFit gives nothing where a regular expression does not fit, at the beginning if it must, and something
// where it does.
func findsFit(begins bool) func(string, given) (Value, bool) {
	return func(s string, g given) (Value, bool) {
		e, known := g.expression(0, true)
		if !known || e.looksBefore || e.looksBehind || e.within {
			return nil, false
		}
		match := e.FindStringIndex(s)
		if match == nil || begins && match[0] != 0 {
			return Value{{form: nothing}}, true
		}
		return Value{{truth: true, parts: anyParts(g.m.depth())}}, true
	}
}

// makesExpression makes a regular expression of a text.
func makesExpression(s string, g given) (Value, bool) {
	x := anything(g.m.depth())
	x.regex = "/" + s + "/"
	if flags, known := g.text(0); known {
		x.regex += flags
	}
	return Value{x}, len(s) <= longestRegex
}

// substitutes runs a substitution of Perl: name =~ s/-/_/g, name =~ tr/a-z/A-Z/. It reports whether it is one of a text
// that stands in the source.
func (m *machine) substitutes(left, right int32, of Value, st *state) (Value, bool) {
	u := m.unit()
	if !u.Words.Signs || u.kind(right) != parse.Template {
		return nil, false
	}
	word, body, flags := substitution(u, right)
	does := map[string]Rewriting{"s": ReplacesFirst, "tr": Translates, "y": Translates}[word]
	if does == noRewriting {
		return nil, false
	}
	for u.kind(left) == parse.Wrapper || u.kind(left) == parse.Declare || u.kind(left) == parse.Assign || u.kind(left) == parse.Call { // (my $x = $y) =~ s/-/_/g
		left = u.Tree.Child(left, 0)
		if next := u.Tree.Nodes[left].Next; next != 0 && u.kind(left) == parse.Name && u.at(left) == "my" {
			left = u.Tree.Child(next, 0)
		}
	}
	if len(of) == 0 {
		of = m.quiet(left, st)
	}
	if !of.isOwnText() {
		return nil, false
	}
	v := Value{anything(m.depth())}
	if from, to, split := strings.Cut(body, "/"); split && !strings.ContainsAny(to, "$@(") {
		with := []argument{{value: textOf(from, m.depth())}, {value: textOf(to, m.depth())}}
		if does == ReplacesFirst {
			with[0].value[0].regex = "/" + from + "/" + flags
		}
		v, _ = m.remade(does, of, with...)
	}
	if u.kind(left) == parse.Name {
		m.assignFrom(left, v, st)
	}
	return Value{{form: boolean, truth: true}}, true
}

// substitution takes apart what is written s/from/to/flags.
func substitution(u *Unit, n int32) (word, body, flags string) {
	f := u.Tree.File
	node := u.Tree.Nodes[n]
	begins := int(f.Tokens[node.From].Start)
	src := string(f.Src[begins:min(begins+longestRegex, len(f.Src))])
	word, rest, found := strings.Cut(src, "/")
	from, rest, split := strings.Cut(rest, "/")
	to, rest, ends := strings.Cut(rest, "/")
	if !found || !split || !ends {
		return "", "", ""
	}
	end := 0
	for end < len(rest) && rest[end] >= 'a' && rest[end] <= 'z' {
		end++
	}
	return word, from + "/" + to, rest[:end]
}
