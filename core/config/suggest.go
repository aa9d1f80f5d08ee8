package config

import (
	"fmt"
	"strings"
	"unicode"

	"inzicht/core/contract"
	"inzicht/core/environment"
	"inzicht/core/tree"
)

// Suggest returns a commented configuration for what was discovered in a tree,
// so that nobody starts from an empty page. It is a valid configuration that
// changes nothing.
func Suggest(t *tree.Tree, all *environment.All, c *contract.Contract) string {
	var out strings.Builder
	line := func(format string, args ...any) { fmt.Fprintf(&out, format+"\n", args...) }
	line("# What inzicht cannot find out about this tree by itself. Everything here is")
	line("# optional; take the # away from what should differ. docs/reference/configuration.md has it all.")
	line("")
	line("# From which level on inzicht verify exits with 1: error, warning, note or never.")
	line(`# fail_on = "error"`)
	line("")
	line("# [rules]                      # another level, or off")
	line(`# unused = "note"`)
	line("")
	line("# [exclude]")
	line(`# files = ["legacy/**"]        # not read at all`)
	line(`# variables = ["LEGACY_*"]     # not looked at`)
	line("")
	line("# Parts of the tree with a contract of their own. Found by their manifests:")
	for _, component := range t.Components {
		if component.Name != "" {
			line("# [[component]]")
			line("# name = %s", quote(component.Name))
			line("# folder = %s", quote(component.Folder))
		}
	}
	line("")
	line("# Environments, with their layers in order: later ones win. Found:")
	for i := range all.Environments {
		e := &all.Environments[i]
		line("# [[environment]]")
		line("# name = %s", quote(e.Name))
		if e.Component.Name != "" {
			line("# component = %s", quote(e.Component.Name))
		}
		line("# layers = [")
		for _, l := range e.Layers {
			line("#   %s", suggestLayer(l))
		}
		line("# ]")
	}
	if len(all.Untied) > 0 {
		line("#")
		line("# Found too, but nothing says that they run code of this tree. Name those that do:")
	}
	for n, u := range all.Untied {
		if n == mostUntied {
			line("# … and %d more.", len(all.Untied)-n)
			break
		}
		line("# [[environment]]              # %s in %s", printable(u.What), printable(u.File))
		line("# name = %s", quote(u.Environment))
		line("# layers = [%s]", printable(u.Layer))
	}
	line("#")
	line("# Layers are of these kinds:")
	for _, k := range environment.LayerKinds() {
		line("#   %-10s  %s", k[0], k[1])
	}
	line("")
	line("# What the code does not say of a variable.")
	name := "GATE_URL"
	for _, v := range c.Variables {
		if !v.Ambient {
			name = v.Name
			break
		}
	}
	line("# [variable.%s]", quote(name))
	line(`# about = "what it is for"`)
	line(`# need = "required"            # required, expected or optional`)
	line(`# kind = "url"                 # text, integer, number, boolean, duration, url, list or json`)
	line(`# allowed = ["a", "b"]`)
	line(`# secret = true`)
	line("")
	line("# A wrapper of this tree's own that reads.")
	line("# [[idiom]]")
	line(`# language = "python"`)
	line(`# access = "keeper.setting($name, $fallback)"`)
	line("")
	line("# When the reads in some files happen: runtime, build, test or tooling.")
	line("# [[scope]]")
	line(`# files = ["jobs/**"]`)
	line(`# scope = "tooling"`)
	return out.String()
}

// mostUntied bounds how many of what is tied to nothing are listed.
const mostUntied = 40

// printable returns a text without what a terminal would obey.
func printable(s string) string {
	quoted := quote(s)
	return strings.ReplaceAll(quoted[1:len(quoted)-1], `\"`, `"`)
}

// quote writes a text as a string of TOML. What a terminal would obey, or what
// turns the reading direction, is written as an escape.
func quote(s string) string {
	var out strings.Builder
	out.WriteByte('"')
	for _, r := range strings.ToValidUTF8(s, "�") {
		switch {
		case r == '"' || r == '\\':
			out.WriteString(`\` + string(r))
		case unicode.IsControl(r) || unicode.Is(unicode.Cf, r) || unicode.Is(unicode.Zl, r) || unicode.Is(unicode.Zp, r):
			fmt.Fprintf(&out, `\U%08X`, r)
		default:
			out.WriteRune(r)
		}
	}
	return out.String() + `"`
}

func suggestLayer(l *environment.Layer) string {
	switch l.Kind {
	case "env":
		if l.Dialect != nil && l.Dialect.Name != "dotenv" {
			return fmt.Sprintf("{ env = %s, dialect = %s },", quote(l.File), quote(l.Dialect.Name))
		}
		return fmt.Sprintf("{ env = %s },", quote(l.File))
	case "compose":
		_, service, _ := strings.Cut(l.Label, ", service ")
		return fmt.Sprintf("{ compose = [%s], service = %s },", quote(l.File), quote(service))
	case "manifests":
		return fmt.Sprintf("{ manifests = [%s], workload = \"…\" },", quote(l.File))
	}
	return fmt.Sprintf("{ %s = %s },", l.Kind, quote(l.File))
}
