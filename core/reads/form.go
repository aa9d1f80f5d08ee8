package reads

import (
	"strconv"
	"strings"
	"time"

	"inzicht/core/evaluate"
	"inzicht/core/late"
)

// Form is how a value must be written for a conversion to understand it. Each
// language's own functions differ: what one takes for a number another refuses.
type Form string

// The forms. Of a read whose form is "" nothing is known but its kind.
const (
	Digits        Form = "digits"              // -12, and nothing beside it
	SpacedDigits  Form = "spaced-digits"       // white space around digits too
	PythonInteger Form = "python-integer"      // underscores between digits, and white space around them
	RubyInteger   Form = "ruby-integer"        // underscores, white space, and the bases by 0x, 0b, 0o and 0
	AnyBase       Form = "any-base"            // the bases by 0x, 0b, 0o
	Hexadecimal   Form = "hexadecimal"         // 1f or 0x1f
	Octal         Form = "octal"               // 755 or 0o755
	Binary        Form = "binary"              // 101 or 0b101
	PythonBase    Form = "python-base"         // the bases by 0x, 0b, 0o, and no zero before digits
	SomeBase      Form = "some-base"           // digits and letters, of a base that is not known
	RubyNumber    Form = "ruby-number"         // 1.5e3, with underscores between digits
	BeginsHex     Form = "begins-hex"          // begins with digits of 1f or 0x1f
	BeginsInteger Form = "begins-integer"      // begins with digits
	BeginsNumber  Form = "begins-number"       // begins with a number
	ScriptNumber  Form = "script-number"       // 1e3, .5, 0x1f, Infinity, and white space around it
	GoTruth       Form = evaluate.GoTruth      // 1, t, T, TRUE, true, True and their opposites
	ExactTruth    Form = evaluate.ExactTruth   // true or false
	TruthAnyCase  Form = evaluate.TruthAnyCase // true or false, in any case, and white space around it
	TrueOrElse    Form = evaluate.TrueOrElse   // true says yes, and all else no
	TrueAnyCase   Form = evaluate.TrueAnyCase  // so it does, in any case
	GoDuration    Form = "go-duration"         // 1h30m
	ISODuration   Form = "iso-duration"        // PT1H30M
	TimeSpan      Form = "time-span"           // 1.02:30:00
	UnitsDuration Form = "units-duration"      // 1h 30min: no number without its unit
	AbsoluteURL   Form = "absolute-url"        // with a scheme
	RequestURI    Form = "request-uri"         // so, or a path from the root on
	Presence      Form = evaluate.Presence     // anything: whatever is not empty is yes
)

// like returns a test for an expression; trimmed for one that white space may be around.
func like(expression string) func(string) bool {
	compiled := late.Regexp(expression)
	return func(value string) bool { return compiled().MatchString(value) }
}

func trimmed(expression string) func(string) bool {
	is := like(expression)
	return func(value string) bool { return is(strings.TrimSpace(value)) }
}

// takes has for each form whether a value is written in it. Where all texts but one say
// no, only that one is.
var takes = map[Form]func(value string) bool{
	Digits:        like(`^[+-]?[0-9]+$`),
	SpacedDigits:  trimmed(`^[+-]?[0-9]+$`),
	PythonInteger: trimmed(`^[+-]?[0-9]+(_[0-9]+)*$`),
	RubyInteger:   trimmed(`^[+-]?(0[xX][0-9a-fA-F]+|0[bB][01]+|0[oO]?[0-7]+(_[0-7]+)*|[1-9][0-9]*(_[0-9]+)*|0)$`),
	AnyBase:       trimmed(`^[+-]?(0[xX][0-9a-fA-F_]+|0[bB][01_]+|0[oO]?[0-7_]+|[0-9][0-9_]*)$`),
	Hexadecimal:   trimmed(`^[+-]?(0[xX])?[0-9a-fA-F]+$`),
	Octal:         trimmed(`^[+-]?(0[oO])?[0-7]+(_[0-7]+)*$`),
	Binary:        trimmed(`^[+-]?(0[bB])?[01]+(_[01]+)*$`),
	PythonBase:    trimmed(`^[+-]?(0[xX](_?[0-9a-fA-F])+|0[bB](_?[01])+|0[oO](_?[0-7])+|0(_?0)*|[1-9](_?[0-9])*)$`),
	SomeBase:      trimmed(`^[+-]?[0-9a-zA-Z]+(_[0-9a-zA-Z]+)*$`),
	RubyNumber:    trimmed(`^[+-]?(0[xX][0-9a-fA-F]+|([0-9]+(_[0-9]+)*(\.([0-9]+(_[0-9]+)*)?)?|\.[0-9]+)([eE][+-]?[0-9]+)?)$`),
	BeginsHex:     like(`^\s*[+-]?(0[xX])?[0-9a-fA-F]`),
	BeginsInteger: like(`^\s*[+-]?[0-9]`),
	BeginsNumber:  like(`^\s*[+-]?(\.?[0-9]|Infinity)`),
	ScriptNumber:  trimmed(`^([+-]?([0-9]+\.?[0-9]*|\.[0-9]+)([eE][+-]?[0-9]+)?|[+-]?Infinity|0[xX][0-9a-fA-F]+|0[bB][01]+|0[oO][0-7]+)?$`),
	GoTruth:       func(value string) bool { _, err := strconv.ParseBool(value); return err == nil },
	ExactTruth:    like(`^(true|false)$`),
	TruthAnyCase:  trimmed(`^(?i:true|false)$`),
	TrueOrElse:    like(`^true$`),
	TrueAnyCase:   like(`^(?i:true)$`),
	GoDuration:    func(value string) bool { _, err := time.ParseDuration(value); return err == nil },
	ISODuration:   like(`^[+-]?[pP]([+-]?[0-9]+[dD]([tT]` + isoTime + `)?|[tT]` + isoTime + `)$`),
	TimeSpan:      trimmed(`^-?([0-9]+|([0-9]+\.)?[0-9]{1,2}:[0-9]{1,2}(:[0-9]{1,2}(\.[0-9]{1,7})?)?|[0-9]+:[0-9]{1,2}:[0-9]{1,2}:[0-9]{1,2}(\.[0-9]{1,7})?)$`),
	UnitsDuration: like(`^\s*([0-9]+\s*[a-zA-Zµ]+\s*)+$`),
	AbsoluteURL:   trimmed(absolute),
	RequestURI:    like(`^/|` + absolute),
}

const (
	absolute = `^[a-zA-Z][a-zA-Z0-9+.-]*:`
	isoHours = `[+-]?[0-9]+[hH]`
	isoRest  = `[+-]?[0-9]+[mM]`
	isoLast  = `[+-]?[0-9]+([.,][0-9]{0,9})?[sS]`
	isoTime  = `(` + isoHours + `(` + isoRest + `)?(` + isoLast + `)?|` + isoRest + `(` + isoLast + `)?|` + isoLast + `)`
)

// Takes reports whether a value is written in the form, of which every value is "" and
// Presence.
func (f Form) Takes(value string) bool {
	is := takes[f]
	return is == nil || is(value)
}
