package reads

import (
	"strings"

	"inzicht/core/syntax"
)

// match is a place where a pattern fits.
type match struct {
	pattern  *pattern
	access   Range // from the beginning of the access to its end
	name     Range // what stands for $name
	member   bool  // $name is a plain word behind a dot: its own text is the name
	fallback Range // what stands for $fallback
	template Range // what stands for $template, $placeholders or $percents
	written  Range // what stands for $variable
	names    []Range
	read     Range  // what stands for $read
	offer    *Offer // of what another file reads: how it is come to
	from     string // that file
}

// find returns the best match of a path that begins at token i, and the end of
// the path.
func (a *analysis) find(i int) (best *match) {
	f := a.f
	path, last := a.head(i), i
	if a.isOwnClass(i) {
		return nil
	}
	if isSelf(f.Text(i)) && isMemberOp(f, i+1) { // this.env, bound elsewhere in the class
		for _, b := range a.o.lookup("."+f.Text(i+2), i) {
			if bound := a.bindingPath(b, i, 0); bound != "" {
				path, last = bound, i+2
			}
		}
	}
	if path == "" {
		return nil
	}
	lo := i // where it begins, with the brackets of messages
	defer func() { a.inMessage(best, lo) }()
	for steps := 0; steps < 8; steps++ {
		if (best == nil || best.pattern.idiom.Whole) && a.isReader(path) && a.isValue(Range{i, last + 1}) {
			a.readers = append(a.readers, Range{i, last + 1})
		}
		if m := a.fit(a.c.paths[path], i, last); m != nil && (best == nil || !m.pattern.idiom.Whole) {
			best = m
		}
		if end, is := a.emptyCall(i, last+1); is && a.c.prefixes[path+"()"] {
			path, last = path+"()", end-1
			if m := a.fit(a.c.paths[path], i, last); m != nil && (best == nil || best.pattern.idiom.Whole || !m.pattern.idiom.Whole) { // Deno.env.toObject()
				if best = m; a.lang.Lists {
					m.access = Range{i - 1, end + 1}
				}
			}
		}
		next := a.passTransparent(last + 1)
		if open := a.messageOf(last, lo); open >= 0 && a.c.prefixes[path+"."+f.Text(last+1)] {
			path, last, lo = path+"."+f.Text(last+1), last+2, open
			continue
		}
		if !isMemberOp(f, next) || f.Kind(next+1) != syntax.Word {
			return best
		}
		member := f.Text(next + 1)
		if a.lang.FoldWords {
			member = strings.ToLower(member)
		}
		if applies[member] && f.Is(next+2, "(") && a.isReader(path) { // getenv.apply("X")
			last = next + 1
			continue
		}
		if longer := a.real(path + "." + member); a.c.prefixes[longer] || a.c.roots[path] {
			path, last = longer, next+1
			if a.c.roots[strings.TrimSuffix(path, "."+f.Text(last))] {
				path = f.Text(last)
			}
			continue
		}
		return best
	}
	return best
}

// emptyCall reports whether what begins at one token and ends before another is called with
// nothing, and returns where that ends: f(), or (f).
func (a *analysis) emptyCall(begin, end int) (after int, is bool) {
	if a.lang.Lists {
		return end, a.f.Is(end, ")") && a.f.Mate(end) == begin-1
	}
	after = emptyCall(a.f, end)
	return after, after > end
}

// messageOf returns the bracket of the message by which what ends at a token, and begins at
// another, is asked for a word alone: [a b]; or -1.
func (a *analysis) messageOf(last, lo int) int {
	f := a.f
	if a.lang.Grammar == nil || !a.lang.Grammar.Messages || f.Kind(last+1) != syntax.Word || !f.Is(last+2, "]") || f.Mate(last+2) != lo-1 {
		return -1
	}
	return lo - 1
}

// inMessage has an access begin and end with the brackets of the messages that it is made
// of: [[a b] c:$name].
func (a *analysis) inMessage(m *match, lo int) {
	if m == nil || a.lang.Grammar == nil || !a.lang.Grammar.Messages {
		return
	}
	m.access.Lo = min(m.access.Lo, lo)
	if hi := m.access.Hi; a.f.Is(hi, "]") && a.f.Mate(hi) == m.access.Lo-1 && m.name.Hi == hi {
		m.access = Range{m.access.Lo - 1, hi + 1}
	}
}

