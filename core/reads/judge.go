package reads

import (
	"slices"
	"strings"

	"inzicht/core/syntax"
)

// facts are what the code round a read says about it.
type facts struct {
	required bool // a check that stops the program follows
	tested   bool // its presence is tested
	fallback *fallback
	kind     Kind
	literals []string
}

// fallback is the value used where the variable is not set.
type fallback struct {
	text     string
	computed bool      // text is source text, not a value
	param    *paramRef // it is what a helper was given
	at       Range     // where it stands, if in this file
}

// maxJudged bounds how many uses of values are judged in one file.
const maxJudged = 100_000

// judge looks outward from a read and says what is done with it. depth
// bounds the way from one variable to the next.
func (a *analysis) judge(r Range, depth int, out *facts) {
	if a.judged++; a.judged > maxJudged {
		return
	}
	f := a.f
	for steps := 0; steps < 12; steps++ {
		if end := a.alternativeAfter(r, out); end > r.Hi {
			r.Hi = end
			continue
		}
		if lo := a.alternativeBefore(r); lo < r.Lo {
			r.Lo = lo
			continue
		}
		if force := a.lang.Force; force != "" && f.Is(r.Hi, force) && !f.Tokens[r.Hi].SpaceAhead {
			out.required = true
			r.Hi++
			continue
		}
		if a.operatorAfter(r, out) || a.operatorBefore(r, out) {
			a.assigned(r, depth, out)
			return
		}
		wider := a.widen(r, out)
		if wider == r {
			break
		}
		r = wider
	}
	if a.switched(r, out) || a.condition(r, out) {
		return
	}
	a.assigned(r, depth, out)
}

// widen goes from an expression to the one round it that has the same value,
// or to which it is converted.
func (a *analysis) widen(r Range, out *facts) Range {
	f := a.f
	next := a.passTransparent(r.Hi)
	if next > r.Hi && f.Kind(next-1) != syntax.Close {
		r.Hi = next
	}
	if isMemberOp(f, r.Hi) && f.Kind(r.Hi+1) == syntax.Word { // read.method(…)
		name := f.Text(r.Hi + 1)
		end := r.Hi + 2
		if f.Is(end, "(") && f.Mate(end) > end {
			end = f.Mate(end) + 1
		}
		for _, p := range a.c.methodUses[name] {
			m := match{pattern: p}
			if end, ok := a.fitElements(p.after, r.Hi+2, len(f.Tokens), &m, false); ok {
				a.use(&m, Range{r.Lo, end}, out)
				return Range{r.Lo, end}
			}
		}
		if a.c.transparent["."+name] || a.c.transparent[name] {
			return Range{r.Lo, end}
		}
		return r
	}
	if (f.Is(r.Lo-1, "+") || f.Is(r.Lo-1, "-")) && !isOperand(f, r.Lo-2) {
		out.setKind(Number)
		return Range{r.Lo - 1, r.Hi}
	}
	if f.Is(r.Lo-1, "&") || f.Is(r.Lo-1, "await") {
		return Range{r.Lo - 1, r.Hi}
	}
	if kind, cast := a.castBefore(r.Lo); cast > 0 {
		if kind != "" {
			out.setKind(kind)
		}
		return Range{f.Mate(cast), r.Hi}
	}
	open := a.openerOf(r.Lo)
	if open < 0 || !f.Is(open, "(") || f.Mate(open) < r.Hi {
		return r
	}
	whole := Range{open, f.Mate(open) + 1}
	if _, cast := a.castBefore(open); !isCall(f, open) || cast > 0 {
		if open == r.Lo-1 && f.Mate(open) == r.Hi && !controls[f.Text(open-1)] {
			return whole // (read)
		}
		return r
	}
	callee := open - 1
	if f.Is(callee, "!") { // parse!(…)
		callee--
	}
	start := chainStart(f, callee)
	path := a.calleePath(start, callee+1)
	for _, p := range a.c.callUses[path] {
		m := match{pattern: p}
		if _, ok := a.fitElements(p.after, callee+1, len(f.Tokens), &m, false); ok && m.read.Lo == r.Lo {
			a.use(&m, Range{start, whole.Hi}, out)
			return Range{start, whole.Hi}
		}
	}
	if a.c.transparent[path] && open == r.Lo-1 {
		return Range{start, whole.Hi}
	}
	return r
}

