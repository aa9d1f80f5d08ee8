package reads

import (
	"slices"
	"strings"

	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// The accesses that were found are given to the tree: each to the node that it is.

// give makes an access of a match.
func (a *analysis) give(m *match) {
	r := a.prepare()
	node := r.nodeOf(m.access)
	if node == 0 {
		node = r.around(m.access)
	}
	idiom := m.pattern.idiom
	access := a.accessOf(m, node)
	if n := r.tree.Nodes[node]; idiom.Test && n.Kind == parse.Binary && (a.f.Is(int(n.At), "not") || a.f.Is(int(n.At), "!") || a.f.Is(int(n.At), "!in")) {
		access.Test, access.Absent = false, true
	}
	if !m.fallback.empty() {
		access.Fallback = r.nodeOf(m.fallback)
	}
	access.Names = func(value func(int32) evaluate.Value) []evaluate.Row { return a.rows(m, value) }
	access.Literal = m.member || !m.name.empty() && m.name.Hi == m.name.Lo+1 && a.f.Kind(m.name.Lo) == syntax.String
	if node == 0 || r.unit.Access[node] != nil || m.pattern.template == holePlaces || strings.HasPrefix(a.f.Text(m.access.Lo), "@") && (a.lang.Runs.Signs || a.f.Is(m.access.Lo, "@")) {
		a.loose = append(a.loose, m)
		return
	}
	r.unit.Access[node] = access
}

// accessOf returns what the idiom of a match says of an access.
func (a *analysis) accessOf(m *match, node int32) *evaluate.Access {
	idiom := m.pattern.idiom
	access := &evaluate.Access{Node: node, Kind: string(idiom.Kind), Test: idiom.Test, Absent: idiom.Absent, Optional: idiom.Need == Optional, Sets: idiom.Keeps, Each: idiom.Each, Of: m}
	access.Unset = a.lang.Runs.Unset
	if idiom.Unset != evaluate.Usual {
		access.Unset = idiom.Unset
	} else if idiom.Need == Required {
		access.Unset = evaluate.Fails
	}
	return access
}

// giveWhole makes an access of the environment as a whole.
func (a *analysis) giveWhole(m *match) {
	r := a.prepare()
	if node := r.nodeOf(m.access); node != 0 && r.unit.Access[node] == nil {
		r.unit.Access[node] = &evaluate.Access{Node: node, Whole: true, Literal: true, Of: m, Asked: a.asking(m, node)}
	}
}

// asking returns what tells, for the environment as a whole that was found, which access it
// is where something that holds it is asked for a variable: by a method with a number of
// arguments, an element, "[", or a member, ".".
func (a *analysis) asking(m *match, node int32) func(how string, arguments int) *evaluate.Access {
	path := m.pattern.path
	return func(how string, arguments int) *evaluate.Access {
		if how == "." {
			return a.memberOf(path, node)
		}
		if how == "in" {
			return a.askedIn(path, node)
		}
		of, close := path+"."+how, ")"
		if how == "[" {
			of, close = path, "]"
		}
		for _, p := range a.c.paths[of] {
			if len(p.after) > 0 && p.after[0].close == close {
				if access := a.calledWith(p, node, arguments); access != nil {
					return access
				}
			}
		}
		element := a.c.paths["$"+path] != nil && how == "[" // %ENV, of which $ENV{X} is one
		if arguments != 1 || how != "get" && how != "[" || !strings.HasSuffix(path, "()") && !element {
			return nil
		}
		access := a.namedBy(m, node) // of a map that was made of it
		access.Unset = evaluate.Nothing
		return access
	}
}

// namedBy returns the access of a match whose names are what stands in a node.
func (a *analysis) namedBy(m *match, node int32) *evaluate.Access {
	access := a.accessOf(m, node)
	access.Names = func(value func(int32) evaluate.Value) []evaluate.Row { return value(node).Rows() }
	return access
}

// memberOf returns the access that a member of the environment is, process.env.X, or nil.
func (a *analysis) memberOf(path string, node int32) *evaluate.Access {
	for _, p := range a.c.paths[path] {
		if len(p.after) != 2 || len(p.before) > 0 || p.after[0].kind != literal || !isMemberSign(p.after[0].text) || p.after[1].kind != hole || p.after[1].text != holeName || p.idiom.Test {
			continue
		}
		return a.namedBy(&match{pattern: p}, node)
	}
	return nil
}

// askedIn returns the access by which it is asked whether a variable is in the environment,
// name in process.env, or nil.
func (a *analysis) askedIn(path string, node int32) *evaluate.Access {
	for _, p := range a.c.paths[path] {
		if p.idiom.Test && len(p.after) == 0 && len(p.before) == 2 && p.before[1].text == "in" {
			return a.namedBy(&match{pattern: p}, node)
		}
	}
	return nil
}

// isMemberSign reports whether a sign stands before a member, as in process.env.X, and is no word
// between two operands.
func isMemberSign(s string) bool { return s != "" && (s[0] == '.' || s[0] == ':' || s[0] == '-') }

// giveReader makes a value of a function that reads where it is not called.
func (a *analysis) giveReader(at Range) {
	r := a.prepare()
	patterns := a.c.paths[a.pathOf(at, 0)]
	if f := a.f; f.Is(at.Lo-1, "&") && f.Is(at.Hi, "/") { // &System.get_env/1
		at = Range{at.Lo - 1, at.Hi + 2}
	}
	node := r.nodeOf(at)
	if node == 0 || r.unit.Access[node] != nil {
		return
	}
	r.unit.Access[node] = &evaluate.Access{Node: node, Literal: true, Reader: func(arguments int) *evaluate.Access {
		for _, p := range patterns {
			if access := a.calledWith(p, node, arguments); access != nil {
				return access
			}
		}
		return nil
	}}
}

// calledWith returns the access that a call with as many arguments is, if a
// pattern takes so many.
func (a *analysis) calledWith(p *pattern, node int32, arguments int) *evaluate.Access {
	if len(p.after) == 0 || len(p.after) > 2 || len(p.before) > 0 || p.after[0].kind != group {
		return nil
	}
	use := a.lang.useOf(p)
	if len(p.after) == 2 { // getOrElse("X") { "d" }
		if p.after[1].kind != group || p.after[1].close != "}" {
			return nil
		}
		arguments--
		use.Fallback = arguments
	}
	if names := p.after[0].args; len(names) != arguments || !holds(names[0], holeName) {
		return nil
	}
	access := a.accessOf(&match{pattern: p}, node)
	access.Names = func(value func(int32) evaluate.Value) []evaluate.Row {
		return p.idiom.variables(value(node).Rows())
	}
	access.Instead = max(use.Fallback, 0)
	return access
}

// giveWrites tells where the file itself gives variables values.
func (a *analysis) giveWrites() {
	r := a.run
	for _, m := range a.writes {
		node := r.nodeOf(m.access)
		if node == 0 { // a block stands behind it
			node = r.around(m.access)
		}
		if node != 0 {
			r.unit.Writes[node] = func(value func(int32) evaluate.Value) []evaluate.Row { return a.rows(m, value) }
		}
	}
}

// rows returns the names that a match may read.
func (a *analysis) rows(m *match, value func(int32) evaluate.Value) (rows []evaluate.Row) {
	of := func(at Range) []evaluate.Row {
		if n := a.run.nodeOf(at); n != 0 && value != nil {
			return value(n).Rows()
		}
		return rowsOfTexts(a.written(at), -1)
	}
	switch {
	case m.member:
		return []evaluate.Row{evaluate.Word(a.memberName(m.name.Lo))}
	case !m.template.empty():
		list := of(m.template)
		return rowsOfTexts(namesIn(textsOf(list), m.pattern.template), leastFrame(list))
	case !m.written.empty():
		list := of(m.written)
		return rowsOfTexts(writtenLikeVariables(textsOf(list)), leastFrame(list))
	case len(m.names) > 0:
		for _, name := range m.names {
			var keys []evaluate.Row
			if m.pattern.idiom.Sets {
				keys = a.keysOf(name)
			}
			if keys == nil {
				keys = a.listed(name, of)
			}
			rows = append(rows, keys...)
		}
		return rows
	case m.name.empty():
		return []evaluate.Row{evaluate.Anything()}
	}
	return m.pattern.idiom.variables(of(m.name))
}

// memberName returns the name at a token: in braces it may end with what is in parentheses,
// ${env:ProgramFiles(x86)}.
func (a *analysis) memberName(i int) string {
	f := a.f
	if f.Table.WordSplit != 0 && f.Is(i+1, "(") && f.Is(i+3, ")") && f.Is(i+4, "}") {
		return string(f.Src[f.Tokens[i].Start:f.Tokens[i+3].End])
	}
	return f.Text(i)
}

// variables returns the names of the variables that texts stand for.
func (i *Idiom) variables(rows []evaluate.Row) []evaluate.Row {
	for n, row := range rows {
		if i.Dashed {
			row = slices.Clone(row)
			for k, part := range row {
				text, any := part.Text()
				row[k] = evaluate.Piece(strings.ToUpper(strings.ReplaceAll(text, "-", "_")), any, part.Frame())
			}
		}
		if i.Prefix != "" {
			row = append(evaluate.Word(i.Prefix), row...)
		}
		rows[n] = row
	}
	return rowsBehind(rows, i.Behind)
}

// rowsBehind returns those of some names that begin in one of a few ways,
// without that beginning; all where nothing is asked of them.
func rowsBehind(rows []evaluate.Row, beginnings []string) (list []evaluate.Row) {
	if len(beginnings) == 0 {
		return rows
	}
	for _, row := range rows {
		if len(row) == 0 {
			continue
		}
		text, any := row[0].Text()
		for _, beginning := range beginnings {
			if rest, has := strings.CutPrefix(text, beginning); has && !any {
				list = append(list, append(evaluate.Row{evaluate.Piece(rest, false, row[0].Frame())}, row[1:]...))
				break
			}
		}
	}
	return list
}

// listed returns the names in one of several operands: a name, or a list of
// words without quotes, %w[a b].
func (a *analysis) listed(at Range, of func(Range) []evaluate.Row) (rows []evaluate.Row) {
	open := a.f.Text(at.Lo)
	if a.f.Kind(at.Lo) != syntax.Open || len(open) < 2 || open[0] != '%' && !strings.HasPrefix(open, "qw") {
		return of(at)
	}
	for i := at.Lo + 1; i < at.Hi-1; i++ {
		if a.f.Kind(i) == syntax.Text || a.f.Kind(i) == syntax.Word {
			for _, name := range strings.Fields(a.f.Text(i)) {
				rows = append(rows, evaluate.Word(name))
			}
		}
	}
	return rows
}

// keysOf returns the keys of a map that is written out, or the label of an argument:
// {"A": "1"}, A="1".
func (a *analysis) keysOf(at Range) (rows []evaluate.Row) {
	t := a.run.tree
	note := func(n int32) {
		if t.Nodes[n].Kind != parse.Pair {
			return
		}
		if key := t.Child(n, 0); t.Nodes[key].Next == 0 { // a: b
			rows = append(rows, evaluate.Word(strings.Trim(t.Name(n), "\"':")))
		} else if text, is := a.f.Value(int(t.Nodes[key].From)); is {
			rows = append(rows, evaluate.Word(text))
		}
	}
	n := a.run.nodeOf(at)
	if note(n); t.Nodes[n].Kind == parse.Record {
		t.Children(n, func(c int32) bool { note(c); return true })
	}
	return rows
}

func leastFrame(rows []evaluate.Row) int32 {
	least := int32(1 << 20)
	for _, row := range rows {
		for _, p := range row {
			least = min(least, p.Frame())
		}
	}
	if least == 1<<20 {
		return -1
	}
	return least
}

// textsOf and rowsOfTexts turn rows into texts and back.
func textsOf(rows []evaluate.Row) (list []text) {
	for _, row := range rows {
		var t text
		for _, p := range row {
			s, any := p.Text()
			t = append(t, part{text: s, any: any})
		}
		list = append(list, t)
	}
	return list
}

func rowsOfTexts(list []text, frame int32) (rows []evaluate.Row) {
	for _, t := range list {
		var row evaluate.Row
		for _, p := range t {
			row = append(row, evaluate.Piece(p.text, p.any, frame))
		}
		rows = append(rows, row)
	}
	return rows
}
