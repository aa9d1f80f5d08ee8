package language

import (
	"bytes"
	"strings"

	"inzicht/core/late"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// Makefiles read what they expand without setting it; "NAME ?= fallback" sets
// it only where the environment does not.
var makefile = &reads.Language{
	Name:       "make",
	Extensions: []string{".mk", ".mak"},
	Names:      []string{"Makefile", "makefile", "GNUmakefile"},
	Triggers:   []string{"$", "?="},
	Own:        readMakefile,
}

// makeOwn are variables that make sets or that its own rules are made of.
var makeOwn = wordSet("MAKE MAKEFLAGS MAKECMDGOALS MAKEFILE_LIST MAKELEVEL MFLAGS CURDIR SHELL RM AR AS CC CXX CPP FC LD LEX YACC ARFLAGS ASFLAGS CFLAGS CXXFLAGS CPPFLAGS LDFLAGS LDLIBS LFLAGS YFLAGS DESTDIR VPATH SUFFIXES LIBS INSTALL OUTPUT_OPTION LINK COMPILE MAKE_VERSION MAKE_HOST OS")

func readMakefile(src []byte) (list []reads.Read, err error) {
	f := &syntax.File{Src: src}
	lines := linesOf(src, "#")
	set := map[string]bool{}
	for _, line := range lines {
		name, operator := makeAssignment(line.text)
		if name == "" {
			continue
		}
		if operator == "?=" && !set[name] && isEnvironmentName(name) && !makeOwn[name] {
			_, value, _ := bytes.Cut(line.text, []byte("?="))
			fallback := strings.TrimSpace(string(value))
			r := reads.Read{Name: name, Access: "?=", Need: reads.Optional, Fallback: &fallback, FallbackComputed: strings.Contains(fallback, "$"), Scope: reads.Build}
			r.Line, r.Column = f.Position(line.offset + bytes.Index(line.text, []byte(name)))
			list = append(list, r)
		}
		set[name] = true
	}
	list = append(list, makeConditions(f, lines, set)...)
	given := makeGuards(lines)
	for n, line := range lines {
		for _, s := range []style{{open: "$(", close: ")"}, dollarBraces} {
			for _, p := range placeholders(line.text, line.offset, s) {
				if p.operator == "" && !set[p.name] && !makeOwn[p.name] {
					r := p.read(f, "$(…)")
					r.Scope = reads.Build
					r.Need = makeNeed(lines, n, p.offset-line.offset, r.Need)
					if given[n][p.name] {
						r.Need = reads.Optional
					}
					column := p.offset - line.offset
					if m := makeInstead().FindSubmatch(line.text[column:]); m != nil && makeAsked().Match(line.text[:column]) { // $(or $(NAME),cc)
						fallback := strings.TrimSpace(string(m[1]))
						r.Need, r.Fallback = reads.Optional, &fallback
					}
					list = append(list, r)
				}
			}
		}
	}
	return list, nil
}

// makeNeed returns the need of what a line expands at a column: it is asked for
// by ifeq ($(X),y), $(or $(X),y) and $(if $(X),y), and stops make where ifeq
// ($(X),) has an error behind it.
func makeNeed(lines []textLine, n, column int, need reads.Need) reads.Need {
	line := lines[n].text
	switch {
	case makeEmpty().Match(line) && n+1 < len(lines) && bytes.Contains(lines[n+1].text, []byte("$(error")):
		return reads.Required
	case makeCompare().Match(line) || makeAsked().Match(line[:min(max(column, 0), len(line))]):
		return reads.Optional
	}
	return need
}

// deepestGuard bounds how deep conditions of make lie in each other.
const deepestGuard = 40

// makeGuards returns, for each line, the variables that the conditions round it
// ask for: there they are set.
func makeGuards(lines []textLine) []map[string]bool {
	type guard struct {
		name     string
		set, now bool // name is set where the condition holds; it holds here
	}
	var open []guard
	given := make([]map[string]bool, len(lines))
	for n, line := range lines {
		text := bytes.TrimSpace(line.text)
		switch m := makeGuard().FindSubmatch(text); {
		case m != nil && len(open) < deepestGuard:
			word, name := string(m[1]), string(m[2])+string(m[3])
			open = append(open, guard{name, word == "ifdef" || word == "ifneq", true})
		case bytes.HasPrefix(text, []byte("if")) && makeBegins().Match(text) && len(open) < deepestGuard:
			open = append(open, guard{})
		case len(open) > 0 && bytes.HasPrefix(text, []byte("else")):
			open[len(open)-1].now = false
		case len(open) > 0 && bytes.HasPrefix(text, []byte("endif")):
			open = open[:len(open)-1]
		}
		for _, g := range open {
			if g.name != "" && g.set == g.now {
				if given[n] == nil {
					given[n] = map[string]bool{}
				}
				given[n][g.name] = true
			}
		}
	}
	return given
}

// makeTarget is what is before an assignment for one target, and those that it
// is made from.
var makeTarget = late.Regexp(`^[^\s:=#$][^:=#]*:[ \t]+`)

// makeAssignment returns the name and the operator of "NAME := value", which may
// stand behind a target or in $(eval …).
func makeAssignment(line []byte) (name, operator string) {
	text := strings.TrimSpace(strings.TrimPrefix(strings.TrimSpace(string(makeTarget().ReplaceAll(line, nil))), "$(eval "))
	for _, word := range []string{"export ", "override ", "private ", "define "} {
		text = strings.TrimSpace(strings.TrimPrefix(text, word))
	}
	name = leading(text)
	if name != "" && strings.HasPrefix(strings.TrimSpace(string(line)), "define ") {
		return name, "="
	}
	rest := strings.TrimLeft(text[len(name):], " \t")
	for _, op := range []string{"?=", ":=", "::=", "+=", "!=", "="} {
		if name != "" && strings.HasPrefix(rest, op) {
			return name, op
		}
	}
	return "", ""
}

var (
	makeGuard     = late.Regexp(`^(ifdef|ifndef|ifeq|ifneq)\s*(?:\(\s*(?:\$\(strip\s+)?\$[({]([A-Za-z_][A-Za-z0-9_]*)[)}]\s*\)?,\s*\)|([A-Za-z_][A-Za-z0-9_]*)\s*$)`)
	makeBegins    = late.Regexp(`^ifn?(eq|def)\b`)
	makeCompare   = late.Regexp(`^\s*(else\s+)?ifn?eq\b`)
	makeEmpty     = late.Regexp(`^\s*ifeq\s*\(\s*(\$\(strip\s+)?\$[({][A-Za-z_][A-Za-z0-9_]*[)}]\s*\)?,\s*\)`)
	makeAsked     = late.Regexp(`\$\((or|if)\s+(\$\([A-Za-z_][A-Za-z0-9_]*\)\s*,\s*)*$`)
	makeCondition = late.Regexp(`^\s*(ifndef|ifdef)\s+([A-Za-z_][A-Za-z0-9_]*)`)
	makeInstead   = late.Regexp(`^\$[({][A-Za-z_][A-Za-z0-9_]*[)}]\s*,\s*([^,$(){}]+)\)`)
	makeExpansion = late.Regexp(`\$(\([^()]*\)|\{[^{}]*\}|.)`)
	recipeReads   = late.Regexp(`\$\$\{?([A-Z_][A-Z0-9_]+)\b`)
)

// makeConditions finds what is asked for, ifndef NAME with an error behind it,
// and what the shells of recipes read: $${NAME}.
func makeConditions(f *syntax.File, lines []textLine, set map[string]bool) (list []reads.Read) {
	add := func(line textLine, column int, name, access string, need reads.Need) {
		if set[name] || makeOwn[name] || !isEnvironmentName(name) {
			return
		}
		r := reads.Read{Name: name, Access: access, Need: need, Scope: reads.Build}
		r.Line, r.Column = f.Position(line.offset + column)
		list = append(list, r)
	}
	for n, line := range lines {
		if m := makeCondition().FindSubmatchIndex(line.text); m != nil {
			need := reads.Optional
			if n+1 < len(lines) && string(line.text[m[2]:m[3]]) == "ifndef" && bytes.Contains(lines[n+1].text, []byte("$(error")) {
				need = reads.Required
			}
			add(line, m[4], string(line.text[m[4]:m[5]]), string(line.text[m[2]:m[3]]), need)
		}
		if len(line.text) > 0 && line.text[0] == '\t' && len(line.text) < longestLine {
			said := recipeSays(line.text)
			for _, m := range recipeReads().FindAllSubmatchIndex(line.text, -1) {
				name := string(line.text[m[2]:m[3]])
				if bytes.Contains(line.text, []byte("for "+name+" ")) || bytes.Contains(line.text, []byte(name+"=")) {
					continue
				}
				before := len(list)
				add(line, m[0], name, "$$", reads.Expected)
				if r, known := said[name]; known && len(list) > before && r.Need != "" {
					list[before].Need, list[before].Fallback = r.Need, r.Fallback
				}
			}
		}
	}
	return list
}

// recipeSays returns what a line of a recipe says as a script, by the names of the
// variables that its shell reads. Where it fails, make stops.
func recipeSays(line []byte) map[string]reads.Read {
	if !bytes.Contains(line, []byte("$$")) {
		return nil
	}
	script := bytes.TrimLeft(line, "\t @-+")
	script = bytes.ReplaceAll(script, []byte("$$"), []byte("\x00"))
	script = makeExpansion().ReplaceAll(script, []byte("x"))
	script = bytes.TrimSuffix(bytes.ReplaceAll(script, []byte{0}, []byte("$")), []byte(`\`))
	list, err := readShell(append([]byte("set -e\n"), script...))
	if err != nil {
		return nil
	}
	said := map[string]reads.Read{}
	for _, r := range list {
		if old, known := said[r.Name]; !known || old.Need != reads.Required {
			said[r.Name] = r
		}
	}
	return said
}

// MakeNames returns the names that a makefile sets, which others take in.
func MakeNames(src []byte) (names []string) {
	for _, line := range linesOf(src, "#") {
		if name, _ := makeAssignment(line.text); name != "" {
			names = append(names, name)
		}
	}
	return names
}