// applies are methods by which a function is called that something holds.
var applies = map[string]bool{"apply": true, "call": true, "invoke": true, "Invoke": true}

func isMemberOp(f *syntax.File, i int) bool { return isMember(f, i+1) }

// isCall reports whether the parenthesis at open follows something callable.
func isCall(f *syntax.File, open int) bool {
	switch f.Kind(open - 1) {
	case syntax.Word:
		return !controls[f.Text(open-1)] && !declares[f.Text(open-1)]
	case syntax.Close:
		return f.Is(open-1, ")") || f.Is(open-1, "]")
	}
	return false
}

// fit returns the first of the patterns that fits a path in tokens [first, last].
func (a *analysis) fit(patterns []*pattern, first, last int) *match {
	for _, p := range patterns {
		if m := a.fitOne(p, first, last); m != nil {
			return m
		}
	}
	return nil
}

// fitOne returns how a pattern fits a path in tokens [first, last], or nil.
func (a *analysis) fitOne(p *pattern, first, last int) *match {
	m := &match{pattern: p, access: Range{first, last + 1}}
	if (p.idiom.Function || a.lang.Applied) && (a.f.Is(first-1, "new") || a.isOwn(p.path) || first == last && a.isOwn(a.f.Text(first))) { // a class of that name, or another function
		return nil
	}
	if !a.fitBefore(p.before, first, m) {
		return nil
	}
	end, ok := a.fitElements(p.after, last+1, len(a.f.Tokens), m, false)
	if !ok {
		return nil
	}
	m.access.Hi = end
	return m
}

// fitBefore fits what is before the path: 'X' in process.env.
func (a *analysis) fitBefore(list []element, first int, m *match) bool {
	i := first - 1
	for n := len(list) - 1; n >= 0; n-- {
		e := list[n]
		if e.kind == hole {
			lo := operandStart(a.f, i)
			if lo > i || a.isLoop(lo) {
				return false
			}
			a.fill(e.text, Range{lo, i + 1}, m)
			m.access.Lo = lo
			i = lo - 1
			continue
		}
		if a.f.Is(i, "not") && e.text == "in" || !a.f.Is(i, e.text) {
			return false
		}
		m.access.Lo = i
		i--
		if a.f.Is(i, "not") {
			i--
		}
	}
	return true
}

// isLoop reports whether the operand at i is the variable of a loop: for k in ….
func (a *analysis) isLoop(i int) bool {
	f := a.f
	for j := i - 1; j >= 0 && j > i-8; j-- {
		switch {
		case f.Is(j, "for"):
			return true
		case f.Is(j, ",") || f.Is(j, "(") || f.Kind(j) == syntax.Word && (declares[f.Text(j)] || f.Is(j+1, ",")):
		default:
			return false
		}
	}
	return false
}

// operandStart finds the beginning of the simple operand that ends at token i.
func operandStart(f *syntax.File, i int) int {
	if m := f.Mate(i); m >= 0 && m < i {
		i = m
	}
	k := f.Kind(i)
	if k != syntax.Word && k != syntax.String && k != syntax.Quote && k != syntax.Open {
		return i + 1
	}
	for isMember(f, i) && f.Kind(i-2) == syntax.Word {
		i -= 2
	}
	return i
}

// operandEnd returns the token behind the simple operand that begins at token i.
func operandEnd(f *syntax.File, i int) int {
	for {
		if m := f.Mate(i); m > i {
			i = m
		}
		switch i++; {
		case isMemberOp(f, i):
			i++
		case f.Is(i, "(") && !f.Tokens[i].SpaceAhead:
		default:
			return min(i, len(f.Tokens))
		}
	}
}

