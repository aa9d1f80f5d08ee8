package evaluate

import (
	"slices"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"
)

// What functions make of texts that stand in the source, as names are put together of
// others: "db.host".toUpperCase().replace('.', '_').

// Rewrite is what a function or method makes of a text.
type Rewrite struct {
	Does Rewriting
	Of   int // which of the arguments the text is, or -1: what a method is asked of
}

// Rewriting is what becomes of a text. What is given besides the text, the receiver of a method
// first where that is not the text, stands behind each.
type Rewriting uint8

const (
	noRewriting    Rewriting = iota
	Trims                    // white space, or the characters of a text, is left out at both ends
	TrimsBefore              // at the beginning
	TrimsBehind              // at the end
	Uppers                   // in capitals
	Lowers                   // without capitals
	Capitals                 // the first letter is a capital
	OnlyCapitals             // and no other letter is one
	Uncapitals               // the first letter is none
	CutsPrefix               // without a text at the beginning
	CutsSuffix               // without one at the end
	StripsPrefix             // the same, and nothing where it does not begin so
	StripsSuffix             // the same, and nothing where it does not end so
	TrimsPrefixes            // without a text at the beginning, as often as it is there
	TrimsSuffixes            // at the end
	Slices                   // from a place up to before another, from the end where they are negative
	Spans                    // from a place up to before another, which may come first
	Counts                   // from a place, so many characters
	Places                   // from a place to another, counted from one
	DropsFirst               // without so many characters at the beginning, or one
	DropsLast                // at the end
	TakesFirst               // so many characters at the beginning, or one
	TakesLast                // at the end
	Character                // the one at a place
	ReplacesAll              // a text or what fits a regular expression by a text, wherever it is
	ReplacesFirst            // where it is first
	ReplacesFits             // what fits the regular expression that a text is
	ReplacesFit              // where it is first
	ReplacesEach             // texts by those behind them in a list
	Translates               // characters by those at the same place of another text
	Deletes                  // without the characters of a text
	Repeats                  // so many times
	PadsBefore               // to a length, with a text or a space before it
	PadsBehind               // behind it
	PadsNumber               // to a length, with zeros before it
	Appends                  // with texts behind it
	Prepends                 // with texts before it
	Spells                   // a number as a text
	Snakes                   // words in lower case with underscores between them
	ShoutingSnakes           // in capitals
	Kebabs                   // with hyphens between them
	Begins                   // whether it begins with a text, or with one of several
	Ends                     // whether it ends so
	Includes                 // whether it holds one
	HasFit                   // whether a regular expression fits somewhere
	IsFit                    // whether one fits all of it
	FindsFit                 // what fits, or nothing
	BeginsFit                // what fits at the beginning, or nothing
	Finds                    // the place of a text, or a number below zero
	FindsOrNothing           // the place, or nothing
	Expression               // a regular expression
)

// longestRewritten bounds how long a text may be, and may become, in bytes.
const longestRewritten = 1000

// given is what a function is given besides the text.
type given struct {
	m      *machine
	list   []argument
	frame  int32                        // how many calls deep the text came up
	invoke func(f alt, of string) Value // calls a function with a text
}

