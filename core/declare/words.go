package declare

import (
	"strings"
	"unicode"
)

// kindWords are the words by which descriptions and types say what a value is;
// of several in one name, the first group with one of them counts.
var kindWords = []struct {
	kind  string
	words map[string]bool
}{
	{"list", set("list array slice vec vector set tuple sequence csv separated collection iterable frozenset split")},
	{"duration", set("duration timedelta timespan")},
	{"url", set("url uri dsn httpurl anyurl anyhttpurl postgresdsn redisdsn")},
	{"boolean", set("bool boolean flag_ truthy stringbool")},
	{"integer", set("int integer int8 int16 int32 int64 uint uint8 uint16 uint32 uint64 u8 u16 u32 u64 u128 i8 i16 i32 i64 i128 usize isize long short byte bigint biginteger positiveint nonnegativeint conint port nat parseint")},
	{"number", set("float float32 float64 f32 f64 double number num numeric decimal bigdecimal confloat condecimal digits parsefloat")},
	{"json", set("json object dict map hashmap record hash")},
}

func set(words string) map[string]bool {
	m := map[string]bool{}
	for word := range strings.FieldsSeq(words) {
		m[word] = true
	}
	return m
}

// noKinds are calls in a chain that say no kind, though they are called like
// one.
var noKinds = set("long short set map byte hash record")

// optionalWords are those by which types say that there may be nothing.
var optionalWords = set("optional option none nil null nullable undefined maybe nothing")

// kindOf returns the kind that a name or a type speaks of, or "", and whether
// there may be nothing: StringSliceFlag, Option<u16>, Optional[int].
func kindOf(name string) (kind string, optional bool) {
	words := wordsOf(name)
	for _, group := range kindWords {
		for _, word := range words {
			if group.words[word] && kind == "" {
				kind = group.kind
			}
		}
	}
	for _, word := range words {
		optional = optional || optionalWords[word]
	}
	return kind, optional || strings.HasSuffix(strings.TrimSpace(name), "?")
}

// KindOf returns the kind that the text of a type speaks of, or "", and whether
// there may be nothing: Optional<Integer>.
func KindOf(text string) (kind string, optional bool) { return kindOf(text) }

// mostOfName bounds how much of a type is looked at.
const mostOfName = 400

// wordsOf splits a name or a type into words in small letters: those that
// signs, underscores and capitals divide, and each piece as a whole.
func wordsOf(name string) (words []string) {
	name = name[:min(len(name), mostOfName)]
	for piece := range strings.FieldsFuncSeq(name, func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsDigit(r) && r != '_' }) {
		whole := strings.ToLower(strings.ReplaceAll(piece, "_", ""))
		words = append(words, whole)
		for _, part := range strings.Split(piece, "_") {
			from := 0
			for i := 1; i <= len(part); i++ {
				if i == len(part) || part[i] >= 'A' && part[i] <= 'Z' && (part[i-1] < 'A' || part[i-1] > 'Z' || i+1 < len(part) && part[i+1] >= 'a' && part[i+1] <= 'z') {
					if word := strings.ToLower(part[from:i]); word != whole {
						words = append(words, word)
					}
					from = i
				}
			}
		}
	}
	return words
}

// meaning is what a property of a description, or a call behind it, says.
type meaning uint8

const (
	nothingMeant meaning = iota
	fallback             // what is used where there is no value
	required             // there must be a value; or not, where it is given false
	optional             // there need be none; or must be, where it is given false
	typed                // what the value is
	choices              // what it may be
	many                 // there may be several
	flag                 // it is one that is set or not
)

// meanings are the words of properties and calls, in small letters without
// underscores.
var meanings = map[string]meaning{
	"default": fallback, "defaultvalue": fallback, "defaultvaluet": fallback, "defaultvaluest": fallback, "fallback": fallback, "withdefault": fallback, "defaulted": fallback, "prefault": fallback,
	"missing": fallback, "loaddefault": fallback, "dumpdefault": fallback, "defaultto": fallback, "orelse": fallback, "getorelse": fallback, "defaultfactory": fallback, "catch": fallback,
	"required": required, "mandatory": required, "demandoption": required, "isrequired": required, "mustexist": required, "environrequired": required, "makeoptionmandatory": required, "raiseerror": required, "nonoptional": required,
	"optional": optional, "nullable": optional, "nullish": optional, "notrequired": optional, "allowblank": optional, "option": optional, "allownull": optional, "undefinedable": optional, "exactoptional": optional, "maybe": optional,
	"type": typed, "format": typed, "cast": typed, "converter": typed, "kind": typed, "valueparser": typed, "subcast": nothingMeant, "parser": typed, "argparser": typed, "coerce": typed,
	"choices": choices, "choice": choices, "enum": choices, "oneof": choices, "valid": choices, "picklist": choices, "values": choices, "possiblevalues": choices, "allowedvalues": choices, "asenum": choices, "literals": choices, "equal": choices,
	"multiple": many, "many": many, "nargs": many, "valuedelimiter": many, "numargs": many, "isarray": many, "ismultiple": many,
	"isflag": flag,
}

func meaningOf(word string) meaning {
	return meanings[strings.ToLower(strings.NewReplacer("_", "", "-", "").Replace(word))]
}
