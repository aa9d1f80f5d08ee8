package evaluate

import "strings"

// textTests are functions and methods that ask what a text holds.
var textTests = map[string]bool{
	"Contains": true, "ContainsAny": true, "HasPrefix": true, "HasSuffix": true, "EqualFold": true, "StartsWith": true, "EndsWith": true,
	"includes": true, "startsWith": true, "endsWith": true, "contains": true, "starts_with": true, "ends_with": true, "start_with?": true, "end_with?": true, "include?": true, "match?": true,
	"startswith": true, "endswith": true, "str_contains": true, "str_starts_with": true, "str_ends_with": true, "hasPrefix": true, "hasSuffix": true, "equalsIgnoreCase": true,
}

// wordTests are methods that ask of what a text is made, and say no of an empty one.
var wordTests = map[string]bool{"isdigit": true, "isdecimal": true, "isnumeric": true, "isalpha": true, "isalnum": true, "isidentifier": true}

// absences are functions of helper libraries that ask whether there is nothing.
var absences = map[string]bool{"isUndefined": true, "isNil": true, "isNull": true, "isNone": true, "is_none": true, "is_nil": true, "isNullOrUndefined": true}

// isQuestion reports whether a function asks something of what it is given, by
// its name: isString, valid_url?, hasScheme.
func isQuestion(name string) bool {
	for _, word := range []string{"is", "Is", "has", "Has", "valid", "Valid"} {
		rest, found := strings.CutPrefix(name, word)
		if found && (rest == "" && len(word) > 3 || rest != "" && (rest[0] < 'a' || rest[0] > 'z')) {
			return true
		}
	}
	return false
}

// asksForSomething reports whether a function that asks says no of nothing, by its
// name: is_numeric, isString, validUrl.
func asksForSomething(name string) bool {
	lower := strings.ToLower(strings.ReplaceAll(name, "_", ""))
	if strings.Contains(lower, "nonempty") || strings.Contains(lower, "notempty") || strings.Contains(lower, "notblank") {
		return true
	}
	if strings.Contains(lower, "not") || strings.Contains(lower, "invalid") || strings.Contains(lower, "null") || strings.Contains(lower, "empty") || strings.Contains(lower, "blank") {
		return false
	}
	for _, word := range []string{"numeric", "number", "integer", "digit", "string", "valid", "url", "email"} {
		if strings.Contains(lower, word) {
			return true
		}
	}
	return false
}

// allNothing reports whether a value is nothing, however it came about.
func (v Value) allNothing() bool {
	for _, x := range v {
		if x.form != nothing {
			return false
		}
	}
	return len(v) > 0
}

// textTest asks what a text holds: of the value of a variable that is no more
// than a test of it, and an empty text holds nothing.
func (m *machine) textTest(receiver Value, arguments []argument) Value {
	of, rest := receiver, arguments
	if len(of.sites())|int(of.missing()) == 0 && len(arguments) > 0 {
		of, rest = arguments[0].value, arguments[1:]
	}
	m.asked(of)
	empty := len(of) > 0
	for _, x := range of {
		s, plain := Value{x}.plain()
		empty = empty && x.form == text && plain && s == ""
	}
	for _, a := range rest {
		m.passes(a.value)
		s, plain := a.value.plain()
		empty = empty && (!plain || s != "")
	}
	out := alt{depends: of.depends(), shape: len(arguments) > 0}
	if empty && m.focus != nil {
		out.form = boolean
	} else {
		out.parts = []part{{any: true, frame: m.depth()}}
	}
	return Value{out}.telling(of)
}

// shaped returns the reads of whose values it was told what they look like.
func (v Value) shaped() (tags sites) {
	for _, x := range v {
		if x.shape {
			tags = tags.with(x.about)
		}
	}
	return tags
}
