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
	Digits        Form = "digits"          // -12, and nothing beside it
	SpacedDigits  Form = "spaced-digits"   // white space around digits too
	PythonInteger Form = "python-integer"  // underscores between digits, and white space around them
	RubyInteger   Form = "ruby-integer"    // underscores, white space, and the bases by 0x, 0b, 0o and 0
	AnyBase       Form = "any-base"        // the bases by 0x, 0b, 0o
	Hexadecimal   Form = "hexadecimal"     // 1f or 0x1f
	BeginsInteger Form = "begins-integer"  // begins with digits
	BeginsNumber  Form = "begins-number"   // begins with a number
	ScriptNumber  Form = "script-number"   // 1e3, .5, 0x1f, Infinity, and white space around it
	GoTruth       Form = "go-truth"        // 1, t, T, TRUE, true, True and their opposites
	ExactTruth    Form = "exact-truth"     // true or false
	TruthAnyCase  Form = "truth-any-case"  // true or false, in any case, and white space around it
	TrueOrElse    Form = "true-or-else"    // true says yes, and all else no
	TrueAnyCase   Form = "true-any-case"   // so it does, in any case
	GoDuration    Form = "go-duration"     // 1h30m
	ISODuration   Form = "iso-duration"    // PT1H30M
	TimeSpan      Form = "time-span"       // 1.02:30:00
	UnitsDuration Form = "units-duration"  // 1h 30min: no number without its unit
	AbsoluteURL   Form = "absolute-url"    // with a scheme
	RequestURI    Form = "request-uri"     // so, or a path from the root on
	Presence      Form = evaluate.Presence // anything: whatever is not empty is yes
)

var (
	digits        = late.Regexp(`^[+-]?[0-9]+$`)
	pythonInteger = late.Regexp(`^[+-]?[0-9]+(_[0-9]+)*$`)
	rubyInteger   = late.Regexp(`^[+-]?(0[xX][0-9a-fA-F]+|0[bB][01]+|0[oO]?[0-7]+(_[0-7]+)*|[1-9][0-9]*(_[0-9]+)*|0)$`)
	anyBase       = late.Regexp(`^[+-]?(0[xX][0-9a-fA-F_]+|0[bB][01_]+|0[oO]?[0-7_]+|[0-9][0-9_]*)$`)
	hexadecimal   = late.Regexp(`^[+-]?(0[xX])?[0-9a-fA-F]+$`)
	beginsInteger = late.Regexp(`^\s*[+-]?[0-9]`)
	beginsNumber  = late.Regexp(`^\s*[+-]?(\.?[0-9]|Infinity)`)
	scriptNumber  = late.Regexp(`^([+-]?([0-9]+\.?[0-9]*|\.[0-9]+)([eE][+-]?[0-9]+)?|[+-]?Infinity|0[xX][0-9a-fA-F]+|0[bB][01]+|0[oO][0-7]+)?$`)
	isoDuration   = late.Regexp(`^[+-]?[pP]([+-]?[0-9]+[dD])?([tT]([+-]?[0-9]+[hH])?([+-]?[0-9]+[mM])?([+-]?[0-9]+([.,][0-9]{0,9})?[sS])?)?$`)
	timeSpan      = late.Regexp(`^-?([0-9]+|([0-9]+\.)?[0-9]{1,2}:[0-9]{1,2}(:[0-9]{1,2}(\.[0-9]{1,7})?)?|[0-9]+:[0-9]{1,2}:[0-9]{1,2}:[0-9]{1,2}(\.[0-9]{1,7})?)$`)
	unitsDuration = late.Regexp(`^\s*([0-9]+\s*[a-zA-Zµ]+\s*)+$`)
	absoluteURL   = late.Regexp(`^[a-zA-Z][a-zA-Z0-9+.-]*:`)
)

// Takes reports whether a value is written in the form, of which every value is "". Where all
// but one text say no, only that one is.
func (f Form) Takes(value string) bool {
	trimmed := strings.TrimSpace(value)
	switch f {
	case Digits:
		return digits().MatchString(value)
	case SpacedDigits:
		return digits().MatchString(trimmed)
	case PythonInteger:
		return pythonInteger().MatchString(trimmed)
	case RubyInteger:
		return rubyInteger().MatchString(trimmed)
	case AnyBase:
		return anyBase().MatchString(trimmed)
	case Hexadecimal:
		return hexadecimal().MatchString(trimmed)
	case BeginsInteger:
		return beginsInteger().MatchString(value)
	case BeginsNumber:
		return beginsNumber().MatchString(value)
	case ScriptNumber:
		return scriptNumber().MatchString(trimmed)
	case GoTruth:
		_, err := strconv.ParseBool(value)
		return err == nil
	case ExactTruth:
		return value == "true" || value == "false"
	case TrueOrElse:
		return value == "true"
	case TrueAnyCase:
		return strings.EqualFold(value, "true")
	case TruthAnyCase:
		return strings.EqualFold(trimmed, "true") || strings.EqualFold(trimmed, "false")
	case GoDuration:
		_, err := time.ParseDuration(value)
		return err == nil
	case ISODuration:
		return len(trimmed) > 1 && !strings.HasSuffix(strings.ToUpper(value), "T") && isoDuration().MatchString(value)
	case TimeSpan:
		return timeSpan().MatchString(trimmed)
	case UnitsDuration:
		return unitsDuration().MatchString(value)
	case RequestURI:
		return strings.HasPrefix(value, "/") || absoluteURL().MatchString(value)
	case AbsoluteURL:
		return absoluteURL().MatchString(trimmed)
	}
	return true
}