// rewritings are what each does with a text. They report false where it is not known what it becomes.
var rewritings = [...]func(s string, g given) (Value, bool){
	Trims: cut(strings.Trim), TrimsBefore: cut(strings.TrimLeft), TrimsBehind: cut(strings.TrimRight),
	Uppers: becomes(strings.ToUpper), Lowers: becomes(strings.ToLower),
	Capitals:     becomes(func(s string) string { return withFirst(s, unicode.ToUpper) }),
	OnlyCapitals: becomes(func(s string) string { return withFirst(strings.ToLower(s), unicode.ToUpper) }),
	Uncapitals:   becomes(func(s string) string { return withFirst(s, unicode.ToLower) }),
	CutsPrefix:   beside(strings.TrimPrefix), CutsSuffix: beside(strings.TrimSuffix),
	StripsPrefix: stripped(strings.CutPrefix), StripsSuffix: stripped(strings.CutSuffix),
	TrimsPrefixes: often(strings.CutPrefix), TrimsSuffixes: often(strings.CutSuffix),
	Slices: piece(sliced), Spans: piece(spanned), Counts: piece(counted), Places: piece(placed),
	DropsFirst:  piece(func(length int, n, _ *int) (int, int) { return orOne(n), length }),
	DropsLast:   piece(func(length int, n, _ *int) (int, int) { return 0, length - orOne(n) }),
	TakesFirst:  piece(func(_ int, n, _ *int) (int, int) { return 0, orOne(n) }),
	TakesLast:   piece(func(length int, n, _ *int) (int, int) { return length - orOne(n), length }),
	Character:   character,
	ReplacesAll: replaces(-1, false), ReplacesFirst: replaces(1, false), ReplacesFits: replaces(-1, true), ReplacesFit: replaces(1, true), ReplacesEach: replacesEach,
	Translates: translates, Deletes: deletes, Repeats: repeats,
	PadsBefore: pads(" ", true), PadsBehind: pads(" ", false), PadsNumber: pads("0", true),
	Appends: appends, Prepends: prepends, Spells: becomes(func(s string) string { return s }),
	Snakes:         becomes(func(s string) string { return strings.ToLower(strings.Join(wordsIn(s), "_")) }),
	ShoutingSnakes: becomes(func(s string) string { return strings.ToUpper(strings.Join(wordsIn(s), "_")) }),
	Kebabs:         becomes(func(s string) string { return strings.ToLower(strings.Join(wordsIn(s), "-")) }),
	Begins:         answers(strings.HasPrefix), Ends: answers(strings.HasSuffix), Includes: holds,
	HasFit: hasFit, IsFit: isFit, FindsFit: findsFit(false), BeginsFit: findsFit(true),
	Finds:          finds(Value{{form: number, parts: []part{{text: "-1"}}}}),
	FindsOrNothing: finds(Value{{form: nothing}}),
	Expression:     makesExpression,
}

// rewriteBy runs a function that is given a text.
func (m *machine) rewriteBy(n int32, path string, arguments []argument, st *state) (Value, bool) {
	r, known := m.unit().Words.Rewrites[path]
	if !known || r.Of >= len(arguments) || r.Of < 0 || arguments[r.Of].name == "format" {
		return nil, false
	}
	others := slices.Delete(slices.Clone(arguments), r.Of, r.Of+1)
	return r.of(arguments[r.Of].value, m.givenBeside(n, others, st))
}

// rewriteMethod runs a method of a text, or one of a regular expression or a list that is given a text.
func (m *machine) rewriteMethod(n int32, name string, receiver Value, arguments []argument, st *state) (Value, bool) {
	r, known := m.unit().Words.Rewrites["."+name]
	switch {
	case !known || r.Of >= len(arguments):
		return nil, false
	case r.Of < 0:
		return r.of(receiver, m.givenBeside(n, arguments, st))
	case len(receiver) != 1 || receiver[0].regex == "" && receiver[0].form != sequence:
		return nil, false
	}
	others := slices.Delete(slices.Clone(arguments), r.Of, r.Of+1)
	return r.of(arguments[r.Of].value, m.givenBeside(n, append([]argument{{value: receiver}}, others...), st))
}

// givenBeside returns what a call is given besides a text.
func (m *machine) givenBeside(n int32, list []argument, st *state) given {
	return given{m, list, m.depth(), func(f alt, of string) Value {
		return m.invoke(f, n, []argument{{value: textOf(of, m.depth())}}, st)
	}}
}

// remade returns what becomes of a text of this function; others is what is given besides it.
func (m *machine) remade(does Rewriting, v Value, others ...argument) (Value, bool) {
	return Rewrite{Does: does}.of(v, given{m: m, list: others, frame: m.depth()})
}

