package language

import (
	"bytes"
	"regexp"
	expressions "regexp/syntax"
	"slices"
	"strings"
	"sync"

	"inzicht/core/late"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// form is what a read looks like in a file that is told apart line by line: an
// expression whose first group is the name, and of whose further groups one may
// be what is used instead.
type form struct {
	expression func() *regexp.Regexp
	access     string
	need       reads.Need
}

// byLine makes the reader of a file that is told apart line by line. Comments
// begin with one of marks; sets, where it is one, has the names that the file
// sets itself as its first group; own are names that are no variables.
func byLine(marks string, scope reads.Scope, sets func() *regexp.Regexp, own map[string]bool, forms ...form) func([]byte) ([]reads.Read, error) {
	literals := sync.OnceValue(func() (list [][]byte) {
		for _, form := range forms {
			list = append(list, literalOf(form.expression()))
		}
		return list
	})
	return func(src []byte) (list []reads.Read, err error) {
		if !slices.ContainsFunc(literals(), func(literal []byte) bool { return bytes.Contains(src, literal) }) {
			return nil, nil
		}
		f := &syntax.File{Src: src}
		lines := linesOf(src, marks)
		set := map[string]bool{}
		for _, line := range lines {
			if sets == nil || len(line.text) > longestLine {
				continue
			}
			for _, found := range sets().FindAllSubmatch(line.text, -1) {
				set[strings.ToUpper(string(found[1]))] = true
			}
		}
		for _, line := range lines {
			if len(line.text) > longestLine {
				continue
			}
			for n, form := range forms {
				if !bytes.Contains(line.text, literals()[n]) {
					continue
				}
				for _, at := range form.expression().FindAllSubmatchIndex(line.text, -1) {
					name := string(line.text[at[2]:at[3]])
					if set[strings.ToUpper(name)] || own[strings.ToUpper(name)] || !isShellName(name) {
						continue
					}
					r := reads.Read{Name: name, Access: form.access, Need: form.need, Kind: reads.Text, Scope: scope}
					for n := 4; n < len(at); n += 2 {
						if at[n] >= 0 {
							fallback := string(line.text[at[n]:at[n+1]])
							r.Need, r.Fallback = reads.Optional, &fallback
						}
					}
					r.Line, r.Column = f.Position(line.offset + at[0])
					list = append(list, r)
				}
			}
		}
		return list, nil
	}
}

// literalOf returns the longest text that whatever an expression matches holds, which is
// looked for faster than the expression is.
func literalOf(expression *regexp.Regexp) []byte {
	parsed, err := expressions.Parse(expression.String(), expressions.Perl)
	if err != nil {
		return nil
	}
	return []byte(longestLiteral(parsed))
}

func longestLiteral(part *expressions.Regexp) (longest string) {
	switch part.Op {
	case expressions.OpLiteral:
		if part.Flags&expressions.FoldCase == 0 {
			longest = string(part.Rune)
		}
	case expressions.OpConcat:
		for _, sub := range part.Sub {
			if literal := longestLiteral(sub); len(literal) > len(longest) {
				longest = literal
			}
		}
	case expressions.OpCapture, expressions.OpPlus:
		longest = longestLiteral(part.Sub[0])
	}
	return longest
}

// guarded makes optional what a file asks for before.
func guarded(read func([]byte) ([]reads.Read, error)) func([]byte) ([]reads.Read, error) {
	return func(src []byte) ([]reads.Read, error) {
		list, err := read(src)
		for n := range list {
			r := &list[n]
			if r.Need != reads.Optional && slices.ContainsFunc(list, func(other reads.Read) bool {
				return other.Name == r.Name && other.Need == reads.Optional && other.Line <= r.Line
			}) {
				r.Need = reads.Optional
			}
		}
		return list, err
	}
}

// suppliedBy leaves out what a reader finds under names with one of the prefixes,
// which the surroundings supply.
func suppliedBy(prefixes ...string) func(func([]byte) ([]reads.Read, error)) func([]byte) ([]reads.Read, error) {
	return func(read func([]byte) ([]reads.Read, error)) func([]byte) ([]reads.Read, error) {
		return func(src []byte) ([]reads.Read, error) {
			list, err := read(src)
			return slices.DeleteFunc(list, func(r reads.Read) bool {
				return slices.ContainsFunc(prefixes, func(p string) bool { return strings.HasPrefix(r.Name, p) })
			}), err
		}
	}
}

// longestLine bounds the bytes of a line that is looked at.
const longestLine = 1 << 16

var (
	cmake = &reads.Language{
		Name: "cmake", Extensions: []string{".cmake"}, Names: []string{"CMakeLists.txt"}, Triggers: []string{"ENV"},
		Own: demanding(cmakeGuard, guarded(byLine("#", reads.Build, late.Regexp(`set\(ENV\{([A-Za-z0-9_]+)\}`), nil,
			form{late.Regexp(`\$ENV\{([A-Za-z0-9_]+)\}`), "$ENV{}", reads.Expected},
			form{late.Regexp(`DEFINED ENV\{([A-Za-z0-9_]+)\}`), "DEFINED ENV{}", reads.Optional}))),
	}
	// Playbooks look variables up for the machine that runs them.
	playbook = &reads.Language{
		Name: "playbook", Extensions: []string{".yml", ".yaml", ".j2"}, Triggers: append([]string{"lookup", "query", "env:", "oc.env", "!ENV", ":-", "ansible_env", "ansible_facts"}, references...),
		Own: alsoTables(together(interpolated, readReferred, readSubstituted, byLine("#", reads.Tooling, nil, nil,
			form{late.Regexp(`(?:lookup|query|q)\(\s*["'](?:ansible\.builtin\.)?env["']\s*,\s*["']([A-Za-z0-9_]+)["'](?:\s*\)\s*\|\s*(?:default|d)\(\s*["']?([^"',)]*)|\s*,\s*default\s*=\s*["']?([^"',)]*))?`), "lookup", reads.Expected},
			form{late.Regexp(`\bansible_(?:facts\.)?env\.([A-Za-z_][A-Za-z0-9_]*)(?:\s*\|\s*(?:default|d)\(\s*["']?([^"',)]*))?`), "ansible_env", reads.Expected},
			form{late.Regexp(`\bansible_(?:env|facts\[["']env["']\]|facts\.env)\[["']([A-Za-z_][A-Za-z0-9_]*)["']\](?:\s*\|\s*(?:default|d)\(\s*["']?([^"',)]*))?`), "ansible_env", reads.Expected}))),
	}
	// Descriptions in XML of builds, of logging and of services.
	xmlFiles = &reads.Language{
		Name: "xml", Extensions: []string{".xml", ".csproj", ".vbproj", ".fsproj", ".props", ".targets", ".proj"}, Triggers: []string{"${", "%env(", "GetEnvironmentVariable"},
		Own: together(readLogging, byLine("", "", nil, nil,
			form{late.Regexp(`\$\{env[.:]([A-Za-z0-9_]+)(?::-?([^}]*))?\}`), "${env.…}", reads.Expected},
			form{late.Regexp(`\$\{([A-Z][A-Z0-9]*_[A-Z0-9_]+):-([^}]*)\}`), "${…}", reads.Optional},
			form{late.Regexp(`%env\((?:[a-z_]+:)*([A-Z][A-Z0-9_]*)\)%`), "%env()%", reads.Required},
			form{late.Regexp(`\[System\.Environment\]::GetEnvironmentVariable\(\s*['"]?([A-Za-z_][A-Za-z0-9_]*)['"]?\s*\)`), "GetEnvironmentVariable", reads.Expected})),
	}
	caddyfile = &reads.Language{
		Name: "caddyfile", Names: []string{"Caddyfile"}, Triggers: []string{"{$", "{env."},
		Own: byLine("#", "", nil, nil,
			form{late.Regexp(`\{\$([A-Za-z0-9_]+)(?::([^}]*))?\}`), "{$…}", reads.Expected},
			form{late.Regexp(`\{env\.([A-Za-z0-9_]+)\}`), "{env.…}", reads.Expected}),
	}
	batch = &reads.Language{
		Name: "batch", Extensions: []string{".bat", ".cmd"}, Triggers: []string{"%", "!"},
		Own: readBatch,
	}
	fish = &reads.Language{
		Name: "fish", Extensions: []string{".fish"}, Interpreters: []string{"fish"}, Triggers: []string{"$", "set"},
		Own: demanding(fishGuard, readFish),
	}
)

// batchOwn are variables that the command processor supplies.
var batchOwn = wordSet("ERRORLEVEL CD DATE TIME RANDOM CMDCMDLINE CMDEXTVERSION PROMPT")

var (
	batchCalls  = late.Regexp(`(?i)\bcall\s+:(\w+)`)
	batchLabel  = late.Regexp(`^\s*:(\w+)`)
	batchSets   = late.Regexp(`(?i)\bset\s+(?:/[ap]\s+)?"?([a-z_][a-z0-9_]*)\s*[-+*/]?=`)
	batchReads  = late.Regexp(`[%!]([A-Za-z_][A-Za-z0-9_]*)(?::[^%!]*)?[%!]`)
	batchTests  = late.Regexp(`(?i)\bif\s+(?:/i\s+)?(?:not\s+)?(?:defined\s+([a-z_][a-z0-9_]*)|(?:"%([a-z_][a-z0-9_]*)%"|%([a-z_][a-z0-9_]*)%)\s*==|"[^"%]*"\s*==\s*"%([a-z_][a-z0-9_]*)%")`)
	batchBlock  = late.Regexp(`(?i)\bif\s+(?:not\s+defined\s+([a-z_][a-z0-9_]*)|"%([a-z_][a-z0-9_]*)%"\s*==\s*"")\s*\(\s*(?:rem\b.*)?$`)
	batchUnless = late.Regexp(`(?i)\bif\s+(?:not\s+defined\s+([a-z_][a-z0-9_]*)|"%([a-z_][a-z0-9_]*)%"\s*==\s*"")\s*\(?\s*(set\s+"?([a-z_][a-z0-9_]*)=([^"&)\r]*)|.*\bexit\b)`)
	batchRemark = late.Regexp(`(?i)^\s*(?:@?rem\b|::)`)
)

// readBatch reads a script of the command processor of Windows: what it expands
// and has not set before, which "if not defined X set X=y" does only for want
// of a value.
func readBatch(src []byte) (list []reads.Read, err error) {
	f := &syntax.File{Src: src}
	set := map[string]bool{}
	at := map[string]int{}
	add := func(line textLine, column int, name string) *reads.Read {
		key := strings.ToUpper(name)
		if set[key] || batchOwn[key] {
			return nil
		}
		if n, known := at[key]; known {
			return &list[n]
		}
		r := reads.Read{Name: name, Access: "%%", Need: reads.Expected, Kind: reads.Text}
		r.Line, r.Column = f.Position(line.offset + column)
		at[key] = len(list)
		list = append(list, r)
		return &list[len(list)-1]
	}
	lines := linesOf(src, "")
	setInSubroutines(lines, set)
	for n, line := range lines {
		if len(line.text) > longestLine || batchRemark().Match(line.text) {
			continue
		}
		if m := batchBlock().FindSubmatchIndex(bytes.TrimRight(line.text, " \t\r")); m != nil && batchLeaves(lines[n+1:]) {
			if r := add(line, m[0], group(line.text, m, 1)+group(line.text, m, 2)); r != nil {
				r.Need = reads.Required
			}
			continue
		}
		if m := batchUnless().FindSubmatchIndex(line.text); m != nil {
			name := group(line.text, m, 1) + group(line.text, m, 2)
			if r := add(line, m[0], name); r != nil {
				r.Need = reads.Required
				other := group(line.text, m, 4)
				if strings.EqualFold(other, name) {
					fallback := strings.TrimSpace(group(line.text, m, 5))
					r.Need, r.Fallback = reads.Optional, &fallback
				} else if other != "" { // it sets another one
					r.Need = reads.Optional
				}
			}
			set[strings.ToUpper(name)] = true
			continue
		}
		for _, m := range batchTests().FindAllSubmatchIndex(line.text, -1) {
			if r := add(line, m[0], group(line.text, m, 1)+group(line.text, m, 2)+group(line.text, m, 3)+group(line.text, m, 4)); r != nil && r.Need == reads.Expected {
				r.Need = reads.Optional
			}
		}
		for _, m := range batchReads().FindAllSubmatchIndex(line.text, -1) {
			add(line, m[0], group(line.text, m, 1))
		}
		for _, m := range batchSets().FindAllSubmatch(line.text, -1) {
			set[strings.ToUpper(string(m[1]))] = true
		}
	}
	return list, nil
}

// setInSubroutines notes what is set behind a label that is called: it is set where
// the script goes on behind the call.
func setInSubroutines(lines []textLine, set map[string]bool) {
	called, inside := map[string]bool{}, false
	for _, line := range lines {
		for _, m := range batchCalls().FindAllSubmatch(line.text[:min(len(line.text), longestLine)], -1) {
			called[strings.ToLower(string(m[1]))] = true
		}
	}
	for _, line := range lines {
		if m := batchLabel().FindSubmatch(line.text[:min(len(line.text), longestLine)]); m != nil {
			inside = called[strings.ToLower(string(m[1]))]
		}
		if inside && !batchUnless().Match(line.text) { // that only gives it a value where it has none
			for _, m := range batchSets().FindAllSubmatch(line.text[:min(len(line.text), longestLine)], -1) {
				set[strings.ToUpper(string(m[1]))] = true
			}
		}
	}
}

// batchLeaves reports whether the lines of a block, up to its parenthesis, end the
// script.
func batchLeaves(lines []textLine) bool {
	for _, line := range lines[:min(len(lines), 30)] {
		text := bytes.ToLower(bytes.TrimSpace(line.text))
		switch {
		case bytes.HasPrefix(text, []byte(")")):
			return false
		case bytes.HasPrefix(text, []byte("exit")):
			return true
		}
	}
	return false
}

// group returns the text of a group of a match, or "".
func group(text []byte, m []int, n int) string {
	if 2*n+1 >= len(m) || m[2*n] < 0 {
		return ""
	}
	return string(text[m[2*n]:m[2*n+1]])
}

var (
	fishSets  = late.Regexp(`(?:\bset\s+(?:-[a-zA-Z-]+\s+)*|\bfor\s+|\bread\s+(?:-\S+\s+)*|--argument(?:-names)?\s+|-a\s+)([A-Za-z_][A-Za-z0-9_]*)`)
	fishTests = late.Regexp(`\bset\s+(?:-q|--query)\s+([A-Za-z_][A-Za-z0-9_]*)(?:\s*;?\s*(?:or\s+|\|\|\s*)set\s+(?:-[a-zA-Z-]+\s+)*[A-Za-z_][A-Za-z0-9_]*\s+["']?([^"'\s;]+))?`)
	fishAsks  = late.Regexp(`(?:\btest|\[)\s+-[nz]\s+"?\$\{?([A-Z_][A-Z0-9_]*)`)
	fishReads = late.Regexp(`\$\{?([A-Z_][A-Z0-9_]*)\b`)
)

// fishOwn are variables that the shell supplies.
var fishOwn = wordSet("ARGV STATUS PIPESTATUS FISH_PID LAST_PID HISTORY VERSION _ CMD_DURATION")

// readFish reads a script of the shell fish.
func readFish(src []byte) (list []reads.Read, err error) {
	f := &syntax.File{Src: src}
	tested, set := map[string]bool{}, map[string]bool{}
	lines := linesOf(src, "#")
	for _, line := range lines {
		if len(line.text) > longestLine {
			continue
		}
		for _, m := range fishTests().FindAllSubmatchIndex(line.text, -1) {
			name := group(line.text, m, 1)
			if set[name] || tested[name] || strings.ToUpper(name) != name {
				continue
			}
			r := reads.Read{Name: name, Access: "set -q", Need: reads.Optional, Kind: reads.Text}
			if fallback := group(line.text, m, 2); fallback != "" {
				r.Fallback = &fallback
			}
			r.Line, r.Column = f.Position(line.offset + m[0])
			list, tested[name] = append(list, r), true
		}
		for _, m := range fishReads().FindAllSubmatchIndex(line.text, -1) {
			name := group(line.text, m, 1)
			if set[name] || tested[name] || fishOwn[name] {
				continue
			}
			r := reads.Read{Name: name, Access: "$", Need: reads.Expected, Kind: reads.Text}
			if slices.ContainsFunc(fishAsks().FindAllSubmatch(line.text, -1), func(asked [][]byte) bool { return string(asked[1]) == name }) {
				r.Need, tested[name] = reads.Optional, true
			}
			r.Line, r.Column = f.Position(line.offset + m[0])
			list = append(list, r)
		}
		for _, m := range fishSets().FindAllSubmatch(line.text, -1) {
			set[string(m[1])] = true
		}
	}
	return list, nil
}
