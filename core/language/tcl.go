package language

import (
	"inzicht/core/late"
	"inzicht/core/reads"
)

var tcl = &reads.Language{
	Name: "tcl", Extensions: []string{".tcl", ".tm"}, Interpreters: []string{"tclsh", "wish", "expect"}, Triggers: []string{"env"},
	Own: demanding(tclGuard, guarded(onceEach(byLine("#", reads.Runtime, late.Regexp(`\bset (?:::)?env\(([A-Za-z0-9_]+)\)`), nil,
		form{late.Regexp(`\binfo exists (?:::)?env\(([A-Za-z0-9_]+)\)\]\s*(?:\?\s*\$(?:::)?env\(\w+\)\s*:|\}\s*\{\s*set\s+\w+\s+\$(?:::)?env\(\w+\)\s*\}\s*else\s*\{\s*set\s+\w+)\s+"?([^"\s\]}]+)`), "info exists", reads.Optional},
		form{late.Regexp(`\binfo exists (?:::)?env\(([A-Za-z0-9_]+)\)`), "info exists", reads.Optional},
		form{late.Regexp(`\$(?:::)?env\(([A-Za-z0-9_]+)\)`), "env", reads.Required})))),
}