// fitElements fits elements to the tokens from i on. bounded reports whether
// limit is the end of an argument, which must then be used up.
func (a *analysis) fitElements(list []element, i, limit int, m *match, bounded bool) (end int, ok bool) {
	f := a.f
	for n, e := range list {
		switch e.kind {
		case literal:
			j := a.passTransparent(i)
			switch {
			case e.text == "." && isMemberOp(f, j):
				i = j + 1
			case a.sameToken(i, e.text):
				i++
			default:
				return 0, false
			}
		case hole:
			if n > 0 && list[n-1].kind == literal && (list[n-1].text == "." || list[n-1].text == "::" || e.text == holeKey && f.Table.WordSplit != 0) {
				if f.Kind(i) != syntax.Word || list[n-1].text == "." && n+1 == len(list) && f.Is(i+1, "(") || list[n-1].text == ":" && (f.Tokens[i].SpaceAhead || f.Tokens[i].NewLine) {
					return 0, false
				}
				a.fill(e.text, Range{i, i + 1}, m)
				m.member = e.text != holeKey || !strings.HasPrefix(f.Text(i), "$")
				i++
				continue
			}
			stop := limit
			if n+1 < len(list) && list[n+1].kind == literal {
				if stop = a.findLiteral(list[n+1].text, i, limit); stop < 0 {
					return 0, false
				}
			} else if g := a.lang.Grammar; !bounded && g != nil && g.Infix {
				stop = operandEnd(f, i)
			} else if !bounded {
				stop = expressionEnd(f, i, limit, a.lang.LineEnds)
			}
			if stop <= i || e.text == holeWhole && a.wholeOf(Range{i, stop}, 0) == "" {
				return 0, false
			}
			a.fill(e.text, Range{i, stop}, m)
			i = stop
		case group:
			if i, ok = a.fitGroup(e, i, m, n == 0 && !bounded); !ok {
				return 0, false
			}
		}
	}
	return i, !bounded || i == limit
}

func (a *analysis) sameToken(i int, text string) bool {
	if v, ok := a.f.Value(i); ok {
		return v == text
	}
	return a.f.Is(i, text) || a.lang.FoldWords && a.f.Kind(i) == syntax.Word && strings.EqualFold(a.f.Text(i), text)
}

func (a *analysis) findLiteral(text string, i, limit int) int {
	for ; i < limit; i++ {
		if a.sameToken(i, text) {
			return i
		}
		if mate := a.f.Mate(i); mate > i {
			i = mate
		}
	}
	return -1
}

// fitGroup fits bracketed arguments. first reports whether they stand directly
// behind the path: square brackets then index it.
func (a *analysis) fitGroup(e element, i int, m *match, first bool) (end int, ok bool) {
	f := a.f
	j := a.passTransparent(i)
	if f.Is(j, "?.") {
		j++
	}
	if e.text == "(" && (f.Is(j, "<") || f.Is(j, "::") && f.Is(j+1, "<")) { // type arguments: get<string>(…), parse::<u16>()
		for steps := 0; steps < 16 && !f.Is(j, "(") && j < len(f.Tokens); steps++ {
			j++
		}
	}
	if !f.Is(j, e.text) || f.Mate(j) < 0 || a.lang.Lists {
		switch {
		case e.text != "(":
			return 0, false
		case a.lang.Applied:
			return a.fitApplied(e, i, m)
		case !a.lang.QuietParens:
			return 0, false
		}
		return a.fitQuiet(e, i, m)
	}
	if first && e.text == "[" && !isSubscript(f, j) && !f.Is(j-1, "?.") {
		return 0, false
	}
	close := f.Mate(j)
	given := splitAt(f, Range{j + 1, close}, ",")
	for n, r := range given {
		if a.lang.Applied && f.Is(r.Lo+1, ":") { // (name: string)
			given[n].Hi = r.Lo + 1
		}
	}
	return close + 1, a.fitArguments(e, given, m)
}

// fitQuiet fits arguments without parentheses: ENV.fetch "X".
func (a *analysis) fitQuiet(e element, i int, m *match) (end int, ok bool) {
	f := a.f
	if i >= len(f.Tokens) || f.Tokens[i].NewLine || !f.Tokens[i].SpaceAhead && f.Kind(i) != syntax.String {
		return 0, false
	}
	if k := f.Kind(i); k != syntax.String && k != syntax.Quote && k != syntax.Word {
		return 0, false
	}
	if a.lang.QuietString {
		return i + 1, f.Kind(i) == syntax.String && a.fitArguments(e, []Range{{i, i + 1}}, m)
	}
	end = tupleEnd(f, Range{i, expressionEnd(f, i, len(f.Tokens), a.lang.LineEnds)}, a.lang.LineEnds)
	return end, a.fitArguments(e, splitAt(f, Range{i, end}, ","), m)
}

