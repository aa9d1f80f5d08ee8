package language

import (
	"regexp"

	"inzicht/core/reads"
)

var tcl = &reads.Language{
	Name: "tcl", Extensions: []string{".tcl", ".tm"}, Interpreters: []string{"tclsh", "wish", "expect"}, Triggers: []string{"env"},
	Own: byLine("#", reads.Runtime, regexp.MustCompile(`\bset (?:::)?env\(([A-Za-z0-9_]+)\)`), nil,
		form{regexp.MustCompile(`\$(?:::)?env\(([A-Za-z0-9_]+)\)`), "env", reads.Expected},
		form{regexp.MustCompile(`\binfo exists (?:::)?env\(([A-Za-z0-9_]+)\)`), "info exists", reads.Optional}),
}
