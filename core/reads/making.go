package reads

import (
	"bytes"
	"slices"
)

// Making tells how a language writes that an object of a class is made, or that one class
// hands down what it has to another. Nothing is made by the zero value.
type Making struct {
	behind, before []string
	declares       bool // Name object(x);
}

// MakingOf returns how a language makes objects.
func MakingOf(l *Language) Making {
	if l != nil && l.Prototypes {
		return Making{declares: true, behind: []string{"(", "{"}, before: []string{"new", ":", "public", "<"}}
	}
	return Making{
		behind: []string{"(", "{", "<", "::", ".new", "->new"},
		before: []string{"extends", "extend", "prepend", "with", "use", "new", "include", "(", "<", ":", ","},
	}
}

// MakingBeside returns how a language makes objects by functions that stand beside their
// classes, behind the name of a module: env.New("GATE_").
func MakingBeside(l *Language) Making {
	if l != nil && len(l.Runs.Errors) > 0 {
		return Making{behind: []string{".New"}}
	}
	return Making{}
}

// Any reports whether anything is made so.
func (m Making) Any() bool { return len(m.behind) > 0 }

// defining are words before a name that say that it is defined there.
var defining = []string{"class", "struct", "interface", "trait", "object", "type", "module", "enum", "impl", "namespace"}

// In reports whether the class whose name is at src[from:to] is made or extended there.
func (m Making) In(src []byte, from, to int) bool {
	if len(m.behind) == 0 {
		return false
	}
	before, after := bytes.TrimRight(src[max(0, from-40):from], " \t"), bytes.TrimLeft(src[to:min(len(src), to+40)], " \t")
	ends := func(word string) bool { return bytes.HasSuffix(before, []byte(word)) }
	if slices.ContainsFunc(defining, ends) {
		return false
	}
	begins := func(word string) bool { return bytes.HasPrefix(after, []byte(word)) }
	return slices.ContainsFunc(m.behind, begins) || slices.ContainsFunc(m.before, ends) || m.declares && len(after) > 0 && isNameByte(after[0])
}