// fitApplied fits operands that stand one behind the other: getEnv "X".
func (a *analysis) fitApplied(e element, i int, m *match) (end int, ok bool) {
	f := a.f
	if behind := i + givenAll(f, i); behind > i && behind < len(f.Tokens) { // getEnv $ "A" ++ b
		end = expressionEnd(f, behind, len(f.Tokens), a.lang.LineEnds)
		return end, a.fitArguments(e, []Range{{behind, end}}, m)
	}
	var operands []Range
	from := i
	for end = i; len(operands) < len(e.args) && end < len(f.Tokens); {
		if k := f.Kind(end); k != syntax.String && k != syntax.Quote && k != syntax.Word && k != syntax.Open {
			break
		}
		begin := end
		end = operandEnd(f, end)
		operands = append(operands, Range{begin, end})
	}
	if len(operands) == 0 || f.Kind(operands[0].Lo) != syntax.String && a.prepare().nodeOf(Range{m.access.Lo, end}) == 0 { // map getEnv names
		return from, false
	}
	return end, a.fitArguments(e, operands, m)
}

// givenAll returns how many tokens the operator has that gives a function all that is
// behind it, or 0.
func givenAll(f *syntax.File, i int) int {
	switch {
	case f.Is(i, "$") || f.Is(i, "@@"):
		return 1
	case f.Is(i, "=") && f.Is(i+1, "<<"), f.Is(i, "@") && f.Is(i+1, "@"), f.Is(i, "<") && f.Is(i+1, "|"):
		return 2
	}
	return 0
}

// fitArguments fits each argument of the pattern to one of the call: by
// keyword where the pattern has one, otherwise in order.
func (a *analysis) fitArguments(e element, arguments []Range, m *match) bool {
	used := 0
	taken := make([]bool, len(arguments))
	next := 0
	for _, want := range e.args {
		at := -1
		if want[0].kind == hole && want[0].text == holeNames {
			for next < len(arguments) && taken[next] {
				next++
			}
			m.names = arguments[next:]
			return len(m.names) > 0
		}
		if key := keyword(want); key != "" {
			for n, have := range arguments {
				if a.f.Is(have.Lo, key) && a.f.Is(have.Lo+1, want[1].text) {
					at = n
				}
			}
		} else {
			for next < len(arguments) && (taken[next] || a.isKeywordArgument(arguments[next])) {
				next++
			}
			if next < len(arguments) {
				at = next
			}
		}
		if at < 0 || taken[at] {
			return false
		}
		if _, ok := a.fitElements(want, arguments[at].Lo, arguments[at].Hi, m, true); !ok {
			return false
		}
		taken[at] = true
		used++
	}
	return e.rest || used == len(arguments)
}

func (a *analysis) isKeywordArgument(r Range) bool {
	return a.f.Kind(r.Lo) == syntax.Word && (a.f.Is(r.Lo+1, "=") || a.f.Is(r.Lo+1, ":")) && r.Hi-r.Lo > 2
}

// keyword returns the keyword of an argument pattern: default=$fallback.
func keyword(want []element) string {
	if len(want) > 2 && want[0].kind == literal && (want[1].text == "=" || want[1].text == ":") {
		return want[0].text
	}
	return ""
}

func (a *analysis) fill(which string, r Range, m *match) {
	switch which {
	case holeName:
		m.name = r
	case holeKey:
		m.name = r
		m.member = r.Hi == r.Lo+1 && a.f.Kind(r.Lo) == syntax.Word && !strings.HasPrefix(a.f.Text(r.Lo), "$")
	case holeFallback:
		m.fallback = r
	case holeTemplate, holePlaces, holePercents, holeFields:
		m.template = r
	case holeVariable:
		m.written = r
	case holeNames:
		m.names = append(m.names, r)
	case holeRead:
		m.read = r
	}
}