// casts are types that a value is turned into by (type) before it.
var casts = map[string]Kind{
	"int": Integer, "integer": Integer, "long": Integer, "float": Number, "double": Number, "bool": Boolean, "boolean": Boolean,
	"string": "", "char": "", "String": "", "object": "", "array": "",
}

// castBefore tells whether (type) stands before token i: the kind, and the
// closing bracket, or 0.
func (a *analysis) castBefore(i int) (Kind, int) {
	f := a.f
	open := f.Mate(i - 1)
	if !f.Is(i-1, ")") || open < 0 || isCall(f, open) || f.Kind(open+1) != syntax.Word {
		return "", 0
	}
	kind, isCast := casts[f.Text(open+1)]
	if !isCast || i-1-open > 4 {
		return "", 0
	}
	return kind, i - 1
}

// use takes over what an idiom of use, which stands at r, says about the read in it.
func (a *analysis) use(m *match, r Range, out *facts) {
	idiom := m.pattern.idiom
	if idiom.Kind != "" {
		out.setKind(idiom.Kind)
	}
	if out.fallback == nil { // otherwise it is what is made of the value that stops
		out.required = out.required || idiom.Need == Required
	}
	if idiom.Absent && a.stopsWhen(r, true) {
		out.required = true
	}
	out.tested = out.tested || idiom.Test || idiom.Absent || idiom.Need == Optional
	if !m.fallback.empty() {
		if a.stopsIn(m.fallback) {
			out.required = true
		} else {
			out.setFallback(a.fallbackOf(m.fallback))
		}
	}
}

func isOperand(f *syntax.File, i int) bool {
	switch f.Kind(i) {
	case syntax.Word:
		return !declares[f.Text(i)]
	case syntax.Number, syntax.String, syntax.Close, syntax.Unquote:
		return true
	}
	return false
}

// chainStart goes back from the last name of a.b.c to the first.
func chainStart(f *syntax.File, i int) int {
	for isMember(f, i) && f.Kind(i-2) == syntax.Word {
		i -= 2
	}
	return i
}

func (a *analysis) openerOf(i int) int {
	if i < 0 || i >= len(a.o.parent) {
		return -1
	}
	return int(a.o.parent[i])
}

func (out *facts) setKind(kind Kind) {
	if out.kind == "" {
		out.kind = kind
	}
}

func (out *facts) setFallback(f *fallback) {
	if f != nil && out.fallback == nil {
		out.fallback = f
	}
}

// assigned follows a value into the name it is given and judges what is done with that.
func (a *analysis) assigned(r Range, depth int, out *facts) {
	if depth > 2 {
		return
	}
	names := a.targets(r)
	for n, at := range names {
		name := a.f.Text(at)
		if isMember(a.f, at) {
			continue
		}
		scope := a.o.blocks[a.o.functionBlock(a.o.blockOf[at])].Range
		uses, values := 0, 0
		for _, i := range a.occurrences(name, r.Hi, scope.Hi) {
			if isMember(a.f, i) {
				continue
			}
			if uses >= maxUses || values >= maxUses {
				break
			}
			if f := a.f; f.Is(i+1, "=") || f.Is(i+1, ":=") {
				values++
				a.reassigned(i, out)
				continue
			}
			uses++
			use := facts{}
			a.judge(Range{i, i + 1}, depth+1, &use)
			out.merge(use, n > 0)
		}
	}
}

// maxUses bounds how many uses of one variable are judged, and how many
// further values it is given.
const maxUses = 40

