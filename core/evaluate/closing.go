package evaluate

import (
	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// closing notes whether the cases of a switch are all that a value may be: where
// whatever else comes stops the program, or is not used.
func (m *machine) closing(n int32, subject Value, node int32, cases []int32) {
	if m.focus != nil || node == 0 {
		return
	}
	tags := subject.sites()
	if len(tags) == 0 {
		return
	}
	u := m.unit()
	closed, named := true, 0
	for i, c := range cases {
		list := u.children(c)
		block := m.blockOf(cases, i)
		patterns := list
		if len(list) > 0 && u.kind(list[len(list)-1]) == parse.Block {
			patterns = list[:len(list)-1]
		}
		others := len(patterns) == 0
		bound := ""
		for _, p := range patterns {
			switch {
			case u.beginsWithText(p):
				named++
			case u.kind(p) == parse.Declare && u.kind(u.Tree.Child(p, 0)) == parse.Name: // var other
				others, bound = true, u.at(u.Tree.Child(p, 0))
			case u.kind(p) == parse.Name && !u.Words.Nothing[u.at(p)] && (u.Words.Variables || !syntax.IsCapital(u.at(p))) && u.at(p) != "null" && u.at(p) != "nil":
				others, bound = true, u.at(p)
			}
		}
		if others && m.passesOn(block, u.variableIn(node), bound) {
			closed = false
		}
	}
	if named == 0 {
		return
	}
	for _, t := range tags {
		if closed {
			m.reads[t].Closed = true
		} else {
			m.reads[t].Passed, m.reads[t].Others = true, true
		}
	}
}

// variableIn returns the text of what a switch asks for, without what only changes how it is written:
// $value of strtolower($value), name of name.lower().
func (u *Unit) variableIn(n int32) string {
	for depth := 0; depth < 8; depth++ {
		list := u.children(n)
		switch k := u.kind(n); {
		case k == parse.Wrapper && len(list) == 1:
			n = list[0]
		case k == parse.Call && len(list) == 2 && u.kind(list[0]) == parse.Name:
			n = list[1]
		case k == parse.Call && len(list) > 0 && u.kind(list[0]) == parse.Member && u.Tree.Child(list[0], 0) != 0:
			n = u.Tree.Child(list[0], 0)
		case k == parse.Member && len(list) > 0 && u.Words.Quiet:
			n = list[0]
		default:
			return u.Tree.Text(n)
		}
	}
	return u.Tree.Text(n)
}

// beginsWithText reports whether a pattern is a text, or several: "a" | "b" as c.
func (u *Unit) beginsWithText(n int32) bool {
	for depth := 0; depth < 8; depth++ {
		switch u.kind(n) {
		case parse.Text:
			return true
		case parse.Binary, parse.Wrapper, parse.Declare:
			n = u.Tree.Child(n, 0)
		default:
			return false
		}
	}
	return false
}

// passesOn reports whether a block uses the value that a switch is about.
func (m *machine) passesOn(block int32, subject, bound string) bool {
	u := m.unit()
	if m.leaves(block) && u.kind(block) == parse.Block && u.kind(u.lastChild(block)) != parse.Return {
		return false
	}
	node := u.Tree.Nodes[block]
	for i := int(node.From); i < int(node.To); i++ {
		if word := u.Tree.File.Text(i); word == subject || bound != "" && bound != "_" && word == bound {
			return true
		}
	}
	return false
}
