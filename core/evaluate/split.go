package evaluate

import (
	"regexp"
	"strings"
)

// Texts that are taken apart where they stand, as names are listed: "A B".split().

// splitters are methods that take a text apart, at white space where nothing is said.
var splitters = map[string]bool{
	"split": true, "Split": true, "rsplit": true, "splitlines": true, "lines": true, "split_whitespace": true, "split_ascii_whitespace": true, "splitToSequence": true, "components": true,
}

// splitFunctions are functions that take apart a text that they are given, with the place of it among
// their arguments; what it is taken apart at is the other one.
var splitFunctions = map[string]int{"strings.Split": 0, "strings.Fields": 0, "explode": 1, "preg_split": 1, "String.split": 0, "split": 1}

// mostSplit bounds into how many parts a text is taken apart.
const mostSplit = 200

// splitOf takes the text apart that a method is asked of.
func (m *machine) splitOf(name string, receiver Value, arguments []argument) (Value, bool) {
	if !splitters[name] || len(arguments) > 1 {
		return nil, false
	}
	return m.parts(receiver, arguments)
}

// splitBy takes the text apart that a function is given.
func (m *machine) splitBy(path string, arguments []argument) (Value, bool) {
	at, known := splitFunctions[path]
	if !known || at >= len(arguments) || len(arguments) > 2 {
		return nil, false
	}
	var separator []argument
	for i, a := range arguments {
		if i != at {
			separator = append(separator, a)
		}
	}
	return m.parts(arguments[at].value, separator)
}

// parts returns the parts of a text between separators, or at white space where none is given. Of what
// is no text that stands in the source, and of separators that are not understood, there are none.
func (m *machine) parts(of Value, separator []argument) (Value, bool) {
	s, plain := of.plain()
	if !plain || s == "" || of[0].form != text || of.sites() != nil {
		return nil, false
	}
	list := strings.Fields(s)
	if len(separator) > 0 {
		v := separator[0].value
		if written := m.unit().Tree.Text(separator[0].node); separator[0].node != 0 && len(written) == 3 && written[0] == '\'' && written[2] == '\'' { // a character
			v = textOf(written[1:2], m.depth())
		}
		between, known := separatorOf(v)
		if !known {
			return nil, false
		}
		list = between.Split(s, mostSplit+1)
	}
	if len(list) > mostSplit {
		return nil, false
	}
	out := alt{form: sequence}
	for _, part := range list {
		out.list = append(out.list, textOf(part, m.depth()))
	}
	return Value{out}, true
}

// separatorOf returns what a separator fits: the text that it is, or a regular expression.
func separatorOf(v Value) (*regexp.Regexp, bool) {
	if len(v) != 1 {
		return nil, false
	}
	s, plain := v.plain()
	pattern := ""
	switch {
	case v[0].regex != "":
		pattern, _ = bodyOf(v[0].regex)
	case !plain || s == "":
		return nil, false
	case s == " ":
		pattern = `\s+`
	case strings.Contains(s, `\`) || strings.ContainsAny(s, "[]+*(") && len(s) > 1: // of Java, a regular expression in a text
		pattern = strings.Trim(s, "/")
	default:
		pattern = regexp.QuoteMeta(s)
	}
	re, err := regexp.Compile(pattern)
	return re, err == nil && pattern != "" && !re.MatchString("")
}
