// Package bounds knows between which numbers a value must lie. Bounds are a list of
// what a number must be, each an operator and a number: ">= 1", "<= 65535".
package bounds

import (
	"math"
	"slices"
	"strconv"
	"strings"
)

// sizes are the bounds of types whose name says in every language how many numbers
// they have.
var sizes = map[string][]string{
	"i8": {">= -128", "<= 127"}, "u8": {">= 0", "<= 255"},
	"i16": {">= -32768", "<= 32767"}, "u16": {">= 0", "<= 65535"},
	"i32": {">= -2147483648", "<= 2147483647"}, "u32": {">= 0", "<= 4294967295"},
	"i64": nil, "u64": {">= 0"}, // nobody writes more
	"positiveint": {"> 0"}, "positivefloat": {"> 0"}, "nonnegativeint": {">= 0"}, "nonnegativefloat": {">= 0"},
}

// others are further names of them, in small letters.
var others = map[string]string{
	"int8": "i8", "int16": "i16", "int32": "i32", "int64": "i64", "uint8": "u8", "uint16": "u16", "uint32": "u32", "uint64": "u64",
	"ushort": "u16", "ulong": "u64", "usize": "u64", "isize": "i64", "uint": "u64",
}

// OfType returns the bounds of the first type that a text names, if its name says
// them: Option<u16>, uint16, PositiveInt.
func OfType(text string) []string {
	for name := range strings.FieldsFuncSeq(strings.ToLower(text), func(c rune) bool {
		return c != '_' && (c < '0' || c > '9') && (c < 'a' || c > 'z')
	}) {
		if is := sizes[name]; is != nil {
			return is
		}
		if is := sizes[others[name]]; is != nil {
			return is
		}
	}
	return nil
}

// OfBits returns the bounds of a whole number of so many bits: 8, 16, 32 or 64, or 0 for
// as many as are usual.
func OfBits(bits string, unsigned bool) []string {
	if bits == "0" {
		bits = "64"
	}
	if unsigned {
		return sizes["u"+bits]
	}
	return sizes["i"+bits]
}

// operators are the words by which libraries bound a number.
var operators = map[string]string{
	"ge": ">=", "gte": ">=", "min": ">=", "minimum": ">=", "minvalue": ">=", "atleast": ">=",
	"gt": ">", "greater": ">", "morethan": ">", "exclusiveminimum": ">", "gtvalue": ">",
	"le": "<=", "lte": "<=", "max": "<=", "maximum": "<=", "maxvalue": "<=", "atmost": "<=",
	"lt": "<", "less": "<", "lessthan": "<", "exclusivemaximum": "<", "ltvalue": "<",
}

// OfWord returns the bounds that a word sets with what is behind it: min(1),
// positive(), port(). Either number may be "" where it is not known.
func OfWord(word, first, second string) []string {
	word = strings.ToLower(strings.ReplaceAll(word, "_", ""))
	switch word {
	case "positive", "ispositive":
		return []string{"> 0"}
	case "nonnegative", "nonneg", "positiveorzero":
		return []string{">= 0"}
	case "negative", "isnegative":
		return []string{"< 0"}
	case "port", "isport":
		return sizes["u16"]
	case "between", "range", "intrange", "floatrange":
		if isNumber(first) && isNumber(second) {
			return []string{">= " + first, "<= " + second}
		}
	}
	if operator := operators[word]; operator != "" && isNumber(first) {
		return []string{operator + " " + first}
	}
	return nil
}

func isNumber(s string) bool {
	_, err := strconv.ParseFloat(s, 64)
	return err == nil && !strings.ContainsAny(s, "nNxX")
}

// Both returns what a number must be to lie in both of two bounds: of each side the
// narrower.
func Both(a, b []string) (list []string) {
	for _, side := range []byte{'>', '<'} {
		narrow := ""
		for _, bound := range slices.Concat(a, b) {
			if bound[0] == side && (narrow == "" || isNarrower(bound, narrow)) {
				narrow = bound
			}
		}
		if narrow != "" {
			list = append(list, narrow)
		}
	}
	return list
}

// isNarrower reports whether a bound lets fewer numbers through than another of its side.
func isNarrower(bound, than string) bool {
	operator, edge := parts(bound)
	_, other := parts(than)
	if edge == other {
		return len(operator) == 1
	}
	return edge > other == (operator[0] == '>')
}

// parts returns the operator of a bound, and its number.
func parts(bound string) (operator string, edge float64) {
	operator, number, _ := strings.Cut(bound, " ")
	edge, _ = strconv.ParseFloat(number, 64)
	return operator, edge
}

// Exclude reports whether a text is a number that lies outside of bounds.
func Exclude(list []string, text string) bool {
	n, err := strconv.ParseFloat(strings.ReplaceAll(strings.TrimSpace(text), "_", ""), 64)
	return err == nil && slices.ContainsFunc(list, func(bound string) bool {
		operator, edge := parts(bound)
		return n == edge && len(operator) == 1 || n != edge && n > edge == (operator[0] == '<')
	})
}

// Narrow returns bounds without those that only say how large a number may be that a
// computer works with.
func Narrow(list []string) []string {
	return slices.DeleteFunc(slices.Clone(list), func(bound string) bool {
		_, edge := parts(bound)
		return math.Abs(edge) >= math.MaxInt32
	})
}

// words say what an operator asks for.
var words = map[string]string{">": "above", ">=": "of at least", "<": "below", "<=": "of at most"}

// Said returns bounds as people say them behind what they bound: from 1 to 9, of at
// least 1, above 0 and below 1; "" where there are none.
func Said(list []string) string {
	if len(list) == 2 {
		from, least := strings.CutPrefix(list[0], ">= ")
		to, most := strings.CutPrefix(list[1], "<= ")
		if least && most {
			return "from " + from + " to " + to
		}
	}
	var said []string
	for _, bound := range list {
		operator, number, _ := strings.Cut(bound, " ")
		said = append(said, words[operator]+" "+number)
	}
	return strings.Join(said, " and ")
}

// Behind returns what is bounded with its bounds behind it: integer from 1 to 9.
func Behind(what string, list []string) string {
	return strings.TrimSuffix(what+" "+Said(list), " ")
}