// of returns what becomes of a text each of whose alternatives stands in the source. It reports
// false for every other value.
func (r Rewrite) of(v Value, g given) (Value, bool) {
	if len(v) == 0 || slices.ContainsFunc(g.list, func(a argument) bool { return a.value.wasRead() || a.value.missing() != 0 }) {
		return nil, false
	}
	var out Value
	for _, x := range v {
		s, plain := x.plain()
		if !plain || len(s) > longestRewritten || !x.isUnread() || x.form == number && r.Does != Spells && r.Does != PadsNumber && r.Does != PadsBefore {
			return nil, false
		}
		with := g
		for _, p := range x.parts {
			with.frame = min(with.frame, p.frame)
		}
		made, known := rewritings[r.Does](s, with)
		if !known || r.Does >= Begins && strings.Contains(s, otherValue) { // of any other text that is not known
			made = Value{anything(g.m.depth())}
		}
		out = append(out, made.dependent(x.depends)...)
	}
	return out.compact(), true
}

// text returns the text that is given at a place.
func (g given) text(i int) (string, bool) {
	if i >= len(g.list) {
		return "", false
	}
	return g.m.characterOr(g.list[i]).plain()
}

// number returns the number that is given at a place, or nil where none is.
func (g given) number(i int) (n *int, known bool) {
	if i >= len(g.list) {
		return nil, true
	}
	number, known := numberIn(g.list[i].value)
	return &number, known
}

// characterOr returns the value of an argument: of 'x' the text where the language takes that for a character.
func (m *machine) characterOr(a argument) Value {
	if a.node == 0 {
		return a.value
	}
	if written := m.unit().Tree.Text(a.node); len(written) == 3 && written[0] == '\'' && written[2] == '\'' {
		return textOf(written[1:2], m.depth())
	}
	return a.value
}

// spelt returns a text, if it is not too long.
func (g given) spelt(s string) (Value, bool) {
	return textOf(s, g.frame), len(s) <= longestRewritten
}

func becomes(f func(string) string) func(string, given) (Value, bool) {
	return func(s string, g given) (Value, bool) { return g.spelt(f(s)) }
}

func beside(f func(s, other string) string) func(string, given) (Value, bool) {
	return func(s string, g given) (Value, bool) {
		other, known := g.text(0)
		if !known {
			return nil, false
		}
		return g.spelt(f(s, other))
	}
}

// cut leaves out characters at the ends: white space, where none are given.
func cut(f func(s, characters string) string) func(string, given) (Value, bool) {
	return func(s string, g given) (Value, bool) {
		characters := " \t\r\n\v\f"
		if len(g.list) > 0 && !strings.Contains(g.m.unit().Tree.Text(g.list[0].node), "hitespace") {
			given, known := g.text(0)
			if !known {
				return nil, false
			}
			characters = given
		}
		return g.spelt(f(s, characters))
	}
}

func stripped(f func(s, other string) (string, bool)) func(string, given) (Value, bool) {
	return func(s string, g given) (Value, bool) {
		other, known := g.text(0)
		if !known {
			return nil, false
		}
		if s, found := f(s, other); found {
			return g.spelt(s)
		}
		return Value{{form: nothing, held: true}}, true
	}
}

func often(f func(s, other string) (string, bool)) func(string, given) (Value, bool) {
	return func(s string, g given) (Value, bool) {
		other, known := g.text(0)
		for found := known && other != ""; found; {
			s, found = f(s, other)
		}
		return textOf(s, g.frame), known
	}
}

// withFirst returns a text with its first letter changed.
func withFirst(s string, change func(rune) rune) string {
	first, size := utf8.DecodeRuneInString(s)
	if size == 0 {
		return s
	}
	return string(change(first)) + s[size:]
}

func translates(s string, g given) (Value, bool) {
	if len(g.list) == 1 { // strtr($s, ['a' => 'b'])
		return replacesEach(s, g)
	}
	from, known := g.text(0)
	to, too := g.text(1)
	if !known || !too || strings.ContainsAny(from+to, "^\\") {
		return nil, false
	}
	from, to = unfolded(from), unfolded(to)
	return g.spelt(strings.Map(func(r rune) rune {
		i := strings.IndexRune(from, r)
		switch {
		case i < 0:
			return r
		case to == "":
			return -1
		}
		return rune(to[min(i, len(to)-1)])
	}, s))
}

