package reads

import (
	"strings"

	"inzicht/core/syntax"
)

// schemas finds reads in objects of descriptions that are applied to the
// environment as a whole: clean(process.env, { GATE_URL: url() }) and
// z.object({ GATE_URL: z.string() }).parse(process.env).
func (a *analysis) schemas() {
	if !a.lang.Schemas {
		return
	}
	f := a.f
	for _, whole := range a.wholes {
		open := a.openerOf(whole.Lo)
		if open < 0 || !f.Is(open, "(") || !isCall(f, open) {
			continue
		}
		for _, argument := range splitAt(f, Range{open + 1, f.Mate(open)}, ",") {
			if !merges[f.Text(open-1)] && f.Is(argument.Lo, "{") && f.Mate(argument.Lo) == argument.Hi-1 {
				a.schema(argument)
			}
		}
		switch f.Text(open - 1) {
		case "parse", "safeParse", "parseAsync", "validate", "validateSync", "cast", "attempt":
			if isMember(f, open-1) {
				a.schema(a.objectIn(Range{receiverStart(f, open-3), open - 2}, 0))
			}
		}
	}
}

// merges are functions that lay objects over each other, or hand them on.
var merges = set(strings.Fields("assign merge extend defaults defaultsDeep spawn spawnSync fork exec execFile execa set"))

// receiverStart goes back over a chain of calls and members that ends at token i.
func receiverStart(f *syntax.File, i int) int {
	for steps := 0; steps < 40 && i > 0; steps++ {
		if m := f.Mate(i); m >= 0 && m < i {
			i = m - 1
			continue
		}
		if !isMember(f, i) {
			return i
		}
		i -= 2
	}
	return i
}

// objectIn finds the braces of an object written out in an expression, through a name.
func (a *analysis) objectIn(r Range, depth int) Range {
	f := a.f
	for i := r.Lo; i < r.Hi; i++ {
		if f.Is(i, "{") && f.Mate(i) > i {
			return Range{i, f.Mate(i) + 1}
		}
	}
	if !r.empty() && f.Kind(r.Lo) == syntax.Word && depth < 3 {
		if bound := a.o.lookup(f.Text(r.Lo), r.Lo); len(bound) == 1 && !bound[0].Value.contains(r.Lo) {
			return a.objectIn(bound[0].Value, depth+1)
		}
	}
	return Range{}
}

// schema makes a read of each key that is written like a variable.
func (a *analysis) schema(object Range) {
	f := a.f
	if object.empty() {
		return
	}
	for _, entry := range splitAt(f, Range{object.Lo + 1, object.Hi - 1}, ",") {
		name := a.keyOf(entry)
		described := f.Is(entry.Hi-1, ")") || f.Is(entry.Hi-1, "}") // a call, or an object with a type
		if name == "" || !described || strings.ToUpper(name) != name || leadingName(name) != name {
			continue
		}
		r := Read{Name: name, Access: "schema", Need: Required, Kind: Text}
		setKind := func(kind Kind) {
			if r.Kind == Text {
				r.Kind = kind
			}
		}
		for i := entry.Lo + 2; i < entry.Hi; i++ {
			switch f.Text(i) {
			case "optional", "nullable", "nullish", "notRequired":
				r.Need = Optional
			case "default", "catch":
				value := Range{i + 2, f.Mate(i + 1)}
				if f.Is(i+1, ":") {
					value = Range{i + 2, i + 3}
				}
				r.Need = Optional
				r.Fallback, r.FallbackComputed = a.fallbackText(value)
			case "number", "num", "int", "port":
				setKind(Number)
			case "boolean", "bool":
				setKind(Boolean)
			case "url":
				setKind(URL)
			}
		}
		a.add(Range{entry.Lo, entry.Lo + 1}, r)
	}
}

// keyOf gives the key of one entry "key: value", "key = value", "'key' => value".
func (a *analysis) keyOf(part Range) string {
	f := a.f
	if part.Hi-part.Lo < 2 || !(f.Is(part.Lo+1, ":") || f.Is(part.Lo+1, "=") || f.Is(part.Lo+1, "=>")) {
		return ""
	}
	if v, ok := f.Value(part.Lo); ok {
		return v
	}
	return strings.TrimSuffix(strings.TrimPrefix(f.Text(part.Lo), ":"), ":")
}
