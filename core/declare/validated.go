package declare

import (
	"strings"

	"inzicht/core/parse"
)

// validated declares the fields of a class whose decorators say what they must be,
// and which a library fills from the environment: @IsInt() PORT: number = 80.
func (w *schemas) validated(class int32, depth int) {
	if w.seen[class] || depth > mostDepth {
		return
	}
	w.seen[class] = true
	for base := w.first(class); base != 0; base = w.node(base).Next {
		if c := w.class(w.word(base)); !w.is(base, parse.Block) && c != 0 {
			w.validated(c, depth+1)
		}
	}
	for _, c := range w.children(w.last(class)) {
		field := c
		if w.is(c, parse.Wrapper) {
			field = w.last(c)
		}
		if w.is(field, parse.Declare) {
			w.validatedField(c, field)
		}
	}
}

// validatedField declares one field, with the decorators before it.
func (w *schemas) validatedField(decorated, field int32) {
	name := w.word(w.first(field))
	if !isVariable(name) {
		return
	}
	var d description
	checked := false
	if decorated != field {
		for _, wrapper := range w.children(decorated) {
			if call := w.unwrap(wrapper); wrapper != field && w.is(call, parse.Call) {
				checked = true
				w.decorator(call, &d)
			}
		}
	}
	f, last := w.file(), w.last(field)
	if behind := int(w.node(w.first(field)).To); f.Is(behind, "?") || f.Is(behind, "?:") {
		d.need = Optional
	}
	if !checked {
		d.ofType(w.Tree.Text(field))
	}
	if last != w.first(field) {
		d.fallsBack(w.Source, last)
	}
	need := Required
	if !checked { // nothing asks for it
		need = Expected
	}
	w.list = append(w.list, d.setting(name, "schema", need, int(w.node(w.first(field)).From)))
}

// decorator takes what a decorator says: @IsInt(), @IsOptional(), @IsEnum(Mode).
func (w *schemas) decorator(call int32, d *description) {
	word := w.word(call)
	rule, is := strings.CutPrefix(word, "Is")
	p := property{word: rule, args: w.children(call)[1:], call: true}
	d.bounded(w.Source, p)
	switch m := meaningOf(rule); {
	case word == "ValidateIf":
		d.need = Expected
		if c, known := w.condition(w.last(w.unwrap(p.arg(0))), w.variableOf, 0); known {
			d.need, d.wanted = Optional, append(d.wanted, c)
		}
	case !is:
	case m == optional:
		d.apply(w.Source, p)
	case m == choices, rule == "In":
		d.chosen(w.Source, p.args)
		d.setKind("choice")
	default:
		kind, _ := kindOf(rule)
		if strings.HasSuffix(rule, "String") && rule != "NumberString" && rule != "BooleanString" {
			kind = ""
		}
		d.setKind(kind)
	}
}
