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

// isTruth reports whether the code of a read takes a value for the yes or no that
// it says.
func isTruth(value string, r reads.Read) bool {
	switch form := formOf(r); form {
	case "":
		return isBoolean(value)
	case reads.TrueOrElse, reads.TrueAnyCase:
		return isNo(value) || form.Takes(value)
	default:
		return form.Takes(value)
	}
}

// formOf returns how the code of a read wants its value written. Where only the kind is
// known, it is a library that converts it, and those of Go do so with its own functions.
func formOf(r reads.Read) reads.Form {
	if r.Form == "" && r.Language == "go" {
		return map[reads.Kind]reads.Form{reads.Boolean: reads.GoTruth, reads.Duration: reads.GoDuration}[r.Kind]
	}
	return r.Form
}
