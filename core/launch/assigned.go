package launch

import (
	"path"
	"strings"

	"mvdan.cc/sh/v3/syntax"

	"inzicht/core/envfile"
)

// longestScript bounds in bytes the scripts that are looked into.
const longestScript = 1 << 20

// assigned returns the names that a command assigns itself: env NAME=value …,
// or NAME=value … in what a shell is given with -c.
func assigned(command []string) (names []string) {
	if len(command) == 0 {
		return nil
	}
	switch path.Base(command[0]) {
	case "env":
		for _, word := range command[1:] {
			name, _, found := strings.Cut(word, "=")
			switch {
			case found && envfile.IsName(name):
				names = append(names, name)
			case !strings.HasPrefix(word, "-"):
				return names
			}
		}
	case "sh", "bash", "dash", "ksh", "zsh", "ash":
		for n, word := range command[1:] {
			if strings.HasPrefix(word, "-") && strings.HasSuffix(word, "c") && n+2 < len(command) {
				return ofScript(command[n+2])
			}
		}
	}
	return names
}

// ofScript returns the names that stand as assignments before the commands of
// a script, or are exported in it.
func ofScript(script string) (names []string) {
	if len(script) > longestScript {
		return nil
	}
	file, err := syntax.NewParser().Parse(strings.NewReader(script), "")
	if err != nil {
		return nil
	}
	add := func(list []*syntax.Assign) {
		for _, a := range list {
			if a.Name != nil {
				names = append(names, a.Name.Value)
			}
		}
	}
	syntax.Walk(file, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.CallExpr:
			if len(n.Args) > 0 {
				add(n.Assigns)
			}
		case *syntax.DeclClause:
			if n.Variant.Value == "export" {
				add(n.Args)
			}
		}
		return true
	})
	return names
}