// occurrences gives the tokens from lo up to hi that are a word. Where words
// stand is noted once a file, when it is first asked for.
func (a *analysis) occurrences(name string, lo, hi int) []int {
	hi = min(hi, len(a.f.Tokens))
	if lo < hi && !(a.isBundle() && len(name) <= shortName && a.f.Tokens[hi-1].End-a.f.Tokens[lo].Start > maxShort) {
		a.ask(name, lo, hi)
	}
	if a.looked += max(hi-lo, 0); a.words == nil && a.looked < maxLooks*len(a.f.Tokens) {
		return a.look(name, lo, hi)
	}
	if a.words == nil {
		a.words = map[string]*[]int{}
		for i := range a.f.Tokens {
			if t := &a.f.Tokens[i]; t.Kind == syntax.Word {
				word := a.f.Src[t.Start:t.End]
				if list := a.words[string(word)]; list != nil {
					*list = append(*list, i)
				} else {
					a.words[string(word)] = &[]int{i}
				}
			}
		}
	}
	if a.words[name] == nil {
		return nil
	}
	all := *a.words[name]
	from, _ := slices.BinarySearch(all, lo)
	to, _ := slices.BinarySearch(all, hi)
	return all[from:max(from, to)]
}

// shortName is how long the names are that a bundle uses over and over, and
// maxShort within how many bytes such a name is likely to be still the same.
const (
	shortName = 2
	maxShort  = 20 << 10
)

// maxLooks is how often as many tokens as a file has are looked through for
// words, before it is noted where all words stand.
const maxLooks = 4

// look gives the tokens from lo up to hi that are a word.
func (a *analysis) look(name string, lo, hi int) (list []int) {
	for i := max(lo, 0); i < hi; i++ {
		if t := &a.f.Tokens[i]; t.Kind == syntax.Word && int(t.End-t.Start) == len(name) && string(a.f.Src[t.Start:t.End]) == name {
			list = append(list, i)
		}
	}
	return list
}

// targets gives the tokens of the names that r is assigned to.
func (a *analysis) targets(r Range) (names []int) {
	f := a.f
	eq := r.Lo - 1
	for f.Is(eq, "(") || f.Is(eq, "await") {
		eq--
	}
	if !f.Is(eq, "=") && !f.Is(eq, ":=") || f.Kind(eq-1) != syntax.Word {
		return nil
	}
	last := eq - 1
	if typed := typedName(f, last); typed >= 0 {
		return []int{typed}
	}
	names = []int{last}
	for f.Is(names[0]-1, ",") && f.Kind(names[0]-2) == syntax.Word && len(names) < 4 {
		names = append([]int{names[0] - 2}, names...)
	}
	return names
}

// reassigned takes "if x == nothing { x = fallback }" for what it is.
func (a *analysis) reassigned(i int, out *facts) {
	value := Range{i + 2, valueEnd(a.f, a.o, i+2, a.lang.LineEnds)}
	if head := a.conditionBefore(i); head >= 0 {
		for j := head; j < i; j++ {
			if a.f.Is(j, a.f.Text(i)) {
				out.setFallback(a.fallbackOf(value))
				return
			}
		}
	}
}

// merge takes over what a use of the variable says. The second name of
// "value, ok :=" tells only of presence.
func (out *facts) merge(use facts, presence bool) {
	out.required = out.required || use.required
	out.tested = out.tested || use.tested
	if presence {
		return
	}
	out.setFallback(use.fallback)
	out.setKind(use.kind)
	out.literals = append(out.literals, use.literals...)
}

var booleans = map[string]bool{"true": true, "false": true, "1": true, "0": true, "yes": true, "no": true, "on": true, "off": true, "t": true, "f": true, "y": true, "n": true, "": true}

// finish settles need, kind and literals of a read from the facts.
func (out *facts) finish(r *Read, idiom *Idiom) {
	r.Need, r.Kind = idiom.Need, idiom.Kind
	if r.Need == "" {
		r.Need = Expected
	}
	switch {
	case r.Need == Required && out.fallback == nil, out.required:
		r.Need = Required
	case out.fallback != nil || out.tested || idiom.Test:
		r.Need = Optional
	}
	if out.fallback != nil {
		text := out.fallback.text
		r.Fallback, r.FallbackComputed = &text, out.fallback.computed
	}
	if out.kind != "" {
		r.Kind = out.kind
	}
	slices.Sort(out.literals)
	r.Literals = slices.Compact(out.literals)
	if r.Kind == "" {
		r.Kind = kindOfLiterals(r.Literals)
	}
}

func kindOfLiterals(literals []string) Kind {
	if len(literals) == 0 {
		return Text
	}
	for _, l := range literals {
		if !booleans[strings.ToLower(l)] {
			return Choice
		}
	}
	return Boolean
}