// unfolded writes out ranges of characters: a-e is abcde.
func unfolded(s string) string {
	var out strings.Builder
	for i := 0; i < len(s); i++ {
		if i+2 < len(s) && s[i+1] == '-' && s[i] < s[i+2] && s[i+2] < utf8.RuneSelf {
			for c := s[i]; c <= s[i+2]; c++ {
				out.WriteByte(c)
			}
			i += 2
			continue
		}
		out.WriteByte(s[i])
	}
	return out.String()
}

func deletes(s string, g given) (Value, bool) {
	characters, known := g.text(0)
	if !known || strings.ContainsAny(characters, "^\\") {
		return nil, false
	}
	characters = unfolded(characters)
	return g.spelt(strings.Map(func(r rune) rune {
		if strings.ContainsRune(characters, r) {
			return -1
		}
		return r
	}, s))
}

func repeats(s string, g given) (Value, bool) {
	n, known := g.number(0)
	if !known || n == nil || *n < 0 || *n > longestRewritten {
		return nil, false
	}
	return g.spelt(strings.Repeat(s, *n))
}

func pads(usual string, before bool) func(string, given) (Value, bool) {
	return func(s string, g given) (Value, bool) {
		length, known := g.number(0)
		with := usual
		if len(g.list) > 1 {
			given, plain := g.text(1)
			with, known = given, known && plain && len(given) == 1
		}
		if !known || length == nil || *length > longestRewritten {
			return nil, false
		}
		padding := strings.Repeat(with, max(*length-len(s), 0))
		if before {
			return g.spelt(padding + s)
		}
		return g.spelt(s + padding)
	}
}

func appends(s string, g given) (Value, bool) {
	v := textOf(s, g.frame)
	for _, a := range g.list {
		v = g.m.concat(v, g.m.characterOr(a))
	}
	return v, true
}

func prepends(s string, g given) (Value, bool) {
	v := textOf("", g.m.depth())
	for _, a := range g.list {
		v = g.m.concat(v, a.value)
	}
	return g.m.concat(v, textOf(s, g.frame)), true
}

// wordsIn returns the words that a name is put together of: dbHost, db-host and "db host" are db and host.
func wordsIn(s string) (words []string) {
	from := 0
	flush := func(to int) {
		if to > from {
			words = append(words, s[from:to])
		}
	}
	for i := range len(s) {
		c := rune(s[i])
		switch {
		case c < utf8.RuneSelf && !unicode.IsLetter(c) && !unicode.IsDigit(c):
			flush(i)
			from = i + 1
		case i > from && unicode.IsUpper(c) && (!unicode.IsUpper(rune(s[i-1])) || i+1 < len(s) && unicode.IsLower(rune(s[i+1]))):
			flush(i)
			from = i
		}
	}
	flush(len(s))
	return words
}

// answer returns the value of what is true or false.
func answer(is bool) Value { return Value{{form: boolean, truth: is}} }

// answers asks with each text that is given, and says yes where one of the answers is.
func answers(f func(s, other string) bool) func(string, given) (Value, bool) {
	return func(s string, g given) (Value, bool) {
		list := g.list
		if len(list) == 1 && len(list[0].value) == 1 && list[0].value[0].form == sequence {
			x := list[0].value[0]
			if x.perhaps {
				return nil, false
			}
			list = argumentsOf(x.list)
		}
		found := false
		for i := range list {
			other, plain := (given{m: g.m, list: list}).text(i)
			if !plain {
				return nil, false
			}
			found = found || f(s, other)
			if list[0].node != 0 && g.m.unit().Words.Extends { // startsWith(prefix, ignoreCase)
				break
			}
		}
		return answer(found), len(list) > 0
	}
}

func holds(s string, g given) (Value, bool) {
	if e, known := g.expression(0, false); known && g.isExpression(0) {
		return answer(e.MatchString(s)), true
	}
	return answers(strings.Contains)(s, g)
}

func finds(absent Value) func(string, given) (Value, bool) {
	return func(s string, g given) (Value, bool) {
		other, known := g.text(0)
		if !known || len(g.list) > 1 {
			return nil, false
		}
		i := strings.Index(s, other)
		if i < 0 {
			return absent, true
		}
		return Value{{form: number, parts: []part{{text: strconv.Itoa(i), frame: g.m.depth()}}}}, true
	}
}
