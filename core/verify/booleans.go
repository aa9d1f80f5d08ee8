package verify

import (
	"slices"
	"strings"

	"inzicht/core/reads"
)

var yes, no = []string{"1", "t", "true", "y", "yes", "on", "enabled"}, []string{"0", "f", "false", "n", "no", "off", "disabled", ""}

func isBoolean(value string) bool { return isYes(value) || isNo(value) }
func isYes(value string) bool     { return slices.Contains(yes, strings.ToLower(strings.TrimSpace(value))) }
func isNo(value string) bool      { return slices.Contains(no, strings.ToLower(strings.TrimSpace(value))) }

// truth is what the standard conversion of a language takes for yes and no.
type truth struct {
	access string   // begins the reads that it is sure to be used for
	takes  []string // every text that it understands
	folds  bool     // in capitals and small letters
	elseNo bool     // all other texts are no
}

// truths are by language. A language's libraries may take more, so that those
// reads alone count that are made with its own functions.
var truths = map[string]truth{
	"go":     {takes: []string{"1", "t", "T", "TRUE", "true", "True", "0", "f", "F", "FALSE", "false", "False"}},
	"rust":   {access: "env", takes: []string{"true", "false"}},
	"csharp": {access: "Environment", takes: []string{"true", "false"}, folds: true},
	"scala":  {access: "sys", takes: []string{"true", "false"}, folds: true},
	"java":   {access: "System.getenv", takes: []string{"true"}, folds: true, elseNo: true},
	"kotlin": {access: "System.getenv", takes: []string{"true"}, folds: true, elseNo: true},
	"dart":   {access: "Platform", takes: []string{"true"}, elseNo: true},
	"swift":  {access: "ProcessInfo", takes: []string{"true"}, elseNo: true},
}

// isTruth reports whether the code of a read takes a value for the yes or no that
// it says.
func isTruth(value string, r reads.Read) bool {
	t, known := truths[r.Language]
	if !known || !strings.HasPrefix(strings.TrimPrefix(r.Access, "std."), t.access) {
		return isBoolean(value)
	}
	if t.elseNo && isNo(value) {
		return true
	}
	return slices.ContainsFunc(t.takes, func(word string) bool {
		return word == value || t.folds && strings.EqualFold(word, strings.TrimSpace(value))
	})
}
