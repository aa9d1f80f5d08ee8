package reads

import (
	"strings"

	"inzicht/core/evaluate"
	"inzicht/core/syntax"
)

// Annotations and the like are no code that is run: what they say is taken from
// what is written there.

// bare makes reads of a match that no node of the tree stands for.
func (a *analysis) bare(m *match) {
	idiom := m.pattern.idiom
	r := Read{Access: m.pattern.access, Need: idiom.Need, Kind: idiom.Kind}
	if r.Need == "" {
		r.Need = Expected
	}
	if r.Kind == "" {
		r.Kind = Text
	}
	if idiom.Test {
		r.Need = Optional
	}
	if !m.fallback.empty() {
		if r.Fallback, r.FallbackComputed = a.fallbackText(m.fallback); r.Fallback != nil {
			r.Need = Optional
		}
	}
	if m.pattern.template == holePlaces {
		a.places(m, r)
		return
	}
	for _, row := range a.rows(m, nil) {
		name := textsOf([]evaluate.Row{row})[0]
		if exact, known := name.plain(); known {
			if !plausible(exact) || excepted(idiom, exact) {
				continue
			}
			r.Name, r.Pattern = exact, ""
		} else if pattern, known := name.pattern(); known {
			r.Name, r.Pattern = "", pattern
		}
		a.add(m.access, r)
	}
}

// places makes a read of each ${NAME:fallback} in a text. Without a fallback
// the program does not start where the variable is not set.
func (a *analysis) places(m *match, r Read) {
	for _, t := range a.written(m.template) {
		text, _ := t.pattern()
		for _, part := range strings.Split(text, "${")[1:] {
			name, each := leadingName(part), r
			if rest, found := strings.CutPrefix(part[len(name):], ":"); found {
				value, _, _ := strings.Cut(rest, "}")
				each.Need, each.Fallback = Optional, &value
			} else if m.pattern.idiom.Need == "" {
				each.Need = Required
			}
			if len(writtenLikeVariables(word(name))) > 0 {
				each.Name = name
				a.add(m.access, each)
			}
		}
	}
}

// written returns what is written in a range of tokens: texts side by side or
// joined with +, and names of texts.
func (a *analysis) written(r Range) []text {
	f := a.f
	out := word("")
	for i := r.Lo; i < r.Hi; i++ {
		switch f.Kind(i) {
		case syntax.String:
			if value, ok := f.Value(i); ok {
				out = join(out, word(value))
			}
		case syntax.Quote:
			for j := i + 1; j < f.Mate(i); j++ {
				switch f.Kind(j) {
				case syntax.Text:
					out = join(out, word(f.TextValue(j, i)))
				case syntax.Open:
					out = join(out, unknown)
					j = max(j, f.Mate(j))
				}
			}
			i = max(i, f.Mate(i))
		case syntax.Word:
			if value, known := a.textOfName(i); known {
				out = join(out, word(value))
			} else if !isMemberOp(f, i+1) {
				out = join(out, unknown)
			}
		case syntax.Open, syntax.Close:
		case syntax.Punct:
			if !f.Is(i, "+") && !f.Is(i, ".") && !f.Is(i, ",") {
				return unknown
			}
		}
	}
	return out
}

// textOfName returns the text that a name at token i stands for: one that the
// file gives it as it is written, or one of another file.
func (a *analysis) textOfName(i int) (string, bool) {
	for _, b := range a.o.lookup(a.f.Text(i), i) {
		if b.Value.Hi == b.Value.Lo+1 && a.f.Kind(b.Value.Lo) == syntax.String {
			return a.f.Value(b.Value.Lo)
		}
	}
	if values := a.constant(a.f.Text(i)); len(values) == 1 {
		return values[0].plain()
	}
	return "", false
}

// fallbackText returns what is used where a variable is not set: its text, or
// its source; nil where it is nothing.
func (a *analysis) fallbackText(r Range) (value *string, computed bool) {
	if r.empty() {
		return nil, false
	}
	if r.Hi == r.Lo+1 {
		text := a.f.Text(r.Lo)
		switch {
		case a.c.nothing[text]:
			return nil, false
		case a.f.Kind(r.Lo) == syntax.String:
			text, _ = a.f.Value(r.Lo)
			return &text, false
		case a.f.Kind(r.Lo) == syntax.Number:
			return &text, false
		case strings.EqualFold(text, "true") || strings.EqualFold(text, "false"):
			text = strings.ToLower(text)
			return &text, false
		}
	}
	source := strings.Join(strings.Fields(string(a.f.Src[a.f.Tokens[r.Lo].Start:a.f.Tokens[min(r.Hi, len(a.f.Tokens))-1].End])), " ")
	if len(source) > 80 {
		source = strings.ToValidUTF8(source[:77], "") + "…"
	}
	return &source, true
}
