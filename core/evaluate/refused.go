package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// What is compared with a text is said to take it, unless the program refuses that text.

// refuse takes back literals that a condition refuses: where it is true, the
// program stops or leaves.
func (m *machine) refuse(cond int32, blocks []int32, st *state) {
	if m.focus != nil {
		return
	}
	u := m.unit()
	refused := len(blocks) == 0 && u.kind(cond) != parse.Choice
	if len(blocks) > 0 {
		refused = m.leaves(blocks[0]) && !m.answersThere(blocks[0])
	}
	if refused && len(blocks) > 0 || len(blocks) == 0 && m.isWhile(cond) || len(blocks) > 0 && m.isReplaced(blocks[0], m.unit().askedFor(cond)) {
		m.refuseIn(cond, st, 0)
	}
}

// answersThere reports whether what leaves there gives something back: more than nothing, no, or an error.
func (m *machine) answersThere(n int32) bool {
	u := m.unit()
	for n != 0 && (u.kind(n) == parse.Block || u.kind(n) == parse.Wrapper) {
		n = u.lastChild(n)
	}
	value := u.lastChild(n)
	if u.kind(n) != parse.Return || value == 0 {
		return false
	}
	if k := u.kind(value); k == parse.List || k == parse.Record { // return nil, err
		value = u.lastChild(value)
	}
	switch word := u.at(value); u.kind(value) {
	case parse.Name, parse.Number:
		return !u.Words.Nothing[word] && !strings.EqualFold(word, "false") && !strings.HasPrefix(strings.ToLower(word), "err") && u.Tree.Text(value) != "-1"
	case parse.Unary, parse.Throw:
		return false
	case parse.Call, parse.Wrapper, parse.Member:
		return !strings.Contains(strings.ToLower(m.calleePath(value)+u.Tree.Text(u.Tree.Child(value, 0))), "err")
	}
	return true
}

// askedFor returns the source of what a condition asks for in a list, or "".
func (u *Unit) askedFor(cond int32) string {
	list := u.children(cond)
	switch {
	case u.kind(cond) == parse.Binary && u.at(cond) == "in":
		return u.Tree.Text(list[0])
	case u.kind(cond) == parse.Call && len(list) == 2 && u.kind(list[0]) == parse.Member && listAsks[u.at(list[0])]:
		return u.Tree.Text(list[1])
	}
	return ""
}

// listAsks are methods of a list that ask whether something is in it.
var listAsks = map[string]bool{"includes": true, "contains": true, "Contains": true, "include?": true, "has": true}

// isReplaced reports whether a block does no more than give a variable another value.
func (m *machine) isReplaced(block int32, name string) bool {
	u := m.unit()
	list := u.children(block)
	return name != "" && u.kind(block) == parse.Block && len(list) == 1 && u.kind(list[0]) == parse.Assign && u.Tree.Text(u.Tree.Child(list[0], 0)) == name
}

func (m *machine) isWhile(cond int32) bool {
	u := m.unit()
	i := int(u.Tree.Nodes[cond].From) - 1
	return u.Tree.File.Is(i, "while") || u.Tree.File.Is(i-1, "while")
}

// refuseIn takes back the literals of comparisons in a condition that holds
// where something is refused.
func (m *machine) refuseIn(n int32, st *state, depth int) {
	u := m.unit()
	if depth > 8 {
		return
	}
	switch u.kind(n) {
	case parse.Binary:
		switch op := u.at(n); op {
		case "||", "or", "&&", "and":
			parts := u.children(n)
			if (op == "&&" || op == "and") && len(parts) == 2 && !m.tellOfOne(parts[0], parts[1]) { // no text is refused: not with what another holds
				return
			}
			for _, c := range parts {
				m.refuseIn(c, st, depth+1)
			}
		case "==", "===", "in", "eq":
			m.takeBack(n, st)
		}
	case parse.Wrapper:
		m.refuseIn(u.Tree.Child(n, 0), st, depth+1)
	case parse.Call:
		m.takeBack(n, st)
	}
}

// tellOfOne reports whether two parts of a condition may ask of one variable, or one of them of none.
func (m *machine) tellOfOne(a, b int32) bool {
	first, second := m.tagsIn(a, 0), m.tagsIn(b, 0)
	return len(first) == 0 || len(second) == 0 || slices.ContainsFunc(first, func(s int32) bool {
		return slices.ContainsFunc(second, func(t int32) bool { return m.reads[s].key == m.reads[t].key })
	})
}

// tagsIn returns the reads that a part of a condition asks of.
func (m *machine) tagsIn(n int32, depth int) sites {
	tags := m.tags[place{m.context, n}]
	for _, c := range m.unit().children(n) {
		if depth < 6 {
			tags = tags.with(m.tagsIn(c, depth+1))
		}
	}
	return tags
}

// takeBack takes back the literals that stand in a node.
func (m *machine) takeBack(n int32, st *state) {
	u := m.unit()
	tags := m.tagsIn(n, 0)
	var texts []string
	var walk func(n int32, depth int)
	walk = func(n int32, depth int) {
		if s, ok := u.literal(n); ok {
			texts = append(texts, s)
		} else if u.kind(n) == parse.Name {
			v, _, _ := m.lookup(u.at(n), st)
			for _, x := range v {
				for _, e := range x.list {
					if s, plain := e.plain(); plain && x.form == sequence {
						texts = append(texts, s)
					}
				}
			}
		}
		if depth < 6 {
			for _, c := range u.children(n) {
				walk(c, depth+1)
			}
		}
	}
	walk(n, 0)
	for _, t := range tags {
		r := m.reads[t]
		r.Closed = false
		for _, s := range r.Literals {
			if slices.Contains(texts, s) {
				r.refused = append(r.refused, s)
			}
		}
		r.Literals = slices.DeleteFunc(r.Literals, func(s string) bool { return slices.Contains(texts, s) })
	}
}
