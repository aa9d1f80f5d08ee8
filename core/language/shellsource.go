package language

import (
	"bytes"
	"maps"
	"slices"
	"strings"

	"inzicht/core/reads"
	tokens "inzicht/core/syntax"

	"mvdan.cc/sh/v3/syntax"
)

// Sourced is a file that a script takes in.
type Sourced struct {
	Path string // as it is written, behind what is not known of it
	Open bool   // something that is not known is before Path
	Line int
	End  int    // the column behind it, in bytes
	Last [2]int // line and column up to which it counts, where that is a shell of its own; else none
}

// Before reports whether a file is taken in before a place, and what it sets counts there.
func (s Sourced) Before(line, column int) bool {
	begun := s.Line < line || s.Line == line && s.End <= column
	return begun && (s.Last[0] == 0 || line < s.Last[0] || line == s.Last[0] && column < s.Last[1])
}

// Setting is a variable that a script gives a value.
type Setting struct {
	Name   string
	Line   int
	Always bool // on every way through the script
}

// parsedScript returns the tree of a script, or nil for what is none.
func parsedScript(src []byte) *syntax.File {
	if !tokens.ScriptWithin(src, maxNesting) {
		return nil
	}
	file, err := syntax.NewParser(syntax.Variant(syntax.LangBash)).Parse(bytes.NewReader(src), "")
	if err != nil {
		return nil
	}
	return file
}

// ShellTakes returns the files that a script takes in.
func ShellTakes(src []byte) (takes []Sourced) {
	file := parsedScript(src)
	if file == nil {
		return nil
	}
	var shells []syntax.Node // of their own, that are open, each behind those that it is in
	syntax.Walk(file, func(n syntax.Node) bool {
		for n != nil && len(shells) > 0 && shells[len(shells)-1].End().Offset() <= n.Pos().Offset() {
			shells = shells[:len(shells)-1]
		}
		switch n := n.(type) {
		case *syntax.CmdSubst, *syntax.Subshell:
			shells = append(shells, n)
		case *syntax.CallExpr:
			if len(n.Args) < 2 || firstWord(n) != "." && firstWord(n) != "source" {
				break
			}
			if path, open := endOfWord(n.Args[1].Parts); path != "" {
				takes = append(takes, Sourced{path, open, int(n.End().Line()), int(n.End().Col()), lastOfShell(shells)})
			}
		}
		return true
	})
	return takes
}

// lastOfShell returns the line and the column behind the innermost of the shells of their own
// that are open; or none.
func lastOfShell(shells []syntax.Node) (last [2]int) {
	if len(shells) > 0 {
		end := shells[len(shells)-1].End()
		last = [2]int{int(end.Line()), int(end.Col())}
	}
	return last
}

// ShellSets returns what a script sets, outside functions or in them.
func ShellSets(src []byte) (sets []Setting) {
	file := parsedScript(src)
	if file == nil {
		return nil
	}
	var settings shellSettings
	settings.of(file, nodesOf(file))
	script := &tokens.File{Src: src}
	for _, name := range slices.Sorted(maps.Keys(settings.names)) {
		for _, span := range settings.names[name] {
			if !span.inside {
				line, _ := script.Position(int(span.from))
				sets = append(sets, Setting{name, line, span.to == shellEnd})
			}
		}
	}
	return sets
}

// MayTakeIn reports whether a script may take in another one.
func MayTakeIn(src []byte) bool {
	for _, command := range []string{". ", "source "} {
		for at := 0; ; at++ {
			n := bytes.Index(src[at:], []byte(command))
			if n < 0 {
				break
			}
			at += n
			if beginsCommand(src[:at]) {
				return true
			}
		}
	}
	return false
}

