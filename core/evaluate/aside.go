package evaluate

import (
	"bytes"

	"inzicht/core/parse"
)

// What functions that have nothing to do with the environment do to a variable of the
// file is not run: what it held at first is not what it holds.

// isUnsettled reports whether a condition asks what a variable of the file holds that a
// function may have changed which is not run: if (verbose), mode < 0.
func (m *machine) isUnsettled(n int32, st *state) bool {
	u := m.unit()
	if u != m.u || m.frame().fn == nil {
		return false
	}
	switch u.kind(n) {
	case parse.Name:
		v, _, found := m.lookup(u.at(n), st)
		global, known := m.global(u.at(n))
		return found && known && len(v) == 1 && len(global) == 1 && v[0].isFlag() && global[0].isFlag() && u.changesAside(u.at(n))
	case parse.Wrapper, parse.Unary:
		return m.isUnsettled(u.Tree.Child(n, 0), st)
	case parse.Binary:
		list := u.children(n)
		return len(list) == 2 && (comparing[u.at(n)] || comparisons[u.at(n)]) && (m.isUnsettled(list[0], st) || m.isUnsettled(list[1], st))
	}
	return false
}

// isFlag reports whether a value is a number, a truth or nothing, and of no variable.
func (x alt) isFlag() bool {
	return (x.form == number || x.form == boolean || x.form == nothing) && x.isOwn() && x.worked == 0
}

// isOwn reports whether a value is the program's, and tells of no variable.
func (x alt) isOwn() bool { return len(x.sites) == 0 && x.missing|x.depends == 0 }

// changesAside reports whether a function that has nothing to do with the environment
// gives a variable of the file a value.
func (u *Unit) changesAside(name string) bool {
	u.leavingLock.Lock()
	defer u.leavingLock.Unlock()
	known, found := u.aside[name]
	if !found {
		known = u.findAside(name)
		if u.aside == nil {
			u.aside = map[string]bool{}
		}
		u.aside[name] = known
	}
	return known
}

func (u *Unit) findAside(name string) bool {
	src, word := u.Tree.File.Src, []byte(name)
	if u.Words.OwnScopes && !bytes.Contains(src, []byte("global "+name)) && !bytes.Contains(src, []byte("global $"+name)) {
		return false
	}
	for at := 0; ; at += len(word) {
		next := bytes.Index(src[at:], word)
		if next < 0 {
			return false
		}
		at += next
		if isAssigned(src, at, at+len(word)) && u.isPassedOver(int32(at)) {
			return true
		}
	}
}

// isAssigned reports whether what is at src[from:to] is a name that something gives a
// value, or the place of.
func isAssigned(src []byte, from, to int) bool {
	before, behind := bytes.TrimRight(src[max(0, from-8):from], " \t"), bytes.TrimLeft(src[to:min(len(src), to+8)], " \t")
	if from > 0 && isWordByte(src[from-1]) || to < len(src) && isWordByte(src[to]) || bytes.HasSuffix(before, []byte(".")) {
		return false
	}
	for _, mark := range []string{"++", "--", "&"} {
		if bytes.HasSuffix(before, []byte(mark)) && !bytes.HasSuffix(before, []byte("&&")) {
			return true
		}
	}
	if len(behind) < 2 {
		return false
	}
	if behind[0] == '=' {
		return behind[1] != '=' && behind[1] != '>' && behind[1] != '~'
	}
	return bytes.IndexByte([]byte("+-*/|&^%?"), behind[0]) >= 0 && (behind[1] == '=' || (behind[0] == '+' || behind[0] == '-') && behind[1] == behind[0])
}

func isWordByte(c byte) bool {
	return c == '_' || c == '$' || c >= '0' && c <= '9' || c >= 'A' && c <= 'Z' || c >= 'a' && c <= 'z'
}

// isPassedOver reports whether a place in a file is in a function that is not run.
func (u *Unit) isPassedOver(at int32) bool {
	f := u.Tree.File
	for _, fold := range f.Folds {
		if fold.Lo <= at && at < fold.Hi {
			return true
		}
	}
	for _, fn := range u.list {
		node := u.Tree.Nodes[fn.Node]
		if f.Tokens[node.From].Start <= at && at < f.Tokens[node.To-1].End {
			return !fn.concerned
		}
	}
	return false
}
