package declare

import (
	"strings"

	"inzicht/core/parse"
)

// The field that an option is at: its name, its type, and what it is given.

// fieldName returns the name of the field that an option is at, or "".
func (w *options) fieldName(n int32) string {
	field := w.fieldOf(n)
	if field == 0 {
		return ""
	}
	if w.is(field, parse.Parameter) {
		return w.name(field)
	}
	return w.word(w.first(field))
}

// isClass reports whether a node stands for a type: Integer.class, Int::class.
func (w *options) isClass(n int32) bool {
	text := w.Tree.Text(n)
	return strings.HasSuffix(text, ".class") || strings.HasSuffix(text, "::class") || strings.HasSuffix(text, "::class.java")
}

// field takes what the field or parameter says that an option is at: its
// type and what it is given.
func (w *options) field(n int32, d *description) {
	if field := w.fieldOf(n); field != 0 {
		w.typedBy(field, n, d)
	}
}

// fieldOf returns the field or parameter that an option is the value or the
// annotation of, or 0.
func (w *options) fieldOf(n int32) int32 {
	for up, depth := w.parent(n), 0; up != 0 && depth < 8; up, depth = w.parent(up), depth+1 {
		switch w.kind(up) {
		case parse.Parameter, parse.Declare:
			return up
		case parse.Wrapper:
			if last := w.last(up); (w.is(last, parse.Declare) || w.is(last, parse.Assign)) && !w.holds(last, n) {
				return last
			}
		case parse.Index, parse.List:
		case parse.Call:
			if w.word(w.first(up)) == compiledDecorators {
				return up
			}
			if w.first(up) != n && !w.is(w.first(up), parse.Member) {
				return 0
			}
		case parse.Member:
		default:
			return 0
		}
	}
	return 0
}

// compiledDecorators is what a compiler makes of the decorators before a field.
const compiledDecorators = "__decorate"

// typedBy takes the type of a field or parameter, and its value where that is
// not the option itself.
func (w *options) typedBy(field, option int32, d *description) {
	if w.is(field, parse.Declare) && w.holds(field, option) && !w.holds(w.last(field), option) {
		return // one of several
	}
	if w.is(field, parse.Call) {
		return
	}
	f, node := w.file(), w.node(field)
	from := int(node.At) + 1
	if node.At < 0 || w.is(field, parse.Declare) || w.is(field, parse.Assign) {
		from = int(w.node(w.first(field)).To)
	}
	if w.is(field, parse.Declare) && !f.Is(from, ":") { // int port
		from = int(node.From)
		w.before(field, from, option, d)
		return
	}
	to := from
	for ; to < int(node.To) && !f.Is(to, "=") && !f.Is(to, "("); to++ {
		if m := f.Mate(to); m > to && f.Is(to, "[") && !strings.Contains(w.between(to, m), "(") {
			to = m
		}
	}
	text := strings.TrimLeft(w.between(from, to), ": ")
	if inner, found := strings.CutPrefix(text, "Annotated["); found {
		text, _, _ = strings.Cut(inner, ",")
	}
	optionalType := d.ofType(text)
	if value := w.last(field); value != 0 && f.Is(int(w.node(value).From)-1, "=") && !w.holds(value, option) {
		w.given(d, w.unwrap(value))
	} else if optionalType && d.need == "" {
		d.need = Optional
	}
}

// given takes the value of a field. That of one with an annotation may be
// anything: what is generated, or filled in.
func (w *options) given(d *description, value int32) {
	if text, _ := w.literal(value); !w.form.Annotation || text != nil {
		w.positional(d, value)
	}
}

// before takes a type that is before the name of a field.
func (w *options) before(field int32, from int, option int32, d *description) {
	name := w.first(field)
	optionalType := d.ofType(w.between(from, int(w.node(name).From)))
	if value := w.last(field); value != name && w.file().Is(int(w.node(value).From)-1, "=") && !w.holds(value, option) && d.need == "" {
		w.given(d, w.unwrap(value))
	} else if optionalType && d.need == "" {
		d.need = Optional
	}
}