// beginsCommand reports whether a command may begin behind some source.
func beginsCommand(before []byte) bool {
	before = bytes.TrimRight(before, " \t")
	if len(before) == 0 || bytes.IndexByte([]byte("\n;&|{("), before[len(before)-1]) >= 0 {
		return true
	}
	for _, word := range []string{"then", "do", "else"} {
		if bytes.HasSuffix(before, []byte(word)) {
			return true
		}
	}
	return false
}

// endOfWord returns the plain text that a word ends with, and whether something
// that is not known is before it.
func endOfWord(parts []syntax.WordPart) (text string, open bool) {
	for _, part := range slices.Backward(parts) {
		piece := ""
		switch p := part.(type) {
		case *syntax.Lit:
			piece = p.Value
		case *syntax.SglQuoted:
			piece = p.Value
		case *syntax.DblQuoted:
			if piece, open = endOfWord(p.Parts); open {
				return piece + text, true
			}
		default:
			return text, true
		}
		text = piece + text
	}
	return strings.ReplaceAll(text, `\`, ""), false
}

// ShellHelper is what a function of a script reads that is given the name of the variable.
type ShellHelper struct {
	Param int     // which argument names it, from 1; 0 for each of them
	Spelt string  // how it puts the name together of what it is given, or ""
	Other int     // which argument is used instead, or 0
	Usual *string // the text that is used instead, or nil
	Need  reads.Need
	Fails bool // it returns a failure where the variable has no value
}

// ShellHelpers returns the functions of a script that are given the name of what they
// read, by their names.
func ShellHelpers(src []byte) map[string][]ShellHelper {
	if !bytes.Contains(src, []byte("${!")) && !bytes.Contains(src, []byte("eval")) {
		return nil
	}
	s, nodes := scriptIn(src)
	if s == nil {
		return nil
	}
	helpers := map[string][]ShellHelper{}
	s.look(nodes, s.strictness, s.failing.note, s.assigned, s.copied, s.checks, s.defines)
	for name, list := range s.functions { // in any order
		for _, f := range list {
			helpers[name] = append(helpers[name], ShellHelper{Param: f.param, Spelt: f.spelt, Other: f.other, Usual: f.usual, Need: f.outcome.need})
		}
	}
	s, nodes = scriptIn(src)
	s.look(nodes, s.strictness, s.failing.note)
	s.failing.ends, s.failing.asked = true, nil // as if the script ended where one fails
	s.look(nodes, s.assigned, s.copied, s.checks, s.defines)
	for name, list := range s.functions { // in any order
		for i, f := range list {
			h := &helpers[name][i]
			h.Fails = f.outcome.need == reads.Required && h.Need != reads.Required
		}
	}
	return helpers
}

// ShellCalls returns the reads that a script makes through functions of scripts that it
// takes in. Those that it defines itself are its own.
func ShellCalls(src []byte, helpers map[string][]ShellHelper) []reads.Read {
	s, nodes := scriptIn(src)
	if s == nil {
		return nil
	}
	s.look(nodes, s.assigned, s.defines, s.strictness, s.failing.note)
	for name := range s.functions { // in any order
		delete(helpers, name)
	}
	s.functions = map[string][]*shellFunction{}
	for name, list := range helpers { // in any order
		for _, h := range list {
			need := h.Need
			if h.Fails && (s.failing.wanted[name] || s.failing.ends && !s.failing.asked[name]) {
				need = reads.Required
			}
			s.functions[name] = append(s.functions[name], &shellFunction{param: h.Param, spelt: h.Spelt, other: h.Other, usual: h.Usual, outcome: &outcome{need: need}})
		}
	}
	for _, n := range nodes {
		switch n := n.(type) {
		case *syntax.ForClause:
			s.loop(n)
		case *syntax.CallExpr:
			s.calls(n)
		}
	}
	return s.reads
}

// scriptIn returns what readShell begins with, or nil for what is no script.
func scriptIn(src []byte) (*script, []syntax.Node) {
	file := parsedScript(src)
	if file == nil {
		return nil, nil
	}
	s := newScript(src)
	return s, s.nodes(file)
}
